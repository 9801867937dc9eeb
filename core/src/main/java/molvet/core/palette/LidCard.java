package molvet.core.palette;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Stream;
import molvet.core.chart.Laid;
import molvet.core.chart.Mm;
import molvet.core.chart.PageMarks;
import molvet.core.chart.SheetSize;
import molvet.core.measure.Rect;
import molvet.core.measure.Refusal;

/**
 * A card on which every swatch is where its well is: for the lid, to the true size of the box; or as large as a sheet takes it.
 *
 * @param paper the sheet it is printed on
 * @param laid the card on it
 * @param scale against the box itself
 */
public record LidCard(SheetSize paper, Laid laid, double scale) {
    /** Bare paper on all sides, in mm. */
    public static final double MARGIN = 6;
    /** Bare paper between two swatches, so that they can be painted without touching. */
    private static final double APART = 0.6;
    /** A swatch this large can be read with its names on it. */
    private static final double READABLE = 24;

    private static final List<String> SHEETS = List.of("A6", "A5", "A4", "A3");

    /**
     * To the size of the box, on the smallest sheet that takes it.
     *
     * @param filled wells that hold paint
     * @param film how far a film reaches beyond it, in mm
     * @param marks whether room is kept for the marks a picture of it is read by
     * @throws Refusal if the box is larger than A3
     */
    public static LidCard ofLid(Box box, Set<Integer> filled, double film, boolean marks) {
        return sheets().flatMap(s -> placed(box, filled, s, 1, film, marks).stream())
                .findFirst()
                .orElseThrow(() -> Refusal.of(
                        "box",
                        "A card of " + Mm.of(box.width()) + " × " + Mm.of(box.height())
                                + " mm goes onto no sheet up to A3.",
                        "Print the large chart instead, which is made smaller to fit."));
    }

    /** As large as it goes, on A4 if its swatches can be read there, else on A3. */
    public static LidCard large(Box box, Set<Integer> filled, boolean marks) {
        List<LidCard> all = Stream.of("A4", "A3")
                .map(name -> SheetSize.named(name).orElseThrow())
                .map(s -> box.width() > box.height() ? s.turned() : s)
                .flatMap(s -> {
                    Rect room = room(s, marks);
                    double scale = Math.min(room.width() / box.width(), room.height() / box.height());
                    return placed(box, filled, s, scale, 0, marks).stream();
                })
                .toList();
        if (all.isEmpty()) {
            throw Refusal.of("box", "A chart of this box goes onto no sheet.", "Take a box with fewer wells.");
        }
        return all.stream().filter(c -> c.smallest() >= READABLE).findFirst().orElse(all.get(all.size() - 1));
    }

    private double smallest() {
        return laid.cells().stream()
                .mapToDouble(r -> Math.min(r.width(), r.height()))
                .min()
                .orElse(0);
    }

    private static Stream<SheetSize> sheets() {
        return SHEETS.stream()
                .map(name -> SheetSize.named(name).orElseThrow())
                .flatMap(s -> Stream.of(s, s.turned()))
                .sorted(Comparator.comparingDouble(SheetSize::area));
    }

    private static Rect room(SheetSize paper, boolean marks) {
        double top = MARGIN;
        double bottom = MARGIN;
        if (marks) {
            PageMarks m = PageMarks.on(paper);
            top = Math.max(top, m.top());
            bottom = Math.max(bottom, m.bottom());
        } else {
            // The title and the legend stand above and below.
            top += 4;
            bottom += 4;
        }
        return new Rect(
                MARGIN, top, Math.max(0, paper.width() - 2 * MARGIN), Math.max(0, paper.height() - top - bottom));
    }

    private static Optional<LidCard> placed(
            Box box, Set<Integer> filled, SheetSize paper, double scale, double film, boolean marks) {
        Rect room = room(paper, marks);
        double width = box.width() * scale;
        double height = box.height() * scale;
        if (width + 2 * film > room.width() + 1e-6 || height + 2 * film > room.height() + 1e-6) return Optional.empty();
        double x = room.centreX() - width / 2;
        double y = room.centreY() - height / 2;
        List<Rect> cells = new ArrayList<>();
        List<Rect> bare = new ArrayList<>();
        List<Rect> places = box.places();
        for (int w = 0; w < places.size(); w++) {
            Rect p = places.get(w);
            double gap = APART / 2;
            Rect at = new Rect(
                    x + p.x() * scale + gap,
                    y + p.y() * scale + gap,
                    Math.max(0, p.width() * scale - 2 * gap),
                    Math.max(0, p.height() * scale - 2 * gap));
            (filled.contains(w) ? cells : bare).add(at);
        }
        return Optional.of(new LidCard(paper, new Laid(new Rect(x, y, width, height), cells, bare, film), scale));
    }
}
