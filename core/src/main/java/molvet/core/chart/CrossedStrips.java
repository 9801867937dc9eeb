package molvet.core.chart;

import java.util.ArrayList;
import java.util.List;
import molvet.core.measure.Rect;

/**
 * Two value strips that cross: one paint along the top and one down the side, each in washes halved from one square to the next,
 * and where a column meets a row equal drops of both washes mixed. So a square holds both paints in the parts of their washes, and
 * is as thin as the two together (common practice, no published source).
 */
record CrossedStrips(ChartSpec spec, Rect room, double side, double heads, double tops) implements Ruling.Layout {
    static final int PAINTS = 2;
    private static final int WASHES = HalvedWash.values().length;
    static final int CELLS = PAINTS + WASHES * WASHES;
    private static final double NAMES = 12;

    CrossedStrips(ChartSpec spec, Rect room) {
        this(spec, room, 0, spec.captions() ? Ruling.HEADS : 0, spec.captions() ? NAMES : 0);
    }

    CrossedStrips {
        double across = (room.width() - heads - WASHES * spec.gap()) / (WASHES + 1);
        double down = (room.height() - tops - WASHES * spec.gap()) / (WASHES + 1);
        side = Mm.ruled(Math.min(Ruling.MOST_SQUARE, Math.min(across, down)));
    }

    /**
     * How strong a square is beside full strength, from the parts of its two washes: equal drops of a whole and of a half wash make
     * three quarters.
     */
    static double strength(int one, int other) {
        return Math.min(1, (one + other) / (2.0 * HalvedWash.FULL.parts()));
    }

    @Override
    public double size() {
        return side;
    }

    /** First the strip along the top, then the one down the side, then square by square along the rows. */
    @Override
    public Plan.Cell cell(int place, int index) {
        if (place < PAINTS) return strip(place, index);
        int row = (place - PAINTS) / WASHES;
        int column = (place - PAINTS) % WASHES;
        Rect box = box(column + 1, row + 1);
        return new Plan.Cell(
                index, List.of(share(0, column), share(1, row)), box, List.of(Plan.Part.of(PartKind.MASS_TONE, box)));
    }

    private static Plan.Cell.Share share(int paint, int at) {
        return new Plan.Cell.Share(paint, HalvedWash.values()[at].parts());
    }

    private Plan.Cell strip(int paint, int index) {
        List<Plan.Part> parts = new ArrayList<>();
        for (int i = 1; i <= WASHES; i++) {
            parts.add(new Plan.Part(PartKind.STEP, i, paint == 0 ? box(i, 0) : box(0, i)));
        }
        return Plan.Cell.of(
                index, paint, parts.get(0).box().with(parts.get(WASHES - 1).box()), parts);
    }

    private Rect box(int column, int row) {
        double step = side + spec.gap();
        double left = room.x() + (room.width() - heads - (WASHES + 1) * step + spec.gap()) / 2 + heads;
        double top = room.y() + (room.height() - tops - (WASHES + 1) * step + spec.gap()) / 2 + tops;
        return new Rect(left + column * step, top + row * step, side, side);
    }

    @Override
    public List<String> said() {
        return List.of(
                "Two strips of " + WASHES + " washes, each half as strong as the one before, and " + WASHES * WASHES
                        + " squares where they cross, of " + Mm.of(side) + " mm.",
                "The first paint runs along the top, the second down the side; each square is equal drops of both washes.");
    }
}
