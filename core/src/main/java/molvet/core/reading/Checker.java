package molvet.core.reading;

import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.stream.IntStream;
import molvet.core.colour.Lab;
import molvet.core.colour.Xyz;
import molvet.core.measure.Refusal;
import org.apache.commons.math3.linear.Array2DRowRealMatrix;
import org.apache.commons.math3.linear.QRDecomposition;
import org.apache.commons.math3.linear.SingularMatrixException;

/**
 * The colour-rendition chart of 24 patches, four rows of six, used to set the colours of a picture right; it is found by {@link
 * CheckerFinder}.
 *
 * <p>Values: C. S. McCamy, H. Marcus, J. G. Davidson, “A Color-Rendition Chart”, Journal of Applied Photographic Engineering
 * 2 (1976), table of CIE 1931 x, y, Y under illuminant C; carried to D50 by the linear Bradford transform. They are the aims of
 * the design, not readings of any chart: a chart of later make lies within ΔE00 1.6 of them in the mean, which bounds what setting
 * a picture right by them can do.
 *
 * <p>Fitting takes time in the number of patches, whatever the size of the picture.
 */
public final class Checker {
    public static final int COLUMNS = 6;
    public static final int ROWS = 4;
    /** x, y and Y aimed at, of the patches by rows, from top left: the lowest row is white to black. */
    private static final double[][] AIMS_OF_1976 = {
        {0.4002, 0.3504, 0.1005}, {0.3773, 0.3446, 0.3582}, {0.2470, 0.2514, 0.1933}, {0.3372, 0.4220, 0.1329},
        {0.2651, 0.2400, 0.2427}, {0.2608, 0.3430, 0.4306}, {0.5060, 0.4070, 0.3005}, {0.2110, 0.1750, 0.1200},
        {0.4533, 0.3058, 0.1977}, {0.2845, 0.2020, 0.0656}, {0.3800, 0.4887, 0.4429}, {0.4729, 0.4375, 0.4306},
        {0.1866, 0.1285, 0.0611}, {0.3046, 0.4782, 0.2339}, {0.5385, 0.3129, 0.1200}, {0.4480, 0.4703, 0.5910},
        {0.3635, 0.2325, 0.1977}, {0.1958, 0.2519, 0.1977}, {0.3101, 0.3163, 0.9001}, {0.3101, 0.3163, 0.5910},
        {0.3101, 0.3163, 0.3620}, {0.3101, 0.3163, 0.1977}, {0.3101, 0.3163, 0.0900}, {0.3101, 0.3163, 0.0313}
    };

    private static final double C_X = 0.3101;
    private static final double C_Y = 0.3163;
    private static final int PATCHES = ROWS * COLUMNS;
    private static final int FIRST_GREY = 18;
    private static final int GREYS = 6;
    /** A patch darker than this share of white is noise; its logarithm is not asked for. */
    private static final double LEAST_LIGHT = 1e-4;
    /** Two greys beside each other differ by 0.42 and more in the logarithm; nearer than this a sensor has clipped them. */
    private static final double LEAST_STEP = 0.02;
    /** Added to the luminance a patch is weighed by, so that the black, at 0.03, does not outweigh all others. */
    private static final double BLACK = 0.03;
    /** Worse than this after the fit, it was no such chart, or in other light than the page. */
    static final double WORST = 6;

    private Checker() {}

    /** The colours aimed at, for D50, by rows. */
    public static List<Lab> aims() {
        Xyz c = xyz(C_X, C_Y, 1);
        return Arrays.stream(AIMS_OF_1976)
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
            double ln = Math.log(Math.max(LEAST_LIGHT, v));
            int i = 0;
            while (i < seen.length - 2 && ln > seen[i + 1]) i++;
            double t = (ln - seen[i]) / (seen[i + 1] - seen[i]);
            return Math.exp(is[i] + t * (is[i + 1] - is[i]));
        }
    }

    // ---- using it ---------------------------------------------------------------------------------------------------

    /** Empty if the patches do not come near the colours aimed at. */
    static Optional<Fitted> fit(Place place, Light light, PageMap page, PaperLight lit, double width, double height) {
        return shares(place, light, page, lit, width, height).flatMap(seen -> fit(seen, light));
    }

    /** How the patches look beside the paper by the device’s own eye, each with its aim: what the device can be learnt from. */
    static List<DeviceEye.Seen> seen(
            Place place, Light light, PageMap page, PaperLight lit, Rendering bare, double width, double height) {
        List<Lab> aims = aims();
        return shares(place, light, page, lit, width, height)
                .map(seen -> IntStream.range(0, PATCHES)
                        .mapToObj(i -> new DeviceEye.Seen(bare.lab(seen[i][0], seen[i][1], seen[i][2]), aims.get(i)))
                        .toList())
                .orElse(List.of());
    }

    /** The light of each patch as a share of that of paper in its place. */
    private static Optional<double[][]> shares(
            Place place, Light light, PageMap page, PaperLight lit, double width, double height) {
        double[][] seen = new double[PATCHES][];
        for (int i = 0; i < PATCHES; i++) {
            seen[i] = patch(place, i, light);
            if (seen[i] == null) return Optional.empty();
            double[] white = new double[3];
            double[] at = nearest(place.patch(i), page, width, height);
            lit.at(at[0], at[1], white);
            for (int c = 0; c < 3; c++) seen[i][c] /= white[c];
        }
        return Optional.of(seen);
    }

    /** @param seen red, green and blue of each patch, as shares of the paper’s */
    static Optional<Fitted> fit(double[][] seen, Light light) {
        List<Lab> aims = aims();
        double[][] tone = new double[2 * 3][GREYS];
        for (int c = 0; c < 3; c++) {
            for (int g = 0; g < GREYS; g++) {
                // From black to white.
                int patch = PATCHES - 1 - g;
                tone[2 * c][g] = Math.log(Math.max(LEAST_LIGHT, seen[patch][c]));
                tone[2 * c + 1][g] =
                        Math.log(Math.max(LEAST_LIGHT, light.rgb(aims.get(patch).toXyz())[c]));
                if (g > 0 && tone[2 * c][g] - tone[2 * c][g - 1] < LEAST_STEP) return Optional.empty();
            }
        }
        Fitted straight = new Fitted(tone, new double[] {1, 0, 0, 0, 1, 0, 0, 0, 1}, 0);
        double[][] rows = new double[PATCHES][];
        double[][] wanted = new double[PATCHES][];
        for (int i = 0; i < PATCHES; i++) {
            Xyz p = aims.get(i).toXyz();
            // An error of the same share is as visible in a dark patch as in a light one.
            double weight = Math.sqrt(DeviceEye.weight(aims.get(i))) / (p.y() + BLACK);
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
            for (int i = 0; i < PATCHES; i++) {
                Xyz x = fitted.xyz(seen[i][0], seen[i][1], seen[i][2]);
                Lab lab = Lab.ofXyz(new Xyz(Math.max(0, x.x()), Math.max(0, x.y()), Math.max(0, x.z())));
                sum += lab.differenceFrom(aims.get(i)) / PATCHES;
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

    /** Mean distance of the patches from the colours aimed at once its white and black are set right. */
    static double likeness(Place place, Light light) {
        double[][] seen = new double[PATCHES][];
        for (int i = 0; i < PATCHES; i++) {
            seen[i] = patch(place, i, light);
            if (seen[i] == null) return Double.MAX_VALUE;
        }
        double[] white = seen[FIRST_GREY].clone();
        for (double[] s : seen) for (int c = 0; c < 3; c++) s[c] /= Math.max(LEAST_LIGHT, white[c]);
        return fit(seen, light).map(Fitted::residual).orElse(Double.MAX_VALUE);
    }
}
