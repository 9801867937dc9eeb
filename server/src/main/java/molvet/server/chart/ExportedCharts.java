package molvet.server.chart;

import java.util.List;
import java.util.Map;
import molvet.server.account.Collector;
import molvet.server.collection.Exported;
import org.springframework.stereotype.Component;

/** Charts for the export: what each was asked to be, and what stands in its cells. */
@Component
class ExportedCharts implements Exported {
    private final BenchStore store;
    private final Bench bench;

    ExportedCharts(BenchStore store, Bench bench) {
        this.store = store;
        this.bench = bench;
    }

    @Override
    public String name() {
        return "charts";
    }

    @Override
    public List<?> of(Collector me) {
        return store.charts(me).stream()
                .map(s -> bench.chart(me, s.id()))
                .map(c -> Map.of(
                        "code", c.code(),
                        "title", c.title(),
                        "school", c.school(),
                        "note", c.note(),
                        "asked", bench.kept(c),
                        "cells", store.cells(me, c.id())))
                .toList();
    }
}
