package molvet.server.platform;

import static org.assertj.core.api.Assertions.assertThat;

import java.net.URLEncoder;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.regex.Pattern;
import java.util.stream.LongStream;
import molvet.server.Api;
import molvet.server.RunningMolvet;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;
import tools.jackson.databind.JsonNode;

/**
 * Every operation of the API document that takes a body is sent bodies that are nearly right: of the right form, with a value
 * that nobody would type, one of another type, or a field too few. Whatever comes is answered, and never with “something went
 * wrong here”. By the seed, so that what broke once is tried for ever.
 */
class HostileRequestsTest {
    private static final List<Object> VALUES = new ArrayList<>(List.of(
            "",
            " ",
            "x".repeat(70_000),
            "\u0000",
            "\ud83d\udd8c\ufe0f",
            "\ud800",
            "'; drop table paint; --",
            "<script>alert(1)</script>",
            "=1+1",
            "NaN",
            "1e999",
            "-1",
            "0",
            "99999999999999999999",
            -1,
            0,
            Integer.MAX_VALUE,
            Long.MAX_VALUE,
            Long.MIN_VALUE,
            1e300,
            -0.0,
            0.1,
            true,
            List.of(),
            List.of(List.of()),
            Map.of(),
            Map.of("a", Map.of("a", 1)),
            "0000-00-00",
            "2026-02-30",
            "9999-12-31",
            "-0001-01-01",
            "2026-11-29T25:61:00Z",
            "\u202e\u200b",
            "PB29".repeat(300)));

    static {
        VALUES.add(null);
    }

    private final JsonNode document =
            Api.stranger().get("/api/openapi.json").must(200).json();
    private static Api me;
    private Random random = new Random();
    /** By table, a row of the collector’s own. */
    private Map<String, Long> rows = Map.of();

    private Object value(JsonNode schema, int depth) {
        if (random.nextInt(10) == 0) return VALUES.get(random.nextInt(VALUES.size()));
        if (schema.has("$ref"))
            return value(document.at(schema.get("$ref").asString().substring(1)), depth);
        if (schema.has("enum")) {
            return schema.get("enum")
                    .get(random.nextInt(schema.get("enum").size()))
                    .asString();
        }
        if (depth > 6) return null;
        String type = schema.path("type").isArray()
                ? schema.get("type").get(0).asString()
                : schema.path("type").asString("");
        return switch (type) {
            case "object" -> {
                Map<String, Object> all = new LinkedHashMap<>();
                schema.path("properties").propertyStream().forEach(p -> {
                    if (random.nextInt(8) > 0) all.put(p.getKey(), value(p.getValue(), depth + 1));
                });
                yield all;
            }
            case "array" -> {
                List<Object> all = new ArrayList<>();
                for (int i = random.nextInt(4); i > 0; i--) all.add(value(schema.get("items"), depth + 1));
                yield all;
            }
            case "integer" ->
                schema.path("format").asString("").equals("int64")
                        ? new ArrayList<>(rows.values()).get(random.nextInt(rows.size()))
                        : random.nextInt(50);
            case "number" -> random.nextInt(1000) / 10.0;
            case "boolean" -> random.nextBoolean();
            default ->
                List.of("Tern Grey", "PB29", "12", "12,50", "2026-10-01", "R1 1", "TUBE")
                        .get(random.nextInt(7));
        };
    }

    /** Three by the minute; by the hour as many as are asked for: {@code -DargLine=-Dmolvet.seeds=1-500}. */
    private static LongStream seeds() {
        String[] ends = System.getProperty("molvet.seeds", "1-3").split("-");
        return LongStream.rangeClosed(Long.parseLong(ends[0]), Long.parseLong(ends[1]));
    }

    @ParameterizedTest
    @MethodSource("seeds")
    void whateverIsSentIsAnsweredAndNeverWithAFaultOfOurs(long seed) throws Exception {
        random = new Random(seed);
        if (me == null) {
            me = Api.collector();
            EveryOperationTest.fill(me, "Tern Grey");
        }
        rows = EveryOperationTest.rows(EveryOperationTest.id(me));
        List<String> faults = new ArrayList<>();
        int[] asked = {0, 0};
        operations((method, path, spec) -> {
            JsonNode schema = spec.path("requestBody")
                    .path("content")
                    .path("application/json")
                    .path("schema");
            if (schema.isMissingNode()) return;
            byte[] body = Api.json(value(schema, 0));
            Api.Answer answer = me.send(method, path + query(spec, 5), body, "application/json", Map.of());
            asked[0]++;
            if (answer.status() < 300) asked[1]++;
            String sent = new String(body, StandardCharsets.UTF_8);
            look(
                    method + " " + path + " " + (sent.length() > 300 ? sent.substring(0, 300) + "…" : sent),
                    answer,
                    faults);
        });
        // What was taken, however odd, can be looked at, and whatever is looked for is answered.
        rows = EveryOperationTest.rows(EveryOperationTest.id(me));
        operations((method, path, spec) -> {
            if (!method.equals("GET")) return;
            String at = path + query(spec, 2);
            look("GET " + at, me.get(at), faults);
        });
        assertThat(faults).isEmpty();
        assertThat(asked[0]).isGreaterThan(100);
        assertThat(asked[1]).as("some of it is taken").isGreaterThan(3);
    }

    private interface Call {
        void of(String method, String path, JsonNode spec);
    }

    /** With rows of the collector’s own in its addresses; accounts are another matter: they would end the session. */
    private void operations(Call call) {
        document.get("paths")
                .propertyStream()
                .forEach(path -> path.getValue().propertyStream().forEach(op -> {
                    if (path.getKey().matches("/api/(account|collectors|session).*")) return;
                    String at = Pattern.compile("\\{([a-z_]+)}")
                            .matcher(path.getKey())
                            .replaceAll(m -> String.valueOf(rows.getOrDefault(m.group(1), 1L)));
                    call.of(op.getKey().toUpperCase(), at, op.getValue());
                }));
    }

    /** @param least of how many one is left out */
    private String query(JsonNode spec, int least) {
        StringBuilder all = new StringBuilder();
        for (JsonNode p : spec.path("parameters")) {
            if (!p.get("in").asString().equals("query") || random.nextInt(least) == 0) continue;
            Object value = value(p.get("schema"), 0);
            String text = String.valueOf(value);
            // A lone half of a pair cannot be written in an address, and a server takes no longer one.
            if (value instanceof Map
                    || text.length() > 2_000
                    || !StandardCharsets.UTF_8.newEncoder().canEncode(text)) continue;
            all.append(all.isEmpty() ? '?' : '&')
                    .append(p.get("name").asString())
                    .append('=')
                    .append(URLEncoder.encode(text, StandardCharsets.UTF_8));
        }
        return all.toString();
    }

    private static void look(String asked, Api.Answer answer, List<String> faults) {
        if (answer.status() >= 500) faults.add(asked + " was answered " + answer.status() + " " + answer.text());
        else if (answer.status() >= 400) {
            assertThat(answer.json().path("detail").asString("")).as(asked).isNotEmpty();
        }
    }

    @Test
    void tubesToPourWithoutSayingIntoWhat() {
        Api me = Api.collector();
        JsonNode page = me.paint("Tern Grey", "PB29");
        Api.Answer answer = me.post(
                "/api/pours",
                Map.of("holdings", List.of(page.at("/holdings/0/id").asLong())));
        assertThat(answer.must(422).text()).contains("It is not said what is poured.");
    }

    @Test
    void whatIsNoJsonAtAllIsSaidToBeNone() {
        Api me = Api.collector();
        for (String body :
                List.of("", "{", "[", "nul", "{\"name\":", "\u0000", "[".repeat(5_000), "{\"a\":".repeat(3_000))) {
            Api.Answer answer =
                    me.send("POST", "/api/paints", body.getBytes(StandardCharsets.UTF_8), "application/json", Map.of());
            assertThat(answer.status())
                    .as(body.length() > 20 ? body.substring(0, 20) : body)
                    .isBetween(400, 499);
        }
        assertThat(RunningMolvet.context().isRunning()).isTrue();
        assertThat(me.find("").json().get("total").asInt()).isZero();
    }
}
