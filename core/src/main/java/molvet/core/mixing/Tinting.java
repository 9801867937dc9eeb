package molvet.core.mixing;

import java.util.List;
import molvet.core.colour.Film;
import molvet.core.colour.Lab;

/**
 * How thin a mixture is when it is called a tint: as its parts were thinned for theirs. Some hands add the same water to every
 * paint, others wash each out until it is as near the paper; which of both these parts show is followed.
 */
final class Tinting {
    /** Below so little spread, of the logarithm, parts tell nothing of a habit. */
    private static final double LITTLE = 0.02;

    private Tinting() {}

    static double palest(Film mixed, List<Ingredient> parts, double[] shares) {
        Lab bare = mixed.bare();
        double water = 0;
        double near = 0;
        double[] waters = new double[shares.length];
        double[] nears = new double[shares.length];
        for (int i = 0; i < shares.length; i++) {
            Film film = parts.get(i).film().film();
            waters[i] = Math.log(film.palest());
            nears[i] = Math.log(Math.max(0.5, film.at(film.palest()).differenceFrom(bare)));
            water += shares[i] * waters[i];
            near += shares[i] * nears[i];
        }
        double byWater = spread(waters);
        double byNear = spread(nears);
        double toNear = byWater * byWater / (byWater * byWater + byNear * byNear);
        double thin = Math.log(thicknessNear(mixed, bare, Math.exp(near)));
        return Math.min(1, Math.exp((1 - toNear) * water + toNear * thin));
    }

    private static double spread(double[] ln) {
        double least = Double.POSITIVE_INFINITY;
        double most = Double.NEGATIVE_INFINITY;
        for (double v : ln) {
            least = Math.min(least, v);
            most = Math.max(most, v);
        }
        return LITTLE + most - least;
    }

    /** Where it differs so much from the paper. */
    private static double thicknessNear(Film film, Lab bare, double difference) {
        double low = Math.log(1e-4);
        double high = 0;
        for (int i = 0; i < 16; i++) {
            double middle = (low + high) / 2;
            if (film.at(Math.exp(middle)).differenceFrom(bare) < difference) low = middle;
            else high = middle;
        }
        return Math.exp(low);
    }
}
