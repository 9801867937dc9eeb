package molvet.server.shelf;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Map;
import molvet.server.Api;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import tools.jackson.databind.JsonNode;

class ShelfApiTest {
    private static long swatchOf(JsonNode page) {
        return page.at("/swatches/0/id").asLong();
    }

    private static String placeOf(Api me, JsonNode page) {
        return me.get("/api/paints/" + page.get("id").asLong())
                .json()
                .at("/swatches/0/place")
                .asString();
    }

    @Test
    void aPaintIsPutAtItsPlaceAndFoundThere() {
        Api me = Api.collector();
        JsonNode p = me.painted("Tern Grey", "ring 1 card 1");
        assertThat(p.at("/swatches/0/place").asString()).isEqualTo("R1·1");
        assertThat(p.at("/swatches/0/placeInWords").asString()).isEqualTo("ring 1, card 1");
        assertThat(Api.names(me.find("r1 1"))).containsExactly("Tern Grey");
        assertThat(me.get("/api/places?code=R1-1").must(200).json().get("paint").asLong())
                .isEqualTo(p.get("id").asLong());
        JsonNode keeper =
                me.get("/api/keepers/" + p.at("/swatches/0/keeper").asLong()).json();
        assertThat(keeper.at("/places/0/paint/name").asString()).isEqualTo("Tern Grey");
        assertThat(keeper.at("/places/1/paint").isNull()).isTrue();
    }

    @Test
    void aKeeperThatIsNotThereIsAskedFor() {
        Api me = Api.collector();
        long id = me.paint("Tern Grey", "PB29").get("id").asLong();
        Api.Answer refused = me.post("/api/paints/" + id + "/swatches", Map.of("place", "R7 1"))
                .must(409);
        assertThat(refused.kind()).isEqualTo("no-keeper");
        assertThat(refused.json().get("by").asString()).isEqualTo("R7");
        assertThat(me.get("/api/paints/" + id).json().get("swatches")).isEmpty();
    }

    @Test
    void aTakenPlaceIsNeverTakenTwice() {
        Api me = Api.collector();
        JsonNode one = me.painted("One", "R1 1");
        JsonNode two = me.painted("Two", "R1 2");
        JsonNode three = me.painted("Three", "R1 5");
        Api.Answer refused = me.put("/api/swatches/" + swatchOf(three) + "/place", Map.of("place", "R1 1"))
                .must(409);
        assertThat(refused.kind()).isEqualTo("place-taken");
        assertThat(refused.json().at("/by/name").asString()).isEqualTo("One");
        me.put("/api/swatches/" + swatchOf(three) + "/place", Map.of("place", "R1 1", "ifTaken", "SWAP"))
                .must(200);
        assertThat(List.of(placeOf(me, one), placeOf(me, two), placeOf(me, three)))
                .containsExactly("R1·5", "R1·2", "R1·1");
        JsonNode four = me.paint("Four", "PB29");
        me.post("/api/paints/" + four.get("id").asLong() + "/swatches", Map.of("place", "R1 1", "ifTaken", "SHIFT"))
                .must(201);
        assertThat(List.of(placeOf(me, four), placeOf(me, three), placeOf(me, two), placeOf(me, one)))
                .containsExactly("R1·1", "R1·2", "R1·3", "R1·5");
        long shift = me.get("/api/acts?limit=1").json().at("/acts/0/id").asLong();
        me.post("/api/acts/" + shift + "/undo", Map.of()).must(200);
        assertThat(List.of(placeOf(me, three), placeOf(me, two), placeOf(me, one)))
                .containsExactly("R1·1", "R1·2", "R1·5");
        assertThat(me.get("/api/paints/" + four.get("id").asLong()).json().get("swatches"))
                .isEmpty();
    }

    @Test
    void twoPeopleFilingAtOnceDoNotShareAPlace() {
        Api me = Api.collector();
        me.painted("First", "R1 1");
        List<Long> ids = List.of("A", "B", "C", "D").stream()
                .map(n -> me.paint(n, "PB29").get("id").asLong())
                .toList();
        List<Integer> answers = ids.parallelStream()
                .map(id -> me.post("/api/paints/" + id + "/swatches", Map.of("place", "R1 9"))
                        .status())
                .toList();
        assertThat(answers.stream().filter(s -> s == 201)).hasSize(1);
        assertThat(answers).allMatch(s -> s == 201 || s == 409);
    }

    @Test
    void movingWithinAKeeperShiftsOnlyWhatItMust() {
        Api me = Api.collector();
        JsonNode a = me.painted("A", "R1 1");
        JsonNode b = me.painted("B", "R1 2");
        JsonNode c = me.painted("C", "R1 3");
        me.put("/api/swatches/" + swatchOf(c) + "/place", Map.of("place", "R1 1", "ifTaken", "SHIFT"))
                .must(200);
        assertThat(List.of(placeOf(me, c), placeOf(me, a), placeOf(me, b))).containsExactly("R1·1", "R1·2", "R1·3");
    }

    @Test
    void lostFoundAndRedoneSwatchesKeepTheirHistory() {
        Api me = Api.collector();
        JsonNode p = me.painted("Tern Grey", "R1 4");
        long id = p.get("id").asLong();
        me.post("/api/swatches/" + swatchOf(p) + "/lost", Map.of()).must(200);
        assertThat(Api.names(me.find("lost"))).containsExactly("Tern Grey");
        assertThat(Api.names(me.find("no swatch"))).containsExactly("Tern Grey");
        JsonNode found = me.post("/api/swatches/" + swatchOf(p) + "/found", Map.of())
                .must(200)
                .json();
        assertThat(found.at("/swatches/0/state").asString()).isEqualTo("CURRENT");
        assertThat(Api.names(me.find("not filed"))).containsExactly("Tern Grey");
        JsonNode redone = me.post("/api/paints/" + id + "/swatches", Map.of("place", "R1 4"))
                .must(201)
                .json();
        assertThat(redone.get("swatches").valueStream().map(s -> s.get("state").asString()))
                .containsExactly("CURRENT", "REDONE");
        assertThat(redone.at("/swatches/1/history").toString())
                .contains("Painted on", "Filed at R1·4", "Lost from R1·4", "Found", "Redone");
    }

    @Test
    void neighboursAreTheNearestOnEitherSide() {
        Api me = Api.collector();
        me.painted("Before", "R1 2");
        JsonNode p = me.painted("Here", "R1 5");
        me.painted("After", "R1 9");
        JsonNode swatch = me.get("/api/paints/" + p.get("id").asLong()).json().at("/swatches/0");
        assertThat(swatch.at("/before/place").asString()).isEqualTo("R1·2");
        assertThat(swatch.at("/after/name").asString()).isEqualTo("After");
    }

    @ParameterizedTest
    @ValueSource(strings = {"R1", "Q3·1", "R1·0", "R1·999", "'; drop table swatch", "R1·2·3·4"})
    void anImpossiblePlaceIsRefusedWithAWayOut(String place) {
        Api me = Api.collector();
        JsonNode p = me.painted("Tern Grey", "R1 1");
        Api.Answer refused = me.put("/api/swatches/" + swatchOf(p) + "/place", Map.of("place", place))
                .must(422);
        assertThat(refused.json().at("/errors/0/suggestion").asString()).isNotBlank();
        assertThat(placeOf(me, p)).isEqualTo("R1·1");
    }

    @Test
    void aKeeperGrowsAndShrinksWithoutLosingAPlace() {
        Api me = Api.collector();
        long binder = me.post("/api/keepers", Map.of("kind", "BINDER", "pages", 3, "cells", 4))
                .must(201)
                .json()
                .at("/keeper/id")
                .asLong();
        JsonNode p = me.painted("Tern Grey", "B1 p2 c3");
        me.put("/api/keepers/" + binder, Map.of("kind", "BINDER", "pages", 3, "cells", 6, "version", 1))
                .must(200);
        assertThat(placeOf(me, p)).isEqualTo("B1·p2·c3");
        me.put("/api/keepers/" + binder, Map.of("kind", "BINDER", "pages", 3, "cells", 2, "version", 2))
                .must(422);
        assertThat(placeOf(me, p)).isEqualTo("B1·p2·c3");
        assertThat(me.delete("/api/keepers/" + binder).must(409).kind()).isEqualTo("keeper-in-use");
    }

    @Test
    void everyKindOfKeeperIsMadeWithItsUsualSize() {
        Api me = Api.collector();
        for (String kind : List.of("RING", "BINDER", "SKETCHBOOK", "LID", "BOX", "WALL")) {
            me.post("/api/keepers", Map.of("kind", kind)).must(201);
        }
        assertThat(me.get("/api/keepers")
                        .json()
                        .get("keepers")
                        .valueStream()
                        .map(k -> k.get("code").asString()))
                .containsExactly("R1", "B1", "S1", "L1", "X1", "W1");
        me.post("/api/keepers", Map.of("kind", "RING", "number", 1)).must(422);
        me.post("/api/keepers", Map.of("kind", "SHED")).must(422);
        me.post("/api/keepers", Map.of("kind", "RING", "cells", 0)).must(422);
    }
}
