package molvet.core.colour;

import molvet.core.measure.Refusal;

/**
 * A colour in CIE 1976 L*a*b*, D50, 2° (CIE 15:2018, 8.2.1).
 *
 * @param l lightness, 0 to 100
 * @param a red (+) to green (−)
 * @param b yellow (+) to blue (−)
 */
public record Lab(double l, double a, double b) {
    /** Bare watercolour paper, for drawing where none was measured (from memory: a warm white, L* about 96). */
    public static final Lab PAPER = new Lab(96, 0.2, 2.2);

    private static final double EPSILON = 216.0 / 24389.0;
    private static final double KAPPA = 24389.0 / 27.0;

    public Lab {
        if (!Double.isFinite(l) || !Double.isFinite(a) || !Double.isFinite(b)) {
            throw Refusal.of("colour", "A colour needs three finite numbers.", "Give l, a and b.");
        }
        if (l < -1 || l > 110 || Math.abs(a) > 200 || Math.abs(b) > 200) {
            throw Refusal.of(
                    "colour",
                    "L* " + l + ", a* " + a + ", b* " + b + " is not the colour of a surface.",
                    "L* runs from 0 to 100; a* and b* rarely pass 130.");
        }
    }

    public static Lab of(double l, double a, double b) {
        return new Lab(l, a, b);
    }

    public static Lab ofXyz(Xyz c) {
        double fx = f(c.x() / Xyz.D50.x());
        double fy = f(c.y() / Xyz.D50.y());
        double fz = f(c.z() / Xyz.D50.z());
        return new Lab(116 * fy - 16, 500 * (fx - fy), 200 * (fy - fz));
    }

    public Xyz toXyz() {
        double fy = (l + 16) / 116;
        return new Xyz(
                Xyz.D50.x() * inverse(fy + a / 500), Xyz.D50.y() * inverse(fy), Xyz.D50.z() * inverse(fy - b / 200));
    }

    public double chroma() {
        return Math.hypot(a, b);
    }

    /** Hue angle in degrees, 0 to 360; 0 for a neutral. */
    public double hue() {
        double degrees = Math.toDegrees(Math.atan2(b, a));
        return degrees < 0 ? degrees + 360 : degrees;
    }

    /** ΔE00 to another colour: see {@link DeltaE}. */
    public double differenceFrom(Lab other) {
        return DeltaE.ciede2000(this, other);
    }

    private static double f(double t) {
        return t > EPSILON ? Math.cbrt(t) : (KAPPA * t + 16) / 116;
    }

    private static double inverse(double f) {
        double cube = f * f * f;
        return cube > EPSILON ? cube : (116 * f - 16) / KAPPA;
    }

    /** On the straight line to another. @param share of the way, 0 to 1 */
    public Lab towards(Lab other, double share) {
        return new Lab(l + share * (other.l - l), a + share * (other.a - a), b + share * (other.b - b));
    }
}
