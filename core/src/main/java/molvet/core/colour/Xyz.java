package molvet.core.colour;

/** CIE 1931 tristimulus values, relative to a white of Y = 1. */
public record Xyz(double x, double y, double z) {
    /** D50 as the profile connection space states it (ICC.1:2022, 7.2.16). */
    public static final Xyz D50 = new Xyz(0.9642, 1.0, 0.8249);

    /** D65 from its chromaticity x = 0.3127, y = 0.3290 (IEC 61966-2-1). */
    public static final Xyz D65 = new Xyz(0.3127 / 0.3290, 1.0, (1 - 0.3127 - 0.3290) / 0.3290);

    private static final double[][] BRADFORD = {
        {0.8951, 0.2664, -0.1614}, {-0.7502, 1.7135, 0.0367}, {0.0389, -0.0685, 1.0296}
    };
    private static final double[][] BRADFORD_INVERSE = {
        {0.9869929, -0.1470543, 0.1599627}, {0.4323053, 0.5183603, 0.0492912}, {-0.0085287, 0.0400428, 0.9684867}
    };

    /**
     * The corresponding colour under another white, by the linear Bradford transform
     * (Lam 1985; as used in ICC.1:2022, annex E).
     */
    public Xyz adapted(Xyz from, Xyz to) {
        double[] own = multiply(BRADFORD, x, y, z);
        double[] source = multiply(BRADFORD, from.x, from.y, from.z);
        double[] target = multiply(BRADFORD, to.x, to.y, to.z);
        double[] back = multiply(
                BRADFORD_INVERSE,
                own[0] * target[0] / source[0],
                own[1] * target[1] / source[1],
                own[2] * target[2] / source[2]);
        return new Xyz(back[0], back[1], back[2]);
    }

    static double[] multiply(double[][] m, double a, double b, double c) {
        return new double[] {
            m[0][0] * a + m[0][1] * b + m[0][2] * c,
            m[1][0] * a + m[1][1] * b + m[1][2] * c,
            m[2][0] * a + m[2][1] * b + m[2][2] * c
        };
    }
}
