package molvet.core.fading;

import java.util.List;
import java.util.Optional;
import molvet.core.colour.Film;
import molvet.core.colour.Lab;

/**
 * How much of what colours a film light has left: the film of the covered half is found from its two strengths, and its absorption
 * is lowered until it moves as the half in the light did.
 *
 * @param left share of the absorption that is left, 0 to 1 and a little more for errors
 * @param misses ΔE*ab, in the mean, by which one share for the whole film misses; large where one pigment of two went
 */
public record Loss(double left, double misses) {
    private static final double LEAST = 0.01;
    private static final double MOST = 1.15;
    /** What is left strays by less, in the mean, where the loss is of the first order (ours). */
    private static final double FITS = 0.06;
    /** Film that misses by more is not one colouring matter going. */
    static final double PARTS = 3;

    /** The film of the covered half. */
    static Film film(Change full, Optional<Change> tint) {
        return tint.map(t -> Film.through(full.before(), t.before(), Lab.PAPER))
                .orElseGet(() -> Film.of(full.before(), Lab.PAPER));
    }

    static Loss of(Film film, Change full, Optional<Change> tint) {
        double low = Math.log(LEAST);
        double high = Math.log(MOST);
        // Golden section: the miss falls and rises once.
        double g = (Math.sqrt(5) - 1) / 2;
        double one = high - g * (high - low);
        double other = low + g * (high - low);
        double atOne = miss(film, Math.exp(one), full, tint);
        double atOther = miss(film, Math.exp(other), full, tint);
        while (high - low > 1e-4) {
            if (atOne < atOther) {
                high = other;
                other = one;
                atOther = atOne;
                one = high - g * (high - low);
                atOne = miss(film, Math.exp(one), full, tint);
            } else {
                low = one;
                one = other;
                atOne = atOther;
                other = low + g * (high - low);
                atOther = miss(film, Math.exp(other), full, tint);
            }
        }
        double left = Math.exp((low + high) / 2);
        return new Loss(left, Math.sqrt(miss(film, left, full, tint) / (tint.isPresent() ? 2 : 1)));
    }

    private static double miss(Film film, double left, Change full, Optional<Change> tint) {
        Film faded = film.faded(left);
        double all = miss(film.at(1), faded.at(1), full);
        if (tint.isPresent()) all += miss(film.at(film.palest()), faded.at(film.palest()), tint.get());
        return all;
    }

    /** What the fit itself misses is no fading: only the way from one to the other is compared. */
    private static double miss(Lab from, Lab to, Change seen) {
        double l = to.l() - from.l() - (seen.after().l() - seen.before().l());
        double a = to.a() - from.a() - (seen.after().a() - seen.before().a());
        double b = to.b() - from.b() - (seen.after().b() - seen.before().b());
        return l * l + a * a + b * b;
    }

    /** A reading on the way: what is left after so many days in the light. */
    public record Point(double days, double left) {}

    /**
     * The share that goes in a day, if the same share of what is left goes every day (a loss of the first order); empty while
     * nothing is told apart, and where the loss is of another kind: one pigment of two that stays, or blue that comes back. The logarithm of what is left is fitted through the start by least squares, each reading weighted by
     * the square of what is left, since a given error of colour is the larger in the logarithm the less there is.
     */
    static Optional<Double> rate(List<Point> points) {
        double up = 0;
        double down = 0;
        for (Point p : points) {
            if (p.days <= 0) continue;
            double weight = p.left * p.left;
            up += -weight * p.days * Math.log(p.left);
            down += weight * p.days * p.days;
        }
        if (down <= 0 || up <= 0) return Optional.empty();
        double rate = up / down;
        double squares = points.stream()
                .mapToDouble(p -> Math.pow(p.left - Math.exp(-rate * p.days), 2))
                .sum();
        return Math.sqrt(squares / points.size()) > FITS ? Optional.empty() : Optional.of(rate);
    }
}
