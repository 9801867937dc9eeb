package molvet.core.collection;

import java.util.Optional;
import molvet.core.colour.Lab;
import molvet.core.pigment.Recipe;

/**
 * A colour that is to be put in order.
 *
 * @param id the caller’s own
 * @param measured its measured mass tone, if there is one
 * @param chosen where the collector has put it, once and for all
 * @param makersOrder its number in the maker’s chart; empty texts come last
 */
public record Swatchable(
        String id, String name, Recipe recipe, Optional<Lab> measured, Optional<Family> chosen, String makersOrder) {
    /** The same, put into a family by the collector. */
    public Swatchable keptWith(Family family) {
        return new Swatchable(id, name, recipe, measured, Optional.of(family), makersOrder);
    }
}
