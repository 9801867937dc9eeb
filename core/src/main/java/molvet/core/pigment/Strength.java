package molvet.core.pigment;

/** Tinting strength: how far a little goes in a mixture. */
public enum Strength {
    WEAK,
    MEDIUM,
    STRONG,
    OVERWHELMING
}
