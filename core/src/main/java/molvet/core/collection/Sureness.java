package molvet.core.collection;

/** How sure a verdict is. */
public enum Sureness {
    /** One’s own test, or paper and another voice that agree. */
    SURE("sure"),
    /** One strong voice, or several a step apart. */
    LIKELY("likely"),
    /** One weak voice, or voices that contradict each other. */
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
