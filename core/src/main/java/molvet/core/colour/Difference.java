package molvet.core.colour;

/**
 * How far apart two colours lie, in CIEDE2000, and what that is to the eye. Every sentence about sameness is built on these
 * limits and on no others.
 *
 * <p>Source of the first two: R. D. Paravina et al., “Color difference thresholds in dentistry”, J. Esthet. Restor. Dent. 27
 * (2015) S1, by ΔE00: 0.8 is seen by half of observers, 1.8 accepted as a match by half.
 */
public final class Difference {
    /** Half of observers see no difference below it (Paravina 2015). */
    public static final double SEEN = 0.8;

    /** Half of observers still take two for the same below it, though many see that they are not (Paravina 2015). */
    public static final double ACCEPTED = 1.8;

    /** Up to here one paint stands in for the other in most work (common practice, no published source). */
    public static final double ALIKE = 3;

    /** Above it two paints are plainly different, at arm’s length too (common practice, no published source). */
    public static final double PLAIN = 5;

    private Difference() {}
}
