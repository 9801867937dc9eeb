package molvet.server.collection;

import java.util.List;
import molvet.server.account.Collector;
import org.springframework.stereotype.Component;

/** Doubts that were left, with their reasons, for the export. */
@Component
class ExportedDoubts implements Exported {
    private final VoiceStore store;

    ExportedDoubts(VoiceStore store) {
        this.store = store;
    }

    @Override
    public String name() {
        return "leftDoubts";
    }

    @Override
    public List<?> of(Collector me) {
        return store.left(me);
    }
}
