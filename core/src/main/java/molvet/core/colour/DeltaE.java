package molvet.core.colour;

/** Colour difference. */
public final class DeltaE {
    private static final double POW25_7 = 6103515625.0;
    private static final double DEGREE = Math.PI / 180;
    private static final double COS_30 = Math.cos(30 * DEGREE);
    private static final double SIN_30 = Math.sin(30 * DEGREE);
    private static final double COS_6 = Math.cos(6 * DEGREE);
    private static final double SIN_6 = Math.sin(6 * DEGREE);
    private static final double COS_63 = Math.cos(63 * DEGREE);
    private static final double SIN_63 = Math.sin(63 * DEGREE);
    private static final double WIDTH_SQUARED = 25 * DEGREE * 25 * DEGREE;
    private static final double COS_275 = Math.cos(275 * DEGREE);
    private static final double SIN_275 = Math.sin(275 * DEGREE);
    /** Five widths of 25° from 275°, where the rotation is below 2e-11 and no longer counts. */
    private static final double COS_FAR = Math.cos(125 * DEGREE);

    private DeltaE() {}

    /**
     * CIEDE2000 with kL = kC = kH = 1.
     *
     * <p>Source: G. Sharma, W. Wu, E. N. Dalal, “The CIEDE2000 color-difference formula: implementation notes,
     * supplementary test data, and mathematical observations”, Color Research and Application 30 (2005), equations
     * 2 to 22; also ISO/CIE 11664-6. About 1 is a difference just noticed by most eyes side by side.
     */
    public static double ciede2000(Lab one, Lab two) {
        double c1 = Math.sqrt(one.a() * one.a() + one.b() * one.b());
        double c2 = Math.sqrt(two.a() * two.a() + two.b() * two.b());
        double mean7 = power7((c1 + c2) / 2);
        double g = 1.5 - 0.5 * Math.sqrt(mean7 / (mean7 + POW25_7));
        double a1 = g * one.a();
        double a2 = g * two.a();
        double cp1 = Math.sqrt(a1 * a1 + one.b() * one.b());
        double cp2 = Math.sqrt(a2 * a2 + two.b() * two.b());
        double product = cp1 * cp2;

        double dl = two.l() - one.l();
        double dc = cp2 - cp1;
        double dH = 0;
        // The mean hue as a direction: the sum of the two unit vectors points along the shorter arc's middle,
        // which is equation 14 without an arc tangent.
        double cos = a1 + a2;
        double sin = one.b() + two.b();
        if (product > 0) {
            cos = a1 * cp2 + a2 * cp1;
            sin = one.b() * cp2 + two.b() * cp1;
            double da = a2 * cp1 - a1 * cp2;
            double db = two.b() * cp1 - one.b() * cp2;
            dH = Math.copySign(Math.sqrt((da * da + db * db) / product), a1 * two.b() - a2 * one.b());
        }
        double length = Math.sqrt(cos * cos + sin * sin);
        if (length > 1e-6 * product && length > 0) {
            double scale = 1 / length;
            cos *= scale;
            sin *= scale;
        } else {
            // Opposite hues have no middle; the mean of the two angles is the formula's word. Two greys have none.
            double mean = product > 0 ? (angle(a1, one.b()) + angle(a2, two.b())) / 2 : 0;
            cos = Math.cos(mean);
            sin = Math.sin(mean);
        }

        double lMean = (one.l() + two.l()) / 2 - 50;
        double cMean = (cp1 + cp2) / 2;
        // The multiples of the mean hue by the angle formulas.
        double cos2 = 2 * cos * cos - 1;
        double sin2 = 2 * sin * cos;
        double cos3 = cos * (2 * cos2 - 1);
        double sin3 = sin * (2 * cos2 + 1);
        double cos4 = 2 * cos2 * cos2 - 1;
        double sin4 = 2 * sin2 * cos2;
        double t = 1
                - 0.17 * (cos * COS_30 + sin * SIN_30)
                + 0.24 * cos2
                + 0.32 * (cos3 * COS_6 - sin3 * SIN_6)
                - 0.20 * (cos4 * COS_63 + sin4 * SIN_63);
        double c7 = power7(cMean);
        double root = Math.sqrt(20 + lMean * lMean);
        double sc = 1 + 0.045 * cMean;
        double sh = 1 + 0.015 * cMean * t;
        double rt = rotation(cos, sin, c7);
        double l = dl * root / (root + 0.015 * lMean * lMean);
        double c = dc / sc;
        double h = dH / sh;
        return Math.sqrt(Math.max(0, l * l + c * c + h * h + rt * c * h));
    }

    /**
     * The rotation of the blues, from the cosine of the mean hue's distance to 275°.
     *
     * <p>Equation 11 needs only the square of that distance. With y = 4 sin²(x/4) it is x² = 8 Σ yⁿ / (n² C(2n, n)),
     * the series of the squared arc sine; eight terms leave less than 1e-9 in the result, for a third of the time an
     * arc tangent takes.
     */
    private static double rotation(double cos, double sin, double c7) {
        double near = cos * COS_275 + sin * SIN_275;
        if (near < COS_FAR) return 0;
        double y = 2 - 2 * Math.sqrt((1 + near) / 2);
        double square = 8
                * y
                * (1 / 2.0
                        + y
                                * (1 / 24.0
                                        + y
                                                * (1 / 180.0
                                                        + y
                                                                * (1 / 1120.0
                                                                        + y
                                                                                * (1 / 6300.0
                                                                                        + y
                                                                                                * (1 / 33264.0
                                                                                                        + y
                                                                                                                * (1
                                                                                                                                / 168168.0
                                                                                                                        + y
                                                                                                                                / 823680.0)))))));
        return -2 * Math.sqrt(c7 / (c7 + POW25_7)) * Math.sin(60 * DEGREE * Math.exp(-square / WIDTH_SQUARED));
    }

    private static double angle(double a, double b) {
        if (a == 0 && b == 0) return 0;
        double h = Math.atan2(b, a);
        return h < 0 ? h + 2 * Math.PI : h;
    }

    private static double power7(double c) {
        double c2 = c * c;
        return c2 * c2 * c2 * c;
    }
}
