package molvet.server.platform;

import jakarta.servlet.FilterChain;
import jakarta.servlet.ServletException;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.security.MessageDigest;
import java.time.Clock;
import java.time.Duration;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.ThreadLocalRandom;
import org.jspecify.annotations.Nullable;
import org.springframework.dao.DuplicateKeyException;
import org.springframework.dao.PessimisticLockingFailureException;
import org.springframework.dao.TransientDataAccessException;
import org.springframework.http.HttpHeaders;
import org.springframework.http.HttpStatus;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.security.core.Authentication;
import org.springframework.stereotype.Component;
import org.springframework.transaction.PlatformTransactionManager;
import org.springframework.transaction.TransactionStatus;
import org.springframework.transaction.support.TransactionTemplate;
import org.springframework.web.context.request.RequestAttributes;
import org.springframework.web.context.request.RequestContextHolder;
import org.springframework.web.filter.OncePerRequestFilter;
import org.springframework.web.util.ContentCachingResponseWrapper;

/**
 * Changes of a collector happen one after the other; one with an {@code Idempotency-Key} happens once: the act and its answer are
 * kept in one transaction, and a retry gets that answer again. A retry that overtakes the first waits for it. A key stands for
 * what was sent with it; with something else it is refused. An act that another one overtook in the database (a deadlock,
 * or two nodes of a cluster that saved at once) is rolled back whole and done again, up to {@value #MOST_TRIES} times.
 */
@Component
class OnceFilter extends OncePerRequestFilter {
    private final JdbcClient db;
    private final TransactionTemplate transaction;
    private final Clock clock;
    private final Acts acts;
    private final ProblemAnswers answers;
    private final Turns turns;
    private final Sealed sealed;

    OnceFilter(
            JdbcClient db,
            PlatformTransactionManager transactions,
            Clock clock,
            Acts acts,
            ProblemAnswers answers,
            Turns turns,
            Sealed sealed) {
        this.sealed = sealed;
        this.turns = turns;
        this.answers = answers;
        this.acts = acts;
        this.db = db;
        this.transaction = new TransactionTemplate(transactions);
        this.transaction.setName("once");
        this.clock = clock;
    }

    static final int MOST_TRIES = 6;
    private static final Set<String> CHANGES = Set.of("POST", "PUT", "DELETE");

    private record Answer(
            String operation, byte @Nullable [] sent, int status, String contentType, String location, String body) {
        /** Those kept before there was a sum of what was sent are told by their operation alone. */
        boolean isOf(String other, byte[] otherSent) {
            return operation.equals(other) && (sent == null || MessageDigest.isEqual(sent, otherSent));
        }
    }

    /** What stops an act under way does not wait for its end. */
    private static final String PROGRESS = "/progress";

    @Override
    protected boolean shouldNotFilter(HttpServletRequest request) {
        return !CHANGES.contains(request.getMethod())
                || request.getRequestURI().endsWith(PROGRESS)
                || !(request.getUserPrincipal() instanceof Authentication);
    }

    @Override
    protected void doFilterInternal(HttpServletRequest request, HttpServletResponse response, FilterChain chain)
            throws ServletException, IOException {
        Collector me = (Collector) ((Authentication) request.getUserPrincipal()).getPrincipal();
        String key = request.getHeader("Idempotency-Key");
        ReceivedRequest received = new ReceivedRequest(request);
        try {
            turns.inTurn(me, () -> {
                if (key == null) chain.doFilter(received, response);
                else once(me, key, received, response, chain);
            });
        } catch (Busy e) {
            answers.write(response, Problems.busy(e));
        }
    }

    private void once(
            Collector me, String key, ReceivedRequest request, HttpServletResponse response, FilterChain chain)
            throws IOException {
        if (!key.matches("[\\x21-\\x7e]{1,100}")) {
            answers.write(
                    response,
                    Problems.of(
                            HttpStatus.BAD_REQUEST,
                            "unreadable",
                            "The key cannot be read",
                            "An Idempotency-Key has 1 to 100 visible ASCII characters. Nothing was saved."));
            return;
        }
        String operation = request.getMethod() + " " + request.getRequestURI();
        byte[] sent = request.sent();
        for (int tries = 1; ; tries++) {
            ContentCachingResponseWrapper kept = new ContentCachingResponseWrapper(response);
            Commits.forget();
            boolean overtaken;
            try {
                transaction.executeWithoutResult(status -> act(me, key, operation, sent, request, kept, chain, status));
                overtaken = wasOvertaken();
            } catch (PessimisticLockingFailureException e) {
                answers.write(kept, Problems.overtaken());
                overtaken = true;
            } catch (DuplicateKeyException | TransientDataAccessException e) {
                // It stands already.
                replay(me, key, operation, sent, response);
                return;
            }
            // The parts of a form are cleared away once they were read.
            if (!overtaken || request.isForm() || tries == MOST_TRIES) {
                kept.copyBodyToResponse();
                return;
            }
            letOthersGo(tries);
            response.setStatus(HttpServletResponse.SC_OK);
        }
    }

    private void act(
            Collector me,
            String key,
            String operation,
            byte[] sent,
            ReceivedRequest request,
            ContentCachingResponseWrapper kept,
            FilterChain chain,
            TransactionStatus status) {
        // The row below refers to the collector’s and so would lock it for reading; two acts that then
        // both want to write it could only fail.
        acts.oneAtATime(me);
        db.sql("delete from idempotency where collector_id = ? and at < ? limit " + FORGOTTEN_AT_ONCE)
                .params(me.id(), Utc.of(clock.instant().minus(REMEMBERED)))
                .update();
        db.sql("insert into idempotency (collector_id, idempotency_key, operation, sent, at) values (?, ?, ?, ?, ?)")
                .params(me.id(), key, cut(operation), sent, Utc.of(clock.instant()))
                .update();
        try {
            chain.doFilter(request, kept);
        } catch (IOException | ServletException e) {
            throw new IllegalStateException(e);
        }
        if (kept.getStatus() >= 300) {
            status.setRollbackOnly();
            return;
        }
        db.sql("""
                update idempotency set status = ?, content_type = ?, location = ?, body = ?
                where collector_id = ? and idempotency_key = ?
                """)
                .params(
                        kept.getStatus(),
                        kept.getContentType(),
                        kept.getHeader(HttpHeaders.LOCATION),
                        // An answer may tell what is kept sealed elsewhere.
                        sealed.sealText(me, new String(kept.getContentAsByteArray(), StandardCharsets.UTF_8)),
                        me.id(),
                        key)
                .update();
    }

    private static final String OVERTAKEN = OnceFilter.class.getName() + ".overtaken";

    /** Says of the request under way that the database rolled its act back for another’s sake. */
    static void overtaken() {
        RequestAttributes request = RequestContextHolder.getRequestAttributes();
        if (request != null) request.setAttribute(OVERTAKEN, true, RequestAttributes.SCOPE_REQUEST);
    }

    private static boolean wasOvertaken() {
        RequestAttributes request = RequestContextHolder.getRequestAttributes();
        boolean was = request != null && request.getAttribute(OVERTAKEN, RequestAttributes.SCOPE_REQUEST) != null;
        if (was) request.removeAttribute(OVERTAKEN, RequestAttributes.SCOPE_REQUEST);
        return was;
    }

    /** For longer at every try, and not all for as long. */
    private static void letOthersGo(int tries) {
        try {
            Thread.sleep(ThreadLocalRandom.current().nextInt(5, 25) * tries);
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
        }
    }

    private void replay(Collector me, String key, String operation, byte[] sent, HttpServletResponse response)
            throws IOException {
        Optional<Answer> answer =
                db.sql("""
                select operation, sent, status, content_type, location, body from idempotency
                where collector_id = ? and idempotency_key = ? and status is not null
                """).params(me.id(), key).query(Answer.class).optional();
        if (answer.isEmpty()) {
            answers.write(
                    response,
                    Problems.of(
                            HttpStatus.CONFLICT,
                            "key-in-use",
                            "Key in use",
                            "The same act is under way. Nothing was saved twice; try again."));
            return;
        }
        if (!answer.get().isOf(cut(operation), sent)) {
            answers.write(
                    response,
                    Problems.of(
                            HttpStatus.UNPROCESSABLE_CONTENT,
                            "key-in-use",
                            "Key in use",
                            "This Idempotency-Key was used for another act, or for other values. What that one saved stands, this was not saved; take a new key."));
            return;
        }
        response.setStatus(answer.get().status());
        if (answer.get().location() != null)
            response.setHeader(HttpHeaders.LOCATION, answer.get().location());
        if (answer.get().contentType() != null)
            response.setContentType(answer.get().contentType());
        response.getOutputStream()
                .write(sealed.openText(me, answer.get().body()).getBytes(StandardCharsets.UTF_8));
    }

    /** No phone tells an act again after longer than this. */
    private static final Duration REMEMBERED = Duration.ofDays(7);

    private static final int FORGOTTEN_AT_ONCE = 200;

    private static String cut(String operation) {
        return operation.length() > 200 ? operation.substring(0, 200) : operation;
    }
}
