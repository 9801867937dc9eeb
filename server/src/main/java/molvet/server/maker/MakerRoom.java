package molvet.server.maker;

import java.util.List;
import java.util.Map;
import java.util.function.Function;
import java.util.function.ToIntFunction;
import molvet.core.maker.MakerTerms;
import molvet.core.platform.TermKind;
import molvet.server.platform.Clauses;
import molvet.server.platform.Collector;
import molvet.server.platform.Room;
import molvet.server.platform.Table;
import org.springframework.stereotype.Component;

/** What the makers bring to the house. */
@Component
class MakerRoom implements Room {
    private final MakerStore store;

    MakerRoom(MakerStore store) {
        this.store = store;
    }

    @Override
    public String name() {
        return "maker";
    }

    @Override
    public List<Table> tables() {
        return List.of(
                Table.of("maker"),
                Table.of("line"),
                Table.of("colour"),
                Table.of("colour_name"),
                Table.of("edition"),
                Table.kept("leaflet"));
    }

    @Override
    public List<TermKind> terms() {
        return MakerTerms.KINDS;
    }

    @Override
    public Clauses clauses() {
        return new Clauses()
                .on(
                        MakerTerms.ByMaker.class,
                        (t, in) -> "p.maker_id in (select b.id from maker b where b.collector_id = :me and b.name = "
                                + in.put(t.maker()) + ")")
                .on(
                        MakerTerms.DISCONTINUED,
                        "p.colour_id in (select c.id from colour c where c.collector_id = :me and c.status = 'DISCONTINUED')");
    }

    @Override
    public Map<String, Function<Collector, List<String>>> names() {
        return Map.of(MakerTerms.MAKERS, store::makerNames);
    }

    @Override
    public Map<String, ToIntFunction<Collector>> counts() {
        return Map.of("/makers", me -> store.makerNames(me).size());
    }
}
