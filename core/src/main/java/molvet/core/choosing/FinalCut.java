package molvet.core.choosing;

import java.time.Duration;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.BitSet;
import java.util.Comparator;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.OptionalLong;
import java.util.Set;
import java.util.function.BooleanSupplier;
import java.util.function.IntFunction;
import java.util.stream.IntStream;
import molvet.core.colour.DeltaE;
import molvet.core.colour.Difference;
import molvet.core.colour.Lab;
import molvet.core.measure.Refusal;
import org.ojalgo.optimisation.Expression;
import org.ojalgo.optimisation.ExpressionsBasedModel;
import org.ojalgo.optimisation.Optimisation;
import org.ojalgo.optimisation.Variable;

/**
 * Which of a shortlist fill so many wells within a budget. What a choice is worth: for each candidate its liking, times the best
 * degree to which a chosen one serves it.
 *
 * <p>A location problem of the p-median kind with a budget. Its bound is Lagrangian, after Cornuejols, Fisher and Nemhauser,
 * “Location of bank accounts to optimize float”, Management Science 23 (1977), from memory: each candidate’s being served once,
 * and the budget, are priced instead of demanded, and the prices follow the subgradient. Every step’s choice, made affordable and
 * bettered by exchanges, is tried. What the bound does not settle is left to ojAlgo’s mixed-integer solver, without the
 * candidates that the bound rules out.
 *
 * @param chosen by index, in order
 * @param bound no choice can be worth more
 * @param optimal whether that is proven of this one
 */
public record FinalCut(List<Integer> chosen, double worth, double bound, boolean optimal) {
    public static final int MOST_CANDIDATES = 500;
    public static final int MOST_WELLS = 144;
    /** From this difference on, one does not serve for another. */
    public static final double FAR = 20;

    private static final int MOST_STEPS = 600;
    private static final int MOST_LINKS = 6000;
    /** Relative: below it two worths are one. */
    private static final double SAME = 1e-9;

    public FinalCut {
        chosen = List.copyOf(chosen);
    }

    /**
     * @param lab of the mass tone; without one it serves for itself alone
     * @param price in the smallest unit of the currency; 0 for what is owned
     * @param liking how much it counts, from 0
     * @param must whether it stays
     * @param guessed whether its colour is the usual one of its pigments, and was never measured
     */
    public record Candidate(Optional<Lab> lab, long price, double liking, boolean must, boolean guessed) {
        public Candidate(Optional<Lab> lab, long price, double liking, boolean must) {
            this(lab, price, liking, must, false);
        }
    }

    /**
     * @param budget in the smallest unit; empty: none
     * @param barred by index: they want to be served, and are not chosen
     */
    public record Question(List<Candidate> candidates, int wells, OptionalLong budget, Set<Integer> barred) {
        public Question(List<Candidate> candidates, int wells, OptionalLong budget) {
            this(candidates, wells, budget, Set.of());
        }

        public Question {
            candidates = List.copyOf(candidates);
            barred = Set.copyOf(barred);
            if (candidates.isEmpty() || candidates.size() > MOST_CANDIDATES) {
                throw Refusal.of(
                        "candidates",
                        candidates.isEmpty()
                                ? "The shortlist is empty."
                                : candidates.size() + " candidates are more than the " + MOST_CANDIDATES
                                        + " that are weighed.",
                        candidates.isEmpty() ? "Put something on it." : "Cut it down by trials first.");
            }
            if (wells < 1 || wells > MOST_WELLS) {
                throw Refusal.of("wells", "There are between 1 and " + MOST_WELLS + " wells to fill.", "Say how many.");
            }
            long musts = candidates.stream().filter(Candidate::must).count();
            if (musts > wells) {
                throw Refusal.of(
                        "wells",
                        musts + " must stay, and there are " + wells + " wells.",
                        "Let some go, or take more wells.");
            }
        }

        /** The same question where some must be taken, and some may not. */
        private Question with(Set<Integer> in, Set<Integer> out) {
            Set<Integer> closed = new HashSet<>(barred);
            closed.addAll(out);
            List<Candidate> all = new ArrayList<>(candidates);
            in.forEach(j -> {
                Candidate c = all.get(j);
                all.set(j, new Candidate(c.lab, c.price, c.liking, true, c.guessed));
            });
            return new Question(all, wells, budget, closed);
        }

        /** How well one serves for another, from 0 to 1: 1 − ΔE00 / 20. */
        public double degree(int of, int by) {
            if (of == by) return 1;
            Optional<Lab> a = candidates.get(of).lab;
            Optional<Lab> b = candidates.get(by).lab;
            if (a.isEmpty() || b.isEmpty()) return 0;
            return Math.max(0, 1 - DeltaE.ciede2000(a.get(), b.get()) / FAR);
        }
    }

    /**
     * The best choice found within a time, while {@code goOn}; of two of the same worth, the cheaper.
     *
     * @throws Refusal if what must stay costs more than the budget
     */
    public static FinalCut best(Question question, Duration most, BooleanSupplier goOn) {
        return new Search(question, System.nanoTime() + most.toNanos(), goOn).run();
    }

    /**
     * One that was not chosen.
     *
     * @param servedBy the chosen one that serves best for it, to {@code degree}; none where nothing chosen is near
     */
    public record LeftOut(int candidate, OptionalInt servedBy, double degree, String reason) {}

    /** What serves instead of each that was left out, and how nearly. */
    public List<LeftOut> leftOut(Question question, IntFunction<String> names) {
        List<LeftOut> all = new ArrayList<>();
        for (int i = 0; i < question.candidates.size(); i++) {
            if (chosen.contains(i)) continue;
            int by = -1;
            double degree = 0;
            for (int j : chosen) {
                double d = question.degree(i, j);
                if (d > degree) {
                    degree = d;
                    by = j;
                }
            }
            all.add(new LeftOut(
                    i,
                    by < 0 ? OptionalInt.empty() : OptionalInt.of(by),
                    degree,
                    by < 0
                            ? question.candidates.get(i).lab.isEmpty()
                                    ? "It has no colour: what serves instead cannot be said. Swatch it, or give its colour."
                                    : "Nothing chosen lies within ΔE00 20 of it."
                            : reason(question.candidates.get(i), question.candidates.get(by), names.apply(by))));
        }
        return all;
    }

    private static String reason(Candidate one, Candidate other, String name) {
        Lab lab = one.lab.orElseThrow();
        double e = DeltaE.ciede2000(lab, other.lab.orElseThrow());
        // Two paints of one recipe have one usual colour, and may look quite different.
        boolean guessed = one.guessed || other.guessed;
        String near = e <= Difference.ACCEPTED && !guessed
                ? "passes for it"
                : e <= Difference.PLAIN ? "is near it" : "is what comes nearest";
        String how = e < Difference.SEEN ? "" : ", " + Difference.how(lab, other.lab.get());
        return String.format(
                Locale.ROOT,
                "%s %s%s: ΔE00 %.1f at full strength%s.",
                name,
                near,
                guessed ? " as their pigments usually look" : "",
                e,
                how);
    }

    /** Choices that were cut off from one: these taken, those not. */
    private record Part(Set<Integer> in, Set<Integer> out, FinalCut cut) {}

    /**
     * The best choice, the second best and so on: after Lawler, “A procedure for computing the k best solutions to discrete
     * optimization problems”, Management Science 18 (1972), from memory. What remains after a choice falls into parts, each without
     * another one of its paints; the best of all parts is next. Each says what no choice but those before it can be worth more than.
     *
     * @param many at most so many; fewer where there are no others
     */
    public static List<FinalCut> several(Question question, int many, Duration most, BooleanSupplier goOn) {
        long end = System.nanoTime() + most.toNanos();
        List<FinalCut> all = new ArrayList<>();
        List<Part> parts = new ArrayList<>();
        parts.add(new Part(Set.of(), Set.of(), best(question, many > 1 ? most.dividedBy(2) : most, goOn)));
        while (!parts.isEmpty()) {
            Part next = parts.stream()
                    .max(Comparator.comparingDouble(p -> p.cut.worth))
                    .orElseThrow();
            double bound = parts.stream().mapToDouble(p -> p.cut.bound).max().orElseThrow();
            boolean proven = bound <= next.cut.worth + 1e-6 * Math.max(1, next.cut.worth);
            all.add(new FinalCut(
                    next.cut.chosen,
                    next.cut.worth,
                    proven ? next.cut.worth : Math.max(bound, next.cut.worth),
                    proven));
            if (all.size() >= many) return all;
            parts.remove(next);
            List<Integer> free = next.cut.chosen.stream()
                    .filter(j -> !question.candidates.get(j).must && !next.in.contains(j))
                    .toList();
            for (int i = 0; i < free.size(); i++) {
                Set<Integer> in = new HashSet<>(next.in);
                in.addAll(free.subList(0, i));
                Set<Integer> out = new HashSet<>(next.out);
                out.add(free.get(i));
                long left = Math.max(0, end - System.nanoTime());
                long share = left / ((long) (many - all.size()) * free.size() - i);
                FinalCut cut = best(question.with(in, out), Duration.ofNanos(Math.max(share, 1_000_000)), goOn);
                // A part of what was asked is worth no more than the whole of it, found out or not.
                double least = Math.max(cut.worth, Math.min(cut.bound, next.cut.bound));
                if (!cut.chosen.isEmpty()) {
                    parts.add(new Part(in, out, new FinalCut(cut.chosen, cut.worth, least, cut.optimal)));
                }
            }
        }
        return all;
    }

    private static final class Search {
        private final Question question;
        private final long end;
        private final BooleanSupplier goOn;
        private final int n;
        private final long[] price;
        private final double[][] serves;
        private final BitSet musts = new BitSet();
        private final BitSet barred = new BitSet();
        private final long budget;
        private final boolean limited;

        private BitSet best = new BitSet();
        private double worth = -1;
        private double bound = Double.POSITIVE_INFINITY;
        /** Prices of the step with the least bound: of each candidate’s being served, and of the budget. */
        private double[] served;

        private double money;

        Search(Question question, long end, BooleanSupplier goOn) {
            this.question = question;
            this.end = end;
            this.goOn = () -> System.nanoTime() < end && goOn.getAsBoolean();
            this.n = question.candidates.size();
            this.price =
                    question.candidates.stream().mapToLong(Candidate::price).toArray();
            this.serves = new double[n][n];
            for (int i = 0; i < n; i++) {
                for (int j = 0; j <= i; j++) {
                    double degree = question.degree(i, j);
                    serves[i][j] = degree * question.candidates.get(i).liking;
                    serves[j][i] = degree * question.candidates.get(j).liking;
                }
                if (question.candidates.get(i).must) musts.set(i);
            }
            question.barred.stream().filter(j -> !musts.get(j)).forEach(barred::set);
            this.limited = question.budget.isPresent();
            this.budget = question.budget.orElse(Long.MAX_VALUE);
            long needed = cost(musts);
            if (needed > budget) {
                throw Refusal.of("budget", "What must stay costs more than the budget.", "Let some go, or raise it.");
            }
        }

        FinalCut run() {
            take(filled(new BitSet(), ratios()));
            double free = IntStream.range(0, n)
                    .mapToDouble(i -> question.candidates.get(i).liking)
                    .sum();
            bound = free;
            served = new double[n];
            subgradient();
            boolean proven = bound <= worth + SAME * Math.max(1, worth);
            if (!proven && goOn.getAsBoolean()) proven = solved();
            if (proven) bound = worth;
            return new FinalCut(best.stream().boxed().toList(), worth, Math.max(bound, worth), proven);
        }

        private long cost(BitSet set) {
            return set.stream().mapToLong(j -> price[j]).sum();
        }

        private double worth(BitSet set) {
            double sum = 0;
            for (int i = 0; i < n; i++) {
                double most = 0;
                for (int j = set.nextSetBit(0); j >= 0; j = set.nextSetBit(j + 1)) most = Math.max(most, serves[i][j]);
                sum += most;
            }
            return sum;
        }

        private void take(BitSet set) {
            double w = worth(set);
            if (w > worth + SAME || w > worth - SAME && cost(set) < cost(best)) {
                worth = w;
                best = (BitSet) set.clone();
            }
        }

        /** By worth for the money. */
        private Comparator<Integer> ratios() {
            double[] by = new double[n];
            for (int j = 0; j < n; j++) {
                for (int i = 0; i < n; i++) by[j] += serves[i][j];
                by[j] /= 1 + price[j];
            }
            return Comparator.comparingDouble((Integer j) -> -by[j]).thenComparing(j -> j);
        }

        /** The musts, what is wanted, and in an order what still goes in. */
        private BitSet filled(BitSet wanted, Comparator<Integer> order) {
            BitSet set = (BitSet) musts.clone();
            long left = limited ? budget - cost(set) : Long.MAX_VALUE;
            List<Integer> all = IntStream.range(0, n).boxed().sorted(order).toList();
            for (boolean first : new boolean[] {true, false}) {
                for (int j : all) {
                    if (set.cardinality() >= question.wells) return set;
                    if (set.get(j) || barred.get(j) || wanted.get(j) != first || price[j] > left) continue;
                    set.set(j);
                    if (limited) left -= price[j];
                }
            }
            return set;
        }

        private void subgradient() {
            double[] u = new double[n];
            double lambda = 0;
            double scale = 1.5;
            int idle = 0;
            for (int step = 0; step < MOST_STEPS && goOn.getAsBoolean(); step++) {
                double[] rho = values(u, lambda);
                BitSet open = opened(rho);
                double value = relaxed(u, lambda, rho, open);
                if (value < bound - SAME) {
                    bound = value;
                    served = u.clone();
                    money = lambda;
                    idle = 0;
                } else if (++idle >= 15) {
                    scale /= 2;
                    idle = 0;
                }
                if (step % Math.max(5, n / 10) == 0) {
                    double[] r = rho.clone();
                    BitSet set = filled(
                            open,
                            Comparator.comparingDouble((Integer j) -> -r[j]).thenComparing(j -> j));
                    take(exchanged(set));
                }
                if (bound <= worth + SAME * Math.max(1, worth) || scale < 1e-4) return;
                double[] g = new double[n];
                double norm = 0;
                for (int i = 0; i < n; i++) {
                    int times = 0;
                    for (int j = open.nextSetBit(0); j >= 0; j = open.nextSetBit(j + 1))
                        if (serves[i][j] > u[i]) times++;
                    g[i] = 1 - times;
                    if (u[i] <= 0 && g[i] > 0) g[i] = 0;
                    norm += g[i] * g[i];
                }
                // In units of the dearest, so that money and degrees weigh alike.
                double unit = Math.max(1, Arrays.stream(price).max().orElse(1));
                double gm = limited ? (budget - (double) cost(open)) / unit : 0;
                if (lambda <= 0 && gm > 0) gm = 0;
                norm += gm * gm;
                if (norm == 0) return;
                double length = scale * Math.max(value - worth, 1e-9) / norm;
                for (int i = 0; i < n; i++) u[i] = Math.max(0, u[i] - length * g[i]);
                lambda = Math.max(0, lambda - length * gm / unit);
            }
        }

        /** No choice is worth more, whatever the prices. */
        private double relaxed(double[] u, double lambda, double[] rho, BitSet open) {
            return Arrays.stream(u).sum()
                    + (limited ? lambda * budget : 0)
                    + open.stream().mapToDouble(j -> rho[j]).sum();
        }

        /** What each would add under these prices. */
        private double[] values(double[] u, double lambda) {
            double[] rho = new double[n];
            for (int j = 0; j < n; j++) {
                double sum = limited ? -lambda * price[j] : 0;
                for (int i = 0; i < n; i++) sum += Math.max(0, serves[i][j] - u[i]);
                rho[j] = sum;
            }
            return rho;
        }

        /** The musts, and the most valuable others that add something. */
        private BitSet opened(double[] rho) {
            BitSet open = (BitSet) musts.clone();
            IntStream.range(0, n)
                    .filter(j -> !musts.get(j) && !barred.get(j) && rho[j] > 0)
                    .boxed()
                    .sorted(Comparator.comparingDouble(j -> -rho[j]))
                    .limit(question.wells - musts.cardinality())
                    .forEach(open::set);
            return open;
        }

        /** Exchanges one for one while that is worth more. */
        private BitSet exchanged(BitSet from) {
            BitSet set = from;
            double now = worth(set);
            while (goOn.getAsBoolean()) {
                double[] first = new double[n];
                double[] second = new double[n];
                int[] by = new int[n];
                for (int i = 0; i < n; i++) {
                    by[i] = -1;
                    for (int j = set.nextSetBit(0); j >= 0; j = set.nextSetBit(j + 1)) {
                        if (serves[i][j] > first[i]) {
                            second[i] = first[i];
                            first[i] = serves[i][j];
                            by[i] = j;
                        } else if (serves[i][j] > second[i]) {
                            second[i] = serves[i][j];
                        }
                    }
                }
                long cost = limited ? cost(set) : 0;
                boolean full = set.cardinality() >= question.wells;
                double most = SAME * Math.max(1, now);
                int out = -1;
                int in = -1;
                for (int j = set.nextSetBit(0); j >= 0; j = set.nextSetBit(j + 1)) {
                    if (musts.get(j)) continue;
                    for (int k = set.nextClearBit(0); k < n; k = set.nextClearBit(k + 1)) {
                        if (barred.get(k) || limited && cost - price[j] + price[k] > budget) continue;
                        double gain = 0;
                        for (int i = 0; i < n; i++) {
                            double stays = by[i] == j ? second[i] : first[i];
                            gain += Math.max(stays, serves[i][k]) - first[i];
                        }
                        if (gain > most) {
                            most = gain;
                            out = j;
                            in = k;
                        }
                    }
                }
                if (!full) {
                    for (int k = set.nextClearBit(0); k < n; k = set.nextClearBit(k + 1)) {
                        if (barred.get(k) || limited && cost + price[k] > budget) continue;
                        double gain = 0;
                        for (int i = 0; i < n; i++) gain += Math.max(0, serves[i][k] - first[i]);
                        if (gain > most) {
                            most = gain;
                            out = -1;
                            in = k;
                        }
                    }
                }
                if (in < 0) return set;
                set = (BitSet) set.clone();
                if (out >= 0) set.clear(out);
                set.set(in);
                now += most;
            }
            return set;
        }

        /** Leaves the rest to ojAlgo. @return whether the best is proven */
        private boolean solved() {
            double[] rho = values(served, money);
            BitSet open = opened(rho);
            double most = relaxed(served, money, rho, open);
            double weakest = open.cardinality() < question.wells
                    ? 0
                    : open.stream()
                            .filter(j -> !musts.get(j))
                            .mapToDouble(j -> rho[j])
                            .min()
                            .orElse(0);
            BitSet may = new BitSet();
            for (int j = 0; j < n; j++) {
                // Taken though the prices speak against it, the bound falls by as much.
                boolean ruledOut = !open.get(j) && most - weakest + rho[j] < worth - SAME * Math.max(1, worth);
                if (!ruledOut && !barred.get(j)) may.set(j);
            }
            ExpressionsBasedModel model = new ExpressionsBasedModel();
            Variable[] y = new Variable[n];
            Expression wells = model.newExpression("wells").upper(question.wells);
            Expression cost = limited ? model.newExpression("budget").upper(budget) : null;
            may.stream().forEach(j -> {
                y[j] = model.newVariable("y" + j).binary();
                if (musts.get(j)) y[j].lower(1);
                wells.set(y[j], 1);
                if (cost != null) cost.set(y[j], price[j]);
            });
            int links = 0;
            for (int i = 0; i < n; i++) {
                Expression once = model.newExpression("once" + i).upper(1);
                for (int j = may.nextSetBit(0); j >= 0; j = may.nextSetBit(j + 1)) {
                    if (serves[i][j] <= 0) continue;
                    if (++links > MOST_LINKS) return false;
                    Variable x = model.newVariable("x" + i + "_" + j)
                            .lower(0)
                            .upper(1)
                            .weight(serves[i][j]);
                    once.set(x, 1);
                    model.newExpression("by" + i + "_" + j).upper(0).set(x, 1).set(y[j], -1);
                }
            }
            long left = Math.max(1, (end - System.nanoTime()) / 1_000_000);
            model.options.time_abort = left;
            model.options.time_suffice = left;
            Optimisation.Result result = model.maximise();
            if (!result.getState().isFeasible()) return false;
            BitSet found = new BitSet();
            for (int j = may.nextSetBit(0); j >= 0; j = may.nextSetBit(j + 1)) {
                if (y[j].getValue() != null && y[j].getValue().doubleValue() > 0.5) found.set(j);
            }
            if (found.cardinality() <= question.wells && (!limited || cost(found) <= budget)) take(found);
            // A solver that proves less than what is found already has proven nothing.
            return result.getState().isOptimal() && result.getValue() >= worth - 1e-6 * Math.max(1, worth);
        }
    }
}
