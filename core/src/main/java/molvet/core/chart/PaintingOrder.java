package molvet.core.chart;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import molvet.core.collection.Family;

/**
 * In which order a sheet is painted so that clean water lasts: yellows first, then warm to dark, and within a family from
 * one pan or dot card sheet to the next (common practice, no published source).
 */
public final class PaintingOrder {
    private static final List<Family> ROUND = List.of(
            Family.WHITE,
            Family.YELLOW,
            Family.ORANGE,
            Family.RED,
            Family.PINK,
            Family.EARTH,
            Family.GREEN,
            Family.BLUE,
            Family.VIOLET,
            Family.BROWN,
            Family.GREY,
            Family.BLACK);

    private PaintingOrder() {}

    /**
     * A cell that waits for paint.
     *
     * @param cell its index on the chart
     * @param lightness of its mass tone, L*
     * @param from where its paint is: a dot card sheet, a box, a drawer; may be empty
     */
    public record Waiting(int cell, Family family, double lightness, String from) {}

    /** @param water whether the water is changed before it; {@code pan} whether another card or box is taken up */
    public record Step(int cell, boolean water, boolean pan) {}

    /** @param waters how often the water is changed, {@code pans} how often another card or box is taken up */
    public record Walk(List<Step> steps, int waters, int pans) {}

    /** The order with the fewest changes of water, and among those few changes of pan. */
    public static Walk of(List<Waiting> cells) {
        List<Waiting> sorted = cells.stream()
                .sorted(Comparator.<Waiting>comparingInt(c -> ROUND.indexOf(c.family))
                        .thenComparing(Waiting::from)
                        .thenComparing(
                                Comparator.comparingDouble(Waiting::lightness).reversed())
                        .thenComparingInt(Waiting::cell))
                .toList();
        return walked(sorted);
    }

    /** What an order costs, as when the cells are painted as they stand on the sheet. */
    public static Walk walked(List<Waiting> cells) {
        List<Step> steps = new ArrayList<>();
        int waters = 0;
        int pans = 0;
        Waiting before = null;
        for (Waiting c : cells) {
            boolean water = before != null && before.family != c.family;
            boolean pan = before != null && !before.from.equals(c.from);
            if (water) waters++;
            if (pan) pans++;
            steps.add(new Step(c.cell, water, pan));
            before = c;
        }
        return new Walk(List.copyOf(steps), waters, pans);
    }
}
