package molvet.server.reading.standin;

import java.awt.image.BufferedImage;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.util.Arrays;
import java.util.Random;
import java.util.SplittableRandom;
import javax.imageio.ImageIO;
import molvet.core.colour.Lab;
import molvet.core.colour.Srgb;
import molvet.core.pigment.PigmentReference;
import molvet.core.pigment.Recipe;

/**
 * Paints a swatch as it would lie on a scanner: full strength on the left running to palest on the right, over a black
 * waterproof line, on grained paper with a bare margin.
 *
 * <p>Its films are those of {@link Optics}, so that a paint is the same by itself, on a chart and in a mixture. Thickness follows
 * the wash and the paper's grain. Seeded, so that a picture can be made again. It shares nothing with the reader of pictures.
 */
public final class SimulatedPainter {
    /** Pixels across and down. */
    public static final int WIDTH = 760;

    public static final int HEIGHT = 360;

    /** Where a person would pick, as fractions of the picture. */
    public static final double FULL_X = 0.13;

    public static final double LINE_X = 0.28;
    public static final double PALEST_X = 0.90;
    public static final double PAINT_Y = 0.45;
    public static final double PAPER_X = 0.5;
    public static final double PAPER_Y = 0.93;

    private static final double[] PAPER = light(Optics.PAPER);
    private static final double[] LINE = light(line());
    private static final double MASS = 1.7;
    private static final double TINT = 0.07;
    /** What a wash pools to at its rim, as a logarithm. */
    private static final double POOLED = Math.log(1.25);
    /** ΔE00 from the paper at which a painter calls a wash pale enough. */
    private static final double PALE = 14;

    private final Optics optics;

    public SimulatedPainter(PigmentReference reference) {
        this.optics = new Optics(reference);
    }

    private static double[] line() {
        double[] black = new double[Optics.BANDS];
        Arrays.fill(black, Optics.BLACK);
        return black;
    }

    /** As a scanner’s file has it: red, green and blue of sRGB, as shares of light. */
    private static double[] light(double[] reflectance) {
        Srgb c = Srgb.ofLab(Optics.lab(reflectance));
        return new double[] {light(c.r()), light(c.g()), light(c.b())};
    }

    private static double light(double encoded) {
        return Srgb.decode(Math.max(0, Math.min(1, encoded)));
    }

    /** @return the scan as a PNG file */
    public byte[] paint(Recipe recipe, long seed) {
        SplittableRandom random = new SplittableRandom(seed);
        Optics.Film film = optics.film(recipe, 0.12 * new Random(seed).nextGaussian());
        double[][] tooth = tooth(random);
        double[][][] table = table(film);
        double[] wash = wash(palest(table));
        double[][][] file = encoded(table);
        double[] grain = new double[1 << 16];
        for (int i = 0; i < grain.length; i++) grain[i] = 0.004 * random.nextGaussian();
        int at = random.nextInt();
        int[] pixels = new int[WIDTH * HEIGHT];
        for (int y = 0; y < HEIGHT; y++) {
            double v = y / (double) HEIGHT;
            for (int x = 0; x < WIDTH; x++) {
                double u = x / (double) WIDTH;
                boolean line = u > 0.23 && u < 0.33 && v > 0.04 && v < 0.86;
                boolean bare = bare(u, v);
                double strength = wash[x] + (u < 0.07 || v > 0.775 ? POOLED : 0) + tooth[y][x] * film.grain();
                int rgb = 0;
                for (int band = 0; band < 3; band++) {
                    double seen = !bare
                            ? look(file[line ? 1 : 0][band], strength)
                            : Srgb.encode(line ? LINE[band] : PAPER[band] * (1 + 0.006 * tooth[y][x]));
                    // A step through the table that comes back to the same place only after all of it.
                    at = at * 1664525 + 1013904223;
                    rgb = rgb << 8 | (int) (255 * Math.max(0, Math.min(1, seen + grain[at >>> 16])) + 0.5);
                }
                pixels[y * WIDTH + x] = rgb;
            }
        }
        BufferedImage image = new BufferedImage(WIDTH, HEIGHT, BufferedImage.TYPE_INT_RGB);
        image.getRaster().setDataElements(0, 0, WIDTH, HEIGHT, pixels);
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        try {
            ImageIO.write(image, "png", out);
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
        return out.toByteArray();
    }

    /** Outside the uneven edge of what the brush covered. */
    private static boolean bare(double u, double v) {
        if (u > 0.062 && u < 0.948 && v > 0.102 && v < 0.788) return false;
        double edge = 0.006 * Math.sin(v * 37) + 0.006 * Math.sin(u * 53);
        return u < 0.05 + edge || u > 0.96 + edge || v < 0.09 + edge || v > 0.80 + edge;
    }

    /** The logarithm of thickness by column: full strength to a quarter of the way, graded after it, palest at the end. */
    private static double[] wash(double palest) {
        double[] wash = new double[WIDTH];
        for (int x = 0; x < WIDTH; x++) {
            double along = Math.min(1, Math.max(0, (x / (double) WIDTH - 0.36) / 0.48));
            wash[x] = Math.log(MASS) + Math.log(palest / MASS) * along;
        }
        return wash;
    }

    private static double[][][] encoded(double[][][] table) {
        return Arrays.stream(table)
                .map(g -> Arrays.stream(g)
                        .map(band -> Arrays.stream(band).map(Srgb::encode).toArray())
                        .toArray(double[][]::new))
                .toArray(double[][][]::new);
    }

    /** However it covers, a wash is let run out until it is near the paper. */
    private static double palest(double[][][] table) {
        double thin = TINT;
        while (thin > 0.004 && seen(table, thin).differenceFrom(seen(table, 0.0025)) > PALE) thin *= 0.85;
        return thin;
    }

    private static Lab seen(double[][][] table, double thickness) {
        double strength = Math.log(thickness);
        return new Srgb(
                        Srgb.encode(look(table[0][0], strength)),
                        Srgb.encode(look(table[0][1], strength)),
                        Srgb.encode(look(table[0][2], strength)))
                .toLab();
    }

    /** Light back from a film for thicknesses evenly spaced in their logarithm, over paper and over the line. */
    private static double[][][] table(Optics.Film film) {
        double[][][] table = new double[2][3][512];
        for (int ground = 0; ground < 2; ground++) {
            double[] under = ground == 0 ? Optics.PAPER : line();
            for (int i = 0; i < 512; i++) {
                double[] light = light(film.over(under, Math.exp(-6 + 8 * i / 511.0), 0));
                for (int band = 0; band < 3; band++) table[ground][band][i] = light[band];
            }
        }
        return table;
    }

    /** @param strength the logarithm of thickness */
    private static double look(double[] table, double strength) {
        double at = (strength + 6) / 8 * 511;
        int i = (int) Math.max(0, Math.min(510, Math.floor(at)));
        double t = Math.max(0, Math.min(1, at - i));
        return table[i] * (1 - t) + table[i + 1] * t;
    }

    /** The paper's tooth: two scales of smooth noise, mean 0 and deviation 1. */
    private static double[][] tooth(SplittableRandom random) {
        double[][] fine = noise(random, 4);
        double[][] coarse = noise(random, 9);
        double[][] out = new double[HEIGHT][WIDTH];
        double sum = 0;
        double squares = 0;
        for (int y = 0; y < HEIGHT; y++) {
            for (int x = 0; x < WIDTH; x++) {
                out[y][x] = fine[y][x] + 0.8 * coarse[y][x];
                sum += out[y][x];
                squares += out[y][x] * out[y][x];
            }
        }
        double n = WIDTH * HEIGHT;
        double mean = sum / n;
        double deviation = Math.sqrt(squares / n - mean * mean);
        for (double[] row : out) for (int x = 0; x < WIDTH; x++) row[x] = (row[x] - mean) / deviation;
        return out;
    }

    private static double[][] noise(SplittableRandom random, int step) {
        int w = WIDTH / step + 3;
        int h = HEIGHT / step + 3;
        double[][] grid = new double[h][w];
        for (double[] row : grid) for (int x = 0; x < w; x++) row[x] = random.nextGaussian();
        double[][] out = new double[HEIGHT][WIDTH];
        double[] between = new double[w];
        for (int y = 0; y < HEIGHT; y++) {
            double[] above = grid[y / step];
            double[] below = grid[y / step + 1];
            double fy = y % step / (double) step;
            for (int i = 0; i < w; i++) between[i] = above[i] * (1 - fy) + below[i] * fy;
            for (int x = 0; x < WIDTH; x++) {
                double fx = x % step / (double) step;
                out[y][x] = between[x / step] * (1 - fx) + between[x / step + 1] * fx;
            }
        }
        return out;
    }
}
