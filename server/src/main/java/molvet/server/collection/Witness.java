package molvet.server.collection;

import java.time.LocalDate;
import java.util.Optional;
import molvet.core.collection.PaperWord;
import molvet.core.pigment.Grade;
import molvet.core.pigment.Trait;
import molvet.server.platform.Collector;

/** What a room above the collection knows of a paint; the facts kept beside paints are worked out with it. */
public interface Witness {
    /**
     * The swatch that stands for it: of those neither lost nor painted anew the newest that is filed, or else the newest; one
     * of its own painting before a printed strip, a wrapper or a leaflet.
     */
    default Optional<Long> swatch(Collector me, long paint) {
        return Optional.empty();
    }

    /** The measurement that the collector chose, or else the latest dry one of the newest swatch. */
    default Optional<Measured> measured(Collector me, long paint) {
        return Optional.empty();
    }

    /** What a measurement says of a trait, on our scale; empty where it says nothing. */
    default Optional<Grade> grade(Trait trait, Measured measured) {
        return Optional.empty();
    }

    /** What a test of its own in light says of how long it lasts, as far as it got. */
    default Optional<PaperWord> tested(Collector me, long paint) {
        return Optional.empty();
    }

    /** When it was last in use there. */
    default Optional<LocalDate> lastUse(Collector me, long paint) {
        return Optional.empty();
    }

    /** Why the record of a paint must stay, as a half sentence, if it must. */
    default Optional<String> keeps(Collector me, long paint) {
        return Optional.empty();
    }
}
