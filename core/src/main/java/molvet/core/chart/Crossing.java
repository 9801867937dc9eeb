package molvet.core.chart;

import java.util.List;
import molvet.core.measure.Rect;

/**
 * Squares where rows and columns cross. Of a ladder each row leads from the first paint to one of the others in steps; of family
 * against family each row and each column begins with its own paint, and they mix where they cross.
 */
record Crossing(ChartSpec spec, Rect room, double side, double heads, double tops) implements Ruling.Layout {
    private static final double NAMES = 12;
    private static final double PARTS = 6;

    Crossing(ChartSpec spec, Rect room) {
        this(spec, room, 0, spec.captions() ? Ruling.HEADS : 0, !spec.captions() ? 0 : isLadder(spec) ? PARTS : NAMES);
    }

    Crossing {
        double across = (room.width() - heads - columns(spec) * spec.gap()) / columns(spec);
        double down = (room.height() - tops - rows(spec) * spec.gap()) / rows(spec);
        side = Mm.ruled(Math.min(Ruling.MOST_SQUARE, Math.min(across, down)));
    }

    private static boolean isLadder(ChartSpec spec) {
        return spec.form() == ChartForm.LADDER;
    }

    private static int columns(ChartSpec spec) {
        return isLadder(spec) ? Ladder.STEPS.size() : spec.columns() + 1;
    }

    private static int rows(ChartSpec spec) {
        return isLadder(spec) ? spec.cells() - 1 : spec.cells() - spec.columns() + 1;
    }

    @Override
    public double size() {
        return side;
    }

    @Override
    public Plan.Cell cell(int place, int index) {
        // The corner of two families is no cell.
        int at = isLadder(spec) ? place : place + 1;
        int row = at / columns(spec);
        int column = at % columns(spec);
        double step = side + spec.gap();
        double left = room.x() + (room.width() - heads - columns(spec) * step) / 2 + heads + spec.gap();
        double top = room.y() + (room.height() - tops - rows(spec) * step) / 2 + tops + spec.gap();
        Rect box = new Rect(left + column * step, top + row * step, side, side);
        return isLadder(spec) ? step(index, row, Ladder.STEPS.get(column), box) : crossed(index, row, column, box);
    }

    private static Plan.Cell step(int index, int row, Ladder.Step s, Rect box) {
        int other = row + 1;
        if (s.other() == 0) return alone(index, 0, box);
        if (s.one() == 0) return alone(index, other, box);
        return new Plan.Cell(
                index,
                List.of(new Plan.Cell.Share(0, s.one()), new Plan.Cell.Share(other, s.other())),
                box,
                painted(PartKind.FIELD, box));
    }

    private Plan.Cell crossed(int index, int row, int column, Rect box) {
        int of = spec.columns() + row - 1;
        if (row == 0) return alone(index, column - 1, box);
        if (column == 0) return alone(index, of, box);
        return Plan.Cell.halfAndHalf(index, column - 1, of, box, painted(PartKind.FIELD, box));
    }

    private static Plan.Cell alone(int index, int paint, Rect box) {
        return Plan.Cell.of(index, paint, box, painted(PartKind.FIELD, box));
    }

    private static List<Plan.Part> painted(PartKind kind, Rect box) {
        return List.of(Plan.Part.of(kind, box));
    }

    @Override
    public List<String> said() {
        String squares = ", squares of " + Mm.of(side) + " mm.";
        if (isLadder(spec)) {
            int others = spec.cells() - 1;
            return List.of(
                    (others == 1
                                    ? "From one paint to the other"
                                    : "From the first paint to each of " + others + " others")
                            + " in " + Ladder.STEPS.size() + " steps" + squares,
                    "The ends of each row are the paints themselves.");
        }
        int across = spec.columns();
        int down = spec.cells() - across;
        return List.of(
                across + " across and " + down + " down: " + across * down + " mixtures and " + (across + down)
                        + " mass tones" + squares,
                "Each row and each column begins with its own paint.");
    }
}
