package molvet.server.sharing;

import java.util.List;
import molvet.server.platform.Room;
import molvet.server.platform.Table;
import org.springframework.stereotype.Component;

/** What sharing brings to the house: things that are shown to others, and how often they were looked at. */
@Component
class SharingRoom implements Room {
    @Override
    public String name() {
        return "sharing";
    }

    @Override
    public List<Table> tables() {
        return List.of(Table.of("share"), Table.kept("share_look"));
    }
}
