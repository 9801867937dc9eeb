package molvet.server.collection;

import java.util.List;
import molvet.core.shelf.Find;
import molvet.server.account.Collector;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RestController;

/** What waits to be done. */
@RestController
class WaitingController {
    private static final List<String> FINDS =
            List.of("no swatch", "drying", "not read", "not filed", "lost", "no pigments", "disagree");

    private final FindStore finds;
    private final PaintStore store;
    private final DisputeViews disputes;

    WaitingController(FindStore finds, PaintStore store, DisputeViews disputes) {
        this.finds = finds;
        this.store = store;
        this.disputes = disputes;
    }

    /** How many paints each find brings; every count opens its list. */
    record Count(String find, int count) {}

    record Waiting(List<Count> counts, int paints, int recipes, int painted, int doubtful) {}

    @GetMapping("/api/waiting")
    Waiting waiting(Collector me) {
        List<PaintStore.NameRow> labels = store.labels(me);
        return new Waiting(
                FINDS.stream()
                        .map(f -> new Count(f, finds.count(me, Find.parse(f, Find.Known.NOTHING))))
                        .toList(),
                labels.size(),
                (int) labels.stream()
                        .map(PaintStore.NameRow::recipe)
                        .filter(r -> !r.isEmpty())
                        .distinct()
                        .count(),
                finds.count(me, Find.parse("painted", Find.Known.NOTHING)),
                disputes.open(me));
    }
}
