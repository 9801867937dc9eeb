package molvet.server.platform;

import static org.assertj.core.api.Assertions.assertThat;

import java.net.URLEncoder;
import java.nio.charset.StandardCharsets;
import java.sql.Connection;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Statement;
import java.util.List;
import java.util.Map;
import molvet.server.Api;
import molvet.server.TestDatabase;
import molvet.server.demo.LoadedDemo;
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

    /** What the migration tells of acts from before, by SQL over what they changed, is what they tell of themselves. */
    @Test
    void actsFromBeforeAreToldUnderTheSameThings() throws Exception {
        LoadedDemo.api();
        String script;
        try (var in = UndoTest.class.getResourceAsStream("/db/migration/V29__what_acts_were_about.sql")) {
            script = new String(in.readAllBytes(), StandardCharsets.UTF_8);
        }
        String backfill = script.substring(script.indexOf("insert into act_about"))
                .replace("insert into act_about", "insert into told_again")
                .replace(";", "");
        try (Connection db = TestDatabase.get().connect();
                Statement s = db.createStatement()) {
            s.execute("create temporary table told_again like act_about");
            s.execute(backfill);
            for (String thing : List.of("paint", "arrival", "chart", "keeper", "palette", "exposure", "shortlist")) {
                assertThat(count(s, "told_again b where b.thing = '" + thing + "'"))
                        .as(thing)
                        .isPositive();
            }
            assertThat(count(
                            s,
                            "told_again b where not exists (select 1 from act_about a where a.act_id = b.act_id"
                                    + " and a.thing = b.thing and a.thing_id = b.thing_id)"))
                    .isZero();
            s.execute("drop temporary table told_again");
        }
    }

    private static int count(Statement s, String from) throws SQLException {
        try (ResultSet r = s.executeQuery("select count(*) from " + from)) {
            r.next();
            return r.getInt(1);
        }
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
