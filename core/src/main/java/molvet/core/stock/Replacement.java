package molvet.core.stock;

import java.math.BigDecimal;
import java.math.RoundingMode;
import java.util.ArrayList;
import java.util.Collection;
import java.util.Comparator;
import java.util.EnumMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import molvet.core.colour.DeltaE;
import molvet.core.colour.Difference;
import molvet.core.colour.Lab;
import molvet.core.colour.WashRun;
import molvet.core.pigment.Granulation;
import molvet.core.pigment.Lightfastness;
import molvet.core.pigment.Pigment;
import molvet.core.pigment.PigmentReference;
import molvet.core.pigment.Recipe;

/**
 * A paint that can take the place of another, and in what it differs.
 *
 * @param strengths ΔE00 at full strength, half and palest; empty where one of the two was not measured
 * @param perMl what a millilitre costs, where that is known
 * @param said in what it is the same and in what not, a clause each
 */
public record Replacement(
        long paint, long colour, Kind kind, List<Double> strengths, Optional<BigDecimal> perMl, List<String> said) {
    /** Beyond this at half strength it is another colour, ΔE00. */
    static final double NO_REPLACEMENT = 10;

    private static final int MOST_NEAREST = 6;
    private static final int MOST_SAME = 24;

    /** In the order in which they are looked at. */
    public enum Kind {
        SAME_PAINT,
        SAME_PIGMENTS,
        NEAREST
    }

    /**
     * One that runs low, or that could replace it.
     *
     * @param paint of the collection, or 0; {@code colour} of a maker’s chart, or 0
     * @param made whether its maker still lists it
     * @param here whether it is owned already
     */
    public record Stocked(
            long paint,
            long colour,
            String name,
            String maker,
            Recipe recipe,
            Optional<WashRun> run,
            Optional<Granulation> grain,
            Optional<Lightfastness> lasts,
            boolean made,
            boolean here,
            Optional<BigDecimal> perMl,
            Optional<Lab> half,
            Optional<String> fingerprint) {
        /** What follows from run and recipe is worked out once: each is compared with many. */
        public Stocked(
                long paint,
                long colour,
                String name,
                String maker,
                Recipe recipe,
                Optional<WashRun> run,
                Optional<Granulation> grain,
                Optional<Lightfastness> lasts,
                boolean made,
                boolean here,
                Optional<BigDecimal> perMl) {
            this(
                    paint,
                    colour,
                    name,
                    maker,
                    recipe,
                    run,
                    grain,
                    lasts,
                    made,
                    here,
                    perMl,
                    run.map(WashRun::half),
                    recipe.fingerprint());
        }
    }

    /**
     * @return the same paint first, then the same pigments (those known to be near first, of them the cheapest first, at most 24), then
     *     the six nearest colours
     */
    public static List<Replacement> of(Stocked low, Collection<Stocked> all, PigmentReference reference) {
        List<Replacement> found = new ArrayList<>();
        for (Stocked s : all) {
            boolean itself = low.paint != 0 && s.paint == low.paint && s.colour == 0;
            if (itself || !s.made) continue;
            kindOf(low, s).filter(k -> !unmade(s.recipe, reference)).ifPresent(k -> found.add(replacement(low, s, k)));
        }
        Comparator<Replacement> order = Comparator.comparing((Replacement r) -> r.kind)
                .thenComparingDouble(r -> r.kind == Kind.NEAREST ? worst(r) : 0.0)
                .thenComparingInt(Replacement::nearness)
                .thenComparing(r -> r.perMl.orElse(new BigDecimal(1_000_000)))
                .thenComparingDouble(Replacement::worst);
        List<Replacement> sorted = found.stream().sorted(order).toList();
        List<Replacement> kept = new ArrayList<>();
        Map<Kind, Integer> many = new EnumMap<>(Kind.class);
        for (Replacement r : sorted) {
            int most = r.kind == Kind.NEAREST ? MOST_NEAREST : MOST_SAME;
            if (many.merge(r.kind, 1, Integer::sum) <= most) kept.add(r);
        }
        return kept;
    }

    /** One that is known to be near before one that nobody measured, and that before one that is far off. */
    private static int nearness(Replacement r) {
        return r.strengths.isEmpty() ? 1 : r.strengths.get(1) <= NO_REPLACEMENT ? 0 : 2;
    }

    /** Whether it holds a pigment that is no longer made: such a paint replaces nothing for long. */
    public static boolean unmade(Recipe recipe, PigmentReference reference) {
        return recipe.pigments().stream()
                .anyMatch(
                        c -> reference.find(c).filter(Pigment::outOfProduction).isPresent());
    }

    private static double worst(Replacement r) {
        return r.strengths.stream().mapToDouble(d -> d).max().orElse(100);
    }

    private static Optional<Kind> kindOf(Stocked low, Stocked s) {
        boolean recipe = low.fingerprint.isPresent() && low.fingerprint.equals(s.fingerprint);
        if (s.maker.equals(low.maker) && s.name.equalsIgnoreCase(low.name) && !s.maker.isEmpty()) {
            return Optional.of(Kind.SAME_PAINT);
        }
        if (recipe) return Optional.of(Kind.SAME_PIGMENTS);
        return low.half.isPresent()
                        && s.half.isPresent()
                        && DeltaE.ciede2000(low.half.get(), s.half.get()) <= NO_REPLACEMENT
                ? Optional.of(Kind.NEAREST)
                : Optional.empty();
    }

    private static Replacement replacement(Stocked low, Stocked s, Kind kind) {
        List<String> said = new ArrayList<>();
        boolean sameRecipe = low.fingerprint.equals(s.fingerprint);
        if (kind == Kind.SAME_PAINT && !sameRecipe && !low.recipe.isEmpty() && !s.recipe.isEmpty()) {
            said.add("made otherwise now: " + s.recipe + " instead of " + low.recipe);
        } else if (kind == Kind.SAME_PAINT && s.paint == 0) {
            said.add("as its maker lists it");
        }
        boolean itself = kind == Kind.SAME_PAINT && s.paint == 0 && sameRecipe;
        List<Double> strengths = itself ? List.of() : strengths(low.run, s.run);
        if (!strengths.isEmpty()) {
            said.add(colour(low.run.orElseThrow(), s.run.orElseThrow(), strengths));
        } else if (!itself) {
            said.add(
                    s.run.isEmpty()
                            ? "its colour was not measured"
                            : "yours was not measured, so it cannot be compared");
        }
        granulation(low, s).ifPresent(said::add);
        lasting(low, s).ifPresent(said::add);
        price(low, s).ifPresent(said::add);
        if (s.here) said.add("you own it");
        return new Replacement(s.paint, s.colour, kind, strengths, s.perMl, List.copyOf(said));
    }

    /** ΔE00 at full strength, half and palest; empty where one was not measured. */
    static List<Double> strengths(Optional<WashRun> one, Optional<WashRun> other) {
        if (one.isEmpty() || other.isEmpty()) return List.of();
        return List.of(
                DeltaE.ciede2000(one.get().full(), other.get().full()),
                DeltaE.ciede2000(one.get().half(), other.get().half()),
                DeltaE.ciede2000(one.get().palest(), other.get().palest()));
    }

    /** At which strengths it stands in or comes near, and at which not. */
    static String colour(WashRun one, WashRun other, List<Double> e) {
        boolean full = e.get(0) <= Difference.PLAIN;
        boolean half = e.get(1) <= Difference.PLAIN;
        String figures =
                String.format(Locale.ROOT, "ΔE %.1f at full strength, %.1f half washed out", e.get(0), e.get(1));
        if (full && half) {
            boolean alike = Math.max(e.get(0), e.get(1)) <= Difference.ALIKE;
            return (alike ? "stands in" : "comes near") + " at every strength (" + figures + ")";
        }
        if (half) {
            return (e.get(1) <= Difference.ALIKE ? "stands in" : "comes near") + " washed down, at full strength not: "
                    + how(one.full(), other.full()) + " there (" + figures + ")";
        }
        if (full) {
            return (e.get(0) <= Difference.ALIKE ? "stands in" : "comes near") + " at full strength, washed down not: "
                    + how(one.half(), other.half()) + " there (" + figures + ")";
        }
        return how(one.half(), other.half()) + " (" + figures + ")";
    }

    private static String how(Lab one, Lab other) {
        return Difference.how(one, other);
    }

    private static Optional<String> granulation(Stocked low, Stocked s) {
        if (low.grain.isEmpty() || s.grain.isEmpty()) return Optional.empty();
        int by = s.grain.get().ordinal() - low.grain.get().ordinal();
        if (by == 0) return Optional.empty();
        return Optional.of("granulation " + s.grain.get().words() + " instead of "
                + low.grain.get().words());
    }

    private static Optional<String> lasting(Stocked low, Stocked s) {
        Set<Lightfastness> unknown = Set.of(Lightfastness.UNTESTED);
        if (low.lasts.isEmpty() || s.lasts.isEmpty()) return Optional.empty();
        if (low.lasts.equals(s.lasts) || unknown.contains(low.lasts.get()) || unknown.contains(s.lasts.get())) {
            return Optional.empty();
        }
        return Optional.of("lightfastness " + s.lasts.get().words() + " instead of "
                + low.lasts.get().words());
    }

    private static Optional<String> price(Stocked low, Stocked s) {
        if (low.perMl.isEmpty() || s.perMl.isEmpty() || low.perMl.get().signum() == 0) return Optional.empty();
        BigDecimal one = low.perMl.get();
        BigDecimal other = s.perMl.get();
        BigDecimal percent =
                other.subtract(one).multiply(BigDecimal.valueOf(100)).divide(one, 0, RoundingMode.HALF_UP);
        if (percent.signum() == 0) return Optional.of("the same price by the ml");
        return Optional.of(percent.abs() + " % " + (percent.signum() < 0 ? "cheaper" : "dearer") + " by the ml ("
                + other.setScale(2, RoundingMode.HALF_UP) + " against " + one.setScale(2, RoundingMode.HALF_UP) + ")");
    }
}
