package molvet.core.measure;

import java.math.BigDecimal;
import java.math.RoundingMode;
import org.joda.money.CurrencyUnit;
import org.joda.money.IllegalCurrencyException;
import org.joda.money.Money;

/** Prices as typed, made into exact money. */
public final class Prices {
    private static final BigDecimal MOST = new BigDecimal("100000");

    private Prices() {}

    /**
     * @param amount a number as people write it, not negative, at most 100 000
     * @param currency a three-letter ISO 4217 code
     * @throws Refusal if the amount has more decimals than the currency, is too large, or the currency is unknown
     */
    public static Money parse(String amount, String currency) {
        CurrencyUnit unit;
        try {
            unit = CurrencyUnit.of(currency.strip().toUpperCase());
        } catch (IllegalCurrencyException e) {
            throw Refusal.of(
                    "currency", "“" + currency + "” is not a currency code.", "Write it like EUR, GBP or USD.");
        }
        BigDecimal value = Decimals.parse("price", amount);
        if (value.compareTo(MOST) > 0) {
            throw Refusal.of(
                    "price",
                    "A price of " + value.toPlainString() + " is more than can be kept.",
                    "Check the decimal mark; at most 100000 is taken.");
        }
        if (value.stripTrailingZeros().scale() > unit.getDecimalPlaces()) {
            throw Refusal.of(
                    "price",
                    "The price " + value.toPlainString() + " is finer than a cent.",
                    "Round it to " + unit.getDecimalPlaces() + " decimals.");
        }
        return Money.of(unit, value, RoundingMode.UNNECESSARY);
    }

    /** The price of one millilitre, to four decimals. */
    public static BigDecimal perMl(Money price, Volume volume) {
        return price.getAmount().divide(volume.ml(), 4, RoundingMode.HALF_UP);
    }
}
