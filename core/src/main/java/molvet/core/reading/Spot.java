package molvet.core.reading;

import java.util.Arrays;
import java.util.function.ToDoubleFunction;
import molvet.core.colour.Lab;

/**
 * What a small area of painted paper shows.
 *
 * @param colour the mean of what belongs to the paint, D50/2°
 * @param grain standard deviation of L* over blocks of 3 × 3 pixels, slope of the wash taken out, in L* units
 * @param kept share of pixels that belong to the paint, 0 to 1; the rest was hair, pencil, blot or edge
 */
public record Spot(Lab colour, double grain, double kept) {
    private static final double SPREAD_OF_A_MAD = 1.4826;
    private static final double LEAST_SPREAD = 1.5;
    private static final double FARTHEST = 3.5;

    /**
     * Measures a patch, robust to grain, hair and pencil.
     *
     * <p>Pixels farther than 3.5 spreads from the median in any of L*, a*, b* are left out (median absolute deviation
     * scaled to a standard deviation: Huber and Ronchetti, Robust Statistics, 2009, 5.1); the rest are averaged.
     */
    public static Spot of(Patch patch) {
        Lab[] all = patch.pixels();
        double[] centre = {median(all, Lab::l), median(all, Lab::a), median(all, Lab::b)};
        double[] spread = {
            spread(all, Lab::l, centre[0]), spread(all, Lab::a, centre[1]), spread(all, Lab::b, centre[2])
        };
        double l = 0;
        double a = 0;
        double b = 0;
        int kept = 0;
        boolean[] belongs = new boolean[all.length];
        for (int i = 0; i < all.length; i++) {
            Lab c = all[i];
            belongs[i] = Math.abs(c.l() - centre[0]) <= FARTHEST * spread[0]
                    && Math.abs(c.a() - centre[1]) <= FARTHEST * spread[1]
                    && Math.abs(c.b() - centre[2]) <= FARTHEST * spread[2];
            if (belongs[i]) {
                l += c.l();
                a += c.a();
                b += c.b();
                kept++;
            }
        }
        Lab mean = kept == 0 ? new Lab(centre[0], centre[1], centre[2]) : new Lab(l / kept, a / kept, b / kept);
        return new Spot(mean, grain(patch, belongs, mean.l()), kept / (double) all.length);
    }

    /** Residual of block means about a fitted plane, so that a graded wash is not taken for grain. */
    private static double grain(Patch patch, boolean[] belongs, double mean) {
        int across = patch.width() / 3;
        int down = patch.height() / 3;
        if (across < 3 || down < 3) return 0;
        double[] block = new double[across * down];
        for (int by = 0; by < down; by++) {
            for (int bx = 0; bx < across; bx++) {
                double sum = 0;
                int n = 0;
                for (int i = 0; i < 9; i++) {
                    int x = bx * 3 + i % 3;
                    int y = by * 3 + i / 3;
                    if (belongs[y * patch.width() + x]) {
                        sum += patch.at(x, y).l();
                        n++;
                    }
                }
                block[by * across + bx] = n == 0 ? mean : sum / n;
            }
        }
        double centre = Arrays.stream(block).average().orElse(mean);
        double sx = 0;
        double sy = 0;
        double xx = 0;
        double yy = 0;
        for (int i = 0; i < block.length; i++) {
            double x = i % across - (across - 1) / 2.0;
            double y = i / across - (down - 1) / 2.0;
            sx += x * (block[i] - centre);
            sy += y * (block[i] - centre);
            xx += x * x;
            yy += y * y;
        }
        double squares = 0;
        for (int i = 0; i < block.length; i++) {
            double x = i % across - (across - 1) / 2.0;
            double y = i / across - (down - 1) / 2.0;
            double r = block[i] - centre - sx / xx * x - sy / yy * y;
            squares += r * r;
        }
        return Math.sqrt(squares / (block.length - 3));
    }

    private static double spread(Lab[] all, ToDoubleFunction<Lab> of, double centre) {
        double[] away = Arrays.stream(all)
                .mapToDouble(c -> Math.abs(of.applyAsDouble(c) - centre))
                .sorted()
                .toArray();
        return Math.max(LEAST_SPREAD, SPREAD_OF_A_MAD * middle(away));
    }

    private static double median(Lab[] all, ToDoubleFunction<Lab> of) {
        return middle(Arrays.stream(all).mapToDouble(of).sorted().toArray());
    }

    private static double middle(double[] sorted) {
        int n = sorted.length;
        return n % 2 == 1 ? sorted[n / 2] : (sorted[n / 2 - 1] + sorted[n / 2]) / 2;
    }
}
