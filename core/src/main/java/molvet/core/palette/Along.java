package molvet.core.palette;

import java.util.ArrayList;
import java.util.Collections;
import java.util.Comparator;
import java.util.List;
import java.util.stream.IntStream;
import molvet.core.measure.Rect;

/** Which way an order runs through the wells of a box. */
public enum Along {
    ROWS("along the rows"),
    COLUMNS("along the columns"),
    SNAKE("in a snake"),
    WHEEL("round the wheel");

    private final String words;

    Along(String words) {
        this.words = words;
    }

    public String words() {
        return words;
    }

    /**
     * The wells in the order in which they are filled. A ring is always gone round clockwise from the top, then its corners; a box
     * without a ring is gone round its middle, from the top.
     */
    public List<Integer> wells(Box box) {
        List<Integer> all = IntStream.range(0, box.count()).boxed().toList();
        if (box.kind() == Box.Kind.RING) return all;
        List<Rect> at = box.places();
        List<Integer> row = box.rowOf();
        List<Integer> byRow = all.stream()
                .sorted(Comparator.comparing(
                                (Integer w) -> at.get(row.indexOf(row.get(w))).y())
                        .thenComparing(w -> row.get(w))
                        .thenComparing(w -> at.get(w).x()))
                .toList();
        return switch (this) {
            case ROWS -> byRow;
            case COLUMNS ->
                all.stream()
                        .sorted(Comparator.comparing(
                                        (Integer w) -> Math.rint(at.get(w).centreX()))
                                .thenComparing(w -> at.get(w).y()))
                        .toList();
            case SNAKE -> snake(byRow, row);
            case WHEEL ->
                all.stream()
                        .sorted(Comparator.comparing((Integer w) -> angle(at.get(w), box))
                                .thenComparing(w -> w))
                        .toList();
        };
    }

    private static List<Integer> snake(List<Integer> byRow, List<Integer> row) {
        List<Integer> all = new ArrayList<>();
        boolean back = false;
        for (int from = 0; from < byRow.size(); ) {
            int to = from;
            while (to < byRow.size() && row.get(byRow.get(to)).equals(row.get(byRow.get(from)))) to++;
            List<Integer> one = new ArrayList<>(byRow.subList(from, to));
            if (back) Collections.reverse(one);
            all.addAll(one);
            back = !back;
            from = to;
        }
        return all;
    }

    /** Clockwise from the top, in turns. */
    private static double angle(Rect well, Box box) {
        double turn = Math.atan2(well.centreX() - box.width() / 2, box.height() / 2 - well.centreY()) / (2 * Math.PI);
        return turn < -1e-9 ? turn + 1 : turn;
    }
}
