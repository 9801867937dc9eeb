package molvet.core.reading;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import molvet.core.colour.Lab;
import molvet.core.colour.Xyz;
import molvet.core.measure.Refusal;
import org.apache.commons.math3.linear.Array2DRowRealMatrix;
import org.apache.commons.math3.linear.QRDecomposition;
import org.apache.commons.math3.linear.SingularMatrixException;

/**
 * The colour-rendition chart of 24 patches, four rows of six, found in a picture and used to set its colours right.
 *
 * <p>Values: C. S. McCamy, H. Marcus, J. G. Davidson, “A Color-Rendition Chart”, Journal of Applied Photographic Engineering
 * 2 (1976), table of CIE 1931 x, y, Y under illuminant C; carried to D50 by the linear Bradford transform.
 */
public final class Checker {
    public static final int COLUMNS = 6;
    public static final int ROWS = 4;
    /** x, y and Y of the patches by rows, from top left: the lowest row is white to black. */
    private static final double[][] PUBLISHED = {
        {0.4002, 0.3504, 0.1005}, {0.3773, 0.3446, 0.3582}, {0.2470, 0.2514, 0.1933}, {0.3372, 0.4220, 0.1329},
        {0.2651, 0.2400, 0.2427}, {0.2608, 0.3430, 0.4306}, {0.5060, 0.4070, 0.3005}, {0.2110, 0.1750, 0.1200},
        {0.4533, 0.3058, 0.1977}, {0.2845, 0.2020, 0.0656}, {0.3800, 0.4887, 0.4429}, {0.4729, 0.4375, 0.4306},
        {0.1866, 0.1285, 0.0611}, {0.3046, 0.4782, 0.2339}, {0.5385, 0.3129, 0.1200}, {0.4480, 0.4703, 0.5910},
        {0.3635, 0.2325, 0.1977}, {0.1958, 0.2519, 0.1977}, {0.3101, 0.3163, 0.9001}, {0.3101, 0.3163, 0.5910},
        {0.3101, 0.3163, 0.3620}, {0.3101, 0.3163, 0.1977}, {0.3101, 0.3163, 0.0900}, {0.3101, 0.3163, 0.0313}
    };

    private static final double C_X = 0.3101;
    private static final double C_Y = 0.3163;
    private static final int FIRST_GREY = 18;
    private static final int SIDE = 900;
    private static final int LEAST_FOUND = 17;
    /** Worse than this after the fit, it was no such chart, or in other light than the page. */
    private static final double WORST = 6;

    private Checker() {}

    /** The published colours for D50, by rows. */
    public static List<Lab> published() {
        Xyz c = xyz(C_X, C_Y, 1);
        return Arrays.stream(PUBLISHED)
                .map(p -> Lab.ofXyz(xyz(p[0], p[1], p[2]).adapted(c, Xyz.D50)))
                .toList();
    }

    private static Xyz xyz(double x, double y, double luminance) {
        return new Xyz(x / y * luminance, luminance, (1 - x - y) / y * luminance);
    }

    /**
     * Where it lies in a picture.
     *
     * @param map from columns and rows, the first patch’s middle at (0, 0), to pixels
     */
    public record Place(PageMap map) {
        PageMap.Point patch(int index) {
            return map.at(index % COLUMNS, index / COLUMNS);
        }
    }

    /** What it does to shares of the paper’s light, and mean ΔE00 left over its patches. */
    record Fitted(double[][] tone, double[] matrix, double residual) {
        Xyz xyz(double r, double g, double b) {
            double x = straight(0, r);
            double y = straight(1, g);
            double z = straight(2, b);
            return new Xyz(
                    matrix[0] * x + matrix[1] * y + matrix[2] * z,
                    matrix[3] * x + matrix[4] * y + matrix[5] * z,
                    matrix[6] * x + matrix[7] * y + matrix[8] * z);
        }

        /** Through the greys: straight in the logarithm between two of them, and beyond the last as between the last two. */
        private double straight(int channel, double v) {
            double[] seen = tone[2 * channel];
            double[] is = tone[2 * channel + 1];
            double ln = Math.log(Math.max(1e-4, v));
            int i = 0;
            while (i < seen.length - 2 && ln > seen[i + 1]) i++;
            double t = (ln - seen[i]) / (seen[i + 1] - seen[i]);
            return Math.exp(is[i] + t * (is[i + 1] - is[i]));
        }
    }

    // ---- using it ---------------------------------------------------------------------------------------------------

    /** Empty if the patches do not come near their published colours. */
    static Optional<Fitted> fit(Place place, Light light, PageMap page, PaperLight lit, double width, double height) {
        double[][] seen = new double[24][];
        for (int i = 0; i < 24; i++) {
            seen[i] = patch(place, i, light);
            if (seen[i] == null) return Optional.empty();
            double[] white = new double[3];
            double[] at = nearest(place.patch(i), page, width, height);
            lit.at(at[0], at[1], white);
            for (int c = 0; c < 3; c++) seen[i][c] /= white[c];
        }
        return fit(seen, light);
    }

    private static Optional<Fitted> fit(double[][] seen, Light light) {
        List<Lab> published = published();
        double[][] tone = new double[6][6];
        for (int c = 0; c < 3; c++) {
            for (int g = 0; g < 6; g++) {
                // From black to white.
                int patch = 23 - g;
                tone[2 * c][g] = Math.log(Math.max(1e-4, seen[patch][c]));
                tone[2 * c + 1][g] =
                        Math.log(Math.max(1e-4, light.rgb(published.get(patch).toXyz())[c]));
                if (g > 0 && tone[2 * c][g] - tone[2 * c][g - 1] < 0.02) return Optional.empty();
            }
        }
        Fitted straight = new Fitted(tone, new double[] {1, 0, 0, 0, 1, 0, 0, 0, 1}, 0);
        double[][] rows = new double[24][];
        double[][] wanted = new double[24][];
        for (int i = 0; i < 24; i++) {
            Xyz p = published.get(i).toXyz();
            // An error of the same share is as visible in a dark patch as in a light one.
            double weight = 1 / (p.y() + 0.03);
            Xyz lin = straight.xyz(seen[i][0], seen[i][1], seen[i][2]);
            rows[i] = new double[] {weight * lin.x(), weight * lin.y(), weight * lin.z()};
            wanted[i] = new double[] {weight * p.x(), weight * p.y(), weight * p.z()};
        }
        try {
            double[][] m = new QRDecomposition(new Array2DRowRealMatrix(rows, false))
                    .getSolver()
                    .solve(new Array2DRowRealMatrix(wanted, false))
                    .getData();
            double[] flat = new double[9];
            for (int r = 0; r < 3; r++) for (int c = 0; c < 3; c++) flat[3 * c + r] = m[r][c];
            Fitted fitted = new Fitted(tone, flat, 0);
            double sum = 0;
            for (int i = 0; i < 24; i++) {
                Xyz x = fitted.xyz(seen[i][0], seen[i][1], seen[i][2]);
                Lab lab = Lab.ofXyz(new Xyz(Math.max(0, x.x()), Math.max(0, x.y()), Math.max(0, x.z())));
                sum += lab.differenceFrom(published.get(i)) / 24;
            }
            return sum > WORST ? Optional.empty() : Optional.of(new Fitted(tone, flat, sum));
        } catch (SingularMatrixException | Refusal e) {
            return Optional.empty();
        }
    }

    /** Mean linear light over the middle half of a patch; null if it lies outside. */
    private static double[] patch(Place place, int index, Light light) {
        double column = index % COLUMNS;
        double row = index / COLUMNS;
        double[] sum = new double[3];
        double[] c = new double[3];
        for (int j = -4; j <= 4; j++) {
            for (int i = -4; i <= 4; i++) {
                PageMap.Point p = place.map.at(column + i * 0.06, row + j * 0.06);
                if (!light.at(p.x(), p.y(), c)) return null;
                for (int k = 0; k < 3; k++) sum[k] += c[k] / 81;
            }
        }
        return sum;
    }

    /** The point of the page nearest to a point of the picture, in mm. */
    private static double[] nearest(PageMap.Point p, PageMap page, double width, double height) {
        double[] best = new double[2];
        double least = Double.MAX_VALUE;
        for (int j = 0; j <= 12; j++) {
            for (int i = 0; i <= 12; i++) {
                double x = width * i / 12;
                double y = height * j / 12;
                PageMap.Point q = page.at(x, y);
                double far = Math.hypot(q.x() - p.x(), q.y() - p.y());
                if (far < least) {
                    least = far;
                    best = new double[] {x, y};
                }
            }
        }
        return best;
    }

    // ---- finding it -------------------------------------------------------------------------------------------------

    /** A flat spot of one colour: its middle, its area in pixels of the small picture. */
    private record Spot(double x, double y, double area) {}

    /**
     * Looks for it beside the page.
     *
     * @param page where the page lies; what is on it is passed over
     */
    public static Optional<Place> find(Light light, PageMap page, double width, double height) {
        int by = Math.max(1, Math.max(light.width(), light.height()) / SIDE);
        int w = light.width() / by;
        int h = light.height() / by;
        float[] small = small(light, by, w, h);
        boolean[] off = beside(page, width, height, by, w, h);
        List<Spot> spots = spots(small, off, w, h);
        if (spots.size() < LEAST_FOUND) return Optional.empty();
        Place best = null;
        double least = WORST * 4;
        for (PageMap lattice : lattices(spots, light, by)) {
            for (PageMap turned : List.of(lattice, turned(lattice, light))) {
                Place place = new Place(turned);
                double miss = likeness(place, light);
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
        double[] c = new double[3];
        for (int y = 0; y < h; y++) {
            for (int x = 0; x < w; x++) {
                double[] sum = new double[3];
                int n = 0;
                int step = Math.max(1, by / 2);
                for (int j = 0; j < by; j += step) {
                    for (int i = 0; i < by; i += step) {
                        light.at(x * by + i + 0.5, y * by + j + 0.5, c);
                        for (int k = 0; k < 3; k++) sum[k] += c[k];
                        n++;
                    }
                }
                for (int k = 0; k < 3; k++) out[3 * (y * w + x) + k] = (float) Math.cbrt(Math.max(0, sum[k] / n));
            }
        }
        return out;
    }

    private static boolean[] beside(PageMap page, double width, double height, int by, int w, int h) {
        boolean[] off = new boolean[w * h];
        double[][] corners = {{-2, -2}, {width + 2, -2}, {width + 2, height + 2}, {-2, height + 2}};
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
                flat[at] = most < 0.05;
            }
        }
        List<Spot> spots = new ArrayList<>();
        int[] stack = new int[w * h];
        boolean[] seen = new boolean[w * h];
        for (int start = 0; start < flat.length; start++) {
            if (!flat[start] || seen[start]) continue;
            int top = 0;
            stack[top++] = start;
            seen[start] = true;
            double n = 0;
            double sx = 0;
            double sy = 0;
            double sxx = 0;
            double syy = 0;
            double sxy = 0;
            while (top > 0) {
                int at = stack[--top];
                int x = at % w;
                int y = at / w;
                n++;
                sx += x;
                sy += y;
                sxx += (double) x * x;
                syy += (double) y * y;
                sxy += (double) x * y;
                for (int next : new int[] {at - 1, at + 1, at - w, at + w}) {
                    if (next < 0 || next >= flat.length || seen[next] || !flat[next]) continue;
                    if (Math.abs(next % w - x) > 1) continue;
                    seen[next] = true;
                    stack[top++] = next;
                }
            }
            if (n < 25 || n > w * h / 60.0) continue;
            double vx = sxx / n - sx / n * (sx / n);
            double vy = syy / n - sy / n * (sy / n);
            double vxy = sxy / n - sx / n * (sy / n);
            // Of a parallelogram the area is twelve times the root of the determinant of its spread.
            double square = n / (12 * Math.sqrt(Math.max(1e-9, vx * vy - vxy * vxy)));
            double round = Math.min(vx, vy) / Math.max(vx, vy);
            if (square > 0.8 && square < 1.15 && round > 0.35) spots.add(new Spot(sx / n + 0.5, sy / n + 0.5, n));
        }
        return spots;
    }

    /** Nets of six by four through spots of like size, the long side first. */
    private static List<PageMap> lattices(List<Spot> spots, Light light, int by) {
        List<PageMap> found = new ArrayList<>();
        for (Spot p : spots) {
            List<Spot> alike = spots.stream()
                    .filter(s -> s != p && s.area > p.area / 1.8 && s.area < p.area * 1.8)
                    .sorted(Comparator.comparingDouble(s -> Math.hypot(s.x - p.x, s.y - p.y)))
                    .limit(60)
                    .toList();
            if (alike.size() < LEAST_FOUND - 1) continue;
            for (int i = 0; i < Math.min(4, alike.size()); i++) {
                for (int j = i + 1; j < Math.min(5, alike.size()); j++) {
                    lattice(p, alike.get(i), alike.get(j), alike, light, by).ifPresent(found::add);
                    if (found.size() >= 6) return found;
                }
            }
        }
        return found;
    }

    private static Optional<PageMap> lattice(Spot p, Spot a, Spot b, List<Spot> alike, Light light, int by) {
        double ax = a.x - p.x;
        double ay = a.y - p.y;
        double bx = b.x - p.x;
        double by2 = b.y - p.y;
        double det = ax * by2 - ay * bx;
        double la = Math.hypot(ax, ay);
        double lb = Math.hypot(bx, by2);
        if (Math.abs(det) < 0.7 * la * lb || la > 1.5 * lb || lb > 1.5 * la) return Optional.empty();
        if (la < Math.sqrt(p.area) || la > 3 * Math.sqrt(p.area)) return Optional.empty();
        // The second axis turns clockwise from the first, as rows lie below each other.
        boolean swap = det < 0;
        List<int[]> at = new ArrayList<>();
        List<Spot> on = new ArrayList<>();
        at.add(new int[] {0, 0});
        on.add(p);
        for (Spot s : alike) {
            double dx = s.x - p.x;
            double dy = s.y - p.y;
            double u = (dx * by2 - dy * bx) / det;
            double v = (ax * dy - ay * dx) / det;
            int i = (int) Math.round(swap ? v : u);
            int j = (int) Math.round(swap ? u : v);
            double reach = 0.12 + 0.06 * Math.max(Math.abs(i), Math.abs(j));
            if (Math.abs((swap ? v : u) - i) < reach
                    && Math.abs((swap ? u : v) - j) < reach
                    && Math.abs(i) < 6
                    && Math.abs(j) < 6) {
                at.add(new int[] {i, j});
                on.add(s);
            }
        }
        if (at.size() < LEAST_FOUND) return Optional.empty();
        int best = 0;
        int[] window = null;
        for (int wide : new int[] {COLUMNS, ROWS}) {
            int high = COLUMNS + ROWS - wide;
            for (int i0 = -5; i0 <= 0; i0++) {
                for (int j0 = -5; j0 <= 0; j0++) {
                    int inside = 0;
                    for (int[] c : at) {
                        if (c[0] >= i0 && c[0] < i0 + wide && c[1] >= j0 && c[1] < j0 + high) inside++;
                    }
                    if (inside > best) {
                        best = inside;
                        window = new int[] {i0, j0, wide, high};
                    }
                }
            }
        }
        if (best < LEAST_FOUND) return Optional.empty();
        List<PageMap.Tie> ties = new ArrayList<>();
        for (int k = 0; k < at.size(); k++) {
            int i = at.get(k)[0] - window[0];
            int j = at.get(k)[1] - window[1];
            if (i < 0 || j < 0 || i >= window[2] || j >= window[3]) continue;
            // Standing on its side it is turned a quarter.
            double column = window[2] == COLUMNS ? i : j;
            double row = window[2] == COLUMNS ? j : ROWS - 1 - i;
            ties.add(PageMap.Tie.of(column, row, on.get(k).x * by, on.get(k).y * by));
        }
        try {
            PageMap map = PageMap.fit(ties, light.width(), light.height(), false);
            return map.residualMm() < 0.1 ? Optional.of(map) : Optional.empty();
        } catch (Refusal e) {
            return Optional.empty();
        }
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

    /** Mean distance of the patches from their published colours once its white and black are set right. */
    private static double likeness(Place place, Light light) {
        double[][] seen = new double[24][];
        for (int i = 0; i < 24; i++) {
            seen[i] = patch(place, i, light);
            if (seen[i] == null) return Double.MAX_VALUE;
        }
        double[] white = seen[FIRST_GREY].clone();
        for (double[] s : seen) for (int c = 0; c < 3; c++) s[c] /= Math.max(1e-3, white[c]);
        return fit(seen, light).map(Fitted::residual).orElse(Double.MAX_VALUE);
    }
}
