package molvet.server.shelf;

import java.time.ZoneOffset;
import java.time.format.DateTimeFormatter;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import molvet.core.shelf.PlaceCode;
import molvet.server.platform.Collector;
import org.springframework.stereotype.Service;

/** Where a paint's swatches are, and what lies beside them. */
@Service
public class SwatchPlaces {
    private static final DateTimeFormatter DAY =
            DateTimeFormatter.ofPattern("d MMM yyyy", Locale.ENGLISH).withZone(ZoneOffset.UTC);

    private final ShelfStore store;

    SwatchPlaces(ShelfStore store) {
        this.store = store;
    }

    /** The nearest swatch on one side. */
    public record Beside(long paint, PlaceCode place) {}

    /** A swatch with its place, its neighbours, and its history as sentences, oldest first. */
    public record Placed(
            ShelfStore.SwatchRow swatch,
            Optional<PlaceCode> place,
            List<String> history,
            Optional<Beside> before,
            Optional<Beside> after) {}

    public List<Placed> of(Collector me, long paint) {
        List<ShelfStore.EventRow> events = store.events(me, paint);
        return store.swatchesOf(me, paint).stream()
                .map(s -> {
                    Optional<ShelfStore.KeeperRow> keeper =
                            Optional.ofNullable(s.keeperId()).flatMap(k -> store.keeper(me, k));
                    return new Placed(
                            s,
                            keeper.map(k -> k.keeper().place(s.position())),
                            events.stream()
                                    .filter(e -> e.swatchId() == s.id())
                                    .map(e -> e.said() + ", " + DAY.format(e.at().toInstant(ZoneOffset.UTC)))
                                    .toList(),
                            keeper.flatMap(k -> beside(me, k, s, false)),
                            keeper.flatMap(k -> beside(me, k, s, true)));
                })
                .toList();
    }

    private Optional<Beside> beside(Collector me, ShelfStore.KeeperRow keeper, ShelfStore.SwatchRow s, boolean after) {
        return store.neighbour(me, keeper.id(), s.position(), after)
                .map(n -> new Beside(n.paintId(), keeper.keeper().place(n.position())));
    }
}
