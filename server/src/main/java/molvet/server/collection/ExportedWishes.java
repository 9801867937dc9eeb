package molvet.server.collection;

import java.util.List;
import molvet.server.account.Collector;
import org.springframework.stereotype.Component;

/** Wishes for the export: why, and what each may cost. */
@Component
class ExportedWishes implements Exported {
    private final VoiceStore store;

    ExportedWishes(VoiceStore store) {
        this.store = store;
    }

    @Override
    public String name() {
        return "wishes";
    }

    @Override
    public List<?> of(Collector me) {
        return store.wishes(me);
    }
}
