package molvet.server.platform;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.Map;
import molvet.server.Api;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;

/** Undo, act after act, and never over what somebody changed since. */
class UndoTest {
    private static void rename(Api me, long paint, String name, int version) {
        me.put("/api/paints/" + paint, Map.of("name", name, "pigments", "PB29", "version", version))
                .must(200);
    }

    @Test
    void severalActsOnOnePaintAreUndoneOneAfterTheOther() {
        Api me = Api.collector();
        long id = me.paint("One", "PB29").get("id").asLong();
        rename(me, id, "Two", 1);
        rename(me, id, "Three", 2);
        me.undoLast();
        assertThat(me.get("/api/paints/" + id).json().get("name").asString()).isEqualTo("Two");
        me.undoLast();
        assertThat(me.get("/api/paints/" + id).json().get("name").asString()).isEqualTo("One");
        me.undoLast();
        assertThat(me.get("/api/paints/" + id).status()).isEqualTo(404);
    }

    @Test
    void anEarlierActIsNotUndoneOverALaterOne() {
        Api me = Api.collector();
        long id = me.paint("One", "PB29").get("id").asLong();
        rename(me, id, "Two", 1);
        rename(me, id, "Three", 2);
        JsonNode acts = me.get("/api/acts?limit=3").json().get("acts");
        Api.Answer refused = me.post("/api/acts/" + acts.get(1).get("id").asLong() + "/undo", Map.of());
        assertThat(refused.status()).isEqualTo(409);
        assertThat(refused.text()).contains("Undo the later change first");
        assertThat(me.get("/api/paints/" + id).json().get("name").asString()).isEqualTo("Three");
    }

    @Test
    void aWindowThatReadBeforeAnUndoIsStaleAfterIt() {
        Api me = Api.collector();
        long id = me.paint("One", "PB29").get("id").asLong();
        rename(me, id, "Two", 1);
        int read = me.get("/api/paints/" + id).json().get("version").asInt();
        me.undoLast();
        Api.Answer stale = me.put("/api/paints/" + id, Map.of("name", "Mine", "pigments", "PB29", "version", read));
        assertThat(stale.status()).isEqualTo(409);
        assertThat(stale.json().at("/current/name").asString()).isEqualTo("One");
    }
}
