package molvet.core.palette;

import java.util.Optional;
import molvet.core.collection.Range;
import molvet.core.collection.Sample;
import molvet.core.colour.Lab;
import molvet.core.pigment.Granulation;

/**
 * A paint in a well, as it is judged.
 *
 * @param well its number, from 0
 * @param guessed whether its colour is what its recipe usually gives, since none was measured
 */
public record Lying(int well, Sample paint, boolean guessed) {
    /** From here on a paint granulates. */
    static boolean granulates(Sample s) {
        return s.granulation()
                .map(g -> ((Granulation) g).ordinal() >= Granulation.MODERATE.ordinal())
                .orElse(false);
    }

    public Lab half() {
        return paint.run().half();
    }

    public Lab full() {
        return paint.run().full();
    }

    public Range place() {
        return Range.of(half(), paint.recipe());
    }

    /** Such as “7 Kelp Blue”. */
    public String words() {
        return (well + 1) + " " + paint.name();
    }

    Optional<Granulation> granulation() {
        return paint.granulation().map(Granulation.class::cast);
    }
}
