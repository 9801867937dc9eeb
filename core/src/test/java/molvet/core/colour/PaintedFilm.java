package molvet.core.colour;

import java.util.function.DoubleUnaryOperator;

/** A film painted in a test, whose absorption is given in nanometres; and shapes of absorption as pigments have them, from memory. */
public record PaintedFilm(DoubleUnaryOperator absorbs, double scatters) {
    /** What it absorbs ends above this wavelength. */
    public static double edge(double nm, double at, double width) {
        return 1 / (1 + Math.exp((nm - at) / width));
    }

    public static double band(double nm, double at, double width) {
        return Math.exp(-Math.pow((nm - at) / width, 2) / 2);
    }

    /** Its colour on usual paper, so thick; 1 is full strength. */
    public Lab at(double thickness) {
        double[] paper = FilmFit.smoothest(Lab.PAPER);
        double[] r = new double[Spectrum.BANDS];
        for (int i = 0; i < r.length; i++) {
            double nm = Spectrum.FIRST + Spectrum.STEP * i;
            r[i] = Film.reflected(absorbs.applyAsDouble(nm) * thickness, scatters * thickness, paper[i]);
        }
        return Lab.ofXyz(Spectrum.xyz(r));
    }

    /** What it makes with another. @param share of the other */
    public PaintedFilm mixed(PaintedFilm other, double share) {
        return new PaintedFilm(
                nm -> (1 - share) * absorbs.applyAsDouble(nm) + share * other.absorbs.applyAsDouble(nm),
                (1 - share) * scatters + share * other.scatters);
    }
}
