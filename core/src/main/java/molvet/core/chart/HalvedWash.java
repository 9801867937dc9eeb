package molvet.core.chart;

import java.util.Locale;

/** Washes of one paint, each made of the one before and as much water again (common practice, no published source). */
public enum HalvedWash {
    FULL,
    HALF,
    QUARTER,
    EIGHTH;

    public String words() {
        return name().toLowerCase(Locale.ROOT);
    }

    /** How much paint is in it, in eighths. */
    int parts() {
        return 1 << EIGHTH.ordinal() - ordinal();
    }

    /** @param step of its strip, from 1 */
    public static HalvedWash ofStep(int step) {
        return values()[step - 1];
    }

    static HalvedWash ofParts(int parts) {
        return values()[EIGHTH.ordinal() - Integer.numberOfTrailingZeros(parts)];
    }
}
