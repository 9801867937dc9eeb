package molvet.server.pigment;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.Map;
import molvet.server.Api;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import tools.jackson.databind.JsonNode;

class PigmentApiTest {
    private Api me;

    @BeforeEach
    void aCollector() {
        me = Api.collector();
    }

    private JsonNode read(String text, String name) {
        return me.post("/api/pigments/read", Map.of("text", text, "name", name))
                .must(200)
                .json();
    }

    /** As badly as labels print them (common practice, no published source). */
    @ParameterizedTest(name = "{0}")
    @CsvSource(
            delimiter = '|',
            value = {
                "pb 15 colon 3, pv19 & PBR7 | PB15:3 PV19 PBr7",
                "P.B. 29 | PB29",
                "Pigment Blue 29 | PB29",
                "PY 43/PBr 7 | PY43 PBr7",
                "CI 77007 | PB29",
                "ultramarine blue | PB29",
            })
    void aLabelIsRead(String label, String codes) {
        assertThat(read(label, "")
                        .get("recipe")
                        .valueStream()
                        .map(r -> r.get("code").asString()))
                .containsExactly(codes.split(" "));
    }

    @Test
    void whatIsDoubtedIsSaidWithWhatIsLikelier() {
        JsonNode read = read("PB19 and secret blend", "Rose");
        assertThat(read.get("notes").toString()).contains("PV19");
        assertThat(read.get("unread").toString()).contains("secret blend");
        assertThat(read("", "").get("recipe")).isEmpty();
    }

    @Test
    void hostileLabelsAreReadOrRefusedInWords() {
        assertThat(read("'; drop table paint; --", "\"").get("recipe")).isEmpty();
        Api.Answer long_ = me.post("/api/pigments/read", Map.of("text", "PB29 ".repeat(20_000), "name", ""));
        assertThat(long_.status()).isIn(200, 422);
        assertThat(long_.text()).doesNotContain("Exception");
        me.post("/api/pigments/read", Map.of("text", "PB29\u202E", "name", "")).must(422);
        assertThat(Api.stranger()
                        .post("/api/pigments/read", Map.of("text", "PB29", "name", ""))
                        .status())
                .isIn(401, 403);
    }

    /** Colour Index constitution numbers are public facts: several pigments share 77491, the iron oxides. */
    @Test
    void aPigmentIsShownWithItsNumberItsNamesakesAndItsCare() {
        JsonNode red = me.get("/api/pigments/PR101").must(200).json();
        assertThat(red.at("/pigment/colourIndex").asString()).isEqualTo("77491");
        assertThat(red.get("sharesNumberWith").toString()).contains("PR102");
        JsonNode cadmium = me.get("/api/pigments/pr108").must(200).json();
        assertThat(cadmium.at("/pigment/code").asString()).isEqualTo("PR108");
        assertThat(cadmium.at("/pigment/cautions").toString()).contains("cadmium");
        assertThat(cadmium.get("deferral").asString()).contains("safety data sheet");
        assertThat(me.get("/api/pigments/PB999").must(404).text()).contains("PB999");
        me.get("/api/pigments/..%2F..").status();
        assertThat(me.get("/api/pigments/nonsense").status()).isEqualTo(404);
    }

    @Test
    void paintsAreCountedByPigmentAndOnlyOnesOwn() {
        me.paint("Tide", "PB29");
        me.paint("Ferry", "PB29 PBr7");
        Api.collector().paint("Other", "PB29");
        JsonNode all = me.get("/api/pigments").must(200).json().get("pigments");
        assertThat(all.valueStream()
                        .filter(p -> p.get("paints").asInt() > 0)
                        .map(p -> p.get("code").asString() + p.get("paints").asInt()))
                .containsExactlyInAnyOrder("PB292", "PBr71");
    }
}
