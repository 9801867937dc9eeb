package molvet.core.measure;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.text.Normalizer;
import java.util.Locale;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.CharRange;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Text made plain keeps the way back, and what is quick for plain letters is the same as for all. */
class PlainTextTest {
    @ParameterizedTest
    @CsvSource({
        "two of, 2 of",
        "twenty-eight, 28",
        "PB fifteen colon three, PB 15 colon 3",
        "one hundred and fifty, 150",
        "ＰＹ１５０, PY150",
        "PB15₃, PB153",
        "½ pan, 1/2 pan",
        "tone of stone, tone of stone"
    })
    void numbersAndLettersOfOtherShapes(String written, String plain) {
        assertThat(PlainText.of(written).text()).isEqualTo(plain);
    }

    @Property
    void everyCharacterKnowsWhereItCameFrom(@ForAll String written) {
        PlainText plain = PlainText.of(written);
        int before = 0;
        for (int i = 0; i < plain.text().length(); i++) {
            assertThat(plain.origin(i)).isBetween(before, Math.max(before, written.length()));
            before = plain.origin(i);
        }
        assertThat(plain.origin(plain.text().length())).isEqualTo(written.length());
    }

    @Test
    void aSpokenNumberPointsAtItsWords() {
        PlainText plain = PlainText.of("PB fifteen, x");
        int at = plain.text().indexOf("15");
        assertThat(plain.origin(at)).isEqualTo(3);
        assertThat(plain.origin(at + 2)).isEqualTo("PB fifteen".length());
    }

    @Test
    void coveringKeepsThePlaces() {
        PlainText plain = PlainText.of("two pans");
        assertThat(plain.withText("x pans").origin(2)).isEqualTo(4);
        assertThatThrownBy(() -> plain.withText("longer than that")).isInstanceOf(IllegalArgumentException.class);
    }

    /** The general way, written out: decomposed, without marks, lower case, letters and digits only. */
    private static String foldedTheLongWay(String text) {
        return Normalizer.normalize(text, Normalizer.Form.NFKD)
                .replaceAll("\\p{M}+", "")
                .toLowerCase(Locale.ROOT)
                .replaceAll("[^\\p{L}\\p{N}]+", " ")
                .strip();
    }

    @Property(tries = 2000)
    void foldingPlainLettersIsTheSameAsFoldingAny(@ForAll @CharRange(from = ' ', to = '~') String text) {
        assertThat(Words.folded(text)).isEqualTo(foldedTheLongWay(text));
    }

    @Property(tries = 2000)
    void aLineOfPlainLettersIsOnlyTidied(@ForAll @CharRange(from = ' ', to = '~') String text) {
        assertThat(Words.line("name", text, 100_000))
                .isEqualTo(text.replaceAll("\\s+", " ").strip());
    }

    @Test
    void foldingTakesAccentsAway() {
        assertThat(Words.folded("Möwen-Grau  d’Été")).isEqualTo("mowen grau d ete");
    }
}
