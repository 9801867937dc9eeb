package molvet.server.account;

import java.nio.charset.StandardCharsets;
import java.time.Duration;
import java.util.Map;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.Semaphore;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.function.Supplier;
import molvet.server.platform.Busy;
import org.springframework.security.crypto.password.PasswordEncoder;
import org.springframework.stereotype.Component;

/**
 * Compares and hashes passwords, which is slow on purpose, on half of the processors at most: a flood of sign-ins slows only
 * sign-ins. From one place only so many wait at once, so that a flood does not keep the others out.
 */
@Component
class PasswordWork {
    private static final int MOST_WAITING = 64;
    private static final int MOST_WAITING_FROM_ONE = 8;
    private static final Duration LONGEST_WAIT = Duration.ofSeconds(20);

    private final PasswordEncoder passwords;
    private final Semaphore hands =
            new Semaphore(Math.max(1, Runtime.getRuntime().availableProcessors() / 2), true);
    private final AtomicInteger waiting = new AtomicInteger();
    private final Map<String, Integer> waitingFrom = new ConcurrentHashMap<>();

    PasswordWork(PasswordEncoder passwords) {
        this.passwords = passwords;
    }

    /**
     * @param from where the password comes from, one word a place
     * @throws Busy if too many wait already
     */
    boolean matches(String password, String hash, String from) {
        boolean tooLong = password.getBytes(StandardCharsets.UTF_8).length > 72;
        int here = waitingFrom.merge(from, 1, Integer::sum);
        try {
            if (waiting.incrementAndGet() > MOST_WAITING || here > MOST_WAITING_FROM_ONE) throw busy();
            return inTurn(() -> passwords.matches(tooLong ? "" : password, hash) && !tooLong);
        } finally {
            waiting.decrementAndGet();
            waitingFrom.merge(from, -1, (a, b) -> a + b == 0 ? null : a + b);
        }
    }

    /** @throws Busy if it is long until its turn */
    String hash(String password) {
        return inTurn(() -> passwords.encode(password));
    }

    private <T> T inTurn(Supplier<T> work) {
        try {
            if (!hands.tryAcquire(LONGEST_WAIT.toMillis(), TimeUnit.MILLISECONDS)) throw busy();
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            throw busy();
        }
        try {
            return work.get();
        } finally {
            hands.release();
        }
    }

    private static Busy busy() {
        return new Busy("Many are signing in at this moment.", Duration.ofSeconds(5));
    }
}
