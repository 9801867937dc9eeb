package molvet.server.arrival;

import java.util.List;
import java.util.Map;
import molvet.server.account.Collector;
import molvet.server.collection.Exported;
import org.springframework.stereotype.Component;

/** Logged arrivals for the export: bills, givers and thanks. Of givers who are not named the rows hold no name at all. */
@Component
class ExportedArrivals implements Exported {
    private static final int MOST = 100_000;

    private final ArrivalStore store;

    ExportedArrivals(ArrivalStore store) {
        this.store = store;
    }

    @Override
    public String name() {
        return "arrivals";
    }

    @Override
    public List<?> of(Collector me) {
        return store.arrivals(me, MOST, 0).stream()
                .filter(a -> a.state().equals("LOGGED"))
                .map(a -> Map.of(
                        "arrival", a,
                        "lines", store.lines(me, a.id()),
                        "givers",
                                store.givers(me, a.id()).stream()
                                        .map(g -> Map.of(
                                                "name", g.name().isEmpty() ? "anonymous" : g.name(),
                                                "thanksOwed", g.thanksOwed(),
                                                "thankedOn",
                                                        g.thankedOn() == null
                                                                ? ""
                                                                : g.thankedOn().toString()))
                                        .toList()))
                .toList();
    }
}
