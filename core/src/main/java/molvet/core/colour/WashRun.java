package molvet.core.colour;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;

/**
 * A paint’s run of colour from full strength to palest, told by value: what it is like where it is as light as another.
 *
 * <p>Steps of dilution differ from hand to hand; lightness does not, so that two paints are compared where their L* is equal.
 *
 * @param colours full strength first, getting lighter to the palest
 * @param measured whether it was seen all along a wash; else only its ends were, and a {@link Film} runs between them
 */
public record WashRun(List<Lab> colours, boolean measured) {
    /** Strengths a run is kept in. */
    public static final int STRENGTHS = 11;

    /** A wash of which fewer strengths were seen is no measured run. */
    private static final int LEAST_SEEN = 9;
    /** Nearer in lightness than this, and a run is no run. */
    private static final double FLAT = 2;
    /** Below this chroma hue is not told. */
    private static final double TELLS_HUE = 8;

    /** Colours seen within so much of the range of lightness speak for a strength. */
    private static final double REACH = 0.09;

    public WashRun {
        if (colours.isEmpty()) throw new IllegalArgumentException("A run needs a colour.");
        colours = List.copyOf(colours);
    }

    /** The run between the only two colours that are known. */
    public static WashRun between(Lab full, Lab palest) {
        if (palest.l() - full.l() < FLAT) return new WashRun(List.of(full, palest), false);
        Lab paper = palest.l() > Lab.PAPER.l() ? palest : Lab.PAPER;
        return new WashRun(Film.through(full, palest, paper).run(full, palest, STRENGTHS), false);
    }

    /** The run of a film from full strength to all but paper. */
    public static WashRun of(Film film) {
        return new WashRun(film.run(film.at(1), STRENGTHS), false);
    }

    /** The film that has this run’s ends; of a run without a range, that of its full strength. */
    public Film film() {
        if (palest().l() - full().l() < FLAT) return Film.of(full(), Lab.PAPER);
        return Film.through(full(), palest(), palest().l() > Lab.PAPER.l() ? palest() : Lab.PAPER);
    }

    /** The run to all but bare paper of a paint of which full strength alone is known. */
    public static WashRun ofFull(Lab full) {
        if (Lab.PAPER.l() - full.l() < 2 * FLAT) return new WashRun(List.of(full), false);
        return new WashRun(Film.of(full, Lab.PAPER).run(full, STRENGTHS), false);
    }

    /**
     * The run of a wash of which some strengths were seen, in the order they were painted in: as it was seen where they are at
     * least nine, else as {@link #between} its ends, led through what was seen.
     */
    public static WashRun of(List<Lab> seen) {
        List<Lab> rising = rising(seen);
        Lab full = rising.get(0);
        Lab palest = rising.get(rising.size() - 1);
        if (rising.size() >= LEAST_SEEN) return new WashRun(evenly(rising, STRENGTHS), true);
        WashRun film = between(full, palest);
        if (rising.size() < 3) return film;
        List<Lab> led = new ArrayList<>();
        for (Lab c : film.colours) led.add(moved(c, film, rising));
        return new WashRun(led, false);
    }

    /**
     * The run of a wash seen bit by bit: at each strength the middle of all bits about as light, so that neither grain nor a
     * hair turns it. Time is that of sorting them.
     *
     * @param full full strength and {@code palest} as they were measured; both stay
     * @param bits colours of small pieces of it, in any order
     */
    public static WashRun seen(Lab full, Lab palest, List<Lab> bits) {
        double range = palest.l() - full.l();
        if (range < FLAT) return new WashRun(List.of(full, palest), !bits.isEmpty());
        List<Lab> run = new ArrayList<>(List.of(full));
        double reach = Math.max(1.2, REACH * range);
        for (int i = 1; i + 1 < STRENGTHS; i++) {
            double l = full.l() + range * i / (STRENGTHS - 1.0);
            middle(bits, l, reach).ifPresent(run::add);
        }
        run.add(palest);
        return of(run);
    }

    /** Robust line of a* and b* over L* through what lies near a lightness; empty where too little does. */
    private static Optional<Lab> middle(List<Lab> bits, double l, double reach) {
        List<Lab> near = bits.stream().filter(c -> Math.abs(c.l() - l) <= reach).toList();
        if (near.size() < 4) return Optional.empty();
        double a = median(near.stream().mapToDouble(Lab::a).sorted().toArray());
        double b = median(near.stream().mapToDouble(Lab::b).sorted().toArray());
        double spread = median(near.stream()
                .mapToDouble(c -> Math.hypot(c.a() - a, c.b() - b))
                .sorted()
                .toArray());
        List<Lab> kept = near.stream()
                .filter(c -> Math.hypot(c.a() - a, c.b() - b) <= Math.max(2, 2.5 * spread))
                .toList();
        double ml = kept.stream().mapToDouble(Lab::l).average().orElseThrow();
        double ma = kept.stream().mapToDouble(Lab::a).average().orElseThrow();
        double mb = kept.stream().mapToDouble(Lab::b).average().orElseThrow();
        double squares = 0;
        double byA = 0;
        double byB = 0;
        for (Lab c : kept) {
            squares += (c.l() - ml) * (c.l() - ml);
            byA += (c.l() - ml) * (c.a() - ma);
            byB += (c.l() - ml) * (c.b() - mb);
        }
        // Bits on one side of it only: a line through few of one lightness would lead anywhere.
        double width = Math.sqrt(squares / kept.size());
        if (width < reach / 4 || Math.abs(ml - l) > reach / 2) {
            return Math.abs(ml - l) > reach / 2 ? Optional.empty() : Optional.of(new Lab(l, ma, mb));
        }
        return Optional.of(new Lab(l, ma + byA / squares * (l - ml), mb + byB / squares * (l - ml)));
    }

    private static double median(double[] sorted) {
        int n = sorted.length;
        return n % 2 == 1 ? sorted[n / 2] : (sorted[n / 2 - 1] + sorted[n / 2]) / 2;
    }

    /** A colour of the film, moved by what was seen beside it against what the film has there. */
    private static Lab moved(Lab c, WashRun film, List<Lab> seen) {
        for (int i = 1; i < seen.size(); i++) {
            Lab one = seen.get(i - 1);
            Lab other = seen.get(i);
            if (c.l() > other.l() && i + 1 < seen.size()) continue;
            double t = Math.max(0, Math.min(1, (c.l() - one.l()) / (other.l() - one.l())));
            Lab filmOne = film.at(one.l());
            Lab filmOther = film.at(other.l());
            return new Lab(
                    c.l(),
                    c.a() + (1 - t) * (one.a() - filmOne.a()) + t * (other.a() - filmOther.a()),
                    c.b() + (1 - t) * (one.b() - filmOne.b()) + t * (other.b() - filmOther.b()));
        }
        return c;
    }

    /** What gets darker on the way is noise, and is passed over. */
    private static List<Lab> rising(List<Lab> colours) {
        List<Lab> rising = new ArrayList<>();
        for (Lab c : colours) {
            if (rising.isEmpty() || c.l() > rising.get(rising.size() - 1).l()) rising.add(c);
        }
        return rising;
    }

    /** The same run in steps evenly spaced in lightness. */
    static List<Lab> evenly(List<Lab> run, int steps) {
        List<Lab> rising = new ArrayList<>(run);
        rising.sort(Comparator.comparingDouble(Lab::l));
        WashRun all = new WashRun(rising, true);
        double from = all.full().l();
        double range = all.palest().l() - from;
        List<Lab> even = new ArrayList<>(steps);
        for (int i = 0; i < steps; i++) even.add(all.at(from + range * i / (steps - 1.0)));
        return even;
    }

    public Lab full() {
        return colours.get(0);
    }

    public Lab palest() {
        return colours.get(colours.size() - 1);
    }

    /** The colour where it is of this lightness; outside its run, the nearer end. */
    public Lab at(double l) {
        if (l <= full().l()) return full();
        for (int i = 1; i < colours.size(); i++) {
            Lab a = colours.get(i - 1);
            Lab b = colours.get(i);
            if (l > b.l()) continue;
            double t = b.l() > a.l() ? (l - a.l()) / (b.l() - a.l()) : 1;
            return a.towards(b, t);
        }
        return palest();
    }

    /**
     * Half strength: where it is halfway in lightness from full strength to bare paper, since there hue is plainest, and since it
     * does not hang on how far the wash was thinned. A run that ends before gives its palest.
     */
    public Lab half() {
        return at((full().l() + Lab.PAPER.l()) / 2);
    }

    /**
     * Colours along the run that differ evenly from one to the next, by the distance in L*a*b*: as it is drawn. A yellow pales in its
     * last few steps of lightness, and would else show nothing of it.
     */
    public List<Lab> drawn() {
        double[] along = new double[colours.size()];
        for (int i = 1; i < along.length; i++) {
            Lab a = colours.get(i - 1);
            Lab b = colours.get(i);
            along[i] = along[i - 1] + Math.hypot(b.l() - a.l(), Math.hypot(b.a() - a.a(), b.b() - a.b()));
        }
        double whole = along[along.length - 1];
        if (whole < FLAT) return List.of(full(), palest());
        List<Lab> even = new ArrayList<>(STRENGTHS);
        int at = 1;
        for (int i = 0; i < STRENGTHS; i++) {
            double wanted = whole * i / (STRENGTHS - 1);
            while (at < along.length - 1 && along[at] < wanted) at++;
            Lab a = colours.get(at - 1);
            Lab b = colours.get(at);
            double step = along[at] - along[at - 1];
            double t = step > 0 ? Math.min(1, Math.max(0, (wanted - along[at - 1]) / step)) : 0;
            even.add(a.towards(b, t));
        }
        return even;
    }

    /** The strongest chroma on the way. */
    public Lab peak() {
        return colours.stream().max(Comparator.comparingDouble(Lab::chroma)).orElseThrow();
    }

    /**
     * Turn of hue on thinning in degrees, anticlockwise positive: from full strength to the palest that still has a hue. Empty
     * where full strength has none.
     */
    public Optional<Double> hueTurn() {
        if (full().chroma() < TELLS_HUE) return Optional.empty();
        Lab thin = colours.stream()
                .filter(c -> c.chroma() >= TELLS_HUE)
                .reduce((one, other) -> other)
                .orElseThrow();
        double turn = thin.hue() - full().hue();
        return Optional.of(turn > 180 ? turn - 360 : turn < -180 ? turn + 360 : turn);
    }
}
