package molvet.core.stock;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.math.BigDecimal;
import java.time.LocalDate;
import java.util.List;
import java.util.Optional;
import java.util.OptionalDouble;
import molvet.core.colour.Lab;
import molvet.core.colour.WashRun;
import molvet.core.measure.Refusal;
import molvet.core.pigment.Granulation;
import molvet.core.pigment.Lightfastness;
import molvet.core.pigment.PigmentReference;
import molvet.core.pigment.Recipe;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class StockTest {
    private static final OptionalDouble NONE = OptionalDouble.empty();

    private static OptionalDouble of(double x) {
        return OptionalDouble.of(x);
    }

    /** By hand: a tube of 15 ml that weighs 30 g full and 8 g empty. */
    @ParameterizedTest
    @CsvSource({"30, 100", "8, 0", "19, 50", "13.5, 25", "7.4, 0", "30.6, 100"})
    void betweenFullAndEmptyItIsAShare(double grams, int percent) {
        Weighing w = Weighing.of(grams, of(8), of(30), of(15));
        assertThat(w.percent()).isEqualTo(percent);
        // Half a gram on either weight of 22 g: 3 to 4 parts in a hundred.
        assertThat(w.plusMinus()).isEqualTo(4);
    }

    /**
     * With one weight only the density stands in: 1.5 g per ml, handbook values of gum (1.35), water (1) and pigments (1.5 to 6)
     * mixed, from memory. Wide, and widest where most was reckoned.
     */
    @Test
    void withoutAFullTubeTheDensityStandsInAndSaysSo() {
        Weighing w = Weighing.of(19.25, of(8), NONE, of(15));
        assertThat(w.percent()).isEqualTo(50);
        assertThat(w.plusMinus()).isBetween(12, 14);
        assertThat(w.from()).isEqualTo("weighed 19.3 g; empty 8 g, and 1 ml taken for 1.5 g");
        Weighing nearlyFull = Weighing.of(29, NONE, of(30), of(15));
        assertThat(nearlyFull.percent()).isEqualTo(96);
        assertThat(nearlyFull.plusMinus()).isLessThanOrEqualTo(3);
    }

    @Test
    void whatAScaleCannotHaveSaidIsRefused() {
        assertThatThrownBy(() -> Weighing.of(5, of(8), of(30), of(15)))
                .isInstanceOf(Refusal.class)
                .hasMessageContaining("less than the empty tube’s 8 g");
        assertThatThrownBy(() -> Weighing.of(33, of(8), of(30), of(15)))
                .hasMessageContaining("more than full would: 30 g");
        assertThatThrownBy(() -> Weighing.of(20, NONE, NONE, of(15))).hasMessageContaining("Neither an empty tube");
        assertThatThrownBy(() -> Weighing.of(20, of(30), of(8), of(15))).hasMessageContaining("no more than empty");
        assertThatThrownBy(() -> Weighing.of(20, of(8), NONE, NONE)).hasMessageContaining("volume must be known");
        assertThatThrownBy(() -> Weighing.of(-1, of(8), of(30), NONE)).isInstanceOf(Refusal.class);
    }

    /** By hand: 5 ml in 100 days and 10 ml left are 200 days; of 16 uses the rate is known to a quarter. */
    @Test
    void itLastsAsLongAsThePaceSays() {
        Pace pace = Pace.of(LocalDate.of(2026, 1, 1), LocalDate.of(2026, 4, 11), 5, 10, 0, 16)
                .orElseThrow();
        assertThat(pace.days()).isEqualTo(200);
        assertThat(pace.least()).isEqualTo(160);
        assertThat(pace.most()).isEqualTo(250);
        assertThat(pace.words()).isEqualTo("about 7 months (5 to 8)");
        assertThat(pace.from()).isEqualTo("5.0 ml in 100 days, with 16 paintings or pours");
    }

    /** By hand: uses known to a quarter, what is left to a half, what was used to a half: √(1/16 + 1/4 + 1/4) = 0.75. */
    @Test
    void whatWasJudgedByEyeLastsForAsLongAsTheEyeIsSure() {
        Pace eye = Pace.of(LocalDate.of(2026, 1, 1), LocalDate.of(2026, 4, 11), 4, 4, 2, 16)
                .orElseThrow();
        assertThat(eye.days()).isEqualTo(100);
        assertThat(eye.least()).isEqualTo(57);
        assertThat(eye.most()).isEqualTo(175);
    }

    @ParameterizedTest
    @CsvSource({"2026-01-20, 5, 16", "2026-04-11, 0, 16", "2026-04-11, 5, 3"})
    void whereThereIsNoPaceItIsSilent(LocalDate until, double used, int uses) {
        assertThat(Pace.of(LocalDate.of(2026, 1, 1), until, used, 10, 0, uses)).isEmpty();
    }

    private static Replacement.Stocked stocked(
            long id, String name, String maker, String recipe, Lab full, Granulation grain, String perMl) {
        return new Replacement.Stocked(
                id,
                0,
                name,
                maker,
                Recipe.of(recipe.split(" ")),
                full == null
                        ? Optional.empty()
                        : Optional.of(WashRun.between(full, Lab.of(91, full.a() / 10, full.b() / 10))),
                Optional.of(grain),
                Optional.of(Lightfastness.EXCELLENT),
                true,
                false,
                perMl == null ? Optional.empty() : Optional.of(new BigDecimal(perMl)));
    }

    /** The same pigment cheaper, with its difference; then what comes nearest; never the one that runs low itself. */
    @Test
    void aCheaperOneOfTheSamePigmentComesBeforeTheNearest() {
        Replacement.Stocked low =
                stocked(1, "Raw Shore", "Pellworth", "PBr7", Lab.of(48, 18, 38), Granulation.MODERATE, "0.80");
        List<Replacement> all = Replacement.of(
                low,
                List.of(
                        low,
                        stocked(2, "Near Ochre", "Vessanti", "PY43", Lab.of(49, 17, 39), Granulation.SLIGHT, "0.30"),
                        stocked(3, "Raw Sienna", "Kelpwick", "PBr7", Lab.of(50, 17, 40), Granulation.NONE, "0.60"),
                        stocked(4, "Umber", "Kelpwick", "PBr7", Lab.of(25, 6, 8), Granulation.MODERATE, "0.90"),
                        stocked(5, "Far Blue", "Kelpwick", "PB29", Lab.of(30, 20, -50), Granulation.NONE, "0.20"),
                        stocked(6, "Old Gold", "Kelpwick", "PO48", Lab.of(48, 18, 38), Granulation.NONE, "0.20")),
                PigmentReference.standard());
        assertThat(all).extracting(Replacement::paint).containsExactly(3L, 4L, 2L);
        assertThat(all.get(0).said())
                .anyMatch(s -> s.contains(" at every strength (ΔE "))
                .contains("granulation none instead of moderate", "25 % cheaper by the ml (0.60 against 0.80)");
        assertThat(all.get(0).strengths()).hasSize(3);
        assertThat(all.get(1).said()).contains("13 % dearer by the ml (0.90 against 0.80)");
    }

    /** What the chart lists now may be made otherwise than the tube in the hand. */
    @Test
    void theSamePaintMadeOtherwiseIsSaidToBe() {
        Replacement.Stocked low =
                stocked(1, "Old Gold", "Pellworth", "PO48", Lab.of(42, 40, 40), Granulation.NONE, "0.80");
        Replacement.Stocked now = new Replacement.Stocked(
                0,
                9,
                "Old Gold",
                "Pellworth",
                Recipe.of("PY150", "PR101"),
                Optional.empty(),
                Optional.empty(),
                Optional.empty(),
                true,
                false,
                Optional.of(new BigDecimal("0.80")));
        List<Replacement> all = Replacement.of(low, List.of(low, now), PigmentReference.standard());
        assertThat(all).hasSize(1);
        assertThat(all.get(0).kind()).isEqualTo(Replacement.Kind.SAME_PAINT);
        assertThat(all.get(0).said())
                .containsExactly(
                        "made otherwise now: PY150 + PR101 instead of PO48",
                        "its colour was not measured",
                        "the same price by the ml");
    }

    /** As a transparent iron oxide beside a quinacridone gold: common practice, no published source. */
    @Test
    void itIsSaidAtWhichStrengthsItStandsIn() {
        WashRun gold = WashRun.between(Lab.of(42, 40, 40), Lab.of(91, 4, 4));
        WashRun brown = WashRun.between(Lab.of(30, 30, 25), Lab.of(91, 3, 4));
        assertThat(Replacement.colour(gold, brown, List.of(11.2, 3.4, 1.0)))
                .startsWith("comes near washed down, at full strength not: ")
                .contains("darker there (ΔE 11.2 at full strength, 3.4 half washed out)");
        assertThat(Replacement.colour(gold, brown, List.of(2.0, 7.1, 1.0)))
                .startsWith("stands in at full strength, washed down not: ");
        assertThat(Replacement.colour(gold, brown, List.of(2.0, 2.9, 1.0))).startsWith("stands in at every strength (");
        assertThat(Replacement.colour(gold, brown, List.of(2.0, 3.1, 1.0)))
                .startsWith("comes near at every strength (");
        assertThat(Replacement.colour(gold, brown, List.of(9.0, 8.0, 1.0))).doesNotContain("stands in");
    }
}
