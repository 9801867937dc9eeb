package molvet.core.chart;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.function.Consumer;
import molvet.core.measure.Refusal;

/**
 * What a chart is asked to be; lengths in mm.
 *
 * @param margin bare paper on all sides, at least
 * @param gap between cells, lengthways and across
 * @param cells how many paints; for {@link ChartForm#PAIRS} how many are mixed with each other
 * @param pages how many sheets they must go onto; empty: as many as keep the cells comfortable
 * @param steps squares of a value strip
 * @param punch where the sheet is punched, if it is
 * @param marks whether room is kept for the printed marks a page is found by again
 * @param captions whether cells are lettered
 * @param columns across; 0: as comes out largest. Of family against family: how many of the paints, the first, head the columns
 * @param outside of a wheel: how many of the cells lie outside the ring
 * @param full of pairs: the whole square, not the triangle
 * @param cellWidth and {@code cellHeight} of cards and free cells; 0: the usual
 * @param references of a light test: how many of the blue wool references, from 1 up, are fixed below the paints
 * @param laid where the cells of a lid card lie, where its box says; else they are ruled
 */
public record ChartSpec(
        ChartForm form,
        SheetSize paper,
        double margin,
        double gap,
        int cells,
        OptionalInt pages,
        int steps,
        Punch punch,
        boolean marks,
        boolean captions,
        boolean opacityLine,
        int columns,
        int outside,
        boolean full,
        double cellWidth,
        double cellHeight,
        int references,
        Optional<Laid> laid) {
    public static final int MOST_CELLS = 2000;
    public static final int MOST_PAGES = 200;
    public static final int MOST_STEPS = 40;
    /** The references of ISO 105-B01. */
    public static final int BLUE_WOOLS = 8;

    /** The side that is punched; the middle of the holes is 12 mm from the edge (ISO 838:1974). */
    public enum Punch {
        NONE,
        LEFT,
        TOP;

        /** Paper to leave bare on that side, so that no hole goes through paint. */
        static final double ROOM = 18;
    }

    /** @throws Refusal naming every part that cannot be ruled */
    public ChartSpec {
        List<Refusal.Fault> faults = new ArrayList<>();
        if (cells < 1)
            faults.add(new Refusal.Fault("cells", "There is no paint on this chart.", "Choose at least one."));
        if (cells > MOST_CELLS) {
            faults.add(new Refusal.Fault(
                    "cells",
                    cells + " cells are more than one chart holds.",
                    "Plan charts of up to " + MOST_CELLS + "."));
        }
        if (!(margin >= 0 && margin <= 500)) {
            faults.add(new Refusal.Fault("margin", "A margin is not between 0 and 500 mm.", "10 mm is usual."));
        }
        if (!(gap >= 0 && gap <= 200)) {
            faults.add(new Refusal.Fault("gap", "A gap is not between 0 and 200 mm.", "2 or 3 mm is usual."));
        }
        if (steps < 1 || steps > MOST_STEPS) {
            faults.add(new Refusal.Fault("steps", "A strip has between 1 and 40 squares.", "5 is usual."));
        }
        if (pages.isPresent() && (pages.getAsInt() < 1 || pages.getAsInt() > MOST_PAGES)) {
            faults.add(
                    new Refusal.Fault("pages", "A chart has between 1 and 200 pages.", "Leave it empty to be told."));
        }
        if (columns < 0 || columns > MOST_CELLS) {
            faults.add(new Refusal.Fault("columns", "There cannot be so many columns.", "Leave it empty to be told."));
        }
        if (outside < 0 || outside > Math.max(0, cells - 3)) {
            faults.add(new Refusal.Fault(
                    "outside", "A ring needs three colours and more.", "Eight neutrals outside 24 is usual."));
        }
        if (!(cellWidth >= 0 && cellWidth <= SheetSize.MOST && cellHeight >= 0 && cellHeight <= SheetSize.MOST)) {
            faults.add(
                    new Refusal.Fault("cellWidth", "A cell cannot be of that size.", "Cards are often 50.8 × 101.6."));
        }
        if (references < 0 || references > BLUE_WOOLS || references > 0 && form != ChartForm.LIGHT_TEST) {
            faults.add(new Refusal.Fault(
                    "references",
                    "There are eight blue wool references, and they belong on a light test.",
                    "Say how many lie beside the paints, from 0 to 8."));
        }
        if (form == ChartForm.LADDER && cells < 2) {
            faults.add(new Refusal.Fault("paints", "A ladder leads from one paint to another.", "Choose two or more."));
        }
        if (form == ChartForm.TRIANGLE && cells != Triangle.CORNERS) {
            faults.add(new Refusal.Fault(
                    "paints",
                    "A triangle has three corners, and " + cells + (cells == 1 ? " paint is" : " paints are")
                            + " chosen.",
                    "Choose three."));
        }
        if (form == ChartForm.CROSSED_STRIPS && cells != CrossedStrips.PAINTS) {
            faults.add(new Refusal.Fault(
                    "paints",
                    "Two strips cross, and " + cells + (cells == 1 ? " paint is" : " paints are") + " chosen.",
                    "Choose two: the first runs along the top."));
        }
        if (form == ChartForm.FAMILIES && (columns < 1 || columns >= cells)) {
            faults.add(new Refusal.Fault(
                    "columns",
                    "Both families need a paint: of " + cells + " paints " + columns + " head the columns.",
                    "Choose between 1 and " + Math.max(1, cells - 1) + "."));
        }
        if (laid.isPresent() && laid.get().cells().size() != cells) {
            faults.add(new Refusal.Fault(
                    "laid",
                    laid.get().cells().size() + " places are laid for " + cells + " paints.",
                    "Give one place for each paint."));
        }
        if (!faults.isEmpty()) throw new Refusal(faults);
    }

    /** How many cells so many paints take. */
    public int count() {
        return switch (form) {
            case PAIRS -> full ? cells * cells : cells * (cells + 1) / 2;
            case LADDER -> Ladder.STEPS.size() * (cells - 1);
            case TRIANGLE -> Triangle.CELLS;
            case CROSSED_STRIPS -> CrossedStrips.CELLS;
            case FAMILIES -> (columns + 1) * (cells - columns + 1) - 1;
            default -> cells + references;
        };
    }

    /** A form with what is usual for it, on upright paper. */
    public static ChartSpec of(ChartForm form, SheetSize paper, int cells) {
        int paints = switch (form) {
            case LADDER, FAMILIES -> Math.max(2, cells);
            case TRIANGLE -> Triangle.CORNERS;
            case CROSSED_STRIPS -> CrossedStrips.PAINTS;
            default -> cells;
        };
        return new ChartSpec(
                form,
                paper,
                10,
                usualGap(form),
                paints,
                OptionalInt.empty(),
                5,
                Punch.NONE,
                false,
                true,
                false,
                form == ChartForm.FAMILIES ? paints / 2 : 0,
                form == ChartForm.WHEEL ? usualOutside(cells) : 0,
                false,
                0,
                0,
                0,
                Optional.empty());
    }

    private static double usualGap(ChartForm form) {
        return switch (form) {
            case RING_CARD -> 0;
            case STRIPS, LIGHT_TEST -> 3;
            // The parts are lettered above each square.
            case TRIANGLE -> 5;
            default -> 2;
        };
    }

    /** Eight neutrals outside 24; of fewer, a quarter. */
    public static int usualOutside(int cells) {
        return cells >= 32 ? 8 : Math.max(0, Math.min(cells / 4, cells - 3));
    }

    public ChartSpec withMargin(double mm) {
        return with(d -> d.margin = mm);
    }

    public ChartSpec withGap(double mm) {
        return with(d -> d.gap = mm);
    }

    public ChartSpec withCells(int number) {
        return with(d -> d.cells = number);
    }

    public ChartSpec withPages(int number) {
        return with(d -> d.pages = OptionalInt.of(number));
    }

    public ChartSpec withSteps(int number) {
        return with(d -> d.steps = number);
    }

    public ChartSpec withPaper(SheetSize size) {
        return with(d -> d.paper = size);
    }

    public ChartSpec withMarks(boolean wanted) {
        return with(d -> d.marks = wanted);
    }

    public ChartSpec withPunch(Punch side) {
        return with(d -> d.punch = side);
    }

    public ChartSpec withOpacityLine(boolean wanted) {
        return with(d -> d.opacityLine = wanted);
    }

    public ChartSpec withCell(double width, double height) {
        return with(d -> {
            d.cellWidth = width;
            d.cellHeight = height;
        });
    }

    public ChartSpec withColumns(int number) {
        return with(d -> d.columns = number);
    }

    /** A light test with so many blue wool references below its paints. */
    public ChartSpec withReferences(int number) {
        return with(d -> d.references = number);
    }

    private ChartSpec with(Consumer<Draft> change) {
        Draft draft = new Draft(this);
        change.accept(draft);
        return new ChartSpec(
                form,
                draft.paper,
                draft.margin,
                draft.gap,
                draft.cells,
                draft.pages,
                draft.steps,
                draft.punch,
                draft.marks,
                captions,
                draft.opacityLine,
                draft.columns,
                outside,
                full,
                draft.cellWidth,
                draft.cellHeight,
                draft.references,
                laid);
    }

    /** The parts that can be changed one by one. */
    private static final class Draft {
        private SheetSize paper;
        private double margin;
        private double gap;
        private int cells;
        private OptionalInt pages;
        private int steps;
        private Punch punch;
        private boolean marks;
        private boolean opacityLine;
        private int columns;
        private double cellWidth;
        private double cellHeight;
        private int references;

        Draft(ChartSpec of) {
            paper = of.paper;
            margin = of.margin;
            gap = of.gap;
            cells = of.cells;
            pages = of.pages;
            steps = of.steps;
            punch = of.punch;
            marks = of.marks;
            opacityLine = of.opacityLine;
            columns = of.columns;
            cellWidth = of.cellWidth;
            cellHeight = of.cellHeight;
            references = of.references;
        }
    }
}
