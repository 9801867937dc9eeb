package molvet.core.maker;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.math.BigDecimal;
import molvet.core.measure.Refusal;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

/** Sizes as charts write them: common practice, no published source. */
class SizesTest {
    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "5 ml 4.60 EUR; 15 ml 9.80 EUR | 5 ml 4.60 EUR; 15 ml 9.80 EUR",
                "5ml: 4,60 €, 15ml: 9,80 € | 5 ml 4.60 EUR; 15 ml 9.80 EUR",
                "15 ml | 15 ml",
                "12 ml $8.40 | 12 ml 8.40 USD",
                "1,5 cl @ 8 GBP | 15 ml 8.00 GBP",
                "5 ml / 15 ml | 5 ml; 15 ml",
                "15 ml 9.80 | 15 ml 9.80 EUR",
                "'' | ''",
            })
    void areReadAsWrittenAndPrintedInOneForm(String written, String printed) {
        Sizes sizes = Sizes.parse(written, "EUR");
        assertThat(sizes).hasToString(printed);
        assertThat(Sizes.parse(sizes.toString(), "CHF")).isEqualTo(sizes);
    }

    @Test
    void aPriceIsFoundByItsSize() {
        Sizes sizes = Sizes.parse("5 ml 4.60; 15 ml", "EUR");
        assertThat(sizes.price(new BigDecimal("5.00")))
                .hasValueSatisfying(m -> assertThat(m.getAmount()).isEqualByComparingTo("4.60"));
        assertThat(sizes.price(new BigDecimal("15"))).isEmpty();
        assertThat(sizes.isEmpty()).isFalse();
    }

    @ParameterizedTest
    @ValueSource(strings = {"large", "15", "-5 ml", "15 ml cheap", "0 ml 3.00 EUR", "15 ml 9.80 XXQ"})
    void whatIsNoSizeIsRefusedByName(String written) {
        assertThatThrownBy(() -> Sizes.parse("5 ml; " + written, "EUR")).isInstanceOf(Refusal.class);
    }

    @Test
    void tooManySizesAreRefused() {
        assertThatThrownBy(() -> Sizes.parse("5 ml; ".repeat(13), "EUR")).hasMessageContaining("12 sizes");
    }
}
