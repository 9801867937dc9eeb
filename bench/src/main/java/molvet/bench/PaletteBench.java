package molvet.bench;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Random;
import java.util.function.BooleanSupplier;
import java.util.stream.IntStream;
import molvet.core.colour.Lab;
import molvet.core.palette.Arrangement;
import molvet.core.palette.Differences;
import molvet.core.palette.Wells;
import org.chocosolver.solver.Model;
import org.chocosolver.solver.Solution;
import org.chocosolver.solver.search.strategy.Search;
import org.chocosolver.solver.variables.IntVar;

/**
 * Palettes put into order: beside every order there is (nine wells), a general constraint solver given the same seconds, and a long search
 * that shares nothing with Molvet’s but the differences: insertions and reversals accepted within a falling threshold (G. Dueck, T.
 * Scheuer, “Threshold accepting”, J. Comput. Phys. 90 (1990) 161–175).
 */
final class PaletteBench {
    private static final int PALETTES = Size.of(6, 1);
    private static final int LONG_SECONDS = Size.of(30, 2);
    private static final double SECONDS = 1.7;

    private PaletteBench() {}

    public static void main(String[] args) {
        for (int[] box : new int[][] {{3, 3}, {3, 6}, {4, 12}}) rows(box[0], box[1]);
    }

    private record Asked(Wells wells, Differences colours, int n) {
        static Asked of(int rows, int columns, long seed) {
            Random random = new Random(seed);
            List<Lab> colours = new ArrayList<>();
            for (int i = 0; i < rows * columns; i++) {
                double hue = 2 * Math.PI * random.nextDouble();
                double chroma = 5 + 65 * random.nextDouble();
                colours.add(new Lab(18 + 65 * random.nextDouble(), chroma * Math.cos(hue), chroma * Math.sin(hue)));
            }
            return new Asked(Wells.grid(rows, columns), Differences.of(colours), rows * columns);
        }

        Arrangement molvet() {
            long end = System.nanoTime() + (long) (SECONDS * 1e9);
            BooleanSupplier goOn = () -> System.nanoTime() < end;
            return Arrangement.smoothest(
                    new Arrangement.Question(
                            wells, colours, IntStream.range(0, n).boxed().toList(), Map.of(), List.of(), List.of()),
                    1,
                    true,
                    goOn);
        }

        double cost(int[] lying) {
            double sum = 0;
            for (Wells.Pair p : wells.pairs()) sum += colours.between(lying[p.one()], lying[p.other()]);
            return sum;
        }
    }

    private static void rows(int rows, int columns) {
        double worst = 0;
        double solver = 0;
        double bound = 0;
        int proven = 0;
        double slowest = 0;
        for (int seed = 1; seed <= PALETTES; seed++) {
            Asked asked = Asked.of(rows, columns, seed);
            long start = System.nanoTime();
            Arrangement ours = asked.molvet();
            slowest = Math.max(slowest, (System.nanoTime() - start) / 1e9);
            if (ours.optimal()) proven++;
            double best = asked.n() <= 9 ? exhaustive(asked) : longSearch(asked, seed);
            worst = Math.max(worst, ours.roughness() / Math.min(best, ours.roughness()));
            bound += ours.bound() / ours.roughness() / PALETTES;
            solver += solved(asked) / ours.roughness() / PALETTES;
        }
        String what = rows + " × " + columns + " wells";
        line(
                "%d palettes of %s put into order: roughest against the best known | %.4f | %s: 1 | %.4f× | %s |",
                PALETTES,
                what,
                worst,
                rows * columns <= 9 ? "every order there is" : "the best of a search of " + LONG_SECONDS + " s",
                worst,
                rows * columns <= 9 ? "the best" : "within 1 %");
        line(
                "the same: mean roughness of a constraint solver against ours | – | choco-solver 4.10.18 given the same %.1f s | %.2f× |"
                        + " told, no goal |",
                SECONDS, solver);
        line(
                "the same: slowest, s; proven best; mean bound against what it bounds | %.2f; %d of %d; %.2f | limit: 2 s | %.2f× |"
                        + " under 1× |",
                slowest, proven, PALETTES, bound, slowest / 2);
    }

    private static void line(String words, Object... values) {
        System.out.println("| " + String.format(Locale.ROOT, words, values));
    }

    private static double exhaustive(Asked asked) {
        return tried(asked, new int[asked.n()], 0, 0);
    }

    private static double tried(Asked asked, int[] lying, int at, int used) {
        if (at == lying.length) return asked.cost(lying);
        double best = Double.MAX_VALUE;
        for (int c = 0; c < lying.length; c++) {
            if ((used >> c & 1) != 0) continue;
            lying[at] = c;
            best = Math.min(best, tried(asked, lying, at + 1, used | 1 << c));
        }
        return best;
    }

    private static double longSearch(Asked asked, long seed) {
        Random random = new Random(seed * 31);
        long end = System.nanoTime() + LONG_SECONDS * 1_000_000_000L;
        double best = Double.MAX_VALUE;
        while (System.nanoTime() < end) {
            int[] now = IntStream.range(0, asked.n()).toArray();
            for (int i = now.length - 1; i > 0; i--) swap(now, i, random.nextInt(i + 1));
            double cost = asked.cost(now);
            for (double threshold = 12; threshold > 0.05 && System.nanoTime() < end; threshold *= 0.97) {
                for (int step = 0; step < 3000; step++) {
                    int[] next = moved(now, random);
                    double then = asked.cost(next);
                    if (then > cost + threshold) continue;
                    now = next;
                    cost = then;
                    best = Math.min(best, cost);
                }
            }
        }
        return best;
    }

    private static int[] moved(int[] lying, Random random) {
        int[] next = lying.clone();
        int from = random.nextInt(next.length);
        int to = random.nextInt(next.length);
        switch (random.nextInt(3)) {
            case 0 -> {
                int c = next[from];
                if (from < to) System.arraycopy(next, from + 1, next, from, to - from);
                else System.arraycopy(next, to, next, to + 1, from - to);
                next[to] = c;
            }
            case 1 -> {
                for (int i = Math.min(from, to), j = Math.max(from, to); i < j; i++, j--) swap(next, i, j);
            }
            default -> swap(next, from, to);
        }
        return next;
    }

    private static void swap(int[] of, int one, int other) {
        int c = of[one];
        of[one] = of[other];
        of[other] = c;
    }

    /** The same question to a general solver, differences in hundredths. */
    private static double solved(Asked asked) {
        int n = asked.n();
        Model model = new Model();
        IntVar[] lying = model.intVarArray(n, 0, n - 1);
        model.allDifferent(lying).post();
        int[] table = new int[n * n];
        for (int i = 0; i < n; i++) {
            for (int j = 0; j < n; j++)
                table[i * n + j] = (int) Math.round(100 * asked.colours().between(i, j));
        }
        int most = Arrays.stream(table).max().orElse(0);
        List<IntVar> costs = new ArrayList<>();
        for (Wells.Pair p : asked.wells().pairs()) {
            IntVar index = model.intVar(0, n * n - 1);
            model.scalar(new IntVar[] {lying[p.one()], lying[p.other()]}, new int[] {n, 1}, "=", index)
                    .post();
            IntVar cost = model.intVar(0, most);
            model.element(cost, table, index).post();
            costs.add(cost);
        }
        IntVar sum = model.intVar(0, most * costs.size());
        model.sum(costs.toArray(IntVar[]::new), "=", sum).post();
        model.getSolver().setSearch(Search.domOverWDegSearch(lying));
        model.getSolver().limitTime((long) (SECONDS * 1000));
        Solution best = model.getSolver().findOptimalSolution(sum, Model.MINIMIZE);
        return best == null ? asked.cost(IntStream.range(0, n).toArray()) : best.getIntVal(sum) / 100.0;
    }
}
