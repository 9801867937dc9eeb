package molvet.core.pigment;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import java.util.stream.Collectors;
import molvet.core.measure.Words;

/**
 * What a paint’s name promises of its pigments, checked against the recipe.
 *
 * <p>The words are common practice, no published source: “hue” and “imitation” say that another pigment stands in; “genuine”
 * claims the pigment that is named; “permanent” claims that it lasts; and a traditional name claims the pigment it comes
 * from.
 *
 * @param kept whether the recipe bears it out
 * @param said one sentence
 */
public record NamePromise(Kind kind, boolean kept, String said) {
    public enum Kind {
        STANDS_IN,
        GENUINE,
        PERMANENT,
        TRADITIONAL
    }

    private static final Set<String> STANDS_IN =
            Set.of("hue", "imitation", "imit", "substitute", "ersatz", "nuance", "synthetic");
    private static final Set<String> GENUINE = Set.of("genuine", "echt", "veritable", "authentic");
    private static final Set<String> PERMANENT = Set.of("permanent", "perm", "lightfast", "permanente");
    /** Names that many pigments go by claim none of them. */
    private static final int MANY = 5;

    /** All promises of a name; of an empty recipe only what the name says is told, as kept. */
    public static List<NamePromise> in(String name, Recipe recipe, PigmentReference reference) {
        List<String> words = List.of(Words.folded(name).split(" "));
        List<NamePromise> all = new ArrayList<>();
        Optional<String> named = named(words, reference);
        boolean standsIn = words.stream().anyMatch(STANDS_IN::contains);
        boolean genuine = words.stream().anyMatch(GENUINE::contains);
        boolean holds = named.isEmpty()
                || reference.named(named.get()).stream()
                        .anyMatch(p -> recipe.pigments().contains(p.code()));
        boolean known = !recipe.isEmpty();
        if (standsIn) {
            all.add(new NamePromise(
                    Kind.STANDS_IN,
                    true,
                    named.map(n -> "The name says that other pigments stand in for " + n + ".")
                            .orElse("The name says that it stands in for another pigment.")));
        }
        if (genuine && named.isPresent()) {
            all.add(new NamePromise(
                    Kind.GENUINE,
                    holds || !known,
                    holds || !known
                            ? "“Genuine” claims " + named.get() + " itself."
                            : "“Genuine” claims " + codes(named.get(), reference) + " (" + named.get()
                                    + "), but the recipe is " + recipe + "."));
        } else if (named.isPresent() && !standsIn && known && !holds) {
            all.add(new NamePromise(
                    Kind.TRADITIONAL,
                    false,
                    "The name is that of " + codes(named.get(), reference) + " (" + named.get()
                            + "), but the recipe is " + recipe + ": other pigments under an old name."));
        }
        if (words.stream().anyMatch(PERMANENT::contains)) {
            Optional<Pigment> fades = recipe.pigments().stream()
                    .flatMap(c -> reference.find(c).stream())
                    .filter(p -> p.lightfastness() == Lightfastness.POOR || p.lightfastness() == Lightfastness.FUGITIVE)
                    .findFirst();
            all.add(
                    new NamePromise(
                            Kind.PERMANENT,
                            fades.isEmpty(),
                            fades.map(p -> "The name promises that it lasts, but " + p.code() + " (" + p.chemicalName()
                                            + ") is " + p.lightfastness().words() + ".")
                                    .orElse(
                                            "The name promises that it lasts, and no pigment of the recipe speaks against it.")));
        }
        return all;
    }

    /** The longest name of a pigment that stands in the name as whole words. */
    private static Optional<String> named(List<String> words, PigmentReference reference) {
        return reference.namesIn(words).stream()
                .filter(n -> n.length() > 4 && reference.named(n).size() < MANY)
                .max((a, b) -> Integer.compare(a.length(), b.length()));
    }

    private static String codes(String named, PigmentReference reference) {
        return reference.named(named).stream()
                .map(p -> p.code().toString())
                .collect(Collectors.collectingAndThen(
                        Collectors.toCollection(TreeSet::new), c -> String.join(" or ", c)));
    }
}
