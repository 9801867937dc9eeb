package molvet.core.reading;

/** How far the colours of a picture can be trusted, best first. */
public enum Trust {
    /** A colour-checker of published values was in the picture. */
    CHECKED("With a colour-checker in the picture: colours can be compared with any other reading.", 1.0),
    /** A flat scan, evenly lit. */
    SCANNED("A flat, even scan: colours can be compared with other scans.", 0.95),
    /** A photograph whose light runs smoothly over the page. */
    PHOTOGRAPHED("A photograph: compare with other pictures only where the difference is plain.", 0.8),
    /** Light, lens or exposure say little beyond the picture itself. */
    WITHIN("Compare within this picture, not with others.", 0.6);

    private final String words;
    private final double share;

    Trust(String words, double share) {
        this.words = words;
        this.share = share;
    }

    public String words() {
        return words;
    }

    /** What it leaves of a cell's confidence. */
    double share() {
        return share;
    }
}
