package molvet.core.colour;

/**
 * How far from a colour another can lie in L*, a* and b* and still be within a CIEDE2000 difference of it: a safe box, in which to
 * look before anything is computed. Equations of G. Sharma, W. Wu, E. N. Dalal, Color Res. Appl. 30 (2005).
 *
 * @param l half width in L*; S_L is 1.747 at most (eq. 15)
 * @param ab half width in a* and in b*
 */
public record DifferenceBox(double l, double ab) {
    private static final double LIGHTNESS = 1.75;
    /**
     * With the rotation term the two chromatic parts are a quadratic form, whose smaller eigenvalue is 1 − |R_T|/2 at least; R_T is
     * at most 2 sin 60°, and that only round hue 275° (eq. 18 to 21).
     */
    private static final double IN_BLUE = 1 / Math.sqrt(1 - Math.sin(Math.toRadians(60)));

    private static final double ELSEWHERE = 1.1;
    private static final double BLUE = 275;
    private static final double ROUND_BLUE = 75;
    /** Below it R_C is at most a third. */
    private static final double PALE = 12;

    /** @param within in ΔE00, at most 10 */
    public static DifferenceBox of(Lab colour, double within) {
        double chroma = 1.5 * colour.chroma();
        double hue = Math.abs(colour.hue() - BLUE);
        boolean blue = Math.min(hue, 360 - hue) < ROUND_BLUE;
        // The other may be stronger, and then reaches farther.
        double side = within * (blue && chroma > PALE || within > 10 ? IN_BLUE : ELSEWHERE);
        double room = 1 - 0.0225 * side;
        return new DifferenceBox(LIGHTNESS * within, room <= 0.05 ? 400 : side * (1 + 0.045 * chroma) / room);
    }
}
