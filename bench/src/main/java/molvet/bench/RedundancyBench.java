package molvet.bench;

import com.github.ajalt.colormath.calculate.DifferenceKt;
import com.github.ajalt.colormath.model.LAB;
import com.github.ajalt.colormath.model.LABColorSpaces;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Random;
import molvet.core.collection.Redundancy;
import molvet.core.colour.Lab;

/**
 * All pairs of 5,000 paints that stand in for each other at three strengths, against the plain double loop with colormath 3.6, on
 * the same paints in the same run. Colours lie as a large collection’s do: round many middles, blues and earths most.
 */
public final class RedundancyBench {
    private static final int PAINTS = Size.of(5_000, 200);
    private static final int ROUNDS = Size.of(5, 1);
    private static final double THRESHOLD = 3;

    private RedundancyBench() {}

    public static void main(String[] args) {
        Random random = new Random(5);
        List<List<Lab>> ours = new ArrayList<>();
        LAB[][] theirs = new LAB[PAINTS][3];
        for (int i = 0; i < PAINTS; i++) {
            double hue = Math.toRadians(random.nextInt(24) * 15 + 6 * random.nextGaussian());
            double chroma = Math.abs(35 + 18 * random.nextGaussian());
            double l = 20 + 60 * random.nextDouble();
            List<Lab> three = new ArrayList<>();
            int k = 0;
            for (double share : new double[] {1, 0.6, 0.25}) {
                Lab c = Lab.of(100 - (100 - l) * share, chroma * share * Math.cos(hue), chroma * share * Math.sin(hue));
                three.add(c);
                theirs[i][k++] =
                        LABColorSpaces.INSTANCE.getLAB50().invoke((float) c.l(), (float) c.a(), (float) c.b(), 1f);
            }
            ours.add(three);
        }
        Redundancy redundancy = new Redundancy(THRESHOLD);
        long[] own = new long[ROUNDS];
        long[] plain = new long[ROUNDS];
        int found = 0;
        for (int round = -1; round < ROUNDS; round++) {
            long start = System.nanoTime();
            found = redundancy.pairs(ours).size();
            long middle = System.nanoTime();
            plain(theirs);
            long end = System.nanoTime();
            if (round < 0) continue;
            own[round] = middle - start;
            plain[round] = end - middle;
        }
        int each = everyPair(ours);
        if (found != each) throw new IllegalStateException(found + " pairs, not " + each);
        Arrays.sort(own);
        Arrays.sort(plain);
        double ratio = (double) plain[ROUNDS / 2] / own[ROUNDS / 2];
        System.out.printf(
                Locale.ROOT,
                "| pairs of 5,000 paints within ΔE00 3 at three strengths (%d found), ms (median of %d) | %.0f | the plain double loop"
                        + " with colormath 3.6: %.0f | %.0f× | at least 5× |%n",
                found,
                ROUNDS,
                own[ROUNDS / 2] / 1e6,
                plain[ROUNDS / 2] / 1e6,
                ratio);
    }

    private static int everyPair(List<List<Lab>> paints) {
        int near = 0;
        for (int i = 0; i < paints.size(); i++) {
            for (int j = i + 1; j < paints.size(); j++) {
                boolean all = true;
                for (int k = 0; k < 3 && all; k++) {
                    all = paints.get(i).get(k).differenceFrom(paints.get(j).get(k)) <= THRESHOLD;
                }
                if (all) near++;
            }
        }
        return near;
    }

    private static int plain(LAB[][] paints) {
        int near = 0;
        for (int i = 0; i < paints.length; i++) {
            for (int j = i + 1; j < paints.length; j++) {
                boolean all = true;
                for (int k = 0; k < 3 && all; k++) {
                    all = DifferenceKt.differenceCIE2000(paints[i][k], paints[j][k]) <= THRESHOLD;
                }
                if (all) near++;
            }
        }
        return near;
    }
}
