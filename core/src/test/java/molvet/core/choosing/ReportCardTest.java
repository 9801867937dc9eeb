package molvet.core.choosing;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import molvet.core.collection.Range;
import molvet.core.colour.Lab;
import molvet.core.colour.WashRun;
import molvet.core.pigment.Grade;
import molvet.core.pigment.Granulation;
import molvet.core.pigment.Lightfastness;
import molvet.core.pigment.PigmentCode;
import molvet.core.pigment.PigmentReference;
import molvet.core.pigment.Recipe;
import molvet.core.pigment.Staining;
import molvet.core.pigment.Trait;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class ReportCardTest {
    private static long next = 1;

    private static Recipe recipe(String codes) {
        return codes.isEmpty()
                ? Recipe.NONE
                : new Recipe(Arrays.stream(codes.split(" "))
                        .map(c -> PigmentCode.parse(c).orElseThrow())
                        .toList());
    }

    private static ReportCard.Entry paint(String codes, Lightfastness lasts, Lab massTone) {
        return new ReportCard.Entry(
                next++,
                recipe(codes),
                Map.of(),
                Map.of(),
                Optional.ofNullable(lasts),
                Optional.ofNullable(massTone).map(WashRun::ofFull));
    }

    private static ReportCard card(ReportCard.Entry... paints) {
        return ReportCard.of(List.of(paints), PigmentReference.standard());
    }

    private static Lab hue(double angle) {
        double turn = Math.toRadians(angle);
        return new Lab(50, 60 * Math.cos(turn), 60 * Math.sin(turn));
    }

    @Test
    void paintsAreCountedByWhatTheyAreMadeOf() {
        ReportCard card = card(
                paint("PB29", Lightfastness.EXCELLENT, null),
                paint("PB29 PBr7", Lightfastness.EXCELLENT, null),
                paint("", null, null));
        assertThat(card.madeOf())
                .isEqualTo("3 paints: 1 of a single pigment, 1 mixture, 1 without pigments on the label.");
        assertThat(card.inSteps()).isEqualTo("2 excellent · 1 nobody speaks of");
        assertThat(card.lasts()).isEqualTo("None of them fades, as far as anyone says.");
        assertThat(card.lacksWithoutFading()).isEmpty();
        assertThat(card(paint("PY35", null, null)).madeOf()).startsWith("1 paint: 1 of a single pigment, 0 mixtures.");
    }

    /** The question of the trade: take out what fades, and see what cannot be painted any more. */
    @Test
    void takingOutTheFadingOnesShowsWhatIsThenMissing() {
        ReportCard.Entry crimson = paint("PR83", Lightfastness.POOR, hue(5));
        ReportCard card = card(
                crimson,
                paint("PY35", Lightfastness.EXCELLENT, hue(85)),
                paint("PY3", Lightfastness.VERY_GOOD, hue(100)),
                paint("PO62", Lightfastness.VERY_GOOD, hue(60)));
        assertThat(card.fading()).containsExactly(crimson.paint());
        assertThat(card.lasts()).isEqualTo("1 of 4 is poor or fugitive.");
        assertThat(card.missing())
                .doesNotContain(Range.COOL_RED, Range.WARM_YELLOW)
                .contains(Range.VIOLET);
        assertThat(card.missingWithoutFading()).contains(Range.COOL_RED);
        assertThat(card.lacks()).startsWith("No warm red, no violet").endsWith(".");
        assertThat(card.lacksWithoutFading())
                .contains("With the fading ones taken out, 3 are left: then also no cool red.");
    }

    @Test
    void aFadingPaintWithALastingTwinIsNotMissed() {
        ReportCard card =
                card(paint("PR83", Lightfastness.FUGITIVE, hue(5)), paint("PV19", Lightfastness.EXCELLENT, hue(8)));
        assertThat(card.lacksWithoutFading()).contains("With the fading ones taken out, nothing more is missing.");
    }

    @Test
    void claimsCountOnlyWhereThePaperHasAnswered() {
        Map<Trait, Grade> label =
                Map.of(Trait.GRANULATION, Granulation.NONE, Trait.STAINING, Staining.LOW, Trait.TRANSPARENCY, grade());
        ReportCard card = card(
                new ReportCard.Entry(
                        1,
                        recipe("PB29"),
                        label,
                        Map.of(Trait.GRANULATION, Granulation.STRONG, Trait.STAINING, Staining.LOW),
                        Optional.empty(),
                        Optional.empty()),
                new ReportCard.Entry(
                        2,
                        recipe("PB29"),
                        Map.of(),
                        Map.of(Trait.GRANULATION, Granulation.NONE),
                        Optional.empty(),
                        Optional.empty()));
        assertThat(card.borneOut())
                .containsOnly(
                        Map.entry(Trait.GRANULATION, new ReportCard.Answered(1, 0)),
                        Map.entry(Trait.STAINING, new ReportCard.Answered(1, 1)));
    }

    private static Grade grade() {
        return Trait.TRANSPARENCY.scale().get(0);
    }

    @Test
    void coloursNobodyMeasuredAreTakenFromTheRecipeAndThatIsSaid() {
        ReportCard card = card(paint("PB29", null, null), paint("", null, null), paint("PB29", null, hue(280)));
        assertThat(card.guessed()).isEqualTo(1);
        assertThat(card.missing()).doesNotContain(Range.WARM_BLUE);
    }

    /** Cadmiums and cobalts are what labels warn of (common practice, no published source). */
    @Test
    void whatCallsForCareIsListedByElement() {
        ReportCard.Entry yellow = paint("PY35", null, null);
        ReportCard.Entry blue = paint("PB28", null, null);
        ReportCard.Entry both = paint("PY35 PB28", null, null);
        assertThat(card(yellow, blue, both, paint("PB29", null, null)).cautions())
                .containsEntry("cadmium", List.of(yellow.paint(), both.paint()))
                .containsEntry("cobalt", List.of(blue.paint(), both.paint()))
                .doesNotContainKey("iron");
    }

    /**
     * Where colours lie that everybody names alike: hue angles in CIE L*a*b* D50 of strong paints (common practice, no published
     * source; figures from memory).
     */
    @ParameterizedTest(name = "{0} at {1} degrees is {3}")
    @CsvSource({
        "lemon cadmium, 97, 70, COOL_YELLOW",
        "deep cadmium yellow, 80, 75, WARM_YELLOW",
        "pyrrole orange, 55, 70, ORANGE",
        "cadmium red, 36, 65, WARM_RED",
        "quinacridone rose, 0, 55, COOL_RED",
        "dioxazine violet, 315, 40, VIOLET",
        "ultramarine, 290, 60, WARM_BLUE",
        "phthalo blue, 258, 45, COOL_BLUE",
        "phthalo green, 180, 45, COOL_GREEN",
        "sap green, 120, 40, WARM_GREEN",
        "raw umber, 70, 18, EARTH",
        "neutral tint, 280, 4, DARK"
    })
    void everyPlaceOnTheWheelHasItsPaint(String paint, double hue, double chroma, Range place) {
        double turn = Math.toRadians(hue);
        assertThat(Range.of(new Lab(50, chroma * Math.cos(turn), chroma * Math.sin(turn)), Recipe.NONE))
                .as(paint)
                .isEqualTo(place);
    }

    @Test
    void noHueFallsBetweenTwoPlaces() {
        for (double angle = 0; angle < 360; angle += 0.25)
            assertThat(Range.of(hue(angle), Recipe.NONE)).isNotNull();
        assertThat(Range.missing(List.of())).containsExactly(Range.values());
    }
}
