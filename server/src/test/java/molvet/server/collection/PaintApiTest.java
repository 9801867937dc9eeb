package molvet.server.collection;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.ByteArrayInputStream;
import java.io.StringReader;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.zip.ZipInputStream;
import molvet.server.Api;
import org.apache.commons.csv.CSVFormat;
import org.apache.commons.csv.CSVRecord;
import org.dhatim.fastexcel.reader.ReadableWorkbook;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.MethodSource;
import org.junit.jupiter.params.provider.ValueSource;
import tools.jackson.databind.JsonNode;

class PaintApiTest {
    private static Api finder;

    @BeforeAll
    static void aSmallCollection() {
        finder = Api.collector();
        finder.post(
                "/api/paints",
                Map.of(
                        "name",
                        "Lantern Yellow",
                        "maker",
                        "Pellworth",
                        "pigments",
                        "PY151",
                        "form",
                        "TUBE",
                        "volume",
                        15));
        finder.post(
                "/api/paints",
                Map.of("name", "Möwen Grey", "maker", "Kelpwick", "pigments", "PB29, PBr7", "form", "HALF_PAN"));
        finder.post(
                "/api/paints", Map.of("name", "Storm Petrel", "maker", "Kelpwick", "pigments", "PB27", "form", "DOT"));
        finder.post("/api/paints", Map.of("name", "Night Tide", "pigments", "secret"));
        long lost = finder.painted("Shelter Blue", "R2 17").at("/swatches/0/id").asLong();
        finder.post("/api/swatches/" + lost + "/lost", Map.of()).must(200);
        finder.painted("Slipway Blue", "B1 p4 c3");
    }

    @ParameterizedTest(name = "“{0}” finds {1}")
    @CsvSource(
            delimiter = '|',
            value = {
                "lantern | Lantern Yellow",
                "lantrn | ",
                "LANTERN yelow | Lantern Yellow",
                "mowen | Möwen Grey",
                "pb29 single | Shelter Blue, Slipway Blue",
                "pb 27 | Storm Petrel",
                "kelpwick | Möwen Grey, Storm Petrel",
                "kelpwick mixture | Möwen Grey",
                "M-0001 | Lantern Yellow",
                "B1·p4·c3 | Slipway Blue",
                "binder 1 | Slipway Blue",
                "lost | Shelter Blue",
                "sampled | Storm Petrel",
                "wished | Night Tide",
                "no pigments | Night Tide",
                "no swatch owned | Lantern Yellow, Möwen Grey, Shelter Blue",
                "15 ml pellworth | Lantern Yellow",
                "\"shelter bl\" | Shelter Blue",
                "painted | Slipway Blue",
                "zebra | ",
                "100% _ \\ ' ; | ",
            })
    void findUnderstandsWhatPeopleAsk(String find, String names) {
        assertThat(String.join(
                        ", ", Api.names(finder.find(find)).stream().sorted().toList()))
                .isEqualTo(names == null ? "" : names);
    }

    /** Nothing is mended unasked: what is in no name is said, with the nearest there is, and the rest is asked without it. */
    @Test
    void aWordInNoNameIsSaidWithTheNearestAndTheRestIsAsked() {
        JsonNode answer = finder.find("pigment PB29 slpway painted").json();
        assertThat(answer.get("understood")
                        .valueStream()
                        .map(t -> t.get("words").asString()))
                .containsExactly("pigment PB29", "painted");
        assertThat(Api.names(finder.find("pigment PB29 slpway painted"))).containsExactly("Slipway Blue");
        assertThat(answer.at("/troubles/0/word").asString()).isEqualTo("slpway");
        assertThat(answer.at("/troubles/0/message").asString()).contains("nearest is “slipway”", "without it");
        assertThat(answer.get("mended").asString()).isEqualTo("pigment PB29 slipway painted");
        JsonNode alone = finder.find("lantrn").json();
        assertThat(alone.get("total").asInt()).isZero();
        assertThat(alone.get("mended").asString()).isEqualTo("lantern");
        assertThat(alone.at("/troubles/0/message").asString())
                .contains("“lantrn”")
                .doesNotContain("without it");
    }

    /** The hue first, and the names that say it as the second way. */
    @Test
    void aColourWordOffersTheNamesThatSayItToo() {
        JsonNode blue = finder.find("painted blue").json();
        assertThat(blue.at("/ways/0/find").asString()).isEqualTo("painted word:blue");
        assertThat(Api.names(finder.find("blue"))).contains("Storm Petrel");
        assertThat(Api.names(finder.find("word:blue")))
                .doesNotContain("Storm Petrel")
                .contains("Slipway Blue");
    }

    @Test
    void whatComesFirstIsSaidInWords() {
        Api me = Api.collector();
        me.post("/api/paints", Map.of("name", "First", "form", "TUBE")).must(201);
        me.post("/api/paints", Map.of("name", "Last", "form", "TUBE")).must(201);
        assertThat(Api.names(me.find("newest I own"))).containsExactly("Last", "First");
        assertThat(Api.names(me.find("oldest"))).containsExactly("First", "Last");
        assertThat(me.find("newest I own").json().at("/understood/0/words").asString())
                .isEqualTo("newest first");
    }

    @Test
    void whatIsHeldIsAskedForByFormNumberPriceAndNote() {
        Api me = Api.collector();
        long gull = me.post(
                        "/api/paints",
                        Map.of("name", "Gull", "form", "HALF_PAN", "pigments", "PO49", "note", "Bought in the rain"))
                .must(201)
                .json()
                .get("id")
                .asLong();
        me.post(
                        "/api/paints/" + gull + "/holdings",
                        Map.of("form", "TUBE", "volume", "15", "price", "9.80", "currency", "EUR"))
                .must(201);
        me.post("/api/paints", Map.of("name", "Skerry", "form", "TUBE", "pigments", "PW6 PB29"))
                .must(201);
        for (String find : List.of(
                "half pan",
                "15 ml tubes",
                "price under 10",
                "what have I two of",
                "out of production",
                "note rain",
                "quinacridone gold",
                "tubes price under 10")) {
            assertThat(Api.names(me.find(find))).as(find).containsExactly("Gull");
        }
        for (String find : List.of("contains white", "ultramarine", "contains white pigment not half pan")) {
            assertThat(Api.names(me.find(find))).as(find).containsExactly("Skerry");
        }
        assertThat(Api.names(me.find("price over 10"))).isEmpty();
        assertThat(Api.names(me.find("no white pigment"))).containsExactly("Gull");
    }

    /** A hundred of one currency are not dearer than two of another: what is usual here is compared, the rest stands behind. */
    @Test
    void dearestAndCheapestCompareNoCurrencies() {
        Api me = Api.collector();
        paid(me, "Gorse", "10.00", "EUR");
        paid(me, "Tern Grey", "20.00", "EUR");
        paid(me, "Far Shore", "1000", "JPY");
        assertThat(Api.names(me.find("dearest"))).containsExactly("Tern Grey", "Gorse", "Far Shore");
        assertThat(Api.names(me.find("cheapest per ml"))).containsExactly("Gorse", "Tern Grey", "Far Shore");
    }

    private static void paid(Api me, String name, String price, String currency) {
        me.post(
                        "/api/paints",
                        Map.of(
                                "name",
                                name,
                                "pigments",
                                "PB29",
                                "form",
                                "TUBE",
                                "volume",
                                "10",
                                "price",
                                price,
                                "currency",
                                currency))
                .must(201);
    }

    /** Half a name is enough where one paint has it; where two have it, it is a word of names and no paint to compare with. */
    @Test
    void aPaintIsNamedByHalfItsName() {
        Api me = Api.collector();
        me.paint("Slipway Ochre", "PY43");
        me.paint("Harbour Wall", "PBk6");
        me.paint("Harbour Dusk", "PB29");
        assertThat(me.find("like slipway").json().get("understood").toString()).contains("near M-0001");
        assertThat(me.find("darker than harbour wall").json().get("understood").toString())
                .contains("darker than M-0002");
        assertThat(me.find("near harbour").json().get("understood").toString()).doesNotContain("near M-");
        // A piece of a word is no word of a name.
        assertThat(me.find("near slip").json().get("understood").toString()).doesNotContain("near M-");
    }

    @Test
    void pagesFollowEachOtherWithoutGapOrDouble() {
        Api me = Api.collector();
        for (int i = 0; i < 25; i++) me.paint("Blue " + i % 7, "PB29");
        for (String order : List.of("hue", "number", "name", "maker", "place")) {
            List<Long> seen = new ArrayList<>();
            String after = "";
            do {
                JsonNode page = me.get("/api/paints?limit=4&order=" + order + after)
                        .must(200)
                        .json();
                page.get("paints").forEach(p -> seen.add(p.get("id").asLong()));
                after = page.get("after").isNull()
                        ? ""
                        : "&after=" + page.get("after").asString().replace(" ", "%20");
            } while (!after.isEmpty());
            assertThat(seen).as(order).hasSize(25);
            assertThat(new HashSet<>(seen)).hasSize(25);
        }
    }

    @Test
    void aPaintIsCataloguedAsScriptsSendIt() {
        Map<String, Object> body = new HashMap<>(Map.of(
                "name",
                "Tern Grey",
                "maker",
                "Kelpwick",
                "line",
                "Honey-bound",
                "pigments",
                "PB29, PBr7",
                "form",
                "TUBE",
                "volume",
                10,
                "series",
                2,
                "price",
                "8.20",
                "currency",
                "EUR"));
        body.put(
                "claims",
                Map.of("lightfastness", "EXCELLENT", "transparency", "SEMI_TRANSPARENT", "granulation", "NONE"));
        Api.Answer answer = Api.collector().post("/api/paints", body).must(201);
        JsonNode p = answer.json();
        assertThat(answer.raw().headers().firstValue("Location"))
                .contains("/api/paints/" + p.get("id").asLong());
        assertThat(p.get("accession").asString()).isEqualTo("M-0001");
        assertThat(p.at("/recipe/1/code").asString()).isEqualTo("PBr7");
        assertThat(p.at("/holdings/0/price").asString()).isEqualTo("8.20");
        assertThat(p.at("/holdings/0/perMl").asString()).isEqualTo("0.82");
        assertThat(p.get("standing").asString()).isEqualTo("OWNED");
        assertThat(p.at("/voices/granulation/label").asString()).isEqualTo("NONE");
        assertThat(p.at("/voices/granulation/pigments").asString()).isEqualTo("MODERATE");
        assertThat(p.at("/voices/granulation/paper").isNull()).isTrue();
        assertThat(p.at("/voices/granulation/disagree").asBoolean()).isTrue();
        assertThat(p.at("/version").asInt()).isEqualTo(1);
    }

    @Test
    void theWorstPigmentSetsLightfastnessAndTheEyeSpeaksForThePaper() {
        Api me = Api.collector();
        long id = me.post(
                        "/api/paints",
                        Map.of(
                                "name",
                                "Old Crimson",
                                "pigments",
                                "PR83",
                                "claims",
                                Map.of("lightfastness", "EXCELLENT", "granulation", "NONE")))
                .json()
                .get("id")
                .asLong();
        JsonNode p = me.post(
                        "/api/paints/" + id + "/observations",
                        Map.of("trait", "granulation", "value", "STRONG", "note", "in the hollows", "on", "2026-05-02"))
                .must(201)
                .json();
        assertThat(p.at("/voices/lightfastness/verdict").asString()).isEqualTo("FUGITIVE");
        assertThat(p.at("/voices/lightfastness/disagree").asBoolean()).isTrue();
        assertThat(p.at("/voices/granulation/verdict").asString()).isEqualTo("STRONG");
        assertThat(p.at("/voices/granulation/reasons").toString()).contains("2 May 2026");
        me.post("/api/paints/" + id + "/observations", Map.of("trait", "granulation", "value", "SLIGHT"))
                .must(201);
        JsonNode later = me.get("/api/paints/" + id).json();
        assertThat(later.at("/voices/granulation/paper").asString()).isEqualTo("SLIGHT");
        assertThat(later.get("observations")).hasSize(2);
    }

    @Test
    void aMakersSymbolsAreMappedAndRemappedEverywhereAtOnce() {
        Api me = Api.collector();
        long id = me.post(
                        "/api/paints",
                        Map.of(
                                "name",
                                "Iron Blue",
                                "maker",
                                "Pellworth",
                                "pigments",
                                "PB27",
                                "claims",
                                Map.of("lightfastness", "II")))
                .json()
                .get("id")
                .asLong();
        assertThat(me.get("/api/paints/" + id)
                        .json()
                        .at("/voices/lightfastness/label")
                        .isNull())
                .isTrue();
        JsonNode maker = me.get("/api/makers/"
                        + me.get("/api/makers").json().at("/makers/0/id").asLong())
                .json();
        me.put(
                        "/api/makers/" + maker.get("id").asLong(),
                        Map.of(
                                "name",
                                "Pellworth",
                                "version",
                                1,
                                "scales",
                                Map.of("lightfastness", "I = excellent, II = very good")))
                .must(200);
        JsonNode p = me.get("/api/paints/" + id).json();
        assertThat(p.at("/voices/lightfastness/label").asString()).isEqualTo("VERY_GOOD");
        assertThat(p.at("/voices/lightfastness/labelAsWritten").asString()).isEqualTo("II");
        assertThat(me.find("").json().at("/paints/0/voices/0/label").asInt()).isEqualTo(1);
    }

    @Test
    void aColourOfAChartGivesMakerLineAndForeignNames() {
        Api me = Api.collector();
        long maker = me.post("/api/makers", Map.of("name", "Vessanti"))
                .json()
                .get("id")
                .asLong();
        long line = me.post("/api/makers/" + maker + "/lines", Map.of("name", "Fieldbox", "grade", "STUDENT"))
                .json()
                .get("id")
                .asLong();
        long colour = me.post(
                        "/api/lines/" + line + "/colours",
                        Map.of(
                                "name",
                                "Citron",
                                "series",
                                1,
                                "names",
                                List.of(Map.of("language", "de", "name", "Zitronengelb")),
                                "edition",
                                Map.of("pigments", "PY3", "sinceYear", 2015)))
                .must(201)
                .json()
                .get("id")
                .asLong();
        me.post("/api/colours/" + colour + "/editions", Map.of("pigments", "PY175", "sinceYear", 2022))
                .must(201);
        assertThat(me.get("/api/colours/" + colour)
                        .json()
                        .get("editions")
                        .valueStream()
                        .map(e -> e.at("/recipe/0").asString()))
                .containsExactly("PY175", "PY3");
        JsonNode p = me.post("/api/paints", Map.of("name", "Citron", "colour", colour, "pigments", "PY3"))
                .must(201)
                .json();
        assertThat(p.get("maker").asString()).isEqualTo("Vessanti");
        assertThat(p.get("line").asString()).isEqualTo("Fieldbox");
        assertThat(Api.names(me.find("zitronengelb"))).containsExactly("Citron");
    }

    @Test
    void accessionNumbersAreNeverReused() {
        Api me = Api.collector();
        me.paint("One", "PB29");
        long two = me.paint("Two", "PB29").get("id").asLong();
        me.delete("/api/paints/" + two).must(204);
        assertThat(me.paint("Three", "PB29").get("accession").asString()).isEqualTo("M-0003");
    }

    @Test
    void likenessesAreShownByNameAndByRecipe() {
        Api me = Api.collector();
        me.paint("Deep Shelter Blue", "PB29");
        me.paint("Slipway Blue", "PB15:3");
        JsonNode alike =
                me.get("/api/paints/alike?name=slipway%20blu&pigments=pb%2029").json();
        assertThat(alike.get("paints")
                        .valueStream()
                        .map(p -> p.at("/paint/name").asString() + ": "
                                + p.get("because").asString()))
                .containsExactly(
                        "Deep Shelter Blue: the same pigments", "Slipway Blue: a name like it, other pigments");
    }

    @Test
    void twoWindowsNeverLoseEachOthersWords() {
        Api me = Api.collector();
        long id = me.paint("Tern Grey", "PB29").get("id").asLong();
        me.put("/api/paints/" + id, Map.of("name", "Tern Grey", "pigments", "PB29, PBr7", "version", 1))
                .must(200);
        Api.Answer second = me.put("/api/paints/" + id, Map.of("name", "Tern Gray", "pigments", "PB29", "version", 1))
                .must(409);
        assertThat(second.kind()).isEqualTo("changed-meanwhile");
        assertThat(second.json().at("/current/pigments").asString()).isEqualTo("PB29, PBr7");
        assertThat(me.get("/api/paints/" + id).json().get("name").asString()).isEqualTo("Tern Grey");
        me.put("/api/paints/" + id, Map.of("name", "Tern Gray", "pigments", "PB29, PBr7", "version", 2))
                .must(200);
    }

    @Test
    void everyActCanBeUndoneUnlessItChangedSince() {
        Api me = Api.collector();
        JsonNode p = me.paint("Tern Grey", "PB29");
        long id = p.get("id").asLong();
        me.put("/api/paints/" + id, Map.of("name", "Gull Grey", "pigments", "PBr7", "version", 1))
                .must(200);
        long change = me.get("/api/acts?limit=1").json().at("/acts/0/id").asLong();
        me.post("/api/acts/" + change + "/undo", Map.of()).must(200);
        assertThat(Api.names(me.find("pb29"))).containsExactly("Tern Grey");
        assertThat(me.find("gull").json().get("total").asInt()).isZero();
        assertThat(me.post("/api/acts/" + change + "/undo", Map.of()).must(409).kind())
                .isEqualTo("undone-already");
        long holding = p.at("/holdings/0/id").asLong();
        me.put("/api/holdings/" + holding, Map.of("form", "TUBE", "state", "USED_UP", "version", 1))
                .must(200);
        long usedUp = me.get("/api/acts?limit=1").json().at("/acts/0/id").asLong();
        assertThat(me.get("/api/paints/" + id).json().get("standing").asString())
                .isEqualTo("GONE");
        me.put("/api/holdings/" + holding, Map.of("form", "TUBE", "state", "GIVEN_AWAY", "version", 2))
                .must(200);
        assertThat(me.post("/api/acts/" + usedUp + "/undo", Map.of()).must(409).kind())
                .isEqualTo("changed-since");
        me.delete("/api/paints/" + id).must(204);
        long deletion = me.get("/api/acts?limit=1").json().at("/acts/0/id").asLong();
        me.post("/api/acts/" + deletion + "/undo", Map.of()).must(200);
        assertThat(me.get("/api/paints/" + id)
                        .must(200)
                        .json()
                        .at("/holdings/0/state")
                        .asString())
                .isEqualTo("GIVEN_AWAY");
    }

    @Test
    void aRetryAfterALostAnswerMakesNothingTwice() {
        Api me = Api.collector();
        Map<String, Object> body = Map.of("name", "Tern Grey", "form", "TUBE");
        Api.Answer first = me.post("/api/paints", body, "key-1").must(201);
        Api.Answer again = me.post("/api/paints", body, "key-1").must(201);
        assertThat(again.json()).isEqualTo(first.json());
        assertThat(again.raw().headers().firstValue("Location"))
                .isEqualTo(first.raw().headers().firstValue("Location"));
        assertThat(me.find("").json().get("total").asInt()).isEqualTo(1);
        me.post("/api/paints", Map.of("name", ""), "key-2").must(422);
        me.post("/api/paints", body, "key-2").must(201);
        me.post("/api/makers", Map.of("name", "x"), "key-1").must(422);
    }

    @Test
    void twoRetriesAtOnceMakeOnePaint() {
        Api me = Api.collector();
        Map<String, Object> body = Map.of("name", "Tern Grey");
        List<Integer> answers = List.of(1, 2, 3, 4).parallelStream()
                .map(i -> me.post("/api/paints", body, "same").status())
                .toList();
        assertThat(answers).contains(201).allMatch(s -> s == 201 || s == 409);
        assertThat(me.find("").json().get("total").asInt()).isEqualTo(1);
    }

    static List<Map<String, Object>> badPaints() {
        List<Map<String, Object>> bad = new ArrayList<>();
        for (String name : List.of("", "   ", "x".repeat(161), "Tern\u0000Grey", "Tern\u202EyerG")) {
            bad.add(Map.of("name", name, "offends", "name"));
        }
        for (Object volume : List.of("-5", "0", "1e9", "99999999", "a lot", 1e300)) {
            bad.add(Map.of("name", "x", "form", "TUBE", "volume", volume, "offends", "volume"));
        }
        for (Object price : List.of("-1", "1e5", "8.205", "999999999", "<script>")) {
            bad.add(Map.of("name", "x", "form", "TUBE", "price", price, "offends", "price"));
        }
        bad.add(Map.of("name", "x", "form", "TUBE", "price", "1", "currency", "QQQ", "offends", "currency"));
        bad.add(Map.of("name", "x", "form", "BUCKET", "offends", "form"));
        bad.add(Map.of("name", "x", "series", 99, "offends", "series"));
        bad.add(Map.of("name", "x", "pigments", "PB29 ".repeat(900), "offends", "pigments"));
        bad.add(Map.of("name", "x", "line", "Fieldbox", "offends", "maker"));
        bad.add(Map.of("name", "x", "form", "TUBE", "cameOn", "yesterday", "offends", "cameOn"));
        return bad;
    }

    @ParameterizedTest
    @MethodSource("badPaints")
    void badInputIsRefusedByFieldAndNothingIsKept(Map<String, Object> body) {
        Api me = Api.collector();
        Map<String, Object> sent = new HashMap<>(body);
        sent.remove("offends");
        Api.Answer answer = me.post("/api/paints", sent).must(422);
        assertThat(answer.raw().headers().firstValue("Content-Type").orElse("")).startsWith("application/problem+json");
        assertThat(answer.json().at("/errors/0/where").asString()).isEqualTo(body.get("offends"));
        assertThat(answer.json().at("/errors/0/suggestion").asString()).isNotBlank();
        assertThat(answer.json().get("detail").asString()).contains("Nothing was saved");
        assertThat(me.find("").json().get("total").asInt()).isZero();
    }

    @Test
    void everyOffendingFieldIsNamedAtOnce() {
        JsonNode answer = Api.collector()
                .post("/api/paints", Map.of("name", "", "form", "TUBE", "volume", "-1", "price", "x"))
                .must(422)
                .json();
        assertThat(answer.get("errors").valueStream().map(e -> e.get("where").asString()))
                .containsExactly("name", "volume", "price");
    }

    @ParameterizedTest
    @ValueSource(
            strings = {
                "<script>alert(1)</script>",
                "'; drop table paint; --",
                "😀 Tern 🎨",
                "=HYPERLINK(1)",
                "%00%",
                "${7*7}",
                "../../etc/passwd",
                "ציפור כחולה"
            })
    void strangeButHarmlessWordsAreKeptAsTheyAre(String words) {
        Api me = Api.collector();
        JsonNode p = me.post("/api/paints", Map.of("name", words, "maker", words, "pigments", words, "note", words))
                .must(201)
                .json();
        assertThat(p.get("name").asString()).isEqualTo(words);
        assertThat(me.find(words).status()).isEqualTo(200);
        assertThat(p.get("note").asString()).isEqualTo(words);
    }

    @Test
    void bodiesBeyondTheLimitAndBrokenJsonAreAnswered() {
        Api me = Api.collector();
        assertThat(me.post("/api/paints", Map.of("name", "x".repeat(1_100_000)))
                        .must(413)
                        .kind())
                .isEqualTo("too-large");
        me.send("POST", "/api/paints", "{\"name\":".getBytes(), "application/json", Map.of())
                .must(400);
        me.send("POST", "/api/paints", "[]".getBytes(), "application/json", Map.of())
                .must(400);
        me.send("POST", "/api/paints", "null".getBytes(), "application/json", Map.of())
                .must(400);
        me.get("/api/paints/abc").must(404);
        me.get("/api/paints/99999999999999999999").must(404);
        me.get("/api/paints?order=random").must(422);
        me.get("/api/paints?limit=many").must(400);
    }

    @Test
    void exportsAreWholeAndSafeToOpenInASpreadsheet() throws Exception {
        Api me = Api.collector();
        me.post(
                "/api/paints",
                Map.of("name", "=1+2", "maker", "@evil, \"quoted\"", "pigments", "PB29", "form", "TUBE"));
        me.paint("Möwe", "PBr7");
        List<CSVRecord> csv = CSVFormat.RFC4180
                .builder()
                .setHeader()
                .setSkipHeaderRecord(true)
                .get()
                .parse(new StringReader(me.get("/api/collection.csv").must(200).text()))
                .getRecords();
        assertThat(csv).hasSize(2);
        assertThat(csv.get(0).get("name")).isEqualTo("'=1+2");
        assertThat(csv.get(0).get("maker")).isEqualTo("'@evil, \"quoted\"");
        assertThat(csv.get(1).get("name")).isEqualTo("Möwe");
        try (ReadableWorkbook book = new ReadableWorkbook(new ByteArrayInputStream(
                me.get("/api/collection.xlsx").must(200).bytes()))) {
            var rows = book.getFirstSheet().read();
            assertThat(rows).hasSize(3);
            assertThat(rows.get(1).getCell(1).getText()).isEqualTo("=1+2");
            assertThat(rows.get(1).getCell(1).getFormula()).isNull();
        }
        var ods = new com.github.miachm.sods.SpreadSheet(
                new ByteArrayInputStream(me.get("/api/collection.ods").must(200).bytes()));
        assertThat(ods.getSheet(0).getRange(2, 1).getValue()).isEqualTo("Möwe");
        assertThat(me.get("/api/collection.json").must(200).json().get("paints"))
                .hasSize(2);
        assertThat(me.get("/api/collection.gpl").must(200).text()).startsWith("GIMP Palette");
        assertThat(me.get("/api/collection.cgats").must(200).text())
                .startsWith("CGATS.17")
                .contains("NUMBER_OF_SETS 0");
        try (ZipInputStream zip = new ZipInputStream(
                new ByteArrayInputStream(me.get("/api/collection.zip").must(200).bytes()))) {
            assertThat(zip.getNextEntry().getName()).isEqualTo("collection.json");
        }
    }

    @Test
    void labelsAreReadForScripts() {
        Api me = Api.collector();
        JsonNode read = me.post(
                        "/api/pigments/read", Map.of("text", "PB 15 colon 3, pv19 & PBR7", "name", "Harbour Dusk"))
                .must(200)
                .json();
        assertThat(read.get("recipe")
                        .valueStream()
                        .map(r -> r.get("code").asString() + " "
                                + r.get("colourIndex").asString()))
                .containsExactly("PB15:3 74160", "PV19 73900", "PBr7 77492");
        JsonNode doubt = me.post("/api/pigments/read", Map.of("text", "PB19", "name", "Harbour Dusk"))
                .json();
        assertThat(doubt.at("/recipe/0/known").asBoolean()).isFalse();
        assertThat(doubt.at("/notes/0/kind").asString()).isEqualTo("unlikely-code");
        assertThat(doubt.at("/notes/0/suggestion").asString()).isEqualTo("PV19");
        assertThat(me.get("/api/pigments").json().get("pigments").size()).isGreaterThanOrEqualTo(190);
        assertThat(me.get("/api/pigments/pbr7")
                        .must(200)
                        .json()
                        .at("/pigment/code")
                        .asString())
                .isEqualTo("PBr7");
        me.get("/api/pigments/PB999").must(404);
    }

    @Test
    void differencesAreComputedForScripts() {
        Api me = Api.collector();
        Map<String, Double> one = Map.of("l", 50.0, "a", 2.5, "b", 0.0);
        Map<String, Double> two = Map.of("l", 73.0, "a", 25.0, "b", -18.0);
        assertThat(me.post("/api/colours/difference", Map.of("pairs", List.of(List.of(one, two))))
                        .must(200)
                        .json()
                        .at("/deltaE2000/0")
                        .asDouble())
                .isBetween(27.1491, 27.1493);
        me.post("/api/colours/difference", Map.of("pairs", List.of(List.of(one))))
                .must(422);
        me.post("/api/colours/difference", Map.of("pairs", List.of(List.of(one, Map.of("l", 1e9, "a", 0, "b", 0)))))
                .must(422);
    }
}
