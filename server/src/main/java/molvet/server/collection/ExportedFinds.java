package molvet.server.collection;

import java.util.List;
import molvet.server.account.Collector;
import org.springframework.stereotype.Component;

/** Kept finds for the export. */
@Component
class ExportedFinds implements Exported {
    private final VoiceStore store;

    ExportedFinds(VoiceStore store) {
        this.store = store;
    }

    @Override
    public String name() {
        return "finds";
    }

    @Override
    public List<?> of(Collector me) {
        return store.finds(me);
    }
}
