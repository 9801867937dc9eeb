package molvet.server.palette;

import java.util.List;
import molvet.core.measure.Lettering;
import molvet.core.measure.Rect;
import molvet.server.collection.PaintViews.PaintEntry;
import molvet.server.measure.Paper;
import molvet.server.measure.Paper.Letters;
import molvet.server.measure.Paper.Pen;
import molvet.server.palette.PaletteViews.PalettePage;
import molvet.server.palette.PaletteViews.WellView;

/**
 * Draws a palette as it lies, three times its size: each well with its wash from full strength down to the palest, and its name
 * and pigments below. What was not measured is drawn as its recipe usually looks, and framed.
 */
final class PalettePicture {
    /** So that names can be read and washes run smoothly. */
    static final double TIMES = 3;

    /** Round the box, and in mm of the picture like all that follows. */
    static final double MARGIN = 16;

    static final double TITLE = 20;
    private static final double FOOT = 8;
    /** Between the edge of the box and its wells. */
    private static final double RIM = 4;
    /** Of a well’s height, what is painted; below it stand the letters. */
    private static final double PAINTED = 0.7;

    private static final double HAIRLINE = 0.2;

    private final PalettePage palette;

    PalettePicture(PalettePage palette) {
        this.palette = palette;
    }

    /** With room for a title above and a line below the box. */
    Paper paper() {
        return new Paper(wide() + 2 * MARGIN, high() + 2 * MARGIN + TITLE + FOOT);
    }

    private double wide() {
        return palette.shape().width() * TIMES;
    }

    private double high() {
        return palette.shape().height() * TIMES;
    }

    void draw(Pen pen) {
        double top = MARGIN + TITLE;
        line(pen, Letters.BOOK, palette.name(), MARGIN - RIM, MARGIN + 8, wide(), 9);
        pen.rectangle(MARGIN - RIM, top - RIM, wide() + 2 * RIM, high() + 2 * RIM, HAIRLINE);
        boolean guessed = false;
        for (WellView w : palette.wells()) {
            Rect at = new Rect(MARGIN + w.x() * TIMES, top + w.y() * TIMES, w.width() * TIMES, w.height() * TIMES);
            if (w.paint() == null) pen.rectangle(at.x(), at.y(), at.width(), at.height(), HAIRLINE);
            else guessed |= filled(pen, at, w, w.paint());
        }
        String said = palette.boxWords() + ", " + palette.filled() + " filled."
                + (guessed ? " A framed wash is not measured: it is drawn as its recipe usually looks." : "");
        line(pen, Letters.PLAIN, said, MARGIN - RIM, top + high() + RIM + 7, wide(), 4);
    }

    /** @return whether its colour is only what the recipe usually has */
    private static boolean filled(Pen pen, Rect at, WellView w, PaintEntry paint) {
        Rect wash = new Rect(at.x(), at.y(), at.width(), at.height() * PAINTED);
        boolean measured = paint.strip() != null;
        List<String> stops = measured ? paint.strip().stops() : w.guess();
        if (stops != null && !stops.isEmpty())
            pen.wash(wash, stops, measured ? paint.strip().grain() : 0, true);
        if (!measured) pen.rectangle(wash.x(), wash.y(), wash.width(), wash.height(), HAIRLINE);
        double room = at.height() - wash.height();
        double y = wash.bottom();
        Lettering.Fitted name = Lettering.fit(
                (w.well() + 1) + " " + paint.name(),
                at.width(),
                2,
                room * 0.28,
                room * 0.16,
                Paper.ruler(Letters.BOOK));
        for (String text : name.lines()) {
            y += name.size() * 1.15;
            pen.text(Letters.BOOK, text, at.x(), y, name.size());
        }
        line(pen, Letters.CODE, String.join("+", paint.recipe()), at.x(), at.bottom(), at.width(), room * 0.2);
        return !measured && stops != null && !stops.isEmpty();
    }

    private static void line(Pen pen, Letters letters, String text, double x, double y, double width, double size) {
        Lettering.Fitted fitted = Lettering.fit(text, width, 1, size, size * 0.5, Paper.ruler(letters));
        if (!fitted.lines().isEmpty()) pen.text(letters, fitted.lines().get(0), x, y, fitted.size());
    }
}
