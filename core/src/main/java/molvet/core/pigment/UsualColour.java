package molvet.core.pigment;

import java.util.Arrays;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.ConcurrentHashMap;
import molvet.core.colour.Film;
import molvet.core.colour.Lab;
import molvet.core.colour.WashRun;

/**
 * About what colour a recipe comes out at full strength, so that a swatch of quite another colour is noticed.
 *
 * @param massTone L*a*b* D50, from memory
 * @param spread how far real paints lie from it, in ΔE00
 */
public record UsualColour(Lab massTone, double spread) {
    private static final Map<String, UsualColour> KNOWN = read();
    private static final Map<Hue, Lab> BY_HUE = Map.ofEntries(
            Map.entry(Hue.YELLOW, new Lab(80, 8, 80)),
            Map.entry(Hue.ORANGE, new Lab(58, 50, 62)),
            Map.entry(Hue.RED, new Lab(41, 58, 36)),
            Map.entry(Hue.ROSE, new Lab(35, 52, 5)),
            Map.entry(Hue.VIOLET, new Lab(26, 34, -28)),
            Map.entry(Hue.BLUE, new Lab(28, 4, -40)),
            Map.entry(Hue.GREEN, new Lab(36, -26, 6)),
            Map.entry(Hue.EARTH, new Lab(55, 16, 40)),
            Map.entry(Hue.BROWN, new Lab(35, 18, 22)),
            Map.entry(Hue.GREY, new Lab(40, 0, 0)),
            Map.entry(Hue.BLACK, new Lab(17, 0, 0)),
            Map.entry(Hue.WHITE, new Lab(95, 0, 3)),
            Map.entry(Hue.METAL, new Lab(60, 3, 20)));
    private static final double OF_A_HUE = 17;
    private static final double OF_A_MIXTURE = 5;

    /** Labels name sooner what there is more of (common practice, no published source); by how much is not said. */
    private static final double OF_THE_ONE_BEFORE = 0.7;

    /** By mass tone: no more than there are pigments. */
    private static final Map<Lab, Film> FILMS = new ConcurrentHashMap<>();

    private static final int MOST_HALVES = 4_000;
    private static final Map<Lab, Lab> HALVES = new ConcurrentHashMap<>();

    /** About what it comes out at half strength: as a film of that mass tone thins. Kept, since it takes a while to work out. */
    public Lab half() {
        if (HALVES.size() > MOST_HALVES) HALVES.clear();
        return HALVES.computeIfAbsent(massTone, m -> WashRun.ofFull(m).half());
    }

    /** What their films make together, see {@link Film#mixed}: each pigment by somewhat less than the one before on the label. */
    public static Optional<UsualColour> of(Recipe recipe, PigmentReference reference) {
        List<PigmentCode> codes = recipe.pigments();
        if (codes.isEmpty()) return Optional.empty();
        List<UsualColour> each =
                codes.stream().flatMap(c -> of(c, reference).stream()).toList();
        if (each.size() < codes.size()) return Optional.empty();
        if (each.size() == 1) return Optional.of(each.get(0));
        double[] shares = new double[each.size()];
        for (int i = 0; i < shares.length; i++) shares[i] = Math.pow(OF_THE_ONE_BEFORE, i);
        double all = Arrays.stream(shares).sum();
        for (int i = 0; i < shares.length; i++) shares[i] /= all;
        List<Film> films = each.stream()
                .map(c -> FILMS.computeIfAbsent(c.massTone, m -> Film.of(m, Lab.PAPER)))
                .toList();
        double spread = each.stream().mapToDouble(UsualColour::spread).max().orElseThrow();
        return Optional.of(
                new UsualColour(Film.mixed(films, shares).at(1), spread + OF_A_MIXTURE * (codes.size() - 1)));
    }

    private static Optional<UsualColour> of(PigmentCode code, PigmentReference reference) {
        UsualColour known = KNOWN.get(code.toString());
        return known != null
                ? Optional.of(known)
                : reference.find(code).map(p -> new UsualColour(BY_HUE.get(p.hue()), OF_A_HUE));
    }

    private static Map<String, UsualColour> read() {
        Map<String, UsualColour> all = new HashMap<>();
        PigmentTable.rows("colours.csv")
                .forEach(r -> all.put(
                        r.get("code"),
                        new UsualColour(
                                new Lab(number(r.get("l")), number(r.get("a")), number(r.get("b"))),
                                number(r.get("spread")))));
        return Map.copyOf(all);
    }

    private static double number(String text) {
        return Double.parseDouble(text);
    }
}
