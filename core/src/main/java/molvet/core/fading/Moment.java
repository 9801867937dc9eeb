package molvet.core.fading;

import java.time.LocalDate;
import java.util.Comparator;
import java.util.Optional;
import java.util.stream.Stream;

/**
 * One strip at one reading.
 *
 * @param dose light that had fallen on it by then
 * @param days it had hung in the light by then
 * @param dark days it had last been in the dark for
 * @param gone the highest blue wool reference that had visibly gone beside it; empty where none hangs there or nobody looked
 * @param hung how many blue wool references hang there, from 1 up: of those beyond nothing is seen
 * @param proves whether a colour that did not change by then has stood the light: not after the flap slipped
 * @param ultraviolet whether most of the light held ultraviolet
 */
public record Moment(
        LocalDate day,
        Dose dose,
        long days,
        long dark,
        Optional<Integer> gone,
        int hung,
        boolean ultraviolet,
        boolean proves,
        Change full,
        Optional<Change> tint) {
    /** ASTM D4303 tests a wash that gives back 40 % of the light, which is L* 69.5 (from memory). */
    private static final double STANDARD_WASH = 69.5;
    /** A wash so near in L* tells as much (ours). */
    private static final double NEAR = 14;

    /** Days in the dark after which some colours come back. */
    static final int LONG_DARK = 14;

    /** The strength that changed most. */
    public Change most() {
        return tint.filter(t -> t.deltaE00() > full.deltaE00()).orElse(full);
    }

    /** Of full strength and tint the one that comes near the wash of the standard; empty where neither does. */
    Optional<Change> wash() {
        return Stream.concat(Stream.of(full), tint.stream())
                .filter(c -> Math.abs(c.before().l() - STANDARD_WASH) <= NEAR)
                .min(Comparator.comparingDouble(c -> Math.abs(c.before().l() - STANDARD_WASH)));
    }

    public boolean isSeen() {
        return full.isSeen() || tint.filter(Change::isSeen).isPresent();
    }

    public boolean isAfterDark() {
        return dark >= LONG_DARK;
    }

    /** The references that had surely gone, and those that may have. */
    int surelyGone() {
        return gone.orElseGet(() -> BlueWool.goneAfter(dose.low(), ultraviolet));
    }

    /** Where all that hang there have gone, the light may have been enough for more of them: the estimate says for how many. */
    int perhapsGone() {
        int estimated = BlueWool.goneAfter(dose.high(), ultraviolet);
        return gone.map(g -> g < hung ? g : Math.max(g, estimated)).orElse(estimated);
    }

    /** Whether a reference that hangs there has gone and another has not, so that the light lies between two. */
    boolean isBetweenReferences() {
        return gone.filter(g -> g < hung).isPresent();
    }
}
