package molvet.core.arrival;

import java.math.BigDecimal;
import java.math.RoundingMode;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import molvet.core.arrival.QuickLine.Charge;
import molvet.core.arrival.QuickLine.Kind;
import molvet.core.measure.Shares;
import molvet.core.pigment.Note;
import org.joda.money.CurrencyUnit;
import org.joda.money.Money;

/** The price of a set in one sum, divided among its paints to the cent. */
final class SetPrice {
    private static final int FINE = 6;
    private static final BigDecimal HUNDRED = new BigDecimal(100);

    private SetPrice() {}

    /**
     * The sum is that of the lines which say so; or the bill's, where no paint has a price and there are two or more. It is
     * divided by millilitres where every paint says how many, else by pieces.
     *
     * @return the lines in their order, those that had no price with their part
     */
    static List<QuickLine> divided(List<QuickLine> lines) {
        List<QuickLine> open = lines.stream()
                .filter(l -> l.kind() == Kind.PAINT && l.unitPrice().isEmpty())
                .toList();
        boolean none = lines.stream()
                .noneMatch(l -> l.kind() == Kind.PAINT && l.unitPrice().isPresent());
        Optional<QuickLine> said = lines.stream()
                .filter(l -> isOf(l, Charge.TOGETHER) || none && open.size() > 1 && isOf(l, Charge.SUM))
                .filter(l -> l.unitPrice().isPresent())
                .reduce((a, b) -> isOf(a, Charge.TOGETHER) && !isOf(b, Charge.TOGETHER) ? a : b);
        if (said.isEmpty()) return lines;
        if (open.isEmpty()) {
            String why = none
                    ? "Write the paints of the set, one a line; its price is divided among them."
                    : "Every paint has a price of its own, so this sum was not divided.";
            return lines.stream()
                    .map(l ->
                            l == said.get() ? l.with(l.unitPrice(), List.of(Note.of(l.name(), "not-divided", why))) : l)
                    .toList();
        }
        CurrencyUnit currency = said.get().currency().map(CurrencyUnit::of).orElse(CurrencyUnit.EUR);
        BigDecimal sum = said.get()
                .unitPrice()
                .orElseThrow()
                .multiply(HUNDRED.subtract(said.get().discountPercent()))
                .divide(HUNDRED, 2, RoundingMode.HALF_UP);
        boolean byVolume = open.stream().allMatch(l -> l.volume().isPresent());
        List<BigDecimal> weights = open.stream()
                .map(l -> BigDecimal.valueOf(l.quantity())
                        .multiply(byVolume ? l.volume().orElseThrow().ml() : BigDecimal.ONE))
                .toList();
        List<Money> parts =
                Shares.of(Money.of(currency, sum, RoundingMode.HALF_UP), weights, Comparator.naturalOrder());
        Map<QuickLine, BigDecimal> each = new HashMap<>();
        int pieces = 0;
        for (int i = 0; i < open.size(); i++) {
            int quantity = open.get(i).quantity();
            pieces += quantity;
            each.put(
                    open.get(i),
                    parts.get(i).getAmount().divide(BigDecimal.valueOf(quantity), FINE, RoundingMode.HALF_UP));
        }
        boolean even = weights.stream().distinct().count() == 1 || !byVolume;
        Note note = Note.of(
                said.get().name(),
                "divided",
                sum.toPlainString() + " was divided among " + pieces + (pieces == 1 ? " piece" : " pieces")
                        + (even
                                ? ", about "
                                        + sum.divide(BigDecimal.valueOf(pieces), 2, RoundingMode.HALF_UP)
                                                .toPlainString()
                                        + " each."
                                : " by their millilitres."));
        List<QuickLine> out = new ArrayList<>();
        for (QuickLine l : lines) {
            if (l == said.get()) out.add(l.with(l.unitPrice(), List.of(note)));
            else if (each.containsKey(l)) out.add(l.with(Optional.of(short2(each.get(l))), List.of()));
            else out.add(l);
        }
        return out;
    }

    private static boolean isOf(QuickLine l, Charge charge) {
        return l.charge().equals(Optional.of(charge));
    }

    /** To the cent where that is exact. */
    private static BigDecimal short2(BigDecimal v) {
        BigDecimal short2 = v.stripTrailingZeros();
        return short2.scale() < 2 ? short2.setScale(2) : short2;
    }
}
