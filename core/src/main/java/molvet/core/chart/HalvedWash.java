package molvet.core.chart;

import java.util.Arrays;
import java.util.Locale;
import java.util.Optional;

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

    /** Empty of parts that no wash holds, as a file from elsewhere may have them. */
    static Optional<HalvedWash> ofParts(int parts) {
        return Arrays.stream(values()).filter(w -> w.parts() == parts).findFirst();
    }

    /** Of which two equal drops are mixed, as “full and half wash”. */
    static Optional<String> both(int one, int other) {
        return ofParts(one)
                .flatMap(a -> ofParts(other)
                        .map(b -> a == b ? a.words() + " wash of both" : a.words() + " and " + b.words() + " wash"));
    }
}
