package molvet.server.arrival;

import java.math.BigDecimal;
import java.util.List;
import molvet.core.arrival.LandedCost;
import molvet.core.arrival.LandedCost.Allocation;
import molvet.core.arrival.LandedCost.Extras;
import molvet.core.measure.Decimals;
import molvet.core.measure.Prices;
import molvet.core.measure.Refusal;
import molvet.core.measure.Words;
import molvet.server.platform.Fields;
import molvet.server.platform.OneOf;
import org.joda.money.CurrencyUnit;
import org.joda.money.Money;
import org.jspecify.annotations.Nullable;

/**
 * Everything on a bill that is no line, as typed: discounts, ways to send it, tax, another currency, and parcels.
 *
 * @param ways ways to send it, side by side until one is chosen; {@code way} is the index of that one
 * @param homeCurrency what the collector counts in, with {@code rate} as typed: one of the bill's is so much of it
 * @param parcels those that came or are on their way
 * @param withoutScales whether proposed scales are left alone
 */
public record ArrivalSheet(
        @Nullable String orderDiscountPercent,
        @Nullable String voucher,
        @Nullable List<Way> ways,
        @Nullable Integer way,
        @Nullable String taxPercent,
        @Nullable Boolean taxIncluded,
        @OneOf(LandedCost.Allocation.class) @Nullable String allocate,
        @Nullable String homeCurrency,
        @Nullable String rate,
        @Nullable List<Parcel> parcels,
        @Nullable Boolean withoutScales) {
    static final ArrivalSheet BLANK =
            new ArrivalSheet(null, null, null, null, null, null, null, null, null, null, null);
    private static final int MOST = 20;

    /** One way to send it: post, or a courier with its fees. */
    public record Way(
            @Nullable String name,
            @Nullable String shipping,
            @Nullable String duty,
            @Nullable String courierFee) {}

    /** @param cameOn empty while it is on its way */
    public record Parcel(
            int number, @Nullable String cameOn, @Nullable String note) {}

    /** Amounts that stand as lines in the text and belong to every way. */
    record Charges(BigDecimal shipping, BigDecimal duty, BigDecimal courier, BigDecimal voucher, BigDecimal percent) {
        static final Charges NONE =
                new Charges(BigDecimal.ZERO, BigDecimal.ZERO, BigDecimal.ZERO, BigDecimal.ZERO, BigDecimal.ZERO);
    }

    List<Way> waysOrOne() {
        return ways == null || ways.isEmpty() ? List.of(new Way("", "", "", "")) : ways;
    }

    int chosenWay() {
        return way == null || way < 0 || way >= waysOrOne().size() ? 0 : way;
    }

    List<Parcel> parcelsOrNone() {
        return parcels == null ? List.of() : parcels;
    }

    /** Whether a parcel has come; one that is not listed has. */
    boolean hasCome(@Nullable Integer parcel) {
        return parcel == null
                || parcelsOrNone().stream()
                        .noneMatch(
                                p -> p.number == parcel && Fields.text(p.cameOn).isBlank());
    }

    /** @throws Refusal naming the field that is no amount or percentage */
    Extras extras(Way way, CurrencyUnit currency, Charges charges) {
        return new Extras(
                percent("orderDiscountPercent", orderDiscountPercent).add(charges.percent),
                money("voucher", voucher, currency).plus(charges.voucher),
                money("shipping", way.shipping, currency).plus(charges.shipping),
                money("duty", way.duty, currency).plus(charges.duty),
                money("courierFee", way.courierFee, currency).plus(charges.courier),
                percent("taxPercent", taxPercent),
                !Boolean.FALSE.equals(taxIncluded),
                Fields.one("allocate", allocate, Allocation.VALUE, Allocation.values()));
    }

    /** Checks that everything can be kept, even where a bill cannot be made of it yet. */
    ArrivalSheet checked() {
        if (waysOrOne().size() > MOST || parcelsOrNone().size() > MOST) {
            throw Refusal.of("sheet", "More than 20 ways or parcels.", "Keep those that are still to be decided.");
        }
        for (String s : new String[] {orderDiscountPercent, voucher, taxPercent, allocate, homeCurrency, rate}) {
            Words.line("amount", Fields.text(s), 40);
        }
        for (Way w : waysOrOne()) {
            Words.line("way", Fields.text(w.name), 60);
            for (String s : new String[] {w.shipping, w.duty, w.courierFee}) Words.line("amount", Fields.text(s), 40);
        }
        for (Parcel p : parcelsOrNone()) {
            Words.line("note", Fields.text(p.note), 300);
            if (!Fields.text(p.cameOn).isBlank()) Fields.day("cameOn", p.cameOn, null);
        }
        return this;
    }

    ArrivalSheet withParcel(int number, String cameOn) {
        List<Parcel> others =
                parcelsOrNone().stream().filter(p -> p.number != number).toList();
        List<Parcel> all = new java.util.ArrayList<>(others);
        all.add(new Parcel(number, cameOn, ""));
        return new ArrivalSheet(
                orderDiscountPercent,
                voucher,
                ways,
                way,
                taxPercent,
                taxIncluded,
                allocate,
                homeCurrency,
                rate,
                all,
                withoutScales);
    }

    static Money money(String where, @Nullable String typed, CurrencyUnit currency) {
        if (Fields.text(typed).isBlank()) return Money.zero(currency);
        try {
            return Prices.parse(Fields.text(typed), currency.getCode());
        } catch (Refusal e) {
            Refusal.Fault f = e.faults().get(0);
            throw Refusal.of(where, f.message(), f.suggestion());
        }
    }

    static BigDecimal percent(String where, @Nullable String typed) {
        return Fields.text(typed).isBlank()
                ? BigDecimal.ZERO
                : Decimals.parse(where, Fields.text(typed).replace("%", ""));
    }
}
