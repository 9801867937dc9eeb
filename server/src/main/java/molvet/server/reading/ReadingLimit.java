package molvet.server.reading;

import java.time.Clock;
import java.time.temporal.ChronoUnit;
import molvet.server.platform.Collector;
import molvet.server.platform.Limit;
import molvet.server.platform.Utc;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.stereotype.Component;

/** How many pictures of sheets one collector may have read a day, by the clock of UTC. */
@Component
class ReadingLimit implements Limit {
    private static final long WHERE_OTHERS_JOIN = 500;

    private final SheetReadingStore store;
    private final Clock clock;
    private final long most;

    ReadingLimit(
            SheetReadingStore store,
            Clock clock,
            @Value("${molvet.sign-up}") String signUp,
            @Value("${molvet.most-readings}") String most) {
        this.store = store;
        this.clock = clock;
        this.most = Limit.of(most, signUp, WHERE_OTHERS_JOIN);
    }

    @Override
    public String table() {
        return "scan";
    }

    @Override
    public Used used(Collector me) {
        int today = store.queuedSince(me, Utc.of(clock.instant().truncatedTo(ChronoUnit.DAYS)));
        return new Used(today == 1 ? "reading today" : "readings today", today, most, "There are more tomorrow.");
    }
}
