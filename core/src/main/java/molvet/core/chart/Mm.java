package molvet.core.chart;

import java.math.BigDecimal;
import java.math.RoundingMode;

/** Lengths as a person reads them off a ruler. */
public final class Mm {
    private Mm() {}

    /** To a tenth of a millimetre, without a nought behind the point. */
    public static String of(double mm) {
        // What is no length is named in a refusal as it is.
        if (!Double.isFinite(mm)) return String.valueOf(mm);
        return new BigDecimal(mm)
                .setScale(1, RoundingMode.HALF_UP)
                .stripTrailingZeros()
                .toPlainString();
    }

    /** Down to what can be ruled by hand: half millimetres, or tenths below 10 mm. */
    static double ruled(double mm) {
        double step = mm >= 10 ? 2 : 10;
        return Math.floor(mm * step + 1e-6) / step;
    }
}
