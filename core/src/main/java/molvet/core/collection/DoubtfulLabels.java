package molvet.core.collection;

import java.util.ArrayList;
import java.util.Collection;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import molvet.core.measure.Words;
import molvet.core.pigment.Doubts;
import molvet.core.pigment.Hue;
import molvet.core.pigment.Note;
import molvet.core.pigment.PigmentReference;
import molvet.core.pigment.Recipe;

/** Labels of a collection that cannot all be right, each with its reason. */
public final class DoubtfulLabels {
    /** Codes under which one maker rightly sells several colours (common practice, no published source). */
    private static final Set<String> WIDE = Set.of(
            "PBr7", "PR101", "PR102", "PB29", "PV19", "PY42", "PY43", "PG23", "PY35", "PR108", "PB36", "PG50", "PB28",
            "PB74", "PBk9", "PW6", "PW4", "PR122", "PV14", "PY37", "PO20");

    private final Doubts doubts;

    public DoubtfulLabels(PigmentReference reference) {
        this.doubts = new Doubts(reference);
    }

    /** One label of the collection. {@code maker} and {@code line} may be empty. */
    public record Label(long paint, String name, String maker, String line, Recipe recipe) {}

    /** A doubt about one paint; {@code others} are the paints it cannot be right beside. */
    public record Doubt(long paint, Note note, List<Long> others) {}

    public List<Doubt> find(Collection<Label> labels) {
        List<Doubt> found = new ArrayList<>();
        for (Label label : labels) {
            for (Note note : doubts.about(label.recipe(), label.name())) {
                if (note.kind().equals("unlikely-code") || note.kind().equals("unknown-number")) {
                    found.add(new Doubt(label.paint(), note, List.of()));
                }
            }
        }
        Map<String, List<Label>> sameRecipe = new LinkedHashMap<>();
        for (Label label : labels) {
            Optional<String> recipe = label.recipe().fingerprint();
            if (recipe.isPresent() && !label.maker().isEmpty() && !WIDE.contains(recipe.get())) {
                sameRecipe
                        .computeIfAbsent(
                                Words.folded(label.maker()) + "|" + Words.folded(label.line()) + "|" + recipe.get(),
                                k -> new ArrayList<>())
                        .add(label);
            }
        }
        for (List<Label> group : sameRecipe.values()) {
            for (Label label : group) {
                List<Label> rivals =
                        group.stream().filter(o -> areRivals(label, o)).toList();
                if (!rivals.isEmpty()) found.add(rival(label, rivals));
            }
        }
        return found;
    }

    /** Two names of one hue, under one recipe in one line of a maker: one of the two labels is likely wrong. */
    private static boolean areRivals(Label one, Label two) {
        if (one.paint() == two.paint() || Words.folded(one.name()).equals(Words.folded(two.name()))) return false;
        Optional<Hue> hue = Hue.spokenIn(one.name());
        return hue.isPresent() && hue.equals(Hue.spokenIn(two.name()));
    }

    private static Doubt rival(Label label, List<Label> rivals) {
        String names =
                String.join(", ", rivals.stream().map(r -> "“" + r.name() + "”").toList());
        return new Doubt(
                label.paint(),
                Note.of(
                        label.recipe().toString(),
                        "same-recipe-one-maker",
                        label.maker() + " gives “" + label.name() + "” and " + names + " the same recipe, "
                                + label.recipe()
                                + ". Two names for one paint, or one label is wrong: look at both tubes."),
                rivals.stream().map(Label::paint).toList());
    }
}
