package molvet.core.chart;

import java.util.List;
import java.util.Optional;

/** The shapes a chart may have, as people rule them (common practice, no published source). */
public enum ChartForm {
    /** Cards for a ring: a bar at full strength, a graded field, a caption and the mark of the hole. */
    RING_CARD("ring cards"),
    /** A paint a row, equal squares from full strength to palest. */
    STRIPS("value strips"),
    /** Two squares a paint: solid, and solid with a drop of water. */
    TWO_SQUARES("two squares"),
    /** Equal cells over one page or several, as when a whole dot card is carried over. */
    GRID("grid"),
    /** A swatch where each well is, to the size of the lid. */
    LID_CARD("lid card"),
    /** Round the wheel, with neutrals outside it. */
    WHEEL("wheel"),
    /** One paint mixed with every other. */
    ONE_AGAINST_ALL("one against all"),
    /** Every paint mixed with every other. */
    PAIRS("every pair"),
    /** One paint mixed with each of the others in steps, from all of the one to all of the other. */
    LADDER("ladder"),
    /** Every paint of one family mixed with every one of another. */
    FAMILIES("family against family"),
    /** Three paints at the corners, and between them every mixture of theirs in quarters. */
    TRIANGLE("triangle of three"),
    /** One paint in halved washes along the top, another down the side, and mixed where they cross. */
    CROSSED_STRIPS("two strips crossed"),
    /** A paint a row, at full strength and as a tint, each stroke half covered and half in the light. */
    LIGHT_TEST("light test"),
    /** Cells of a size of one’s own, as many as fit. */
    FREE("free");

    private final String words;

    ChartForm(String words) {
        this.words = words;
    }

    public String words() {
        return words;
    }

    /** Whether its cells are mixtures, which stand where their paints cross or follow. */
    public boolean isMixed() {
        return this == ONE_AGAINST_ALL || this == PAIRS || isOfSetCells();
    }

    /** Whether how many cells it has is not simply how many paints. */
    boolean isOfSetCells() {
        return this == LADDER || this == FAMILIES || this == TRIANGLE || this == CROSSED_STRIPS;
    }

    /** Whether the leading paints of its list say by their order alone where each stands. */
    public boolean isInOrderGiven() {
        return this == FAMILIES || this == TRIANGLE || this == CROSSED_STRIPS;
    }

    /**
     * How strong a cell is beside full strength, from the parts of what it holds: 1, but where strips of halved washes cross. 1 too
     * for one paint by itself, which runs through all its strengths.
     */
    public double strength(List<Integer> parts) {
        return this == CROSSED_STRIPS && parts.size() == 2 ? CrossedStrips.strength(parts.get(0), parts.get(1)) : 1;
    }

    /** Of which washes equal drops are mixed, as “full and half wash”, where strips of halved washes cross. */
    public Optional<String> washes(List<Integer> parts) {
        return this == CROSSED_STRIPS && parts.size() == 2
                ? HalvedWash.both(parts.get(0), parts.get(1))
                : Optional.empty();
    }

    /** Whether its cells are cut apart; else a sheet stays one piece. */
    public boolean isCut() {
        return this == RING_CARD || this == FREE;
    }

    /** Whether all of it stands on one sheet. */
    boolean isOnOneSheet() {
        return this == WHEEL || this == PAIRS || this == LID_CARD || isOfSetCells();
    }

    /** Seconds a cell takes to begin with, until own sittings tell: eleven strips take about three quarters of an hour. */
    public int secondsEach() {
        return switch (this) {
            case STRIPS, RING_CARD -> 245;
            case LIGHT_TEST -> 120;
            case TWO_SQUARES -> 120;
            case ONE_AGAINST_ALL, PAIRS, LADDER, FAMILIES, TRIANGLE, CROSSED_STRIPS -> 90;
            case WHEEL, LID_CARD -> 75;
            case GRID, FREE -> 60;
        };
    }
}
