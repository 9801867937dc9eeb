package molvet.core.fading;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Optional;
import molvet.core.pigment.Lightfastness;
import molvet.core.pigment.PigmentReference;
import molvet.core.pigment.Recipe;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

/** Which paints are proposed for the light; what each pigment is worth there is common practice, no published source. */
class WorthTestingTest {
    private static final WorthTesting WORTH = new WorthTesting(PigmentReference.standard());

    private static WorthTesting.Candidate paint(
            long id, String name, String label, String claim, int liking, String... codes) {
        return new WorthTesting.Candidate(
                id,
                name,
                label,
                Recipe.of(codes),
                claim.isEmpty() ? Optional.empty() : Optional.of(Lightfastness.valueOf(claim)),
                liking);
    }

    private static Optional<WorthTesting.Proposed> proposed(WorthTesting.Candidate paint) {
        return WORTH.of(List.of(paint)).stream().findFirst();
    }

    @Test
    void aClaimAgainstItsPigmentsComesBeforeAPlainlyFugitiveOne() {
        List<WorthTesting.Proposed> all = WORTH.of(List.of(
                paint(1, "Old Rose", "PR83", "", 0, "PR83"),
                paint(2, "Crimson", "PR83", "EXCELLENT", 0, "PR83"),
                paint(3, "Ultramarine", "PB29", "EXCELLENT", 2, "PB29")));
        assertThat(all).extracting(WorthTesting.Proposed::paint).containsExactly(2L, 1L);
        assertThat(all.get(0).why().get(0)).isEqualTo("the label claims excellent, PR83 is fugitive in watercolour");
    }

    /** What is loved goes first among equals, what is not liked is not worth eight weeks of a window. */
    @Test
    void likingDecidesAmongEquals() {
        List<WorthTesting.Proposed> all = WORTH.of(List.of(
                paint(1, "A", "PR83", "", -1, "PR83"),
                paint(2, "B", "PR83", "", 0, "PR83"),
                paint(3, "C", "PR83", "", 2, "PR83")));
        assertThat(all).extracting(WorthTesting.Proposed::paint).containsExactly(3L, 2L, 1L);
        assertThat(all.get(0).why()).contains("and you love it");
        assertThat(proposed(paint(4, "D", "pigments not told", "FAIR", -1))).isEmpty();
    }

    @ParameterizedTest
    @CsvSource({
        "Carnival Rose, 'PR122, fluorescent dye', fluorescent",
        "Neon Coral, PR122, Neon",
        "Opal Pink, 'PR122 + Basic Violet 11', Basic Violet",
        "Opal Pink, 'PR122, BV11', BV11"
    })
    void aDyeIsFoundInTheLabelAndInTheName(String name, String label, String word) {
        WorthTesting.Proposed p =
                proposed(paint(1, name, label, "VERY_GOOD", 0, "PR122")).orElseThrow();
        assertThat(p.why()).contains("“" + word + "”: a dye is in it, and few dyes last");
    }

    /** Names in which the letters of a dye's name only happen to stand. */
    @ParameterizedTest
    @ValueSource(strings = {"Kelp Blue", "Acid Green Lichen", "Dyer’s Field", "Neonate Grey", "BR7"})
    void noWordThatOnlyLooksLikeItIsADye(String name) {
        assertThat(proposed(paint(1, name, "PV19", "VERY_GOOD", 0, "PV19"))).isEmpty();
    }

    @Test
    void whereNothingIsToldThatIsWhy() {
        assertThat(proposed(paint(1, "Mystery", "", "", 0)).orElseThrow().why())
                .containsExactly("neither pigments nor label tell anything");
        assertThat(proposed(paint(1, "Mystery", "", "EXCELLENT", 0))
                        .orElseThrow()
                        .why())
                .containsExactly("its pigments are not told");
    }

    @Test
    void whatIsKnownToLastIsNotProposedHoweverLoved() {
        assertThat(proposed(paint(1, "Field Ochre", "PY42", "EXCELLENT", 2, "PY42")))
                .isEmpty();
    }
}
