package molvet.server;

import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.time.ZoneId;
import java.time.ZoneOffset;
import java.util.HashMap;
import java.util.Map;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.concurrent.atomic.AtomicReference;
import java.util.function.Supplier;
import org.springframework.boot.SpringApplication;
import org.springframework.context.ConfigurableApplicationContext;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.springframework.context.annotation.Primary;

/** The real application, started once for all tests of this JVM as users start it, with a clock that tests can move. */
public final class RunningMolvet {
    private static final AtomicReference<Instant> NOW = new AtomicReference<>(Instant.parse("2026-11-24T10:00:00Z"));
    private static final AtomicInteger STARTED = new AtomicInteger();
    private static ConfigurableApplicationContext context;

    static {
        // As the start command sets it: connections are tried before use.
        System.setProperty("com.zaxxer.hikari.aliveBypassWindowMs", "0");
    }

    private RunningMolvet() {}

    @Configuration
    static class TestClock {
        @Bean
        @Primary
        Clock testClock() {
            return new Clock() {
                @Override
                public ZoneId getZone() {
                    return ZoneOffset.UTC;
                }

                @Override
                public Clock withZone(ZoneId zone) {
                    return this;
                }

                @Override
                public Instant instant() {
                    return NOW.get();
                }
            };
        }
    }

    public static synchronized ConfigurableApplicationContext context() {
        if (context == null) context = start(Map.of());
        return context;
    }

    /** One more server on the same database. */
    public static ConfigurableApplicationContext start(Map<String, Object> more) {
        SpringApplication application = new SpringApplication(Molvet.class, TestClock.class);
        Map<String, Object> properties = new HashMap<>(TestDatabase.get().properties());
        properties.put("server.port", "0");
        properties.put("molvet.server", "server " + STARTED.incrementAndGet());
        properties.put("molvet.sign-up", "open");
        properties.put("molvet.demo", "false");
        // Hundreds of collectors sign up here; the cheapest cost of the same algorithm will do.
        properties.put("molvet.password-cost", "4");
        properties.put("molvet.secret", "0123456789abcdef".repeat(4));
        properties.put("spring.datasource.hikari.connection-timeout", "4000");
        properties.putAll(more);
        // Set as arguments, which win over the file.
        return application.run(properties.entrySet().stream()
                .map(e -> "--" + e.getKey() + "=" + e.getValue())
                .toArray(String[]::new));
    }

    public static String url() {
        return url(context());
    }

    public static String url(ConfigurableApplicationContext of) {
        return "http://127.0.0.1:" + of.getEnvironment().getProperty("local.server.port");
    }

    /** What is done while the database is away; it is back, and the server has found it again, when this returns. */
    public static <T> T withoutDatabase(Supplier<T> done) {
        context();
        TestDatabase.get().stop();
        try {
            return done.get();
        } finally {
            TestDatabase.get().start();
            // The pool looks for the database again in steps that grow.
            Api asking = Api.stranger();
            Wait.until(() -> asking.get("/api/ready").status(), status -> status == 200);
        }
    }

    public static void moveClock(Duration by) {
        NOW.updateAndGet(n -> n.plus(by));
    }
}
