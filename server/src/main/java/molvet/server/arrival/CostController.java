package molvet.server.arrival;

import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import molvet.core.arrival.LandedCost;
import molvet.core.measure.Decimals;
import molvet.core.measure.Refusal;
import molvet.server.platform.Collector;
import molvet.server.platform.Fields;
import molvet.server.platform.OneOf;
import org.joda.money.CurrencyUnit;
import org.jspecify.annotations.Nullable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RestController;

/** What a parcel costs as it lands, worked out without keeping anything. */
@RestController
class CostController {
    record CostLine(
            @Nullable String unitPrice,
            @Nullable Integer quantity,
            @Nullable BigDecimal volume,
            @Nullable BigDecimal discountPercent) {}

    /** {@code rate}: one of {@code currency} is so much of {@code into}. */
    record CostOrder(
            @Nullable String currency,
            @Nullable List<CostLine> lines,
            @Nullable BigDecimal orderDiscountPercent,
            @Nullable String voucher,
            @Nullable String shipping,
            @Nullable String duty,
            @Nullable String courierFee,
            @Nullable BigDecimal taxPercent,
            @Nullable Boolean taxIncluded,
            @OneOf(LandedCost.Allocation.class) @Nullable String allocate,
            @Nullable String into,
            @Nullable String rate) {}

    record CostLineView(
            String goods,
            String landed,
            String perUnit,
            @Nullable String perMl) {}

    /** Amounts in {@code currency}; {@code total = goods − discount + shipping + duty + fee + tax not included}. */
    record BillView(
            String currency,
            List<CostLineView> lines,
            String goods,
            String discount,
            String tax,
            String total,
            List<String> notes) {
        static BillView of(LandedCost.Bill b) {
            return new BillView(
                    b.total().getCurrencyUnit().getCode(),
                    b.lines().stream()
                            .map(l -> new CostLineView(
                                    l.goods().getAmount().toPlainString(),
                                    l.landed().getAmount().toPlainString(),
                                    short4(l.perUnit()),
                                    l.perMl().map(BillView::short4).orElse(null)))
                            .toList(),
                    b.goods().getAmount().toPlainString(),
                    b.discount().getAmount().toPlainString(),
                    b.tax().getAmount().toPlainString(),
                    b.total().getAmount().toPlainString(),
                    b.notes());
        }

        /** To the cent where that is exact, else to four decimals. */
        private static String short4(BigDecimal v) {
            BigDecimal short2 = v.stripTrailingZeros();
            return (short2.scale() < 2 ? short2.setScale(2) : short2).toPlainString();
        }
    }

    @PostMapping("/api/arrivals/cost")
    BillView cost(Collector me, @RequestBody CostOrder order) {
        CurrencyUnit currency = Arrivals.currency(Fields.text(order.currency()));
        List<Refusal.Fault> faults = new ArrayList<>();
        List<LandedCost.Line> lines = new ArrayList<>();
        List<CostLine> typed = order.lines() == null ? List.of() : order.lines();
        for (int i = 0; i < typed.size(); i++) {
            CostLine l = typed.get(i);
            String where = "lines[" + i + "].unitPrice";
            BigDecimal price = Fields.tried(
                    faults,
                    () -> ArrivalSheet.money(where, l.unitPrice(), currency).getAmount());
            if (l.volume() != null && (l.volume().signum() <= 0 || l.volume().compareTo(new BigDecimal(5000)) > 0)) {
                faults.add(new Refusal.Fault(
                        "lines[" + i + "].volume",
                        "A volume of " + l.volume().toPlainString() + " ml is not one a paint comes in.",
                        "Leave it out for what is no paint."));
            }
            lines.add(new LandedCost.Line(
                    price == null ? BigDecimal.ZERO : price,
                    l.quantity() == null ? 1 : l.quantity(),
                    Optional.ofNullable(l.volume()),
                    l.discountPercent() == null ? BigDecimal.ZERO : l.discountPercent()));
        }
        if (!faults.isEmpty()) throw new Refusal(faults);
        LandedCost.Bill bill = LandedCost.of(
                currency,
                lines,
                new LandedCost.Extras(
                        orZero(order.orderDiscountPercent()),
                        ArrivalSheet.money("voucher", order.voucher(), currency),
                        ArrivalSheet.money("shipping", order.shipping(), currency),
                        ArrivalSheet.money("duty", order.duty(), currency),
                        ArrivalSheet.money("courierFee", order.courierFee(), currency),
                        orZero(order.taxPercent()),
                        !Boolean.FALSE.equals(order.taxIncluded()),
                        Fields.one(
                                "allocate",
                                order.allocate(),
                                LandedCost.Allocation.VALUE,
                                LandedCost.Allocation.values())));
        if (Fields.text(order.into()).isBlank()) return BillView.of(bill);
        return BillView.of(LandedCost.in(
                bill,
                lines,
                Arrivals.currency(Fields.text(order.into())),
                Decimals.parse("rate", Fields.text(order.rate()))));
    }

    private static BigDecimal orZero(@Nullable BigDecimal n) {
        return n == null ? BigDecimal.ZERO : n;
    }
}
