package molvet.core.reading;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.Collections;
import java.util.List;
import java.util.Optional;
import molvet.core.chart.PartKind;
import molvet.core.chart.Plan;
import molvet.core.colour.Lab;
import molvet.core.colour.WashRun;
import molvet.core.measure.Rect;

/** Reads one cell of a page whose place and light are known. */
final class CellReader {
    /** What can be told of a colour: below this distance from the paper there is no paint. */
    private static final double BARE = 3.0;
    /** From here on a stretch is plainly painted. */
    private static final double PLAINLY = 2.5 * BARE;

    private static final int MOST_POINTS = 1100;
    /** An area of fewer points is less sure. */
    private static final int FEW_POINTS = 80;
    /** A field this much darker, in L*, at its foot than at its head was painted from the other end. */
    private static final double OTHER_WAY = 6;
    /** The share of a field that is taken for its end. */
    private static final double END = 0.2;

    /** How much of a field a brush may miss at one end. */
    private static final double MOST_MISSED = 0.3;

    private static final double HALF_MM = 0.5;
    /** By how much a wash that runs out is stronger a millimetre further in, at least: evenly from nothing it would be by 2 to 3. */
    private static final double SLOPE = 1.6;

    private static final int BINS = 10;
    private static final int LEAST_BINS = 7;
    private static final double SEPARATES = 3.0;

    private final Light light;
    private final PageMap map;
    private final PaperLight lit;
    private final Rendering rendering;
    private final double pitch;
    private final Grain.Band[] bareBand;
    private final List<Rect> black;
    private final double pageBlack;
    private final Trust trust;
    private final double blur;
    private final double ppm;
    private final boolean down;
    private final List<String> notes = new ArrayList<>();

    CellReader(
            Light light,
            PageMap map,
            PaperLight lit,
            Rendering rendering,
            double pitch,
            Grain.Band[] bareBand,
            List<Rect> black,
            double pageBlack,
            Trust trust,
            double blur,
            double ppm,
            boolean down) {
        this.light = light;
        this.map = map;
        this.lit = lit;
        this.rendering = rendering;
        this.pitch = pitch;
        this.bareBand = bareBand;
        this.black = black;
        this.pageBlack = pageBlack;
        this.trust = trust;
        this.blur = blur;
        this.ppm = ppm;
        this.down = down;
    }

    /** Whether its steps run from pale to strong. */
    private boolean turned;

    /** A part of a cell too large to be chance. */
    private static final double PARTLY = 0.2;

    /** One colour found in an area, and how much of the area spoke for it. */
    private record Seen(Lab lab, double kept, double bare) {}

    CellReading read(Plan.Cell cell) {
        Gathered all = new Gathered();
        cell.parts(PartKind.MASS_TONE).forEach(all::square);
        cell.parts(PartKind.STEP).forEach(all::square);
        cell.parts(PartKind.FIELD).forEach(all::field);
        cell.parts(PartKind.DROP).forEach(all::drop);
        return all.massTone == null ? empty(cell) : all.reading(cell);
    }

    /** A cell in which nothing is painted at all. */
    private CellReading empty(Plan.Cell cell) {
        return new CellReading(
                cell.index(),
                rendering.white(),
                rendering.white(),
                new WashRun(List.of(rendering.white()), true),
                Optional.empty(),
                0,
                Optional.empty(),
                Optional.empty(),
                0,
                CellReading.Margins.NONE,
                0,
                true,
                List.of());
    }

    /** What the parts of one cell say together: the first gives full strength, the last the palest. */
    private final class Gathered {
        private final Grain grain = new Grain(blur);
        private final List<double[]> blocks = new ArrayList<>();
        private final List<Lab> curve = new ArrayList<>();
        /** Full strength; null until a part gave it. */
        private Lab massTone;

        private double spread;
        private Lab tint;
        private double tintSpread;
        private double kept = 1;
        private double clipped;
        private double beyond;
        private double bareShare;
        private boolean small;

        private void begins(Lab full, double apart, double spoke, double missed, Area area) {
            massTone = full;
            spread = apart;
            kept = spoke;
            bareShare = missed;
            clipped = area.clipped;
            beyond = area.beyond;
        }

        void square(Plan.Part part) {
            Area area = area(inner(part.box()));
            small |= area.points() < FEW_POINTS;
            Seen seen = colour(area);
            double apart = spread(area, seen.lab);
            if (massTone == null) begins(seen.lab, apart, seen.kept, seen.bare, area);
            curve.add(seen.lab);
            tint = seen.lab;
            tintSpread = apart;
            grain.add(area, bareBand);
            block(area, blocks);
        }

        void field(Plan.Part part) {
            Area area = reached(area(fieldInner(part.box())));
            small |= area.points() < FEW_POINTS;
            List<Seen> run = run(area);
            if (massTone == null) {
                if (run.get(run.size() - 1).lab.l() < run.get(0).lab.l() - OTHER_WAY) {
                    Collections.reverse(run);
                    notes.add("It was painted from the other end: full strength lies "
                            + (down ? "below." : "on the right."));
                }
                Area first = piece(area, 0, END);
                double least = run.stream().mapToDouble(Seen::kept).min().orElse(1);
                begins(end(run, false), spread(first, colour(first).lab), least, run.get(0).bare, area);
                curve.add(massTone);
            }
            run.forEach(s -> curve.add(s.lab));
            tint = end(run, true);
            curve.set(curve.size() - 1, tint);
            Area pale = piece(area, 1 - END, 1);
            tintSpread = spread(pale, colour(pale).lab);
            for (int i = 0; i < 4; i++) grain.add(piece(area, i / 4.0, (i + 1) / 4.0), bareBand);
            block(area, blocks);
        }

        void drop(Plan.Part part) {
            Area area = area(inner(part.box()));
            tint = palest(area);
            // Of a drop only its palest seventh speaks, and no two of them are alike.
            tintSpread = Math.max(tintSpread, spread);
            curve.add(tint);
            grain.addPieces(area, bareBand);
            block(area, blocks);
        }

        /** Where steps or stretches were painted they speak too: a square is one colour, whatever its bits are. */
        private WashRun thinned() {
            List<Lab> bits = new ArrayList<>(curve);
            blocks.forEach(b -> bits.add(new Lab(Math.max(0, Math.min(100, b[0])), b[1], b[2])));
            return WashRun.seen(massTone, tint, bits);
        }

        /** Steps that run from pale to strong were painted from the other end. */
        private void turnIfPaintedFromPale() {
            boolean steps = curve.size() > 2 && tint.l() < massTone.l() - OTHER_WAY;
            if (!steps) return;
            Lab strong = tint;
            double strongSpread = tintSpread;
            tint = massTone;
            tintSpread = spread;
            massTone = strong;
            spread = strongSpread;
            Collections.reverse(curve);
            turned = true;
            notes.add("Its steps were painted from pale to strong, and are read that way round.");
        }

        CellReading reading(Plan.Cell cell) {
            turnIfPaintedFromPale();
            Lab white = rendering.white();
            boolean bare =
                    distance(massTone, white) < BARE && curve.stream().allMatch(c -> distance(c, white) < BARE + 1);
            double separation = bare ? 0 : separation(blocks);
            Optional<Hidden> covering = bare ? Optional.empty() : covering(cell, massTone, tint);
            double confidence = confidence(cell, kept, clipped, small, bareShare, bare, massTone);
            if (grain.variation().isEmpty() && !bare) notes.add("No strength of it tells granulation.");
            if (beyond > PARTLY && !bare) {
                notes.add("As vivid as the file can hold: the paint may be more so."
                        + " A file in a wider colour space than a screen’s tells.");
            }
            if (separation > SEPARATES) notes.add("Two hues in one wash: its pigments part.");
            return new CellReading(
                    cell.index(),
                    massTone,
                    tint,
                    thinned(),
                    bare ? Optional.empty() : grain.variation(),
                    bare ? 0 : grain.visible(),
                    covering.map(Hidden::share),
                    covering.map(Hidden::overBlack),
                    separation,
                    new CellReading.Margins(
                            spread, tintSpread, bare ? Optional.empty() : grain.margin(), covering.map(Hidden::margin)),
                    confidence,
                    bare,
                    List.copyOf(notes));
        }
    }

    private double confidence(
            Plan.Cell cell, double kept, double clipped, boolean small, double bareShare, boolean bare, Lab massTone) {
        double c = trust.share();
        if (bare) {
            notes.add("There is no paint in this cell.");
            return c;
        }
        if (small) {
            notes.add("Too small in the picture to be sure of.");
            c *= 0.6;
        }
        if (clipped > 0.05) {
            notes.add("Brighter than the picture can tell in " + SheetReader.percent(clipped)
                    + " of it, or cut off at its edge.");
            c *= 0.6;
        }
        if (bareShare > 0.12) {
            notes.add("The paint missed " + SheetReader.percent(bareShare) + " of its square.");
            c *= 1 - bareShare / 2;
        }
        if (kept < 0.55) {
            notes.add("Patchy: bare paper, ruling, a blot, a hair or lettering lies in it.");
            c *= 0.75;
        }
        double shadow = lit.missNear(
                cell.box().centreX(), cell.box().centreY(), 14 + cell.box().height() / 2);
        // On a flat scan nothing throws one: there it is paint beyond its square.
        if (shadow > 0.05 && trust != Trust.SCANNED) {
            notes.add("A shadow or a patch of light lies beside it.");
            c *= 0.6;
        }
        if (massTone.l() < 6) notes.add("Darker than the picture tells apart.");
        if (blur > Math.max(0.45, 2.6 / ppm)) c *= 0.85;
        return c;
    }

    // ---- colours ----------------------------------------------------------------------------------------------

    private Area area(Rect box) {
        return Area.of(box, pitch, light, map, lit, black);
    }

    private Rect inner(Rect b) {
        double in = Math.min(1.5, 0.18 * Math.min(b.width(), b.height()));
        return SheetReader.grown(b, -in);
    }

    /** Of a field the sides are left out as of a square, its ends less: they are what is wanted. */
    private Rect fieldInner(Rect b) {
        double in = Math.min(1.5, 0.18 * Math.min(b.width(), b.height()));
        double ends = Math.min(1.0, 0.06 * (down ? b.height() : b.width()));
        return down
                ? new Rect(b.x() + in, b.y() + ends, b.width() - 2 * in, b.height() - 2 * ends)
                : new Rect(b.x() + ends, b.y() + in, b.width() - 2 * ends, b.height() - 2 * in);
    }

    private Area piece(Area area, double from, double to) {
        return down
                ? area.part(0, area.across, (int) (from * area.down), (int) (to * area.down))
                : area.part((int) (from * area.across), (int) (to * area.across), 0, area.down);
    }

    private double[] labs(Area area, int most) {
        int every = Math.max(1, (int) Math.ceil(area.points() / (double) most));
        double[] lab = new double[3 * (area.points() / every + 1)];
        int n = 0;
        // A stride that is no divisor of the width meets every column.
        if (every > 1 && area.across % every == 0) every++;
        for (int i = 0; i < area.points(); i += every) {
            float r = area.share[3 * i];
            if (Float.isNaN(r)) continue;
            Lab c = rendering.lab(r, area.share[3 * i + 1], area.share[3 * i + 2]);
            lab[n++] = c.l();
            lab[n++] = c.a();
            lab[n++] = c.b();
        }
        return Arrays.copyOf(lab, n);
    }

    private Seen colour(Area area) {
        double[] lab = labs(area, MOST_POINTS);
        int n = lab.length / 3;
        if (n < 4) return new Seen(rendering.white(), 0, 1);
        Lab white = rendering.white();
        double[] away = new double[n];
        for (int i = 0; i < n; i++) {
            double l = lab[3 * i] - white.l();
            double a = lab[3 * i + 1] - white.a();
            double b = lab[3 * i + 2] - white.b();
            away[i] = Math.sqrt(l * l + a * a + b * b);
        }
        double[] sorted = away.clone();
        Arrays.sort(sorted);
        double strong = sorted[(int) (n * 0.85)];
        if (strong < 10) {
            Robust.Centre c = Robust.centre(lab, n);
            return new Seen(c.light(lab, n), c.kept(), 0);
        }
        // Strong paint beside bare paper: the paper is no part of the colour.
        double limit = Math.max(BARE + 1, strong * 0.12);
        int m = 0;
        for (int i = 0; i < n; i++) {
            if (away[i] < limit) continue;
            System.arraycopy(lab, 3 * i, lab, 3 * m++, 3);
        }
        Robust.Centre c = Robust.centre(lab, m);
        return new Seen(c.light(lab, m), c.kept(), 1 - m / (double) n);
    }

    /** Standard error from the four quarters of an area. */
    private double spread(Area area, Lab whole) {
        double sum = 0;
        int w = area.across / 2;
        int h = area.down / 2;
        if (w < 3 || h < 3) return 0;
        for (int i = 0; i < 4; i++) {
            Area quarter = area.part(i % 2 * w, (i % 2 + 1) * w, i / 2 * h, (i / 2 + 1) * h);
            sum += Math.pow(distance(colour(quarter).lab, whole), 2);
        }
        return Math.sqrt(sum / 3) / 2;
    }

    private List<Seen> run(Area area) {
        List<Seen> all = new ArrayList<>();
        for (int i = 0; i < BINS; i++) {
            Area piece = piece(area, i / (double) BINS, (i + 1) / (double) BINS);
            double[] lab = labs(piece, MOST_POINTS / 4);
            Robust.Centre c = lab.length < 12
                    ? new Robust.Centre(
                            rendering.white().l(),
                            rendering.white().a(),
                            rendering.white().b(),
                            0,
                            0)
                    : Robust.centre(lab, lab.length / 3);
            all.add(new Seen(lab.length < 12 ? c.lab() : c.light(lab, lab.length / 3), c.kept(), 0));
        }
        return painted(all);
    }

    /**
     * Without what the brush did not reach at the ends of a field: strips of half a millimetre across, each from its end to the
     * first that is painted, and that one, which is so in part only. Where a brush stops there is an edge: what comes next is
     * plainly painted, and what comes after it little stronger. A wash that is let run out ends in bare paper, too, but by a slope.
     */
    private Area reached(Area area) {
        Area left = area.copy();
        missed(area, left, false);
        missed(area, left, true);
        return left;
    }

    private void missed(Area area, Area left, boolean last) {
        int step = Math.max(1, (int) Math.round(HALF_MM / area.pitch));
        int along = down ? area.down : area.across;
        int beside = down ? area.across : area.down;
        int most = Math.min((int) (MOST_MISSED * along) / step, along / step - 3);
        int[] bare = new int[beside];
        List<Double> edges = new ArrayList<>();
        List<Double> within = new ArrayList<>();
        for (int from = 0; from < beside; from += step) {
            int width = Math.min(step, beside - from);
            int n = 0;
            while (n < most && fromPaper(area, from, width, n, step, last) < BARE) n++;
            if (n == 0 || n == most) continue;
            edges.add(fromPaper(area, from, width, n + 1, step, last));
            within.add(fromPaper(area, from, width, n + 3, step, last));
            for (int j = from; j < from + width; j++) bare[j] = (n + 1) * step;
        }
        // By the middle of all strips: of one strip alone its grain would decide.
        if (edges.isEmpty() || !(median(edges) > PLAINLY && median(within) < SLOPE * median(edges))) return;
        for (int j = 0; j < beside; j++) {
            for (int i = 0; i < bare[j]; i++) {
                int at = last ? along - 1 - i : i;
                left.leave(down ? j : at, down ? at : j);
            }
        }
    }

    private static double median(List<Double> values) {
        double[] known = values.stream()
                .mapToDouble(v -> v)
                .filter(v -> !Double.isNaN(v))
                .toArray();
        return Robust.median(known, known.length);
    }

    /** Of one block of a strip, by its number from the end of the field; not a number where a line lies. */
    private double fromPaper(Area area, int from, int width, int number, int step, boolean last) {
        int along = down ? area.down : area.across;
        int at = last ? along - (number + 1) * step : number * step;
        Optional<Lab> mean = down ? mean(area, from, at, width, step) : mean(area, at, from, step, width);
        return mean.map(c -> distance(c, rendering.white())).orElse(Double.NaN);
    }

    /** Without stretches at its ends that the brush did not reach: bare paper, where the stretch before still is plainly painted. */
    private List<Seen> painted(List<Seen> run) {
        Lab white = rendering.white();
        int from = 0;
        int to = run.size();
        while (to - from > LEAST_BINS && missed(run.get(to - 1), run.get(to - 2), white)) to--;
        while (to - from > LEAST_BINS && missed(run.get(from), run.get(from + 1), white)) from++;
        return new ArrayList<>(run.subList(from, to));
    }

    private static boolean missed(Seen end, Seen before, Lab white) {
        return distance(end.lab, white) < BARE && distance(before.lab, white) > PLAINLY;
    }

    /** The colour at the very end of a run, by a straight line through its last three stretches; no paler than the paper. */
    private Lab end(List<Seen> run, boolean last) {
        int n = run.size();
        Lab a = run.get(last ? n - 1 : 0).lab;
        Lab b = run.get(last ? n - 2 : 1).lab;
        Lab c = run.get(last ? n - 3 : 2).lab;
        double l = Math.max(0, ahead(a.l(), b.l(), c.l()));
        Lab end = new Lab(Math.min(100, l), ahead(a.a(), b.a(), c.a()), ahead(a.b(), b.b(), c.b()));
        double white = Math.max(a.l(), rendering.white().l());
        if (l <= white) return end;
        double share = (white - a.l()) / (l - a.l());
        return new Lab(white, a.a() + share * (end.a() - a.a()), a.b() + share * (end.b() - a.b()));
    }

    /** Half a stretch beyond the first of three: least squares of a line through them. */
    private static double ahead(double first, double second, double third) {
        double mean = (first + second + third) / 3;
        return mean + (first - third) / 2 * 1.5;
    }

    /**
     * Into a square water was let: the palest stretch of it that is as large as a seventh, by its mean light. A stretch, and
     * not its palest points, which grain alone would make too pale; what the brush missed at the rim is no part of it.
     */
    private Lab palest(Area area) {
        int step = Math.max(1, (int) Math.round(1 / area.pitch));
        int across = area.across / step;
        int down = area.down / step;
        double[][] light = new double[down][across];
        for (int y = 0; y < down; y++) {
            for (int x = 0; x < across; x++) {
                double[] lab = labs(block(area, x, y, step), 60);
                light[y][x] = lab.length < 12 ? Double.NaN : distanceFromPaper(lab);
            }
        }
        missed(light);
        int side = Math.max(1, (int) Math.round(Math.sqrt(across * down / 7.0)));
        double best = Double.MAX_VALUE;
        int atX = -1;
        int atY = -1;
        for (int y = 0; y + side <= down; y++) {
            for (int x = 0; x + side <= across; x++) {
                double sum = 0;
                int n = 0;
                for (int j = y; j < y + side; j++) {
                    for (int i = x; i < x + side; i++) {
                        if (Double.isNaN(light[j][i])) continue;
                        sum += light[j][i];
                        n++;
                    }
                }
                if (n >= side * side * 0.7 && sum / n < best) {
                    best = sum / n;
                    atX = x;
                    atY = y;
                }
            }
        }
        if (atX < 0) return colour(area).lab;
        double[] lab = new double[0];
        for (int j = atY; j < atY + side; j++) {
            for (int i = atX; i < atX + side; i++) {
                if (Double.isNaN(light[j][i])) continue;
                double[] more = labs(block(area, i, j, step), 60);
                int from = lab.length;
                lab = Arrays.copyOf(lab, from + more.length);
                System.arraycopy(more, 0, lab, from, more.length);
            }
        }
        return Robust.centre(lab, lab.length / 3).light(lab, lab.length / 3);
    }

    private static Area block(Area area, int x, int y, int step) {
        return area.part(x * step, (x + 1) * step, y * step, (y + 1) * step);
    }

    private double distanceFromPaper(double[] lab) {
        return distance(Robust.centre(lab, lab.length / 3).lab(), rendering.white());
    }

    /** Leaves out what is bare and reaches the rim: the brush did not come there, the drop did not make it so. */
    private static void missed(double[][] fromPaper) {
        int down = fromPaper.length;
        int across = down == 0 ? 0 : fromPaper[0].length;
        List<int[]> next = new ArrayList<>();
        for (int y = 0; y < down; y++) {
            for (int x = 0; x < across; x++) {
                if (y == 0 || x == 0 || y == down - 1 || x == across - 1) next.add(new int[] {x, y});
            }
        }
        while (!next.isEmpty()) {
            int[] at = next.remove(next.size() - 1);
            int x = at[0];
            int y = at[1];
            if (x < 0 || y < 0 || x >= across || y >= down || !(fromPaper[y][x] < BARE)) continue;
            fromPaper[y][x] = Double.NaN;
            next.add(new int[] {x - 1, y});
            next.add(new int[] {x + 1, y});
            next.add(new int[] {x, y - 1});
            next.add(new int[] {x, y + 1});
        }
    }

    // ---- separation -------------------------------------------------------------------------------------------

    /** Means over half a mm, as L*, a*, b*. */
    private void block(Area area, List<double[]> blocks) {
        int step = Math.max(1, (int) Math.round(HALF_MM / area.pitch));
        int stride = Math.max(step, (int) Math.round(Math.sqrt(area.points() / 300.0)));
        for (int y = 0; y + step <= area.down; y += stride) {
            for (int x = 0; x + step <= area.across; x += stride) {
                mean(area, x, y, step, step).ifPresent(c -> blocks.add(new double[] {c.l(), c.a(), c.b()}));
            }
        }
    }

    /** By its mean light, of a block that is used for the most part. */
    private Optional<Lab> mean(Area area, int fromX, int fromY, int across, int down) {
        double r = 0;
        double g = 0;
        double b = 0;
        int n = 0;
        for (int j = fromY; j < fromY + down; j++) {
            for (int i = fromX; i < fromX + across; i++) {
                if (!area.has(i, j)) continue;
                int at = 3 * (j * area.across + i);
                r += area.share[at];
                g += area.share[at + 1];
                b += area.share[at + 2];
                n++;
            }
        }
        return n < across * down * 0.7 ? Optional.empty() : Optional.of(rendering.lab(r / n, g / n, b / n));
    }

    /**
     * A single pigment’s wash has at each lightness one hue and chroma; how far the blocks stray from the running middle
     * of that curve, in a*b*.
     */
    private static double separation(List<double[]> blocks) {
        int n = blocks.size();
        if (n < 40) return 0;
        blocks.sort((p, q) -> Double.compare(p[0], q[0]));
        int group = Math.max(12, n / 24);
        double[] stray = new double[n];
        int at = 0;
        double[] a = new double[group];
        double[] b = new double[group];
        for (int from = 0; from + group <= n; from += group) {
            for (int i = 0; i < group; i++) {
                a[i] = blocks.get(from + i)[1];
                b[i] = blocks.get(from + i)[2];
            }
            double ma = Robust.median(a, group);
            double mb = Robust.median(b, group);
            // Within a group lightness still runs a little; only a narrow one tells strays from the run.
            if (blocks.get(from + group - 1)[0] - blocks.get(from)[0] > 4) continue;
            for (int i = 0; i < group; i++) stray[at++] = Math.hypot(a[i] - ma, b[i] - mb);
        }
        if (at < group) return 0;
        double[] kept = Arrays.copyOf(stray, at);
        Arrays.sort(kept);
        return kept[(int) (at * 0.68)];
    }

    // ---- covering ---------------------------------------------------------------------------------------------

    /** @param margin half of what its two halves along the line differ by */
    private record Hidden(double share, double margin, Lab overBlack) {}

    /** How far the paint hides a black line, by its luminance over it and beside it.
     */
    private Optional<Hidden> covering(Plan.Cell cell, Lab massTone, Lab tint) {
        List<Plan.Part> lines = concat(
                cell.parts(PartKind.OPACITY_LINE).toList(),
                cell.parts(PartKind.BLACK_BAR).toList());
        List<Plan.Part> steps = cell.parts(PartKind.STEP).toList();
        int first = turned ? steps.size() - 1 : 0;
        List<Plan.Part> strong = concat(
                cell.parts(PartKind.MASS_TONE).toList(), steps.isEmpty() ? List.of() : List.of(steps.get(first)));
        if (strong.isEmpty()) strong = cell.parts(PartKind.FIELD).limit(1).toList();
        if (lines.isEmpty() || strong.isEmpty()) return Optional.empty();
        Rect line = lines.get(0).box();
        Rect full = strong.get(0).box();
        boolean upright = line.height() > line.width();
        boolean field = strong.get(0).kind() == PartKind.FIELD;
        // Of a field only its strong end counts as full strength.
        Rect at = field
                ? down
                        ? new Rect(full.x(), full.y(), full.width(), full.height() * 0.2)
                        : new Rect(full.x(), full.y(), full.width() * 0.2, full.height())
                : full;
        double beside = massTone.toXyz().y();
        Optional<Dark> over =
                darkest(line, SheetReader.grown(at, -Math.min(1, 0.12 * Math.min(at.width(), at.height()))), upright);
        Rect last = cell.parts().stream()
                .filter(p -> p.kind().isPainted())
                .reduce((x, y) -> y)
                .map(Plan.Part::box)
                .orElse(full);
        Rect pale = down
                ? new Rect(last.x(), last.bottom() - last.height() * 0.2, last.width(), last.height() * 0.2)
                : new Rect(last.right() - last.width() * 0.2, last.y(), last.width() * 0.2, last.height());
        Optional<Dark> bare = darkest(line, pale, upright);
        if (over.isEmpty()) return Optional.empty();
        // A black line shows under the palest wash, or it was never drawn.
        if (bare.isEmpty() || bare.get().luminance > 0.45 * tint.toXyz().y()) {
            notes.add("No black line shows under the palest wash: covering is not told.");
            return Optional.empty();
        }
        double ground = Math.min(Math.max(pageBlack, 0.005), bare.get().luminance);
        if (beside - ground < 0.015) {
            notes.add("As dark as the line itself: covering is not told.");
            return Optional.empty();
        }
        return Optional.of(new Hidden(
                Covering.of(
                        over.get().luminance,
                        ground,
                        beside,
                        rendering.white().toXyz().y()),
                over.get().halves / (beside - ground),
                colour(Area.of(over.get().box, Math.max(pitch, 0.1), light, map, lit, List.of())).lab));
    }

    /** @param halves half of what the luminances of its two halves differ by */
    private record Dark(double luminance, double halves, Rect box) {}

    /** The darkest band along a line, the middle half of it, that is found within a mm of where it was ruled. */
    private Optional<Dark> darkest(Rect line, Rect within, boolean upright) {
        double thick = upright ? line.width() : line.height();
        double reach = 1.0;
        Rect box = upright
                ? new Rect(line.x() - reach, within.y(), thick + 2 * reach, within.height())
                : new Rect(within.x(), line.y() - reach, within.width(), thick + 2 * reach);
        if (box.width() <= 0 || box.height() <= 0) return Optional.empty();
        Area area = Area.of(box, Math.max(pitch, 0.1), light, map, lit, List.of());
        int n = upright ? area.across : area.down;
        int along = upright ? area.down : area.across;
        double[] band = new double[n];
        double[] row = new double[along];
        for (int i = 0; i < n; i++) {
            int seen = 0;
            for (int j = 0; j < along; j++) {
                int x = upright ? i : j;
                int y = upright ? j : i;
                if (!area.has(x, y)) continue;
                row[seen++] = luminance(area, x, y);
            }
            if (seen == 0) return Optional.empty();
            band[i] = Robust.median(row, seen);
        }
        int wide = Math.max(1, (int) Math.round(0.85 * thick / area.pitch));
        double least = Double.MAX_VALUE;
        int from = 0;
        for (int i = 0; i + wide <= n; i++) {
            double sum = 0;
            for (int j = 0; j < wide; j++) sum += band[i + j];
            if (sum < least) {
                least = sum;
                from = i;
            }
        }
        // Its rims are left out: devices that sharpen make them darker than they are.
        int rim = wide / 4;
        int first = from + rim;
        int last = Math.max(first + 1, from + wide - rim);
        Rect found = upright
                ? new Rect(box.x() + first * area.pitch, box.y(), (last - first) * area.pitch, box.height())
                : new Rect(box.x(), box.y() + first * area.pitch, box.width(), (last - first) * area.pitch);
        double one = median(area, upright, first, last, 0, along / 2);
        double other = median(area, upright, first, last, along / 2, along);
        return Optional.of(new Dark(
                Robust.median(Arrays.copyOfRange(band, first, last), last - first),
                Double.isNaN(one) || Double.isNaN(other) ? 0 : Math.abs(one - other) / 2,
                found));
    }

    /** Luminance of some rows of an area, between two places along them. */
    private double median(Area area, boolean upright, int first, int last, int from, int to) {
        double[] all = new double[Math.max(0, (last - first) * (to - from))];
        int n = 0;
        for (int i = first; i < last; i++) {
            for (int j = from; j < to; j++) {
                int x = upright ? i : j;
                int y = upright ? j : i;
                if (!area.has(x, y)) continue;
                all[n++] = luminance(area, x, y);
            }
        }
        return n == 0 ? Double.NaN : Robust.median(all, n);
    }

    private double luminance(Area area, int x, int y) {
        int p = 3 * (y * area.across + x);
        return rendering
                .xyz(area.share[p], area.share[p + 1], area.share[p + 2])
                .y();
    }

    private static double distance(Lab one, Lab other) {
        return Math.sqrt(
                Math.pow(one.l() - other.l(), 2) + Math.pow(one.a() - other.a(), 2) + Math.pow(one.b() - other.b(), 2));
    }

    private static <T> List<T> concat(List<T> one, List<T> two) {
        List<T> all = new ArrayList<>(one);
        all.addAll(two);
        return all;
    }
}
