package molvet.core.collection;

import java.util.List;
import java.util.Optional;
import molvet.core.colour.Srgb;
import molvet.core.colour.WashRun;

/**
 * What is needed to draw a paint from its own measurement: the run of colour from full strength to palest, how much it
 * covers a black line, and how strong its grain is.
 *
 * @param stops colours for the screen as {@code #rrggbb}, evenly spaced by how they differ, full strength first
 * @param measured whether the run was seen all along; else a film runs between the two ends that were
 * @param covering 0 (the line shows fully) to 1 (the line is gone); empty where no line was painted over, and none is drawn
 * @param grain standard deviation of lightness over the grain, as a share of the run’s range of lightness
 */
public record Strip(List<String> stops, boolean measured, Optional<Double> covering, double grain) {
    /** Standard deviation of L* below which a paint counts as smooth, and is drawn so. */
    public static final double LEAST_GRAIN = 1;

    private static final double LEAST_RANGE = 5;

    /** @param grain standard deviation of L*, as measured */
    public static Strip of(WashRun run, Optional<Double> covering, double grain) {
        double range = Math.max(LEAST_RANGE, run.palest().l() - run.full().l());
        return new Strip(
                run.drawn().stream().map(c -> Srgb.ofLab(c).hex()).toList(),
                run.measured(),
                covering.map(c -> Math.min(1, Math.max(0, c))),
                grain < LEAST_GRAIN ? 0 : grain / range);
    }
}
