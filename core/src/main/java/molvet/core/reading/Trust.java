package molvet.core.reading;

/** How far the colours of a picture can be trusted, best first. */
public enum Trust {
    /** A colour-checker of published values was in the picture. */
    CHECKED("With a colour-checker in the picture: colours can be compared with any other reading.", 1.0, 4),
    /** A flat scan, evenly lit. */
    SCANNED("A flat, even scan: colours can be compared with other scans.", 0.95, 4),
    /** A photograph whose light runs smoothly over the page. */
    PHOTOGRAPHED("A photograph: compare with other pictures only where the difference is plain.", 0.8, 7),
    /** Light, lens or exposure say little beyond the picture itself. */
    WITHIN("Compare within this picture, not with others.", 0.6, Double.POSITIVE_INFINITY);

    private final String words;
    private final double share;

    private final double within;

    Trust(String words, double share, double within) {
        this.words = words;
        this.share = share;
        this.within = within;
    }

    /**
     * At least 95 of 100 colours lie within this ΔE00 of what a colour meter reads. Rounded up from what simulated devices with
     * filters of their own do, which is most of it; see docs/reading-accuracy.md. Infinite where nothing can be said.
     */
    public double within() {
        return within;
    }

    public String words() {
        if (Double.isInfinite(within)) return words;
        return words + " At least 95 of 100 lie within ΔE00 " + Math.round(within) + " of what a colour meter reads.";
    }

    /** What it leaves of a cell's confidence. */
    double share() {
        return share;
    }
}
