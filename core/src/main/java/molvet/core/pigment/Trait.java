package molvet.core.pigment;

import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import molvet.core.measure.Refusal;

/** The four traits that label, pigments and paper all speak of, each with its scale. */
public enum Trait {
    LIGHTFASTNESS(Lightfastness.values()),
    TRANSPARENCY(Transparency.values()),
    STAINING(Staining.values()),
    GRANULATION(Granulation.values());

    private final List<Grade> scale;

    Trait(Grade[] scale) {
        this.scale = List.of(scale);
    }

    public List<Grade> scale() {
        return scale;
    }

    public String words() {
        return name().toLowerCase(Locale.ROOT);
    }

    /** @throws Refusal if there is no such trait */
    public static Trait parse(String text) {
        return Arrays.stream(values())
                .filter(t -> t.name().equalsIgnoreCase(text.strip()))
                .findFirst()
                .orElseThrow(() -> Refusal.of(
                        "trait",
                        "“" + text + "” is not a trait on a scale.",
                        "Traits are lightfastness, transparency, staining and granulation."));
    }

    /** Reads a step by its name or words ({@code SEMI_OPAQUE}, {@code semi-opaque}, {@code Semi Opaque}). */
    public Optional<Grade> grade(String text) {
        String wanted = text.strip().toUpperCase(Locale.ROOT).replaceAll("[^A-Z]+", "_");
        return scale.stream().filter(g -> g.name().equals(wanted)).findFirst();
    }

    /** As {@link #grade}, but refuses what is not on the scale and says what is. */
    public Grade gradeNeeded(String text) {
        return grade(text)
                .orElseThrow(() -> Refusal.of(
                        words(),
                        "“" + (text.length() > 40 ? text.substring(0, 40) + "…" : text) + "” is not a step of "
                                + words() + ".",
                        "Steps are "
                                + String.join(
                                        ", ", scale.stream().map(Grade::words).toList()) + "."));
    }
}
