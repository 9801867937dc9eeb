package molvet.server.collection;

import static org.assertj.core.api.Assertions.assertThat;

import java.sql.Connection;
import java.sql.ResultSet;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;
import molvet.server.Api;
import molvet.server.TestDatabase;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;

/** Finding in the words people use, disputes, observations, kept finds. */
class VoicesApiTest {
    private Api me;

    @BeforeEach
    void aCollector() {
        me = Api.collector();
    }

    private long paint(Map<String, Object> typed) {
        return me.post("/api/paints", typed).must(201).json().get("id").asLong();
    }

    private static Map<String, Object> of(Object... pairs) {
        Map<String, Object> all = new HashMap<>();
        for (int i = 0; i < pairs.length; i += 2) all.put((String) pairs[i], pairs[i + 1]);
        return all;
    }

    private String found(String find) {
        JsonNode list = me.find(find).must(200).json();
        return list.get("paints")
                .valueStream()
                .map(p -> p.get("name").asString())
                .sorted()
                .collect(Collectors.joining(" "));
    }

    /** Readings are given as a colour meter’s, so that colours are known to the digit. */
    private void measured(long paint, double l, double a, double b) {
        Map<String, Object> full = Map.of("l", l, "a", a, "b", b);
        Map<String, Object> tint = Map.of("l", 92.0, "a", a / 12, "b", b / 12);
        me.post("/api/meter", Map.of("values", List.of(Map.of("paint", paint, "massTone", full, "tint", tint))))
                .must(201);
    }

    @Test
    void theLanguageOfFindIsUnderstoodAndAnswered() {
        long tide = paint(of(
                "name",
                "Tide",
                "maker",
                "Kelpwick",
                "pigments",
                "PB29",
                "form",
                "TUBE",
                "volume",
                "15",
                "series",
                4,
                "price",
                "9.00",
                "currency",
                "EUR",
                "claims",
                Map.of("lightfastness", "I")));
        long ferry = paint(
                of("name", "Ferry", "maker", "Pellworth", "pigments", "PB29 PBr7", "form", "HALF_PAN", "series", 1));
        long dulse = paint(of(
                "name",
                "Dulse",
                "pigments",
                "PR83",
                "form",
                "TUBE",
                "volume",
                "10",
                "price",
                "12.00",
                "currency",
                "EUR",
                "claims",
                Map.of("lightfastness", "EXCELLENT", "granulation", "NONE")));
        long gorse = paint(of("name", "Gorse", "pigments", "PY35", "form", "DOT"));
        measured(tide, 26, 20, -52);
        measured(ferry, 27, 12, -50);
        measured(dulse, 34, 50, 20);
        measured(gorse, 80, 8, 82);
        me.post(
                        "/api/paints/" + tide + "/observations",
                        Map.of("trait", "liking", "value", "LIKED", "on", "2026-01-02"))
                .must(201);
        me.post(
                        "/api/paints/" + tide + "/observations",
                        Map.of("trait", "liking", "value", "LOVED", "on", "2026-03-02"))
                .must(201);
        me.post("/api/paints/" + tide + "/observations", Map.of("trait", "granulation", "value", "STRONG"))
                .must(201);

        assertThat(found("only PB29")).isEqualTo("Tide");
        assertThat(found("only PBr7 and PB29")).isEqualTo("Ferry");
        assertThat(found("with PB29 and PBr7")).isEqualTo("Ferry");
        assertThat(found("hue:blue")).isEqualTo("Ferry Tide");
        assertThat(found("hue:yellow or hue:red")).contains("Gorse");
        assertThat(found("warmer than M-0002")).isEqualTo("Tide");
        assertThat(found("cooler than M-0001")).isEqualTo("Ferry");
        assertThat(found("near M-0001 within 8")).isEqualTo("Ferry Tide");
        assertThat(found("near M-0001 within 1")).isEqualTo("Tide");
        assertThat(found("granulates strongly on my paper")).isEqualTo("Tide");
        assertThat(found("granulating by its pigments not granulates strongly on my paper"))
                .doesNotContain("Tide");
        assertThat(found("claims excellent but doubtful")).isEqualTo("Dulse");
        assertThat(found("claims lightfast but doubtful")).isEqualTo("Dulse");
        assertThat(found("claims \"I\"")).isEqualTo("Tide");
        assertThat(found("fugitive")).isEqualTo("Dulse");
        assertThat(found("series 3..5")).isEqualTo("Tide");
        assertThat(found("under 0.80 per ml")).isEqualTo("Tide");
        assertThat(found("under 0.80 euro per ml")).isEqualTo("Tide");
        assertThat(found("under 0.80 £ per ml")).isEmpty();
        assertThat(found("over 0,80/ml")).isEqualTo("Dulse");
        assertThat(found("loved")).isEqualTo("Tide");
        assertThat(found("liked")).isEqualTo("");
        assertThat(found("cadmium-free")).isEqualTo("Dulse Ferry Tide");
        assertThat(found("with cautions")).isEqualTo("Ferry Gorse");
        assertThat(found("not (hue:blue or Dulse)")).isEqualTo("Gorse");
        assertThat(found("not used since 2030")).isEqualTo("Dulse Ferry Gorse Tide");
        assertThat(found("single owned")).isEqualTo("Dulse Tide");
        assertThat(found("name like erry")).isEqualTo("Ferry");
    }

    @Test
    void whatRunsLowAndWhereItCameFrom() {
        long low = paint(of("name", "Nearly gone", "form", "TUBE", "volume", "15"));
        paint(of("name", "Full", "form", "TUBE", "volume", "15", "from", "Marlund"));
        JsonNode h = me.get("/api/paints/" + low).json().at("/holdings/0");
        me.put(
                        "/api/holdings/" + h.get("id").asLong(),
                        of(
                                "form",
                                "TUBE",
                                "volume",
                                "15",
                                "left",
                                20,
                                "version",
                                h.get("version").asInt()))
                .must(200);
        assertThat(found("running low")).isEqualTo("Nearly gone");
        assertThat(found("from \"marlund\"")).isEqualTo("Full");
        assertThat(found("not running low")).isEqualTo("Full");
    }

    @Test
    void giftsAreFoundByTheirGiverAndThoseOfOneWhoAskedNotToBeNamedOnlyAsSuch() {
        for (List<String> gift : List.of(List.of("Dune", "Ottoline", "NOT_KEPT"), List.of("Moth", "Bo", "NAMED"))) {
            long id = me.post(
                            "/api/arrivals",
                            Map.of(
                                    "kind",
                                    "GIFT",
                                    "text",
                                    gift.get(0) + " PBr7 15 ml",
                                    "givers",
                                    List.of(Map.of("name", gift.get(1), "naming", gift.get(2)))))
                    .must(201)
                    .json()
                    .get("id")
                    .asLong();
            me.post("/api/arrivals/" + id + "/log", Map.of()).must(200);
        }
        paint(of("name", "Bought", "form", "TUBE"));
        assertThat(found("given anonymously")).isEqualTo("Dune");
        assertThat(found("given by Bo")).isEqualTo("Moth");
        assertThat(found("given by Ottoline")).isEmpty();
        assertThat(found("not given anonymously")).isEqualTo("Bought Moth");
        assertThat(found("given by Bo or given anonymously")).isEqualTo("Dune Moth");
        assertThat(me.find("given by").json().get("troubles").toString()).contains("given anonymously");
    }

    @Test
    void troubleIsSaidAtItsWordAndNothingIsLost() {
        paint(of("name", "Tide", "pigments", "PB29", "form", "TUBE"));
        JsonNode unread = me.find("near M-0001 (blue").must(200).json();
        List<String> words = unread.get("troubles")
                .valueStream()
                .map(t -> t.get("word").asString())
                .toList();
        assertThat(words).containsExactlyInAnyOrder("(", "near M-0001");
        assertThat(unread.get("troubles").toString())
                .contains("not measured yet")
                .contains("never closed");
        assertThat(me.find("warmer than M-9999").json().get("troubles").toString())
                .contains("There is no M-9999");
        assertThat(me.find("a".repeat(4000)).must(200).json().get("total").asInt())
                .isZero();
        assertThat(me.find("'; drop table paint; -- or 1=1 🎨")
                        .must(200)
                        .json()
                        .get("total")
                        .asInt())
                .isZero();
        assertThat(found("tide")).isEqualTo("Tide");
    }

    @Test
    void findsAreKeptAsListsAndTakenAway() {
        paint(of("name", "Tide", "pigments", "PB29", "form", "TUBE"));
        JsonNode kept = me.post("/api/finds", Map.of("name", "Blues", "text", "only PB29 or hue:blue"))
                .must(201)
                .json();
        assertThat(kept.at("/finds/0/count").asInt()).isEqualTo(1);
        me.post("/api/finds", Map.of("name", "Blues", "text", "single")).must(201);
        assertThat(me.get("/api/finds").json().get("finds")).hasSize(1);
        me.undoLast();
        assertThat(me.get("/api/finds").json().at("/finds/0/text").asString()).isEqualTo("only PB29 or hue:blue");
        me.delete("/api/finds/" + kept.at("/finds/0/id").asLong()).must(204);
        assertThat(me.get("/api/finds").json().get("finds")).isEmpty();
        me.post("/api/finds", Map.of("name", "", "text", "single")).must(422);
        me.post("/api/finds", Map.of("name", "Nothing", "text", " ")).must(422);
    }

    /** Of the database's today: a paint that came then is of this year and month, and not of the last ones. */
    @Test
    void whatIsSaidOfTodayHoldsToday() throws Exception {
        String today;
        try (Connection db = TestDatabase.get().connect();
                ResultSet r = db.createStatement().executeQuery("select utc_date()")) {
            r.next();
            today = r.getString(1);
        }
        me.post("/api/paints", Api.body("name", "Come Today", "form", "TUBE", "volume", "12", "cameOn", today))
                .must(201);
        for (String find : List.of(
                "came this year",
                "came this month",
                "came since " + today.substring(0, 7),
                "used this year",
                "used in the last six months")) {
            assertThat(Api.names(me.find(find))).as(find).contains("Come Today");
        }
        for (String find : List.of(
                "came last year", "came last month", "came before " + today.substring(0, 7), "not used this year")) {
            assertThat(Api.names(me.find(find))).as(find).doesNotContain("Come Today");
        }
    }

    /** A bill of two pieces, a swatch, a piece given away: each has its own day, and what is asked of one is not told of another. */
    @Test
    void whenItWasBoughtPaintedAndPartedWithAreAskedApart() {
        JsonNode paid = me.post(
                        "/api/paints",
                        Api.body(
                                "name",
                                "Paid For",
                                "form",
                                "TUBE",
                                "volume",
                                "12",
                                "price",
                                "9.50",
                                "cameOn",
                                "2024-03-02"))
                .must(201)
                .json();
        JsonNode found = me.post(
                        "/api/paints", Api.body("name", "On The Beach", "form", "TUBE", "cameOn", "2024-03-20"))
                .must(201)
                .json();
        me.post(
                        "/api/paints/" + found.get("id").asLong() + "/swatches",
                        Api.body("place", "R7-2", "makeKeeper", true, "kind", "CARD", "paintedOn", "2025-07-05"))
                .must(201);
        assertThat(Api.names(me.find("came in march 2024"))).contains("Paid For", "On The Beach");
        assertThat(Api.names(me.find("what did I buy in march 2024")))
                .contains("Paid For")
                .doesNotContain("On The Beach");
        assertThat(Api.names(me.find("painted in 2025")))
                .contains("On The Beach")
                .doesNotContain("Paid For");
        assertThat(Api.names(me.find("painted in 2024"))).doesNotContain("On The Beach", "Paid For");
        assertThat(Api.names(me.find("painted before 2025-07"))).doesNotContain("On The Beach");
        long piece = paid.get("holdings").get(0).get("id").asLong();
        assertThat(Api.names(me.find("given away in 2025"))).doesNotContain("Paid For");
        me.post("/api/holdings/" + piece + "/parting", Api.body("state", "GIVEN_AWAY", "on", "2025-09-01"))
                .must(200);
        assertThat(Api.names(me.find("given away in 2025"))).contains("Paid For");
        assertThat(Api.names(me.find("given away since 2025-10"))).doesNotContain("Paid For");
        // Of what is not kept it says so, and does not take the day it came for it.
        JsonNode opened = me.find("opened in 2024").must(200).json();
        assertThat(opened.get("troubles").get(0).get("message").asString())
                .contains("When a paint was opened cannot be asked");
    }

    /** A large tube and a small pan of one paint do not make something between them. */
    @Test
    void betweenTwoSizesOrSumsIsOneAndTheSamePiece() {
        long both = me.post("/api/paints", Api.body("name", "Far Apart", "form", "TUBE", "volume", "37", "price", "30"))
                .must(201)
                .json()
                .get("id")
                .asLong();
        me.post("/api/paints/" + both + "/holdings", Api.body("form", "HALF_PAN", "volume", "2", "price", "4"))
                .must(201);
        me.post("/api/paints", Api.body("name", "Right Between", "form", "TUBE", "volume", "21", "price", "14"))
                .must(201);
        for (String find : List.of("between 20 and 22 ml", "price between 13 and 15", "between 13 and 15 euro")) {
            assertThat(Api.names(me.find(find)))
                    .as(find)
                    .contains("Right Between")
                    .doesNotContain("Far Apart");
        }
    }

    /** A word of a note is not asked for by itself: it may be a slip; that a note holds it is said. */
    @Test
    void aWordOnlyANoteHoldsIsOffered() {
        me.post("/api/paints", Api.body("name", "Noted One", "form", "TUBE", "note", "Smells of vetiver."))
                .must(201);
        JsonNode list = me.find("vetiver").must(200).json();
        assertThat(list.get("total").asInt()).isZero();
        String find = list.get("ways").get(0).get("find").asString();
        assertThat(Api.names(me.find(find))).containsExactly("Noted One");
    }

    @Test
    void everythingOnTheMenuIsUnderstood() {
        JsonNode groups = me.get("/api/finds/menu").must(200).json().get("groups");
        assertThat(groups.size()).isGreaterThan(8);
        for (JsonNode g : groups) {
            for (JsonNode e : g.get("entries")) {
                JsonNode list = me.find(e.get("written").asString()).must(200).json();
                assertThat(list.at("/understood/0/words").asString())
                        .isEqualTo(e.get("words").asString());
            }
        }
    }

    @Test
    void doubtsAreAWorklistAndWhatIsLeftKeepsItsReason() {
        long dulse = paint(of(
                "name",
                "Dulse",
                "maker",
                "Kelpwick",
                "pigments",
                "PR83",
                "form",
                "TUBE",
                "claims",
                Map.of("lightfastness", "EXCELLENT")));
        paint(of("name", "Quay", "form", "TUBE"));
        JsonNode list = me.get("/api/disputes").must(200).json();
        assertThat(list.get("open").asInt()).isEqualTo(2);
        JsonNode first = list.at("/disputes/0");
        assertThat(first.get("kind").asString()).isEqualTo("LIGHTFAST_CLAIM_FADES");
        assertThat(first.at("/paint/id").asLong()).isEqualTo(dulse);
        assertThat(first.get("letter").asString()).contains("Dear Kelpwick").contains("PR83");
        assertThat(list.at("/disputes/1/kind").asString()).isEqualTo("NO_PIGMENTS");
        assertThat(me.get("/api/waiting").json().get("rooms").get("/doubts").asInt())
                .isEqualTo(2);

        Map<String, Object> leave = of(
                "paint",
                dulse,
                "kind",
                first.get("kind").asString(),
                "mark",
                first.get("mark").asString(),
                "reason",
                "kept for its colour, never framed");
        me.post("/api/disputes/left", of("paint", dulse, "kind", "NO", "mark", "x", "reason", "y"))
                .must(422);
        me.post("/api/disputes/left", leave).must(204);
        assertThat(me.get("/api/disputes").json().get("open").asInt()).isEqualTo(1);
        JsonNode withLeft = me.get("/api/disputes?left=true").json();
        assertThat(withLeft.at("/disputes/0/leftWhy").asString()).isEqualTo("kept for its colour, never framed");
        // Other facts raise it anew: the maker changes the claim.
        JsonNode p = me.get("/api/paints/" + dulse).json();
        me.put(
                        "/api/paints/" + dulse,
                        of(
                                "name",
                                "Dulse",
                                "maker",
                                "Kelpwick",
                                "pigments",
                                "PR83",
                                "claims",
                                Map.of("lightfastness", "VERY_GOOD"),
                                "version",
                                p.get("version").asInt()))
                .must(200);
        assertThat(me.get("/api/disputes").json().get("open").asInt()).isEqualTo(2);
        assertThat(me.get("/api/disputes?find=quay").json().get("disputes")).hasSize(1);
        me.delete("/api/disputes/left/" + withLeft.at("/disputes/0/left").asLong())
                .must(204);
    }

    @Test
    void observationsKeepPaperAndSittingAndTheVerdictLeadsToThem() {
        long tide = paint(of("name", "Tide", "pigments", "PB29", "form", "TUBE"));
        me.post(
                        "/api/paints/" + tide + "/observations",
                        of("trait", "granulation", "value", "NONE", "on", "2026-01-05", "paper", "rough 300 g"))
                .must(201);
        JsonNode page = me.post(
                        "/api/paints/" + tide + "/observations",
                        of("trait", "granulation", "value", "STRONG", "on", "2026-02-05"))
                .must(201)
                .json();
        assertThat(page.get("observations")).hasSize(2);
        assertThat(page.at("/observations/1/paper").asString()).isEqualTo("rough 300 g");
        JsonNode voice = page.at("/voices/granulation");
        assertThat(voice.get("verdict").asString()).isEqualTo("STRONG");
        assertThat(voice.get("winner").asString()).isEqualTo("PAPER");
        assertThat(voice.at("/evidence/0/kind").asString()).isEqualTo("OBSERVATION");
        assertThat(voice.at("/evidence/0/of").asLong())
                .isEqualTo(page.at("/observations/0/id").asLong());
        assertThat(voice.at("/evidence/1/of").asString()).isEqualTo("PB29");
        JsonNode traits = me.get("/api/eye-traits").must(200).json().get("traits");
        assertThat(traits.size()).isEqualTo(14);
        assertThat(traits.valueStream()
                        .map(t -> t.get("key").asString())
                        .distinct()
                        .count())
                .isEqualTo(14);
        for (JsonNode t : traits) {
            me.post(
                            "/api/paints/" + tide + "/observations",
                            of(
                                    "trait",
                                    t.get("trait").asString(),
                                    "value",
                                    t.at("/steps/0").asString()))
                    .must(201);
        }
        me.post("/api/paints/" + tide + "/observations", of("trait", "smell", "value", "LIKE ROSES"))
                .must(422);
        me.post("/api/paints/" + tide + "/observations", of("trait", "smell", "value", "NONE", "chart", 999999))
                .must(404);
    }

    /** Facts worked out by older rules are renewed at the start, and no one else’s rows are touched. */
    @Test
    void factsOfOlderRulesAreRenewed() throws Exception {
        long tide = paint(of("name", "Tide", "pigments", "PB29", "form", "TUBE"));
        measured(tide, 26, 20, -52);
        try (var db = molvet.server.TestDatabase.get().connect();
                var s = db.createStatement()) {
            s.executeUpdate("update paint set facts = 0, hue = '', mass_l = null where id = " + tide);
            assertThat(found("hue:blue")).isEmpty();
            molvet.server.RunningMolvet.context().getBean(PaintFacts.class).renew();
        }
        assertThat(found("hue:blue")).isEqualTo("Tide");
        assertThat(found("near M-0001 within 1")).isEqualTo("Tide");
    }
}
