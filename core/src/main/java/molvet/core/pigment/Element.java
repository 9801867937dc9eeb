package molvet.core.pigment;

import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Optional;

/** Elements that collectors ask after in a pigment, for care or for cost. */
public enum Element {
    COBALT,
    CADMIUM,
    NICKEL,
    MANGANESE,
    CHROMIUM,
    LEAD,
    ANTIMONY,
    COPPER,
    BARIUM,
    ARSENIC,
    MERCURY,
    ZINC,
    TIN,
    IRON;

    public String words() {
        return name().toLowerCase(Locale.ROOT);
    }

    public static Optional<Element> named(String word) {
        return Arrays.stream(values()).filter(e -> e.words().equals(word)).findFirst();
    }

    /** Whether a pigment holds it: its cautions or its chemical name say so. */
    public boolean isIn(Pigment pigment) {
        return pigment.cautions().contains(words())
                || List.of(pigment.chemicalName().toLowerCase(Locale.ROOT).split("\\P{L}+"))
                        .contains(words());
    }
}
