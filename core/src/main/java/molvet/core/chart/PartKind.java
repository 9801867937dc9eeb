package molvet.core.chart;

/** What a piece of a cell is for. */
public enum PartKind {
    /** Painted at full strength. */
    MASS_TONE,
    /** One square of a value strip; step 1 is full strength. */
    STEP,
    /** Graded from full strength to palest: from left to right, on cards from top to bottom. */
    FIELD,
    /** Solid, with a drop of water let into it. */
    DROP,
    /** Painted in one stroke with the part of the same step beside it; this end is left to the light. */
    LIT,
    /** Drawn in waterproof black before painting. */
    OPACITY_LINE,
    /** Painted black first; iridescent, interference and duochrome paints show on it. */
    BLACK_BAR,
    /** Where the lettering stands; not painted. */
    CAPTION,
    /** Where the hole of a ring card is punched. */
    HOLE;

    public boolean isPainted() {
        return this == MASS_TONE || this == STEP || this == FIELD || this == DROP || this == LIT;
    }
}
