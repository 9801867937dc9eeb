package molvet.core.reading;

import molvet.core.colour.Lab;
import molvet.core.colour.Xyz;

/**
 * A picture in linear light: red, green and blue as the file's own space has them, 0 to 1, pixel after pixel in rows.
 *
 * <p>Positions are continuous: pixel (0, 0) covers 0 to 1 both ways, its middle is (0.5, 0.5).
 */
public final class Light {
    private final int width;
    private final int height;
    private final float[] rgb;
    private final double[] toXyz;

    /**
     * @param rgb {@code 3 × width × height} values
     * @param toXyz nine numbers, by rows: from red, green and blue to XYZ for D50, with Y = 1 for full white
     */
    public Light(int width, int height, float[] rgb, double[] toXyz) {
        if (width < 2 || height < 2 || rgb.length != 3 * width * height || toXyz.length != 9) {
            throw new IllegalArgumentException("A picture of " + width + " × " + height + " with " + rgb.length
                    + " values and a matrix of " + toXyz.length);
        }
        this.width = width;
        this.height = height;
        this.rgb = rgb;
        this.toXyz = toXyz.clone();
    }

    public int width() {
        return width;
    }

    public int height() {
        return height;
    }

    /**
     * The light at a point, between four pixels.
     *
     * @param out three numbers, overwritten
     * @return false, with nothing written, where the point lies outside the picture
     */
    public boolean at(double u, double v, double[] out) {
        double x = u - 0.5;
        double y = v - 0.5;
        if (!(x >= -0.5 && y >= -0.5 && x <= width - 0.5 && y <= height - 0.5)) return false;
        int i = (int) Math.max(0, Math.min(width - 2, Math.floor(x)));
        int j = (int) Math.max(0, Math.min(height - 2, Math.floor(y)));
        double s = Math.max(0, Math.min(1, x - i));
        double t = Math.max(0, Math.min(1, y - j));
        int a = 3 * (j * width + i);
        int b = a + 3 * width;
        double aa = (1 - s) * (1 - t);
        double ab = s * (1 - t);
        double ba = (1 - s) * t;
        double bb = s * t;
        for (int c = 0; c < 3; c++) {
            out[c] = aa * rgb[a + c] + ab * rgb[a + 3 + c] + ba * rgb[b + c] + bb * rgb[b + 3 + c];
        }
        return true;
    }

    /** Adds the light of one pixel. @param to three sums */
    void add(int x, int y, double[] to) {
        int at = 3 * (y * width + x);
        for (int c = 0; c < 3; c++) to[c] += rgb[at + c];
    }

    /**
     * Whether the picture holds no colours: red, green and blue are one in all but stray pixels. A scanner in colour never gives
     * that, not even of grey paint, for its noise differs from channel to channel.
     */
    public boolean isGrey() {
        int coloured = 0;
        int looked = 0;
        for (int i = 0; i + 2 < rgb.length; i += 3 * GREY_STEP) {
            float least = Math.min(rgb[i], Math.min(rgb[i + 1], rgb[i + 2]));
            float most = Math.max(rgb[i], Math.max(rgb[i + 1], rgb[i + 2]));
            if (most - least > GREY_APART * most + 1e-4f) coloured++;
            looked++;
        }
        return coloured < looked * STRAY;
    }

    private static final int GREY_STEP = 7;
    private static final float GREY_APART = 0.002f;
    private static final double STRAY = 0.0005;

    /** The share of a page’s pixels at which every channel is full: there the paper is burnt out. */
    public double burnt(PageMap map, double width, double height) {
        double[] c = new double[3];
        int full = 0;
        int all = 0;
        for (int i = 1; i < BURNT_GRID; i++) {
            for (int j = 1; j < BURNT_GRID; j++) {
                PageMap.Point p = map.at(width * i / BURNT_GRID, height * j / BURNT_GRID);
                if (!at(p.x(), p.y(), c)) continue;
                all++;
                if (Math.min(c[0], Math.min(c[1], c[2])) >= FULL) full++;
            }
        }
        return all == 0 ? 0 : full / (double) all;
    }

    private static final int BURNT_GRID = 120;
    /** Linear light of the brightest step but one of eight bits. */
    private static final double FULL = 0.99;

    /** About the luminance of the pixel a point lies in, for looking at shapes; of the nearest one outside. */
    public double grey(double u, double v) {
        int i = (int) Math.max(0, Math.min(width - 1, u));
        int j = (int) Math.max(0, Math.min(height - 1, v));
        int at = 3 * (j * width + i);
        return 0.25 * rgb[at] + 0.65 * rgb[at + 1] + 0.1 * rgb[at + 2];
    }

    /** Luminance by the picture's own matrix; {@link Double#NaN} outside. */
    double luminance(double u, double v, double[] room) {
        return at(u, v, room) ? toXyz[3] * room[0] + toXyz[4] * room[1] + toXyz[5] * room[2] : Double.NaN;
    }

    /** The colour of the mean light of a square about a point, cut off at the edges of the picture. @param radius in pixels */
    public Lab about(double u, double v, double radius) {
        int x0 = (int) Math.max(0, Math.min(width - 1, u - radius));
        int x1 = (int) Math.max(x0, Math.min(width - 1, u + radius));
        int y0 = (int) Math.max(0, Math.min(height - 1, v - radius));
        int y1 = (int) Math.max(y0, Math.min(height - 1, v + radius));
        double[] sum = new double[3];
        for (int y = y0; y <= y1; y++) {
            for (int x = x0; x <= x1; x++) {
                for (int c = 0; c < 3; c++) sum[c] += rgb[3 * (y * width + x) + c];
            }
        }
        int n = (x1 - x0 + 1) * (y1 - y0 + 1);
        return Lab.ofXyz(xyz(sum[0] / n, sum[1] / n, sum[2] / n));
    }

    Xyz xyz(double r, double g, double b) {
        return new Xyz(
                toXyz[0] * r + toXyz[1] * g + toXyz[2] * b,
                toXyz[3] * r + toXyz[4] * g + toXyz[5] * b,
                toXyz[6] * r + toXyz[7] * g + toXyz[8] * b);
    }

    /** The light of which a colour is made in this picture's space. */
    double[] rgb(Xyz c) {
        double[] m = toXyz;
        double det = m[0] * (m[4] * m[8] - m[5] * m[7])
                - m[1] * (m[3] * m[8] - m[5] * m[6])
                + m[2] * (m[3] * m[7] - m[4] * m[6]);
        return new double[] {
            ((m[4] * m[8] - m[5] * m[7]) * c.x()
                            + (m[2] * m[7] - m[1] * m[8]) * c.y()
                            + (m[1] * m[5] - m[2] * m[4]) * c.z())
                    / det,
            ((m[5] * m[6] - m[3] * m[8]) * c.x()
                            + (m[0] * m[8] - m[2] * m[6]) * c.y()
                            + (m[2] * m[3] - m[0] * m[5]) * c.z())
                    / det,
            ((m[3] * m[7] - m[4] * m[6]) * c.x()
                            + (m[1] * m[6] - m[0] * m[7]) * c.y()
                            + (m[0] * m[4] - m[1] * m[3]) * c.z())
                    / det
        };
    }
}
