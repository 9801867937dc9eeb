package molvet.core.collection;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import molvet.core.colour.Lab;
import molvet.core.colour.WashRun;
import molvet.core.pigment.Hue;
import molvet.core.pigment.Pigment;
import molvet.core.pigment.PigmentReference;
import molvet.core.pigment.UsualColour;

/**
 * Puts colours in the order of a school.
 *
 * <p>A colour’s family is what was measured at half strength (near a border, its pigment decides), else what its name says, else
 * what its first pigment is; what is not painted out stands where its recipe usually comes out. Inside a family cool
 * comes before warm, and warm is nearness in hue to orange: it is a relation between neighbours, not a fact of one colour.
 * Families and thresholds are common practice, no published source.
 */
public final class SchoolOrder {
    private static final double NEUTRAL = 7;
    private static final double NEARLY_NEUTRAL = 13;
    /** A neutral lighter than this at full strength is a white. */
    private static final double LIGHT = 85;

    private static final double EARTHY = 48;
    private static final double DULL = 26;
    /** Ochres reach a chroma of 58 at full strength (from memory); what is more vivid is no earth. */
    private static final double VIVID = 62;
    /** Nearer to a border between families than this, in degrees, a colour is on the cusp. */
    private static final double CUSP = 5;
    /** Nearer to a border than this, in degrees, the hue of its pigment decides on which side a colour is. */
    private static final double PRIOR = 10;

    private static final List<Border> BORDERS = List.of(
            new Border(15, Family.PINK, Family.RED),
            new Border(48, Family.RED, Family.ORANGE),
            new Border(76, Family.ORANGE, Family.YELLOW),
            new Border(112, Family.YELLOW, Family.GREEN),
            new Border(215, Family.GREEN, Family.BLUE),
            new Border(296, Family.BLUE, Family.VIOLET),
            new Border(345, Family.VIOLET, Family.PINK));

    private final PigmentReference reference;

    public SchoolOrder(PigmentReference reference) {
        this.reference = reference;
    }

    private record Border(double hue, Family before, Family after) {}

    /** A group of an order, by the name people give it; {@code unpainted} are those of it that were not measured. */
    public record Group(String name, List<String> ids, List<String> unpainted) {
        /** What to know of it: that some stand by their recipe and not by their own paint. */
        public Optional<String> note() {
            return unpainted.isEmpty()
                    ? Optional.empty()
                    : Optional.of((unpainted.size() == ids.size()
                                    ? "None is painted out yet: they stand"
                                    : unpainted.size() + (unpainted.size() == 1 ? " is" : " are")
                                            + " not painted out yet and "
                                            + (unpainted.size() == 1 ? "stands" : "stand"))
                            + " where the recipe usually comes out.");
        }
    }

    /** A colour that could stand in either of two families; it is asked about once. */
    public record Cusp(String id, Family one, Family other, String why) {}

    public record Ordered(List<String> order, List<Group> groups, List<Cusp> cusps) {}

    /** What a colour is taken for, and what else it could be. */
    private record Placed(
            Swatchable colour, Family family, Optional<Cusp> cusp, double hue, double lightness, boolean known) {}

    public Ordered order(School school, List<Swatchable> colours) {
        List<Placed> placed = colours.stream().map(this::placed).toList();
        List<Cusp> cusps = school == School.BY_HAND || school == School.MAKER
                ? List.of()
                : placed.stream().flatMap(p -> p.cusp.stream()).toList();
        Map<String, List<Placed>> groups = new LinkedHashMap<>();
        switch (school) {
            case BY_HAND -> groups.put("as they stand", placed);
            case MAKER ->
                groups.put(
                        "as in the maker’s chart",
                        placed.stream()
                                .sorted(Comparator.comparing(SchoolOrder::makers))
                                .toList());
            case MEASURED_HUE -> {
                groups.put("by measured hue", measured(placed, true));
                groups.put("neutrals, light to dark", measured(placed, false));
                groups.put(
                        "not measured",
                        placed.stream()
                                .filter(p -> p.colour.measured().isEmpty())
                                .sorted(COOL_TO_WARM)
                                .toList());
            }
            default -> {
                for (Heap heap : heaps(school)) {
                    groups.put(
                            heap.name,
                            placed.stream()
                                    .filter(p -> p.known && heap.families.contains(p.family))
                                    .sorted(heap.inside)
                                    .toList());
                }
                groups.put(
                        "colour not known",
                        placed.stream()
                                .filter(p -> !p.known)
                                .sorted(Comparator.comparing((Placed p) -> p.colour.name())
                                        .thenComparing(p -> p.colour.id()))
                                .toList());
            }
        }
        groups.values().removeIf(List::isEmpty);
        return new Ordered(
                groups.values().stream()
                        .flatMap(List::stream)
                        .map(p -> p.colour.id())
                        .toList(),
                groups.entrySet().stream()
                        .map(g -> new Group(
                                g.getKey(),
                                g.getValue().stream().map(p -> p.colour.id()).toList(),
                                g.getValue().stream()
                                        .filter(p -> p.colour.measured().isEmpty())
                                        .filter(p -> school != School.BY_HAND && school != School.MAKER)
                                        .map(p -> p.colour.id())
                                        .toList()))
                        .toList(),
                cusps);
    }

    /** How two neighbours of one family stand to each other: “warmer than …, because …”; empty for neutrals and strangers. */
    public Optional<String> warmth(Swatchable one, Swatchable other) {
        Placed a = placed(one);
        Placed b = placed(other);
        if (a.family != b.family || a.family.isNeutral()) return Optional.empty();
        double difference = Warmth.coolness(a.hue) - Warmth.coolness(b.hue);
        boolean measured = one.measured().isPresent() && other.measured().isPresent();
        if (!measured || Math.abs(difference) < Warmth.TELLS) return Optional.empty();
        return Optional.of((difference < 0 ? "Warmer" : "Cooler") + " than " + other.name() + ": its hue lies "
                + Math.round(Math.abs(difference)) + "° " + (difference < 0 ? "nearer to" : "farther from")
                + " orange.");
    }

    /** What a colour is taken for. */
    public Family family(Swatchable colour) {
        return placed(colour).family;
    }

    /**
     * A key by which a whole collection is sorted as {@link School#YELLOW_FIRST} orders it; smaller comes first. What has
     * no colour that is known comes last.
     */
    public double yellowFirst(Swatchable colour) {
        Placed p = placed(colour);
        List<Heap> heaps = heaps(School.YELLOW_FIRST);
        if (!p.known) return A_HEAP * heaps.size();
        int heap = 0;
        while (!heaps.get(heap).families.contains(p.family)) heap++;
        // Each heap sorts by one number before anything else.
        double inside =
                p.family.isNeutral() ? -p.lightness : p.family.isEarth() ? -Warmth.coolness(p.hue) : -unrolled(p.hue);
        return A_HEAP * heap + A_HEAP / 2 + inside;
    }

    /** More than the numbers inside a heap differ. */
    private static final double A_HEAP = 1000;

    private static final Comparator<Placed> COOL_TO_WARM = Comparator.<Placed>comparingDouble(
                    p -> -Warmth.coolness(p.hue))
            .thenComparing(Comparator.<Placed>comparingDouble(p -> p.lightness).reversed())
            .thenComparing(p -> p.colour.name())
            .thenComparing(p -> p.colour.id());
    private static final Comparator<Placed> LIGHT_TO_DARK = Comparator.<Placed>comparingDouble(p -> -p.lightness)
            .thenComparing(p -> p.colour.name())
            .thenComparing(p -> p.colour.id());

    private record Heap(String name, List<Family> families, Comparator<Placed> inside) {
        static Heap of(String name, Family... families) {
            boolean neutral = java.util.Arrays.stream(families).allMatch(Family::isNeutral);
            return new Heap(name, List.of(families), neutral ? LIGHT_TO_DARK : COOL_TO_WARM);
        }

        /** Round the wheel by falling hue angle: yellow, orange, red. */
        static Heap down(String name, Family... families) {
            return new Heap(
                    name,
                    List.of(families),
                    Comparator.<Placed>comparingDouble(p -> -unrolled(p.hue)).thenComparing(p -> p.colour.id()));
        }

        /** Round the wheel by rising hue angle: red, orange, yellow. */
        static Heap up(String name, Family... families) {
            return new Heap(
                    name,
                    List.of(families),
                    Comparator.<Placed>comparingDouble(p -> unrolled(p.hue)).thenComparing(p -> p.colour.id()));
        }
    }

    private static List<Heap> heaps(School school) {
        return switch (school) {
            case SEVEN_GROUPS ->
                List.of(
                        Heap.of("yellows", Family.YELLOW),
                        Heap.of("reds and pinks", Family.RED, Family.PINK),
                        Heap.of("blues", Family.BLUE),
                        Heap.of("oranges", Family.ORANGE),
                        Heap.of("greens", Family.GREEN),
                        Heap.of("violets", Family.VIOLET),
                        new Heap(
                                "earths, browns, greys and blacks",
                                List.of(Family.EARTH, Family.BROWN, Family.GREY, Family.BLACK, Family.WHITE),
                                Comparator.<Placed>comparingInt(p -> p.family.ordinal())
                                        .thenComparing(LIGHT_TO_DARK)));
            case RAINBOW ->
                List.of(
                        Heap.up("reds", Family.PINK, Family.RED),
                        Heap.up("oranges", Family.ORANGE),
                        Heap.up("yellows", Family.YELLOW),
                        Heap.up("greens", Family.GREEN),
                        Heap.up("blues", Family.BLUE),
                        Heap.up("violets", Family.VIOLET),
                        Heap.of("earths and browns", Family.EARTH, Family.BROWN),
                        Heap.of("neutrals", Family.WHITE, Family.GREY, Family.BLACK));
            case NEUTRALS_FIRST ->
                List.of(
                        Heap.of("neutrals", Family.WHITE, Family.GREY, Family.BLACK),
                        Heap.of("earths and browns", Family.EARTH, Family.BROWN),
                        Heap.down("yellows", Family.YELLOW),
                        Heap.down("oranges", Family.ORANGE),
                        Heap.down("reds", Family.RED, Family.PINK),
                        Heap.down("violets", Family.VIOLET),
                        Heap.down("blues", Family.BLUE),
                        Heap.down("greens", Family.GREEN));
            // Clockwise from the top: greens and blues on the right, violet at the bottom, reds and oranges on the
            // left.
            case WHEEL ->
                List.of(
                        Heap.up("yellows", Family.YELLOW),
                        Heap.up("greens", Family.GREEN),
                        Heap.up("blues", Family.BLUE),
                        Heap.up("violets", Family.VIOLET),
                        Heap.up("pinks and reds", Family.PINK, Family.RED),
                        Heap.up("oranges", Family.ORANGE),
                        Heap.of("outside: earths and browns", Family.EARTH, Family.BROWN),
                        Heap.of("outside: neutrals", Family.WHITE, Family.GREY, Family.BLACK));
            default ->
                List.of(
                        Heap.down("yellows", Family.YELLOW),
                        Heap.down("oranges", Family.ORANGE),
                        Heap.down("reds", Family.RED, Family.PINK),
                        Heap.down("violets", Family.VIOLET),
                        Heap.down("blues", Family.BLUE),
                        Heap.down("greens", Family.GREEN),
                        Heap.of("neutrals: earths and browns", Family.EARTH, Family.BROWN),
                        Heap.of("greys", Family.WHITE, Family.GREY),
                        Heap.of("blacks", Family.BLACK));
        };
    }

    /** Hue from −15, where pink begins, so that pinks and reds run on. */
    private static double unrolled(double hue) {
        return hue >= 345 ? hue - 360 : hue;
    }

    private static List<Placed> measured(List<Placed> placed, boolean coloured) {
        return placed.stream()
                .filter(p -> p.colour.measured().isPresent())
                .filter(p -> p.colour.measured().get().half().chroma() >= NEUTRAL == coloured)
                .sorted(
                        coloured
                                ? Comparator.<Placed>comparingDouble(p -> unrolled(p.hue))
                                        .thenComparing(p -> p.colour.id())
                                : LIGHT_TO_DARK)
                .toList();
    }

    private static String makers(Placed p) {
        // Numbers in order of their value, and colours without one last.
        String number = p.colour.makersOrder();
        return number.isEmpty() ? "~" + p.colour.name() : String.format("%12s", number);
    }

    /** Degrees from the warmest hue of a colour that is no neutral, told at half strength. */
    public Optional<Double> coolness(WashRun run) {
        Lab half = run.half();
        return half.chroma() < NEUTRAL ? Optional.empty() : Optional.of(Warmth.coolness(half.hue()));
    }

    private Placed placed(Swatchable c) {
        Optional<Lab> seen = c.measured().map(WashRun::half);
        // What is not painted out is taken to be as its recipe usually comes out.
        Optional<UsualColour> usual = seen.isPresent() ? Optional.empty() : UsualColour.of(c.recipe(), reference);
        double hue = seen.or(() -> usual.map(UsualColour::half).filter(h -> h.chroma() >= NEUTRAL))
                .map(Lab::hue)
                .orElse(Double.NaN);
        Optional<Double> lightness = c.measured()
                .map(r -> r.full().l())
                .or(() -> usual.map(u -> u.massTone().l()));
        List<Hue> hues = c.recipe().pigments().stream()
                .flatMap(p -> reference.find(p).stream())
                .map(Pigment::hue)
                .toList();
        // The silver of a fir is no metal where no pigment is one.
        Optional<Family> spoken = Hue.spokenIn(c.name())
                .filter(h -> h != Hue.METAL || hues.isEmpty() || hues.contains(Hue.METAL))
                .map(Family::of);
        Optional<Family> pigment = hues.stream().map(Family::of).findFirst();
        Family guess;
        Optional<Cusp> cusp = Optional.empty();
        if (seen.isPresent()) {
            Lab lab = seen.get();
            guess = byMeasure(
                    c.measured().get().full(), lab, pigment, c.recipe().isSingle());
            cusp = cusp(c, lab, guess, spoken, pigment);
        } else {
            boolean mixture = hues.size() > 1 && usual.isPresent();
            Optional<Family> recipe = mixture
                    ? Optional.of(byMeasure(usual.get().massTone(), usual.get().half(), pigment, false))
                    : pigment;
            guess = spoken.or(() -> recipe).orElse(Family.GREY);
            if (spoken.isPresent() && recipe.isPresent() && cusped(spoken.get(), recipe.get())) {
                cusp = Optional.of(new Cusp(
                        c.id(),
                        spoken.get(),
                        recipe.get(),
                        "Its name says " + spoken.get().words()
                                + (mixture ? ", its pigments usually make " : ", its pigment is ")
                                + recipe.get().words() + "."));
            } else {
                cusp = earthCusp(c, guess);
            }
        }
        if (c.chosen().isPresent()) {
            Family chosen = c.chosen().get();
            return new Placed(c, chosen, Optional.empty(), or(hue, chosen), lightness.orElse(chosen.lightness()), true);
        }
        boolean known = seen.isPresent() || spoken.isPresent() || pigment.isPresent();
        return new Placed(c, guess, cusp, or(hue, guess), lightness.orElse(guess.lightness()), known);
    }

    private static double or(double hue, Family family) {
        return Double.isNaN(hue) ? family.hue() : hue;
    }

    private static Family byMeasure(Lab massTone, Lab lab, Optional<Family> pigment, boolean single) {
        double lightness = massTone.l();
        if (lab.chroma() < NEUTRAL) {
            return lightness < 35 ? Family.BLACK : lightness > LIGHT ? Family.WHITE : Family.GREY;
        }
        double hue = lab.hue();
        if (lab.chroma() < NEARLY_NEUTRAL && hue > 180 && hue < 310) return Family.GREY;
        boolean warm = hue > 25 && hue < 95;
        boolean earthPigment = pigment.filter(f -> f.isEarth()).isPresent();
        // A crimson or a green gold is dull beside an orange, and still no earth.
        double dull = pigment.isPresent() && !earthPigment ? DULL : EARTHY;
        boolean vivid = massTone.chroma() > VIVID;
        if (warm && (lab.chroma() < dull && lightness < 62 && !vivid || earthPigment)) {
            return lightness < 40 ? Family.BROWN : Family.EARTH;
        }
        return prior(hue, single ? pigment : Optional.empty()).orElseGet(() -> byHue(hue));
    }

    /** Near a border between two families the one pigment there is decides: painters name colours by it. */
    private static Optional<Family> prior(double hue, Optional<Family> pigment) {
        return BORDERS.stream()
                .filter(b -> Math.abs((hue - b.hue + 540) % 360 - 180) < PRIOR)
                .flatMap(b -> pigment.stream().filter(f -> f == b.before || f == b.after))
                .findFirst();
    }

    /** Whether a hue lies within some degrees of where a family begins or ends. */
    static boolean isNear(double hue, Family family, double degrees) {
        return BORDERS.stream()
                .filter(b -> b.before == family || b.after == family)
                .anyMatch(b -> Math.abs((hue - b.hue + 540) % 360 - 180) < degrees);
    }

    private static Family byHue(double hue) {
        Family last = Family.PINK;
        for (Border b : BORDERS) {
            if (hue < b.hue) return b.before;
            last = b.after;
        }
        return last;
    }

    private Optional<Cusp> cusp(
            Swatchable c, Lab lab, Family guess, Optional<Family> spoken, Optional<Family> pigment) {
        if (guess == Family.GREY && lab.chroma() >= NEUTRAL) {
            return Optional.of(new Cusp(
                    c.id(),
                    byHue(lab.hue()),
                    guess,
                    "It is nearly neutral, and leans to " + byHue(lab.hue()).words() + "."));
        }
        if (guess.isEarth()) return earthCusp(c, guess);
        if (guess.isNeutral()) return Optional.empty();
        for (Border b : BORDERS) {
            double apart = Math.abs((lab.hue() - b.hue + 540) % 360 - 180);
            if (apart < CUSP) {
                return Optional.of(new Cusp(
                        c.id(),
                        b.before,
                        b.after,
                        "Its hue lies " + Math.round(apart) + "° from where " + b.before.words() + " becomes "
                                + b.after.words() + "."));
            }
        }
        return Optional.empty();
    }

    /** Yellow ochre is a yellow or an earth, red oxide a red or a brown. */
    private Optional<Cusp> earthCusp(Swatchable c, Family guess) {
        Optional<String> family =
                c.recipe().pigments().stream().findFirst().map(p -> p.toString().replaceAll("[\\d:.]+", ""));
        Optional<Family> named = family.map(f -> switch (f) {
            case "PY" -> Family.YELLOW;
            case "PR" -> Family.RED;
            default -> guess;
        });
        if (!guess.isEarth() || named.isEmpty() || named.get() == guess) return Optional.empty();
        return Optional.of(new Cusp(
                c.id(),
                named.get(),
                guess,
                "An earth of a " + named.get().words() + " pigment: some keep it with the "
                        + named.get().words() + "s."));
    }

    private static boolean cusped(Family a, Family b) {
        return a != b && (a.isNeutral() || b.isNeutral() || a.isEarth() != b.isEarth());
    }

    /**
     * Puts what is not painted yet into order round what is: a painted cell keeps its place.
     *
     * @param places what stands in each cell now
     * @param painted the cells that are painted, by index
     * @param order the wished order of all
     */
    public static List<String> keepingPainted(List<String> places, java.util.Set<Integer> painted, List<String> order) {
        List<String> out = new ArrayList<>(places);
        Map<String, Integer> still = new HashMap<>();
        for (int i : painted) if (i < places.size()) still.merge(places.get(i), 1, Integer::sum);
        List<String> others = new ArrayList<>();
        for (String id : order) {
            Integer kept = still.get(id);
            if (kept != null && kept > 0) still.put(id, kept - 1);
            else others.add(id);
        }
        int next = 0;
        for (int i = 0; i < out.size(); i++) if (!painted.contains(i)) out.set(i, others.get(next++));
        return out;
    }
}
