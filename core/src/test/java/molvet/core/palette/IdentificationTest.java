package molvet.core.palette;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.ArrayList;
import java.util.Collections;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Random;
import java.util.Set;
import java.util.stream.IntStream;
import molvet.core.colour.Lab;
import molvet.core.pigment.Granulation;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.IntRange;
import org.junit.jupiter.api.Test;

/** Dropped pans: the assignment against all orders, and how often what is called sure is wrong, over seeded drops. */
class IdentificationTest {
    private static Identification.Candidate candidate(String id, Lab full, Lab tint) {
        return Identification.Candidate.of(id, id, full, Optional.of(tint));
    }

    private static Identification.Measured swatch(Lab full, Lab tint) {
        return new Identification.Measured(full, Optional.of(tint), Optional.empty());
    }

    /** A paint and how it thins: towards the paper, its hue turned a little. */
    private static Lab tint(Lab full, double share) {
        return new Lab(
                full.l() + share * (94 - full.l()), full.a() * (1 - 0.75 * share), full.b() * (1 - 0.75 * share));
    }

    private static List<Identification.Candidate> palette(int n, Random random) {
        List<Identification.Candidate> all = new ArrayList<>();
        List<Lab> colours = ArrangementTest.colours(n, random.nextLong());
        for (int i = 0; i < n; i++) all.add(candidate("p" + i, colours.get(i), tint(colours.get(i), 0.8)));
        return all;
    }

    /** Painted again by hand: another strength, and what hand, paper and device add. */
    private static Identification.Measured painted(Identification.Candidate c, double off, Random random) {
        Lab full = c.run().full();
        Lab tint = c.run().palest();
        double slip = Math.max(0, 0.06 * random.nextGaussian());
        return swatch(
                moved(c.run().at(full.l() + slip * (tint.l() - full.l())), off, random), moved(tint, off, random));
    }

    private static Lab moved(Lab c, double off, Random random) {
        return new Lab(
                c.l() + off * random.nextGaussian(),
                c.a() + off * random.nextGaussian(),
                c.b() + off * random.nextGaussian());
    }

    @Property(tries = 40)
    void isTheLikeliestOfAllAssignmentsUpToEight(
            @ForAll @IntRange(min = 1, max = 7) int n, @ForAll @IntRange(max = 1000) int seed) {
        Random random = new Random(seed);
        List<Identification.Candidate> candidates = palette(n, random);
        List<Identification.Candidate> order = new ArrayList<>(candidates);
        Collections.shuffle(order, random);
        List<Identification.Measured> seen =
                order.stream().map(c -> painted(c, 2, random)).toList();
        Identification found = Identification.of(seen, candidates);
        double cost = 0;
        for (Identification.Match m : found.matches()) {
            Identification.Candidate c = candidates.stream()
                    .filter(x -> m.id().filter(x.id()::equals).isPresent())
                    .findFirst()
                    .orElseThrow();
            cost += Identification.cost(seen.get(m.measured()), c);
        }
        assertThat(cost).isCloseTo(least(seen, candidates, new HashSet<>(), 0), within(1e-6));
    }

    private static double least(
            List<Identification.Measured> seen, List<Identification.Candidate> candidates, Set<Integer> taken, int m) {
        if (m == seen.size()) return 0;
        double best = 1e9;
        for (int c = 0; c < candidates.size(); c++) {
            if (!taken.add(c)) continue;
            best = Math.min(
                    best, Identification.cost(seen.get(m), candidates.get(c)) + least(seen, candidates, taken, m + 1));
            taken.remove(c);
        }
        return best;
    }

    /** Of those said to be sure at most one in a hundred is wrong: 300 drops of 20 pans, with hands and devices of all sorts. */
    @Test
    void whatIsCalledSureIsRight() {
        int sure = 0;
        int wrong = 0;
        int all = 0;
        for (int drop = 0; drop < 300; drop++) {
            Random random = new Random(drop);
            List<Identification.Candidate> candidates = palette(20, random);
            List<Integer> order = new ArrayList<>(IntStream.range(0, 20).boxed().toList());
            Collections.shuffle(order, random);
            double off = 0.5 + 2.5 * random.nextDouble();
            List<Identification.Measured> seen = order.stream()
                    .map(i -> painted(candidates.get(i), off, random))
                    .toList();
            Identification found = Identification.of(seen, candidates);
            for (Identification.Match m : found.matches()) {
                all++;
                if (!m.sure()) continue;
                sure++;
                if (!m.id().orElseThrow().equals("p" + order.get(m.measured()))) wrong++;
            }
        }
        assertThat(wrong).as(wrong + " of " + sure).isLessThanOrEqualTo(sure / 100);
        // To be sure of nothing would be right as well, and of no use.
        assertThat(sure).isGreaterThan(all / 2);
    }

    @Test
    void twinsAreNeverSureAndAreNamed() {
        Lab blue = new Lab(30, 12, -50);
        Lab red = new Lab(42, 60, 35);
        List<Identification.Candidate> candidates = List.of(
                candidate("one blue", blue, tint(blue, 0.8)),
                candidate("other blue", blue, tint(blue, 0.8)),
                candidate("red", red, tint(red, 0.8)));
        Identification found = Identification.of(
                List.of(swatch(red, tint(red, 0.8)), swatch(blue, tint(blue, 0.8)), swatch(blue, tint(blue, 0.8))),
                candidates);
        assertThat(found.matches().get(0).sure()).isTrue();
        assertThat(found.matches().get(1).sure()).isFalse();
        assertThat(found.matches().get(1).mayBeExchangedWith()).containsExactly(2);
        assertThat(found.matches().get(1).reason()).contains("no swatch parts them");
    }

    /** Alike at full strength, and parted where they are washed out. */
    @Test
    void theQuestionThatPartsTwoPaintsIsAsked() {
        Lab full = new Lab(28, 14, -46);
        Identification.Candidate warm = candidate("warm", full, new Lab(84, 6, -16));
        Identification.Candidate cool = candidate("cool", full, new Lab(84, -6, -14));
        assertThat(Identification.parting(warm, cool, "swatches 1 and 2 again"))
                .startsWith("Paint swatches 1 and 2 again, ")
                .doesNotContain("full strength");
        Identification.Candidate rough = warm.granulating(Optional.of(Granulation.STRONG));
        Identification.Candidate smooth = cool.granulating(Optional.of(Granulation.NONE));
        assertThat(Identification.parting(smooth, rough, "")).isEqualTo("warm granulates, cool does not.");
    }

    @Test
    void moreSwatchesThanPaintsAndTheOtherWayRound() {
        Lab blue = new Lab(30, 12, -50);
        Lab red = new Lab(42, 60, 35);
        Lab yellow = new Lab(84, 4, 84);
        List<Identification.Candidate> two =
                List.of(candidate("blue", blue, tint(blue, 0.8)), candidate("red", red, tint(red, 0.8)));
        Identification found = Identification.of(
                List.of(swatch(yellow, tint(yellow, 0.8)), swatch(red, tint(red, 0.8)), swatch(blue, tint(blue, 0.8))),
                two);
        assertThat(found.matches().get(0).id()).isEmpty();
        assertThat(found.matches().get(0).reason()).startsWith("None of the paints: the nearest");
        assertThat(found.matches().get(1).id()).contains("red");
        assertThat(found.matches().get(2).id()).contains("blue");
        Identification one = Identification.of(List.of(swatch(blue, tint(blue, 0.8))), two);
        assertThat(one.matches().get(0).id()).contains("blue");
        assertThat(one.matches().get(0).sure()).isTrue();
        assertThat(Identification.of(List.of(), two).matches()).isEmpty();
        assertThat(Identification.of(List.of(swatch(red, red)), List.of())
                        .matches()
                        .get(0)
                        .reason())
                .isEqualTo("There is no paint it can be.");
    }

    @Test
    void withoutATintMassTonesDecide() {
        Lab blue = new Lab(30, 12, -50);
        Lab red = new Lab(42, 60, 35);
        Identification found = Identification.of(
                List.of(new Identification.Measured(red, Optional.empty(), Optional.empty())),
                List.of(
                        Identification.Candidate.of("blue", "blue", blue, Optional.empty()),
                        Identification.Candidate.of("red", "red", red, Optional.empty())));
        assertThat(found.matches().get(0).id()).contains("red");
        assertThat(found.matches().get(0).deltaE()).isZero();
    }
}
