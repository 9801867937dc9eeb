package molvet.server;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.Map;
import org.junit.jupiter.api.Test;

class DatabaseAwayTest {
    @Test
    void aSaveWhileTheDatabaseIsAwayIsToldAndCanBeRepeated() {
        Api me = Api.collector();
        Map<String, Object> body = Map.of("name", "Tern Grey", "form", "TUBE");
        String shared = me.post(
                        "/api/shares",
                        Map.of(
                                "of",
                                "PAINT",
                                "id",
                                me.paint("Shown Grey", "PBk6").get("id").asLong()))
                .must(201)
                .json()
                .get("address")
                .asString();
        Api.Answer away = RunningMolvet.withoutDatabase(() -> {
            Api.stranger().get("/api/health").must(503);
            Api.Answer visited = Api.stranger().get(shared).must(503);
            assertThat(visited.raw().headers().firstValue("Content-Type").orElseThrow())
                    .startsWith("text/html");
            assertThat(visited.text()).contains("The link is not to blame");
            return me.post("/api/paints", body, "while-away");
        });
        assertThat(away.must(503).kind()).isEqualTo("database-away");
        assertThat(away.json().get("detail").asString()).contains("Nothing was saved");
        me.post("/api/paints", body, "while-away").must(201);
        assertThat(Api.names(me.find(""))).containsExactlyInAnyOrder("Tern Grey", "Shown Grey");
        Api.stranger().get("/api/health").must(200);
    }
}
