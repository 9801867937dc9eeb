package molvet.core.reading;

import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Optional;
import java.util.function.ToDoubleBiFunction;
import java.util.function.UnaryOperator;
import java.util.stream.IntStream;
import molvet.core.colour.Lab;
import molvet.core.colour.Xyz;
import org.apache.commons.math3.linear.Array2DRowRealMatrix;
import org.apache.commons.math3.linear.LUDecomposition;

/**
 * What a device’s own eye gets wrong, learnt once: its filters are not those of the human eye, and no one sheet shows by how
 * much; nor what white the collector’s paper is. Two parts. A linear map by least squares whose weights follow the ΔE00 left, drawn
 * towards no change where little is known, and held to the neutrals, since all of a page is seen as a share of its paper (G. D.
 * Finlayson, M. S. Drew, “White-point preserving color correction”, 5th Color Imaging Conference (1997), there exact). Then
 * what that leaves, which bends from hue to hue, interpolated between the colours that were seen: kriging with the Matérn
 * kernel of 3/2 (C. E. Rasmussen, C. K. I. Williams, Gaussian Processes for Machine Learning (2006), eqs. 2.23 and 4.17), which
 * dies away where nothing was seen. Its kernel is a sum (there, 4.2.4): of how near two colours are, and of how near in hue, in
 * proportion to both chromas, since what filters get wrong of a hue they get wrong the more of it there is.
 *
 * <p>Learning takes time in the cube of the pairs, of which there are 120 at most; some are left out in turn to tell
 * what it is worth.
 *
 * @param matrix what is added to X, Y and Z as shares of white: three rows of six, on X, Y, Z, √XY, √YZ and √XZ; the roots were
 *     learnt by an earlier arithmetic, and readings kept with them are undone by them
 * @param bends what an earlier arithmetic added after it, by nearness alone; readings kept with them are undone by them
 * @param hues what is added after it
 * @param pairs how many colours it was learnt from
 * @param before mean ΔE00 of what the device saw, greys apart
 * @param after the same of colours left out of the learning, once corrected
 */
public record DeviceEye(
        List<Double> matrix, List<Bend> bends, List<Bend> hues, int pairs, double before, double after) {
    private static final int LEAST_PAIRS = 6;
    private static final int FOLDS = 24;
    private static final int MOST_PAIRS = 120;
    /**
     * A patch that is left out lies farther from those that stay than a paint does from a patch, so that more is gained on
     * paints than is seen here: over filters drawn at random, of a twentieth here a fifth there.
     */
    private static final double WORTH = 0.95;
    /** Added to the luminance a colour is weighed by, so that the darkest do not outweigh all others. */
    private static final double BLACK = 0.03;
    /** Weight of no change, in colours of middling weight. */
    private static final double STIFFNESS = 0.05;
    /** How much more a grey weighs than a colour, and the chroma at which that has fallen to three fifths. */
    private static final double NEUTRAL = 20;

    private static final double NEUTRAL_CHROMA = 6;
    /** How far, in L*, a* and b*, what is left over at one colour says something of another. */
    private static final double REACH = 40;
    /** The chroma at which hue says as much as nearness. */
    private static final double UNIT_CHROMA = 30;
    /** Hues lie around a circle of this radius, and a colour of the chroma below half the way out to it: pale ones are alike. */
    private static final double HUE_CIRCLE = 60;

    private static final double HALF_OUT = 15;
    /** What one seen colour is off by chance, and a chart’s patch by its make, as a share of what is left over. */
    private static final double CHANCE = 0.7;
    /** A colour so far off after the linear map, in ΔE00, is half taken for another paint. */
    private static final double ODD = 4;

    private static final int TERMS = 6;
    private static final int LINEAR = 3;
    private static final List<Double> NOTHING = Collections.nCopies(3 * TERMS, 0.0);

    public DeviceEye {
        bends = bends == null ? List.of() : List.copyOf(bends);
        hues = hues == null ? List.of() : List.copyOf(hues);
    }

    /** At a place (L*, a*, b* once the linear map is done), by how much L*, a* and b* are changed there, of a kernel’s height. */
    public record Bend(double l, double a, double b, double changeL, double changeA, double changeB) {}

    /** A colour as the device saw it on white paper, and as it is. */
    public record Seen(Lab seen, Lab is) {}

    /** @return empty where too little is known, or correcting does not make it better by a twentieth */
    public static Optional<DeviceEye> learnt(List<Seen> all) {
        List<Seen> pairs = all.size() > MOST_PAIRS ? all.subList(0, MOST_PAIRS) : all;
        if (pairs.size() < LEAST_PAIRS) return Optional.empty();
        // Any device that is set by its white sees even greys right, and no paint is one: they tell nothing of what it
        // is worth.
        List<Seen> coloured =
                pairs.stream().filter(p -> p.is.chroma() > NEUTRAL_CHROMA).toList();
        List<Seen> told = coloured.size() < LEAST_PAIRS ? pairs : coloured;
        double before = told.stream()
                .mapToDouble(p -> p.seen.differenceFrom(p.is))
                .average()
                .orElse(0);
        double after = 0;
        int folds = Math.min(FOLDS, pairs.size());
        for (int fold = 0; fold < folds; fold++) {
            List<Seen> others = new ArrayList<>();
            List<Seen> left = new ArrayList<>();
            for (int i = 0; i < pairs.size(); i++) (i % folds == fold ? left : others).add(pairs.get(i));
            left.retainAll(told);
            DeviceEye eye = fit(others);
            for (Seen p : left) after += eye.corrected(p.seen).differenceFrom(p.is) / told.size();
        }
        if (after > WORTH * before) return Optional.empty();
        DeviceEye eye = fit(pairs);
        return Optional.of(new DeviceEye(eye.matrix, List.of(), eye.hues, pairs.size(), before, after));
    }

    private static DeviceEye linear(List<Double> matrix) {
        return new DeviceEye(matrix, List.of(), List.of(), 0, 0, 0);
    }

    /** Weighted anew three times by the ΔE00 left, so that one odd swatch does not bend the others. */
    private static DeviceEye fit(List<Seen> pairs) {
        DeviceEye best = linear(NOTHING);
        for (int round = 0; round < 4; round++) best = linear(solved(pairs, best));
        return new DeviceEye(best.matrix, List.of(), hues(pairs, best), 0, 0, 0);
    }

    private static List<Double> solved(List<Seen> pairs, DeviceEye before) {
        double[][] ata = new double[LINEAR][LINEAR];
        double[][] atb = new double[LINEAR][3];
        for (Seen p : pairs) {
            double[] s = share(p.seen.toXyz());
            double[] is = share(p.is.toXyz());
            // An error of the same share is as visible in a dark colour as in a light one.
            double weight = weight(p.is)
                    / Math.pow(is[1] + BLACK, 2)
                    / (1 + before.corrected(p.seen).differenceFrom(p.is));
            for (int i = 0; i < LINEAR; i++) {
                for (int j = 0; j < LINEAR; j++) ata[i][j] += weight * s[i] * s[j];
                for (int j = 0; j < 3; j++) atb[i][j] += weight * s[i] * (is[j] - s[j]);
            }
        }
        for (int i = 0; i < LINEAR; i++) ata[i][i] += STIFFNESS;
        double[][] change = new LUDecomposition(new Array2DRowRealMatrix(ata, false))
                .getSolver()
                .solve(new Array2DRowRealMatrix(atb, false))
                .getData();
        List<Double> flat = new ArrayList<>();
        for (int row = 0; row < 3; row++) {
            for (int i = 0; i < TERMS; i++) flat.add(i < LINEAR ? change[i][row] : 0);
        }
        return List.copyOf(flat);
    }

    /** How much an error of a colour weighs, as a share of that of a vivid one: what tints a grey tints the paper. */
    static double weight(Lab is) {
        return 1 + NEUTRAL * Math.exp(-Math.pow(is.chroma() / NEUTRAL_CHROMA, 2) / 2);
    }

    private static List<Bend> hues(List<Seen> pairs, DeviceEye linear) {
        int n = pairs.size();
        double[][] places = new double[n][];
        double[][] left = new double[n][3];
        double[][] kernel = new double[n][n];
        for (int i = 0; i < n; i++) {
            Seen p = pairs.get(i);
            places[i] = place(linear.straight(share(p.seen.toXyz())));
            double[] is = place(share(p.is.toXyz()));
            for (int c = 0; c < 3; c++) left[i][c] = is[c] - places[i][c];
            double off = linear.corrected(p.seen).differenceFrom(p.is) / ODD;
            for (int j = 0; j <= i; j++) kernel[i][j] = kernel[j][i] = byHue(places[i], places[j]);
            kernel[i][i] += Math.pow(CHANCE * (1 + off * off), 2);
        }
        double[][] change = new LUDecomposition(new Array2DRowRealMatrix(kernel, false))
                .getSolver()
                .solve(new Array2DRowRealMatrix(left, false))
                .getData();
        return IntStream.range(0, n)
                .mapToObj(i ->
                        new Bend(places[i][0], places[i][1], places[i][2], change[i][0], change[i][1], change[i][2]))
                .toList();
    }

    private static double byNearness(double[] p, double[] q) {
        return matern(Math.sqrt(Math.pow(p[0] - q[0], 2) + Math.pow(p[1] - q[1], 2) + Math.pow(p[2] - q[2], 2)));
    }

    private static double byHue(double[] p, double[] q) {
        double chromaP = Math.hypot(p[1], p[2]);
        double chromaQ = Math.hypot(q[1], q[2]);
        double outP = HUE_CIRCLE / (chromaP + HALF_OUT);
        double outQ = HUE_CIRCLE / (chromaQ + HALF_OUT);
        double hue = Math.hypot(outP * p[1] - outQ * q[1], outP * p[2] - outQ * q[2]);
        return byNearness(p, q)
                + chromaP * chromaQ / (UNIT_CHROMA * UNIT_CHROMA) * matern(Math.hypot(p[0] - q[0], hue));
    }

    private static double matern(double far) {
        double reaches = Math.sqrt(3) * far / REACH;
        return (1 + reaches) * Math.exp(-reaches);
    }

    /** L*, a* and b* by the cube root alone: a place among colours, also of what is no colour of a surface. */
    static double[] place(double[] share) {
        double x = Math.cbrt(Math.max(0, share[0]));
        double y = Math.cbrt(Math.max(0, share[1]));
        double z = Math.cbrt(Math.max(0, share[2]));
        return new double[] {116 * y - 16, 500 * (x - y), 200 * (y - z)};
    }

    private static double[] shareAt(double[] place) {
        double y = (place[0] + 16) / 116;
        double x = Math.max(0, y + place[1] / 500);
        double z = Math.max(0, y - place[2] / 200);
        y = Math.max(0, y);
        return new double[] {x * x * x, y * y * y, z * z * z};
    }

    private static double[] terms(double[] s) {
        return new double[] {
            s[0],
            s[1],
            s[2],
            Math.sqrt(Math.max(0, s[0] * s[1])),
            Math.sqrt(Math.max(0, s[1] * s[2])),
            Math.sqrt(Math.max(0, s[0] * s[2]))
        };
    }

    private static double[] share(Xyz x) {
        return new double[] {x.x() / Xyz.D50.x(), x.y() / Xyz.D50.y(), x.z() / Xyz.D50.z()};
    }

    private static Xyz light(double[] share) {
        return new Xyz(
                Math.max(0, share[0]) * Xyz.D50.x(),
                Math.max(0, share[1]) * Xyz.D50.y(),
                Math.max(0, share[2]) * Xyz.D50.z());
    }

    /** A colour on white paper as it is, from how the device sees it. */
    public Lab corrected(Lab seen) {
        return Lab.ofXyz(corrected(seen.toXyz()));
    }

    Xyz corrected(Xyz seen) {
        return corrected(seen, this::bend);
    }

    /** @param bend what is added at a place, L*, a* and b*, exactly or by a table of it */
    Xyz corrected(Xyz seen, UnaryOperator<double[]> bend) {
        double[] straight = straight(share(seen));
        if (bends.isEmpty() && hues.isEmpty()) return light(straight);
        double[] place = place(straight);
        double[] change = bend.apply(place);
        for (int c = 0; c < 3; c++) place[c] += change[c];
        return light(shareAt(place));
    }

    /** What is added to L*, a* and b* at a place. */
    double[] bend(double[] place) {
        double[] change = new double[3];
        add(change, place, bends, DeviceEye::byNearness);
        add(change, place, hues, DeviceEye::byHue);
        return change;
    }

    private static void add(
            double[] change, double[] place, List<Bend> bends, ToDoubleBiFunction<double[], double[]> kernel) {
        for (Bend at : bends) {
            double height = kernel.applyAsDouble(place, new double[] {at.l, at.a, at.b});
            change[0] += height * at.changeL;
            change[1] += height * at.changeA;
            change[2] += height * at.changeB;
        }
    }

    /** How the device sees a colour that was corrected for it: the change is small, and what it was worked out from soon found. */
    public Lab undone(Lab corrected) {
        double[] is = share(corrected.toXyz());
        double[] s = is.clone();
        for (int round = 0; round < 30; round++) {
            double[] comes = share(corrected(light(s)));
            for (int c = 0; c < 3; c++) s[c] += is[c] - comes[c];
        }
        return Lab.ofXyz(light(s));
    }

    private double[] straight(double[] s) {
        double[] f = terms(s);
        double[] out = s.clone();
        for (int row = 0; row < 3; row++) {
            for (int i = 0; i < TERMS; i++) out[row] += matrix.get(TERMS * row + i) * f[i];
        }
        return out;
    }
}
