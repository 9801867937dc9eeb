package molvet.core.colour;

import java.util.List;
import molvet.core.measure.Refusal;

/**
 * A reflectance spectrum from 380 to 730 nm, every 10 nm: 36 numbers, 1 for the perfect diffuser.
 *
 * <p>Sources (from memory, checked in the tests): CIE 1931 2° colour-matching functions, ISO/CIE 11664-1, and relative power
 * of illuminant D50, CIE 15:2004 table T.1, each at 10 nm.
 */
public record Spectrum(List<Double> reflectance) {
    public static final int FIRST = 380;
    public static final int LAST = 730;
    public static final int STEP = 10;
    public static final int BANDS = 36;

    private static final double[] X = {
        0.001368, 0.004243, 0.014310, 0.043510, 0.134380, 0.283900, 0.348280, 0.336200, 0.290800, 0.195360, 0.095640,
        0.032010, 0.004900, 0.009300, 0.063270, 0.165500, 0.290400, 0.433450, 0.594500, 0.762100, 0.916300, 1.026300,
        1.062200, 1.002600, 0.854450, 0.642400, 0.447900, 0.283500, 0.164900, 0.087400, 0.046770, 0.022700, 0.011359,
        0.005790, 0.002899, 0.001440
    };
    private static final double[] Y = {
        0.000039, 0.000120, 0.000396, 0.001210, 0.004000, 0.011600, 0.023000, 0.038000, 0.060000, 0.090980, 0.139020,
        0.208020, 0.323000, 0.503000, 0.710000, 0.862000, 0.954000, 0.994950, 0.995000, 0.952000, 0.870000, 0.757000,
        0.631000, 0.503000, 0.381000, 0.265000, 0.175000, 0.107000, 0.061000, 0.032000, 0.017000, 0.008210, 0.004102,
        0.002091, 0.001047, 0.000520
    };
    private static final double[] Z = {
        0.006450, 0.020050, 0.067850, 0.207400, 0.645600, 1.385600, 1.747060, 1.772110, 1.669200, 1.287640, 0.812950,
        0.465180, 0.272000, 0.158200, 0.078250, 0.042160, 0.020300, 0.008750, 0.003900, 0.002100, 0.001650, 0.001100,
        0.000800, 0.000340, 0.000190, 0.000050, 0.000020, 0, 0, 0, 0, 0, 0, 0, 0, 0
    };
    private static final double[] D50 = {
        24.49, 29.87, 49.31, 56.51, 60.03, 57.82, 74.82, 87.25, 90.61, 91.37, 95.11, 91.96, 95.72, 96.61, 97.13, 102.10,
        100.75, 102.32, 100.00, 97.74, 98.92, 93.50, 97.69, 99.27, 99.04, 95.72, 98.86, 95.67, 98.19, 103.00, 99.13,
        87.38, 91.60, 92.89, 76.85, 86.51
    };

    /** @throws Refusal unless there are 36 numbers from 0 to 2 (more than 1 with a brightener) */
    public Spectrum {
        if (reflectance.size() != BANDS) {
            throw Refusal.of(
                    "spectrum",
                    "A spectrum of " + reflectance.size() + " bands cannot be taken.",
                    "36 are wanted: 380 to 730 nm, every 10 nm.");
        }
        for (int i = 0; i < BANDS; i++) {
            double r = reflectance.get(i);
            if (!(r >= -0.01 && r <= 2)) {
                throw Refusal.of(
                        "spectrum",
                        "The reflectance at " + (FIRST + STEP * i) + " nm is " + r + ".",
                        "Give shares of 1, not percent.");
            }
        }
        reflectance = List.copyOf(reflectance);
    }

    /** Tristimulus values under D50 by the sum over 10 nm, Y = 1 for the perfect diffuser (CIE 15:2018, 7.1). */
    public Xyz toXyz() {
        return xyz(reflectance.stream().mapToDouble(Double::doubleValue).toArray());
    }

    /** The same of 36 numbers, unchecked. */
    static Xyz xyz(double[] reflectance) {
        double x = 0;
        double y = 0;
        double z = 0;
        for (int i = 0; i < BANDS; i++) {
            Xyz one = OF_BAND[i];
            x += reflectance[i] * one.x();
            y += reflectance[i] * one.y();
            z += reflectance[i] * one.z();
        }
        return new Xyz(x, y, z);
    }

    /** What one band alone gives when all its light comes back. */
    static Xyz ofBand(int band) {
        return OF_BAND[band];
    }

    private static final Xyz[] OF_BAND = new Xyz[BANDS];

    static {
        double k = 0;
        for (int i = 0; i < BANDS; i++) k += D50[i] * Y[i];
        for (int i = 0; i < BANDS; i++) OF_BAND[i] = new Xyz(D50[i] * X[i] / k, D50[i] * Y[i] / k, D50[i] * Z[i] / k);
    }

    /** Colour for D50 and the 2° observer. */
    public Lab toLab() {
        return Lab.ofXyz(toXyz());
    }

    /** Relative power of D50 at each band. */
    public static double[] d50() {
        return D50.clone();
    }
}
