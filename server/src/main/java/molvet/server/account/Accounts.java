package molvet.server.account;

import com.nulabinc.zxcvbn.Zxcvbn;
import jakarta.servlet.http.HttpServletRequest;
import java.nio.charset.StandardCharsets;
import java.time.Clock;
import java.time.Instant;
import java.util.Comparator;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.regex.Pattern;
import molvet.core.measure.Refusal;
import molvet.core.measure.Words;
import molvet.server.platform.Busy;
import molvet.server.platform.Collector;
import molvet.server.platform.NotFound;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.dao.DuplicateKeyException;
import org.springframework.session.FindByIndexNameSessionRepository;
import org.springframework.session.Session;
import org.springframework.stereotype.Service;
import org.springframework.transaction.PlatformTransactionManager;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.transaction.support.TransactionTemplate;

/** Making, opening, changing and deleting accounts. */
@Service
public class Accounts {
    /** What a session keeps of the device it was begun with. */
    static final String DEVICE = "device";

    static final String CALLED = "called";

    /** Tries. Guessing at the door is slowed to a few an hour; at a stolen database such a password falls soon. */
    private static final double GUESSED_SOON = 1e5;

    private static final Pattern EMAIL = Pattern.compile("[^\\s@<>\"]{1,64}@[^\\s@<>\"]{1,120}");

    /** Of a password nobody has, hashed as everyone's: an unknown e-mail takes as long to refuse as a wrong password. */
    private static final String DECOY = "$2a$11$Z1qFj5t2d2E9hZuyEiophOEDFNCbeGSqcPdtA6M3DIJp36xdgZaPO";

    private final CollectorStore store;
    private final PasswordWork work;
    private final WrongPasswords wrong;
    private final KnownBrowsers browsers;
    private final FindByIndexNameSessionRepository<? extends Session> sessions;
    private final TransactionTemplate transaction;
    private final Clock clock;
    private final int mostSessions;

    Accounts(
            CollectorStore store,
            PasswordWork work,
            WrongPasswords wrong,
            KnownBrowsers browsers,
            FindByIndexNameSessionRepository<? extends Session> sessions,
            PlatformTransactionManager transactions,
            Clock clock,
            @Value("${molvet.most-sessions}") int mostSessions) {
        this.mostSessions = mostSessions;
        this.transaction = new TransactionTemplate(transactions);
        this.work = work;
        this.wrong = wrong;
        this.browsers = browsers;
        this.store = store;
        this.sessions = sessions;
        this.clock = clock;
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
     * @param request tells where the call comes from
     * @return the collector, or empty when e-mail or password is wrong
     * @throws WrongPasswords.TooManyTries while whoever asks has to wait
     */
    Optional<CollectorStore.Row> open(String email, String password, HttpServletRequest request) {
        String who = email.strip().toLowerCase(Locale.ROOT);
        who = who.length() > 190 ? who.substring(0, 190) : who;
        Optional<CollectorStore.Row> row = store.byEmail(who);
        String from = row.map(r -> browsers.from(request, r)).orElseGet(() -> KnownBrowsers.address(request));
        return isRight(who, row, password, from) ? row : Optional.empty();
    }

    /** What the owner, who just signed in, is to be told of. */
    Optional<WrongPasswords.Tried> triedByOthers(CollectorStore.Row me) {
        return wrong.tell(me.email());
    }

    private boolean isRight(String account, Optional<CollectorStore.Row> row, String password, String from) {
        wrong.count(account, from);
        boolean right;
        try {
            right = work.matches(
                    password, row.map(CollectorStore.Row::passwordHash).orElse(DECOY), from);
        } catch (Busy e) {
            wrong.uncount(account, from);
            throw e;
        }
        if (row.isEmpty()) return false;
        if (right) wrong.forgive(account, from);
        else wrong.keepForOwner(account, from);
        return right;
    }

    public void changePassword(Collector me, String old, String fresh, String keepSession, HttpServletRequest request) {
        requirePassword(me, old, request);
        store.changePassword(me.id(), hash(fresh));
        endSessions(me, keepSession);
    }

    public void delete(Collector me, String password, HttpServletRequest request) {
        requirePassword(me, password, request);
        takeAway(me.id());
    }

    /** With every row and every session. */
    void takeAway(long id) {
        transaction.executeWithoutResult(status -> store.delete(id));
        sessions.findByPrincipalName(String.valueOf(id)).keySet().forEach(sessions::deleteById);
    }

    /** Makes room for one more session: who is signed in too often is signed out where it is longest ago. */
    void boundSessions(Collector me) {
        List<? extends Session> all = sessions.findByPrincipalName(me.getName()).values().stream()
                .sorted(Comparator.comparing(Session::getLastAccessedTime))
                .toList();
        all.subList(0, Math.max(0, all.size() - mostSessions + 1)).forEach(s -> sessions.deleteById(s.getId()));
    }

    /**
     * Where somebody is signed in.
     *
     * @param called what it is ended by; it says nothing of the session's own secret
     * @param lastSeen to the minute
     * @param with what kind of device, as far as its browser said; empty: it said nothing known
     * @param here whether it is the one that asks
     */
    record SignedIn(String called, Instant since, Instant lastSeen, String with, boolean here) {}

    /** Everywhere the collector is signed in, the latest seen first. @param here the session that asks */
    List<SignedIn> signedIn(Collector me, String here) {
        return sessions.findByPrincipalName(me.getName()).values().stream()
                .map(s -> new SignedIn(
                        s.getAttributeOrDefault(CALLED, ""),
                        s.getCreationTime(),
                        s.getLastAccessedTime(),
                        s.getAttributeOrDefault(DEVICE, ""),
                        s.getId().equals(here)))
                .sorted(Comparator.comparing(SignedIn::lastSeen).reversed())
                .toList();
    }

    /** Signs out in one place. */
    void endSession(Collector me, String called) {
        String id = sessions.findByPrincipalName(me.getName()).entrySet().stream()
                .filter(s -> called.equals(s.getValue().getAttribute(CALLED)))
                .map(Map.Entry::getKey)
                .findFirst()
                .orElseThrow(() -> new NotFound("You are not signed in there any more."));
        sessions.deleteById(id);
    }

    /** Signs out everywhere but in one session. */
    void endSessions(Collector me, String keep) {
        sessions.findByPrincipalName(me.getName()).keySet().stream()
                .filter(id -> !id.equals(keep))
                .forEach(sessions::deleteById);
    }

    /** Guessing is as slow for somebody who found an open page as for somebody outside. */
    private void requirePassword(Collector me, String password, HttpServletRequest request) {
        Optional<CollectorStore.Row> row = store.byId(me.id());
        String from = row.map(r -> browsers.from(request, r)).orElseGet(() -> KnownBrowsers.address(request));
        if (!isRight(me.email(), row, password, from)) {
            throw Refusal.of("password", "That is not your password.", "Type the one you sign in with.");
        }
    }

    private String hash(String password) {
        return work.hash(goodPassword(password));
    }

    /**
     * @throws Refusal for one that is too short, longer than a hash tells apart, or guessed soon: by the estimate of Wheeler, “zxcvbn:
     *     low-budget password strength estimation”, USENIX Security 2016, which knows the most common of leaked passwords
     */
    static String goodPassword(String password) {
        if (password.codePointCount(0, password.length()) < 8) {
            throw Refusal.of("password", "The password has fewer than 8 characters.", "Three or four words are good.");
        }
        if (password.getBytes(StandardCharsets.UTF_8).length > 72) {
            throw Refusal.of("password", "The password is longer than 72 bytes.", "Shorten it a little.");
        }
        if (new Zxcvbn().measure(password).getGuesses() < GUESSED_SOON) {
            throw Refusal.of(
                    "password",
                    "By estimate, this password is guessed within a hundred thousand tries.",
                    "Three or four words that do not belong together are good.");
        }
        return password;
    }
}
