package molvet.core.collection;

/**
 * Warm and cool, which are relations between neighbours of one family and no facts of one colour: of two, the warmer is nearer
 * in hue to orange (common practice, no published source).
 */
public final class Warmth {
    /** Where warmth is greatest: a hue angle in degrees of CIE L*a*b* (common practice, no published source). */
    public static final double WARMEST = 50;

    /** Less than this, in degrees, and neither of two is called the warmer. */
    public static final double TELLS = 1;

    private Warmth() {}

    /** Degrees of a hue angle from the warmest: 0 warm, 180 cool. */
    public static double coolness(double hue) {
        double apart = Math.abs(hue - WARMEST) % 360;
        return apart > 180 ? 360 - apart : apart;
    }
}
