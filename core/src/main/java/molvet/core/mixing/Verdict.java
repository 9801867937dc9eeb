package molvet.core.mixing;

/** How far a mixture stands in for a paint. */
public enum Verdict {
    /** Hardly told apart at any strength, and it behaves alike. */
    SAME,
    /** Stands in for it in most work. */
    NEAR,
    /** Its hue, but plainly duller, lighter or darker. */
    SAME_HUE,
    OTHER
}
