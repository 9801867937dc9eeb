package molvet.server.platform;

import jakarta.servlet.FilterChain;
import jakarta.servlet.ReadListener;
import jakarta.servlet.ServletException;
import jakarta.servlet.ServletInputStream;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletRequestWrapper;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.util.Set;
import java.util.concurrent.ThreadLocalRandom;
import java.util.regex.Pattern;
import org.slf4j.MDC;
import org.springframework.core.Ordered;
import org.springframework.core.annotation.Order;
import org.springframework.http.HttpStatus;
import org.springframework.stereotype.Component;
import org.springframework.web.filter.OncePerRequestFilter;

/**
 * Outermost: names every request, so that what is told of it and what is logged of it can be brought together, refuses who asks for another host, bounds every body that is not an upload, and answers for a database that is away even when it is asked for
 * the session, before any handler.
 */
@Component
@Order(Ordered.HIGHEST_PRECEDENCE)
class Guard extends OncePerRequestFilter {
    private static final String REQUEST_ID = "X-Request-Id";
    static final int MOST_BYTES = 1 << 20;

    private final ProblemAnswers answers;
    private final KnownHosts hosts;

    Guard(ProblemAnswers answers, KnownHosts hosts) {
        this.hosts = hosts;
        this.answers = answers;
    }

    /** What a proxy may call a request: nothing that could forge a line of the log. */
    private static final Pattern ID = Pattern.compile("[A-Za-z0-9._-]{8,64}");

    /** Asked by watchers, which know no name. */
    private static final Set<String> WATCHED = Set.of("/api/health", "/api/ready");

    @Override
    protected void doFilterInternal(HttpServletRequest request, HttpServletResponse response, FilterChain chain)
            throws ServletException, IOException {
        String given = request.getHeader(REQUEST_ID);
        String id = given != null && ID.matcher(given).matches()
                ? given
                : Long.toString(ThreadLocalRandom.current().nextLong(Long.MAX_VALUE), 36);
        response.setHeader(REQUEST_ID, id);
        MDC.put(Problems.REQUEST, id);
        try {
            guarded(request, response, chain);
        } finally {
            MDC.remove(Problems.REQUEST);
        }
    }

    private void guarded(HttpServletRequest request, HttpServletResponse response, FilterChain chain)
            throws ServletException, IOException {
        if (!hosts.knows(request.getServerName()) && !WATCHED.contains(request.getRequestURI())) {
            answers.write(
                    response,
                    Problems.of(
                            HttpStatus.MISDIRECTED_REQUEST,
                            "unknown-host",
                            "Not known by that name",
                            "This Molvet is not known as “" + cut(request.getServerName())
                                    + "”. Whoever runs it adds the name with MOLVET_HOSTS or MOLVET_URL. Nothing was saved."));
            return;
        }
        boolean upload = request.getContentType() != null
                && request.getContentType().toLowerCase().startsWith("multipart/");
        if (!upload && request.getContentLengthLong() > MOST_BYTES) {
            answers.write(response, Problems.tooLarge("1 MB"));
            return;
        }
        try {
            chain.doFilter(upload ? request : new Bounded(request), response);
        } catch (TooLarge e) {
            answers.write(response, Problems.tooLarge("1 MB"));
        } catch (RuntimeException | ServletException e) {
            Throwable cause = e instanceof ServletException && e.getCause() != null ? e.getCause() : e;
            if (!Problems.isDatabaseAway(cause) || response.isCommitted()) throw e;
            answers.write(response, Problems.withoutDatabase(cause, Commits.said(request)));
        }
    }

    private static String cut(String host) {
        return host.length() > 80 ? host.substring(0, 80) + "…" : host;
    }

    private static final class TooLarge extends RuntimeException {}

    /** A body whose length was not announced still ends at the limit. */
    private static final class Bounded extends HttpServletRequestWrapper {
        Bounded(HttpServletRequest request) {
            super(request);
        }

        @Override
        public ServletInputStream getInputStream() throws IOException {
            ServletInputStream in = super.getInputStream();
            return new ServletInputStream() {
                private int read = 0;

                @Override
                public int read() throws IOException {
                    int b = in.read();
                    if (b >= 0 && ++read > MOST_BYTES) throw new TooLarge();
                    return b;
                }

                @Override
                public int read(byte[] into, int from, int most) throws IOException {
                    int n = in.read(into, from, most);
                    if (n > 0 && (read += n) > MOST_BYTES) throw new TooLarge();
                    return n;
                }

                @Override
                public boolean isFinished() {
                    return in.isFinished();
                }

                @Override
                public boolean isReady() {
                    return in.isReady();
                }

                @Override
                public void setReadListener(ReadListener listener) {
                    in.setReadListener(listener);
                }
            };
        }
    }
}
