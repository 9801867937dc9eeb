package molvet.core.fading;

import java.time.LocalDate;
import java.time.temporal.ChronoUnit;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import molvet.core.measure.Refusal;

/**
 * Where a sheet was, day by day.
 *
 * @param stays in the order of their days; the first begins the exposure
 * @param about by how many days the beginning may be off, to either side
 */
public record TimeInLight(List<Stay> stays, int about) {
    /** Nobody remembers longer. */
    public static final int MOST_YEARS = 100;

    /** @throws Refusal if there is no place at all */
    public TimeInLight {
        if (stays.isEmpty()) throw Refusal.of("place", "Where does it hang?", "Say the place and since when.");
        stays = stays.stream().sorted(Comparator.comparing(Stay::from)).toList();
        if (about < 0 || about > 366 * MOST_YEARS) {
            throw Refusal.of(
                    "about", "The beginning cannot be off by so many days.", "Say it in days, 0 if it is known.");
        }
    }

    public LocalDate began() {
        return stays.get(0).from();
    }

    /** Where it was on a day; empty before it began. Of two places on one day, the one given later. */
    public Optional<Stay> on(LocalDate day) {
        return stays.stream().filter(s -> !s.from().isAfter(day)).reduce((a, b) -> b);
    }

    private interface OfStay {
        void at(Stay stay, long days, boolean first);
    }

    private void until(LocalDate day, OfStay each) {
        for (int i = 0; i < stays.size(); i++) {
            LocalDate from = stays.get(i).from();
            LocalDate to = i + 1 < stays.size() && stays.get(i + 1).from().isBefore(day)
                    ? stays.get(i + 1).from()
                    : day;
            if (to.isAfter(from)) each.at(stays.get(i), ChronoUnit.DAYS.between(from, to), i == 0);
        }
    }

    /** Light that had fallen on it by a day. */
    public Dose dose(LocalDate day) {
        Dose[] sum = {Dose.NONE};
        until(day, (stay, days, first) -> {
            double off = first ? about : 0;
            sum[0] = sum[0].plus(stay.daily().during(Math.max(0, days - off), days, days + off));
        });
        return sum[0];
    }

    /** Days it hung in the light by a day; those in the dark do not count. */
    public long daysInLight(LocalDate day) {
        long[] sum = {0};
        until(day, (stay, days, first) -> sum[0] += stay.isDark() ? 0 : days);
        return sum[0];
    }

    /** How many days it had last been in the dark for, on a day; 0 where it hung in the light. */
    public long daysInDark(LocalDate day) {
        Optional<Stay> last = on(day).filter(Stay::isDark);
        return last.map(s -> ChronoUnit.DAYS.between(s.from(), day)).orElse(0L);
    }

    /** Whether most of the light held ultraviolet. */
    public boolean isUltraviolet(LocalDate day) {
        double[] sum = {0, 0};
        until(
                day,
                (stay, days, first) -> sum[stay.place().isUltraviolet() ? 1 : 0] +=
                        stay.daily().likely() * days);
        return sum[1] >= sum[0] && sum[1] > 0
                || sum[0] == 0 && stays.get(0).place().isUltraviolet();
    }

    /** Light of a day where it hangs now, or where it last hung. */
    public Dose daily(LocalDate day) {
        return stays.stream()
                .filter(s -> !s.from().isAfter(day) && !s.isDark())
                .reduce((a, b) -> b)
                .or(() -> stays.stream().filter(s -> !s.isDark()).findFirst())
                .map(Stay::daily)
                .orElse(Dose.NONE);
    }
}
