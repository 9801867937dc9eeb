package molvet.server.fading;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.Map;
import molvet.server.Api;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;

class FadingApiTest {
    private static Map<String, Object> lab(double l, double a, double b) {
        return Map.of("l", l, "a", a, "b", b);
    }

    @Test
    void aChangeIsGradedWithItsReasons() {
        JsonNode g = Api.collector()
                .post("/api/fading/grade", Map.of("before", lab(45, 60, 0), "after", lab(50, 55, 0)))
                .must(200)
                .json();
        // √(25 + 25)
        assertThat(g.get("deltaEab").asDouble()).isBetween(7.071, 7.072);
        assertThat(g.get("astm").asString()).isEqualTo("II");
        assertThat(g.get("lightfastness").asString()).isEqualTo("VERY_GOOD");
        assertThat(g.at("/reasons/0").asString())
                .contains("more than 4 and at most 8")
                .contains("if the light");
        assertThat(g.at("/reasons/1").asString()).contains("duller and paler");
    }

    @Test
    void aMissingHalfIsNamed() {
        assertThat(Api.collector()
                        .post("/api/fading/grade", Map.of("before", lab(45, 60, 0)))
                        .must(422)
                        .text())
                .contains("after");
    }
}
