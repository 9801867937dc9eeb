package molvet.server.reading.standin;

import java.util.Map;
import molvet.core.pigment.Lightfastness;
import molvet.core.pigment.Pigment;

/**
 * What light takes of a stand-in’s pigments: the same share of what is left with every Mlux·h. It knows nothing of how the
 * product judges.
 *
 * <p>Which pigments go and which stay is common practice; the rates are the stand-in’s own.
 */
public final class Fading {
    /** Shares that go with each Mlux·h. */
    private static final Map<Lightfastness, Double> RATES = Map.of(
            Lightfastness.EXCELLENT, 0.0001,
            Lightfastness.VERY_GOOD, 0.0015,
            Lightfastness.FAIR, 0.012,
            Lightfastness.POOR, 0.05,
            Lightfastness.FUGITIVE, 0.16,
            Lightfastness.UNTESTED, 0.01);

    /** Those known to go faster or slower than others of their grade. */
    private static final Map<String, Double> OWN =
            // Naphthol reds differ from maker to maker; this one lasts.
            Map.of("PR83", 0.11, "PB66", 0.14, "PR177", 0.06, "PR112", 0.0008);

    /** Prussian blue: up to this share goes in light, and comes back in the dark. */
    private static final double RETURNS = 0.5;

    private static final double RETURNING_RATE = 0.25;
    private static final double WEEKS_TO_RETURN = 3;

    /** Light, in Mlux·h, after which each blue wool reference has lost the share of its colour that is just seen. */
    private static final double[] WOOL = {0.25, 0.7, 1.8, 4.2, 10, 24, 60, 150};

    private static final double JUST_SEEN = 0.045;

    private Fading() {}

    /** Share of a pigment that is left. @param weeks in the dark since */
    public static double left(Pigment p, double megaluxHours, double weeks) {
        String code = p.code().toString();
        if (code.equals("PB27")) {
            double gone = RETURNS * (1 - Math.exp(-RETURNING_RATE * megaluxHours));
            return 1 - gone * Math.exp(-weeks / WEEKS_TO_RETURN);
        }
        double rate = OWN.getOrDefault(code, RATES.get(p.lightfastness()));
        return Math.exp(-rate * megaluxHours);
    }

    /** The same of a reference of blue wool, from 1. */
    public static double ofWool(int step, double megaluxHours) {
        return Math.exp(Math.log(1 - JUST_SEEN) * megaluxHours / WOOL[step - 1]);
    }
}
