package molvet.server.palette;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import molvet.core.colour.Lab;
import molvet.server.Api;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.TestInstance;
import tools.jackson.databind.JsonNode;

/** The calls that compute, as scripts send them. */
@TestInstance(TestInstance.Lifecycle.PER_CLASS)
class PaletteCallsTest {
    private Api me;

    @BeforeAll
    void signIn() {
        me = Api.collector();
    }

    private static Map<String, Object> lab(double l, double a, double b) {
        return Map.of("l", l, "a", a, "b", b);
    }

    private static final List<Map<String, Object>> FOUR = List.of(
            Map.of("id", 1, "lab", lab(80, 5, 80)),
            Map.of("id", 2, "lab", lab(40, 60, 30)),
            Map.of("id", "blue", "lab", lab(30, 10, -50)),
            Map.of("id", 4, "lab", lab(50, -40, 10)));

    @Test
    void arrangesWithLocksAndEmptyWellsAndItsRoughnessIsTheSumOverNeighbours() {
        Map<String, Object> locked = new HashMap<>();
        locked.put("0", "blue");
        locked.put("5", null);
        JsonNode a = me.post(
                        "/api/palettes/arrange", Map.of("rows", 2, "columns", 3, "colours", FOUR, "locked", locked))
                .must(200)
                .json();
        assertThat(a.at("/wells")).hasSize(6);
        assertThat(a.at("/wells/0").asString()).isEqualTo("blue");
        assertThat(a.at("/wells/5").isNull()).isTrue();
        assertThat(a.at("/optimal").asBoolean()).isTrue();
        // An id comes back as it was sent: a number is a number.
        assertThat(a.at("/wells").valueStream().filter(JsonNode::isNumber)).hasSize(3);
        assertThat(a.at("/roughness").asDouble())
                .isEqualTo(summed(a.at("/wells"), 2, 3), org.assertj.core.api.Assertions.within(1e-6));
        assertThat(a.at("/bound").asDouble())
                .isLessThanOrEqualTo(a.at("/roughness").asDouble() + 1e-9);
        assertThat(a.at("/roughnessAsGiven").asDouble())
                .isGreaterThan(a.at("/roughness").asDouble());
    }

    /** By another way than the one that worked it out: pairs are asked of the call that tells differences. */
    private double summed(JsonNode wells, int rows, int columns) {
        List<Object> pairs = new ArrayList<>();
        for (int r = 0; r < rows; r++) {
            for (int c = 0; c < columns; c++) {
                JsonNode here = wells.get(r * columns + c);
                if (c + 1 < columns) pair(pairs, here, wells.get(r * columns + c + 1));
                if (r + 1 < rows) pair(pairs, here, wells.get((r + 1) * columns + c));
            }
        }
        return me.post("/api/colours/difference", Map.of("pairs", pairs))
                .json()
                .at("/deltaE2000")
                .valueStream()
                .mapToDouble(JsonNode::asDouble)
                .sum();
    }

    private static void pair(List<Object> pairs, JsonNode one, JsonNode other) {
        if (!one.isNull() && !other.isNull()) pairs.add(List.of(colour(one), colour(other)));
    }

    private static Object colour(JsonNode id) {
        return FOUR.stream()
                .filter(c -> String.valueOf(c.get("id")).equals(id.asString()))
                .findFirst()
                .orElseThrow()
                .get("lab");
    }

    @Test
    void aQuestionThatCannotBeAnsweredSaysWhatAndWhere() {
        assertThat(me.post("/api/palettes/arrange", Map.of("rows", 0, "columns", 6, "colours", FOUR))
                        .must(422)
                        .text())
                .contains("between 1 and 200 wells");
        assertThat(me.post("/api/palettes/arrange", Map.of("rows", 25, "columns", 20, "colours", FOUR))
                        .must(422)
                        .text())
                .contains("500");
        assertThat(me.post("/api/palettes/arrange", Map.of("rows", 1, "columns", 3, "colours", FOUR))
                        .must(422)
                        .text())
                .contains("4 colours do not go into 3 wells");
        assertThat(me.post(
                                "/api/palettes/arrange",
                                Map.of("rows", 1, "columns", 3, "colours", List.of(Map.of("id", "x"))))
                        .must(422)
                        .text())
                .contains("has no colour")
                .contains("colours[0].lab");
        assertThat(me.post(
                                "/api/palettes/arrange",
                                Map.of("rows", 2, "columns", 3, "colours", FOUR, "locked", Map.of("0", 1, "1", 1)))
                        .must(422)
                        .text())
                .contains("locked into two wells");
        assertThat(me.post(
                                "/api/palettes/arrange",
                                Map.of("rows", 2, "columns", 3, "colours", FOUR, "locked", Map.of("99", 1)))
                        .must(422)
                        .text())
                .contains("no well “99”");
    }

    @Test
    void saysWhatFitsAndWhatIsLeft() {
        JsonNode yes = me.post(
                        "/api/palettes/fit",
                        Map.of(
                                "inside", Map.of("width", 117, "height", 60),
                                "between", 0,
                                "pans", List.of(Map.of("id", "half", "width", 16, "height", 19, "count", 18))))
                .must(200)
                .json();
        assertThat(yes.at("/fits").asBoolean()).isTrue();
        assertThat(yes.at("/placed")).hasSize(18);
        assertThat(yes.at("/left")).isEmpty();
        JsonNode no = me.post(
                        "/api/palettes/fit",
                        Map.of(
                                "inside", Map.of("width", 60, "height", 40),
                                "pans", List.of(Map.of("id", "full", "width", 30, "height", 19, "count", 9))))
                .must(200)
                .json();
        assertThat(no.at("/fits").asBoolean()).isFalse();
        assertThat(no.at("/placed").size() + no.at("/left/0/count").asInt()).isEqualTo(9);
        assertThat(no.at("/proof").asString()).isIn("AREA", "ROWS");
        assertThat(me.post("/api/palettes/fit", Map.of("pans", List.of()))
                        .must(422)
                        .text())
                .contains("inside");
    }

    @Test
    void saysWhichSwatchIsWhich() {
        Map<String, Object> red = Map.of("id", 7, "massTone", lab(42, 60, 35), "tint", lab(80, 20, 12));
        Map<String, Object> blue = Map.of("id", 8, "massTone", lab(30, 12, -50), "tint", lab(82, 2, -16));
        JsonNode found = me.post(
                        "/api/palettes/identify",
                        Map.of(
                                "measured",
                                List.of(
                                        Map.of("massTone", lab(31, 11, -49), "tint", lab(81, 2, -16)),
                                        Map.of("massTone", lab(43, 59, 34))),
                                "candidates",
                                List.of(red, blue)))
                .must(200)
                .json();
        assertThat(found.at("/matches/0/id").asInt()).isEqualTo(8);
        assertThat(found.at("/matches/1/id").asInt()).isEqualTo(7);
        assertThat(found.at("/matches/0/sure").asBoolean()).isTrue();
        assertThat(found.at("/matches/0/deltaE").asDouble())
                .isEqualTo(new Lab(31, 11, -49).differenceFrom(new Lab(30, 12, -50)));
        assertThat(found.at("/matches/0/runnerUp").asInt()).isEqualTo(7);
        assertThat(me.post("/api/palettes/identify", Map.of("measured", List.of(Map.of()), "candidates", List.of()))
                        .must(422)
                        .text())
                .contains("measured[0].massTone");
    }
}
