package molvet.core.mixing;

import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import molvet.core.pigment.Lightfastness;

/** How long mixtures last: no longer than what lasts least in them. */
final class Lasting {
    private Lasting() {}

    /** The worst that is known; untested only where nothing is. Empty of nothing. */
    static Optional<Lightfastness> worst(List<Lightfastness> of) {
        return of.stream()
                .filter(l -> l != Lightfastness.UNTESTED)
                .max(Comparator.naturalOrder())
                .or(() -> of.stream().findFirst());
    }

    static boolean fades(Lightfastness l) {
        return l == Lightfastness.POOR || l == Lightfastness.FUGITIVE;
    }
}
