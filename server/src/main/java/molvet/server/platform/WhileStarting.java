package molvet.server.platform;

import com.sun.net.httpserver.HttpExchange;
import com.sun.net.httpserver.HttpServer;
import java.io.IOException;
import java.net.InetAddress;
import java.net.InetSocketAddress;
import java.nio.charset.StandardCharsets;
import org.springframework.boot.context.event.ApplicationEnvironmentPreparedEvent;
import org.springframework.boot.context.event.ApplicationFailedEvent;
import org.springframework.boot.web.server.context.WebServerApplicationContext;
import org.springframework.context.ApplicationContextInitializer;
import org.springframework.context.ApplicationEvent;
import org.springframework.context.ApplicationListener;
import org.springframework.context.ConfigurableApplicationContext;
import org.springframework.context.SmartLifecycle;
import org.springframework.context.aot.AbstractAotProcessor;
import org.springframework.core.env.Environment;

/**
 * Stands at the server's port from the first moment until the server itself opens it, and answers whoever comes with 503 and when
 * to come back: while the tables of a large collection are brought up to date that can be minutes, and a refused connection tells
 * a page nothing. Where the server speaks https, it stands at the plain port of this machine instead.
 */
public final class WhileStarting
        implements ApplicationListener<ApplicationEvent>,
                ApplicationContextInitializer<ConfigurableApplicationContext> {
    private static final String PROBLEM = """
            {"type":"molvet:starting","title":"Molvet is starting","status":503,\
            "detail":"This was not taken: Molvet is just starting. What you typed is still on the page. Try again in 2 seconds."}""";
    private static final String PAGE = """
            <!doctype html><html lang="en"><head><meta charset="utf-8"><meta name="viewport" content="width=device-width">\
            <meta http-equiv="refresh" content="2"><title>Molvet is starting</title></head>\
            <body><h1>Molvet is starting</h1><p>This page looks again every two seconds.</p></body></html>""";

    private HttpServer door;

    @Override
    public void onApplicationEvent(ApplicationEvent event) {
        if (event instanceof ApplicationEnvironmentPreparedEvent e) open(e.getEnvironment());
        if (event instanceof ApplicationFailedEvent) close();
    }

    /** Gives the port up just before the web server of this context takes it. */
    @Override
    public void initialize(ConfigurableApplicationContext context) {
        context.getBeanFactory().registerSingleton("whileStarting", new GivesUp());
    }

    private void open(Environment environment) {
        int plain = environment.getProperty("molvet.plain-port", Integer.class, 0);
        int port = plain != 0 ? plain : environment.getProperty("server.port", Integer.class, 0);
        // Laid out only, not started; no port chosen; or none a plain answer fits to.
        if (Boolean.getBoolean(AbstractAotProcessor.AOT_PROCESSING)
                || port == 0
                || (plain == 0 && environment.containsProperty("server.ssl.bundle"))) return;
        String address = plain != 0 ? "127.0.0.1" : environment.getProperty("server.address", "127.0.0.1");
        try {
            door = HttpServer.create(new InetSocketAddress(InetAddress.getByName(address), port), 0);
            door.createContext("/", WhileStarting::answer);
            door.start();
        } catch (IOException taken) {
            // The server says so itself, when it comes to open the port.
            door = null;
        }
    }

    private void close() {
        if (door != null) door.stop(0);
        door = null;
    }

    private static void answer(HttpExchange asked) throws IOException {
        String accepted = asked.getRequestHeaders().getFirst("Accept");
        boolean page = accepted != null && accepted.contains("text/html");
        byte[] body = (page ? PAGE : PROBLEM).getBytes(StandardCharsets.UTF_8);
        asked.getResponseHeaders().set("Retry-After", "2");
        asked.getResponseHeaders().set("Cache-Control", "no-store");
        asked.getResponseHeaders().set("Content-Type", page ? "text/html; charset=utf-8" : "application/problem+json");
        boolean bare = asked.getRequestMethod().equals("HEAD");
        asked.sendResponseHeaders(503, bare ? -1 : body.length);
        if (!bare) asked.getResponseBody().write(body);
        asked.close();
    }

    private final class GivesUp implements SmartLifecycle {
        private boolean running;

        @Override
        public void start() {
            running = true;
            close();
        }

        @Override
        public void stop() {
            running = false;
        }

        @Override
        public boolean isRunning() {
            return running;
        }

        @Override
        public int getPhase() {
            return WebServerApplicationContext.START_STOP_LIFECYCLE_PHASE - 1;
        }
    }
}
