package molvet.server.chart;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.IntStream;
import molvet.server.Api;
import org.apache.pdfbox.Loader;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.text.PDFTextStripper;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import tools.jackson.databind.JsonNode;

/** A chart from its plan to its keeper. */
class ChartApiTest {
    private static final Map<String, Object> A4 = Map.of("width", 210, "height", 297);
    private static final Map<String, Object> EIGHTH = Map.of("width", 190.5, "height", 279.4);

    static List<Long> paints(Api me, String... namesAndPigments) {
        List<Long> ids = new ArrayList<>();
        for (int i = 0; i < namesAndPigments.length; i += 2) {
            ids.add(me.paint(namesAndPigments[i], namesAndPigments[i + 1])
                    .get("id")
                    .asLong());
        }
        return ids;
    }

    static long chart(Api me, Map<String, Object> asked) {
        return me.post("/api/charts", asked).must(201).json().get("id").asLong();
    }

    private static Map<String, Object> strips(List<Long> paints) {
        return Map.of("form", "STRIPS", "paper", A4, "margin", 10, "gap", 3, "steps", 5, "paints", paints);
    }

    private static JsonNode cell(JsonNode page, int cell) {
        return page.get("cells")
                .valueStream()
                .filter(c -> c.get("cell").asInt() == cell)
                .findFirst()
                .orElseThrow();
    }

    private static JsonNode paint(Api me, long chart, int cell) {
        me.post("/api/charts/" + chart + "/painted", Map.of("cell", cell)).must(200);
        return me.get("/api/charts/" + chart).json();
    }

    private static long paintIn(JsonNode page, int cell) {
        return cell(page, cell).get("paint").asLong();
    }

    private static int swatches(Api me, long paint) {
        return (int) me.get("/api/paints/" + paint)
                .json()
                .get("swatches")
                .valueStream()
                .filter(s -> s.get("state").asString().equals("CURRENT"))
                .count();
    }

    // ---- the calls that compute -------------------------------------------------------------------------------------

    /** Common practice, no published source: 238 colours are carried over onto four A4 pages. */
    @Test
    void twoHundredAndThirtyEightOnFourPagesOfA4() {
        JsonNode plan = Api.collector()
                .post(
                        "/api/charts/plan",
                        Map.of("form", "GRID", "paper", A4, "margin", 10, "gap", 2, "cells", 238, "pages", 4))
                .must(200)
                .json();
        assertThat(plan.get("pages")).hasSize(4);
        List<JsonNode> cells = plan.get("pages")
                .valueStream()
                .flatMap(p -> p.get("cells").valueStream())
                .toList();
        assertThat(cells).hasSize(238);
        assertThat(cells.stream().map(c -> c.get("index").asInt()))
                .containsExactlyElementsOf(IntStream.range(0, 238).boxed().toList());
        assertThat(cells.stream().map(c -> c.get("width").asDouble()).distinct())
                .hasSize(1);
        assertThat(cells).allSatisfy(c -> {
            assertThat(c.get("x").asDouble()).isGreaterThanOrEqualTo(10 - 1e-6);
            assertThat(c.get("x").asDouble() + c.get("width").asDouble()).isLessThanOrEqualTo(200 + 1e-6);
            assertThat(c.get("y").asDouble() + c.get("height").asDouble()).isLessThanOrEqualTo(287 + 1e-6);
        });
        assertThat(plan.get("notes").toString()).contains("238 cells on 4 pages, 60 a page");
    }

    /** Common practice, no published source: 2 × 4 in cards from a full imperial sheet of 22 × 30 in. */
    @Test
    void eightyTwoCardsFromAFullSheet() {
        Api me = Api.collector();
        JsonNode cut = me.post(
                        "/api/charts/cut",
                        Map.of(
                                "sheet",
                                Map.of("width", 762, "height", 558.8),
                                "card",
                                Map.of("width", 50.8, "height", 101.6),
                                "gap",
                                0,
                                "margin",
                                0))
                .must(200)
                .json();
        assertThat(cut.get("count").asInt()).isEqualTo(82);
        assertThat(cut.get("cards")).hasSize(82);
        assertThat(cut.get("cuts").get(0).get("says").asString()).isNotBlank();
        assertThat(cut.get("wastePercent").asDouble()).isCloseTo(100 * (1 - 82 * 8 / 660.0), within(0.01));
        assertThat(me.post("/api/charts/cut", Map.of("sheet", Map.of("width", 5, "height", 5)))
                        .status())
                .isEqualTo(422);
    }

    @Test
    void theOrderOfASchoolIsAskedForWithoutKeepingAnything() {
        Api me = Api.collector();
        JsonNode order = me.post(
                        "/api/charts/order",
                        Map.of(
                                "school",
                                "YELLOW_FIRST",
                                "colours",
                                List.of(
                                        Map.of("id", "b", "recipe", List.of("PB29"), "name", "Ultramarine"),
                                        Map.of("id", "k", "recipe", List.of("PBk9"), "name", "Black"),
                                        Map.of("id", "y", "recipe", List.of("PY151"), "name", "Yellow"),
                                        Map.of("id", "o", "recipe", List.of("PY43"), "name", "Yellow ochre"))))
                .must(200)
                .json();
        assertThat(order.get("order").valueStream().map(JsonNode::asString))
                .startsWith("y")
                .endsWith("k");
        assertThat(order.get("cusps").valueStream().map(c -> c.get("id").asString()))
                .contains("o");
        assertThat(me.post("/api/charts/order", Map.of("school", "ALPHABET"))
                        .must(422)
                        .text())
                .contains("seven groups");
    }

    @Test
    void whichPaperWastesLeastIsAnsweredFromNamedSizesAndTheStock() {
        Api me = Api.collector();
        me.post(
                        "/api/papers",
                        Map.of("name", "Station block", "kind", "BLOCK", "width", 260, "height", 180, "sheets", 9))
                .must(201);
        JsonNode fit = me.post(
                        "/api/charts/fit",
                        Map.of("chart", Map.of("form", "GRID", "paper", A4, "cells", 40), "least", 15))
                .must(200)
                .json();
        assertThat(fit.get("onOnePage").asInt()).isGreaterThan(40);
        List<Double> waste = fit.get("papers")
                .valueStream()
                .map(p -> p.get("wastePercent").asDouble())
                .toList();
        assertThat(waste).isSorted().hasSizeGreaterThan(5);
        assertThat(fit.get("papers").toString()).contains("Station block, 9 in stock");
    }

    // ---- bad input --------------------------------------------------------------------------------------------------

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "{\"form\":\"STRIPS\",\"paper\":{\"width\":210,\"height\":297},\"cells\":0} | no paint",
                "{\"form\":\"GRID\",\"paper\":{\"width\":210,\"height\":297},\"cells\":2001} | up to 2000",
                "{\"form\":\"GRID\",\"paper\":{\"width\":210,\"height\":297},\"cells\":10,\"margin\":110} | leave nothing",
                "{\"form\":\"STRIPS\",\"paper\":{\"width\":210,\"height\":297},\"cells\":10,\"steps\":0} | between 1 and 40",
                "{\"form\":\"STRIPS\",\"paper\":{\"width\":210,\"height\":297},\"cells\":10,\"steps\":41} | between 1 and 40",
                "{\"form\":\"FREE\",\"paper\":{\"width\":210,\"height\":297},\"cells\":1,\"card\":{\"width\":300,\"height\":40}} | do not fit",
                "{\"form\":\"STAR\",\"paper\":{\"width\":210,\"height\":297},\"cells\":1} | is not a form",
                "{\"form\":\"GRID\",\"cells\":1} | paper is missing",
                "{\"form\":\"GRID\",\"paper\":{\"width\":1,\"height\":297},\"cells\":1} | between 20 mm",
                "{\"form\":\"GRID\",\"paper\":{\"width\":210,\"height\":297},\"cells\":1,\"options\":{\"caption\":[\"smell\"]}} | nothing a caption holds"
            })
    void whatCannotBeRuledSaysWhy(String asked, String why) {
        Api.Answer refused = Api.collector()
                .send("POST", "/api/charts/plan", asked.getBytes(), "application/json", Map.of())
                .must(422);
        assertThat(refused.text()).contains(why);
    }

    @Test
    void oneSquareAndFortyAndTwoThousandCellsAreRuled() {
        Api me = Api.collector();
        for (int steps : List.of(1, 40)) {
            me.post(
                            "/api/charts/plan",
                            Map.of(
                                    "form",
                                    "STRIPS",
                                    "paper",
                                    Map.of("width", 559, "height", 762),
                                    "cells",
                                    3,
                                    "steps",
                                    steps))
                    .must(200);
        }
        JsonNode plan = me.post("/api/charts/plan", Map.of("form", "GRID", "paper", A4, "cells", 2000))
                .must(200)
                .json();
        assertThat(plan.get("pages")
                        .valueStream()
                        .mapToInt(p -> p.get("cells").size())
                        .sum())
                .isEqualTo(2000);
    }

    // ---- choosing ---------------------------------------------------------------------------------------------------

    @Test
    void whatCannotBePaintedSaysWhy() {
        Api me = Api.collector();
        List<Long> ids = paints(me, "Here", "PB29", "Gone", "PV19");
        long holding =
                me.get("/api/paints/" + ids.get(1)).json().at("/holdings/0/id").asLong();
        int version = me.get("/api/paints/" + ids.get(1))
                .json()
                .at("/holdings/0/version")
                .asInt();
        me.put("/api/holdings/" + holding, Map.of("form", "TUBE", "left", 0, "state", "LENT", "version", version))
                .must(200);
        me.post("/api/paints", Map.of("name", "A Friend’s Dot", "form", "DOT")).must(201);
        JsonNode all = me.get("/api/charts/candidates?unpainted=true").must(200).json();
        Map<String, JsonNode> byName = new HashMap<>();
        all.get("paints").forEach(c -> byName.put(c.at("/paint/name").asString(), c));
        assertThat(byName.get("Here").get("canBePainted").asBoolean()).isTrue();
        assertThat(byName.get("Gone").get("canBePainted").asBoolean()).isFalse();
        assertThat(byName.get("Gone").get("whyNot").asString()).isEqualTo("lent");
        assertThat(byName.get("A Friend’s Dot").get("canBePainted").asBoolean()).isTrue();
        assertThat(byName.get("A Friend’s Dot").get("where").asString()).isEqualTo("dot");
        assertThat(me.get("/api/charts/candidates?find=PB29")
                        .json()
                        .get("total")
                        .asInt())
                .isEqualTo(1);
    }

    @Test
    void aCuspIsAskedAboutOnceAndRemembered() {
        Api me = Api.collector();
        List<Long> ids = paints(
                me, "Lemon", "PY175", "Bright", "PY154", "Yellow ochre", "PY43", "Umber", "PBr7", "Red", "PR254");
        Map<String, Object> asked = Map.of("form", "GRID", "paper", A4, "paints", ids, "school", "SEVEN_GROUPS");
        JsonNode cusp = me.post("/api/charts/plan", asked)
                .must(200)
                .json()
                .get("cusps")
                .valueStream()
                .filter(c -> c.at("/paint/name").asString().equals("Yellow ochre"))
                .findFirst()
                .orElseThrow();
        assertThat(cusp.get("why").asString()).isNotBlank();
        assertThat(cusp.get("choices")).hasSize(2);
        assertThat(cusp.get("choices").toString()).contains("EARTH", "YELLOW");
        assertThat(cusp.get("choices").toString()).contains("Umber");
        me.put("/api/paints/" + ids.get(2) + "/family", Map.of("family", "YELLOW"))
                .must(204);
        JsonNode then = me.post("/api/charts/plan", asked).must(200).json();
        assertThat(then.get("cusps").toString()).doesNotContain("Yellow ochre");
        assertThat(then.at("/groups/0/name").asString()).isEqualTo("yellows");
        assertThat(then.at("/groups/0/paints")).hasSize(3);
        me.undoLast();
        assertThat(me.post("/api/charts/plan", asked).json().get("cusps").toString())
                .contains("Yellow ochre");
        // By hand nothing hangs on it, and nothing is asked.
        Map<String, Object> byHand = new HashMap<>(asked);
        byHand.put("school", "BY_HAND");
        assertThat(me.post("/api/charts/plan", byHand).json().get("cusps")).isEmpty();
        // Alone on a sheet it has no neighbours to choose between.
        Map<String, Object> alone = new HashMap<>(asked);
        alone.put("paints", List.of(ids.get(2)));
        assertThat(me.post("/api/charts/plan", alone).json().get("cusps")).isEmpty();
    }

    // ---- painting ---------------------------------------------------------------------------------------------------

    @Test
    void elevenStripsArePaintedWithOneMistakeDriedAndFiled() {
        Api me = Api.collector();
        List<Long> ids = new ArrayList<>();
        for (int i = 1; i <= 11; i++)
            ids.add(me.paint("Paint " + i, "PB29").get("id").asLong());
        long id = chart(
                me,
                Map.of(
                        "form", "STRIPS", "paper", EIGHTH, "punch", "LEFT", "steps", 5, "paints", ids, "school",
                        "BY_HAND"));
        JsonNode walk = me.get("/api/charts/" + id + "/walk").must(200).json();
        assertThat(walk.get("steps")).hasSize(11);
        // Common practice, no published source: about three quarters of an hour.
        assertThat(walk.get("secondsLeft").asLong()).isBetween(40 * 60L, 50 * 60L);
        assertThat(walk.at("/steps/0/where").asString()).isEqualTo("tube");
        for (int i = 0; i < 10; i++) paint(me, id, i);
        // Cells 3 and 4 hold each other's paint.
        long third = ids.get(2);
        JsonNode page = me.post("/api/charts/" + id + "/corrections", Map.of("kind", "SWAPPED", "cell", 2, "other", 3))
                .must(200)
                .json();
        assertThat(paintIn(page, 3)).isEqualTo(third);
        long swatch = cell(page, 3).get("swatch").asLong();
        assertThat(me.get("/api/paints/" + third).json().at("/swatches/0/id").asLong())
                .isEqualTo(swatch);
        page = paint(me, id, 10);
        assertThat(me.get("/api/charts").json().at("/charts/0/drying").asInt()).isEqualTo(11);
        assertThat(me.get("/api/charts").json().get("drying")).hasSize(11);
        page = me.post("/api/charts/" + id + "/dry", Map.of()).must(200).json();
        assertThat(cell(page, 0).get("dryAt").asString()).isNotBlank();
        page = me.post("/api/charts/" + id + "/file", Map.of("place", "B1 p1 c1", "makeKeeper", true))
                .must(200)
                .json();
        assertThat(cell(page, 3).get("place").asString()).isEqualTo("B1·p1·c4");
        assertThat(cell(page, 10).get("place").asString()).isEqualTo("B1·p1·c11");
        assertThat(me.get("/api/charts").json().at("/charts/0/unfiled").asInt()).isZero();
        // Filed twice: refused, and nothing moves.
        assertThat(me.post("/api/charts/" + id + "/file", Map.of("place", "B1 p2 c1"))
                        .must(422)
                        .text())
                .contains("Nothing of it waits");
    }

    @Test
    void aSheetIsAPageAndPagesThatHoldSwatchesArePassedOver() {
        Api me = Api.collector();
        List<Long> ids = new ArrayList<>();
        for (int i = 1; i <= 26; i++)
            ids.add(me.paint("Paint " + i, "PB29").get("id").asLong());
        long id = chart(
                me,
                Map.of(
                        "form", "STRIPS", "paper", EIGHTH, "punch", "LEFT", "steps", 5, "paints", ids, "school",
                        "BY_HAND"));
        JsonNode page = me.get("/api/charts/" + id).must(200).json();
        int onFirst = (int) page.get("cells")
                .valueStream()
                .filter(c -> c.get("page").asInt() == 1)
                .count();
        assertThat(onFirst).isLessThan(26);
        for (int i = 0; i < 26; i++) paint(me, id, i);
        long other = me.paint("Taken", "PV19").get("id").asLong();
        me.post("/api/paints/" + other + "/swatches", Map.of("place", "B1·p1·c3", "makeKeeper", true))
                .must(201);
        String refused = me.post("/api/charts/" + id + "/file", Map.of("place", "B1 p1 c1"))
                .must(422)
                .text();
        assertThat(refused).contains("places, and a sheet of this has " + onFirst);
        JsonNode filed = me.post("/api/charts/" + id + "/file", Map.of("place", "B2 p1 c1", "makeKeeper", true))
                .must(200)
                .json();
        assertThat(cell(filed, onFirst - 1).get("place").asString()).isEqualTo("B2·p1·c" + onFirst);
        assertThat(cell(filed, onFirst).get("place").asString()).isEqualTo("B2·p2·c1");
        me.undoLast();
        me.post("/api/paints/" + other + "/swatches", Map.of("place", "B3·p1·c3", "makeKeeper", true))
                .must(201);
        long keeper = me.get("/api/keepers")
                .json()
                .get("keepers")
                .valueStream()
                .filter(k -> k.get("code").asString().equals("B3"))
                .findFirst()
                .orElseThrow()
                .get("id")
                .asLong();
        me.put("/api/keepers/" + keeper, Map.of("kind", "BINDER", "number", 3, "pages", 9, "cells", 30, "version", 1));
        JsonNode passed = me.post("/api/charts/" + id + "/file", Map.of("place", "B3 p1 c1"))
                .must(200)
                .json();
        assertThat(cell(passed, 0).get("place").asString()).isEqualTo("B3·p2·c1");
    }

    @Test
    void stripsOfADotCardTakeTheDayAskedForAndTheyAreDryBesideOnesOwnSwatch() {
        Api me = Api.collector();
        long card = dotCard(me, "Dune PBr7\nMoth PBk9");
        long dune = me.get("/api/paints?find=dune").json().at("/paints/0/id").asLong();
        long own = me.post("/api/paints/" + dune + "/swatches", Map.of("place", "S1·p1", "makeKeeper", true))
                .must(201)
                .json()
                .at("/swatches/0/id")
                .asLong();
        me.post(
                        "/api/dotcards/" + card + "/strips",
                        Map.of("place", "R3 1", "makeKeeper", true, "paintedOn", "2026-01-15"))
                .must(200);
        JsonNode page = me.get("/api/paints/" + dune).must(200).json();
        assertThat(page.get("swatches")).hasSize(2);
        assertThat(me.get("/api/paints?find=dune").json().at("/paints/0/place").asString())
                .isEqualTo("S1·p1");
        assertThat(page.get("swatches")
                        .valueStream()
                        .filter(w -> w.get("id").asLong() != own)
                        .findFirst()
                        .orElseThrow()
                        .get("paintedOn")
                        .asString())
                .isEqualTo("2026-01-15");
        assertThat(Api.names(me.find("drying"))).doesNotContain("Moth");
    }

    /** Nothing is cut off twice; what is cut wrong is put back with its sheet. */
    @Test
    void theSheetsOfADotCardAreCutOneByOne() {
        Api me = Api.collector();
        long card = dotCard(me, "Dune PBr7\nMoth PBk9\nTern PB29\nGorse PY154\nRose PV19", 2);
        String strips = "/api/dotcards/" + card + "/strips";
        assertThat(me.post(strips, Map.of("sheet", 3)).must(422).text())
                .contains("There is no sheet 3 of")
                .contains("it has 2");
        assertThat(me.post(strips, Map.of("sheet", 2, "place", "R3 1", "makeKeeper", true))
                        .must(200)
                        .json()
                        .get("strips")
                        .asInt())
                .isEqualTo(2);
        assertThat(cut(me, card)).containsExactly("Gorse", "Rose");
        assertThat(me.get("/api/paints?find=gorse").json().at("/paints/0/place").asString())
                .isEqualTo("R3·1");
        assertThat(me.post(strips, Map.of("sheet", 2)).must(422).text())
                .contains("No dot is left on sheet 2 that was not cut off already.");
        me.undoLast();
        assertThat(cut(me, card)).isEmpty();
        me.post(strips, Map.of("sheet", 1)).must(200);
        assertThat(me.post(strips, Map.of()).must(200).json().get("strips").asInt())
                .as("what is left")
                .isEqualTo(2);
        assertThat(cut(me, card)).hasSize(5);
        me.post(strips, Map.of()).must(422);
    }

    private static List<String> cut(Api me, long card) {
        return me.get("/api/dotcards/" + card)
                .json()
                .get("dots")
                .valueStream()
                .filter(d -> d.get("cut").asBoolean())
                .map(d -> d.get("name").asString())
                .toList();
    }

    /** PR83 is fugitive in watercolour: common practice, no published source. */
    @Test
    void aCardLettersTheVerdictWithTheClaimItContradicts() throws Exception {
        Api me = Api.collector();
        me.post("/api/makers", Map.of("name", "Marlund", "scales", Map.of("lightfastness", "*** = excellent")))
                .must(201);
        List<Long> ids = new ArrayList<>();
        for (String[] p : new String[][] {{"Old Crimson", "PR83"}, {"Deep Shelter", "PB29"}}) {
            ids.add(me.post(
                            "/api/paints",
                            Map.of(
                                    "name",
                                    p[0],
                                    "maker",
                                    "Marlund",
                                    "pigments",
                                    p[1],
                                    "form",
                                    "TUBE",
                                    "claims",
                                    Map.of("lightfastness", "***")))
                    .must(201)
                    .json()
                    .get("id")
                    .asLong());
        }
        long id = chart(
                me,
                Map.of(
                        "form",
                        "STRIPS",
                        "paper",
                        EIGHTH,
                        "steps",
                        3,
                        "paints",
                        ids,
                        "school",
                        "BY_HAND",
                        "options",
                        Map.of("caption", List.of("name", "lightfastness"))));
        try (PDDocument pdf =
                Loader.loadPDF(me.get("/api/charts/" + id + ".pdf").must(200).bytes())) {
            assertThat(new PDFTextStripper().getText(pdf).replaceAll("\\s+", " "))
                    .contains("fugitive (label ***)")
                    .contains("excellent")
                    .doesNotContain("excellent (label");
        }
    }

    @Test
    void aRetryOfALatePhoneChangesNothing() {
        Api me = Api.collector();
        List<Long> ids = paints(me, "One", "PB29", "Two", "PV19");
        long id = chart(me, strips(ids));
        Map<String, Object> one = Map.of("cell", 0, "at", "2026-05-02T09:30:00Z", "eye", List.of("FLOWS"));
        me.post("/api/charts/" + id + "/painted", one, "phone-1").must(200);
        me.post("/api/charts/" + id + "/painted", one, "phone-1").must(200);
        // A second phone did the same cell by itself, later.
        me.post("/api/charts/" + id + "/painted", Map.of("cell", 0, "eye", List.of("PATCHY")), "phone-2")
                .must(200);
        JsonNode page = me.get("/api/charts/" + id).json();
        assertThat(cell(page, 0).get("paintedAt").asString()).isEqualTo("2026-05-02T09:30:00Z");
        assertThat(cell(page, 0).get("eye").toString()).contains("FLOWS", "PATCHY");
        assertThat(swatches(me, paintIn(page, 0))).isEqualTo(1);
        assertThat(me.post("/api/charts/" + id + "/painted", Map.of("cell", 9)).status())
                .isEqualTo(404);
        assertThat(me.post("/api/charts/" + id + "/painted", Map.of("cell", 1, "at", "yesterday"))
                        .must(422)
                        .text())
                .contains("not a time");
    }

    @Test
    void correctionsFollowThePaperAndAreUndone() {
        Api me = Api.collector();
        List<Long> ids = paints(me, "A", "PY151", "B", "PR254", "C", "PB29", "D", "PG7");
        long id = chart(me, Map.of("form", "GRID", "paper", A4, "paints", ids, "school", "BY_HAND", "columns", 3));
        JsonNode page = paint(me, id, 0);
        // B went into C's cell: C takes B's place.
        page = me.post("/api/charts/" + id + "/corrections", Map.of("kind", "WRONG_SQUARE", "cell", 1, "other", 2))
                .must(200)
                .json();
        assertThat(paintIn(page, 2)).isEqualTo(ids.get(1));
        assertThat(cell(page, 2).get("state").asString()).isEqualTo("PAINTED");
        assertThat(paintIn(page, 1)).isEqualTo(ids.get(2));
        assertThat(swatches(me, ids.get(1))).isEqualTo(1);
        me.undoLast();
        page = me.get("/api/charts/" + id).json();
        assertThat(paintIn(page, 1)).isEqualTo(ids.get(1));
        assertThat(swatches(me, ids.get(1))).isZero();
        // A again, in B's cell: B goes to the end of the sheet.
        page = me.post("/api/charts/" + id + "/corrections", Map.of("kind", "TWICE", "cell", 0, "other", 1))
                .must(200)
                .json();
        assertThat(paintIn(page, 1)).isEqualTo(ids.get(0));
        assertThat(paintIn(page, 4)).isEqualTo(ids.get(1));
        assertThat(swatches(me, ids.get(0))).isEqualTo(2);
        assertThat(page.at("/geometry/pages/0/cells")).hasSize(5);
        me.undoLast();
        page = me.get("/api/charts/" + id).json();
        assertThat(page.get("cells")).hasSize(4);
        assertThat(swatches(me, ids.get(0))).isEqualTo(1);
        // A cell left bare: the rest moves on.
        page = me.post("/api/charts/" + id + "/corrections", Map.of("kind", "GAP", "cell", 1))
                .must(200)
                .json();
        assertThat(cell(page, 1).get("state").asString()).isEqualTo("BARE");
        assertThat(List.of(paintIn(page, 2), paintIn(page, 3), paintIn(page, 4)))
                .containsExactly(ids.get(1), ids.get(2), ids.get(3));
        // Washed out: the swatch is one that was redone, and the cell waits again.
        page = me.post("/api/charts/" + id + "/corrections", Map.of("kind", "WASHED_OUT", "cell", 0))
                .must(200)
                .json();
        assertThat(cell(page, 0).get("state").asString()).isEqualTo("PLANNED");
        assertThat(swatches(me, ids.get(0))).isZero();
        page = me.post(
                        "/api/charts/" + id + "/corrections",
                        Map.of("kind", "NAME_WRONG", "cell", 2, "note", "wrote Cerulean"))
                .must(200)
                .json();
        assertThat(cell(page, 2).get("note").asString()).isEqualTo("wrote Cerulean");
        page = me.post("/api/charts/" + id + "/corrections", Map.of("kind", "SKIPPED", "cell", 3))
                .must(200)
                .json();
        assertThat(cell(page, 3).get("state").asString()).isEqualTo("SKIPPED");
        assertThat(me.post("/api/charts/" + id + "/corrections", Map.of("kind", "SWAPPED", "cell", 0))
                        .must(422)
                        .text())
                .contains("Which other cell");
    }

    @Test
    void whatStaysTackyIsNotedWithItsMaker() {
        Api me = Api.collector();
        long maker = me.post("/api/makers", Map.of("name", "Kelpwick"))
                .must(201)
                .json()
                .get("id")
                .asLong();
        long paint = me.post("/api/paints", Map.of("name", "Honey Gold", "maker", "Kelpwick", "form", "TUBE"))
                .must(201)
                .json()
                .get("id")
                .asLong();
        long id = chart(me, strips(List.of(paint)));
        paint(me, id, 0);
        JsonNode page = me.post("/api/charts/" + id + "/eye", Map.of("cell", 0, "eye", List.of("TACKY", "PATCHY")))
                .must(200)
                .json();
        assertThat(cell(page, 0).get("eye").valueStream().map(JsonNode::asString))
                .containsExactly("TACKY", "PATCHY");
        assertThat(me.get("/api/makers/" + maker).json().get("note").asString())
                .contains("Honey Gold stays tacky on paper");
        // What the eye sees at a sitting is an observation of the paint, and goes when the tap is taken back.
        JsonNode seen = me.get("/api/paints/" + paint).json().get("observations");
        assertThat(seen.valueStream()
                        .map(o ->
                                o.get("trait").asString() + " " + o.get("value").asString()))
                .containsExactlyInAnyOrder("REWETTING NEVER_SETS", "WASH PATCHY");
        assertThat(seen.at("/0/chart").asLong()).isEqualTo(id);
        me.post("/api/charts/" + id + "/eye", Map.of("cell", 0, "eye", List.of("TACKY")))
                .must(200);
        assertThat(me.get("/api/paints/" + paint).json().get("observations")).hasSize(1);
        me.undoLast();
        assertThat(me.get("/api/paints/" + paint).json().get("observations")).hasSize(2);
        me.undoLast();
        assertThat(me.get("/api/makers/" + maker).json().get("note").asString()).isEmpty();
        assertThat(me.get("/api/paints/" + paint).json().get("observations")).isEmpty();
    }

    /** A dot card of one row in a line of its own. */
    private static long dotCard(Api me, String lines) {
        return dotCard(me, lines, 1);
    }

    /** Dots in one row a sheet. */
    private static long dotCard(Api me, String lines, int sheets) {
        long maker = me.post("/api/makers", Map.of("name", "Marlund"))
                .must(201)
                .json()
                .get("id")
                .asLong();
        long line = me.post("/api/makers/" + maker + "/lines", Map.of("name", "Field"))
                .must(201)
                .json()
                .get("id")
                .asLong();
        int dots = (int) lines.lines().count();
        return me.post(
                        "/api/lines/" + line + "/dotcards",
                        Map.of("sheets", sheets, "columns", (dots + sheets - 1) / sheets, "rows", 1, "text", lines))
                .must(201)
                .json()
                .at("/card/id")
                .asLong();
    }

    @Test
    void aDotCardCutInStripsIsFiledInOneAct() {
        Api me = Api.collector();
        long card = dotCard(me, "Dune PBr7\nMoth PBk9\nGull PW6");
        me.post("/api/dotcards/" + card + "/strips", Map.of("place", "R3 1", "makeKeeper", true))
                .must(200);
        assertThat(Api.names(me.find("r3"))).containsExactlyInAnyOrder("Dune", "Moth", "Gull");
        me.undoLast();
        assertThat(me.get("/api/keepers").json().get("keepers")).isEmpty();
        assertThat(Api.names(me.find("painted"))).isEmpty();
    }

    @Test
    void aPaintThatIsDeletedLeavesItsPlanAndComesBackToIt() {
        Api me = Api.collector();
        List<Long> ids = paints(me, "A", "PB29", "B", "PV19");
        long id = chart(me, strips(ids));
        me.delete("/api/paints/" + ids.get(0)).must(204);
        JsonNode page = me.get("/api/charts/" + id).must(200).json();
        assertThat(page.get("cells").valueStream().filter(c -> c.get("paint").isNull()))
                .hasSize(1);
        assertThat(me.get("/api/charts/" + id + ".pdf").status()).isEqualTo(200);
        assertThat(me.get("/api/charts/" + id + "/walk").json().get("steps")).hasSize(1);
        me.undoLast();
        page = me.get("/api/charts/" + id).json();
        assertThat(List.of(paintIn(page, 0), paintIn(page, 1))).containsExactlyInAnyOrderElementsOf(ids);
    }

    @Test
    void optionsThatMakeNoSenseAreRefusedBeforeAnythingIsPlanned() {
        Api me = Api.collector();
        List<Long> ids = paints(me, "A", "PB29");
        for (Map<String, Object> options : List.<Map<String, Object>>of(
                Map.of("firstPlace", "somewhere".repeat(9000)),
                Map.of("caption", java.util.Collections.nCopies(5000, "name")))) {
            Map<String, Object> asked = new HashMap<>(strips(ids));
            asked.put("options", options);
            assertThat(me.post("/api/charts", asked).status()).isEqualTo(422);
        }
        Map<String, Object> titled = new HashMap<>(strips(ids));
        titled.put("title", "x".repeat(5000));
        assertThat(me.post("/api/charts", titled).status()).isEqualTo(422);
        assertThat(me.get("/api/charts").json().get("charts")).isEmpty();
    }

    @Test
    void chartsGoOutWithTheCollection() {
        Api me = Api.collector();
        List<Long> ids = paints(me, "A", "PB29", "B", "PV19");
        chart(me, strips(ids));
        JsonNode out = me.get("/api/collection.json").must(200).json().at("/charts/0");
        assertThat(out.get("code").asString()).isEqualTo("C-0001");
        assertThat(out.at("/asked/steps").asInt()).isEqualTo(5);
        assertThat(out.get("cells").valueStream().map(c -> c.get("paintId").asLong()))
                .containsExactlyInAnyOrderElementsOf(ids);
    }

    @Test
    void anotherOrderNeverMovesWhatIsPainted() {
        Api me = Api.collector();
        List<Long> ids = paints(me, "Black", "PBk9", "Blue", "PB29", "Yellow", "PY151", "Red", "PR254");
        long id = chart(me, Map.of("form", "GRID", "paper", A4, "paints", ids, "school", "BY_HAND"));
        paint(me, id, 1);
        JsonNode page = me.put("/api/charts/" + id + "/order", Map.of("school", "YELLOW_FIRST"))
                .must(200)
                .json();
        assertThat(IntStream.range(0, 4).mapToObj(i -> paintIn(page, i)))
                .containsExactly(ids.get(2), ids.get(1), ids.get(3), ids.get(0));
        JsonNode byHand = me.put(
                        "/api/charts/" + id + "/order",
                        Map.of("paints", List.of(ids.get(0), ids.get(3), ids.get(2), ids.get(1))))
                .must(200)
                .json();
        assertThat(IntStream.range(0, 4).mapToObj(i -> paintIn(byHand, i)))
                .containsExactly(ids.get(0), ids.get(1), ids.get(3), ids.get(2));
        assertThat(me.put("/api/charts/" + id + "/order", Map.of("paints", ids.subList(0, 2)))
                        .status())
                .isEqualTo(422);
        assertThat(me.delete("/api/charts/" + id).must(409).kind()).isEqualTo("chart-painted");
    }

    @Test
    void cleanWaterLastsLongestFromYellowToDark() {
        Api me = Api.collector();
        List<Long> ids =
                paints(me, "Black one", "PBk9", "Yellow one", "PY151", "Black two", "PBk6", "Yellow two", "PY154");
        long id = chart(me, Map.of("form", "GRID", "paper", A4, "paints", ids, "school", "BY_HAND"));
        JsonNode walk = me.get("/api/charts/" + id + "/walk").must(200).json();
        assertThat(walk.get("waters").asInt()).isEqualTo(1);
        assertThat(walk.get("watersAsRuled").asInt()).isEqualTo(3);
        assertThat(walk.get("steps")
                        .valueStream()
                        .map(s -> s.at("/paint/name").asString().split(" ")[0]))
                .containsExactly("Yellow", "Yellow", "Black", "Black");
        assertThat(walk.at("/steps/2/water").asBoolean()).isTrue();
        assertThat(walk.at("/steps/2/waterWhy").asString()).isEqualTo("From yellow to black");
    }

    /** Common practice, no published source: one colour against 29 others is 29 mixtures and one mass tone. */
    @Test
    void oneAgainstTwentyNineOthers() {
        Api me = Api.collector();
        List<Long> ids = new ArrayList<>();
        for (int i = 0; i < 30; i++)
            ids.add(me.paint("Paint " + i, "PY" + (i + 1)).get("id").asLong());
        long id = chart(me, Map.of("form", "ONE_AGAINST_ALL", "paper", A4, "paints", ids));
        JsonNode page = me.get("/api/charts/" + id).json();
        assertThat(cell(page, 0).get("paint").asLong()).isEqualTo(ids.get(0));
        assertThat(cell(page, 0).get("second").isNull()).isTrue();
        assertThat(page.get("cells").valueStream().filter(c -> !c.get("second").isNull()))
                .hasSize(29)
                .allSatisfy(c -> assertThat(c.get("paint").asLong()).isEqualTo(ids.get(0)));
        assertThat(me.put("/api/charts/" + id + "/order", Map.of("school", "RAINBOW"))
                        .status())
                .isEqualTo(422);
    }

    @Test
    void aPaintThatPlaysWithTheLightGetsABlackBarAndIsLookedAtTilted() {
        Api me = Api.collector();
        List<Long> ids = paints(me, "Petrel Shimmer", "PW20, PB15", "Plain", "PB29");
        long id = chart(me, strips(ids));
        JsonNode cells =
                me.get("/api/charts/" + id + "/geometry").must(200).json().at("/pages/0/cells");
        Map<Long, String> kinds = new HashMap<>();
        cells.forEach(c -> kinds.put(c.get("paint").asLong(), c.get("parts").toString()));
        assertThat(kinds.get(ids.get(0))).contains("BLACK_BAR");
        assertThat(kinds.get(ids.get(1))).doesNotContain("BLACK_BAR");
        assertThat(me.get("/api/charts/" + id + "/walk").json().get("steps").toString())
                .contains("Black bar first", "Look at it tilted");
    }

    @Test
    void aRecipeOfSixtyPigmentsAndNamesInAnyScriptAreLettered() {
        Api me = Api.collector();
        String many = String.join(
                ", ", IntStream.rangeClosed(1, 60).mapToObj(i -> "PY" + i).toList());
        List<Long> ids = paints(
                me,
                "Deep Shelter Blue of the Northern Sound before the Autumn Storm and after it, with a long tail of words to tell"
                        + " it",
                many,
                "Κυανό του Αιγαίου",
                "PB29",
                "群青 ultramarine",
                "PB29",
                "أزرق البحر",
                "PB29");
        long id = chart(me, Map.of("form", "RING_CARD", "paper", A4, "paints", ids));
        assertThat(new String(me.get("/api/charts/" + id + ".pdf").must(200).bytes(), 0, 5))
                .isEqualTo("%PDF-");
        assertThat(me.get("/api/charts/" + id + ".svg").must(200).text()).contains("<path");
    }

    // ---- paper ------------------------------------------------------------------------------------------------------

    @Test
    void paperIsTakenFromTheStockAndOffcutsAreKept() {
        Api me = Api.collector();
        long half = me.post(
                        "/api/papers",
                        Map.of(
                                "name",
                                "Half sheet",
                                "size",
                                "half imperial",
                                "weight",
                                300,
                                "surface",
                                "cold pressed",
                                "cotton",
                                100,
                                "sheets",
                                2))
                .must(201)
                .json()
                .get("id")
                .asLong();
        JsonNode cut = me.post("/api/papers/" + half + "/cut", Map.of("card", Map.of("width", 50.8, "height", 101.6)))
                .must(200)
                .json();
        assertThat(cut.get("count").asInt()).isEqualTo(38);
        List<JsonNode> papers =
                me.get("/api/papers").json().get("papers").valueStream().toList();
        assertThat(papers.stream().filter(p -> p.get("kind").asString().equals("CARDS")))
                .singleElement()
                .satisfies(p -> {
                    assertThat(p.get("sheets").asInt()).isEqualTo(38);
                    assertThat(p.get("weight").asInt()).isEqualTo(300);
                });
        assertThat(papers.stream()
                        .filter(p -> p.get("id").asLong() == half)
                        .findFirst()
                        .orElseThrow()
                        .get("sheets")
                        .asInt())
                .isEqualTo(1);
        assertThat(papers.stream().filter(p -> p.get("kind").asString().equals("OFFCUT")))
                .isNotEmpty();
        me.undoLast();
        assertThat(me.get("/api/papers").json().get("papers")).hasSize(1);
        List<Long> ids = paints(me, "A", "PB29");
        Map<String, Object> asked = new HashMap<>(Map.of("form", "GRID", "paper", A4, "paints", ids, "stock", half));
        chart(me, asked);
        chart(me, asked);
        assertThat(me.post("/api/charts", asked).must(422).text()).contains("0 sheets left");
        assertThat(me.post("/api/papers", Map.of("name", "x", "width", 3, "height", 4, "sheets", -1))
                        .must(422)
                        .json()
                        .get("errors"))
                .hasSize(2);
    }
}
