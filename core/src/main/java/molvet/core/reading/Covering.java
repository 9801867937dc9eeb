package molvet.core.reading;

/**
 * How far paint hides what lies under it: its contrast ratio, the luminous reflectance over black against that over white, in
 * the sense of ISO 6504-3.
 *
 * <p>A black line is not quite black, and a film over it darkens what little it gives back, so that the two measured
 * reflectances are first solved for a ground of no light at all. A film over a ground {@code g} reflects
 * {@code R = R₀ + T²g / (1 − R₀g)} (P. Kubelka, J. Opt. Soc. Am. 38 (1948), eq. 22); of two grounds {@code T} drops out, and what
 * remains is linear in {@code R₀}.
 */
final class Covering {
    private Covering() {}

    /**
     * @param overBlack luminance of the paint over the line, {@code black} of the bare line; 1 for the perfect diffuser
     * @param overWhite the same of the paint over paper, {@code white} of the bare paper
     * @return 0 (the line shows fully) to 1 (the line is gone)
     */
    static double of(double overBlack, double black, double overWhite, double white) {
        double alone =
                (white * overBlack - black * overWhite) / (white - black + white * black * (overBlack - overWhite));
        return Math.max(0, Math.min(1, alone / Math.max(1e-4, overWhite)));
    }
}
