package molvet.core.mixing;

import static molvet.core.mixing.PaintsForMixing.mixed;
import static molvet.core.mixing.PaintsForMixing.paint;
import static molvet.core.mixing.PaintsForMixing.target;
import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.atomic.AtomicInteger;
import molvet.core.colour.Lab;
import molvet.core.colour.WashRun;
import molvet.core.pigment.Granulation;
import molvet.core.pigment.Lightfastness;
import org.junit.jupiter.api.Test;

class MatchingTest {
    private static final List<Ingredient> OWNED = List.of(
            paint("PY154"), paint("PB15:3"), paint("PB29"), paint("PBr7"), paint("PV19"), paint("PO73"), paint("PG7"));
    private static final Traits SMOOTH = new Traits(
            Optional.of(Granulation.NONE),
            Optional.empty(),
            Optional.empty(),
            Optional.of(Lightfastness.EXCELLENT),
            Optional.empty(),
            List.of());
    private static final Traits GRAINY = new Traits(
            Optional.of(Granulation.STRONG),
            Optional.empty(),
            Optional.empty(),
            Optional.of(Lightfastness.EXCELLENT),
            Optional.empty(),
            List.of());

    private static List<Match> matches(Target target, int paints) {
        return Matching.of(target, OWNED, 5, paints, () -> true).mixes();
    }

    private static List<Object> ids(Match m) {
        return m.mix().mixture().parts().stream().map(p -> p.of().id()).toList();
    }

    @Test
    void aMixtureOfTwoIsFoundAgainAndCalledTheSame() {
        Prediction green = mixed("PY154", 3, "PB15:3", 1);
        Match best = matches(target("Harbour Green", green.massTone(), green.tint(), SMOOTH), 2)
                .get(0);
        assertThat(ids(best)).containsExactlyInAnyOrder("PY154", "PB15:3");
        assertThat(best.verdict()).isEqualTo(Verdict.SAME);
        assertThat(best.deltaE()).isLessThan(1);
        assertThat(best.deltaE()).isEqualTo(best.mix().massTone().differenceFrom(green.massTone()));
    }

    /** Common practice, no published source: granulation cannot be mixed in. */
    @Test
    void aSmoothMixtureIsNeverTheSameAsAGranulatingPaint() {
        Prediction green = mixed("PY154", 3, "PB15:3", 1);
        List<Match> all = matches(target("Harbour Green", green.massTone(), green.tint(), GRAINY), 3);
        assertThat(all).isNotEmpty().allSatisfy(m -> assertThat(m.verdict()).isNotEqualTo(Verdict.SAME));
        assertThat(all.get(0).reasons()).contains("Harbour Green granulates, and no mixture of smooth paints will.");
    }

    @Test
    void whatWouldFadeIsNotTheSameAndSaysWhichPaintWould() {
        Prediction violet = mixed("PR122", 1, "PB15:3", 1);
        Traits fugitive = new Traits(
                Optional.of(Granulation.NONE),
                Optional.empty(),
                Optional.empty(),
                Optional.of(Lightfastness.FUGITIVE),
                Optional.empty(),
                List.of());
        Ingredient dye = paint("PR122", fugitive);
        List<Match> all = Matching.of(
                        target("Dusk", violet.massTone(), violet.tint(), SMOOTH),
                        List.of(dye, paint("PB15:3")),
                        3,
                        2,
                        () -> true)
                .mixes();
        assertThat(all.get(0).verdict()).isEqualTo(Verdict.NEAR);
        assertThat(all.get(0).reasons()).contains("This would fade: PR122 is PR122.");
    }

    /** A fluorescent orange lies beyond anything paints of pigment make. */
    @Test
    void whatIsOutOfReachIsNotPromised() {
        Target glowing = target("Flare", new Lab(72, 75, 75), new Lab(88, 30, 40), SMOOTH);
        Match best = matches(glowing, 3).get(0);
        assertThat(best.verdict()).isNotEqualTo(Verdict.SAME);
        assertThat(best.reasons())
                .anyMatch(r ->
                        r.contains("duller") || r.contains("darker") || r.contains("redder") || r.contains("lighter"));
    }

    @Test
    void threeAreTakenOnlyWhereTheyWinSomething() {
        Prediction green = mixed("PY154", 3, "PB15:3", 1);
        List<Match> all = matches(target("Green", green.massTone(), green.tint(), SMOOTH), 3);
        assertThat(ids(all.get(0))).hasSize(2);
        assertThat(all).allSatisfy(m -> assertThat(ids(m)).hasSizeBetween(2, 3));
        assertThat(all.stream().map(m -> java.util.Set.copyOf(ids(m)))).doesNotHaveDuplicates();
    }

    /** The search tries little of all there is; it must not miss what trying everything finds. */
    @Test
    void theBestOfEveryPairAndRatioIsFound() {
        for (Lab[] wanted : new Lab[][] {
            {new Lab(40, -20, 25), new Lab(84, -8, 18)},
            {new Lab(30, 20, -20), new Lab(80, 8, -12)},
            {new Lab(35, 10, 12), new Lab(82, 4, 7)}
        }) {
            Target t = target("it", wanted[0], wanted[1], SMOOTH);
            double best = Double.POSITIVE_INFINITY;
            for (int i = 0; i < OWNED.size(); i++) {
                for (int j = 0; j < i; j++) {
                    for (int[] r : Matching.RATIOS) {
                        Match m = Match.of(
                                t,
                                Prediction.of(new Mixture(List.of(
                                        new Mixture.Part(OWNED.get(i), r[0]), new Mixture.Part(OWNED.get(j), r[1])))));
                        best = Math.min(best, m.cost(t));
                    }
                }
            }
            assertThat(matches(t, 2).get(0).cost(t)).isLessThanOrEqualTo(best + 0.3);
        }
    }

    @Test
    void ofManyPaintsNoneThatIsWantedIsLost() {
        List<Ingredient> many = new ArrayList<>();
        Ingredient plain = paint("PBk9");
        for (int i = 0; i < 300; i++) {
            many.add(new Ingredient(i, "grey " + i, plain.recipe(), plain.run(), plain.film(), false, plain.traits()));
        }
        many.add(paint("PY154"));
        many.add(paint("PB15:3"));
        Prediction green = mixed("PY154", 3, "PB15:3", 1);
        List<Match> all = Matching.of(target("Green", green.massTone(), green.tint(), SMOOTH), many, 3, 2, () -> true)
                .mixes();
        assertThat(ids(all.get(0))).containsExactlyInAnyOrder("PY154", "PB15:3");
    }

    @Test
    void aSearchThatWasEndedSaysThatThereMayBeBetter() {
        Prediction green = mixed("PY154", 3, "PB15:3", 1);
        Target target = target("Green", green.massTone(), green.tint(), SMOOTH);
        assertThat(Matching.of(target, OWNED, 3, 3, () -> true).caution()).isEmpty();
        AtomicInteger left = new AtomicInteger(2);
        Matching.Found ended = Matching.of(target, OWNED, 3, 3, () -> left.getAndDecrement() > 0);
        assertThat(ended.mixes()).isNotEmpty();
        assertThat(ended.caution()).hasValueSatisfying(c -> assertThat(c).contains("there may be a better one"));
    }

    @Test
    void aBareColourIsMatchedAtFullStrengthAndSaysSo() {
        Target spot =
                new Target("it", new WashRun(List.of(new Lab(45, 2, 3)), false), Optional.empty(), Optional.empty());
        Match best = matches(spot, 2).get(0);
        assertThat(best.deltaETint()).isEmpty();
        assertThat(best.reasons()).contains("No tint is known to compare at.");
    }
}
