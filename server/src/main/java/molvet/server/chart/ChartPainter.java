package molvet.server.chart;

import java.util.ArrayList;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.DoubleUnaryOperator;
import java.util.stream.Collectors;
import molvet.core.chart.ChartForm;
import molvet.core.chart.HalvedWash;
import molvet.core.chart.Laid;
import molvet.core.chart.PageMarks;
import molvet.core.chart.PartKind;
import molvet.core.chart.Plan;
import molvet.core.collection.Strip;
import molvet.core.measure.Lettering;
import molvet.core.measure.Rect;
import molvet.server.measure.Paper;
import molvet.server.measure.Paper.Letters;
import molvet.server.measure.Paper.Pen;

/**
 * Draws a planned chart true to scale: hairlines round what will be painted, every name in full, the marks a page is found
 * by again, and a line of 100 mm to check the printer with. One drawing for PDF, SVG and PNG.
 */
public final class ChartPainter {
    private static final double HAIRLINE = 0.1;
    /** Pale enough to vanish under a wash, dark enough to paint up to. */
    private static final double PENCIL = 0.62;

    private static final double LEAST_LETTER = 1.2;
    private static final double LEAST_CODE_SIDE = 9;

    private final Head head;
    private final Plan plan;
    private final Optional<PageMarks> marks;
    private final Map<Integer, Lettered> cells;
    private final Map<Letters, Lettering.Ruler> rulers = new EnumMap<>(Letters.class);
    /** How large each kind of line is lettered on the whole sheet. */
    private final Map<CaptionLine, Double> sizes = new EnumMap<>(CaptionLine.class);

    /**
     * What a page says of itself.
     *
     * @param code of the chart; {@code link} begins the text of each page’s QR code, and the page’s number ends it
     * @param trial painted on trial paper first
     * @param printedBlack fill opacity lines and black bars, for printers whose black stands water
     * @param predicted show each strip as its paint was measured
     */
    public record Head(
            String code,
            String title,
            ChartForm form,
            String link,
            boolean trial,
            boolean printedBlack,
            boolean predicted) {}

    /**
     * What a cell is lettered with.
     *
     * @param small its codes, joined; may be empty
     * @param caution elements that call for care; empty if none
     * @param strip as it was measured, if it was
     * @param link of the small QR code on a card; empty for none
     */
    public record Lettered(
            String name, String other, String small, String caution, Optional<Strip> strip, String link) {
        static final Lettered BARE = new Lettered("", "", "", "", Optional.empty(), "");

        /** What is no paint. */
        static Lettered named(String name) {
            return new Lettered(name, "", "", "", Optional.empty(), "");
        }

        /** A square for a paint that is not known yet. */
        static Lettered numbered(int square) {
            return new Lettered(String.valueOf(square), "", "", "", Optional.empty(), "");
        }
    }

    public ChartPainter(Head head, Plan plan, Optional<PageMarks> marks, Map<Integer, Lettered> cells) {
        this.head = head;
        this.plan = plan;
        this.marks = marks;
        this.cells = cells;
        for (Letters l : Letters.values()) rulers.put(l, Paper.ruler(l));
        Map<CaptionLine, List<Double>> fitting = new EnumMap<>(CaptionLine.class);
        plan.cells()
                .forEach(cell -> cell.parts(PartKind.CAPTION)
                        .flatMap(c -> rows(c.box(), cells.getOrDefault(cell.index(), Lettered.BARE)).stream())
                        .forEach(r -> fitting.computeIfAbsent(r.kind, k -> new ArrayList<>())
                                .add(fitted(r, r.full).size())));
        boolean alike = head.form == ChartForm.LID_CARD;
        fitting.forEach((kind, all) -> sizes.put(
                kind,
                alike ? Math.max(LEAST_ALIKE, all.stream().min(Double::compare).orElseThrow()) : common(all)));
    }

    /** The size that fits all; where one very long name would make all of them tiny, that one alone is smaller. */
    private static double common(List<Double> fitting) {
        List<Double> sorted = fitting.stream().sorted().toList();
        return Math.max(sorted.get(0), LEAST_OF_MEDIAN * sorted.get(sorted.size() / 2));
    }

    private static final double LEAST_OF_MEDIAN = 0.75;
    /** What the ruling leaves at the left of squares that cross. */
    private static final double HEADS = 28;
    /** A card for a lid has one size of letter, and none smaller than this. */
    private static final double LEAST_ALIKE = 1.5;

    public Paper paper() {
        return new Paper(plan.paper().width(), plan.paper().height());
    }

    public int pages() {
        return plan.pages().size();
    }

    public void draw(Pen pen, int number) {
        Plan.Page page = plan.pages().get(number - 1);
        if (head.form == ChartForm.WHEEL) rim(pen, page);
        plan.laid().ifPresent(l -> card(pen, l));
        page.cells().forEach(c -> cell(pen, c));
        if (head.form == ChartForm.LIGHT_TEST) flap(pen, page);
        if (head.form.isMixed() && head.form != ChartForm.ONE_AGAINST_ALL) heads(pen, page);
        marks.ifPresentOrElse(m -> marks(pen, m, number), () -> plainly(pen, number));
    }

    /** Room at the left of a stroke for what it is. */
    private static final double WHICH = 15;

    /** Which half is covered, and where the edge of the flap lies. */
    private static void flap(Pen pen, Plan.Page page) {
        List<Rect> lit = page.cells().stream()
                .flatMap(c -> c.parts(PartKind.LIT))
                .map(Plan.Part::box)
                .toList();
        List<Rect> covered = page.cells().stream()
                .flatMap(c -> c.parts(PartKind.STEP))
                .map(Plan.Part::box)
                .toList();
        if (lit.isEmpty() || covered.isEmpty()) return;
        double edge = (covered.get(0).right() + lit.get(0).x()) / 2;
        double top = lit.get(0).y();
        double bottom = lit.get(lit.size() - 1).bottom();
        pen.text(Letters.PLAIN, "covered by the flap", covered.get(0).x(), top - 1.4, 2.4);
        pen.text(Letters.PLAIN, "in the light", lit.get(0).x(), top - 1.4, 2.4);
        for (Plan.Cell c : page.cells()) {
            List<Rect> strokes = c.parts(PartKind.STEP).map(Plan.Part::box).toList();
            for (int i = 0; strokes.size() > 1 && i < strokes.size(); i++) {
                Rect s = strokes.get(i);
                pen.text(
                        Letters.PLAIN,
                        i == 0 ? "full strength" : "half washed out",
                        s.x() - WHICH,
                        s.bottom() - 1,
                        1.9);
            }
        }
        pen.shade(0);
        pen.line(edge, top - 4.5, edge, top - 0.8, HAIRLINE);
        pen.line(edge, bottom + 0.8, edge, bottom + 4, HAIRLINE);
    }

    /** The line it is cut along, that of the film over it, and wells that are empty. */
    private static void card(Pen pen, Laid laid) {
        pen.shade(0);
        outline(pen, laid.cut());
        if (laid.film() > 0) {
            pen.shade(PENCIL);
            Rect cut = laid.cut();
            double f = laid.film();
            outline(pen, new Rect(cut.x() - f, cut.y() - f, cut.width() + 2 * f, cut.height() + 2 * f));
        }
        pen.shade(PENCIL);
        for (Rect b : laid.bare()) {
            outline(pen, b);
            pen.line(b.x(), b.bottom(), b.right(), b.y(), HAIRLINE);
        }
        pen.shade(0);
    }

    /** Title and legend in the margins of a page without marks. */
    private void plainly(Pen pen, int number) {
        double top = plan.pages().get(number - 1).cells().stream()
                .mapToDouble(c -> c.box().y())
                .min()
                .orElse(0);
        double width = plan.paper().width();
        double edge = Math.min(10, width / 20);
        pen.shade(0);
        if (top >= 5) {
            String page = pages() > 1 ? ", page " + number + " of " + pages() : "";
            text(
                    pen,
                    Letters.PLAIN,
                    head.code + (head.title.isEmpty() ? "" : "  " + head.title) + ": " + what() + page,
                    edge,
                    Math.min(top - 1.5, 7),
                    width - 2 * edge,
                    Math.min(3, top / 3));
        }
        double bottom = plan.pages().get(number - 1).cells().stream()
                .mapToDouble(c -> c.box().bottom())
                .max()
                .orElse(0);
        if (plan.paper().height() - bottom >= 4) {
            legend(pen, number, edge, Math.min(plan.paper().height() - 2, bottom + 5), width - 2 * edge);
        }
    }

    private String what() {
        return (onLid() ? "every swatch where its well is" : head.form.words())
                + (head.form.isCut()
                        ? ", cut along the outer lines"
                        : plan.laid().map(this::cutAlong).orElse(""))
                + (head.trial ? ", on trial paper" : "");
    }

    private String cutAlong(Laid laid) {
        return laid.film() > 0 ? ", cut along the inner line, its film along the outer" : ", cut along the line";
    }

    // ---- the cell ---------------------------------------------------------------------------------------------------

    private void cell(Pen pen, Plan.Cell cell) {
        Lettered said = cells.getOrDefault(cell.index(), Lettered.BARE);
        if (head.predicted) {
            said.strip.ifPresent(strip -> cell.parts().stream()
                    .filter(p -> p.kind().isPainted())
                    .forEach(p -> predicted(pen, cell, p, strip)));
        }
        pen.shade(PENCIL);
        if (head.form.isCut()) outline(pen, cell.box());
        for (Plan.Part part : cell.parts()) {
            switch (part.kind()) {
                case MASS_TONE, STEP, FIELD, DROP, LIT -> outline(pen, part.box());
                case HOLE -> pen.circle(part.box(), HAIRLINE);
                case OPACITY_LINE, BLACK_BAR -> {
                    if (head.printedBlack) {
                        pen.shade(0);
                        pen.fill(part.box());
                        pen.shade(PENCIL);
                    } else {
                        outline(pen, part.box());
                    }
                }
                case CAPTION -> {}
            }
        }
        pen.shade(0);
        cell.parts(PartKind.CAPTION).forEach(c -> caption(pen, c.box(), said));
    }

    private static void outline(Pen pen, Rect box) {
        pen.rectangle(box.x(), box.y(), box.width(), box.height(), HAIRLINE);
    }

    private void predicted(Pen pen, Plan.Cell cell, Plan.Part part, Strip strip) {
        List<String> stops = strip.stops();
        switch (part.kind()) {
            case STEP, LIT -> {
                long steps = cell.parts(part.kind()).count();
                double t = steps < 2 ? 0 : (part.step() - 1) / (steps - 1.0);
                pen.wash(part.box(), List.of(stops.get((int) Math.round(t * (stops.size() - 1)))), false);
            }
            case FIELD -> pen.wash(part.box(), stops, strip.grain(), head.form == ChartForm.RING_CARD);
            case DROP ->
                pen.wash(part.box(), stops.subList(0, Math.max(1, stops.size() * 2 / 3)), strip.grain(), false);
            default -> pen.wash(part.box(), List.of(stops.get(0)), false);
        }
    }

    // ---- lettering --------------------------------------------------------------------------------------------------

    private enum CaptionLine {
        NAME,
        OTHER,
        SMALL,
        CARE
    }

    /** One line of a caption, which may run over several: how large it may be, in how much room. */
    private record Row(
            CaptionLine kind, String text, Letters letters, double full, double least, double width, int lines) {}

    /** What each kind of line takes of the height, and how large it may be. */
    private record WantedLine(
            CaptionLine kind, String text, Letters letters, double full, double least, double share) {}

    /** Beside a caption that is cut off stands its code, if there is room. */
    private static boolean isCoded(Rect box, Lettered said) {
        return !said.link.isEmpty() && box.height() >= LEAST_CODE_SIDE + 2 && box.width() >= 26;
    }

    private static double codeSide(Rect box) {
        return Math.min(13, box.height() - 4);
    }

    private static double pad(Rect box) {
        return Math.min(0.8, box.height() * 0.12);
    }

    /** The name first and largest; codes, a second name and cautions below it in what height there is. */
    private List<Row> rows(Rect box, Lettered said) {
        boolean alone = head.form.isCut();
        // Four modules of white are left beside the code.
        double width = isCoded(box, said) ? box.width() - codeSide(box) - 4 : box.width();
        double height = box.height() - 2 * pad(box);
        List<WantedLine> wanted = new ArrayList<>();
        wanted.add(
                new WantedLine(CaptionLine.NAME, said.name, Letters.BOOK, largest(height, alone), LEAST_LETTER, 0.5));
        if (height >= 6)
            wanted.add(new WantedLine(CaptionLine.OTHER, said.other, Letters.BOOK, 2.5, LEAST_LETTER, 0.22));
        if (height >= 3.4)
            wanted.add(new WantedLine(CaptionLine.SMALL, said.small, Letters.CODE, onLid() ? 2.2 : 1.9, 1.0, 0.28));
        if (alone && height >= 9 && !said.caution.isEmpty()) {
            String care = "† " + said.caution + ": no brush to the lips, wash hands; see the safety data sheet";
            wanted.add(new WantedLine(CaptionLine.CARE, care, Letters.CODE, 1.5, 1.1, 0.3));
        }
        wanted.removeIf(r -> r.text.isEmpty());
        double shares = wanted.stream().mapToDouble(WantedLine::share).sum();
        return wanted.stream()
                .map(w -> {
                    double tall = height * w.share / shares;
                    double full = Math.min(w.full, tall / LEADING);
                    int lines = Math.max(1, (int) Math.floor(tall / (full * LEADING)));
                    return new Row(w.kind, w.text, w.letters, full, Math.min(full, w.least), width, lines);
                })
                .toList();
    }

    /** On a card for a lid names go over two lines rather than get small. */
    private double largest(double height, boolean alone) {
        if (onLid()) return height >= 14 ? 3.6 : 2.3;
        return height >= 14 && !alone ? 4.4 : 3.4;
    }

    private boolean onLid() {
        return plan.laid().isPresent();
    }

    private static final double LEADING = 1.18;

    private Lettering.Fitted fitted(Row row, double size) {
        return Lettering.fit(row.text, row.width, row.lines, size, Math.min(size, row.least), rulers.get(row.letters));
    }

    private void caption(Pen pen, Rect box, Lettered said) {
        if (isCoded(box, said)) {
            double side = codeSide(box);
            pen.qr(said.link, box.right() - side - 1.5, box.y() + pad(box) + 1, side);
        }
        double y = box.y() + pad(box);
        for (Row row : rows(box, said)) {
            Lettering.Fitted fitted = fitted(row, Math.min(row.full, sizes.getOrDefault(row.kind, row.full)));
            for (String line : fitted.lines()) {
                y += fitted.size() * LEADING;
                pen.text(row.letters, line, box.x(), y - fitted.size() * 0.3, fitted.size());
            }
        }
    }

    /** Of every pair: numbers beside the rows and above the columns, and the names by their numbers on the diagonal. */
    private void heads(Pen pen, Plan.Page page) {
        double left = page.cells().stream().mapToDouble(c -> c.box().x()).min().orElse(0);
        double top = page.cells().stream().mapToDouble(c -> c.box().y()).min().orElse(0);
        for (Plan.Cell c : page.cells()) {
            boolean alone = !c.isMixture();
            switch (head.form) {
                case PAIRS -> {
                    if (!alone) continue;
                    String number = String.valueOf(c.paint() + 1);
                    beside(pen, c.box(), left, number + " " + name(c));
                    above(pen, c.box(), top, number);
                }
                case FAMILIES -> {
                    if (alone && c.box().x() < left + 0.1) beside(pen, c.box(), left, name(c));
                    else if (alone) above(pen, c.box(), top, name(c));
                }
                case TRIANGLE -> {
                    if (!alone) above(pen, c.box(), c.box().y(), inParts(c));
                    else if (c.paint() < 2) beside(pen, c.box(), c.box().x(), name(c));
                    else after(pen, c.box(), name(c));
                }
                case CROSSED_STRIPS -> {
                    for (Plan.Part wash : c.parts(PartKind.STEP).toList()) {
                        String said = wash.step() == 1
                                ? name(c)
                                : HalvedWash.ofStep(wash.step()).words();
                        if (c.paint() == 0) above(pen, wash.box(), top, said);
                        else beside(pen, wash.box(), left, said);
                    }
                }
                default -> {
                    if (alone && c.paint() > 0) beside(pen, c.box(), left, name(c));
                    if (c.box().y() > top + 0.1) continue;
                    above(pen, c.box(), top, alone ? (c.paint() == 0 ? "all" : "none") : inParts(c));
                }
            }
        }
    }

    /** Such as 2:1:1, in the order of the chart’s paints. */
    private static String inParts(Plan.Cell c) {
        return c.holds().stream().map(s -> String.valueOf(s.parts())).collect(Collectors.joining(":"));
    }

    private String name(Plan.Cell c) {
        return cells.getOrDefault(c.index(), Lettered.BARE).name;
    }

    private void beside(Pen pen, Rect box, double left, String said) {
        headed(pen, box, said, wide -> left - 1.5 - wide);
    }

    private void after(Pen pen, Rect box, String said) {
        headed(pen, box, said, wide -> box.right() + 1.5);
    }

    /** At the height of a cell, in a column of its own. */
    private void headed(Pen pen, Rect box, String said, DoubleUnaryOperator left) {
        double side = box.height();
        Lettering.Fitted name = Lettering.fit(
                said, HEADS, Math.max(1, (int) (side / 3.2)), Math.min(3, side * 0.8), 1, rulers.get(Letters.BOOK));
        double y = box.centreY() - name.lines().size() * name.size() * 1.15 / 2;
        for (String line : name.lines()) {
            y += name.size() * 1.15;
            double wide = rulers.get(Letters.BOOK).width(line, name.size());
            pen.text(Letters.BOOK, line, left.applyAsDouble(wide), y - name.size() * 0.3, name.size());
        }
    }

    private void above(Pen pen, Rect box, double top, String said) {
        double side = box.width();
        Lettering.Fitted name = Lettering.fit(said, side, 3, Math.min(3, side * 0.6), 1, rulers.get(Letters.BOOK));
        double y = top - 1.2 - (name.lines().size() - 1) * name.size() * 1.15;
        for (String line : name.lines()) {
            double wide = rulers.get(Letters.BOOK).width(line, name.size());
            pen.text(Letters.BOOK, line, box.centreX() - wide / 2, y, name.size());
            y += name.size() * 1.15;
        }
    }

    private void rim(Pen pen, Plan.Page page) {
        // The ring is where the cells in the first place are centred; a circle through them helps to place the eye.
        pen.shade(0.8);
        Plan.Cell first = page.cells().get(0);
        double x = plan.paper().width() / 2;
        List<Rect> ring = page.cells().stream().map(Plan.Cell::box).toList();
        double top = first.box().centreY();
        double bottom = ring.stream()
                .filter(b -> Math.abs(b.centreX() - first.box().centreX()) < 1)
                .mapToDouble(Rect::centreY)
                .max()
                .orElse(top);
        if (bottom - top > 20
                && Math.abs(first.box().centreX() - x) < plan.paper().width() / 4) {
            double side = first.box().width();
            double inner = bottom - top - 1.5 * side;
            if (inner > 10) {
                pen.circle(
                        new Rect(first.box().centreX() - inner / 2, (top + bottom) / 2 - inner / 2, inner, inner),
                        HAIRLINE);
            }
        }
        pen.shade(0);
    }

    // ---- the marks --------------------------------------------------------------------------------------------------

    private void marks(Pen pen, PageMarks m, int number) {
        pen.shade(0);
        m.markers().forEach(x -> pen.marker(x.code(), x.box()));
        pen.qr(head.link + number, m.qr().x(), m.qr().y(), m.qr().width());
        Rect first = m.markers().get(0).box();
        double x = first.right() + 3;
        double room = m.qr().x() - x - 4;
        double line = Math.min(3.2, m.top() / 6);
        String what = head.code + (head.title.isEmpty() ? "" : "  " + head.title);
        text(pen, Letters.PLAIN, what, x, first.y() + line, room, line);
        String rest = what() + (pages() > 1 ? ", page " + number + " of " + pages() : "");
        text(pen, Letters.PLAIN, rest, x, first.y() + 2.3 * line, room, line * 0.75);
        blackNote(number).ifPresent(n -> text(pen, Letters.PLAIN, n, x, first.y() + 3.5 * line, room, line * 0.75));
        checkLine(pen, m, number);
    }

    private Optional<String> blackNote(int number) {
        boolean any = plan.pages().get(number - 1).cells().stream()
                .flatMap(c -> c.parts().stream())
                .anyMatch(p -> p.kind() == PartKind.OPACITY_LINE || p.kind() == PartKind.BLACK_BAR);
        return any && !head.printedBlack
                ? Optional.of(
                        "Fill the narrow lines and bars with waterproof black, and let them dry, before painting.")
                : Optional.empty();
    }

    /** Printed at 100 % the line is as long as it says. Beside it, what needs care on this page. */
    private void checkLine(Pen pen, PageMarks m, int number) {
        Rect left = m.markers().get(3).box();
        Rect right = m.markers().get(2).box();
        double from = left.right() + 3;
        double room = right.x() - 3 - from;
        double length = room >= 130 ? 100 : room >= 75 ? 50 : room >= 40 ? 20 : 0;
        double y = left.y() + left.height() * 0.35;
        if (length > 0) {
            pen.line(from, y, from + length, y, 0.2);
            pen.line(from, y - 1, from, y + 1, 0.2);
            pen.line(from + length, y - 1, from + length, y + 1, 0.2);
            String says = (int) length + " mm: print at 100 %, not “fit to page”";
            text(pen, Letters.PLAIN, says, from + length + 2, y + 0.8, room - length - 2, 2.2);
        }
        legend(pen, number, from, left.bottom(), room);
    }

    /** What † on this page means. */
    private void legend(Pen pen, int number, double x, double y, double room) {
        List<String> elements = plan.pages().get(number - 1).cells().stream()
                .map(c -> cells.getOrDefault(c.index(), Lettered.BARE).caution)
                .filter(c -> !c.isEmpty())
                .flatMap(c -> List.of(c.split(", ")).stream())
                .distinct()
                .sorted()
                .toList();
        if (!elements.isEmpty()) {
            String care = String.join(", ", elements)
                    + ": no brush to the lips, no sanding or dry powder, wash hands. General guidance; the maker’s safety"
                    + " data sheet comes first.";
            pen.text(Letters.CODE, "†", x, y, 2);
            text(pen, Letters.PLAIN, care, x + 3, y, room - 3, 2);
        }
    }

    private void text(Pen pen, Letters letters, String text, double x, double y, double room, double size) {
        Lettering.Fitted fitted = Lettering.fit(text, Math.max(1, room), 1, size, size * 0.6, rulers.get(letters));
        if (!fitted.lines().isEmpty()) pen.text(letters, fitted.lines().get(0), x, y, fitted.size());
    }
}
