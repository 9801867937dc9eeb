package molvet.server.reading.standin;

import java.awt.image.BufferedImage;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.util.List;
import java.util.Random;
import javax.imageio.ImageIO;
import molvet.core.colour.Lab;
import molvet.core.colour.Srgb;
import molvet.core.pigment.Pigment;
import molvet.core.pigment.PigmentReference;
import molvet.core.pigment.Recipe;

/**
 * Paints a swatch as it would lie on a scanner: full strength on the left running to palest on the right, over a black
 * waterproof line, on grained paper with a bare margin.
 *
 * <p>Light in three bands by Kubelka and Munk's film over a ground (P. Kubelka, “New contributions to the optics of
 * intensely light-scattering materials, part I”, J. Opt. Soc. Am. 38 (1948), eq. 28). Thickness follows the wash and the
 * paper's grain. Seeded, so that a picture can be made again. It shares nothing with the reader of pictures.
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

    private static final double[] PAPER = {0.905, 0.895, 0.855};
    private static final double LINE = 0.02;
    private static final double MASS = 1.7;
    private static final double TINT = 0.07;
    /** ΔE00 from the paper at which a painter calls a wash pale enough. */
    private static final double PALE = 14;

    private final PigmentReference reference;
    private final Washes washes = new Washes();

    public SimulatedPainter(PigmentReference reference) {
        this.reference = reference;
    }

    /** Absorption and scattering of a film of unit thickness in three bands, and how much it gathers in the grain. */
    private record Film(double[] k, double[] s, double grain) {}

    /** @return the scan as a PNG file */
    public byte[] paint(Recipe recipe, long seed) {
        Random random = new Random(seed);
        Film film = film(recipe, random);
        double[][] tooth = tooth(random);
        BufferedImage image = new BufferedImage(WIDTH, HEIGHT, BufferedImage.TYPE_INT_RGB);
        double[][][] table = table(film);
        double palest = palest(table);
        for (int y = 0; y < HEIGHT; y++) {
            for (int x = 0; x < WIDTH; x++) {
                double u = x / (double) WIDTH;
                double v = y / (double) HEIGHT;
                boolean line = u > 0.23 && u < 0.33 && v > 0.04 && v < 0.86;
                double thickness = thickness(u, v, tooth[y][x] * film.grain, palest);
                int rgb = 0;
                for (int band = 0; band < 3; band++) {
                    double bare = line ? LINE : PAPER[band] * (1 + 0.006 * tooth[y][x]);
                    double light = thickness <= 0 ? bare : look(table[line ? 1 : 0][band], thickness);
                    double noisy = Srgb.encode(light) + random.nextGaussian() * 0.004;
                    rgb = rgb << 8 | Srgb.byteOf(noisy);
                }
                image.setRGB(x, y, rgb);
            }
        }
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        try {
            ImageIO.write(image, "png", out);
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
        return out.toByteArray();
    }

    /** Full strength to a quarter of the way, graded after it, palest at the end; bare outside an uneven edge. */
    private static double thickness(double u, double v, double grain, double palest) {
        double edge = 0.006 * Math.sin(v * 37) + 0.006 * Math.sin(u * 53);
        if (u < 0.05 + edge || u > 0.96 + edge || v < 0.09 + edge || v > 0.80 + edge) return 0;
        double along = Math.min(1, Math.max(0, (u - 0.36) / 0.48));
        double wash = MASS * Math.pow(palest / MASS, along);
        double pooled = u < 0.07 || v > 0.775 ? 1.25 : 1;
        return wash * pooled * Math.exp(grain);
    }

    /** However it covers, a wash is let run out until it is near the paper. */
    private static double palest(double[][][] table) {
        double thin = TINT;
        while (thin > 0.004 && seen(table, thin).differenceFrom(seen(table, 0.0025)) > PALE) thin *= 0.85;
        return thin;
    }

    private static Lab seen(double[][][] table, double thickness) {
        return new Srgb(
                        Srgb.encode(look(table[0][0], thickness)),
                        Srgb.encode(look(table[0][1], thickness)),
                        Srgb.encode(look(table[0][2], thickness)))
                .toLab();
    }

    /** Light back from a film for thicknesses evenly spaced in their logarithm, over paper and over the line. */
    private static double[][][] table(Film film) {
        double[][][] table = new double[2][3][512];
        for (int ground = 0; ground < 2; ground++) {
            for (int band = 0; band < 3; band++) {
                for (int i = 0; i < 512; i++) {
                    double x = Math.exp(-6 + 8 * i / 511.0);
                    table[ground][band][i] =
                            Optics.reflect(film.k[band] * x, film.s[band] * x, ground == 0 ? PAPER[band] : LINE);
                }
            }
        }
        return table;
    }

    private static double look(double[] table, double thickness) {
        double at = (Math.log(thickness) + 6) / 8 * 511;
        int i = (int) Math.max(0, Math.min(510, Math.floor(at)));
        double t = Math.max(0, Math.min(1, at - i));
        return table[i] * (1 - t) + table[i + 1] * t;
    }

    private Film film(Recipe recipe, Random random) {
        List<Pigment> pigments = recipe.pigments().stream()
                .map(c -> reference.find(c).orElseThrow())
                .toList();
        double[] k = new double[3];
        double[] s = new double[3];
        double grain = 0;
        // Labels name the most plentiful pigment first: each is taken at half the weight of the one before.
        double whole = 2 - Math.pow(0.5, pigments.size() - 1);
        for (int i = 0; i < pigments.size(); i++) {
            Pigment p = pigments.get(i);
            double share = Math.pow(0.5, i) / whole;
            double scatter = Washes.scatter(p);
            Srgb wash = washes.wash(p);
            double[] light = {Srgb.decode(wash.r()), Srgb.decode(wash.g()), Srgb.decode(wash.b())};
            for (int band = 0; band < 3; band++) {
                k[band] += share * absorption(Math.min(light[band], PAPER[band] * 0.985), scatter, PAPER[band]);
                s[band] += share * scatter;
            }
            grain = Math.max(grain, Washes.grain(p, share));
        }
        return new Film(k, s, grain * Math.exp(0.12 * random.nextGaussian()));
    }

    /** The absorption at which a film of unit thickness over paper gives back a wanted light. */
    private static double absorption(double wanted, double scatter, double paper) {
        double low = 0;
        double high = 30;
        for (int i = 0; i < 60; i++) {
            double middle = (low + high) / 2;
            if (Optics.reflect(middle, scatter, paper) > wanted) low = middle;
            else high = middle;
        }
        return (low + high) / 2;
    }

    /** The paper's tooth: two scales of smooth noise, mean 0 and deviation 1. */
    private static double[][] tooth(Random random) {
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

    private static double[][] noise(Random random, int step) {
        int w = WIDTH / step + 3;
        int h = HEIGHT / step + 3;
        double[][] grid = new double[h][w];
        for (double[] row : grid) for (int x = 0; x < w; x++) row[x] = random.nextGaussian();
        double[][] out = new double[HEIGHT][WIDTH];
        for (int y = 0; y < HEIGHT; y++) {
            for (int x = 0; x < WIDTH; x++) {
                int gx = x / step;
                int gy = y / step;
                double fx = x % step / (double) step;
                double fy = y % step / (double) step;
                out[y][x] = (grid[gy][gx] * (1 - fx) + grid[gy][gx + 1] * fx) * (1 - fy)
                        + (grid[gy + 1][gx] * (1 - fx) + grid[gy + 1][gx + 1] * fx) * fy;
            }
        }
        return out;
    }
}
