package molvet.server.find;

import java.util.List;
import java.util.Map;
import java.util.function.Function;
import molvet.server.platform.Collector;
import molvet.server.platform.Room;
import molvet.server.platform.Table;
import org.springframework.beans.factory.ObjectProvider;
import org.springframework.stereotype.Component;

/** What finding brings to the house. */
@Component
class FindRoom implements Room {
    private final ObjectProvider<FindStore> store;

    FindRoom(ObjectProvider<FindStore> store) {
        this.store = store;
    }

    @Override
    public String name() {
        return "find";
    }

    @Override
    public List<Table> tables() {
        return List.of(Table.of("saved_find"));
    }

    @Override
    public Map<String, Function<Collector, List<?>>> exports() {
        return Map.of("finds", me -> store.getObject().saved(me));
    }
}
