package molvet.server.arrival;

import java.math.BigDecimal;
import java.time.Clock;
import java.time.LocalDate;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;
import molvet.core.arrival.ArrivalKind;
import molvet.core.arrival.DotCard;
import molvet.core.arrival.DotState;
import molvet.core.arrival.QuickLine;
import molvet.core.collection.HoldingState;
import molvet.core.measure.Prices;
import molvet.core.measure.Refusal;
import molvet.core.measure.Words;
import molvet.server.collection.Paints;
import molvet.server.maker.MakerStore;
import molvet.server.maker.Makers;
import molvet.server.platform.Acts;
import molvet.server.platform.Collector;
import molvet.server.platform.Fields;
import molvet.server.platform.NotFound;
import molvet.server.platform.OneOf;
import molvet.server.platform.Rows;
import molvet.server.platform.Utc;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Dot cards: made of a maker's chart or of a pasted list in one act; every dot a sampled paint with its place. */
@Service
public class DotCards {
    private final DotCardStore store;
    private final ArrivalReading reading;
    private final MakerStore makers;
    private final Paints paints;
    private final Acts acts;
    private final Clock clock;
    private final Rows rows;

    DotCards(
            DotCardStore store,
            ArrivalReading reading,
            MakerStore makers,
            Paints paints,
            Acts acts,
            Clock clock,
            Rows rows) {
        this.rows = rows;
        this.store = store;
        this.reading = reading;
        this.makers = makers;
        this.paints = paints;
        this.acts = acts;
        this.clock = clock;
    }

    /** A dot that is not simply there, by its position from 1 or by the name of its colour. */
    public record NewDot(
            @Nullable Integer position,
            @Nullable String name,
            @OneOf(DotState.class) String state,
            @Nullable String note) {}

    /**
     * A card of a line. Without {@code text} it holds the line's current colours in chart order; with it, a dot a line.
     *
     * @param sheets with no columns and rows they are laid out to fit
     */
    public record NewDotCard(
            @Nullable String name,
            @Nullable Integer sheets,
            @Nullable Integer columns,
            @Nullable Integer rows,
            @OneOf(DotCard.Direction.class) @Nullable String direction,
            @Nullable String text,
            @Nullable List<NewDot> dots,
            @Nullable String cameOn,
            @Nullable String from,
            @Nullable String price,
            @Nullable String currency,
            @Nullable String note) {}

    public record ChangedDot(
            @OneOf(DotState.class) String state,
            @Nullable String note,
            @Nullable Integer version) {}

    @Transactional
    public long make(Collector me, long line, NewDotCard typed) {
        MakerStore.LineRow l = makers.line(me, line).orElseThrow(() -> new NotFound("There is no such line."));
        String maker = makers.maker(me, l.makerId()).orElseThrow().name();
        List<ArrivalReading.Matched> colours = colours(me, l, maker, Words.lines("text", typed.text(), 200_000));
        DotCard card = card(typed, colours.size());
        List<NewDot> others = typed.dots() == null ? List.of() : typed.dots();
        String name = Words.line("name", typed.name(), 160);
        String called = name.isEmpty() ? maker + " " + l.name() : name;
        LocalDate on = Fields.day("cameOn", typed.cameOn(), LocalDate.now(clock));
        String from = Words.line("from", typed.from(), 160);
        String currency = Arrivals.currency(Fields.text(typed.currency())).getCode();
        BigDecimal price = Fields.text(typed.price()).isBlank()
                ? null
                : Prices.parse(Fields.text(typed.price()), currency).getAmount();
        String note = Words.lines("note", typed.note(), 2000);
        return acts.act(me, () -> "Made the dot card " + called + ": " + colours.size() + " colours", () -> {
            long arrival = rows.add(
                    me,
                    "arrival",
                    new ArrivalStore.ArrivalRow(
                            0,
                            ArrivalKind.DOT_CARD.name(),
                            Arrivals.LOGGED,
                            called,
                            on,
                            from,
                            maker,
                            currency,
                            "",
                            "",
                            "{}",
                            note,
                            Utc.of(clock.instant()),
                            Utc.of(clock.instant()),
                            null,
                            1));
            if (price != null) rows.add(me, "arrival_line", bill(arrival, called, price, currency));
            Map<String, Object> row = new HashMap<>();
            row.put("arrival_id", arrival);
            row.put("line_id", line);
            row.put("number", store.nextNumber(me));
            row.put("name", called);
            row.put("sheets", card.sheets());
            row.put("columns_across", card.columns());
            row.put("rows_down", card.rows());
            row.put("direction", card.direction());
            row.put("price", price);
            row.put("currency", currency);
            row.put("note", note);
            long of = rows.add(me, "dotcard", row);
            for (int i = 0; i < colours.size(); i++) {
                addDot(me, of, arrival, i + 1, colours.get(i), others, on, from);
            }
            return of;
        });
    }

    /** What the dots are of: the lines that were typed, or else every colour of the line that is still made. */
    private List<ArrivalReading.Matched> colours(Collector me, MakerStore.LineRow line, String maker, String typed) {
        String text = typed.isEmpty()
                ? makers.colours(me, line.id()).stream()
                        .filter(c -> !c.status().equals("DISCONTINUED"))
                        .map(c -> "[maker: " + maker + "] [line: " + line.name() + "] [name: "
                                + c.name().replace("]", ")") + "]")
                        .collect(Collectors.joining("\n"))
                : typed;
        List<ArrivalReading.Matched> colours = reading.matched(me, text, maker).stream()
                .filter(m -> m.line().kind() == QuickLine.Kind.PAINT
                        && !m.line().name().isEmpty())
                .toList();
        if (colours.isEmpty()) {
            throw Refusal.of(
                    "text",
                    "There is no colour to make a dot of.",
                    "Take the maker’s chart in first, or paste the card’s list, a colour a line.");
        }
        return colours;
    }

    /** As large as it was said to be, or as its dots need. */
    private static DotCard card(NewDotCard typed, int dots) {
        DotCard.Direction direction =
                Fields.one("direction", typed.direction(), DotCard.Direction.ACROSS, DotCard.Direction.values());
        int sheets = typed.sheets() == null ? 1 : typed.sheets();
        DotCard card = typed.columns() == null || typed.rows() == null
                ? DotCard.holding(dots, sheets, direction)
                : new DotCard(sheets, typed.columns(), typed.rows(), direction);
        if (card.capacity() < dots) {
            throw Refusal.of(
                    "sheets",
                    dots + " colours do not fit on " + card.sheets() + " sheets of " + card.columns() + " × "
                            + card.rows() + ", which hold " + card.capacity() + ".",
                    "Add a sheet, a column or a row.");
        }
        return card;
    }

    private static ArrivalStore.LineRow bill(long arrival, String called, BigDecimal price, String currency) {
        return new ArrivalStore.LineRow(
                0,
                arrival,
                1,
                "THING",
                Arrivals.HERE,
                called,
                "",
                "",
                null,
                null,
                null,
                null,
                1,
                0,
                "",
                price,
                null,
                BigDecimal.ZERO,
                price,
                price,
                price,
                currency,
                null);
    }

    private void addDot(
            Collector me,
            long card,
            long arrival,
            int position,
            ArrivalReading.Matched m,
            List<NewDot> others,
            LocalDate on,
            String from) {
        Optional<NewDot> other = others.stream()
                .filter(o -> o.position() != null
                        ? o.position() == position
                        : Words.folded(Fields.text(o.name()))
                                .equals(Words.folded(m.line().name())))
                .findFirst();
        DotState state = other.map(o -> Fields.one("state", o.state(), DotState.values()))
                .orElse(DotState.THERE);
        Long paint = null;
        Long holding = null;
        if (state.wasThere()) {
            paint = m.same().map(o -> o.paint()).orElse(null);
            if (paint == null) paint = paints.catalogue(me, ArrivalLog.newPaint(m));
            holding = hold(me, arrival, paint, state, on, from);
        }
        rows.add(
                me,
                "dot",
                new DotCardStore.DotRow(
                        0,
                        card,
                        position,
                        m.line().name(),
                        m.line().colour().orElse(null),
                        paint,
                        holding,
                        null,
                        state.name(),
                        Words.line("note", other.map(NewDot::note).orElse(""), 300),
                        1));
    }

    private long hold(Collector me, @Nullable Long arrival, long paint, DotState state, LocalDate on, String from) {
        long holding = paints.hold(
                me,
                paint,
                new Paints.NewHolding(
                        "DOT",
                        null,
                        state == DotState.USED_UP ? 0 : 100,
                        holdingState(state).name(),
                        "",
                        from,
                        on.toString(),
                        null,
                        null,
                        null,
                        null));
        if (arrival != null) rows.change(me, "holding", holding, Map.of("arrival_id", arrival));
        return holding;
    }

    private static HoldingState holdingState(DotState state) {
        return switch (state) {
            case THERE, SMEARED -> HoldingState.HERE;
            case USED_UP -> HoldingState.USED_UP;
            case MISSING, WITHDRAWN -> HoldingState.LOST;
        };
    }

    /** What a dot turns out to be like; its holding follows. A dot that was missing and is found becomes a paint. */
    @Transactional
    public long change(Collector me, long id, ChangedDot typed) {
        DotCardStore.DotRow d = store.dot(me, id).orElseThrow(() -> new NotFound("There is no such dot."));
        DotState state = Fields.one("state", typed.state(), DotState.values());
        String note = typed.note() == null ? d.note() : Words.line("note", typed.note(), 300);

        acts.act(
                me,
                () -> "Marked the dot of " + d.name() + " "
                        + state.name().toLowerCase().replace('_', ' '),
                () -> {
                    Long holding = d.holdingId();
                    Long paint = d.paintId();
                    if (holding != null) {
                        int left = state == DotState.USED_UP ? 0 : 100;
                        rows.change(me, "holding", holding, Map.of("state", holdingState(state), "left_percent", left));
                    } else if (state.wasThere()) {
                        if (paint == null) paint = paints.catalogue(me, ofColour(me, d));
                        holding = hold(me, null, paint, state, LocalDate.now(clock), "");
                    }
                    Map<String, Object> row = new HashMap<>();
                    row.put("paint_id", paint);
                    row.put("holding_id", holding);
                    row.put("state", state);
                    row.put("note", note);
                    rows.change(me, "dot", id, row, typed.version() == null ? d.version() : typed.version(), () -> d);
                });
        return d.dotcardId();
    }

    private Paints.NewPaint ofColour(Collector me, DotCardStore.DotRow d) {
        MakerStore.EditionRow e = d.colourId() == null
                ? null
                : makers.editionsOf(me, d.colourId()).stream().findFirst().orElse(null);
        return Paints.NewPaint.labelled(
                d.name(),
                "",
                "",
                "",
                d.colourId(),
                e == null ? null : e.id(),
                e == null ? "" : e.labelText(),
                null,
                "",
                e == null
                        ? Makers.Claims.NONE
                        : new Makers.Claims(
                                e.claimLightfastness(),
                                e.claimTransparency(),
                                e.claimStaining(),
                                e.claimGranulation()));
    }

    /** A dot that is there, with the paint on it. */
    public record ThereDot(long dot, long paint) {}

    /**
     * Dots that are there and were not cut off yet, in the order of the card.
     *
     * @param sheet from 1; null for all of them
     * @throws Refusal where the card has no such sheet, or nothing is left on it
     */
    public List<ThereDot> uncut(Collector me, long id, @Nullable Integer sheet) {
        DotCardStore.CardRow card = store.card(me, id).orElseThrow(() -> new NotFound("There is no such dot card."));
        if (sheet != null && (sheet < 1 || sheet > card.sheets())) {
            throw Refusal.of(
                    "sheet",
                    "There is no sheet " + sheet + " of " + card.name() + ": it has " + card.sheets() + ".",
                    "Choose one it has, or leave it out for all.");
        }
        List<ThereDot> all = store.dots(me, id).stream()
                .filter(d -> d.paintId() != null && d.swatchId() == null)
                .filter(d -> holdingState(DotState.valueOf(d.state())) == HoldingState.HERE)
                .filter(d -> sheet == null || card.card().place(d.position()).sheet() == sheet)
                .map(d -> new ThereDot(d.id(), d.paintId()))
                .toList();
        if (all.isEmpty()) {
            String where = sheet == null ? "this card" : "sheet " + sheet;
            throw Refusal.of(
                    "sheet",
                    "No dot is left on " + where + " that was not cut off already.",
                    "Choose another " + (sheet == null ? "card." : "sheet."));
        }
        return all;
    }

    /** A dot was cut off, and is a swatch now. Part of the act under way. */
    public void cut(Collector me, long dot, long swatch) {
        rows.change(me, "dot", dot, Map.of("swatch_id", swatch));
    }

    /** Takes the card away, its paints stay. */
    @Transactional
    public void delete(Collector me, long id) {
        DotCardStore.CardRow c = store.card(me, id).orElseThrow(() -> new NotFound("There is no such dot card."));
        acts.act(me, () -> "Took away the dot card " + c.name(), () -> rows.remove(me, "dotcard", id));
    }
}
