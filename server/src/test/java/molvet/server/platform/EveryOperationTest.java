package molvet.server.platform;

import static org.assertj.core.api.Assertions.assertThat;

import java.awt.image.BufferedImage;
import java.io.ByteArrayOutputStream;
import java.sql.Connection;
import java.sql.ResultSet;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Stream;
import javax.imageio.ImageIO;
import molvet.server.Api;
import molvet.server.TestDatabase;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.DynamicTest;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.TestFactory;
import tools.jackson.databind.JsonNode;

/**
 * Reads the API document and calls every operation in it as a stranger, and with the real ids of someone else's rows as
 * another collector. Path variables are named for the table they point into, so an operation added later is covered.
 */
class EveryOperationTest {
    private static final Pattern VARIABLE = Pattern.compile("\\{([a-z_]+)}");
    private static final List<String> OPEN = List.of(
            "get /api/session", "post /api/session", "delete /api/session", "post /api/collectors", "get /api/health");
    private static final String SECRET = "Alraune Secret Lilac";

    private static JsonNode document;
    private static Api owner;
    private static Api other;
    private static long ownerId;
    private static final Map<String, Long> IDS = new TreeMap<>();

    private record Operation(String method, String path, JsonNode spec) {
        @Override
        public String toString() {
            return method + " " + path;
        }
    }

    @BeforeAll
    static void aCollectionWithARowInEveryTable() throws Exception {
        document = Api.stranger().get("/api/openapi.json").must(200).json();
        owner = Api.collector();
        other = Api.collector();
        long maker = owner.post("/api/makers", Map.of("name", SECRET + " maker"))
                .must(201)
                .json()
                .get("id")
                .asLong();
        long line = owner.post("/api/makers/" + maker + "/lines", Map.of("name", SECRET + " line"))
                .must(201)
                .json()
                .get("id")
                .asLong();
        owner.post(
                        "/api/lines/" + line + "/colours",
                        Map.of(
                                "name",
                                SECRET + " colour",
                                "names",
                                List.of(Map.of("language", "de", "name", "x")),
                                "edition",
                                Map.of()))
                .must(201);
        JsonNode page = owner.painted(SECRET, "R1 1");
        owner.post(
                        "/api/paints/" + page.get("id").asLong() + "/observations",
                        Map.of("trait", "liking", "value", "loved"))
                .must(201);
        long swatch = page.get("swatches").get(0).get("id").asLong();
        ByteArrayOutputStream png = new ByteArrayOutputStream();
        ImageIO.write(new BufferedImage(64, 64, BufferedImage.TYPE_INT_RGB), "png", png);
        long picture = owner.upload("/api/swatches/" + swatch + "/pictures", "a.png", png.toByteArray())
                .must(201)
                .json()
                .get("picture")
                .asLong();
        Map<String, Double> spot = Map.of("x", 0.5, "y", 0.5);
        owner.post("/api/pictures/" + picture + "/readings", Map.of("full", spot, "palest", spot))
                .must(201);
        long arrival = owner.post(
                        "/api/arrivals",
                        Map.of(
                                "kind",
                                "GIFT",
                                "title",
                                SECRET + " parcel",
                                "text",
                                SECRET + " tube PB29 15 ml",
                                "givers",
                                List.of(Map.of("name", SECRET + " friend", "naming", "KEPT"))))
                .must(201)
                .json()
                .get("id")
                .asLong();
        owner.post("/api/arrivals/" + arrival + "/log", Map.of()).must(200);
        owner.post("/api/arrivals", Map.of("title", SECRET + " draft")).must(201);
        owner.post("/api/lines/" + line + "/dotcards", Map.of("name", SECRET + " card"))
                .must(201);
        long tube = owner.get("/api/paints/" + page.get("id").asLong())
                .json()
                .at("/holdings/0/id")
                .asLong();
        owner.post("/api/holdings/" + tube + "/pours", Map.of("form", "HALF_PAN", "pans", 1))
                .must(201);
        owner.upload("/api/lines/" + line + "/leaflets", "leaflet", "a.png", png.toByteArray())
                .must(201);
        long keeper = owner.get("/api/keepers").json().at("/keepers/0/id").asLong();
        owner.post("/api/keepers/" + keeper + "/refiling", Map.of("school", "RAINBOW"))
                .must(200);
        owner.post("/api/papers", Map.of("name", SECRET + " block", "size", "A4", "sheets", 5))
                .must(201);
        long chart = owner.post(
                        "/api/charts",
                        Map.of(
                                "form",
                                "STRIPS",
                                "title",
                                SECRET + " sheet",
                                "paper",
                                Map.of("width", 100, "height", 80),
                                "paints",
                                List.of(page.get("id").asLong())))
                .must(201)
                .json()
                .get("id")
                .asLong();
        owner.post("/api/finds", Map.of("name", SECRET + " find", "text", "single"))
                .must(201);
        owner.put("/api/paints/" + page.get("id").asLong() + "/wish", Map.of("reason", SECRET + " wish"))
                .must(200);
        owner.post(
                        "/api/disputes/left",
                        Map.of(
                                "paint",
                                page.get("id").asLong(),
                                "kind",
                                "NO_PIGMENTS",
                                "mark",
                                "a".repeat(64),
                                "reason",
                                SECRET + " reason"))
                .must(204);
        owner.read(owner.post("/api/charts/" + chart + "/standin", Map.of("device", "SCANNER")));
        try (Connection db = TestDatabase.get().connect();
                var s = db.createStatement()) {
            ResultSet r = s.executeQuery("select id from collector where email = '" + owner.email() + "'");
            r.next();
            ownerId = r.getLong(1);
            r = s.executeQuery("""
                    select c.table_name from information_schema.columns c join information_schema.columns i
                      on i.table_schema = c.table_schema and i.table_name = c.table_name and i.column_name = 'id'
                    where c.table_schema = 'molvet' and c.column_name = 'collector_id'
                    """);
            List<String> tables = new ArrayList<>();
            while (r.next()) tables.add(r.getString(1));
            for (String table : tables) {
                r = s.executeQuery("select max(id) from `" + table + "` where collector_id = " + ownerId);
                r.next();
                IDS.put(table, r.getLong(1));
            }
        }
    }

    private static List<Operation> operations() {
        List<Operation> all = new ArrayList<>();
        document.get("paths")
                .properties()
                .forEach(p -> p.getValue()
                        .properties()
                        .forEach(o -> all.add(new Operation(o.getKey(), p.getKey(), o.getValue()))));
        return all;
    }

    @Test
    void onlyTheDoorIsOpenToStrangers() {
        assertThat(operations().stream()
                        .filter(o ->
                                o.spec.has("security") && o.spec.get("security").isEmpty())
                        .map(Operation::toString))
                .isSubsetOf(OPEN);
        assertThat(operations()).hasSizeGreaterThan(50);
        assertThat(IDS)
                .as("a row of the owner in every table that can be pointed at")
                .allSatisfy((t, id) -> assertThat(id).as(t).isPositive());
    }

    @TestFactory
    Stream<DynamicTest> noOperationAnswersAStranger() {
        return operations().stream()
                .filter(o -> !OPEN.contains(o.toString()))
                .map(o -> DynamicTest.dynamicTest(o.toString(), () -> {
                    Api.Answer answer = call(Api.stranger(), o);
                    assertThat(answer.status()).isIn(401, 403);
                    assertThat(answer.text()).doesNotContain("Alraune");
                }));
    }

    @TestFactory
    Stream<DynamicTest> noOperationTouchesOrTellsOfAnothersRows() {
        return operations().stream()
                .filter(o -> !o.path.startsWith("/api/account") && !OPEN.contains(o.toString()))
                .map(o -> DynamicTest.dynamicTest(o.toString(), () -> {
                    Map<String, String> before = checksums();
                    Api.Answer answer = call(other, o);
                    boolean pointsAtRow = variables(o).stream().anyMatch(IDS::containsKey);
                    if (pointsAtRow)
                        assertThat(answer.status()).as(answer.text()).isEqualTo(404);
                    else assertThat(answer.status()).as(answer.text()).isLessThan(500);
                    assertThat(answer.text()).doesNotContain("Alraune");
                    assertThat(checksums()).isEqualTo(before);
                }));
    }

    private static List<String> variables(Operation o) {
        return VARIABLE.matcher(o.path).results().map(m -> m.group(1)).toList();
    }

    private static Api.Answer call(Api as, Operation o) throws Exception {
        Matcher m = VARIABLE.matcher(o.path);
        String path = m.replaceAll(v -> String.valueOf(IDS.getOrDefault(v.group(1), 1L)));
        List<String> query = new ArrayList<>();
        for (JsonNode p : o.spec.path("parameters")) {
            if (p.get("in").asString().equals("query") && p.path("required").asBoolean(false)) {
                query.add(p.get("name").asString() + "=R1-1");
            }
        }
        if (!query.isEmpty()) path += "?" + String.join("&", query);
        JsonNode content = o.spec.path("requestBody").path("content");
        if (content.has("multipart/form-data")) return as.upload(path, "picture", "a.png", new byte[] {1, 2, 3});
        byte[] body = content.has("application/json")
                ? Api.json(example(content.get("application/json").get("schema"), "body"))
                : null;
        return as.send(o.method.toUpperCase(), path, body, "application/json", Map.of());
    }

    /** A body of the right shape in which every number named for a table is the owner's row. */
    private static Object example(JsonNode schema, String name) {
        if (schema.has("$ref")) {
            String ref = schema.get("$ref").asString();
            return example(document.at(ref.substring(1)), name);
        }
        return switch (schema.path("type").asString("object")) {
            case "integer", "number" -> IDS.getOrDefault(name, 1L);
            case "boolean" -> true;
            case "array" -> List.of(example(schema.get("items"), name));
            case "string" -> "R1-1";
            default -> {
                Map<String, Object> all = new LinkedHashMap<>();
                schema.path("properties")
                        .properties()
                        .forEach(p -> all.put(p.getKey(), example(p.getValue(), p.getKey())));
                yield all;
            }
        };
    }

    /** Every row of the owner, table by table. */
    private static Map<String, String> checksums() throws Exception {
        Map<String, String> sums = new TreeMap<>();
        try (Connection db = TestDatabase.get().connect();
                var s = db.createStatement()) {
            List<String> tables = new ArrayList<>(IDS.keySet());
            tables.addAll(List.of("paint_pigment", "paint_word", "word"));
            for (String table : tables) {
                List<String> columns = new ArrayList<>();
                ResultSet c = s.executeQuery(
                        "select column_name from information_schema.columns where table_schema = 'molvet' and table_name = '"
                                + table + "'");
                while (c.next()) columns.add("coalesce(md5(`" + c.getString(1) + "`), '')");
                ResultSet r = s.executeQuery("select count(*), coalesce(sum(crc32(concat(" + String.join(",", columns)
                        + "))), 0) from `" + table + "` where collector_id = " + ownerId);
                r.next();
                sums.put(table, r.getLong(1) + ":" + r.getString(2));
            }
        }
        return sums;
    }
}
