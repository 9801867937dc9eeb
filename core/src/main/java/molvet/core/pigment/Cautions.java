package molvet.core.pigment;

import java.util.List;
import java.util.TreeSet;

/** Which elements in a recipe call for care, and the general guidance that goes with them. */
public record Cautions(List<String> elements) {
    /** General guidance (common practice, no published source). */
    public static final String GUIDANCE =
            "Never point a brush with the lips. Do not sand or spray dry paint, and do not work with the dry powder. "
                    + "Keep away from children and pets. Wash hands afterwards. Take rinse water where local rules say.";

    /** What the guidance gives way to. */
    public static final String DEFERRAL =
            "This is general guidance. The maker’s safety data sheet and local rules come first.";

    public static Cautions of(Recipe recipe, PigmentReference reference) {
        TreeSet<String> elements = new TreeSet<>();
        recipe.pigments().forEach(c -> reference.find(c).ifPresent(p -> elements.addAll(p.cautions())));
        return new Cautions(List.copyOf(elements));
    }

    public boolean isEmpty() {
        return elements.isEmpty();
    }
}
