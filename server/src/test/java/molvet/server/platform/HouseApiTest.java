package molvet.server.platform;

import static org.assertj.core.api.Assertions.assertThat;

import java.sql.Connection;
import java.sql.ResultSet;
import java.sql.Statement;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import molvet.server.Api;
import molvet.server.TestDatabase;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;

/** What holds for every call, whatever the room. */
class HouseApiTest {
    @Test
    void aMisspeltFieldIsRefusedByNameAndNothingIsSaved() {
        Api me = Api.collector();
        Api.Answer answer = me.post("/api/paints", Map.of("name", "Tern Grey", "pigmnets", "PB29"))
                .must(422);
        assertThat(answer.json().at("/errors/0/where").asString()).isEqualTo("pigmnets");
        assertThat(answer.json().at("/errors/0/suggestion").asString()).isEqualTo("Perhaps pigments is meant.");
        assertThat(me.find("").json().get("total").asInt()).isZero();
        Map<String, Object> claims = new HashMap<>(Map.of("name", "Tern Grey", "claims", Map.of("light", "I")));
        assertThat(me.post("/api/paints", claims)
                        .must(422)
                        .json()
                        .at("/errors/0/where")
                        .asString())
                .isEqualTo("claims.light");
    }

    @Test
    void everyPutAndDeleteUnderAKeyHappensOnce() {
        Api me = Api.collector();
        long id = me.paint("One", "PB29").get("id").asLong();
        Map<String, Object> two = Map.of("name", "Two", "pigments", "PB29", "version", 1);
        JsonNode first = me.send("PUT", "/api/paints/" + id, Api.json(two), "application/json", key("a"))
                .must(200)
                .json();
        JsonNode again = me.send("PUT", "/api/paints/" + id, Api.json(two), "application/json", key("a"))
                .must(200)
                .json();
        assertThat(again).isEqualTo(first);
        assertThat(me.get("/api/acts").json().get("acts")).hasSize(2);
        me.send("DELETE", "/api/paints/" + id, null, "application/json", key("b"))
                .must(204);
        me.send("DELETE", "/api/paints/" + id, null, "application/json", key("b"))
                .must(204);
        assertThat(me.get("/api/acts").json().get("acts")).hasSize(3);
    }

    @Test
    void aKeyThatCannotBeTakenIsExplained() {
        Api me = Api.collector();
        byte[] paint = Api.json(Map.of("name", "One"));
        Api.Answer bad = me.send("POST", "/api/paints", paint, "application/json", key("with a blank"))
                .must(400);
        assertThat(bad.raw().headers().firstValue("Content-Type").orElse("")).startsWith("application/problem+json");
        assertThat(bad.json().get("detail").asString()).contains("Nothing was saved");
        me.send("POST", "/api/paints", paint, "application/json", key("k")).must(201);
        Api.Answer other = me.send("POST", "/api/makers", Api.json(Map.of("name", "M")), "application/json", key("k"))
                .must(422);
        assertThat(other.json().get("type").asString()).isEqualTo("molvet:key-in-use");
        assertThat(me.get("/api/makers").json().get("makers")).isEmpty();
    }

    @Test
    void keysAreForgottenAfterAWeek() throws Exception {
        Api me = Api.collector();
        byte[] paint = Api.json(Map.of("name", "Once"));
        for (String k : new String[] {"old", "older"}) {
            me.send("POST", "/api/paints", paint, "application/json", key(k)).must(201);
        }
        try (Connection db = TestDatabase.get().connect();
                Statement sql = db.createStatement()) {
            String mine = " where collector_id = (select id from collector where email = '" + me.email() + "')";
            sql.executeUpdate("update idempotency set at = at - interval 8 day" + mine);
            me.send("POST", "/api/paints", paint, "application/json", key("new"))
                    .must(201);
            ResultSet kept = sql.executeQuery("select count(*) from idempotency" + mine);
            kept.next();
            assertThat(kept.getInt(1)).isEqualTo(1);
        }
    }

    private static Map<String, String> key(String key) {
        return Map.of("Idempotency-Key", key);
    }

    @Test
    void titlesFitWhatStandsInTheWay() {
        Api me = Api.collector();
        me.paint("One", "PB29");
        long act = me.get("/api/acts").json().at("/acts/0/id").asLong();
        me.post("/api/acts/" + act + "/undo", Map.of()).must(200);
        Api.Answer twice = me.post("/api/acts/" + act + "/undo", Map.of()).must(409);
        assertThat(twice.json().get("title").asString()).isEqualTo("Undone already");
        Api.Answer out = Api.stranger().get("/api/paints").must(401);
        assertThat(out.json().get("title").asString()).isEqualTo("Signed out");
    }

    /** The latest 200 are listed; older ones are undone all the same. */
    @Test
    void anActWithManyNewerOnesIsUndone() {
        Api me = Api.collector();
        long id = me.paint("First", "PB29").get("id").asLong();
        long act = me.get("/api/acts").json().at("/acts/0/id").asLong();
        for (int i = 0; i < 201; i++) {
            me.post("/api/makers", Map.of("name", "Maker " + i)).must(201);
        }
        assertThat(me.post("/api/acts/" + act + "/undo", Map.of())
                        .must(200)
                        .json()
                        .get("undone")
                        .asBoolean())
                .isTrue();
        me.get("/api/paints/" + id).must(404);
    }

    /** Undoing would take what came later with it. */
    @Test
    void whatCarriesSomethingThatCameLaterIsNotUndone() {
        Api me = Api.collector();
        long id = me.paint("First", "PB29").get("id").asLong();
        long act = me.get("/api/acts").json().at("/acts/0/id").asLong();
        me.post("/api/paints/" + id + "/observations", Map.of("trait", "liking", "value", "loved"))
                .must(201);
        assertThat(me.post("/api/acts/" + act + "/undo", Map.of()).must(409).text())
                .contains("Undo the later change first");
        me.undoLast();
        me.post("/api/acts/" + act + "/undo", Map.of()).must(200);
    }

    @Test
    void aPictureIsNoNumberOfAChart() {
        Api me = Api.collector();
        Map<String, String> json = Map.of("Accept", "application/json");
        assertThat(me.send("GET", "/api/charts/5.png", null, "application/json", json)
                        .status())
                .isEqualTo(406);
        assertThat(me.get("/api/charts/abc").must(404).text()).doesNotContain("chart abc");
    }

    /** Where a colour on the cusp is kept is true at once, in finds and in the order of the list. */
    @Test
    void aFamilyThatIsChosenCountsAtOnceEverywhere() {
        Api me = Api.collector();
        long ochre = me.paint("Sand", "PY43").get("id").asLong();
        me.paint("Gorse Yellow", "PY154");
        me.paint("Signal Red", "PR188");
        assertThat(names(me, "hue:yellow")).containsExactly("Gorse Yellow");
        assertThat(names(me, "")).containsExactly("Gorse Yellow", "Signal Red", "Sand");
        me.put("/api/paints/" + ochre + "/family", Map.of("family", "YELLOW")).must(204);
        assertThat(names(me, "hue:yellow")).containsExactlyInAnyOrder("Gorse Yellow", "Sand");
        assertThat(names(me, "")).endsWith("Signal Red");
        me.undoLast();
        assertThat(names(me, "hue:yellow")).containsExactly("Gorse Yellow");
    }

    private static List<String> names(Api me, String find) {
        return Api.names(me.find(find));
    }

    /** Whatever refers to a paint goes over to the one it turns out to be, charts and wishes too. */
    @Test
    void mergedPaintsKeepTheirCellsAndWishes() {
        Api me = Api.collector();
        long one = me.paint("Night Ferry", "PB27").get("id").asLong();
        long other = me.paint("Night ferry", "PB27").get("id").asLong();
        me.put("/api/paints/" + one + "/wish", Map.of("reason", "for the moths"))
                .must(200);
        long chart = me.post(
                        "/api/charts",
                        Map.of("form", "STRIPS", "paper", Map.of("width", 100, "height", 80), "paints", List.of(one)))
                .must(201)
                .json()
                .get("id")
                .asLong();
        me.post("/api/paints/" + one + "/merge", Map.of("into", other)).must(200);
        assertThat(me.get("/api/charts/" + chart).json().at("/cells/0/paint").asLong())
                .isEqualTo(other);
        assertThat(names(me, "wished for \"moths\"")).containsExactly("Night ferry");
        me.undoLast();
        assertThat(me.get("/api/charts/" + chart).json().at("/cells/0/paint").asLong())
                .isEqualTo(one);
        assertThat(names(me, "wished for \"moths\"")).containsExactly("Night Ferry");
    }
}
