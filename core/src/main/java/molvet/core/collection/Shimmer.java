package molvet.core.collection;

import java.util.regex.Pattern;
import molvet.core.pigment.PigmentCode;
import molvet.core.pigment.Recipe;

/**
 * Whether a paint plays with the light: iridescent, interference and duochrome paints show over black and when tilted, and
 * hide from a scanner (common practice, no published source).
 */
public final class Shimmer {
    private static final PigmentCode MICA = PigmentCode.parse("PW20").orElseThrow();
    private static final Pattern WORDS = Pattern.compile(
            "(?iu).*\\b(iridescent|interference|duo-?chrome|pearl(escent)?|shimmer(ing)?|chameleon)\\b.*");

    private Shimmer() {}

    /** By mica in the recipe, or by a word of its name. */
    public static boolean of(String name, Recipe recipe) {
        return recipe.pigments().contains(MICA) || WORDS.matcher(name).matches();
    }
}
