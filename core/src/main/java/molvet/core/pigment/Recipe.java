package molvet.core.pigment;

import java.util.List;
import java.util.Optional;
import java.util.TreeSet;
import java.util.stream.Collectors;

/** The ordered list of pigments on a label; may be empty, when none are known. */
public record Recipe(List<PigmentCode> pigments) {
    public static final Recipe NONE = new Recipe(List.of());

    public Recipe {
        pigments = List.copyOf(pigments);
    }

    public static Recipe of(String... codes) {
        return new Recipe(List.of(codes).stream().map(PigmentCode::of).toList());
    }

    public boolean isSingle() {
        return pigments.size() == 1;
    }

    public boolean isMixture() {
        return pigments.size() > 1;
    }

    public boolean isEmpty() {
        return pigments.isEmpty();
    }

    /** The same pigments whatever their order: the form by which recipes are compared; empty for no pigments. */
    public Optional<String> fingerprint() {
        return isEmpty()
                ? Optional.empty()
                : Optional.of(new TreeSet<>(pigments)
                        .stream().map(PigmentCode::toString).collect(Collectors.joining("+")));
    }

    /** As printed on a label: {@code PV19 + PG50}. */
    @Override
    public String toString() {
        return pigments.stream().map(PigmentCode::toString).collect(Collectors.joining(" + "));
    }
}
