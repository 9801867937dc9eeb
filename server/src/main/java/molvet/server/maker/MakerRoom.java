package molvet.server.maker;

import java.util.List;
import java.util.Map;
import java.util.function.Function;
import java.util.function.ToIntFunction;
import java.util.stream.Collectors;
import molvet.core.maker.ColourStatus;
import molvet.core.maker.LineGrade;
import molvet.core.maker.MakerTerms;
import molvet.core.pigment.Pigment;
import molvet.core.pigment.PigmentReference;
import molvet.core.platform.TermKind;
import molvet.server.platform.Clauses;
import molvet.server.platform.Collector;
import molvet.server.platform.Room;
import molvet.server.platform.Table;
import org.springframework.stereotype.Component;

/** What the makers bring to the house. */
@Component
class MakerRoom implements Room {
    private static final String WITHDRAWN =
            "p.colour_id in (select c.id from colour c where c.collector_id = :me and c.status = 'DISCONTINUED')";

    private final MakerStore store;
    private final PigmentReference reference;

    MakerRoom(MakerStore store, PigmentReference reference) {
        this.store = store;
        this.reference = reference;
    }

    @Override
    public String name() {
        return "maker";
    }

    @Override
    public List<Table> tables() {
        return List.of(
                Table.of("maker"),
                Table.of("line").words("grade", LineGrade.class),
                Table.of("colour").words("status", ColourStatus.class).sameBy("line_id", "name", "catalogue_number"),
                Table.of("colour_name"),
                Table.of("edition").sameBy("colour_id", "label"),
                Table.kept("leaflet").travelling().sameBy("title", "line_id", "at"));
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
                .on(MakerTerms.DISCONTINUED, WITHDRAWN)
                .on(
                        MakerTerms.OUT_OF_PRODUCTION,
                        in -> WITHDRAWN + " or p.recipe regexp "
                                + in.put(reference.all().stream()
                                        .filter(Pigment::outOfProduction)
                                        .map(p -> p.code().toString().replace(".", "[.]"))
                                        .collect(Collectors.joining("|", "(^|[ +])(", ")($|[ +])"))))
                .on(
                        MakerTerms.OfGrade.class,
                        (t, in) -> "p.line_id in (select n.id from line n where n.collector_id = :me and n.grade = "
                                + in.put(t.grade().name()) + ")");
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
