package molvet.core.collection;

import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import molvet.core.measure.Refusal;
import molvet.core.pigment.Grade;
import molvet.core.pigment.Trait;

/** What the eye can say of a paint, each with its steps; the first four are the traits of the three voices. */
public enum EyeTrait {
    LIGHTFASTNESS(Trait.LIGHTFASTNESS),
    TRANSPARENCY(Trait.TRANSPARENCY),
    STAINING(Trait.STAINING),
    GRANULATION(Trait.GRANULATION),
    REWETTING("NEVER_SETS", "EASY", "FAIR", "HARD"),
    LIKING("LOVED", "LIKED", "NO");

    private final List<String> steps;
    private final Optional<Trait> trait;

    EyeTrait(Trait trait) {
        this.trait = Optional.of(trait);
        this.steps = trait.scale().stream().map(Grade::name).toList();
    }

    EyeTrait(String... steps) {
        this.trait = Optional.empty();
        this.steps = List.of(steps);
    }

    public List<String> steps() {
        return steps;
    }

    public Optional<Trait> trait() {
        return trait;
    }

    /** @throws Refusal naming the traits there are */
    public static EyeTrait parse(String text) {
        String wanted = normal(text).replace("_", "");
        return Arrays.stream(values())
                .filter(t -> t.name().equals(wanted))
                .findFirst()
                .orElseThrow(() -> Refusal.of(
                        "trait",
                        "There is no trait “" + brief(text) + "”.",
                        "Traits are "
                                + String.join(
                                        ", ",
                                        Arrays.stream(values())
                                                .map(t -> t.name().toLowerCase(Locale.ROOT))
                                                .toList())
                                + "."));
    }

    /** The step as kept. @throws Refusal naming the steps there are */
    public String step(String text) {
        String wanted = normal(text);
        if (!steps.contains(wanted)) {
            throw Refusal.of(
                    "value",
                    "“" + brief(text) + "” is not a step of " + name().toLowerCase(Locale.ROOT) + ".",
                    "Steps are "
                            + String.join(", ", steps).toLowerCase(Locale.ROOT).replace('_', ' ') + ".");
        }
        return wanted;
    }

    private static String normal(String text) {
        return text.strip().toUpperCase(Locale.ROOT).replaceAll("[^A-Z]+", "_");
    }

    private static String brief(String text) {
        return text.length() > 40 ? text.substring(0, 40) + "…" : text;
    }
}
