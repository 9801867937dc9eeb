package molvet.core.reading;

import java.util.List;
import java.util.Optional;
import molvet.core.colour.Lab;

/**
 * How far several dry readings of one paint agree.
 *
 * @param readings how many, 2 or more
 * @param massTone mean CIEDE2000 from their mean colour (MCDM, as ASTM E2214 names it for repeated measurements); {@code tint}
 *     likewise
 * @param granulation standard deviation of the coefficient of variation; empty where fewer than two tell it
 * @param covering standard deviation of the share hidden; empty where fewer than two tell it
 */
public record Repeats(
        int readings, double massTone, double tint, Optional<Double> granulation, Optional<Double> covering) {

    public record Seen(Lab massTone, Lab tint, Optional<Double> granulation, Optional<Double> covering) {}

    /** Empty with fewer than two readings: one alone says nothing of repeats. */
    public static Optional<Repeats> of(List<Seen> seen) {
        if (seen.size() < 2) return Optional.empty();
        return Optional.of(new Repeats(
                seen.size(),
                apart(seen.stream().map(Seen::massTone).toList()),
                apart(seen.stream().map(Seen::tint).toList()),
                deviation(seen.stream().flatMap(s -> s.granulation.stream()).toList()),
                deviation(seen.stream().flatMap(s -> s.covering.stream()).toList())));
    }

    private static double apart(List<Lab> colours) {
        Lab mean = new Lab(
                colours.stream().mapToDouble(Lab::l).average().orElseThrow(),
                colours.stream().mapToDouble(Lab::a).average().orElseThrow(),
                colours.stream().mapToDouble(Lab::b).average().orElseThrow());
        return colours.stream()
                .mapToDouble(c -> c.differenceFrom(mean))
                .average()
                .orElseThrow();
    }

    private static Optional<Double> deviation(List<Double> values) {
        if (values.size() < 2) return Optional.empty();
        double mean = values.stream().mapToDouble(v -> v).average().orElseThrow();
        double sum = values.stream().mapToDouble(v -> (v - mean) * (v - mean)).sum();
        return Optional.of(Math.sqrt(sum / (values.size() - 1)));
    }
}
