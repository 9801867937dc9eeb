package molvet.core.pigment;

import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Map;
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

    /**
     * The step a label's plain words claim: {@code non-granulating} is none. A bare {@code granulating} or {@code staining}
     * names no step and is taken for the middle one (common practice, no published source).
     */
    public Optional<Grade> claimed(String text) {
        Optional<Grade> step = grade(text);
        if (step.isPresent()) return step;
        String said = text.strip().toLowerCase(Locale.ROOT).replaceAll("[\\s-]+", " ");
        return CLAIMED.getOrDefault(this, Map.of()).entrySet().stream()
                .filter(e -> said.matches(e.getKey()))
                .map(Map.Entry::getValue)
                .findFirst();
    }

    private static final Map<Trait, Map<String, Grade>> CLAIMED = Map.of(
            STAINING,
            Map.of(
                    "(?:non|not) staining|no", Staining.NONE,
                    "(?:low|slightly|weakly|little) staining|slight|weak", Staining.LOW,
                    "(?:medium |moderately )?staining|yes|moderate", Staining.MEDIUM,
                    "(?:high|highly|strongly|very) staining|strong", Staining.HIGH),
            GRANULATION,
            Map.of(
                    "(?:non|not) granulating|no|smooth", Granulation.NONE,
                    "(?:slightly|weakly|low|little) granulating|low|weak", Granulation.SLIGHT,
                    "(?:moderately |medium )?granulating|yes|medium", Granulation.MODERATE,
                    "(?:strongly|highly|very|high) granulating|high", Granulation.STRONG),
            TRANSPARENCY,
            Map.of("translucent|semi", Transparency.SEMI_TRANSPARENT),
            LIGHTFASTNESS,
            Map.of("not tested|unknown", Lightfastness.UNTESTED));

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
