package molvet.core.palette;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Random;
import java.util.TreeSet;
import java.util.function.BooleanSupplier;
import java.util.stream.IntStream;
import molvet.core.chart.Mm;
import molvet.core.measure.Rect;
import molvet.core.measure.Refusal;

/**
 * Pans laid into a box with its rails taken out, turned where it helps.
 *
 * <p>That they do not fit is proven where their area is too large; where too many of them are so long that only so many go into a row
 * or column; where, laid as closely as their sides add up, they are too large (N. Christofides and C. Whitlock’s normal patterns, Oper.
 * Res. 25 (1977) 30–44); where, of one size, what stays empty whatever is done is too much ({@link Blocks}); or, of a few pans, by
 * trying every way there is. Else the best of many ways is kept, each laid piece by piece as low and as far left as it goes; those
 * of one size in blocks too.
 *
 * @param placed from the top left of the inside, in mm
 * @param left what has no place
 * @param proof why not all can fit; {@link Proof#NONE} where all do
 */
public record Packing(List<Placed> placed, List<Left> left, Proof proof) {
    public static final int MOST_PANS = 400;
    private static final double MOST = 2000;
    private static final double LEAST = 2;
    private static final double HAIR = 1e-6;
    private static final int TRIALS = 6_000;
    private static final int NODES = 400_000;

    /** One sort of pan. */
    public record Pans(String id, double width, double height, int count) {
        public Pans {
            if (!(width >= LEAST && height >= LEAST && width <= MOST && height <= MOST)) {
                throw Refusal.of(
                        "pans",
                        "A pan of " + Mm.of(width) + " × " + Mm.of(height) + " mm is not made.",
                        "A half pan is 16 × 19.");
            }
            if (count < 0 || count > MOST_PANS) {
                throw Refusal.of("pans", count + " pans cannot be laid.", "Between 0 and " + MOST_PANS + " of a sort.");
            }
        }
    }

    /** One pan in its place; {@code turned} against the way it was given. */
    public record Placed(String id, Rect box, boolean turned) {}

    public record Left(String id, int count) {}

    /** How it is known that not all fit. */
    public enum Proof {
        /** All fit, so there is nothing to prove. */
        NONE,
        AREA,
        ROWS,
        /** Sides of pans do not add up to those of the box, and what must stay empty of it is too much. */
        WASTE,
        /** Every way was tried. */
        TRIED,
        /** No way was found; there may be one. */
        NOT_FOUND
    }

    public boolean fits() {
        return left.isEmpty();
    }

    /** In a sentence. */
    public String said() {
        int more = left.stream().mapToInt(Left::count).sum();
        String none = more + (more == 1 ? " has" : " have") + " no place.";
        return switch (proof) {
            case NONE -> placed.size() == 1 ? "It fits." : "All " + placed.size() + " fit.";
            case AREA -> none + " All of them together are larger than the box.";
            case ROWS -> none + " However they are laid, the rows come out too long.";
            case WASTE -> none + " However they are laid, more of the box stays empty than can be spared.";
            case TRIED -> none + " Every way of laying them was tried.";
            case NOT_FOUND -> none + " No way was found in the time; that there is none is not proven.";
        };
    }

    /** @see #of(double, double, double, List, BooleanSupplier) */
    public static Packing of(double width, double height, double between, List<Pans> pans) {
        return of(width, height, between, pans, () -> true);
    }

    /**
     * @param width and {@code height} of the inside; {@code between} any two pans
     * @param goOn asked again and again; false ends it with the best found
     * @throws Refusal for a box or pans that cannot be
     */
    public static Packing of(double width, double height, double between, List<Pans> pans, BooleanSupplier goOn) {
        if (!(width >= LEAST && height >= LEAST && width <= MOST && height <= MOST)) {
            throw Refusal.of(
                    "inside",
                    "A box of " + Mm.of(width) + " × " + Mm.of(height) + " mm is not made.",
                    "Measure in mm.");
        }
        if (!(between >= 0 && between <= 100)) {
            throw Refusal.of("between", Mm.of(between) + " mm between pans cannot be.", "Between 0 and 100.");
        }
        int all = pans.stream().mapToInt(Pans::count).sum();
        if (all > MOST_PANS) {
            throw Refusal.of("pans", all + " pans are more than are laid at once.", "Lay up to " + MOST_PANS + ".");
        }
        Question q = new Question(width + between, height + between, between, pans);
        Best best = q.search(goOn);
        if (!best.isAll(all)) best = q.inBlocks(best, goOn);
        Proof proof = best.isAll(all) ? Proof.NONE : q.proof(all);
        if (proof == Proof.NOT_FOUND && goOn.getAsBoolean()) {
            Tried tried = new Tried(q, goOn);
            if (tried.found.isPresent()) {
                best = tried.found.get();
                proof = Proof.NONE;
            } else if (tried.done) {
                proof = Proof.TRIED;
            }
        }
        return q.answer(best, proof);
    }

    /** One way of laying: by piece, where it lies, or null. */
    private record Best(Rect[] at, int[] sorts, double area, int count) {
        boolean isAll(int all) {
            return count == all;
        }

        boolean isBetterThan(Best other) {
            return area > other.area + HAIR || area > other.area - HAIR && count > other.count;
        }
    }

    /** Sides with the gap added on, so that none need be kept. */
    private record Question(double width, double height, double between, List<Pans> pans) {
        double w(int sort) {
            return pans.get(sort).width + between;
        }

        double h(int sort) {
            return pans.get(sort).height + between;
        }

        Packing answer(Best best, Proof proof) {
            List<Placed> placed = new ArrayList<>();
            int[] laid = new int[pans.size()];
            for (int i = 0; i < best.at.length; i++) {
                if (best.at[i] == null) continue;
                Pans p = pans.get(best.sorts[i]);
                laid[best.sorts[i]]++;
                Rect r = best.at[i];
                boolean turned = Math.abs(r.width() - between - p.width) > HAIR;
                placed.add(new Placed(
                        p.id,
                        new Rect(r.x(), r.y(), turned ? p.height : p.width, turned ? p.width : p.height),
                        turned));
            }
            placed.sort(Comparator.comparingDouble((Placed p) -> Math.rint(p.box.y() * 10))
                    .thenComparingDouble(p -> p.box.x()));
            List<Left> left = new ArrayList<>();
            for (int s = 0; s < laid.length; s++) {
                if (laid[s] < pans.get(s).count) left.add(new Left(pans.get(s).id, pans.get(s).count - laid[s]));
            }
            return new Packing(List.copyOf(placed), List.copyOf(left), proof);
        }

        // ---- proofs -------------------------------------------------------------------------------------------------

        Proof proof(int all) {
            double area = 0;
            for (int s = 0; s < pans.size(); s++) area += w(s) * h(s) * pans.get(s).count;
            if (area > width * height + HAIR) return Proof.AREA;
            if (tooLong(width, height) || tooLong(height, width)) return Proof.ROWS;
            double usedWidth = reach(width).last();
            double usedHeight = reach(height).last();
            if (area > usedWidth * usedHeight + HAIR) return Proof.WASTE;
            double w = w(0);
            double h = h(0);
            boolean one = IntStream.range(1, pans.size()).allMatch(s -> w(s) == w && h(s) == h);
            return one && all > Blocks.most(usedWidth, usedHeight, w, h) ? Proof.WASTE : Proof.NOT_FOUND;
        }

        /** Of pans whose shorter side goes only so often into the one length, each takes as much of the other. */
        private boolean tooLong(double along, double across) {
            for (int many = 0; many < 40; many++) {
                double over = across / (many + 1);
                double taken = 0;
                for (int s = 0; s < pans.size(); s++) {
                    double least = Math.min(w(s), h(s));
                    if (least > over + HAIR) taken += least * pans.get(s).count;
                }
                if (taken > many * along + HAIR) return true;
            }
            return false;
        }

        /** Every length up to a limit that sides of the pans add up to. */
        TreeSet<Double> reach(double limit) {
            TreeSet<Double> sums = new TreeSet<>(List.of(0.0));
            for (int s = 0; s < pans.size(); s++) {
                for (int i = 0; i < pans.get(s).count && sums.size() < 20_000; i++) {
                    List<Double> more = new ArrayList<>();
                    for (double x : sums) {
                        for (double side : new double[] {w(s), h(s)}) {
                            double sum = Math.rint((x + side) * 1e4) / 1e4;
                            if (sum <= limit + HAIR) more.add(sum);
                        }
                    }
                    if (!sums.addAll(more)) break;
                }
            }
            // Too many to be worked out: nothing is claimed.
            if (sums.size() >= 20_000) sums.add(limit);
            return sums;
        }

        // ---- search -------------------------------------------------------------------------------------------------

        /** Sorts in groups, each upright or lying, one group after the other: that is how rows come about. */
        Best search(BooleanSupplier goOn) {
            int n = pans.stream().mapToInt(Pans::count).sum();
            Random random = new Random(n * 7919L + pans.size());
            Best best = new Best(new Rect[0], new int[0], 0, 0);
            List<int[]> groups = new ArrayList<>();
            for (int trial = 0; trial < TRIALS; trial++) {
                if ((trial & 31) == 31 && !goOn.getAsBoolean()) break;
                groups.clear();
                for (int s = 0; s < pans.size(); s++) {
                    int count = pans.get(s).count;
                    int upright = trial == 0 ? count : trial == 1 ? 0 : random.nextInt(count + 1);
                    groups.add(new int[] {s, upright, 0});
                    groups.add(new int[] {s, count - upright, 1});
                }
                if (trial > 1) java.util.Collections.shuffle(groups, random);
                else groups.sort(Comparator.comparingDouble(g -> -Math.max(w(g[0]), h(g[0]))));
                boolean swapped = trial > 1 && random.nextBoolean();
                boolean mayTurn = trial > 1 && random.nextInt(3) == 0;
                Best now = lay(groups, n, swapped, mayTurn);
                if (now.isBetterThan(best)) best = now;
                if (best.isAll(n)) break;
            }
            return best;
        }

        /** Of pans of one size more may lie in blocks than in rows. @return the better of the two */
        Best inBlocks(Best rows, BooleanSupplier goOn) {
            int[] filled = IntStream.range(0, pans.size())
                    .filter(s -> pans.get(s).count > 0)
                    .toArray();
            double w = w(filled[0]);
            double h = h(filled[0]);
            for (int s : filled) {
                boolean same = w(s) == w && h(s) == h || w(s) == h && h(s) == w;
                if (!same) return rows;
            }
            List<Rect> blocks = Blocks.lay(width, height, w, h, goOn).orElse(List.of());
            if (blocks.size() <= rows.count) return rows;
            int n = pans.stream().mapToInt(Pans::count).sum();
            Rect[] at = new Rect[n];
            int[] sorts = new int[n];
            int i = 0;
            for (int s : filled) {
                for (int k = 0; k < pans.get(s).count; k++, i++) {
                    sorts[i] = s;
                    if (i < blocks.size()) at[i] = blocks.get(i);
                }
            }
            int count = Math.min(n, blocks.size());
            return new Best(at, sorts, count * w * h, count);
        }

        private Best lay(List<int[]> groups, int n, boolean swapped, boolean mayTurn) {
            double across = swapped ? height : width;
            double down = swapped ? width : height;
            Skyline sky = new Skyline(across, down);
            Rect[] at = new Rect[n];
            int[] sorts = new int[n];
            double area = 0;
            int count = 0;
            int i = 0;
            for (int[] g : groups) {
                for (int k = 0; k < g[1]; k++, i++) {
                    sorts[i] = g[0];
                    boolean lying = g[2] == 1 ^ swapped;
                    double pw = lying ? h(g[0]) : w(g[0]);
                    double ph = lying ? w(g[0]) : h(g[0]);
                    Rect r = sky.put(pw, ph);
                    if (r == null && mayTurn) r = sky.put(ph, pw);
                    if (r == null) continue;
                    at[i] = swapped ? new Rect(r.y(), r.x(), r.height(), r.width()) : r;
                    area += pw * ph;
                    count++;
                }
            }
            return new Best(at, sorts, area, count);
        }
    }

    /** The upper edge of what is laid already; a piece goes where its own edge stays lowest. */
    private static final class Skyline {
        private final double width;
        private final double height;
        private final List<double[]> steps = new ArrayList<>();

        Skyline(double width, double height) {
            this.width = width;
            this.height = height;
            steps.add(new double[] {0, 0});
        }

        private double end(int step) {
            return step + 1 < steps.size() ? steps.get(step + 1)[0] : width;
        }

        /** @return where it lies; null if it has no place */
        Rect put(double w, double h) {
            int best = -1;
            double lowest = height + HAIR;
            double bestY = 0;
            for (int i = 0; i < steps.size(); i++) {
                double x = steps.get(i)[0];
                if (x + w > width + HAIR) break;
                double y = 0;
                for (int j = i; j < steps.size() && steps.get(j)[0] < x + w - HAIR; j++)
                    y = Math.max(y, steps.get(j)[1]);
                if (y + h < lowest - HAIR) {
                    lowest = y + h;
                    best = i;
                    bestY = y;
                }
            }
            if (best < 0) return null;
            double x = steps.get(best)[0];
            double right = x + w;
            int last = best;
            while (last + 1 < steps.size() && steps.get(last + 1)[0] < right - HAIR) last++;
            double end = end(last);
            double after = steps.get(last)[1];
            for (int k = last; k >= best; k--) steps.remove(k);
            steps.add(best, new double[] {x, bestY + h});
            if (right < end - HAIR) steps.add(best + 1, new double[] {right, after});
            return new Rect(x, bestY, w, h);
        }
    }

    /** Every way of laying a few pans: each at every place that sides add up to. */
    private static final class Tried {
        private final Question q;
        private final BooleanSupplier goOn;
        private final double[] xs;
        private final double[] ys;
        private final int[] sorts;
        private final Rect[] at;
        private int nodes;
        private boolean broken;
        private boolean done;
        private java.util.Optional<Best> found = java.util.Optional.empty();

        Tried(Question q, BooleanSupplier goOn) {
            this.q = q;
            this.goOn = goOn;
            sorts = IntStream.range(0, q.pans.size())
                    .boxed()
                    .sorted(Comparator.comparingDouble(s -> -q.w(s) * q.h(s)))
                    .flatMapToInt(s -> IntStream.generate(() -> s).limit(q.pans.get(s).count))
                    .toArray();
            at = new Rect[sorts.length];
            if (sorts.length > 9) {
                xs = new double[0];
                ys = new double[0];
                return;
            }
            xs = q.reach(q.width).stream().mapToDouble(d -> d).toArray();
            ys = q.reach(q.height).stream().mapToDouble(d -> d).toArray();
            boolean all = lay(0);
            done = !broken;
            if (all) found = java.util.Optional.of(new Best(at, sorts, 0, sorts.length));
        }

        private boolean lay(int i) {
            if (i == sorts.length) return true;
            if (++nodes > NODES || (nodes & 0xFFF) == 0 && !goOn.getAsBoolean()) {
                broken = true;
                return false;
            }
            double w = q.w(sorts[i]);
            double h = q.h(sorts[i]);
            boolean square = Math.abs(w - h) < HAIR;
            boolean same = i > 0 && sorts[i] == sorts[i - 1];
            for (double x : xs) {
                for (double y : ys) {
                    // Pans of one sort are laid in one order only.
                    if (same && (x < at[i - 1].x() - HAIR || Math.abs(x - at[i - 1].x()) < HAIR && y < at[i - 1].y()))
                        continue;
                    for (int turn = 0; turn < (square ? 1 : 2); turn++) {
                        double pw = turn == 0 ? w : h;
                        double ph = turn == 0 ? h : w;
                        if (x + pw > q.width + HAIR || y + ph > q.height + HAIR) continue;
                        Rect r = new Rect(x, y, pw, ph);
                        if (IntStream.range(0, i).anyMatch(k -> at[k].overlaps(r))) continue;
                        at[i] = r;
                        if (lay(i + 1)) return true;
                        if (broken) return false;
                    }
                }
            }
            return false;
        }
    }

    /** What of the inside stays bare, 0 to 1. */
    public double bare(double width, double height) {
        double used =
                placed.stream().mapToDouble(p -> p.box.width() * p.box.height()).sum();
        return Math.max(0, 1 - used / (width * height));
    }

    /** How many of each sort lie in it. */
    public int count(String id) {
        return (int) placed.stream().filter(p -> p.id.equals(id)).count();
    }
}
