package molvet.server.mixing;

import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Function;
import java.util.function.ToIntFunction;
import molvet.core.mixing.MixingTerms;
import molvet.core.platform.TermKind;
import molvet.server.collection.Witness;
import molvet.server.platform.Clauses;
import molvet.server.platform.Collector;
import molvet.server.platform.Room;
import molvet.server.platform.Table;
import org.springframework.stereotype.Component;

/** What mixing brings to the house: mixtures that were kept or painted, and what they are made of. */
@Component
class MixingRoom implements Room, Witness {
    private static final String PAINTED = "p.id in (select t.paint_id from mix_part t join mix x on x.id = t.mix_id"
            + " where t.collector_id = :me and x.mass_l is not null)";

    private final MixStore store;
    private final MixExport export;

    MixingRoom(MixStore store, MixExport export) {
        this.store = store;
        this.export = export;
    }

    @Override
    public String name() {
        return "mixing";
    }

    @Override
    public List<Table> tables() {
        return List.of(Table.of("mix").sameBy("made_at", "name").numbered("number"), Table.of("mix_part"));
    }

    @Override
    public Map<String, Function<Collector, List<?>>> exports() {
        return Map.of("mixtures", export::mixtures);
    }

    @Override
    public List<TermKind> terms() {
        return MixingTerms.KINDS;
    }

    @Override
    public Clauses clauses() {
        return new Clauses().on(MixingTerms.MIXED, PAINTED);
    }

    @Override
    public Map<String, ToIntFunction<Collector>> counts() {
        return Map.of("/mixing", store::count);
    }

    @Override
    public Optional<String> keeps(Collector me, long paint) {
        List<String> in = store.codesWith(me, paint);
        return in.isEmpty() ? Optional.empty() : Optional.of("is part of " + String.join(" and ", in));
    }
}
