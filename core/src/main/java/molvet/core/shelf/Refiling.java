package molvet.core.shelf;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/**
 * Brings the cards of a ring or box into another order with the fewest cards taken out: all but the longest run that is in
 * the wished order already (longest increasing subsequence; Schensted 1961, “Longest increasing and decreasing
 * subsequences”, Canad. J. Math. 13; found by patience sorting in n log n).
 */
public final class Refiling {
    private Refiling() {}

    /** One card to take out and put back. @param after the card it then follows; empty: it comes first */
    public record Step(long card, Optional<Long> after) {}

    /**
     * @param now the cards in their present order
     * @param wished the same cards in the order they shall have
     * @return steps that can be followed one by one: each card goes right behind one that is in its place already
     */
    public static List<Step> steps(List<Long> now, List<Long> wished) {
        Map<Long, Integer> at = new HashMap<>();
        for (int i = 0; i < wished.size(); i++) at.put(wished.get(i), i);
        if (at.size() != wished.size() || !new HashSet<>(now).equals(at.keySet()) || now.size() != wished.size()) {
            throw new IllegalArgumentException("Not the same cards.");
        }
        int[] places = now.stream().mapToInt(at::get).toArray();
        Set<Integer> staying = new LinkedHashSet<>();
        for (int i : longestRising(places)) staying.add(places[i]);
        List<Step> steps = new ArrayList<>();
        for (int i = 0; i < wished.size(); i++) {
            if (staying.contains(i)) continue;
            steps.add(new Step(wished.get(i), i == 0 ? Optional.empty() : Optional.of(wished.get(i - 1))));
        }
        return steps;
    }

    /** The cards after one step. */
    public static List<Long> after(List<Long> cards, Step step) {
        List<Long> out = new ArrayList<>(cards);
        out.remove(step.card());
        out.add(step.after().map(a -> out.indexOf(a) + 1).orElse(0), step.card());
        return out;
    }

    /** Indexes of a longest rising run, in order. */
    static List<Integer> longestRising(int[] values) {
        int[] tails = new int[values.length];
        int[] before = new int[values.length];
        int length = 0;
        int[] tops = new int[values.length];
        for (int i = 0; i < values.length; i++) {
            int pile = Arrays.binarySearch(tops, 0, length, values[i]);
            if (pile < 0) pile = -pile - 1;
            tops[pile] = values[i];
            tails[pile] = i;
            before[i] = pile == 0 ? -1 : tails[pile - 1];
            if (pile == length) length++;
        }
        List<Integer> run = new ArrayList<>();
        for (int i = length == 0 ? -1 : tails[length - 1]; i >= 0; i = before[i]) run.add(0, i);
        return run;
    }

    /**
     * Between which two cards a new one goes, in a keeper that is in order but for a few.
     *
     * @param keys what the cards are ordered by, in their present order
     * @param key of the new card
     * @return how many cards come before it: where the fewest stand on the wrong side; of several, the last
     */
    public static int insertion(List<Double> keys, double key) {
        int wrong = 0;
        for (double k : keys) if (k <= key) wrong++;
        int best = 0;
        int least = wrong;
        for (int i = 0; i < keys.size(); i++) {
            wrong += keys.get(i) <= key ? -1 : 1;
            if (wrong <= least) {
                least = wrong;
                best = i + 1;
            }
        }
        return best;
    }
}
