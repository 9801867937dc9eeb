package molvet.core.collection;

import java.util.Arrays;
import java.util.Collection;
import java.util.List;
import java.util.Set;
import molvet.core.colour.Lab;
import molvet.core.pigment.Recipe;
import molvet.core.pigment.Temperature;

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

    /** As far from where warm becomes cool, in degrees, painters’ names for a pigment decide (common practice, no published source). */
    private static final double NAMED = 25;

    /**
     * The place a paint fills. Near the border between warm and cool of one hue, the pigment decides: an alizarin is a cool red,
     * however its wash turns. So it does between orange and red: a palette with a pyrrole orange does not lack one.
     *
     * @param half its colour at half strength
     */
    public static Range of(Lab half, Recipe recipe) {
        if (half.chroma() < NEUTRAL) return DARK;
        double hue = half.hue();
        if (half.chroma() < DULL && hue > 20 && hue < 100) return EARTH;
        Range seen =
                Arrays.stream(values()).filter(r -> r.holds(hue)).findFirst().orElseThrow();
        if (seen == WARM_RED && hue > ORANGE.from - NAMED_ORANGE && isOrange(recipe)) return ORANGE;
        return Temperature.of(recipe)
                .flatMap(t -> PAIRS.stream()
                        .filter(p -> seen != p.at(t) && p.isNear(hue))
                        .map(p -> p.at(t))
                        .findFirst())
                .orElse(seen);
    }

    /** A pigment orange whose wash is this little redder than the place is called an orange all the same. */
    private static final double NAMED_ORANGE = 12;

    /** Whether the Colour Index calls its only pigment an orange. */
    private static boolean isOrange(Recipe recipe) {
        return recipe.isSingle() && ORANGES.contains(recipe.pigments().get(0).family());
    }

    private static final Set<String> ORANGES = Set.of("PO", "NO");

    /** Two places of one hue that touch. @param border the hue angle between them */
    private record Pair(Range warm, Range cool, double border) {
        Range at(Temperature t) {
            return t == Temperature.WARM ? warm : cool;
        }

        boolean isNear(double hue) {
            return (warm.holds(hue) || cool.holds(hue)) && Math.abs((hue - border + 540) % 360 - 180) < NAMED;
        }
    }

    private static final List<Pair> PAIRS = List.of(
            new Pair(WARM_YELLOW, COOL_YELLOW, 95),
            new Pair(WARM_RED, COOL_RED, 25),
            new Pair(WARM_BLUE, COOL_BLUE, 270),
            new Pair(WARM_GREEN, COOL_GREEN, 160));

    private boolean holds(double hue) {
        return from < to ? hue >= from && hue < to : from > to && (hue >= from || hue < to);
    }

    /** The places none of these fills, in order. */
    public static List<Range> missing(Collection<Range> filled) {
        return Arrays.stream(values()).filter(r -> !filled.contains(r)).toList();
    }
}
