package molvet.server.reading.standin;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Random;
import molvet.core.colour.Spectrum;

/**
 * A hand-held colour meter: set down on paint it gives the mean reflectance under its opening of 4 mm, band by band, with a
 * little noise in each (0.1 %, as such meters repeat; common practice, no published source).
 */
public final class SpotMeter {
    private static final double RADIUS = 2;
    private static final double NOISE = 0.001;

    private final PaintedSheet sheet;
    private final Random random;

    public SpotMeter(PaintedSheet sheet, long seed) {
        this.sheet = sheet;
        this.random = new Random(seed);
    }

    /** @param x in mm from the left edge of the sheet, {@code y} from its top */
    public Spectrum at(double x, double y) {
        double[] sum = new double[Optics.BANDS];
        int n = 0;
        int reach = (int) (RADIUS * sheet.dpmm());
        for (int j = -reach; j <= reach; j += 2) {
            for (int i = -reach; i <= reach; i += 2) {
                int u = (int) (x * sheet.dpmm()) + i;
                int v = (int) (y * sheet.dpmm()) + j;
                if (i * i + j * j > reach * reach || u < 0 || v < 0 || u >= sheet.across() || v >= sheet.down())
                    continue;
                double[] one = reflectance(v * sheet.across() + u);
                for (int b = 0; b < sum.length; b++) sum[b] += one[b];
                n++;
            }
        }
        List<Double> all = new ArrayList<>();
        for (double s : sum) {
            all.add(Math.max(0, s / Math.max(1, n) + NOISE * random.nextGaussian()));
        }
        return new Spectrum(all);
    }

    private double[] reflectance(int dot) {
        double[] ground = new double[Optics.BANDS];
        double ink = sheet.ink()[dot];
        for (int b = 0; b < ground.length; b++) ground[b] = Optics.PAPER[b] * (1 - ink) + Optics.BLACK * ink;
        if (sheet.film()[dot] < 0) return ground;
        double[] over =
                sheet.films()[sheet.film()[dot]].over(ground, Math.exp(sheet.strength()[dot]), sheet.part()[dot] / 2);
        return Arrays.stream(over).map(r -> Math.max(0, r)).toArray();
    }
}
