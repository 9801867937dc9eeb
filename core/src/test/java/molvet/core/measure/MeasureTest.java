package molvet.core.measure;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.math.BigDecimal;
import java.util.Locale;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.IntRange;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

class MeasureTest {
    @ParameterizedTest(name = "{0} is {1}")
    @CsvSource(
            delimiter = '|',
            value = {
                "8.20 | 8.20",
                "8,20 | 8.20",
                "1.234,50 | 1234.50",
                "1,234.50 | 1234.50",
                "1'234.50 | 1234.50",
                "1 234,50 | 1234.50",
                "1.234.567 | 1234567",
                "15 | 15",
                ",5 | 0.5",
                "15. | 15",
            })
    void readsDecimalsAsPeopleWriteThem(String written, BigDecimal value) {
        assertThat(Decimals.parse("price", written)).isEqualByComparingTo(value);
    }

    @ParameterizedTest
    @ValueSource(strings = {"-5", "−5", "1e5", "1E-3", "abc", "", "5 €", "<b>", "٣", "99999999999999999999999"})
    void refusesWhatIsNoNumberAndSaysWhere(String written) {
        assertThatThrownBy(() -> Decimals.parse("price", written)).isInstanceOfSatisfying(Refusal.class, r -> {
            assertThat(r.faults().get(0).where()).isEqualTo("price");
            assertThat(r.faults().get(0).suggestion()).isNotBlank();
        });
    }

    @Property
    void centsAreReadExactlyWithEitherMark(@ForAll @IntRange(max = 9999999) int cents) {
        BigDecimal value = BigDecimal.valueOf(cents, 2);
        String point = String.format(Locale.ROOT, "%,.2f", value);
        String comma = point.replace(',', '_').replace('.', ',').replace('_', '.');
        assertThat(Decimals.parse("price", point)).isEqualByComparingTo(value);
        assertThat(Decimals.parse("price", comma)).isEqualByComparingTo(value);
    }

    @ParameterizedTest(name = "{0} is {1}")
    @CsvSource(
            delimiter = '|',
            value = {"15 | 15 ml", "15 ml | 15 ml", "7,5ml | 7.5 ml", "1.5 cl | 15 ml", "0.5 fl oz | 14.79 ml"})
    void readsVolumes(String written, String printed) {
        assertThat(Volume.parse(written)).hasToString(printed);
    }

    /** Sizes in which tubes are sold; common practice, no published source. */
    @ParameterizedTest
    @ValueSource(ints = {5, 10, 12, 15, 20, 21})
    void takesEveryUsualTube(int ml) {
        assertThat(Volume.of(ml).ml()).isEqualByComparingTo(BigDecimal.valueOf(ml));
    }

    @ParameterizedTest
    @ValueSource(strings = {"0", "0.001", "9999999", "1e3", "-15", "fifteen"})
    void refusesVolumesThatNoPaintComesIn(String written) {
        assertThatThrownBy(() -> Volume.parse(written)).isInstanceOf(Refusal.class);
    }

    @Test
    void pricesAreExactToTheCent() {
        assertThat(Prices.parse("8,20", "eur")).hasToString("EUR 8.20");
        assertThat(Prices.parse("1200", "JPY")).hasToString("JPY 1200");
        assertThat(Prices.perMl(Prices.parse("8.20", "EUR"), Volume.of(15))).isEqualByComparingTo("0.5467");
        assertThatThrownBy(() -> Prices.parse("8.205", "EUR")).hasMessageContaining("finer than a cent");
        assertThatThrownBy(() -> Prices.parse("8.20", "XQQ")).hasMessageContaining("XQQ");
        assertThatThrownBy(() -> Prices.parse("100000.01", "EUR")).isInstanceOf(Refusal.class);
    }

    @Test
    void textIsCleanedOfWhatCannotBeSeenAndRefusedWhereItDeceives() {
        assertThat(Words.line("name", "  Tern\u00AD  Grey\u200B \n", 20)).isEqualTo("Tern Grey");
        assertThat(Words.line("name", "דיו כחול 😀", 20)).isEqualTo("דיו כחול 😀");
        assertThat(Words.line("name", "e\u0301bauche", 20)).isEqualTo("ébauche");
        assertThatThrownBy(() -> Words.line("name", "Tern\u202EyerG", 20)).hasMessageContaining("U+202E");
        assertThatThrownBy(() -> Words.line("name", "Tern\u0007", 20)).hasMessageContaining("position 5");
        assertThatThrownBy(() -> Words.line("name", "x".repeat(21), 20)).hasMessageContaining("21 characters long");
        assertThatThrownBy(() -> Words.needed("name", " \u200B ", 20)).hasMessageContaining("empty");
        assertThat(Words.folded("Möwen-Grau (hell)")).isEqualTo("mowen grau hell");
    }
}
