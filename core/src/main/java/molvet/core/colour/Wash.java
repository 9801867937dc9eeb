package molvet.core.colour;

import java.util.ArrayList;
import java.util.List;

/** How a graded wash runs between two measured ends. */
public final class Wash {
    private static final double DARKEST = 1e-4;

    private Wash() {}

    /**
     * Colours from full strength to palest, both ends exact.
     *
     * <p>Between them the density (−log10) of each tristimulus value runs evenly, as the absorption of a thinning
     * layer does by the law of Lambert and Beer. It is a drawing of the run between two measurements, not a
     * measurement.
     *
     * @param steps how many colours, at least 2
     */
    public static List<Lab> between(Lab massTone, Lab tint, int steps) {
        Xyz from = massTone.toXyz();
        Xyz to = tint.toXyz();
        List<Lab> run = new ArrayList<>(steps);
        for (int i = 0; i < steps; i++) {
            double t = i / (double) (steps - 1);
            run.add(
                    i == 0
                            ? massTone
                            : i == steps - 1
                                    ? tint
                                    : Lab.ofXyz(new Xyz(
                                            mix(from.x(), to.x(), t),
                                            mix(from.y(), to.y(), t),
                                            mix(from.z(), to.z(), t))));
        }
        return run;
    }

    private static double mix(double from, double to, double t) {
        return Math.exp((1 - t) * Math.log(Math.max(DARKEST, from)) + t * Math.log(Math.max(DARKEST, to)));
    }
}
