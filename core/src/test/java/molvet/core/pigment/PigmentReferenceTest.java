package molvet.core.pigment;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvFileSource;

class PigmentReferenceTest {
    private final PigmentReference reference = PigmentReference.standard();

    /** Colour Index constitution numbers, which are public facts; listed apart from the reference, from memory. */
    @ParameterizedTest(name = "{0} is CI {1}")
    @CsvFileSource(resources = "well-known-numbers.csv", numLinesToSkip = 1)
    void agreesWithAnIndependentListOfWellKnownNumbers(String code, String number) {
        assertThat(reference.find(PigmentCode.of(code)).orElseThrow().constitution())
                .contains(number);
    }

    @Test
    void holdsAtLeastAHundredAndNinetyPigmentsOfEveryFamily() {
        assertThat(reference.all()).hasSizeGreaterThanOrEqualTo(190);
        for (String family : List.of("PY", "PO", "PR", "PV", "PB", "PG", "PBr", "PBk", "PW", "NR", "NB", "NBk")) {
            assertThat(reference.all()).anyMatch(p -> p.code().family().equals(family));
        }
    }

    @Test
    void everyEntrySaysWhatItIs() {
        assertThat(reference.all()).allSatisfy(p -> {
            assertThat(p.chemicalName()).isNotBlank();
            assertThat(p.family()).isNotBlank();
            assertThat(p.constitution().isPresent() || p.note().contains("No constitution number"))
                    .as(p.code() + " has a number or says why not")
                    .isTrue();
        });
    }

    /** Facts of the trade; common practice, no published source. */
    @Test
    void knowsTheFactsOfTheTrade() {
        assertThat(one("PR83").lightfastness()).isEqualTo(Lightfastness.FUGITIVE);
        assertThat(one("PR177").lightfastness()).isEqualTo(Lightfastness.FUGITIVE);
        assertThat(one("PR122").note()).contains("fluorescent").contains("fugitive");
        assertThat(one("PB27").note()).contains("recovers in the dark");
        assertThat(one("PO48").outOfProduction()).isTrue();
        assertThat(one("PO49").outOfProduction()).isTrue();
        for (String phthalo : List.of("PB15:3", "PG7", "PG36")) {
            assertThat(one(phthalo).staining()).isEqualTo(Staining.HIGH);
            assertThat(one(phthalo).strength()).isEqualTo(Strength.OVERWHELMING);
        }
        for (String clear : List.of("PV19", "PR122", "PR202", "PR206", "PR209")) {
            assertThat(one(clear).transparency()).isEqualTo(Transparency.TRANSPARENT);
        }
        for (String covering : List.of("PY35", "PO20", "PR108")) {
            assertThat(one(covering).transparency()).isEqualTo(Transparency.OPAQUE);
            assertThat(one(covering).lightfastness()).isEqualTo(Lightfastness.EXCELLENT);
        }
        for (String varies : List.of("PBr7", "PR101", "PB29", "PV19"))
            assertThat(one(varies).note()).isNotBlank();
    }

    @Test
    void cautionsNameTheirElementsAndNoOthers() {
        assertThat(Cautions.of(Recipe.of("PB28", "PY35", "PY151"), reference).elements())
                .containsExactly("cadmium", "cobalt");
        assertThat(Cautions.of(Recipe.of("PY151", "PV19"), reference).isEmpty()).isTrue();
        // Copper that a phthalocyanine holds fast calls for no care, that of a mineral does (common practice).
        assertThat(Cautions.of(Recipe.of("PB15:3", "PG7", "PG36"), reference).isEmpty())
                .isTrue();
        assertThat(Cautions.of(Recipe.of("PG21"), reference).elements()).contains("copper", "arsenic");
        assertThat(Cautions.GUIDANCE).contains("lips", "sand or spray", "children", "rinse water");
        assertThat(Cautions.DEFERRAL).contains("safety data sheet", "local rules");
        for (String element : List.of("cobalt", "cadmium", "nickel", "manganese", "chromium", "lead", "antimony")) {
            assertThat(reference.all()).anyMatch(p -> p.cautions().contains(element));
        }
    }

    private Pigment one(String code) {
        return reference.find(PigmentCode.of(code)).orElseThrow();
    }
}
