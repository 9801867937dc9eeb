package molvet.core.reading;

import java.util.ArrayList;
import java.util.List;
import molvet.core.measure.Refusal;
import org.apache.commons.math3.exception.MathRuntimeException;
import org.apache.commons.math3.fitting.leastsquares.LeastSquaresBuilder;
import org.apache.commons.math3.fitting.leastsquares.LevenbergMarquardtOptimizer;
import org.apache.commons.math3.fitting.leastsquares.MultivariateJacobianFunction;
import org.apache.commons.math3.linear.Array2DRowRealMatrix;
import org.apache.commons.math3.linear.ArrayRealVector;
import org.apache.commons.math3.linear.RealMatrix;
import org.apache.commons.math3.linear.RealVector;
import org.apache.commons.math3.linear.SingularValueDecomposition;
import org.apache.commons.math3.util.Pair;

/**
 * Where each point of a page lies in a picture of it: a homography, and the bulge of the lens.
 *
 * <p>From mm on the page to pixels: {@code (p, q) = H (x, y, 1)}, then away from the picture's middle by
 * {@code 1 + k r²}, with r as a share of half the picture's diagonal (the first radial term of D. C. Brown, “Close-range
 * camera calibration”, Photogrammetric Engineering 37 (1971)).
 *
 * @param h eight numbers by rows, the ninth being 1
 * @param k first radial coefficient; 0 for a lens that draws straight
 * @param residualMm root of the mean squared miss of marks, in mm on the page: of those it was fitted to, or better, of marks
 *     left out
 */
public record PageMap(List<Double> h, double k, double middleX, double middleY, double half, double residualMm) {
    /**
     * A point known on both sides.
     *
     * @param x and {@code y} mm from the top left of the page
     * @param u and {@code v} pixels
     * @param weightU how far to trust it across, 1 for a printed mark, 0 not at all
     */
    public record Tie(double x, double y, double u, double v, double weightU, double weightV) {
        public static Tie of(double x, double y, double u, double v) {
            return new Tie(x, y, u, v, 1, 1);
        }

        private Tie moved(double pixels) {
            return new Tie(x, y, u + pixels, v + pixels, weightU, weightV);
        }
    }

    /** A point, in mm or pixels. */
    public record Point(double x, double y) {}

    /**
     * The map that misses the ties least.
     *
     * <p>First the direct linear transform (R. Hartley, A. Zisserman, Multiple View Geometry, 2nd ed. 2003, algorithm
     * 4.2, with both sides normalised), then Levenberg and Marquardt on the distance in the picture.
     *
     * @param ties at least four, no three of the first four in a line
     * @param lens whether the lens may bulge
     * @throws Refusal if no page can lie so
     */
    public static PageMap fit(List<Tie> ties, int width, int height, boolean lens) {
        if (ties.size() < 4) throw noPage();
        double half = Math.hypot(width, height) / 2;
        try {
            double[] start = direct(ties);
            double[] first = new double[lens ? 9 : 8];
            System.arraycopy(start, 0, first, 0, 8);
            MultivariateJacobianFunction misses = p -> misses(p.toArray(), ties, width / 2.0, height / 2.0, half);
            double[] best = new LevenbergMarquardtOptimizer()
                    .optimize(new LeastSquaresBuilder()
                            .start(first)
                            .model(misses)
                            .target(new double[2 * ties.size()])
                            .maxEvaluations(200)
                            .maxIterations(100)
                            .build())
                    .getPoint()
                    .toArray();
            List<Double> h = new ArrayList<>();
            for (int i = 0; i < 8; i++) h.add(best[i]);
            PageMap map = new PageMap(List.copyOf(h), lens ? best[8] : 0, width / 2.0, height / 2.0, half, 0);
            return map.withResidual(map.residual(ties));
        } catch (MathRuntimeException e) {
            throw noPage();
        }
    }

    private static Refusal noPage() {
        return Refusal.of(
                "picture", "The marks found do not lie as on a page.", "Drag the four corners to the markers by hand.");
    }

    /** The four corners of a page given by hand; exact. @param corners in pixels, clockwise from the page's top left */
    public static PageMap ofCorners(List<Point> page, List<Point> corners, int width, int height) {
        if (page.size() != 4 || corners.size() != 4) throw noPage();
        double turn = 0;
        for (int i = 0; i < 4; i++) {
            Point a = corners.get(i);
            Point b = corners.get((i + 1) % 4);
            Point c = corners.get((i + 2) % 4);
            double cross = (b.x - a.x) * (c.y - b.y) - (b.y - a.y) * (c.x - b.x);
            if (Math.abs(cross) < 100 || turn * cross < 0) {
                throw Refusal.of(
                        "corners",
                        "These four corners are not those of a sheet.",
                        "Go round it clockwise, from the sheet’s top left corner.");
            }
            turn = cross;
        }
        if (turn < 0) {
            throw Refusal.of(
                    "corners",
                    "The corners go round the wrong way: that would be the sheet seen in a mirror.",
                    "Go round it clockwise, from the sheet’s top left corner.");
        }
        List<Tie> ties = new ArrayList<>();
        for (int i = 0; i < 4; i++) {
            ties.add(Tie.of(page.get(i).x, page.get(i).y, corners.get(i).x, corners.get(i).y));
        }
        return fit(ties, width, height, false);
    }

    /** Where a point of the page lies in the picture, in pixels. */
    public Point at(double x, double y) {
        double[] out = new double[2];
        at(x, y, out);
        return new Point(out[0], out[1]);
    }

    /** The same of points of one height, step by step: for areas of many thousand. @param out u and v of each in turn */
    void along(double fromX, double step, double y, double[] out) {
        double u = h.get(1) * y + h.get(2);
        double v = h.get(4) * y + h.get(5);
        double w = h.get(7) * y + 1;
        double du = h.get(0);
        double dv = h.get(3);
        double dw = h.get(6);
        for (int i = 0; i < out.length; i += 2) {
            double x = fromX + i / 2 * step;
            double by = 1 / (w + dw * x);
            double p = (u + du * x) * by - middleX;
            double q = (v + dv * x) * by - middleY;
            double bulge = 1 + k * (p * p + q * q) / (half * half);
            out[i] = middleX + p * bulge;
            out[i + 1] = middleY + q * bulge;
        }
    }

    void at(double x, double y, double[] out) {
        along(x, 0, y, out);
    }

    /** Pixels to a mm about a point of the page. */
    public double pixelsPerMm(double x, double y) {
        Point a = at(x, y);
        Point b = at(x + 1, y);
        Point c = at(x, y + 1);
        return Math.sqrt(Math.abs((b.x - a.x) * (c.y - a.y) - (b.y - a.y) * (c.x - a.x)));
    }

    /**
     * How far the page is from lying square before the picture, in mm: the most by which a corner of it misses where it
     * would be if all four sides were as long as they are printed.
     */
    public double tilt(double width, double height) {
        double[][] corners = {{0, 0}, {width, 0}, {width, height}, {0, height}};
        double[] p = new double[2];
        double[][] seen = new double[4][2];
        for (int i = 0; i < 4; i++) {
            at(corners[i][0], corners[i][1], p);
            seen[i] = p.clone();
        }
        // The best turn, size and shift, by least squares in closed form.
        double mx = width / 2;
        double my = height / 2;
        double u = 0;
        double v = 0;
        for (double[] s : seen) {
            u += s[0] / 4;
            v += s[1] / 4;
        }
        double a = 0;
        double b = 0;
        double n = 0;
        for (int i = 0; i < 4; i++) {
            double x = corners[i][0] - mx;
            double y = corners[i][1] - my;
            a += x * (seen[i][0] - u) + y * (seen[i][1] - v);
            b += x * (seen[i][1] - v) - y * (seen[i][0] - u);
            n += x * x + y * y;
        }
        a /= n;
        b /= n;
        double most = 0;
        for (int i = 0; i < 4; i++) {
            double x = corners[i][0] - mx;
            double y = corners[i][1] - my;
            most = Math.max(
                    most,
                    Math.hypot(a * x - b * y + u - seen[i][0], b * x + a * y + v - seen[i][1]) / Math.hypot(a, b));
        }
        return most;
    }

    /** Root of the mean squared miss of ties, in mm. */
    public double residual(List<Tie> ties) {
        double sum = 0;
        double[] p = new double[2];
        for (Tie t : ties) {
            at(t.x, t.y, p);
            double scale = pixelsPerMm(t.x, t.y);
            sum += (Math.pow(p[0] - t.u, 2) + Math.pow(p[1] - t.v, 2)) / (scale * scale);
        }
        return Math.sqrt(sum / ties.size());
    }

    /**
     * By how much a mark as a whole lies off, in mm, root mean square: each is left out and foretold by the others, and the sum of
     * the squared misses divided by what errors of one mm make of it.
     *
     * @param marks the ties of each, four marks or more; the lens is taken to draw straight
     */
    static double errorOfAMark(List<List<Tie>> marks, int width, int height) {
        double misses = 0;
        double ofOne = 0;
        for (int left = 0; left < marks.size(); left++) {
            List<List<Tie>> others = new ArrayList<>(marks);
            List<Tie> own = others.remove(left);
            PageMap map = fit(all(others), width, height, false);
            Point miss = map.offset(own);
            misses += miss.x * miss.x + miss.y * miss.y;
            ofOne += 1;
            for (int k = 0; k < others.size(); k++) {
                List<List<Tie>> moved = new ArrayList<>(others);
                double scale =
                        map.pixelsPerMm(others.get(k).get(0).x, others.get(k).get(0).y);
                moved.set(
                        k,
                        others.get(k).stream().map(t -> t.moved(SMALL * scale)).toList());
                PageMap other = fit(all(moved), width, height, false);
                Point then = other.offset(own);
                // Moved by as much each way.
                ofOne += (Math.pow(then.x - miss.x, 2) + Math.pow(then.y - miss.y, 2)) / (2 * SMALL * SMALL);
            }
        }
        return Math.sqrt(misses / ofOne);
    }

    private static final double SMALL = 0.05;

    private static List<Tie> all(List<List<Tie>> marks) {
        return marks.stream().flatMap(List::stream).toList();
    }

    /** How far ties as a whole lie from where the map puts them, in mm. */
    private Point offset(List<Tie> ties) {
        double du = 0;
        double dv = 0;
        double[] p = new double[2];
        for (Tie t : ties) {
            at(t.x, t.y, p);
            du += (t.u - p[0]) / ties.size();
            dv += (t.v - p[1]) / ties.size();
        }
        double scale = pixelsPerMm(ties.get(0).x, ties.get(0).y);
        return new Point(du / scale, dv / scale);
    }

    PageMap withResidual(double mm) {
        return new PageMap(h, k, middleX, middleY, half, mm);
    }

    private static Pair<RealVector, RealMatrix> misses(
            double[] p, List<Tie> ties, double middleX, double middleY, double half) {
        int n = p.length;
        double[] value = new double[2 * ties.size()];
        double[][] slope = new double[2 * ties.size()][n];
        double k = n > 8 ? p[8] : 0;
        for (int i = 0; i < ties.size(); i++) {
            Tie t = ties.get(i);
            double w = p[6] * t.x + p[7] * t.y + 1;
            double a = (p[0] * t.x + p[1] * t.y + p[2]) / w;
            double b = (p[3] * t.x + p[4] * t.y + p[5]) / w;
            double dx = a - middleX;
            double dy = b - middleY;
            double r2 = (dx * dx + dy * dy) / (half * half);
            double bulge = 1 + k * r2;
            value[2 * i] = t.weightU * (middleX + dx * bulge - t.u);
            value[2 * i + 1] = t.weightV * (middleY + dy * bulge - t.v);
            // How the bulged point moves with the straight one.
            double xx = bulge + 2 * k * dx * dx / (half * half);
            double xy = 2 * k * dx * dy / (half * half);
            double yy = bulge + 2 * k * dy * dy / (half * half);
            double[] da = {t.x / w, t.y / w, 1 / w, 0, 0, 0, -a * t.x / w, -a * t.y / w};
            double[] db = {0, 0, 0, t.x / w, t.y / w, 1 / w, -b * t.x / w, -b * t.y / w};
            for (int j = 0; j < 8; j++) {
                slope[2 * i][j] = t.weightU * (xx * da[j] + xy * db[j]);
                slope[2 * i + 1][j] = t.weightV * (xy * da[j] + yy * db[j]);
            }
            if (n > 8) {
                slope[2 * i][8] = t.weightU * dx * r2;
                slope[2 * i + 1][8] = t.weightV * dy * r2;
            }
        }
        return new Pair<>(new ArrayRealVector(value, false), new Array2DRowRealMatrix(slope, false));
    }

    private static double[] direct(List<Tie> ties) {
        double[] mm = spread(
                ties.stream().mapToDouble(Tie::x).toArray(),
                ties.stream().mapToDouble(Tie::y).toArray());
        double[] px = spread(
                ties.stream().mapToDouble(Tie::u).toArray(),
                ties.stream().mapToDouble(Tie::v).toArray());
        double[][] rows = new double[2 * ties.size()][9];
        for (int i = 0; i < ties.size(); i++) {
            Tie t = ties.get(i);
            double x = (t.x - mm[0]) * mm[2];
            double y = (t.y - mm[1]) * mm[2];
            double u = (t.u - px[0]) * px[2];
            double v = (t.v - px[1]) * px[2];
            rows[2 * i] = new double[] {x, y, 1, 0, 0, 0, -u * x, -u * y, -u};
            rows[2 * i + 1] = new double[] {0, 0, 0, x, y, 1, -v * x, -v * y, -v};
        }
        // The smallest singular vector; of the square of the rows, which is 9 × 9 however many ties there are.
        RealMatrix a = new Array2DRowRealMatrix(rows, false);
        double[] n =
                new SingularValueDecomposition(a.transpose().multiply(a)).getV().getColumn(8);
        RealMatrix normal =
                new Array2DRowRealMatrix(new double[][] {{n[0], n[1], n[2]}, {n[3], n[4], n[5]}, {n[6], n[7], n[8]}});
        RealMatrix in = new Array2DRowRealMatrix(new double[][] {
            {mm[2], 0, -mm[0] * mm[2]}, {0, mm[2], -mm[1] * mm[2]}, {0, 0, 1}
        });
        RealMatrix out =
                new Array2DRowRealMatrix(new double[][] {{1 / px[2], 0, px[0]}, {0, 1 / px[2], px[1]}, {0, 0, 1}});
        double[][] h = out.multiply(normal).multiply(in).getData();
        if (Math.abs(h[2][2]) < 1e-12) throw noPage();
        double[] flat = new double[8];
        for (int i = 0; i < 8; i++) flat[i] = h[i / 3][i % 3] / h[2][2];
        return flat;
    }

    /** Middle both ways, and what brings the mean distance from it to 1. */
    private static double[] spread(double[] x, double[] y) {
        double mx = 0;
        double my = 0;
        for (int i = 0; i < x.length; i++) {
            mx += x[i] / x.length;
            my += y[i] / x.length;
        }
        double far = 0;
        for (int i = 0; i < x.length; i++) far += Math.hypot(x[i] - mx, y[i] - my) / x.length;
        if (far < 1e-9) throw noPage();
        return new double[] {mx, my, 1 / far};
    }
}
