package molvet.core.colour;

import java.util.ArrayList;
import java.util.List;

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

    /** Below this chroma a colour has no hue to speak of (ours). */
    private static final double HUED = 6;

    private Difference() {}

    /** What the second is beside the first, in one or two words. */
    public static String how(Lab one, Lab other) {
        double light = other.l() - one.l();
        double chroma = other.chroma() - one.chroma();
        double hue = Math.sqrt(
                Math.max(0, Math.pow(other.a() - one.a(), 2) + Math.pow(other.b() - one.b(), 2) - chroma * chroma));
        List<String> words = new ArrayList<>();
        boolean hued = other.chroma() > HUED;
        // A grey beside one with a cast: what tells them apart is the cast, not that it is brighter.
        if (one.chroma() < HUED && chroma > 0) {
            hue = Math.hypot(hue, chroma);
            chroma = 0;
        }
        double most = Math.max(Math.abs(light), Math.max(Math.abs(chroma), hue));
        // Hue first: it is what a painter asks for.
        if (hued && hue >= 0.5 * most && hue > 0.5) words.add(towards(one, other));
        if (Math.abs(chroma) >= 0.6 * most && Math.abs(chroma) > 0.8) words.add(chroma > 0 ? "brighter" : "duller");
        if (Math.abs(light) >= 0.6 * most && Math.abs(light) > 0.8) words.add(light > 0 ? "paler" : "darker");
        return words.isEmpty() ? "hardly different" : String.join(" and ", words.subList(0, Math.min(2, words.size())));
    }

    private static String towards(Lab one, Lab other) {
        return one.chroma() < HUED
                ? ElementaryHue.nearest(new Lab(50, other.a() - one.a(), other.b() - one.b()).hue())
                        .comparative()
                : ElementaryHue.ahead(one.hue(), other.hue()).comparative();
    }
}
