package molvet.core.collection;

import java.util.Optional;
import molvet.core.colour.Lab;
import molvet.core.colour.WashRun;
import molvet.core.pigment.Grade;
import molvet.core.pigment.Recipe;

/**
 * A paint as one’s own paper shows it, ready to be compared.
 *
 * @param granulation as the verdict has it; {@code lightfastness}, {@code transparency} and {@code staining} likewise
 * @param overBlack full strength over black, where it was painted so
 */
public record Sample(
        long paint,
        String name,
        Recipe recipe,
        WashRun run,
        Optional<Grade> granulation,
        Optional<Grade> lightfastness,
        Optional<Grade> transparency,
        Optional<Grade> staining,
        Optional<Lab> overBlack) {}
