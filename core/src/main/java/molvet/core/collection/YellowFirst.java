package molvet.core.collection;

import java.util.Map;
import java.util.Optional;
import molvet.core.colour.Lab;
import molvet.core.colour.Wash;
import molvet.core.pigment.Hue;
import molvet.core.pigment.PigmentReference;
import molvet.core.pigment.Recipe;

/**
 * Orders a collection yellow first and round by red, violet and blue to green, then earths and browns, then greys and
 * blacks light to dark. By measured hue where there is one, else by the name's hue word, else by the first pigment.
 * (Common practice, no published source.)
 */
public final class YellowFirst {
    private static final Map<Hue, Double> ANGLE = Map.of(
            Hue.YELLOW,
            92.0,
            Hue.ORANGE,
            60.0,
            Hue.RED,
            32.0,
            Hue.ROSE,
            5.0,
            Hue.VIOLET,
            312.0,
            Hue.BLUE,
            272.0,
            Hue.GREEN,
            165.0);
    private static final double EARTHS = 400;
    private static final double NEUTRALS = 600;
    private static final double UNKNOWN = 900;

    private YellowFirst() {}

    /** A sort key: smaller comes first. */
    public static double key(
            Optional<Lab> massTone, Optional<Lab> tint, Recipe recipe, String name, PigmentReference reference) {
        // Half strength is where hue is plainest.
        Optional<Lab> seen =
                massTone.map(m -> Wash.between(m, tint.orElse(m), 3).get(1));
        if (seen.isPresent()) return measured(seen.get());
        Optional<Hue> hue = Hue.spokenIn(name)
                .or(() -> recipe.pigments().stream()
                        .flatMap(c -> reference.find(c).stream())
                        .map(p -> p.hue())
                        .findFirst());
        return hue.map(YellowFirst::spoken).orElse(UNKNOWN);
    }

    private static double measured(Lab c) {
        if (c.chroma() < 9) return NEUTRALS + (100 - c.l());
        double hue = c.hue();
        boolean earth = hue > 25 && hue < 90 && c.chroma() < 48;
        if (earth) return EARTHS + (90 - hue) + (100 - c.l()) / 100;
        return round(hue);
    }

    private static double round(double hue) {
        return (112 - hue + 360) % 360;
    }

    private static double spoken(Hue hue) {
        return switch (hue) {
            case EARTH -> EARTHS + 15;
            case BROWN -> EARTHS + 40;
            case GREY -> NEUTRALS + 45;
            case BLACK -> NEUTRALS + 75;
            case WHITE -> NEUTRALS + 5;
            case METAL -> NEUTRALS + 30;
            default -> round(ANGLE.get(hue));
        };
    }
}
