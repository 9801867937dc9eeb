package molvet.core.reading;

import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Optional;
import molvet.core.colour.Lab;
import molvet.core.colour.Xyz;
import org.apache.commons.math3.linear.Array2DRowRealMatrix;
import org.apache.commons.math3.linear.LUDecomposition;

/**
 * What a device’s own eye gets wrong, learnt once: its filters are not those of the human eye, and no one sheet shows by how
 * much; nor what white the collector’s paper is. A root-polynomial map of second degree (G. D. Finlayson, M. Mackiewicz, A. Hurlbert,
 * “Color correction using root-polynomial regression”, IEEE Transactions on Image Processing 24 (2015), which stays valid whatever the
 * exposure), by least squares whose weights follow the ΔE00 left, and drawn towards no change where little is known.
 *
 * <p>Learning takes time in the number of pairs; a tenth of them is left out in turn to tell what it is worth.
 *
 * @param matrix what is added to X, Y and Z as shares of white: three rows of six, on X, Y, Z, √XY, √YZ and √XZ
 * @param pairs how many colours it was learnt from
 * @param before mean ΔE00 of what the device saw
 * @param after the same of colours left out of the learning, once corrected
 */
public record DeviceEye(List<Double> matrix, int pairs, double before, double after) {
    private static final int LEAST_PAIRS = 6;
    private static final int FOLDS = 10;
    private static final int MOST_PAIRS = 200;
    /** Less is gained than readings of one swatch differ by. */
    private static final double WORTH = 0.9;
    /** Added to the luminance a colour is weighed by, so that the darkest do not outweigh all others. */
    private static final double BLACK = 0.03;
    /** Weight of no change, in colours of middling weight. */
    private static final double STIFFNESS = 0.05;

    private static final int TERMS = 6;
    private static final List<Double> NOTHING = Collections.nCopies(3 * TERMS, 0.0);

    /** A colour as the device saw it on white paper, and as it is. */
    public record Seen(Lab seen, Lab is) {}

    /** @return empty where too little is known, or correcting does not make it better by a tenth */
    public static Optional<DeviceEye> learnt(List<Seen> all) {
        List<Seen> pairs = all.size() > MOST_PAIRS ? all.subList(0, MOST_PAIRS) : all;
        if (pairs.size() < LEAST_PAIRS) return Optional.empty();
        double before = pairs.stream()
                .mapToDouble(p -> p.seen.differenceFrom(p.is))
                .average()
                .orElse(0);
        double after = 0;
        int folds = Math.min(FOLDS, pairs.size());
        for (int fold = 0; fold < folds; fold++) {
            List<Seen> others = new ArrayList<>();
            List<Seen> left = new ArrayList<>();
            for (int i = 0; i < pairs.size(); i++) (i % folds == fold ? left : others).add(pairs.get(i));
            DeviceEye eye = of(fit(others));
            for (Seen p : left) after += eye.corrected(p.seen).differenceFrom(p.is) / pairs.size();
        }
        if (after > WORTH * before) return Optional.empty();
        return Optional.of(new DeviceEye(fit(pairs), pairs.size(), before, after));
    }

    private static DeviceEye of(List<Double> matrix) {
        return new DeviceEye(matrix, 0, 0, 0);
    }

    /** Weighted anew three times by the ΔE00 left, so that one odd swatch does not bend the others. */
    private static List<Double> fit(List<Seen> pairs) {
        List<Double> best = solved(pairs, of(NOTHING));
        for (int round = 0; round < 3; round++) best = solved(pairs, of(best));
        return best;
    }

    private static List<Double> solved(List<Seen> pairs, DeviceEye before) {
        double[][] ata = new double[TERMS][TERMS];
        double[][] atb = new double[TERMS][3];
        for (Seen p : pairs) {
            double[] s = share(p.seen.toXyz());
            double[] is = share(p.is.toXyz());
            double[] f = terms(s);
            // An error of the same share is as visible in a dark colour as in a light one.
            double weight = 1
                    / Math.pow(is[1] + BLACK, 2)
                    / (1 + before.corrected(p.seen).differenceFrom(p.is));
            for (int i = 0; i < TERMS; i++) {
                for (int j = 0; j < TERMS; j++) ata[i][j] += weight * f[i] * f[j];
                for (int j = 0; j < 3; j++) atb[i][j] += weight * f[i] * (is[j] - s[j]);
            }
        }
        for (int i = 0; i < TERMS; i++) ata[i][i] += STIFFNESS;
        double[][] change = new LUDecomposition(new Array2DRowRealMatrix(ata, false))
                .getSolver()
                .solve(new Array2DRowRealMatrix(atb, false))
                .getData();
        List<Double> flat = new ArrayList<>();
        for (int row = 0; row < 3; row++) for (int i = 0; i < TERMS; i++) flat.add(change[i][row]);
        return List.copyOf(flat);
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
        double[] s = share(seen);
        return light(plus(s, s, 1));
    }

    /** How the device sees a colour that was corrected for it: the change is small, and what it was worked out from soon found. */
    public Lab undone(Lab corrected) {
        double[] is = share(corrected.toXyz());
        double[] s = is;
        for (int round = 0; round < 20; round++) s = plus(is, s, -1);
        return Lab.ofXyz(light(s));
    }

    private double[] plus(double[] from, double[] at, double sign) {
        double[] f = terms(at);
        double[] out = from.clone();
        for (int row = 0; row < 3; row++) {
            for (int i = 0; i < TERMS; i++) out[row] += sign * matrix.get(TERMS * row + i) * f[i];
        }
        return out;
    }
}
