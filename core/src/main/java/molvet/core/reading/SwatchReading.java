package molvet.core.reading;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.function.UnaryOperator;
import molvet.core.collection.Strip;
import molvet.core.colour.Lab;
import molvet.core.colour.WashRun;
import molvet.core.colour.Xyz;
import molvet.core.pigment.Granulation;
import molvet.core.pigment.Transparency;

/**
 * What a picture of one swatch says: two spots picked by hand, and where picked, bare paper and paint over a black line.
 *
 * @param massTone full strength
 * @param tint palest
 * @param run from one to the other, by what lies between the two spots
 * @param granulation grain of the paint beyond that of the paper, L* units
 * @param covering share of the black line that the paint hides, 0 to 1; empty when it was not picked or cannot be told
 * @param notes what to know before trusting it
 */
public record SwatchReading(
        Lab massTone, Lab tint, WashRun run, double granulation, Optional<Double> covering, List<String> notes) {
    /** The version of this arithmetic, kept with every reading; counted from 100, apart from that of sheets. */
    public static final int ARITHMETIC = 101;

    /** White of paper as pictures are brought to when bare paper was picked. */
    private static final Lab WHITE = Lab.PAPER;

    private static final double BARE_LINE = 0.02;
    /** A spot of which less is of one colour lies on an edge. */
    private static final double ONE_COLOUR = 0.6;

    /**
     * @param paper bare paper; when given, its grain is taken off and its white is brought to L* 96 by scaling XYZ
     *     (von Kries in XYZ, for small casts only)
     * @param line paint over a black waterproof line, beside full strength
     * @param between colours of small spots on the way from full strength to palest, in order
     */
    public static SwatchReading of(
            Spot full, Spot palest, Optional<Spot> paper, Optional<Spot> line, List<Lab> between) {
        List<String> notes = new ArrayList<>();
        UnaryOperator<Lab> white = UnaryOperator.identity();
        double paperGrain = 0;
        if (paper.isPresent()) {
            Lab bare = paper.get().colour();
            paperGrain = paper.get().grain();
            if (bare.l() < 75 || bare.chroma() > 15) {
                notes.add("The bare paper picked is dark or tinted; the white was left as the picture has it.");
            } else {
                white = c -> onWhite(c, bare);
            }
        } else {
            notes.add("No bare paper was picked: compare within this picture rather than with others.");
        }
        if (full.kept() < ONE_COLOUR || palest.kept() < ONE_COLOUR) {
            notes.add("A spot lies on an edge, a line or lettering: pick it again inside the paint.");
        }
        Lab massTone = white.apply(full.colour());
        Lab tint = white.apply(palest.colour());
        List<Lab> bits = between.stream().map(white).toList();
        if (tint.l() < massTone.l() - 2) {
            notes.add("The palest spot is darker than full strength: the two may be swapped.");
        }
        double grain = Math.max(full.grain(), palest.grain());
        double own = Math.sqrt(Math.max(0, grain * grain - paperGrain * paperGrain));
        return new SwatchReading(
                massTone,
                tint,
                WashRun.seen(massTone, tint, bits),
                own,
                line.flatMap(l -> covering(full, l, paper.map(Spot::colour).orElse(WHITE))),
                List.copyOf(notes));
    }

    /** How far it hides a black line. Empty for a paint nearly as dark as the line. */
    private static Optional<Double> covering(Spot full, Spot line, Lab paper) {
        double over = line.colour().toXyz().y();
        double beside = full.colour().toXyz().y();
        if (beside < BARE_LINE + 0.02) return Optional.empty();
        return Optional.of(Covering.of(over, BARE_LINE, beside, paper.toXyz().y()));
    }

    private static Lab onWhite(Lab colour, Lab bare) {
        Xyz c = colour.toXyz();
        Xyz from = bare.toXyz();
        Xyz to = WHITE.toXyz();
        return Lab.ofXyz(new Xyz(c.x() * to.x() / from.x(), c.y() * to.y() / from.y(), c.z() * to.z() / from.z()));
    }

    /** Grain on our scale: none below 1.0, slight below 2.0, moderate below 3.5, else strong (our thresholds, L* units). */
    public Granulation granulates() {
        return granulates(granulation);
    }

    public static Granulation granulates(double granulation) {
        if (granulation < Strip.LEAST_GRAIN) return Granulation.NONE;
        if (granulation < 2.0) return Granulation.SLIGHT;
        return granulation < 3.5 ? Granulation.MODERATE : Granulation.STRONG;
    }

    /** How transparent it is, see {@link Covering#transparency}. */
    public Optional<Transparency> covers() {
        return covering.map(c -> Covering.transparency(c, massTone));
    }
}
