package molvet.core.collection;

import java.util.Optional;
import molvet.core.colour.WashRun;
import molvet.core.pigment.Recipe;

/**
 * A colour that is to be put in order.
 *
 * @param id the caller’s own
 * @param measured how it runs from full strength to palest, where it was measured
 * @param chosen where the collector has put it, once and for all
 * @param makersOrder its number in the maker’s chart; empty texts come last
 */
public record Swatchable(
        String id,
        String name,
        Recipe recipe,
        Optional<WashRun> measured,
        Optional<Family> chosen,
        String makersOrder) {
    /** The same, put into a family by the collector. */
    public Swatchable keptWith(Family family) {
        return new Swatchable(id, name, recipe, measured, Optional.of(family), makersOrder);
    }
}
