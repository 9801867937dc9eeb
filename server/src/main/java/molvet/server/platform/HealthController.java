package molvet.server.platform;

import io.swagger.v3.oas.annotations.security.SecurityRequirements;
import java.util.List;
import java.util.concurrent.atomic.AtomicReference;
import org.springframework.http.HttpHeaders;
import org.springframework.http.HttpStatus;
import org.springframework.http.ResponseEntity;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RestController;

/** Whether it is alive, which it is only once the database is; and whether it can take work. */
@RestController
public class HealthController {
    private final JdbcClient db;
    private final Progress progress;

    private final Readiness readiness;

    HealthController(JdbcClient db, Progress progress, Readiness readiness) {
        this.readiness = readiness;
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

    record Ready(List<String> faults) {}

    /** For a proxy: whether acts can be sent here. 503 with the reasons where they cannot. */
    @GetMapping("/api/ready")
    @SecurityRequirements
    ResponseEntity<Ready> ready() {
        List<String> faults = readiness.faults();
        return faults.isEmpty()
                ? ResponseEntity.ok(new Ready(faults))
                : ResponseEntity.status(HttpStatus.SERVICE_UNAVAILABLE)
                        .header(HttpHeaders.RETRY_AFTER, "2")
                        .body(new Ready(faults));
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
