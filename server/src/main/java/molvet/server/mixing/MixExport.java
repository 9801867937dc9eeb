package molvet.server.mixing;

import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import molvet.server.mixing.MixStore.PartRow;
import molvet.server.platform.Collector;
import org.springframework.stereotype.Component;

/** Mixtures as they stand in the export of a collection. */
@Component
class MixExport {
    private final MixStore store;

    MixExport(MixStore store) {
        this.store = store;
    }

    List<?> mixtures(Collector me) {
        Map<Long, List<PartRow>> parts = store.parts(me);
        return store.all(me).stream()
                .map(m -> {
                    Map<String, Object> one = new LinkedHashMap<>();
                    one.put("code", m.code());
                    one.put("name", m.name());
                    one.put("liked", m.liked());
                    one.put("note", m.note());
                    one.put(
                            "parts",
                            parts.getOrDefault(m.id(), List.of()).stream()
                                    .map(p -> Map.of("paint", p.paintId(), "part", p.part()))
                                    .toList());
                    one.put("strength", m.strength());
                    one.put("massTone", m.massTone().orElse(null));
                    one.put("tint", m.tint().orElse(null));
                    one.put("granulation", m.granulation());
                    one.put("separation", m.separation());
                    one.put("at", m.madeAt());
                    return one;
                })
                .toList();
    }
}
