package molvet.core.fading;

import molvet.core.colour.DeltaE;
import molvet.core.colour.Difference;
import molvet.core.colour.Lab;

/**
 * A colour before and after light.
 *
 * @param before the half in the light as it would be, had it been covered: the covered half now, moved by what the two differed by at the start
 * @param after the half in the light now
 * @param margin within which ΔE may be off, nine times in ten and more; a change below it cannot be told
 */
public record Change(Lab before, Lab after, double deltaEab, double deltaE00, double margin) {
    /** Twice a standard error. */
    static final double SURE = 2;
    /** Standard error that no picture gets below. */
    static final double FLOOR = 0.2;
    /** By how much two halves of one stroke differ where nobody read them at the start (ours). */
    static final double HAND = 1.0;

    static Change of(Lab before, Lab after, double margin) {
        double ab = Math.sqrt(
                square(after.l() - before.l()) + square(after.a() - before.a()) + square(after.b() - before.b()));
        return new Change(before, after, ab, DeltaE.ciede2000(before, after), margin);
    }

    private static double square(double x) {
        return x * x;
    }

    /**
     * Whether it changed visibly, by the measure by which a reference has gone, and more than the picture may be off by: else it
     * could not be held against them.
     */
    public boolean isSeen() {
        return deltaEab >= Math.max(BlueWool.GONE, margin) && deltaE00 > Difference.SEEN;
    }
}
