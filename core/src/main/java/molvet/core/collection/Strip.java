package molvet.core.collection;

import java.util.List;
import java.util.Optional;
import molvet.core.colour.Lab;
import molvet.core.colour.Srgb;
import molvet.core.colour.Wash;

/**
 * What is needed to draw a paint from its own measurement: the run of colour from full strength to palest, how much it
 * covers a black line, and how strong its grain is.
 *
 * @param stops colours for the screen as {@code #rrggbb}, evenly spaced, full strength first
 * @param covering 0 (the line shows fully) to 1 (the line is gone); empty where no line was painted over, and none is drawn
 * @param grain standard deviation of lightness over the grain, in L* units, as measured
 */
public record Strip(List<String> stops, Optional<Double> covering, double grain) {
    private static final int STOPS = 9;

    public static Strip of(Lab massTone, Lab tint, Optional<Double> covering, double grain) {
        List<String> stops = Wash.between(massTone, tint, STOPS).stream()
                .map(lab -> Srgb.ofLab(lab).hex())
                .toList();
        return new Strip(stops, covering.map(c -> Math.min(1, Math.max(0, c))), Math.max(0, grain));
    }
}
