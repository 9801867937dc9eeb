package molvet.server.account;

import static java.time.temporal.ChronoUnit.MINUTES;

import jakarta.servlet.FilterChain;
import jakarta.servlet.ServletException;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.time.Duration;
import java.time.Instant;
import java.util.HashMap;
import java.util.Map;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.core.annotation.Order;
import org.springframework.dao.DataAccessException;
import org.springframework.dao.PessimisticLockingFailureException;
import org.springframework.session.FindByIndexNameSessionRepository;
import org.springframework.session.Session;
import org.springframework.session.web.http.SessionRepositoryFilter;
import org.springframework.stereotype.Component;
import org.springframework.transaction.TransactionException;
import org.springframework.web.filter.OncePerRequestFilter;

/**
 * The sessions of the database, looked for once a request, and saved once a minute where only the time of last use has changed:
 * it is known to the minute.
 *
 * <p>The session filter looks again when the answer is about to be sent, and saves when the session was last used: where so much
 * is asked that no connection is free, or the database has just gone, that would make an error of an answer that stands ready.
 * So a request remembers its session; of one that only looks, a time of last use that cannot be saved is let go; and after a
 * save that failed no other is tried, so that the answer that says so gets through.
 */
final class RequestSessions<S extends Session> implements FindByIndexNameSessionRepository<RequestSessions.Held<S>> {
    private static final Logger LOG = LoggerFactory.getLogger(RequestSessions.class);
    private static final ThreadLocal<Asked> ASKED = new ThreadLocal<>();
    private static final Set<String> LOOKS = Set.of("GET", "HEAD", "OPTIONS");

    private final FindByIndexNameSessionRepository<S> kept;

    private RequestSessions(FindByIndexNameSessionRepository<S> kept) {
        this.kept = kept;
    }

    static <T extends Session> RequestSessions<T> of(FindByIndexNameSessionRepository<T> kept) {
        return new RequestSessions<>(kept);
    }

    /** A session, and whether there is anything of it to save. */
    static final class Held<T extends Session> implements Session {
        private final T session;
        private boolean changed;

        private Held(T session, boolean changed) {
            this.session = session;
            this.changed = changed;
        }

        @Override
        public void setLastAccessedTime(Instant now) {
            if (session.getLastAccessedTime().truncatedTo(MINUTES).equals(now.truncatedTo(MINUTES))) return;
            changed = true;
            session.setLastAccessedTime(now);
        }

        @Override
        public String changeSessionId() {
            changed = true;
            return session.changeSessionId();
        }

        @Override
        public void setAttribute(String name, Object value) {
            changed = true;
            session.setAttribute(name, value);
        }

        @Override
        public void removeAttribute(String name) {
            changed = true;
            session.removeAttribute(name);
        }

        @Override
        public void setMaxInactiveInterval(Duration interval) {
            changed = true;
            session.setMaxInactiveInterval(interval);
        }

        @Override
        public String getId() {
            return session.getId();
        }

        @Override
        public <V> V getAttribute(String name) {
            return session.getAttribute(name);
        }

        @Override
        public Set<String> getAttributeNames() {
            return session.getAttributeNames();
        }

        @Override
        public Instant getCreationTime() {
            return session.getCreationTime();
        }

        @Override
        public Instant getLastAccessedTime() {
            return session.getLastAccessedTime();
        }

        @Override
        public Duration getMaxInactiveInterval() {
            return session.getMaxInactiveInterval();
        }

        @Override
        public boolean isExpired() {
            return session.isExpired();
        }
    }

    /** What one request knows of sessions. */
    private static final class Asked {
        private final Map<String, Held<?>> found = new HashMap<>();
        private final boolean looks;
        private boolean failed;

        Asked(boolean looks) {
            this.looks = looks;
        }
    }

    /** Begins and ends what a request remembers, around the session filter. */
    @Component
    @Order(SessionRepositoryFilter.DEFAULT_ORDER - 1)
    static final class Around extends OncePerRequestFilter {
        @Override
        protected void doFilterInternal(HttpServletRequest request, HttpServletResponse response, FilterChain chain)
                throws ServletException, IOException {
            ASKED.set(new Asked(LOOKS.contains(request.getMethod())));
            try {
                chain.doFilter(request, response);
            } finally {
                ASKED.remove();
            }
        }
    }

    @Override
    public Held<S> createSession() {
        return new Held<>(kept.createSession(), true);
    }

    @Override
    public void save(Held<S> held) {
        Asked asked = ASKED.get();
        if (!held.changed || asked != null && asked.failed) return;
        try {
            kept.save(held.session);
            held.changed = false;
        } catch (DataAccessException | TransactionException e) {
            if (asked == null) throw e;
            // Who came first to the row of a session that stood already was another request of it, and has just saved
            // its time.
            boolean overtaken =
                    e instanceof PessimisticLockingFailureException && asked.found.containsKey(held.getId());
            if (!asked.looks && !overtaken) {
                asked.failed = true;
                throw e;
            }
            held.changed = false;
            LOG.warn("When a session was last used is not kept: {}", e.toString());
        }
    }

    @Override
    @SuppressWarnings("unchecked")
    public @Nullable Held<S> findById(String id) {
        Asked asked = ASKED.get();
        return asked == null ? held(id) : (Held<S>) asked.found.computeIfAbsent(id, this::held);
    }

    private @Nullable Held<S> held(String id) {
        S session = kept.findById(id);
        return session == null ? null : new Held<>(session, false);
    }

    @Override
    public void deleteById(String id) {
        if (ASKED.get() != null) ASKED.get().found.remove(id);
        kept.deleteById(id);
    }

    @Override
    public Map<String, Held<S>> findByIndexNameAndIndexValue(String name, String value) {
        Map<String, Held<S>> all = new HashMap<>();
        kept.findByIndexNameAndIndexValue(name, value)
                .forEach((id, session) -> all.put(id, new Held<>(session, false)));
        return all;
    }
}
