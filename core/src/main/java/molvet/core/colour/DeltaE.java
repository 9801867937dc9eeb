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
        double h1 = angle(a1, one.b());
        double h2 = angle(a2, two.b());
        boolean neutral = cp1 * cp2 == 0;

        double dl = two.l() - one.l();
        double dc = cp2 - cp1;
        double dh = 0;
        double hMean = h1 + h2;
        if (!neutral) {
            dh = h2 - h1;
            if (dh > Math.PI) dh -= 2 * Math.PI;
            else if (dh < -Math.PI) dh += 2 * Math.PI;
            if (Math.abs(h1 - h2) > Math.PI) hMean += hMean < 2 * Math.PI ? 2 * Math.PI : -2 * Math.PI;
            hMean /= 2;
        }
        double dH = 2 * Math.sqrt(cp1 * cp2) * Math.sin(dh / 2);

        double lMean = (one.l() + two.l()) / 2 - 50;
        double cMean = (cp1 + cp2) / 2;
        // One sine and one cosine of the mean hue; its multiples by the angle formulas.
        double cos = Math.cos(hMean);
        double sin = Math.sin(hMean);
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
        double sl = 1 + 0.015 * lMean * lMean / Math.sqrt(20 + lMean * lMean);
        double sc = 1 + 0.045 * cMean;
        double sh = 1 + 0.015 * cMean * t;
        double rt = rotation(hMean, c7);
        double l = dl / sl;
        double c = dc / sc;
        double h = dH / sh;
        return Math.sqrt(Math.max(0, l * l + c * c + h * h + rt * c * h));
    }

    /** The rotation of the blues; beyond six widths from 275° it is below the last digit of a double. */
    private static double rotation(double hMean, double c7) {
        double bump = (hMean / DEGREE - 275) / 25;
        if (Math.abs(bump) > 6) return 0;
        return -2 * Math.sqrt(c7 / (c7 + POW25_7)) * Math.sin(60 * DEGREE * Math.exp(-bump * bump));
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
