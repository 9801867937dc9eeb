package molvet.core.measure;

import java.time.format.DateTimeFormatter;
import java.time.temporal.TemporalAccessor;
import java.util.Locale;

/** A day as sentences write it: 27 November 2026. Tables write 2026-11-27. */
public final class DayInWords {
    private static final DateTimeFormatter DAY = DateTimeFormatter.ofPattern("d MMMM yyyy", Locale.ENGLISH);

    private DayInWords() {}

    public static String of(TemporalAccessor day) {
        return DAY.format(day);
    }
}
