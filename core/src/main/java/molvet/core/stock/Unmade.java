package molvet.core.stock;

import java.math.BigDecimal;
import java.math.RoundingMode;
import java.util.List;
import molvet.core.collection.Holding;
import molvet.core.pigment.PigmentCode;

/**
 * How much of a pigment that is no longer made is in the house.
 *
 * @param ml in tubes and pans of a known volume, by what is left of each
 * @param unknown tubes and pans of no known volume that are not empty
 * @param samples dots and samples
 */
public record Unmade(PigmentCode pigment, BigDecimal ml, int unknown, int samples) {
    /** @param holdings of the paints with it, gone ones too: they do not count */
    public static Unmade of(PigmentCode pigment, List<Holding> holdings) {
        BigDecimal ml = BigDecimal.ZERO;
        int unknown = 0;
        int samples = 0;
        for (Holding h : holdings) {
            if (!h.state().counts() || h.leftPercent() == 0) continue;
            if (h.form().isOnlyASample()) samples++;
            else if (h.full().isEmpty()) unknown++;
            else
                ml = ml.add(h.full()
                        .get()
                        .ml()
                        .multiply(BigDecimal.valueOf(h.leftPercent()))
                        .movePointLeft(2));
        }
        return new Unmade(pigment, ml.setScale(1, RoundingMode.HALF_UP), unknown, samples);
    }

    /** In a sentence, such as “PO48 is no longer made: 15.0 ml are in the house. Keep it for what nothing else does.” */
    public String words() {
        boolean more = ml.signum() > 0 || unknown > 0;
        return pigment + " is no longer made: " + left() + "." + (more ? " Keep it for what nothing else does." : "");
    }

    private String left() {
        String held = unknown + (unknown == 1 ? " holding" : " holdings") + " of no known volume";
        if (ml.signum() > 0) return ml + " ml are in the house" + (unknown == 0 ? "" : ", and " + held);
        if (unknown > 0) return held + (unknown == 1 ? " is" : " are") + " in the house";
        return samples > 0 ? "only dots or samples are in the house" : "none of it is left in the house";
    }
}
