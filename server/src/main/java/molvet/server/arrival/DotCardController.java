package molvet.server.arrival;

import java.math.BigDecimal;
import java.math.RoundingMode;
import java.net.URI;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import molvet.core.arrival.DotCard;
import molvet.core.arrival.DotState;
import molvet.server.collection.PaintViews;
import molvet.server.platform.Collector;
import molvet.server.platform.NotFound;
import molvet.server.platform.OneOf;
import org.jspecify.annotations.Nullable;
import org.springframework.http.HttpStatus;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** Dot cards and their dots. */
@RestController
class DotCardController {
    private final DotCards cards;
    private final DotCardStore store;
    private final PaintViews paints;

    DotCardController(DotCards cards, DotCardStore store, PaintViews paints) {
        this.cards = cards;
        this.store = store;
        this.paints = paints;
    }

    /** {@code dots} that were on it, {@code left} that can be painted from, {@code carriedOver} that have a swatch. */
    record CardEntry(
            long id,
            int number,
            String name,
            int sheets,
            int columns,
            int rows,
            @OneOf(DotCard.Direction.class) String direction,
            int dots,
            int left,
            int carriedOver,
            @Nullable String price,
            @Nullable String currency,
            @Nullable String perColour,
            @Nullable Long arrival) {}

    record CardList(List<CardEntry> cards) {}

    /** @param cut whether it was cut off, and is a swatch now */
    record DotView(
            long id,
            int position,
            String place,
            int sheet,
            int row,
            int column,
            String name,
            @OneOf(DotState.class) String state,
            String note,
            PaintViews.@Nullable PaintEntry paint,
            boolean cut,
            int version) {}

    record CardPage(CardEntry card, String note, List<DotView> dots) {}

    @GetMapping("/api/dotcards")
    CardList all(Collector me) {
        return new CardList(
                store.cards(me).stream().map(DotCardController::entry).toList());
    }

    @PostMapping("/api/lines/{line}/dotcards")
    @ResponseStatus(HttpStatus.CREATED)
    ResponseEntity<CardPage> make(Collector me, @PathVariable long line, @RequestBody DotCards.NewDotCard card) {
        long id = cards.make(me, line, card);
        return ResponseEntity.created(URI.create("/api/dotcards/" + id)).body(one(me, id));
    }

    @GetMapping("/api/dotcards/{dotcard}")
    CardPage one(Collector me, @PathVariable long dotcard) {
        DotCardStore.CardRow c = store.card(me, dotcard).orElseThrow(() -> new NotFound("There is no such dot card."));
        List<DotCardStore.DotRow> dots = store.dots(me, dotcard);
        Map<Long, PaintViews.PaintEntry> entries = new HashMap<>();
        paints.entries(
                        me,
                        dots.stream()
                                .map(DotCardStore.DotRow::paintId)
                                .filter(java.util.Objects::nonNull)
                                .distinct()
                                .toList())
                .forEach(e -> entries.put(e.id(), e));
        DotCard card = c.card();
        return new CardPage(
                entry(c),
                c.note(),
                dots.stream()
                        .map(d -> {
                            DotCard.Place place = card.place(d.position());
                            return new DotView(
                                    d.id(),
                                    d.position(),
                                    place.code(c.number()),
                                    place.sheet(),
                                    place.row(),
                                    place.column(),
                                    d.name(),
                                    d.state(),
                                    d.note(),
                                    d.paintId() == null ? null : entries.get(d.paintId()),
                                    d.swatchId() != null,
                                    d.version());
                        })
                        .toList());
    }

    @DeleteMapping("/api/dotcards/{dotcard}")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void delete(Collector me, @PathVariable long dotcard) {
        cards.delete(me, dotcard);
    }

    @PutMapping("/api/dots/{dot}")
    CardPage change(Collector me, @PathVariable long dot, @RequestBody DotCards.ChangedDot changed) {
        return one(me, cards.change(me, dot, changed));
    }

    private static CardEntry entry(DotCardStore.CardRow c) {
        return new CardEntry(
                c.id(),
                c.number(),
                c.name(),
                c.sheets(),
                c.columnsAcross(),
                c.rowsDown(),
                c.direction(),
                c.dots(),
                c.left(),
                c.carriedOver(),
                c.price() == null
                        ? null
                        : c.price().setScale(2, RoundingMode.HALF_UP).toPlainString(),
                c.currency(),
                c.price() == null || c.dots() == 0
                        ? null
                        : c.price()
                                .divide(BigDecimal.valueOf(c.dots()), 3, RoundingMode.HALF_UP)
                                .toPlainString(),
                c.arrivalId());
    }
}
