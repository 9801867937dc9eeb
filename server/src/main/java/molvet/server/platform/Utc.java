package molvet.server.platform;

import java.time.Instant;
import java.time.LocalDateTime;
import java.time.ZoneOffset;
import java.time.temporal.ChronoUnit;

/** Times go to the database as UTC without a zone, to the millisecond. */
public final class Utc {
    private Utc() {}

    public static LocalDateTime of(Instant at) {
        return LocalDateTime.ofInstant(at.truncatedTo(ChronoUnit.MILLIS), ZoneOffset.UTC);
    }

    public static Instant instant(LocalDateTime at) {
        return at.toInstant(ZoneOffset.UTC);
    }
}
