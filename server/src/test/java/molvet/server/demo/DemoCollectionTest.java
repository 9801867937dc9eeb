package molvet.server.demo;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import molvet.server.Api;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;

/** What the demo shows is found by the program: nothing here is typed in as a result. */
@Tag("demo")
class DemoCollectionTest {
    private static Api demo;

    @BeforeAll
    static void load() {
        demo = LoadedDemo.api();
    }

    @Test
    void isLargeEnoughToBeTrue() {
        JsonNode waiting = demo.get("/api/waiting").json();
        assertThat(waiting.get("rooms").get("/collection").asInt()).isBetween(190, 220);
        assertThat(demo.get("/api/keepers").json().get("keepers").size()).isGreaterThanOrEqualTo(3);
        assertThat(demo.get("/api/makers").json().get("makers").size()).isGreaterThanOrEqualTo(4);
        for (String find :
                List.of("no swatch", "not read", "not filed", "lost", "no pigments", "wished", "gone", "sampled")) {
            assertThat(demo.find(find).json().get("total").asInt()).as(find).isPositive();
        }
    }

    @Test
    void paintCameInEveryWay() {
        List<JsonNode> all =
                demo.get("/api/arrivals").json().get("arrivals").valueStream().toList();
        assertThat(all.stream()
                        .filter(a -> a.get("state").asString().equals("LOGGED"))
                        .map(a -> a.get("kind").asString()))
                .contains(
                        "HAUL",
                        "GIFT",
                        "SWAP",
                        "SET",
                        "SAMPLE",
                        "SPECIAL_EDITION",
                        "LEFTOVER",
                        "FOUND_AGAIN",
                        "DOT_CARD")
                .hasSizeGreaterThanOrEqualTo(9);
        assertThat(all).anyMatch(a -> a.get("state").asString().equals("DRAFT"));
        assertThat(demo.get("/api/arrivals").text()).doesNotContain("Isolde");
        assertThat(demo.get("/api/thanks").json().get("owed").asInt()).isEqualTo(2);
        JsonNode card = demo.get("/api/dotcards").json().at("/cards/0");
        assertThat(card.get("dots").asInt()).isEqualTo(95);
        assertThat(card.get("carriedOver").asInt()).isBetween(40, 50);
        assertThat(demo.get("/api/pours").json().get("tacky").asInt()).isEqualTo(1);
    }

    @Test
    void theBenchIsAtWork() {
        List<JsonNode> charts =
                demo.get("/api/charts").json().get("charts").valueStream().toList();
        assertThat(charts).hasSizeGreaterThanOrEqualTo(3);
        JsonNode strips = charts.get(charts.size() - 1);
        assertThat(strips.get("cells").asInt()).isEqualTo(11);
        assertThat(strips.get("painted").asInt()).isEqualTo(7);
        assertThat(charts)
                .anyMatch(c -> c.get("unfiled").asInt() == 0 && c.get("painted").asInt() > 0);
        assertThat(demo.find("drying").json().get("total").asInt()).isEqualTo(7);
        assertThat(demo.get("/api/papers").json().get("papers")).hasSize(3);
    }

    @Test
    void tubesOfAnOlderEditionAreOneMoreOfWhatIsHere() {
        long sale = demo.get("/api/arrivals")
                .json()
                .get("arrivals")
                .valueStream()
                .filter(a -> a.get("kind").asString().equals("LEFTOVER"))
                .findFirst()
                .orElseThrow()
                .get("id")
                .asLong();
        JsonNode lines = demo.get("/api/arrivals/" + sale).json().get("logged");
        assertThat(lines.valueStream().map(l -> l.at("/paint/accession").asString()))
                .allMatch(a -> a.compareTo("M-0091") < 0);
    }

    @Test
    void doubtfulCodesAreFound() {
        List<String> doubts = demo.get("/api/disputes?limit=300")
                .json()
                .get("disputes")
                .valueStream()
                .map(d ->
                        d.at("/paint/name").asString() + ": " + d.get("message").asString())
                .toList();
        for (String told : List.of(
                "Evening Violet.*PV19.*",
                "Quay Gold.*PO48.*",
                "Rock Pool Blue.*PB15:2.*",
                "Moss Bank Green.*",
                "Lichen Green.*")) {
            assertThat(doubts).anyMatch(d -> d.matches(told));
        }
    }

    /** The five gravest doubts of the set of 28, each with its reason. */
    @Test
    void theSetsGravestDoubtsComeFirst() {
        JsonNode list = demo.get("/api/disputes?limit=5&find=owned").json();
        assertThat(list.get("disputes")).hasSize(5);
        assertThat(list.at("/disputes/0/kind").asString()).isEqualTo("LIGHTFAST_CLAIM_FADES");
        // What faded on one’s own wall weighs more than what the reference says.
        assertThat(list.at("/disputes/0/message").asString()).contains("your paper shows fugitive");
        assertThat(list.toString()).contains("which is fugitive in watercolour; your paper shows fugitive.");
    }

    @Test
    void whatTheLabelHidesIsSeenOnThePaper() {
        JsonNode heather = page("Cobalt Dusk Violet");
        assertThat(heather.at("/voices/granulation/label").asString()).isEqualTo("NONE");
        assertThat(heather.at("/voices/granulation/paper").asString()).isEqualTo("STRONG");
        assertThat(heather.at("/voices/granulation/disagree").asBoolean()).isTrue();
        assertThat(page("Cadmium Sun").at("/voices/transparency/paper").asString())
                .isEqualTo("OPAQUE");
        assertThat(page("Straw Lantern").at("/voices/transparency/paper").asString())
                .isEqualTo("TRANSPARENT");
        assertThat(page("Slipway Blue").at("/voices/granulation/paper").asString())
                .isEqualTo("NONE");
    }

    @Test
    void everySwatchIsDrawnFromItsOwnPicture() {
        assertThat(demo.find("painted")
                        .json()
                        .get("paints")
                        .valueStream()
                        .filter(p -> p.get("strip").isNull()))
                .hasSize(2);
        JsonNode red = page("Signal Red").at("/swatches/0/readings/0/massTone");
        JsonNode blue = page("Deep Shelter Blue").at("/swatches/0/readings/0/massTone");
        assertThat(red.get("a").asDouble()).isGreaterThan(30);
        assertThat(blue.get("b").asDouble()).isLessThan(-30);
    }

    private static JsonNode page(String name) {
        long id = demo.find("\"" + name + "\"").json().at("/paints/0/id").asLong();
        return demo.get("/api/paints/" + id).must(200).json();
    }

    @Test
    void listsShowTheMeasuredPaintsOfWhatTheyHold() {
        JsonNode blues = demo.get("/api/paints?find=only+PB29&limit=100")
                .must(200)
                .json()
                .get("paints");
        var firsts = blues.valueStream()
                .filter(p -> p.hasNonNull("strip"))
                .map(p -> p.at("/strip/stops/0").asString())
                .toList();
        JsonNode ribbon = demo.get("/api/ribbons/pigment")
                .must(200)
                .json()
                .get("ribbons")
                .valueStream()
                .filter(r -> r.get("of").asString().equals("PB29"))
                .findFirst()
                .orElseThrow();
        assertThat(firsts).isNotEmpty();
        assertThat(ribbon.get("strips").valueStream().map(s -> s.get(0).asString()))
                .containsExactlyElementsOf(firsts);
        JsonNode many = demo.get("/api/ribbons/maker")
                .must(200)
                .json()
                .get("ribbons")
                .valueStream()
                .filter(r -> r.get("more").asInt() > 0)
                .findFirst()
                .orElseThrow();
        assertThat(many.get("strips")).as("as many as a list has room for").hasSize(28);
        // Of a whole card of dots some are blue; the first in its order are all yellow and red.
        assertThat(many.get("strips").valueStream().map(x -> x.get(0).asString()))
                .as("taken along the whole order")
                .anyMatch(c -> Integer.parseInt(c.substring(5, 7), 16) > Integer.parseInt(c.substring(1, 3), 16));
        for (String sort : java.util.List.of("keeper", "arrival", "chart", "maker", "line")) {
            assertThat(demo.get("/api/ribbons/" + sort)
                            .must(200)
                            .json()
                            .get("ribbons")
                            .size())
                    .as(sort)
                    .isPositive();
        }
        assertThat(demo.get("/api/ribbons/collector").status()).isEqualTo(404);
    }
}
