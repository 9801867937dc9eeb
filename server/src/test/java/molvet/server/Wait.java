package molvet.server;

import java.time.Duration;
import java.util.concurrent.Callable;
import java.util.function.Predicate;
import org.awaitility.Awaitility;

/** Waits for what the server does by itself. It looks now and again, so that the machine has time to do it meanwhile. */
public final class Wait {
    private static final Duration MOST = Duration.ofMinutes(5);
    private static final Duration BETWEEN = Duration.ofMillis(25);

    private Wait() {}

    /** @return what was seen when it was as wanted; whatever it throws meanwhile is not yet an answer */
    public static <T> T until(Callable<T> look, Predicate<T> wanted) {
        return Awaitility.await()
                .atMost(MOST)
                .pollDelay(Duration.ZERO)
                .pollInterval(BETWEEN)
                .ignoreExceptionsInstanceOf(java.io.UncheckedIOException.class)
                .until(look, wanted::test);
    }
}
