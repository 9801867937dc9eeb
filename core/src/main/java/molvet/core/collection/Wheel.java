package molvet.core.collection;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.stream.Collectors;
import molvet.core.colour.Lab;
import molvet.core.pigment.Recipe;

/**
 * What a set of paints leaves empty on the wheel: places that no paint fills, and wide stretches between two hues. Report card and
 * hue plane say it by this and nothing else.
 *
 * @param places in order; {@code gaps} widest first
 * @param paints how many there are in all; {@code measured} how many of them by their own swatch
 */
public record Wheel(List<Range> places, List<HuePlane.Gap> gaps, int paints, int measured) {
    /** A stretch narrower than this, in degrees, is no gap in a palette (ours: twice what a place on the wheel spans). */
    private static final double WIDE = 60;

    /** One paint at half strength. */
    public record Seen(Lab half, Range place) {
        public static Seen of(Lab half, Recipe recipe) {
            return new Seen(half, Range.of(half, recipe));
        }
    }

    public static Wheel of(List<Seen> seen, int paints, int measured) {
        return new Wheel(
                Range.missing(seen.stream().map(Seen::place).toList()),
                HuePlane.gaps(seen.stream().map(Seen::half).toList()).stream()
                        .filter(g -> (g.to() - g.from() + 360) % 360 >= WIDE)
                        .toList(),
                paints,
                measured);
    }

    /** Whether enough was painted out for anything to be said: of a set that is mostly unmeasured nothing is. */
    public boolean isTold() {
        return paints > 0 && measured * 2 >= paints;
    }

    /** In sentences: what is missing, or that nothing is, or that it cannot be said. */
    public String said() {
        if (paints == 0) return "There is nothing here to judge.";
        if (!isTold()) {
            return (measured == 0 ? "None" : "Only " + measured) + " of these " + paints
                    + (measured < 2 ? " is" : " are") + " measured yet: what is missing on the wheel is not said.";
        }
        List<String> all = new ArrayList<>();
        if (!places.isEmpty()) all.add(no(places) + ".");
        gaps.forEach(g -> all.add(g.said()));
        return all.isEmpty() ? "Every place on the wheel is filled." : String.join(" ", all);
    }

    /** “No violet, no earth”. */
    public static String no(List<Range> places) {
        String all = places.stream().map(Range::words).collect(Collectors.joining(", no ", "no ", ""));
        return all.substring(0, 1).toUpperCase(Locale.ROOT) + all.substring(1);
    }
}
