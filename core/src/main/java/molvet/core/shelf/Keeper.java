package molvet.core.shelf;

import java.util.ArrayList;
import java.util.List;
import java.util.SortedMap;
import java.util.TreeMap;
import molvet.core.measure.Refusal;

/**
 * A physical thing that holds swatches, with its size.
 *
 * @param pages pages it has; 0 where places are not counted by page
 * @param cells places on a page, or in the whole keeper where there are no pages; at least 1
 */
public record Keeper(KeeperKind kind, int number, int pages, int cells) {
    public Keeper {
        if (number < 1 || number > 9999) {
            throw Refusal.of("number", "A keeper’s number runs from 1 to 9999.", "Take the next free one.");
        }
        if (kind.isPaged() ? pages < 1 || pages > 2000 : pages != 0) {
            throw Refusal.of(
                    "pages",
                    kind.isPaged()
                            ? "A " + kind.words() + " has between 1 and 2000 pages."
                            : "A " + kind.words() + " has no pages.",
                    kind.isPaged() ? "Count its pages or pockets." : "Leave pages empty.");
        }
        if (cells < 1 || cells > 2000) {
            throw Refusal.of("cells", "A keeper holds between 1 and 2000 places a page.", "Count what fits.");
        }
    }

    /** How many swatches fit. */
    public int capacity() {
        return Math.max(1, pages) * cells;
    }

    /** Where a place stands in the order of the keeper, from 1. @throws Refusal if it is not in this keeper */
    public int position(PlaceCode place) {
        if (place.kind() != kind || place.keeper() != number) {
            throw Refusal.of(
                    "place",
                    place + " is not in this keeper.",
                    "Its places begin with " + kind.letter() + number + ".");
        }
        if (place.cell() > cells || place.page() > pages) {
            throw Refusal.of(
                    "place",
                    place + " does not exist: " + kind.letter() + number + " has "
                            + (kind.isPaged() ? pages + " pages of " + cells : cells + " places") + ".",
                    "Choose a place inside it, or make the keeper larger.");
        }
        return kind.isPaged() ? (place.page() - 1) * cells + place.cell() : place.cell();
    }

    /** The place at a position from 1 to {@link #capacity}. */
    public PlaceCode place(int position) {
        return kind.isPaged()
                ? new PlaceCode(kind, number, (position - 1) / cells + 1, (position - 1) % cells + 1)
                : new PlaceCode(kind, number, 0, position);
    }

    /** One swatch that moves on, from position to position. */
    public record Move(long swatch, int from, int to) {}

    /**
     * What must move on by one so that a position is free: everything from it up to the first gap.
     *
     * @param taken swatch by position
     * @return the moves, last first, so that each lands on a free place
     * @throws Refusal if there is no gap left behind it
     */
    public List<Move> shift(SortedMap<Integer, Long> taken, int position) {
        TreeMap<Integer, Long> all = new TreeMap<>(taken);
        int gap = position;
        while (all.containsKey(gap)) gap++;
        if (gap > capacity()) {
            throw Refusal.of(
                    "place",
                    kind.letter() + "" + number + " is full from " + place(position)
                            + " to its end; nothing was moved.",
                    "Swap the two swatches, make the keeper larger, or choose another place.");
        }
        List<Move> moves = new ArrayList<>();
        for (int p = gap - 1; p >= position; p--) moves.add(new Move(all.get(p), p, p + 1));
        return moves;
    }
}
