package molvet.server.platform;

import static org.assertj.core.api.Assertions.assertThat;

import java.awt.image.BufferedImage;
import java.io.ByteArrayOutputStream;
import java.sql.Connection;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.TreeMap;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import javax.imageio.ImageIO;
import molvet.server.Api;
import molvet.server.Sample;
import molvet.server.TestDatabase;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.DynamicTest;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.TestFactory;
import tools.jackson.databind.JsonNode;

/**
 * Reads the API document and calls every operation in it as a stranger, and as another collector with the real ids of someone
 * else's rows: in the address, and in the body and the query of calls on rows of one's own. Whatever is an id is so by its
 * type (int64) and named for the table it points into, so an operation added later is covered, or fails by name.
 */
class EveryOperationTest {
    private static final Pattern VARIABLE = Pattern.compile("\\{([a-z_]+)}");
    private static final List<String> OPEN = List.of(
            "get /api/session",
            "post /api/session",
            "delete /api/session",
            "post /api/collectors",
            "get /api/health",
            "get /api/ready",
            // Opened by the word in its address.
            "get /api/shared/{word}");
    private static final String SECRET = "Alraune Secret Lilac";
    /** Ids that are not called after the table they point into; nothing: what is of this type and no id. */
    private static final Map<String, String> POINTS = Map.of(
            "NewShare.id", "chart",
            "Decision.chosen", "shortlist_candidate",
            "MergeAsked.from", "keeper",
            "Merge.into", "paint",
            "NewChart.stock", "paper",
            "NewGiver.id", "giver",
            "query.after", "arrival",
            "query.but", "paint",
            "NewAccident.strip", "exposure_strip",
            "Simulated.seed", "");

    private static JsonNode document;
    private static Api owner;
    private static Api other;
    private static long ownerId;
    /** By table, a row of the owner, and one of the other. */
    private static Map<String, Long> ids;

    private static Map<String, Long> othersIds;
    private static String checksums;
    private static Map<String, String> before;
    private static String crossings;

    private record Operation(String method, String path, JsonNode spec) {
        @Override
        public String toString() {
            return method + " " + path;
        }

        /** Whether rows are named in its body or its query. */
        boolean carriesIds() {
            for (JsonNode p : spec.path("parameters")) {
                if (p.get("in").asString().equals("query") && isId(p.get("schema"))) return true;
            }
            JsonNode body = spec.path("requestBody")
                    .path("content")
                    .path("application/json")
                    .path("schema");
            return carriesIds(body);
        }

        private static boolean carriesIds(JsonNode schema) {
            if (schema.has("$ref"))
                return carriesIds(document.at(schema.get("$ref").asString().substring(1)));
            if (schema.has("items")) return carriesIds(schema.get("items"));
            return isId(schema) || schema.path("properties").valueStream().anyMatch(Operation::carriesIds);
        }
    }

    @BeforeAll
    static void twoCollectionsWithARowInEveryTable() throws Exception {
        document = Api.stranger().get("/api/openapi.json").must(200).json();
        owner = Api.collector();
        other = Api.collector();
        fill(owner, SECRET);
        fill(other, "Tern Grey");
        ownerId = id(owner);
        ids = rows(ownerId);
        othersIds = rows(id(other));
        checksums = checksumsOf(ownerId);
        before = checksums();
        crossings = crossings();
        assertThat(crossings.split("union all")).hasSizeGreaterThan(30);
    }

    static void fill(Api me, String word) throws Exception {
        long maker = me.post("/api/makers", Map.of("name", word + " maker"))
                .must(201)
                .json()
                .get("id")
                .asLong();
        long line = me.post("/api/makers/" + maker + "/lines", Map.of("name", word + " line"))
                .must(201)
                .json()
                .get("id")
                .asLong();
        me.post(
                        "/api/lines/" + line + "/colours",
                        Map.of(
                                "name",
                                word + " colour",
                                "names",
                                List.of(Map.of("language", "de", "name", "x")),
                                "edition",
                                Map.of()))
                .must(201);
        JsonNode page = me.painted(word, "R1 1");
        me.post("/api/paints/" + page.get("id").asLong() + "/observations", Map.of("trait", "liking", "value", "loved"))
                .must(201);
        long swatch = page.get("swatches").get(0).get("id").asLong();
        ByteArrayOutputStream png = new ByteArrayOutputStream();
        ImageIO.write(new BufferedImage(64, 64, BufferedImage.TYPE_INT_RGB), "png", png);
        long picture = me.upload("/api/swatches/" + swatch + "/pictures", "a.png", png.toByteArray())
                .must(201)
                .json()
                .get("picture")
                .asLong();
        Map<String, Double> spot = Map.of("x", 0.5, "y", 0.5);
        me.post("/api/pictures/" + picture + "/readings", Map.of("full", spot, "palest", spot))
                .must(201);
        long arrival = me.post(
                        "/api/arrivals",
                        Map.of(
                                "kind",
                                "GIFT",
                                "title",
                                word + " parcel",
                                "text",
                                word + " tube PB29 15 ml",
                                "givers",
                                List.of(Map.of("name", word + " friend", "naming", "KEPT"))))
                .must(201)
                .json()
                .get("id")
                .asLong();
        me.post("/api/arrivals/" + arrival + "/log", Map.of()).must(200);
        me.post("/api/arrivals", Map.of("title", word + " draft")).must(201);
        me.post("/api/lines/" + line + "/dotcards", Map.of("name", word + " card"))
                .must(201);
        long tube = me.get("/api/paints/" + page.get("id").asLong())
                .json()
                .at("/holdings/0/id")
                .asLong();
        me.post("/api/holdings/" + tube + "/pours", Map.of("form", "HALF_PAN", "pans", 1))
                .must(201);
        me.upload("/api/lines/" + line + "/leaflets", "leaflet", "a.png", png.toByteArray())
                .must(201);
        long keeper = me.get("/api/keepers").json().at("/keepers/0/id").asLong();
        me.post("/api/keepers/" + keeper + "/refiling", Map.of("school", "RAINBOW"))
                .must(200);
        me.post("/api/papers", Map.of("name", word + " block", "size", "A4", "sheets", 5))
                .must(201);
        long chart = me.post(
                        "/api/charts",
                        Map.of(
                                "form",
                                "STRIPS",
                                "title",
                                word + " sheet",
                                "paper",
                                Map.of("width", 100, "height", 80),
                                "paints",
                                List.of(page.get("id").asLong())))
                .must(201)
                .json()
                .get("id")
                .asLong();
        me.post("/api/finds", Map.of("name", word + " find", "text", "single")).must(201);
        me.put("/api/paints/" + page.get("id").asLong() + "/wish", Map.of("reason", word + " wish"))
                .must(200);
        me.post(
                        "/api/disputes/left",
                        Map.of(
                                "paint",
                                page.get("id").asLong(),
                                "kind",
                                "NO_PIGMENTS",
                                "mark",
                                "a".repeat(64),
                                "reason",
                                word + " reason"))
                .must(204);
        JsonNode read = me.read(me.post("/api/charts/" + chart + "/standin", Map.of("device", "SCANNER")));
        assertThat(read.get("state").asString())
                .as("the sheet is read: %s", read.get("why"))
                .isEqualTo("PROPOSED");
        Sample.fillAll(me, word);
    }

    static long id(Api api) throws SQLException {
        return number("select id from collector where email = '" + api.email() + "'");
    }

    private static long number(String sql) throws SQLException {
        try (Connection db = TestDatabase.get().connect();
                var s = db.createStatement()) {
            ResultSet r = s.executeQuery(sql);
            r.next();
            return r.getLong(1);
        }
    }

    private static List<String> strings(String sql) throws SQLException {
        try (Connection db = TestDatabase.get().connect();
                var s = db.createStatement()) {
            ResultSet r = s.executeQuery(sql);
            List<String> all = new ArrayList<>();
            while (r.next()) all.add(r.getString(1));
            return all;
        }
    }

    static Map<String, Long> rows(long collector) throws SQLException {
        Map<String, Long> all = new TreeMap<>();
        for (String table : strings("""
                select c.table_name from information_schema.columns c join information_schema.columns i
                  on i.table_schema = c.table_schema and i.table_name = c.table_name and i.column_name = 'id'
                where c.table_schema = 'molvet' and c.column_name = 'collector_id'
                """)) {
            all.put(table, number("select max(id) from `" + table + "` where collector_id = " + collector));
        }
        return all;
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
        assertThat(ids)
                .as("a row of the owner in every table that can be pointed at")
                .allSatisfy((t, id) -> assertThat(id).as(t).isPositive());
        assertThat(othersIds).allSatisfy((t, id) -> assertThat(id).as(t).isPositive());
    }

    @TestFactory
    Stream<DynamicTest> noOperationAnswersAStranger() {
        return operations().stream()
                .filter(o -> !OPEN.contains(o.toString()))
                .map(o -> DynamicTest.dynamicTest(o.toString(), () -> {
                    Api.Answer answer = call(Api.stranger(), o, ids);
                    assertThat(answer.status()).isIn(401, 403);
                    assertThat(answer.text()).doesNotContain("Alraune");
                }));
    }

    @TestFactory
    Stream<DynamicTest> noOperationTouchesOrTellsOfAnothersRows() {
        return operations().stream()
                .filter(o -> !o.path.startsWith("/api/account") && !OPEN.contains(o.toString()))
                .map(o -> DynamicTest.dynamicTest(o.toString(), () -> {
                    Api.Answer answer = call(other, o, ids);
                    boolean pointsAtRow = variables(o).stream().anyMatch(ids::containsKey);
                    if (pointsAtRow)
                        assertThat(answer.status()).as(answer.text()).isEqualTo(404);
                    else assertThat(answer.status()).as(answer.text()).isLessThan(500);
                    nothingTouchedOrTold(answer);
                }));
    }

    @TestFactory
    Stream<DynamicTest> noOperationTakesAnothersRowIntoOnesOwn() {
        return operations().stream()
                .filter(Operation::carriesIds)
                .map(o -> DynamicTest.dynamicTest(o.toString(), () -> {
                    Api.Answer answer = call(other, o, othersIds);
                    assertThat(answer.status()).as(answer.text()).isBetween(200, 499);
                    nothingTouchedOrTold(answer);
                }));
    }

    private static void nothingTouchedOrTold(Api.Answer answer) throws SQLException {
        assertThat(answer.text()).doesNotContain("Alraune");
        assertThat(checksums()).isEqualTo(before);
        assertThat(strings(crossings)).isEmpty();
    }

    private static List<String> variables(Operation o) {
        return VARIABLE.matcher(o.path).results().map(m -> m.group(1)).toList();
    }

    /** @param inAddress by table, the row that stands in the address; everywhere else stands the owner's */
    private static Api.Answer call(Api as, Operation o, Map<String, Long> inAddress) {
        Matcher m = VARIABLE.matcher(o.path);
        String path = m.replaceAll(v -> String.valueOf(inAddress.getOrDefault(v.group(1), 1L)));
        List<String> query = new ArrayList<>();
        for (JsonNode p : o.spec.path("parameters")) {
            if (!p.get("in").asString().equals("query")) continue;
            String name = p.get("name").asString();
            if (isId(p.get("schema"))) query.add(name + "=" + ids.get(table("query", name)));
            else if (p.path("required").asBoolean(false)) query.add(name + "=R1-1");
        }
        if (!query.isEmpty()) path += "?" + String.join("&", query);
        JsonNode content = o.spec.path("requestBody").path("content");
        if (content.has("multipart/form-data")) return as.upload(path, "picture", "a.png", new byte[] {1, 2, 3});
        byte[] body = content.has("application/json")
                ? Api.json(example(content.get("application/json").get("schema"), "body", "body"))
                : null;
        return as.send(o.method.toUpperCase(Locale.ROOT), path, body, "application/json", Map.of());
    }

    private static boolean isId(JsonNode schema) {
        JsonNode one = schema.path("type").asString("").equals("array") ? schema.get("items") : schema;
        return one.path("format").asString("").equals("int64");
    }

    /** The table an id points into. */
    private static String table(String schema, String name) {
        String table = POINTS.get(schema + "." + name);
        if (table != null) return table;
        table = ids.containsKey(name) ? name : name.replaceFirst("s$", "");
        assertThat(ids).as("the table of " + schema + "." + name).containsKey(table);
        return table;
    }

    /** A body of the right shape in which every id is the owner's row. */
    private static Object example(JsonNode schema, String in, String name) {
        if (schema.has("$ref")) {
            String ref = schema.get("$ref").asString();
            return example(document.at(ref.substring(1)), ref.substring(ref.lastIndexOf('/') + 1), name);
        }
        if (schema.has("enum")) return schema.at("/enum/0").asString();
        return switch (schema.path("type").asString("object")) {
            case "integer", "number" -> isId(schema) ? ids.getOrDefault(table(in, name), 1L) : 1L;
            case "boolean" -> true;
            case "array" -> List.of(example(schema.get("items"), in, name));
            case "string" -> schema.path("format").asString("").equals("date") ? "2026-05-01" : "R1-1";
            default -> {
                Map<String, Object> all = new LinkedHashMap<>();
                schema.path("properties")
                        .properties()
                        .forEach(p -> all.put(p.getKey(), example(p.getValue(), in, p.getKey())));
                yield all;
            }
        };
    }

    /** One statement that brings the number of a collector's rows and their sum, table by table. */
    private static String checksumsOf(long collector) throws SQLException {
        List<String> all = new ArrayList<>();
        for (String table :
                strings("select table_name from information_schema.columns where table_schema = 'molvet' and"
                        + " column_name = 'collector_id'")) {
            String columns = strings(
                            "select concat('coalesce(md5(`', column_name, '`), \"\")') from information_schema.columns"
                                    + " where table_schema = 'molvet' and table_name = '" + table + "'")
                    .stream()
                    .collect(Collectors.joining(","));
            all.add("select '" + table + "', count(*), coalesce(sum(crc32(concat(" + columns + "))), 0) from `" + table
                    + "` where collector_id = " + collector);
        }
        return String.join(" union all ", all);
    }

    /** Every row of the owner, table by table. */
    private static Map<String, String> checksums() throws SQLException {
        Map<String, String> sums = new TreeMap<>();
        try (Connection db = TestDatabase.get().connect();
                var s = db.createStatement()) {
            ResultSet r = s.executeQuery(checksums);
            while (r.next()) sums.put(r.getString(1), r.getLong(2) + ":" + r.getString(3));
        }
        return sums;
    }

    /** One statement that brings the references which point from one collector to a row of another. */
    private static String crossings() throws SQLException {
        return String.join(" union all ", strings("""
                select concat('select "', k.table_name, '.', k.column_name, '" from `', k.table_name, '` c join `',
                    k.referenced_table_name, '` p on p.id = c.`', k.column_name, '` where p.collector_id <> c.collector_id')
                from information_schema.key_column_usage k
                join information_schema.columns a on a.table_schema = k.table_schema and a.table_name = k.table_name
                  and a.column_name = 'collector_id'
                join information_schema.columns b on b.table_schema = k.table_schema
                  and b.table_name = k.referenced_table_name and b.column_name = 'collector_id'
                where k.table_schema = 'molvet' and k.referenced_column_name = 'id'
                """));
    }
}
