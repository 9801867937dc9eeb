package molvet.server.shelf;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import molvet.server.Api;
import org.apache.pdfbox.Loader;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.text.PDFTextStripper;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;

/** Whole keepers: re-filed, merged, split, walked through. */
class ArrangingApiTest {
    private static long filed(Api me, String name, String pigments, String place) {
        long id = me.paint(name, pigments).get("id").asLong();
        return me.post("/api/paints/" + id + "/swatches", Map.of("place", place, "makeKeeper", true))
                .must(201)
                .json()
                .at("/swatches/0/id")
                .asLong();
    }

    private static long keeper(Api me, String code) {
        return me.get("/api/keepers")
                .json()
                .get("keepers")
                .valueStream()
                .filter(k -> k.get("code").asString().equals(code))
                .findFirst()
                .orElseThrow()
                .get("id")
                .asLong();
    }

    /** Place and name of all that is filed, in order. */
    private static List<String> contents(Api me, String code) {
        return me.get("/api/keepers/" + keeper(me, code))
                .json()
                .get("places")
                .valueStream()
                .filter(p -> !p.get("paint").isNull())
                .map(p -> p.get("place").asString() + " " + p.at("/paint/name").asString())
                .toList();
    }

    @Test
    void aRingIsRefiledWithTheFewestCardsMovedAndCanBeLeftInBetween() {
        Api me = Api.collector();
        filed(me, "Black", "PBk9", "R1 1");
        filed(me, "Yellow", "PY151", "R1 2");
        filed(me, "Red", "PR254", "R1 4");
        filed(me, "Blue", "PB29", "R1 5");
        long ring = keeper(me, "R1");
        JsonNode under = me.post("/api/keepers/" + ring + "/refiling", Map.of("school", "YELLOW_FIRST"))
                .must(200)
                .json();
        assertThat(under.get("steps")).hasSize(1);
        assertThat(under.at("/steps/0/card/paint/name").asString()).isEqualTo("Black");
        assertThat(under.at("/steps/0/after/paint/name").asString()).isEqualTo("Blue");
        // Come back another day: it is still there.
        JsonNode later = me.get("/api/keepers/" + ring + "/refiling").json();
        assertThat(later.get("under").asBoolean()).isTrue();
        Map<String, Object> step =
                Map.of("swatch", later.at("/steps/0/card/swatch").asLong());
        later = me.post("/api/keepers/" + ring + "/refiling/step", step)
                .must(200)
                .json();
        assertThat(later.get("under").asBoolean()).isFalse();
        assertThat(contents(me, "R1")).containsExactly("R1·1 Yellow", "R1·2 Red", "R1·4 Blue", "R1·5 Black");
        me.undoLast();
        assertThat(contents(me, "R1")).containsExactly("R1·1 Black", "R1·2 Yellow", "R1·4 Red", "R1·5 Blue");
        assertThat(me.get("/api/keepers/" + ring + "/refiling").json().get("steps"))
                .hasSize(1);
        me.delete("/api/keepers/" + ring + "/refiling").must(204);
        assertThat(me.post("/api/keepers/" + ring + "/refiling/step", step).status())
                .isEqualTo(404);
    }

    @Test
    void aCardThatCameSinceStaysWhereItIsWhileARingIsRefiled() {
        Api me = Api.collector();
        filed(me, "Black", "PBk9", "R1 1");
        filed(me, "Yellow", "PY151", "R1 2");
        filed(me, "Green", "PG7", "R1 3");
        filed(me, "Red", "PR254", "R1 4");
        long ring = keeper(me, "R1");
        me.post("/api/keepers/" + ring + "/refiling", Map.of("school", "YELLOW_FIRST"))
                .must(200);
        filed(me, "Newcomer", "PB29", "R1 5");
        JsonNode under = me.get("/api/keepers/" + ring + "/refiling").json();
        while (under.get("under").asBoolean()) {
            under = me.post(
                            "/api/keepers/" + ring + "/refiling/step",
                            Map.of("swatch", under.at("/steps/0/card/swatch").asLong()))
                    .must(200)
                    .json();
        }
        assertThat(contents(me, "R1").stream().map(c -> c.split(" ")[1]))
                .containsSubsequence("Yellow", "Red", "Green", "Black")
                .containsSubsequence("Red", "Newcomer");
    }

    @Test
    void aNewCardIsToldBetweenWhichTwoItGoes() {
        Api me = Api.collector();
        filed(me, "Yellow", "PY151", "R1 1");
        filed(me, "Blue", "PB29", "R1 2");
        long red = me.paint("Red", "PR254").get("id").asLong();
        long card = me.post("/api/paints/" + red + "/swatches", Map.of())
                .must(201)
                .json()
                .at("/swatches/0/id")
                .asLong();
        long ring = keeper(me, "R1");
        JsonNode between = me.get("/api/keepers/" + ring + "/between?swatch=" + card + "&school=YELLOW_FIRST")
                .must(200)
                .json();
        assertThat(between.at("/before/paint/name").asString()).isEqualTo("Yellow");
        assertThat(between.at("/after/paint/name").asString()).isEqualTo("Blue");
        assertThat(between.get("place").asString()).isEqualTo("R1·2");
        assertThat(between.get("shifts").asInt()).isEqualTo(1);
        me.put("/api/swatches/" + card + "/place", Map.of("place", "R1·2", "ifTaken", "SHIFT"))
                .must(200);
        assertThat(contents(me, "R1")).containsExactly("R1·1 Yellow", "R1·2 Red", "R1·3 Blue");
    }

    @Test
    void aRingIsRenumberedWithGapsAsChosen() {
        Api me = Api.collector();
        filed(me, "A", "PY151", "R1 2");
        filed(me, "B", "PB29", "R1 3");
        filed(me, "C", "PG7", "R1 9");
        long ring = keeper(me, "R1");
        me.post("/api/keepers/" + ring + "/spacing", Map.of("gap", 1)).must(200);
        assertThat(contents(me, "R1")).containsExactly("R1·1 A", "R1·3 B", "R1·5 C");
        me.post("/api/keepers/" + ring + "/spacing", Map.of("gap", 0)).must(200);
        assertThat(contents(me, "R1")).containsExactly("R1·1 A", "R1·2 B", "R1·3 C");
        me.undoLast();
        assertThat(contents(me, "R1")).containsExactly("R1·1 A", "R1·3 B", "R1·5 C");
        assertThat(me.post("/api/keepers/" + ring + "/spacing", Map.of("gap", 99))
                        .status())
                .isEqualTo(422);
    }

    @Test
    void ringsAreMergedDividedAndPutBackByUndo() {
        Api me = Api.collector();
        filed(me, "A", "PY151", "R1 1");
        filed(me, "B", "PB29", "R1 3");
        filed(me, "C", "PG7", "R2 1");
        filed(me, "D", "PG7", "R2 2");
        long one = keeper(me, "R1");
        me.post("/api/keepers/" + one + "/merge", Map.of("from", keeper(me, "R2")))
                .must(200);
        assertThat(contents(me, "R1")).containsExactly("R1·1 A", "R1·3 B", "R1·4 C", "R1·5 D");
        assertThat(me.get("/api/keepers").json().get("keepers")).hasSize(1);
        me.undoLast();
        assertThat(contents(me, "R2")).containsExactly("R2·1 C", "R2·2 D");
        me.post("/api/keepers/" + one + "/merge", Map.of("from", keeper(me, "R2")))
                .must(200);
        JsonNode fresh = me.post("/api/keepers/" + one + "/split", Map.of("place", "R1 4"))
                .must(200)
                .json();
        assertThat(contents(me, fresh.get("code").asString())).containsExactly("R2·1 C", "R2·2 D");
        assertThat(me.post("/api/keepers/" + one + "/split", Map.of("place", "R1 1"))
                        .must(422)
                        .text())
                .contains("Nothing would be left");
        assertThat(me.post("/api/keepers/" + one + "/merge", Map.of("from", one))
                        .status())
                .isEqualTo(422);
        assertThat(me.delete("/api/keepers/" + one).must(409).kind()).isEqualTo("keeper-in-use");
    }

    @Test
    void aPageOfABinderIsMovedWithAllThatIsOnIt() {
        Api me = Api.collector();
        filed(me, "A", "PY151", "B1 p1 c1");
        filed(me, "B", "PB29", "B1 p1 c2");
        filed(me, "C", "PG7", "B1 p2 c1");
        filed(me, "D", "PV19", "B1 p3 c2");
        long binder = keeper(me, "B1");
        me.post("/api/keepers/" + binder + "/pages", Map.of("page", 1, "to", 3)).must(200);
        assertThat(contents(me, "B1")).containsExactly("B1·p1·c1 C", "B1·p2·c2 D", "B1·p3·c1 A", "B1·p3·c2 B");
        assertThat(me.post("/api/keepers/" + binder + "/pages", Map.of("page", 1, "to", 99))
                        .status())
                .isEqualTo(422);
        assertThat(me.post("/api/keepers/" + binder + "/refiling", Map.of("school", "RAINBOW"))
                        .must(422)
                        .text())
                .contains("slipped in between");
    }

    @Test
    void aWalkTicksOffWhatIsThereAndTheRestIsLost() {
        Api me = Api.collector();
        long a = filed(me, "A", "PY151", "R1 1");
        filed(me, "B", "PB29", "R1 2");
        long stray = filed(me, "Stray", "PG7", "R2 1");
        long ring = keeper(me, "R1");
        assertThat(me.post("/api/keepers/" + ring + "/walk/seen", Map.of("swatch", a))
                        .must(409)
                        .kind())
                .isEqualTo("no-walk");
        me.post("/api/keepers/" + ring + "/walk", Map.of()).must(200);
        me.post("/api/keepers/" + ring + "/walk/seen", Map.of("swatch", a)).must(204);
        me.post("/api/keepers/" + ring + "/walk/seen", Map.of("swatch", stray)).must(204);
        JsonNode page = me.get("/api/keepers/" + ring).json();
        assertThat(page.at("/places/0/seen").asBoolean()).isTrue();
        assertThat(page.at("/places/1/seen").asBoolean()).isFalse();
        JsonNode backlog = me.get("/api/shelf/backlog").must(200).json();
        assertThat(backlog.at("/elsewhere/0/card/paint/name").asString()).isEqualTo("Stray");
        assertThat(backlog.at("/elsewhere/0/card/place").asString()).isEqualTo("R2·1");
        assertThat(backlog.at("/elsewhere/0/seenIn").asString()).isEqualTo("R1");
        me.post("/api/keepers/" + ring + "/walk/end", Map.of("markLost", true)).must(200);
        assertThat(contents(me, "R1")).containsExactly("R1·1 A");
        assertThat(Api.names(me.find("lost"))).containsExactly("B");
        assertThat(me.get("/api/shelf/backlog").json().at("/lost/0/name").asString())
                .isEqualTo("B");
        me.undoLast();
        assertThat(contents(me, "R1")).containsExactly("R1·1 A", "R1·2 B");
        // Put where it was seen, it is no longer elsewhere.
        me.put("/api/swatches/" + stray + "/place", Map.of("place", "R1 3")).must(200);
        assertThat(me.get("/api/shelf/backlog").json().get("elsewhere")).isEmpty();
    }

    @Test
    void aThingTooLargeForItsPocketIsSaidSo() {
        Api me = Api.collector();
        me.post(
                        "/api/keepers",
                        Map.of(
                                "kind",
                                "BINDER",
                                "number",
                                1,
                                "pages",
                                5,
                                "cells",
                                4,
                                "pocketWidth",
                                100,
                                "pocketHeight",
                                70))
                .must(201);
        long id = me.paint("Wrapper blue", "PB29").get("id").asLong();
        Map<String, Object> sheet = Map.of("place", "B1 p1 c1", "kind", "LEAFLET", "width", 190.5, "height", 279.4);
        assertThat(me.post("/api/paints/" + id + "/swatches", sheet).must(422).text())
                .contains("190.5 × 279.4", "does not go in");
        assertThat(me.get("/api/paints/" + id).json().get("swatches")).isEmpty();
        JsonNode page = me.post(
                        "/api/paints/" + id + "/swatches",
                        Map.of("place", "B1 p1 c1", "kind", "WRAPPER", "width", 60, "height", 90))
                .must(201)
                .json();
        assertThat(page.at("/swatches/0/kind").asString()).isEqualTo("WRAPPER");
        assertThat(me.post("/api/paints/" + id + "/swatches", Map.of("kind", "ROCK"))
                        .status())
                .isEqualTo(422);
    }

    @Test
    void aKeeperIsPrintedAsAListOfItsContents() throws Exception {
        Api me = Api.collector();
        filed(me, "Dusk Heather", "PV19, PB29", "R1 1");
        filed(me, "Tern Grey", "PBk9", "R1 3");
        byte[] pdf = me.get("/api/keepers/" + keeper(me, "R1") + "/contents.pdf")
                .must(200)
                .bytes();
        try (PDDocument document = Loader.loadPDF(pdf)) {
            String text = new PDFTextStripper().getText(document);
            assertThat(text).contains("R1·1", "Dusk Heather", "PV19+PB29", "M-0001", "R1·2", "R1·3", "Tern Grey");
        }
        List<String> schools = new ArrayList<>();
        me.get("/api/schools")
                .json()
                .get("schools")
                .forEach(s -> schools.add(s.get("school").asString()));
        assertThat(schools).contains("SEVEN_GROUPS", "MEASURED_HUE").hasSize(8);
    }
}
