package molvet.core.collection;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import molvet.core.measure.Prices;
import molvet.core.measure.Volume;
import org.joda.money.Money;

/** What a paint that is wished for may cost at most: a piece, a millilitre, or both. */
public record WishLimit(Optional<Money> piece, Optional<Money> perMl) {
    /**
     * Says which limit a price is over, in one sentence; nothing where it is within them, or in another currency.
     *
     * @param volume of the piece, where it is known: without it no price by the millilitre can be told
     */
    public Optional<String> exceededBy(Money price, Optional<Volume> volume) {
        List<String> over = new ArrayList<>();
        piece.filter(most -> most.getCurrencyUnit().equals(price.getCurrencyUnit()) && price.isGreaterThan(most))
                .ifPresent(most -> over.add(price.getAmount() + " a piece is over the " + most.getAmount()));
        perMl.filter(most -> most.getCurrencyUnit().equals(price.getCurrencyUnit()) && volume.isPresent())
                .filter(most -> Prices.perMl(price, volume.get()).compareTo(most.getAmount()) > 0)
                .ifPresent(
                        most -> over.add(Prices.perMl(price, volume.get()).setScale(3, java.math.RoundingMode.HALF_UP)
                                + " per ml is over the " + most.getAmount()));
        return over.isEmpty()
                ? Optional.empty()
                : Optional.of(String.join(", and ", over) + " " + price.getCurrencyUnit()
                        + " you set when you wished for it.");
    }
}
