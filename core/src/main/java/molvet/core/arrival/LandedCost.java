package molvet.core.arrival;

import java.math.BigDecimal;
import java.math.RoundingMode;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.stream.IntStream;
import molvet.core.measure.Refusal;
import molvet.core.measure.Shares;
import org.joda.money.CurrencyUnit;
import org.joda.money.Money;

/**
 * What every line of a bill cost in the end, with its part of discounts, shipping, duty, fees and tax.
 *
 * <p>A line's own discount comes off first, to the cent, half a cent up. What belongs to the value of the goods (order
 * discount, voucher, tax) is divided by value; shipping, duty and the courier's fee by value, volume or pieces, as chosen.
 * Parts add up to the total to the cent, by the method of the largest remainder; equal remainders go to the line that
 * differs, never to the one written first, so the order of lines does not matter.
 */
public final class LandedCost {
    private static final BigDecimal HUNDRED = new BigDecimal(100);
    private static final int MOST_LINES = 2000;
    private static final int FINE = 4;

    private LandedCost() {}

    /** By what shipping, duty and fees are divided. */
    public enum Allocation {
        VALUE,
        VOLUME,
        PIECES
    }

    /**
     * @param unitPrice of one piece before its discount; 0 for a gift
     * @param volume of one piece in ml
     * @param discountPercent 0 to 100
     */
    public record Line(BigDecimal unitPrice, int quantity, Optional<BigDecimal> volume, BigDecimal discountPercent) {}

    /**
     * Everything on the bill that is not a line.
     *
     * @param orderDiscountPercent off the goods, 0 to 100
     * @param voucher off the goods after that
     * @param taxPercent 0 where tax is no matter; on goods, shipping and duty
     * @param taxIncluded whether prices hold the tax already
     */
    public record Extras(
            BigDecimal orderDiscountPercent,
            Money voucher,
            Money shipping,
            Money duty,
            Money courierFee,
            BigDecimal taxPercent,
            boolean taxIncluded,
            Allocation allocate) {
        public static Extras none(CurrencyUnit currency) {
            Money zero = Money.zero(currency);
            return new Extras(BigDecimal.ZERO, zero, zero, zero, zero, BigDecimal.ZERO, true, Allocation.VALUE);
        }
    }

    /**
     * @param goods price times quantity less the line's discount
     * @param paid what was paid for the goods: its part of the order’s discount and voucher taken off too
     * @param perUnit landed cost of a piece, to four decimals
     * @param perMl landed cost of a millilitre, to four decimals, where the volume is known
     */
    public record LineCost(Money goods, Money paid, Money landed, BigDecimal perUnit, Optional<BigDecimal> perMl) {}

    /**
     * {@code total = goods − discount + shipping + duty + courier's fee + tax not included}.
     *
     * @param tax the tax in the total, included or added
     * @param notes what was decided where the bill left it open
     */
    public record Bill(List<LineCost> lines, Money goods, Money discount, Money tax, Money total, List<String> notes) {}

    /**
     * @throws Refusal naming every line or field that cannot be: no pieces, percentages beyond 100, more discount than
     *     goods
     */
    public static Bill of(CurrencyUnit currency, List<Line> lines, Extras extras) {
        check(lines, extras);
        List<Money> goods = lines.stream().map(l -> goods(currency, l)).toList();
        Money sum = goods.stream().reduce(Money.zero(currency), Money::plus);
        Money discount = percent(sum, extras.orderDiscountPercent).plus(extras.voucher);
        if (discount.isGreaterThan(sum)) {
            throw Refusal.of(
                    "voucher",
                    "The discounts of " + discount.getAmount() + " are more than the goods of " + sum.getAmount() + ".",
                    "A voucher pays for goods only; write what was taken off.");
        }
        Money freight = extras.shipping.plus(extras.duty).plus(extras.courierFee);
        Money taxed = sum.minus(discount).plus(extras.shipping).plus(extras.duty);
        Money tax = extras.taxIncluded
                ? taxed.multipliedBy(
                        extras.taxPercent.divide(HUNDRED.add(extras.taxPercent), 20, RoundingMode.HALF_UP),
                        RoundingMode.HALF_UP)
                : percent(taxed, extras.taxPercent);
        Money ofValue = (extras.taxIncluded ? Money.zero(currency) : tax).minus(discount);
        Money total = sum.plus(ofValue).plus(freight);
        List<String> notes = new ArrayList<>();
        List<Money> landed = goods;
        List<Money> paid = goods;
        if (!lines.isEmpty()) {
            Comparator<Integer> tie = tie(lines, goods);
            List<BigDecimal> value = goods.stream().map(Money::getAmount).toList();
            List<BigDecimal> pieces =
                    lines.stream().map(l -> BigDecimal.valueOf(l.quantity)).toList();
            boolean free = value.stream().allMatch(v -> v.signum() == 0);
            List<BigDecimal> byValue = free ? pieces : value;
            List<BigDecimal> chosen = switch (extras.allocate) {
                case VALUE -> byValue;
                case PIECES -> pieces;
                case VOLUME ->
                    lines.stream()
                            .map(l -> l.volume.orElse(BigDecimal.ZERO).multiply(BigDecimal.valueOf(l.quantity)))
                            .toList();
            };
            if (chosen.stream().allMatch(w -> w.signum() == 0)) {
                notes.add("No line has a volume, so shipping, duty and fees were divided by pieces.");
                chosen = pieces;
            } else if (extras.allocate == Allocation.VOLUME && lines.stream().anyMatch(l -> l.volume.isEmpty())) {
                notes.add("Lines without a volume bear no shipping, duty or fees.");
            }
            if (free && extras.allocate == Allocation.VALUE && !freight.isZero()) {
                notes.add("Nothing on the bill has a price, so shipping, duty and fees were divided by pieces.");
            }
            List<Money> off = Shares.of(discount.negated(), byValue, tie);
            paid = IntStream.range(0, lines.size())
                    .mapToObj(i -> goods.get(i).plus(off.get(i)))
                    .toList();
            boolean together = chosen == byValue;
            List<Money> first = Shares.of(together ? ofValue.plus(freight) : ofValue, byValue, tie);
            List<Money> second = together ? first : Shares.of(freight, chosen, tie);
            landed = IntStream.range(0, lines.size())
                    .mapToObj(i -> together
                            ? goods.get(i).plus(first.get(i))
                            : goods.get(i).plus(first.get(i)).plus(second.get(i)))
                    .toList();
        } else if (!total.isZero()) {
            notes.add("There is no line yet to bear shipping, duty and fees.");
        }
        List<LineCost> costs = new ArrayList<>();
        for (int i = 0; i < lines.size(); i++) costs.add(cost(lines.get(i), goods.get(i), paid.get(i), landed.get(i)));
        return new Bill(costs, sum, discount, tax, total, notes);
    }

    /**
     * The same bill in another currency, at the rate as typed.
     *
     * @param rate how much of the other currency one unit costs
     */
    public static Bill in(Bill bill, List<Line> lines, CurrencyUnit other, BigDecimal rate) {
        if (rate.signum() <= 0 || rate.compareTo(new BigDecimal(1_000_000)) > 0) {
            throw Refusal.of("rate", "A rate of " + rate.toPlainString() + " cannot be.", "Write it like 0.92.");
        }
        Money total = converted(bill.total, other, rate);
        List<BigDecimal> weights =
                bill.lines.stream().map(l -> l.landed.getAmount()).toList();
        boolean nothing = weights.stream().allMatch(w -> w.signum() == 0);
        List<Money> landed = nothing
                ? bill.lines.stream().map(l -> Money.zero(other)).toList()
                : Shares.of(
                        total,
                        weights,
                        tie(lines, bill.lines.stream().map(LineCost::goods).toList()));
        List<LineCost> costs = new ArrayList<>();
        for (int i = 0; i < lines.size(); i++) {
            LineCost was = bill.lines.get(i);
            costs.add(cost(
                    lines.get(i), converted(was.goods, other, rate), converted(was.paid, other, rate), landed.get(i)));
        }
        return new Bill(
                costs,
                converted(bill.goods, other, rate),
                converted(bill.discount, other, rate),
                converted(bill.tax, other, rate),
                total,
                bill.notes);
    }

    private static Money converted(Money money, CurrencyUnit other, BigDecimal rate) {
        return Money.of(other, money.getAmount().multiply(rate), RoundingMode.HALF_UP);
    }

    private static Money goods(CurrencyUnit currency, Line l) {
        BigDecimal full = l.unitPrice.multiply(BigDecimal.valueOf(l.quantity));
        BigDecimal off = full.multiply(l.discountPercent).divide(HUNDRED);
        return Money.of(currency, full.subtract(off), RoundingMode.HALF_UP);
    }

    private static Money percent(Money of, BigDecimal percent) {
        return of.multipliedBy(percent.divide(HUNDRED), RoundingMode.HALF_UP);
    }

    private static LineCost cost(Line line, Money goods, Money paid, Money landed) {
        BigDecimal perUnit = landed.getAmount().divide(BigDecimal.valueOf(line.quantity), FINE, RoundingMode.HALF_UP);
        Optional<BigDecimal> perMl = line.volume.map(v ->
                landed.getAmount().divide(v.multiply(BigDecimal.valueOf(line.quantity)), FINE, RoundingMode.HALF_UP));
        return new LineCost(goods, paid, landed, perUnit, perMl);
    }

    /** Lines that differ in anything are told apart by it; lines that differ in nothing may change places. */
    private static Comparator<Integer> tie(List<Line> lines, List<Money> goods) {
        return Comparator.<Integer, BigDecimal>comparing(i -> goods.get(i).getAmount())
                .reversed()
                .thenComparing(i -> lines.get(i).quantity)
                .thenComparing(i -> lines.get(i).unitPrice)
                .thenComparing(i -> lines.get(i).volume.orElse(BigDecimal.ZERO))
                .thenComparing(i -> lines.get(i).discountPercent);
    }

    private static void check(List<Line> lines, Extras extras) {
        List<Refusal.Fault> faults = new ArrayList<>();
        if (lines.size() > MOST_LINES) {
            faults.add(new Refusal.Fault(
                    "lines", lines.size() + " lines are more than a bill has.", "At most 2000 are taken."));
        }
        for (int i = 0; i < lines.size(); i++) {
            Line l = lines.get(i);
            String where = "lines[" + i + "]";
            if (l.quantity < 1 || l.quantity > 10_000) {
                faults.add(new Refusal.Fault(
                        where + ".quantity",
                        "Line " + (i + 1) + " has " + l.quantity + " pieces.",
                        "Write a number from 1 to 10000."));
            }
            if (l.unitPrice.signum() < 0) {
                faults.add(new Refusal.Fault(
                        where + ".unitPrice",
                        "The price of line " + (i + 1) + " is below zero.",
                        "Write what was taken off as a discount or a voucher."));
            }
            if (!isPercent(l.discountPercent)) faults.add(percentFault(where + ".discountPercent"));
        }
        if (!isPercent(extras.orderDiscountPercent)) faults.add(percentFault("orderDiscountPercent"));
        if (!isPercent(extras.taxPercent)) faults.add(percentFault("taxPercent"));
        for (var e : List.of(
                java.util.Map.entry("shipping", extras.shipping),
                java.util.Map.entry("duty", extras.duty),
                java.util.Map.entry("courierFee", extras.courierFee),
                java.util.Map.entry("voucher", extras.voucher))) {
            if (e.getValue().isNegative()) {
                faults.add(new Refusal.Fault(
                        e.getKey(), "The " + e.getKey() + " is below zero.", "Write it without the minus."));
            }
        }
        if (!faults.isEmpty()) throw new Refusal(faults);
    }

    private static boolean isPercent(BigDecimal percent) {
        return percent.signum() >= 0 && percent.compareTo(HUNDRED) <= 0;
    }

    private static Refusal.Fault percentFault(String where) {
        return new Refusal.Fault(where, "A percentage lies between 0 and 100.", "Write 30 for 30 % off.");
    }
}
