package molvet.server.find;

import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import molvet.core.platform.TermKind;
import molvet.server.collection.PaintStore;
import molvet.server.platform.Collector;
import molvet.server.platform.Rooms;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RestController;

/** What waits to be done, and the numbers beside the entries of the rail, in one call. */
@RestController
class WaitingController {
    private final Rooms rooms;
    private final Finds finds;
    private final PaintStore paints;

    WaitingController(Rooms rooms, Finds finds, PaintStore paints) {
        this.rooms = rooms;
        this.finds = finds;
        this.paints = paints;
    }

    /** How many paints a find brings; every count opens its list. */
    record Count(String find, int count) {}

    /** {@code rooms}: by the address that the number stands beside. */
    record Waiting(List<Count> counts, Map<String, Integer> rooms, int recipes, int painted) {}

    @GetMapping("/api/waiting")
    @Transactional(readOnly = true)
    public Waiting waiting(Collector me) {
        Map<String, Integer> numbers = new TreeMap<>();
        rooms.all().forEach(r -> r.counts().forEach((at, of) -> numbers.put(at, of.applyAsInt(me))));
        return new Waiting(
                rooms.all().stream()
                        .flatMap(r -> r.waiting().stream())
                        .map(f -> new Count(f, finds.count(me, f, TermKind.Known.NOTHING)))
                        .toList(),
                numbers,
                paints.countRecipes(me),
                finds.count(me, "painted", TermKind.Known.NOTHING));
    }
}
