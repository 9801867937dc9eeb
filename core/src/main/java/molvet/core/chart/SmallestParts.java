package molvet.core.chart;

import java.util.List;
import org.apache.commons.math3.util.ArithmeticUtils;

/** Parts in the smallest whole numbers: two and two are one and one. */
public final class SmallestParts {
    private SmallestParts() {}

    /** @param parts above 0, or 0 where nothing is taken */
    public static List<Integer> of(List<Integer> parts) {
        int common = Math.max(1, parts.stream().reduce(0, ArithmeticUtils::gcd));
        return parts.stream().map(p -> p / common).toList();
    }
}
