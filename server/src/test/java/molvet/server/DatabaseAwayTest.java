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
        repeated(me, body).must(201);
        assertThat(Api.names(me.find(""))).containsExactly("Tern Grey");
        Api.stranger().get("/api/health").must(200);
    }

    /** As the page does: the pool looks for the database again in steps that grow, and one try may fall between two of them. */
    private static Api.Answer repeated(Api me, Map<String, Object> body) {
        Api.Answer answer = me.post("/api/paints", body, "while-away");
        for (int i = 0; i < 10 && answer.status() == 503; i++) answer = me.post("/api/paints", body, "while-away");
        return answer;
    }
}
