package molvet.core.arrival;

/** What a dot on a card is like. A withdrawn dot is stickered over, a smeared one has run onto the facing page. */
public enum DotState {
    THERE,
    SMEARED,
    USED_UP,
    MISSING,
    WITHDRAWN;

    /** Whether there is paint to take from it. */
    public boolean canBePainted() {
        return this == THERE || this == SMEARED;
    }

    /** Whether the colour was on the card at all. */
    public boolean wasThere() {
        return this != MISSING && this != WITHDRAWN;
    }
}
