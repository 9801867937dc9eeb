package molvet.server.sharing;

import java.util.List;
import org.jspecify.annotations.Nullable;

/**
 * What is shown of a thing that is shared: nothing of it leads anywhere else.
 *
 * @param kind in a word; {@code said} sentences about it as a whole
 * @param on the day it shows, as yyyy-mm-dd
 */
public record Shown(String title, String kind, List<String> said, String on, List<ShownPaint> paints) {
    /**
     * @param where in the thing it is, such as “well 3”; empty in a list
     * @param strip from full strength to palest, #rrggbb; empty if it was not measured
     * @param traits verdicts in words, such as “lightfastness excellent”
     * @param place of its swatch; {@code price} of its newest holding; {@code note}: null where they are kept back
     */
    public record ShownPaint(
            String where,
            String name,
            String maker,
            List<String> recipe,
            List<String> strip,
            List<String> traits,
            @Nullable String place,
            @Nullable String price,
            @Nullable String note) {}
}
