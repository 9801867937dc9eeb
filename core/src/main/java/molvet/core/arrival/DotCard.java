package molvet.core.arrival;

import molvet.core.measure.Refusal;

/**
 * How the dots of a card lie: so many sheets of so many columns and rows, read in a given direction.
 *
 * <p>A dot's place is written by hand as {@code D1·s2·r3·c4}: card 1, sheet 2, third row, fourth column.
 */
public record DotCard(int sheets, int columns, int rows, Direction direction) {
    public DotCard {
        if (sheets < 1 || sheets > 40 || columns < 1 || columns > 60 || rows < 1 || rows > 60) {
            throw Refusal.of(
                    "sheets",
                    sheets + " sheets of " + columns + " columns and " + rows + " rows are not a card that is made.",
                    "Count the sheets (up to 40) and the dots across and down (up to 60 each).");
        }
    }

    /** The way from one dot to the next. */
    public enum Direction {
        ACROSS,
        DOWN,
        ACROSS_AND_BACK,
        DOWN_AND_BACK,
        ACROSS_FROM_RIGHT,
        DOWN_FROM_RIGHT
    }

    /** All from 1: the row from the top, the column from the left. */
    public record Place(int sheet, int row, int column) {
        public String code(int card) {
            return "D" + card + "·s" + sheet + "·r" + row + "·c" + column;
        }
    }

    public int capacity() {
        return sheets * columns * rows;
    }

    /**
     * Where a dot lies.
     *
     * @param position from 1 to {@link #capacity}, in the order in which the card is read
     */
    public Place place(int position) {
        if (position < 1 || position > capacity()) {
            throw Refusal.of(
                    "position",
                    "There is no dot " + position + " on a card of " + capacity() + ".",
                    "Dots are counted from 1.");
        }
        int onSheet = (position - 1) % (columns * rows);
        boolean down = direction == Direction.DOWN
                || direction == Direction.DOWN_AND_BACK
                || direction == Direction.DOWN_FROM_RIGHT;
        int run = down ? rows : columns;
        int line = onSheet / run;
        int along = onSheet % run;
        boolean back =
                (direction == Direction.ACROSS_AND_BACK || direction == Direction.DOWN_AND_BACK) && line % 2 == 1;
        if (back) along = run - 1 - along;
        int row = down ? along : line;
        int column = down ? line : along;
        boolean fromRight = direction == Direction.ACROSS_FROM_RIGHT || direction == Direction.DOWN_FROM_RIGHT;
        return new Place((position - 1) / (columns * rows) + 1, row + 1, fromRight ? columns - column : column + 1);
    }

    /** The sheets, as nearly three across to four down as they go, that hold so many dots with the least left empty. */
    public static DotCard holding(int dots, int sheets, Direction direction) {
        if (dots < 1 || sheets < 1) throw Refusal.of("dots", "A card has at least one dot.", "Choose some colours.");
        int each = (dots + sheets - 1) / sheets;
        int best = 1;
        double least = Double.MAX_VALUE;
        for (int columns = 1; columns <= Math.min(60, each); columns++) {
            int rows = (each + columns - 1) / columns;
            double cost = (columns * rows - each) + 8 * Math.abs(Math.log(rows * 3.0 / (columns * 4.0)));
            if (rows <= 60 && cost < least) {
                least = cost;
                best = columns;
            }
        }
        return new DotCard(sheets, best, (each + best - 1) / best, direction);
    }
}
