package molvet.core.choosing;

import java.util.ArrayList;
import java.util.List;
import java.util.stream.IntStream;
import molvet.core.collection.HuePlane;
import molvet.core.collection.Sample;
import molvet.core.colour.Difference;
import molvet.core.colour.Lab;
import molvet.core.colour.WashRun;

/**
 * Several paints side by side at the same strength.
 *
 * <p>Full strength is each paint’s own. Between, all are taken at the same values: from the lightest of the full strengths to the
 * darkest of the palest washes. What a difference is to the eye is said by {@link Difference}.
 *
 * @param values L* of the columns of a strip, dark to pale; the second and third strengths lie at its middle and near its end
 * @param strips colours of each paint at these values
 * @param full ΔE00 between each two at full strength; {@code middle} and {@code tint} at equal value
 * @param sentences one a pair that tells what matters
 */
public record Comparison(
        List<Sample> samples,
        List<Double> values,
        List<List<Lab>> strips,
        List<List<Double>> full,
        List<List<Double>> middle,
        List<List<Double>> tint,
        List<Pair> sentences) {
    private static final int COLUMNS = 9;
    private static final double ROOM = 8;
    private static final double HUED = 6;

    /** {@code one} and {@code other} are places in the list, from 0. */
    public record Pair(int one, int other, String said) {}

    /** @param samples 2 to 12 */
    public static Comparison of(List<Sample> samples) {
        double dark =
                samples.stream().mapToDouble(s -> s.run().full().l()).max().orElseThrow();
        double pale =
                samples.stream().mapToDouble(s -> s.run().palest().l()).min().orElseThrow();
        boolean shared = pale - dark >= ROOM;
        // With hardly a value in common each is shown over its own run.
        List<Double> values = IntStream.range(0, COLUMNS)
                .mapToObj(i -> dark + (pale - dark) * i / (COLUMNS - 1))
                .toList();
        List<List<Lab>> strips = samples.stream()
                .map(s -> shared ? values.stream().map(s.run()::at).toList() : own(s.run()))
                .toList();
        List<List<Double>> full =
                differences(samples.stream().map(s -> s.run().full()).toList());
        List<List<Double>> middle = differences(column(strips, COLUMNS / 2));
        List<List<Double>> tint = differences(column(strips, COLUMNS - 2));
        List<Pair> pairs = new ArrayList<>();
        for (int i = 0; i < samples.size(); i++) {
            for (int j = i + 1; j < samples.size(); j++) {
                pairs.add(new Pair(i, j, sentence(samples, strips, full, middle, tint, i, j)));
            }
        }
        return new Comparison(List.copyOf(samples), shared ? values : List.of(), strips, full, middle, tint, pairs);
    }

    private static List<Lab> own(WashRun run) {
        double from = run.full().l();
        double to = run.palest().l();
        return IntStream.range(0, COLUMNS)
                .mapToObj(i -> run.at(from + (to - from) * i / (COLUMNS - 1)))
                .toList();
    }

    private static List<Lab> column(List<List<Lab>> strips, int at) {
        return strips.stream().map(s -> s.get(at)).toList();
    }

    private static List<List<Double>> differences(List<Lab> colours) {
        return colours.stream()
                .map(a -> colours.stream().map(a::differenceFrom).toList())
                .toList();
    }

    private static String sentence(
            List<Sample> samples,
            List<List<Lab>> strips,
            List<List<Double>> full,
            List<List<Double>> middle,
            List<List<Double>> tint,
            int i,
            int j) {
        double f = full.get(i).get(j);
        double m = middle.get(i).get(j);
        double t = tint.get(i).get(j);
        String other = samples.get(j).name();
        String atFull =
                Difference.how(samples.get(i).run().full(), samples.get(j).run().full());
        String thin =
                Difference.how(strips.get(i).get(COLUMNS - 2), strips.get(j).get(COLUMNS - 2));
        String grain = grain(samples.get(i), samples.get(j));
        double most = Math.max(f, Math.max(m, t));
        if (most <= Difference.ACCEPTED) {
            boolean seen = most > Difference.SEEN;
            if (!grain.isEmpty()) {
                return (seen ? "Hardly another colour" : "The same colour") + " at every strength, but " + grain + ".";
            }
            return seen
                    ? "Hardly told apart at any strength: half of observers take them for the same."
                    : "Cannot be told apart at any strength.";
        }
        String said;
        if (f <= Difference.ACCEPTED) {
            said = t > Difference.ACCEPTED
                    ? "Same at full strength, parts at tint: " + other + " is " + thin
                    : "Same at both ends, parts between them: " + other + " is "
                            + Difference.how(
                                    strips.get(i).get(COLUMNS / 2),
                                    strips.get(j).get(COLUMNS / 2));
        } else if (t <= Difference.ACCEPTED) {
            said = "Apart at full strength, where " + other + " is " + atFull + "; thinned out they meet";
        } else if (f <= Difference.PLAIN && t <= Difference.PLAIN) {
            said = "Near relations: " + other + " is " + atFull + (thin.equals(atFull) ? "" : ", at tint " + thin);
        } else if (areOtherHues(
                samples.get(i).run().full(), samples.get(j).run().full())) {
            said = "Plainly different: one is "
                    + HuePlane.withArticle(
                            HuePlane.named(samples.get(i).run().full().hue())) + ", " + other + " "
                    + HuePlane.withArticle(
                            HuePlane.named(samples.get(j).run().full().hue()));
        } else {
            said = "Plainly different: " + other + " is " + atFull + (thin.equals(atFull) ? "" : ", at tint " + thin);
        }
        return said + (grain.isEmpty() ? "." : "; " + grain + ".");
    }

    /** So far round the wheel that “redder” or “bluer” would mislead. */
    private static boolean areOtherHues(Lab one, Lab other) {
        double turn = Math.abs(one.hue() - other.hue());
        // “One is a blue, the other a blue” tells nothing apart.
        boolean called = !HuePlane.named(one.hue()).equals(HuePlane.named(other.hue()));
        return called && one.chroma() > 2 * HUED && other.chroma() > 2 * HUED && Math.min(turn, 360 - turn) > 50;
    }

    private static String grain(Sample one, Sample other) {
        if (one.granulation().isEmpty() || other.granulation().isEmpty()) return "";
        int apart =
                other.granulation().get().ordinal() - one.granulation().get().ordinal();
        return apart == 0
                ? ""
                : (apart > 0 ? other : one).name() + " granulates " + (Math.abs(apart) > 1 ? "much more" : "more");
    }
}
