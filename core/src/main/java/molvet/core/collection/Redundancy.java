package molvet.core.collection;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.stream.IntStream;
import molvet.core.colour.DifferenceBox;
import molvet.core.colour.Lab;
import molvet.core.colour.WashRun;
import molvet.core.pigment.Grade;

/**
 * Groups of paints that stand in for each other: closer than a threshold at three strengths, and equal in granulation. They are
 * suggestions; what giving one up would lose is said with each.
 */
public final class Redundancy {
    private static final int MOST_PAIRS = 200_000;

    private final double threshold;

    /** @param threshold in ΔE00; two and above are near relations, up to {@link molvet.core.colour.Difference#ACCEPTED} they can hardly be told apart */
    public Redundancy(double threshold) {
        if (!(threshold > 0 && threshold <= 20)) {
            throw new IllegalArgumentException("A threshold of " + threshold + " lies outside 0 to 20.");
        }
        this.threshold = threshold;
    }

    /** So many are near each other that groups would say nothing. */
    public static final class TooMany extends RuntimeException {
        TooMany() {
            super("More than " + MOST_PAIRS + " pairs are so near.");
        }
    }

    /** Two places in a list, the first smaller. */
    public record Pair(int one, int other, double difference) {}

    /**
     * @param members places in the list
     * @param widest largest ΔE00 between any two of them at any strength
     * @param losses what giving up all but the first would lose, a sentence each
     */
    public record Group(List<Integer> members, double widest, List<String> losses) {}

    /** The three strengths paints are compared at: full, and where they are of value L* 55 and 80. */
    static List<Lab> strengths(WashRun run) {
        return List.of(
                run.full(),
                run.at(Math.max(55, run.full().l())),
                run.at(Math.max(80, run.full().l())));
    }

    /**
     * All pairs that are near at every strength.
     *
     * <p>Sorted by lightness, only those within {@link DifferenceBox} of each other are compared.
     *
     * @throws TooMany of more than 200,000 pairs
     */
    public List<Pair> pairs(List<List<Lab>> strengths) {
        int n = strengths.size();
        Integer[] order = IntStream.range(0, n).boxed().toArray(Integer[]::new);
        java.util.Arrays.sort(
                order, Comparator.comparingDouble(i -> strengths.get(i).get(0).l()));
        double[] l = new double[n];
        double[] a = new double[n];
        double[] b = new double[n];
        double[] reach = new double[n];
        for (int i = 0; i < n; i++) {
            Lab c = strengths.get(order[i]).get(0);
            l[i] = c.l();
            a[i] = c.a();
            b[i] = c.b();
            reach[i] = DifferenceBox.of(c, threshold).ab();
        }
        List<Pair> found = new ArrayList<>();
        for (int i = 0; i < n; i++) {
            double last = l[i] + DifferenceBox.of(Lab.PAPER, threshold).l();
            for (int j = i + 1; j < n && l[j] <= last; j++) {
                double r = Math.min(reach[i], reach[j]);
                double da = a[i] - a[j];
                double db = b[i] - b[j];
                if (da > r || -da > r || db > r || -db > r) continue;
                int one = Math.min(order[i], order[j]);
                int other = Math.max(order[i], order[j]);
                double d = widest(strengths.get(one), strengths.get(other));
                if (d > threshold) continue;
                if (found.size() == MOST_PAIRS) throw new TooMany();
                found.add(new Pair(one, other, d));
            }
        }
        found.sort(Comparator.comparingDouble(Pair::difference)
                .thenComparing(Pair::one)
                .thenComparing(Pair::other));
        return found;
    }

    /** The largest of the differences; not worked out further once it is over the threshold. */
    private double widest(List<Lab> one, List<Lab> other) {
        double widest = 0;
        for (int i = 0; i < one.size() && widest <= threshold; i++) {
            widest = Math.max(widest, one.get(i).differenceFrom(other.get(i)));
        }
        return widest;
    }

    /**
     * Groups in which every two are near, nearest joined first (complete linkage: a chain of small steps is no group).
     *
     * @return largest groups first
     * @throws TooMany of more than 200,000 pairs
     */
    public List<Group> groups(List<Sample> samples) {
        List<List<Lab>> strengths =
                samples.stream().map(s -> strengths(s.run())).toList();
        List<Pair> near = pairs(strengths).stream()
                .filter(p -> samples.get(p.one)
                        .granulation()
                        .equals(samples.get(p.other).granulation()))
                .toList();
        int[] group = IntStream.range(0, samples.size()).toArray();
        List<List<Integer>> members = new ArrayList<>();
        for (int i = 0; i < samples.size(); i++) members.add(new ArrayList<>(List.of(i)));
        // How many pairs between two groups are near: all of them, when there are as many as the product of their
        // sizes.
        List<Map<Integer, Integer>> between = new ArrayList<>();
        for (int i = 0; i < samples.size(); i++) between.add(new HashMap<>());
        for (Pair p : near) {
            between.get(p.one).put(p.other, 1);
            between.get(p.other).put(p.one, 1);
        }
        for (Pair p : near) {
            int one = group[p.one];
            int other = group[p.other];
            if (one == other) continue;
            int all = members.get(one).size() * members.get(other).size();
            if (between.get(one).get(other) != all) continue;
            for (int m : members.get(other)) group[m] = one;
            members.get(one).addAll(members.get(other));
            members.get(other).clear();
            between.get(one).remove(other);
            between.get(other).forEach((third, many) -> {
                if (third == one) return;
                between.get(one).merge(third, many, Integer::sum);
                between.get(third).remove(other);
                between.get(third).merge(one, many, Integer::sum);
            });
            between.get(other).clear();
        }
        return members.stream()
                .filter(m -> m.size() > 1)
                .map(m -> group(m, samples, strengths))
                .sorted(Comparator.comparingInt((Group g) -> -g.members.size())
                        .thenComparingDouble(g -> g.widest)
                        .thenComparing(g -> g.members.get(0)))
                .toList();
    }

    private Group group(List<Integer> members, List<Sample> samples, List<List<Lab>> strengths) {
        List<Integer> best = members.stream()
                .sorted(Comparator.comparingInt(
                                (Integer i) -> rank(samples.get(i).lightfastness()))
                        .thenComparingInt(i -> samples.get(i).recipe().isSingle() ? 0 : 1)
                        .thenComparing(i -> i))
                .toList();
        double widest = 0;
        for (int i : best) for (int j : best) widest = Math.max(widest, widest(strengths.get(i), strengths.get(j)));
        return new Group(best, widest, losses(best.stream().map(samples::get).toList()));
    }

    /** Unknown ranks behind everything that is known. */
    private static int rank(java.util.Optional<Grade> grade) {
        return grade.map(Grade::ordinal).orElse(9);
    }

    /** What the others have that the first has not. */
    private static List<String> losses(List<Sample> group) {
        Sample first = group.get(0);
        List<String> all = new ArrayList<>();
        for (Sample s : group.subList(1, group.size())) {
            List<String> own = new ArrayList<>();
            if (s.staining().isPresent() && first.staining().isPresent()) {
                int apart =
                        first.staining().get().ordinal() - s.staining().get().ordinal();
                if (apart > 0) own.add("lifts more easily");
                if (apart < 0) own.add("stains more");
            }
            if (s.transparency().isPresent() && first.transparency().isPresent()) {
                int apart = first.transparency().get().ordinal()
                        - s.transparency().get().ordinal();
                if (apart > 0) own.add("is clearer");
                if (apart < 0) own.add("covers more");
            }
            if (s.recipe().isSingle() && !first.recipe().isSingle()) own.add("is a single pigment");
            if (rank(s.lightfastness()) < rank(first.lightfastness())) own.add("lasts longer");
            all.add(
                    own.isEmpty()
                            ? s.name() + ": nothing that is known would be lost."
                            : s.name() + " " + String.join(", ", own) + ".");
        }
        return all;
    }

    /** The threshold in words. */
    public String words() {
        return String.format(Locale.ROOT, "closer than ΔE %.1f at three strengths", threshold);
    }
}
