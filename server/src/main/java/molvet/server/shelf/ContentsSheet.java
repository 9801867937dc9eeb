package molvet.server.shelf;

import java.util.List;
import molvet.core.measure.Lettering;
import molvet.core.measure.Rect;
import molvet.server.measure.Paper;
import molvet.server.measure.Paper.Letters;
import molvet.server.measure.Paper.Pen;

/** Draws what a keeper holds, place by place, on A4: to lie in front of the binder or hang on the ring. */
final class ContentsSheet {
    static final Paper A4 = new Paper(210, 297);
    private static final int ROWS = 42;
    private static final double TOP = 26;
    private static final double ROW = 6.2;

    private final String title;
    private final List<Listed> entries;

    /** @param stops the paint as it was measured, {@code #rrggbb}; empty if it was not; {@code grain} as a share of its run; {@code name} empty for a gap */
    record Listed(
            String place,
            String name,
            String maker,
            String recipe,
            String accession,
            List<String> stops,
            double grain) {}

    ContentsSheet(String title, List<Listed> entries) {
        this.title = title;
        this.entries = entries;
    }

    int pages() {
        return Math.max(1, (entries.size() + ROWS - 1) / ROWS);
    }

    void draw(Pen pen, int page) {
        pen.text(Letters.PLAIN, title, 15, 16, 4);
        pen.text(Letters.PLAIN, "page " + page + " of " + pages(), 175, 16, 2.6);
        pen.line(15, 20, 195, 20, 0.2);
        List<Listed> here = entries.subList((page - 1) * ROWS, Math.min(entries.size(), page * ROWS));
        double y = TOP;
        for (Listed e : here) {
            text(pen, Letters.CODE, e.place, 15, y, 24, 2.3);
            if (e.name.isEmpty()) {
                pen.line(40, y - 0.8, 60, y - 0.8, 0.1);
            } else {
                if (!e.stops.isEmpty()) pen.wash(new Rect(40, y - 3.6, 18, 4.4), e.stops, e.grain, false);
                else pen.rectangle(40, y - 3.6, 18, 4.4, 0.1);
                text(pen, Letters.BOOK, e.name, 61, y, 60, 3.2);
                text(pen, Letters.PLAIN, e.maker, 123, y, 22, 2.4);
                text(pen, Letters.CODE, e.recipe, 147, y, 32, 2);
                text(pen, Letters.CODE, e.accession, 181, y, 14, 2);
            }
            y += ROW;
        }
    }

    private static void text(Pen pen, Letters letters, String text, double x, double y, double width, double size) {
        Lettering.Fitted fitted = Lettering.fit(text, width, 1, size, size * 0.6, Paper.ruler(letters));
        if (!fitted.lines().isEmpty()) pen.text(letters, fitted.lines().get(0), x, y, fitted.size());
    }
}
