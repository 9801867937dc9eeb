package molvet.core.palette;

import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.SplittableRandom;
import java.util.function.BooleanSupplier;
import java.util.stream.IntStream;
import molvet.core.measure.Refusal;

/**
 * The smoothest order of colours in wells: the sum of ΔE00 over neighbours made least.
 *
 * <p>Wells may be locked or stay empty, and an empty one costs nothing. Found by simulated annealing over exchanges of two wells (S.
 * Kirkpatrick, C. D. Gelatt, M. P. Vecchi, Science 220 (1983) 671–680), then proven or beaten by {@link Sweep} where the box is small
 * enough. The same question gets the same answer.
 *
 * @param wells the colour in each well by its number, −1 for an empty one
 * @param roughness of it; {@code asGiven} of the order that was given; {@code bound} below which none can be
 * @param optimal whether it is proven that none is smoother
 */
public record Arrangement(List<Integer> wells, double roughness, double asGiven, double bound, boolean optimal) {
    /** A well that may hold any colour. */
    public static final int FREE = -2;
    /** A well that stays empty. */
    public static final int EMPTY = -1;
    /** Exchanges tried for each well, and how often it is begun anew. */
    private static final int STEPS_A_WELL = 250_000;

    private static final int MOST_STEPS = 16_000_000;
    private static final int STARTS = 10;
    /** A larger box wants one slow cooling rather than many quick ones, after a quick one for those who cannot wait. */
    private static final int SMALL = 24;

    private static final double[] OF_LARGE = {0.2, 0.8};
    /** Where a large box is begun to be cooled, as a share of the mean difference, and where that ends, of the beginning. */
    private static final double WARM = 0.22;

    private static final double LUKEWARM = 0.33;
    /** Of fewer wells than these fewer exchanges for each do. */
    private static final double MANY = 18;

    private static final double HAIR = 1e-9;
    /** What it costs, in ΔE00, that a family lies in one row more than it must. */
    private static final double OUT_OF_ROW = 60;

    public Arrangement {
        wells = List.copyOf(wells);
    }

    /**
     * What is asked.
     *
     * @param given the order that is there now; a colour a well, −1 for empty ones
     * @param locked by well: a colour, or {@link #EMPTY}
     * @param rows for keeping families in rows: the row of each well, else empty
     * @param families of each colour; read only with rows
     */
    public record Question(
            Wells wells,
            Differences colours,
            List<Integer> given,
            Map<Integer, Integer> locked,
            List<Integer> rows,
            List<Integer> families) {
        public Question {
            given = List.copyOf(given);
            locked = Map.copyOf(locked);
            rows = List.copyOf(rows);
            families = List.copyOf(families);
            if (colours.size() > wells.count()) {
                throw Refusal.of(
                        "colours",
                        colours.size() + " colours do not go into " + wells.count() + " wells.",
                        "Take a larger box, or leave " + (colours.size() - wells.count()) + " out.");
            }
            check(wells, colours, locked);
        }

        private static void check(Wells wells, Differences colours, Map<Integer, Integer> locked) {
            long empty = locked.values().stream().filter(c -> c == EMPTY).count();
            if (empty > wells.count() - colours.size()) {
                throw Refusal.of(
                        "locked",
                        empty + " wells are to stay empty, and " + colours.size()
                                + " colours then do not go into the other " + (wells.count() - empty) + ".",
                        "Unlock an empty well, or leave a colour out.");
            }
            List<Integer> own = locked.values().stream().filter(c -> c >= 0).toList();
            if (own.stream().distinct().count() < own.size()) {
                throw Refusal.of("locked", "One colour is locked into two wells.", "Unlock one of them.");
            }
            locked.keySet().stream()
                    .filter(w -> w < 0 || w >= wells.count())
                    .findFirst()
                    .ifPresent(w -> {
                        throw Refusal.of("locked", "There is no well " + w + ".", "They are numbered from 0.");
                    });
        }
    }

    /** With all the time its steps take. */
    public static Arrangement smoothest(Question asked) {
        return smoothest(asked, 1, true, () -> true);
    }

    /**
     * @param effort share of the usual steps
     * @param prove whether to look for a proof that none is smoother
     * @param goOn asked again and again; false ends it with the best found so far
     */
    public static Arrangement smoothest(Question asked, double effort, boolean prove, BooleanSupplier goOn) {
        int n = asked.colours.size();
        int all = asked.wells.count();
        double[][] d = asked.colours.withEmpty(all);
        int[] fixed = new int[all];
        Arrays.fill(fixed, FREE);
        asked.locked.forEach((w, c) -> fixed[w] = c);
        Search search = new Search(asked, d, fixed);
        int[] best = search.start(asked.given);
        double least = search.cost(best);
        if (search.free.length > 1) {
            double each = STEPS_A_WELL * Math.min(1, all / MANY);
            int steps = (int) Math.max(1000, effort * Math.min(MOST_STEPS, each * all));
            SplittableRandom random = new SplittableRandom(all * 1009L + n);
            int starts = all <= SMALL ? STARTS : OF_LARGE.length;
            for (int s = 0; s < starts && goOn.getAsBoolean(); s++) {
                int share = all <= SMALL ? steps / STARTS : (int) (steps * OF_LARGE[s]);
                int[] found = search.anneal(s == 0 ? best : search.shuffled(best, random), share, random, goOn);
                double cost = search.cost(found);
                if (cost < least - HAIR) {
                    least = cost;
                    best = found;
                }
            }
        }
        List<Integer> lying = lying(best, n);
        double roughness = asked.colours.roughness(asked.wells, lying);
        double given = asked.given.isEmpty() ? roughness : asked.colours.roughness(asked.wells, asked.given);
        RoughnessBound root = new RoughnessBound(d, n, degrees(asked.wells, fixed), roughness);
        double bound = Math.min(roughness, root.bound());
        boolean optimal = bound >= roughness - HAIR;
        boolean sweeps =
                prove && !optimal && n <= Sweep.MOST_COLOURS && Sweep.widest(asked.wells) <= Sweep.MOST_FRONTIER;
        if (sweeps) {
            Sweep.Outcome seen = new Sweep(asked.wells, d, n, fixed, root, MOST_STATES).run(roughness, goOn);
            bound = Math.min(roughness, Math.max(bound, seen.bound()));
            if (seen.done() && seen.lying().length > 0 && asked.rows.isEmpty()) {
                lying = Arrays.stream(seen.lying()).boxed().toList();
                roughness = asked.colours.roughness(asked.wells, lying);
                bound = roughness;
            }
            optimal = seen.done() && bound >= roughness - HAIR;
        }
        return new Arrangement(lying, roughness, given, bound, optimal);
    }

    private static final int MOST_STATES = 700_000;

    /**
     * Below which no order of these colours in these wells can be.
     *
     * @param empty wells that stay empty
     * @param known the roughness of one of the orders
     */
    public static double bound(Wells wells, Differences colours, Set<Integer> empty, double known) {
        int[] fixed = new int[wells.count()];
        Arrays.fill(fixed, FREE);
        empty.forEach(w -> fixed[w] = EMPTY);
        RoughnessBound root =
                new RoughnessBound(colours.withEmpty(wells.count()), colours.size(), degrees(wells, fixed), known);
        return Math.min(known, root.bound());
    }

    /** How many neighbours each well has, those that stay empty and what lies beside them aside. */
    private static int[] degrees(Wells wells, int[] fixed) {
        int[][] beside = wells.beside();
        return IntStream.range(0, fixed.length)
                .filter(w -> fixed[w] != EMPTY)
                .map(w -> (int)
                        Arrays.stream(beside[w]).filter(b -> fixed[b] != EMPTY).count())
                .toArray();
    }

    private static List<Integer> lying(int[] of, int colours) {
        return Arrays.stream(of).map(c -> c < colours ? c : EMPTY).boxed().toList();
    }

    /**
     * The well that jars most: whose mean difference from its neighbours is the largest, if moving it helps.
     *
     * @param apart mean ΔE00 from its neighbours
     * @param better the well it would change places with for the smoothest box; {@code saved} what that takes off the roughness
     */
    public record Jarring(int well, double apart, int better, double saved) {}

    /**
     * The one exchange of two paints that makes the box smoothest, and which of the two jars; empty if none makes it smoother. Wells
     * outside a ring are no place for what lies in it.
     */
    public static Optional<Jarring> jarring(
            Wells wells, Differences colours, List<Integer> lying, Set<Integer> locked) {
        int[][] beside = wells.beside();
        int bestOne = -1;
        int bestOther = -1;
        double best = -HAIR;
        double now = colours.roughness(wells, lying);
        int[] part = parts(beside);
        for (int i = 0; i < wells.count(); i++) {
            if (locked.contains(i) || lying.get(i) < 0) continue;
            for (int j = 0; j < i; j++) {
                if (locked.contains(j) || lying.get(j) < 0 || part[i] != part[j]) continue;
                List<Integer> swapped = new ArrayList<>(lying);
                swapped.set(i, lying.get(j));
                swapped.set(j, lying.get(i));
                double change = colours.roughness(wells, swapped) - now;
                if (change < best) {
                    best = change;
                    bestOne = i;
                    bestOther = j;
                }
            }
        }
        if (bestOne < 0) return Optional.empty();
        double one = apart(colours, beside[bestOne], lying, bestOne);
        double other = apart(colours, beside[bestOther], lying, bestOther);
        return Optional.of(
                one >= other
                        ? new Jarring(bestOne, one, bestOther, -best)
                        : new Jarring(bestOther, other, bestOne, -best));
    }

    /** Wells that hang together have one number. */
    private static int[] parts(int[][] beside) {
        int[] part = new int[beside.length];
        Arrays.fill(part, -1);
        for (int w = 0; w < part.length; w++) {
            if (part[w] >= 0) continue;
            ArrayDeque<Integer> open = new ArrayDeque<>(List.of(w));
            part[w] = w;
            while (!open.isEmpty()) {
                for (int b : beside[open.pop()]) {
                    if (part[b] < 0) {
                        part[b] = w;
                        open.push(b);
                    }
                }
            }
        }
        return part;
    }

    /** Mean ΔE00 of a well from its neighbours; 0 where it has none. */
    public static double apart(Differences colours, int[] beside, List<Integer> lying, int well) {
        if (lying.get(well) < 0) return 0;
        return Arrays.stream(beside)
                .filter(b -> lying.get(b) >= 0)
                .mapToDouble(b -> colours.between(lying.get(well), lying.get(b)))
                .average()
                .orElse(0);
    }

    /** Exchanges of two wells; colours beyond those asked stand for empty ones. */
    private static final class Search {
        private final double[][] d;
        private final int[][] beside;
        private final int[] fixed;
        private final int[] free;
        private final int colours;
        private final int[] row;
        private final int[] family;
        private final int rows;
        private final int families;

        Search(Question asked, double[][] d, int[] fixed) {
            this.d = d;
            this.fixed = fixed;
            beside = asked.wells.beside();
            colours = asked.colours.size();
            free = IntStream.range(0, fixed.length)
                    .filter(w -> fixed[w] == FREE)
                    .toArray();
            row = asked.rows.stream().mapToInt(Integer::intValue).toArray();
            family = asked.families.stream().mapToInt(Integer::intValue).toArray();
            rows = Arrays.stream(row).max().orElse(-1) + 1;
            families = Arrays.stream(family).max().orElse(-1) + 1;
        }

        /** As given, with what is locked in its place. */
        int[] start(List<Integer> given) {
            int[] at = new int[fixed.length];
            Arrays.fill(at, -1);
            boolean[] laid = new boolean[fixed.length];
            for (int w = 0; w < fixed.length; w++) {
                if (fixed[w] >= 0) {
                    at[w] = fixed[w];
                    laid[fixed[w]] = true;
                }
            }
            int empty = colours;
            for (int w = 0; w < fixed.length; w++) {
                if (fixed[w] == EMPTY) {
                    at[w] = empty;
                    laid[empty++] = true;
                }
            }
            for (int w = 0; w < given.size() && w < at.length; w++) {
                int c = given.get(w);
                if (at[w] < 0 && c >= 0 && !laid[c]) {
                    at[w] = c;
                    laid[c] = true;
                }
            }
            int next = 0;
            for (int w = 0; w < at.length; w++) {
                if (at[w] >= 0) continue;
                while (laid[next]) next++;
                at[w] = next;
                laid[next] = true;
            }
            return at;
        }

        int[] shuffled(int[] from, SplittableRandom random) {
            int[] at = from.clone();
            for (int i = free.length - 1; i > 0; i--) swap(at, free[i], free[random.nextInt(i + 1)]);
            return at;
        }

        private static void swap(int[] at, int one, int other) {
            int c = at[one];
            at[one] = at[other];
            at[other] = c;
        }

        double cost(int[] at) {
            double twice = 0;
            for (int w = 0; w < at.length; w++) for (int b : beside[w]) twice += d[at[w]][at[b]];
            return twice / 2 + OUT_OF_ROW * outOfRow(at);
        }

        private int outOfRow(int[] at) {
            if (rows == 0) return 0;
            int kinds = 0;
            boolean[] in = new boolean[rows * families];
            for (int w = 0; w < at.length; w++) {
                if (at[w] >= colours) continue;
                int k = row[w] * families + family[at[w]];
                if (!in[k]) kinds++;
                in[k] = true;
            }
            return kinds;
        }

        private double change(int[] at, int one, int other) {
            int a = at[one];
            int b = at[other];
            double[] da = d[a];
            double[] db = d[b];
            double by = 0;
            for (int w : beside[one]) if (w != other) by += db[at[w]] - da[at[w]];
            for (int w : beside[other]) if (w != one) by += da[at[w]] - db[at[w]];
            if (rows > 0 && row[one] != row[other]) {
                int before = outOfRow(at);
                swap(at, one, other);
                by += OUT_OF_ROW * (outOfRow(at) - before);
                swap(at, one, other);
            }
            return by;
        }

        int[] anneal(int[] from, int steps, SplittableRandom random, BooleanSupplier goOn) {
            int[] at = from.clone();
            double cost = cost(at);
            int[] best = at.clone();
            double least = cost;
            boolean small = at.length <= SMALL;
            double hot = small ? Math.max(1, cost / Math.max(1, at.length)) / 2 : Math.max(1, WARM * mean());
            double cold = small ? hot / 200 : LUKEWARM * hot;
            double heat = hot;
            double cooling = Math.pow(cold / hot, 1.0 / steps);
            for (int step = 0; step < steps; step++, heat *= cooling) {
                if ((step & 0x3FFF) == 0 && !goOn.getAsBoolean()) break;
                int one = free[random.nextInt(free.length)];
                int other = free[random.nextInt(free.length)];
                if (one == other || at[one] >= colours && at[other] >= colours) continue;
                double by = change(at, one, other);
                if (by > 0 && random.nextDouble() >= Math.exp(-by / heat)) continue;
                swap(at, one, other);
                cost += by;
                if (cost < least - HAIR) {
                    least = cost;
                    System.arraycopy(at, 0, best, 0, at.length);
                }
            }
            return downhill(best);
        }

        /** Of all differences between two colours. */
        private double mean() {
            double sum = 0;
            for (int i = 0; i < colours; i++) for (int j = 0; j < i; j++) sum += d[i][j];
            return colours < 2 ? 0 : 2 * sum / (colours * (colours - 1.0));
        }

        /** Until no exchange of two makes it smoother. */
        private int[] downhill(int[] from) {
            int[] at = from.clone();
            boolean smoother = true;
            while (smoother) {
                smoother = false;
                for (int i : free) {
                    for (int j : free) {
                        if (j >= i || change(at, i, j) > -HAIR) continue;
                        swap(at, i, j);
                        smoother = true;
                    }
                }
            }
            return at;
        }
    }
}
