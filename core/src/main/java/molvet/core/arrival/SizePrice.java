package molvet.core.arrival;

import java.math.BigDecimal;
import java.math.RoundingMode;
import java.util.Optional;
import molvet.core.measure.Prices;
import molvet.core.measure.Volume;
import org.joda.money.Money;

/** What a size costs by the millilitre, and how two sizes of one colour compare: 15 ml then, 12 ml now. */
public record SizePrice(Volume volume, Money price) {
    private static final BigDecimal HUNDRED = new BigDecimal(100);

    public BigDecimal perMl() {
        return Prices.perMl(price, volume);
    }

    /**
     * By how many per cent this is dearer by the millilitre than another; negative where it is cheaper.
     *
     * @return to one decimal, half up; empty where the currencies differ or the other cost nothing
     */
    public Optional<BigDecimal> percentDearerThan(SizePrice other) {
        if (!price.getCurrencyUnit().equals(other.price.getCurrencyUnit()) || other.price.isZero()) {
            return Optional.empty();
        }
        BigDecimal here = price.getAmount().multiply(other.volume.ml());
        BigDecimal there = other.price.getAmount().multiply(volume.ml());
        return Optional.of(here.subtract(there).multiply(HUNDRED).divide(there, 1, RoundingMode.HALF_UP));
    }
}
