package molvet.server.shelf;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;
import molvet.core.collection.School;
import molvet.core.shelf.Keeper;
import molvet.core.shelf.KeeperKind;
import molvet.core.shelf.PlaceCode;
import molvet.server.collection.PaintViews;
import molvet.server.platform.Collector;
import molvet.server.platform.NotFound;
import molvet.server.platform.OneOf;
import molvet.server.platform.Utc;
import org.jspecify.annotations.Nullable;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** Keepers, and swatches in their places. */
@RestController
class ShelfController {
    private final Shelf shelf;
    private final ShelfStore store;
    private final PaintViews views;

    ShelfController(Shelf shelf, ShelfStore store, PaintViews views) {
        this.shelf = shelf;
        this.store = store;
        this.views = views;
    }

    record KeeperEntry(
            long id,
            String code,
            @OneOf(KeeperKind.class) String kind,
            int number,
            String name,
            int pages,
            int cells,
            int capacity,
            int filled,
            String school,
            String schoolInWords,
            double pocketWidth,
            double pocketHeight,
            @Nullable String walkAt,
            int version) {}

    record KeeperList(List<KeeperEntry> keepers) {}

    /** A place in a keeper; without a swatch it is a gap. {@code seen} in the walk that is under way. */
    record PlaceView(
            String place,
            int page,
            int cell,
            @Nullable Long swatch,
            PaintViews.@Nullable PaintEntry paint,
            boolean seen) {}

    record KeeperPage(KeeperEntry keeper, List<PlaceView> places) {}

    /** Where a place code leads: its keeper, and the paint that is there. */
    record PlaceFound(
            String place,
            String words,
            @Nullable Long keeper,
            @Nullable Long paint) {}

    @GetMapping("/api/keepers")
    KeeperList keepers(Collector me) {
        return new KeeperList(
                store.keepers(me).stream().map(ShelfController::entry).toList());
    }

    @PostMapping("/api/keepers")
    @ResponseStatus(HttpStatus.CREATED)
    KeeperPage add(Collector me, @RequestBody Shelf.NewKeeper keeper) {
        return one(me, shelf.addKeeper(me, keeper));
    }

    /** The keeper's places in order up to its last swatch, gaps included, and one free place after it. */
    @GetMapping("/api/keepers/{keeper}")
    KeeperPage one(Collector me, @PathVariable long keeper) {
        ShelfStore.KeeperRow row = store.keeper(me, keeper).orElseThrow(() -> new NotFound("There is no such keeper."));
        Keeper size = row.keeper();
        List<ShelfStore.SwatchRow> swatches = store.swatchesIn(me, keeper);
        Map<Integer, ShelfStore.SwatchRow> byPosition =
                swatches.stream().collect(Collectors.toMap(ShelfStore.SwatchRow::position, s -> s));
        Map<Long, PaintViews.PaintEntry> paints =
                views
                        .entries(
                                me,
                                swatches.stream()
                                        .map(ShelfStore.SwatchRow::paintId)
                                        .distinct()
                                        .toList())
                        .stream()
                        .collect(Collectors.toMap(PaintViews.PaintEntry::id, e -> e));
        int last = swatches.isEmpty() ? 0 : swatches.get(swatches.size() - 1).position();
        int end = Math.min(size.capacity(), last + 1);
        if (size.kind().isPaged())
            end = Math.min(size.capacity(), (end + size.cells() - 1) / size.cells() * size.cells());
        List<PlaceView> places = new ArrayList<>();
        for (int p = 1; p <= end; p++) {
            PlaceCode place = size.place(p);
            Optional<ShelfStore.SwatchRow> s = Optional.ofNullable(byPosition.get(p));
            places.add(new PlaceView(
                    place.toString(),
                    place.page(),
                    place.cell(),
                    s.map(ShelfStore.SwatchRow::id).orElse(null),
                    s.map(x -> paints.get(x.paintId())).orElse(null),
                    s.filter(x -> isSeen(row, x)).isPresent()));
        }
        return new KeeperPage(entry(row), places);
    }

    @PutMapping("/api/keepers/{keeper}")
    KeeperPage change(Collector me, @PathVariable long keeper, @RequestBody Shelf.NewKeeper changed) {
        shelf.changeKeeper(me, keeper, changed);
        return one(me, keeper);
    }

    @DeleteMapping("/api/keepers/{keeper}")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void delete(Collector me, @PathVariable long keeper) {
        shelf.deleteKeeper(me, keeper);
    }

    @GetMapping("/api/places")
    PlaceFound place(Collector me, @RequestParam String code) {
        PlaceCode place = PlaceCode.of(code);
        Optional<ShelfStore.KeeperRow> keeper = store.keeper(me, place.keeperCode());
        Optional<Long> paint = keeper.flatMap(k -> store.swatchesIn(me, k.id()).stream()
                .filter(s -> k.keeper().place(s.position()).equals(place))
                .map(ShelfStore.SwatchRow::paintId)
                .findFirst());
        return new PlaceFound(
                place.toString(),
                place.words(),
                keeper.map(ShelfStore.KeeperRow::id).orElse(null),
                paint.orElse(null));
    }

    @PostMapping("/api/paints/{paint}/swatches")
    @ResponseStatus(HttpStatus.CREATED)
    PaintViews.PaintPage addSwatch(Collector me, @PathVariable long paint, @RequestBody Shelf.NewSwatch swatch) {
        shelf.addSwatch(me, paint, swatch);
        return views.page(me, paint);
    }

    @PutMapping("/api/swatches/{swatch}/place")
    PaintViews.PaintPage file(Collector me, @PathVariable long swatch, @RequestBody Shelf.Placing placing) {
        shelf.place(me, swatch, placing);
        return page(me, swatch);
    }

    @PostMapping("/api/swatches/{swatch}/lost")
    PaintViews.PaintPage lost(Collector me, @PathVariable long swatch) {
        shelf.lost(me, swatch);
        return page(me, swatch);
    }

    @PostMapping("/api/swatches/{swatch}/found")
    PaintViews.PaintPage found(Collector me, @PathVariable long swatch) {
        shelf.found(me, swatch);
        return page(me, swatch);
    }

    private static boolean isSeen(ShelfStore.KeeperRow keeper, ShelfStore.SwatchRow s) {
        return keeper.walkAt() != null && s.seenAt() != null && !s.seenAt().isBefore(keeper.walkAt());
    }

    private PaintViews.PaintPage page(Collector me, long swatch) {
        return views.page(me, store.swatch(me, swatch).orElseThrow().paintId());
    }

    static KeeperEntry entry(ShelfStore.KeeperRow k) {
        Keeper size = k.keeper();
        return new KeeperEntry(
                k.id(),
                k.code(),
                k.kind(),
                k.number(),
                k.name(),
                k.pages(),
                k.cells(),
                size.capacity(),
                k.filled(),
                k.school(),
                k.school().isEmpty() ? "" : School.valueOf(k.school()).words(),
                k.pocketWidth(),
                k.pocketHeight(),
                k.walkAt() == null ? null : Utc.instant(k.walkAt()).toString(),
                k.version());
    }
}
