package molvet.server.account;

import java.nio.charset.StandardCharsets;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.Locale;
import java.util.Optional;
import java.util.regex.Pattern;
import molvet.core.measure.Refusal;
import molvet.core.measure.Words;
import molvet.server.platform.Collector;
import org.springframework.dao.DuplicateKeyException;
import org.springframework.security.crypto.password.PasswordEncoder;
import org.springframework.session.FindByIndexNameSessionRepository;
import org.springframework.session.Session;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Making, opening, changing and deleting accounts. */
@Service
public class Accounts {
    private static final Pattern EMAIL = Pattern.compile("[^\\s@<>\"]{1,64}@[^\\s@<>\"]{1,120}");
    private static final int FREE_TRIES = 5;
    private static final int FREE_TRIES_AN_ADDRESS = 30;
    private static final Duration LONGEST_WAIT = Duration.ofMinutes(15);

    /** Of a password nobody has, hashed as everyone's: an unknown e-mail takes as long to refuse as a wrong password. */
    private static final String DECOY = "$2a$11$Z1qFj5t2d2E9hZuyEiophOEDFNCbeGSqcPdtA6M3DIJp36xdgZaPO";

    private final CollectorStore store;
    private final PasswordEncoder passwords;
    private final FindByIndexNameSessionRepository<? extends Session> sessions;
    private final Clock clock;

    Accounts(
            CollectorStore store,
            PasswordEncoder passwords,
            FindByIndexNameSessionRepository<? extends Session> sessions,
            Clock clock) {
        this.store = store;
        this.passwords = passwords;
        this.sessions = sessions;
        this.clock = clock;
    }

    /** Signing in was refused for now because of wrong passwords. Answered with 429. */
    static final class TooManyTries extends RuntimeException {
        final Duration wait;

        TooManyTries(Duration wait) {
            this.wait = wait;
        }
    }

    boolean noneYet() {
        return store.isEmpty();
    }

    Optional<CollectorStore.Row> find(Collector collector) {
        return store.byId(collector.id());
    }

    /** The collector of an address, if there is one. */
    public Optional<Collector> find(String email) {
        return store.byEmail(email).map(r -> new Collector(r.id(), r.email()));
    }

    @Transactional
    public Collector make(String email, String name, String password) {
        String address = Words.needed("e-mail", email, 190).toLowerCase(Locale.ROOT);
        if (!EMAIL.matcher(address).matches()) {
            throw Refusal.of("email", "“" + address + "” is not an e-mail address.", "Write it like name@example.org.");
        }
        String called = Words.line("name", name, 120);
        try {
            long id = store.add(address, called.isEmpty() ? address : called, hash(password), clock.instant());
            return new Collector(id, address);
        } catch (DuplicateKeyException e) {
            throw Refusal.of("email", "There is an account for " + address + " already.", "Sign in instead.");
        }
    }

    /**
     * @param address where the call comes from
     * @return the collector, or empty when e-mail or password is wrong
     * @throws TooManyTries while either account or address has to wait
     */
    Optional<Collector> open(String email, String password, String address) {
        String who = email.strip().toLowerCase(Locale.ROOT);
        who = who.length() > 190 ? who.substring(0, 190) : who;
        Instant now = clock.instant();
        waitIfNeeded("account", who, FREE_TRIES, now);
        waitIfNeeded("address", address, FREE_TRIES_AN_ADDRESS, now);
        Optional<CollectorStore.Row> row = store.byEmail(who);
        boolean right = passwords.matches(
                cut(password), row.map(CollectorStore.Row::passwordHash).orElse(DECOY));
        if (row.isEmpty() || !right) {
            store.failed("account", who, now);
            store.failed("address", address, now);
            return Optional.empty();
        }
        store.forgive("account", who);
        return row.map(r -> new Collector(r.id(), r.email()));
    }

    /** After the free tries each further one doubles the wait, from one second to a quarter of an hour. */
    private void waitIfNeeded(String scope, String who, int free, Instant now) {
        store.failures(scope, who).ifPresent(f -> {
            if (f.count() < free) return;
            Duration wait = Duration.ofSeconds(1L << Math.min(f.count() - free, 20));
            if (wait.compareTo(LONGEST_WAIT) > 0) wait = LONGEST_WAIT;
            Instant until = f.last().plus(wait);
            if (now.isBefore(until)) throw new TooManyTries(Duration.between(now, until));
        });
    }

    @Transactional
    public void changePassword(Collector me, String old, String fresh, String keepSession) {
        requirePassword(me, old);
        store.changePassword(me.id(), hash(fresh));
        endSessions(me, keepSession);
    }

    @Transactional
    public void delete(Collector me, String password) {
        requirePassword(me, password);
        store.delete(me.id());
        endSessions(me, "");
    }

    private void endSessions(Collector me, String keep) {
        sessions.findByPrincipalName(me.getName()).keySet().stream()
                .filter(id -> !id.equals(keep))
                .forEach(sessions::deleteById);
    }

    private void requirePassword(Collector me, String password) {
        boolean right = store.byId(me.id())
                .filter(r -> passwords.matches(cut(password), r.passwordHash()))
                .isPresent();
        if (!right) throw Refusal.of("password", "That is not your password.", "Type the one you sign in with.");
    }

    private String hash(String password) {
        if (password.codePointCount(0, password.length()) < 8) {
            throw Refusal.of("password", "The password has fewer than 8 characters.", "Three or four words are good.");
        }
        if (password.getBytes(StandardCharsets.UTF_8).length > 72) {
            throw Refusal.of("password", "The password is longer than 72 bytes.", "Shorten it a little.");
        }
        return passwords.encode(password);
    }

    private static String cut(String password) {
        return password.getBytes(StandardCharsets.UTF_8).length > 72 ? "" : password;
    }
}
