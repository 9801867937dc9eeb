package molvet.core.pigment;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import molvet.core.measure.Refusal;
import net.jqwik.api.Arbitraries;
import net.jqwik.api.Arbitrary;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.Provide;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

class LabelReaderTest {
    private final PigmentReference reference = PigmentReference.standard();
    private final LabelReader reader = new LabelReader(reference);

    @ParameterizedTest(name = "{0} is {1}")
    @CsvSource(
            delimiter = '|',
            value = {
                "PB 15 colon 3 | PB15:3",
                "pb15.3 | PB15:3",
                "PB15/3 | PB15:3",
                "PB15 3 | PB15:3",
                "PB15-3 | PB15:3",
                "PB15 : 3 | PB15:3",
                "P.Y.150 | PY150",
                "P. Br. 7 | PBr7",
                "PBR7/PBK9 | PBr7 + PBk9",
                "PV19 (γ) | PV19",
                "PV19γ | PV19",
                "PV 19 beta, PR122 | PV19 + PR122",
                "Pigment Yellow 150 | PY150",
                "pigment blue 15:3 and pigment white 6 | PB15:3 + PW6",
                "C.I. Pigment Blue 29 | PB29",
                "Pigment Rot 101 | PR101",
                "Natural Red 9 | NR9",
                "C.I. 77491 | PR101",
                "CI 77007 | PB29",
                "CI 73900 | PV19",
                "CI 77202 | PR108",
                "CI 74160 | PB15",
                "CI 74160:3? | PB15",
                "74260 | PG7",
                "PY151PR101 | PY151 + PR101",
                "PB l5:3 | PB15:3",
                "PBl5:3 | PB15:3",
                "PY15O | PY150",
                "PW6, PW4, PB15:3 and PG7 | PW6 + PW4 + PB15:3 + PG7",
                "ＰＢ２９ | PB29",
                "PB₁₅:₃ | PB15:3",
                "PB15：3 | PB15:3",
                "PY42·PR101·PBk7 | PY42 + PR101 + PBk7",
                "PY42 PR101 PB29 | PY42 + PR101 + PB29",
                "(PB29) | PB29",
                "Pigments: PV15, PB29. | PV15 + PB29",
                "PB29 (77007) | PB29",
                "PBLK 9 | PBk9",
                "P B twenty nine | PB29",
                "PY one hundred and fifty | PY150",
                "PB fifteen colon three | PB15:3",
                "PB 15, 3 pans | PB15",
                "pbr 7 | PBr7",
                "NR 9 | NR9",
                "PB28 cobalt blue | PB28",
                "Quinacridone magenta | PR122",
                "indanthrone blue | PB60",
                "quinacridone magneta | PR122",
            })
    void readsALabelAsBadlyAsItIsWritten(String label, String recipe) {
        assertThat(reader.read(label).recipe()).hasToString(recipe);
    }

    @Test
    void keepsWhatItDidNotUnderstand() {
        LabelReading reading = reader.read("PB29, secret blend, PV15 fluorescent");
        assertThat(reading.recipe()).hasToString("PB29 + PV15");
        assertThat(reading.unread()).containsExactly("secret blend", "fluorescent");
    }

    @Test
    void aCapitalLetterWhereASuffixBelongsIsReadAsOne() {
        assertThat(reader.read("PB15:L").recipe()).hasToString("PB15:1");
        assertThat(reader.read("PB15:l").recipe()).hasToString("PB15:1");
    }

    @Test
    void namesADuplicateAndKeepsItOnce() {
        LabelReading reading = reader.read("PB29, PV15, pb 29");
        assertThat(reading.recipe()).hasToString("PB29 + PV15");
        assertThat(reading.notes()).extracting(Note::kind).containsExactly("duplicate");
    }

    @Test
    void saysWhatANameInWordsMayMeanWithoutTakingIt() {
        LabelReading reading = reader.read("quinacridone rose");
        assertThat(reading.recipe().isEmpty()).isTrue();
        assertThat(reading.notes().get(0).message()).contains("PR122").contains("PV19");
        assertThat(reading.unread()).containsExactly("quinacridone rose");
    }

    @Test
    void saysThatASharedConstitutionNumberIsShared() {
        Note note = reader.read("C.I. 77491").notes().get(0);
        assertThat(note.kind()).isEqualTo("shared-number");
        assertThat(note.message()).contains("PR102");
    }

    @Test
    void readsNothingFromProseThatOnlyLooksLikeCodes() {
        assertThat(reader.read("Deep Blue 29, step 12, cup G 7 and map R 3")
                        .recipe()
                        .isEmpty())
                .isTrue();
    }

    @Test
    void refusesWhatIsTooLongOrHidden() {
        assertThatThrownBy(() -> reader.read("PB29 ".repeat(1000))).isInstanceOf(Refusal.class);
        assertThatThrownBy(() -> reader.read("PB29\u0000"))
                .isInstanceOf(Refusal.class)
                .hasMessageContaining("U+0000");
        assertThatThrownBy(() -> reader.read("PB\u202E92")).hasMessageContaining("U+202E");
    }

    /** A rose with a dye beside its pigment is not a rose of that pigment alone (common practice, no published source). */
    @ParameterizedTest
    @ValueSource(
            strings = {
                "PR122, BV10",
                "PR122 + Basic Violet 10",
                "PR 122 / bv-10",
                "PR122 CI Basic Violet no. 10",
                "PR122, 45170"
            })
    void aDyeIsReadBesideThePigment(String label) {
        Recipe recipe = reader.read(label).recipe();
        assertThat(recipe.pigments()).extracting(PigmentCode::toString).containsExactly("PR122", "BV10");
        assertThat(recipe.pigments().get(1).isDye()).isTrue();
    }

    @Test
    void aDyeWithoutANumberIsNotPassedOver() {
        assertThat(reader.read("PR122 + fluorescent dye").notes())
                .singleElement()
                .satisfies(n -> assertThat(n.message()).contains("Dyes fade", "its pigments alone"));
        assertThat(reader.read("PR122 + BV10").notes()).isEmpty();
    }

    /** Two letters and a number are an article of a bill as often. */
    @Test
    void whatIsNoKnownDyeIsNoPigment() {
        LabelReading reading = reader.read("PB29 AR17 BV999 by 40");
        assertThat(reading.recipe().pigments())
                .extracting(PigmentCode::toString)
                .containsExactly("PB29");
        assertThat(reading.unread().toString()).contains("AR17", "BV999", "40");
    }

    @Property
    void everyCodeOfTheReferenceIsReadHoweverItIsSpaced(
            @ForAll("codes") PigmentCode code, @ForAll("spacing") String gap) {
        String letters = code.family().toUpperCase();
        String written = letters.charAt(0)
                + gap
                + letters.substring(1)
                + gap
                + code.number()
                + (code.suffix() == 0 ? "" : ":" + code.suffix());
        assertThat(reader.read(written).recipe().pigments()).containsExactly(code);
    }

    @Property
    void anyTextAtAllIsAnsweredAndNothingIsLost(@ForAll("texts") String text) {
        LabelReading reading = reader.read(text);
        String kept = reading.unread() + " " + reading.recipe() + " " + reading.notes();
        for (String word : text.split("[^A-Za-z]+")) {
            if (word.length() > 5) assertThat(kept).contains(word);
        }
    }

    @Provide
    Arbitrary<PigmentCode> codes() {
        return Arbitraries.of(reference.all().stream().map(Pigment::code).toList());
    }

    @Provide
    Arbitrary<String> spacing() {
        return Arbitraries.of("", " ", ".", ". ", "  ");
    }

    @Provide
    Arbitrary<String> texts() {
        return Arbitraries.of(
                        "PB29", "marsh", "PV19 (γ)", "unknowable", ",", "/", "77491", "C.I.", "P", "15:3", "κ", "😀")
                .list()
                .ofMaxSize(8)
                .map(parts -> String.join(" ", parts));
    }
}
