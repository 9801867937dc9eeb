package molvet.core.mixing;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.atomic.AtomicBoolean;
import java.util.function.BooleanSupplier;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import molvet.core.colour.Difference;
import molvet.core.colour.Film;
import molvet.core.colour.Lab;

/**
 * The best mixtures of two and three paints for a target.
 *
 * <p>Every pair is tried in the ratios hands measure, by its colour at full strength and at half; the best of them are compared in
 * full, and a third paint is tried with the best pairs. Of more than {@value #MOST_TRIED} paints those are tried that differ most
 * from each other, and what comes of it is then tried with their neighbours. {@code n² / 2} pairs of five ratios: 160 paints take
 * about a third of a second.
 */
public final class Matching {
    static final int MOST_TRIED = 160;
    /** As hands measure: parts of the one to parts of the other. The last is a touch. */
    static final int[][] RATIOS = {{1, 1}, {2, 1}, {1, 2}, {3, 1}, {1, 3}, {5, 1}, {1, 5}, {12, 1}, {1, 12}};

    private static final int LOOKED_AT = 60;
    private static final int WITH_A_THIRD = 24;
    /** A third paint must win so much, or two are better. */
    private static final double WORTH_A_THIRD = 0.5;

    private final Target target;
    private final List<Ingredient> from;
    private final Lab full;
    private final Lab half;

    private Matching(Target target, List<Ingredient> from) {
        this.target = target;
        this.from = from;
        this.full = target.massTone();
        this.half = target.hasTint() ? target.run().half() : full;
    }

    /**
     * @param from what may be mixed; at least one
     * @param most how many to give back
     * @param goOn asked now and then; once it says no, what was found so far is given back
     */
    public static Found of(Target target, List<Ingredient> from, int most, int paints, BooleanSupplier goOn) {
        AtomicBoolean ended = new AtomicBoolean();
        List<Match> best = new Matching(target, from).best(most, paints, () -> {
            if (!goOn.getAsBoolean()) ended.set(true);
            return !ended.get();
        });
        return new Found(best, ended.get());
    }

    /**
     * @param mixes best first, no two of the same paints
     * @param ended whether the search was ended before everything was tried
     */
    public record Found(List<Match> mixes, boolean ended) {
        /** What must be known before it is believed that nothing better can be mixed. */
        public Optional<String> caution() {
            return ended
                    ? Optional.of(
                            "The search was ended before every mixture was tried: there may be a better one. Of fewer"
                                    + " paints all are tried.")
                    : Optional.empty();
        }
    }

    /** Parts of some of the paints, by place in the list. */
    private record Try(int[] which, int[] parts, double rough) {}

    private List<Match> best(int most, int paints, BooleanSupplier goOn) {
        List<Integer> tried = Spread.of(from.stream().map(Ingredient::massTone).toList(), MOST_TRIED, full);
        List<Try> pairs = new ArrayList<>();
        for (int i = 0; i < tried.size() && goOn.getAsBoolean(); i++) {
            for (int j = i + 1; j < tried.size(); j++) {
                Try best = null;
                for (int[] r : RATIOS) {
                    Try t = roughly(new int[] {tried.get(i), tried.get(j)}, r);
                    if (best == null || t.rough < best.rough) best = t;
                }
                pairs.add(best);
            }
        }
        pairs.sort(Comparator.comparingDouble(Try::rough));
        List<Try> close = new ArrayList<>(pairs.subList(0, Math.min(pairs.size(), LOOKED_AT)));
        if (tried.size() < from.size())
            close.addAll(neighbours(close.subList(0, Math.min(close.size(), WITH_A_THIRD))));
        List<Try> three = paints > 2 ? thirds(close, tried, goOn) : List.of();
        List<Match> found = Stream.concat(close.stream(), three.stream())
                .map(t -> Match.of(target, Prediction.of(mixture(t))))
                .sorted(Comparator.comparingDouble(m -> m.cost(target)))
                .toList();
        return distinct(found, most);
    }

    private List<Match> distinct(List<Match> sorted, int most) {
        List<Match> kept = new ArrayList<>();
        Set<Set<Ingredient>> seen = new HashSet<>();
        for (Match m : sorted) {
            Set<Ingredient> of = Set.copyOf(m.mix().mixture().ingredients());
            // A third that wins hardly anything over two of them only makes work.
            boolean idle = of.size() > 2
                    && kept.stream()
                            .anyMatch(k -> of.containsAll(k.mix().mixture().ingredients())
                                    && k.cost(target) < m.cost(target) + WORTH_A_THIRD);
            if (idle || !seen.add(of)) continue;
            kept.add(m);
            if (kept.size() == most) break;
        }
        return List.copyOf(kept);
    }

    private Mixture mixture(Try t) {
        return new Mixture(IntStream.range(0, t.which.length)
                .mapToObj(i -> new Mixture.Part(from.get(t.which[i]), t.parts[i]))
                .toList());
    }

    private Try roughly(int[] which, int[] parts) {
        double all = 0;
        for (int p : parts) all += p;
        double[] shares = new double[parts.length];
        List<Film> films = new ArrayList<>(parts.length);
        for (int i = 0; i < parts.length; i++) {
            shares[i] = parts[i] / all;
            films.add(from.get(which[i]).film().film());
        }
        Film mixed = Film.mixed(films, shares);
        Lab at = mixed.at(1);
        double rough = leniently(at, full);
        if (target.hasTint()) {
            // Near the thickness at which it is as light: what absorbs in proportion is left.
            double thin = Math.log(half.l() / 96) / Math.log(Math.min(0.97, at.l() / 96 + 1e-3));
            rough += leniently(mixed.at(Math.max(0.02, Math.min(1, thin))), half);
        }
        return new Try(which, parts, rough);
    }

    /** What is darker than it need be can be thinned. */
    static double leniently(Lab mix, Lab wanted) {
        double dl = mix.l() - wanted.l();
        double dc = mix.chroma() - wanted.chroma();
        double dh2 = Math.max(0, sq(mix.a() - wanted.a()) + sq(mix.b() - wanted.b()) - sq(dc));
        double c = 1 + 0.045 * wanted.chroma();
        double h = 1 + 0.015 * wanted.chroma();
        return Math.sqrt(sq(dl < 0 ? 0.4 * dl : dl) + sq(dc / c) + dh2 / sq(h));
    }

    private static double sq(double v) {
        return v * v;
    }

    private List<Try> thirds(List<Try> close, List<Integer> tried, BooleanSupplier goOn) {
        List<Try> all = new ArrayList<>();
        for (Try pair : close.subList(0, Math.min(close.size(), WITH_A_THIRD))) {
            if (!goOn.getAsBoolean()) break;
            Try best = null;
            for (int third : tried) {
                if (third == pair.which[0] || third == pair.which[1]) continue;
                for (int[] p : new int[][] {
                    {pair.parts[0], pair.parts[1], 1},
                    {2 * pair.parts[0], 2 * pair.parts[1], 1},
                    {5 * pair.parts[0], 5 * pair.parts[1], 1}
                }) {
                    Try t = roughly(new int[] {pair.which[0], pair.which[1], third}, p);
                    if (best == null || t.rough < best.rough) best = t;
                }
            }
            if (best != null) all.add(best);
        }
        all.sort(Comparator.comparingDouble(Try::rough));
        return all;
    }

    /** The same pairs with each paint replaced by those like it that were not tried. */
    private List<Try> neighbours(List<Try> close) {
        List<Try> all = new ArrayList<>();
        for (Try t : close) {
            for (int side = 0; side < 2; side++) {
                Lab at = from.get(t.which[side]).massTone();
                for (int other = 0; other < from.size(); other++) {
                    if (other == t.which[1 - side] || other == t.which[side]) continue;
                    if (from.get(other).massTone().differenceFrom(at) > 2 * Difference.PLAIN) continue;
                    int[] which = t.which.clone();
                    which[side] = other;
                    all.add(roughly(which, t.parts));
                }
            }
        }
        all.sort(Comparator.comparingDouble(Try::rough));
        return all.subList(0, Math.min(all.size(), LOOKED_AT));
    }
}
