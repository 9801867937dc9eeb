package molvet.core.collection;

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
    public Holding {
        if (leftPercent < 0 || leftPercent > 100) {
            throw Refusal.of("left", leftPercent + " % cannot be left.", "Write a number from 0 to 100.");
        }
    }
}
