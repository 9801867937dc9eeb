package molvet.core.reading;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.atomic.AtomicBoolean;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.function.Function;
import java.util.function.Predicate;
import java.util.stream.Collectors;
import molvet.core.chart.ChartForm;
import molvet.core.chart.PageMarks;
import molvet.core.chart.PartKind;
import molvet.core.chart.Plan;
import molvet.core.chart.SheetSize;
import molvet.core.colour.Lab;
import molvet.core.measure.Rect;
import molvet.core.measure.Refusal;

/**
 * Reads a page: first the light from its bare paper, then cell by cell the paint.
 *
 * <p>Knows of the page only where its parts are; of the paints nothing.
 */
public final class SheetReader {
    /** Points of the lattice to a mm, at most: finer tells no more of the tooth of paper. */
    private static final double FINEST = 1 / 6.5;

    private static final double BARE_STEP = 2.4;
    private static final double BARE_HALF = 0.35;
    private static final double CLEAR = 0.75;
    private static final int MOST_SAMPLES = 1400;
    /** What can be told of a colour: below this distance from the paper there is no paint. */
    private static final double BARE = 3.0;

    private static final int MOST_POINTS = 1100;
    private static final int BINS = 10;
    private static final double CROP_FINEST = 5;
    private static final double CROP_SIDE = 380;
    private static final double SEPARATES = 3.0;

    private final Plan.Page page;
    private final SheetSize paper;
    private final Optional<PageMarks> marks;
    private final boolean down;

    /** @param form of the chart: on ring cards a field runs from top to bottom, else from left to right */
    public SheetReader(Plan.Page page, SheetSize paper, Optional<PageMarks> marks, ChartForm form) {
        this.page = page;
        this.paper = paper;
        this.marks = marks;
        this.down = form == ChartForm.RING_CARD;
    }

    // ---- the page in the picture ------------------------------------------------------------------------------------

    /**
     * The page’s place in the picture, from its printed marks and, for the lens, from the middles of what was painted.
     *
     * @param ties of printed marks, weight 1
     */
    public PageMap mapped(Light light, List<PageMap.Tie> ties) {
        PageMap flat = PageMap.fit(ties, light.width(), light.height(), false);
        List<PageMap.Tie> all = new ArrayList<>(ties);
        all.addAll(painted(light, flat));
        if (all.size() < ties.size() + 6) return flat;
        PageMap bulged = PageMap.fit(all, light.width(), light.height(), true);
        bulged = bulged.withResidual(bulged.residual(ties));
        // A lens is believed only where it brings the painted squares to their places without tearing the marks from
        // theirs.
        double before = misses(flat, all, ties.size());
        double after = misses(bulged, all, ties.size());
        boolean believed =
                Math.abs(bulged.k()) < 0.2 && after < 0.85 * before && bulged.residualMm() < flat.residualMm() + 0.1;
        return believed ? bulged : flat;
    }

    private static double misses(PageMap map, List<PageMap.Tie> all, int marks) {
        return map.residual(all.subList(marks, all.size()));
    }

    /** Painted parts seen whole: the middle between their edges, which lies where it was ruled however wide the brush went. */
    private List<PageMap.Tie> painted(Light light, PageMap map) {
        List<PageMap.Tie> ties = new ArrayList<>();
        List<Rect> boxes = page.cells().stream()
                .flatMap(c -> c.parts().stream())
                .filter(p -> p.kind().isPainted() || p.kind() == PartKind.CAPTION)
                .map(Plan.Part::box)
                .toList();
        for (Plan.Cell cell : page.cells()) {
            for (Plan.Part part : cell.parts()) {
                if (!part.kind().isPainted()) continue;
                Rect b = part.box();
                Optional<Double> dx = shift(light, map, b, true, boxes);
                Optional<Double> dy = shift(light, map, b, false, boxes);
                if (dx.isEmpty() && dy.isEmpty()) continue;
                double x = b.centreX() + dx.orElse(0.0);
                double y = b.centreY() + dy.orElse(0.0);
                PageMap.Point seen = map.at(x, y);
                // A painted edge is about six times less sure than a printed one.
                ties.add(new PageMap.Tie(
                        b.centreX(),
                        b.centreY(),
                        seen.x(),
                        seen.y(),
                        dx.isPresent() ? 0.15 : 0,
                        dy.isPresent() ? 0.15 : 0));
            }
        }
        return ties;
    }

    private Optional<Double> shift(Light light, PageMap map, Rect b, boolean sideways, List<Rect> boxes) {
        Optional<Double> first = edge(light, map, b, sideways, -1, boxes);
        Optional<Double> last = edge(light, map, b, sideways, 1, boxes);
        return first.isPresent() && last.isPresent() ? Optional.of((first.get() + last.get()) / 2) : Optional.empty();
    }

    /** How far the paint’s edge lies to the right of, or below, where it was ruled; empty where it cannot be told. */
    private Optional<Double> edge(Light light, PageMap map, Rect b, boolean sideways, int side, List<Rect> boxes) {
        double at = sideways ? (side < 0 ? b.x() : b.right()) : side < 0 ? b.y() : b.bottom();
        double room = 2;
        for (Rect r : boxes) {
            if (r == b) continue;
            boolean beside =
                    sideways ? r.y() < b.bottom() && b.y() < r.bottom() : r.x() < b.right() && b.x() < r.right();
            double gap = sideways
                    ? side < 0 ? b.x() - r.right() : r.x() - b.right()
                    : side < 0 ? b.y() - r.bottom() : r.y() - b.bottom();
            if (beside && gap > -0.1) room = Math.min(room, gap * 0.65);
        }
        if (room < 0.8) return Optional.empty();
        double step = 0.1;
        int n = (int) Math.floor(room / step);
        double[] profile = new double[2 * n + 1];
        double[] rgb = new double[3];
        double[] p = new double[2];
        double[] across = new double[15];
        for (int i = -n; i <= n; i++) {
            int seen = 0;
            for (int j = 0; j < across.length; j++) {
                double along = 0.15 + 0.7 * j / (across.length - 1);
                double x = sideways ? at + i * step : b.x() + along * b.width();
                double y = sideways ? b.y() + along * b.height() : at + i * step;
                map.at(x, y, p);
                double l = light.luminance(p[0], p[1], rgb);
                if (!Double.isNaN(l)) across[seen++] = l;
            }
            if (seen < 8) return Optional.empty();
            profile[i + n] = Robust.median(across, seen);
        }
        int edge = Math.max(2, n / 3);
        double out = 0;
        double in = 0;
        for (int i = 0; i < edge; i++) {
            out += profile[side < 0 ? i : 2 * n - i] / edge;
            in += profile[side < 0 ? 2 * n - i : i] / edge;
        }
        if (out - in < 0.12 * out) return Optional.empty();
        double half = (out + in) / 2;
        for (int i = -n; i < n; i++) {
            double one = profile[i + n] - half;
            double next = profile[i + n + 1] - half;
            if (side < 0 ? one >= 0 && next < 0 : one < 0 && next >= 0) {
                return Optional.of((i + one / (one - next)) * step);
            }
        }
        return Optional.empty();
    }

    // ---- the page ---------------------------------------------------------------------------------------------------

    /**
     * @param place of a colour-checker in the picture, if one was found
     * @param camera whether the file says it comes from a camera
     * @param goOn asked after each cell with the share that is done; false stops, and what was read is given
     */
    public PageReading read(
            Light light, PageMap map, Optional<Checker.Place> place, boolean camera, Predicate<Double> goOn) {
        List<String> notes = new ArrayList<>();
        double ppm = map.pixelsPerMm(paper.width() / 2, paper.height() / 2);
        PaperLight lit = paperLight(light, map);
        double tilt = map.tilt(paper.width(), paper.height());
        boolean flat = !camera && tilt < 0.6 && Math.abs(map.k()) < 0.005;
        Optional<Checker.Fitted> checker =
                place.flatMap(c -> Checker.fit(c, light, map, lit, paper.width(), paper.height()));
        Lab white = Lab.ofXyz(light.xyz(lit.mean()[0], lit.mean()[1], lit.mean()[2]));
        Trust trust = checker.isPresent()
                ? Trust.CHECKED
                : flat && isPaper(white) && lit.unevenness() < 0.12
                        ? Trust.SCANNED
                        : lit.unevenness() < 0.35 && lit.roughness() < 0.02 && white.chroma() < 14 && white.l() > 62
                                ? Trust.PHOTOGRAPHED
                                : Trust.WITHIN;
        Rendering rendering = checker.map(c -> Rendering.checked(c, light))
                .orElseGet(() -> Rendering.onPaper(trust == Trust.SCANNED ? between(white) : Lab.PAPER, light));
        double blur = blur(light, map);
        if (lit.unevenness() > 0.35)
            notes.add("The light is very uneven over the page: " + percent(lit.unevenness()) + ".");
        if (ppm < 4) {
            notes.add("Only " + Math.round(ppm * 25.4)
                    + " dots to the inch: colours are told, granulation hardly. Scan at 200 to 300 dpi.");
        }
        if (blur > Math.max(0.45, 2.6 / ppm)) notes.add("The picture is not sharp: granulation comes out too low.");
        if (white.l() < 70) notes.add("The picture is dark: the paper was seen at L* " + Math.round(white.l()) + ".");
        double[] bare = bareBand(light, map, lit, ppm);
        List<Rect> black = blackBoxes();
        double pitch = Math.max(FINEST, 1 / Math.max(1, ppm));
        double pageBlack = pageBlack(light, map, lit, rendering);
        List<CellReading> cells = cells(
                cell -> new CellReader(light, map, lit, rendering, pitch, bare, black, pageBlack, trust, blur, ppm)
                        .read(cell),
                goOn);
        Map<Integer, Crop> crops = page.cells().parallelStream()
                .filter(c -> c.painted().isPresent())
                .collect(Collectors.toMap(Plan.Cell::index, c -> crop(c, light, map, lit, rendering, ppm)));
        return new PageReading(
                map,
                rendering.white(),
                lit.unevenness(),
                blur,
                checker.map(Checker.Fitted::residual),
                trust,
                cells,
                crops,
                List.copyOf(notes));
    }

    /** All that is painted of a cell and a little round it. */
    private static Crop crop(
            Plan.Cell cell, Light light, PageMap map, PaperLight lit, Rendering rendering, double ppm) {
        Rect box = grown(cell.painted().orElseThrow(), 1);
        double pitch = Math.max(Math.max(1 / CROP_FINEST, 1 / ppm), Math.max(box.width(), box.height()) / CROP_SIDE);
        Area area = Area.of(box, pitch, light, map, lit, List.of());
        int[] rgb = new int[area.points()];
        for (int i = 0; i < rgb.length; i++) {
            float r = area.share[3 * i];
            rgb[i] = Float.isNaN(r) ? 0xf2f2f2 : rendering.screen(r, area.share[3 * i + 1], area.share[3 * i + 2]);
        }
        return new Crop(area.across, area.down, rgb);
    }

    /** Cell by cell, on as many processors as there are. */
    private List<CellReading> cells(Function<Plan.Cell, CellReading> reading, Predicate<Double> goOn) {
        AtomicInteger done = new AtomicInteger();
        AtomicBoolean stopped = new AtomicBoolean();
        double all = page.cells().size();
        return page.cells().parallelStream()
                .map(cell -> {
                    if (stopped.get()) return Optional.<CellReading>empty();
                    CellReading read = reading.apply(cell);
                    if (!goOn.test(done.incrementAndGet() / all)) stopped.set(true);
                    return Optional.of(read);
                })
                .flatMap(Optional::stream)
                .toList();
    }

    private static boolean isPaper(Lab white) {
        return white.l() > 86 && white.l() < 100.5 && Math.abs(white.a()) < 4 && white.b() > -5 && white.b() < 11;
    }

    /**
     * What a scanner says of the paper, and what watercolour papers are, each half: a device of unknown making errs by
     * about as much as papers differ (from memory: 1 to 2 in each of L*, a*, b*).
     */
    private static Lab between(Lab seen) {
        return new Lab((seen.l() + Lab.PAPER.l()) / 2, (seen.a() + Lab.PAPER.a()) / 2, (seen.b() + Lab.PAPER.b()) / 2);
    }

    static String percent(double share) {
        return Math.round(share * 100) + " %";
    }

    private List<Rect> blackBoxes() {
        return page.cells().stream()
                .flatMap(c -> c.parts().stream())
                .filter(p -> p.kind() == PartKind.OPACITY_LINE
                        || p.kind() == PartKind.BLACK_BAR
                        || p.kind() == PartKind.HOLE)
                .map(p -> grown(p.box(), 0.7))
                .toList();
    }

    private static Rect grown(Rect r, double by) {
        return new Rect(r.x() - by, r.y() - by, Math.max(0, r.width() + 2 * by), Math.max(0, r.height() + 2 * by));
    }

    // ---- bare paper -------------------------------------------------------------------------------------------------

    private PaperLight paperLight(Light light, PageMap map) {
        List<PaperLight.Sample> samples = new ArrayList<>();
        List<Rect> taken = taken(CLEAR);
        double[] p = new double[2];
        double[] c = new double[3];
        for (double step = BARE_STEP; samples.size() < 40 && step > 0.5; step /= 2) {
            samples.clear();
            for (double y = 1.2; y < paper.height() - 1; y += step) {
                for (double x = 1.2; x < paper.width() - 1; x += step) {
                    if (isTaken(x, y, taken)) continue;
                    bare(light, map, x, y, p, c).ifPresent(samples::add);
                }
            }
            if (step < 1) taken = taken(0.4);
        }
        if (samples.size() > MOST_SAMPLES) {
            List<PaperLight.Sample> fewer = new ArrayList<>();
            double every = samples.size() / (double) MOST_SAMPLES;
            for (int i = 0; i < MOST_SAMPLES; i++) fewer.add(samples.get((int) (i * every)));
            samples = fewer;
        }
        try {
            return PaperLight.of(samples, paper.width(), paper.height());
        } catch (IllegalArgumentException e) {
            throw Refusal.of(
                    "picture",
                    "Too little bare paper of the page is in the picture to tell white by.",
                    "Take the whole page into the picture, with some paper round the cells.");
        }
    }

    /** Everything on the page that is not bare paper, and a little more. */
    private List<Rect> taken(double clear) {
        List<Rect> all = new ArrayList<>();
        for (Plan.Cell cell : page.cells()) {
            for (Plan.Part part : cell.parts()) all.add(grown(part.box(), clear));
        }
        marks.ifPresent(m -> {
            Rect first = m.markers().get(0).box();
            Rect last = m.markers().get(2).box();
            m.markers().forEach(x -> all.add(grown(x.box(), clear)));
            all.add(grown(m.qr(), clear));
            // Between the markers stand the title and the check line.
            all.add(new Rect(first.right(), first.y() - 1, m.qr().x() - first.right(), first.height() + 6));
            all.add(new Rect(
                    first.right(), last.y() - 0.5, Math.max(0, last.x() - first.right()), last.height() + 1.5));
        });
        return all;
    }

    private static boolean isTaken(double x, double y, List<Rect> taken) {
        for (Rect r : taken) if (x > r.x() && x < r.right() && y > r.y() && y < r.bottom()) return true;
        return false;
    }

    private static Optional<PaperLight.Sample> bare(
            Light light, PageMap map, double x, double y, double[] p, double[] c) {
        double r = 0;
        double g = 0;
        double b = 0;
        int n = 0;
        for (int j = -1; j <= 1; j++) {
            for (int i = -1; i <= 1; i++) {
                map.at(x + i * BARE_HALF, y + j * BARE_HALF, p);
                if (!light.at(p[0], p[1], c)) return Optional.empty();
                r += c[0];
                g += c[1];
                b += c[2];
                n++;
            }
        }
        return g <= 0 ? Optional.empty() : Optional.of(new PaperLight.Sample(x, y, r / n, g / n, b / n));
    }

    /** Deviation of the band of scales that grain is told by, on bare paper, in each channel. */
    private double[] bareBand(Light light, PageMap map, PaperLight lit, double ppm) {
        double pitch = Math.max(FINEST, 1 / Math.max(1, ppm));
        List<Rect> taken = taken(0.5);
        double[][] found = new double[3][40];
        int n = 0;
        for (double side = 6; side >= 3 && n < 3; side -= 1.5) {
            n = 0;
            for (double y = 1; y + side < paper.height() - 1 && n < 40; y += side) {
                for (double x = 1; x + side < paper.width() - 1 && n < 40; x += side) {
                    Rect box = new Rect(x, y, side, side);
                    if (taken.stream().anyMatch(box::overlaps)) continue;
                    Area area = Area.of(box, pitch, light, map, lit, List.of());
                    if (area.clipped > 0.02) continue;
                    for (int c = 0; c < 3; c++)
                        found[c][n] = Grain.band(area, c).deviation();
                    n++;
                }
            }
        }
        double[] bare = new double[3];
        for (int c = 0; c < 3; c++) bare[c] = n == 0 ? 0.006 : Robust.median(found[c], n);
        return bare;
    }

    // ---- marks ------------------------------------------------------------------------------------------------------

    /** Width of the outer edges of the printed markers in the picture, in mm from a tenth to nine tenths of the step. */
    private double blur(Light light, PageMap map) {
        if (marks.isEmpty()) return 0;
        List<Double> widths = new ArrayList<>();
        double[] rgb = new double[3];
        double[] p = new double[2];
        for (PageMarks.Marker m : marks.get().markers()) {
            Rect b = m.box();
            double quarter = b.width() / 8;
            for (int side = 0; side < 4; side++) {
                double[] profile = new double[41];
                boolean whole = true;
                for (int i = 0; i <= 40; i++) {
                    double off = (i - 20) * quarter / 20;
                    double sum = 0;
                    for (double along : new double[] {0.35, 0.5, 0.65}) {
                        double x = side < 2 ? b.x() + along * b.width() : side == 2 ? b.x() + off : b.right() - off;
                        double y = side >= 2 ? b.y() + along * b.height() : side == 0 ? b.y() + off : b.bottom() - off;
                        map.at(x, y, p);
                        sum += light.luminance(p[0], p[1], rgb);
                    }
                    profile[i] = sum / 3;
                    whole &= !Double.isNaN(sum);
                }
                if (!whole) continue;
                double out = (profile[0] + profile[1] + profile[2]) / 3;
                double in = (profile[40] + profile[39] + profile[38]) / 3;
                if (out - in < 0.3 * out) continue;
                double from = Double.NaN;
                double to = Double.NaN;
                for (int i = 0; i <= 40; i++) {
                    double t = (profile[i] - in) / (out - in);
                    if (t > 0.9) from = i;
                    if (t < 0.1 && Double.isNaN(to)) to = i;
                }
                if (!Double.isNaN(from) && !Double.isNaN(to)) widths.add(Math.max(0, to - from) * quarter / 20);
            }
        }
        return widths.isEmpty()
                ? 0
                : Robust.median(widths.stream().mapToDouble(d -> d).toArray(), widths.size());
    }

    /** Luminance of a printed marker’s frame, for want of a bare black line. */
    private double pageBlack(Light light, PageMap map, PaperLight lit, Rendering rendering) {
        if (marks.isEmpty()) return 0.03;
        double[] found = new double[4];
        int n = 0;
        for (PageMarks.Marker m : marks.get().markers()) {
            Rect b = m.box();
            double rim = b.width() / 4;
            Rect frame = new Rect(b.x() + rim * 0.25, b.y() + rim, rim * 0.5, b.height() - 2 * rim);
            Area area = Area.of(frame, 0.15, light, map, lit, List.of());
            double g = area.mean(1);
            if (!Double.isNaN(g) && g < 0.25) {
                found[n++] = rendering.xyz(area.mean(0), g, area.mean(2)).y();
            }
        }
        return n == 0 ? 0.03 : Math.min(0.12, Robust.median(found, n));
    }

    // ---- one cell ---------------------------------------------------------------------------------------------------

    private final class CellReader {
        private final Light light;
        private final PageMap map;
        private final PaperLight lit;
        private final Rendering rendering;
        private final double pitch;
        private final double[] bareBand;
        private final List<Rect> black;
        private final double pageBlack;
        private final Trust trust;
        private final double blur;
        private final double ppm;
        private final List<String> notes = new ArrayList<>();

        private CellReader(
                Light light,
                PageMap map,
                PaperLight lit,
                Rendering rendering,
                double pitch,
                double[] bareBand,
                List<Rect> black,
                double pageBlack,
                Trust trust,
                double blur,
                double ppm) {
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
        }

        /** One colour found in an area, and how much of the area spoke for it. */
        private record Seen(Lab lab, double kept, double bare) {}

        CellReading read(Plan.Cell cell) {
            List<Plan.Part> solid = cell.parts(PartKind.MASS_TONE).toList();
            List<Plan.Part> steps = cell.parts(PartKind.STEP).toList();
            List<Plan.Part> fields = cell.parts(PartKind.FIELD).toList();
            List<Plan.Part> drops = cell.parts(PartKind.DROP).toList();
            Grain grain = new Grain();
            List<double[]> blocks = new ArrayList<>();
            List<Lab> curve = new ArrayList<>();
            double worst = 1;
            double clipped = 0;
            double bareShare = 0;
            Lab massTone = null;
            double spread = 0;
            boolean small = false;
            for (Plan.Part part : concat(solid, steps)) {
                Area area = area(inner(part.box()));
                small |= area.points() < 80;
                Seen seen = colour(area);
                if (massTone == null) {
                    massTone = seen.lab;
                    spread = spread(area, seen.lab);
                    bareShare = seen.bare;
                    worst = seen.kept;
                    clipped = area.clipped;
                }
                curve.add(seen.lab);
                grain.add(area, bareBand);
                block(area, blocks);
            }
            Lab tint = curve.isEmpty() ? null : curve.get(curve.size() - 1);
            for (Plan.Part part : fields) {
                Area area = area(fieldInner(part.box()));
                small |= area.points() < 80;
                List<Seen> run = run(area);
                if (massTone == null
                        && run.get(run.size() - 1).lab.l() < run.get(0).lab.l() - 6) {
                    java.util.Collections.reverse(run);
                    notes.add("It was painted from the other end: full strength lies "
                            + (down ? "below." : "on the right."));
                }
                if (massTone == null) {
                    massTone = end(run, false);
                    spread = spread(piece(area, 0, 0.2), colour(piece(area, 0, 0.2)).lab);
                    bareShare = run.get(0).bare;
                    worst = run.stream().mapToDouble(Seen::kept).min().orElse(1);
                    clipped = area.clipped;
                    curve.add(massTone);
                }
                run.forEach(s -> curve.add(s.lab));
                tint = end(run, true);
                curve.set(curve.size() - 1, tint);
                for (int i = 0; i < 4; i++) grain.add(piece(area, i / 4.0, (i + 1) / 4.0), bareBand);
                block(area, blocks);
            }
            for (Plan.Part part : drops) {
                Area area = area(inner(part.box()));
                tint = palest(area);
                curve.add(tint);
                grain.addPieces(area, bareBand);
                block(area, blocks);
            }
            if (massTone == null) {
                return new CellReading(
                        cell.index(),
                        rendering.white(),
                        rendering.white(),
                        List.of(),
                        0,
                        Optional.empty(),
                        0,
                        Optional.empty(),
                        0,
                        0,
                        true,
                        List.of());
            }
            Lab white = rendering.white();
            boolean bare =
                    distance(massTone, white) < BARE && curve.stream().allMatch(c -> distance(c, white) < BARE + 1);
            double separation = bare ? 0 : separation(blocks);
            Optional<Double> covering = bare ? Optional.empty() : covering(cell, massTone, tint);
            double confidence = confidence(cell, worst, clipped, small, bareShare, bare, massTone);
            if (grain.variation().isEmpty() && !bare) notes.add("No strength of it tells granulation.");
            if (separation > SEPARATES) notes.add("Two hues in one wash: its pigments part.");
            return new CellReading(
                    cell.index(),
                    massTone,
                    tint,
                    List.copyOf(curve),
                    spread,
                    bare ? Optional.empty() : grain.variation(),
                    bare ? 0 : grain.visible(),
                    covering,
                    separation,
                    confidence,
                    bare,
                    List.copyOf(notes));
        }

        private double confidence(
                Plan.Cell cell,
                double kept,
                double clipped,
                boolean small,
                double bareShare,
                boolean bare,
                Lab massTone) {
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
                notes.add("Patchy: a blot, a hair or lettering lies in it.");
                c *= 0.75;
            }
            double shadow = lit.missNear(
                    cell.box().centreX(), cell.box().centreY(), 14 + cell.box().height() / 2);
            if (shadow > 0.05) {
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
            return grown(b, -in);
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
                return new Seen(c.lab(), c.kept(), 0);
            }
            // Strong paint beside bare paper: the paper is no part of the colour.
            double limit = Math.max(BARE + 1, strong * 0.12);
            int m = 0;
            for (int i = 0; i < n; i++) {
                if (away[i] < limit) continue;
                System.arraycopy(lab, 3 * i, lab, 3 * m++, 3);
            }
            Robust.Centre c = Robust.centre(lab, m);
            return new Seen(c.lab(), c.kept(), 1 - m / (double) n);
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
                                0)
                        : Robust.centre(lab, lab.length / 3);
                all.add(new Seen(c.lab(), c.kept(), 0));
            }
            return all;
        }

        /** The colour at the very end of a run, by a straight line through its last three stretches. */
        private static Lab end(List<Seen> run, boolean last) {
            int n = run.size();
            Lab a = run.get(last ? n - 1 : 0).lab;
            Lab b = run.get(last ? n - 2 : 1).lab;
            Lab c = run.get(last ? n - 3 : 2).lab;
            return new Lab(
                    Math.max(0, Math.min(100, ahead(a.l(), b.l(), c.l()))),
                    ahead(a.a(), b.a(), c.a()),
                    ahead(a.b(), b.b(), c.b()));
        }

        /** Half a stretch beyond the first of three: least squares of a line through them. */
        private static double ahead(double first, double second, double third) {
            double mean = (first + second + third) / 3;
            return mean + (first - third) / 2 * 1.5;
        }

        /** The palest seventh of a square into which water was let, smoothed over a mm. */
        private Lab palest(Area area) {
            int step = Math.max(1, (int) Math.round(1 / area.pitch));
            List<Lab> blocks = new ArrayList<>();
            for (int y = 0; y + step <= area.down; y += step) {
                for (int x = 0; x + step <= area.across; x += step) {
                    double[] lab = labs(area.part(x, x + step, y, y + step), 60);
                    if (lab.length >= 12)
                        blocks.add(Robust.centre(lab, lab.length / 3).lab());
                }
            }
            if (blocks.isEmpty()) return colour(area).lab;
            blocks.sort((p, q) -> Double.compare(q.l(), p.l()));
            double[] best = new double[3 * Math.max(1, blocks.size() / 7)];
            for (int i = 0; i < best.length / 3; i++) {
                best[3 * i] = blocks.get(i).l();
                best[3 * i + 1] = blocks.get(i).a();
                best[3 * i + 2] = blocks.get(i).b();
            }
            return Robust.centre(best, best.length / 3).lab();
        }

        // ---- separation -------------------------------------------------------------------------------------------

        /** Means over half a mm, as L*, a*, b*. */
        private void block(Area area, List<double[]> blocks) {
            int step = Math.max(1, (int) Math.round(0.5 / area.pitch));
            int stride = Math.max(step, (int) Math.round(Math.sqrt(area.points() / 300.0)));
            for (int y = 0; y + step <= area.down; y += stride) {
                for (int x = 0; x + step <= area.across; x += stride) {
                    double r = 0;
                    double g = 0;
                    double b = 0;
                    int n = 0;
                    for (int j = y; j < y + step; j++) {
                        for (int i = x; i < x + step; i++) {
                            if (!area.has(i, j)) continue;
                            int at = 3 * (j * area.across + i);
                            r += area.share[at];
                            g += area.share[at + 1];
                            b += area.share[at + 2];
                            n++;
                        }
                    }
                    if (n < step * step * 0.7) continue;
                    Lab c = rendering.lab(r / n, g / n, b / n);
                    blocks.add(new double[] {c.l(), c.a(), c.b()});
                }
            }
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

        /**
         * Luminance of the paint over black against that beside it, the black’s own taken off both: the contrast ratio of
         * ISO 6504-3 (which sets paint over black against paint over white), freed of a black that is not quite black.
         */
        private Optional<Double> covering(Plan.Cell cell, Lab massTone, Lab tint) {
            List<Plan.Part> lines = concat(
                    cell.parts(PartKind.OPACITY_LINE).toList(),
                    cell.parts(PartKind.BLACK_BAR).toList());
            List<Plan.Part> strong = concat(
                    cell.parts(PartKind.MASS_TONE).toList(),
                    cell.parts(PartKind.STEP).limit(1).toList());
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
            double over = darkest(line, grown(at, -Math.min(1, 0.12 * Math.min(at.width(), at.height()))), upright);
            Rect last = cell.parts().stream()
                    .filter(p -> p.kind().isPainted())
                    .reduce((x, y) -> y)
                    .map(Plan.Part::box)
                    .orElse(full);
            Rect pale = down
                    ? new Rect(last.x(), last.bottom() - last.height() * 0.2, last.width(), last.height() * 0.2)
                    : new Rect(last.right() - last.width() * 0.2, last.y(), last.width() * 0.2, last.height());
            double bare = darkest(line, pale, upright);
            if (Double.isNaN(over)) return Optional.empty();
            // A black line shows under the palest wash, or it was never drawn.
            if (Double.isNaN(bare) || bare > 0.45 * tint.toXyz().y()) {
                notes.add("No black line shows under the palest wash: covering is not told.");
                return Optional.empty();
            }
            double ground = Math.min(Math.max(pageBlack, 0.005), bare);
            if (beside - ground < 0.03) {
                notes.add("As dark as the line itself: covering is not told.");
                return Optional.empty();
            }
            return Optional.of(Math.max(0, Math.min(1, (over - ground) / (beside - ground))));
        }

        /** The darkest band along a line, the middle half of it, that is found within a mm of where it was ruled. */
        private double darkest(Rect line, Rect within, boolean upright) {
            double thick = upright ? line.width() : line.height();
            double reach = 1.0;
            Rect box = upright
                    ? new Rect(line.x() - reach, within.y(), thick + 2 * reach, within.height())
                    : new Rect(within.x(), line.y() - reach, within.width(), thick + 2 * reach);
            if (box.width() <= 0 || box.height() <= 0) return Double.NaN;
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
                    int p = 3 * (y * area.across + x);
                    row[seen++] = rendering
                            .xyz(area.share[p], area.share[p + 1], area.share[p + 2])
                            .y();
                }
                if (seen == 0) return Double.NaN;
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
            return Robust.median(
                    Arrays.copyOfRange(band, from + rim, Math.max(from + rim + 1, from + wide - rim)),
                    Math.max(1, wide - 2 * rim));
        }
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
