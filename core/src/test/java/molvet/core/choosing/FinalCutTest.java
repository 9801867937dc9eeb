package molvet.core.choosing;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.OptionalLong;
import java.util.Random;
import java.util.Set;
import java.util.function.IntPredicate;
import molvet.core.choosing.FinalCut.Candidate;
import molvet.core.choosing.FinalCut.Question;
import molvet.core.colour.DeltaE;
import molvet.core.colour.Lab;
import molvet.core.measure.Refusal;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.IntRange;
import org.junit.jupiter.api.Test;

class FinalCutTest {
    private static final Duration LONG = Duration.ofSeconds(30);

    private static Candidate candidate(double l, double a, double b, long price, double liking, boolean must) {
        return new Candidate(Optional.of(Lab.of(l, a, b)), price, liking, must);
    }

    /** The worth of a choice by its definition, with the formula of the fixed call and nothing of the search. */
    private static double worth(Question q, int set) {
        double sum = 0;
        for (int i = 0; i < q.candidates().size(); i++) {
            double most = 0;
            for (int j = 0; j < q.candidates().size(); j++) {
                if ((set >> j & 1) == 0) continue;
                double degree = i == j ? 1 : 0;
                if (i != j
                        && q.candidates().get(i).lab().isPresent()
                        && q.candidates().get(j).lab().isPresent()) {
                    degree = Math.max(
                            0,
                            1
                                    - DeltaE.ciede2000(
                                                    q.candidates().get(i).lab().get(),
                                                    q.candidates().get(j).lab().get())
                                            / 20);
                }
                most = Math.max(most, degree);
            }
            sum += q.candidates().get(i).liking() * most;
        }
        return sum;
    }

    private static double exhaustive(Question q) {
        return exhaustive(q, set -> true);
    }

    private static double exhaustive(Question q, IntPredicate may) {
        int n = q.candidates().size();
        double best = -1;
        next:
        for (int set = 0; set < 1 << n; set++) {
            if (Integer.bitCount(set) > q.wells() || !may.test(set)) continue;
            long cost = 0;
            for (int j = 0; j < n; j++) {
                boolean in = (set >> j & 1) == 1;
                if (!in && q.candidates().get(j).must()) continue next;
                if (in) cost += q.candidates().get(j).price();
            }
            if (q.budget().isPresent() && cost > q.budget().getAsLong()) continue;
            best = Math.max(best, worth(q, set));
        }
        return best;
    }

    private static Question random(long seed, int n, int wells, boolean limited) {
        Random random = new Random(seed);
        List<Candidate> all = new ArrayList<>();
        long musts = 0;
        for (int i = 0; i < n; i++) {
            boolean must = random.nextInt(12) == 0 && musts < wells - 1;
            if (must) musts++;
            // Some owned, some without a colour, some of the same colour as others.
            boolean twin = i > 0 && random.nextInt(8) == 0;
            Optional<Lab> lab = twin
                    ? all.get(random.nextInt(i)).lab()
                    : random.nextInt(10) == 0
                            ? Optional.empty()
                            : Optional.of(Lab.of(
                                    20 + random.nextInt(70), random.nextInt(120) - 50, random.nextInt(150) - 60));
            all.add(new Candidate(
                    lab, must || random.nextInt(4) == 0 ? 0 : 300 + random.nextInt(1500), random.nextInt(4), must));
        }
        return new Question(
                all, wells, limited ? OptionalLong.of(400L * wells + random.nextInt(3000)) : OptionalLong.empty());
    }

    /** To fourteen candidates, against every choice there is. */
    @Property(tries = 200)
    void isTheBestOfAllAndItsBoundIsNeverBelow(
            @ForAll long seed,
            @ForAll @IntRange(min = 1, max = 14) int n,
            @ForAll @IntRange(min = 1, max = 6) int wells,
            @ForAll boolean limited) {
        Question q = random(seed, n, wells, limited);
        double best = exhaustive(q);
        FinalCut cut = FinalCut.best(q, LONG, () -> true);
        int set = cut.chosen().stream().mapToInt(j -> 1 << j).sum();
        assertThat(cut.worth()).isCloseTo(worth(q, set), within(1e-6)).isCloseTo(best, within(1e-6));
        assertThat(cut.bound()).isGreaterThanOrEqualTo(best - 1e-6);
        assertThat(cut.optimal()).isTrue();
        assertThat(cut.chosen()).hasSizeLessThanOrEqualTo(wells);
        long cost = cut.chosen().stream()
                .mapToLong(j -> q.candidates().get(j).price())
                .sum();
        assertThat(q.budget().isEmpty() || cost <= q.budget().getAsLong()).isTrue();
        for (int j = 0; j < n; j++)
            if (q.candidates().get(j).must()) assertThat(cut.chosen()).contains(j);
    }

    private static int set(FinalCut cut) {
        return cut.chosen().stream().mapToInt(j -> 1 << j).sum();
    }

    /** The second and the third best, against every choice there is that lacks something of those before. */
    @Property(tries = 80)
    void theNextBestIsTheBestOfAllOthers(
            @ForAll long seed,
            @ForAll @IntRange(min = 2, max = 11) int n,
            @ForAll @IntRange(min = 1, max = 5) int wells) {
        Question q = random(seed, n, wells, true);
        List<FinalCut> all = FinalCut.several(q, 3, LONG, () -> true);
        assertThat(all.get(0).worth()).isCloseTo(exhaustive(q), within(1e-6));
        int first = set(all.get(0));
        if (all.size() > 1) {
            FinalCut second = all.get(1);
            assertThat(second.worth()).isCloseTo(exhaustive(q, s -> (s & first) != first), within(1e-6));
            assertThat(second.optimal()).isTrue();
            assertThat(set(second) & first).isNotEqualTo(first);
        }
        if (all.size() > 2) {
            int second = set(all.get(1));
            double third = all.get(2).worth();
            assertThat(third).isLessThanOrEqualTo(all.get(1).worth() + 1e-6);
            assertThat(third)
                    .isGreaterThanOrEqualTo(exhaustive(q, s -> (s & first) != first && (s & second) != second) - 1e-6);
            assertThat(all.stream().map(FinalCutTest::set).distinct()).hasSize(3);
        }
    }

    /** Left by hand it is not chosen, and what it wants still counts. */
    @Test
    void whatIsBarredIsServedByOthers() {
        List<Candidate> two = List.of(candidate(50, 40, 20, 100, 2, false), candidate(50, 42, 21, 100, 1, false));
        FinalCut free = FinalCut.best(new Question(two, 1, OptionalLong.empty()), LONG, () -> true);
        FinalCut barred = FinalCut.best(new Question(two, 1, OptionalLong.empty(), Set.of(0)), LONG, () -> true);
        assertThat(free.chosen()).containsExactly(0);
        assertThat(barred.chosen()).containsExactly(1);
        double degree = 1 - DeltaE.ciede2000(Lab.of(50, 40, 20), Lab.of(50, 42, 21)) / 20;
        assertThat(barred.worth()).isCloseTo(1 + 2 * degree, within(1e-9));
    }

    /** As large as a collector’s: its own bound says how near the best it is, whoever stops it. */
    @Test
    void aHundredAndTwentyIntoTwentyFourIsProvenToOnePerCent() {
        for (long seed = 1; seed <= 4; seed++) {
            Question q = random(seed, 120, 24, seed % 2 == 0);
            FinalCut cut = FinalCut.best(q, LONG, () -> true);
            assertThat(cut.worth() / cut.bound()).as("seed " + seed).isGreaterThan(0.99);
        }
    }

    @Test
    void stoppedAtOnceItStillAnswersWithinTheBudget() {
        Question q = random(3, 60, 12, true);
        FinalCut cut = FinalCut.best(q, LONG, () -> false);
        assertThat(cut.chosen()).isNotEmpty().hasSizeLessThanOrEqualTo(12);
        assertThat(cut.bound()).isGreaterThanOrEqualTo(cut.worth());
        assertThat(cut.optimal()).isFalse();
    }

    @Test
    void aBudgetOfNothingTakesWhatIsOwned() {
        Question q = new Question(
                List.of(candidate(80, 0, 80, 900, 3, false), candidate(30, 20, -60, 0, 1, false)),
                2,
                OptionalLong.of(0));
        assertThat(FinalCut.best(q, LONG, () -> true).chosen()).containsExactly(1);
    }

    @Test
    void ofTwoAlikeTheCheaperIsTaken() {
        Question q = new Question(
                List.of(candidate(80, 0, 80, 900, 1, false), candidate(80, 0, 80, 700, 1, false)),
                1,
                OptionalLong.empty());
        assertThat(FinalCut.best(q, LONG, () -> true).chosen()).containsExactly(1);
    }

    @Test
    void whatCannotBeIsRefused() {
        Candidate must = candidate(50, 0, 0, 700, 1, true);
        assertThatThrownBy(() -> new Question(List.of(), 3, OptionalLong.empty()))
                .isInstanceOf(Refusal.class);
        assertThatThrownBy(() -> new Question(List.of(must), 0, OptionalLong.empty()))
                .isInstanceOf(Refusal.class);
        assertThatThrownBy(() -> new Question(List.of(must, must), 1, OptionalLong.empty()))
                .isInstanceOf(Refusal.class);
        assertThatThrownBy(() -> FinalCut.best(new Question(List.of(must), 1, OptionalLong.of(600)), LONG, () -> true))
                .isInstanceOf(Refusal.class);
    }

    /** Two paints of one recipe have one usual colour: that one passes for the other was never seen. */
    @Test
    void whatWasNeverMeasuredPassesForNothing() {
        Optional<Lab> brown = Optional.of(Lab.of(35, 18, 20));
        Question question = new Question(
                List.of(
                        new Candidate(brown, 0, 2, true, false),
                        new Candidate(brown, 0, 1, false, false),
                        new Candidate(brown, 0, 1, false, true)),
                1,
                OptionalLong.empty());
        assertThat(new FinalCut(List.of(0), 0, 0, false)
                        .leftOut(question, i -> "Boulder Brown").stream().map(FinalCut.LeftOut::reason))
                .containsExactly(
                        "Boulder Brown passes for it: ΔE00 0.0 at full strength.",
                        "Boulder Brown is near it as their pigments usually look: ΔE00 0.0 at full strength.");
    }
}
