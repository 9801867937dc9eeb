package molvet.server.platform;

import java.time.Duration;
import java.util.concurrent.Semaphore;
import java.util.concurrent.TimeUnit;
import java.util.function.BooleanSupplier;
import java.util.function.Function;
import org.springframework.stereotype.Component;

/** Work that takes as long as it is given: never more of it at once than half of the processors, and none for longer than it may. */
@Component
public class Thinking {
    private final Semaphore places =
            new Semaphore(Math.max(1, Runtime.getRuntime().availableProcessors() / 2));

    /** @param work is told whether to go on, asked again and again */
    public <T> T within(Duration most, Function<BooleanSupplier, T> work) {
        try {
            if (!places.tryAcquire(10, TimeUnit.SECONDS)) {
                throw new Busy("Others are having theirs worked out. Nothing was changed.", Duration.ofSeconds(3));
            }
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            throw new Busy("The server is stopping. Nothing was changed.", Duration.ofSeconds(3));
        }
        try {
            long end = System.nanoTime() + most.toNanos();
            return work.apply(() -> System.nanoTime() < end);
        } finally {
            places.release();
        }
    }
}
