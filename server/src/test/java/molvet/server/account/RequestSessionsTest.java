package molvet.server.account;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.mockito.ArgumentMatchers.any;
import static org.mockito.Mockito.atLeastOnce;
import static org.mockito.Mockito.doThrow;
import static org.mockito.Mockito.mock;
import static org.mockito.Mockito.never;
import static org.mockito.Mockito.times;
import static org.mockito.Mockito.verify;
import static org.mockito.Mockito.when;

import jakarta.servlet.FilterChain;
import jakarta.servlet.http.Cookie;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.sql.SQLTransientConnectionException;
import java.time.Instant;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.springframework.dao.CannotAcquireLockException;
import org.springframework.mock.web.MockHttpServletRequest;
import org.springframework.mock.web.MockHttpServletResponse;
import org.springframework.session.FindByIndexNameSessionRepository;
import org.springframework.session.MapSession;
import org.springframework.session.web.http.SessionRepositoryFilter;
import org.springframework.transaction.CannotCreateTransactionException;

/** An answer that stands ready is sent, though the database gives no connection any more for the session it belongs to. */
class RequestSessionsTest {
    private static final CannotCreateTransactionException BUSY = new CannotCreateTransactionException(
            "Could not open JDBC Connection", new SQLTransientConnectionException("Connection is not available"));

    @SuppressWarnings("unchecked")
    private final FindByIndexNameSessionRepository<MapSession> kept = mock(FindByIndexNameSessionRepository.class);

    private final RequestSessions<MapSession> sessions = RequestSessions.of(kept);
    private final SessionRepositoryFilter<RequestSessions.Held<MapSession>> filter =
            new SessionRepositoryFilter<>(sessions);
    private final MapSession mine = new MapSession("mine");

    @BeforeEach
    void signedIn() {
        mine.setLastAccessedTime(Instant.now().minusSeconds(300));
        when(kept.findById("mine")).thenReturn(mine);
    }

    private MockHttpServletResponse ask(String method, FilterChain handler) throws Exception {
        MockHttpServletRequest request = new MockHttpServletRequest(method, "/api/paints");
        // As the session's cookie holds it: in base 64.
        request.setCookies(new Cookie("SESSION", "bWluZQ=="));
        MockHttpServletResponse response = new MockHttpServletResponse();
        new RequestSessions.Around().doFilter(request, response, (q, a) -> filter.doFilter(q, a, handler));
        return response;
    }

    private static final FilterChain ANSWERS = (q, a) -> {
        ((HttpServletRequest) q).getSession(false);
        a.getOutputStream().print("60 paints");
        a.flushBuffer();
    };

    @Test
    void aRequestLooksForItsSessionOnce() throws Exception {
        assertThat(ask("GET", ANSWERS).getContentAsString()).isEqualTo("60 paints");
        verify(kept, times(1)).findById("mine");
        verify(kept, atLeastOnce()).save(mine);
        ask("GET", ANSWERS);
        verify(kept, times(2)).findById("mine");
    }

    /** What is known to the minute is written once a minute. */
    @Test
    void aSessionOfWhichNothingHasChangedIsNotSavedAgainWithinItsMinute() {
        Instant noon = Instant.parse("2026-05-02T12:00:05Z");
        mine.setLastAccessedTime(noon);
        RequestSessions.Held<MapSession> held = sessions.findById("mine");
        held.setLastAccessedTime(noon.plusSeconds(40));
        sessions.save(held);
        verify(kept, never()).save(any());
        held.setLastAccessedTime(noon.plusSeconds(70));
        sessions.save(held);
        sessions.save(held);
        verify(kept, times(1)).save(mine);
        assertThat(mine.getLastAccessedTime()).isEqualTo(noon.plusSeconds(70));
        held.setAttribute("who", "Kestrel");
        sessions.save(held);
        verify(kept, times(2)).save(mine);
    }

    @Test
    void whatWasLookedUpIsAnsweredThoughTheTimeOfLastUseCannotBeSaved() throws Exception {
        doThrow(BUSY).when(kept).save(any());
        MockHttpServletResponse answer = ask("GET", ANSWERS);
        assertThat(answer.getStatus()).isEqualTo(200);
        assertThat(answer.getContentAsString()).isEqualTo("60 paints");
    }

    @Test
    void ofAnActTheFailureIsToldOnceAndItsTellingGetsThrough() throws Exception {
        doThrow(BUSY).when(kept).save(any());
        MockHttpServletResponse answer = ask("POST", (q, a) -> {
            assertThatThrownBy(() -> ANSWERS.doFilter(q, a)).isSameAs(BUSY);
            ((HttpServletResponse) a).setStatus(503);
            a.flushBuffer();
        });
        assertThat(answer.getStatus()).isEqualTo(503);
        verify(kept, times(1)).save(any());
    }

    /** “Nothing was saved” would be false of the act: it was only that another request of the same session saved its time first. */
    @Test
    void anActIsNotRefusedBecauseAnotherRequestOfTheSessionCameFirst() throws Exception {
        doThrow(new CannotAcquireLockException("Deadlock found")).when(kept).save(any());
        MockHttpServletResponse answer = ask("POST", ANSWERS);
        assertThat(answer.getStatus()).isEqualTo(200);
        assertThat(answer.getContentAsString()).isEqualTo("60 paints");
    }

    @Test
    void whoSignsOutIsSignedOutInTheSameRequest() throws Exception {
        ask("DELETE", (q, a) -> {
            HttpServletRequest request = (HttpServletRequest) q;
            request.getSession(false).invalidate();
            when(kept.findById("mine")).thenReturn(null);
            assertThat(request.getSession(false)).isNull();
        });
        verify(kept).deleteById("mine");
        assertThat(sessions.findById("mine")).isNull();
    }
}
