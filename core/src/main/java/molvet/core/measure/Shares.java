package molvet.core.measure;

import java.math.BigDecimal;
import java.math.BigInteger;
import java.math.RoundingMode;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.stream.IntStream;
import org.joda.money.Money;

/** Divides an amount among weights so that the parts add up to it to the cent. */
public final class Shares {
    private Shares() {}

    /**
     * The method of the largest remainder (Hamilton's, as for seats in a parliament): every part is its exact share rounded
     * down, and the cents left over go one each to the largest remainders.
     *
     * @param amount may be negative, as a discount is
     * @param weights not negative, at least one of them positive
     * @param tie decides between equal remainders, smallest first; where it too is equal, the first index wins
     * @return one part for each weight, in the same order, of the same sign as the amount
     */
    public static List<Money> of(Money amount, List<BigDecimal> weights, Comparator<Integer> tie) {
        BigDecimal sum = weights.stream().reduce(BigDecimal.ZERO, BigDecimal::add);
        if (sum.signum() <= 0) throw new IllegalArgumentException("No weight is positive.");
        int scale = weights.stream().mapToInt(BigDecimal::scale).max().orElse(0);
        BigInteger whole = whole(sum, scale);
        BigInteger cents = amount.getAmountMinor().abs().toBigInteger();
        List<BigInteger> parts = new ArrayList<>();
        List<BigInteger> remainders = new ArrayList<>();
        BigInteger given = BigInteger.ZERO;
        for (BigDecimal weight : weights) {
            BigInteger[] share = cents.multiply(whole(weight, scale)).divideAndRemainder(whole);
            parts.add(share[0]);
            remainders.add(share[1]);
            given = given.add(share[0]);
        }
        int left = cents.subtract(given).intValueExact();
        IntStream.range(0, weights.size())
                .boxed()
                .sorted(Comparator.<Integer, BigInteger>comparing(remainders::get)
                        .reversed()
                        .thenComparing(tie))
                .limit(left)
                .forEach(i -> parts.set(i, parts.get(i).add(BigInteger.ONE)));
        int places = amount.getCurrencyUnit().getDecimalPlaces();
        return parts.stream()
                .map(p -> Money.of(
                        amount.getCurrencyUnit(),
                        new BigDecimal(amount.isNegative() ? p.negate() : p, places),
                        RoundingMode.UNNECESSARY))
                .toList();
    }

    private static BigInteger whole(BigDecimal value, int scale) {
        return value.setScale(Math.max(scale, 0), RoundingMode.UNNECESSARY).unscaledValue();
    }
}
