package molvet.core.chart;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.UnaryOperator;
import java.util.stream.Stream;
import molvet.core.measure.Rect;

/**
 * A ruled chart.
 *
 * @param pages one for each sheet, all of one size
 * @param notes what was decided and what is left over, in words
 * @param size of what is painted in a cell, the shorter side, in mm
 * @param laid what else is drawn of a card whose cells lie as a box says
 */
public record Plan(SheetSize paper, List<Page> pages, List<String> notes, double size, Optional<Laid> laid) {
    /** What the number of a half in the light is more than that of its cell. */
    public static final int LIT = 10_000;

    /** @param number from 1 */
    public record Page(int number, List<Cell> cells) {
        /** The same page with every half of a light test as a cell of its own. */
        public Page halved() {
            return new Page(number, cells.stream().flatMap(Cell::halves).toList());
        }
    }

    /**
     * One cell.
     *
     * @param index from 0 over all pages
     * @param holds the paint that stands here, or those that are mixed, the leading one first
     * @param box all that belongs to the cell, its caption included
     */
    public record Cell(int index, List<Share> holds, Rect box, List<Part> parts) {
        /** @param paint which of the chart’s paints, from 0; {@code parts} of it */
        public record Share(int paint, int parts) {}

        /** A paint by itself. */
        public static Cell of(int index, int paint, Rect box, List<Part> parts) {
            return new Cell(index, List.of(new Share(paint, 1)), box, List.copyOf(parts));
        }

        /** Two paints half and half. */
        public static Cell halfAndHalf(int index, int paint, int other, Rect box, List<Part> parts) {
            return new Cell(index, List.of(new Share(paint, 1), new Share(other, 1)), box, List.copyOf(parts));
        }

        public int paint() {
            return holds.get(0).paint();
        }

        public boolean isMixture() {
            return holds.size() > 1;
        }

        /**
         * A cell of a light test as two: the covered half under its own number, and the half in the light under {@link #LIT} more.
         */
        public Stream<Cell> halves() {
            List<Part> covered =
                    parts.stream().filter(p -> p.kind() != PartKind.LIT).toList();
            List<Part> lit = parts(PartKind.LIT)
                    .map(p -> new Part(PartKind.STEP, p.step(), p.box()))
                    .toList();
            if (lit.isEmpty()) return Stream.of(this);
            return Stream.of(new Cell(index, holds, box, covered), new Cell(index + LIT, holds, box, lit));
        }

        /** The parts of one kind. */
        public Stream<Part> parts(PartKind kind) {
            return parts.stream().filter(p -> p.kind() == kind);
        }

        /** All that is painted of it, gaps between included; empty if nothing is. */
        public Optional<Rect> painted() {
            return parts.stream()
                    .filter(p -> p.kind().isPainted())
                    .map(Part::box)
                    .reduce(Rect::with);
        }

        /**
         * The same with a bar that is painted black first: the last fifth of what is painted, along its longer side, so that
         * every strength crosses it.
         */
        public Cell withBlackBar() {
            // Of a test of light every bit of the strokes is measured.
            if (painted().isEmpty() || parts(PartKind.LIT).findAny().isPresent()) return this;
            Rect all = painted().get();
            boolean upright = all.height() > all.width();
            Rect bar = upright
                    ? new Rect(all.right() - all.width() / 5, all.y(), all.width() / 5, all.height())
                    : new Rect(all.x(), all.bottom() - all.height() / 5, all.width(), all.height() / 5);
            List<Part> more = new ArrayList<>(parts);
            more.add(Part.of(PartKind.BLACK_BAR, bar));
            return new Cell(index, holds, box, List.copyOf(more));
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

    /** The cells of a light test that hold no paint but a blue wool reference, with its number from 1. */
    public Map<Integer, Integer> references() {
        Map<Integer, Integer> all = new LinkedHashMap<>();
        cells().filter(c -> c.parts(PartKind.LIT).count() == 1).forEach(c -> all.put(c.index(), all.size() + 1));
        return all;
    }

    /** The page a cell stands on, from 1. */
    public int pageOf(int cell) {
        return pages.stream()
                .filter(p -> p.cells().stream().anyMatch(c -> c.index() == cell))
                .findFirst()
                .map(Page::number)
                .orElse(pages.size());
    }

    /** The same ruling with every cell changed. */
    public Plan with(UnaryOperator<Cell> change) {
        return new Plan(
                paper,
                pages.stream()
                        .map(p -> new Page(
                                p.number(), p.cells().stream().map(change).toList()))
                        .toList(),
                notes,
                size,
                laid);
    }

    /** Share of the paper that is inside cells, 0 to 1. */
    public double used() {
        return cells().mapToDouble(c -> c.box().width() * c.box().height()).sum() / (paper.area() * pages.size());
    }
}
