package molvet.server.platform;

import static org.assertj.core.api.Assertions.assertThat;

import java.net.URLEncoder;
import java.nio.charset.StandardCharsets;
import java.util.List;
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

    @Test
    void whatWasDoneToOneThingIsFoundFromIt() {
        Api me = Api.collector();
        long one = me.paint("One", "PB29").get("id").asLong();
        long other = me.paint("Other", "PR122").get("id").asLong();
        rename(me, one, "First", 1);
        me.post("/api/paints/" + one + "/observations", Map.of("trait", "granulation", "value", "SLIGHT"))
                .must(201);
        rename(me, other, "Second", 1);
        assertThat(said(me, "?of=paint:" + one)).hasSize(3).noneMatch(s -> s.contains("Second"));
        assertThat(said(me, "?of=paint:" + other)).hasSize(2).noneMatch(s -> s.contains("First"));
        // Older ones follow where the first page ends.
        JsonNode first = me.get("/api/acts?limit=2&of=paint:" + one).json().get("acts");
        JsonNode rest = me.get("/api/acts?limit=2&of=paint:" + one + "&act="
                        + first.get(1).get("id").asLong())
                .json()
                .get("acts");
        assertThat(rest).hasSize(1);
        assertThat(said(me, "?of=paint:" + one).get(2))
                .isEqualTo(rest.get(0).get("said").asString());
        // What was undone stays told, as undone.
        me.post("/api/acts/" + first.get(0).get("id").asLong() + "/undo", Map.of())
                .must(200);
        assertThat(me.get("/api/acts?of=paint:" + one)
                        .json()
                        .at("/acts/0/undone")
                        .asBoolean())
                .isTrue();
        assertThat(said(Api.collector(), "?of=paint:" + one)).isEmpty();
        for (String nothing : List.of("giver:1", "paint:x", "paint", "act:1", "paint:1 or 1=1")) {
            assertThat(me.get("/api/acts?of=" + URLEncoder.encode(nothing, StandardCharsets.UTF_8))
                            .status())
                    .as(nothing)
                    .isEqualTo(422);
        }
    }

    @Test
    void aRowOfAThingIsOfThatThing() {
        Api me = Api.collector();
        me.post("/api/keepers", Map.of("kind", "RING", "number", 1, "cells", 40))
                .must(201);
        long ring = me.get("/api/keepers").json().at("/keepers/0/id").asLong();
        long paint = me.paint("One", "PB29").get("id").asLong();
        me.post("/api/paints/" + paint + "/swatches", Map.of("place", "R1 4")).must(201);
        assertThat(said(me, "?of=keeper:" + ring)).hasSize(2);
        assertThat(said(me, "?of=paint:" + paint)).hasSize(2);
    }

    private static List<String> said(Api me, String query) {
        return me.get("/api/acts" + query)
                .must(200)
                .json()
                .get("acts")
                .valueStream()
                .map(a -> a.get("said").asString())
                .toList();
    }
}
