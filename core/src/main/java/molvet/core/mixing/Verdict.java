package molvet.core.mixing;

/** How far a mixture stands in for a paint. */
public enum Verdict {
    /** Hardly told apart at any strength, and it behaves alike. */
    SAME,
    /** A near relation: told apart side by side, and not at arm’s length; or the same colour that behaves otherwise. */
    NEAR,
    /** Its hue, but plainly duller, lighter or darker. */
    SAME_HUE,
    OTHER
}
