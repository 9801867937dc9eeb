package molvet.core.reading;

import molvet.core.colour.Lab;
import molvet.core.pigment.Transparency;

/**
 * How far paint hides what lies under it: its contrast ratio, the luminous reflectance over black against that over white, in
 * the sense of ISO 6504-3.
 *
 * <p>A black line is not quite black, and a film over it darkens what little it gives back, so that the two measured
 * reflectances are first solved for a ground of no light at all. A film over a ground {@code g} reflects
 * {@code R = R₀ + T²g / (1 − R₀g)} (P. Kubelka, J. Opt. Soc. Am. 38 (1948), eq. 22); of two grounds {@code T} drops out, and what
 * remains is linear in {@code R₀}.
 */
public final class Covering {
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

    /**
     * How much light a film scatters back, its scattering coefficient times its thickness: of two films that look alike dark over
     * white, the one that sits on a black line as a haze scatters more. From the reflectance over no ground and over white by
     * Kubelka’s hyperbolic solution (1948, eqs. 14 to 27).
     *
     * @param covering see {@link #of}
     * @param overWhite luminance of the paint over white paper of luminance {@code white}
     * @return 0 for a film that only absorbs
     */
    static double scattering(double covering, double overWhite, double white) {
        double alone = Math.min(covering, 0.999) * overWhite;
        if (alone < 1e-4) return 0;
        double through2 = Math.max(1e-6, (overWhite - alone) * (1 - alone * white) / white);
        double a = (1 + alone * alone - through2) / (2 * alone);
        double b = Math.sqrt(Math.max(1e-9, a * a - 1));
        double x = Math.max(1 + 1e-9, (1 / alone - a) / b);
        return 0.5 * Math.log((x + 1) / (x - 1)) / b;
    }

    /**
     * The class painters would give it, by what the film scatters and not by the contrast ratio: dark paints have a high one by
     * their darkness alone, and an alizarin is no less transparent for it. The limits are ours (no published source): over perfect
     * black, a film that absorbs nothing is seen as a breath of L* 32 at the first, a veil of L* 39 at the second and a coat of L*
     * 60 at the third.
     *
     * @param massTone at full strength, over white paper
     */
    public static Transparency transparency(double covering, Lab massTone) {
        double scattering =
                scattering(covering, massTone.toXyz().y(), Lab.PAPER.toXyz().y());
        if (scattering < 0.075) return Transparency.TRANSPARENT;
        if (scattering < 0.12) return Transparency.SEMI_TRANSPARENT;
        return scattering < 0.4 ? Transparency.SEMI_OPAQUE : Transparency.OPAQUE;
    }
}
