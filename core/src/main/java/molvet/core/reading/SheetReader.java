package molvet.core.reading;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
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

    private static final double CROP_FINEST = 5;
    private static final double CROP_SIDE = 380;

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

    /**
     * The map with how far a mark lies from where it was printed, as far as can be told. Four marks hold a homography exactly, so
     * that the marks it was made of tell nothing of it: each in turn is left out instead (cross-validation), and its miss by the
     * map of the others divided by what that map makes of an error of theirs.
     *
     * @param ties of printed marks
     */
    public PageMap judged(Light light, List<PageMap.Tie> ties, PageMap map) {
        List<List<PageMap.Tie>> byMark = marks.map(PageMarks::markers).orElse(List.of()).stream()
                .map(m -> SheetReader.grown(m.box(), 0.5))
                .map(box -> ties.stream()
                        .filter(t ->
                                t.x() >= box.x() && t.x() <= box.right() && t.y() >= box.y() && t.y() <= box.bottom())
                        .toList())
                .filter(own -> !own.isEmpty())
                .toList();
        if (byMark.size() < 4) return map;
        return map.withResidual(
                Math.max(map.residualMm(), PageMap.errorOfAMark(byMark, light.width(), light.height())));
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
     * @param known of the device’s own eye; a colour-checker in the picture knows better
     * @param camera whether the file says it comes from a camera
     * @param goOn asked after each cell with the share that is done; false stops, and what was read is given
     */
    public PageReading read(
            Light light,
            PageMap map,
            Optional<Checker.Place> place,
            Optional<DeviceEye> known,
            boolean camera,
            Predicate<Double> goOn) {
        if (light.isGrey()) {
            throw Refusal.of(
                    "picture",
                    "This picture holds no colours: it was scanned in greys, or in black and white.",
                    "Scan the page in colour, at 24 or 48 bits, and send it again.");
        }
        List<String> notes = new ArrayList<>();
        double burnt = light.burnt(map, paper.width(), paper.height());
        if (burnt > BURNT) {
            notes.add("The paper is burnt out over " + percent(burnt)
                    + " of the page: its exposure or contrast was set too high,"
                    + " and pale washes come out too pale. Scan with automatic exposure and contrast off.");
        }
        double ppm = map.pixelsPerMm(paper.width() / 2, paper.height() / 2);
        PaperLight lit = paperLight(light, map);
        double tilt = map.tilt(paper.width(), paper.height());
        boolean flat = !camera && tilt < 0.6 && Math.abs(map.k()) < 0.005;
        Optional<Checker.Fitted> checker =
                place.flatMap(c -> Checker.fit(c, light, map, lit, paper.width(), paper.height()));
        Lab white = Lab.ofXyz(light.xyz(lit.mean()[0], lit.mean()[1], lit.mean()[2]));
        Trust trust = checker.isPresent()
                ? Trust.CHECKED
                : burnt <= BURNT && flat && isPaper(white) && lit.unevenness() < 0.12
                        ? Trust.SCANNED
                        : burnt <= BURNT
                                        && lit.unevenness() < 0.35
                                        && lit.roughness() < 0.02
                                        && white.chroma() < 14
                                        && white.l() > 62
                                ? Trust.PHOTOGRAPHED
                                : Trust.WITHIN;
        Optional<DeviceEye> eye = checker.isPresent() ? Optional.empty() : known;
        Lab paperWhite = trust == Trust.SCANNED ? between(white) : Lab.PAPER;
        Function<Rendering, List<DeviceEye.Seen>> patchesBy =
                by -> Checker.seen(place.get(), light, map, lit, by, paper.width(), paper.height());
        List<DeviceEye.Seen> patches =
                checker.isEmpty() ? List.of() : patchesBy.apply(Rendering.onPaper(paperWhite, light, Optional.empty()));
        Rendering rendering = checker.map(c -> Rendering.checked(
                        c, light, DeviceEye.learnt(patchesBy.apply(Rendering.checked(c, light, Optional.empty())))))
                .orElseGet(() -> Rendering.onPaper(paperWhite, light, eye));
        eye.ifPresent(e -> notes.add(String.format(
                Locale.ROOT,
                "Corrected for what is known of the device: its own eye is ΔE00 %.1f off in the mean, %.1f once corrected.",
                e.before(),
                e.after())));
        double blur = blur(light, map);
        if (lit.unevenness() > 0.35)
            notes.add("The light is very uneven over the page: " + percent(lit.unevenness()) + ".");
        if (ppm < 4) {
            notes.add("Only " + Math.round(ppm * 25.4)
                    + " dots to the inch: colours are told, granulation hardly. Scan at 200 to 300 dpi.");
        }
        if (blur > Math.max(0.45, 2.6 / ppm)) notes.add("The picture is not sharp: granulation comes out too low.");
        if (white.l() < 70) notes.add("The picture is dark: the paper was seen at L* " + Math.round(white.l()) + ".");
        Grain.Band[] bare = bareBand(light, map, lit, ppm);
        List<Rect> black = blackBoxes();
        double pitch = Math.max(FINEST, 1 / Math.max(1, ppm));
        double pageBlack = pageBlack(light, map, lit, rendering);
        List<Plan.Cell> inside =
                page.cells().stream().filter(c -> isInside(c, light, map)).toList();
        int outside = page.cells().size() - inside.size();
        if (outside > 0) {
            notes.add(outside + (outside == 1 ? " cell lies" : " cells lie")
                    + " outside the picture, wholly or in part, and "
                    + (outside == 1 ? "is" : "are") + " not read: scan the whole page for them.");
        }
        List<CellReading> cells = cells(
                inside,
                cell -> new CellReader(
                                light, map, lit, rendering, pitch, bare, black, pageBlack, trust, blur, ppm, down)
                        .read(cell),
                goOn);
        Map<Integer, Crop> crops = inside.parallelStream()
                .filter(c -> c.painted().isPresent())
                .collect(Collectors.toMap(Plan.Cell::index, c -> crop(c, light, map, lit, rendering, ppm)));
        return new PageReading(
                map,
                rendering.white(),
                lit.unevenness(),
                blur,
                checker.map(Checker.Fitted::residual),
                trust,
                patches,
                eye,
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
    private static List<CellReading> cells(
            List<Plan.Cell> inside, Function<Plan.Cell, CellReading> reading, Predicate<Double> goOn) {
        AtomicInteger done = new AtomicInteger();
        AtomicBoolean stopped = new AtomicBoolean();
        double all = inside.size();
        return inside.parallelStream()
                .map(cell -> {
                    if (stopped.get()) return Optional.<CellReading>empty();
                    CellReading read = reading.apply(cell);
                    if (!goOn.test(done.incrementAndGet() / all)) stopped.set(true);
                    return Optional.of(read);
                })
                .flatMap(Optional::stream)
                .toList();
    }

    /** Whether all that is painted of a cell lies in the picture. */
    private static boolean isInside(Plan.Cell cell, Light light, PageMap map) {
        if (cell.painted().isEmpty()) return true;
        Rect box = cell.painted().get();
        for (double x : new double[] {box.x(), box.right()}) {
            for (double y : new double[] {box.y(), box.bottom()}) {
                PageMap.Point p = map.at(x, y);
                if (p.x() < 0 || p.y() < 0 || p.x() > light.width() || p.y() > light.height()) return false;
            }
        }
        return true;
    }

    /** Of a page so much may be white to the brim before its paper counts as burnt out. */
    private static final double BURNT = 0.25;

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

    static Rect grown(Rect r, double by) {
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

    /** The bands that grain is told by, on bare paper, in each channel. */
    private Grain.Band[] bareBand(Light light, PageMap map, PaperLight lit, double ppm) {
        double pitch = Math.max(FINEST, 1 / Math.max(1, ppm));
        List<Rect> taken = taken(0.5);
        double[][] fine = new double[3][40];
        double[][] middle = new double[3][40];
        int n = 0;
        for (double side = 6; side >= 3 && n < 3; side -= 1.5) {
            n = 0;
            for (double y = 1; y + side < paper.height() - 1 && n < 40; y += side) {
                for (double x = 1; x + side < paper.width() - 1 && n < 40; x += side) {
                    Rect box = new Rect(x, y, side, side);
                    if (taken.stream().anyMatch(box::overlaps)) continue;
                    Area area = Area.of(box, pitch, light, map, lit, List.of());
                    if (area.clipped > 0.02) continue;
                    for (int c = 0; c < 3; c++) {
                        Grain.Band band = Grain.band(area, c);
                        fine[c][n] = band.deviation();
                        middle[c][n] = band.middle();
                    }
                    n++;
                }
            }
        }
        Grain.Band[] bare = new Grain.Band[3];
        for (int c = 0; c < 3; c++) {
            bare[c] = n == 0
                    ? new Grain.Band(0.006, 0.002, 0)
                    : new Grain.Band(Robust.median(fine[c], n), Robust.median(middle[c], n), 0);
        }
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
}
