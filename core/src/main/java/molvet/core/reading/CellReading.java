package molvet.core.reading;

import java.util.List;
import java.util.Optional;
import molvet.core.colour.Lab;
import molvet.core.pigment.Granulation;
import molvet.core.pigment.Transparency;

/**
 * What a picture of a page says of one cell.
 *
 * @param cell its index on the chart, from 0
 * @param massTone full strength; {@code tint} palest; {@code curve} from one to the other, both ends among them
 * @param spread standard error of the mass tone, from its four quarters, as a distance in L*a*b*
 * @param granulation coefficient of variation of the paint's absorbance over the tooth of the paper (0.2 to 2 mm), paper and
 *     noise taken off: the share by which the film is thicker here than there. 0 is smooth, 0.2 strong; empty where no strength of it
 *     is neither too pale nor too dark to tell
 * @param grain the same as it meets the eye: standard deviation of L*
 * @param covering share of a black line that the paint hides, 0 to 1; empty without a line, or where the paint is as dark
 * @param separation how far the colours of the wash stray from the one curve a single pigment thins along, in a*b*
 * @param confidence 0 to 1: how much of the cell could be used, and how well it was lit and seen
 * @param bare whether there is no paint
 * @param notes what to know before trusting it, in words
 */
public record CellReading(
        int cell,
        Lab massTone,
        Lab tint,
        List<Lab> curve,
        double spread,
        Optional<Double> granulation,
        double grain,
        Optional<Double> covering,
        double separation,
        double confidence,
        boolean bare,
        List<String> notes) {
    /** The version of this arithmetic, kept with every reading. */
    public static final int ARITHMETIC = 2;

    private static final double TELLS_HUE = 8;

    /** From full strength to palest, in L*. */
    public double range() {
        return tint.l() - massTone.l();
    }

    /** The strongest chroma on the way from full strength to palest. */
    public Lab peak() {
        Lab best = massTone;
        for (Lab c : curve) if (c.chroma() > best.chroma()) best = c;
        return best;
    }

    /** Turn of hue on thinning, from full strength to half the range of value, in degrees, anticlockwise positive. */
    public Optional<Double> hueShift() {
        if (massTone.chroma() < TELLS_HUE) return Optional.empty();
        double half = massTone.l() + range() / 2;
        Lab middle = curve.stream()
                .min((x, y) -> Double.compare(Math.abs(x.l() - half), Math.abs(y.l() - half)))
                .orElse(tint);
        if (middle.chroma() < TELLS_HUE) return Optional.empty();
        double turn = middle.hue() - massTone.hue();
        return Optional.of(turn > 180 ? turn - 360 : turn < -180 ? turn + 360 : turn);
    }

    /**
     * On our scale: none below 0.04, slight below 0.085, moderate below 0.15, else strong. They are the thresholds of
     * {@link SwatchReading#granulates}, 1, 2 and 3.5 in L*, at middling strength: there (absorbance 0.8, luminance 0.45) L*
     * moves by 116/3 · 0.45^⅓ · 0.8 = 24 times the variation.
     */
    public Optional<Granulation> granulates() {
        return granulation.map(CellReading::granulates);
    }

    public static Granulation granulates(double variation) {
        if (variation < 0.04) return Granulation.NONE;
        if (variation < 0.085) return Granulation.SLIGHT;
        return variation < 0.15 ? Granulation.MODERATE : Granulation.STRONG;
    }

    public Optional<Transparency> covers() {
        return covering.map(SwatchReading::covers);
    }
}
