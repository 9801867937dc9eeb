package molvet.core.chart;

import java.util.List;

/** From one paint to another in steps, as hands measure parts (common practice, no published source). */
public final class Ladder {
    /** Parts of the one to parts of the other; the ends are the paints themselves. A touch is one to twelve. */
    public record Step(int one, int other) {}

    public static final List<Step> STEPS = List.of(
            new Step(1, 0),
            new Step(12, 1),
            new Step(5, 1),
            new Step(3, 1),
            new Step(2, 1),
            new Step(1, 1),
            new Step(1, 2),
            new Step(1, 3),
            new Step(1, 5),
            new Step(1, 12),
            new Step(0, 1));

    private Ladder() {}
}
