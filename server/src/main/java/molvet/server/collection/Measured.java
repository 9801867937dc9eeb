package molvet.server.collection;

import java.time.LocalDateTime;
import molvet.core.colour.Lab;
import org.jspecify.annotations.Nullable;

/**
 * The measurement that counts for a paint; the columns of the same names beside the paint are kept from it.
 *
 * @param variation granulation as the share by which the film varies; null where only its contrast is known
 * @param staining share that stayed when a swatch of the paint was lifted, if one was
 * @param curve from full strength to palest, as JSON
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
}
