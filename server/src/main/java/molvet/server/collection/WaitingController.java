package molvet.server.collection;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import molvet.core.collection.DoubtfulLabels;
import molvet.core.pigment.Note;
import molvet.core.pigment.PigmentCode;
import molvet.core.pigment.Recipe;
import molvet.core.shelf.Find;
import molvet.server.account.Collector;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RestController;

/** What waits to be done, and which labels cannot be right. */
@RestController
class WaitingController {
    private static final List<String> FINDS =
            List.of("no swatch", "drying", "not read", "not filed", "lost", "no pigments", "disagree");

    private final FindStore finds;
    private final PaintStore store;
    private final PaintViews views;
    private final DoubtfulLabels doubtful;

    WaitingController(FindStore finds, PaintStore store, PaintViews views, DoubtfulLabels doubtful) {
        this.finds = finds;
        this.store = store;
        this.views = views;
        this.doubtful = doubtful;
    }

    /** How many paints each find brings; every count opens its list. */
    record Count(String find, int count) {}

    record Waiting(List<Count> counts, int paints, int recipes, int painted, int doubtful) {}

    record DoubtView(PaintViews.PaintEntry paint, Note note, List<PaintViews.PaintEntry> others) {}

    record DoubtList(List<DoubtView> doubts) {}

    @GetMapping("/api/waiting")
    Waiting waiting(Collector me) {
        List<PaintStore.NameRow> labels = store.labels(me);
        return new Waiting(
                FINDS.stream()
                        .map(f -> new Count(f, finds.count(me, Find.parse(f, List.of()))))
                        .toList(),
                labels.size(),
                (int) labels.stream()
                        .map(PaintStore.NameRow::recipe)
                        .filter(r -> !r.isEmpty())
                        .distinct()
                        .count(),
                finds.count(me, Find.parse("painted", List.of())),
                (int) doubts(labels).stream()
                        .map(DoubtfulLabels.Doubt::paint)
                        .distinct()
                        .count());
    }

    @GetMapping("/api/doubts")
    DoubtList doubts(Collector me) {
        List<DoubtfulLabels.Doubt> all = doubts(store.labels(me));
        Map<Long, PaintViews.PaintEntry> entries = new LinkedHashMap<>();
        List<Long> ids = new ArrayList<>();
        all.forEach(d -> {
            ids.add(d.paint());
            ids.addAll(d.others());
        });
        views.entries(me, ids.stream().distinct().limit(500).toList()).forEach(e -> entries.put(e.id(), e));
        return new DoubtList(all.stream()
                .filter(d -> entries.containsKey(d.paint()))
                .map(d -> new DoubtView(
                        entries.get(d.paint()),
                        d.note(),
                        d.others().stream()
                                .map(entries::get)
                                .filter(java.util.Objects::nonNull)
                                .toList()))
                .toList());
    }

    private List<DoubtfulLabels.Doubt> doubts(List<PaintStore.NameRow> labels) {
        return doubtful.find(labels.stream()
                .map(l -> new DoubtfulLabels.Label(
                        l.id(), l.name(), l.maker(), l.line(), recipe(l.recipe()), l.massTone()))
                .toList());
    }

    private static Recipe recipe(String kept) {
        return kept.isEmpty()
                ? Recipe.NONE
                : new Recipe(java.util.Arrays.stream(kept.split(" \\+ "))
                        .flatMap(c -> PigmentCode.parse(c).stream())
                        .toList());
    }
}
