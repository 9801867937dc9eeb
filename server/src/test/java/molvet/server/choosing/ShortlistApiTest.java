package molvet.server.choosing;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.List;
import java.util.Map;
import java.util.stream.StreamSupport;
import molvet.core.colour.DeltaE;
import molvet.core.colour.Lab;
import molvet.server.Api;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;

class ShortlistApiTest {
    private Api me;

    @BeforeEach
    void aCollector() {
        me = Api.collector();
    }

    private long paint(String name, String pigments, boolean owned, double l, double a, double b) {
        Map<String, Object> typed = Api.body("name", name, "maker", "Kelpwick", "pigments", pigments);
        if (owned) typed.putAll(Map.of("form", "TUBE", "volume", "15"));
        else typed.put("wished", true);
        long id = me.post("/api/paints", typed).must(201).json().get("id").asLong();
        Map<String, Object> value = Api.body(
                "paint",
                id,
                "massTone",
                Map.of("l", l, "a", a, "b", b),
                "tint",
                Map.of("l", 92, "a", a / 12, "b", b / 12));
        me.post("/api/meter", Map.of("values", List.of(value))).must(201);
        return id;
    }

    private long shortlist(int wells, String budget) {
        return me.post(
                        "/api/shortlists",
                        Api.body("name", "Abstracts", "wells", wells, "budget", budget, "currency", "EUR"))
                .must(201)
                .json()
                .get("id")
                .asLong();
    }

    private JsonNode put(long list, Object... pairs) {
        return me.post("/api/shortlists/" + list + "/candidates", Api.body(pairs))
                .must(200)
                .json();
    }

    private static JsonNode of(JsonNode page, String name) {
        return StreamSupport.stream(page.get("candidates").spliterator(), false)
                .filter(c -> c.at("/paint/name").asString().equals(name))
                .findFirst()
                .orElseThrow();
    }

    private JsonNode change(JsonNode candidate, Object... pairs) {
        Map<String, Object> body = Api.body(pairs);
        body.put("version", candidate.get("version").asInt());
        return me.put("/api/shortlists/candidates/" + candidate.get("id").asLong(), body)
                .must(200)
                .json();
    }

    private JsonNode cut(long list, Object... pairs) {
        return me.post("/api/shortlists/" + list + "/cut", Api.body(pairs))
                .must(200)
                .json();
    }

    @Test
    void fromAListToADecisionThatIsRemembered() {
        paint("Field Red", "PR254", true, 42, 55, 32);
        paint("Poppy", "PR255", false, 43, 54, 30);
        paint("Far Blue", "PB29", false, 30, 20, -50);
        long list = shortlist(2, "12.00");
        JsonNode added =
                put(list, "text", "Field Red\nCoquelicot PR255\nFar Blue PB29\nQuite New PY129", "reason", "read");
        assertThat(added.at("/put/added").asInt()).isEqualTo(4);
        assertThat(added.at("/put/said").toString())
                .contains("Field Red” is M-0001 Field Red, found by its name.")
                .contains("Coquelicot PR255” is M-0002 Poppy, taken by its recipe")
                .contains("Quite New, new: no paint or chart of yours has it; it is wished for now.");
        JsonNode page = added.get("shortlist");
        assertThat(of(page, "Field Red").get("price").asString()).isEqualTo("0.00");
        assertThat(of(page, "Poppy").get("price").isNull()).isTrue();
        assertThat(of(page, "Poppy").at("/like/0/name").asString()).isEqualTo("Field Red");

        page = change(of(page, "Poppy"), "price", "9.50");
        page = change(of(page, "Far Blue"), "price", "11.00");
        JsonNode weighed = cut(list, "many", 2);
        // Quite New has no price: it cannot be chosen, and that is said.
        assertThat(weighed.at("/asks/0/what").asString()).startsWith("Quite New has no price");
        JsonNode best = weighed.at("/choices/0");
        assertThat(names(page, best.get("chosen"))).containsExactlyInAnyOrder("Field Red", "Far Blue");
        assertThat(best.get("cost").asString()).isEqualTo("11.00");
        assertThat(best.get("said").asString())
                .startsWith("1 new and 1 of your own into 2 wells: 11.00 of 12.00 EUR.")
                .endsWith("none serves more.");
        // By hand: Poppy is served by Field Red as its difference says; Quite New, usual of PY129, by whatever is
        // nearest.
        double poppy = 1 - DeltaE.ciede2000(Lab.of(42, 55, 32), Lab.of(43, 54, 30)) / 20;
        JsonNode left = StreamSupport.stream(best.get("leftOut").spliterator(), false)
                .filter(l -> l.get("reason").asString().startsWith("Field Red"))
                .findFirst()
                .orElseThrow();
        assertThat(left.get("degree").asDouble()).isCloseTo(poppy, within(1e-6));

        // Marked no, it is weighed no more; the earlier mark stays.
        long far = of(page, "Far Blue").get("id").asLong();
        me.post("/api/shortlists/candidates/" + far + "/marks", Api.body("mark", "YES"))
                .must(200);
        page = me.post("/api/shortlists/candidates/" + far + "/marks", Api.body("mark", "NO", "word", "too dark"))
                .must(200)
                .json();
        assertThat(of(page, "Far Blue").get("marks")).hasSize(2);
        assertThat(of(page, "Far Blue").at("/marks/0/word").asString()).isEqualTo("too dark");
        assertThat(cut(list).get("weighed").asInt()).isEqualTo(3);
        assertThat(me.find("on shortlist \"Abstracts\"").toString())
                .doesNotContain("Far Blue")
                .contains("Poppy");

        // Taken by hand it is weighed again, and what that costs is said.
        page = change(of(page, "Far Blue"), "byHand", "TAKEN", "price", "11.00");
        assertThat(cut(list).get("byHand").asString()).isNotEmpty();

        JsonNode decided = me.post(
                        "/api/shortlists/" + list + "/decision",
                        Api.body(
                                "chosen",
                                List.of(of(page, "Field Red").get("id").asLong(), far),
                                "version",
                                page.get("version").asInt()))
                .must(200)
                .json();
        assertThat(of(decided, "Poppy").get("decided").asString()).isEqualTo("PASSED");
        JsonNode research = me.get(
                        "/api/paints/" + of(decided, "Poppy").at("/paint/id").asLong() + "/research")
                .must(200)
                .json();
        assertThat(research.at("/decisions/0/why").asString())
                .contains("Field Red")
                .contains("ΔE00");
        assertThat(me.find("passed over").toString()).contains("Poppy");

        // Asked for in a shop, it is said why it was passed over.
        JsonNode asked = me.post("/api/shop/ask", Api.body("name", "Poppy", "pigments", "PR255"))
                .must(200)
                .json();
        assertThat(asked.at("/paints").toString())
                .contains("Passed over for Abstracts on ")
                .contains("Field Red");

        long arrival = me.post("/api/shortlists/" + list + "/order", Map.of())
                .must(201)
                .json()
                .get("arrival")
                .asLong();
        String draft = me.get("/api/arrivals/" + arrival).must(200).text();
        assertThat(draft).contains("Kelpwick Far Blue, PB29, 11.00 EUR").doesNotContain("Poppy");
    }

    private static List<String> names(JsonNode page, JsonNode ids) {
        return StreamSupport.stream(ids.spliterator(), false)
                .map(id -> StreamSupport.stream(page.get("candidates").spliterator(), false)
                        .filter(c -> c.get("id").asLong() == id.asLong())
                        .findFirst()
                        .orElseThrow()
                        .at("/paint/name")
                        .asString())
                .toList();
    }

    @Test
    void demandsAndMoreMoneyAreAnsweredAgainstThePlainQuestion() {
        paint("Mixed Violet", "PV19 + PB29", true, 30, 40, -30);
        paint("Single Violet", "PV23", false, 31, 41, -31);
        paint("Ochre", "PY43", true, 60, 15, 45);
        long list = shortlist(2, "5.00");
        JsonNode page = put(list, "find", "Violet or Ochre").get("shortlist");
        page = change(of(page, "Single Violet"), "price", "9.00");
        JsonNode plain = cut(list).at("/choices/0");
        assertThat(names(page, plain.get("chosen"))).containsExactlyInAnyOrder("Mixed Violet", "Ochre");
        JsonNode single = cut(list, "demand", "SINGLE_PIGMENT").at("/choices/0");
        assertThat(names(page, single.get("chosen"))).containsExactly("Ochre");
        assertThat(single.get("said").asString())
                .contains("all of a single pigment")
                .contains("1 well stays empty");
        JsonNode both = cut(list, "demand", "SINGLE_PIGMENT", "more", "10").at("/choices/0");
        assertThat(names(page, both.get("in"))).containsExactly("Single Violet");
        assertThat(names(page, both.get("out"))).containsExactly("Mixed Violet");
        assertThat(both.get("cost").asString()).isEqualTo("9.00");
    }

    /** As a friend writes a list: misspelt, with commas, with prices. What the line says it costs is kept, but for other money. */
    @Test
    void whatALineSaysItCostsPricesTheCandidate() {
        long list = shortlist(2, "12.00");
        JsonNode page = put(list, "text", "cobolt teal, pg50 , 3,40\nBright Lemon PY3 4.20 GBP\n\n")
                .get("shortlist");
        assertThat(of(page, "cobolt teal").get("price").asString()).isEqualTo("3.40");
        assertThat(of(page, "cobolt teal").get("priceFrom").asString()).isEqualTo("as you said");
        assertThat(of(page, "Bright Lemon").get("price").isNull()).isTrue();
        assertThat(me.find("wished").toString()).contains("cobolt teal").contains("Bright Lemon");
    }

    /** A price that was seen stands until another is typed; another currency is not reckoned with, and that is said. */
    @Test
    void whatWasReadIsKeptWithItsDayAndPricesTheCandidate() {
        long paint = paint("Poppy", "PR255", false, 43, 54, 30);
        long list = shortlist(1, "20");
        put(list, "paints", List.of(paint));
        me.post("/api/research-notes", Api.body("paint", paint, "price", "7.20", "currency", "GBP", "on", "2026-03-01"))
                .must(201);
        JsonNode candidate = of(me.get("/api/shortlists/" + list).must(200).json(), "Poppy");
        assertThat(candidate.get("price").isNull()).isTrue();
        assertThat(candidate.get("priceFrom").asString()).isEqualTo("priced in GBP only, and the budget is in EUR");
        me.post(
                        "/api/research-notes",
                        Api.body(
                                "paint",
                                paint,
                                "price",
                                "8.40",
                                "currency",
                                "EUR",
                                "volume",
                                "10",
                                "readWhere",
                                "the harbour shop",
                                "on",
                                "2026-03-02",
                                "said",
                                "Mixes clean greys with PG7."))
                .must(201);
        candidate = of(me.get("/api/shortlists/" + list).must(200).json(), "Poppy");
        assertThat(candidate.get("price").asString()).isEqualTo("8.40");
        assertThat(candidate.get("priceFrom").asString()).isEqualTo("seen at the harbour shop on 2 March 2026");
        assertThat(candidate.at("/notes/0/perMl").asString()).isEqualTo("0.84");
        assertThat(me.post("/api/research-notes", Api.body("paint", paint))
                        .must(422)
                        .text())
                .contains("There is nothing to note.");
    }

    @Test
    void whatCannotBeIsRefusedAndNothingIsLost() {
        assertThat(me.post("/api/shortlists", Api.body("name", "", "wells", 0, "budget", "much"))
                        .must(422)
                        .text())
                .contains("name")
                .contains("between 1 and 144 wells");
        long list = shortlist(1, "10");
        assertThat(me.post("/api/shortlists", Api.body("name", "abstracts", "wells", 3))
                        .must(422)
                        .text())
                .contains("already");
        long red = paint("Field Red", "PR254", false, 42, 55, 32);
        long blue = paint("Far Blue", "PB29", false, 30, 20, -50);
        assertThat(me.post("/api/shortlists/" + list + "/candidates", Api.body("find", "nothing at all"))
                        .must(422)
                        .text())
                .contains("Nothing was added");
        JsonNode page = put(list, "paints", List.of(red, blue)).get("shortlist");
        assertThat(put(list, "paints", List.of(red)).at("/put/there").asInt()).isEqualTo(1);
        page = change(of(page, "Field Red"), "must", true, "price", "12");
        assertThat(me.post("/api/shortlists/" + list + "/cut", Map.of())
                        .must(422)
                        .text())
                .contains("What must stay costs 12.00 of 10.00 EUR: Field Red 12.00.");
        page = change(of(page, "Far Blue"), "must", true);
        assertThat(me.post("/api/shortlists/" + list + "/cut", Map.of())
                        .must(422)
                        .text())
                .contains("These must stay and have no price: Far Blue.");
        assertThat(me.post("/api/shortlists/" + list + "/order", Map.of())
                        .must(422)
                        .text())
                .contains("Nothing is chosen yet.");
        // One that is deleted meanwhile leaves the list with its paint’s record, which must stay.
        assertThat(me.delete("/api/paints/" + red).status()).isEqualTo(409);
        me.delete("/api/shortlists/candidates/" + of(page, "Far Blue").get("id").asLong())
                .must(200);
        assertThat(me.post(
                                "/api/shortlists/" + list + "/decision",
                                Api.body(
                                        "chosen",
                                        List.of(of(page, "Far Blue").get("id").asLong()),
                                        "version",
                                        page.get("version").asInt()))
                        .status())
                .isIn(404, 422);
        Api other = Api.collector();
        assertThat(other.get("/api/shortlists/" + list).status()).isEqualTo(404);
    }
}
