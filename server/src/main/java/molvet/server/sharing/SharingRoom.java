package molvet.server.sharing;

import java.util.List;
import java.util.Map;
import java.util.function.Function;
import java.util.stream.Stream;
import molvet.server.platform.Collector;
import molvet.server.platform.Room;
import molvet.server.platform.Table;
import org.springframework.beans.factory.ObjectProvider;
import org.springframework.stereotype.Component;

/** What sharing brings to the house: things that are shown to others, and the rows of all rooms for another Molvet. */
@Component
class SharingRoom implements Room {
    /** Asked for late, since it is made of what rooms bring. */
    private final ObjectProvider<Whole> whole;

    SharingRoom(ObjectProvider<Whole> whole) {
        this.whole = whole;
    }

    @Override
    public String name() {
        return "sharing";
    }

    @Override
    public List<Table> tables() {
        return List.of(Table.of("share").staying(), Table.kept("share_look"));
    }

    @Override
    public Map<String, Function<Collector, List<?>>> exports() {
        return Map.of("rows", me -> whole.getObject().out(me));
    }

    @Override
    public void check(Collector me) {
        // Rows are what the other rooms read.
    }

    @Override
    public Stream<ExportedFile> files(Collector me) {
        return whole.getObject().files(me);
    }
}
