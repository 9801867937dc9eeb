package molvet.core.palette;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.stream.IntStream;
import molvet.core.colour.Lab;
import molvet.core.colour.WashRun;
import molvet.core.measure.Refusal;
import molvet.core.pigment.Granulation;
import org.jgrapht.alg.matching.KuhnMunkresMinimalWeightBipartitePerfectMatching;
import org.jgrapht.graph.DefaultWeightedEdge;
import org.jgrapht.graph.SimpleWeightedGraph;

/**
 * Which dropped pan is which: swatches of unknown pans matched one to one with the paints they can be.
 *
 * <p>The error model: a paint painted and read again lies off its own run by a normal error of {@value #OFF} ΔE00 along each of three
 * axes, and is painted stronger or weaker than before by a normal error of {@value #STRENGTH} in L* at full strength and {@value
 * #THINNED} washed out; granulation is read two steps off once in a hundred. Where all matches of a picture lie farther off than that
 * lets expect, its errors are taken to be so much larger. What fits is the likeliest assignment of all (H. W. Kuhn, Naval Res. Logist. Q. 2
 * (1955) 83–97; J. Munkres, J. SIAM 5 (1957) 32–38, by JGraphT). A match is sure where every other assignment that gives the swatch another
 * paint is together less likely than one in {@value #ODDS}: what an exchange round a ring of swatches costs is told by shortest paths among
 * them (R. W. Floyd, Commun. ACM 5 (1962) 345).
 *
 * <p>Time is that of the assignment, in the third power of the number of swatches and paints.
 *
 * @param matches one for each swatch, in its order
 */
public record Identification(List<Match> matches) {
    public static final int MOST = 200;
    /** In ΔE00 along each axis; so that 95 of 100 lie within 4.2. */
    static final double OFF = 1.5;

    static final double STRENGTH = 5;
    static final double THINNED = 12;
    static final double ODDS = 1000;
    /** A swatch that fits nothing better than at this cost is none of the paints. */
    private static final double NONE = 30;

    private static final double MUCH = 1e5;
    /** Stands for none of the paints. */
    private static final int NOBODY = -1;

    private static final int ALONG = 24;

    /** What was read of one swatch. */
    public record Measured(Lab massTone, Optional<Lab> tint, Optional<Granulation> granulation) {}

    /** A paint it can be. */
    public record Candidate(String id, String name, WashRun run, boolean hasTint, Optional<Granulation> granulation) {
        public Candidate granulating(Optional<Granulation> grain) {
            return new Candidate(id, name, run, hasTint, grain);
        }

        /** Known by one or two colours. */
        public static Candidate of(String id, String name, Lab massTone, Optional<Lab> tint) {
            return new Candidate(
                    id,
                    name,
                    tint.map(t -> WashRun.between(massTone, t)).orElseGet(() -> WashRun.ofFull(massTone)),
                    tint.isPresent(),
                    Optional.empty());
        }
    }

    /**
     * @param measured the number of the swatch
     * @param id empty where it is none of the paints, or none was left
     * @param deltaE ΔE00 of mass tones; 0 without a match
     * @param runnerUp the next likeliest paint for it, where there is one
     * @param mayBeExchangedWith swatches that would change places with it
     */
    public record Match(
            int measured,
            Optional<String> id,
            double deltaE,
            boolean sure,
            Optional<String> runnerUp,
            List<Integer> mayBeExchangedWith,
            String reason) {}

    public static Identification of(List<Measured> measured, List<Candidate> candidates) {
        if (measured.size() > MOST || candidates.size() > MOST) {
            throw Refusal.of(
                    "measured",
                    Math.max(measured.size(), candidates.size()) + " are more than are told apart at once.",
                    "Take up to " + MOST + ".");
        }
        if (measured.isEmpty()) return new Identification(List.of());
        double[][] cost = new double[measured.size()][candidates.size()];
        for (int m = 0; m < measured.size(); m++) {
            for (int c = 0; c < candidates.size(); c++) cost[m][c] = cost(measured.get(m), candidates.get(c));
        }
        calm(cost, measured.get(0).tint.isPresent());
        Assignment best = Assignment.of(cost);
        double[][] exchange = best.exchanges();
        List<Match> matches = new ArrayList<>();
        for (int m = 0; m < measured.size(); m++) matches.add(match(m, best, exchange, measured, candidates));
        return new Identification(List.copyOf(matches));
    }

    // ---- the error model
    // ----------------------------------------------------------------------------------------------

    /** Half the squared deviations, so that the difference of two is the logarithm of their odds. */
    static double cost(Measured m, Candidate c) {
        double cost = onRun(m.massTone, c.run, c.run.full().l(), STRENGTH);
        if (m.tint.isPresent() && c.hasTint)
            cost += onRun(m.tint.get(), c.run, c.run.palest().l(), THINNED);
        if (m.granulation.isPresent() && c.granulation.isPresent()) {
            int apart =
                    Math.abs(m.granulation.get().ordinal() - c.granulation.get().ordinal());
            cost += apart <= 1 ? 0 : Math.log(100) * (apart - 1);
        }
        return cost;
    }

    /** The nearest of its strengths, each the dearer the farther it is from the one that was painted before. */
    private static double onRun(Lab seen, WashRun run, double before, double strength) {
        double best = Double.MAX_VALUE;
        double from = run.full().l();
        double range = run.palest().l() - from;
        for (int i = 0; i <= ALONG; i++) {
            double l = from + range * i / ALONG;
            Lab at = run.at(l);
            double off = seen.differenceFrom(at) / OFF;
            double slip = (l - before) / strength;
            best = Math.min(best, (off * off + slip * slip) / 2);
        }
        // Painted stronger than ever before: darker than the run’s own end.
        if (seen.l() < from) {
            double slip = (seen.l() - before) / strength;
            Lab darker = new Lab(seen.l(), run.full().a(), run.full().b());
            double off = seen.differenceFrom(darker) / OFF;
            best = Math.min(best, (off * off + slip * slip) / 2);
        }
        return best;
    }

    /** Where the best fits lie farther off than the errors let expect, all errors are larger by as much. */
    private static void calm(double[][] cost, boolean tints) {
        double expected = tints ? 3 : 1.5;
        double[] least = Arrays.stream(cost)
                .mapToDouble(row -> Arrays.stream(row).min().orElse(0))
                .sorted()
                .toArray();
        double middle = least[least.length / 2];
        double larger = Math.max(1, middle / expected);
        for (double[] row : cost) for (int c = 0; c < row.length; c++) row[c] /= larger;
    }

    // ---- the assignment
    // -----------------------------------------------------------------------------------------------

    /** Rows are swatches and then paints left over; columns are paints and then “none of them”, one for each swatch. */
    private record Assignment(double[][] cost, int[] column, int measured, int candidates) {
        static Assignment of(double[][] cost) {
            int m = cost.length;
            int c = cost[0].length;
            int n = m + c;
            double[][] square = new double[n][n];
            for (int i = 0; i < n; i++) {
                for (int j = 0; j < n; j++) {
                    square[i][j] = i < m ? j < c ? Math.min(MUCH, cost[i][j]) : j - c == i ? NONE : MUCH : 0;
                }
            }
            SimpleWeightedGraph<Integer, DefaultWeightedEdge> graph =
                    new SimpleWeightedGraph<>(DefaultWeightedEdge.class);
            java.util.Set<Integer> rows = new java.util.LinkedHashSet<>();
            java.util.Set<Integer> columns = new java.util.LinkedHashSet<>();
            for (int i = 0; i < n; i++) {
                rows.add(i);
                columns.add(n + i);
                graph.addVertex(i);
                graph.addVertex(n + i);
            }
            for (int i = 0; i < n; i++) {
                for (int j = 0; j < n; j++) graph.setEdgeWeight(graph.addEdge(i, n + j), square[i][j]);
            }
            int[] column = new int[n];
            for (DefaultWeightedEdge e : new KuhnMunkresMinimalWeightBipartitePerfectMatching<>(graph, rows, columns)
                    .getMatching()
                    .getEdges()) {
                int one = Math.min(graph.getEdgeSource(e), graph.getEdgeTarget(e));
                int other = Math.max(graph.getEdgeSource(e), graph.getEdgeTarget(e));
                column[one] = other - n;
            }
            return new Assignment(square, column, m, c);
        }

        /** What it costs more that one row takes the column of another, and others follow round the ring. */
        double[][] exchanges() {
            int n = cost.length;
            double[][] w = new double[n][n];
            for (int i = 0; i < n; i++) {
                for (int j = 0; j < n; j++) w[i][j] = i == j ? 0 : cost[i][column[j]] - cost[i][column[i]];
            }
            double[][] d = Arrays.stream(w).map(double[]::clone).toArray(double[][]::new);
            for (int k = 0; k < n; k++) {
                double[] dk = d[k];
                for (double[] di : d) {
                    double ik = di[k];
                    for (int j = 0; j < n; j++) if (ik + dk[j] < di[j]) di[j] = ik + dk[j];
                }
            }
            double[][] ring = new double[n][n];
            for (int i = 0; i < n; i++)
                for (int j = 0; j < n; j++) ring[i][j] = i == j ? 0 : Math.max(0, w[i][j] + d[j][i]);
            return ring;
        }

        boolean isMatched(int row) {
            return row < measured && column[row] < candidates;
        }
    }

    private static Match match(
            int m, Assignment best, double[][] exchange, List<Measured> measured, List<Candidate> candidates) {
        boolean matched = best.isMatched(m);
        // Of a paint that more rows than one would leave, only the cheapest way counts once.
        Map<Integer, Double> other = new HashMap<>();
        for (int j = 0; j < best.column.length; j++) {
            if (j == m) continue;
            boolean same = best.column[j] >= best.candidates && best.column[m] >= best.candidates;
            if (same) continue;
            int to = best.column[j] < best.candidates ? best.column[j] : NOBODY;
            other.merge(to, exchange[m][j], Math::min);
        }
        double odds = other.values().stream().mapToDouble(e -> Math.exp(-e)).sum();
        boolean sure = matched && odds < 1 / ODDS;
        Optional<Integer> runnerUp = other.entrySet().stream()
                .filter(e -> e.getKey() >= 0)
                .min(Map.Entry.comparingByValue())
                .map(Map.Entry::getKey);
        List<Integer> with = IntStream.range(0, best.measured)
                .filter(j -> j != m && best.isMatched(j) && Math.exp(-exchange[m][j]) > 0.1 / ODDS)
                .boxed()
                .sorted(java.util.Comparator.comparingDouble(j -> exchange[m][j]))
                .limit(3)
                .toList();
        Measured seen = measured.get(m);
        if (!matched) {
            return new Match(
                    m, Optional.empty(), 0, false, nearest(seen, candidates), List.of(), none(seen, candidates, best));
        }
        Candidate own = candidates.get(best.column[m]);
        double deltaE = seen.massTone.differenceFrom(own.run.full());
        Optional<Candidate> next = runnerUp.map(candidates::get);
        String reason = sure
                ? said("ΔE %.1f from %s at full strength", deltaE, own.name)
                        + next.map(n -> said(
                                        "; %s, the next likeliest, lies ΔE %.1f off.",
                                        n.name, seen.massTone.differenceFrom(n.run.full())))
                                .orElse(".")
                : other.getOrDefault(NOBODY, MUCH) < runnerUp.map(other::get).orElse(MUCH)
                        ? said(
                                "%s fits best, ΔE %.1f at full strength, but farther off than one paint painted twice: it may be none"
                                        + " of them. Paint it again.",
                                own.name, deltaE)
                        : doubt(m, own, next, runnerUp.map(other::get).orElse(0.0), with, best, candidates);
        return new Match(
                m, Optional.of(own.id), deltaE, sure, next.map(Candidate::id), sure ? List.of() : with, reason);
    }

    private static Optional<String> nearest(Measured seen, List<Candidate> candidates) {
        return candidates.stream()
                .min(java.util.Comparator.comparingDouble(c -> cost(seen, c)))
                .map(Candidate::id);
    }

    private static String none(Measured seen, List<Candidate> candidates, Assignment best) {
        if (candidates.isEmpty()) return "There is no paint it can be.";
        Candidate near = candidates.stream()
                .min(java.util.Comparator.comparingDouble(c -> cost(seen, c)))
                .orElseThrow();
        double apart = seen.massTone.differenceFrom(near.run.full());
        boolean fits = cost(seen, near) < NONE;
        int taken = IntStream.range(0, best.measured)
                .filter(i -> best.isMatched(i) && candidates.get(best.column[i]) == near)
                .findFirst()
                .orElse(-1);
        return fits && taken >= 0
                ? said(
                        "%s fits it (ΔE %.1f), but swatch %d fits that better, and there is only one.",
                        near.name, apart, taken + 1)
                : said("None of the paints: the nearest, %s, lies ΔE %.1f off.", near.name, apart);
    }

    /** The question that parts two paints. */
    private static String doubt(
            int m,
            Candidate own,
            Optional<Candidate> next,
            double dearer,
            List<Integer> with,
            Assignment best,
            List<Candidate> candidates) {
        if (next.isEmpty()) {
            return own.name
                    + " is the only paint left for it, but it lies far off. Paint it again, at full strength and washed out.";
        }
        Optional<Integer> swapped = with.stream()
                .filter(j -> best.column[j] < candidates.size() && candidates.get(best.column[j]) == next.get())
                .findFirst();
        String both = swapped.map(j -> "swatches " + (Math.min(m, j) + 1) + " and " + (Math.max(m, j) + 1) + " again")
                .orElse("swatch " + (m + 1) + " again");
        long odds = Math.round(Math.exp(Math.min(20, dearer)));
        String may = odds < 4
                ? said("It may be %s as well.", next.get().name)
                : said("%s is %d times less likely, which is not sure enough.", next.get().name, odds);
        return may + " " + parting(own, next.get(), both);
    }

    /** Where two paints differ most, as what to do. */
    static String parting(Candidate one, Candidate other, String both) {
        if (one.granulation.isPresent()
                && other.granulation.isPresent()
                && Math.abs(one.granulation.get().ordinal()
                                - other.granulation.get().ordinal())
                        >= 2) {
            Candidate more =
                    one.granulation.get().ordinal() > other.granulation.get().ordinal() ? one : other;
            Candidate less = more == one ? other : one;
            return more.name + " granulates, " + less.name + " does not.";
        }
        double full = one.run.full().differenceFrom(other.run.full());
        double half = one.run.half().differenceFrom(other.run.half());
        double thin = one.run.at(85).differenceFrom(other.run.at(85));
        double most = Math.max(full, Math.max(half, thin));
        if (most < 2 * OFF) {
            return said(
                    "They differ by no more than ΔE %.1f at any strength: no swatch parts them. Tell them by the pan, or take either.",
                    most);
        }
        if (most == full) return said("Paint %s, stronger: at full strength they differ by ΔE %.1f.", both, full);
        return most == half
                ? said("Paint %s, at half strength: there they differ by ΔE %.1f.", both, half)
                : said("Paint %s, washed out: there they differ by ΔE %.1f.", both, thin);
    }

    private static String said(String words, Object... values) {
        return String.format(Locale.ROOT, words, values);
    }
}
