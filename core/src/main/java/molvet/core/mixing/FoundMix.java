package molvet.core.mixing;

import java.util.List;
import java.util.Optional;
import molvet.core.colour.Lab;
import molvet.core.pigment.Recipe;

/**
 * A kept mixture as it is looked for.
 *
 * @param name its number and what it is called
 * @param half its colour at half strength, or at full where no more is known
 */
public record FoundMix(long id, String name, List<Part> parts, Optional<Lab> half, boolean liked) {
    public record Part(String name, Recipe recipe) {}
}
