package molvet.server.reading.standin;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.concurrent.ConcurrentHashMap;
import java.util.function.ToDoubleFunction;
import java.util.function.UnaryOperator;
import molvet.core.colour.Lab;
import molvet.core.colour.Spectrum;
import molvet.core.colour.Xyz;
import molvet.core.pigment.Pigment;
import molvet.core.pigment.PigmentReference;
import molvet.core.pigment.Recipe;
import org.apache.commons.math3.linear.Array2DRowRealMatrix;
import org.apache.commons.math3.linear.ArrayRealVector;
import org.apache.commons.math3.linear.SingularValueDecomposition;

/**
 * What pigments do to light, band by band from 380 to 730 nm: absorption K and scattering S of a film of unit thickness.
 *
 * <p>From each pigment’s wash colour a smooth absorption of three broad humps is solved for; scattering follows how opaque the
 * pigment is said to be. A film over a ground reflects by P. Kubelka, “New contributions to the optics of intensely
 * light-scattering materials, part I”, J. Opt. Soc. Am. 38 (1948), eq. 28.
 */
public final class Optics {
    static final int BANDS = Spectrum.BANDS;
    /** Bare paper’s reflectance: a little warm. */
    static final double[] PAPER = paper();

    /** ΔE00 from the paper at which a painter calls a wash pale enough. */
    private static final double PALE = 14;

    /** The chroma below which a patch is a grey. */
    private static final double GREY = 0.5;

    /** Waterproof black. */
    static final double BLACK = 0.025;

    private static final double[] CENTRES = {445, 535, 625};
    private static final double[] WIDTHS = {48, 42, 62};
    private final PigmentReference reference;
    private final Washes washes = new Washes();
    private final Map<String, double[]> absorptions = new ConcurrentHashMap<>();

    public Optics(PigmentReference reference) {
        this.reference = reference;
    }

    /**
     * A paint’s film.
     *
     * @param grain standard deviation of the logarithm of its thickness over the tooth
     * @param stain share that stays when it is lifted
     * @param parts how far its pigments part in a wash, as a share of one of them; 0 for a single pigment
     */
    public record Film(double[] k, double[] s, double[] otherK, double grain, double stain, double parts) {
        /** Reflectance at each band of a film so thick over a ground. @param part how far the pigments have parted, −1 to 1 */
        double[] over(double[] ground, double thickness, double part) {
            double[] r = new double[BANDS];
            for (int i = 0; i < BANDS; i++) {
                double absorption = k[i] + parts * part * otherK[i];
                r[i] = reflect(Math.max(0, absorption) * thickness, s[i] * thickness, ground[i]);
            }
            return r;
        }

        /** What it makes with another. @param share of the other, 0 to 1 */
        public Film mixed(Film other, double share) {
            double[] bothK = new double[BANDS];
            double[] bothS = new double[BANDS];
            double[] apart = new double[BANDS];
            for (int i = 0; i < BANDS; i++) {
                bothK[i] = (1 - share) * k[i] + share * other.k[i];
                bothS[i] = (1 - share) * s[i] + share * other.s[i];
                apart[i] = (1 - share) * k[i] - share * other.k[i];
            }
            double rough = Math.max(grain * (1 - share / 2), other.grain * (0.5 + share / 2));
            boolean settles = Math.max(grain, other.grain) > 0.15;
            return new Film(
                    bothK, bothS, apart, rough, Math.max(stain, other.stain), settles ? Math.max(0.35, parts) : 0);
        }

        /** A wash of it with so much of the paint. */
        public Film thinned(double strength) {
            UnaryOperator<double[]> less =
                    of -> Arrays.stream(of).map(v -> strength * v).toArray();
            return new Film(less.apply(k), less.apply(s), less.apply(otherK), grain, stain, parts);
        }

        /** How thin a wash of it is let run out: however it covers, until its colour is near that of the paper. */
        public double palest(double most) {
            Lab bare = lab(PAPER);
            double thin = most;
            while (thin > 0.002 && colour(thin).differenceFrom(bare) > PALE) thin *= 0.85;
            return thin;
        }

        /** How thin a wash of it is as light as that; never thicker than the most. */
        public double washOf(double lightness, double most) {
            double thin = most;
            while (thin > 0.002 && colour(thin).l() < lightness) thin *= 0.9;
            return thin;
        }

        /** What a colour meter reads of it: the mean light over the grain, which is a normal spread of the logarithm. */
        public Lab colour(double thickness) {
            double[] mean = new double[BANDS];
            double weights = 0;
            for (double z = -2.5; z <= 2.5; z += 0.25) {
                double weight = Math.exp(-z * z / 2);
                double[] r = over(PAPER, thickness * Math.exp(grain * z - grain * grain / 2), 0);
                for (int i = 0; i < BANDS; i++) mean[i] += weight * r[i];
                weights += weight;
            }
            for (int i = 0; i < BANDS; i++) mean[i] /= weights;
            return lab(mean);
        }

        /**
         * The share by which the film’s absorbance varies where it shows best: an opaque film hides its grain where it lies
         * thick. Told in three broad bands of light.
         */
        public double showing(double from, double to) {
            double best = 0;
            double step = 0.05;
            for (double ln = Math.log(to); ln <= Math.log(from); ln += 0.15) {
                double[] less = absorbances(Math.exp(ln - step));
                double[] more = absorbances(Math.exp(ln + step));
                for (int c = 0; c < 3; c++) {
                    double middle = (less[c] + more[c]) / 2;
                    if (middle < 0.12 || middle > 1.9) continue;
                    best = Math.max(best, grain * Math.log(more[c] / less[c]) / (2 * step));
                }
            }
            return best;
        }

        private double[] absorbances(double thickness) {
            Xyz film = xyz(over(PAPER, thickness, 0));
            Xyz bare = xyz(PAPER);
            return new double[] {
                Math.log(bare.x() / film.x()), Math.log(bare.y() / film.y()), Math.log(bare.z() / film.z())
            };
        }

        /** Luminance over a ground that gives nothing back, as a share of that over paper. */
        public double covering(double thickness) {
            return xyz(over(new double[BANDS], thickness, 0)).y()
                    / xyz(over(PAPER, thickness, 0)).y();
        }
    }

    static Lab lab(double[] reflectance) {
        return Lab.ofXyz(xyz(reflectance));
    }

    static Xyz xyz(double[] reflectance) {
        List<Double> all = new ArrayList<>(BANDS);
        for (double r : reflectance) all.add(r);
        return new Spectrum(all).toXyz();
    }

    private static double[] paper() {
        double[] r = new double[BANDS];
        for (int i = 0; i < BANDS; i++) {
            double nm = Spectrum.FIRST + Spectrum.STEP * i;
            r[i] = 0.905 - 0.055 * Math.exp(-Math.pow((nm - 390) / 70, 2));
        }
        return r;
    }

    static double reflect(double k, double s, double ground) {
        if (s < 1e-6) return ground * Math.exp(-2 * k);
        double a = 1 + k / s;
        double b = Math.sqrt(Math.max(0, a * a - 1));
        double coth = b * s > 20 ? 1 : 1 / Math.tanh(Math.max(1e-9, b * s));
        return (1 - ground * (a - b * coth)) / (a - ground + b * coth);
    }

    /** Labels name the most plentiful pigment first: each is taken at half the weight of the one before. */
    public Film film(Recipe recipe, double own) {
        return film(recipe, own, p -> 1);
    }

    /** A reference of blue wool. @param left share of its dye */
    public Film wool(double left) {
        Pigment blue = reference
                .find(molvet.core.pigment.PigmentCode.parse("PB29").orElseThrow())
                .orElseThrow();
        double[] k = absorption(blue, 0.3).clone();
        double[] s = new double[BANDS];
        for (int b = 0; b < BANDS; b++) {
            k[b] *= left * WOOL;
            s[b] = 0.3;
        }
        return new Film(k, s, new double[BANDS], 0.03, 1, 0);
    }

    private static final double WOOL = 0.8;

    /** @param left share of each pigment’s colour that light has left */
    public Film film(Recipe recipe, double own, ToDoubleFunction<Pigment> left) {
        double[] k = new double[BANDS];
        double[] s = new double[BANDS];
        double[] other = new double[BANDS];
        double grain = 0;
        double stain = 0;
        List<Pigment> pigments = recipe.pigments().stream()
                .map(c -> reference.find(c).orElseThrow())
                .toList();
        double whole = 2 - Math.pow(0.5, pigments.size() - 1);
        boolean mixed = pigments.size() > 1;
        for (int i = 0; i < pigments.size(); i++) {
            Pigment p = pigments.get(i);
            double share = Math.pow(0.5, i) / whole;
            double scatter = Washes.scatter(p);
            double[] a = absorption(p, scatter).clone();
            double stays = left.applyAsDouble(p);
            for (int b = 0; b < BANDS; b++) {
                a[b] *= stays;
                k[b] += share * a[b];
                s[b] += share * scatter;
                other[b] += (i == 0 ? 1 : -1) * share * a[b];
            }
            grain = Math.max(grain, Washes.grain(p, share));
            stain = Math.max(
                    stain, new double[] {0.08, 0.3, 0.6, 0.92}[p.staining().ordinal()]);
        }
        return new Film(k, s, other, grain * Math.exp(own), stain, mixed && grain > 0.15 ? 0.35 : 0);
    }

    private double[] absorption(Pigment p, double scatter) {
        return absorptions.computeIfAbsent(p.code().toString(), code -> {
            Lab wash = washes.wash(p).toLab();
            return solved(wash, k -> {
                double[] r = new double[BANDS];
                for (int i = 0; i < BANDS; i++) r[i] = reflect(k[i], scatter, PAPER[i]);
                return r;
            });
        });
    }

    /** A smooth reflectance of a colour, for patches that are not paint; the greys of such charts take no part of the light out. */
    static double[] smooth(Xyz colour) {
        if (Lab.ofXyz(colour).chroma() < GREY) {
            double[] even = new double[BANDS];
            Arrays.fill(even, colour.y());
            return even;
        }
        UnaryOperator<double[]> look = k -> {
            double[] r = new double[BANDS];
            for (int i = 0; i < BANDS; i++) r[i] = 0.97 * Math.exp(-2 * k[i]);
            return r;
        };
        return look.apply(solved(Lab.ofXyz(colour), look));
    }

    /** Three humps of absorption of which the reflectance has a wanted colour: Newton’s steps, halved where they lead away. */
    private static double[] solved(Lab wanted, UnaryOperator<double[]> look) {
        double even = Math.max(0.02, -0.5 * Math.log(wanted.toXyz().y() / 0.97));
        double[] weight = {even, even, even};
        double[] miss = miss(weight, wanted, look);
        for (int round = 0; round < 60 && length(miss) > 1e-3; round++) {
            double[][] slope = new double[3][3];
            for (int b = 0; b < 3; b++) {
                double[] more = weight.clone();
                more[b] += 1e-4;
                double[] moved = miss(more, wanted, look);
                for (int c = 0; c < 3; c++) slope[c][b] = (moved[c] - miss[c]) / 1e-4;
            }
            double[] step = new SingularValueDecomposition(new Array2DRowRealMatrix(slope))
                    .getSolver()
                    .solve(new ArrayRealVector(miss))
                    .toArray();
            for (double share = 1; share > 1e-3; share /= 2) {
                double[] next = new double[3];
                for (int b = 0; b < 3; b++) next[b] = weight[b] - share * step[b];
                double[] after = miss(next, wanted, look);
                if (length(after) < length(miss)) {
                    weight = next;
                    miss = after;
                    break;
                }
            }
        }
        return humps(weight);
    }

    private static double[] miss(double[] weight, Lab wanted, UnaryOperator<double[]> look) {
        Lab seen = lab(look.apply(humps(weight)));
        return new double[] {seen.l() - wanted.l(), seen.a() - wanted.a(), seen.b() - wanted.b()};
    }

    private static double length(double[] v) {
        return Math.sqrt(v[0] * v[0] + v[1] * v[1] + v[2] * v[2]);
    }

    private static double[] humps(double[] weight) {
        double[] k = new double[BANDS];
        for (int i = 0; i < BANDS; i++) {
            double nm = Spectrum.FIRST + Spectrum.STEP * i;
            double sum = 0.004;
            for (int b = 0; b < 3; b++) sum += weight[b] * Math.exp(-Math.pow((nm - CENTRES[b]) / WIDTHS[b], 2) / 2);
            k[i] = Math.max(0.0005, sum);
        }
        return k;
    }
}
