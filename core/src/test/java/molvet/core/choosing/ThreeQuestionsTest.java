package molvet.core.choosing;

import static org.assertj.core.api.Assertions.assertThat;

import java.math.BigDecimal;
import java.util.List;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.Set;
import molvet.core.choosing.ThreeQuestions.Answer;
import molvet.core.choosing.ThreeQuestions.Known;
import molvet.core.choosing.ThreeQuestions.Listed;
import molvet.core.choosing.ThreeQuestions.Painted;
import molvet.core.colour.Lab;
import molvet.core.colour.WashRun;
import molvet.core.pigment.Granulation;
import molvet.core.pigment.Lightfastness;
import molvet.core.pigment.Recipe;
import molvet.core.pigment.Staining;
import org.junit.jupiter.api.Test;

/** The three questions that fill a shortlist: common practice, no published source. */
class ThreeQuestionsTest {
    private static Known paint(
            long id,
            String name,
            boolean owned,
            String recipe,
            Lab full,
            Lightfastness lasts,
            Granulation grain,
            int used) {
        return new Known(
                id,
                name,
                owned,
                true,
                Recipe.of(recipe.split(" ")),
                Optional.of(WashRun.between(full, Lab.of(92, full.a() / 12, full.b() / 12))),
                Optional.of(lasts),
                Optional.of(Staining.MEDIUM),
                Optional.of(grain),
                0,
                used,
                used,
                owned ? OptionalInt.of(80) : OptionalInt.empty(),
                Optional.of(new BigDecimal("0.60")));
    }

    private static final Known BLUE =
            paint(1, "Blue", true, "PB29", Lab.of(30, 20, -50), Lightfastness.EXCELLENT, Granulation.MODERATE, 9);
    private static final Known BROWN =
            paint(2, "Brown", true, "PBr7", Lab.of(40, 25, 30), Lightfastness.EXCELLENT, Granulation.SLIGHT, 7);
    private static final Known GREY =
            paint(3, "Grey", false, "PBk6", Lab.of(33, 2, -4), Lightfastness.EXCELLENT, Granulation.NONE, 0);

    private static Answer answer(
            ThreeQuestions.Question q, List<Known> paints, List<Painted> mixes, List<Listed> charts) {
        return ThreeQuestions.answered(paints, mixes, List.of(Set.of(1L, 2L), Set.of(1L)), charts)
                .get(q.ordinal());
    }

    @Test
    void oneTubeForWhatIsMixedMostIsNamedWithItsEvidence() {
        Lab grey = GREY.run().orElseThrow().half();
        Lab almostBlue = BLUE.run().orElseThrow().half();
        List<Painted> mixes = List.of(
                new Painted("X-0001", Set.of(1L, 2L), grey, true),
                new Painted("X-0002", Set.of(1L, 2L), almostBlue, false));
        Answer a = answer(ThreeQuestions.Question.MIXED_MOST, List.of(BLUE, BROWN, GREY), mixes, List.of());
        assertThat(a.suggestions()).hasSize(1);
        assertThat(a.suggestions().get(0).paint()).isEqualTo(3);
        // The square that looks like the blue itself asks for no other tube, and is not counted.
        assertThat(a.suggestions().get(0).because())
                .isEqualTo(
                        "One tube for Blue + Brown (painted twice, both in 1 painting, liked): within ΔE 0.0 of X-0001"
                                + " half washed out; on a dot or sample.");
    }

    @Test
    void aChartIsLookedInWhereNoTubeIsThereAndSilenceIsSaid() {
        List<Painted> mixes = List.of(new Painted("X-0001", Set.of(1L, 2L), Lab.of(60, 0, 0), false));
        List<Listed> charts = List.of(
                new Listed(7, "Slate", "Kelpwick", Recipe.of("PBr7", "PB29")),
                new Listed(8, "Other", "Kelpwick", Recipe.of("PB29")));
        Answer a = answer(ThreeQuestions.Question.MIXED_MOST, List.of(BLUE, BROWN), mixes, charts);
        assertThat(a.suggestions()).hasSize(1);
        assertThat(a.suggestions().get(0).colour()).isEqualTo(7);
        assertThat(answer(ThreeQuestions.Question.MIXED_MOST, List.of(BLUE, BROWN), mixes, List.of())
                        .silence())
                .startsWith("1 of the 1 most painted mixtures has no one tube within ΔE 5");
        assertThat(answer(ThreeQuestions.Question.MIXED_MOST, List.of(BLUE), List.of(), List.of())
                        .silence())
                .startsWith("No mixture was painted and read yet");
    }

    /** A smooth paint is no better than one that granulates, however lasting: granulation cannot be had from it. */
    @Test
    void betterIsSaidInWhatAndNeverForWhatGranulates() {
        Known fleeting = paint(
                4,
                "Fleeting Blue",
                true,
                "PB29 PV3",
                Lab.of(31, 20, -50),
                Lightfastness.FUGITIVE,
                Granulation.SLIGHT,
                12);
        Known smooth = paint(
                5, "Smooth Blue", false, "PB60", Lab.of(30, 19, -49), Lightfastness.EXCELLENT, Granulation.NONE, 0);
        Answer a = answer(ThreeQuestions.Question.USED_MOST, List.of(fleeting, smooth), List.of(), List.of());
        assertThat(a.suggestions()).extracting(s -> s.paint()).containsExactly(4L, 5L);
        assertThat(a.suggestions().get(1).because())
                .startsWith(
                        "For Fleeting Blue: more lasting (excellent against fugitive), one pigment instead of 2; ΔE ");
        Answer grains = answer(ThreeQuestions.Question.USED_MOST, List.of(BLUE, smooth), List.of(), List.of());
        assertThat(grains.suggestions()).extracting(s -> s.paint()).containsExactly(1L);
    }
}
