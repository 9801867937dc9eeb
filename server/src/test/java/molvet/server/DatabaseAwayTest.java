package molvet.server;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.Map;
import org.junit.jupiter.api.Test;

class DatabaseAwayTest {
    @Test
    void aSaveWhileTheDatabaseIsAwayIsToldAndCanBeRepeated() {
        Api me = Api.collector();
        Map<String, Object> body = Map.of("name", "Tern Grey", "form", "TUBE");
        Api.Answer away = RunningMolvet.withoutDatabase(() -> {
            Api.stranger().get("/api/health").must(503);
            return me.post("/api/paints", body, "while-away");
        });
        assertThat(away.must(503).kind()).isEqualTo("database-away");
        assertThat(away.json().get("detail").asString()).contains("Nothing was saved");
        me.post("/api/paints", body, "while-away").must(201);
        assertThat(Api.names(me.find(""))).containsExactly("Tern Grey");
        Api.stranger().get("/api/health").must(200);
    }
}
