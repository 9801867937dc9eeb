package molvet.server.fading;

import java.time.LocalDate;
import java.time.format.DateTimeFormatter;
import java.util.Locale;

/** How days are written in sentences of this room. */
final class FadingDays {
    private static final DateTimeFormatter DAY = DateTimeFormatter.ofPattern("d MMMM yyyy", Locale.ENGLISH);

    private FadingDays() {}

    static String of(LocalDate day) {
        return DAY.format(day);
    }
}
