package molvet.server.reading.standin;

import java.awt.image.BufferedImage;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.util.List;
import java.util.Random;
import javax.imageio.IIOImage;
import javax.imageio.ImageIO;
import javax.imageio.ImageWriteParam;
import javax.imageio.ImageWriter;
import molvet.core.colour.Lab;
import molvet.core.colour.Spectrum;
import molvet.core.colour.Srgb;
import molvet.core.colour.Xyz;
import molvet.core.reading.Checker;
import org.apache.commons.math3.linear.Array2DRowRealMatrix;
import org.apache.commons.math3.linear.ArrayRealVector;
import org.apache.commons.math3.linear.LUDecomposition;

/**
 * What a device sees of reflectances: three broad sensitivities under a lamp, carried to red, green and blue of its files by the
 * matrix that suits a set of colour patches best, as makers of devices do. Its eye is not ours, so that some colours come
 * out a little wrong whatever is done.
 */
final class Sensor {
    private static final double FROM = -6;
    private static final double TO = 2;
    private static final int STEPS = 256;
    private static final int CURVE_STEPS = 1 << 16;

    private static final double[][] SCREEN = screen();

    private final double[][] seeing;
    private final double[][] matrix;
    private final double[][] space;
    private final boolean wide;

    /** @param lamp relative power at each band; {@code wide} whether its files are in a space wider than a screen’s */
    Sensor(double[] lamp, double[][] bells, boolean wide) {
        this.wide = wide;
        space = wide ? FileMarks.WIDE : SCREEN;
        seeing = new double[3][Optics.BANDS];
        for (int c = 0; c < 3; c++) {
            double sum = 0;
            for (int i = 0; i < Optics.BANDS; i++) {
                double nm = Spectrum.FIRST + Spectrum.STEP * i;
                seeing[c][i] = lamp[i] * Math.exp(-Math.pow((nm - bells[c][0]) / bells[c][1], 2) / 2);
                sum += seeing[c][i];
            }
            for (int i = 0; i < Optics.BANDS; i++) seeing[c][i] /= sum;
        }
        matrix = matrix();
    }

    static double[] ledLamp() {
        double[] lamp = new double[Optics.BANDS];
        for (int i = 0; i < lamp.length; i++) {
            double nm = Spectrum.FIRST + Spectrum.STEP * i;
            lamp[i] = 0.9 * Math.exp(-Math.pow((nm - 452) / 14, 2) / 2) + Math.exp(-Math.pow((nm - 575) / 58, 2) / 2);
        }
        return lamp;
    }

    private double[] raw(double[] reflectance) {
        double[] out = new double[3];
        for (int c = 0; c < 3; c++) {
            for (int i = 0; i < Optics.BANDS; i++) out[c] += seeing[c][i] * reflectance[i];
        }
        return out;
    }

    /** Linear red, green and blue of a reflectance, in the space of its files. */
    float[] see(double[] reflectance) {
        double[] raw = raw(reflectance);
        float[] out = new float[3];
        for (int c = 0; c < 3; c++) {
            out[c] = (float) (matrix[c][0] * raw[0] + matrix[c][1] * raw[1] + matrix[c][2] * raw[2]);
        }
        return out;
    }

    /** The colour a file says it is, cut off at the bounds of its space. */
    Lab lab(double[] reflectance) {
        float[] c = see(reflectance);
        double[] xyz = new double[3];
        for (int i = 0; i < 3; i++) {
            for (int j = 0; j < 3; j++) xyz[i] += space[i][j] * Math.max(0, Math.min(1, c[j]));
        }
        return Lab.ofXyz(new Xyz(xyz[0], xyz[1], xyz[2]));
    }

    /** Least squares over the patches by the normal equations, white kept white. */
    private double[][] matrix() {
        List<Lab> patches = Checker.aims();
        double[][] ata = new double[3][3];
        double[][] atb = new double[3][3];
        for (int p = 0; p <= patches.size(); p++) {
            double[] reflectance =
                    p < patches.size() ? Optics.smooth(patches.get(p).toXyz()) : Optics.PAPER;
            double weight = p < patches.size() ? 1 : 20;
            double[] raw = raw(reflectance);
            Xyz xyz = Optics.xyz(reflectance);
            double[] want = solve(space, new double[] {xyz.x(), xyz.y(), xyz.z()});
            for (int i = 0; i < 3; i++) {
                for (int j = 0; j < 3; j++) {
                    ata[i][j] += weight * raw[i] * raw[j];
                    atb[i][j] += weight * want[i] * raw[j];
                }
            }
        }
        double[][] out = new double[3][];
        for (int c = 0; c < 3; c++) {
            out[c] = solve(ata, atb[c]);
        }
        return out;
    }

    private static double[] solve(double[][] a, double[] b) {
        return new LUDecomposition(new Array2DRowRealMatrix(a))
                .getSolver()
                .solve(new ArrayRealVector(b))
                .toArray();
    }

    /** sRGB’s primaries as XYZ for D50, by columns. */
    private static double[][] screen() {
        Xyz r = new Srgb(1, 0, 0).toLab().toXyz();
        Xyz g = new Srgb(0, 1, 0).toLab().toXyz();
        Xyz b = new Srgb(0, 0, 1).toLab().toXyz();
        return new double[][] {{r.x(), g.x(), b.x()}, {r.y(), g.y(), b.y()}, {r.z(), g.z(), b.z()}};
    }

    /** The whole sheet, dot by dot, in linear light. */
    float[] sheet(PaintedSheet sheet) {
        float[] paper = see(Optics.PAPER);
        double[] blackGround = new double[Optics.BANDS];
        java.util.Arrays.fill(blackGround, Optics.BLACK);
        float[] black = see(blackGround);
        float[][][][] tables = new float[sheet.films().length][2][3][];
        for (int f = 0; f < tables.length; f++) {
            boolean parts = sheet.films()[f].parts() > 0;
            for (int g = 0; g < 2; g++) {
                for (int p = 0; p < 3; p++) {
                    if (p != 1 && !parts) continue;
                    tables[f][g][p] = table(sheet.films()[f], g == 0 ? Optics.PAPER : blackGround, p - 1);
                }
            }
        }
        float[] out = new float[3 * sheet.film().length];
        // Water in the paper: less light comes back from a wet surface.
        float gloss = sheet.wet() ? 0.97f : 1;
        for (int i = 0; i < sheet.film().length; i++) {
            int f = sheet.film()[i];
            float ink = sheet.ink()[i];
            float relief = (1 + 0.006f * sheet.tooth()[i]) * gloss;
            for (int c = 0; c < 3; c++) {
                float v;
                if (f < 0) {
                    v = paper[c] * (1 - ink) + black[c] * ink;
                } else {
                    double at = (sheet.strength()[i] - FROM) / (TO - FROM) * (STEPS - 1);
                    int k = (int) Math.max(0, Math.min(STEPS - 2, at));
                    float t = (float) Math.max(0, Math.min(1, at - k));
                    v = look(tables[f][0], sheet.part()[i], k, t, c) * (1 - ink);
                    if (ink > 0) v += look(tables[f][1], sheet.part()[i], k, t, c) * ink;
                }
                out[3 * i + c] = v * relief;
            }
        }
        return out;
    }

    private static float look(float[][] byPart, float part, int k, float t, int c) {
        float middle = at(byPart[1], k, t, c);
        if (byPart[0] == null) return middle;
        float other = at(byPart[part < 0 ? 0 : 2], k, t, c);
        float share = Math.min(1, Math.abs(part) / 2);
        return middle * (1 - share) + other * share;
    }

    private static float at(float[] table, int k, float t, int c) {
        return table[3 * k + c] * (1 - t) + table[3 * k + 3 + c] * t;
    }

    private float[] table(Optics.Film film, double[] ground, double part) {
        float[] table = new float[3 * STEPS];
        for (int i = 0; i < STEPS; i++) {
            float[] c = see(film.over(ground, Math.exp(FROM + (TO - FROM) * i / (STEPS - 1)), part));
            System.arraycopy(c, 0, table, 3 * i, 3);
        }
        return table;
    }

    // ---- from light to file -----------------------------------------------------------------------------------------

    /**
     * Linear values become a file’s: clipped, through the curve, with noise.
     *
     * @param noise deviation, as a share of full scale
     * @param contrast an S about the middle, as cameras add; 0 for none
     */
    BufferedImage encoded(float[] rgb, int w, int h, double noise, double contrast, Random random) {
        float[] curve = new float[CURVE_STEPS + 1];
        for (int i = 0; i <= CURVE_STEPS; i++) {
            double in = i / (double) CURVE_STEPS;
            double v = wide ? Math.pow(in, 1 / FileMarks.CURVE) : Srgb.encode(in);
            curve[i] = (float) (255 * (v - contrast * Math.sin(2 * Math.PI * v) / (2 * Math.PI)));
        }
        float[] grain = new float[1 << 16];
        for (int i = 0; i < grain.length; i++) grain[i] = (float) (255 * noise * random.nextGaussian());
        int[] pixels = new int[w * h];
        int start = random.nextInt();
        for (int i = 0; i < pixels.length; i++) {
            int all = 0;
            for (int c = 0; c < 3; c++) {
                int k = (int) (Math.max(0, Math.min(1, rgb[3 * i + c])) * CURVE_STEPS + 0.5f);
                // A step through the table that comes back to the same place only after all of it.
                start = start * 1664525 + 1013904223;
                float v = curve[k] + grain[start >>> 16] + 0.5f;
                all = all << 8 | (int) Math.max(0, Math.min(255, v));
            }
            pixels[i] = all;
        }
        BufferedImage image = new BufferedImage(w, h, BufferedImage.TYPE_INT_RGB);
        image.getRaster().setDataElements(0, 0, w, h, pixels);
        return image;
    }

    static byte[] jpeg(BufferedImage image, float quality) {
        ImageWriter writer = ImageIO.getImageWritersByFormatName("jpeg").next();
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        try (var stream = ImageIO.createImageOutputStream(out)) {
            writer.setOutput(stream);
            ImageWriteParam param = writer.getDefaultWriteParam();
            param.setCompressionMode(ImageWriteParam.MODE_EXPLICIT);
            param.setCompressionQuality(quality);
            writer.write(null, new IIOImage(image, null, null), param);
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        } finally {
            writer.dispose();
        }
        return out.toByteArray();
    }

    /** A little softer, then sharpened, as devices do. @param amount of an unsharp mask over three pixels; negative blurs */
    static void sharpened(float[] rgb, int w, int h, double amount) {
        if (amount == 0) return;
        float[] old = rgb.clone();
        for (int y = 1; y < h - 1; y++) {
            for (int x = 1; x < w - 1; x++) {
                for (int c = 0; c < 3; c++) {
                    int at = 3 * (y * w + x) + c;
                    float mean = (old[at - 3]
                                    + old[at + 3]
                                    + old[at - 3 * w]
                                    + old[at + 3 * w]
                                    + 4 * old[at]
                                    + (old[at - 3 * w - 3]
                                                    + old[at - 3 * w + 3]
                                                    + old[at + 3 * w - 3]
                                                    + old[at + 3 * w + 3])
                                            / 2)
                            / 10;
                    rgb[at] = (float) (old[at] + amount * (old[at] - mean));
                }
            }
        }
    }
}
