package molvet.server.palette;

import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;
import molvet.server.palette.PaletteStore.PaletteRow;
import molvet.server.palette.PaletteStore.WellRow;
import molvet.server.platform.Collector;
import org.springframework.stereotype.Component;
import tools.jackson.databind.json.JsonMapper;

/** Boxes, palettes with all their versions, and paintings, as they stand in the export of a collection. */
@Component
class PaletteExport {
    private final PaletteStore store;
    private final JsonMapper json;

    PaletteExport(PaletteStore store, JsonMapper json) {
        this.store = store;
        this.json = json;
    }

    private BoxShape shape(String kept) {
        return json.readValue(kept, BoxShape.class);
    }

    List<?> boxes(Collector me) {
        return store.boxes(me).stream()
                .map(b -> Map.of("name", b.name(), "shape", shape(b.shape()), "note", b.note()))
                .toList();
    }

    List<?> palettes(Collector me) {
        return store.palettes(me).stream()
                .map(p -> {
                    Map<Long, List<WellRow>> wells = store.allWells(me, p.id());
                    Map<Long, List<PaletteStore.LeavingRow>> left = store.leavings(me, p.id()).stream()
                            .collect(Collectors.groupingBy(PaletteStore.LeavingRow::paletteVersionId));
                    Map<String, Object> one = new LinkedHashMap<>();
                    one.put("name", p.name());
                    one.put("note", p.note());
                    one.put(
                            "versions",
                            store.versions(me, p.id()).stream()
                                    .map(v -> {
                                        Map<String, Object> version = new LinkedHashMap<>();
                                        version.put("number", v.number());
                                        version.put("since", v.since());
                                        version.put("why", v.why());
                                        version.put("box", shape(v.shape()));
                                        version.put("wells", wells.getOrDefault(v.id(), List.of()));
                                        version.put("left", left.getOrDefault(v.id(), List.of()));
                                        return version;
                                    })
                                    .toList());
                    return one;
                })
                .toList();
    }

    List<?> paintings(Collector me) {
        Map<Long, List<PaletteStore.TapRow>> taps = store.taps(me);
        Map<Long, String> names =
                store.palettes(me).stream().collect(Collectors.toMap(PaletteRow::id, PaletteRow::name));
        return store.allPaintings(me).stream()
                .map(p -> {
                    Map<String, Object> one = new LinkedHashMap<>();
                    one.put("title", p.title());
                    one.put("on", p.paintedOn());
                    one.put("palette", p.paletteId() == null ? null : names.get(p.paletteId()));
                    one.put("note", p.note());
                    one.put("paints", taps.getOrDefault(p.id(), List.of()));
                    return one;
                })
                .toList();
    }
}
