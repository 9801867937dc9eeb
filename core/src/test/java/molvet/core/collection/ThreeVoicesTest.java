package molvet.core.collection;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.Optional;
import molvet.core.maker.Claim;
import molvet.core.pigment.Grade;
import molvet.core.pigment.Granulation;
import molvet.core.pigment.Lightfastness;
import molvet.core.pigment.PigmentReference;
import molvet.core.pigment.Recipe;
import molvet.core.pigment.Trait;
import molvet.core.pigment.Transparency;
import org.junit.jupiter.api.Test;

class ThreeVoicesTest {
    private final ThreeVoices voices = new ThreeVoices(PigmentReference.standard());

    @Test
    void thePaperWinsThenTheLabelThenThePigments() {
        Recipe recipe = Recipe.of("PV19", "PG50");
        assertThat(weigh(Trait.GRANULATION, recipe, Granulation.NONE, eye(Granulation.STRONG))
                        .verdict())
                .contains(Granulation.STRONG);
        assertThat(weigh(Trait.GRANULATION, recipe, Granulation.NONE, null).verdict())
                .contains(Granulation.NONE);
        assertThat(weigh(Trait.GRANULATION, recipe, null, null).verdict()).contains(Granulation.MODERATE);
        assertThat(weigh(Trait.GRANULATION, Recipe.NONE, null, null).verdict()).isEmpty();
    }

    @Test
    void theLabelNeverRaisesLightfastness() {
        Verdict v = weigh(Trait.LIGHTFASTNESS, Recipe.of("PB29", "PR83"), Lightfastness.EXCELLENT, null);
        assertThat(v.verdict()).contains(Lightfastness.FUGITIVE);
        assertThat(v.disagree()).isTrue();
        assertThat(v.reasons().get(0)).contains("PR83").contains("worst pigment");
    }

    @Test
    void aMoreModestLabelLowersLightfastness() {
        assertThat(weigh(Trait.LIGHTFASTNESS, Recipe.of("PB29"), Lightfastness.FAIR, null)
                        .verdict())
                .contains(Lightfastness.FAIR);
    }

    @Test
    void theEyeMayDoubtLightfastnessButOnlyATestMayRaiseIt() {
        Recipe prussian = Recipe.of("PB27");
        assertThat(weigh(Trait.LIGHTFASTNESS, prussian, null, eye(Lightfastness.EXCELLENT))
                        .verdict())
                .contains(Lightfastness.FAIR);
        assertThat(weigh(Trait.LIGHTFASTNESS, prussian, null, eye(Lightfastness.POOR))
                        .verdict())
                .contains(Lightfastness.POOR);
        PaperWord test = new PaperWord(Lightfastness.VERY_GOOD, PaperWord.Source.FADING_TEST, "Your fading test");
        assertThat(weigh(Trait.LIGHTFASTNESS, prussian, null, test).verdict()).contains(Lightfastness.VERY_GOOD);
    }

    @Test
    void anUntestedLabelSaysNothing() {
        Verdict v = weigh(Trait.LIGHTFASTNESS, Recipe.of("PB29"), Lightfastness.UNTESTED, null);
        assertThat(v.verdict()).contains(Lightfastness.EXCELLENT);
        assertThat(v.disagree()).isFalse();
    }

    @Test
    void disagreementIsToldInOneSentence() {
        Verdict v = weigh(Trait.GRANULATION, Recipe.of("PB29"), Granulation.NONE, eye(Granulation.STRONG));
        assertThat(v.reasons())
                .last()
                .isEqualTo(
                        "The label says no granulation; your swatch (by eye, 4 October 2026) shows strong granulation.");
    }

    @Test
    void oneStepBetweenLabelAndPigmentsIsNoDisagreement() {
        assertThat(weigh(Trait.TRANSPARENCY, Recipe.of("PY151"), Transparency.TRANSPARENT, null)
                        .disagree())
                .isFalse();
        assertThat(weigh(Trait.TRANSPARENCY, Recipe.of("PY35"), Transparency.TRANSPARENT, null)
                        .disagree())
                .isTrue();
    }

    @Test
    void saysWhenItKnowsNothingOfAPigmentOrASymbol() {
        Verdict v = voices.weigh(
                Trait.STAINING,
                Recipe.of("PB19"),
                Optional.of(new Claim(Trait.STAINING, "§", Optional.empty())),
                Optional.empty());
        assertThat(v.verdict()).isEmpty();
        assertThat(String.join(" ", v.reasons())).contains("“§” has no step").contains("does not know PB19");
    }

    /** A test that is not over lowers at once, and raises only as far as the light went. */
    @Test
    void aFadingTestCountsAsFarAsItGot() {
        Recipe fugitive = Recipe.of("PR83");
        Recipe sound = Recipe.of("PB29");
        PaperWord held = tested(Lightfastness.EXCELLENT, Lightfastness.FAIR);
        Verdict raised = weigh(Trait.LIGHTFASTNESS, fugitive, null, held);
        assertThat(raised.verdict()).contains(Lightfastness.FAIR);
        assertThat(raised.winner()).contains(Verdict.Voice.PAPER);
        Verdict same = weigh(Trait.LIGHTFASTNESS, sound, Lightfastness.EXCELLENT, held);
        assertThat(same.verdict()).contains(Lightfastness.EXCELLENT);
        assertThat(same.disagree()).isFalse();
        assertThat(same.paper()).as("“at least fair” is not “fair”").isEmpty();
        assertThat(same.winner()).contains(Verdict.Voice.PIGMENTS);
        assertThat(weigh(
                                Trait.LIGHTFASTNESS,
                                Recipe.of("PO13"),
                                null,
                                tested(Lightfastness.EXCELLENT, Lightfastness.POOR))
                        .winner())
                .contains(Verdict.Voice.PIGMENTS);
        assertThat(same.reasons()).anyMatch(r -> r.endsWith("agrees so far: at least fair."));
        PaperWord faded = tested(Lightfastness.POOR, Lightfastness.FUGITIVE);
        Verdict lowered = weigh(Trait.LIGHTFASTNESS, sound, Lightfastness.EXCELLENT, faded);
        assertThat(lowered.verdict()).contains(Lightfastness.POOR);
        assertThat(lowered.disagree()).isTrue();
        assertThat(lowered.paper()).contains(Lightfastness.POOR);
        assertThat(weigh(Trait.LIGHTFASTNESS, fugitive, null, faded).verdict()).contains(Lightfastness.FUGITIVE);
        assertThat(weigh(Trait.LIGHTFASTNESS, Recipe.NONE, null, held).verdict())
                .contains(Lightfastness.FAIR);
    }

    private static PaperWord tested(Lightfastness best, Lightfastness worst) {
        return PaperWord.tested(new PaperWord.Tested(best, worst), "Your fading test", "3");
    }

    private static PaperWord eye(Grade grade) {
        return new PaperWord(grade, PaperWord.Source.EYE, "Your swatch (by eye, 4 October 2026)");
    }

    private Verdict weigh(Trait trait, Recipe recipe, Grade label, PaperWord paper) {
        return voices.weigh(
                trait,
                recipe,
                Optional.ofNullable(label).map(g -> new Claim(trait, g.words(), Optional.of(g))),
                Optional.ofNullable(paper));
    }
}
