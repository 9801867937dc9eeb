package molvet.core.collection;

import java.util.ArrayList;
import java.util.Collection;
import java.util.Comparator;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.function.ToDoubleFunction;
import java.util.stream.Stream;
import molvet.core.colour.Lab;
import molvet.core.measure.Words;
import molvet.core.pigment.Grade;
import molvet.core.pigment.Granulation;
import molvet.core.pigment.Lightfastness;
import molvet.core.pigment.NamePromise;
import molvet.core.pigment.Pigment;
import molvet.core.pigment.PigmentCode;
import molvet.core.pigment.PigmentReference;
import molvet.core.pigment.Recipe;
import molvet.core.pigment.Trait;
import molvet.core.pigment.UsualColour;

/**
 * What label, pigments and paper cannot agree on, gravest first.
 *
 * <p>Gravity is ours: what would spoil a picture in the light comes before what names the wrong pigment, that before what
 * handles otherwise than promised, that before what is only left unsaid (common practice, no published source).
 */
public final class Disputes {
    /** One pigment’s paint lies farther than this many times the pigment’s usual spread from the others. */
    private static final double STRAYS = 1.5;

    private static final int ENOUGH = 3;
    /** How many are shown beside a dispute. */
    private static final int MOST_OTHERS = 11;

    private final PigmentReference reference;
    private final DoubtfulLabels labels;

    public Disputes(PigmentReference reference) {
        this.reference = reference;
        this.labels = new DoubtfulLabels(reference);
    }

    /** What can be done about a dispute. */
    public enum Remedy {
        LOOK_AT_TUBE("Look at the tube again"),
        ASK_MAKER("Ask the maker"),
        PAINT_AGAIN("Paint it again");

        private final String words;

        Remedy(String words) {
            this.words = words;
        }

        public String words() {
            return words;
        }
    }

    /** Kinds of dispute, gravest first. */
    public enum Kind {
        LIGHTFAST_CLAIM_FADES("claimed lightfast, yet it fades", Remedy.ASK_MAKER, Remedy.LOOK_AT_TUBE),
        PERMANENT_NAME_FADES("named permanent, holds a pigment that fades", Remedy.LOOK_AT_TUBE, Remedy.ASK_MAKER),
        GENUINE_WITHOUT("“genuine” without what it names", Remedy.LOOK_AT_TUBE, Remedy.ASK_MAKER),
        UNLIKELY_CODE("a pigment code that cannot be right", Remedy.LOOK_AT_TUBE, Remedy.ASK_MAKER),
        SAME_RECIPE_FAR_APART(
                "one maker, one recipe, colours far apart", Remedy.LOOK_AT_TUBE, Remedy.PAINT_AGAIN, Remedy.ASK_MAKER),
        OTHER_RECIPE_SAME_COLOUR("other recipes, the same colour", Remedy.LOOK_AT_TUBE, Remedy.PAINT_AGAIN),
        SMOOTH_CLAIM_GRANULATES("claimed smooth, granulates on your paper", Remedy.PAINT_AGAIN, Remedy.ASK_MAKER),
        CLAIM_AGAINST_PAPER("your paper shows it otherwise than claimed", Remedy.PAINT_AGAIN, Remedy.ASK_MAKER),
        NO_PIGMENTS("no pigments printed at all", Remedy.LOOK_AT_TUBE, Remedy.ASK_MAKER),
        RECIPE_BY_NAME("pigments given by name only", Remedy.LOOK_AT_TUBE, Remedy.ASK_MAKER),
        STRAYS_FROM_PIGMENT(
                "farther from its pigment’s colour than that pigment varies", Remedy.PAINT_AGAIN, Remedy.LOOK_AT_TUBE),
        SAME_RECIPE_TWO_NAMES("one maker, one recipe, two names of one hue", Remedy.LOOK_AT_TUBE, Remedy.ASK_MAKER),
        MISLEADING_NAME("a name that says another colour", Remedy.LOOK_AT_TUBE, Remedy.PAINT_AGAIN),
        OLD_NAME_OTHER_PIGMENT("an old name for other pigments", Remedy.LOOK_AT_TUBE),
        NAME_ALIKES("one name, other recipes", Remedy.LOOK_AT_TUBE);

        private final String words;
        private final List<Remedy> remedies;

        Kind(String words, Remedy... remedies) {
            this.words = words;
            this.remedies = List.of(remedies);
        }

        public String words() {
            return words;
        }

        public List<Remedy> remedies() {
            return remedies;
        }

        static Optional<Kind> of(String note) {
            return switch (note) {
                case "unlikely-code", "unknown-number" -> Optional.of(UNLIKELY_CODE);
                case "same-recipe-far-apart" -> Optional.of(SAME_RECIPE_FAR_APART);
                case "other-recipe-same-colour" -> Optional.of(OTHER_RECIPE_SAME_COLOUR);
                case "same-recipe-one-maker" -> Optional.of(SAME_RECIPE_TWO_NAMES);
                default -> Optional.empty();
            };
        }
    }

    /** What label and paper say of one trait, and what is held true. {@code written}: the claim as the maker writes it, or empty. */
    public record Said(String written, Optional<Grade> label, Optional<Grade> paper, Optional<Grade> verdict) {
        public Said(String written, Optional<Grade> label, Optional<Grade> paper) {
            this(written, label, paper, Optional.empty());
        }
    }

    /**
     * One paint, as far as it can be disputed.
     *
     * @param labelText what the label says of pigments, as written; empty where it says nothing
     * @param massTone as one’s own paper shows it
     * @param seen what its own swatch shows, where it was measured
     */
    public record Party(
            long paint,
            String name,
            String maker,
            String line,
            Recipe recipe,
            String labelText,
            Map<Trait, Said> said,
            Optional<Lab> massTone,
            Optional<MisleadingName.Seen> seen) {
        private DoubtfulLabels.Label label() {
            return new DoubtfulLabels.Label(paint, name, maker, line, recipe, massTone);
        }
    }

    /**
     * One dispute.
     *
     * @param weight orders disputes of one kind, largest first
     * @param message what contradicts what, in one or two sentences
     * @param others paints it is also about
     */
    public record Dispute(Kind kind, double weight, long paint, String message, List<Long> others) {}

    /** All there are, gravest first. */
    public List<Dispute> among(Collection<Party> paints) {
        Worklist all = new Worklist(this);
        all.update(paints, List.of());
        return all.all();
    }

    /** Paints of which one may be disputed because of the others: of one name, pigment, recipe of a line, or maker. */
    record Group(By by, String of) {
        enum By {
            NAME,
            PIGMENT,
            RECIPE,
            MAKER
        }
    }

    /** What is disputed about a paint by itself. */
    List<Dispute> about(Party p) {
        List<Dispute> all = new ArrayList<>();
        lightfast(p).ifPresent(all::add);
        promises(p, all);
        claims(p, all);
        unsaid(p).ifPresent(all::add);
        MisleadingName.of(p.name, p.recipe, p.seen, reference)
                .ifPresent(said -> all.add(new Dispute(Kind.MISLEADING_NAME, 1, p.paint, said, List.of())));
        labels.about(p.label()).forEach(d -> doubted(d).ifPresent(all::add));
        return all;
    }

    /** The groups a paint is compared in. */
    List<Group> groups(Party p) {
        List<Group> all = new ArrayList<>();
        DoubtfulLabels.Label label = p.label();
        if (!p.recipe.isEmpty()) all.add(new Group(Group.By.NAME, Words.folded(p.name)));
        if (p.recipe.isSingle() && p.massTone.isPresent()) {
            all.add(new Group(Group.By.PIGMENT, p.recipe.pigments().get(0).toString()));
        }
        DoubtfulLabels.ofRecipe(label).ifPresent(of -> all.add(new Group(Group.By.RECIPE, of)));
        DoubtfulLabels.ofMaker(label).ifPresent(of -> all.add(new Group(Group.By.MAKER, of)));
        return all;
    }

    /** @param paints of the group, by their numbers */
    List<Dispute> among(Group group, List<Party> paints) {
        if (paints.size() < 2) return List.of();
        List<Dispute> all = new ArrayList<>();
        switch (group.by) {
            case NAME -> namesakes(paints).ifPresent(all::add);
            case PIGMENT -> {
                strays(PigmentCode.of(group.of), paints, all);
                shades(paints, all);
            }
            case RECIPE ->
                labels.amongOneRecipe(paints.stream().map(Party::label).toList())
                        .forEach(d -> doubted(d).ifPresent(all::add));
            case MAKER ->
                labels.amongOneMaker(paints.stream().map(Party::label).toList())
                        .forEach(d -> doubted(d).ifPresent(all::add));
        }
        return all;
    }

    /** A “greenish” that is the redder of two of one pigment, and the other the greener. */
    private static void shades(List<Party> paints, List<Dispute> all) {
        for (Party green : paints) {
            if (!MisleadingName.saysGreener(green.name) || green.massTone.isEmpty()) continue;
            for (Party red : paints) {
                if (!MisleadingName.saysRedder(red.name) || red.massTone.isEmpty()) continue;
                double hue = green.massTone.get().hue();
                double other = red.massTone.get().hue();
                if (!MisleadingName.isRedder(hue, other)) continue;
                all.add(new Dispute(
                        Kind.MISLEADING_NAME,
                        2,
                        green.paint,
                        green.name + " is named for its green side, but your own swatches show it redder than "
                                + red.name + ": hue " + Math.round(hue) + "° against " + Math.round(other) + "°.",
                        List.of(red.paint)));
            }
        }
    }

    private static Optional<Dispute> doubted(DoubtfulLabels.Doubt d) {
        return Kind.of(d.note().kind())
                .map(k -> new Dispute(k, 1, d.paint(), d.note().message(), d.others()));
    }

    private Optional<Pigment> worst(Recipe recipe) {
        return recipe.pigments().stream()
                .flatMap(c -> reference.find(c).stream())
                .filter(p -> p.lightfastness() != Lightfastness.UNTESTED)
                .max(Comparator.comparing(Pigment::lightfastness));
    }

    /** One’s own paper weighs more than a reference. */
    private static final int OWN_PAPER = 5;

    private Optional<Dispute> lightfast(Party p) {
        Said said = p.said.get(Trait.LIGHTFASTNESS);
        if (said == null || said.label.isEmpty()) return Optional.empty();
        boolean claimed = said.label.get() == Lightfastness.EXCELLENT || said.label.get() == Lightfastness.VERY_GOOD;
        // Only one’s own test in light can have raised it so far.
        boolean proven = said.verdict
                .filter(v -> v.ordinal() <= said.label.get().ordinal())
                .isPresent();
        if (!claimed || proven) return Optional.empty();
        Optional<Grade> seen = said.paper.filter(g ->
                g != Lightfastness.UNTESTED && g.ordinal() - said.label.get().ordinal() >= 2);
        Optional<Pigment> worst =
                worst(p.recipe).filter(w -> w.lightfastness().ordinal() >= Lightfastness.POOR.ordinal());
        if (worst.isEmpty() && seen.isEmpty()) return Optional.empty();
        int grade = Math.max(
                worst.map(w -> w.lightfastness().ordinal()).orElse(0),
                seen.map(Grade::ordinal).orElse(0));
        return Optional.of(new Dispute(
                Kind.LIGHTFAST_CLAIM_FADES,
                grade * 10
                        + (seen.isPresent() ? OWN_PAPER : 0)
                        - said.label.get().ordinal(),
                p.paint,
                "The label claims “" + said.written + "”, " + said.label.get().words()
                        + worst.map(w -> ", but the recipe holds " + w.code() + " (" + w.chemicalName() + "), which is "
                                        + w.lightfastness().words() + " in watercolour")
                                .orElse("")
                        + seen.map(g -> "; your paper shows " + g.words()).orElse("") + ".",
                List.of()));
    }

    private void promises(Party p, List<Dispute> all) {
        for (NamePromise n : NamePromise.in(p.name, p.recipe, reference)) {
            if (n.kept()) continue;
            Kind kind = switch (n.kind()) {
                case GENUINE -> Kind.GENUINE_WITHOUT;
                case PERMANENT -> Kind.PERMANENT_NAME_FADES;
                default -> Kind.OLD_NAME_OTHER_PIGMENT;
            };
            all.add(new Dispute(kind, 1, p.paint, n.said(), List.of()));
        }
    }

    private static void claims(Party p, List<Dispute> all) {
        for (Map.Entry<Trait, Said> e : p.said.entrySet()) {
            Said s = e.getValue();
            if (e.getKey() == Trait.LIGHTFASTNESS || s.label.isEmpty() || s.paper.isEmpty()) continue;
            int apart = Math.abs(s.label.get().ordinal() - s.paper.get().ordinal());
            boolean smooth = e.getKey() == Trait.GRANULATION && s.label.get() == Granulation.NONE && apart > 0;
            if (apart < 2 && !smooth) continue;
            all.add(new Dispute(
                    smooth ? Kind.SMOOTH_CLAIM_GRANULATES : Kind.CLAIM_AGAINST_PAPER,
                    apart,
                    p.paint,
                    "The label claims “" + s.written + "”, " + e.getKey().words() + " "
                            + s.label.get().words() + "; your paper shows "
                            + s.paper.get().words() + ".",
                    List.of()));
        }
    }

    private static Optional<Dispute> unsaid(Party p) {
        if (!p.recipe.isEmpty()) return Optional.empty();
        return Optional.of(
                p.labelText.isBlank()
                        ? new Dispute(
                                Kind.NO_PIGMENTS,
                                1,
                                p.paint,
                                "The label names no pigments, so nothing can be told of how it lasts.",
                                List.of())
                        : new Dispute(
                                Kind.RECIPE_BY_NAME,
                                1,
                                p.paint,
                                "The label says “" + p.labelText + "”, which gives no code that is known.",
                                List.of()));
    }

    /** Paints of one single pigment, of which one lies farther from their middle than the pigment varies. */
    private void strays(PigmentCode code, List<Party> group, List<Dispute> all) {
        Optional<UsualColour> usual = UsualColour.of(new Recipe(List.of(code)), reference);
        if (group.size() < ENOUGH || usual.isEmpty()) return;
        Lab centre = centre(group);
        Party middle = group.stream()
                .min(Comparator.comparingDouble(p -> p.massTone.get().differenceFrom(centre)))
                .orElseThrow();
        for (Party p : group) {
            double away = p.massTone.get().differenceFrom(middle.massTone.get());
            if (p == middle || away < STRAYS * usual.get().spread()) continue;
            all.add(new Dispute(
                    Kind.STRAYS_FROM_PIGMENT,
                    away,
                    p.paint,
                    String.format(
                            Locale.ROOT,
                            "Of your %d paints of %s alone it lies ΔE %.0f from the middle one, “%s”; that pigment varies by"
                                    + " about %.0f.",
                            group.size(),
                            code,
                            away,
                            middle.name,
                            usual.get().spread()),
                    List.of(middle.paint)));
        }
    }

    /** Medians, which one that strays does not move. */
    private static Lab centre(List<Party> group) {
        return new Lab(median(group, Lab::l), median(group, Lab::a), median(group, Lab::b));
    }

    private static double median(List<Party> group, ToDoubleFunction<Lab> part) {
        double[] all = group.stream()
                .mapToDouble(p -> part.applyAsDouble(p.massTone.get()))
                .sorted()
                .toArray();
        return (all[(all.length - 1) / 2] + all[all.length / 2]) / 2;
    }

    /** One name under several recipes. */
    private static Optional<Dispute> namesakes(List<Party> group) {
        Party first = group.get(0);
        List<Party> others = group.stream()
                .filter(o -> !o.recipe.fingerprint().equals(first.recipe.fingerprint()))
                .toList();
        if (others.isEmpty()) return Optional.empty();
        List<String> all = Stream.concat(Stream.of(first), others.stream())
                .map(p -> p.recipe + of(p))
                .distinct()
                .toList();
        int shown = Math.min(all.size(), MOST_OTHERS + 1);
        boolean more = shown < all.size();
        return Optional.of(new Dispute(
                Kind.NAME_ALIKES,
                others.size(),
                first.paint,
                "“" + first.name + "” is " + String.join(", ", all.subList(0, more ? shown : shown - 1)) + " and "
                        + (more ? "more" : all.get(shown - 1)) + ": do not buy it by its name.",
                others.stream().map(Party::paint).limit(MOST_OTHERS).toList()));
    }

    private static String of(Party p) {
        return p.maker.isEmpty() ? "" : " from " + p.maker;
    }
}
