package molvet.server.platform;

import java.util.List;
import org.springframework.stereotype.Component;

/** The tables that serve all rooms. */
@Component
class PlatformRoom implements Room {
    @Override
    public String name() {
        return "platform";
    }

    @Override
    public List<Table> tables() {
        return List.of(
                Table.kept("collector"),
                Table.kept("act").sealed("changes"),
                Table.kept("act_about"),
                Table.kept("idempotency").sealed("body"),
                Table.kept("SPRING_SESSION"),
                Table.kept("SPRING_SESSION_ATTRIBUTES"),
                Table.kept("readiness"),
                Table.kept("flyway_schema_history"),
                Table.kept("migration_step"));
    }
}
