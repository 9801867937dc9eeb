package molvet.server.account;

import jakarta.servlet.FilterChain;
import jakarta.servlet.ServletException;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.util.HashMap;
import java.util.Map;
import java.util.Set;
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
 * The sessions of the database, looked for once a request. The session filter looks again when the answer is about to be sent, and
 * saves when the session was last used: where so much is asked that no connection is free, or the database has just gone, that
 * would make an error of an answer that stands ready. So a request remembers its session; of one that only looks, a time of
 * last use that cannot be saved is let go; and after a save that failed no other is tried, so that the answer that says so gets
 * through.
 */
final class RequestSessions<S extends Session> implements FindByIndexNameSessionRepository<S> {
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

    /** What one request knows of sessions. */
    private static final class Asked {
        private final Map<String, Session> found = new HashMap<>();
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
    public S createSession() {
        return kept.createSession();
    }

    @Override
    public void save(S session) {
        Asked asked = ASKED.get();
        if (asked == null) {
            kept.save(session);
            return;
        }
        if (asked.failed) return;
        try {
            kept.save(session);
        } catch (DataAccessException | TransactionException e) {
            // Who came first to the row of a session that stood already was another request of it, and has just saved
            // its time.
            boolean overtaken =
                    e instanceof PessimisticLockingFailureException && asked.found.containsKey(session.getId());
            if (!asked.looks && !overtaken) {
                asked.failed = true;
                throw e;
            }
            LOG.warn("When a session was last used is not kept: {}", e.toString());
        }
    }

    @Override
    @SuppressWarnings("unchecked")
    public S findById(String id) {
        Asked asked = ASKED.get();
        if (asked == null) return kept.findById(id);
        return (S) asked.found.computeIfAbsent(id, kept::findById);
    }

    @Override
    public void deleteById(String id) {
        if (ASKED.get() != null) ASKED.get().found.remove(id);
        kept.deleteById(id);
    }

    @Override
    public Map<String, S> findByIndexNameAndIndexValue(String name, String value) {
        return kept.findByIndexNameAndIndexValue(name, value);
    }
}
