package molvet.server.platform;

import io.swagger.v3.oas.annotations.security.SecurityRequirements;
import java.util.concurrent.atomic.AtomicReference;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RestController;

/** Whether the whole is up: answers only once the database does. */
@RestController
public class HealthController {
    private final JdbcClient db;
    private final Progress progress;

    HealthController(JdbcClient db, Progress progress) {
        this.db = db;
        this.progress = progress;
    }

    record Health(@OneOf(words = {"UP", "LOADING"}) String state, String progress) {}

    @GetMapping("/api/health")
    @SecurityRequirements
    Health health() {
        db.sql("select 1").query(Integer.class).single();
        return new Health(progress.current().isEmpty() ? "UP" : "LOADING", progress.current());
    }

    /** What long work at the start is doing, in words; empty when there is none. */
    @org.springframework.stereotype.Component
    public static class Progress {
        private final AtomicReference<String> said = new AtomicReference<>("");

        public String current() {
            return said.get();
        }

        public void say(String words) {
            said.set(words);
        }
    }
}
