package molvet.server.platform;

import java.time.Duration;

/** There is more to do than hands; it is worth coming back after a while. Answered with 503 and Retry-After. */
public final class Busy extends RuntimeException {
    private final Duration wait;

    /** @param what is going on, a whole sentence */
    public Busy(String what, Duration wait) {
        super(what);
        this.wait = wait;
    }

    public Duration after() {
        return wait;
    }
}
