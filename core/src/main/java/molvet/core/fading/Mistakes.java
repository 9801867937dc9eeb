package molvet.core.fading;

import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Optional;
import molvet.core.colour.Difference;

/** What looks wrong with a sheet, from all its strips together. */
public final class Mistakes {
    /** A covered half that moved by more since the start, beside pictures that differ by themselves. */
    private static final double LEAKS = 3;

    private Mistakes() {}

    /** One strip at the start and now. */
    public record Strip(Halves first, Halves now) {
        private double covered() {
            return moved(first, now, true);
        }

        private double lit() {
            return moved(first, now, false);
        }

        private static double moved(Halves from, Halves to, boolean covered) {
            double full = one(from.full(), to.full(), covered);
            Optional<Double> tint = from.tint().flatMap(f -> to.tint().map(t -> one(f, t, covered)));
            return Math.max(full, tint.orElse(0.0));
        }

        private static double one(Halves.Pair from, Halves.Pair to, boolean covered) {
            return covered
                    ? from.covered().differenceFrom(to.covered())
                    : from.lit().differenceFrom(to.lit());
        }
    }

    /** Whole sentences with what to do; most often none. */
    public static List<String> of(List<Strip> strips) {
        List<String> all = new ArrayList<>();
        if (strips.size() < 2) return all;
        double covered = highest(strips.stream().map(Strip::covered).toList());
        double lit = highest(strips.stream().map(Strip::lit).toList());
        if (covered > LEAKS && covered > 2 * lit) {
            all.add(
                    "The covered halves changed since the start and those in the light did not: the flap may lie on the other"
                            + " half. If so, say that the halves are swapped.");
        } else if (covered > LEAKS && covered > lit / 2) {
            all.add("The covered halves changed too, by up to ΔE00 " + Math.round(covered)
                    + ": light gets under the flap, or the sheet got damp. What is told here is then too little.");
        }
        return all;
    }

    /** The change that a quarter of the strips reach, so that one spoilt strip tells nothing. */
    private static double highest(List<Double> moved) {
        List<Double> sorted = new ArrayList<>(moved);
        Collections.sort(sorted);
        return sorted.get((int) Math.floor(0.75 * (sorted.size() - 1)));
    }

    /** Whether covered halves on the sheet differ from those on its twin in the dark by more than two pictures do. */
    public static Optional<String> besideTwin(double moved) {
        return moved <= LEAKS
                ? Optional.empty()
                : Optional.of("Its covered half differs from its twin in the dark by ΔE00 "
                        + String.format(java.util.Locale.ROOT, "%.1f", moved) + ", "
                        + (moved > Difference.PLAIN ? "far " : "")
                        + "more than two pictures of one sheet do: light gets under the flap, or it got damp.");
    }
}
