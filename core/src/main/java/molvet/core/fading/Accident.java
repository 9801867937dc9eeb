package molvet.core.fading;

/** What happens to sheets that hang for months. */
public enum Accident {
    /** The covered half had light too: from then on too little is seen, and what did not change proves nothing. */
    FLAP_SLIPPED("the flap slipped", false),
    DAMP("it got damp", true),
    DIRTIED("it got dirty", true),
    /** What it lost before nobody saw: what does not change any more proves nothing. */
    FADED_BEFORE("it had faded before", false);

    private final String words;
    private final boolean spoils;

    Accident(String words, boolean spoils) {
        this.words = words;
        this.spoils = spoils;
    }

    public String words() {
        return words;
    }

    /** Whether its colour tells nothing of light any more. */
    public boolean isSpoiling() {
        return spoils;
    }
}
