package molvet.core.stock;

import java.time.LocalDate;
import java.time.temporal.ChronoUnit;
import java.util.Optional;

/**
 * How long what is left lasts, if it goes on as it went.
 *
 * @param days likely; {@code least} and {@code most}: two of three times it lies between
 * @param from what that follows from, in words
 */
public record Pace(long days, long least, long most, String from) {
    private static final int FEWEST_USES = 4;
    private static final int FEWEST_DAYS = 28;
    private static final long FOREVER = 36_500;

    /**
     * Uses come at random, so that of n of them the rate is known to one part in √n; what is left and what was used are each as sure
     * as they were judged.
     *
     * @param since when it was full, and {@code until} when it was last looked at
     * @param used ml in between, of which {@code left} ml are still there
     * @param leftOff ml that the judgement of what is left may be off
     * @param uses paintings and pours in between
     * @return empty where it was used too seldom, or for too short a time, to have a pace
     */
    public static Optional<Pace> of(
            LocalDate since, LocalDate until, double used, double left, double leftOff, int uses) {
        long days = ChronoUnit.DAYS.between(since, until);
        if (days < FEWEST_DAYS || uses < FEWEST_USES || used <= 0 || left < 0) return Optional.empty();
        double likely = left / used * days;
        double off = Math.sqrt(1.0 / uses
                + Math.pow(leftOff / Math.max(left, 1e-9), 2) * (left > 0 ? 1 : 0)
                + Math.pow(leftOff / used, 2));
        return Optional.of(new Pace(
                Math.min(FOREVER, Math.round(likely)),
                Math.min(FOREVER, Math.round(likely / (1 + off))),
                Math.min(FOREVER, Math.round(likely * (1 + off))),
                String.format(
                        java.util.Locale.ROOT, "%.1f ml in %d days, with %d paintings or pours", used, days, uses)));
    }

    /** “about 7 months (5 to 14)”. */
    public String words() {
        if (days >= FOREVER) return "longer than a hundred years";
        if (days < 60) return "about " + days + " days (" + least + " to " + most + ")";
        if (days < 730) return "about " + months(days) + " months (" + months(least) + " to " + months(most) + ")";
        return "about " + years(days) + " years (" + years(least) + " to " + years(most) + ")";
    }

    private static long months(long days) {
        return Math.round(days / 30.44);
    }

    private static long years(long days) {
        return Math.round(days / 365.25);
    }
}
