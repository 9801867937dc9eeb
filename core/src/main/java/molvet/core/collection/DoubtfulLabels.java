package molvet.core.collection;

import java.util.ArrayList;
import java.util.Collection;
import java.util.Comparator;
import java.util.EnumMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import molvet.core.colour.Difference;
import molvet.core.colour.Lab;
import molvet.core.measure.Words;
import molvet.core.pigment.Doubts;
import molvet.core.pigment.Hue;
import molvet.core.pigment.Note;
import molvet.core.pigment.PigmentReference;
import molvet.core.pigment.Recipe;
import molvet.core.pigment.UsualColour;

/** Labels of a collection that cannot all be right, each with its reason. */
public final class DoubtfulLabels {
    /** Codes under which one maker rightly sells several colours (common practice, no published source). */
    private static final Set<String> WIDE = Set.of(
            "PBr7", "PR101", "PR102", "PB29", "PV19", "PY42", "PY43", "PG23", "PY35", "PR108", "PB36", "PG50", "PB28",
            "PB74", "PBk9", "PW6", "PW4", "PR122", "PV14", "PY37", "PO20");

    /** One paint on two cards, painted and read twice, differs by less, in ΔE00. */
    private static final double FAR = 12;
    /** How many others are named in a sentence, and how many are shown beside it. */
    private static final int NAMED = 4;

    private static final int MOST_OTHERS = 11;
    /** Recipes that let expect colours so far apart do not come out the same. */
    private static final double UNLIKE = 25;

    private final PigmentReference reference;
    private final Doubts doubts;

    public DoubtfulLabels(PigmentReference reference) {
        this.reference = reference;
        this.doubts = new Doubts(reference);
    }

    /** One label of the collection. {@code maker} and {@code line} may be empty; {@code massTone} as one's own paper shows it. */
    public record Label(long paint, String name, String maker, String line, Recipe recipe, Optional<Lab> massTone) {
        public Label(long paint, String name, String maker, String line, Recipe recipe) {
            this(paint, name, maker, line, recipe, Optional.empty());
        }
    }

    /** A doubt about one paint; {@code others} are the paints it cannot be right beside. */
    public record Doubt(long paint, Note note, List<Long> others) {}

    /** Of all labels together; see the methods for a single one and for groups. */
    public List<Doubt> find(Collection<Label> labels) {
        List<Doubt> found = new ArrayList<>();
        labels.forEach(l -> found.addAll(about(l)));
        Map<String, List<Label>> sameRecipe = new LinkedHashMap<>();
        Map<String, List<Label>> sameMaker = new LinkedHashMap<>();
        for (Label label : labels) {
            ofRecipe(label)
                    .ifPresent(k -> sameRecipe
                            .computeIfAbsent(k, r -> new ArrayList<>())
                            .add(label));
            ofMaker(label)
                    .ifPresent(k ->
                            sameMaker.computeIfAbsent(k, m -> new ArrayList<>()).add(label));
        }
        sameRecipe.values().forEach(group -> found.addAll(amongOneRecipe(group)));
        sameMaker.values().forEach(group -> found.addAll(amongOneMaker(group)));
        return found;
    }

    /** What is doubted about a label by itself. */
    List<Doubt> about(Label label) {
        return doubts.about(label.recipe(), label.name()).stream()
                .filter(n -> n.kind().equals("unlikely-code") || n.kind().equals("unknown-number"))
                .map(n -> new Doubt(label.paint(), n, List.of()))
                .toList();
    }

    /** The group of labels it is compared with as of one recipe of one line; empty where that says nothing. */
    static Optional<String> ofRecipe(Label label) {
        return label.recipe()
                .fingerprint()
                .filter(f -> !label.maker().isEmpty() && !WIDE.contains(f))
                .map(f -> Words.folded(label.maker()) + "|" + Words.folded(label.line()) + "|" + f);
    }

    /** The group of labels it is compared with as of one maker. */
    static Optional<String> ofMaker(Label label) {
        return label.massTone().isEmpty() || label.maker().isEmpty()
                ? Optional.empty()
                : Optional.of(Words.folded(label.maker()));
    }

    List<Doubt> amongOneRecipe(List<Label> group) {
        List<Doubt> found = new ArrayList<>(rivals(group));
        found.addAll(farApart(group));
        return found;
    }

    /** One recipe of one maker, and colours that lie far apart on one's own paper. */
    private static List<Doubt> farApart(List<Label> group) {
        List<Doubt> found = new ArrayList<>();
        List<Label> seen = group.stream().filter(l -> l.massTone().isPresent()).toList();
        // Each beside the one it lies farthest from, told once of the two: of many all pairs would say no more.
        int[] farthest = new int[seen.size()];
        double[] away = new double[seen.size()];
        for (int i = 0; i < seen.size(); i++) {
            Lab colour = seen.get(i).massTone().orElseThrow();
            for (int j = i + 1; j < seen.size(); j++) {
                double apart = colour.differenceFrom(seen.get(j).massTone().orElseThrow());
                if (apart > away[i]) {
                    away[i] = apart;
                    farthest[i] = j;
                }
                if (apart > away[j]) {
                    away[j] = apart;
                    farthest[j] = i;
                }
            }
        }
        for (int i = 0; i < seen.size(); i++) {
            int j = farthest[i];
            if (away[i] < FAR || j < i && farthest[j] == i) continue;
            Label one = seen.get(i);
            Label other = seen.get(j);
            found.add(new Doubt(
                    one.paint(),
                    Note.of(
                            one.recipe().toString(),
                            "same-recipe-far-apart",
                            String.format(
                                    Locale.ROOT,
                                    "%s gives “%s” and “%s” the same recipe, %s, but on your paper they lie ΔE %.0f apart:"
                                            + " look at both tubes and both cards.",
                                    one.maker(),
                                    one.name(),
                                    other.name(),
                                    one.recipe(),
                                    away[i])),
                    List.of(other.paint())));
        }
        return found;
    }

    /** A label beside what its recipe lets expect. */
    private record Expected(Label label, Lab seen, Lab usual) {
        boolean comesOutAs(Expected o) {
            return !usual.equals(o.usual)
                    && Math.abs(seen.a() - o.seen.a()) <= 6
                    && Math.abs(seen.b() - o.seen.b()) <= 6
                    && seen.differenceFrom(o.seen) <= Difference.ACCEPTED;
        }
    }

    /**
     * Two recipes of one maker that let expect quite different colours, and come out the same on one's own paper. Sorted by
     * lightness, so that each is compared with its neighbours only: n log n, and n² where all are equally light.
     */
    List<Doubt> amongOneMaker(List<Label> labels) {
        List<Expected> group = new ArrayList<>();
        for (Label l : labels) {
            UsualColour.of(l.recipe(), reference)
                    .ifPresent(usual -> group.add(new Expected(l, l.massTone().orElseThrow(), usual.massTone())));
        }
        group.sort(Comparator.comparingDouble(e -> e.seen.l()));
        List<Doubt> found = new ArrayList<>();
        for (int i = 0; i < group.size(); i++) {
            Expected one = group.get(i);
            // Farther apart in lightness than this, and they cannot be near: S_L of CIEDE2000 is less than 2.
            double last = one.seen.l() + 2 * Difference.ACCEPTED;
            for (int j = i + 1; j < group.size() && group.get(j).seen.l() < last; j++) {
                Expected other = group.get(j);
                if (one.comesOutAs(other) && one.usual.differenceFrom(other.usual) >= UNLIKE) {
                    found.add(unlike(one.label, other.label));
                }
            }
        }
        return found;
    }

    private static Doubt unlike(Label one, Label other) {
        return new Doubt(
                one.paint(),
                Note.of(
                        one.recipe().toString(),
                        "other-recipe-same-colour",
                        "“" + one.name() + "” (" + one.recipe() + ") and “" + other.name() + "” (" + other.recipe()
                                + ") are hardly told apart on your paper, which these recipes do not let expect: one label,"
                                + " or one card, may be the other’s."),
                List.of(other.paint()));
    }

    private record Called(Label label, String name) {}

    /** Two names of one hue, under one recipe in one line of a maker: one of the labels is likely wrong. */
    private static List<Doubt> rivals(List<Label> group) {
        Map<Hue, List<Called>> byHue = new EnumMap<>(Hue.class);
        for (Label l : group) {
            Hue.spokenIn(l.name())
                    .ifPresent(hue -> byHue.computeIfAbsent(hue, h -> new ArrayList<>())
                            .add(new Called(l, Words.folded(l.name()))));
        }
        List<Doubt> found = new ArrayList<>();
        for (List<Called> ofHue : byHue.values()) {
            Map<String, Long> timesCalled =
                    ofHue.stream().collect(Collectors.groupingBy(Called::name, Collectors.counting()));
            for (Called one : ofHue) {
                int rivals = ofHue.size() - timesCalled.get(one.name).intValue();
                if (rivals == 0) continue;
                found.add(rival(
                        one.label,
                        rivals,
                        ofHue.stream()
                                .filter(o -> !o.name.equals(one.name))
                                .limit(MOST_OTHERS)
                                .map(Called::label)
                                .toList()));
            }
        }
        return found;
    }

    private static Doubt rival(Label label, int rivals, List<Label> shown) {
        String names =
                shown.stream().limit(NAMED).map(r -> "“" + r.name() + "”").collect(Collectors.joining(", "))
                        + (rivals > NAMED ? " and " + (rivals - NAMED) + " more" : "");
        return new Doubt(
                label.paint(),
                Note.of(
                        label.recipe().toString(),
                        "same-recipe-one-maker",
                        label.maker() + " gives “" + label.name() + "” and " + names + " the same recipe, "
                                + label.recipe()
                                + ". Two names for one paint, or one label is wrong: look at both tubes."),
                shown.stream().map(Label::paint).toList());
    }
}
