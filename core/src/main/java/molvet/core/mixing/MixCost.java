package molvet.core.mixing;

import java.math.BigDecimal;
import java.math.RoundingMode;
import java.util.Map;
import java.util.Optional;

/**
 * What a millilitre costs, mixed from paint that is there.
 *
 * @param mixed in {@code currency}; {@code bought} the same of the paint it stands in for, where its price is known in that currency
 */
public record MixCost(String currency, BigDecimal mixed, Optional<BigDecimal> bought) {
    /** @param amount of money for a millilitre */
    public record PerMl(BigDecimal amount, String currency) {}

    /**
     * @param prices by id of the ingredient
     * @return empty unless the price of every part is known, and all are in one currency
     */
    public static Optional<MixCost> of(Mixture mixture, Map<Object, PerMl> prices, Optional<PerMl> bought) {
        BigDecimal sum = BigDecimal.ZERO;
        BigDecimal whole = BigDecimal.ZERO;
        String currency = null;
        for (Mixture.Part p : mixture.parts()) {
            PerMl price = prices.get(p.of().id());
            if (price == null || currency != null && !currency.equals(price.currency())) return Optional.empty();
            currency = price.currency();
            BigDecimal part = BigDecimal.valueOf(p.part());
            sum = sum.add(price.amount().multiply(part));
            whole = whole.add(part);
        }
        String of = currency;
        return Optional.of(new MixCost(
                of,
                cents(sum.divide(whole, 6, RoundingMode.HALF_UP)),
                bought.filter(b -> b.currency().equals(of)).map(b -> cents(b.amount()))));
    }

    private static BigDecimal cents(BigDecimal amount) {
        return amount.setScale(2, RoundingMode.HALF_UP);
    }

    /** @param name of the paint it stands in for */
    public String said(String name) {
        String mix = "A millilitre of it takes " + currency + " " + mixed + " of paint you have";
        return bought.map(b -> mix + "; of " + name + " it costs " + currency + " " + b + ".")
                .orElse(mix + ".");
    }
}
