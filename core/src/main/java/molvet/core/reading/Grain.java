package molvet.core.reading;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import org.apache.commons.math3.linear.Array2DRowRealMatrix;
import org.apache.commons.math3.linear.ArrayRealVector;
import org.apache.commons.math3.linear.LUDecomposition;

/**
 * How unevenly a film of paint lies over the tooth of the paper.
 *
 * <p>Absorbance (−ln of the share of the paper's light, by Lambert and Beer) is freed of what is coarser
 * than 2.4 mm, and of the run of the wash as a surface of second degree; what remains, less the noise of the picture, is the scale of the tooth of
 * watercolour papers (common practice, no published source). Its standard deviation over the mean absorbance is the
 * coefficient of variation of the film's thickness.
 *
 * <p>That band lets through a part of the grain only: the picture’s blur takes the finest, the band its coarsest. How much is
 * worked out, not fitted: grain whose correlation falls as exp(−r²/2ℓ²), seen through smoothings of variances a and b, covaries
 * by ℓ²/(ℓ² + a + b) of its own variance (the convolution of Gaussians), so that the ratio of two bands of known smoothing tells
 * ℓ, and ℓ the part that was let through.
 */
final class Grain {
    private static final double COARSE_MM = 2.4;
    private static final double MIDDLE_MM = 0.7;
    /** From a tenth to nine tenths of an edge blurred by a Gaussian lie so many of its deviations. */
    private static final double EDGE = 2.563;

    private static final double FINEST_GRAIN = 0.08;
    private static final double COARSEST_GRAIN = 1.2;
    /** What lets through less tells nothing. */
    private static final double LEAST_GAIN = 0.25;

    /** Between these, absorbance follows thickness and rises clear of noise. */
    private static final double PALEST = 0.12;

    private static final double DEEPEST = 3.0;
    private static final double AIM = 0.8;

    /** The share of a wash’s absorbance that noise may be for its grain to be believed. */
    private static final double MOST_NOISE = 0.05;

    private final double blurMm;
    private final List<Double> found = new ArrayList<>();
    private double visible;
    private double fine;
    private double middle;
    private double pitch = 0.1;

    /** @param blurMm width of an edge in the picture, from a tenth to nine tenths */
    Grain(double blurMm) {
        this.blurMm = blurMm;
    }

    /**
     * Bands of one channel's absorbance over an area.
     *
     * @param deviation of all that is finer than 2.4 mm, {@code middle} of what of it is coarser than 0.7
     * @param absorbance the channel’s mean
     */
    record Band(double deviation, double middle, double absorbance) {}

    static Band band(Area area, int channel) {
        int w = area.across;
        int h = area.down;
        double[] a = new double[w * h];
        double sum = 0;
        int n = 0;
        for (int i = 0; i < a.length; i++) {
            float c = area.share[3 * i];
            if (Float.isNaN(c)) {
                a[i] = Double.NaN;
                continue;
            }
            a[i] = -Math.log(Math.max(0.004, area.share[3 * i + channel]));
            sum += a[i];
            n++;
        }
        if (n < 60) return new Band(0, 0, n == 0 ? 0 : sum / n);
        double mean = sum / n;
        level(a, w, h);
        double[] coarse = blurred(a, w, h, radius(COARSE_MM, area.pitch));
        double[] half = blurred(a, w, h, radius(MIDDLE_MM, area.pitch));
        double[] band = new double[n];
        double[] mid = new double[n];
        int at = 0;
        for (int y = 0; y < h; y++) {
            for (int x = 0; x < w; x++) {
                int i = y * w + x;
                if (Double.isNaN(a[i])) continue;
                mid[at] = half[i] - coarse[i];
                band[at++] = soft(a, x, y, w, h) - coarse[i];
            }
        }
        return new Band(Robust.deviation(band, at), Robust.deviation(mid, at), mean);
    }

    /** A point and its neighbours, the point counting most: what a single pixel’s noise adds is halved. */
    private static double soft(double[] a, int x, int y, int w, int h) {
        double sum = 0;
        double weight = 0;
        for (int j = -1; j <= 1; j++) {
            for (int i = -1; i <= 1; i++) {
                int u = x + i;
                int v = y + j;
                if (u < 0 || v < 0 || u >= w || v >= h || Double.isNaN(a[v * w + u])) continue;
                double k = (i == 0 ? 2 : 1) * (j == 0 ? 2 : 1);
                sum += k * a[v * w + u];
                weight += k;
            }
        }
        return sum / weight;
    }

    /** Takes the best surface of second degree off. */
    private static void level(double[] a, int w, int h) {
        double[][] ata = new double[6][6];
        double[] atb = new double[6];
        double[] f = new double[6];
        int step = Math.max(1, (int) Math.sqrt(a.length / 2500.0));
        for (int y = 0; y < h; y += step) {
            for (int x = 0; x < w; x += step) {
                double v = a[y * w + x];
                if (Double.isNaN(v)) continue;
                terms(x, y, w, h, f);
                for (int i = 0; i < 6; i++) {
                    atb[i] += f[i] * v;
                    for (int j = 0; j < 6; j++) ata[i][j] += f[i] * f[j];
                }
            }
        }
        for (int i = 0; i < 6; i++) ata[i][i] += 1e-6 * ata[0][0];
        double[] c = new LUDecomposition(new Array2DRowRealMatrix(ata, false))
                .getSolver()
                .solve(new ArrayRealVector(atb, false))
                .toArray();
        for (int y = 0; y < h; y++) {
            double v = y / (double) h - 0.5;
            double level = c[0] + c[2] * v + c[5] * v * v;
            double slope = c[1] + c[4] * v;
            for (int x = 0; x < w; x++) {
                double u = x / (double) w - 0.5;
                a[y * w + x] -= level + slope * u + c[3] * u * u;
            }
        }
    }

    private static void terms(int x, int y, int w, int h, double[] f) {
        double u = x / (double) w - 0.5;
        double v = y / (double) h - 0.5;
        f[0] = 1;
        f[1] = u;
        f[2] = v;
        f[3] = u * u;
        f[4] = u * v;
        f[5] = v * v;
    }

    private static int radius(double mm, double pitch) {
        return Math.max(0, (int) Math.round((mm / pitch - 1) / 2));
    }

    /** Mean over a square of {@code 2r + 1} points, of those that are used. */
    private static double[] blurred(double[] a, int w, int h, int r) {
        double[] sums = new double[(w + 1) * (h + 1)];
        int[] counts = new int[(w + 1) * (h + 1)];
        for (int y = 0; y < h; y++) {
            double row = 0;
            int many = 0;
            for (int x = 0; x < w; x++) {
                double v = a[y * w + x];
                if (!Double.isNaN(v)) {
                    row += v;
                    many++;
                }
                int at = (y + 1) * (w + 1) + x + 1;
                sums[at] = sums[at - w - 1] + row;
                counts[at] = counts[at - w - 1] + many;
            }
        }
        double[] out = new double[w * h];
        for (int y = 0; y < h; y++) {
            int y0 = Math.max(0, y - r) * (w + 1);
            int y1 = Math.min(h, y + r + 1) * (w + 1);
            for (int x = 0; x < w; x++) {
                int x0 = Math.max(0, x - r);
                int x1 = Math.min(w, x + r + 1);
                int many = counts[y1 + x1] - counts[y0 + x1] - counts[y1 + x0] + counts[y0 + x0];
                out[y * w + x] = many == 0 ? 0 : (sums[y1 + x1] - sums[y0 + x1] - sums[y1 + x0] + sums[y0 + x0]) / many;
            }
        }
        return out;
    }

    /** The same for a square whose strength changes all over: by the middle of nine pieces, in each of which it runs evenly. */
    void addPieces(Area area, Band[] bare) {
        Grain own = new Grain(blurMm);
        for (int j = 0; j < 3; j++) {
            for (int i = 0; i < 3; i++) {
                own.add(
                        area.part(
                                i * area.across / 3,
                                (i + 1) * area.across / 3,
                                j * area.down / 3,
                                (j + 1) * area.down / 3),
                        bare);
            }
        }
        if (own.found.size() < 3) return;
        List<Double> sorted = own.found.stream().sorted().toList();
        found.add(sorted.get(sorted.size() / 2));
        visible = Math.max(visible, own.visible);
        fine += own.fine;
        middle += own.middle;
        pitch = own.pitch;
    }

    /** @param bare bands of bare paper in each channel, noise of the picture included */
    void add(Area area, Band[] bare) {
        double best = Double.MAX_VALUE;
        int channel = -1;
        for (int c = 0; c < 3; c++) {
            double a = -Math.log(Math.max(0.004, area.mean(c)));
            if (!(a >= PALEST && a <= DEEPEST)) continue;
            double off = Math.abs(Math.log(a / AIM));
            if (off < best) {
                best = off;
                channel = c;
            }
        }
        if (channel < 0) return;
        Band band = band(area, channel);
        double own = without(band.deviation, bare[channel].deviation, band.absorbance);
        double noise = bare[channel].deviation * Math.exp(band.absorbance / 2.2) / band.absorbance;
        if (noise < MOST_NOISE) {
            found.add(Math.sqrt(own) / band.absorbance);
            fine += own;
            middle += without(band.middle, bare[channel].middle, band.absorbance);
            pitch = area.pitch;
        }
        Band luminance = channel == 1 ? band : band(area, 1);
        // L* moves by a third of its cube root’s share with the light: CIE 15, derivative of L*.
        double y = Math.exp(-luminance.absorbance);
        visible = Math.max(
                visible,
                116
                        / 3.0
                        * Math.cbrt(y)
                        * Math.sqrt(without(luminance.deviation, bare[1].deviation, luminance.absorbance)));
    }

    /** The picture's noise is even in its encoded values, so that in the logarithm it grows towards the dark. */
    private static double without(double deviation, double bare, double absorbance) {
        double noise = bare * Math.exp(absorbance / 2.2);
        return Math.max(0, deviation * deviation - noise * noise);
    }

    /** By what the deviation of the band is multiplied to be the grain’s own. */
    private double whole() {
        if (fine <= 0 || middle <= 0) return 1;
        double seen = middle / fine;
        double best = Double.MAX_VALUE;
        double gain = 1;
        for (double length = FINEST_GRAIN; length <= COARSEST_GRAIN; length *= 1.03) {
            double through = through(length, 0.5 * pitch * pitch);
            double off = Math.abs(Math.log(through(length, square(MIDDLE_MM)) / through / seen));
            if (off < best) {
                best = off;
                gain = through;
            }
        }
        return 1 / Math.sqrt(Math.max(LEAST_GAIN, gain));
    }

    /** The share of the variance of grain of such a length that is left between a smoothing and that of 2.4 mm. */
    private double through(double length, double smoothing) {
        double blur = Math.pow(blurMm / EDGE, 2);
        double a = blur + smoothing;
        double c = blur + square(COARSE_MM);
        return covariance(length, 2 * a) - 2 * covariance(length, a + c) + covariance(length, 2 * c);
    }

    private static double covariance(double length, double variances) {
        return length * length / (length * length + variances);
    }

    /** The variance of a mean over so many mm each way, along one of them. */
    private double square(double mm) {
        double side = (2 * radius(mm, pitch) + 1) * pitch;
        return side * side / 12;
    }

    /**
     * The film varies by the same share at every strength, but an opaque one hides it where it lies thick: the two strengths
     * that show it best speak for it. Empty where none tells.
     */
    Optional<Double> variation() {
        List<Double> sorted = found.stream().sorted(Comparator.reverseOrder()).toList();
        if (sorted.isEmpty()) return Optional.empty();
        return Optional.of(whole() * (sorted.size() == 1 ? sorted.get(0) : (sorted.get(0) + sorted.get(1)) / 2));
    }

    /** Half of what the two strengths that speak for it differ by. */
    Optional<Double> margin() {
        List<Double> sorted = found.stream().sorted(Comparator.reverseOrder()).toList();
        return sorted.size() < 2 ? Optional.empty() : Optional.of(whole() * (sorted.get(0) - sorted.get(1)) / 2);
    }

    double visible() {
        return visible;
    }
}
