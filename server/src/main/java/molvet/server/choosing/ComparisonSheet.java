package molvet.server.choosing;

import java.util.List;
import java.util.Map;
import java.util.Optional;
import molvet.core.measure.Lettering;
import molvet.core.measure.Rect;
import molvet.core.pigment.Trait;
import molvet.server.measure.Paper;
import molvet.server.measure.Paper.Letters;
import molvet.server.measure.Paper.Pen;

/** Draws a comparison on one page of A4: a strip a paint, with recipe and verdicts, and what matters between them. */
final class ComparisonSheet {
    static final Paper A4 = new Paper(210, 297);
    private static final double LEFT = 15;
    private static final double WIDE = 180;
    private static final double LAST = 287;

    private final List<Line> lines;
    private final List<String> sentences;

    /** @param strip {@code #rrggbb}, dark to pale; empty where the paint was not measured; {@code grain} as a share of it */
    record Line(
            String name,
            String maker,
            String recipe,
            List<String> strip,
            double grain,
            Optional<String> overBlack,
            Map<Trait, String> verdicts) {}

    ComparisonSheet(List<Line> lines, List<String> sentences) {
        this.lines = lines;
        this.sentences = sentences;
    }

    void draw(Pen pen) {
        pen.text(Letters.PLAIN, lines.size() + " paints at the same strength", LEFT, 16, 4);
        pen.line(LEFT, 20, LEFT + WIDE, 20, 0.2);
        double row = Math.min(26, 190.0 / lines.size());
        double y = 24;
        for (Line l : lines) {
            strip(pen, l, y, row - 8);
            text(pen, Letters.BOOK, l.name, LEFT, y + row - 3.6, 62, 3.6);
            text(pen, Letters.PLAIN, l.maker, LEFT + 64, y + row - 3.6, 28, 2.6);
            text(pen, Letters.CODE, l.recipe, LEFT + 94, y + row - 3.6, 30, 2.2);
            text(pen, Letters.PLAIN, verdicts(l), LEFT + 126, y + row - 3.6, 54, 2.3);
            y += row;
        }
        y += 2;
        pen.line(LEFT, y, LEFT + WIDE, y, 0.2);
        y += 5;
        pen.text(
                Letters.PLAIN, "Differences (CIEDE2000) at full strength / middle / tint, nearest first", LEFT, y, 2.4);
        y += 5;
        for (String s : sentences) {
            Lettering.Fitted fitted = Lettering.fit(s, WIDE, 2, 2.8, 2.4, Paper.ruler(Letters.PLAIN));
            if (y + fitted.lines().size() * 3.6 > LAST) {
                pen.text(Letters.PLAIN, "More pairs are on screen.", LEFT, y, 2.6);
                return;
            }
            for (String line : fitted.lines()) {
                pen.text(Letters.PLAIN, line, LEFT, y, fitted.size());
                y += 3.6;
            }
            y += 1;
        }
    }

    private static void strip(Pen pen, Line l, double y, double height) {
        double wide = l.overBlack.isPresent() ? WIDE - 20 : WIDE;
        Rect box = new Rect(LEFT, y, wide, height);
        if (l.strip.isEmpty()) pen.rectangle(box.x(), box.y(), box.width(), box.height(), 0.1);
        else pen.wash(box, l.strip, l.grain, false);
        l.overBlack.ifPresent(hex -> {
            pen.shade(0);
            pen.fill(new Rect(LEFT + wide + 2, y, 18, height));
            pen.wash(new Rect(LEFT + wide + 5, y + height * 0.2, 12, height * 0.6), List.of(hex, hex), false);
        });
    }

    private static String verdicts(Line l) {
        return String.join(
                " · ",
                l.verdicts.entrySet().stream()
                        .map(e -> e.getKey() == Trait.GRANULATION
                                ? "granulation " + e.getValue()
                                : e.getKey() == Trait.STAINING ? "staining " + e.getValue() : e.getValue())
                        .toList());
    }

    private static void text(Pen pen, Letters letters, String text, double x, double y, double width, double size) {
        Lettering.Fitted fitted = Lettering.fit(text, width, 1, size, size * 0.6, Paper.ruler(letters));
        if (!fitted.lines().isEmpty()) pen.text(letters, fitted.lines().get(0), x, y, fitted.size());
    }
}
