package molvet.core.mixing;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;
import molvet.core.colour.Difference;
import molvet.core.colour.Film;
import molvet.core.colour.Lab;

/**
 * What is at hand to mix from, with every pair of it mixed beforehand: hundreds of targets are then asked for at the price of one
 * search. Pairs only.
 */
public final class Pantry {
    static final int MOST_TRIED = 60;
    private static final int LOOKED_AT = 12;
    private static final Lab MIDDLE = new Lab(50, 0, 0);

    private record Mixed(Ingredient one, Ingredient other, int[] parts, Lab full) {
        Mixture mixture() {
            return new Mixture(List.of(new Mixture.Part(one, parts[0]), new Mixture.Part(other, parts[1])));
        }
    }

    private final List<Mixed> pairs = new ArrayList<>();

    /** Of many paints, by their mass tones, those worth preparing: at most {@value #MOST_TRIED} that differ most. */
    public static List<Integer> spread(List<Lab> massTones) {
        return Spread.of(massTones, MOST_TRIED, MIDDLE);
    }

    /** @param from what may be mixed, at most {@value #MOST_TRIED}; of one paint or none nothing comes */
    public Pantry(List<Ingredient> from) {
        List<Ingredient> tried =
                from.stream().filter(i -> Unforeseen.why(i).isEmpty()).toList();
        for (int i = 0; i < tried.size(); i++) {
            for (int j = i + 1; j < tried.size(); j++) {
                List<Film> films =
                        List.of(tried.get(i).film().film(), tried.get(j).film().film());
                for (int[] r : Matching.RATIOS) {
                    double all = r[0] + r[1];
                    Lab full = Film.mixed(films, new double[] {r[0] / all, r[1] / all})
                            .at(1);
                    pairs.add(new Mixed(tried.get(i), tried.get(j), r, full));
                }
            }
        }
    }

    /** The pair that stands in best for a colour, if any has at least its hue and grains where it does. */
    public Optional<Match> best(Target target) {
        return nearest(target.massTone())
                .map(m -> Match.of(target, Prediction.of(m.mixture())))
                .filter(m -> m.verdict() != Verdict.OTHER)
                .filter(m -> !target.granulates()
                        || m.mix()
                                .granulation()
                                .filter(g -> g.compareTo(target.granulation().orElseThrow()) >= 0)
                                .isPresent())
                .min(Comparator.comparingDouble(m -> m.cost(target)));
    }

    private Stream<Mixed> nearest(Lab wanted) {
        return pairs.stream()
                .filter(m -> Matching.leniently(m.full, wanted) <= 4 * Difference.PLAIN)
                .sorted(Comparator.comparingDouble(m -> Matching.leniently(m.full, wanted)))
                .limit(LOOKED_AT);
    }
}
