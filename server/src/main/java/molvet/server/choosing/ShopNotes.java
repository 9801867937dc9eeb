package molvet.server.choosing;

import java.math.BigDecimal;
import java.time.Clock;
import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneOffset;
import java.time.format.DateTimeParseException;
import java.util.HashMap;
import java.util.Map;
import java.util.Optional;
import molvet.core.measure.DayInWords;
import molvet.core.measure.Prices;
import molvet.core.measure.Volume;
import molvet.core.measure.Words;
import molvet.server.collection.PaintStore;
import molvet.server.collection.Paints;
import molvet.server.collection.VoiceStore;
import molvet.server.platform.Acts;
import molvet.server.platform.Collector;
import molvet.server.platform.Fields;
import molvet.server.platform.OneOf;
import molvet.server.platform.Rows;
import org.joda.money.Money;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Wishes and purchases noted in a shop, joined to what is there so that two phones make nothing twice. */
@Service
class ShopNotes {
    private static final String NOTED = "noted in a shop";

    private final VoiceStore store;
    private final PaintStore paintStore;
    private final Paints paints;
    private final Acts acts;
    private final Clock clock;
    private final Rows rows;

    ShopNotes(VoiceStore store, PaintStore paintStore, Paints paints, Acts acts, Clock clock, Rows rows) {
        this.rows = rows;
        this.store = store;
        this.paintStore = paintStore;
        this.paints = paints;
        this.acts = acts;
        this.clock = clock;
    }

    enum Kind {
        WISH,
        BOUGHT
    }

    /**
     * @param kind WISH or BOUGHT
     * @param at when it was noted, by the phone’s clock; one that goes ahead is taken for now
     * @param price of the whole tube for BOUGHT, in {@code currency}; the most per ml for WISH, and {@code mostPrice} the
     *     most for a piece
     */
    record ShopNote(
            @OneOf(ShopNotes.Kind.class) String kind,
            String name,
            @Nullable String maker,
            @Nullable String pigments,
            @Nullable String reason,
            @Nullable String price,
            @Nullable String mostPrice,
            @Nullable String currency,
            @Nullable String volume,
            @Nullable String at) {}

    /** {@code joined}: whether it was there already, and nothing new was made. */
    record Noted(long paint, boolean joined, String said) {}

    record Wish(
            @Nullable String reason,
            @Nullable String mostPerMl,
            @Nullable String mostPrice,
            @Nullable String currency) {}

    @Transactional
    public Noted keep(Collector me, ShopNote typed) {
        Kind kind = Fields.one("kind", Fields.text(typed.kind()), Kind.values());
        String name = Words.needed("name", typed.name(), 160);
        String maker = Words.line("maker", typed.maker(), 120);
        acts.oneAtATime(me);
        Optional<Long> there = called(me, name, maker);
        return kind == Kind.WISH ? wished(me, typed, name, maker, there) : bought(me, typed, name, maker, there);
    }

    private Optional<Long> called(Collector me, String name, String maker) {
        String wanted = Words.folded(name);
        String by = Words.folded(maker);
        return store.all(me).stream()
                .filter(r -> Words.folded(r.name()).equals(wanted))
                .filter(r -> by.isEmpty() || Words.folded(r.maker()).equals(by))
                .map(VoiceStore.VoiceRow::id)
                .findFirst();
    }

    private Noted wished(Collector me, ShopNote typed, String name, String maker, Optional<Long> there) {
        Wish wish = new Wish(typed.reason(), typed.price(), typed.mostPrice(), typed.currency());
        if (there.isPresent()) {
            wish(me, there.get(), wish);
            return new Noted(there.get(), true, name + " was there; the wish is kept with it.");
        }
        Reason reason = reason(wish);
        long paint = acts.act(me, () -> "Wished for " + name, () -> {
            long id = paints.catalogue(me, newPaint(typed, name, maker, true, null, null));
            keep(me, id, reason);
            return id;
        });
        return new Noted(paint, false, name + " is on the wish list.");
    }

    private Noted bought(Collector me, ShopNote typed, String name, String maker, Optional<Long> there) {
        LocalDate on = day(typed.at());
        if (there.isEmpty()) {
            long paint = paints.add(me, newPaint(typed, name, maker, false, "TUBE", on));
            return new Noted(paint, false, name + " is catalogued, bought on " + DayInWords.of(on) + ".");
        }
        long paint = there.get();
        BigDecimal volume = volume(typed.volume());
        boolean same = paintStore.holdings(me, paint).stream()
                .anyMatch(h -> h.note().equals(NOTED) && on.equals(h.cameOn()) && sameVolume(h.volume(), volume));
        if (same)
            return new Noted(
                    paint, true, name + " of " + DayInWords.of(on) + " was noted already; nothing was doubled.");
        Optional<String> over = over(me, paint, typed);
        paints.addHolding(
                me,
                paint,
                new Paints.NewHolding(
                        "TUBE",
                        typed.volume(),
                        null,
                        null,
                        null,
                        null,
                        on.toString(),
                        typed.price(),
                        typed.currency(),
                        NOTED,
                        null));
        return new Noted(
                paint,
                true,
                "One more tube of " + name + "." + over.map(o -> " " + o).orElse(""));
    }

    /** Whether it cost more than was set when it was wished for; asked before the purchase closes the wish. */
    private Optional<String> over(Collector me, long paint, ShopNote typed) {
        if (Fields.text(typed.price()).isBlank()) return Optional.empty();
        Money price = Prices.parse(Fields.text(typed.price()), Fields.text(typed.currency()));
        BigDecimal volume = volume(typed.volume());
        return store.wishes(me).stream()
                .filter(w -> w.paintId() == paint)
                .findFirst()
                .flatMap(w -> w.limit()
                        .exceededBy(
                                price,
                                Optional.ofNullable(volume)
                                        .filter(v -> v.signum() > 0)
                                        .map(Volume::new)));
    }

    private static boolean sameVolume(@Nullable BigDecimal one, @Nullable BigDecimal other) {
        return one == null ? other == null : other != null && one.compareTo(other) == 0;
    }

    private static @Nullable BigDecimal volume(@Nullable String typed) {
        String text = Fields.text(typed).replace(',', '.').replaceAll("[^0-9.]", "");
        try {
            return text.isEmpty() ? null : new BigDecimal(text);
        } catch (NumberFormatException e) {
            return null;
        }
    }

    private static Paints.NewPaint newPaint(
            ShopNote typed, String name, String maker, boolean wish, @Nullable String form, @Nullable LocalDate on) {
        return new Paints.NewPaint(
                name,
                null,
                maker.isEmpty() ? null : maker,
                null,
                null,
                null,
                typed.pigments(),
                null,
                wish,
                null,
                null,
                form,
                form == null ? null : typed.volume(),
                form == null ? null : typed.price(),
                form == null ? null : typed.currency(),
                null,
                null,
                on == null ? null : on.toString(),
                null);
    }

    /** A phone’s clock may be wrong: what lies ahead, or is no time, is now. */
    private LocalDate day(@Nullable String at) {
        Instant now = clock.instant();
        try {
            Instant noted = Instant.parse(Fields.text(at));
            return LocalDate.ofInstant(noted.isAfter(now) ? now : noted, ZoneOffset.UTC);
        } catch (DateTimeParseException e) {
            return LocalDate.ofInstant(now, ZoneOffset.UTC);
        }
    }

    private record Reason(String said, Optional<Money> mostPerMl, Optional<Money> mostPrice) {}

    private static Reason reason(Wish typed) {
        return new Reason(
                Words.lines("reason", typed.reason(), 1000),
                money(typed.mostPerMl(), typed.currency()),
                money(typed.mostPrice(), typed.currency()));
    }

    private static Optional<Money> money(@Nullable String typed, @Nullable String currency) {
        return Fields.text(typed).isBlank()
                ? Optional.empty()
                : Optional.of(Prices.parse(Fields.text(typed), Fields.text(currency)));
    }

    private void keep(Collector me, long paint, Reason reason) {
        Map<String, Object> wish = new HashMap<>();
        wish.put("reason", reason.said);
        wish.put("most_per_ml", reason.mostPerMl.map(Money::getAmount));
        wish.put("most_price", reason.mostPrice.map(Money::getAmount));
        wish.put(
                "currency",
                reason.mostPerMl
                        .or(() -> reason.mostPrice)
                        .map(m -> m.getCurrencyUnit().getCode()));
        wish.put("wished_at", clock.instant());
        rows.put(me, "wish", Map.of("paint_id", paint), wish);
    }

    @Transactional
    public Noted wish(Collector me, long paint, Wish typed) {
        Reason reason = reason(typed);
        String name = paintStore.paint(me, paint).orElseThrow().name();
        acts.act(me, () -> "Wished for " + name, () -> {
            keep(me, paint, reason);
            rows.change(me, "paint", paint, Map.of("wished", true));
        });
        return new Noted(paint, true, name + " is on the wish list.");
    }
}
