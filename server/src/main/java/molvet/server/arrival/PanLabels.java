package molvet.server.arrival;

import java.util.List;
import molvet.core.arrival.LabelSheet;
import molvet.core.measure.Lettering;
import molvet.server.measure.Paper;
import molvet.server.measure.Paper.Letters;
import molvet.server.measure.Paper.Pen;

/** Draws pan labels: name, maker’s initials, pigments, accession number, and a QR code that leads to the paint. */
public final class PanLabels {
    private static final double PAD = 1;
    private static final double HAIRLINE = 0.1;
    private static final double CHECK = 50;

    private final LabelSheet sheet;
    private final List<PanLabel> labels;
    private final int skip;

    /** How large names are lettered where no code stands beside them: all alike. */
    private final double alike;

    /** @param small the line under the name: initials and pigments; {@code code} what the QR code says, empty for none */
    public record PanLabel(String name, String small, String accession, String code) {}

    /** @param skip labels of the first page that are used already */
    public PanLabels(LabelSheet sheet, List<PanLabel> labels, int skip) {
        this.sheet = sheet;
        this.labels = labels;
        this.skip = skip;
        this.alike = labels.stream()
                .filter(l -> l.code().isEmpty() && !l.name().isEmpty())
                .mapToDouble(l -> fit(l.name(), plainRoom(), PLAIN_LINES, PLAIN_NAME, 1.4, Letters.BOOK)
                        .size())
                .min()
                .orElse(PLAIN_NAME);
    }

    private static final int PLAIN_LINES = 3;
    private static final double PLAIN_NAME = 2.8;

    private double plainRoom() {
        return sheet.width() - 2.4 * PAD;
    }

    /** Without a code: number and name over as many lines as they need, pigments and accession at the foot. */
    private void plain(Pen pen, PanLabel label, double x, double y) {
        double left = x + 1.2 * PAD;
        Lettering.Fitted name = fit(label.name(), plainRoom(), PLAIN_LINES, alike, alike, Letters.BOOK);
        for (int i = 0; i < name.lines().size(); i++) {
            pen.text(
                    Letters.BOOK,
                    name.lines().get(i),
                    left,
                    y + PAD + name.size() * 0.85 + i * name.size() * 1.12,
                    name.size());
        }
        double foot = y + sheet.height() - PAD;
        Lettering.Fitted number = fit(label.accession(), plainRoom(), 1, 1.7, 1.2, Letters.CODE);
        lines(pen, number, Letters.CODE, left, foot - 0.2);
        lines(pen, fit(label.small(), plainRoom(), 2, 1.9, 1.2, Letters.CODE), Letters.CODE, left, foot - 2.5);
    }

    public int pages() {
        return sheet.pages(labels.size() + skip);
    }

    public void draw(Pen pen, int page) {
        for (int i = 0; i < labels.size(); i++) {
            LabelSheet.Place place = sheet.place(i + skip);
            if (place.page() == page) label(pen, labels.get(i), place.x(), place.y());
        }
        if (sheet.cut()) marks(pen);
        checkLine(pen);
    }

    private void label(Pen pen, PanLabel label, double x, double y) {
        if (label.code().isEmpty()) {
            plain(pen, label, x, y);
            return;
        }
        // Four modules of white are left around the code, also towards the next label: a ninth of its size and more.
        double qr = Math.min(sheet.height() * 0.78, Math.min(sheet.width() * 0.36, 14));
        double room = sheet.width() - qr - 4.5 * PAD;
        double left = x + 2 * PAD;
        double code = Math.min(1.9, sheet.height() / 6);
        // Accession at the foot, pigments above it, the name in what is left.
        double foot = y + sheet.height() - PAD;
        Lettering.Fitted number = fit(label.accession(), room, 1, code, 1.1, Letters.CODE);
        Lettering.Fitted small = fit(label.small(), room, 2, code, 1.1, Letters.CODE);
        lines(pen, number, Letters.CODE, left, foot - 0.1 * code);
        double above = foot - (number.lines().isEmpty() ? 0 : number.size() * 1.35);
        lines(pen, small, Letters.CODE, left, above - 0.1 * code);
        double nameFoot = above - small.lines().size() * small.size() * 1.3;
        double most = nameFoot - y - PAD;
        double size = Math.min(3.4, most / 1.2);
        int rows = Math.max(1, (int) Math.floor(most / (size * 1.15)));
        Lettering.Fitted name = fit(label.name(), room, rows, size, 1.5, Letters.BOOK);
        double leading = name.size() * 1.12;
        for (int i = 0; i < name.lines().size(); i++) {
            pen.text(Letters.BOOK, name.lines().get(i), left, y + PAD + name.size() * 0.85 + i * leading, name.size());
        }
        pen.qr(label.code(), x + sheet.width() - qr - PAD, y + (sheet.height() - qr) / 2, qr);
    }

    private static Lettering.Fitted fit(
            String text, double width, int most, double full, double least, Letters letters) {
        return Lettering.fit(text, width, most, full, Math.min(full, least), Paper.ruler(letters));
    }

    /** The last line on the base line given, the others above it. */
    private static void lines(Pen pen, Lettering.Fitted text, Letters letters, double x, double y) {
        for (int i = 0; i < text.lines().size(); i++) {
            pen.text(
                    letters,
                    text.lines().get(i),
                    x,
                    y - (text.lines().size() - 1 - i) * text.size() * 1.3,
                    text.size());
        }
    }

    /** Short marks outside the labels, where a ruler is laid. */
    private void marks(Pen pen) {
        double right = sheet.left() + sheet.columns() * sheet.width() + (sheet.columns() - 1) * sheet.gapX();
        double bottom = sheet.top() + sheet.rows() * sheet.height() + (sheet.rows() - 1) * sheet.gapY();
        for (int c = 0; c <= sheet.columns(); c++) {
            double x = Math.min(right, sheet.left() + c * (sheet.width() + sheet.gapX()));
            pen.line(x, sheet.top() - 5, x, sheet.top() - 1, HAIRLINE);
            pen.line(x, bottom + 1, x, bottom + 5, HAIRLINE);
        }
        for (int r = 0; r <= sheet.rows(); r++) {
            double y = Math.min(bottom, sheet.top() + r * (sheet.height() + sheet.gapY()));
            pen.line(sheet.left() - 5, y, sheet.left() - 1, y, HAIRLINE);
            pen.line(right + 1, y, right + 5, y, HAIRLINE);
        }
    }

    /** Printed at 100 % the line is as long as it says. */
    private void checkLine(Pen pen) {
        double bottom = sheet.top() + sheet.rows() * sheet.height() + (sheet.rows() - 1) * sheet.gapY();
        double y = sheet.pageHeight() - 6;
        if (y < bottom + 6 || sheet.pageWidth() < CHECK + 20) return;
        double x = Math.max(10, sheet.left());
        pen.line(x, y, x + CHECK, y, 0.2);
        pen.line(x, y - 1, x, y + 1, 0.2);
        pen.line(x + CHECK, y - 1, x + CHECK, y + 1, 0.2);
        pen.text(Letters.PLAIN, "50 mm when printed at 100 %", x + CHECK + 2, y + 0.8, 2.4);
    }
}
