package molvet.core.collection;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Locale;
import java.util.stream.Collectors;
import molvet.core.colour.Lab;

/** Many paints on the plane of a* and b*: where none lies, and where they crowd. */
public final class HuePlane {
    /** Less chroma than this has no hue to speak of. */
    private static final double HUED = 12;

    private static final double GAP = 24;
    private static final double CROWD = 7;
    private static final int MANY = 4;

    private HuePlane() {}

    /** A stretch of the wheel without a paint. {@code from} and {@code to} are hue angles, turning from red to yellow. */
    public record Gap(double from, double to, String said) {}

    /** Dots within reach of one another. {@code members} are places in the list. */
    public record Crowd(List<Integer> members, String said) {}

    /** Hues by name, for the angle where each begins. */
    private static final Object[][] NAMES = {
        {10.0, "rose"},
        {25.0, "red"},
        {40.0, "scarlet"},
        {55.0, "orange"},
        {76.0, "yellow"},
        {105.0, "yellow-green"},
        {135.0, "green"},
        {178.0, "blue-green"},
        {215.0, "blue"},
        {285.0, "blue-violet"},
        {305.0, "violet"},
        {335.0, "purple"}
    };

    /** The name of a hue angle: the borders are ours. */
    public static String named(double hue) {
        String name = "purple";
        for (Object[] n : NAMES) if (hue >= (double) n[0]) name = (String) n[1];
        return name;
    }

    private static String said(String from, String middle, String to, double degrees) {
        if (degrees >= 180) {
            return String.format(
                    Locale.ROOT,
                    "All lie from %s to %s; the other %.0f degrees, round %s, are empty.",
                    to,
                    from,
                    degrees,
                    middle);
        }
        return from.equals(to) && from.equals(middle)
                ? String.format(Locale.ROOT, "Among the %ss %.0f degrees are empty.", middle, degrees)
                : String.format(
                        Locale.ROOT,
                        "Nothing from %s to %s: %.0f degrees%s.",
                        from,
                        to,
                        degrees,
                        middle.equals(from) || middle.equals(to) ? "" : " without " + withArticle(middle));
    }

    public static String withArticle(String word) {
        return ("aeiou".indexOf(word.charAt(0)) < 0 ? "a " : "an ") + word;
    }

    /** Widest first. Of fewer than three hued dots nothing is said. */
    public static List<Gap> gaps(List<Lab> dots) {
        double[] hues = dots.stream()
                .filter(d -> d.chroma() >= HUED)
                .mapToDouble(Lab::hue)
                .sorted()
                .toArray();
        List<Gap> gaps = new ArrayList<>();
        if (hues.length < 3) return gaps;
        for (int i = 0; i < hues.length; i++) {
            double from = hues[i];
            double to = i + 1 < hues.length ? hues[i + 1] : hues[0] + 360;
            if (to - from < GAP) continue;
            double middle = (from + to) / 2 % 360;
            gaps.add(new Gap(from, to % 360, said(named(from % 360), named(middle), named(to % 360), to - from)));
        }
        gaps.sort(Comparator.comparingDouble(g -> -((g.to - g.from + 360) % 360)));
        return gaps;
    }

    /** Dots of which many lie within a little reach of one, fullest first; a dot is in one crowd only. */
    public static List<Crowd> crowds(List<Lab> dots) {
        int n = dots.size();
        List<List<Integer>> near = new ArrayList<>();
        for (int i = 0; i < n; i++) near.add(new ArrayList<>(List.of(i)));
        for (int i = 0; i < n; i++) {
            for (int j = i + 1; j < n; j++) {
                if (!isNear(dots.get(i), dots.get(j))) continue;
                near.get(i).add(j);
                near.get(j).add(i);
            }
        }
        int[] free = near.stream().mapToInt(List::size).toArray();
        boolean[] taken = new boolean[n];
        List<Crowd> crowds = new ArrayList<>();
        while (true) {
            int fullest = -1;
            for (int i = 0; i < n; i++) if (!taken[i] && (fullest < 0 || free[i] > free[fullest])) fullest = i;
            if (fullest < 0 || free[fullest] < MANY) return crowds;
            List<Integer> crowd =
                    near.get(fullest).stream().filter(j -> !taken[j]).sorted().toList();
            for (int member : crowd) {
                taken[member] = true;
                near.get(member).forEach(j -> free[j]--);
            }
            crowds.add(new Crowd(crowd, said(crowd.stream().map(dots::get).toList())));
        }
    }

    private static boolean isNear(Lab one, Lab other) {
        return Math.hypot(one.a() - other.a(), one.b() - other.b()) <= CROWD
                && Math.abs(one.l() - other.l()) <= 2 * CROWD;
    }

    private static String said(List<Lab> crowd) {
        Lab mean = new Lab(
                crowd.stream().collect(Collectors.averagingDouble(Lab::l)),
                crowd.stream().collect(Collectors.averagingDouble(Lab::a)),
                crowd.stream().collect(Collectors.averagingDouble(Lab::b)));
        return crowd.size() + " crowd at "
                + (mean.chroma() < HUED ? "grey" : named(mean.hue()))
                + String.format(Locale.ROOT, ", L* %.0f.", mean.l());
    }
}
