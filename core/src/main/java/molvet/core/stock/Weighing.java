package molvet.core.stock;

import java.util.Locale;
import java.util.OptionalDouble;
import molvet.core.measure.Refusal;

/**
 * What is left of a tube by its weight.
 *
 * @param percent of what it held when full, within {@code plusMinus}
 * @param from what it was reckoned, in words
 */
public record Weighing(int percent, int plusMinus, String from) {
    /**
     * Watercolour from the tube, g per ml: gum, honey and glycerine about 1.3, and a fifth to a third of pigments between 1.5 (organic)
     * and 6 (cadmium) times water. Handbook values, from memory: no table of paints is published.
     */
    static final double DENSITY = 1.5;

    private static final double DENSITY_SPREAD = 0.25;
    /** A kitchen scale reads to a gram; so does what was written down. */
    private static final double SCALE = 0.5;
    /** What a scale and a maker’s filling may be off, before a weight is refused. */
    private static final double TOLERANCE = 1;

    /**
     * @param grams now; {@code empty} and {@code full} weights of the same tube or its like, as far as they are known
     * @param ml what it held when full
     * @throws Refusal if it weighs less than empty, or more than full
     */
    public static Weighing of(double grams, OptionalDouble empty, OptionalDouble full, OptionalDouble ml) {
        if (!(grams > 0 && grams < 10_000)) {
            throw Refusal.of("grams", "A weight lies between 0 and 10 000 g.", "Write what the scale says, in g.");
        }
        if (empty.isEmpty() && full.isEmpty()) {
            throw Refusal.of(
                    "empty",
                    "Neither an empty tube of this maker and size was weighed, nor a full one.",
                    "Weigh one that is used up, or a new one; it is kept for all of them.");
        }
        if (empty.isPresent() && full.isPresent() && full.getAsDouble() <= empty.getAsDouble()) {
            throw Refusal.of("full", "Full it weighs no more than empty.", "Look at both again.");
        }
        if (empty.isEmpty() || full.isEmpty()) return byDensity(grams, empty, full, ml);
        double least = empty.getAsDouble();
        double held = full.getAsDouble() - least;
        refuse(grams, least, full.getAsDouble(), "full");
        double off = SCALE / held * Math.sqrt(2);
        return new Weighing(
                percent((grams - least) / held),
                percentOff(off),
                String.format(
                        Locale.ROOT, "weighed %s g; full %s g, empty %s g", g(grams), g(full.getAsDouble()), g(least)));
    }

    private static Weighing byDensity(double grams, OptionalDouble empty, OptionalDouble full, OptionalDouble ml) {
        if (ml.isEmpty() || ml.getAsDouble() <= 0) {
            throw Refusal.of(
                    "volume",
                    "With one weight only, the volume must be known.",
                    "Say how many ml the tube held, or weigh the other too.");
        }
        double held = ml.getAsDouble() * DENSITY;
        double least = empty.orElseGet(() -> full.getAsDouble() - held);
        double most = full.orElseGet(() -> empty.getAsDouble() + held);
        // Heavy pigments weigh twice as much: only what is beyond those is refused.
        if (empty.isPresent()) refuse(grams, least, empty.getAsDouble() + 2 * held, "the heaviest paint");
        else refuse(grams, full.getAsDouble() - 2 * held, most, "full");
        double share = (grams - least) / held;
        double used = full.isPresent() ? 1 - share : share;
        return new Weighing(
                percent(share),
                percentOff(Math.max(SCALE / held, used * DENSITY_SPREAD)),
                String.format(
                        Locale.ROOT,
                        "weighed %s g; %s %s g, and 1 ml taken for %.1f g",
                        g(grams),
                        empty.isPresent() ? "empty" : "full",
                        g(empty.orElse(full.orElse(0))),
                        DENSITY));
    }

    private static void refuse(double grams, double least, double most, String words) {
        if (grams < least - TOLERANCE) {
            throw Refusal.of(
                    "grams",
                    "It weighs " + g(grams) + " g, less than the empty tube’s " + g(least) + " g.",
                    "Was the cap on? Weigh it again, or correct the empty weight.");
        }
        if (grams > most + TOLERANCE) {
            throw Refusal.of(
                    "grams",
                    "It weighs " + g(grams) + " g, more than " + words + " would: " + g(most) + " g.",
                    "Weigh it again, or correct the full weight.");
        }
    }

    private static int percent(double share) {
        return (int) Math.round(100 * Math.max(0, Math.min(1, share)));
    }

    private static int percentOff(double off) {
        return (int) Math.max(1, Math.min(100, Math.ceil(100 * Math.abs(off))));
    }

    private static String g(double grams) {
        return Math.rint(grams) == grams
                ? String.format(Locale.ROOT, "%.0f", grams)
                : String.format(Locale.ROOT, "%.1f", grams);
    }
}
