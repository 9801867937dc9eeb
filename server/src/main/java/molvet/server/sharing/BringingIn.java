package molvet.server.sharing;

import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.ConcurrentHashMap;
import java.util.function.Consumer;
import molvet.core.measure.Refusal;
import molvet.server.platform.Collector;
import org.springframework.stereotype.Component;

/** How far a list or an export is that is being brought in. The server that does it knows, and no other; a collector brings in one at a time. */
@Component
class BringingIn {
    private final Map<Long, UnderWay> lists = new ConcurrentHashMap<>();

    private static final class UnderWay {
        private final int all;
        private volatile int done;
        private volatile boolean stopped;

        UnderWay(int all) {
            this.all = all;
        }
    }

    /** @param done rows of {@code all} */
    record Far(int done, int all) {}

    /** Row after row, until it is stopped: then it refuses, and the act it is part of leaves nothing. */
    <R> void each(Collector me, List<R> rows, Consumer<R> bring) {
        UnderWay now = new UnderWay(rows.size());
        lists.put(me.id(), now);
        try {
            for (R row : rows) {
                if (now.stopped) {
                    throw Refusal.of(
                            "file",
                            "It was stopped after " + now.done + " of " + now.all + " rows: nothing was brought in.",
                            "Bring it in again whenever you like.");
                }
                bring.accept(row);
                now.done++;
            }
        } finally {
            lists.remove(me.id(), now);
        }
    }

    /** Empty where nothing is brought in, or its rows are all in. */
    Optional<Far> far(Collector me) {
        return Optional.ofNullable(lists.get(me.id())).map(l -> new Far(l.done, l.all));
    }

    void stop(Collector me) {
        Optional.ofNullable(lists.get(me.id())).ifPresent(l -> l.stopped = true);
    }
}
