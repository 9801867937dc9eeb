package molvet.server.reading.standin;

import java.util.Map;
import molvet.core.colour.Lab;

/**
 * A painted sheet of paper, as fine dots: what lies where, not yet looked at.
 *
 * @param dpmm dots to the mm
 * @param film number of the paint at each dot, −1 for none
 * @param strength logarithm of the film’s thickness there
 * @param ink share of black ink below it, 0 to 1
 * @param tooth height of the paper’s grain, deviation 1
 * @param part how far the pigments have parted, −1 to 1
 * @param wet whether it has not dried
 * @param truth what was painted, by cell
 */
public record PaintedSheet(
        double width,
        double height,
        double dpmm,
        int across,
        int down,
        short[] film,
        float[] strength,
        float[] ink,
        float[] tooth,
        float[] part,
        Optics.Film[] films,
        boolean wet,
        Map<Integer, Truth> truth) {
    /**
     * What the hand meant.
     *
     * @param paint which of the paints went into the cell; −1 if it was passed over
     * @param grain share by which the absorbance varies where it shows best
     */
    public record Truth(int paint, Lab massTone, Lab tint, double grain, double covering, double stain) {}
}
