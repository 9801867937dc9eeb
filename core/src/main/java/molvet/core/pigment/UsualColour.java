package molvet.core.pigment;

import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.ConcurrentHashMap;
import molvet.core.colour.Lab;
import molvet.core.colour.WashRun;
import molvet.core.colour.Xyz;

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

    private static final int MOST_HALVES = 4_000;
    private static final Map<Lab, Lab> HALVES = new ConcurrentHashMap<>();

    /** About what it comes out at half strength: as a film of that mass tone thins. Kept, since it takes a while to work out. */
    public Lab half() {
        if (HALVES.size() > MOST_HALVES) HALVES.clear();
        return HALVES.computeIfAbsent(massTone, m -> WashRun.ofFull(m).half());
    }

    /** Mixed as layers multiply: the densities added, each pigment at half the weight of the one before on the label. */
    public static Optional<UsualColour> of(Recipe recipe, PigmentReference reference) {
        List<PigmentCode> codes = recipe.pigments();
        if (codes.isEmpty()) return Optional.empty();
        double[] ln = new double[3];
        double weights = 0;
        double spread = 0;
        for (int i = 0; i < codes.size(); i++) {
            Optional<UsualColour> one = of(codes.get(i), reference);
            if (one.isEmpty()) return Optional.empty();
            double weight = Math.pow(0.5, i);
            Xyz c = one.get().massTone.toXyz();
            ln[0] += weight * Math.log(Math.max(1e-3, c.x() / Xyz.D50.x()));
            ln[1] += weight * Math.log(Math.max(1e-3, c.y()));
            ln[2] += weight * Math.log(Math.max(1e-3, c.z() / Xyz.D50.z()));
            weights += weight;
            spread = Math.max(spread, one.get().spread);
        }
        Lab lab = Lab.ofXyz(new Xyz(
                Xyz.D50.x() * Math.exp(ln[0] / weights),
                Math.exp(ln[1] / weights),
                Xyz.D50.z() * Math.exp(ln[2] / weights)));
        return Optional.of(new UsualColour(lab, spread + OF_A_MIXTURE * (codes.size() - 1)));
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
