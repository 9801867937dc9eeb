package molvet.server.platform;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.net.ServerSocket;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.util.concurrent.ThreadLocalRandom;
import java.util.concurrent.atomic.AtomicReference;
import org.junit.jupiter.api.Test;
import org.springframework.boot.SpringApplication;
import org.springframework.boot.WebApplicationType;
import org.springframework.boot.context.event.ApplicationPreparedEvent;
import org.springframework.context.ApplicationListener;
import org.springframework.context.ConfigurableApplicationContext;
import org.springframework.context.annotation.Configuration;

/** What comes to the port before the server stands at it. */
class WhileStartingTest {
    @Configuration
    static class Nothing {}

    /** Below those the system gives to connections that go out: one of these could be taken in the next moment. */
    private static int freePort() {
        while (true) {
            int port = ThreadLocalRandom.current().nextInt(21_000, 32_000);
            try (ServerSocket free = new ServerSocket(port)) {
                return free.getLocalPort();
            } catch (IOException taken) {
                // Another one then.
            }
        }
    }

    private static HttpResponse<String> ask(int port, String method, String accept) {
        try {
            return HttpClient.newHttpClient()
                    .send(
                            HttpRequest.newBuilder(URI.create("http://127.0.0.1:" + port + "/api/arrivals"))
                                    .method(method, HttpRequest.BodyPublishers.ofString("{}"))
                                    .header("Accept", accept)
                                    .build(),
                            HttpResponse.BodyHandlers.ofString());
        } catch (IOException | InterruptedException e) {
            throw new IllegalStateException(e);
        }
    }

    private static ConfigurableApplicationContext started(int port, Runnable meanwhile) {
        SpringApplication application = new SpringApplication(Nothing.class);
        application.setWebApplicationType(WebApplicationType.NONE);
        WhileStarting door = new WhileStarting();
        application.addListeners(door);
        application.addInitializers(door);
        // All beans are there, and nothing is started yet.
        application.addListeners(new ApplicationListener<ApplicationPreparedEvent>() {
            @Override
            public void onApplicationEvent(ApplicationPreparedEvent event) {
                meanwhile.run();
            }
        });
        return application.run("--server.port=" + port);
    }

    @Test
    void aPageIsToldWhenToComeBackAndThePortIsFreeWhenTheServerTakesIt() throws IOException {
        int port = freePort();
        AtomicReference<HttpResponse<String>> act = new AtomicReference<>();
        AtomicReference<HttpResponse<String>> page = new AtomicReference<>();
        ConfigurableApplicationContext context = started(port, () -> {
            act.set(ask(port, "POST", "application/json"));
            page.set(ask(port, "GET", "text/html"));
        });
        try (context;
                ServerSocket taken = new ServerSocket(port)) {
            assertThat(act.get().statusCode()).isEqualTo(503);
            assertThat(act.get().headers().firstValue("Retry-After")).contains("2");
            assertThat(act.get().headers().firstValue("Content-Type")).contains("application/problem+json");
            assertThat(act.get().body()).contains("\"molvet:starting\"").contains("This was not taken");
            assertThat(page.get().body()).contains("<h1>Molvet is starting</h1>");
            assertThat(taken.isBound()).isTrue();
        }
    }

    @Test
    void aPortThatAnotherProgramHoldsIsLeftToIt() throws IOException {
        try (ServerSocket another = new ServerSocket(0);
                ConfigurableApplicationContext context = started(another.getLocalPort(), () -> {})) {
            assertThat(context.isRunning()).isTrue();
        }
    }
}
