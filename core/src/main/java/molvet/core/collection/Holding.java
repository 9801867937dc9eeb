package molvet.core.collection;

import java.util.List;
import java.util.Optional;
import molvet.core.measure.Refusal;
import molvet.core.measure.Volume;

/**
 * One physical lot of a paint.
 *
 * @param full the volume when full, in ml
 * @param leftPercent how much is left, 0 to 100
 */
public record Holding(HoldingForm form, Optional<Volume> full, int leftPercent, HoldingState state) {
    private static final int LOW = 25;

    public Holding {
        if (leftPercent < 0 || leftPercent > 100) {
            throw Refusal.of("left", leftPercent + " % cannot be left.", "Write a number from 0 to 100.");
        }
    }

    /** Whether of a paint that is owned no holding is more than a quarter full; dots and samples neither help nor harm. */
    public static boolean isRunningLow(List<Holding> holdings) {
        List<Holding> owned = holdings.stream()
                .filter(h -> h.state.counts() && !h.form.isOnlyASample())
                .toList();
        return !owned.isEmpty() && owned.stream().allMatch(h -> h.leftPercent <= LOW);
    }
}
