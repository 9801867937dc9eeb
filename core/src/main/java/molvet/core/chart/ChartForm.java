package molvet.core.chart;

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
    /** Cells of a size of one’s own, as many as fit. */
    FREE("free");

    private final String words;

    ChartForm(String words) {
        this.words = words;
    }

    public String words() {
        return words;
    }

    /** Whether its cells are cut apart; else a sheet stays one piece. */
    public boolean isCut() {
        return this == RING_CARD || this == FREE;
    }

    /** How many cells so many paints take. @param full of pairs: the whole square instead of the triangle */
    public int cells(int paints, boolean full) {
        return this == PAIRS ? (full ? paints * paints : paints * (paints + 1) / 2) : paints;
    }

    /** Seconds a cell takes to begin with, until own sittings tell: eleven strips take about three quarters of an hour. */
    public int secondsEach() {
        return switch (this) {
            case STRIPS, RING_CARD -> 245;
            case TWO_SQUARES -> 120;
            case ONE_AGAINST_ALL, PAIRS -> 90;
            case WHEEL, LID_CARD -> 75;
            case GRID, FREE -> 60;
        };
    }
}
