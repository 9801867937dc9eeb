package molvet.core.chart;

import java.util.List;
import java.util.OptionalInt;
import java.util.stream.Stream;
import molvet.core.measure.Rect;

/**
 * A ruled chart.
 *
 * @param pages one for each sheet, all of one size
 * @param notes what was decided and what is left over, in words
 * @param size of what is painted in a cell, the shorter side, in mm
 */
public record Plan(SheetSize paper, List<Page> pages, List<String> notes, double size) {
    /** @param number from 1 */
    public record Page(int number, List<Cell> cells) {}

    /**
     * One cell.
     *
     * @param index from 0 over all pages
     * @param paint which of the paints stands here, from 0
     * @param second the paint it is mixed with, if it is a mixture
     * @param box all that belongs to the cell, its caption included
     */
    public record Cell(int index, int paint, OptionalInt second, Rect box, List<Part> parts) {
        /** The parts of one kind. */
        public Stream<Part> parts(PartKind kind) {
            return parts.stream().filter(p -> p.kind() == kind);
        }
    }

    /** @param step from 1 for squares of a strip, else 0 */
    public record Part(PartKind kind, int step, Rect box) {
        public static Part of(PartKind kind, Rect box) {
            return new Part(kind, 0, box);
        }
    }

    public Stream<Cell> cells() {
        return pages.stream().flatMap(p -> p.cells().stream());
    }

    /** Share of the paper that is inside cells, 0 to 1. */
    public double used() {
        return cells().mapToDouble(c -> c.box().width() * c.box().height()).sum() / (paper.area() * pages.size());
    }
}
