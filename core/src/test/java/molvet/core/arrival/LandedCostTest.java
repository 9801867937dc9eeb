package molvet.core.arrival;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.math.BigDecimal;
import java.math.MathContext;
import java.math.RoundingMode;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Optional;
import java.util.Random;
import molvet.core.arrival.LandedCost.Allocation;
import molvet.core.arrival.LandedCost.Bill;
import molvet.core.arrival.LandedCost.Extras;
import molvet.core.arrival.LandedCost.Line;
import molvet.core.arrival.LandedCost.LineCost;
import molvet.core.measure.Refusal;
import molvet.core.measure.Shares;
import molvet.core.measure.Volume;
import net.jqwik.api.Arbitraries;
import net.jqwik.api.Arbitrary;
import net.jqwik.api.Combinators;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.Provide;
import org.joda.money.CurrencyUnit;
import org.joda.money.Money;
import org.junit.jupiter.api.Test;

/** Landed costs against an independent decimal computation in cents, on random orders. */
class LandedCostTest {
    private static final CurrencyUnit EUR = CurrencyUnit.EUR;

    private static BigDecimal d(String s) {
        return new BigDecimal(s);
    }

    private static Line line(String price, int quantity, String volume, String discount) {
        return new Line(
                d(price),
                quantity,
                Optional.of(volume).filter(v -> !v.isEmpty()).map(BigDecimal::new),
                d(discount));
    }

    private static Money eur(String s) {
        return Money.of(EUR, d(s));
    }

    private static Extras extras(
            String percent, String voucher, String shipping, String duty, String fee, Allocation by) {
        return new Extras(d(percent), eur(voucher), eur(shipping), eur(duty), eur(fee), BigDecimal.ZERO, true, by);
    }

    @Test
    void aParcelByHand() {
        // Goods 9.80·2·0.7 = 13.72 and 12.40; 26.12 + 4.50 shipping: 13.72 bears 2.3637, 12.40 bears 2.1363.
        Bill bill = LandedCost.of(
                EUR,
                List.of(line("9.80", 2, "15", "30"), line("12.40", 1, "15", "0")),
                extras("0", "0", "4.50", "0", "0", Allocation.VALUE));
        assertThat(bill.goods()).isEqualTo(eur("26.12"));
        assertThat(bill.total()).isEqualTo(eur("30.62"));
        assertThat(bill.lines().get(0).landed()).isEqualTo(eur("16.08"));
        assertThat(bill.lines().get(1).landed()).isEqualTo(eur("14.54"));
        assertThat(bill.lines().get(0).perUnit()).isEqualByComparingTo("8.04");
        assertThat(bill.lines().get(0).perMl().orElseThrow()).isEqualByComparingTo("0.536");
    }

    @Test
    void byVolumeAndByPieces() {
        List<Line> lines = List.of(line("20", 1, "5", "0"), line("10", 1, "15", "0"));
        assertThat(LandedCost.of(EUR, lines, extras("0", "0", "4", "0", "0", Allocation.VOLUME))
                        .lines())
                .extracting(LineCost::landed)
                .containsExactly(eur("21"), eur("13"));
        assertThat(LandedCost.of(EUR, lines, extras("0", "0", "4", "0", "0", Allocation.PIECES))
                        .lines())
                .extracting(LineCost::landed)
                .containsExactly(eur("22"), eur("12"));
    }

    @Test
    void giftsBearTheCourierByPieces() {
        Bill bill = LandedCost.of(
                EUR,
                List.of(line("0", 1, "15", "0"), line("0", 2, "15", "0")),
                extras("0", "0", "0", "6", "3", Allocation.VALUE));
        assertThat(bill.lines()).extracting(LineCost::landed).containsExactly(eur("3"), eur("6"));
        assertThat(bill.notes()).hasSize(1);
    }

    @Test
    void discountsVouchersAndTax() {
        Bill with = LandedCost.of(
                EUR,
                List.of(line("100", 1, "", "0")),
                new Extras(d("10"), eur("5"), eur("5"), eur("0"), eur("0"), d("20"), false, Allocation.VALUE));
        // 100 − 10 − 5 = 85, and 5 shipping: 90, tax 18.
        assertThat(with.discount()).isEqualTo(eur("15"));
        assertThat(with.tax()).isEqualTo(eur("18"));
        assertThat(with.total()).isEqualTo(eur("108"));
        Bill included = LandedCost.of(
                EUR,
                List.of(line("120", 1, "", "0")),
                new Extras(d("0"), eur("0"), eur("0"), eur("0"), eur("0"), d("20"), true, Allocation.VALUE));
        assertThat(included.tax()).isEqualTo(eur("20"));
        assertThat(included.total()).isEqualTo(eur("120"));
    }

    @Test
    void inAnotherCurrencyItStillAddsUp() {
        List<Line> lines = List.of(line("3.33", 1, "5", "0"), line("3.33", 1, "5", "0"), line("3.34", 1, "5", "0"));
        Bill usd = LandedCost.of(CurrencyUnit.USD, lines, Extras.none(CurrencyUnit.USD));
        Bill eur = LandedCost.in(usd, lines, EUR, d("0.9237"));
        assertThat(eur.total()).isEqualTo(eur("9.24"));
        assertThat(eur.lines().stream().map(LineCost::landed).reduce(Money.zero(EUR), Money::plus))
                .isEqualTo(eur("9.24"));
        assertThatThrownBy(() -> LandedCost.in(usd, lines, EUR, BigDecimal.ZERO))
                .isInstanceOf(Refusal.class);
    }

    @Test
    void whatCannotBeIsRefusedLineByLine() {
        assertThatThrownBy(() -> LandedCost.of(
                        EUR,
                        List.of(line("1", 0, "", "0"), line("-1", 1, "", "130")),
                        extras("0", "0", "0", "0", "0", Allocation.VALUE)))
                .isInstanceOfSatisfying(
                        Refusal.class,
                        e -> assertThat(e.faults())
                                .extracting(Refusal.Fault::where)
                                .containsExactly(
                                        "lines[0].quantity", "lines[1].unitPrice", "lines[1].discountPercent"));
        assertThatThrownBy(() -> LandedCost.of(
                        EUR, List.of(line("1", 1, "", "0")), extras("0", "2", "0", "0", "0", Allocation.VALUE)))
                .hasMessageContaining("more than the goods");
    }

    @Provide
    Arbitrary<List<Line>> orders() {
        Arbitrary<Line> line = Combinators.combine(
                        Arbitraries.bigDecimals()
                                .between(BigDecimal.ZERO, d("60"))
                                .ofScale(2),
                        Arbitraries.integers().between(1, 9),
                        Arbitraries.of("5", "10", "12", "15", "1.5", "")
                                .map(v -> v.isEmpty() ? Optional.<BigDecimal>empty() : Optional.of(d(v))),
                        Arbitraries.of("0", "0", "10", "12.5", "30", "33").map(BigDecimal::new))
                .as(Line::new);
        return line.list().ofMinSize(1).ofMaxSize(30);
    }

    /** The sums, worked out again in plain decimals of cents without the money library. */
    @Property(tries = 400)
    void sumsEqualTheTotalToTheCent(
            @ForAll("orders") List<Line> lines,
            @ForAll Allocation by,
            @ForAll @net.jqwik.api.constraints.IntRange(max = 5000) int shippingCents,
            @ForAll @net.jqwik.api.constraints.IntRange(max = 30) int percent) {
        Extras extras = new Extras(
                BigDecimal.valueOf(percent),
                eur("0"),
                Money.ofMinor(EUR, shippingCents),
                eur("1.19"),
                eur("0"),
                d("19"),
                false,
                by);
        Bill bill = LandedCost.of(EUR, lines, extras);
        long goods = 0;
        for (Line l : lines) {
            BigDecimal cents = l.unitPrice()
                    .movePointRight(2)
                    .multiply(BigDecimal.valueOf(l.quantity()))
                    .multiply(d("100").subtract(l.discountPercent()), MathContext.UNLIMITED)
                    .movePointLeft(2);
            goods += cents.setScale(0, RoundingMode.HALF_UP).longValueExact();
        }
        long off = BigDecimal.valueOf(goods * percent)
                .movePointLeft(2)
                .setScale(0, RoundingMode.HALF_UP)
                .longValueExact();
        long net = goods - off + shippingCents + 119;
        long tax = BigDecimal.valueOf(net * 19)
                .movePointLeft(2)
                .setScale(0, RoundingMode.HALF_UP)
                .longValueExact();
        assertThat(bill.goods().getAmountMinorLong()).isEqualTo(goods);
        assertThat(bill.total().getAmountMinorLong()).isEqualTo(net + tax);
        assertThat(bill.lines().stream()
                        .mapToLong(l -> l.landed().getAmountMinorLong())
                        .sum())
                .isEqualTo(net + tax);
        assertThat(bill.lines())
                .allSatisfy(l -> assertThat(l.landed().isNegative()).isFalse());
    }

    @Property(tries = 300)
    void theOrderOfLinesDoesNotMatter(@ForAll("orders") List<Line> lines, @ForAll Allocation by, @ForAll long seed) {
        Extras extras = extras("7", "0", "4.99", "0", "2.01", by);
        List<Line> shuffled = new ArrayList<>(lines);
        Collections.shuffle(shuffled, new Random(seed));
        assertThat(byLine(shuffled, extras)).containsExactlyInAnyOrderElementsOf(byLine(lines, extras));
    }

    private static List<String> byLine(List<Line> lines, Extras extras) {
        Bill bill = LandedCost.of(EUR, lines, extras);
        List<String> all = new ArrayList<>();
        for (int i = 0; i < lines.size(); i++)
            all.add(lines.get(i) + " " + bill.lines().get(i).landed());
        return all;
    }

    /** Every share lies within a cent of its exact share, the bound by which the method is known. */
    @Property(tries = 300)
    void sharesLieWithinACentOfTheExactOnes(
            @ForAll @net.jqwik.api.constraints.IntRange(max = 100000) int cents,
            @ForAll @net.jqwik.api.constraints.Size(min = 1, max = 20)
                    List<@net.jqwik.api.constraints.IntRange(min = 1, max = 999) Integer> weights) {
        List<Money> shares = Shares.of(
                Money.ofMinor(EUR, cents),
                weights.stream().map(BigDecimal::valueOf).toList(),
                Integer::compare);
        double sum = weights.stream().mapToInt(i -> i).sum();
        for (int i = 0; i < weights.size(); i++) {
            assertThat(Math.abs(shares.get(i).getAmountMinorLong() - cents * weights.get(i) / sum))
                    .isLessThan(1);
        }
        assertThat(shares.stream().mapToLong(Money::getAmountMinorLong).sum()).isEqualTo(cents);
    }

    @Test
    void fifteenThenTwelveNow() {
        SizePrice then = new SizePrice(Volume.of(15), eur("8.20"));
        SizePrice now = new SizePrice(Volume.of(12), eur("8.40"));
        assertThat(then.perMl()).isEqualByComparingTo("0.5467");
        assertThat(now.perMl()).isEqualByComparingTo("0.7000");
        // 0.7 / 0.54667 = 1.2805 (by hand)
        assertThat(now.percentDearerThan(then)).contains(d("28.0"));
        assertThat(then.percentDearerThan(now)).contains(d("-21.9"));
        assertThat(now.percentDearerThan(new SizePrice(Volume.of(12), Money.of(CurrencyUnit.USD, d("8")))))
                .isEmpty();
    }

    /** Thirty per cent off an order: 0.60 a ml on the label is 0.42 that was paid, whatever the postage. */
    @Test
    void whatWasPaidForALineHasItsPartOfTheDiscountTakenOff() {
        LandedCost.Extras off = new LandedCost.Extras(
                new BigDecimal(30), eur("0"), eur("4.50"), eur("0"), eur("0"), BigDecimal.ZERO, true, Allocation.VALUE);
        LandedCost.Bill bill = LandedCost.of(
                CurrencyUnit.EUR,
                List.of(
                        new LandedCost.Line(
                                new BigDecimal("9.00"), 1, Optional.of(new BigDecimal(15)), BigDecimal.ZERO),
                        new LandedCost.Line(
                                new BigDecimal("6.00"), 2, Optional.of(new BigDecimal(10)), BigDecimal.ZERO)),
                off);
        assertThat(bill.lines()).extracting(LandedCost.LineCost::paid).containsExactly(eur("6.30"), eur("8.40"));
        assertThat(bill.lines().stream().map(LandedCost.LineCost::paid).reduce(eur("0"), Money::plus))
                .isEqualTo(bill.goods().minus(bill.discount()));
    }
}
