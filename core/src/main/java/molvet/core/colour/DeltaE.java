package molvet.core.colour;

/** Colour difference. */
public final class DeltaE {
    private static final double POW25_7 = 6103515625.0;
    private static final double DEGREE = Math.PI / 180;

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
        double t = 1
                - 0.17 * Math.cos(hMean - 30 * DEGREE)
                + 0.24 * Math.cos(2 * hMean)
                + 0.32 * Math.cos(3 * hMean + 6 * DEGREE)
                - 0.20 * Math.cos(4 * hMean - 63 * DEGREE);
        double bump = (hMean / DEGREE - 275) / 25;
        double c7 = power7(cMean);
        double sl = 1 + 0.015 * lMean * lMean / Math.sqrt(20 + lMean * lMean);
        double sc = 1 + 0.045 * cMean;
        double sh = 1 + 0.015 * cMean * t;
        double rt = -2 * Math.sqrt(c7 / (c7 + POW25_7)) * Math.sin(60 * DEGREE * Math.exp(-bump * bump));
        double l = dl / sl;
        double c = dc / sc;
        double h = dH / sh;
        return Math.sqrt(Math.max(0, l * l + c * c + h * h + rt * c * h));
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
