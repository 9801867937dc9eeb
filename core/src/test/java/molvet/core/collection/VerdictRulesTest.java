package molvet.core.collection;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import molvet.core.maker.Claim;
import molvet.core.maker.PublishedScale;
import molvet.core.pigment.Grade;
import molvet.core.pigment.Granulation;
import molvet.core.pigment.Lightfastness;
import molvet.core.pigment.PigmentReference;
import molvet.core.pigment.Recipe;
import molvet.core.pigment.Trait;
import molvet.core.pigment.Transparency;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Each rule of docs/verdict-rules.md by the number it has there. */
class VerdictRulesTest {
    private final ThreeVoices voices = new ThreeVoices(PigmentReference.standard());

    private Verdict weigh(Trait trait, Recipe recipe, Grade label, PaperWord paper) {
        return voices.weigh(
                trait,
                recipe,
                Optional.ofNullable(label).map(g -> new Claim(trait, g.words(), Optional.of(g))),
                Optional.ofNullable(paper));
    }

    private static PaperWord seen(Grade grade) {
        return new PaperWord(grade, PaperWord.Source.MEASURED, "Your swatch (measured 4 October 2026)", "17");
    }

    private static PaperWord tested(Grade grade) {
        return new PaperWord(grade, PaperWord.Source.FADING_TEST, "Your fading test (4 October 2026)", "18");
    }

    @Test
    void v1ThePaperWinsOfWhatCanBeSeen() {
        for (Trait t : List.of(Trait.TRANSPARENCY, Trait.STAINING, Trait.GRANULATION)) {
            Grade first = t.scale().get(0);
            Grade last = t.scale().get(3);
            Verdict v = weigh(t, Recipe.of("PB29"), first, seen(last));
            assertThat(v.verdict()).contains(last);
            assertThat(v.winner()).contains(Verdict.Voice.PAPER);
        }
    }

    @Test
    void v2WithoutPaperTheLabelSpeaks() {
        Verdict v = weigh(Trait.GRANULATION, Recipe.of("PB29"), Granulation.SLIGHT, null);
        assertThat(v.verdict()).contains(Granulation.SLIGHT);
        assertThat(v.winner()).contains(Verdict.Voice.LABEL);
    }

    @Test
    void v3WithNeitherThePigmentThatShowsMostSpeaks() {
        Verdict v = weigh(Trait.GRANULATION, Recipe.of("PV19", "PB29"), null, null);
        assertThat(v.verdict()).contains(Granulation.MODERATE);
        assertThat(v.winner()).contains(Verdict.Voice.PIGMENTS);
    }

    @Test
    void v4TheWorstPigmentSetsLightfastness() {
        Verdict v = weigh(Trait.LIGHTFASTNESS, Recipe.of("PB29", "PR83"), null, null);
        assertThat(v.verdict()).contains(Lightfastness.FUGITIVE);
    }

    @Test
    void v5TheLabelNeverRaisesLightfastness() {
        Verdict v = weigh(Trait.LIGHTFASTNESS, Recipe.of("PR83"), Lightfastness.EXCELLENT, null);
        assertThat(v.verdict()).contains(Lightfastness.FUGITIVE);
        assertThat(v.winner()).contains(Verdict.Voice.PIGMENTS);
    }

    @Test
    void v6AModestLabelLowersIt() {
        Verdict v = weigh(Trait.LIGHTFASTNESS, Recipe.of("PB29"), Lightfastness.FAIR, null);
        assertThat(v.verdict()).contains(Lightfastness.FAIR);
        assertThat(v.winner()).contains(Verdict.Voice.LABEL);
    }

    @Test
    void v7AnEyesSuspicionLowersItAndNeverRaisesIt() {
        PaperWord eye =
                new PaperWord(Lightfastness.POOR, PaperWord.Source.EYE, "Your swatch (by eye, 1 May 2026)", "3");
        assertThat(weigh(Trait.LIGHTFASTNESS, Recipe.of("PB29"), null, eye).verdict())
                .contains(Lightfastness.POOR);
        PaperWord hope =
                new PaperWord(Lightfastness.EXCELLENT, PaperWord.Source.EYE, "Your swatch (by eye, 1 May 2026)");
        assertThat(weigh(Trait.LIGHTFASTNESS, Recipe.of("PR83"), null, hope).verdict())
                .contains(Lightfastness.FUGITIVE);
    }

    @Test
    void v8OnlyOnesOwnFadingTestOutranksThemAll() {
        Verdict v =
                weigh(Trait.LIGHTFASTNESS, Recipe.of("PR83"), Lightfastness.FUGITIVE, tested(Lightfastness.VERY_GOOD));
        assertThat(v.verdict()).contains(Lightfastness.VERY_GOOD);
        assertThat(v.winner()).contains(Verdict.Voice.PAPER);
        assertThat(v.sure()).isEqualTo(Sureness.SURE);
    }

    @Test
    void v9ALabelAloneIsDoubtedOnceTheOthersContradictIt() {
        assertThat(weigh(Trait.TRANSPARENCY, Recipe.of("PY35"), Transparency.TRANSPARENT, null)
                        .sure())
                .isEqualTo(Sureness.DOUBTFUL);
    }

    @Test
    void v10TwoThatAgreeAreSure() {
        assertThat(weigh(Trait.GRANULATION, Recipe.of("PB29"), Granulation.MODERATE, null)
                        .sure())
                .isEqualTo(Sureness.SURE);
        assertThat(weigh(Trait.GRANULATION, Recipe.NONE, Granulation.STRONG, seen(Granulation.STRONG))
                        .sure())
                .isEqualTo(Sureness.SURE);
        assertThat(weigh(Trait.GRANULATION, Recipe.NONE, null, seen(Granulation.STRONG))
                        .sure())
                .isEqualTo(Sureness.LIKELY);
        assertThat(weigh(Trait.GRANULATION, Recipe.NONE, null, null).sure()).isEqualTo(Sureness.UNKNOWN);
    }

    @Test
    void v11EveryPieceOfEvidenceLeadsToWhatItIs() {
        Verdict v = weigh(Trait.GRANULATION, Recipe.of("PV19", "PB29"), Granulation.NONE, seen(Granulation.STRONG));
        assertThat(v.evidence())
                .extracting(e -> e.kind() + " " + e.of())
                .containsExactly("READING 17", "CLAIM ", "PIGMENT PV19", "PIGMENT PB29");
        assertThat(v.evidence().get(1).says()).contains("the label writes");
    }

    @Test
    void everyRuleOfTheTableHasItsTest() throws Exception {
        List<String> tests = Arrays.stream(VerdictRulesTest.class.getDeclaredMethods())
                .map(java.lang.reflect.Method::getName)
                .toList();
        List<String> named = Files.readAllLines(Path.of("../docs/verdict-rules.md")).stream()
                .filter(l -> l.startsWith("| V"))
                .map(l -> l.replaceAll(".*`(\\w+)` \\|$", "$1"))
                .toList();
        assertThat(named).hasSize(11);
        assertThat(tests).containsAll(named);
    }

    /** ASTM D4303 classes and the blue wool references of ISO 105-B01 (both from memory). */
    @ParameterizedTest
    @CsvSource({
        "ASTM_D4303, I, EXCELLENT",
        "ASTM_D4303, ii, VERY_GOOD",
        "ASTM_D4303, V, FUGITIVE",
        "BLUE_WOOL, 8, EXCELLENT",
        "BLUE_WOOL, 6, VERY_GOOD",
        "BLUE_WOOL, 1, FUGITIVE"
    })
    void publishedClassesHaveTheirSteps(PublishedScale scale, String symbol, Lightfastness step) {
        assertThat(scale.scale().claim(symbol).grade()).contains(step);
    }

    /**
     * Cases that are well published (from memory): alizarin PR83 poor in ASTM D5067, PR122 with a fluorescent dye and PR177 fugitive in
     * watercolour (common practice), PB27 fades and recovers in the dark (Kirby and Saunders 2004), cadmiums and iron
     * oxides excellent (ASTM D5067).
     */
    @ParameterizedTest
    @CsvSource({"PR83, 4, 5", "PR177, 4, 5", "PB27, 2, 3", "PY35, 0, 0", "PR108, 0, 0", "PR101, 0, 0", "PY42, 0, 0"})
    void pigmentsLastAsIsPublished(String code, int best, int worst) {
        Grade g = weigh(Trait.LIGHTFASTNESS, Recipe.of(code), null, null)
                .verdict()
                .orElseThrow();
        assertThat(g.ordinal()).isBetween(best, worst);
    }
}
