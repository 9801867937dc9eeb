package molvet.core.mixing;

import java.util.Optional;
import java.util.regex.Pattern;
import molvet.core.collection.Shimmer;
import molvet.core.colour.Difference;
import molvet.core.pigment.PigmentCode;

/** Paints of which no mixture is foreseen, and why; common practice, no published source. */
public final class Unforeseen {
    private static final Pattern GLOWS = Pattern.compile("(?iu).*\\b(fluorescent|neon|day-?glow|glow(ing)?|fluo)\\b.*");

    private Unforeseen() {}

    /** Why, as a sentence; empty for most paints. */
    public static Optional<String> why(Ingredient paint) {
        if (Shimmer.of(paint.name(), paint.recipe())) {
            return Optional.of(
                    paint.name() + " plays with the light: what it shows hangs on where one stands, and no mixture"
                            + " of it can be foreseen.");
        }
        if (GLOWS.matcher(paint.name()).matches()
                || paint.recipe().pigments().stream().anyMatch(PigmentCode::isDye)) {
            return Optional.of(paint.name()
                    + " glows: it gives back light of a colour it did not get, and no mixture of it can be foreseen.");
        }
        if (paint.film().film().at(1).differenceFrom(paint.massTone()) > Difference.PLAIN) {
            return Optional.of("No paint that only takes light away has the colour of " + paint.name()
                    + ": it glows, or its reading is off. No mixture of it can be foreseen.");
        }
        return Optional.empty();
    }
}
