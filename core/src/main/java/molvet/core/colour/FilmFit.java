package molvet.core.colour;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.concurrent.ConcurrentHashMap;
import org.apache.commons.math3.linear.Array2DRowRealMatrix;
import org.apache.commons.math3.linear.ArrayRealVector;
import org.apache.commons.math3.linear.LUDecomposition;
import org.apache.commons.math3.linear.MatrixUtils;
import org.apache.commons.math3.linear.RealMatrix;
import org.apache.commons.math3.linear.RealVector;

/**
 * Finds the {@link Film} of a paint from what was seen of it: full strength, washes thinned by an unknown amount, how far it hides
 * a black line, and mixtures it was part of.
 *
 * <p>Of a few colours many films would do. The likeliest is taken: absorption whose logarithm runs as a random walk over the bands
 * (in the spirit of the smoothest reflectance of S. A. Burns, “Numerical methods for smoothest reflectance reconstruction”, Color
 * Res. Appl. 45 (2020) 8–21), scattering that is even over them or falls towards the red, and thicknesses as hands thin them. What is
 * told is little beside what is unknown, so that each of Newton and Gauss’s steps solves only for as many multipliers as there are
 * numbers told (the kernel form of ridge regression); a step costs {@code told × unknown²}, a fit one to three milliseconds.
 */
public final class FilmFit {
    private static final int BANDS = Film.BANDS;
    private static final int SCATTERING = BANDS;
    private static final int SLOPE = BANDS + 1;
    /** Unknowns of the film itself; thicknesses of washes follow. */
    static final int OF_FILM = BANDS + 2;

    /** Deviation of the logarithm of absorption from one band to the next, and of its level. */
    private static final double STEP = 0.35;

    private static final double LEVEL = 2.2;
    private static final double USUAL_ABSORPTION = 0.3;
    /** A film of one scatters as a half transparent paint, give or take a factor of e. */
    private static final double USUAL_SCATTERING = 0.09;

    private static final double HELD = 0.1;
    private static final double SLOPES = 0.7;
    /** A palest wash is thinned to about a tenth, give or take a factor of two. */
    private static final double USUAL_THINNED = 0.1;

    private static final double THINNED = 0.7;
    /** A wash that was halved is a half, give or take a fifth: as a logarithm (common practice, no published source). */
    public static final double HALVED = 0.2;
    /** How far a colour that was read may be off, in each of L*, a* and b*. */
    private static final double READ = 0.3;

    private static final int MOST_ROUNDS = 60;
    /** No unknown moves further in one step, or it would leave where the slopes hold. */
    private static final double FARTHEST = 1.2;

    private static final double LEAST_REFLECTED = 0.002;
    private static final double[] BLUENESS = new double[BANDS];

    static {
        for (int i = 0; i < BANDS; i++) BLUENESS[i] = Math.log(550.0 / (Spectrum.FIRST + Spectrum.STEP * i));
    }

    private static final Walk WALK = Walk.of(STEP, LEVEL);
    private static final Map<Lab, double[]> GROUNDS = new ConcurrentHashMap<>();

    private final double[] ground;
    private final List<Seen> seen = new ArrayList<>();
    private double scattering = USUAL_SCATTERING;
    private double scatteringSpread = 1;
    private double covering = -1;
    private double absorption = USUAL_ABSORPTION;
    /** The unknown thicknesses, as they are thought to be. */
    private final List<Thinned> thinned = new ArrayList<>();

    /** @param spread of its logarithm */
    private record Thinned(double usual, double spread) {
        static final Thinned USUAL = new Thinned(USUAL_THINNED, THINNED);
    }

    /**
     * @param wash 0 for full strength, else which of the unknown thicknesses
     * @param share of this paint in it; {@code rest} what the others add
     */
    private record Seen(Lab colour, int wash, double share, double[] restK, double[] restS, double margin) {}

    private FilmFit(double[] ground) {
        this.ground = ground;
    }

    public static FilmFit on(Lab paper) {
        // Papers are few; were they many, one would be reckoned each time.
        if (GROUNDS.size() > 200) GROUNDS.clear();
        return new FilmFit(GROUNDS.computeIfAbsent(paper, FilmFit::smoothest));
    }

    /** Seen at full strength. */
    public FilmFit full(Lab colour) {
        return seen(new Seen(colour, 0, 1, new double[BANDS], new double[BANDS], READ));
    }

    /** Seen thinned by an unknown amount; the last of them is its palest. */
    public FilmFit thinned(Lab colour) {
        thinned.add(Thinned.USUAL);
        return seen(new Seen(colour, thinned.size(), 1, new double[BANDS], new double[BANDS], READ));
    }

    /**
     * Seen in a mixture.
     *
     * @param thickness 1 for full strength; less is held as hands halve a wash, give or take a fifth
     * @param share of this paint, {@code rest} the film of all others in their shares of the rest
     */
    public FilmFit mixed(Lab colour, double thickness, double share, Film rest, double margin) {
        if (thickness == 1) return seen(of(colour, 0, share, rest, margin));
        thinned.add(new Thinned(thickness, HALVED));
        return seen(of(colour, thinned.size(), share, rest, margin));
    }

    /** The same, thinned by an unknown amount. */
    public FilmFit mixedAndThinned(Lab colour, double share, Film rest, double margin) {
        thinned.add(Thinned.USUAL);
        return seen(of(colour, thinned.size(), share, rest, margin));
    }

    private static Seen of(Lab colour, int wash, double share, Film rest, double margin) {
        double[] k = rest.absorption().clone();
        double[] s = rest.scattering().clone();
        for (int i = 0; i < BANDS; i++) {
            k[i] *= 1 - share;
            s[i] *= 1 - share;
        }
        return new Seen(colour, wash, share, k, s, margin);
    }

    private FilmFit seen(Seen one) {
        seen.add(one);
        return this;
    }

    /** How much it is thought to scatter, before anything is seen. @param factor by which it may be more or less */
    public FilmFit scattering(double usual, double factor) {
        scattering = usual;
        scatteringSpread = Math.log(factor);
        return this;
    }

    /** How much it is thought to absorb, before anything is seen, beside a usual paint. */
    public FilmFit strength(double factor) {
        absorption = USUAL_ABSORPTION * factor;
        return this;
    }

    /** Luminance over black as a share of that over the paper, at full strength, as it was measured. */
    public FilmFit covering(double share) {
        covering = share;
        return this;
    }

    /** @throws IllegalStateException where nothing was seen */
    public FittedFilm fit() {
        if (seen.isEmpty()) throw new IllegalStateException("A film needs a colour.");
        int washes = thinned.size();
        int unknown = OF_FILM + washes;
        double[] usual = new double[unknown];
        double[] spreads = new double[unknown];
        for (int i = 0; i < BANDS; i++) usual[i] = Math.log(absorption);
        usual[SCATTERING] = Math.log(scattering);
        // Of one colour nothing tells it, and the smoothest absorption would be that of chalk.
        double known = washes == 0 && covering < 0 ? Math.min(scatteringSpread, HELD) : scatteringSpread;
        spreads[SCATTERING] = known;
        usual[SLOPE] = SLOPES;
        spreads[SLOPE] = SLOPES;
        for (int i = OF_FILM; i < unknown; i++) {
            usual[i] = Math.log(thinned.get(i - OF_FILM).usual);
            spreads[i] = thinned.get(i - OF_FILM).spread;
        }
        Likeliest likeliest = new Likeliest(usual, WALK, spreads);
        double[] best = begun(usual);
        // Loosely first: a step that leads well over a wide valley leads astray in a narrow one.
        for (double loose : new double[] {12, 1}) best = likeliest.fitted(best, x -> told(x, loose));
        double[] k = new double[BANDS];
        for (int i = 0; i < BANDS; i++) k[i] = Math.exp(within(best[i]));
        double[] thin = new double[washes];
        for (int i = 0; i < washes; i++) thin[i] = Math.exp(within(best[OF_FILM + i]));
        int own = (int) seen.stream().filter(s -> s.share == 1 && s.wash > 0).count();
        double palest = own == 0 ? USUAL_THINNED : Math.min(1, thin[own - 1]);
        Film film = new Film(k, scattered(best), ground, palest);
        RealMatrix left = likeliest.left(told(best, 1)).getSubMatrix(0, OF_FILM - 1, 0, OF_FILM - 1);
        return new FittedFilm(film, left);
    }

    /** Where the search begins: as a film that scatters little and has its full strength’s smoothest reflectance. */
    private double[] begun(double[] usual) {
        double[] start = usual.clone();
        Seen first = seen.get(0);
        if (first.share < 1 || first.wash > 0) return start;
        double[] r = smoothest(first.colour);
        for (int i = 0; i < BANDS; i++) {
            start[i] = Math.log(-0.5 * Math.log(Math.max(0.001, Math.min(0.96, r[i] / ground[i]))));
        }
        return start;
    }

    static double blueness(int band) {
        return BLUENESS[band];
    }

    private static double[] scattered(double[] x) {
        double[] s = new double[BANDS];
        for (int i = 0; i < BANDS; i++) s[i] = Math.exp(within(x[SCATTERING] + x[SLOPE] * BLUENESS[i]));
        return s;
    }

    private Missed told(double[] x, double loose) {
        int rows = 3 * seen.size() + (covering >= 0 ? 1 : 0);
        Missed missed = new Missed(rows, x.length);
        double[] k = new double[BANDS];
        for (int i = 0; i < BANDS; i++) k[i] = Math.exp(within(x[i]));
        double[] s = scattered(x);
        for (int i = 0; i < seen.size(); i++) row(seen.get(i), x, k, s, loose, 3 * i, missed);
        if (covering >= 0) hides(k, s, loose, rows - 1, missed);
        return missed;
    }

    private void row(Seen one, double[] x, double[] k, double[] s, double loose, int row, Missed missed) {
        int at = OF_FILM + one.wash - 1;
        double thickness = one.wash == 0 ? 1 : Math.exp(within(x[at]));
        Change c = new Change(ground);
        for (int i = 0; i < BANDS; i++) {
            c.at(
                    i,
                    (one.share * k[i] + one.restK[i]) * thickness,
                    (one.share * s[i] + one.restS[i]) * thickness,
                    one.share * k[i] * thickness,
                    one.share * s[i] * thickness);
        }
        double[][] lab = missed.of(c.r, one.colour, row, 1 / (one.margin * loose));
        for (int n = 0; n < 3; n++) {
            for (int i = 0; i < BANDS; i++) {
                missed.slope[row + n][i] += lab[n][i] * c.byK[i];
                missed.slope[row + n][SCATTERING] += lab[n][i] * c.byS[i];
                missed.slope[row + n][SLOPE] += lab[n][i] * c.byS[i] * BLUENESS[i];
                if (one.wash > 0) missed.slope[row + n][at] += lab[n][i] * c.byThickness[i];
            }
        }
    }

    /** Of luminances, one over the other. */
    private void hides(double[] k, double[] s, double loose, int row, Missed missed) {
        Change black = new Change(new double[BANDS]);
        Change white = new Change(ground);
        double over = 0;
        double under = 0;
        for (int i = 0; i < BANDS; i++) {
            black.at(i, k[i], s[i], k[i], s[i]);
            white.at(i, k[i], s[i], k[i], s[i]);
            over += black.r[i] * Spectrum.ofBand(i).y();
            under += white.r[i] * Spectrum.ofBand(i).y();
        }
        double margin = (0.02 + 0.15 * covering) * loose;
        missed.by[row] = (over / under - covering) / margin;
        for (int i = 0; i < BANDS; i++) {
            double y = Spectrum.ofBand(i).y() / margin;
            missed.slope[row][i] = y * (black.byK[i] / under - over * white.byK[i] / (under * under));
            double byS = y * (black.byS[i] / under - over * white.byS[i] / (under * under));
            missed.slope[row][SCATTERING] += byS;
            missed.slope[row][SLOPE] += byS * BLUENESS[i];
        }
    }

    /** Reflectance band by band, and how it changes with logarithms of what a paint absorbs and scatters, and of thickness. */
    private record Change(double[] ground, double[] r, double[] byK, double[] byS, double[] byThickness) {
        private static final double H = 1e-5;

        Change(double[] ground) {
            this(ground, new double[BANDS], new double[BANDS], new double[BANDS], new double[BANDS]);
        }

        /** @param k all that is absorbed, {@code ownK} what this paint absorbs of it */
        void at(int i, double k, double s, double ownK, double ownS) {
            r[i] = Film.reflected(k, s, ground[i]);
            double ofK = (Film.reflected(k * (1 + H), s, ground[i]) - r[i]) / H;
            double ofS = (Film.reflected(k, s * (1 + H), ground[i]) - r[i]) / H;
            byK[i] = ofK * ownK / k;
            byS[i] = ofS * ownS / s;
            byThickness[i] = ofK + ofS;
        }
    }

    /** Logarithms far out would overflow. */
    private static double within(double ln) {
        return Math.max(-12, Math.min(6, ln));
    }

    /** The smoothest reflectance of a colour: S. A. Burns, as above, the method of hyperbolic tangents. */
    static double[] smoothest(Lab colour) {
        double[] z = new Likeliest(new double[BANDS], PLAIN, new double[BANDS]).fitted(new double[BANDS], point -> {
            double[] r = new double[BANDS];
            double[] dr = new double[BANDS];
            for (int i = 0; i < BANDS; i++) {
                double t = Math.tanh(point[i]);
                r[i] = (t + 1) / 2;
                dr[i] = (1 - t * t) / 2;
            }
            Missed missed = new Missed(3, BANDS);
            double[][] lab = missed.of(r, colour, 0, 1);
            for (int c = 0; c < 3; c++) for (int i = 0; i < BANDS; i++) missed.slope[c][i] = lab[c][i] * dr[i];
            return missed;
        });
        double[] r = new double[BANDS];
        for (int i = 0; i < BANDS; i++) r[i] = Math.max(LEAST_REFLECTED, (Math.tanh(z[i]) + 1) / 2);
        return r;
    }

    /** So loose is a reflectance held that only smoothness and its colour decide. */
    private static final Walk PLAIN = Walk.of(30, 3000);

    /** How numbers vary together that walk at random from band to band, about a level: their tightness, and its inverse. */
    private record Walk(double[][] tightness, double[][] spread) {
        static Walk of(double step, double level) {
            double[][] h = new double[BANDS][BANDS];
            for (int i = 0; i < BANDS; i++) h[i][i] = 1 / (BANDS * level * level);
            for (int i = 0; i + 1 < BANDS; i++) {
                double w = 1 / (step * step);
                h[i][i] += w;
                h[i + 1][i + 1] += w;
                h[i][i + 1] -= w;
                h[i + 1][i] -= w;
            }
            return new Walk(
                    h, MatrixUtils.inverse(new Array2DRowRealMatrix(h, false)).getData());
        }
    }

    /** How far what is told is missed, in margins, and how that changes with each unknown. */
    private static final class Missed {
        private final double[] by;
        private final double[][] slope;

        Missed(int told, int unknown) {
            by = new double[told];
            slope = new double[told][unknown];
        }

        /** @return how L*, a* and b*, in margins, change with the reflectance of each band */
        double[][] of(double[] r, Lab wanted, int row, double perMargin) {
            Lab is = Film.lab(r);
            by[row] = (is.l() - wanted.l()) * perMargin;
            by[row + 1] = (is.a() - wanted.a()) * perMargin;
            by[row + 2] = (is.b() - wanted.b()) * perMargin;
            double[][] lab = slopes(r);
            for (double[] one : lab) for (int i = 0; i < BANDS; i++) one[i] *= perMargin;
            return lab;
        }
    }

    private interface Told {
        Missed by(double[] unknown);
    }

    /**
     * The likeliest unknowns: usual ones, their spread, and what is told of them, weighed together. Matrices are of one type by name,
     * since only then does Commons Math multiply them as arrays.
     */
    private static final class Likeliest {
        private final RealVector usual;
        private final Array2DRowRealMatrix spread;
        private final Array2DRowRealMatrix tightness;

        /** @param spreads of the unknowns after those that walk, each by itself */
        Likeliest(double[] usual, Walk walk, double[] spreads) {
            this.usual = new ArrayRealVector(usual);
            double[][] spread = new double[usual.length][usual.length];
            double[][] tight = new double[usual.length][usual.length];
            for (int i = 0; i < BANDS; i++) {
                System.arraycopy(walk.spread[i], 0, spread[i], 0, BANDS);
                System.arraycopy(walk.tightness[i], 0, tight[i], 0, BANDS);
            }
            for (int i = BANDS; i < usual.length; i++) {
                spread[i][i] = spreads[i] * spreads[i];
                tight[i][i] = 1 / spread[i][i];
            }
            this.spread = new Array2DRowRealMatrix(spread, false);
            this.tightness = new Array2DRowRealMatrix(tight, false);
        }

        double[] fitted(double[] start, Told told) {
            RealVector at = new ArrayRealVector(start);
            Missed missed = told.by(start);
            double cost = cost(at, missed);
            for (int round = 0; round < MOST_ROUNDS; round++) {
                Array2DRowRealMatrix j = new Array2DRowRealMatrix(missed.slope, false);
                Array2DRowRealMatrix reach = spread.multiply(turned(missed.slope));
                RealVector aim = usual.add(reach.operate(new LUDecomposition(inner(j, reach))
                        .getSolver()
                        .solve(j.operate(at.subtract(usual)).subtract(new ArrayRealVector(missed.by, false)))));
                RealVector step = aim.subtract(at);
                double before = cost;
                for (double share = Math.min(1, FARTHEST / step.getLInfNorm()); share > 1e-4; share /= 2) {
                    RealVector next = at.add(step.mapMultiply(share));
                    Missed then = told.by(next.toArray());
                    double after = cost(next, then);
                    if (after >= cost) continue;
                    at = next;
                    missed = then;
                    cost = after;
                    break;
                }
                // Good enough where a whole round wins less than a thousandth, or nothing.
                if (before - cost < 1e-3 * Math.min(before, 10)) break;
            }
            return at.toArray();
        }

        private static Array2DRowRealMatrix turned(double[][] of) {
            double[][] turned = new double[of[0].length][of.length];
            for (int i = 0; i < of.length; i++) for (int n = 0; n < of[i].length; n++) turned[n][i] = of[i][n];
            return new Array2DRowRealMatrix(turned, false);
        }

        private static RealMatrix inner(Array2DRowRealMatrix j, Array2DRowRealMatrix reach) {
            RealMatrix inner = j.multiply(reach);
            for (int i = 0; i < inner.getRowDimension(); i++) inner.addToEntry(i, i, 1);
            return inner;
        }

        /** How far the unknowns still spread when it is told. */
        RealMatrix left(Missed missed) {
            Array2DRowRealMatrix j = new Array2DRowRealMatrix(missed.slope, false);
            Array2DRowRealMatrix reach = spread.multiply(turned(missed.slope));
            RealMatrix told = new LUDecomposition(inner(j, reach)).getSolver().solve(turned(reach.getDataRef()));
            return spread.subtract(reach.multiply(new Array2DRowRealMatrix(told.getData(), false)));
        }

        private double cost(RealVector at, Missed missed) {
            RealVector off = at.subtract(usual);
            double sum = off.dotProduct(tightness.operate(off));
            for (double m : missed.by) sum += m * m;
            return sum;
        }
    }

    /** How L*, a* and b* change with the reflectance of each band. */
    static double[][] slopes(double[] r) {
        Xyz at = Spectrum.xyz(r);
        double fx = slope(at.x(), Xyz.D50.x());
        double fy = slope(at.y(), Xyz.D50.y());
        double fz = slope(at.z(), Xyz.D50.z());
        double[][] all = new double[3][BANDS];
        for (int i = 0; i < BANDS; i++) {
            Xyz one = Spectrum.ofBand(i);
            all[0][i] = 116 * fy * one.y();
            all[1][i] = 500 * (fx * one.x() - fy * one.y());
            all[2][i] = 200 * (fy * one.y() - fz * one.z());
        }
        return all;
    }

    private static double slope(double v, double white) {
        double t = v / white;
        return (t > 216.0 / 24389 ? 1 / (3 * Math.cbrt(t * t)) : 24389.0 / 27 / 116) / white;
    }
}
