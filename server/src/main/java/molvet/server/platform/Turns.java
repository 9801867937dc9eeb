package molvet.server.platform;

import jakarta.servlet.ServletException;
import java.io.IOException;
import java.time.Duration;
import java.util.Map;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.Semaphore;
import java.util.concurrent.TimeUnit;
import org.springframework.stereotype.Component;

/**
 * Changes of one collector go one after the other, in the order in which they came, and whoever waits holds no connection
 * meanwhile: however much one collector sends at once, the others find the database free. Other servers are kept in order
 * by {@link Acts#oneAtATime}.
 */
@Component
class Turns {
    private static final int MOST_WAITING = 100;
    private static final Duration LONGEST_WAIT = Duration.ofSeconds(50);

    interface Work {
        void run() throws IOException, ServletException;
    }

    private static final class Line {
        private final Semaphore one = new Semaphore(1, true);
        private int standing;
    }

    private final Map<Long, Line> lines = new ConcurrentHashMap<>();

    /** @throws Busy if too many of the collector’s changes wait already, or one took too long */
    void inTurn(Collector me, Work work) throws IOException, ServletException {
        Line line = lines.compute(me.id(), (id, l) -> {
            Line here = l == null ? new Line() : l;
            here.standing++;
            return here;
        });
        try {
            if (line.standing > MOST_WAITING || !line.one.tryAcquire(LONGEST_WAIT.toMillis(), TimeUnit.MILLISECONDS)) {
                throw busy();
            }
            try {
                work.run();
            } finally {
                line.one.release();
            }
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            throw busy();
        } finally {
            lines.compute(me.id(), (id, l) -> --line.standing == 0 ? null : l);
        }
    }

    private static Busy busy() {
        return new Busy("Many changes of yours are being made at this moment.", Duration.ofSeconds(5));
    }
}
