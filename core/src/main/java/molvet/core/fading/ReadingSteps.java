package molvet.core.fading;

import java.time.LocalDate;
import java.time.temporal.ChronoUnit;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Collection;
import java.util.List;
import java.util.Optional;
import java.util.stream.Collectors;
import molvet.core.measure.Refusal;

/**
 * After which days in the light an exposure is read. Each step is about twice the one before, as little goes at first and less
 * and less later.
 *
 * @param days rising
 */
public record ReadingSteps(List<Integer> days) {
    /** After 1, 2, 4, 8, 16, 32 and 52 weeks. */
    public static final ReadingSteps USUAL = new ReadingSteps(List.of(7, 14, 28, 56, 112, 224, 364));

    private static final int MOST = 24;
    private static final int MOST_DAYS = 366 * 40;
    /** A reading a little before its day counts for it: a tenth, and a day at least. */
    private static final int EARLY = 10;

    /** @throws Refusal if they do not rise */
    public ReadingSteps {
        days = List.copyOf(days);
        boolean rising = true;
        for (int i = 1; i < days.size(); i++) rising &= days.get(i) > days.get(i - 1);
        if (days.isEmpty()
                || days.size() > MOST
                || !rising
                || days.get(0) < 1
                || days.get(days.size() - 1) > MOST_DAYS) {
            throw Refusal.of(
                    "steps",
                    "The days of the readings do not rise from 1 to at most " + MOST_DAYS + ".",
                    "Weeks 1, 2, 4, 8, 16 are usual; at most " + MOST + " of them.");
        }
    }

    /** From “1, 2, 4 weeks” or “7 14 28 days”; weeks where nothing else is said. @throws Refusal if it is neither */
    public static ReadingSteps parse(String typed) {
        String text = typed.strip().toLowerCase(java.util.Locale.ROOT);
        if (text.isEmpty()) return USUAL;
        int each = text.matches(".*\\bdays?$") ? 1 : text.matches(".*\\bmonths?$") ? 30 : 7;
        String numbers = text.replaceAll("\\b(days?|weeks?|months?)\\b", " ").strip();
        if (!numbers.matches("\\d{1,5}([\\s,;]+\\d{1,5})*")) {
            throw Refusal.of(
                    "steps", "“" + brief(typed) + "” is no row of weeks.", "Write them as 1, 2, 4, 8, 16 weeks.");
        }
        return new ReadingSteps(Arrays.stream(numbers.split("[\\s,;]+"))
                .map(n -> Integer.parseInt(n) * each)
                .toList());
    }

    private static String brief(String text) {
        return text.length() > 40 ? text.substring(0, 40) + "…" : text;
    }

    /** As it is written: “1, 2, 4, 8 weeks”. */
    public String words() {
        boolean weeks = days.stream().allMatch(d -> d % 7 == 0);
        return days.stream().map(d -> String.valueOf(weeks ? d / 7 : d)).collect(Collectors.joining(", "))
                + (weeks ? " weeks" : " days");
    }

    /** @param step which reading it is, from 1; {@code late} by how many days, 0 and less if it is to come */
    public record Due(LocalDate on, int step, long days, long late) {}

    /**
     * The next reading. One that was missed is not made up for once the day of a later one has come.
     *
     * @param read the days on which it was read since it hangs
     * @return empty when all steps are read, or while it is in the dark
     */
    public Optional<Due> next(TimeInLight time, Collection<LocalDate> read, LocalDate today) {
        if (time.on(today).filter(Stay::isDark).isPresent()) return Optional.empty();
        List<Long> done = read.stream().map(time::daysInLight).toList();
        long now = time.daysInLight(today);
        List<Due> open = new ArrayList<>();
        for (int i = 0; i < days.size(); i++) {
            long day = days.get(i);
            long from = day - Math.max(1, day / EARLY);
            long to = i + 1 < days.size() ? days.get(i + 1) - Math.max(1, days.get(i + 1) / EARLY) : Long.MAX_VALUE;
            if (done.stream().anyMatch(d -> d >= from)) continue;
            if (now >= to) continue;
            LocalDate on = today.plusDays(day - now);
            open.add(new Due(on, i + 1, day, ChronoUnit.DAYS.between(on, today)));
        }
        return open.stream().findFirst();
    }
}
