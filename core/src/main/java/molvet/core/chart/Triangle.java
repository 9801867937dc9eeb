package molvet.core.chart;

import java.util.List;
import java.util.stream.IntStream;
import molvet.core.measure.Rect;

/**
 * Three paints at the corners, and between them every mixture of theirs in quarters: along the sides of two, inside of three
 * (common practice, no published source).
 */
record Triangle(ChartSpec spec, Rect room, double side, double heads) implements Ruling.Layout {
    static final int CORNERS = 3;
    /** A whole is parted into so many. */
    private static final int WHOLE = 4;

    static final int CELLS = (WHOLE + 1) * (WHOLE + 2) / 2;

    Triangle(ChartSpec spec, Rect room) {
        this(spec, room, 0, spec.captions() ? Ruling.HEADS : 0);
    }

    Triangle {
        double gaps = WHOLE * spec.gap();
        double across = (room.width() - 2 * heads - gaps) / (WHOLE + 1);
        double down = (room.height() - gaps) / (WHOLE + 1);
        side = Mm.ruled(Math.min(Ruling.MOST_SQUARE, Math.min(across, down)));
    }

    @Override
    public double size() {
        return side;
    }

    /** Row by row from the first paint at the top; in each from the second at the left to the third at the right. */
    @Override
    public Plan.Cell cell(int place, int index) {
        int row = (int) Math.floor((Math.sqrt(8.0 * place + 1) - 1) / 2);
        int column = place - row * (row + 1) / 2;
        double step = side + spec.gap();
        double left = room.centreX() - ((row + 1) * step - spec.gap()) / 2;
        double top = room.y() + (room.height() - (WHOLE + 1) * step + spec.gap()) / 2;
        Rect box = new Rect(left + column * step, top + row * step, side, side);
        return new Plan.Cell(
                index, shares(WHOLE - row, row - column, column), box, List.of(Plan.Part.of(PartKind.FIELD, box)));
    }

    private static List<Plan.Cell.Share> shares(int... parts) {
        List<Integer> smallest = SmallestParts.of(IntStream.of(parts).boxed().toList());
        return IntStream.range(0, CORNERS)
                .filter(p -> parts[p] > 0)
                .mapToObj(p -> new Plan.Cell.Share(p, smallest.get(p)))
                .toList();
    }

    @Override
    public List<String> said() {
        int mixed = CELLS - CORNERS;
        int ofThree = (WHOLE - 1) * (WHOLE - 2) / 2;
        return List.of(
                mixed + " mixtures in quarters, " + ofThree + " of them of all three, and " + CORNERS
                        + " mass tones, squares of " + Mm.of(side) + " mm.",
                "The first paint is the corner at the top, the second at the left, the third at the right.");
    }
}
