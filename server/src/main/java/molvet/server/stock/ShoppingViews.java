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
import molvet.core.measure.Volume;
import molvet.core.stock.PriceSeen;
import molvet.server.choosing.ShortlistStore;
import molvet.server.collection.PaintViews;
import molvet.server.collection.PaintViews.PaintEntry;
import molvet.server.collection.VoiceStore;
import molvet.server.platform.Collector;
import molvet.server.stock.StockStore.ItemRow;
import molvet.server.stock.StockStore.ShopRow;
import org.joda.money.CurrencyUnit;
import org.joda.money.Money;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** The list to buy from, by shop, with what prices are worth and what is wanting for free delivery. */
@Component
class ShoppingViews {
    private final StockStore store;
    private final ShortlistStore charts;
    private final StockViews stock;
    private final VoiceStore voices;
    private final PaintViews paints;

    ShoppingViews(StockStore store, ShortlistStore charts, StockViews stock, VoiceStore voices, PaintViews paints) {
        this.store = store;
        this.charts = charts;
        this.stock = stock;
        this.voices = voices;
        this.paints = paints;
    }

    /**
     * @param price of a piece: as it was written on the list, else the last that was seen there or anywhere, else the chart’s; {@code
     *     priceFrom} says which
     * @param good whether it is a good price, in a sentence; {@code over} a limit that was set with the wish
     */
    record ItemView(
            long id,
            PaintEntry paint,
            int pieces,
            String why,
            @Nullable String price,
            @Nullable String currency,
            @Nullable String volume,
            String priceFrom,
            @Nullable String perMl,
            String good,
            String over,
            boolean ticked,
            int version) {}

    /**
     * @param sum of what has a price, in its currency; {@code unpriced} have none
     * @param delivery what is wanting for free delivery, and what of one’s own list would fill it, in words
     */
    record ShopView(
            @Nullable Long shop,
            String name,
            String sum,
            String currency,
            int unpriced,
            int ticked,
            @Nullable String deliveryCosts,
            @Nullable String freeFrom,
            String delivery,
            List<ItemView> items) {}

    /** What could be put on it. @param why wished for, runs low, or chosen in a final cut */
    record ProposedItem(PaintEntry paint, String why) {}

    record ShoppingList(List<ShopView> shops, List<ProposedItem> proposed, List<String> shopNames) {}

    private record Price(Money money, Optional<BigDecimal> volume, String from) {}

    @Transactional(readOnly = true)
    public ShoppingList list(Collector me) {
        List<ItemRow> items = store.items(me);
        Map<Long, PaintEntry> entries = entries(me, items);
        Map<Long, List<StockStore.SeenRow>> seen =
                store.seen(me).stream().collect(Collectors.groupingBy(StockStore.SeenRow::paintId));
        Map<Long, String> sizes = charts.chartSizes(me);
        Map<Long, List<StockStore.LotRow>> lots =
                store.lots(me).stream().collect(Collectors.groupingBy(StockStore.LotRow::paintId));
        Map<Long, VoiceStore.WishRow> wishes =
                voices.wishes(me).stream().collect(Collectors.toMap(VoiceStore.WishRow::paintId, w -> w));
        List<ShopRow> shops = store.shops(me);
        Map<Long, Price> prices = new HashMap<>();
        Map<Long, ItemView> views = new LinkedHashMap<>();
        for (ItemRow i : items) {
            if (!entries.containsKey(i.paintId())) continue;
            String shop = shops.stream()
                    .filter(s -> i.shopId() != null && s.id() == i.shopId())
                    .map(ShopRow::name)
                    .findFirst()
                    .orElse("");
            Optional<Price> price = price(i, shop, seen.getOrDefault(i.paintId(), List.of()), sizes.get(i.paintId()));
            price.ifPresent(p -> prices.put(i.id(), p));
            views.put(
                    i.id(),
                    view(
                            i,
                            entries.get(i.paintId()),
                            price,
                            seen.getOrDefault(i.paintId(), List.of()),
                            lots.getOrDefault(i.paintId(), List.of()),
                            wishes.get(i.paintId())));
        }
        List<ShopView> by = new ArrayList<>();
        List<ShopRow> all = new ArrayList<>(shops);
        for (ShopRow s : all) {
            List<ItemRow> there = items.stream()
                    .filter(i -> i.shopId() != null && i.shopId() == s.id() && views.containsKey(i.id()))
                    .toList();
            if (!there.isEmpty()) by.add(shop(s, there, items, views, prices));
        }
        List<ItemRow> nowhere = items.stream()
                .filter(i -> i.shopId() == null && views.containsKey(i.id()))
                .toList();
        if (!nowhere.isEmpty()) by.add(shop(null, nowhere, items, views, prices));
        Set<Long> on = items.stream().map(ItemRow::paintId).collect(Collectors.toSet());
        return new ShoppingList(
                by, proposed(me, on), shops.stream().map(ShopRow::name).toList());
    }

    private Map<Long, PaintEntry> entries(Collector me, List<ItemRow> items) {
        return paints.entries(me, items.stream().map(ItemRow::paintId).toList()).stream()
                .collect(Collectors.toMap(PaintEntry::id, e -> e));
    }

    private static Optional<Price> price(
            ItemRow i, String shop, List<StockStore.SeenRow> seen, @Nullable String sizes) {
        if (i.price() != null) {
            return Optional.of(
                    new Price(money(i.price(), i.currency()), Optional.ofNullable(i.volume()), "as you wrote"));
        }
        Optional<StockStore.SeenRow> there = seen.stream()
                .filter(n -> !shop.isEmpty() && n.readWhere().equalsIgnoreCase(shop))
                .findFirst()
                .or(() -> shop.isEmpty() ? seen.stream().findFirst() : Optional.empty());
        if (there.isPresent()) {
            StockStore.SeenRow n = there.get();
            return Optional.of(new Price(
                    money(n.price(), n.currency()),
                    Optional.ofNullable(n.volume()),
                    "seen " + (n.readWhere().isEmpty() ? "" : "at " + n.readWhere() + " ") + "on " + n.notedOn()));
        }
        if (sizes == null) return Optional.empty();
        try {
            return Sizes.parse(sizes, "EUR").all().stream()
                    .filter(s -> s.price().isPresent())
                    .filter(s -> i.volume() == null || s.volume().ml().compareTo(i.volume()) == 0)
                    .min(Comparator.comparing(s -> s.price().orElseThrow().getAmount()))
                    .map(s -> new Price(
                            s.price().orElseThrow(), Optional.of(s.volume().ml()), "its maker's chart, " + s.volume()));
        } catch (Refusal wordsOnly) {
            return Optional.empty();
        }
    }

    private static Money money(BigDecimal amount, @Nullable String currency) {
        return Money.of(CurrencyUnit.of(currency == null ? "EUR" : currency), amount, RoundingMode.HALF_UP);
    }

    private static ItemView view(
            ItemRow i,
            PaintEntry paint,
            Optional<Price> price,
            List<StockStore.SeenRow> seen,
            List<StockStore.LotRow> lots,
            VoiceStore.@Nullable WishRow wish) {
        Optional<BigDecimal> perMl = price.flatMap(p -> p.volume
                .filter(v -> v.signum() > 0)
                .map(v -> p.money.getAmount().divide(v, 4, RoundingMode.HALF_UP)));
        return new ItemView(
                i.id(),
                paint,
                i.pieces(),
                i.why(),
                price.map(p -> p.money.getAmount().toPlainString()).orElse(null),
                price.map(p -> p.money.getCurrencyUnit().getCode()).orElse(null),
                price.flatMap(Price::volume)
                        .map(v -> v.stripTrailingZeros().toPlainString())
                        .orElse(null),
                price.map(Price::from).orElse("no price is known"),
                perMl.map(p -> p.setScale(2, RoundingMode.HALF_UP).toPlainString())
                        .orElse(null),
                perMl.flatMap(p -> PriceSeen.judged(p, before(price.orElseThrow(), seen, lots)))
                        .orElse(""),
                wish == null
                        ? ""
                        : price.flatMap(p -> wish.limit()
                                        .exceededBy(
                                                p.money,
                                                p.volume
                                                        .filter(v -> v.signum() > 0)
                                                        .map(Volume::new)))
                                .orElse(""),
                i.tickedAt() != null,
                i.version());
    }

    /** What was paid and seen in the same currency, but for the price itself. */
    private static List<PriceSeen> before(Price price, List<StockStore.SeenRow> seen, List<StockStore.LotRow> lots) {
        String currency = price.money.getCurrencyUnit().getCode();
        List<PriceSeen> all = new ArrayList<>();
        for (StockStore.LotRow l : lots) {
            if (l.price() == null || l.volume() == null || l.volume().signum() <= 0) continue;
            if (!currency.equals(l.currency()) || HoldingForm.valueOf(l.form()).isOnlyASample()) continue;
            all.add(new PriceSeen(
                    "paid", Optional.ofNullable(l.cameOn()), l.price().divide(l.volume(), 4, RoundingMode.HALF_UP)));
        }
        for (StockStore.SeenRow n : seen) {
            if (n.volume() == null || n.volume().signum() <= 0 || !currency.equals(n.currency())) continue;
            String from = "seen " + (n.readWhere().isEmpty() ? "" : "at " + n.readWhere() + " ") + "on " + n.notedOn();
            if (from.equals(price.from)) continue;
            all.add(new PriceSeen(
                    n.readWhere().isEmpty() ? "seen" : "seen at " + n.readWhere(),
                    Optional.of(n.notedOn()),
                    n.price().divide(n.volume(), 4, RoundingMode.HALF_UP)));
        }
        return all;
    }

    private static ShopView shop(
            @Nullable ShopRow s,
            List<ItemRow> there,
            List<ItemRow> all,
            Map<Long, ItemView> views,
            Map<Long, Price> prices) {
        String currency = s != null
                ? s.currency()
                : there.stream()
                        .map(i -> prices.get(i.id()))
                        .filter(java.util.Objects::nonNull)
                        .map(p -> p.money.getCurrencyUnit().getCode())
                        .findFirst()
                        .orElse("EUR");
        BigDecimal sum = BigDecimal.ZERO;
        int unpriced = 0;
        for (ItemRow i : there) {
            Price p = prices.get(i.id());
            if (p == null || !p.money.getCurrencyUnit().getCode().equals(currency)) unpriced++;
            else sum = sum.add(p.money.getAmount().multiply(BigDecimal.valueOf(i.pieces())));
        }
        return new ShopView(
                s == null ? null : s.id(),
                s == null ? "" : s.name(),
                sum.setScale(CurrencyUnit.of(currency).getDecimalPlaces(), RoundingMode.HALF_UP)
                        .toPlainString(),
                currency,
                unpriced,
                (int) there.stream().filter(i -> i.tickedAt() != null).count(),
                s == null || s.delivery() == null ? null : s.delivery().toPlainString(),
                s == null || s.freeFrom() == null ? null : s.freeFrom().toPlainString(),
                s == null ? "" : delivery(s, sum, all, views, prices),
                there.stream().map(i -> views.get(i.id())).toList());
    }

    /** Only what is on the list already may fill the gap: nothing is bought for the delivery’s sake. */
    private static String delivery(
            ShopRow s, BigDecimal sum, List<ItemRow> all, Map<Long, ItemView> views, Map<Long, Price> prices) {
        if (s.freeFrom() == null) return "";
        BigDecimal wanting = s.freeFrom().subtract(sum);
        if (wanting.signum() <= 0) return "Delivery is free.";
        String short_ = wanting.toPlainString() + " " + s.currency() + " are wanting for free delivery.";
        record Other(ItemView item, BigDecimal price) {}
        List<Other> others = all.stream()
                .filter(i -> (i.shopId() == null || i.shopId() != s.id()) && prices.containsKey(i.id()))
                .filter(i ->
                        prices.get(i.id()).money.getCurrencyUnit().getCode().equals(s.currency()))
                .map(i -> new Other(
                        views.get(i.id()),
                        prices.get(i.id()).money.getAmount().multiply(BigDecimal.valueOf(i.pieces()))))
                .sorted(Comparator.comparing(Other::price))
                .toList();
        // The one that just fills it, else as many of the dearest as are needed.
        Optional<Other> one =
                others.stream().filter(o -> o.price.compareTo(wanting) >= 0).findFirst();
        List<Other> fill = new ArrayList<>();
        if (one.isPresent()) fill.add(one.get());
        else {
            BigDecimal left = wanting;
            for (int i = others.size() - 1; i >= 0 && left.signum() > 0; i--) {
                fill.add(others.get(i));
                left = left.subtract(others.get(i).price);
            }
            if (left.signum() > 0) fill.clear();
        }
        if (!fill.isEmpty()) {
            return short_ + " From your list, bought here too, "
                    + fill.stream()
                            .map(o -> o.item.paint().name() + " (" + o.price.toPlainString() + ")")
                            .collect(Collectors.joining(" and "))
                    + " would fill it.";
        }
        return short_ + " Nothing else on your list fills it"
                + (s.delivery() == null
                        ? "."
                        : ": pay the " + s.delivery().toPlainString() + " rather than buy what you do not need.");
    }

    private List<ProposedItem> proposed(Collector me, Set<Long> on) {
        Map<Long, String> why = new LinkedHashMap<>();
        store.chosen(me).forEach(c -> why.putIfAbsent(c.paintId(), "chosen for " + c.shortlist()));
        voices.wishes(me)
                .forEach(w ->
                        why.putIfAbsent(w.paintId(), "wished for" + (w.reason().isEmpty() ? "" : ": " + w.reason())));
        stock.runningLow(me).forEach((paint, left) -> why.putIfAbsent(paint, "runs low: " + left + " % left"));
        on.forEach(why::remove);
        return paints.entries(me, List.copyOf(why.keySet())).stream()
                .map(e -> new ProposedItem(e, why.get(e.id())))
                .toList();
    }

    /** A line for each, as an arrival reads it. */
    List<String> lines(Collector me, List<ItemRow> items) {
        Map<Long, PaintEntry> entries = entries(me, items);
        return items.stream()
                .filter(i -> entries.containsKey(i.paintId()))
                .map(i -> {
                    PaintEntry e = entries.get(i.paintId());
                    List<String> parts = new ArrayList<>();
                    parts.add(((e.maker() == null ? "" : e.maker()) + " " + e.name()).strip());
                    if (!e.recipe().isEmpty()) parts.add(String.join(" ", e.recipe()));
                    if (i.volume() != null)
                        parts.add(i.volume().stripTrailingZeros().toPlainString() + " ml");
                    if (i.price() != null) parts.add(i.price().toPlainString() + " " + i.currency());
                    if (i.pieces() > 1) parts.add(i.pieces() + " x");
                    return String.join(", ", parts);
                })
                .toList();
    }
}
