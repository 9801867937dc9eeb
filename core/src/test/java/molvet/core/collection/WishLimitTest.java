package molvet.core.collection;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.Optional;
import molvet.core.measure.Volume;
import org.joda.money.Money;
import org.junit.jupiter.api.Test;

class WishLimitTest {
    private static final Optional<Volume> TEN = Optional.of(Volume.parse("10 ml"));

    @Test
    void aPriceOverALimitIsToldByPieceAndByMillilitre() {
        WishLimit both = new WishLimit(Optional.of(Money.parse("EUR 8")), Optional.of(Money.parse("EUR 0.70")));
        assertThat(both.exceededBy(Money.parse("EUR 7"), TEN)).isEmpty();
        assertThat(both.exceededBy(Money.parse("EUR 7.50"), TEN).orElseThrow())
                .isEqualTo("0.750 per ml is over the 0.70 EUR you set when you wished for it.");
        assertThat(both.exceededBy(Money.parse("EUR 9"), TEN).orElseThrow())
                .isEqualTo(
                        "9.00 a piece is over the 8.00, and 0.900 per ml is over the 0.70 EUR you set when you wished"
                                + " for it.");
        assertThat(both.exceededBy(Money.parse("EUR 7.50"), Optional.empty())).isEmpty();
        assertThat(both.exceededBy(Money.parse("USD 90"), TEN)).isEmpty();
    }
}
