package molvet.core.reading;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;
import molvet.core.measure.Refusal;

/**
 * Finds the chart of 24 patches beside a page: flat spots of like size on a net of six by four, whose colours are near enough.
 *
 * <p>Takes time in the pixels of a picture made small, and at most six nets for each spot of it. Thresholds hold for pictures of
 * the stand-ins of scanner and camera in eight ways of lying, and are wide: what is found by mistake is refused by its colours.
 */
public final class CheckerFinder {
    private static final int COLUMNS = Checker.COLUMNS;
    private static final int ROWS = Checker.ROWS;
    /** Pixels of the longer side of the picture made small: a patch of a chart on a desk is a dozen of them wide. */
    private static final int SIDE = 900;
    /** Seven patches may lie under a shadow, a finger or the edge; with fewer, a net finds its place more than one way. */
    private static final int LEAST_FOUND = 17;
    /** How far beyond its edge, in mm, the page still hides what is there. */
    private static final double EDGE = 2;
    /** Most change, in cube roots of light, across two pixels within a patch: grain is below, an edge far above. */
    private static final double FLAT = 0.05;
    /** A patch of five pixels by five is the least that has a flat middle; one of 24 is far from a sixtieth of the picture. */
    private static final double LEAST_PIXELS = 25;

    private static final double MOST_OF_PICTURE = 60;
    /** Pixels over the area of the parallelogram of the same spread: 1 for a patch, less for a ring, more for a blot. */
    private static final double LEAST_FULL = 0.8;

    private static final double MOST_FULL = 1.15;
    /** Least over most spread along the picture's sides: a square seen at up to 54° from above it. */
    private static final double LEAST_ROUND = 0.35;
    /** Patches nearer the camera look larger, by less than this. */
    private static final double ALIKE = 1.8;
    /** Of like spots the nearest so many are looked at: the chart has 23 others. */
    private static final int MOST_ALIKE = 60;

    private static final int MOST_NETS = 6;
    /** Sides of a mesh stand at 44° and more to each other, and differ by less than half. */
    private static final double LEAST_SINE = 0.7;

    private static final double LONGER_SIDE = 1.5;
    /** Middles lie at most so many patches apart: the chart's own gaps are narrower than a patch. */
    private static final double FARTHEST_APART = 3;
    /** A spot may lie off its knot by this share of a mesh, and more for each mesh that it is away: the net is seen aslant. */
    private static final double REACH = 0.12;

    private static final double REACH_A_MESH = 0.06;
    /** Left over after the fit, in meshes. */
    private static final double FARTHEST_OFF = 0.1;
    /** How much worse colours may be before they are set right by the page's light. */
    private static final double UNFITTED = 4;

    private CheckerFinder() {}

    /** A flat spot of one colour: its middle, its area in pixels of the small picture. */
    private record Spot(double x, double y, double area) {}

    /**
     * Looks for it beside the page.
     *
     * @param page where the page lies; what is on it is passed over
     */
    public static Optional<Checker.Place> find(Light light, PageMap page, double width, double height) {
        int by = Math.max(1, Math.max(light.width(), light.height()) / SIDE);
        int w = light.width() / by;
        int h = light.height() / by;
        float[] small = small(light, by, w, h);
        boolean[] off = beside(page, width, height, by, w, h);
        List<Spot> spots = spots(small, off, w, h);
        if (spots.size() < LEAST_FOUND) return Optional.empty();
        Checker.Place best = null;
        double least = Checker.WORST * UNFITTED;
        for (PageMap lattice : lattices(spots, light, by)) {
            for (PageMap turned : List.of(lattice, turned(lattice, light))) {
                Checker.Place place = new Checker.Place(turned);
                double miss = Checker.likeness(place, light);
                if (miss < least) {
                    least = miss;
                    best = place;
                }
            }
        }
        return Optional.ofNullable(best);
    }

    private static float[] small(Light light, int by, int w, int h) {
        float[] out = new float[3 * w * h];
        int step = Math.max(1, by / 2);
        int each = (by + step - 1) / step;
        double share = 1.0 / (each * each);
        double[] sum = new double[3];
        for (int y = 0; y < h; y++) {
            for (int x = 0; x < w; x++) {
                Arrays.fill(sum, 0);
                for (int j = 0; j < by; j += step) {
                    for (int i = 0; i < by; i += step) light.add(x * by + i, y * by + j, sum);
                }
                for (int k = 0; k < 3; k++) out[3 * (y * w + x) + k] = (float) Math.cbrt(Math.max(0, sum[k] * share));
            }
        }
        return out;
    }

    private static boolean[] beside(PageMap page, double width, double height, int by, int w, int h) {
        boolean[] off = new boolean[w * h];
        double[][] corners = {
            {-EDGE, -EDGE}, {width + EDGE, -EDGE}, {width + EDGE, height + EDGE}, {-EDGE, height + EDGE}
        };
        double[] xs = new double[4];
        double[] ys = new double[4];
        for (int i = 0; i < 4; i++) {
            PageMap.Point p = page.at(corners[i][0], corners[i][1]);
            xs[i] = p.x() / by;
            ys[i] = p.y() / by;
        }
        for (int y = 0; y < h; y++) {
            for (int x = 0; x < w; x++) {
                boolean all = true;
                double first = 0;
                for (int i = 0; i < 4; i++) {
                    int n = (i + 1) % 4;
                    double cross = (xs[n] - xs[i]) * (y - ys[i]) - (ys[n] - ys[i]) * (x - xs[i]);
                    if (i == 0) first = cross;
                    all &= cross * first > 0;
                }
                off[y * w + x] = !all;
            }
        }
        return off;
    }

    private static List<Spot> spots(float[] small, boolean[] off, int w, int h) {
        boolean[] flat = flat(small, off, w, h);
        List<Spot> spots = new ArrayList<>();
        int[] stack = new int[w * h];
        for (int start = 0; start < flat.length; start++) {
            if (flat[start]) grown(start, flat, stack, w).within(w * h).ifPresent(spots::add);
        }
        return spots;
    }

    /** Where nothing changes within a pixel on each side. */
    private static boolean[] flat(float[] small, boolean[] off, int w, int h) {
        boolean[] flat = new boolean[w * h];
        for (int y = 1; y < h - 1; y++) {
            for (int x = 1; x < w - 1; x++) {
                int at = y * w + x;
                if (!off[at]) continue;
                double most = 0;
                for (int c = 0; c < 3; c++) {
                    most = Math.max(most, Math.abs(small[3 * (at + 1) + c] - small[3 * (at - 1) + c]));
                    most = Math.max(most, Math.abs(small[3 * (at + w) + c] - small[3 * (at - w) + c]));
                }
                flat[at] = most < FLAT;
            }
        }
        return flat;
    }

    /** Everything flat that hangs together with a pixel; it is taken out of what is flat. */
    private static Moments grown(int start, boolean[] flat, int[] stack, int w) {
        Moments all = new Moments();
        int top = 0;
        stack[top++] = start;
        flat[start] = false;
        while (top > 0) {
            int at = stack[--top];
            int x = at % w;
            all.add(x, at / w);
            for (int next : new int[] {at - 1, at + 1, at - w, at + w}) {
                if (next < 0 || next >= flat.length || !flat[next]) continue;
                if (Math.abs(next % w - x) > 1) continue;
                flat[next] = false;
                stack[top++] = next;
            }
        }
        return all;
    }

    /** Sums over the pixels of a spot. */
    private static final class Moments {
        private double n;
        private double sx;
        private double sy;
        private double sxx;
        private double syy;
        private double sxy;

        void add(int x, int y) {
            n++;
            sx += x;
            sy += y;
            sxx += (double) x * x;
            syy += (double) y * y;
            sxy += (double) x * y;
        }

        /** As a spot, if it could be a patch of the chart in a picture of so many pixels. */
        Optional<Spot> within(int pixels) {
            if (n < LEAST_PIXELS || n > pixels / MOST_OF_PICTURE) return Optional.empty();
            double vx = sxx / n - sx / n * (sx / n);
            double vy = syy / n - sy / n * (sy / n);
            double vxy = sxy / n - sx / n * (sy / n);
            // Of a parallelogram the area is twelve times the root of the determinant of its spread.
            double square = n / (12 * Math.sqrt(Math.max(1e-9, vx * vy - vxy * vxy)));
            double round = Math.min(vx, vy) / Math.max(vx, vy);
            return square > LEAST_FULL && square < MOST_FULL && round > LEAST_ROUND
                    ? Optional.of(new Spot(sx / n + 0.5, sy / n + 0.5, n))
                    : Optional.empty();
        }
    }

    /** Nets of six by four through spots of like size, the long side first. */
    private static List<PageMap> lattices(List<Spot> spots, Light light, int by) {
        List<PageMap> found = new ArrayList<>();
        for (Spot p : spots) {
            List<Spot> alike = spots.stream()
                    .filter(s -> s != p && s.area > p.area / ALIKE && s.area < p.area * ALIKE)
                    .sorted(Comparator.comparingDouble(s -> Math.hypot(s.x - p.x, s.y - p.y)))
                    .limit(MOST_ALIKE)
                    .toList();
            if (alike.size() < LEAST_FOUND - 1) continue;
            for (int i = 0; i < Math.min(4, alike.size()); i++) {
                for (int j = i + 1; j < Math.min(5, alike.size()); j++) {
                    Mesh.of(p, alike.get(i), alike.get(j))
                            .flatMap(m -> lattice(m, alike, light, by))
                            .ifPresent(found::add);
                    if (found.size() >= MOST_NETS) return found;
                }
            }
        }
        return found;
    }

    /** Two sides of a mesh of the net, from the middle of one spot: the second turns clockwise from the first, as rows lie below each other. */
    private record Mesh(Spot at, double ax, double ay, double bx, double by) {
        static Optional<Mesh> of(Spot p, Spot a, Spot b) {
            Mesh mesh = new Mesh(p, a.x - p.x, a.y - p.y, b.x - p.x, b.y - p.y);
            if (mesh.det() < 0) mesh = new Mesh(p, mesh.bx, mesh.by, mesh.ax, mesh.ay);
            double first = Math.hypot(mesh.ax, mesh.ay);
            double second = Math.hypot(mesh.bx, mesh.by);
            double side = Math.sqrt(p.area);
            boolean square = mesh.det() >= LEAST_SINE * first * second
                    && first <= LONGER_SIDE * second
                    && second <= LONGER_SIDE * first;
            double nearer = Math.min(first, second);
            boolean apart = nearer >= side && nearer <= FARTHEST_APART * side;
            return square && apart ? Optional.of(mesh) : Optional.empty();
        }

        private double det() {
            return ax * by - ay * bx;
        }

        /** Where a spot lies on the net, if it lies near one of its knots. */
        Optional<Knot> knot(Spot s) {
            double dx = s.x - at.x;
            double dy = s.y - at.y;
            double u = (dx * by - dy * bx) / det();
            double v = (ax * dy - ay * dx) / det();
            int i = (int) Math.round(u);
            int j = (int) Math.round(v);
            double reach = REACH + REACH_A_MESH * Math.max(Math.abs(i), Math.abs(j));
            boolean on = Math.abs(u - i) < reach
                    && Math.abs(v - j) < reach
                    && Math.abs(i) < COLUMNS
                    && Math.abs(j) < COLUMNS;
            return on ? Optional.of(new Knot(i, j, s)) : Optional.empty();
        }
    }

    private record Knot(int i, int j, Spot spot) {}

    /** A piece of the net as large as the chart, lying or standing on its side. */
    private record Window(int i, int j, int wide, int high) {
        boolean holds(Knot k) {
            return k.i >= i && k.i < i + wide && k.j >= j && k.j < j + high;
        }

        PageMap.Tie tie(Knot k, int by) {
            double column = wide == COLUMNS ? k.i - i : k.j - j;
            double row = wide == COLUMNS ? k.j - j : ROWS - 1 - (k.i - i);
            return PageMap.Tie.of(column, row, k.spot.x * by, k.spot.y * by);
        }
    }

    private static Optional<PageMap> lattice(Mesh mesh, List<Spot> alike, Light light, int by) {
        List<Knot> knots = Stream.concat(Stream.of(mesh.at), alike.stream())
                .flatMap(s -> mesh.knot(s).stream())
                .toList();
        if (knots.size() < LEAST_FOUND) return Optional.empty();
        Window window = fullest(knots);
        List<PageMap.Tie> ties =
                knots.stream().filter(window::holds).map(k -> window.tie(k, by)).toList();
        if (ties.size() < LEAST_FOUND) return Optional.empty();
        try {
            PageMap map = PageMap.fit(ties, light.width(), light.height(), false);
            return map.residualMm() < FARTHEST_OFF ? Optional.of(map) : Optional.empty();
        } catch (Refusal e) {
            return Optional.empty();
        }
    }

    private static Window fullest(List<Knot> knots) {
        Window best = new Window(0, 0, COLUMNS, ROWS);
        long most = 0;
        for (int wide : new int[] {COLUMNS, ROWS}) {
            for (int i = 1 - COLUMNS; i <= 0; i++) {
                for (int j = 1 - COLUMNS; j <= 0; j++) {
                    Window window = new Window(i, j, wide, COLUMNS + ROWS - wide);
                    long inside = knots.stream().filter(window::holds).count();
                    if (inside > most) {
                        most = inside;
                        best = window;
                    }
                }
            }
        }
        return best;
    }

    /** The same net from its other end. */
    private static PageMap turned(PageMap map, Light light) {
        List<PageMap.Tie> ties = new ArrayList<>();
        for (int[] c : new int[][] {{0, 0}, {COLUMNS - 1, 0}, {COLUMNS - 1, ROWS - 1}, {0, ROWS - 1}, {2, 1}}) {
            PageMap.Point p = map.at(c[0], c[1]);
            ties.add(PageMap.Tie.of(COLUMNS - 1 - c[0], ROWS - 1 - c[1], p.x(), p.y()));
        }
        return PageMap.fit(ties, light.width(), light.height(), false);
    }
}
