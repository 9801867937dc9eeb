package molvet.server.shelf;

import java.time.LocalDate;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.function.ToIntFunction;
import molvet.core.collection.School;
import molvet.core.platform.TermKind;
import molvet.core.shelf.KeeperKind;
import molvet.core.shelf.PlaceCode;
import molvet.core.shelf.ShelfTerms;
import molvet.server.collection.PaintStore;
import molvet.server.collection.PaintViews;
import molvet.server.collection.SoughtDays;
import molvet.server.collection.Witness;
import molvet.server.platform.Clauses;
import molvet.server.platform.Collector;
import molvet.server.platform.Room;
import molvet.server.platform.Table;
import org.springframework.stereotype.Component;

/** What the shelf brings to the house, and what it knows of paints: where their swatches are. */
@Component
class ShelfRoom implements Room, Witness, PaintViews.Places {
    private static final String SWATCHES = "p.id in (select y.paint_id from swatch y where y.collector_id = :me and ";
    private static final String AT = "p.id in (select y.paint_id from swatch y join keeper k on k.id = y.keeper_id"
            + " where y.collector_id = :me and k.kind = %s and k.number = %s";

    private final ShelfStore store;
    private final SoughtDays days;

    ShelfRoom(ShelfStore store, SoughtDays days) {
        this.store = store;
        this.days = days;
    }

    @Override
    public String name() {
        return "shelf";
    }

    @Override
    public Map<String, String> ribbons() {
        return Map.of(
                "keeper",
                "select keeper_id thing, paint_id, position at from swatch where collector_id = :me and state = 'CURRENT' and keeper_id is not null");
    }

    @Override
    public Set<String> things() {
        return Set.of("keeper");
    }

    @Override
    public List<Table> tables() {
        return List.of(
                Table.of("keeper").words("kind", KeeperKind.class).words("school", School.class),
                // A walk through a keeper ticks cards off without an act.
                Table.of("swatch")
                        .words("state", "CURRENT", "REDONE", "LOST")
                        .words("kind", Shelf.SwatchKind.class)
                        .apart("seen_at", "seen_in")
                        .sameBy("paint_id", "kind", "painted_on"),
                Table.of("swatch_event"),
                Table.of("refiling").staying());
    }

    @Override
    public Map<String, String> facts() {
        return Map.of("swatch", "select :paint_id");
    }

    @Override
    public List<TermKind> terms() {
        return ShelfTerms.KINDS;
    }

    @Override
    public Clauses clauses() {
        return new Clauses()
                .on(
                        ShelfTerms.AtPlace.class,
                        (t, in) -> at(t.place().keeperCode(), in)
                                + String.format(
                                        " and y.position = case when k.pages = 0 then %1$s when %1$s > k.cells then 0"
                                                + " else (%2$s - 1) * k.cells + %1$s end)",
                                        in.put(t.place().cell()),
                                        in.put(t.place().page())))
                .on(ShelfTerms.InKeeper.class, (t, in) -> at(t.keeper(), in) + ")")
                .on(
                        ShelfTerms.OnPage.class,
                        (t, in) -> at(t.keeper(), in)
                                + String.format(
                                        " and k.pages > 0 and (y.position - 1) div k.cells + 1 = %s)",
                                        in.put(t.page())))
                .on(ShelfTerms.PAINTED, "p.swatch_id is not null")
                .on(
                        ShelfTerms.PaintedIn.class,
                        (t, in) -> (t.painted() ? "" : "p.standing in ('OWNED', 'SAMPLED') and not ") + SWATCHES
                                + "y.kind not in ('STRIP', 'WRAPPER', 'LEAFLET') and "
                                + days.in("y.painted_on", t.when(), in) + ")")
                .on(ShelfTerms.NOT_PAINTED, "p.swatch_id is null and p.standing in ('OWNED', 'SAMPLED')")
                .on(ShelfTerms.NOT_FILED, SWATCHES + "y.state = 'CURRENT' and y.keeper_id is null)")
                .on(ShelfTerms.LOST, "p.swatch_id is null and " + SWATCHES + "y.state = 'LOST')");
    }

    private static String at(PlaceCode.KeeperCode keeper, Clauses.Values in) {
        return String.format(AT, in.put(keeper.kind().name()), in.put(keeper.number()));
    }

    @Override
    public List<String> waiting() {
        return List.of("no swatch", "not filed", "lost");
    }

    @Override
    public Map<String, ToIntFunction<Collector>> counts() {
        return Map.of("/shelf", me -> store.keepers(me).size());
    }

    @Override
    public Optional<Long> swatch(Collector me, long paint) {
        return store.currentSwatch(me, paint);
    }

    @Override
    public Optional<LocalDate> lastUse(Collector me, long paint) {
        return store.lastPainted(me, paint);
    }

    @Override
    public Optional<String> keeps(Collector me, long paint) {
        return store.swatches(me, paint) > 0 ? Optional.of("has swatches on paper") : Optional.empty();
    }

    @Override
    public Map<Long, PaintViews.Placed> of(Collector me, List<PaintStore.EntryRow> paints) {
        Map<Long, PlaceCode> places = store.places(
                me,
                paints.stream()
                        .map(PaintStore.EntryRow::swatchId)
                        .filter(Objects::nonNull)
                        .toList());
        Set<Long> lost = store.lost(
                me,
                paints.stream()
                        .filter(p -> p.swatchId() == null)
                        .map(PaintStore.EntryRow::id)
                        .toList());
        Map<Long, PaintViews.Placed> all = new HashMap<>();
        for (PaintStore.EntryRow p : paints) {
            PlaceCode place = p.swatchId() == null ? null : places.get(p.swatchId());
            if (place != null) all.put(p.id(), new PaintViews.Placed(place.toString(), place.words(), false));
            else if (lost.contains(p.id())) all.put(p.id(), new PaintViews.Placed(null, null, true));
        }
        return all;
    }
}
