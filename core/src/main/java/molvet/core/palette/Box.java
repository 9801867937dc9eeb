package molvet.core.palette;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.stream.IntStream;
import molvet.core.chart.Mm;
import molvet.core.measure.Rect;
import molvet.core.measure.Refusal;

/**
 * A physical palette: its inside in mm, and where its wells are.
 *
 * @param kind in rows, round a ring, or loose pans held by magnets or wax
 * @param width and {@code height} of the inside
 * @param rows wells in each row, from the top; of loose pans and rings empty
 * @param between two wells of a row, and two rows
 * @param ring wells round the ring, {@code outside} those in its corners; {@code well} how wide each is
 * @param loose where each pan lies
 */
public record Box(
        Kind kind,
        double width,
        double height,
        List<Integer> rows,
        double between,
        int ring,
        int outside,
        double well,
        List<Rect> loose) {
    public static final int MOST_WELLS = 200;
    private static final double LEAST_WELL = 3;
    private static final double HAIR = 1e-6;
    /** Two wells of neighbouring rows are neighbours where the narrower lies so much below the other. */
    private static final double BELOW = 0.4;

    /** How wells lie. */
    public enum Kind {
        ROWS,
        RING,
        LOOSE
    }

    /** @throws Refusal naming what cannot be */
    public Box {
        rows = List.copyOf(rows);
        loose = List.copyOf(loose);
        if (!(width >= 20 && width <= 2000 && height >= 20 && height <= 2000)) {
            throw Refusal.of(
                    "width",
                    "A box of " + Mm.of(width) + " × " + Mm.of(height) + " mm inside is not made.",
                    "Measure the inside in mm: between 20 and 2000.");
        }
        if (!(between >= 0 && between <= 100)) {
            throw Refusal.of("between", Mm.of(between) + " mm between wells cannot be.", "Between 0 and 100 mm.");
        }
        int count = kind == Kind.ROWS
                ? rows.stream().mapToInt(r -> Math.max(0, r)).sum()
                : kind == Kind.RING ? Math.max(0, ring) + Math.max(0, outside) : loose.size();
        if (count < 1) throw Refusal.of("wells", "A box without a well holds no paint.", "Give it at least one.");
        if (count > MOST_WELLS) {
            throw Refusal.of(
                    "wells",
                    count + " wells are more than one box has.",
                    "Up to " + MOST_WELLS + "; or take two boxes.");
        }
        if (kind == Kind.ROWS) checkRows(width, height, rows, between);
        if (kind == Kind.RING) checkRing(width, height, ring, outside, well);
        if (kind == Kind.LOOSE) checkLoose(width, height, loose);
    }

    private static void checkRows(double width, double height, List<Integer> rows, double between) {
        if (rows.stream().anyMatch(r -> r < 1)) {
            throw Refusal.of("rows", "A row without a well is no row.", "Leave it out.");
        }
        double tall = (height - (rows.size() - 1) * between) / rows.size();
        double wide = rows.stream()
                .mapToDouble(r -> (width - (r - 1) * between) / r)
                .min()
                .orElse(0);
        if (Math.min(tall, wide) < LEAST_WELL) {
            throw Refusal.of(
                    "rows",
                    "The wells would be " + Mm.of(Math.max(0, Math.min(tall, wide))) + " mm small.",
                    "Fewer wells, or a larger inside.");
        }
    }

    private static void checkRing(double width, double height, int ring, int outside, double well) {
        if (ring < 3 || outside < 0) {
            throw Refusal.of("ring", "A ring has three wells and more.", "24 round and 8 outside is usual.");
        }
        double radius = (Math.min(width, height) - well) / 2;
        if (!(well >= LEAST_WELL) || radius < well || 2 * radius * Math.sin(Math.PI / ring) < well - HAIR) {
            throw Refusal.of(
                    "well",
                    ring + " wells of " + Mm.of(well) + " mm do not go round a plate of "
                            + Mm.of(Math.min(width, height)) + ".",
                    "Smaller wells, or fewer.");
        }
        List<Rect> all = ringWells(width, height, ring, outside, well);
        Rect inside = new Rect(0, 0, width, height);
        for (int i = ring; i < all.size(); i++) {
            Rect r = all.get(i);
            int self = i;
            boolean clear = r.isWithin(inside)
                    && IntStream.range(0, all.size()).allMatch(j -> j == self || !touches(r, all.get(j)));
            if (!clear) {
                throw Refusal.of(
                        "outside",
                        outside + " wells of " + Mm.of(well) + " mm do not go into the corners outside the ring.",
                        "Smaller wells, or fewer outside.");
            }
        }
    }

    /** Round wells. */
    private static boolean touches(Rect one, Rect other) {
        return Math.hypot(one.centreX() - other.centreX(), one.centreY() - other.centreY()) < one.width() - HAIR;
    }

    private static void checkLoose(double width, double height, List<Rect> loose) {
        Rect inside = new Rect(0, 0, width, height);
        for (int i = 0; i < loose.size(); i++) {
            Rect one = loose.get(i);
            if (!one.isWithin(inside)) {
                throw Refusal.of(
                        "loose",
                        "Pan " + (i + 1) + " lies outside the box.",
                        "Lay the pans anew, or take a larger box.");
            }
            for (int j = 0; j < i; j++) {
                if (one.overlaps(loose.get(j))) {
                    throw Refusal.of(
                            "loose",
                            "Pans " + (j + 1) + " and " + (i + 1) + " lie on each other.",
                            "Lay the pans anew.");
                }
            }
        }
    }

    public static Box rows(double width, double height, List<Integer> rows, double between) {
        return new Box(Kind.ROWS, width, height, rows, between, 0, 0, 0, List.of());
    }

    public static Box ring(double width, double height, int ring, int outside, double well) {
        return new Box(Kind.RING, width, height, List.of(), 0, ring, outside, well, List.of());
    }

    public static Box loose(double width, double height, List<Rect> pans) {
        return new Box(Kind.LOOSE, width, height, List.of(), 0, 0, 0, 0, pans);
    }

    /** A box to begin with. */
    public record Start(String name, Box box) {}

    /** A tin of 18 half pans, a porcelain plate of 24 round and 8 outside, a studio box of 48 (common practice, no published source). */
    public static List<Start> starts() {
        return List.of(
                new Start("Tin of 18 half pans", rows(117, 60, List.of(6, 6, 6), 1)),
                new Start("Wheel of 24 and 8", ring(300, 300, 24, 8, 26)),
                new Start("Studio box of 48 half pans", rows(236, 80, List.of(12, 12, 12, 12), 1)));
    }

    public int count() {
        return kind == Kind.ROWS
                ? rows.stream().mapToInt(Integer::intValue).sum()
                : kind == Kind.RING ? ring + outside : loose.size();
    }

    /** Where each well is, from the top left of the inside. */
    public List<Rect> places() {
        return switch (kind) {
            case ROWS -> inRows();
            case RING -> ringWells(width, height, ring, outside, well);
            case LOOSE -> loose;
        };
    }

    private List<Rect> inRows() {
        List<Rect> all = new ArrayList<>();
        double tall = (height - (rows.size() - 1) * between) / rows.size();
        for (int r = 0; r < rows.size(); r++) {
            double wide = (width - (rows.get(r) - 1) * between) / rows.get(r);
            for (int c = 0; c < rows.get(r); c++) {
                all.add(new Rect(c * (wide + between), r * (tall + between), wide, tall));
            }
        }
        return List.copyOf(all);
    }

    /** Clockwise from the top, then those in the corners, clockwise from the top right. */
    private static List<Rect> ringWells(double width, double height, int ring, int outside, double well) {
        List<Rect> all = new ArrayList<>();
        double radius = (Math.min(width, height) - well) / 2;
        for (int i = 0; i < ring; i++) all.add(round(width, height, radius, 2 * Math.PI * i / ring, well));
        for (int corner = 0; corner < 4; corner++) {
            int here = outside / 4 + (corner < outside % 4 ? 1 : 0);
            double x = corner < 2 ? width - well / 2 : well / 2;
            double y = corner == 0 || corner == 3 ? well / 2 : height - well / 2;
            // Inwards from the corner, then out along both edges by turns.
            for (int k = 0; k < here; k++) {
                double along = (k + 1) / 2 * well * 1.02;
                boolean onSide = k % 2 == 1;
                double cx = onSide ? x : x + (corner < 2 ? -along : along);
                double cy = onSide ? y + (corner == 0 || corner == 3 ? along : -along) : y;
                all.add(new Rect(cx - well / 2, cy - well / 2, well, well));
            }
        }
        return List.copyOf(all);
    }

    private static Rect round(double width, double height, double radius, double angle, double well) {
        return new Rect(
                width / 2 + radius * Math.sin(angle) - well / 2,
                height / 2 - radius * Math.cos(angle) - well / 2,
                well,
                well);
    }

    /** The row of each well, for keeping families in rows; wells of a ring are one row, those outside another. */
    public List<Integer> rowOf() {
        List<Integer> all = new ArrayList<>();
        switch (kind) {
            case ROWS -> {
                for (int r = 0; r < rows.size(); r++) for (int c = 0; c < rows.get(r); c++) all.add(r);
            }
            case RING -> {
                for (int i = 0; i < count(); i++) all.add(i < ring ? 0 : 1);
            }
            case LOOSE -> {
                List<Double> tops = new ArrayList<>();
                for (Rect r : loose) {
                    double middle = r.centreY();
                    int row = IntStream.range(0, tops.size())
                            .filter(i -> Math.abs(tops.get(i) - middle) < r.height() / 2)
                            .findFirst()
                            .orElse(tops.size());
                    if (row == tops.size()) tops.add(middle);
                    all.add(row);
                }
            }
        }
        return all;
    }

    /** Which wells lie beside each other: across and down, round the ring, or touching with the most of a side. */
    public Wells wells() {
        if (kind == Kind.ROWS && rows.stream().distinct().count() == 1) return Wells.grid(rows.size(), rows.get(0));
        if (kind == Kind.RING) return ofRing();
        List<Rect> at = places();
        List<Wells.Pair> pairs = new ArrayList<>();
        for (int i = 0; i < at.size(); i++) {
            for (int j = i + 1; j < at.size(); j++) if (isBeside(at.get(i), at.get(j))) pairs.add(new Wells.Pair(i, j));
        }
        boolean wide = width > height;
        List<Integer> sweep = IntStream.range(0, at.size())
                .boxed()
                .sorted(Comparator.comparingDouble((Integer w) ->
                                Math.rint(wide ? at.get(w).centreX() : at.get(w).centreY()))
                        .thenComparing(
                                w -> wide ? at.get(w).centreY() : at.get(w).centreX()))
                .toList();
        return Wells.of(at.size(), pairs, sweep);
    }

    private Wells ofRing() {
        List<Wells.Pair> pairs = new ArrayList<>();
        for (int i = 0; i + 1 < ring; i++) pairs.add(new Wells.Pair(i, i + 1));
        pairs.add(new Wells.Pair(0, ring - 1));
        List<Rect> at = places();
        for (int i = ring; i < count(); i++) {
            for (int j = i + 1; j < count(); j++) {
                double apart = Math.hypot(
                        at.get(i).centreX() - at.get(j).centreX(),
                        at.get(i).centreY() - at.get(j).centreY());
                if (apart < 1.5 * well) pairs.add(new Wells.Pair(i, j));
            }
        }
        return Wells.of(count(), pairs, IntStream.range(0, count()).boxed().toList());
    }

    /** Side by side, or one below the other, with the most of the narrower side in common and no further apart than half of it. */
    private static boolean isBeside(Rect one, Rect other) {
        double common = Math.min(one.right(), other.right()) - Math.max(one.x(), other.x());
        double level = Math.min(one.bottom(), other.bottom()) - Math.max(one.y(), other.y());
        boolean below = common > BELOW * Math.min(one.width(), other.width())
                && -level < Math.min(one.height(), other.height()) / 2;
        boolean across = level > BELOW * Math.min(one.height(), other.height())
                && -common < Math.min(one.width(), other.width()) / 2;
        return below != across;
    }

    /** In a few words, such as “3 × 6 wells” or “24 round, 8 outside”. */
    public String words() {
        return switch (kind) {
            case ROWS ->
                rows.stream().distinct().count() == 1
                        ? rows.size() + " × " + rows.get(0) + " wells"
                        : "rows of "
                                + String.join(
                                        ", ", rows.stream().map(String::valueOf).toList());
            case RING -> ring + " round" + (outside > 0 ? ", " + outside + " outside" : "");
            case LOOSE -> loose.size() + " loose pans";
        };
    }
}
