package molvet.core.reading;

import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import org.apache.commons.math3.geometry.euclidean.twod.Vector2D;
import org.apache.commons.math3.geometry.euclidean.twod.hull.MonotoneChain;
import org.apache.commons.math3.linear.Array2DRowRealMatrix;
import org.apache.commons.math3.linear.ArrayRealVector;
import org.apache.commons.math3.linear.SingularValueDecomposition;

/**
 * Finds what is painted on a loose card or sheet by its edges: the largest patch that is darker or more coloured than the
 * paper round it and does not reach the border of the picture.
 *
 * <p>The light on the paper is a surface of second degree in each channel, fitted to the brighter half of the picture and
 * refitted to what lies near it; the rectangle is the smallest that holds the patch’s convex hull, one of whose sides it shares
 * (H. Freeman, R. Shapira, Communications of the ACM 18, 1975).
 */
public final class PaintEdges {
    private static final int SIDE = 420;
    /** Paper lies within this share of the surface fitted to it, and closer with every round, so that pale paint drops out. */
    private static final double PAPER = 0.07;

    private static final double CLOSER = 0.75;
    /** Paint takes at least this share of the paper’s light in some channel: the palest wash takes little more. */
    private static final double DARKER = 0.04;
    /** Beside such paint, what takes this much is its palest end. */
    private static final double PALEST = 0.018;
    /** Where less than this share of the patch’s width is painted, it is a line or a run that sticks out. */
    private static final double STICKS_OUT = 0.4;

    private static final double LEAST_AREA = 0.004;
    /** Of many swatches on one scrap each is smaller. */
    private static final double LEAST_OF_MANY = 0.0012;

    private static final int MOST_PATCHES = 120;
    private static final double NOT_PAPER = 0.55;

    private PaintEdges() {}

    /** @return its corners from the top left clockwise, in pixels of the light; empty where no painted patch stands free */
    public static Optional<List<PageMap.Point>> in(Light light) {
        return found(light, false).stream().findFirst();
    }

    /**
     * Every painted patch that stands free, each with its four corners; from the top down in rows, each from the left: the order in
     * which swatches on a scrap are numbered.
     */
    public static List<List<PageMap.Point>> all(Light light) {
        List<List<PageMap.Point>> left = new ArrayList<>(found(light, true));
        List<List<PageMap.Point>> rows = new ArrayList<>();
        while (!left.isEmpty()) {
            List<PageMap.Point> top = left.stream()
                    .min(Comparator.comparingDouble(PaintEdges::middle))
                    .orElseThrow();
            double reach = (top.get(3).y() - top.get(0).y()) / 2;
            List<List<PageMap.Point>> row = left.stream()
                    .filter(p -> middle(p) - middle(top) < reach)
                    .sorted(Comparator.comparingDouble(p -> p.get(0).x()))
                    .toList();
            rows.addAll(row);
            left.removeAll(row);
        }
        return List.copyOf(rows);
    }

    private static double middle(List<PageMap.Point> corners) {
        return corners.stream().mapToDouble(PageMap.Point::y).average().orElse(0);
    }

    private static List<List<PageMap.Point>> found(Light light, boolean many) {
        double scale = Math.max(1, Math.max(light.width(), light.height()) / (double) SIDE);
        int w = (int) (light.width() / scale);
        int h = (int) (light.height() / scale);
        if (w < 12 || h < 12) return List.of();
        double[][] channels = sampled(light, scale, w, h);
        double[] taken = darkest(channels, w, h);
        boolean[] paint = opened(above(taken, DARKER), w, h);
        boolean[] pale = opened(above(taken, PALEST), w, h);
        double least = many ? LEAST_OF_MANY : LEAST_AREA;
        return patches(paint, w, h, least).stream()
                .limit(many ? MOST_PATCHES : 1)
                .map(strong -> withPaleEnd(strong, pale, w, h))
                .map(all -> clockwise(trimmed(smallest(hull(all, w)), all, w), scale))
                .toList();
    }

    private static double[][] sampled(Light light, double scale, int w, int h) {
        double[][] channels = new double[3][w * h];
        double[] c = new double[3];
        for (int y = 0; y < h; y++) {
            for (int x = 0; x < w; x++) {
                // The middles of sixteen parts: the grain of a picture is finer than its edges.
                for (int part = 0; part < 16; part++) {
                    double u = (x + (part % 4 + 0.5) / 4) * scale;
                    double v = (y + (part / 4 + 0.5) / 4) * scale;
                    if (!light.at(u, v, c)) continue;
                    for (int k = 0; k < 3; k++) channels[k][y * w + x] += c[k] / 16;
                }
            }
        }
        return channels;
    }

    private static boolean[] above(double[] taken, double least) {
        boolean[] all = new boolean[taken.length];
        for (int i = 0; i < all.length; i++) all[i] = taken[i] > least;
        return all;
    }

    /** The patch and what is paler and hangs together with it, unless that runs out of the picture as shade does. */
    private static List<Integer> withPaleEnd(List<Integer> strong, boolean[] pale, int w, int h) {
        boolean[] both = pale.clone();
        strong.forEach(i -> both[i] = true);
        boolean[] seen = new boolean[w * h];
        Patch grown = patch(strong.get(0), both, seen, w, h);
        return grown.border ? strong : grown.points;
    }

    /** The share of the paper’s light that is taken at each point, in the channel that loses most. */
    private static double[] darkest(double[][] channels, int w, int h) {
        double[] green = channels[1].clone();
        Arrays.sort(green);
        double middle = green[green.length / 2];
        boolean[] used = new boolean[w * h];
        for (int i = 0; i < used.length; i++) used[i] = channels[1][i] >= middle;
        double[][] paper = new double[3][];
        double near = PAPER;
        for (int round = 0; round < 7; round++, near *= CLOSER) {
            for (int k = 0; k < 3; k++) paper[k] = surface(channels[k], used, w, h);
            for (int i = 0; i < used.length; i++) {
                boolean bare = true;
                for (int k = 0; k < 3; k++) bare &= Math.abs(channels[k][i] / paper[k][i] - 1) < near;
                used[i] = bare;
            }
        }
        double[] taken = new double[w * h];
        for (int i = 0; i < taken.length; i++) {
            for (int k = 0; k < 3; k++) taken[i] = Math.max(taken[i], 1 - channels[k][i] / paper[k][i]);
        }
        return taken;
    }

    private static double[] surface(double[] channel, boolean[] used, int w, int h) {
        int step = 4;
        List<double[]> rows = new ArrayList<>();
        List<Double> values = new ArrayList<>();
        for (int y = 0; y < h; y += step) {
            for (int x = 0; x < w; x += step) {
                if (!used[y * w + x]) continue;
                rows.add(terms(x, y, w, h));
                values.add(channel[y * w + x]);
            }
        }
        double[] out = new double[w * h];
        if (rows.size() < 24) {
            Arrays.fill(out, Arrays.stream(channel).max().orElse(1));
            return out;
        }
        double[] c = new SingularValueDecomposition(new Array2DRowRealMatrix(rows.toArray(double[][]::new), false))
                .getSolver()
                .solve(new ArrayRealVector(values.toArray(Double[]::new)))
                .toArray();
        double most = values.stream().mapToDouble(v -> v).max().orElse(1);
        for (int y = 0; y < h; y++) {
            for (int x = 0; x < w; x++) {
                double[] t = terms(x, y, w, h);
                double sum = 0;
                for (int i = 0; i < t.length; i++) sum += c[i] * t[i];
                // Far from any paper the surface means nothing: it stays between what paper was seen to be.
                out[y * w + x] = Math.max(NOT_PAPER * most, Math.min(most, sum));
            }
        }
        return out;
    }

    private static double[] terms(int x, int y, int w, int h) {
        double u = x / (double) w - 0.5;
        double v = y / (double) h - 0.5;
        return new double[] {1, u, v, u * u, u * v, v * v};
    }

    /** Hairs, lettering and pencil lines vanish when every patch is made smaller by a little and larger again. */
    private static boolean[] opened(boolean[] paint, int w, int h) {
        int by = Math.max(1, Math.max(w, h) / 140);
        return grown(grown(paint, w, h, by, false), w, h, by, true);
    }

    private static boolean[] grown(boolean[] paint, int w, int h, int by, boolean value) {
        boolean[] now = paint;
        for (int round = 0; round < by; round++) {
            boolean[] next = now.clone();
            for (int y = 0; y < h; y++) {
                for (int x = 0; x < w; x++) {
                    if (now[y * w + x] != value) continue;
                    if (x > 0) next[y * w + x - 1] = value;
                    if (x < w - 1) next[y * w + x + 1] = value;
                    if (y > 0) next[(y - 1) * w + x] = value;
                    if (y < h - 1) next[(y + 1) * w + x] = value;
                }
            }
            now = next;
        }
        return now;
    }

    /** Points that hang together. {@code border}: whether they reach the edge of the picture. */
    private record Patch(List<Integer> points, boolean border) {}

    /** Indices of each patch that touches no border, the largest first. */
    private static List<List<Integer>> patches(boolean[] paint, int w, int h, double least) {
        boolean[] seen = new boolean[w * h];
        List<List<Integer>> all = new ArrayList<>();
        for (int from = 0; from < seen.length; from++) {
            if (!paint[from] || seen[from]) continue;
            Patch patch = patch(from, paint, seen, w, h);
            if (!patch.border && patch.points.size() >= least * w * h) all.add(patch.points);
        }
        all.sort(Comparator.comparingInt(p -> -p.size()));
        return all;
    }

    private static Patch patch(int from, boolean[] paint, boolean[] seen, int w, int h) {
        List<Integer> points = new ArrayList<>();
        boolean border = false;
        ArrayDeque<Integer> open = new ArrayDeque<>(List.of(from));
        seen[from] = true;
        while (!open.isEmpty()) {
            int i = open.pop();
            points.add(i);
            int x = i % w;
            int y = i / w;
            border |= x == 0 || y == 0 || x == w - 1 || y == h - 1;
            if (x > 0) push(i - 1, paint, seen, open);
            if (x < w - 1) push(i + 1, paint, seen, open);
            if (y > 0) push(i - w, paint, seen, open);
            if (y < h - 1) push(i + w, paint, seen, open);
        }
        return new Patch(points, border);
    }

    private static void push(int i, boolean[] paint, boolean[] seen, ArrayDeque<Integer> open) {
        if (!paint[i] || seen[i]) return;
        seen[i] = true;
        open.push(i);
    }

    private static Vector2D[] hull(List<Integer> patch, int w) {
        List<Vector2D> all =
                patch.stream().map(i -> new Vector2D(i % w + 0.5, i / w + 0.5)).toList();
        return new MonotoneChain(false, 1e-6).generate(all).getVertices();
    }

    private static List<Vector2D> smallest(Vector2D[] hull) {
        double least = Double.MAX_VALUE;
        List<Vector2D> best = List.of();
        for (int i = 0; i < hull.length; i++) {
            Vector2D along = hull[(i + 1) % hull.length].subtract(hull[i]);
            if (along.getNorm() < 1e-9) continue;
            Vector2D u = along.normalize();
            Vector2D v = new Vector2D(-u.getY(), u.getX());
            double u0 = Double.MAX_VALUE;
            double u1 = -Double.MAX_VALUE;
            double v0 = Double.MAX_VALUE;
            double v1 = -Double.MAX_VALUE;
            for (Vector2D p : hull) {
                u0 = Math.min(u0, p.dotProduct(u));
                u1 = Math.max(u1, p.dotProduct(u));
                v0 = Math.min(v0, p.dotProduct(v));
                v1 = Math.max(v1, p.dotProduct(v));
            }
            double area = (u1 - u0) * (v1 - v0);
            if (area >= least) continue;
            least = area;
            best = List.of(at(u, v, u0, v0), at(u, v, u1, v0), at(u, v, u1, v1), at(u, v, u0, v1));
        }
        return best;
    }

    /** The rectangle without what sticks out of it, such as a black line that is longer than the wash is wide. */
    private static List<Vector2D> trimmed(List<Vector2D> corners, List<Integer> patch, int w) {
        Vector2D origin = corners.get(0);
        Vector2D along = corners.get(1).subtract(origin);
        Vector2D down = corners.get(3).subtract(origin);
        double[] x = kept(patch, w, origin, along);
        double[] y = kept(patch, w, origin, down);
        return List.of(
                new Vector2D(1, origin, x[0], along, y[0], down),
                new Vector2D(1, origin, x[1], along, y[0], down),
                new Vector2D(1, origin, x[1], along, y[1], down),
                new Vector2D(1, origin, x[0], along, y[1], down));
    }

    /** From where to where along a side the patch is about as wide as it is in most places; shares of the side. */
    private static double[] kept(List<Integer> patch, int w, Vector2D origin, Vector2D side) {
        int bins = Math.max(4, (int) Math.round(side.getNorm() / 2));
        int[] count = new int[bins];
        double square = side.getNormSq();
        for (int i : patch) {
            double t = new Vector2D(i % w + 0.5, i / w + 0.5).subtract(origin).dotProduct(side) / square;
            count[Math.max(0, Math.min(bins - 1, (int) (t * bins)))]++;
        }
        int[] sorted = count.clone();
        Arrays.sort(sorted);
        double enough = STICKS_OUT * sorted[(int) (bins * 0.6)];
        int first = 0;
        int last = bins - 1;
        while (first < last && count[first] < enough) first++;
        while (last > first && count[last] < enough) last--;
        return new double[] {first / (double) bins, (last + 1) / (double) bins};
    }

    private static Vector2D at(Vector2D u, Vector2D v, double alongU, double alongV) {
        return new Vector2D(alongU, u, alongV, v);
    }

    private static List<PageMap.Point> clockwise(List<Vector2D> corners, double scale) {
        int n = corners.size();
        int first = 0;
        for (int i = 1; i < n; i++) {
            if (sum(corners.get(i)) < sum(corners.get(first))) first = i;
        }
        Vector2D next = corners.get((first + 1) % n);
        Vector2D previous = corners.get((first + n - 1) % n);
        boolean forward = next.getX() - next.getY() > previous.getX() - previous.getY();
        List<PageMap.Point> out = new ArrayList<>();
        for (int i = 0; i < n; i++) {
            Vector2D c = corners.get((first + (forward ? i : n - i)) % n);
            out.add(new PageMap.Point(c.getX() * scale, c.getY() * scale));
        }
        return out;
    }

    private static double sum(Vector2D v) {
        return v.getX() + v.getY();
    }
}
