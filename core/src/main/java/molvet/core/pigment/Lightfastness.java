package molvet.core.pigment;

/** How long a colour lasts in light, best first. */
public enum Lightfastness implements Grade {
    EXCELLENT,
    VERY_GOOD,
    FAIR,
    POOR,
    FUGITIVE,
    UNTESTED
}
