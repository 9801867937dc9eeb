package molvet.core.choosing;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.Collection;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import molvet.core.colour.Lab;

/**
 * What a set of paints can and cannot say: the places on the wheel that a palette is usually asked to fill, and which of them
 * are empty.
 *
 * <p>The places are common practice, no published source; their borders are ours, in hue angles of CIE L*a*b* at half strength.
 */
public enum Range {
    COOL_YELLOW("cool yellow", 95, 113),
    WARM_YELLOW("warm yellow", 76, 95),
    ORANGE("orange", 50, 76),
    WARM_RED("warm red", 25, 50),
    COOL_RED("cool red", 345, 25),
    VIOLET("violet", 300, 345),
    WARM_BLUE("warm blue", 270, 300),
    COOL_BLUE("cool blue", 215, 270),
    COOL_GREEN("cool green", 160, 215),
    WARM_GREEN("warm green", 113, 160),
    EARTH("earth or brown", 0, 0),
    DARK("grey or black", 0, 0);

    private static final double NEUTRAL = 8;
    private static final double DULL = 30;

    private final String words;
    private final double from;
    private final double to;

    Range(String words, double from, double to) {
        this.words = words;
        this.from = from;
        this.to = to;
    }

    public String words() {
        return words;
    }

    /** @param half a paint’s colour at half strength */
    public static Range of(Lab half) {
        if (half.chroma() < NEUTRAL) return DARK;
        double hue = half.hue();
        if (half.chroma() < DULL && hue > 20 && hue < 100) return EARTH;
        return Arrays.stream(values()).filter(r -> r.holds(hue)).findFirst().orElseThrow();
    }

    private boolean holds(double hue) {
        return from < to ? hue >= from && hue < to : from > to && (hue >= from || hue < to);
    }

    /** The places no paint fills, in order. */
    public static List<Range> missing(Collection<Lab> halves) {
        Map<Range, Integer> count = new EnumMap<>(Range.class);
        halves.forEach(h -> count.merge(of(h), 1, Integer::sum));
        List<Range> missing = new ArrayList<>();
        for (Range r : values()) if (!count.containsKey(r)) missing.add(r);
        return missing;
    }
}
