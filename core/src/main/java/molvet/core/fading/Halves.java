package molvet.core.fading;

import java.util.Optional;
import molvet.core.colour.Lab;

/**
 * Both halves of a strip as they were read in one picture, so that light and device are the same for both.
 *
 * @param tint empty for a strip of one strength
 */
public record Halves(Pair full, Optional<Pair> tint) {
    /** @param margin standard error of each, as a distance in L*a*b*, both together */
    public record Pair(Lab covered, Lab lit, double margin) {
        /** The half in the light as it would be, had it been covered as well. */
        private Lab unlit(Optional<Pair> first) {
            return first.map(f -> new Lab(
                            Math.max(0, Math.min(110, covered.l() + f.lit.l() - f.covered.l())),
                            covered.a() + f.lit.a() - f.covered.a(),
                            covered.b() + f.lit.b() - f.covered.b()))
                    .orElse(covered);
        }
    }

    /** What light did to one strength. @param first the same strength before it hung; empty: both halves are taken to have been alike */
    static Change change(Pair now, Optional<Pair> first) {
        double own = Math.hypot(now.margin, first.map(Pair::margin).orElse(Change.HAND));
        return Change.of(now.unlit(first), now.lit, Change.SURE * Math.hypot(own, Change.FLOOR));
    }

    /** How a sheet moved from one picture to another, beside how its twin did: what is left when the pictures’ own difference is taken off. */
    public static Change moved(Pair sheet, Pair twin) {
        return change(sheet, Optional.of(twin));
    }

    public Change ofFull(Optional<Halves> first) {
        return change(full, first.map(Halves::full));
    }

    public Optional<Change> ofTint(Optional<Halves> first) {
        return tint.map(t -> change(t, first.flatMap(Halves::tint)));
    }
}
