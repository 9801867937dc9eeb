package molvet.core.maker;

import java.util.Map;
import molvet.core.pigment.Recipe;
import molvet.core.pigment.Trait;

/**
 * One colour as a chart lists it: everything as written, with what it means where that can be told.
 *
 * @param row its row in the file, from 1
 * @param names in other languages, by language
 * @param series 0 where there is none
 */
public record ChartRow(
        int row,
        String catalogueNumber,
        String name,
        Map<String, String> names,
        String labelText,
        Recipe recipe,
        int series,
        Map<Trait, String> claims,
        Sizes sizes,
        ColourStatus status,
        String note) {
    public String claim(Trait trait) {
        return claims.getOrDefault(trait, "");
    }
}
