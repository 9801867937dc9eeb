package molvet.core.fading;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import molvet.core.pigment.Grade;
import molvet.core.pigment.Lightfastness;
import molvet.core.pigment.Pigment;
import molvet.core.pigment.PigmentReference;
import molvet.core.pigment.Recipe;

/** Which paints are worth a place in the light: loved and doubtful first. */
public final class WorthTesting {
    private final PigmentReference reference;

    public WorthTesting(PigmentReference reference) {
        this.reference = reference;
    }

    /** Words for what glows, which is dyed resin (common practice, no published source). */
    private static final String GLOWS = "\\b(fluorescent|fluo|neon|day-?glow?)\\b";

    /** A name is often only a picture: an acid green may be any green. */
    private static final Pattern IN_A_NAME = Pattern.compile(GLOWS, Pattern.CASE_INSENSITIVE);

    /** On a label dyes stand by name, and by the Colour Index’s own families for them. */
    private static final Pattern ON_A_LABEL = Pattern.compile(
            GLOWS + "|\\b(dyes?|dyestuffs?|rhodamine|eosin)\\b"
                    + "|\\b(basic|acid|direct|solvent|disperse) (yellow|orange|red|violet|blue|green)\\b"
                    + "|\\bB[YORVBG] ?\\d{1,2}\\b",
            Pattern.CASE_INSENSITIVE);

    /**
     * @param name and {@code labelText} as printed
     * @param label what it claims; {@code liking} 2 loved, 1 liked, −1 not liked, 0 nothing said
     */
    public record Candidate(
            long paint, String name, String labelText, Recipe recipe, Optional<Grade> label, int liking) {}

    /** @param doubt how much there is to find out; more is more */
    public record Proposed(long paint, int doubt, List<String> why) {}

    /** Those there is something to find out about, most worth it first; of equals the order stays. */
    public List<Proposed> of(List<Candidate> candidates) {
        return candidates.stream()
                .map(this::weighed)
                .flatMap(Optional::stream)
                .sorted(Comparator.comparingInt(Proposed::doubt).reversed())
                .toList();
    }

    private Optional<Proposed> weighed(Candidate c) {
        List<String> why = new ArrayList<>();
        int doubt = 0;
        Optional<Pigment> worst = c.recipe.pigments().stream()
                .flatMap(p -> reference.find(p).stream())
                .filter(p -> p.lightfastness() != Lightfastness.UNTESTED)
                .max(Comparator.comparing(Pigment::lightfastness));
        boolean spoken = c.label.filter(g -> g != Lightfastness.UNTESTED).isPresent();
        if (spoken
                && worst.isPresent()
                && worst.get().lightfastness().ordinal() - c.label.get().ordinal() >= 2) {
            doubt += 6;
            why.add("the label claims " + c.label.get().words() + ", "
                    + worst.get().code() + " is " + worst.get().lightfastness().words() + " in watercolour");
        } else if (worst.isPresent() && worst.get().lightfastness().ordinal() >= Lightfastness.POOR.ordinal()) {
            doubt += 4;
            why.add(worst.get().code() + " is " + worst.get().lightfastness().words() + " in watercolour");
        }
        List<String> unknown = c.recipe.pigments().stream()
                .filter(p -> !reference.holds(p))
                .map(Object::toString)
                .toList();
        if (!unknown.isEmpty()) {
            doubt += 3;
            why.add("nobody says what " + String.join(" and ", unknown) + " is");
        }
        if (c.recipe.pigments().isEmpty()) {
            doubt += spoken ? 2 : 4;
            why.add(spoken ? "its pigments are not told" : "neither pigments nor label tell anything");
        }
        Optional<String> dye = found(ON_A_LABEL, c.labelText).or(() -> found(IN_A_NAME, c.name));
        if (dye.isPresent()) {
            doubt += 3;
            why.add("“" + dye.get() + "”: a dye is in it, and few dyes last");
        }
        if (doubt == 0) return Optional.empty();
        if (c.liking == 2) {
            doubt += 4;
            why.add("and you love it");
        } else if (c.liking == 1) {
            doubt += 1;
        } else if (c.liking < 0) {
            doubt -= 3;
        }
        return doubt <= 0 ? Optional.empty() : Optional.of(new Proposed(c.paint, doubt, List.copyOf(why)));
    }

    private static Optional<String> found(Pattern words, String text) {
        Matcher m = words.matcher(text);
        return m.find() ? Optional.of(m.group()) : Optional.empty();
    }
}
