package molvet.server.collection;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import molvet.core.collection.Strip;
import molvet.server.platform.Collector;
import molvet.server.platform.NotFound;
import molvet.server.platform.Rooms;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RestController;

/** The measured paints of keepers, arrivals, makers and the like, as narrow strips side by side for lists of them. */
@RestController
class RibbonController {
    /** A list has room for this many; of more, as many at even distances stand for all. */
    static final int MOST = 28;

    private final Rooms rooms;
    private final PaintStore store;

    RibbonController(Rooms rooms, PaintStore store) {
        this.rooms = rooms;
        this.store = store;
    }

    /**
     * @param of the number or code of the thing
     * @param strips of each paint its colours at full strength, at half and washed out, as #rrggbb
     * @param more how many measured paints there are beyond these
     */
    record Ribbon(String of, List<List<String>> strips, int more) {}

    record RibbonList(List<Ribbon> ribbons) {}

    /** Things none of whose paints is measured are left out. */
    @GetMapping("/api/ribbons/{sort}")
    @Transactional(readOnly = true)
    public RibbonList ribbons(Collector me, @PathVariable String sort) {
        String sql = rooms.all().stream()
                .flatMap(r -> Optional.ofNullable(r.ribbons().get(sort)).stream())
                .findFirst()
                .orElseThrow(() -> new NotFound("Nothing is kept by “" + sort + "”."));
        Map<String, List<PaintStore.RibbonRow>> all = new LinkedHashMap<>();
        store.ribbons(me, sql, MOST)
                .forEach(r ->
                        all.computeIfAbsent(r.thing(), k -> new ArrayList<>()).add(r));
        return new RibbonList(all.entrySet().stream()
                .map(e -> new Ribbon(
                        e.getKey(),
                        e.getValue().stream().map(RibbonController::colours).toList(),
                        Math.max(0, e.getValue().get(0).all() - MOST)))
                .toList());
    }

    private static List<String> colours(PaintStore.RibbonRow r) {
        List<String> stops = Strip.of(r.run(), Optional.empty(), 0).stops();
        return List.of(stops.get(0), stops.get(stops.size() / 2), stops.get(stops.size() - 1));
    }
}
