package molvet.server.stock;

import java.math.BigDecimal;
import java.math.RoundingMode;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import molvet.core.collection.HoldingForm;
import molvet.core.maker.Sizes;
import molvet.core.measure.Refusal;
import molvet.core.pigment.Granulation;
import molvet.core.pigment.LabelReader;
import molvet.core.pigment.Lightfastness;
import molvet.core.pigment.PigmentReference;
import molvet.core.pigment.Recipe;
import molvet.core.pigment.Trait;
import molvet.core.stock.Replacement;
import molvet.server.choosing.ShortlistStore;
import molvet.server.collection.VoiceStore;
import molvet.server.collection.VoiceStore.VoiceRow;
import molvet.server.platform.Collector;
import molvet.server.stock.StockStore.LotRow;
import org.springframework.stereotype.Component;

/** What could be bought instead: paints of the collection, colours of makers’ charts, and what makers list now under the same name. */
@Component
class Markets {
    private static final String DISCONTINUED = "DISCONTINUED";

    private final StockStore store;
    private final ShortlistStore charts;
    private final VoiceStore voices;
    private final LabelReader reader;

    Markets(StockStore store, ShortlistStore charts, VoiceStore voices, LabelReader reader) {
        this.store = store;
        this.charts = charts;
        this.voices = voices;
        this.reader = reader;
    }

    /** All that could be bought: paints by their id, colours of charts by its negative. Prices in one currency, the commonest. */
    record Market(
            Map<Long, Replacement.Stocked> all, Map<Long, Replacement.Stocked> again, Set<Long> gone, String currency) {
        Replacement.Stocked stocked(Replacement r) {
            if (r.colour() == 0) return all.get(r.paint());
            return Optional.ofNullable(all.get(-r.colour()))
                    .orElseGet(() -> again.values().stream()
                            .filter(s -> s.colour() == r.colour())
                            .findFirst()
                            .orElseThrow());
        }

        Optional<Replacement.Stocked> of(long paint) {
            return Optional.ofNullable(all.get(paint));
        }

        List<Replacement> replacing(long paint, PigmentReference reference) {
            List<Replacement.Stocked> from = new ArrayList<>(all.values());
            if (again.containsKey(paint)) from.add(again.get(paint));
            return of(paint).map(p -> Replacement.of(p, from, reference)).orElse(List.of());
        }
    }

    Market market(Collector me) {
        List<LotRow> lots = store.lots(me);
        String currency = lots.stream()
                .map(LotRow::currency)
                .filter(java.util.Objects::nonNull)
                .collect(Collectors.groupingBy(c -> c, Collectors.counting()))
                .entrySet()
                .stream()
                .max(Map.Entry.comparingByValue())
                .map(Map.Entry::getKey)
                .orElse("EUR");
        Map<Long, BigDecimal> paid = new HashMap<>();
        Map<Long, String> sizes = charts.chartSizes(me);
        for (LotRow l : lots) {
            if (l.price() == null
                    || !currency.equals(l.currency())
                    || l.volume() == null
                    || l.volume().signum() <= 0) continue;
            if (HoldingForm.valueOf(l.form()).isOnlyASample()) continue;
            paid.put(l.paintId(), l.price().divide(l.volume(), 4, RoundingMode.HALF_UP));
        }
        Map<Long, StockStore.AsMadeRow> asMade = store.asMade(me);
        Set<Long> gone = asMade.values().stream()
                .filter(m -> m.status().equals(DISCONTINUED))
                .map(StockStore.AsMadeRow::paintId)
                .collect(Collectors.toSet());
        Map<Long, Replacement.Stocked> again = new HashMap<>();
        Map<Long, Replacement.Stocked> all = new LinkedHashMap<>();
        for (VoiceRow r : voices.all(me)) {
            all.put(
                    r.id(),
                    new Replacement.Stocked(
                            r.id(),
                            0,
                            r.name(),
                            r.maker(),
                            r.pigments(),
                            r.run(),
                            r.heard().get(Trait.GRANULATION).verdict().map(Granulation.class::cast),
                            r.heard().get(Trait.LIGHTFASTNESS).verdict().map(Lightfastness.class::cast),
                            !gone.contains(r.id()),
                            r.standing().equals("OWNED"),
                            Optional.ofNullable(sizes.get(r.id()))
                                    .flatMap(z -> perMl(z, currency))
                                    .or(() -> Optional.ofNullable(paid.get(r.id())))));
        }
        for (ShortlistStore.ListedRow c : charts.listed(me)) {
            all.put(
                    -c.id(),
                    new Replacement.Stocked(
                            0,
                            c.id(),
                            c.name(),
                            c.maker(),
                            reader.read(c.labelText()).recipe(),
                            Optional.empty(),
                            Optional.empty(),
                            Optional.empty(),
                            true,
                            false,
                            perMl(c.sizes(), currency)));
        }
        asMade.values().stream().filter(m -> !gone.contains(m.paintId())).forEach(m -> {
            Replacement.Stocked own = all.get(m.paintId());
            Recipe now = reader.read(m.labelText()).recipe();
            boolean same =
                    now.isEmpty() || now.fingerprint().equals(own.recipe().fingerprint());
            again.put(
                    m.paintId(),
                    new Replacement.Stocked(
                            0,
                            m.colourId(),
                            m.name(),
                            own.maker(),
                            now.isEmpty() ? own.recipe() : now,
                            same ? own.run() : Optional.empty(),
                            same ? own.grain() : Optional.empty(),
                            same ? own.lasts() : Optional.empty(),
                            true,
                            false,
                            perMl(m.sizes(), currency)));
        });
        return new Market(all, again, gone, currency);
    }

    /** Of the cheapest size by the ml. */
    private static Optional<BigDecimal> perMl(String sizes, String currency) {
        if (sizes.isEmpty()) return Optional.empty();
        try {
            return Sizes.parse(sizes, "EUR").all().stream()
                    .filter(s -> s.price().isPresent()
                            && s.price().get().getCurrencyUnit().getCode().equals(currency))
                    .map(s -> s.price().get().getAmount().divide(s.volume().ml(), 4, RoundingMode.HALF_UP))
                    .min(Comparator.naturalOrder());
        } catch (Refusal wordsOnly) {
            return Optional.empty();
        }
    }
}
