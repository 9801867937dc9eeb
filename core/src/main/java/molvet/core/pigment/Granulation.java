package molvet.core.pigment;

/** How much the paint settles into the grain of the paper. */
public enum Granulation implements Grade {
    NONE,
    SLIGHT,
    MODERATE,
    STRONG
}
