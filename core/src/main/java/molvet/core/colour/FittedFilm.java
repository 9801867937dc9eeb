package molvet.core.colour;

import java.util.List;
import org.apache.commons.math3.linear.Array2DRowRealMatrix;
import org.apache.commons.math3.linear.EigenDecomposition;
import org.apache.commons.math3.linear.MatrixUtils;
import org.apache.commons.math3.linear.RealMatrix;

/**
 * A film as it was found, and how well it is known.
 *
 * <p>What is left unknown is the spread of the logarithms of absorption in 36 bands, of scattering, and of its slope, when all that
 * was seen is taken into account.
 */
public final class FittedFilm {
    private static final double H = 1e-4;

    private final Film film;
    private final Array2DRowRealMatrix unknown;

    FittedFilm(Film film, RealMatrix unknown) {
        this.film = film;
        this.unknown = new Array2DRowRealMatrix(unknown.getData(), false);
    }

    public Film film() {
        return film;
    }

    /**
     * How far the colour of a mixture may be off for what is not known of its parts: the root of the mean square, in ΔE00.
     *
     * @param shares of each, which make 1
     */
    public static double unsure(List<FittedFilm> parts, double[] shares, double thickness) {
        Film mixed = Film.mixed(parts.stream().map(FittedFilm::film).toList(), shares);
        int n = Film.BANDS;
        double[] r = new double[n];
        double[] byK = new double[n];
        double[] byS = new double[n];
        for (int i = 0; i < n; i++) {
            double k = mixed.absorption()[i] * thickness;
            double s = mixed.scattering()[i] * thickness;
            double ground = mixed.paper()[i];
            r[i] = Film.reflected(k, s, ground);
            byK[i] = (Film.reflected(k * (1 + H), s, ground) - r[i]) / (H * k);
            byS[i] = (Film.reflected(k, s * (1 + H), ground) - r[i]) / (H * s);
        }
        double[][] lab = FilmFit.slopes(r);
        RealMatrix off = MatrixUtils.createRealMatrix(3, 3);
        for (int f = 0; f < shares.length; f++) {
            Film one = parts.get(f).film;
            Array2DRowRealMatrix by = new Array2DRowRealMatrix(3, FilmFit.OF_FILM);
            for (int c = 0; c < 3; c++) {
                double scattering = 0;
                double slope = 0;
                for (int i = 0; i < n; i++) {
                    by.setEntry(c, i, lab[c][i] * byK[i] * shares[f] * one.absorption()[i] * thickness);
                    double ofS = lab[c][i] * byS[i] * shares[f] * one.scattering()[i] * thickness;
                    scattering += ofS;
                    slope += ofS * FilmFit.blueness(i);
                }
                by.setEntry(c, n, scattering);
                by.setEntry(c, n + 1, slope);
            }
            off = off.add(by.multiply(parts.get(f).unknown).multiply(by.transpose()));
        }
        EigenDecomposition axes =
                new EigenDecomposition(off.add(off.transpose()).scalarMultiply(0.5));
        Lab at = Film.lab(r);
        double sum = 0;
        for (int i = 0; i < 3; i++) {
            double along = Math.sqrt(Math.max(0, axes.getRealEigenvalue(i)));
            double[] v = axes.getEigenvector(i).toArray();
            double d = at.differenceFrom(
                    new Lab(Math.max(0, at.l() + along * v[0]), at.a() + along * v[1], at.b() + along * v[2]));
            sum += d * d;
        }
        return Math.sqrt(sum);
    }
}
