package molvet.server.fading;

import java.time.LocalDate;
import java.util.List;
import java.util.Locale;
import molvet.core.measure.DayInWords;
import molvet.core.measure.Lettering;
import molvet.core.measure.Rect;
import molvet.server.fading.ExposureViews.CoursePoint;
import molvet.server.fading.ExposureViews.ExposedStrip;
import molvet.server.fading.ExposureViews.ExposurePage;
import molvet.server.fading.ExposureViews.LightChange;
import molvet.server.measure.Paper;
import molvet.server.measure.Paper.Letters;
import molvet.server.measure.Paper.Pen;
import molvet.server.measure.TextColumn;

/** Draws the record of an exposure for the binder: where it hung, then strip by strip before, after, course and finding. */
final class ExposureRecord {
    static final Paper A4 = new Paper(210, 297);
    private static final double LEFT = 20;
    private static final double WIDE = 175;
    private static final double TOP = 78;
    private static final double ROW = 17;
    private static final int ROWS = 12;
    private static final double SIZE = 2.6;
    private static final double SMALL = 2.2;
    private static final double PATCH = 11;
    private static final double COURSE_LEFT = 78;
    private static final double COURSE_WIDE = 34;
    private static final double COURSE_TALL = 10;
    private static final double WORDS_LEFT = 122;

    private final ExposurePage page;
    private final LocalDate on;
    private final List<ExposedStrip> strips;

    ExposureRecord(ExposurePage page, LocalDate on) {
        this.page = page;
        this.on = on;
        this.strips = ExposureViews.paintsOf(page).toList();
    }

    int pages() {
        return Math.max(1, (strips.size() + ROWS - 1) / ROWS);
    }

    void draw(Pen pen, int number) {
        pen.text(Letters.PLAIN, page.name(), LEFT, 20, 6);
        TextColumn head = new TextColumn(pen, LEFT, 24, WIDE);
        head.said(
                page.light() + (page.began() == null ? "" : "; hung up " + DayInWords.of(LocalDate.parse(page.began())))
                        + ". Light by then: " + page.dose().words() + ", estimated from place and days. Record of "
                        + DayInWords.of(on) + (pages() > 1 ? ", page " + number + " of " + pages() : "") + ".");
        page.places().stream()
                .limit(5)
                .forEach(p -> head.said("From " + DayInWords.of(LocalDate.parse(p.from())) + " " + p.words()));
        if (page.sheet() != null)
            head.said("Sheet " + page.sheet().code()
                    + (page.twin() == null
                            ? ""
                            : ", its twin in the dark " + page.twin().code()) + ".");
        double top = Math.max(TOP - 16, head.y() + 6);
        double most = most();
        for (int i = 0; i < ROWS; i++) {
            int at = (number - 1) * ROWS + i;
            if (at >= strips.size()) break;
            strip(pen, strips.get(at), top + i * ROW, most);
        }
        pen.text(
                Letters.PLAIN,
                "Curves: ΔE00 of the tint (of full strength where there is no tint) over days in the light, all on one scale to "
                        + Math.round(most) + ".",
                LEFT,
                288,
                SMALL);
    }

    /** The greatest change of all, so that the courses can be compared. */
    private double most() {
        return Math.max(
                5,
                strips.stream()
                        .flatMap(s -> s.course().stream())
                        .mapToDouble(p -> shown(p).deltaE00())
                        .max()
                        .orElse(5));
    }

    private static LightChange shown(CoursePoint p) {
        return p.tint() == null ? p.full() : p.tint();
    }

    private void strip(Pen pen, ExposedStrip s, double y, double most) {
        pen.shade(0);
        pen.line(LEFT, y - 3, LEFT + WIDE, y - 3, 0.1);
        pen.text(Letters.BOOK, s.name(), LEFT, y + 1, 3);
        if (s.paint() != null) {
            pen.text(
                    Letters.CODE,
                    s.paint().accession() + "  " + String.join("+", s.paint().recipe()),
                    LEFT,
                    y + 4.6,
                    1.9);
        }
        if (!s.course().isEmpty()) {
            CoursePoint last = s.course().get(s.course().size() - 1);
            patches(pen, last.full(), LEFT + 30, y + 1.5);
            if (last.tint() != null) patches(pen, last.tint(), LEFT + 30, y + 6.5);
            course(pen, s, y, most);
        }
        String words = s.finding() == null
                ? "not read since it hangs"
                : capital(s.words()) + (s.astm() == null ? "" : ", class " + s.astm()) + ". "
                        + (s.reasons().isEmpty() ? "" : s.reasons().get(0));
        Lettering.Fitted fitted =
                Lettering.fit(words, LEFT + WIDE - WORDS_LEFT, 5, SIZE, SMALL, Paper.ruler(Letters.PLAIN));
        double at = y;
        for (String line : fitted.lines().subList(0, Math.min(5, fitted.lines().size()))) {
            pen.text(Letters.PLAIN, line, WORDS_LEFT, at, fitted.size());
            at += fitted.size() * 1.25;
        }
    }

    private static String capital(String words) {
        return words.isEmpty() ? words : Character.toUpperCase(words.charAt(0)) + words.substring(1);
    }

    private static void patches(Pen pen, LightChange c, double x, double y) {
        pen.wash(new Rect(x, y, PATCH, 4.4), List.of(c.before()), false);
        pen.wash(new Rect(x + PATCH + 0.6, y, PATCH, 4.4), List.of(c.after()), false);
    }

    private void course(Pen pen, ExposedStrip s, double y, double most) {
        double base = y + COURSE_TALL;
        long days = Math.max(1, page.daysInLight());
        pen.line(COURSE_LEFT, base, COURSE_LEFT + COURSE_WIDE, base, 0.1);
        double x = COURSE_LEFT;
        double up = base;
        for (CoursePoint p : s.course()) {
            double nx = COURSE_LEFT + COURSE_WIDE * Math.min(1, p.days() / (double) days);
            double ny = base - COURSE_TALL * Math.min(1, shown(p).deltaE00() / most);
            pen.line(x, up, nx, ny, 0.25);
            x = nx;
            up = ny;
        }
        pen.text(
                Letters.CODE,
                String.format(
                        Locale.ROOT,
                        "%.1f",
                        shown(s.course().get(s.course().size() - 1)).deltaE00()),
                COURSE_LEFT + COURSE_WIDE + 0.6,
                up,
                1.9);
    }
}
