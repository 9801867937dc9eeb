package molvet.core.mixing;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.stream.IntStream;
import molvet.core.colour.Lab;

/** Of many paints those that differ most from each other: each next is farthest from all before (T. F. Gonzalez, 1985). */
final class Spread {
    private Spread() {}

    /** @param near where it begins: the paint nearest to this colour is always among them */
    static List<Integer> of(List<Lab> from, int most, Lab near) {
        if (from.size() <= most) return IntStream.range(0, from.size()).boxed().toList();
        double[] apart = new double[from.size()];
        Arrays.fill(apart, Double.POSITIVE_INFINITY);
        int next = 0;
        for (int i = 1; i < from.size(); i++) {
            if (from.get(i).differenceFrom(near) < from.get(next).differenceFrom(near)) next = i;
        }
        List<Integer> chosen = new ArrayList<>();
        while (chosen.size() < most) {
            chosen.add(next);
            int farthest = next;
            for (int i = 0; i < apart.length; i++) {
                apart[i] = Math.min(apart[i], apart(from.get(i), from.get(next)));
                if (apart[i] > apart[farthest]) farthest = i;
            }
            apart[next] = -1;
            next = farthest;
        }
        return chosen;
    }

    private static double apart(Lab a, Lab b) {
        return Math.hypot(a.l() - b.l(), Math.hypot(a.a() - b.a(), a.b() - b.b()));
    }
}
