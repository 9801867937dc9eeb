package molvet.core.choosing;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import molvet.core.colour.Difference;
import molvet.core.colour.DifferenceBox;
import molvet.core.colour.Lab;
import molvet.core.colour.WashRun;
import molvet.core.measure.Words;
import molvet.core.mixing.Match;
import molvet.core.mixing.Pantry;
import molvet.core.mixing.Target;
import molvet.core.mixing.Traits;
import molvet.core.pigment.Granulation;
import molvet.core.pigment.Pigment;
import molvet.core.pigment.PigmentReference;
import molvet.core.pigment.Recipe;
import molvet.core.pigment.UsualColour;

/**
 * The question asked with a tube in the hand: is it needed? Answered from what is owned, nearest first; its own colour is not
 * known in the shop, so that it is taken from paints of its recipe, else from what its pigments usually look like.
 */
public final class ShopQuestion {
    /** A recipe tells a colour well enough to compare only where it varies by less, in ΔE00. */
    private static final double TELLS = 9;

    private static final int MOST = 6;

    private final PigmentReference reference;

    public ShopQuestion(PigmentReference reference) {
        this.reference = reference;
    }

    /** What is owned, or was sampled only. {@code here}: whether any of it is left. */
    public record Owned(
            long paint,
            String name,
            String maker,
            Recipe recipe,
            Optional<Lab> massTone,
            Optional<Lab> half,
            Optional<Granulation> granulation,
            boolean owned,
            boolean here,
            String fingerprint,
            String folded) {
        /** Folded and fingerprinted once: a phone takes hundreds of answers along. */
        public static Owned of(
                long paint,
                String name,
                String maker,
                Recipe recipe,
                Optional<WashRun> run,
                Optional<Granulation> granulation,
                boolean owned,
                boolean here) {
            return new Owned(
                    paint,
                    name,
                    maker,
                    recipe,
                    run.map(WashRun::full),
                    run.map(WashRun::half),
                    granulation,
                    owned,
                    here,
                    recipe.fingerprint().orElse(""),
                    Words.folded(name));
        }
    }

    /** {@code paint} and why it is named. */
    public record Hit(long paint, String why) {}

    /**
     * @param verdict one sentence that answers the question
     * @param have paints of this name; {@code sameRecipe} of these pigments; {@code alike} that could not be told from it
     * @param mix the parts of two that would stand in for it, or none; {@code mixNote} how well
     * @param facts of its pigments, what to know before buying
     */
    public record Answer(
            String verdict,
            List<Hit> have,
            List<Hit> sameRecipe,
            List<Hit> alike,
            List<Hit> mix,
            String mixNote,
            List<String> facts) {}

    /**
     * @param name as the tube has it, may be empty; {@code maker} likewise
     * @param pantry what there is to mix from; its paints have the numbers of {@code owned} as ids
     */
    public Answer answer(String name, String maker, Recipe recipe, List<Owned> owned, Pantry pantry) {
        String wanted = Words.folded(name);
        String by = Words.folded(maker);
        List<Hit> have = wanted.length() < 3
                ? List.of()
                : owned.stream()
                        .filter(o -> o.folded.equals(wanted) || wanted.length() >= 5 && o.folded.contains(wanted))
                        .sorted(Comparator.comparing((Owned o) -> !o.folded.equals(wanted))
                                .thenComparing(o -> !Words.folded(o.maker).equals(by)))
                        .limit(MOST)
                        .map(o -> new Hit(o.paint, named(o, wanted, by, recipe)))
                        .toList();
        String fingerprint = wantedRecipe(recipe);
        List<Owned> same = recipe.isEmpty()
                ? List.of()
                : owned.stream().filter(o -> o.fingerprint.equals(fingerprint)).toList();
        Optional<Lab> colour = colour(recipe, same);
        List<Hit> alike = colour.map(c -> alike(c, owned, same)).orElse(List.of());
        boolean grainy = grainy(recipe, same);
        Optional<Match> mix = alike.isEmpty() && same.isEmpty()
                ? colour.flatMap(c -> mix(name, c, recipe, pantry))
                : Optional.empty();
        return new Answer(
                verdict(
                        owned.stream()
                                .filter(o -> wanted.length() >= 3 && o.folded.equals(wanted))
                                .toList(),
                        by,
                        same,
                        alike,
                        mix,
                        grainy,
                        colour.isPresent(),
                        recipe),
                have,
                same.stream()
                        .limit(MOST)
                        .map(o -> new Hit(o.paint, "the same pigments"))
                        .toList(),
                alike,
                mix.map(ShopQuestion::parts).orElse(List.of()),
                mix.map(ShopQuestion::note)
                        .orElse(
                                grainy
                                        ? "It granulates, and granulation cannot be mixed in: a smooth mixture never replaces it."
                                        : ""),
                facts(recipe));
    }

    private static String named(Owned o, String wanted, String by, Recipe recipe) {
        String name = o.folded.equals(wanted) ? "the same name" : "a name like it";
        String maker = by.isEmpty() || Words.folded(o.maker).equals(by) ? "" : ", another maker";
        String pigments = recipe.isEmpty() || o.recipe.isEmpty()
                ? ""
                : wantedRecipe(recipe).equals(o.fingerprint) ? ", the same pigments" : ", other pigments: " + o.recipe;
        return name + maker + pigments;
    }

    private static String wantedRecipe(Recipe recipe) {
        return recipe.fingerprint().orElse("");
    }

    private Optional<Lab> colour(Recipe recipe, List<Owned> same) {
        Optional<Lab> measured = same.stream().flatMap(o -> o.massTone.stream()).findFirst();
        return measured.or(() -> UsualColour.of(recipe, reference)
                .filter(u -> u.spread() <= TELLS)
                .map(UsualColour::massTone));
    }

    private static List<Hit> alike(Lab colour, List<Owned> owned, List<Owned> same) {
        Set<Long> named = same.stream().map(Owned::paint).collect(Collectors.toSet());
        DifferenceBox reach = DifferenceBox.of(colour, Difference.ALIKE);
        return owned.stream()
                .filter(o -> o.massTone.isPresent() && Math.abs(o.massTone.get().l() - colour.l()) <= reach.l())
                .filter(o -> !named.contains(o.paint))
                .filter(o -> o.massTone.get().differenceFrom(colour) <= Difference.ALIKE)
                .sorted(Comparator.comparingDouble(o -> o.massTone.get().differenceFrom(colour)))
                .limit(MOST)
                .map(o -> new Hit(
                        o.paint,
                        String.format(
                                Locale.ROOT,
                                "ΔE %.1f from what to expect of it",
                                o.massTone.get().differenceFrom(colour))))
                .toList();
    }

    private boolean grainy(Recipe recipe, List<Owned> same) {
        Optional<Granulation> seen =
                same.stream().flatMap(o -> o.granulation.stream()).findFirst();
        if (seen.isPresent()) return seen.get().ordinal() >= Granulation.MODERATE.ordinal();
        return recipe.pigments().stream()
                .flatMap(c -> reference.find(c).stream())
                .anyMatch(p -> p.granulation().ordinal() >= Granulation.MODERATE.ordinal());
    }

    /** What two of one’s own would do in its stead; how it behaves is told by its pigments, its tint is not known. */
    private Optional<Match> mix(String name, Lab colour, Recipe recipe, Pantry pantry) {
        Traits usual = Traits.usual(recipe, reference);
        return pantry.best(new Target(
                name.isBlank() ? "it" : name,
                new WashRun(List.of(colour), false),
                usual.granulation(),
                usual.lightfastness()));
    }

    private static List<Hit> parts(Match m) {
        return m.mix().mixture().parts().stream()
                .map(p -> new Hit((Long) p.of().id(), p.part() == 1 ? "1 part" : Math.round(p.part()) + " parts"))
                .toList();
    }

    private static String note(Match m) {
        String foreseen = String.format(
                Locale.ROOT,
                "Foreseen, not painted: ΔE %.1f from what these pigments usually look like, give or take %.0f.",
                m.atFull(),
                m.mix().uncertainty());
        return Stream.concat(Stream.of(foreseen), m.reasons().stream().filter(r -> !r.startsWith("No tint")))
                .collect(Collectors.joining(" "));
    }

    /** How sure it is that the paint itself is there, surest first. */
    private enum Had {
        OWNED("You have it."),
        SAMPLED("You have tried it, as a dot or sample; you do not own it."),
        ANOTHER_MAKERS("You have one of that name, by another maker."),
        OTHER_PIGMENTS("You have one of that name, but with other pigments: it is another paint.");

        private final String said;

        Had(String said) {
            this.said = said;
        }
    }

    private static Had had(Owned o, String by, Recipe recipe) {
        boolean other = !recipe.isEmpty()
                && !o.recipe.isEmpty()
                && !wantedRecipe(recipe).equals(o.fingerprint);
        if (other) return Had.OTHER_PIGMENTS;
        if (!by.isEmpty() && !Words.folded(o.maker).equals(by)) return Had.ANOTHER_MAKERS;
        return o.owned ? Had.OWNED : Had.SAMPLED;
    }

    /** @param named paints of just this name; {@code known} whether the colour of the tube is */
    private String verdict(
            List<Owned> named,
            String by,
            List<Owned> same,
            List<Hit> alike,
            Optional<Match> mix,
            boolean grainy,
            boolean known,
            Recipe recipe) {
        Optional<Had> had = named.stream().map(o -> had(o, by, recipe)).min(Comparator.naturalOrder());
        if (had.filter(h -> h == Had.OWNED || h == Had.SAMPLED).isPresent()) return had.get().said;
        String also = had.map(h -> h.said + " ").orElse("");
        if (!same.isEmpty()) {
            return also
                    + (same.stream().anyMatch(o -> o.owned)
                            ? "You have one of the same pigments."
                            : "You have tried one of the same pigments, as a dot or sample.");
        }
        if (!alike.isEmpty()) return also + "You have one you could hardly tell from it.";
        if (mix.isPresent()) {
            return also
                    + switch (mix.get().verdict()) {
                        case SAME -> "You could likely mix it.";
                        case NEAR -> "You could likely mix something near it.";
                        default -> "You could likely mix its hue, but plainly another colour.";
                    };
        }
        if (had.isPresent()) return had.get().said;
        if (recipe.isEmpty()) return "Nothing of yours has that name. Read the pigments off the tube to know more.";
        if (!known) {
            return "Nothing of yours has that name or these pigments. What "
                    + String.join(
                            " + ",
                            recipe.pigments().stream().map(Object::toString).toList())
                    + " looks like is not known, so nothing is said of its colour.";
        }
        return grainy ? "You have nothing like it, and it granulates." : "You have nothing like it.";
    }

    private List<String> facts(Recipe recipe) {
        List<String> all = new ArrayList<>();
        recipe.pigments().forEach(c -> {
            Optional<Pigment> known = reference.find(c);
            if (known.isEmpty()) {
                all.add(c + " is not in the reference.");
                return;
            }
            Pigment p = known.get();
            String care = p.cautions().isEmpty()
                    ? ""
                    : " Care is due (" + String.join(", ", p.cautions()) + "): see the care notes.";
            all.add(p.code() + " " + p.chemicalName() + ": lightfastness "
                    + p.lightfastness().words() + ", "
                    + p.transparency().words() + ", granulation "
                    + p.granulation().words() + ", staining "
                    + p.staining().words() + "." + (p.outOfProduction() ? " No longer made." : "") + care);
        });
        return all;
    }
}
