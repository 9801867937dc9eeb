package molvet.server.sharing;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import java.util.zip.ZipEntry;
import java.util.zip.ZipInputStream;
import java.util.zip.ZipOutputStream;
import molvet.core.pigment.PigmentReference;
import molvet.core.pigment.Recipe;
import molvet.server.Api;
import molvet.server.RunningMolvet;
import molvet.server.demo.LoadedDemo;
import molvet.server.reading.standin.SimulatedPainter;
import org.apache.commons.codec.digest.DigestUtils;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** A collection moves to another Molvet, whole. */
class WholeApiTest {
    private static final JsonMapper JSON = JsonMapper.builder().build();
    /** Columns that point at rows of these tables, as the migrations have them. */
    private static final Map<String, String> REFERENCES = Map.ofEntries(
            Map.entry("second_id", "paint"),
            Map.entry("seen_in", "keeper"),
            Map.entry("corrects", "arrival"),
            Map.entry("twin_id", "chart"));

    private static JsonNode take(Api me, String name, byte[] file) {
        return me.upload("/api/collection/import", "file", name, file).must(200).json();
    }

    private static Map<String, byte[]> unpacked(byte[] zip) throws IOException {
        Map<String, byte[]> files = new TreeMap<>();
        try (ZipInputStream in = new ZipInputStream(new ByteArrayInputStream(zip))) {
            for (ZipEntry e = in.getNextEntry(); e != null; e = in.getNextEntry()) {
                files.put(e.getName(), in.readAllBytes());
            }
        }
        return files;
    }

    /** Every row as text, its numbers as their ranks within their table, its files as their digests. */
    private static Map<String, List<String>> plain(byte[] zip) throws IOException {
        Map<String, byte[]> files = unpacked(zip);
        JsonNode tables = JSON.readTree(files.get("collection.json")).get("rows");
        Map<String, Map<Long, Integer>> ranks = new HashMap<>();
        tables.forEach(t -> {
            Map<Long, Integer> rank = ranks.computeIfAbsent(t.get("table").asString(), n -> new HashMap<>());
            t.get("rows").forEach(r -> rank.put(r.get(0).asLong(), rank.size()));
        });
        Map<String, List<String>> all = new LinkedHashMap<>();
        tables.forEach(t -> {
            List<String> columns =
                    t.get("columns").valueStream().map(JsonNode::asString).toList();
            List<String> rows = new ArrayList<>();
            t.get("rows").forEach(r -> {
                StringBuilder row = new StringBuilder();
                for (int c = 1; c < columns.size(); c++) {
                    String column = columns.get(c);
                    JsonNode v = r.get(c);
                    String to = REFERENCES.getOrDefault(column, column.replaceAll("_id$", ""));
                    String said = v.asString("");
                    if (v.isIntegralNumber()
                            && ranks.containsKey(to)
                            && (column.endsWith("_id") || REFERENCES.containsKey(column))) {
                        said = to + " " + ranks.get(to).get(v.asLong());
                    } else if (v.isString() && files.containsKey(said)) {
                        said = DigestUtils.sha256Hex(files.get(said));
                    }
                    row.append(column)
                            .append('=')
                            .append(v.isNull() ? "-" : said)
                            .append("; ");
                }
                rows.add(row.toString());
            });
            all.put(t.get("table").asString(), rows);
        });
        return all;
    }

    /** What the paints’ own pages say, read by other code than what moved the rows. */
    private static List<String> pages(Api of) {
        List<String> pages = new ArrayList<>();
        of.get("/api/collection.json")
                .must(200)
                .json()
                .get("paints")
                .forEach(p -> pages.add(String.join(
                        " | ",
                        p.get("accession").asString(),
                        p.get("name").asString(),
                        p.get("recipe").toString(),
                        p.get("voices").findValuesAsString("verdict").toString(),
                        p.get("holdings").findValuesAsString("price").toString(),
                        p.get("swatches").findValuesAsString("place").toString(),
                        p.get("swatches").findValues("massTone").toString())));
        return pages;
    }

    @Test
    void theWholeDemoIsEqualInAnotherMolvet() throws Exception {
        Api demo = LoadedDemo.api();
        Api me = Api.collector();
        byte[] out = demo.get("/api/collection.zip").must(200).bytes();
        JsonNode took = take(me, "collection.zip", out);
        assertThat(took.get("said").asString()).startsWith("Brought in an export: ");
        Map<String, List<String>> was = plain(out);
        // A draft’s lines may hold a name that nobody else may know; they stay where their key is.
        assertThat(was.get("arrival")).isNotEmpty().allMatch(a -> a.contains("state=LOGGED"));
        Map<String, List<String>> is =
                plain(me.get("/api/collection.zip").must(200).bytes());
        assertThat(is.keySet()).isEqualTo(was.keySet());
        was.forEach((table, rows) -> assertThat(is.get(table)).as(table).isEqualTo(rows));
        assertThat(pages(me)).isEqualTo(pages(demo));

        JsonNode again = take(me, "collection.zip", out);
        assertThat(again.get("said").isNull()).isTrue();
        assertThat(again.at("/counts/HAVE").asInt()).isEqualTo(again.get("rows").size());

        me.undoLast();
        assertThat(me.find("").json().get("total").asInt()).isZero();
        assertThat(me.get("/api/keepers").json().get("keepers")).isEmpty();
    }

    @Test
    void withoutThePicturesWhatWasMeasuredComesInAndTheRestIsSaid() {
        Api demo = LoadedDemo.api();
        Api me = Api.collector();
        JsonNode took = take(
                me,
                "collection.json",
                demo.get("/api/collection.json").must(200).bytes());
        assertThat(took.get("notes").toString())
                .contains("The pictures are not in this file")
                .contains("Take the .zip");
        assertThat(me.find("not read").json().get("total").asInt())
                .isEqualTo(demo.find("not read").json().get("total").asInt());
    }

    @Test
    void intoAFilledCollectionNumbersAndPlacesGiveWayAndNothingIsDoubled() {
        Api other = Api.collector();
        other.painted("Tern Grey", "R1·1");
        other.painted("Kelp Blue", "R1·2");
        Api me = Api.collector();
        long here = me.painted("Sea Thrift", "R1·1").get("id").asLong();
        me.paint("Kelp Blue", "PB15");
        byte[] file = other.get("/api/collection.json").must(200).bytes();
        JsonNode seen = me.upload("/api/collection/import/preview", "file", "c.json", file)
                .must(200)
                .json();
        assertThat(seen.at("/counts/NEW").asInt()).isEqualTo(1);
        assertThat(seen.at("/counts/HAVE").asInt()).isEqualTo(1);
        take(me, "c.json", file);
        assertThat(Api.names(me.find(""))).containsExactlyInAnyOrder("Sea Thrift", "Kelp Blue", "Tern Grey");
        JsonNode tern = me.find("\"Tern Grey\"").json().at("/paints/0");
        assertThat(tern.get("accession").asString()).isEqualTo("M-0003");
        assertThat(me.get("/api/paints/" + here).json().at("/swatches/0/place").asString())
                .isEqualTo("R1·1");
        assertThat(me.get("/api/paints/" + tern.get("id").asLong())
                        .json()
                        .at("/swatches/0/place")
                        .asString(""))
                .isEmpty();
        assertThat(me.find("R1·2").json().get("total").asInt()).isEqualTo(1);
        assertThat(me.paint("Dune", "PY42").get("accession").asString()).isEqualTo("M-0004");
        assertThat(take(me, "c.json", file).get("said").isNull()).isTrue();
    }

    /** Each is one thing changed in an export that is right; it is refused, and nothing of it is kept. */
    @ParameterizedTest
    @CsvSource({
        "holding, form, FOO",
        "holding, left_percent, half",
        "holding, came_on, 2026-13-45",
        "holding, currency, EURO",
        "holding, paint_id, X",
        "paint, name, LONG",
        "paint, accession, -5",
        "keeper, kind, SHOEBOX",
        "swatch, state, EATEN",
        "observation, trait, smell",
        "chart, spec, {",
        "chart, form, SPIRAL",
        "saved_find, name, LONG",
    })
    void whatNoCollectionCanSayIsRefused(String table, String column, String value) {
        Api other = Api.collector();
        long paint = other.painted("Tern Grey", "R1·1").get("id").asLong();
        other.post("/api/paints/" + paint + "/observations", Map.of("trait", "granulation", "value", "STRONG"));
        other.post("/api/finds", Map.of("name", "Blues", "text", "blue"));
        other.post(
                        "/api/charts",
                        Map.of(
                                "form",
                                "STRIPS",
                                "paper",
                                Map.of("width", 210, "height", 297),
                                "margin",
                                10,
                                "gap",
                                3,
                                "steps",
                                5,
                                "paints",
                                List.of(paint)))
                .must(201);
        Map<String, Object> whole =
                JSON.readValue(other.get("/api/collection.json").bytes(), Map.class);
        boolean found = false;
        for (Object t : (List<?>) whole.get("rows")) {
            Map<?, ?> of = (Map<?, ?>) t;
            if (!of.get("table").equals(table)) continue;
            int at = ((List<?>) of.get("columns")).indexOf(column);
            @SuppressWarnings("unchecked")
            List<List<Object>> rows = (List<List<Object>>) of.get("rows");
            Object put = value.equals("LONG") ? "long ".repeat(200) : value.equals("-5") ? -5 : value;
            if (value.equals("X")) put = 99999;
            rows.get(0).set(at, put);
            found = true;
        }
        assertThat(found).isTrue();
        Api me = Api.collector();
        Api.Answer answer = me.upload("/api/collection/import", "file", "c.json", Api.json(whole));
        if (value.equals("X")) {
            // A holding of a paint that is not in the file belongs to nobody, least of all to another’s paint.
            assertThat(answer.must(200).json().get("notes").toString()).contains("1 holding");
            return;
        }
        assertThat(answer.must(422).text()).contains("Nothing was brought in");
        assertThat(me.find("").json().get("total").asInt()).isZero();
        assertThat(me.get("/api/collection.json").must(200).json().get("paints"))
                .isEmpty();
    }

    /** A collector of a few cards whose pictures weigh more than a megabyte together. */
    private static Api withPictures() {
        Api me = Api.collector();
        byte[] card = new SimulatedPainter(PigmentReference.standard()).paint(Recipe.of("PB29"), 3);
        for (long weighs = 0; weighs <= 1_200_000; weighs += card.length) {
            long swatch = me.painted("Tide " + weighs, "R1 " + (weighs / card.length + 1))
                    .at("/swatches/0/id")
                    .asLong();
            me.upload("/api/swatches/" + swatch + "/pictures", "card.png", card).must(201);
        }
        return me;
    }

    /** A file that says its pictures weigh nothing takes no more room than there is: they are weighed as they come. */
    @Test
    void whatPicturesWeighIsCountedAsTheyComeAndHasItsLimit() throws Exception {
        Api giver = withPictures();
        Map<String, byte[]> files = unpacked(giver.get("/api/collection.zip").bytes());
        Map<String, Object> whole = JSON.readValue(files.get("collection.json"), Map.class);
        for (Object t : (List<?>) whole.get("rows")) {
            Map<?, ?> of = (Map<?, ?>) t;
            int at = ((List<?>) of.get("columns")).indexOf("size");
            if (!of.get("table").equals("picture")) continue;
            @SuppressWarnings("unchecked")
            List<List<Object>> rows = (List<List<Object>>) of.get("rows");
            rows.forEach(r -> r.set(at, 0));
        }
        files.put("collection.json", Api.json(whole));
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        try (ZipOutputStream zip = new ZipOutputStream(out)) {
            for (Map.Entry<String, byte[]> f : files.entrySet()) {
                zip.putNextEntry(new ZipEntry(f.getKey()));
                zip.write(f.getValue());
            }
        }
        Api me = Api.collector();
        try (var small = RunningMolvet.start(Map.of("molvet.most-megabytes", "1"))) {
            assertThat(me.at(RunningMolvet.url(small))
                            .upload("/api/collection/import", "file", "c.zip", out.toByteArray())
                            .must(409)
                            .text())
                    .contains("no room for all these pictures");
        }
        assertThat(me.find("").json().get("total").asInt()).isZero();
        take(me, "c.zip", out.toByteArray());
        assertThat(me.get("/api/room-for-pictures").must(200).json().get("said"))
                .isEqualTo(giver.get("/api/room-for-pictures").json().get("said"));
    }

    @Test
    void aPictureThatIsNoneIsRefused() throws Exception {
        Map<String, byte[]> files =
                unpacked(withPictures().get("/api/collection.zip").bytes());
        String json = new String(files.get("collection.json"), StandardCharsets.UTF_8);
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        try (ZipOutputStream zip = new ZipOutputStream(out)) {
            files.put(
                    "collection.json",
                    json.replace("\"image/png\"", "\"text/html\"").getBytes(StandardCharsets.UTF_8));
            for (String name : Set.copyOf(files.keySet())) {
                zip.putNextEntry(new ZipEntry(name));
                zip.write(name.startsWith("picture") ? new byte[] {1} : files.get(name));
            }
        }
        Api me = Api.collector();
        me.upload("/api/collection/import", "file", "c.zip", out.toByteArray()).must(422);
        assertThat(me.find("").json().get("total").asInt()).isZero();
    }
}
