package molvet.core.choosing;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Map;
import java.util.Optional;
import molvet.core.collection.Range;
import molvet.core.colour.Lab;
import molvet.core.colour.WashRun;
import molvet.core.mixing.Ingredient;
import molvet.core.mixing.Pantry;
import molvet.core.mixing.Seen;
import molvet.core.mixing.Traits;
import molvet.core.pigment.Granulation;
import molvet.core.pigment.Lightfastness;
import molvet.core.pigment.PigmentReference;
import molvet.core.pigment.Recipe;
import molvet.core.pigment.Trait;
import org.junit.jupiter.api.Test;

class ShopQuestionTest {
    private static final PigmentReference REFERENCE = PigmentReference.standard();
    private static final ShopQuestion SHOP = new ShopQuestion(REFERENCE);

    private static ShopQuestion.Owned owned(
            long id, String name, String maker, Lab colour, Granulation grain, String... codes) {
        return ShopQuestion.Owned.of(
                id,
                name,
                maker,
                Recipe.of(codes),
                Optional.ofNullable(colour).map(WashRun::ofFull),
                Optional.ofNullable(grain),
                true,
                true);
    }

    private static final List<ShopQuestion.Owned> DRAWER = List.of(
            owned(1, "Slipway Blue", "Kelpwick", new Lab(24, 14, -52), Granulation.NONE, "PB15:3"),
            owned(2, "Thrift", "Pellworth", new Lab(40, 55, -8), Granulation.NONE, "PV19"),
            owned(3, "Gorse", "Pellworth", new Lab(80, 10, 80), Granulation.NONE, "PY154"),
            owned(4, "Deep Shelter", "Vessanti", new Lab(26, 20, -50), Granulation.MODERATE, "PB29"));

    private static final Pantry PANTRY = new Pantry(DRAWER.stream()
            .map(o -> {
                Traits traits = Traits.usual(o.recipe(), REFERENCE);
                Seen seen =
                        Seen.of(o.massTone().orElseThrow(), o.half()).with(traits.transparency(), traits.strength());
                return Ingredient.of(o.paint(), o.name(), o.recipe(), seen, false, traits);
            })
            .toList());

    private static ShopQuestion.Answer ask(String name, String maker, String... codes) {
        return SHOP.answer(name, maker, codes.length == 0 ? Recipe.NONE : Recipe.of(codes), DRAWER, PANTRY);
    }

    @Test
    void theVeryPaintIsHad() {
        ShopQuestion.Answer a = ask("slipway blue", "Kelpwick", "PB15:3");
        assertThat(a.verdict()).isEqualTo("You have it.");
        assertThat(a.have())
                .singleElement()
                .satisfies(h -> assertThat(h.paint()).isEqualTo(1));
    }

    @Test
    void theSameNameWithOtherPigmentsIsNotIt() {
        ShopQuestion.Answer a = ask("Thrift", "Marlund", "PR122");
        assertThat(a.have().get(0).why()).isEqualTo("the same name, another maker, other pigments: PV19");
        assertThat(a.verdict()).startsWith("You have one of that name, but with other pigments");
    }

    /** A dot is not a tube: it is tried, not had. */
    @Test
    void whatWasOnlySampledIsNotHad() {
        List<ShopQuestion.Owned> dots = List.of(ShopQuestion.Owned.of(
                9, "Thrift", "Pellworth", Recipe.of("PV19"), Optional.empty(), Optional.empty(), false, false));
        assertThat(SHOP.answer("Thrift", "Pellworth", Recipe.of("PV19"), dots, new Pantry(List.of()))
                        .verdict())
                .isEqualTo("You have tried it, as a dot or sample; you do not own it.");
        assertThat(SHOP.answer("Sea Pink", "Marlund", Recipe.of("PV19"), dots, new Pantry(List.of()))
                        .verdict())
                .isEqualTo("You have tried one of the same pigments, as a dot or sample.");
    }

    /** A PY150 is no PY110 though both are called the same. */
    @Test
    void otherPigmentsUnderOneNameAreSaidFirst() {
        assertThat(ask("Gorse", "Pellworth", "PY110").verdict())
                .startsWith("You have one of that name, but with other");
    }

    @Test
    void nothingIsSaidOfAColourNobodyKnows() {
        assertThat(ask("Night Ferry", "Marlund", "PB199").verdict())
                .contains("PB199 looks like is not known")
                .doesNotContain("nothing like it");
    }

    @Test
    void theSamePigmentsUnderAnotherName() {
        assertThat(ask("Night Ferry", "Marlund", "PB29").verdict()).isEqualTo("You have one of the same pigments.");
    }

    /** Granulation cannot be mixed in (common practice, no published source). */
    @Test
    void whatGranulatesIsNotSaidToBeMixable() {
        ShopQuestion.Answer a = ask("Moss Bank", "Marlund", "PG50");
        assertThat(a.mix()).isEmpty();
        assertThat(a.mixNote()).contains("cannot be mixed in");
    }

    @Test
    void aSmoothOrangeCouldBeMixedFromItsNeighbours() {
        ShopQuestion.Answer a = ask("Lantern", "Marlund", "PO62");
        assertThat(a.mix()).extracting(ShopQuestion.Hit::paint).containsExactlyInAnyOrder(2L, 3L);
        assertThat(a.mix()).extracting(ShopQuestion.Hit::why).allMatch(w -> w.matches("\\d+ parts?"));
        assertThat(a.verdict()).startsWith("You could likely mix");
        assertThat(a.mixNote()).startsWith("Foreseen, not painted: ΔE ").doesNotContain("No tint");
    }

    /** Lacking yellow, no green is foreseen from two blues and a rose. */
    @Test
    void whatIsOutOfReachIsNotPromised() {
        ShopQuestion.Answer a = SHOP.answer("Samphire", "Marlund", Recipe.of("PG36"), DRAWER, new Pantry(List.of()));
        assertThat(a.mix()).isEmpty();
        assertThat(a.verdict()).isEqualTo("You have nothing like it.");
    }

    @Test
    void factsAndCautionsOfThePigmentsAreTold() {
        ShopQuestion.Answer a = ask("", "", "PB28");
        assertThat(a.facts())
                .singleElement()
                .satisfies(f -> assertThat(f).contains("cobalt").contains("lightfastness excellent"));
        assertThat(ask("Nobody", "").verdict()).contains("Read the pigments off the tube");
    }

    @Test
    void aReportCountsClaimsAndSaysWhatIsMissingOnceWhatFadesIsOut() {
        ReportCard card = ReportCard.of(
                List.of(
                        entry(
                                1,
                                Lightfastness.FUGITIVE,
                                new Lab(36, 52, 5),
                                Granulation.NONE,
                                Granulation.NONE,
                                "PR83"),
                        entry(
                                2,
                                Lightfastness.EXCELLENT,
                                new Lab(26, 20, -50),
                                Granulation.NONE,
                                Granulation.STRONG,
                                "PB29"),
                        entry(3, Lightfastness.EXCELLENT, null, null, null, "PY35", "PBr7")),
                REFERENCE);
        assertThat(card.single()).isEqualTo(2);
        assertThat(card.mixtures()).isEqualTo(1);
        assertThat(card.fading()).containsExactly(1L);
        assertThat(card.borneOut()).containsEntry(Trait.GRANULATION, new ReportCard.Answered(2, 1));
        assertThat(card.missing()).doesNotContain(Range.COOL_RED);
        assertThat(card.missingWithoutFading()).contains(Range.COOL_RED);
        assertThat(card.cautions()).containsEntry("cadmium", List.of(3L));
        assertThat(card.guessed()).isEqualTo(1);
    }

    private static ReportCard.Entry entry(
            long id, Lightfastness lasts, Lab colour, Granulation label, Granulation paper, String... codes) {
        return new ReportCard.Entry(
                id,
                Recipe.of(codes),
                label == null ? Map.of() : Map.of(Trait.GRANULATION, label),
                paper == null ? Map.of() : Map.of(Trait.GRANULATION, paper),
                Optional.of(lasts),
                Optional.ofNullable(colour).map(WashRun::ofFull));
    }
}
