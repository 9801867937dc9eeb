package molvet.core.pigment;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class DoubtsTest {
    private final PigmentReference reference = PigmentReference.standard();
    private final Doubts doubts = new Doubts(reference);

    @ParameterizedTest(name = "{0} on “{1}” is likely {2}")
    @CsvSource({
        "PB19, Harbour Dusk, PV19",
        "PB19, Evening Violet, PV19",
        "PB19, '', PV19",
        "PY48, Quay Gold, PO48",
        "PY48, '', PO48",
        "PB152, Skerry Blue, PB15:2",
        "PB153, '', PB15:3",
        "PG15:3, Skerry Blue, PB15:3",
        "PB92, Deep Blue, PB29",
        "PR23:3, Storm Violet, PR23",
        "PB7, Peat Umber, PBr7",
        "PB7, Phthalo Green, PG7",
        "PBr9, Soot Black, PBk9",
    })
    void saysWhatACodeThatDoesNotExistLikelyIs(String code, String name, String likely) {
        Note note = doubts.about(Recipe.of(code), name).get(0);
        assertThat(note.kind()).isEqualTo("unlikely-code");
        assertThat(note.suggestion()).isEqualTo(likely);
        assertThat(note.about()).isEqualTo(code);
    }

    /** PR29 is in no reference; of an earth it is not the clear red of that number either. */
    @Test
    void anUnknownCodeOfAnEarthIsNotReadAsAClearColour() {
        assertThat(doubts.about(Recipe.of("PR29"), "Evening Violet").get(0).suggestion())
                .isEqualTo("PV29");
        Note earth = doubts.about(Recipe.of("PR29"), "Shore Red Earth").get(0);
        assertThat(earth.suggestion()).isEqualTo("PBr29");
    }

    @Test
    void saysThatANumberExistsInNoFamily() {
        Note note = doubts.about(Recipe.of("PW888"), "Chalk").get(0);
        assertThat(note.kind()).isEqualTo("unknown-number");
        assertThat(note.message()).contains("No family has a number 888");
        assertThat(note.suggestion()).isEmpty();
    }

    @Test
    void doubtsAVioletWhoseOnlyPigmentIsABlueOfTheSameNumber() {
        Note note = doubts.about(Recipe.of("PY15:0".replace(":0", "")), "Heather Violet")
                .get(0);
        assertThat(note.suggestion()).isIn("PV15", "PB15");
        Note known = doubts.about(Recipe.of("PG23"), "Night Violet").get(0);
        assertThat(known.kind()).isEqualTo("unlikely-code");
        assertThat(known.suggestion()).isEqualTo("PV23");
    }

    @Test
    void hasNoDoubtOfAnOrdinaryLabel() {
        assertThat(doubts.about(Recipe.of("PB29"), "Deep Shelter Blue")).isEmpty();
        assertThat(doubts.about(Recipe.of("PV19"), "Rose of the Sound")).isEmpty();
        assertThat(doubts.about(Recipe.of("PV19", "PG50"), "Dusk Heather")).isEmpty();
        assertThat(doubts.about(Recipe.of("PBr7"), "Golden Field")).isEmpty();
    }

    @Test
    void saysWhatIsOutOfProductionAndWhatFades() {
        List<Note> notes = doubts.about(Recipe.of("PO49", "PR83"), "");
        assertThat(notes).extracting(Note::kind).containsExactly("out-of-production", "fugitive");
    }
}
