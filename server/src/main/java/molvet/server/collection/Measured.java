package molvet.server.collection;

import java.time.LocalDateTime;
import molvet.core.colour.Lab;
import molvet.core.colour.WashRun;
import molvet.server.colour.Runs;
import org.jspecify.annotations.Nullable;

/**
 * The measurement that counts for a paint; the columns of the same names beside the paint are kept from it.
 *
 * @param variation granulation as the share by which the film varies; null where only its contrast is known
 * @param staining share that stayed when a swatch of the paint was lifted, if one was
 * @param curve from full strength to palest, as JSON; null where only the two ends were seen. {@code modelled} where a film fills
 *     what was not seen of it
 */
public record Measured(
        long id,
        double massL,
        double massA,
        double massB,
        double tintL,
        double tintA,
        double tintB,
        double granulation,
        @Nullable Double covering,
        @Nullable Double variation,
        @Nullable Double staining,
        @Nullable String curve,
        boolean modelled,
        @Nullable Double blackL,
        @Nullable Double blackA,
        @Nullable Double blackB,
        int arithmetic,
        LocalDateTime readAt) {
    Lab massTone() {
        return new Lab(massL, massA, massB);
    }

    Lab tint() {
        return new Lab(tintL, tintA, tintB);
    }

    /** The same with a run worked out, as it is kept beside the paint. */
    Measured with(WashRun run) {
        return new Measured(
                id,
                massL,
                massA,
                massB,
                tintL,
                tintA,
                tintB,
                granulation,
                covering,
                variation,
                staining,
                Runs.kept(run),
                !run.measured(),
                blackL,
                blackA,
                blackB,
                arithmetic,
                readAt);
    }

    WashRun run() {
        return Runs.of(curve, modelled, massTone(), tint());
    }
}
