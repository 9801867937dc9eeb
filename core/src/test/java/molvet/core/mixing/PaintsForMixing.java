package molvet.core.mixing;

import static molvet.core.colour.PaintedFilm.band;
import static molvet.core.colour.PaintedFilm.edge;

import java.util.Map;
import java.util.Optional;
import java.util.function.DoubleUnaryOperator;
import molvet.core.colour.Lab;
import molvet.core.colour.PaintedFilm;
import molvet.core.colour.WashRun;
import molvet.core.pigment.PigmentReference;
import molvet.core.pigment.Recipe;

/** Single-pigment paints, painted as their pigments take light (from memory) and then known by two colours only. */
final class PaintsForMixing {
    static final PigmentReference REFERENCE = PigmentReference.standard();
    private static final double FULL = 2.5;
    private static final double THIN = 0.2;

    private static final Map<String, PaintedFilm> FILMS = Map.ofEntries(
            film("PY154", 0.06, nm -> 0.01 + 1.8 * edge(nm, 495, 12)),
            film(
                    "PB15:3",
                    0.03,
                    nm -> 0.02 + 2.4 * band(nm, 615, 30) + 2.2 * band(nm, 690, 40) + 0.3 * band(nm, 390, 30)),
            film("PB16", 0.03, nm -> 0.02 + 2 * band(nm, 650, 48) + 0.3 * band(nm, 400, 40)),
            film("PB29", 0.03, nm -> 0.04 + 2.4 * band(nm, 598, 46)),
            film("PBr7", 0.1, nm -> 0.1 + 1.5 * edge(nm, 575, 32)),
            film("PV19", 0.03, nm -> 0.02 + 1.6 * band(nm, 530, 30) + band(nm, 565, 18) + 0.15 * band(nm, 420, 40)),
            film("PO73", 0.25, nm -> 0.02 + 2 * edge(nm, 575, 12)),
            film("PG7", 0.03, nm -> 0.03 + 2.4 * band(nm, 655, 52) + 1.2 * band(nm, 425, 40)),
            film("PBk31", 0.03, nm -> 0.6 + 0.5 * band(nm, 645, 60) + 0.4 * band(nm, 430, 50)),
            film("PR122", 0.03, nm -> 0.02 + 1.9 * band(nm, 545, 33) + 0.1 * band(nm, 400, 40)),
            film("PBr7 umber", 0.08, nm -> 0.45 + 1.1 * edge(nm, 565, 40)),
            film("PW6", 1.2, nm -> 0.003),
            film("PBk9", 0.06, nm -> 0.9));

    private static Map.Entry<String, PaintedFilm> film(String code, double scatters, DoubleUnaryOperator absorbs) {
        return Map.entry(code, new PaintedFilm(absorbs, scatters));
    }

    /** What two of them make in truth. */
    static Lab truth(String one, double part, String other, double otherPart) {
        return FILMS.get(one)
                .mixed(FILMS.get(other), otherPart / (part + otherPart))
                .at(1);
    }

    private static Recipe recipe(String paint) {
        return Recipe.of(paint.split(" ")[0]);
    }

    static Ingredient paint(String code) {
        return paint(code, Traits.usual(recipe(code), REFERENCE));
    }

    static Ingredient paint(String code, Traits traits) {
        PaintedFilm film = FILMS.get(code);
        Seen seen = Seen.of(film.at(FULL), Optional.of(film.at(THIN))).with(traits.transparency(), traits.strength());
        return Ingredient.of(code, code, recipe(code), seen, false, traits);
    }

    static Prediction mixed(String one, double part, String other, double otherPart) {
        return Prediction.of(Mixture.of(
                java.util.List.of(new Mixture.Part(paint(one), part), new Mixture.Part(paint(other), otherPart))));
    }

    static Target target(String name, Lab massTone, Lab tint, Traits traits) {
        return new Target(name, WashRun.between(massTone, tint), traits.granulation(), traits.lightfastness());
    }

    private PaintsForMixing() {}
}
