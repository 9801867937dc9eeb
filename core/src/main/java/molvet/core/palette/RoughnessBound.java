package molvet.core.palette;

import java.util.Arrays;
import java.util.Comparator;
import java.util.stream.IntStream;

/**
 * A proven lower bound of how rough any order is.
 *
 * <p>Every pair of neighbours is paid for by both: each colour pays its share of the differences to the colours it picks as
 * neighbours, as many as its well has, and may pick without being picked. The shares of a pair add up to its difference; which share
 * each bears is moved until the bound is as high as it gets: Lagrange’s multipliers by subgradients (M. Held, P. Wolfe, H. P. Crowder,
 * “Validation of subgradient optimization”, Math. Program. 6 (1974) 62–88). The bound is that of the least graph with as many
 * neighbours as the wells have; that it should be a grid is left out.
 *
 * <p>A round takes time in the square of the number of colours.
 */
final class RoughnessBound {
    private static final int ROUNDS = 1500;
    private static final int MOST_BESIDE = 8;

    private final int colours;
    /** What each colour pays for each other. */
    private final double[][] share;
    /** For each colour the others, cheapest first, once the shares are settled. */
    private int[][] cheapest = new int[0][];

    private final int least;
    private final int most;
    private final int more;

    private double bound;

    /**
     * @param d differences of the colours, empty wells behind them
     * @param degrees of the wells
     */
    RoughnessBound(double[][] d, int colours, int[] degrees, double known) {
        this.colours = colours;
        int empty = degrees.length - colours;
        int[] sorted = degrees.clone();
        Arrays.sort(sorted);
        int sum = Arrays.stream(sorted).sum();
        // An empty well takes its own neighbours off, and itself off theirs: at best where there are most.
        int freed = 0;
        for (int e = 0; e < empty; e++) freed += 2 * sorted[sorted.length - 1 - e];
        least = colours == 0 ? 0 : Math.max(0, sorted[0] - empty);
        most = sorted.length == 0 ? 0 : Math.min(MOST_BESIDE, sorted[sorted.length - 1]);
        more = Math.max(0, sum - freed - least * colours);
        share = new double[colours][colours];
        for (int i = 0; i < colours; i++) {
            for (int j = 0; j < colours; j++) share[i][j] = d[i][j] / 2;
        }
        raise(known);
    }

    private void raise(double known) {
        double[][] best = copy(share);
        bound = 0;
        double pace = 1;
        int since = 0;
        boolean[][] picked = new boolean[colours][colours];
        for (int round = 0; round < ROUNDS; round++) {
            double now = pick(picked);
            if (now > bound + 1e-9) {
                bound = now;
                best = copy(share);
                since = 0;
            } else if (++since > 20) {
                pace /= 2;
                since = 0;
            }
            int odd = 0;
            for (int i = 0; i < colours; i++) {
                for (int j = 0; j < i; j++) if (picked[i][j] != picked[j][i]) odd++;
            }
            if (odd == 0 || pace < 1e-4 || known - now < 1e-9) break;
            double step = pace * (known - now) / odd;
            for (int i = 0; i < colours; i++) {
                for (int j = 0; j < i; j++) {
                    if (picked[i][j] == picked[j][i]) continue;
                    // None pays less than nothing: then a colour that lies beside more than it must pays no less for
                    // it.
                    double by = picked[i][j] ? Math.min(step, share[j][i]) : -Math.min(step, share[i][j]);
                    share[i][j] += by;
                    share[j][i] -= by;
                }
            }
        }
        for (int i = 0; i < colours; i++) share[i] = best[i];
        cheapest = new int[colours][];
        for (int i = 0; i < colours; i++) {
            double[] own = share[i];
            int self = i;
            cheapest[i] = IntStream.range(0, colours)
                    .filter(j -> j != self)
                    .boxed()
                    .sorted(Comparator.comparingDouble(j -> own[j]))
                    .mapToInt(Integer::intValue)
                    .toArray();
        }
    }

    private static double[][] copy(double[][] of) {
        return Arrays.stream(of).map(double[]::clone).toArray(double[][]::new);
    }

    /** Each colour picks its cheapest neighbours. @return what they pay together */
    private double pick(boolean[][] picked) {
        double sum = 0;
        int extras = most - least;
        double[] extra = new double[colours * Math.max(0, extras)];
        int[] by = new int[extra.length];
        int n = 0;
        int reach = Math.min(most, colours - 1);
        for (int i = 0; i < colours; i++) {
            Arrays.fill(picked[i], false);
            for (int k = 0; k < reach; k++) {
                int best = -1;
                for (int j = 0; j < colours; j++) {
                    if (j != i && !taken(i, j, k) && (best < 0 || share[i][j] < share[i][best])) best = j;
                }
                chosen[k] = best;
                if (k < least) {
                    sum += share[i][best];
                    picked[i][best] = true;
                } else {
                    extra[n] = share[i][best];
                    by[n++] = i * colours + best;
                }
            }
        }
        Integer[] order = new Integer[n];
        for (int k = 0; k < n; k++) order[k] = k;
        Arrays.sort(order, Comparator.comparingDouble(k -> extra[k]));
        for (int k = 0; k < Math.min(more, n); k++) {
            sum += extra[order[k]];
            picked[by[order[k]] / colours][by[order[k]] % colours] = true;
        }
        return sum;
    }

    private final int[] chosen = new int[MOST_BESIDE + 1];

    private boolean taken(int i, int j, int k) {
        for (int x = 0; x < k; x++) if (chosen[x] == j) return true;
        return false;
    }

    double bound() {
        return bound;
    }

    /**
     * What a colour pays for the cheapest, the next, and so on, up to {@code into.length}.
     *
     * @param among a bit for each colour
     * @return how many there are
     */
    int pays(int colour, long among, double[] into) {
        int n = 0;
        double[] own = share[colour];
        for (int j : cheapest[colour]) {
            if (n == into.length) break;
            if ((among >> j & 1) != 0) into[n++] = own[j];
        }
        return n;
    }
}
