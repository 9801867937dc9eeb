package molvet.core.reading;

import java.util.Arrays;
import molvet.core.colour.Lab;
import molvet.core.colour.Xyz;
import org.apache.commons.math3.util.KthSelector;

/** Centres and spreads that a hair, a pencil line or a blot does not move. */
final class Robust {
    private static final double TO_DEVIATION = 1.4826;
    /** Tukey's biweight leaves out what lies farther than this many spreads; 95 % efficient on normal errors. */
    private static final double BISQUARE = 4.685;

    private static final KthSelector SELECT = new KthSelector();

    private Robust() {}

    static double median(double[] values, int n) {
        if (n == 0) return 0;
        double[] work = Arrays.copyOf(values, n);
        double upper = SELECT.select(work, null, n / 2);
        if (n % 2 == 1) return upper;
        double lower = work[0];
        // What stands before the chosen one is not larger than it.
        for (int i = 1; i < n / 2; i++) lower = Math.max(lower, work[i]);
        return (lower + upper) / 2;
    }

    /** Standard deviation by the median absolute deviation. */
    static double spread(double[] values, int n) {
        double centre = median(values, n);
        double[] away = new double[n];
        for (int i = 0; i < n; i++) away[i] = Math.abs(values[i] - centre);
        return TO_DEVIATION * median(away, n);
    }

    /** Root mean square about zero, without what lies beyond four spreads. */
    static double deviation(double[] values, int n) {
        if (n < 8) return 0;
        // A thousand and some tell the spread well enough to say what lies far outside it.
        int every = (n + 1199) / 1200;
        double[] some = new double[n / every];
        for (int i = 0; i < some.length; i++) some[i] = values[i * every];
        double limit = 4 * Math.max(1e-9, spread(some, some.length));
        double sum = 0;
        int kept = 0;
        for (int i = 0; i < n; i++) {
            if (Math.abs(values[i]) <= limit) {
                sum += values[i] * values[i];
                kept++;
            }
        }
        return kept == 0 ? 0 : Math.sqrt(sum / kept);
    }

    /**
     * What {@link #centre} found.
     *
     * @param kept share of weight that was left, 0 to 1
     * @param reach how far from the centre a colour still belongs to it
     */
    record Centre(double l, double a, double b, double kept, double reach) {
        Lab lab() {
            return new Lab(Math.max(0, Math.min(100, l)), a, b);
        }

        /**
         * The colour of the mean light of what belongs to it: what a colour meter or an eye at arm’s length makes of a wash
         * that granulates, which is paler than its middle.
         *
         * @param lab the colours the centre was found of
         */
        Lab light(double[] lab, int n) {
            double x = 0;
            double y = 0;
            double z = 0;
            int many = 0;
            for (int i = 0; i < n; i++) {
                double away =
                        Math.sqrt(square(lab[3 * i] - l) + square(lab[3 * i + 1] - a) + square(lab[3 * i + 2] - b));
                if (away >= reach) continue;
                Xyz one = new Lab(Math.max(0, Math.min(100, lab[3 * i])), lab[3 * i + 1], lab[3 * i + 2]).toXyz();
                x += one.x();
                y += one.y();
                z += one.z();
                many++;
            }
            return many == 0 ? lab() : Lab.ofXyz(new Xyz(x / many, y / many, z / many));
        }
    }

    /**
     * Biweight centre of colours, by the distance in L*a*b* (F. Mosteller, J. W. Tukey, Data Analysis and Regression, 1977,
     * 10.B, on the length of the difference).
     *
     * @param lab L*, a*, b* one after another, {@code n} colours
     */
    static Centre centre(double[] lab, int n) {
        double[] one = new double[n];
        double[] c = new double[3];
        for (int k = 0; k < 3; k++) {
            for (int i = 0; i < n; i++) one[i] = lab[3 * i + k];
            c[k] = median(one, n);
        }
        double kept = 1;
        double limit = BISQUARE * 0.4;
        for (int round = 0; round < 5; round++) {
            for (int i = 0; i < n; i++) {
                one[i] = Math.sqrt(
                        square(lab[3 * i] - c[0]) + square(lab[3 * i + 1] - c[1]) + square(lab[3 * i + 2] - c[2]));
            }
            limit = BISQUARE * Math.max(0.4, TO_DEVIATION * median(one, n) / 1.5);
            double w = 0;
            double[] sum = new double[3];
            for (int i = 0; i < n; i++) {
                if (one[i] >= limit) continue;
                double t = one[i] / limit;
                double weight = (1 - t * t) * (1 - t * t);
                w += weight;
                for (int k = 0; k < 3; k++) sum[k] += weight * lab[3 * i + k];
            }
            if (w <= 0) break;
            kept = w / n;
            double moved = 0;
            for (int k = 0; k < 3; k++) {
                double next = sum[k] / w;
                moved = Math.max(moved, Math.abs(next - c[k]));
                c[k] = next;
            }
            if (moved < 0.01) break;
        }
        return new Centre(c[0], c[1], c[2], kept, limit);
    }

    private static double square(double v) {
        return v * v;
    }
}
