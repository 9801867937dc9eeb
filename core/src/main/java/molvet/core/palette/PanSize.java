package molvet.core.palette;

import java.util.List;
import molvet.core.collection.HoldingForm;
import molvet.core.measure.Refusal;

/**
 * The outer size of a pan, in mm; makers’ pans differ, and one maker’s do not fit another’s box.
 *
 * @param width the shorter side, as it usually lies
 */
public record PanSize(HoldingForm form, double width, double height) {
    /** The forms that lie in a box by themselves. */
    public static final List<HoldingForm> FORMS =
            List.of(HoldingForm.HALF_PAN, HoldingForm.FULL_PAN, HoldingForm.MINI_PAN);

    public PanSize {
        if (!FORMS.contains(form)) {
            throw Refusal.of("form", "A " + form.words() + " is no pan.", "Choose half, full or mini pans.");
        }
        if (!(width >= 5 && width <= 100 && height >= 5 && height <= 100)) {
            throw Refusal.of(
                    "width",
                    "A pan of " + width + " × " + height + " mm is not made.",
                    "Half pans are usually 16 × 19.");
        }
    }

    /** Where a maker’s own is not known (common practice, no published source; mini pans from memory). */
    public static PanSize usual(HoldingForm form) {
        return switch (form) {
            case FULL_PAN -> new PanSize(form, 19, 30);
            case MINI_PAN -> new PanSize(form, 10, 19);
            default -> new PanSize(HoldingForm.HALF_PAN, 16, 19);
        };
    }
}
