package molvet.core.arrival;

/** How paint came in. */
public enum ArrivalKind {
    HAUL,
    GIFT,
    SWAP,
    SET,
    DOT_CARD,
    SAMPLE,
    SPECIAL_EDITION,
    LEFTOVER,
    FOUND_AGAIN;

    /** Whether somebody gave it: such an arrival costs nothing, may carry a value, and thanks may be owed. */
    public boolean isGiven() {
        return this == GIFT || this == SWAP;
    }
}
