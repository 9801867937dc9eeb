package molvet.core.colour;

import java.util.ArrayList;
import java.util.List;
import java.util.function.Function;
import org.apache.commons.math3.linear.Array2DRowRealMatrix;
import org.apache.commons.math3.linear.ArrayRealVector;
import org.apache.commons.math3.linear.LUDecomposition;
import org.apache.commons.math3.linear.MatrixUtils;
import org.apache.commons.math3.linear.RealMatrix;
import org.apache.commons.math3.linear.RealVector;

/**
 * A film of paint on paper: how much it absorbs in each of 36 bands, how much it scatters, and so what colour it has at any
 * thickness. One is full strength.
 *
 * <p>A film over a ground reflects by P. Kubelka, “New contributions to the optics of intensely light-scattering materials,
 * part I”, J. Opt. Soc. Am. 38 (1948), eq. 28. Of two colours many films would do: the one is taken whose absorption runs
 * smoothest over the bands, by the sum of squared steps of its logarithm, in the spirit of the smoothest reflectance of S. A. Burns,
 * “Numerical methods for smoothest reflectance reconstruction”, Color Res. Appl. 45 (2020) 8–21. Scattering is one number, since two
 * colours do not tell more.
 *
 * <p>Fitting one takes some ten rounds, each of a system of six: about a millisecond.
 */
public final class Film {
    private static final int BANDS = Spectrum.BANDS;
    private static final int UNKNOWN = BANDS + 2;
    private static final int SCATTERING = BANDS;
    private static final int THICKNESS = BANDS + 1;
    /** What a step of the logarithm of absorption costs, against a miss of one in L*, a* or b*. */
    private static final double ROUGHNESS = 0.1;

    private static final int MOST_ROUNDS = 60;
    private static final double LEAST_REFLECTED = 0.002;
    /** The pale wash is begun at this share of full strength, and scattering at that of a half transparent paint. */
    private static final double PALE_START = 0.1;

    private static final double SCATTERING_START = 0.06;

    private static final Smooth PLAIN = Smooth.of(BANDS, ROUGHNESS / 3);
    private static final Smooth SCATTERED = Smooth.of(UNKNOWN, ROUGHNESS);
    private static final double[] PAPER = smoothest(Lab.PAPER);

    private final double[] absorption;
    private final double scattering;
    private final double[] paper;
    private final double palest;

    private Film(double[] absorption, double scattering, double[] paper, double palest) {
        this.absorption = absorption;
        this.scattering = scattering;
        this.paper = paper;
        this.palest = palest;
    }

    /**
     * The film that has one colour at full strength and the other where it is palest.
     *
     * @param paper what it lies on
     */
    public static Film through(Lab full, Lab palest, Lab paper) {
        double[] ground = ground(paper);
        double[] start = new double[UNKNOWN];
        double[] seen = smoothest(full);
        for (int i = 0; i < BANDS; i++) {
            double share = Math.max(0.001, Math.min(0.96, seen[i] / ground[i]));
            start[i] = Math.log(-0.5 * Math.log(share));
        }
        start[SCATTERING] = Math.log(SCATTERING_START);
        start[THICKNESS] = Math.log(PALE_START);
        double[] best = SCATTERED.fitted(start, point -> told(point, full, palest, ground));
        double[] k = new double[BANDS];
        for (int i = 0; i < BANDS; i++) k[i] = Math.exp(best[i]);
        return new Film(k, Math.exp(best[SCATTERING]), ground, Math.min(1, Math.exp(best[THICKNESS])));
    }

    private static double[] ground(Lab paper) {
        return paper.equals(Lab.PAPER) ? PAPER : smoothest(paper);
    }

    /** The film of which only full strength is known: that of a half transparent paint. */
    public static Film of(Lab full, Lab paper) {
        double[] ground = ground(paper);
        double[] seen = smoothest(full);
        double[] k = new double[BANDS];
        for (int i = 0; i < BANDS; i++) k[i] = absorbing(seen[i], ground[i]);
        return new Film(k, SCATTERING_START, ground, PALE_START);
    }

    /** What a film that scatters as a half transparent paint absorbs where it reflects so much: by halving. */
    private static double absorbing(double seen, double ground) {
        double low = 1e-4;
        double high = 20;
        for (int i = 0; i < 50; i++) {
            double middle = Math.sqrt(low * high);
            if (reflected(middle, SCATTERING_START, ground) > seen) low = middle;
            else high = middle;
        }
        return low;
    }

    /**
     * What two paints make: what each absorbs and scatters added by parts (D. R. Duncan, “The colour of pigment mixtures”, Proc. Phys.
     * Soc. 52 (1940) 390–401). On the paper of this one.
     *
     * @param share of the other, 0 to 1
     */
    public Film mixed(Film other, double share) {
        double[] k = new double[BANDS];
        for (int i = 0; i < BANDS; i++) k[i] = (1 - share) * absorption[i] + share * other.absorption[i];
        return new Film(k, (1 - share) * scattering + share * other.scattering, paper, Math.min(palest, other.palest));
    }

    /** The colour at a thickness; 1 is full strength. */
    public Lab at(double thickness) {
        double[] r = new double[BANDS];
        for (int i = 0; i < BANDS; i++) {
            r[i] = reflected(absorption[i] * thickness, scattering * thickness, paper[i]);
        }
        return lab(r);
    }

    /** The thickness of the palest wash it was made from, at most 1. */
    public double palest() {
        return palest;
    }

    /** Share of light given back by a film over a ground. @param k absorption and {@code s} scattering, times thickness */
    static double reflected(double k, double s, double ground) {
        if (s < 1e-6) return ground * Math.exp(-2 * k);
        double a = 1 + k / s;
        double b = Math.sqrt(a * a - 1);
        double deep = b * s;
        double coth = deep < 1e-6 ? 1 / s : b / Math.tanh(deep);
        return (1 - ground * (a - coth)) / (a - ground + coth);
    }

    /** The smoothest reflectance of a colour: S. A. Burns, as above, the method of hyperbolic tangents. */
    static double[] smoothest(Lab colour) {
        double[] z = PLAIN.fitted(new double[BANDS], point -> {
            double[] r = new double[BANDS];
            double[] dr = new double[BANDS];
            for (int i = 0; i < BANDS; i++) {
                double t = Math.tanh(point[i]);
                r[i] = (t + 1) / 2;
                dr[i] = (1 - t * t) / 2;
            }
            Missed missed = new Missed(3, BANDS);
            missed.of(r, colour, 0, dr);
            return missed;
        });
        double[] r = new double[BANDS];
        for (int i = 0; i < BANDS; i++) r[i] = Math.max(LEAST_REFLECTED, (Math.tanh(z[i]) + 1) / 2);
        return r;
    }

    private static Missed told(double[] point, Lab full, Lab palest, double[] ground) {
        Missed missed = new Missed(6, UNKNOWN);
        film(point, 1, false, ground, full, 0, missed);
        film(point, Math.exp(within(point[THICKNESS])), true, ground, palest, 3, missed);
        return missed;
    }

    /** Logarithms far out would overflow. */
    private static double within(double ln) {
        return Math.max(-12, Math.min(6, ln));
    }

    private static void film(
            double[] point, double thickness, boolean thin, double[] ground, Lab wanted, int row, Missed missed) {
        double s = Math.exp(within(point[SCATTERING])) * thickness;
        double[] r = new double[BANDS];
        double[] byK = new double[BANDS];
        double[] byS = new double[BANDS];
        double h = 1e-5;
        for (int i = 0; i < BANDS; i++) {
            double k = Math.exp(within(point[i])) * thickness;
            r[i] = reflected(k, s, ground[i]);
            // By the logarithms of both.
            byK[i] = (reflected(k * (1 + h), s, ground[i]) - r[i]) / h;
            byS[i] = (reflected(k, s * (1 + h), ground[i]) - r[i]) / h;
        }
        double[][] lab = missed.of(r, wanted, row, byK);
        for (int c = 0; c < 3; c++) {
            double scattered = 0;
            double absorbed = 0;
            for (int i = 0; i < BANDS; i++) {
                scattered += lab[c][i] * byS[i];
                absorbed += lab[c][i] * byK[i];
            }
            missed.slope[row + c][SCATTERING] = scattered;
            if (thin) missed.slope[row + c][THICKNESS] = scattered + absorbed;
        }
    }

    /** How far colours are from those wanted, in L*, a* and b* of each, and how that changes with each unknown. */
    private static final class Missed {
        private final double[] by;
        private final double[][] slope;

        Missed(int told, int unknown) {
            by = new double[told];
            slope = new double[told][unknown];
        }

        /** @return how L*, a* and b* change with the reflectance of each band */
        double[][] of(double[] r, Lab wanted, int row, double[] changeOfBand) {
            Lab seen = lab(r);
            by[row] = seen.l() - wanted.l();
            by[row + 1] = seen.a() - wanted.a();
            by[row + 2] = seen.b() - wanted.b();
            double[][] lab = slopes(r);
            for (int c = 0; c < 3; c++) {
                for (int i = 0; i < BANDS; i++) slope[row + c][i] = lab[c][i] * changeOfBand[i];
            }
            return lab;
        }
    }

    /**
     * Fits unknowns to what is told of them, and keeps them smooth: the least of roughness and squared misses together, by
     * Newton and Gauss’s steps. What is told is little beside what is unknown, so that each step solves only for as many
     * multipliers as there are numbers told (the kernel form of ridge regression). A step costs {@code told × unknown²}.
     */
    private record Smooth(RealMatrix inverse, RealMatrix roughness) {
        /** So little holds each unknown where it was begun that only what nothing else tells stays there. */
        private static final double HELD = 1e-7;

        static Smooth of(int unknown, double weight) {
            double[][] h = new double[unknown][unknown];
            for (int i = 0; i < unknown; i++) h[i][i] = HELD;
            for (int i = 0; i + 1 < BANDS; i++) {
                h[i][i] += weight * weight;
                h[i + 1][i + 1] += weight * weight;
                h[i][i + 1] -= weight * weight;
                h[i + 1][i] -= weight * weight;
            }
            RealMatrix roughness = new Array2DRowRealMatrix(h, false);
            return new Smooth(MatrixUtils.inverse(roughness), roughness);
        }

        double[] fitted(double[] start, Function<double[], Missed> told) {
            RealVector at = new ArrayRealVector(start);
            Missed missed = told.apply(start);
            double cost = cost(at, missed);
            for (int round = 0; round < MOST_ROUNDS; round++) {
                RealMatrix j = new Array2DRowRealMatrix(missed.slope, false);
                RealMatrix spread = inverse.multiply(j.transpose());
                RealMatrix inner = j.multiply(spread);
                for (int i = 0; i < missed.by.length; i++) inner.addToEntry(i, i, 1);
                RealVector aim = spread.operate(new LUDecomposition(inner)
                        .getSolver()
                        .solve(j.operate(at).subtract(new ArrayRealVector(missed.by, false))));
                RealVector step = aim.subtract(at);
                double before = cost;
                for (double share = 1; share > 1e-3; share /= 2) {
                    RealVector next = at.add(step.mapMultiply(share));
                    Missed then = told.apply(next.toArray());
                    double after = cost(next, then);
                    if (after >= cost) continue;
                    at = next;
                    missed = then;
                    cost = after;
                    break;
                }
                // Good enough where a round wins less than a ten-thousandth, or nothing.
                if (before - cost < 1e-4 * before) break;
            }
            return at.toArray();
        }

        private double cost(RealVector at, Missed missed) {
            double sum = at.dotProduct(roughness.operate(at));
            for (double m : missed.by) sum += m * m;
            return sum;
        }
    }

    /** How L*, a* and b* change with the reflectance of each band. */
    private static double[][] slopes(double[] r) {
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

    private static Lab lab(double[] r) {
        return Lab.ofXyz(Spectrum.xyz(r));
    }

    /** Colours from full strength to palest, evenly spaced in lightness, with both ends as they were given. */
    List<Lab> run(Lab full, Lab palest, int steps) {
        Lab first = at(1);
        Lab last = at(this.palest);
        List<Lab> all = new ArrayList<>();
        for (int i = 0; i <= FINE; i++) {
            double t = i / (double) FINE;
            Lab c = at(Math.exp(t * Math.log(this.palest)));
            // What the fit misses at the ends is spread over the way between them.
            all.add(new Lab(
                    c.l() + (1 - t) * (full.l() - first.l()) + t * (palest.l() - last.l()),
                    c.a() + (1 - t) * (full.a() - first.a()) + t * (palest.a() - last.a()),
                    c.b() + (1 - t) * (full.b() - first.b()) + t * (palest.b() - last.b())));
        }
        return WashRun.evenly(all, steps);
    }

    /** The same from full strength to a film so thin that it is all but paper. */
    List<Lab> run(Lab full, int steps) {
        List<Lab> all = new ArrayList<>(List.of(full));
        for (int i = 1; i <= FINE; i++) all.add(at(Math.exp(i / (double) FINE * Math.log(ALL_BUT_PAPER))));
        return WashRun.evenly(all, steps);
    }

    private static final int FINE = 48;
    private static final double ALL_BUT_PAPER = 0.01;
}
