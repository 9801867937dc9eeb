package molvet.core.palette;

import java.util.Arrays;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import java.util.function.BooleanSupplier;

/**
 * Looks for an order smoother than a known one, and proves that there is none.
 *
 * <p>Wells are filled one after the other. Two beginnings that hold the same colours, and the same ones in the wells that still
 * await a neighbour, go on alike, so that only the smoother is kept (dynamic programming over a frontier, as R. Bellman’s and M.
 * Held and R. M. Karp’s for the travelling salesman, J. SIAM 10 (1962) 196–210). A beginning whose cost and the least the rest can
 * cost are no less than what is known is dropped. What every beginning of one length costs at least is a lower bound of any order, so that
 * a sweep that is broken off still proves something.
 */
final class Sweep {
    /** Colours are bits of a long, wells that await a neighbour six bits each of another. */
    static final int MOST_COLOURS = 62;

    static final int MOST_FRONTIER = 10;
    private static final int EMPTY = 63;
    private static final double HAIR = 1e-9;

    private final Wells wells;
    private final int[][] beside;
    private final double[][] d;
    private final int colours;
    private final int[] fixed;
    private final RoughnessBound bound;
    private final int mostStates;
    /** Where the box is its own mirror image, one colour is looked for in a quarter of it only. */
    private final int mirrored;

    private final boolean[] quarter;

    /**
     * @param fixed for each well the colour locked into it, −1 if it must stay empty, −2 if it is free
     * @param mostStates beginnings of one length, beyond which it gives up
     */
    Sweep(Wells wells, double[][] d, int colours, int[] fixed, RoughnessBound bound, int mostStates) {
        this.wells = wells;
        this.beside = wells.beside();
        this.d = d;
        this.colours = colours;
        this.fixed = fixed;
        this.bound = bound;
        this.mostStates = mostStates;
        quarter = new boolean[wells.count()];
        wells.quarter().forEach(w -> quarter[w] = true);
        boolean free = Arrays.stream(fixed).allMatch(f -> f == Arrangement.FREE);
        mirrored = free && wells.quarter().size() < wells.count() ? farthest() : -1;
    }

    /** The colour that lies farthest from all others. */
    private int farthest() {
        int best = 0;
        for (int c = 1; c < colours; c++) {
            if (Arrays.stream(d[c]).sum() > Arrays.stream(d[best]).sum()) best = c;
        }
        return best;
    }

    /** @param lying the best order there is, empty if the known one was not beaten; {@code bound} proven; {@code done} to the end */
    record Outcome(int[] lying, double bound, boolean done) {}

    /** Beginnings of one length, in a table by what they hold. */
    private static final class Layer {
        private long[] held;
        private long[] frontier;
        private double[] cost;
        private int[] parent;
        private byte[] laid;
        private int[] slots;
        private int size;

        Layer(int room) {
            held = new long[room];
            frontier = new long[room];
            cost = new double[room];
            parent = new int[room];
            laid = new byte[room];
            slots = new int[Integer.highestOneBit(room) * 4];
        }

        void add(long h, long f, double c, int from, int colour) {
            int at = slot(h, f);
            int there = slots[at] - 1;
            if (there < 0) {
                if (size == held.length) {
                    grow();
                    at = slot(h, f);
                }
                there = size++;
                slots[at] = size;
                held[there] = h;
                frontier[there] = f;
            } else if (cost[there] <= c) {
                return;
            }
            cost[there] = c;
            parent[there] = from;
            laid[there] = (byte) colour;
        }

        private int slot(long h, long f) {
            long x = h * 0x9E3779B97F4A7C15L ^ Long.rotateLeft(f, 31) * 0xC2B2AE3D27D4EB4FL;
            x ^= x >>> 29;
            x *= 0xBF58476D1CE4E5B9L;
            int mask = slots.length - 1;
            int at = (int) (x >>> 33) & mask;
            while (slots[at] != 0 && (held[slots[at] - 1] != h || frontier[slots[at] - 1] != f)) at = at + 1 & mask;
            return at;
        }

        private void grow() {
            int room = held.length * 2;
            held = Arrays.copyOf(held, room);
            frontier = Arrays.copyOf(frontier, room);
            cost = Arrays.copyOf(cost, room);
            parent = Arrays.copyOf(parent, room);
            laid = Arrays.copyOf(laid, room);
            slots = new int[Integer.highestOneBit(room) * 4];
            for (int i = 0; i < size; i++) slots[slot(held[i], frontier[i])] = i + 1;
        }

        /** What is only needed to go on; how it came about stays. */
        void forget() {
            held = new long[0];
            frontier = new long[0];
            cost = new double[0];
            slots = new int[0];
            parent = Arrays.copyOf(parent, size);
            laid = Arrays.copyOf(laid, size);
        }
    }

    /** @param known the roughness of an order that is known; {@code goOn} false breaks off */
    Outcome run(double known, BooleanSupplier goOn) {
        List<Integer> order = wells.sweep();
        int[] rank = new int[wells.count()];
        for (int i = 0; i < order.size(); i++) rank[order.get(i)] = i;
        Layer[] layers = new Layer[wells.count() + 1];
        layers[0] = new Layer(1);
        layers[0].add(0, 0, 0, -1, EMPTY);
        double proven = bound.bound();
        int[] waiting = new int[0];
        Set<Integer> locked = new HashSet<>();
        for (int f : fixed) if (f >= 0) locked.add(f);
        for (int step = 0; step < order.size(); step++) {
            int well = order.get(step);
            int[] next = waiting(rank, step);
            Layer from = layers[step];
            Layer to = new Layer(Math.max(16, Math.min(from.size * 2, 1 << 16)));
            Rest rest = new Rest(rank, step, next);
            boolean quarterDone = mirrored >= 0 && wells.quarter().stream().allMatch(w -> rank[w] <= rank[well]);
            double least = known;
            int[] at = new int[wells.count()];
            for (int s = 0; s < from.size; s++) {
                if ((s & 0xFF) == 0 && !goOn.getAsBoolean()) return new Outcome(new int[0], proven, false);
                Arrays.fill(at, EMPTY);
                for (int i = 0; i < waiting.length; i++) at[waiting[i]] = (int) (from.frontier[s] >>> 6 * i & 63);
                int empties = step - Long.bitCount(from.held[s]);
                boolean mayBeEmpty = fixed[well] < 0 && empties < wells.count() - colours;
                for (int c = fixed[well] >= 0 ? fixed[well] : 0; c <= colours; c++) {
                    boolean empty = c == colours;
                    if (empty ? !mayBeEmpty : fixed[well] == Arrangement.EMPTY || (from.held[s] >>> c & 1) != 0)
                        continue;
                    if (!empty && fixed[well] == Arrangement.FREE && locked.contains(c)) continue;
                    if (c == mirrored && !quarter[well]) continue;
                    if (fixed[well] >= 0 && c != fixed[well]) break;
                    double cost = from.cost[s];
                    if (!empty) {
                        for (int b : beside[well]) if (rank[b] < step && at[b] != EMPTY) cost += d[c][at[b]];
                    }
                    if (cost >= known - HAIR) continue;
                    if (quarterDone && c != mirrored && (from.held[s] >>> mirrored & 1) == 0) continue;
                    at[well] = empty ? EMPTY : c;
                    long held = empty ? from.held[s] : from.held[s] | 1L << c;
                    double all = cost + rest.least(held, at);
                    if (all >= known - HAIR) continue;
                    least = Math.min(least, all);
                    long frontier = 0;
                    for (int i = 0; i < next.length; i++) frontier |= (long) at[next[i]] << 6 * i;
                    to.add(held, frontier, cost, s, at[well]);
                    if (to.size > mostStates) return new Outcome(new int[0], proven, false);
                }
                at[well] = EMPTY;
            }
            from.forget();
            layers[step + 1] = to;
            waiting = next;
            // Any order smoother than the known one goes through here; if none does, the known one is the smoothest.
            proven = Math.max(proven, least);
            if (to.size == 0) return new Outcome(new int[0], known, true);
        }
        return ended(layers, order);
    }

    private Outcome ended(Layer[] layers, List<Integer> order) {
        Layer last = layers[order.size()];
        int best = 0;
        for (int i = 1; i < last.size; i++) if (last.cost[i] < last.cost[best]) best = i;
        int[] lying = new int[wells.count()];
        int at = best;
        for (int step = order.size(); step > 0; step--) {
            int colour = layers[step].laid[at];
            lying[order.get(step - 1)] = colour == EMPTY ? -1 : colour;
            at = layers[step].parent[at];
        }
        return new Outcome(lying, last.cost[best], true);
    }

    /** The wells filled by now that await a neighbour. */
    private int[] waiting(int[] rank, int step) {
        return wells.sweep().subList(0, step + 1).stream()
                .filter(w -> Arrays.stream(beside[w]).anyMatch(b -> rank[b] > step))
                .mapToInt(Integer::intValue)
                .toArray();
    }

    /** How large the frontier gets. */
    static int widest(Wells wells) {
        int[] rank = new int[wells.count()];
        for (int i = 0; i < rank.length; i++) rank[wells.sweep().get(i)] = i;
        int[][] beside = wells.beside();
        int widest = 0;
        for (int step = 0; step < rank.length; step++) {
            int now = 0;
            for (int w = 0; w < rank.length; w++) {
                int s = step;
                if (rank[w] <= step && Arrays.stream(beside[w]).anyMatch(b -> rank[b] > s)) now++;
            }
            widest = Math.max(widest, now);
        }
        return widest;
    }

    /** The least that what is left to lay can cost, by the shares of {@link RoughnessBound}. */
    private final class Rest {
        private final int[] waiting;
        /** For each well that awaits neighbours, how many. */
        private final int[] awaited;

        private final int least;
        private final int most;
        private final int picks;
        private final int wellsLeft;
        private final double[] paid;
        private final double[] extra;

        /** @param step the well that is just filled */
        Rest(int[] rank, int step, int[] waiting) {
            this.waiting = waiting;
            awaited = new int[waiting.length];
            for (int i = 0; i < waiting.length; i++) {
                for (int b : beside[waiting[i]]) if (rank[b] > step) awaited[i]++;
            }
            int fewest = Integer.MAX_VALUE;
            int highest = 0;
            int sum = 0;
            int left = 0;
            for (int w = 0; w < beside.length; w++) {
                if (rank[w] <= step) continue;
                fewest = Math.min(fewest, beside[w].length);
                highest = Math.max(highest, beside[w].length);
                sum += beside[w].length;
                left++;
            }
            least = left == 0 ? 0 : fewest;
            most = highest;
            picks = sum;
            wellsLeft = left;
            paid = new double[Math.max(1, highest)];
            extra = new double[Math.max(1, left * highest)];
        }

        /** @param at the colours of the wells that await a neighbour */
        double least(long held, int[] at) {
            if (wellsLeft == 0) return 0;
            long all = colours == 64 ? -1 : (1L << colours) - 1;
            long open = all & ~held;
            int colour = Long.bitCount(open);
            int empty = wellsLeft - colour;
            double sum = 0;
            long seen = open;
            for (int i = 0; i < waiting.length; i++) {
                int c = at[waiting[i]];
                if (c == EMPTY) continue;
                seen |= 1L << c;
                int n = bound.pays(c, open, paid);
                for (int k = 0; k < Math.min(n, awaited[i] - empty); k++) sum += paid[k];
            }
            // An empty well is beside as many as it can be; one among those that wait frees as many at most.
            int emptyWaiting = 0;
            for (int i = 0; i < waiting.length; i++) if (at[waiting[i]] == EMPTY) emptyWaiting += awaited[i];
            int each = Math.max(0, least - empty - emptyWaiting);
            int more = picks - 2 * most * empty - emptyWaiting - each * colour;
            int n = 0;
            for (long left = open; left != 0; left &= left - 1) {
                int has = bound.pays(Long.numberOfTrailingZeros(left), seen, paid);
                for (int k = 0; k < has; k++) {
                    if (k < each) sum += paid[k];
                    else extra[n++] = paid[k];
                }
            }
            if (more > 0 && n > 0) {
                int take = Math.min(more, n);
                if (take < n) Arrays.sort(extra, 0, n);
                for (int k = 0; k < take; k++) sum += extra[k];
            }
            return sum;
        }
    }
}
