package molvet.core.chart;

import java.util.List;
import molvet.core.measure.Rect;

/**
 * What is printed on a page so that a picture of it can be set straight: four square markers, one in each corner, and a QR
 * code that names chart and page. All lie in bands above and below the cells, clear of paint.
 *
 * <p>A marker is a black frame round four by four fields, of which the corners tell which way is up and the others its
 * number; so a picture that lies on its side, upside down or mirrored is known for what it is.
 */
public record PageMarks(List<Marker> markers, Rect qr, double top, double bottom) {
    /** @param id 0 top left, 1 top right, 2 bottom right, 3 bottom left */
    public record Marker(int id, Rect box) {
        /** What the twelve fields of the marker carry: far apart from each other, however the page is turned. */
        public int code() {
            return CODES.get(id);
        }
    }

    private static final List<Integer> CODES = List.of(0x2D5, 0x5AB, 0x9D6, 0xB6A);

    /** Small sheets carry smaller marks; 5 mm is still forty dots at 200 dpi. */
    public static PageMarks on(SheetSize paper) {
        boolean small = Math.min(paper.width(), paper.height()) < 100;
        double inset = small ? 3.5 : 5;
        double side = small ? 5 : 8;
        double qr = small ? 10 : 13;
        double w = paper.width();
        double h = paper.height();
        double clear = small ? 1.5 : 2;
        return new PageMarks(
                List.of(
                        new Marker(0, new Rect(inset, inset, side, side)),
                        new Marker(1, new Rect(w - inset - side, inset, side, side)),
                        new Marker(2, new Rect(w - inset - side, h - inset - side, side, side)),
                        new Marker(3, new Rect(inset, h - inset - side, side, side))),
                new Rect(w - inset - side - 3 - qr, inset, qr, qr),
                inset + qr + clear,
                inset + side + clear);
    }
}
