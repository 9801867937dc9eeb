package molvet.server.account;

import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.Optional;
import molvet.server.platform.Utc;
import org.springframework.stereotype.Component;
import org.springframework.transaction.PlatformTransactionManager;
import org.springframework.transaction.TransactionDefinition;
import org.springframework.transaction.support.TransactionTemplate;

/**
 * Slows down guessing. Tries are counted by account and by where they come from together, so that whoever guesses slows
 * down himself and not the owner, who comes from elsewhere or with a browser that is known. A try counts as wrong before
 * its password is looked at: a hundred at once are no better than a hundred in a row. What is a day old is forgotten.
 */
@Component
class WrongPasswords {
    private static final int FREE_TRIES = 5;
    private static final Duration LONGEST_WAIT = Duration.ofMinutes(15);
    private static final Duration FORGOTTEN = Duration.ofDays(1);
    private static final Duration NO_LONGER_TOLD = Duration.ofDays(90);

    private final TryStore store;
    private final Clock clock;
    private final TransactionTemplate apart;

    WrongPasswords(TryStore store, PlatformTransactionManager transactions, Clock clock) {
        this.store = store;
        this.clock = clock;
        // Stands even where the act that asks for the password comes to nothing.
        this.apart = new TransactionTemplate(transactions);
        this.apart.setPropagationBehavior(TransactionDefinition.PROPAGATION_REQUIRES_NEW);
    }

    /** Too many were tried from there. Answered with 429. */
    static final class TooManyTries extends RuntimeException {
        final Duration wait;

        TooManyTries(Duration wait) {
            this.wait = wait;
        }
    }

    /** Wrong passwords that were tried from elsewhere since the owner was last told, and when the latest was. */
    record Tried(int count, Instant last) {}

    /**
     * Counts a try as wrong, until {@link #forgive} says that it was right. After the free tries each further one doubles the
     * wait, from one second to a quarter of an hour; a try that has to wait is not counted.
     *
     * @throws TooManyTries while there is to wait
     */
    void count(String account, String from) {
        apart.executeWithoutResult(status -> {
            Instant now = clock.instant();
            TryStore.Failures so = store.hold(account, from, now);
            int failures = so.last().isBefore(now.minus(FORGOTTEN)) ? 0 : so.failures();
            if (failures >= FREE_TRIES) {
                Duration wait = Duration.ofSeconds(1L << Math.min(failures - FREE_TRIES, 20));
                Instant until = so.last().plus(wait.compareTo(LONGEST_WAIT) > 0 ? LONGEST_WAIT : wait);
                if (now.isBefore(until)) throw new TooManyTries(Duration.between(now, until));
            }
            store.count(account, from, Math.min(failures + 1, 1000), now);
        });
    }

    /** It was not looked at after all. */
    void uncount(String account, String from) {
        apart.executeWithoutResult(status -> store.uncount(account, from));
    }

    /** It was wrong, and there is an owner to be told of it. */
    void keepForOwner(String account, String from) {
        apart.executeWithoutResult(status -> store.addUntold(account, from));
    }

    /** It was right: what was tried from there was the owner. */
    void forgive(String account, String from) {
        apart.executeWithoutResult(status -> store.forget(account, from));
    }

    /** What the owner, who just signed in, has not been told yet. It is told once; what nobody needs any more goes. */
    Optional<Tried> tell(String account) {
        Instant now = clock.instant();
        store.forgetBefore(now.minus(FORGOTTEN), now.minus(NO_LONGER_TOLD));
        TryStore.Untold untold = store.untold(account);
        if (untold.count() == 0 || untold.lastAt() == null) return Optional.empty();
        store.told(account);
        return Optional.of(new Tried(untold.count(), Utc.instant(untold.lastAt())));
    }
}
