package molvet.core.reading;

import java.util.Arrays;
import java.util.List;

/**
 * The light that falls on a page, as its unpainted paper gives it back: three numbers at every point, in the picture's
 * own linear red, green and blue.
 *
 * <p>Robust locally weighted regression of the logarithm over the samples of bare paper (W. S. Cleveland, “Robust locally
 * weighted regression and smoothing scatterplots”, JASA 74 (1979)), of first degree, at the nodes of a net of about
 * 15 mm; between them it runs straight. Paper that paint, hair or a letter touched is darker than its neighbours, and is
 * left out by its residual.
 */
public final class PaperLight {
    private static final double MESH = 15;
    private static final int ROUNDS = 4;
    private static final double LEAST_SPREAD = 0.004;
    private static final int LEAST_SAMPLES = 12;
    private static final double LEAST_REACH = 28;
    private static final double GREY = 0.03;

    private final double width;
    private final double height;
    private final int across;
    private final int down;
    /** Logarithms, node after node, three at each. */
    private final double[] nodes;

    private final double[] mean;
    private final double unevenness;
    private final double roughness;
    private final List<Sample> samples;
    private final double[][] logs;
    private final double[] residuals;

    /** The samples about a node, with their weights by distance. */
    private record Near(int[] samples, double[] weights, double reach) {}

    /** Bare paper at a point of the page: its mean linear light. */
    record Sample(double x, double y, double r, double g, double b) {
        private double[] logarithms() {
            return new double[] {ln(r), ln(g), ln(b)};
        }

        private static double ln(double v) {
            return Math.log(Math.max(1e-4, v));
        }
    }

    private PaperLight(double width, double height, List<Sample> samples) {
        this.width = width;
        this.height = height;
        this.samples = samples;
        across = Math.max(2, (int) Math.ceil(width / MESH) + 1);
        down = Math.max(2, (int) Math.ceil(height / MESH) + 1);
        nodes = new double[across * down * 3];
        logs = samples.stream().map(Sample::logarithms).toArray(double[][]::new);
        int n = samples.size();
        Near[] near = new Near[across * down];
        for (int i = 0; i < near.length; i++) near[i] = near(nodeX(i), nodeY(i));
        residuals = new double[n];
        double[] trust = brightest(near);
        double spread = 0;
        for (int round = 0; round < ROUNDS; round++) {
            for (int i = 0; i < near.length; i++) fit(i, near[i], trust);
            double[] at = new double[3];
            for (int s = 0; s < n; s++) {
                Sample sample = samples.get(s);
                ln(sample.x, sample.y, at);
                residuals[s] = logs[s][1] - at[1];
            }
            double[] away = Arrays.stream(residuals).map(Math::abs).sorted().toArray();
            spread = Math.max(LEAST_SPREAD, 1.4826 * away[n / 2]);
            for (int s = 0; s < n; s++) {
                // Darker is suspect sooner than brighter: nothing makes paper brighter but gloss.
                double r = residuals[s] / spread / (residuals[s] < 0 ? 2.5 : 4);
                trust[s] = Math.abs(r) >= 1 ? 0 : (1 - r * r) * (1 - r * r);
            }
        }
        roughness = spread;
        mean = new double[3];
        double low = Double.MAX_VALUE;
        double high = -Double.MAX_VALUE;
        double[] at = new double[3];
        int places = 0;
        for (double y = height * 0.06; y < height; y += height * 0.11) {
            for (double x = width * 0.06; x < width; x += width * 0.11) {
                ln(x, y, at);
                for (int c = 0; c < 3; c++) mean[c] += at[c];
                low = Math.min(low, at[1]);
                high = Math.max(high, at[1]);
                places++;
            }
        }
        for (int c = 0; c < 3; c++) mean[c] = Math.exp(mean[c] / places);
        unevenness = Math.exp(high - low) - 1;
    }

    /**
     * To begin with, the brighter quarter about each node is taken for paper: where cells lie close, or the picture is not
     * sharp, paint dims most of the gaps between them.
     */
    private double[] brightest(Near[] near) {
        for (int i = 0; i < near.length; i++) {
            double[] own = Arrays.stream(near[i].samples)
                    .mapToDouble(s -> logs[s][1])
                    .sorted()
                    .toArray();
            double high = own.length == 0 ? 0 : own[(int) (own.length * 0.75)];
            for (int c = 0; c < 3; c++) nodes[3 * i + c] = high;
        }
        double[] trust = new double[samples.size()];
        double[] at = new double[3];
        for (int s = 0; s < trust.length; s++) {
            ln(samples.get(s).x, samples.get(s).y, at);
            double r = (logs[s][1] - at[1]) / (logs[s][1] < at[1] ? 0.08 : 0.2);
            trust[s] = Math.abs(r) >= 1 ? 0 : (1 - r * r) * (1 - r * r);
        }
        return trust;
    }

    /** @throws IllegalArgumentException if there is too little bare paper to tell the light by */
    static PaperLight of(List<Sample> samples, double width, double height) {
        if (samples.size() < LEAST_SAMPLES) {
            throw new IllegalArgumentException(samples.size() + " samples of bare paper are too few");
        }
        return new PaperLight(width, height, samples);
    }

    private double nodeX(int node) {
        return width * (node % across) / (across - 1);
    }

    private double nodeY(int node) {
        return height * (node / across) / (down - 1);
    }

    private Near near(double x0, double y0) {
        int n = samples.size();
        double[] far = new double[n];
        for (int s = 0; s < n; s++) {
            double dx = samples.get(s).x - x0;
            double dy = samples.get(s).y - y0;
            far[s] = Math.sqrt(dx * dx + dy * dy);
        }
        double[] sorted = far.clone();
        Arrays.sort(sorted);
        double reach = Math.max(LEAST_REACH, 1.5 * sorted[Math.min(n - 1, LEAST_SAMPLES)]);
        int[] index = new int[n];
        double[] weights = new double[n];
        int m = 0;
        for (int s = 0; s < n; s++) {
            if (far[s] >= reach) continue;
            double t = far[s] / reach;
            double tri = 1 - t * t * t;
            index[m] = s;
            weights[m++] = tri * tri * tri;
        }
        return new Near(Arrays.copyOf(index, m), Arrays.copyOf(weights, m), reach);
    }

    private void fit(int node, Near near, double[] trust) {
        double x0 = nodeX(node);
        double y0 = nodeY(node);
        // Of a plane through weighted points, only its height at the node is wanted.
        double w = 0;
        double wx = 0;
        double wy = 0;
        double wxx = 0;
        double wxy = 0;
        double wyy = 0;
        double[] wz = new double[3];
        double[] wxz = new double[3];
        double[] wyz = new double[3];
        for (int m = 0; m < near.samples.length; m++) {
            int s = near.samples[m];
            double weight = near.weights[m] * trust[s];
            if (weight <= 0) continue;
            Sample sample = samples.get(s);
            double x = sample.x - x0;
            double y = sample.y - y0;
            w += weight;
            wx += weight * x;
            wy += weight * y;
            wxx += weight * x * x;
            wxy += weight * x * y;
            wyy += weight * y * y;
            for (int c = 0; c < 3; c++) {
                double z = logs[s][c];
                wz[c] += weight * z;
                wxz[c] += weight * x * z;
                wyz[c] += weight * y * z;
            }
        }
        int at = 3 * node;
        if (w < 1e-9) {
            // Nothing near is trusted: the brightest half of what there is.
            for (int c = 0; c < 3; c++) {
                int channel = c;
                double[] all = Arrays.stream(logs)
                        .mapToDouble(l -> l[channel])
                        .sorted()
                        .toArray();
                nodes[at + c] = all[all.length * 3 / 4];
            }
            return;
        }
        // A little stiffness keeps the plane from tipping where samples lie on one side only.
        double stiff = 0.02 * w * near.reach * near.reach;
        wxx += stiff;
        wyy += stiff;
        double mx = wx / w;
        double my = wy / w;
        double cxx = wxx - w * mx * mx;
        double cxy = wxy - w * mx * my;
        double cyy = wyy - w * my * my;
        double det = cxx * cyy - cxy * cxy;
        for (int c = 0; c < 3; c++) {
            double mz = wz[c] / w;
            double cxz = wxz[c] - w * mx * mz;
            double cyz = wyz[c] - w * my * mz;
            double sx = det < 1e-12 ? 0 : (cxz * cyy - cyz * cxy) / det;
            double sy = det < 1e-12 ? 0 : (cyz * cxx - cxz * cxy) / det;
            nodes[at + c] = mz - sx * mx - sy * my;
        }
    }

    private void ln(double x, double y, double[] out) {
        double u = Math.max(0, Math.min(across - 1 - 1e-9, x / width * (across - 1)));
        double v = Math.max(0, Math.min(down - 1 - 1e-9, y / height * (down - 1)));
        int i = (int) u;
        int j = (int) v;
        double s = u - i;
        double t = v - j;
        int a = 3 * (j * across + i);
        int b = a + 3 * across;
        for (int c = 0; c < 3; c++) {
            out[c] = (nodes[a + c] * (1 - s) + nodes[a + 3 + c] * s) * (1 - t)
                    + (nodes[b + c] * (1 - s) + nodes[b + 3 + c] * s) * t;
        }
    }

    /** The light of bare paper at a point of the page, in mm. */
    void at(double x, double y, double[] out) {
        ln(x, y, out);
        for (int c = 0; c < 3; c++) out[c] = Math.exp(out[c]);
    }

    /** Red, green and blue of bare paper over the page. */
    double[] mean() {
        return mean.clone();
    }

    /** How much brighter the brightest part of the page is lit than the darkest: 0.1 is a tenth. */
    public double unevenness() {
        return unevenness;
    }

    /** Spread of the samples about the light, as a share of it. */
    public double roughness() {
        return roughness;
    }

    /** How far bare paper within reach of a point misses the light: the ninth tenth of its residuals, as a share. */
    double missNear(double x, double y, double reach) {
        double[] tint = {Math.log(mean[0] / mean[1]), Math.log(mean[2] / mean[1])};
        double[] near = new double[residuals.length];
        int n = 0;
        for (int s = 0; s < residuals.length; s++) {
            Sample sample = samples.get(s);
            // What is coloured is paint that went over its edge, not shadow.
            boolean grey = Math.abs(logs[s][0] - logs[s][1] - tint[0]) < GREY
                    && Math.abs(logs[s][2] - logs[s][1] - tint[1]) < GREY;
            if (grey && Math.abs(sample.x - x) <= reach && Math.abs(sample.y - y) <= reach) near[n++] = residuals[s];
        }
        if (n < 4) return 0;
        for (int i = 0; i < n; i++) near[i] = Math.abs(near[i]);
        Arrays.sort(near, 0, n);
        // A shadow’s edge is a thing a smooth light cannot follow: along it, the paper misses.
        return near[n * 9 / 10];
    }
}
