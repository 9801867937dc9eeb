package molvet.server.fading;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.awt.Color;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.Stream;
import java.util.stream.StreamSupport;
import molvet.server.Api;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;

/** Strips in the light, from the plan to the verdict, with the stand-in’s hand, light and scanner. */
class ExposureApiTest {
    private Api me;

    @BeforeEach
    void collector() {
        me = Api.collector();
    }

    /** @return the strip of a name */
    private static JsonNode strip(JsonNode page, String name) {
        return StreamSupport.stream(page.get("strips").spliterator(), false)
                .filter(s -> s.get("name").asString().equals(name))
                .findFirst()
                .orElseThrow();
    }

    private JsonNode paint(String name, String pigments, String claims) {
        return me.post(
                        "/api/paints",
                        Map.of(
                                "name",
                                name,
                                "maker",
                                "Kelpwick",
                                "pigments",
                                pigments,
                                "form",
                                "TUBE",
                                "claims",
                                claims.isEmpty() ? Map.of() : Map.of("lightfastness", claims)))
                .must(201)
                .json();
    }

    private JsonNode look(long exposure, String on, boolean twin) {
        JsonNode page = me.post("/api/exposures/" + exposure + "/simulated", Api.body("on", on, "twin", twin))
                .must(202)
                .json();
        long scan = StreamSupport.stream(page.get("readings").spliterator(), false)
                .mapToLong(r -> r.path("scan").asLong())
                .max()
                .orElseThrow();
        assertThat(me.read(scan).get("state").asString()).isEqualTo("PROPOSED");
        me.post("/api/readings/" + scan + "/accept", Map.of()).must(200);
        return me.get("/api/exposures/" + exposure).must(200).json();
    }

    private String verdict(long paint, String what) {
        return me.get("/api/paints/" + paint)
                .json()
                .at("/voices/lightfastness/" + what)
                .asString();
    }

    @Test
    void aSheetInASouthWindowTellsWhatFadesAndWhatStays() {
        // Common practice: PR83 fades, PB29 and PBr7 do not, PB27 fades and recovers in the dark.
        Map<String, Long> paints = new LinkedHashMap<>();
        for (String[] p : new String[][] {
            {"Shore Rose", "PR83", "EXCELLENT"},
            {"Deep Sea", "PB29", "EXCELLENT"},
            {"Peat", "PBr7", ""},
            {"Ink Blue", "PB27", "EXCELLENT"},
            {"Dusk", "PB29, PR83", ""}
        }) {
            paints.put(p[0], paint(p[0], p[1], p[2]).get("id").asLong());
        }
        assertThat(verdict(paints.get("Shore Rose"), "verdict")).isEqualTo("FUGITIVE");
        JsonNode planned = me.post(
                        "/api/exposures",
                        Map.of(
                                "name",
                                "South window",
                                "paints",
                                List.copyOf(paints.values()),
                                "references",
                                8,
                                "twin",
                                true,
                                "steps",
                                "1, 2, 4, 8, 16 weeks"))
                .must(201)
                .json();
        long id = planned.get("id").asLong();
        assertThat(planned.get("strips")).hasSize(5 + 8);
        assertThat(planned.at("/sheet/pages").asInt()).isEqualTo(1);
        assertThat(planned.get("light").asString()).isEqualTo("not hung up yet");

        look(id, "2026-01-05", false);
        look(id, "2026-01-05", true);
        JsonNode hung = me.post(
                        "/api/exposures/" + id + "/places",
                        Map.of("place", "WINDOW", "direction", "SOUTH", "on", "2026-01-05"))
                .must(200)
                .json();
        assertThat(hung.at("/due/step").asInt())
                .as("the last step whose day has come")
                .isEqualTo(5);
        look(id, "2026-02-02", false);
        JsonNode page = look(id, "2026-09-14", false);

        JsonNode rose = strip(page, "Shore Rose");
        assertThat(rose.get("finding").asString()).isEqualTo("FADED");
        assertThat(rose.get("course")).hasSize(2);
        assertThat(rose.at("/course/1/tint/deltaE00").asDouble())
                .isGreaterThan(rose.at("/course/0/tint/deltaE00").asDouble());
        assertThat(rose.get("astm").asString()).isEqualTo("V");
        assertThat(rose.get("worst").asString()).isEqualTo("FUGITIVE");
        JsonNode sea = strip(page, "Deep Sea");
        assertThat(sea.get("finding").asString()).isEqualTo("UNCHANGED");
        assertThat(strip(page, "Peat").get("finding").asString()).isEqualTo("UNCHANGED");
        assertThat(verdict(paints.get("Shore Rose"), "paper")).isEqualTo("FUGITIVE");
        assertThat(sea.get("words").asString()).isEqualTo("excellent");
        assertThat(strip(page, "Dusk").get("reasons").toString())
                .contains("paler and bluer", "The PR83 seems to have gone and the PB29 stayed: a mixture parting.");
        assertThat(page.get("mistakes")).isEmpty();

        // The references say how much light there was.
        int gone = page.at("/readings")
                .get(page.get("readings").size() - 1)
                .path("gone")
                .asInt();
        assertThat(gone).isBetween(5, 7);

        me.post("/api/exposures/" + id + "/places", Map.of("place", "DARK", "on", "2026-09-14"))
                .must(200);
        JsonNode back = look(id, "2026-10-02", false);
        assertThat(strip(back, "Ink Blue").get("recovered").asBoolean()).isTrue();
        assertThat(strip(back, "Shore Rose").get("recovered").asBoolean()).isFalse();
        assertThat(Api.names(me.find("faded on my wall")))
                .contains("Shore Rose", "Dusk")
                .doesNotContain("Deep Sea", "Peat");
        assertThat(Api.names(me.find("tested"))).hasSize(5);
        assertThat(Api.names(me.find("untested"))).isEmpty();

        // The record is printed, and undone a reading is as if it had not been.
        assertThat(me.get("/api/exposures/" + id + "/record.pdf").must(200).bytes())
                .startsWith("%PDF".getBytes());
    }

    @Test
    void theHalvesAreReadToTheirTruthAndTheRateComesBack() {
        paint("Bloom", "PR83", "");
        long paint = me.get("/api/paints?find=Bloom").json().at("/paints/0/id").asLong();
        long id = me.post("/api/exposures", Map.of("name", "Rates", "paints", List.of(paint)))
                .must(201)
                .json()
                .get("id")
                .asLong();
        look(id, "2026-01-05", false);
        // Lux by a meter, so that the stand-in’s light is known: 2,000 lux for 10 hours.
        me.post(
                        "/api/exposures/" + id + "/places",
                        Map.of("place", "WALL", "on", "2026-01-05", "lux", "20 000", "hours", "10"))
                .must(200);
        look(id, "2026-01-19", false);
        JsonNode page = look(id, "2026-02-16", false);
        // The stand-in’s PR83 loses 0.11 with each Mlux·h, and 0.2 fall on it a day.
        double halfLife = Math.log(2) / (0.11 * 0.2);
        assertThat(page.at("/strips/0/halfLife").asDouble()).isCloseTo(halfLife, within(0.1 * halfLife));
    }

    @Test
    void aSheetFromTheWallIsReadByItsSticker() {
        long paint = paint("Old Pink", "PR122", "EXCELLENT").get("id").asLong();
        long id = me.post(
                        "/api/exposures/hung",
                        Map.of(
                                "name",
                                "Studio wall",
                                "hung",
                                Map.of("place", "LAMPS", "on", "2025-09-01", "hours", "9", "about", 60)))
                .must(201)
                .json()
                .get("id")
                .asLong();
        JsonNode page = FadingSample.marked(
                me, id, paint, "2026-09-01", FadingSample.picture(new Color(190, 40, 110), new Color(225, 160, 190)));
        JsonNode strip = page.at("/strips/0");
        assertThat(strip.get("finding").asString()).isEqualTo("FADED");
        assertThat(strip.at("/course/0/full/deltaE00").asDouble()).isGreaterThan(10);
        assertThat(strip.get("warnings").toString()).contains("Nobody read it before it hung");
        assertThat(strip.has("astm") && !strip.get("astm").isNull())
                .as("an estimate is no class of the standard")
                .isFalse();
        assertThat(strip.get("reasons").toString()).contains("estimated from place and days");
        assertThat(verdict(paint, "paper")).isEqualTo(strip.get("best").asString());
        assertThat(me.get("/api/paints/" + paint + "/light").json().get("strips"))
                .hasSize(1);

        me.delete("/api/exposure-readings/" + page.at("/readings/0/id").asLong())
                .must(200);
        assertThat(me.get("/api/paints/" + paint)
                        .json()
                        .at("/voices/lightfastness/paper")
                        .isNull())
                .isTrue();
        me.undoLast();
        assertThat(verdict(paint, "paper")).isEqualTo(strip.get("best").asString());
    }

    /** Days counted on a calendar: from 5 January to 6 March 2026 are 60, from there to 5 April 30. */
    @Test
    void howLongItHungTellsLightFromDark() {
        long paint = paint("Heather", "PV23", "").get("id").asLong();
        long id = me.post("/api/exposures", Map.of("paints", List.of(paint)))
                .must(201)
                .json()
                .get("id")
                .asLong();
        String places = "/api/exposures/" + id + "/places";
        me.post(places, Map.of("place", "WINDOW", "direction", "SOUTH", "on", "2026-01-05"))
                .must(200);
        JsonNode dark = me.post(places, Map.of("place", "DARK", "on", "2026-03-06"))
                .must(200)
                .json();
        assertThat(dark.get("light").asString())
                .isEqualTo("taken into the dark 6 March 2026, after 60 days in the light");
        JsonNode ended = me.put(
                        "/api/exposures/" + id,
                        Map.of(
                                "endedOn",
                                "2026-04-05",
                                "version",
                                dark.get("version").asInt()))
                .must(200)
                .json();
        assertThat(ended.get("light").asString())
                .isEqualTo("60 days in the light and 30 days in the dark, until 5 April 2026");
    }

    @Test
    void whatBefallsASheetIsHeeded() {
        long paint = paint("Heather", "PV23, PR83", "").get("id").asLong();
        long id = me.post("/api/exposures", Map.of("paints", List.of(paint)))
                .must(201)
                .json()
                .get("id")
                .asLong();
        look(id, "2026-01-05", false);
        me.post("/api/exposures/" + id + "/places", Map.of("place", "WINDOW", "direction", "SOUTH", "on", "2026-01-05"))
                .must(200);
        JsonNode page = look(id, "2026-06-01", false);
        assertThat(page.at("/strips/0/finding").asString()).isEqualTo("FADED");
        JsonNode damp = me.post(
                        "/api/exposures/" + id + "/accidents",
                        Map.of("kind", "DAMP", "strip", page.at("/strips/0/id").asLong(), "on", "2026-05-01"))
                .must(200)
                .json();
        assertThat(damp.at("/strips/0/course")).isEmpty();
        assertThat(damp.at("/strips/0/warnings/0").asString())
                .isEqualTo("Since 1 May 2026 it got damp: what was read since is not judged.");
        JsonNode dry = me.delete(
                        "/api/exposure-accidents/" + damp.at("/accidents/0/id").asLong())
                .must(200)
                .json();
        assertThat(dry.at("/strips/0/finding").asString()).isEqualTo("FADED");
        JsonNode swapped = me.put(
                        "/api/exposures/" + id,
                        Map.of("swapped", true, "version", dry.get("version").asInt()))
                .must(200)
                .json();
        assertThat(swapped.at("/strips/0/course/0/tint/after").asString())
                .as("the covered half of before is the bare one now")
                .isNotEqualTo(dry.at("/strips/0/course/0/tint/after").asString());
    }

    @Test
    void whatCannotBeIsRefusedWithAWayOn() {
        long paint = paint("Rust", "PR101", "").get("id").asLong();
        long id = me.post("/api/exposures", Map.of("name", "Wrong turns", "paints", List.of(paint)))
                .must(201)
                .json()
                .get("id")
                .asLong();
        String places = "/api/exposures/" + id + "/places";
        Stream.of(
                        Map.of("place", "LAMPS", "lux", "-5"),
                        Map.of("place", "LAMPS", "hours", "30"),
                        Map.of("place", "LAMPS", "lux", "bright"),
                        Map.of("place", "LAMPS", "lux", "2,400"),
                        Map.of("place", "WALL", "direction", "SOUTH"),
                        Map.of("place", "WINDOW", "on", "1920-01-01"),
                        Map.of("place", "WINDOW", "on", "2030-01-01"),
                        Map.of("place", "DARK"))
                .forEach(wrong -> me.post(places, wrong).must(422));
        assertThat(me.post(places, Map.of("place", "LAMPS", "lux", "-5"))
                        .json()
                        .at("/errors/0/message")
                        .asString())
                .isEqualTo("The lux “-5” is below zero.");
        me.post("/api/exposures", Map.of("name", "wrong turns", "paints", List.of(paint)))
                .must(422);
        me.post("/api/exposures", Map.of("name", "None", "paints", List.of())).must(422);
        me.post("/api/exposures", Map.of("paints", List.of(paint), "steps", "4, 2 weeks"))
                .must(422);
        me.post("/api/exposures", Map.of("paints", List.of(paint), "references", 9))
                .must(422);
        assertThat(me.delete("/api/paints/" + paint).status())
                .as("a strip of it hangs")
                .isEqualTo(409);
        List<String> kept = new ArrayList<>();
        me.get("/api/exposures")
                .json()
                .get("exposures")
                .forEach(e -> kept.add(e.get("name").asString()));
        assertThat(kept).containsExactly("Wrong turns");
        // Forty years on a wall are borne.
        JsonNode old = me.post(
                        "/api/exposures/hung",
                        Map.of("name", "Grandmother’s", "hung", Map.of("place", "WALL", "on", "1986-05-01")))
                .must(201)
                .json();
        assertThat(old.get("daysInLight").asLong()).isGreaterThan(14_000);
    }

    @Test
    void loveAndDoubtAreProposedFirst() {
        paint("Sound", "PB29", "EXCELLENT");
        paint("Boast", "PR83", "EXCELLENT");
        long loved = paint("Darling", "PR83", "EXCELLENT").get("id").asLong();
        paint("Riddle", "", "");
        me.post("/api/paints/" + loved + "/observations", Map.of("trait", "liking", "value", "LOVED"))
                .must(201);
        List<String> names = new ArrayList<>();
        JsonNode worth = me.get("/api/exposures/worth").must(200).json();
        worth.get("paints").forEach(p -> names.add(p.at("/paint/name").asString()));
        assertThat(names).startsWith("Darling", "Boast").contains("Riddle").doesNotContain("Sound");
        assertThat(worth.at("/paints/0/why").toString())
                .contains("the label claims excellent, PR83 is fugitive in watercolour", "and you love it");
    }

    @Test
    void readingsThatComeStandInTheCalendar() {
        long paint = paint("Calm", "PB29", "").get("id").asLong();
        long id = me.post("/api/exposures", Map.of("name", "Dated", "paints", List.of(paint)))
                .must(201)
                .json()
                .get("id")
                .asLong();
        me.post("/api/exposures/" + id + "/places", Map.of("place", "GREENHOUSE"))
                .must(200);
        String feed = me.post("/api/calendar", Map.of())
                .must(200)
                .json()
                .get("calendar")
                .asString();
        assertThat(me.get(feed).must(200).text()).contains("Read “Dated” that hangs in the light");
    }
}
