package molvet.core.mixing;

import molvet.core.colour.FittedFilm;
import molvet.core.colour.Lab;
import molvet.core.colour.WashRun;
import molvet.core.pigment.Recipe;

/**
 * A paint as it goes into a mixture.
 *
 * @param id by which whoever asks knows it
 * @param run as its swatch shows it
 * @param guessed whether its colour is what its recipe usually gives, since none was measured
 */
public record Ingredient(
        Object id, String name, Recipe recipe, WashRun run, FittedFilm film, boolean guessed, Traits traits) {
    /** A paint whose film was not taught by mixtures. */
    public static Ingredient of(Object id, String name, Recipe recipe, Seen seen, boolean guessed, Traits traits) {
        return new Ingredient(id, name, recipe, seen.run(), seen.film(), guessed, traits);
    }

    public Lab massTone() {
        return run.full();
    }

    public Lab tint() {
        return run.palest();
    }
}
