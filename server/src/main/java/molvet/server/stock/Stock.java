package molvet.server.stock;

import java.math.BigDecimal;
import java.math.RoundingMode;
import java.time.Clock;
import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneOffset;
import java.time.format.DateTimeParseException;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalDouble;
import molvet.core.collection.HoldingForm;
import molvet.core.collection.HoldingState;
import molvet.core.measure.Decimals;
import molvet.core.measure.Prices;
import molvet.core.measure.Refusal;
import molvet.core.measure.Words;
import molvet.core.stock.Weighing;
import molvet.server.arrival.Arrivals;
import molvet.server.platform.Acts;
import molvet.server.platform.Collector;
import molvet.server.platform.Fields;
import molvet.server.platform.NotFound;
import molvet.server.platform.OneOf;
import molvet.server.platform.Ownership;
import molvet.server.platform.Rows;
import molvet.server.stock.StockStore.ItemRow;
import molvet.server.stock.StockStore.LotRow;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** What is left is looked at, what goes is said, what is to buy is put on the list and ticked off. One act, one transaction. */
@Service
public class Stock {
    private static final int MOST_ITEMS = 500;
    private static final int MOST_SHOPS = 100;
    /** What an eye tells of a tube that is squeezed, or of a pan in quarters. */
    private static final int EYE = 15;

    private final StockStore store;
    private final StockViews views;
    private final ShoppingViews shopping;
    private final Arrivals arrivals;
    private final Ownership ownership;
    private final Acts acts;
    private final Rows rows;
    private final Clock clock;

    Stock(
            StockStore store,
            StockViews views,
            ShoppingViews shopping,
            Arrivals arrivals,
            Ownership ownership,
            Acts acts,
            Rows rows,
            Clock clock) {
        this.store = store;
        this.views = views;
        this.shopping = shopping;
        this.arrivals = arrivals;
        this.ownership = ownership;
        this.acts = acts;
        this.rows = rows;
        this.clock = clock;
    }

    /** How it was found out. */
    enum How {
        WEIGHED,
        EYE
    }

    /**
     * @param percent by eye, from 0 to 100
     * @param grams by weight; {@code empty} and {@code full} weights are kept by maker and size, and may be left out once known
     */
    public record LookedAt(
            @OneOf(How.class) String how,
            @Nullable Integer percent,
            @Nullable String grams,
            @Nullable String empty,
            @Nullable String full,
            @Nullable String on) {}

    /** @param state what became of it: USED_UP, GIVEN_AWAY, LOST, LENT, or HERE again */
    public record NewParting(
            @OneOf(HoldingState.class) String state,
            @Nullable String whom,
            @Nullable String note,
            @Nullable String on) {}

    public record NewShop(
            @Nullable String name,
            @Nullable String delivery,
            @Nullable String freeFrom,
            @Nullable String currency) {}

    /** @param shop its name, made when new; empty: none in particular */
    public record ToBuy(
            @Nullable List<Long> paints,
            @Nullable String shop,
            @Nullable String why) {}

    public record ChangedItem(
            @Nullable String shop,
            @Nullable Integer pieces,
            @Nullable String price,
            @Nullable String currency,
            @Nullable String volume,
            @Nullable Integer version) {}

    /** @param at when it was ticked off, by the phone’s clock; one that goes ahead is taken for now */
    public record Ticked(
            @Nullable Boolean ticked,
            @Nullable String at,
            @Nullable String price,
            @Nullable String currency) {}

    public record BoughtThere(@Nullable Long shop) {}

    private LocalDate today() {
        return LocalDate.ofInstant(clock.instant(), ZoneOffset.UTC);
    }

    private LotRow lot(Collector me, long id) {
        return store.lot(me, id).orElseThrow(() -> new NotFound("There is no such holding."));
    }

    // ---- left -------------------------------------------------------------------------------------------------------

    /** @return the paint */
    @Transactional
    public long look(Collector me, long holding, LookedAt typed) {
        LotRow lot = lot(me, holding);
        HoldingState state = HoldingState.valueOf(lot.state());
        if (!state.counts()) {
            throw Refusal.of(
                    "holding",
                    "It is " + state.name().toLowerCase().replace('_', ' ') + ": there is nothing to look at.",
                    "Say first that it is here again.");
        }
        LocalDate on = Fields.day("on", typed.on(), today());
        Map<String, Object> row = new HashMap<>();
        row.put("holding_id", holding);
        row.put("looked_on", on);
        How how = Fields.one("how", Fields.text(typed.how()), How.values());
        row.put("how", how.name());
        int left;
        boolean weighed = how == How.WEIGHED;
        OptionalDouble empty = weighed ? grams("empty", typed.empty()) : OptionalDouble.empty();
        OptionalDouble full = weighed ? grams("full", typed.full()) : OptionalDouble.empty();
        if (weighed) {
            Weighing w = weigh(me, lot, typed, empty, full);
            row.put("grams", grams("grams", typed.grams()).orElseThrow());
            row.put("plus_minus", w.plusMinus());
            row.put("said", w.from());
            left = w.percent();
        } else {
            if (typed.percent() == null || typed.percent() < 0 || typed.percent() > 100) {
                throw Refusal.of("percent", "What is left lies between 0 and 100 %.", "Draw the line again.");
            }
            left = typed.percent();
            row.put("plus_minus", EYE);
            row.put("said", "by eye");
        }
        row.put("left_percent", left);
        acts.act(me, () -> "Looked at what is left of " + lot.name() + ": " + left + " %", () -> {
            rows.add(me, "left_estimate", row);
            if (empty.isPresent() || full.isPresent()) keepWeights(me, lot, empty, full);
            boolean newest = store.estimates(me).getOrDefault(holding, List.of()).stream()
                    .findFirst()
                    .filter(e -> e.lookedOn().equals(on))
                    .isPresent();
            if (newest) {
                rows.change(me, "holding", holding, Map.of("left_percent", left - pouredAfter(me, lot, on, left)));
                if (left == 0) part(me, lot, HoldingState.USED_UP, "", "", on);
            }
        });
        return lot.paintId();
    }

    /** What was poured from it after it was looked at, in percent; never more than there was. */
    private int pouredAfter(Collector me, LotRow lot, LocalDate on, int left) {
        if (lot.volume() == null || lot.volume().signum() == 0) return 0;
        BigDecimal taken = store.pours(me).getOrDefault(lot.id(), List.of()).stream()
                .map(p -> p.takenAfter(on))
                .reduce(BigDecimal.ZERO, BigDecimal::add);
        return Math.min(
                left,
                taken.movePointRight(2)
                        .divide(lot.volume(), 0, RoundingMode.HALF_UP)
                        .intValue());
    }

    private Weighing weigh(Collector me, LotRow lot, LookedAt typed, OptionalDouble empty, OptionalDouble full) {
        if (HoldingForm.valueOf(lot.form()) != HoldingForm.TUBE) {
            throw Refusal.of("how", "Only a tube is weighed.", "Judge a pan in quarters, by eye.");
        }
        Optional<StockStore.WeightRow> kept = views.weight(me, lot);
        return Weighing.of(
                grams("grams", typed.grams())
                        .orElseThrow(
                                () -> Refusal.of("grams", "What does it weigh?", "Write what the scale says, in g.")),
                empty.isPresent() ? empty : views.known(kept.map(w -> w.emptyG())),
                full.isPresent() ? full : views.known(kept.map(w -> w.fullG())),
                lot.volume() == null
                        ? OptionalDouble.empty()
                        : OptionalDouble.of(lot.volume().doubleValue()));
    }

    private static OptionalDouble grams(String where, @Nullable String typed) {
        if (Fields.text(typed).isBlank()) return OptionalDouble.empty();
        BigDecimal g = Decimals.parse(where, typed.replaceAll("(?i)\\s*g\\s*$", ""));
        if (g.signum() <= 0 || g.compareTo(new BigDecimal(10_000)) > 0) {
            throw Refusal.of(where, "A weight lies between 0 and 10 000 g.", "Write what the scale says, in g.");
        }
        return OptionalDouble.of(g.doubleValue());
    }

    private void keepWeights(Collector me, LotRow lot, OptionalDouble empty, OptionalDouble full) {
        if (lot.volume() == null) return;
        Map<String, Object> row = new HashMap<>();
        if (empty.isPresent()) row.put("empty_g", empty.getAsDouble());
        if (full.isPresent()) row.put("full_g", full.getAsDouble());
        Optional<StockStore.WeightRow> own =
                views.weight(me, lot).filter(w -> java.util.Objects.equals(w.makerId(), lot.makerId()));
        if (own.isPresent()) {
            rows.change(me, "tube_weight", own.get().id(), row);
            return;
        }
        if (lot.makerId() != null) row.put("maker_id", lot.makerId());
        row.put("volume", lot.volume());
        rows.add(me, "tube_weight", row);
    }

    // ---- gone, and here again ---------------------------------------------------------------------------------------

    @Transactional
    public long part(Collector me, long holding, NewParting typed) {
        LotRow lot = lot(me, holding);
        HoldingState state = Fields.one("state", Fields.text(typed.state()), HoldingState.values());
        String whom = Words.line("whom", Fields.text(typed.whom()), 160);
        String note = Words.line("note", Fields.text(typed.note()), 300);
        LocalDate on = Fields.day("on", typed.on(), today());
        if (HoldingState.valueOf(lot.state()) == state) {
            throw Refusal.of("state", "That is what it is already. Nothing was changed.", "Say something else of it.");
        }
        acts.act(
                me,
                () -> lot.name()
                        + (state == HoldingState.HERE ? " is here again" : " is " + words(state))
                        + (whom.isEmpty() ? "" : ", " + whom),
                () -> part(me, lot, state, whom, note, on));
        return lot.paintId();
    }

    private static String words(HoldingState state) {
        return state.name().toLowerCase(java.util.Locale.ROOT).replace('_', ' ');
    }

    private void part(Collector me, LotRow lot, HoldingState state, String whom, String note, LocalDate on) {
        rows.add(
                me,
                "parting",
                Map.of("holding_id", lot.id(), "state", state.name(), "whom", whom, "note", note, "parted_on", on));
        Map<String, Object> holding = new HashMap<>();
        holding.put("state", state.name());
        if (state == HoldingState.USED_UP) holding.put("left_percent", 0);
        rows.change(me, "holding", lot.id(), holding);
    }

    // ---- to buy -----------------------------------------------------------------------------------------------------

    @Transactional
    public void toBuy(Collector me, ToBuy typed) {
        List<Long> paints = typed.paints() == null
                ? List.of()
                : typed.paints().stream().distinct().toList();
        if (paints.isEmpty()) throw Refusal.of("paints", "There is nothing to put on the list.", "Choose a paint.");
        paints.forEach(p -> ownership.require(me, "paint", p));
        String why = Words.line("why", Fields.text(typed.why()), 600);
        List<ItemRow> there = store.items(me);
        if (there.size() + paints.size() > MOST_ITEMS) {
            throw Refusal.of("paints", MOST_ITEMS + " things are the most a list holds.", "Tick some off first.");
        }
        acts.act(me, () -> "Put " + paints.size() + " on the list to buy", () -> {
            Long shop = shop(me, typed.shop());
            for (long paint : paints) {
                if (there.stream().anyMatch(i -> i.paintId() == paint)) continue;
                Map<String, Object> row = new HashMap<>();
                row.put("paint_id", paint);
                row.put("why", why);
                if (shop != null) row.put("shop_id", shop);
                rows.add(me, "shopping_item", row);
            }
        });
    }

    private @Nullable Long shop(Collector me, @Nullable String typed) {
        String name = Words.line("shop", Fields.text(typed), 160);
        if (name.isEmpty()) return null;
        List<StockStore.ShopRow> all = store.shops(me);
        Optional<Long> there = all.stream()
                .filter(s -> s.name().equalsIgnoreCase(name))
                .map(StockStore.ShopRow::id)
                .findFirst();
        if (there.isPresent()) return there.get();
        if (all.size() >= MOST_SHOPS)
            throw Refusal.of("shop", MOST_SHOPS + " shops are kept already.", "Use one of them.");
        return rows.add(me, "shop", Map.of("name", name, "currency", "EUR"));
    }

    /** What delivery costs there, and from which sum on it is free. */
    @Transactional
    public void shop(Collector me, NewShop typed) {
        String name = Words.needed("name", Fields.text(typed.name()), 160);
        String currency = Fields.text(typed.currency()).isBlank() ? "EUR" : Fields.text(typed.currency());
        Map<String, Object> row = new HashMap<>();
        row.put("currency", Prices.parse("0", currency).getCurrencyUnit().getCode());
        row.put("delivery", money(typed.delivery(), currency));
        row.put("free_from", money(typed.freeFrom(), currency));
        acts.act(me, () -> "Changed the shop " + name, () -> {
            Long id = shop(me, name);
            if (id != null) rows.change(me, "shop", id, row);
        });
    }

    private static Optional<BigDecimal> money(@Nullable String typed, String currency) {
        return Fields.text(typed).isBlank()
                ? Optional.empty()
                : Optional.of(Prices.parse(typed, currency).getAmount());
    }

    private ItemRow item(Collector me, long id) {
        return store.item(me, id).orElseThrow(() -> new NotFound("It is not on the list any more."));
    }

    @Transactional
    public void change(Collector me, long id, ChangedItem typed) {
        item(me, id);
        int pieces = typed.pieces() == null ? 1 : typed.pieces();
        if (pieces < 1 || pieces > 99) throw Refusal.of("pieces", "Between 1 and 99 are bought.", "Say how many.");
        Map<String, Object> row = price(typed.price(), typed.currency());
        row.put("pieces", pieces);
        row.put(
                "volume",
                Fields.text(typed.volume()).isBlank() ? Optional.empty() : Optional.of(volume(typed.volume())));
        acts.act(me, () -> "Changed the list to buy", () -> {
            row.put("shop_id", Optional.ofNullable(shop(me, typed.shop())));
            rows.change(me, "shopping_item", id, row, typed.version(), () -> shopping.list(me));
        });
    }

    private static BigDecimal volume(String typed) {
        BigDecimal ml = Decimals.parse("volume", typed.replaceAll("(?i)\\s*ml\\s*$", ""));
        if (ml.signum() <= 0 || ml.compareTo(new BigDecimal(2000)) > 0) {
            throw Refusal.of("volume", "A tube holds more than 0 and at most 2000 ml.", "Say ml.");
        }
        return ml;
    }

    private static Map<String, Object> price(@Nullable String price, @Nullable String currency) {
        Map<String, Object> row = new HashMap<>();
        if (Fields.text(price).isBlank()) {
            row.put("price", Optional.empty());
            row.put("currency", Optional.empty());
        } else {
            var money = Prices.parse(price, Fields.text(currency).isBlank() ? "EUR" : currency);
            row.put("price", money.getAmount());
            row.put("currency", money.getCurrencyUnit().getCode());
        }
        return row;
    }

    @Transactional
    public void remove(Collector me, long id) {
        item(me, id);
        acts.act(me, () -> "Took something off the list to buy", () -> rows.remove(me, "shopping_item", id));
    }

    /** Ticked off in the shop, or not after all. */
    @Transactional
    public void tick(Collector me, long id, Ticked typed) {
        item(me, id);
        Map<String, Object> row = new HashMap<>();
        boolean ticked = typed.ticked() == null || typed.ticked();
        row.put("ticked_at", ticked ? Optional.of(at(typed.at())) : Optional.empty());
        if (!Fields.text(typed.price()).isBlank()) row.putAll(price(typed.price(), typed.currency()));
        acts.act(
                me,
                () -> ticked ? "Ticked off the list" : "Put back on the list",
                () -> rows.change(me, "shopping_item", id, row));
    }

    /** A phone’s clock may be wrong: what lies ahead, or is no time, is now. */
    private Instant at(@Nullable String typed) {
        try {
            Instant noted = Instant.parse(Fields.text(typed));
            return noted.isAfter(clock.instant()) ? clock.instant() : noted;
        } catch (DateTimeParseException e) {
            return clock.instant();
        }
    }

    /** What was ticked off becomes the draft of an arrival and leaves the list. @return the arrival */
    @Transactional
    public long bought(Collector me, BoughtThere typed) {
        List<ItemRow> ticked = store.items(me).stream()
                .filter(i -> i.tickedAt() != null)
                .filter(i -> typed.shop() == null || typed.shop().equals(i.shopId()))
                .toList();
        if (ticked.isEmpty()) {
            throw Refusal.of("shop", "Nothing is ticked off yet.", "Tick off what you bought.");
        }
        List<String> currencies = ticked.stream()
                .map(ItemRow::currency)
                .filter(java.util.Objects::nonNull)
                .distinct()
                .toList();
        String shop = store.shops(me).stream()
                .filter(s -> s.id() == (typed.shop() == null ? -1 : typed.shop()))
                .map(StockStore.ShopRow::name)
                .findFirst()
                .orElse("");
        LocalDate on = LocalDate.ofInstant(
                molvet.server.platform.Utc.instant(ticked.get(0).tickedAt()), ZoneOffset.UTC);
        List<String> lines = new ArrayList<>(shopping.lines(me, ticked));
        return acts.act(me, () -> "Made an arrival of " + lines.size() + " bought", () -> {
            long arrival = arrivals.start(
                    me,
                    new Arrivals.NewArrival(
                            "HAUL",
                            "",
                            on.toString(),
                            shop,
                            null,
                            currencies.size() == 1 ? currencies.get(0) : "EUR",
                            String.join("\n", lines),
                            null,
                            null,
                            null,
                            null));
            ticked.forEach(i -> rows.remove(me, "shopping_item", i.id()));
            return arrival;
        });
    }
}
