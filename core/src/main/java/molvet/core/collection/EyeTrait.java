package molvet.core.collection;

import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import molvet.core.measure.Refusal;
import molvet.core.pigment.Grade;
import molvet.core.pigment.Trait;

/**
 * What the eye, hand and nose can say of a paint, each with its steps; the first four are the traits of the three voices.
 *
 * <p>Each has a key of its own, so that a row of paints is gone through without a mouse. Words and steps are common practice,
 * no published source.
 */
public enum EyeTrait {
    LIGHTFASTNESS('f', "lightfastness, as you suspect it", Trait.LIGHTFASTNESS),
    TRANSPARENCY('t', "transparency", Trait.TRANSPARENCY),
    STAINING('s', "staining", Trait.STAINING),
    GRANULATION('g', "granulation", Trait.GRANULATION),
    STRENGTH('p', "tinting strength", "WEAK", "MEDIUM", "STRONG", "OVERWHELMING"),
    FLOW('w', "flow in wet paint", "STAYS", "SPREADS", "RUSHES"),
    REWETTING('r', "re-wetting", "NEVER_SETS", "EASY", "FAIR", "HARD"),
    TUBE('b', "binder in the tube", "WHOLE", "SOME_SEPARATES", "SEPARATED"),
    CRACKS('c', "cracks when dry", "NO", "YES"),
    WASH('a', "wash", "EVEN", "PATCHY"),
    SPARKLE('k', "sparkle", "NONE", "SLIGHT", "STRONG"),
    SMELL('m', "smell", "NONE", "SLIGHT", "STRONG"),
    TEXTURE('x', "texture", "SMOOTH", "GRITTY", "GUMMY", "RUNNY"),
    LIKING('l', "liking", "LOVED", "LIKED", "NO");

    private final List<String> steps;
    private final Optional<Trait> trait;

    private final char key;
    private final String words;

    EyeTrait(char key, String words, Trait trait) {
        this.key = key;
        this.words = words;
        this.trait = Optional.of(trait);
        this.steps = trait.scale().stream().map(Grade::name).toList();
    }

    EyeTrait(char key, String words, String... steps) {
        this.key = key;
        this.words = words;
        this.trait = Optional.empty();
        this.steps = List.of(steps);
    }

    /** The letter it is chosen by; no two have the same. */
    public char key() {
        return key;
    }

    public String words() {
        return words;
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
