package molvet.core.collection;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import molvet.core.colour.Lab;
import molvet.core.colour.WashRun;
import molvet.core.measure.Refusal;
import molvet.core.measure.Spelling;
import molvet.core.pigment.PigmentReference;
import molvet.core.pigment.Recipe;
import net.jqwik.api.Arbitraries;
import net.jqwik.api.Arbitrary;
import net.jqwik.api.Combinators;
import net.jqwik.api.ForAll;
import net.jqwik.api.From;
import net.jqwik.api.Property;
import net.jqwik.api.Provide;
import net.jqwik.api.constraints.Size;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class CollectionRulesTest {
    /** A quarter full is what is bought again (common practice, no published source). */
    @ParameterizedTest(name = "{0} runs low: {1}")
    @CsvSource(
            delimiter = '|',
            value = {
                "TUBE 25 HERE | true",
                "TUBE 26 HERE | false",
                "TUBE 10 HERE, HALF_PAN 90 LENT | false",
                "TUBE 10 HERE, HALF_PAN 90 GIVEN_AWAY | true",
                "TUBE 10 HERE, DOT 100 HERE | true",
                "DOT 5 HERE | false",
                "TUBE 0 USED_UP | false",
            })
    void aPaintRunsLowWhenNoHoldingIsMoreThanAQuarterFull(String holdings, boolean low) {
        assertThat(Holding.isRunningLow(Arrays.stream(holdings.split(", "))
                        .map(h -> h.split(" "))
                        .map(h -> new Holding(
                                HoldingForm.valueOf(h[0]),
                                Optional.empty(),
                                Integer.parseInt(h[1]),
                                HoldingState.valueOf(h[2])))
                        .toList()))
                .isEqualTo(low);
    }

    @ParameterizedTest(name = "{0} is {1}")
    @CsvSource({
        "TUBE HERE, OWNED",
        "TUBE LENT, OWNED",
        "DOT HERE, SAMPLED",
        "SAMPLE HERE, SAMPLED",
        "DOT HERE;HALF_PAN HERE, OWNED",
        "TUBE USED_UP, GONE",
        "TUBE GIVEN_AWAY;DOT HERE, SAMPLED",
        "TUBE LOST, GONE",
        "'', WISHED",
    })
    void standingFollowsFromTheHoldings(String holdings, Standing standing) {
        assertThat(Standing.of(of(holdings), false)).isEqualTo(standing);
    }

    @Test
    void aPaintThatIsGoneMayBeWishedForAgain() {
        assertThat(Standing.of(of("TUBE USED_UP"), true)).isEqualTo(Standing.WISHED);
        assertThat(Standing.of(of("TUBE HERE"), true)).isEqualTo(Standing.OWNED);
    }

    private static List<Holding> of(String holdings) {
        return holdings.isEmpty()
                ? List.of()
                : List.of(holdings.split(";")).stream()
                        .map(h -> new Holding(
                                HoldingForm.valueOf(h.split(" ")[0]),
                                Optional.empty(),
                                100,
                                HoldingState.valueOf(h.split(" ")[1])))
                        .toList();
    }

    @ParameterizedTest
    @CsvSource({"M-0137, M-0137", "m137, M-0137", "m 137, M-0137", "M–0001, M-0001", "M-123456, M-123456"})
    void readsAccessionNumbers(String written, String printed) {
        assertThat(Accession.parse(written).orElseThrow()).hasToString(printed);
    }

    @ParameterizedTest
    @CsvSource({
        "lantrn, lantern",
        "lanternn, lantern",
        "haether, heather",
        "ultramrine, ultramarine",
        "pelworth, pellworth"
    })
    void mendsAMisspeltWord(String typed, String meant) {
        assertThat(Spelling.nearest(typed, List.of("lantern", "heather", "ultramarine", "pellworth", "peat")))
                .contains(meant);
    }

    @Test
    void doesNotMendWhatIsTooFarOrTooShort() {
        assertThat(Spelling.nearest("zzzz", List.of("lantern"))).isEmpty();
        assertThat(Spelling.nearest("pe", List.of("peat"))).isEmpty();
    }

    @Test
    void twoGreensOfOneMakerWithEqualCodesAreDoubted() {
        DoubtfulLabels labels = new DoubtfulLabels(PigmentReference.standard());
        var doubts = labels.find(List.of(
                new DoubtfulLabels.Label(1, "Moss Green", "Kelpwick", "", Recipe.of("PBk31")),
                new DoubtfulLabels.Label(2, "Lichen Green", "Kelpwick", "", Recipe.of("PBk31")),
                new DoubtfulLabels.Label(3, "Sea Green", "Pellworth", "", Recipe.of("PBk31")),
                new DoubtfulLabels.Label(4, "Shelter Blue", "Kelpwick", "", Recipe.of("PB29")),
                new DoubtfulLabels.Label(5, "Deep Blue", "Kelpwick", "", Recipe.of("PB29"))));
        assertThat(doubts).extracting(DoubtfulLabels.Doubt::paint).containsExactly(1L, 2L);
        assertThat(doubts.get(0).note().kind()).isEqualTo("same-recipe-one-maker");
        assertThat(doubts.get(0).others()).containsExactly(2L);
    }

    @Test
    void onesOwnPaperDoubtsLabelsThatTheWordsDoNot() {
        DoubtfulLabels labels = new DoubtfulLabels(PigmentReference.standard());
        Lab green = Lab.of(35, -28, 8);
        var doubts = labels.find(List.of(
                label(1, "Moss", Recipe.of("PBk31"), green),
                label(2, "Lichen", Recipe.of("PBk31"), Lab.of(60, 20, 45)),
                label(3, "Wrack", Recipe.of("PBk31"), Lab.of(37, -24, 9)),
                // A rose that cannot be told from the green.
                label(4, "Thrift", Recipe.of("PR122"), Lab.of(35.2, -28.3, 8.1)),
                // Two yellows that are hardly told apart, as their pigments let expect.
                label(5, "Gorse", Recipe.of("PY154"), Lab.of(81, 4, 82)),
                label(6, "Coltsfoot", Recipe.of("PY151"), Lab.of(81, 4, 83))));
        assertThat(doubts.stream().map(d -> d.note().kind() + " " + d.paint() + " " + d.others()))
                .containsExactlyInAnyOrder(
                        "same-recipe-far-apart 1 [2]", "same-recipe-far-apart 3 [2]", "other-recipe-same-colour 1 [4]");
    }

    private static DoubtfulLabels.Label label(long paint, String name, Recipe recipe, Lab massTone) {
        return new DoubtfulLabels.Label(paint, name, "Kelpwick", "", recipe, Optional.of(massTone));
    }

    @Test
    void ordersYellowFirstThroughRedVioletAndBlueToGreenThenEarthsThenNeutrals() {
        List<Lab> wanted = List.of(
                Lab.of(85, 5, 85),
                Lab.of(65, 45, 65),
                Lab.of(50, 60, 35),
                Lab.of(45, 60, 0),
                Lab.of(35, 40, -40),
                Lab.of(35, 10, -50),
                Lab.of(45, -45, 15),
                Lab.of(60, 12, 40),
                Lab.of(70, 0, 1),
                Lab.of(25, 1, 1));
        List<Double> keys =
                wanted.stream().map(c -> key("", Recipe.NONE, Optional.of(c))).toList();
        assertThat(keys).isSorted();
    }

    @Test
    void ordersByNameOrPigmentWhereNothingIsMeasured() {
        assertThat(key("Gorse Yellow", Recipe.NONE)).isLessThan(key("Signal Red", Recipe.NONE));
        assertThat(key("Nameless", Recipe.of("PB29")))
                .isBetween(key("Signal Red", Recipe.NONE), key("Soot Black", Recipe.NONE));
        assertThat(key("Nameless", Recipe.NONE)).isGreaterThan(key("Soot Black", Recipe.NONE));
    }

    private static double key(String name, Recipe recipe) {
        return key(name, recipe, Optional.empty());
    }

    private static double key(String name, Recipe recipe, Optional<Lab> massTone) {
        return new SchoolOrder(PigmentReference.standard())
                .yellowFirst(new Swatchable("1", name, recipe, massTone.map(WashRun::ofFull), Optional.empty(), ""));
    }

    /** A list of the collection and a chart put the same paints into the same order. */
    @Property
    void yellowFirstIsTheSameForAListAndForAChart(@ForAll @Size(max = 30) List<@From("colours") Swatchable> colours) {
        SchoolOrder schools = new SchoolOrder(PigmentReference.standard());
        Map<String, Swatchable> byId = new LinkedHashMap<>();
        colours.forEach(c -> byId.put(c.id(), c));
        List<Swatchable> once = List.copyOf(byId.values());
        List<Double> keys = schools.order(School.YELLOW_FIRST, once).order().stream()
                .map(id -> schools.yellowFirst(byId.get(id)))
                .toList();
        assertThat(keys).isSorted();
    }

    @Provide
    Arbitrary<Swatchable> colours() {
        return Combinators.combine(
                        Arbitraries.integers().between(1, 10_000),
                        Arbitraries.of("Gorse Yellow", "Kelp", "Slate Grey", "Soot Black", "Peat Brown"),
                        Arbitraries.of("", "PB29", "PY43", "PR101", "PBk7", "PV19"),
                        Arbitraries.doubles().between(5, 95),
                        Arbitraries.doubles().between(-70, 70),
                        Arbitraries.doubles().between(-70, 70),
                        Arbitraries.of(Family.values()).optional(0.2),
                        Arbitraries.of(true, false))
                .as((id, name, code, l, a, b, family, measured) -> new Swatchable(
                        String.valueOf(id),
                        name,
                        code.isEmpty() ? Recipe.NONE : Recipe.of(code),
                        measured
                                ? Optional.of(new WashRun(List.of(Lab.of(l, a, b), Lab.of(96, a / 20, b / 20)), true))
                                : Optional.empty(),
                        family,
                        ""));
    }

    @Test
    void theEyeSpeaksInStepsOnly() {
        assertThat(EyeTrait.parse("re-wetting")).isEqualTo(EyeTrait.REWETTING);
        assertThat(EyeTrait.parse("Granulation").step("strong")).isEqualTo("STRONG");
        assertThat(EyeTrait.TRANSPARENCY.step("semi opaque")).isEqualTo("SEMI_OPAQUE");
        assertThatThrownBy(() -> EyeTrait.LIKING.step("enormous"))
                .isInstanceOf(Refusal.class)
                .hasMessageContaining("enormous");
        assertThatThrownBy(() -> EyeTrait.parse("<script>")).isInstanceOf(Refusal.class);
    }

    @Test
    void aStripIsDrawnFromItsEnds() {
        Strip strip = Strip.of(WashRun.between(Lab.of(30, 20, -50), Lab.of(92, 1, -6)), Optional.of(1.4), -1);
        assertThat(strip.stops()).hasSize(WashRun.STRENGTHS).allMatch(s -> s.matches("#[0-9a-f]{6}"));
        assertThat(strip.covering()).contains(1.0);
        assertThat(strip.grain()).isZero();
    }
}
