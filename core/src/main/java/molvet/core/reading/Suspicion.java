package molvet.core.reading;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.OptionalInt;
import java.util.Set;
import molvet.core.colour.Lab;

/**
 * A mistake that a read page lets suspect, by what each paint was expected to look like.
 *
 * @param other the cell it is mixed up with, if there is one
 * @param why in words
 */
public record Suspicion(Kind kind, int cell, OptionalInt other, String why) {
    public enum Kind {
        /** Two cells hold each other’s paint. */
        SWAPPED,
        /** The cell holds the other cell’s paint again. */
        TWICE,
        /** The cell is bare. */
        SKIPPED,
        /** The cell is bare and those after it hold the paint of the one before them. */
        GAP,
        /** The colour is far from what it was expected to be, and no other cell explains it. */
        ODD
    }

    /**
     * What a cell’s paint was expected to look like.
     *
     * @param spread by how much it may well differ, in ΔE00
     * @param from in words: an earlier reading, or the recipe
     */
    public record Expected(Lab massTone, double spread, String from) {}

    /**
     * Twice the logarithm of how much likelier the mended page must be. Neighbours are mixed up often, cells far apart hardly
     * ever, and there are many more pairs of them to go wrong by chance.
     */
    private static final double SURE = 3.5;

    private static final double FAR_CELLS = 7;
    private static final double SAME = 3;
    private static final double APART = 8;
    /** A single surprise never counts for more than five spreads: paints do differ. */
    private static final double MOST = 25;

    public static List<Suspicion> in(List<CellReading> cells, Map<Integer, Expected> expected) {
        List<Suspicion> found = new ArrayList<>();
        Set<Integer> told = new HashSet<>();
        bare(cells, expected, found, told);
        swapped(cells, expected, found, told);
        twice(cells, expected, found, told);
        for (CellReading c : cells) {
            Expected e = expected.get(c.cell());
            if (e == null || c.bare() || told.contains(c.cell())) continue;
            double off = c.massTone().differenceFrom(e.massTone);
            if (off > 3.2 * e.spread) {
                found.add(new Suspicion(
                        Kind.ODD,
                        c.cell(),
                        OptionalInt.empty(),
                        String.format(Locale.ROOT, "ΔE %.0f from what %s lets expect.", off, e.from)));
            }
        }
        found.sort(Comparator.comparingInt(Suspicion::cell));
        return List.copyOf(found);
    }

    private static double cost(CellReading seen, Expected e) {
        double z = seen.massTone().differenceFrom(e.massTone) / e.spread;
        return Math.min(MOST, z * z);
    }

    private static void bare(
            List<CellReading> cells, Map<Integer, Expected> expected, List<Suspicion> found, Set<Integer> told) {
        for (int i = 0; i < cells.size(); i++) {
            CellReading c = cells.get(i);
            Expected e = expected.get(c.cell());
            if (!c.bare() || e != null && e.massTone.differenceFrom(Lab.PAPER) < APART) continue;
            told.add(c.cell());
            double gain = 0;
            int run = 0;
            for (int j = i + 1; j < cells.size(); j++) {
                Expected own = expected.get(cells.get(j).cell());
                Expected before = expected.get(cells.get(j - 1).cell());
                if (own == null || before == null || cells.get(j).bare()) break;
                gain += cost(cells.get(j), own) - cost(cells.get(j), before);
                run++;
            }
            boolean moved = run >= 3 && gain > 3 * SURE && gain > 2.0 * run;
            found.add(new Suspicion(
                    moved ? Kind.GAP : Kind.SKIPPED,
                    c.cell(),
                    OptionalInt.empty(),
                    moved
                            ? "It is bare, and the " + run + " cells after it look like the paints before them."
                            : "It is bare."));
        }
    }

    private record Pair(CellReading one, CellReading other, double gain) {}

    private static void swapped(
            List<CellReading> cells, Map<Integer, Expected> expected, List<Suspicion> found, Set<Integer> told) {
        List<Pair> pairs = new ArrayList<>();
        for (int i = 0; i < cells.size(); i++) {
            CellReading a = cells.get(i);
            Expected ea = expected.get(a.cell());
            if (ea == null || a.bare()) continue;
            double ownA = cost(a, ea);
            for (int j = i + 1; j < cells.size(); j++) {
                CellReading b = cells.get(j);
                Expected eb = expected.get(b.cell());
                if (eb == null || b.bare()) continue;
                double own = ownA + cost(b, eb);
                if (own < SURE) continue;
                double crossA = cost(a, eb);
                double crossB = cost(b, ea);
                double gain = own - crossA - crossB;
                double needed = j == i + 1 ? SURE : SURE + FAR_CELLS;
                if (gain < needed || crossA > 9 || crossB > 9) continue;
                if (a.massTone().differenceFrom(b.massTone()) < APART) continue;
                pairs.add(new Pair(a, b, gain));
            }
        }
        pairs.sort(Comparator.comparingDouble(Pair::gain).reversed());
        for (Pair p : pairs) {
            if (told.contains(p.one.cell()) || told.contains(p.other.cell())) continue;
            told.add(p.one.cell());
            told.add(p.other.cell());
            found.add(new Suspicion(
                    Kind.SWAPPED,
                    p.one.cell(),
                    OptionalInt.of(p.other.cell()),
                    String.format(
                            Locale.ROOT,
                            "Each looks like what %s lets expect of the other (ΔE %.0f and %.0f as they stand, %.0f and %.0f"
                                    + " swapped).",
                            expected.get(p.one.cell()).from,
                            p.one.massTone().differenceFrom(expected.get(p.one.cell()).massTone),
                            p.other.massTone().differenceFrom(expected.get(p.other.cell()).massTone),
                            p.one.massTone().differenceFrom(expected.get(p.other.cell()).massTone),
                            p.other.massTone().differenceFrom(expected.get(p.one.cell()).massTone))));
        }
    }

    private static void twice(
            List<CellReading> cells, Map<Integer, Expected> expected, List<Suspicion> found, Set<Integer> told) {
        for (CellReading b : cells) {
            Expected eb = expected.get(b.cell());
            if (eb == null || b.bare() || told.contains(b.cell())) continue;
            for (CellReading a : cells) {
                Expected ea = expected.get(a.cell());
                if (a == b || ea == null || a.bare() || told.contains(a.cell())) continue;
                boolean same = a.massTone().differenceFrom(b.massTone()) < SAME
                        && a.tint().differenceFrom(b.tint()) < SAME;
                boolean likelier = cost(b, eb) - cost(b, ea) > SURE / 2 && cost(a, eb) - cost(a, ea) > SURE / 2;
                if (same && likelier && cost(b, ea) < 9 && ea.massTone.differenceFrom(eb.massTone) > APART) {
                    told.add(b.cell());
                    found.add(new Suspicion(
                            Kind.TWICE,
                            b.cell(),
                            OptionalInt.of(a.cell()),
                            "It looks the same as the other cell, and not like its own paint."));
                    break;
                }
            }
        }
    }
}
