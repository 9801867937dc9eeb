package molvet.server.choosing;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import molvet.server.Api;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;

class FinalCutApiTest {
    private static final Api ME = Api.collector();

    private static Map<String, Object> candidate(Object id, double l, double a, double b, String price, double liking) {
        return new HashMap<>(Map.of(
                "id", id, "massTone", Map.of("l", l, "a", a, "b", b), "price", price, "liking", liking, "must", false));
    }

    private static Map<String, Object> asked(int wells, String budget, List<?> candidates) {
        return Map.of("wells", wells, "budget", budget, "currency", "EUR", "candidates", candidates);
    }

    /** By hand: two yellows of one colour, a blue; two wells, money for the cheaper yellow and the blue. */
    @Test
    void theBestWithinTheBudgetIsChosenAndWhatIsLeftOutSaysWhatServes() {
        JsonNode cut = ME.post(
                        "/api/shortlists/choose",
                        asked(
                                2,
                                "18.00",
                                List.of(
                                        candidate("dear yellow", 85, 0, 80, "14.20", 2),
                                        candidate(7, 84, 0, 80, "8.10", 1),
                                        candidate("blue", 30, 20, -60, "9.80", 3))))
                .must(200)
                .json();
        assertThat(cut.get("chosen").toString()).isEqualTo("[7,\"blue\"]");
        assertThat(cut.get("cost").asString()).isEqualTo("17.90");
        assertThat(cut.get("optimal").asBoolean()).isTrue();
        JsonNode left = cut.at("/leftOut/0");
        assertThat(left.get("id").asString()).isEqualTo("dear yellow");
        assertThat(left.get("servedBy").asInt()).isEqualTo(7);
        double degree = left.get("degree").asDouble();
        assertThat(degree).isBetween(0.95, 0.99);
        assertThat(cut.get("worth").asDouble()).isBetween(2 * degree + 4 - 1e-9, 2 * degree + 4 + 1e-9);
        assertThat(cut.get("bound").asDouble())
                .isGreaterThanOrEqualTo(cut.get("worth").asDouble());
        assertThat(left.get("reason").asString()).startsWith("7 passes for it: ΔE00 0.");
    }

    @Test
    void whatCannotBeIsSaidWithWhereAndWhich() {
        Map<String, Object> must = candidate("Old Crimson", 30, 50, 10, "64.40", 1);
        must.put("must", true);
        assertThat(ME.post("/api/shortlists/choose", asked(3, "60.00", List.of(must)))
                        .must(422)
                        .text())
                .contains("Old Crimson 64.40")
                .contains("64.40 of 60.00");
        Map<String, Object> unpriced = candidate("Kelp", 40, -20, 10, "", 1);
        assertThat(ME.post("/api/shortlists/choose", asked(3, "60.00", List.of(unpriced)))
                        .must(422)
                        .text())
                .contains("Without a price: Kelp");
        assertThat(ME.post("/api/shortlists/choose", Map.of("wells", 1, "candidates", List.of(unpriced)))
                        .must(200)
                        .json()
                        .get("chosen")
                        .toString())
                .isEqualTo("[\"Kelp\"]");
        Map<String, Object> pounds = candidate("Kelp", 40, -20, 10, "3", 1);
        pounds.put("currency", "GBP");
        assertThat(ME.post("/api/shortlists/choose", asked(3, "60.00", List.of(pounds)))
                        .must(422)
                        .text())
                .contains("one currency");
        assertThat(ME.post("/api/shortlists/choose", asked(3, "60.00", List.of()))
                        .must(422)
                        .text())
                .contains("empty");
        List<Object> many = new ArrayList<>();
        for (int i = 0; i < 501; i++) many.add(candidate(i, 50, 0, 0, "1", 1));
        assertThat(ME.post("/api/shortlists/choose", asked(3, "60.00", many))
                        .must(422)
                        .text())
                .contains("501");
        ME.post("/api/shortlists/choose", asked(0, "60.00", List.of(pounds))).must(422);
        assertThat(ME.post("/api/shortlists/choose", asked(1, "1", List.of(pounds, pounds)))
                        .must(422)
                        .text())
                .contains("candidates");
    }
}
