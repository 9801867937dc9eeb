package molvet.core.mixing;

import java.util.List;
import java.util.Optional;
import molvet.core.pigment.Granulation;
import molvet.core.pigment.Lightfastness;
import molvet.core.pigment.Pigment;
import molvet.core.pigment.PigmentReference;
import molvet.core.pigment.Recipe;
import molvet.core.pigment.Staining;
import molvet.core.pigment.Strength;
import molvet.core.pigment.Transparency;

/**
 * How a paint behaves.
 *
 * @param cautions elements that call for care
 */
public record Traits(
        Optional<Granulation> granulation,
        Optional<Transparency> transparency,
        Optional<Staining> staining,
        Optional<Lightfastness> lightfastness,
        Optional<Strength> strength,
        List<String> cautions) {
    public static final Traits UNKNOWN = new Traits(
            Optional.empty(), Optional.empty(), Optional.empty(), Optional.empty(), Optional.empty(), List.of());

    /** As its pigments usually are: of several the most granulating, the most staining, the one that lasts least. */
    public static Traits usual(Recipe recipe, PigmentReference reference) {
        List<Pigment> known = recipe.pigments().stream()
                .flatMap(c -> reference.find(c).stream())
                .toList();
        return new Traits(
                known.stream().map(Pigment::granulation).max(Enum::compareTo),
                known.stream().findFirst().map(Pigment::transparency),
                known.stream().map(Pigment::staining).max(Enum::compareTo),
                Lasting.worst(known.stream().map(Pigment::lightfastness).toList()),
                known.stream().findFirst().map(Pigment::strength),
                known.stream().flatMap(p -> p.cautions().stream()).distinct().toList());
    }

    /** The same, but where a verdict on the paint itself says otherwise. */
    public Traits but(
            Optional<Granulation> seenGranulation,
            Optional<Transparency> seenTransparency,
            Optional<Staining> seenStaining,
            Optional<Lightfastness> seenLightfastness) {
        return new Traits(
                seenGranulation.or(() -> granulation),
                seenTransparency.or(() -> transparency),
                seenStaining.or(() -> staining),
                seenLightfastness.or(() -> lightfastness),
                strength,
                cautions);
    }

    boolean granulates() {
        return granulation.filter(g -> g.compareTo(Granulation.MODERATE) >= 0).isPresent();
    }

    /** Smooth, and gone into the paper before anything settles. */
    boolean isSmoothAndStains() {
        return granulation.filter(g -> g == Granulation.NONE).isPresent()
                && staining.filter(s -> s == Staining.HIGH).isPresent();
    }

    boolean fades() {
        return lightfastness.filter(Lasting::fades).isPresent();
    }
}
