package molvet.server.chart;

import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Function;
import java.util.function.ToIntFunction;
import molvet.core.chart.ChartForm;
import molvet.core.collection.School;
import molvet.server.collection.Witness;
import molvet.server.platform.Collector;
import molvet.server.platform.Room;
import molvet.server.platform.Table;
import org.springframework.stereotype.Component;
import tools.jackson.databind.json.JsonMapper;

/** What charts and the paper stock bring to the house. */
@Component
class ChartRoom implements Room, Witness {
    private final ChartStore store;
    private final JsonMapper json;

    ChartRoom(ChartStore store, JsonMapper json) {
        this.store = store;
        this.json = json;
    }

    @Override
    public String name() {
        return "chart";
    }

    @Override
    public Map<String, String> ribbons() {
        return Map.of(
                "chart",
                "select chart_id thing, paint_id, min(position) at from chart_cell where collector_id = :me and paint_id is not null group by chart_id, paint_id");
    }

    @Override
    public Set<String> things() {
        return Set.of("chart");
    }

    @Override
    public List<Table> tables() {
        return List.of(
                Table.of("chart")
                        .words("form", ChartForm.class)
                        .words("school", School.class)
                        .sameBy("created_at", "form")
                        .numbered("number"),
                Table.of("chart_cell").words("state", "PLANNED", "PAINTED", "BARE", "SKIPPED"),
                Table.of("paper")
                        .words("kind", PaperStock.Kind.class)
                        .words("surface", PaperStock.Surface.class)
                        .sameBy("name"));
    }

    /** What each was asked to be, and what stands in its cells. */
    @Override
    public Map<String, Function<Collector, List<?>>> exports() {
        return Map.of(
                "charts",
                me -> store.charts(me).stream()
                        .flatMap(s -> store.chart(me, s.id()).stream())
                        .map(c -> Map.of(
                                "code", c.code(),
                                "title", c.title(),
                                "school", c.school(),
                                "note", c.note(),
                                "asked", json.readValue(c.spec(), NewChart.class),
                                "cells", store.cells(me, c.id())))
                        .toList());
    }

    @Override
    public Map<String, ToIntFunction<Collector>> counts() {
        return Map.of("/bench", me -> store.charts(me).size());
    }

    /** A square of a mixture without one of its paints would pass for the other by itself. */
    @Override
    public Optional<String> keeps(Collector me, long paint) {
        return store.mixedOn(me, paint).map(number -> String.format("is mixed with others on C-%04d", number));
    }
}
