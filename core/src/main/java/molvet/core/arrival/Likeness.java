package molvet.core.arrival;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalDouble;
import molvet.core.collection.Accession;
import molvet.core.collection.Standing;
import molvet.core.colour.DeltaE;
import molvet.core.colour.Difference;
import molvet.core.colour.Lab;
import molvet.core.measure.Words;
import molvet.core.pigment.Recipe;

/**
 * “Do I have that already?”: what in the collection a paint that comes in is the same as, or could be taken for.
 *
 * <p>Colours are compared only where both were measured, and two could be taken for each other if they lie within
 * {@link Difference#ACCEPTED} at full strength and at the palest.
 */
public final class Likeness {
    private static final int MOST_OF_A_KIND = 6;

    private final List<Owned> measured;
    private final Map<Long, List<Owned>> byColour = new HashMap<>();
    private final Map<Integer, Owned> byNumber = new HashMap<>();
    private final Map<String, List<Owned>> byName = new HashMap<>();
    private final Map<String, List<Owned>> byRecipe = new HashMap<>();

    /** What was measured of a paint's swatch. */
    public record Measured(Lab massTone, Lab tint) {}

    /**
     * One paint of the collection.
     *
     * @param maker empty if it is not known
     * @param edition what its edition is called, empty if there is none
     * @param left its holdings in words, such as “15 ml tube, 60 % left”; empty when there is none
     */
    public record Owned(
            long paint,
            Accession accession,
            String name,
            String maker,
            Optional<Long> colour,
            String edition,
            Recipe recipe,
            Standing standing,
            String left,
            Optional<Measured> measured) {}

    /** How a paint that comes in is like one that is here. */
    public enum Kind {
        /** The same colour of the same maker. */
        SAME_PAINT,
        /** Measured so near that no eye tells them apart. */
        INDISTINGUISHABLE,
        SAME_RECIPE,
        SAME_NAME_OTHER_RECIPE
    }

    /** @param deltaE where it is a matter of colour, the larger of full strength and palest */
    public record Match(long paint, Kind likeness, String message, OptionalDouble deltaE) {}

    public Likeness(List<Owned> collection) {
        for (Owned o : collection) {
            o.colour.ifPresent(
                    c -> byColour.computeIfAbsent(c, k -> new ArrayList<>()).add(o));
            byNumber.put(o.accession.number(), o);
            byName.computeIfAbsent(Words.folded(o.name), k -> new ArrayList<>()).add(o);
            o.recipe
                    .fingerprint()
                    .ifPresent(f ->
                            byRecipe.computeIfAbsent(f, k -> new ArrayList<>()).add(o));
        }
        measured = collection.stream()
                .filter(o -> o.measured.isPresent() && o.standing != Standing.GONE && o.standing != Standing.WISHED)
                .toList();
    }

    /**
     * The paint a line is one more of: the one its words name, else the same colour of a chart, else the same maker, name
     * and pigments.
     */
    public Optional<Owned> same(QuickLine line) {
        if (line.as().equalsIgnoreCase("new")) return Optional.empty();
        Optional<Owned> said = Accession.parse(line.as()).map(a -> byNumber.get(a.number()));
        if (said.isPresent()) return said;
        Optional<Owned> colour = line.colour()
                .flatMap(c -> byColour.getOrDefault(c, List.of()).stream()
                        .filter(o -> recipesAgree(line.recipe(), o.recipe))
                        .findFirst());
        if (colour.isPresent()) return colour;
        if (line.maker().isEmpty()) return Optional.empty();
        return byName.getOrDefault(Words.folded(line.name()), List.of()).stream()
                .filter(o -> Words.folded(o.maker).equals(Words.folded(line.maker())))
                .filter(o -> recipesAgree(line.recipe(), o.recipe))
                .findFirst();
    }

    /** The one paint that is called so and is not of other pigments; empty where several are, or none. */
    public Optional<Owned> named(QuickLine line) {
        List<Owned> all = byName.getOrDefault(Words.folded(line.name()), List.of()).stream()
                .filter(o -> recipesAgree(line.recipe(), o.recipe))
                .toList();
        return all.size() == 1 ? Optional.of(all.get(0)) : Optional.empty();
    }

    private static boolean recipesAgree(Recipe line, Recipe owned) {
        return line.isEmpty() || owned.isEmpty() || line.fingerprint().equals(owned.fingerprint());
    }

    /** Every likeness, the same paint first, each paint once. */
    public List<Match> matches(QuickLine line, Recipe recipe) {
        Map<Long, Match> found = new LinkedHashMap<>();
        Optional<Owned> same = same(line);
        same.ifPresent(
                o -> found.put(o.paint, new Match(o.paint, Kind.SAME_PAINT, owned(o, line), OptionalDouble.empty())));
        same.flatMap(Owned::measured)
                .ifPresent(m -> near(m, same.get().paint).forEach(n -> found.putIfAbsent(n.paint, n)));
        int recipes = 0;
        for (Owned o : recipe.fingerprint()
                .map(f -> byRecipe.getOrDefault(f, List.of()))
                .orElse(List.of())) {
            if (found.containsKey(o.paint) || recipes++ >= MOST_OF_A_KIND) continue;
            found.put(
                    o.paint,
                    new Match(
                            o.paint,
                            Kind.SAME_RECIPE,
                            "The same pigments, " + recipe + ": " + o.accession + " " + o.name + by(o) + ", "
                                    + standing(o) + ".",
                            OptionalDouble.empty()));
        }
        int names = 0;
        for (Owned o : byName.getOrDefault(Words.folded(line.name()), List.of())) {
            if (found.containsKey(o.paint) || names++ >= MOST_OF_A_KIND) continue;
            found.put(
                    o.paint,
                    new Match(
                            o.paint,
                            Kind.SAME_NAME_OTHER_RECIPE,
                            "The same name" + by(o) + ", but "
                                    + (recipe.isEmpty() || o.recipe.isEmpty()
                                            ? "whether it is the same paint cannot be told without pigments"
                                            : "of " + o.recipe + " instead of " + recipe)
                                    + ": " + o.accession + ".",
                            OptionalDouble.empty()));
        }
        return List.copyOf(found.values());
    }

    private List<Match> near(Measured of, long but) {
        List<Match> near = new ArrayList<>();
        for (Owned o : measured) {
            if (o.paint == but) continue;
            Measured m = o.measured.orElseThrow();
            if (Math.abs(m.massTone.l() - of.massTone.l()) > 4 * Difference.ACCEPTED) continue;
            double d = Math.max(DeltaE.ciede2000(of.massTone, m.massTone), DeltaE.ciede2000(of.tint, m.tint));
            if (d >= Difference.ACCEPTED) continue;
            near.add(new Match(
                    o.paint,
                    Kind.INDISTINGUISHABLE,
                    String.format(
                            Locale.ROOT,
                            "Hardly told apart from %s %s%s: ΔE00 %.1f, your swatch against your swatch (below %.1f).",
                            o.accession,
                            o.name,
                            by(o),
                            d,
                            Difference.ACCEPTED),
                    OptionalDouble.of(d)));
        }
        return near.stream()
                .sorted(java.util.Comparator.comparingDouble(m -> m.deltaE.getAsDouble()))
                .limit(MOST_OF_A_KIND)
                .toList();
    }

    private static String owned(Owned o, QuickLine line) {
        String which = o.accession + " " + o.name;
        return switch (o.standing) {
            case OWNED -> {
                String here = "You have it: " + which + (o.left.isEmpty() ? "" : ", " + o.left) + ".";
                yield line.toGive() == 0
                        ? here
                        : here
                                + (line.toGive() == line.quantity()
                                        ? " This one is to give."
                                        : " Some of these are to give.");
            }
            case SAMPLED -> "Sampled until now: " + which + (o.left.isEmpty() ? "" : ", " + o.left) + ".";
            case WISHED -> "Wished for: " + which + ".";
            case GONE -> "You had it: " + which + ", gone since.";
        };
    }

    private static String standing(Owned o) {
        return o.left.isEmpty() || o.standing == Standing.GONE
                ? o.standing.name().toLowerCase(Locale.ROOT)
                : o.left;
    }

    private static String by(Owned o) {
        return o.maker.isEmpty() ? "" : " of " + o.maker;
    }
}
