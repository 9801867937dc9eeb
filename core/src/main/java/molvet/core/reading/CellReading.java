package molvet.core.reading;

import java.util.List;
import java.util.Optional;
import molvet.core.colour.Lab;
import molvet.core.colour.WashRun;
import molvet.core.pigment.Granulation;
import molvet.core.pigment.Transparency;

/**
 * What a picture of a page says of one cell.
 *
 * @param cell its index on the chart, from 0
 * @param massTone full strength; {@code tint} palest; {@code run} from one to the other
 * @param granulation coefficient of variation of the paint's absorbance over the tooth of the paper (0.2 to 2 mm), paper and
 *     noise taken off: the share by which the film is thicker here than there. 0 is smooth, 0.2 strong; empty where no strength of it
 *     is neither too pale nor too dark to tell
 * @param grain the same as it meets the eye: standard deviation of L*
 * @param covering contrast ratio: luminance over black against that over white, 0 to 1; empty without a line, or where the paint is as dark
 * @param overBlack full strength over the black line or bar; empty where covering is
 * @param separation how far the colours of the wash stray from the one curve a single pigment thins along, in a*b*
 * @param margins how far each of these may be off, from parts of the cell against each other
 * @param confidence 0 to 1: how much of the cell could be used, and how well it was lit and seen
 * @param bare whether there is no paint
 * @param notes what to know before trusting it, in words
 */
public record CellReading(
        int cell,
        Lab massTone,
        Lab tint,
        WashRun run,
        Optional<Double> granulation,
        double grain,
        Optional<Double> covering,
        Optional<Lab> overBlack,
        double separation,
        Margins margins,
        double confidence,
        boolean bare,
        List<String> notes) {
    /** Of a cell of which two colours were measured, and how its film varies. */
    public static CellReading metered(int cell, Lab massTone, Lab tint, double granulation) {
        return new CellReading(
                cell,
                massTone,
                tint,
                WashRun.between(massTone, tint),
                Optional.of(granulation),
                0,
                Optional.empty(),
                Optional.empty(),
                0,
                Margins.NONE,
                1,
                false,
                List.of());
    }

    /** The same with what it may be off by. */
    public CellReading withMargins(Margins other) {
        return new CellReading(
                cell,
                massTone,
                tint,
                run,
                granulation,
                grain,
                covering,
                overBlack,
                separation,
                other,
                confidence,
                bare,
                notes);
    }

    /** The version of this arithmetic, kept with every reading. */
    public static final int ARITHMETIC = 6;

    private static final int WHOLE_FILM = 6;
    private static final double OF_THE_FILM = 0.65;

    private static final double TELLS_HUE = 8;
    /** Degrees of hue; two readings of one swatch differ by one or two. */
    private static final double TURN_SEEN = 3;

    private static final double FLIPS = 60;

    /**
     * Standard errors. {@code massTone} and {@code tint} come from four quarters each, as distances in L*a*b*; granulation from
     * the strengths that spoke for it, covering from two halves of the line; these two are empty where one alone spoke.
     */
    public record Margins(double massTone, double tint, Optional<Double> granulation, Optional<Double> covering) {
        public static final Margins NONE = new Margins(0, 0, Optional.empty(), Optional.empty());
    }

    /**
     * Whether the paint turns its colour over black, as interference paints do: there it shines in a hue that lies far from,
     * most often opposite to, the pale one it has over white (common practice, no published source).
     */
    public boolean flips() {
        return overBlack
                .filter(b -> b.chroma() > TELLS_HUE && b.chroma() > massTone.chroma())
                .filter(b -> massTone.chroma() < TELLS_HUE || turn(massTone, b) > FLIPS)
                .isPresent();
    }

    private static double turn(Lab one, Lab other) {
        double turn = Math.abs(one.hue() - other.hue());
        return Math.min(turn, 360 - turn);
    }

    /** From full strength to palest, in L*. */
    public double range() {
        return tint.l() - massTone.l();
    }

    /** The turn of hue on thinning, where it is more than readings of one swatch differ by. */
    public Optional<Double> hueTurn() {
        return run.hueTurn().filter(turn -> Math.abs(turn) >= TURN_SEEN);
    }

    /**
     * On our scale: none below 0.06, slight below 0.13, moderate below 0.25, else strong. At middling strength (absorbance
     * 0.8, luminance 0.45) L* moves by 116/3 · 0.45^⅓ · 0.8 = 24 times the variation: grain of 1.5 in L* is what one begins to
     * see at arm’s length (common practice, no published source), and each step is about twice the one before.
     */
    public Optional<Granulation> granulates() {
        return granulation.map(CellReading::granulates);
    }

    public static Granulation granulates(double variation) {
        if (variation < 0.06) return Granulation.NONE;
        if (variation < 0.13) return Granulation.SLIGHT;
        return variation < 0.25 ? Granulation.MODERATE : Granulation.STRONG;
    }

    /**
     * Of a reading that was kept: before the sixth arithmetic the variation was that of a band of scales, about two thirds of the
     * film’s, and its bounds were lower by as much. What is no longer worked out anew stands as it was judged.
     */
    public static Granulation granulates(double variation, int arithmetic) {
        boolean ofTheBand = arithmetic < WHOLE_FILM || arithmetic >= SwatchReading.ARITHMETIC;
        return granulates(ofTheBand ? variation / OF_THE_FILM : variation);
    }

    public Optional<Transparency> covers() {
        return covering.map(c -> Covering.transparency(c, massTone));
    }
}
