package molvet.server.platform;

import java.time.LocalDate;
import java.time.format.DateTimeParseException;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.function.Supplier;
import molvet.core.measure.Refusal;
import org.jspecify.annotations.Nullable;

/** Fields of a call as they are typed, made into what the rooms take, with a refusal that names the field. */
public final class Fields {
    private Fields() {}

    /** What was typed, or nothing. */
    public static String text(@Nullable String typed) {
        return typed == null ? "" : typed;
    }

    /** Collects refusals, so that every offending field is named at once. */
    public static <T> @Nullable T tried(List<Refusal.Fault> faults, Supplier<@Nullable T> of) {
        try {
            return of.get();
        } catch (Refusal e) {
            faults.addAll(e.faults());
            return null;
        }
    }

    /** One of a list of words, whatever its case, spaces and dashes. @throws Refusal naming them all */
    public static <E extends Enum<E>> E one(String where, @Nullable String typed, E[] values) {
        String wanted = text(typed).strip().toUpperCase(Locale.ROOT).replaceAll("[\\s-]+", "_");
        return Arrays.stream(values)
                .filter(v -> v.name().equals(wanted))
                .findFirst()
                .orElseThrow(() -> Refusal.of(
                        where,
                        "“" + brief(text(typed), 40) + "” is not a " + where + ".",
                        "It is one of "
                                + Arrays.toString(values)
                                        .toLowerCase(Locale.ROOT)
                                        .replace("[", "")
                                        .replace("]", "")
                                        .replace('_', ' ')
                                + "."));
    }

    public static <E extends Enum<E>> E one(String where, @Nullable String typed, E otherwise, E[] values) {
        return text(typed).isBlank() ? otherwise : one(where, typed, values);
    }

    /** A day between 1900 and 2200. @param otherwise for an empty field; without it an empty field is refused */
    public static LocalDate day(String where, @Nullable String typed, @Nullable LocalDate otherwise) {
        if (text(typed).isBlank()) {
            if (otherwise == null) throw Refusal.of(where, "The day is missing.", "Write it like 2026-05-02.");
            return otherwise;
        }
        try {
            LocalDate day = LocalDate.parse(text(typed).strip());
            if (day.getYear() < 1900 || day.getYear() > 2200) throw new DateTimeParseException("", text(typed), 0);
            return day;
        } catch (DateTimeParseException e) {
            throw Refusal.of(where, "“" + brief(text(typed), 30) + "” is not a day.", "Write it like 2026-05-02.");
        }
    }

    private static String brief(String text, int most) {
        return text.length() > most ? text.substring(0, most) + "…" : text;
    }
}
