package molvet.server.choosing;

import java.time.LocalDate;
import java.util.List;
import java.util.stream.Collectors;
import molvet.core.measure.DayInWords;
import molvet.core.measure.Rect;
import molvet.server.choosing.ReportCards.ReportCardView;
import molvet.server.collection.PaintViews.PaintEntry;
import molvet.server.measure.Paper;
import molvet.server.measure.Paper.Letters;
import molvet.server.measure.Paper.Pen;
import molvet.server.measure.TextColumn;

/** Draws a report card on one page of A4: the paints as a row of strips, then two columns, then doubts and care. */
final class ReportSheet {
    static final Paper A4 = new Paper(210, 297);
    private static final double LEFT = 15;
    private static final double WIDE = 180;
    private static final double COLUMN = 86;
    private static final int MOST_NAMES = 24;
    private static final int STRIPS_IN_ROW = 60;

    private final ReportCardView card;
    private final LocalDate on;

    ReportSheet(ReportCardView card, LocalDate on) {
        this.card = card;
        this.on = on;
    }

    void draw(Pen pen) {
        pen.text(Letters.PLAIN, "Report card", LEFT, 18, 6);
        TextColumn head = new TextColumn(pen, LEFT, 24, WIDE);
        head.said((card.find().isBlank() ? "everything" : card.find()) + " · " + DayInWords.of(on));
        double y = strips(pen, head.y() + 4);

        TextColumn one = new TextColumn(pen, LEFT, y, COLUMN);
        one.heading("What it is made of");
        one.said(card.madeOf());
        one.bar(card.single(), card.mixtures(), card.withoutRecipe());
        one.heading("How it lasts");
        one.said(card.lasts());
        one.bar(card.lightfastness().stream()
                .mapToInt(ReportCards.StepCount::count)
                .toArray());
        one.said(card.inSteps());
        one.said(names(card.fading()));

        TextColumn two = new TextColumn(pen, LEFT + WIDE - COLUMN, y, COLUMN);
        two.heading("Claims one’s own paper bears out");
        if (card.claims().isEmpty()) two.said("No claim has met the paper yet.");
        card.claims()
                .forEach(c -> two.said(c.trait() + ": " + c.agreed() + " of " + c.asked() + ", "
                        + Math.round(100.0 * c.agreed() / c.asked()) + " %"));
        two.heading("What it lacks");
        two.said(card.lacks());
        if (card.lacksWithoutFading() != null) two.said(card.lacksWithoutFading());
        if (card.guessed() > 0) two.said(card.guessed() + " not measured, and taken from the recipe.");

        TextColumn rest = new TextColumn(pen, LEFT, Math.max(one.y(), two.y()) + 2, WIDE);
        rest.rule();
        rest.heading("Gravest doubts");
        if (card.doubts().isEmpty()) rest.said("None.");
        for (int i = 0; i < card.doubts().size(); i++) {
            ReportCards.DoubtLine d = card.doubts().get(i);
            rest.said((i + 1) + ". " + d.paint().name() + ": " + d.message());
        }
        if (card.doubtsInAll() > card.doubts().size()) rest.said(card.doubtsInAll() + " in all.");
        if (card.cautions().isEmpty()) return;
        rest.heading("Care");
        card.cautions().forEach(e -> rest.said(e.element() + ": " + names(e.paints())));
        rest.said(card.guidance() + " " + card.deferral());
    }

    /** Upright strips side by side, in the order of hue; returns where they end. */
    private double strips(Pen pen, double top) {
        List<ReportCards.CardStrip> all = card.strips();
        double y = top;
        for (int from = 0; from < all.size(); from += STRIPS_IN_ROW) {
            List<ReportCards.CardStrip> row = all.subList(from, Math.min(all.size(), from + STRIPS_IN_ROW));
            double each = Math.min(12, WIDE / Math.min(all.size(), STRIPS_IN_ROW));
            for (int i = 0; i < row.size(); i++) {
                pen.wash(
                        new Rect(LEFT + i * each, y, each * 0.86, 14),
                        row.get(i).stops(),
                        row.get(i).grain(),
                        true);
            }
            y += 16;
        }
        return y + 3;
    }

    private static String names(List<PaintEntry> paints) {
        String names = paints.stream().limit(MOST_NAMES).map(PaintEntry::name).collect(Collectors.joining(", "));
        return paints.size() <= MOST_NAMES ? names : names + " and " + (paints.size() - MOST_NAMES) + " more";
    }
}
