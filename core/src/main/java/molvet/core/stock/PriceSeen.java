package molvet.core.stock;

import java.math.BigDecimal;
import java.math.RoundingMode;
import java.time.LocalDate;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import molvet.core.measure.DayInWords;

/**
 * A price by the millilitre, with its day.
 *
 * @param what in words: paid, seen at a shop, by the maker’s chart
 */
public record PriceSeen(String what, Optional<LocalDate> on, BigDecimal perMl) {

    /** Whether a price is a good one, against all that were seen in the same currency; empty where none was. */
    public static Optional<String> judged(BigDecimal perMl, List<PriceSeen> seen) {
        if (seen.isEmpty() || perMl.signum() <= 0) return Optional.empty();
        PriceSeen least =
                seen.stream().min(Comparator.comparing(PriceSeen::perMl)).orElseThrow();
        BigDecimal percent = perMl.subtract(least.perMl)
                .multiply(BigDecimal.valueOf(100))
                .divide(least.perMl.max(new BigDecimal("0.0001")), 0, RoundingMode.HALF_UP);
        String against = least.perMl.setScale(2, RoundingMode.HALF_UP) + " by the ml, " + least.what
                + least.on.map(d -> " on " + DayInWords.of(d)).orElse("");
        if (percent.signum() < 0)
            return Optional.of("The best price so far: " + percent.abs() + " % below " + against + ".");
        if (percent.signum() == 0) return Optional.of("As good as the best so far: " + against + ".");
        return Optional.of(percent + " % above the best so far: " + against + ".");
    }
}
