package molvet.core.collection;

/** What has become of a holding. */
public enum HoldingState {
    HERE,
    LENT,
    USED_UP,
    GIVEN_AWAY,
    LOST;

    /** Whether it still counts as one's own: a lent pan comes back. */
    public boolean counts() {
        return this == HERE || this == LENT;
    }
}
