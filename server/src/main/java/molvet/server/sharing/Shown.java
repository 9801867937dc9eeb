package molvet.server.sharing;

import java.util.List;
import org.jspecify.annotations.Nullable;

/**
 * What is shown of a thing that is shared: nothing of it leads anywhere else.
 *
 * @param kind in a word; {@code said} sentences about it as a whole
 * @param on the day it shows, as yyyy-mm-dd
 * @param mixtures of a chart, in the order they were painted
 */
public record Shown(
        String title,
        String kind,
        List<String> said,
        String on,
        List<ShownPaint> paints,
        @Nullable List<ShownMixture> mixtures) {
    /** @param strip from full strength to palest, #rrggbb; one colour where it was painted in one strength only */
    public record ShownMixture(String words, List<String> strip) {}

    /** Of what was kept before mixtures were shown there are none. */
    public Shown {
        mixtures = mixtures == null ? List.of() : mixtures;
    }

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
