package molvet.server.reading.standin;

/** A point of a sheet, or of what it lies on. */
final class Sampled {
    private Sampled() {}

    /** Light at a point in mm; outside the sheet the three given. */
    static void at(PaintedSheet sheet, float[] light, double x, double y, float[] out, float r, float g, float b) {
        double u = x * sheet.dpmm() - 0.5;
        double v = y * sheet.dpmm() - 0.5;
        if (u < -0.5 || v < -0.5 || u > sheet.across() - 0.5 || v > sheet.down() - 0.5) {
            out[0] = r;
            out[1] = g;
            out[2] = b;
            return;
        }
        int i = (int) Math.max(0, Math.min(sheet.across() - 2, Math.floor(u)));
        int j = (int) Math.max(0, Math.min(sheet.down() - 2, Math.floor(v)));
        float s = (float) Math.max(0, Math.min(1, u - i));
        float t = (float) Math.max(0, Math.min(1, v - j));
        int a = 3 * (j * sheet.across() + i);
        int below = a + 3 * sheet.across();
        for (int c = 0; c < 3; c++) {
            out[c] = (light[a + c] * (1 - s) + light[a + 3 + c] * s) * (1 - t)
                    + (light[below + c] * (1 - s) + light[below + 3 + c] * s) * t;
        }
    }
}
