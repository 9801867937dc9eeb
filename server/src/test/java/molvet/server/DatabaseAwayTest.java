package molvet.server;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.Map;
import org.junit.jupiter.api.Test;

class DatabaseAwayTest {
    @Test
    void aSaveWhileTheDatabaseIsAwayIsToldAndCanBeRepeated() {
        Api me = Api.collector();
        Map<String, Object> body = Map.of("name", "Tern Grey", "form", "TUBE");
        TestDatabase.get().stop();
        Api.Answer away;
        Api.Answer health;
        try {
            away = me.post("/api/paints", body, "while-away");
            health = Api.stranger().get("/api/health");
        } finally {
            TestDatabase.get().start();
        }
        assertThat(away.must(503).kind()).isEqualTo("database-away");
        assertThat(away.json().get("detail").asString()).contains("Nothing was saved");
        health.must(503);
        me.post("/api/paints", body, "while-away").must(201);
        assertThat(Api.names(me.find(""))).containsExactly("Tern Grey");
        Api.stranger().get("/api/health").must(200);
    }
}
