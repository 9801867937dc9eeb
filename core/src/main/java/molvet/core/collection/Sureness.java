package molvet.core.collection;

/** How sure a verdict is. */
public enum Sureness {
    /** One’s own test, or paper and another voice that agree. */
    SURE("sure"),
    /** One strong voice, or several a step apart. */
    LIKELY("likely"),
    /** One voice alone, and nobody has looked at the paint itself. */
    NOT_LOOKED_AT("not looked at yet"),
    /** Voices that contradict each other. */
    DOUBTFUL("doubtful"),
    UNKNOWN("nobody says");

    private final String words;

    Sureness(String words) {
        this.words = words;
    }

    public String words() {
        return words;
    }
}
