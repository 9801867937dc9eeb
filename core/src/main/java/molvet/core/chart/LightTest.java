package molvet.core.chart;

import java.util.ArrayList;
import java.util.List;
import molvet.core.measure.Rect;

/**
 * A paint a row: caption, then a stroke at full strength and below it one as a tint, each through both halves, so that they
 * differ by the light alone. The edge of the flap lies in the gap between the halves, at one place in all rows. References are one
 * stroke high and follow the paints.
 */
record LightTest(ChartSpec spec, Rect room, int rows, double stroke, double caption, double half)
        implements Ruling.Layout {
    /** Where the flap's edge throws its half shadow nothing is measured. */
    static final double FLAP = 2;

    private static final double BETWEEN = 1.5;
    private static final double LEAST_CAPTION = 34;
    private static final double MOST_CAPTION = 62;
    private static final double MOST_HALF = 55;
    private static final double MOST_STROKE = 14;
    /** For the words over the two columns. */
    private static final double HEAD = 5;

    LightTest(ChartSpec spec, Rect room, int rows) {
        this(spec, room, rows, stroke(spec, room, rows), 0, 0);
    }

    LightTest {
        double least = spec.captions() ? Math.min(LEAST_CAPTION, room.width() * 0.3) : 0;
        half = Mm.ruled(Math.max(0, Math.min(MOST_HALF, (room.width() - least - spec.gap() - FLAP) / 2)));
        caption = spec.captions() ? Math.min(MOST_CAPTION, room.width() - 2 * half - FLAP - spec.gap()) : 0;
    }

    /** Whether references have rows of one stroke; over several pages all rows are alike. */
    private static boolean isOnOnePage(ChartSpec spec, int rows) {
        return rows >= spec.count();
    }

    private static double stroke(ChartSpec spec, Rect room, int rows) {
        int single = isOnOnePage(spec, rows) ? spec.references() : 0;
        int both = rows - single;
        double down = room.height() - HEAD - both * BETWEEN - (rows - 1) * spec.gap();
        return Mm.ruled(Math.max(0, Math.min(MOST_STROKE, down / (2 * both + single))));
    }

    private double tall() {
        return 2 * stroke + BETWEEN;
    }

    @Override
    public double size() {
        return stroke;
    }

    @Override
    public Plan.Cell cell(int place, int index) {
        boolean reference = index >= spec.cells();
        boolean low = isOnOnePage(spec, rows);
        int both = low ? Math.min(place, spec.cells()) : place;
        double y = room.y() + HEAD + both * (tall() + spec.gap()) + (place - both) * (stroke + spec.gap());
        double x = room.x() + (room.width() - caption - spec.gap() - 2 * half - FLAP) / 2;
        double covered = x + caption + (caption > 0 ? spec.gap() : 0);
        double lit = covered + half + FLAP;
        double height = reference && low ? stroke : tall();
        List<Plan.Part> parts = new ArrayList<>();
        if (reference) {
            parts.add(new Plan.Part(PartKind.STEP, 1, new Rect(covered, y, half, height)));
            parts.add(new Plan.Part(PartKind.LIT, 1, new Rect(lit, y, half, height)));
        } else {
            double second = y + stroke + BETWEEN;
            parts.add(new Plan.Part(PartKind.STEP, 1, new Rect(covered, y, half, stroke)));
            parts.add(new Plan.Part(PartKind.STEP, 2, new Rect(covered, second, half, stroke)));
            parts.add(new Plan.Part(PartKind.LIT, 1, new Rect(lit, y, half, stroke)));
            parts.add(new Plan.Part(PartKind.LIT, 2, new Rect(lit, second, half, stroke)));
        }
        if (caption > 0) parts.add(Plan.Part.of(PartKind.CAPTION, new Rect(x, y, caption, height)));
        return Plan.Cell.of(index, index, new Rect(x, y, lit + half - x, height), parts);
    }

    @Override
    public List<String> said() {
        List<String> all = new ArrayList<>();
        all.add("Strokes of " + Mm.of(stroke) + " × " + Mm.of(half) + " mm in each half, " + Mm.of(FLAP)
                + " mm between them for the edge of the flap.");
        all.add("The flap covers the left half: black paper or card, fixed along the left edge.");
        return List.copyOf(all);
    }
}
