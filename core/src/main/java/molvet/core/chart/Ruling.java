package molvet.core.chart;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.stream.IntStream;
import molvet.core.measure.Rect;
import molvet.core.measure.Refusal;

/**
 * Rules a chart: equal cells, equal gaps, and what is left over spread about the edges or stated; never a smaller last
 * square.
 *
 * <p>Sizes come down to half a millimetre, or a tenth below 10 mm, so that the same chart can be ruled by hand.
 */
public final class Ruling {
    /** Below this nothing is painted that could be told apart. */
    private static final double LEAST = 3;
    /** A square of this size is painted without holding one's breath; pages are added until cells have it. */
    private static final double COMFORTABLE = 12;

    /** Strokes of a light test are long: of this height they can be painted and measured. */
    private static final double COMFORTABLE_STROKE = 5;

    static final double MOST_SQUARE = 45;

    private static final SheetSize A4 = new SheetSize(210, 297);

    private Ruling() {}

    /** How a form lays its cells out on one page; {@code size} is the shorter side of what is painted. */
    interface Layout {
        double size();

        /** @param place from 0 on the page */
        Plan.Cell cell(int place, int index);

        List<String> said();
    }

    /**
     * @throws Refusal if the cells would be smaller than 3 mm or the margins eat the sheet, saying how many pages would do
     */
    public static Plan plan(ChartSpec spec) {
        Rect room = room(spec);
        if (spec.laid().isPresent()) return laid(spec, spec.laid().get(), room);
        int cells = spec.count();
        int pages = pages(spec, room, cells);
        int each = (cells + pages - 1) / pages;
        Layout layout = layout(spec, room, each);
        if (layout.size() < LEAST) throw tooSmall(spec, room, cells, pages, layout.size());
        List<Plan.Page> ruled = new ArrayList<>();
        int index = 0;
        for (int p = 1; index < cells; p++) {
            List<Plan.Cell> on = new ArrayList<>();
            for (int i = 0; i < each && index < cells; i++, index++) on.add(layout.cell(i, index));
            ruled.add(new Plan.Page(p, List.copyOf(on)));
        }
        List<String> notes = new ArrayList<>(layout.said());
        if (ruled.size() > 1) {
            int last = ruled.get(ruled.size() - 1).cells().size();
            notes.add(
                    0,
                    cells + " cells on " + ruled.size() + " pages, " + each + " a page"
                            + (last < each ? ", " + last + " on the last." : "."));
        }
        if (spec.pages().isPresent() && ruled.size() < spec.pages().getAsInt()) {
            notes.add(ruled.size() + (ruled.size() == 1 ? " page is" : " pages are") + " enough; "
                    + (spec.pages().getAsInt() - ruled.size()) + " stay empty.");
        }
        if (layout.size() < COMFORTABLE && spec.form() == ChartForm.STRIPS) {
            notes.add("Squares are only " + Mm.of(layout.size()) + " mm, since " + spec.steps()
                    + " stand side by side: fewer squares, narrower gaps or a wider sheet make them larger.");
        }
        if (!spec.form().isCut()) {
            boolean fits = spec.paper().fitsIn(A4);
            notes.add(
                    fits
                            ? "The sheet goes into an A4 pocket."
                            : "The sheet is too large for an A4 pocket: fold it, or cut it.");
        }
        return new Plan(spec.paper(), List.copyOf(ruled), List.copyOf(notes), layout.size(), Optional.empty());
    }

    private static Plan laid(ChartSpec spec, Laid laid, Rect room) {
        Rect page = new Rect(0, 0, spec.paper().width(), spec.paper().height());
        if (!laid.outer().isWithin(spec.marks() ? room : page)) {
            throw Refusal.of(
                    "paper",
                    "The card of " + Mm.of(laid.cut().width()) + " × "
                            + Mm.of(laid.cut().height()) + " mm does not go onto "
                            + spec.paper().words() + (spec.marks() ? " beside the printed marks." : "."),
                    "Take larger paper" + (spec.marks() ? ", or print it without marks." : "."));
        }
        List<Plan.Cell> cells = IntStream.range(0, laid.cells().size())
                .mapToObj(i -> laid.cell(i, spec.captions(), spec.opacityLine()))
                .toList();
        double size = cells.stream()
                .flatMap(c -> c.parts(PartKind.FIELD))
                .mapToDouble(p -> Math.min(p.box().width(), p.box().height()))
                .min()
                .orElse(0);
        if (size < LEAST) throw tooSmall(spec, room, cells.size(), 1, size);
        return new Plan(
                spec.paper(),
                List.of(new Plan.Page(1, cells)),
                List.of("A card of " + Mm.of(laid.cut().width()) + " × "
                        + Mm.of(laid.cut().height()) + " mm, cut along its line."),
                size,
                Optional.of(laid));
    }

    /** How many cells of at least this size go onto one page; 0 if not even one does. */
    public static int fit(ChartSpec spec, double least) {
        Rect room;
        try {
            room = room(spec);
        } catch (Refusal e) {
            return 0;
        }
        if (spec.form().isOfSetCells()) {
            return layout(spec, room, spec.count()).size() >= least - 1e-9 ? spec.cells() : 0;
        }
        int low = 0;
        int high = ChartSpec.MOST_CELLS;
        while (low < high) {
            int middle = (low + high + 1) / 2;
            if (layout(spec.withCells(middle), room, spec.withCells(middle).count())
                            .size()
                    >= least - 1e-9) {
                low = middle;
            } else {
                high = middle - 1;
            }
        }
        return low;
    }

    /**
     * One paper that could be taken.
     *
     * @param turned whether it lies on its side
     * @param sheets how many are needed
     * @param size of what is painted in a cell, in mm
     * @param wastePercent paper outside the cells
     */
    public record Choice(String name, SheetSize size, boolean turned, int sheets, double cell, double wastePercent) {}

    /** Which paper wastes least for cells of at least this size, best first. Papers that hold none are left out. */
    public static List<Choice> papers(ChartSpec spec, double least, List<SheetSize.Named> papers) {
        List<Choice> choices = new ArrayList<>();
        for (SheetSize.Named named : papers) {
            choice(spec, least, named.name(), named.size(), false).ifPresent(choices::add);
            choice(spec, least, named.name(), named.size().turned(), true).ifPresent(choices::add);
        }
        choices.sort(Comparator.comparingDouble(Choice::wastePercent)
                .thenComparingInt(Choice::sheets)
                .thenComparing(Choice::turned));
        return choices;
    }

    private static Optional<Choice> choice(ChartSpec spec, double least, String name, SheetSize size, boolean turned) {
        int on = fit(spec.withPaper(size), least);
        if (on == 0) return Optional.empty();
        int sheets = (spec.cells() + on - 1) / on;
        if (sheets > ChartSpec.MOST_PAGES || spec.form().isOnOneSheet() && sheets > 1) return Optional.empty();
        Plan plan;
        try {
            plan = plan(spec.withPaper(size).withPages(sheets));
        } catch (Refusal e) {
            return Optional.empty();
        }
        double painted = plan.cells()
                .mapToDouble(c -> least
                        * least
                        * c.parts().stream().filter(p -> p.kind().isPainted()).count())
                .sum();
        double waste = 100 * (1 - painted / (size.area() * sheets));
        return Optional.of(new Choice(name, size, turned, sheets, plan.size(), waste));
    }

    /** What is left of the page when margins, punch and marks are taken off. @throws Refusal if nothing is */
    public static Rect room(ChartSpec spec) {
        double left = spec.margin();
        double top = spec.margin();
        double bottom = spec.margin();
        if (spec.marks()) {
            PageMarks marks = PageMarks.on(spec.paper());
            top = Math.max(top, marks.top());
            bottom = Math.max(bottom, marks.bottom());
        }
        if (spec.punch() == ChartSpec.Punch.LEFT) left = Math.max(left, ChartSpec.Punch.ROOM);
        if (spec.punch() == ChartSpec.Punch.TOP) top = Math.max(top, ChartSpec.Punch.ROOM);
        double width = spec.paper().width() - left - spec.margin();
        double height = spec.paper().height() - top - bottom;
        if (width < LEAST || height < LEAST) {
            throw Refusal.of(
                    "margin",
                    "Margins of " + Mm.of(spec.margin()) + " mm leave nothing of "
                            + spec.paper().words() + ".",
                    "Make them narrower, or take larger paper.");
        }
        return new Rect(left, top, width, height);
    }

    private static int pages(ChartSpec spec, Rect room, int cells) {
        if (spec.form().isOnOneSheet()) return 1;
        if (spec.pages().isPresent()) return Math.min(spec.pages().getAsInt(), cells);
        int most = Math.min(cells, ChartSpec.MOST_PAGES);
        // Where the width is short, more pages make nothing larger.
        double comfortable = spec.form() == ChartForm.LIGHT_TEST ? COMFORTABLE_STROKE : COMFORTABLE;
        double enough = Math.min(
                comfortable, layout(spec, room, (cells + most - 1) / most).size());
        for (int pages = 1; pages < most; pages++) {
            if (layout(spec, room, (cells + pages - 1) / pages).size() >= enough - 1e-9) return pages;
        }
        return most;
    }

    private static Refusal tooSmall(ChartSpec spec, Rect room, int cells, int pages, double size) {
        String way = "Take larger paper, fewer cells or narrower gaps.";
        boolean onePage = spec.form().isOnOneSheet();
        for (int p = pages + 1; !onePage && p <= Math.min(cells, ChartSpec.MOST_PAGES); p++) {
            if (layout(spec, room, (cells + p - 1) / p).size() >= LEAST) {
                way = p + " pages would do: or take larger paper, or narrower gaps.";
                break;
            }
        }
        return Refusal.of(
                "cells",
                size <= 0
                        ? "The cells do not fit on " + spec.paper().words() + "."
                        : "The cells would be " + Mm.of(size) + " mm: too small to paint.",
                way);
    }

    private static Layout layout(ChartSpec spec, Rect room, int each) {
        return switch (spec.form()) {
            case STRIPS -> new Strips(spec, room, each);
            case LIGHT_TEST -> new LightTest(spec, room, each);
            case TWO_SQUARES -> new TwoSquares(spec, room, each);
            case GRID, ONE_AGAINST_ALL, LID_CARD -> Grid.filling(spec, room, each);
            case WHEEL -> new Wheel(spec, room);
            case PAIRS -> new Pairs(spec, room);
            case LADDER, FAMILIES -> new Crossing(spec, room);
            case TRIANGLE -> new Triangle(spec, room);
            case CROSSED_STRIPS -> new CrossedStrips(spec, room);
            case RING_CARD -> new Cards(spec, room, each);
            case FREE -> Grid.ofSize(spec, room, each);
        };
    }

    private static String leftOver(double across, double down) {
        if (across < 0.05 && down < 0.05) return "Nothing is left over.";
        return "Left over: " + Mm.of(across) + " mm across and " + Mm.of(down) + " mm down, shared between the edges.";
    }

    /** A paint a row: caption, then equal squares with the same gap across as down. */
    private record Strips(ChartSpec spec, Rect room, double caption, double side, double top, int rows)
            implements Layout {
        Strips(ChartSpec spec, Rect room, int rows) {
            this(spec, room, 0, square(spec, room, rows), 0, rows);
        }

        Strips {
            double across = spec.steps() * side + spec.steps() * spec.gap();
            caption = spec.captions() ? Math.min(Math.max(0, room.width() - across), 70) : 0;
            top = room.y() + (room.height() - rows * side - (rows - 1) * spec.gap()) / 2;
        }

        private static double square(ChartSpec spec, Rect room, int rows) {
            double least = spec.captions() ? Math.min(46, room.width() * 0.34) : 0;
            double across = (room.width() - least - spec.steps() * spec.gap()) / spec.steps();
            double down = (room.height() - (rows - 1) * spec.gap()) / rows;
            return Mm.ruled(Math.min(MOST_SQUARE, Math.min(across, down)));
        }

        @Override
        public double size() {
            return side;
        }

        @Override
        public Plan.Cell cell(int place, int index) {
            double y = top + place * (side + spec.gap());
            double x = left();
            List<Plan.Part> parts = new ArrayList<>();
            double first = x + caption + spec.gap();
            for (int s = 0; s < spec.steps(); s++) {
                parts.add(new Plan.Part(
                        PartKind.STEP, s + 1, new Rect(first + s * (side + spec.gap()), y, side, side)));
            }
            double run = spec.steps() * side + (spec.steps() - 1) * spec.gap();
            if (spec.opacityLine()) {
                double thick = Math.min(2, side / 6);
                parts.add(Plan.Part.of(PartKind.OPACITY_LINE, new Rect(first, y + side * 0.7, run, thick)));
            }
            if (caption > 0) parts.add(Plan.Part.of(PartKind.CAPTION, new Rect(x, y, caption, side)));
            return Plan.Cell.of(index, index, new Rect(x, y, first + run - x, side), parts);
        }

        private double left() {
            return room.x() + across() / 2;
        }

        private double across() {
            return room.width() - caption - spec.steps() * (side + spec.gap());
        }

        @Override
        public List<String> said() {
            double down = room.height() - rows * side - (rows - 1) * spec.gap();
            return List.of(
                    spec.steps() + (spec.steps() == 1 ? " square" : " equal squares") + " of " + Mm.of(side)
                            + " mm a row, " + Mm.of(spec.gap()) + " mm between them across and down.",
                    leftOver(across(), down));
        }
    }

    /** Two equal squares a paint, its caption below them. */
    private record TwoSquares(ChartSpec spec, Rect room, int columns, int rows, double side) implements Layout {
        private static final double LETTERING = 8;

        TwoSquares(ChartSpec spec, Rect room, int each) {
            this(spec, room, columns(spec, room, each), 0, 0, each);
        }

        private TwoSquares(ChartSpec spec, Rect room, int columns, int rows, double side, int each) {
            this(
                    spec,
                    room,
                    columns,
                    (each + columns - 1) / columns,
                    side(spec, room, columns, (each + columns - 1) / columns));
        }

        private static int columns(ChartSpec spec, Rect room, int each) {
            if (spec.columns() > 0) return Math.min(spec.columns(), each);
            int best = 1;
            for (int c = 2; c <= each; c++) {
                if (side(spec, room, c, (each + c - 1) / c) > side(spec, room, best, (each + best - 1) / best))
                    best = c;
            }
            return best;
        }

        private static double side(ChartSpec spec, Rect room, int columns, int rows) {
            // Between paints the gap is twice that between the two squares of one, so that pairs are seen as pairs.
            double across = (room.width() - (columns - 1) * 2 * spec.gap() - columns * spec.gap()) / (2 * columns);
            double caption = spec.captions() ? LETTERING : 0;
            double down = (room.height() - (rows - 1) * spec.gap()) / rows - caption;
            return Mm.ruled(Math.min(MOST_SQUARE, Math.min(across, down)));
        }

        @Override
        public double size() {
            return side;
        }

        private double caption() {
            return spec.captions() ? LETTERING : 0;
        }

        private double across() {
            return room.width() - columns * (2 * side + spec.gap()) - (columns - 1) * 2 * spec.gap();
        }

        private double down() {
            return room.height() - rows * (side + caption()) - (rows - 1) * spec.gap();
        }

        @Override
        public Plan.Cell cell(int place, int index) {
            double x = room.x() + across() / 2 + place % columns * (2 * side + 3 * spec.gap());
            double y = room.y() + down() / 2 + place / columns * (side + caption() + spec.gap());
            List<Plan.Part> parts = new ArrayList<>();
            parts.add(Plan.Part.of(PartKind.MASS_TONE, new Rect(x, y, side, side)));
            parts.add(Plan.Part.of(PartKind.DROP, new Rect(x + side + spec.gap(), y, side, side)));
            double both = 2 * side + spec.gap();
            if (spec.opacityLine()) {
                parts.add(
                        Plan.Part.of(PartKind.OPACITY_LINE, new Rect(x, y + side * 0.75, both, Math.min(2, side / 6))));
            }
            if (spec.captions()) parts.add(Plan.Part.of(PartKind.CAPTION, new Rect(x, y + side, both, LETTERING)));
            return Plan.Cell.of(index, index, new Rect(x, y, both, side + caption()), parts);
        }

        @Override
        public List<String> said() {
            return List.of(
                    columns + " across and " + rows + " down, squares of " + Mm.of(side) + " mm.",
                    leftOver(across(), down()));
        }
    }

    /** Equal cells in rows, each with its caption below what is painted. */
    private record Grid(ChartSpec spec, Rect room, int columns, int rows, double width, double height, double caption)
            implements Layout {
        private static final double LETTERING = 9;

        static Grid filling(ChartSpec spec, Rect room, int each) {
            Grid best = null;
            int from = spec.columns() > 0 ? Math.min(spec.columns(), each) : 1;
            int to = spec.columns() > 0 ? from : each;
            for (int c = from; c <= to; c++) {
                Grid g = across(spec, room, c, (each + c - 1) / c);
                if (best == null
                        || g.size() > best.size() + 1e-9
                        || g.size() > best.size() - 1e-9 && g.width * g.height > best.width * best.height) {
                    best = g;
                }
            }
            return best;
        }

        private static Grid across(ChartSpec spec, Rect room, int columns, int rows) {
            double width = (room.width() - (columns - 1) * spec.gap()) / columns;
            double height = (room.height() - (rows - 1) * spec.gap()) / rows;
            double caption = !spec.captions() ? 0 : Math.min(LETTERING, Math.max(0, height * 0.42));
            double most = spec.form() == ChartForm.LID_CARD ? SheetSize.MOST : 2 * MOST_SQUARE;
            double w = Mm.ruled(Math.max(0, Math.min(most, width)));
            double h = Mm.ruled(Math.max(0, Math.min(most, height - caption)));
            return new Grid(spec, room, columns, rows, w, h, caption);
        }

        static Grid ofSize(ChartSpec spec, Rect room, int each) {
            double w = spec.cellWidth() > 0 ? spec.cellWidth() : 40;
            double h = spec.cellHeight() > 0 ? spec.cellHeight() : 34;
            int columns = Math.min(each, (int) Math.floor((room.width() + spec.gap()) / (w + spec.gap()) + 1e-9));
            int rows = (int) Math.floor((room.height() + spec.gap()) / (h + spec.gap()) + 1e-9);
            if (columns < 1 || rows < 1 || columns * rows < each) {
                return new Grid(spec, room, Math.max(1, columns), Math.max(1, rows), 0, 0, 0);
            }
            double caption = !spec.captions() ? 0 : Math.min(LETTERING, h * 0.42);
            return new Grid(spec, room, columns, (each + columns - 1) / columns, w, h - caption, caption);
        }

        @Override
        public double size() {
            // Of cells whose size was asked for, only whether they fit is asked.
            if (spec.form() == ChartForm.FREE) return width > 0 ? Math.max(COMFORTABLE, Math.min(width, height)) : 0;
            return Math.min(width, height);
        }

        private double across() {
            return room.width() - columns * width - (columns - 1) * spec.gap();
        }

        private double down() {
            return room.height() - rows * (height + caption) - (rows - 1) * spec.gap();
        }

        @Override
        public Plan.Cell cell(int place, int index) {
            double x = room.x() + across() / 2 + place % columns * (width + spec.gap());
            double y = room.y() + down() / 2 + place / columns * (height + caption + spec.gap());
            List<Plan.Part> parts = new ArrayList<>();
            if (spec.form() == ChartForm.LID_CARD || width < 18) {
                parts.add(Plan.Part.of(PartKind.FIELD, new Rect(x, y, width, height)));
            } else {
                double solid = Mm.ruled(width * 0.35);
                parts.add(Plan.Part.of(PartKind.MASS_TONE, new Rect(x, y, solid, height)));
                parts.add(Plan.Part.of(PartKind.FIELD, new Rect(x + solid, y, width - solid, height)));
            }
            if (spec.opacityLine()) {
                parts.add(Plan.Part.of(
                        PartKind.OPACITY_LINE, new Rect(x, y + height * 0.7, width, Math.min(2, height / 6))));
            }
            if (caption > 0) parts.add(Plan.Part.of(PartKind.CAPTION, new Rect(x, y + height, width, caption)));
            boolean mixed = spec.form() == ChartForm.ONE_AGAINST_ALL && index > 0;
            Rect box = new Rect(x, y, width, height + caption);
            return mixed ? Plan.Cell.halfAndHalf(index, 0, index, box, parts) : Plan.Cell.of(index, index, box, parts);
        }

        @Override
        public List<String> said() {
            return List.of(
                    columns + " across and " + rows + " down, cells of " + Mm.of(width) + " × " + Mm.of(height) + " mm"
                            + (caption > 0 ? " and " + Mm.of(caption) + " mm of lettering." : "."),
                    leftOver(across(), down()));
        }
    }

    /** Squares round a ring, clockwise from the top, and neutrals in two rows outside it. */
    private record Wheel(ChartSpec spec, Rect room, double side) implements Layout {
        Wheel(ChartSpec spec, Rect room) {
            this(spec, room, largest(spec, room));
        }

        private static double largest(ChartSpec spec, Rect room) {
            double low = 0;
            double high = Math.min(MOST_SQUARE, Math.min(room.width(), room.height()) / 2);
            for (int i = 0; i < 40; i++) {
                double middle = (low + high) / 2;
                if (new Wheel(spec, room, middle).fits()) low = middle;
                else high = middle;
            }
            return Mm.ruled(low);
        }

        private boolean isUpright() {
            return room.height() >= room.width();
        }

        private int ring() {
            return spec.cells() - spec.outside();
        }

        /** Diameter of the ring over its squares. */
        private double across() {
            double taken = spec.outside() > 0 ? 2 * (side + spec.gap()) : 0;
            return isUpright()
                    ? Math.min(room.width(), room.height() - taken)
                    : Math.min(room.height(), room.width() - taken);
        }

        private boolean fits() {
            int row = (spec.outside() + 1) / 2;
            double along = isUpright() ? room.width() : room.height();
            if (row > 0 && row * side + (row - 1) * spec.gap() > along) return false;
            if (across() < 2 * side) return false;
            // The wheel is the same eight times over; still every neighbour is looked at, odd counts are not.
            for (int i = 0; i < ring(); i++) {
                Rect a = onRing(i);
                Rect b = onRing((i + 1) % ring());
                double apart = Math.max(Math.abs(a.x() - b.x()), Math.abs(a.y() - b.y()));
                if (apart < side + spec.gap()) return false;
            }
            return true;
        }

        private Rect onRing(int place) {
            double angle = 2 * Math.PI * place / ring();
            double radius = (across() - side) / 2;
            return new Rect(
                    room.centreX() + radius * Math.sin(angle) - side / 2,
                    room.centreY() - radius * Math.cos(angle) - side / 2,
                    side,
                    side);
        }

        private Rect outside(int place) {
            int first = (spec.outside() + 1) / 2;
            int inRow = place < first ? first : spec.outside() - first;
            int at = place < first ? place : place - first;
            double step = side + spec.gap();
            double from = -(inRow * step - spec.gap()) / 2 + at * step;
            double edge = across() / 2 + spec.gap();
            double to = place < first ? -edge - side : edge;
            return isUpright()
                    ? new Rect(room.centreX() + from, room.centreY() + to, side, side)
                    : new Rect(room.centreX() + to, room.centreY() + from, side, side);
        }

        @Override
        public double size() {
            return side;
        }

        @Override
        public Plan.Cell cell(int place, int index) {
            Rect box = place < ring() ? onRing(place) : outside(place - ring());
            List<Plan.Part> parts = new ArrayList<>();
            double caption = spec.captions() ? side * 0.3 : 0;
            Rect painted = new Rect(box.x(), box.y(), side, side - caption);
            parts.add(Plan.Part.of(PartKind.FIELD, painted));
            if (spec.opacityLine()) {
                parts.add(Plan.Part.of(
                        PartKind.OPACITY_LINE,
                        new Rect(box.x(), box.y() + painted.height() * 0.7, side, Math.min(2, side / 8))));
            }
            if (caption > 0) {
                parts.add(Plan.Part.of(PartKind.CAPTION, new Rect(box.x(), painted.bottom(), side, caption)));
            }
            return Plan.Cell.of(index, index, box, parts);
        }

        @Override
        public List<String> said() {
            return List.of(
                    ring() + " round the ring" + (spec.outside() > 0 ? ", " + spec.outside() + " outside it" : "")
                            + ", squares of " + Mm.of(side) + " mm, the ring " + Mm.of(across()) + " mm across.",
                    "The first stands at the top; they go round clockwise.");
        }
    }

    /** Room for names at the left of the rows, in letters of 8 points and more where squares leave it. */
    static final double HEADS = 30;

    private static final double NUMBERS = 6;

    /** A square or triangle of all pairs, numbered along both sides. */
    private record Pairs(ChartSpec spec, Rect room, double side, double heads, double tops) implements Layout {
        Pairs(ChartSpec spec, Rect room) {
            this(spec, room, 0, spec.captions() ? HEADS : 0, spec.captions() ? NUMBERS : 0);
        }

        Pairs {
            int n = spec.cells();
            double across = (room.width() - heads - n * spec.gap()) / n;
            double down = (room.height() - tops - n * spec.gap()) / n;
            side = Mm.ruled(Math.min(MOST_SQUARE, Math.min(across, down)));
        }

        @Override
        public double size() {
            return side;
        }

        @Override
        public Plan.Cell cell(int place, int index) {
            int row;
            int column;
            if (spec.full()) {
                row = place / spec.cells();
                column = place % spec.cells();
            } else {
                row = (int) Math.floor((Math.sqrt(8.0 * place + 1) - 1) / 2);
                column = place - row * (row + 1) / 2;
            }
            double all = spec.cells() * (side + spec.gap());
            double x = room.x() + (room.width() - heads - all) / 2 + heads + spec.gap() + column * (side + spec.gap());
            double y = room.y() + (room.height() - tops - all) / 2 + tops + spec.gap() + row * (side + spec.gap());
            Rect box = new Rect(x, y, side, side);
            return row == column
                    ? Plan.Cell.of(index, row, box, List.of(Plan.Part.of(PartKind.MASS_TONE, box)))
                    : Plan.Cell.halfAndHalf(index, row, column, box, List.of(Plan.Part.of(PartKind.FIELD, box)));
        }

        @Override
        public List<String> said() {
            int n = spec.cells();
            int pairs = spec.full() ? n * n - n : n * (n - 1) / 2;
            return List.of(
                    n + (n == 1 ? " mass tone" : " mass tones on the diagonal") + " and " + pairs
                            + " mixtures, squares of " + Mm.of(side) + " mm.",
                    spec.full()
                            ? "Each pair stands twice: the row’s paint leads."
                            : "Each pair stands once, below the diagonal.");
        }
    }

    /** Cards to be cut along their edges, all upright. */
    private record Cards(ChartSpec spec, Rect room, double width, double height, int columns, int rows, int each)
            implements Layout {
        Cards(ChartSpec spec, Rect room, int each) {
            this(
                    spec,
                    room,
                    spec.cellWidth() > 0 ? spec.cellWidth() : 2 * SheetSize.INCH,
                    spec.cellHeight() > 0 ? spec.cellHeight() : 4 * SheetSize.INCH,
                    0,
                    0,
                    each);
        }

        Cards {
            // A sheet no larger than one card is that card.
            if (new SheetSize(Math.max(SheetSize.LEAST, width), Math.max(SheetSize.LEAST, height)).width()
                            >= spec.paper().width() - 1e-6
                    && height >= spec.paper().height() - 1e-6) {
                width = room.width();
                height = room.height();
            }
            columns = (int) Math.floor((room.width() + spec.gap()) / (width + spec.gap()) + 1e-9);
            rows = (int) Math.floor((room.height() + spec.gap()) / (height + spec.gap()) + 1e-9);
        }

        @Override
        public double size() {
            return columns * rows >= each ? Math.max(COMFORTABLE, Math.min(width, height) / 4) : 0;
        }

        @Override
        public Plan.Cell cell(int place, int index) {
            double used = columns * width + (columns - 1) * spec.gap();
            double x = room.x() + (room.width() - used) / 2 + place % columns * (width + spec.gap());
            double y = room.y() + place / columns * (height + spec.gap());
            Rect box = new Rect(x, y, width, height);
            double pad = Math.min(4, width / 12);
            double hole = Math.min(6, width / 6);
            double head = Math.min(12, height * 0.14);
            double foot = Math.max(Math.min(24, height * 0.3), Math.min(10, height * 0.3));
            double inner = height - head - foot;
            double bar = Mm.ruled(inner * 0.3);
            double between = Math.min(2, inner * 0.04);
            double wide = width - 2 * pad;
            Rect solid = new Rect(x + pad, y + head, wide, bar);
            Rect field = new Rect(x + pad, y + head + bar + between, wide, inner - bar - between);
            List<Plan.Part> parts = new ArrayList<>();
            parts.add(Plan.Part.of(PartKind.HOLE, new Rect(x + (width - hole) / 2, y + (head - hole) / 2, hole, hole)));
            parts.add(Plan.Part.of(PartKind.MASS_TONE, solid));
            parts.add(Plan.Part.of(PartKind.FIELD, field));
            if (spec.opacityLine()) {
                parts.add(Plan.Part.of(
                        PartKind.OPACITY_LINE,
                        new Rect(x + width * 0.7, solid.y(), Math.min(3, width / 12), field.bottom() - solid.y())));
            }
            if (spec.captions()) {
                parts.add(Plan.Part.of(PartKind.CAPTION, new Rect(x + pad, y + height - foot, wide, foot)));
            }
            return Plan.Cell.of(index, index, box, parts);
        }

        @Override
        public List<String> said() {
            List<String> said = new ArrayList<>();
            said.add("Cards of " + Mm.of(width) + " × " + Mm.of(height) + " mm, " + columns + " across and " + rows
                    + " down on a sheet.");
            int turned = (int) Math.floor((room.width() + spec.gap()) / (height + spec.gap()) + 1e-9)
                    * (int) Math.floor((room.height() + spec.gap()) / (width + spec.gap()) + 1e-9);
            if (turned > columns * rows) {
                said.add("With the paper on its side a sheet holds " + turned + " instead of " + columns * rows + ".");
            }
            return said;
        }
    }
}
