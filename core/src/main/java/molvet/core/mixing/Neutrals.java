package molvet.core.mixing;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.function.BooleanSupplier;
import molvet.core.colour.Film;
import molvet.core.colour.Lab;

/** What neutralises what: of every two paints the parts that make the greyest wash. */
public final class Neutrals {
    /** Paints that are greys themselves neutralise nothing. */
    private static final double COLOURED = 12;

    private static final int[][] RATIOS = {{1, 1}, {2, 1}, {1, 2}, {3, 1}, {1, 3}, {3, 2}, {2, 3}, {5, 1}, {1, 5}};

    private Neutrals() {}

    /**
     * @param half its colour halfway to the paper, where a grey is judged
     * @param darkest its lightness at full strength
     */
    public record Neutral(Mixture mixture, Lab half, double darkest) {}

    /** @return greyest first, one of each two */
    public static List<Neutral> of(List<Ingredient> paints, int most, BooleanSupplier goOn) {
        List<Ingredient> coloured = paints.stream()
                .filter(p -> half(p.film().film()).chroma() >= COLOURED)
                .toList();
        List<Neutral> all = new ArrayList<>();
        for (int i = 0; i < coloured.size() && goOn.getAsBoolean(); i++) {
            for (int j = 0; j < i; j++) all.add(greyest(coloured.get(j), coloured.get(i)));
        }
        all.sort(Comparator.comparingDouble(n -> n.half.chroma()));
        return List.copyOf(all.subList(0, Math.min(most, all.size())));
    }

    private static Neutral greyest(Ingredient one, Ingredient other) {
        int[] best = RATIOS[0];
        Lab grey = null;
        double darkest = 0;
        for (int[] r : RATIOS) {
            Film film = one.film().film().mixed(other.film().film(), r[1] / (double) (r[0] + r[1]));
            Lab half = half(film);
            if (grey != null && half.chroma() >= grey.chroma()) continue;
            best = r;
            grey = half;
            darkest = film.at(1).l();
        }
        return new Neutral(
                new Mixture(List.of(new Mixture.Part(one, best[0]), new Mixture.Part(other, best[1]))), grey, darkest);
    }

    private static Lab half(Film film) {
        double middle = (film.at(1).l() + film.bare().l()) / 2;
        return film.at(film.thicknessAt(middle, 1));
    }
}
