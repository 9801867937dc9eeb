package molvet.core.palette;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.function.Predicate;
import molvet.core.collection.Range;
import molvet.core.collection.Sample;
import molvet.core.collection.Wheel;
import molvet.core.colour.Film;
import molvet.core.colour.Lab;
import molvet.core.colour.WashRun;
import molvet.core.pigment.Recipe;

/**
 * What a palette lacks: places on the wheel, dark and bright ones of a hue, depth, and grain; and what would fill each. All borders are
 * ours, in CIE L*a*b* at half and at full strength.
 */
public final class Lacks {
    /** Darker than this at full strength, and a paint makes a dark. */
    private static final double DARK = 35;
    /** Nothing darker than this, and a palette has no depth. */
    private static final double DEPTH = 30;
    /** Of more chroma than this where it is strongest, a paint is bright. */
    private static final double BRIGHT = 48;

    /** Of less chroma than this at half strength, a paint serves as a grey. */
    private static final double GREYISH = 20;

    private static final int MANY = 2;
    private static final int MOST_FILLING = 3;

    /** Hues whose dark and bright ones are looked for; a dark yellow is a green, and is not missed. */
    private enum Hue {
        RED("red", 345, 50),
        VIOLET("violet", 300, 345),
        BLUE("blue", 215, 300),
        GREEN("green", 113, 215);

        private final String words;
        private final double from;
        private final double to;

        Hue(String words, double from, double to) {
            this.words = words;
            this.from = from;
            this.to = to;
        }

        boolean holds(Lab c) {
            double h = c.hue();
            return c.chroma() >= 8 && (from < to ? h >= from && h < to : h >= from || h < to);
        }
    }

    /**
     * Something missing.
     *
     * @param filling paints of the collection that would fill it, the likeliest first
     * @param mixed two wells that would, mixed
     */
    public record Lack(String said, List<Sample> filling, Optional<Mixed> mixed) {}

    /**
     * @param parts of the one, {@code otherParts} of the other
     * @param strongest where it is strongest in colour, as a film model foresees it
     */
    public record Mixed(Lying one, int parts, Lying other, int otherParts, Lab strongest) {
        /** Such as “2 parts of Citron and one of Slipway Blue”. */
        public String words() {
            String first = one.paint().name();
            String second = other.paint().name();
            if (parts == otherParts) return first + " and " + second + " half and half";
            boolean more = parts > otherParts;
            return Math.max(parts, otherParts) + " parts of " + (more ? first : second) + " and one of "
                    + (more ? second : first);
        }
    }

    private record Missing(String said, Predicate<Colour> filledBy, boolean grain, Comparator<Sample> likelier) {}

    /**
     * A run with what else decides.
     *
     * @param steady whether it is called the same in its strongest colour as half washed out: who looks at a mixture sees both
     */
    private record Colour(WashRun run, Range place, boolean steady, boolean granulates) {
        static Colour of(Sample s) {
            return new Colour(s.run(), Range.of(s.run().half(), s.recipe()), true, Lying.granulates(s));
        }

        /** A mixture has no pigment names to decide by, and granulation cannot be mixed in. */
        static Colour of(WashRun run) {
            Range place = Range.of(run.half(), Recipe.NONE);
            return new Colour(run, place, Range.of(run.peak(), Recipe.NONE) == place, false);
        }
    }

    private Lacks() {}

    /**
     * @param palette what lies in it
     * @param others what else is in the collection, nearest at hand first: what is owned, what lies on dot cards, what is wished for
     */
    public static List<Lack> of(List<Lying> palette, List<List<Sample>> others) {
        if (palette.size() < 3) return List.of();
        List<Lack> all = new ArrayList<>();
        List<Missing> missing = missing(palette);
        List<Foreseen> mixes = missing.stream().anyMatch(m -> !m.grain) ? mixes(palette) : List.of();
        for (Missing m : missing) {
            List<Sample> filling = others.stream()
                    .flatMap(at -> at.stream()
                            .filter(s -> m.filledBy.test(Colour.of(s)))
                            .sorted(m.likelier))
                    .limit(MOST_FILLING)
                    .toList();
            all.add(new Lack(m.said, filling, m.grain ? Optional.empty() : mixed(mixes, m.filledBy)));
        }
        return List.copyOf(all);
    }

    private static List<Missing> missing(List<Lying> palette) {
        List<Missing> all = new ArrayList<>();
        List<Range> there = palette.stream().map(Lying::place).toList();
        Comparator<Sample> asTheyCome = Comparator.comparingInt(s -> 0);
        Comparator<Sample> brightest =
                Comparator.comparingDouble(s -> -s.run().peak().chroma());
        boolean greyish = palette.stream().anyMatch(l -> l.half().chroma() < GREYISH);
        for (Range r : Range.missing(there)) {
            if (r == Range.DARK && greyish) continue;
            boolean dull = r == Range.EARTH || r == Range.DARK;
            all.add(new Missing(
                    "No " + r.words() + ".",
                    c -> c.place == r && c.steady && (dull || c.run.peak().chroma() > clean(r)) && isLight(c.run, r),
                    false,
                    dull ? asTheyCome : brightest));
        }
        Lying darkest = palette.stream()
                .min(Comparator.comparingDouble(l -> l.full().l()))
                .orElseThrow();
        if (darkest.full().l() > DEPTH) {
            all.add(new Missing(
                    String.format(
                            Locale.ROOT,
                            "Nothing is darker than L* %.0f, %s.",
                            darkest.full().l(),
                            darkest.paint().name()),
                    c -> c.run.full().l() < DEPTH,
                    false,
                    Comparator.comparingDouble(s -> s.run().full().l())));
        }
        for (Hue hue : Hue.values()) {
            List<Lying> of = palette.stream()
                    .filter(l -> hue.holds(l.half()) && l.place() != Range.EARTH && l.place() != Range.DARK)
                    .toList();
            long bright = of.stream().filter(l -> isBright(l.paint().run())).count();
            long dark = of.stream().filter(l -> l.full().l() < DARK).count();
            if (bright >= MANY && dark == 0) {
                all.add(new Missing(
                        counted(bright, "bright " + hue.words) + " and no dark one.",
                        c -> c.steady && hue.holds(c.run.half()) && c.run.full().l() < DARK,
                        false,
                        Comparator.comparingDouble(s -> s.run().full().l())));
            }
            if (dark >= MANY && bright == 0) {
                all.add(new Missing(
                        counted(dark, "dark " + hue.words) + " and no bright one.",
                        c -> c.steady && hue.holds(c.run.half()) && isBright(c.run),
                        false,
                        brightest));
            }
        }
        List<Lying> blues =
                palette.stream().filter(l -> Hue.BLUE.holds(l.half())).toList();
        boolean told = blues.stream().anyMatch(l -> l.paint().granulation().isPresent());
        if (palette.stream().noneMatch(l -> Lying.granulates(l.paint()))
                && palette.stream().anyMatch(l -> l.paint().granulation().isPresent())) {
            all.add(new Missing("Nothing in it granulates.", c -> c.granulates, true, asTheyCome));
        } else if (told && blues.stream().noneMatch(l -> Lying.granulates(l.paint()))) {
            all.add(new Missing(
                    "No granulating blue.",
                    c -> c.granulates && Hue.BLUE.holds(c.run.half()) && c.place != Range.DARK,
                    true,
                    asTheyCome));
        }
        return all;
    }

    /** Of less chroma than this it is no yellow, orange, red … that anyone would call so; light hues reach more than dark ones. */
    private static double clean(Range r) {
        return switch (r) {
            case COOL_YELLOW, WARM_YELLOW -> 60;
            case ORANGE, WARM_RED -> 50;
            default -> 30;
        };
    }

    /** A yellow that is not light is olive: who mixes one from a green is told of no yellow (common practice; the border is ours). */
    private static boolean isLight(WashRun run, Range r) {
        boolean yellow = r == Range.COOL_YELLOW || r == Range.WARM_YELLOW;
        return !yellow || run.peak().l() > LIGHT_AS_YELLOW;
    }

    private static boolean isBright(WashRun run) {
        return run.peak().chroma() > BRIGHT;
    }

    private static String counted(long n, String what) {
        List<String> numbers =
                List.of("No", "One", "Two", "Three", "Four", "Five", "Six", "Seven", "Eight", "Nine", "Ten");
        return (n < numbers.size() ? numbers.get((int) n) : String.valueOf(n)) + " " + what + "s";
    }

    private record Foreseen(Mixed mixed, Colour colour) {}

    private static final double LIGHT_AS_YELLOW = 72;
    private static final int[][] RATIOS = {{1, 1}, {3, 1}, {1, 3}};

    /** Every pair mixed half and half and three to one, as films foresee it. */
    private static List<Foreseen> mixes(List<Lying> palette) {
        List<Film> films = palette.stream().map(l -> l.paint().run().film()).toList();
        List<Foreseen> all = new ArrayList<>();
        for (int i = 0; i < palette.size(); i++) {
            for (int j = 0; j < i; j++) {
                for (int[] r : RATIOS) {
                    WashRun run = WashRun.of(films.get(j).mixed(films.get(i), r[1] / (double) (r[0] + r[1])));
                    Mixed mixed = new Mixed(palette.get(j), r[0], palette.get(i), r[1], run.peak());
                    all.add(new Foreseen(mixed, Colour.of(run)));
                }
            }
        }
        return all;
    }

    /** Of all that would do the one of the strongest colour. */
    private static Optional<Mixed> mixed(List<Foreseen> mixes, Predicate<Colour> filledBy) {
        return mixes.stream()
                .filter(m -> filledBy.test(m.colour))
                .max(Comparator.comparingDouble(m -> m.colour.run.peak().chroma()))
                .map(Foreseen::mixed);
    }

    /** Whether so much of a palette is measured that anything may be said. */
    public static boolean isTold(List<Lying> palette) {
        int measured = (int) palette.stream().filter(l -> !l.guessed()).count();
        return new Wheel(List.of(), List.of(), palette.size(), measured).isTold();
    }
}
