package molvet.core.reading;

import java.util.Arrays;
import java.util.Optional;
import molvet.core.colour.Srgb;
import molvet.core.pigment.Staining;

/** What stays of a paint when a part of it is re-wetted and blotted: told from a picture before and one after. */
public final class Lifting {
    private static final int GRID = 12;
    /** Paler than this, nothing can be seen to be lifted. */
    private static final double LEAST = 0.25;

    private Lifting() {}

    /**
     * The share of absorbance that is left where most was lifted: the lowest tenth of places. Both are cut out alike; light
     * is taken from their green, which red, yellow and blue paints all dim to some degree, or from the channel they dim most.
     *
     * @return 0, all came off, to 1, nothing did; empty where the paint is too pale to tell
     */
    public static Optional<Double> remaining(Crop before, Crop after) {
        int best = 1;
        double most = 0;
        for (int c = 0; c < 3; c++) {
            double[] a = absorbance(before, c);
            double mean = Arrays.stream(a).average().orElse(0);
            if (mean > most) {
                most = mean;
                best = c;
            }
        }
        double[] was = absorbance(before, best);
        double[] is = absorbance(after, best);
        double[] share = new double[was.length];
        int n = 0;
        for (int i = 0; i < was.length; i++) if (was[i] > LEAST) share[n++] = Math.max(0, Math.min(1, is[i] / was[i]));
        if (n < 8) return Optional.empty();
        Arrays.sort(share, 0, n);
        return Optional.of(share[n / 10]);
    }

    /** On our scale: none below 0.15 left, low below 0.45, medium below 0.75, else high (our thresholds). */
    public static Staining stains(double remaining) {
        if (remaining < 0.15) return Staining.NONE;
        if (remaining < 0.45) return Staining.LOW;
        return remaining < 0.75 ? Staining.MEDIUM : Staining.HIGH;
    }

    /** Means over the squares of a net, so that a crop of another size compares. */
    private static double[] absorbance(Crop crop, int channel) {
        double[] sum = new double[GRID * GRID];
        int[] count = new int[GRID * GRID];
        double white = 0;
        for (int y = 0; y < crop.height(); y++) {
            for (int x = 0; x < crop.width(); x++) {
                double v = Srgb.decode((crop.rgb()[y * crop.width() + x] >> (16 - 8 * channel) & 255) / 255.0);
                boolean rim = x < 2 || y < 2 || x >= crop.width() - 2 || y >= crop.height() - 2;
                if (rim) white = Math.max(white, v);
                int at = y * GRID / crop.height() * GRID + x * GRID / crop.width();
                sum[at] += v;
                count[at]++;
            }
        }
        double[] a = new double[sum.length];
        for (int i = 0; i < a.length; i++) {
            a[i] = count[i] == 0 ? 0 : -Math.log(Math.max(0.004, sum[i] / count[i] / Math.max(0.3, white)));
        }
        return a;
    }
}
