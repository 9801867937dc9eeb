package molvet.core.chart;

import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;

/**
 * How long a cell takes, learnt from own sittings.
 *
 * @param each seconds for one cell
 * @param learntFrom how many of one’s own cells it was learnt from; 0 for what is usual
 */
public record Pace(double each, int learntFrom) {
    private static final int ENOUGH = 5;
    private static final int LATEST = 60;
    private static final Duration BREAK = Duration.ofMinutes(20);
    private static final Duration SLIP = Duration.ofSeconds(5);

    /**
     * The median time between one cell and the next of a sitting; a longer pause than twenty minutes is a break, a shorter
     * one than five seconds a cell ticked off afterwards.
     *
     * @param painted when cells of this form were painted, in order
     */
    public static Pace of(ChartForm form, List<Instant> painted) {
        List<Long> taken = new ArrayList<>();
        for (int i = 1; i < painted.size(); i++) {
            Duration d = Duration.between(painted.get(i - 1), painted.get(i));
            if (d.compareTo(SLIP) >= 0 && d.compareTo(BREAK) <= 0) taken.add(d.toSeconds());
        }
        List<Long> latest = taken.subList(Math.max(0, taken.size() - LATEST), taken.size());
        if (latest.size() < ENOUGH) return new Pace(form.secondsEach(), 0);
        List<Long> sorted = latest.stream().sorted().toList();
        int n = sorted.size();
        double median = n % 2 == 1 ? sorted.get(n / 2) : (sorted.get(n / 2 - 1) + sorted.get(n / 2)) / 2.0;
        return new Pace(median, n);
    }

    /** What is left for so many cells. */
    public Duration left(int cells) {
        return Duration.ofSeconds(Math.round(each * cells));
    }
}
