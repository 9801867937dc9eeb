package molvet.core.stock;

import static org.assertj.core.api.Assertions.assertThat;

import java.math.BigDecimal;
import java.time.LocalDate;
import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.Test;

/** Whether a price is a good one; percents worked out by hand. */
class PriceSeenTest {
    private static final List<PriceSeen> SEEN = List.of(
            new PriceSeen("paid", Optional.of(LocalDate.of(2026, 1, 1)), new BigDecimal("1.00")),
            new PriceSeen("by the maker’s chart", Optional.empty(), new BigDecimal("1.20")));

    private static Optional<String> judged(String perMl) {
        return PriceSeen.judged(new BigDecimal(perMl), SEEN);
    }

    @Test
    void itIsHeldAgainstTheLeastThatWasSeen() {
        assertThat(judged("0.95"))
                .hasValueSatisfying(
                        s -> assertThat(s).startsWith("The best price so far: 5 % below 1.00 by the ml, paid on "));
        assertThat(judged("1.10"))
                .hasValueSatisfying(
                        s -> assertThat(s).startsWith("10 % above the best so far: 1.00 by the ml, paid on "));
        assertThat(judged("1.00")).hasValueSatisfying(s -> assertThat(s).startsWith("As good as the best so far"));
    }

    /** A third of a percent is no difference a buyer would see in the rounded sum. */
    @Test
    void lessThanHalfAPercentIsNoDifference() {
        assertThat(judged("1.003")).hasValueSatisfying(s -> assertThat(s).startsWith("As good as"));
        assertThat(judged("0.997")).hasValueSatisfying(s -> assertThat(s).startsWith("As good as"));
    }

    @Test
    void ofNothingSeenAndOfAGiftNothingIsSaid() {
        assertThat(PriceSeen.judged(new BigDecimal("0.50"), List.of())).isEmpty();
        assertThat(judged("0")).isEmpty();
    }
}
