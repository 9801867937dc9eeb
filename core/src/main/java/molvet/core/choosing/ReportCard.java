package molvet.core.choosing;

import java.util.ArrayList;
import java.util.Collection;
import java.util.EnumMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import molvet.core.collection.Range;
import molvet.core.collection.Wheel;
import molvet.core.colour.Lab;
import molvet.core.colour.WashRun;
import molvet.core.pigment.Cautions;
import molvet.core.pigment.Grade;
import molvet.core.pigment.Lightfastness;
import molvet.core.pigment.PigmentReference;
import molvet.core.pigment.Recipe;
import molvet.core.pigment.Trait;
import molvet.core.pigment.UsualColour;

/**
 * How a line, a set or any group of paints does: its pigments, how it lasts, what of its claims one’s own paper bears out, what
 * it lacks on the wheel, with and without what fades, and what in it calls for care.
 *
 * @param lightfastness how many of each verdict; those nobody speaks of are in none
 * @param fading paints that are poor or fugitive
 * @param borneOut of each trait, claims that the paper has answered, and how many of them it agrees with
 * @param wheel what is missing on it; {@code withoutFading} once those that fade are taken out
 * @param cautions paints by the element that calls for care
 * @param guessed how many colours were not measured and are taken from their recipes
 */
public record ReportCard(
        int paints,
        int single,
        int mixtures,
        int withoutRecipe,
        Map<Lightfastness, Integer> lightfastness,
        List<Long> fading,
        Map<Trait, Answered> borneOut,
        Wheel wheel,
        Wheel withoutFading,
        Map<String, List<Long>> cautions,
        int guessed) {

    /** {@code agreed} of {@code asked} claims. */
    public record Answered(int asked, int agreed) {}

    /**
     * One paint of the group.
     *
     * @param label claims on our scale; {@code paper} what one’s own paper shows; {@code lastsAs} the verdict
     */
    public record Entry(
            long paint,
            Recipe recipe,
            Map<Trait, Grade> label,
            Map<Trait, Grade> paper,
            Optional<Lightfastness> lastsAs,
            Optional<WashRun> run) {
        boolean fades() {
            return lastsAs.filter(l -> l == Lightfastness.POOR || l == Lightfastness.FUGITIVE)
                    .isPresent();
        }
    }

    public static ReportCard of(Collection<Entry> paints, PigmentReference reference) {
        Map<Lightfastness, Integer> lasting = new EnumMap<>(Lightfastness.class);
        Map<Trait, Answered> borne = new EnumMap<>(Trait.class);
        Map<String, List<Long>> cautions = new TreeMap<>();
        List<Wheel.Seen> all = new ArrayList<>();
        List<Wheel.Seen> kept = new ArrayList<>();
        int guessed = 0;
        for (Entry e : paints) {
            e.lastsAs.ifPresent(l -> lasting.merge(l, 1, Integer::sum));
            for (Trait t : Trait.values()) {
                Grade label = e.label.get(t);
                Grade paper = e.paper.get(t);
                if (label == null || paper == null) continue;
                Answered before = borne.getOrDefault(t, new Answered(0, 0));
                borne.put(t, new Answered(before.asked + 1, before.agreed + (label == paper ? 1 : 0)));
            }
            for (String element : Cautions.of(e.recipe, reference).elements()) {
                cautions.computeIfAbsent(element, k -> new ArrayList<>()).add(e.paint);
            }
            Optional<Lab> half = half(e, reference);
            if (e.run.isEmpty() && half.isPresent()) guessed++;
            half.ifPresent(h -> {
                Wheel.Seen seen = Wheel.Seen.of(h, e.recipe);
                all.add(seen);
                if (!e.fades()) kept.add(seen);
            });
        }
        return new ReportCard(
                paints.size(),
                (int) paints.stream().filter(e -> e.recipe.isSingle()).count(),
                (int) paints.stream().filter(e -> e.recipe.isMixture()).count(),
                (int) paints.stream().filter(e -> e.recipe.isEmpty()).count(),
                lasting,
                paints.stream().filter(Entry::fades).map(Entry::paint).toList(),
                borne,
                Wheel.of(all, paints.size(), measured(paints)),
                Wheel.of(kept, paints.size(), measured(paints)),
                cautions,
                guessed);
    }

    // ---- in words ---------------------------------------------------------------------------------------------------

    public String madeOf() {
        return paints + (paints == 1 ? " paint: " : " paints: ") + single + " of a single pigment, " + mixtures
                + (mixtures == 1 ? " mixture" : " mixtures")
                + (withoutRecipe == 0 ? "" : ", " + withoutRecipe + " without pigments on the label") + ".";
    }

    public String lasts() {
        return fading.isEmpty()
                ? "None of them fades, as far as anyone says."
                : fading.size() + " of " + paints + (fading.size() == 1 ? " is" : " are") + " poor or fugitive.";
    }

    /** How many at each step, those nobody speaks of last. */
    public String inSteps() {
        int spoken = lightfastness.values().stream().mapToInt(Integer::intValue).sum();
        List<String> all = new ArrayList<>();
        lightfastness.forEach((l, n) -> all.add(n + " " + l.words()));
        if (spoken < paints) all.add((paints - spoken) + " nobody speaks of");
        return String.join(" · ", all);
    }

    public List<Range> missing() {
        return wheel.places();
    }

    public List<Range> missingWithoutFading() {
        return withoutFading.places();
    }

    public String lacks() {
        return wheel.said();
    }

    /** What is missing once those that fade are taken out; empty where none fades, or nothing can be said. */
    public Optional<String> lacksWithoutFading() {
        if (fading.isEmpty() || !wheel.isTold()) return Optional.empty();
        List<Range> more = missingWithoutFading().stream()
                .filter(r -> !missing().contains(r))
                .toList();
        return Optional.of(
                more.isEmpty()
                        ? "With the fading ones taken out, nothing more is missing."
                        : "With the fading ones taken out, " + (paints - fading.size()) + " are left: then also "
                                + Wheel.no(more).toLowerCase(Locale.ROOT) + ".");
    }

    private static int measured(Collection<Entry> paints) {
        return (int) paints.stream().filter(e -> e.run.isPresent()).count();
    }

    /** Half strength, where hue is plainest: as measured, else as the recipe usually comes out. */
    private static Optional<Lab> half(Entry e, PigmentReference reference) {
        return e.run.map(WashRun::half)
                .or(() -> UsualColour.of(e.recipe, reference).map(UsualColour::half));
    }
}
