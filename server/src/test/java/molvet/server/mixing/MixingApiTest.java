package molvet.server.mixing;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.net.URLEncoder;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.Collections;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import molvet.core.colour.Lab;
import molvet.server.Api;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;

/** What paints make, what stands in for what, and mixtures that are kept and painted. */
class MixingApiTest {
    private static final Map<String, Object> YELLOW =
            Map.of("massTone", lab(85.8, 10.5, 113.4), "tint", lab(94.2, -3.6, 34.8), "recipe", List.of("PY154"));
    private static final Map<String, Object> BLUE =
            Map.of("massTone", lab(60.4, -70.2, -40.8), "tint", lab(85.3, -33.7, -14.6), "recipe", List.of("PB15:3"));
    private Api me;

    @BeforeEach
    void collect() {
        me = Api.collector();
    }

    private static Map<String, Object> lab(double l, double a, double b) {
        return Map.of("l", l, "a", a, "b", b);
    }

    private static Lab lab(JsonNode of) {
        return new Lab(
                of.get("l").asDouble(), of.get("a").asDouble(), of.get("b").asDouble());
    }

    private static Map<String, Object> part(Map<String, Object> of, double part) {
        Map<String, Object> all = new HashMap<>(of);
        all.put("part", part);
        return all;
    }

    private Api.Answer predict(Object... parts) {
        return me.post("/api/mixing/predict", Map.of("parts", List.of(parts)));
    }

    private long paint(String name, String pigments) {
        return me.paint(name, pigments).get("id").asLong();
    }

    /** Yellow and phthalo blue make a green (common practice, no published source). */
    @Test
    void plainValuesAreForeseenWithHowFarItMayBeOff() {
        JsonNode p = predict(part(YELLOW, 3), part(BLUE, 1)).must(200).json();
        assertThat(lab(p.get("massTone")).hue()).isBetween(95.0, 200.0);
        assertThat(p.get("steps")).hasSize(11);
        assertThat(lab(p.at("/steps/0"))).isEqualTo(lab(p.get("massTone")));
        assertThat(lab(p.at("/steps/10")).differenceFrom(lab(p.get("tint")))).isLessThan(1e-6);
        assertThat(p.get("uncertainty").asDouble()).isBetween(0.5, 30.0);
        assertThat(p.get("granulation").asString()).isEqualTo("NONE");
        assertThat(p.get("lightfastness").asString()).isEqualTo("EXCELLENT");
        assertThat(p.get("transparency").asString()).isIn("TRANSPARENT", "SEMI_TRANSPARENT");
        assertThat(p.get("cautions").size()).isZero();
        Map<String, Object> cobalt =
                Map.of("massTone", BLUE.get("massTone"), "tint", BLUE.get("tint"), "recipe", List.of("PB28"));
        assertThat(predict(part(YELLOW, 3), part(cobalt, 1))
                        .must(200)
                        .json()
                        .get("cautions")
                        .toString())
                .contains("cobalt");
        // Parts scale, and nothing of a third changes nothing.
        JsonNode same = predict(part(YELLOW, 6), part(BLUE, 2), part(Map.of("massTone", lab(20, 0, 0)), 0))
                .must(200)
                .json();
        assertThat(lab(same.get("massTone")).differenceFrom(lab(p.get("massTone"))))
                .isLessThan(1e-6);
    }

    @Test
    void whatCannotBeMixedIsRefusedAndSaidWhere() {
        assertThat(predict().must(422).json().toString()).contains("nothing to mix");
        assertThat(me.post("/api/mixing/predict", Map.of("parts", Collections.nCopies(9, part(BLUE, 1))))
                        .must(422)
                        .json()
                        .toString())
                .contains("9 paints");
        assertThat(predict(part(BLUE, 0), part(YELLOW, 0)).must(422).json().toString())
                .contains("No paint has a part");
        assertThat(predict(part(BLUE, 1_000_000), part(YELLOW, 1))
                        .must(422)
                        .json()
                        .toString())
                .contains("parts[0].part");
        assertThat(predict(part(Map.of("massTone", lab(140, 0, 0)), 1))
                        .must(422)
                        .json()
                        .toString())
                .contains("No surface has this colour");
        assertThat(predict(Map.of("part", 1)).must(422).json().toString()).contains("neither a paint nor a colour");
        long bare = paint("No label at all", "");
        assertThat(predict(Map.of("paint", bare)).must(422).json().toString())
                .contains("neither a colour nor a recipe is known");
        long glows = paint("Neon Buoy", "PV19");
        assertThat(predict(Map.of("paint", glows), part(YELLOW, 1))
                        .must(422)
                        .json()
                        .toString())
                .contains("Neon Buoy glows");
        long pearl = paint("Pearl of the sound", "PW20");
        assertThat(predict(Map.of("paint", pearl)).must(422).json().toString()).contains("plays with the light");
        long theirs = Api.collector().paint("Theirs", "PB29").get("id").asLong();
        predict(Map.of("paint", theirs)).must(404);
        // A paint with itself is that paint.
        JsonNode one = predict(part(BLUE, 1), part(BLUE, 3)).must(200).json();
        assertThat(lab(one.get("massTone")).differenceFrom(new Lab(60.4, -70.2, -40.8)))
                .isLessThan(1e-6);
    }

    @Test
    void unmeasuredPaintsAreForeseenByTheirRecipeAndThatIsSaid() {
        JsonNode p = predict(
                        Map.of("paint", paint("Deep Shelter Blue", "PB29")),
                        Map.of("paint", paint("Burnt Point", "PBr7")))
                .must(200)
                .json();
        assertThat(p.get("reasons").toString()).contains("Deep Shelter Blue was not measured");
        assertThat(p.get("granulation").asString()).isEqualTo("MODERATE");
    }

    @Test
    void aMixtureIsFoundAgainAmongPlainValuesAndWhatItSaysCanBeRecomputed() {
        JsonNode green = predict(part(YELLOW, 3), part(BLUE, 1)).must(200).json();
        Map<String, Object> yellow = new HashMap<>(YELLOW);
        yellow.put("id", "y");
        Map<String, Object> blue = new HashMap<>(BLUE);
        blue.put("id", 7);
        JsonNode found = me.post(
                        "/api/mixing/match",
                        Map.of(
                                "target",
                                Map.of("massTone", green.get("massTone"), "tint", green.get("tint")),
                                "from",
                                List.of(yellow, blue, Map.of("id", "r", "massTone", lab(44, 60, 40))),
                                "most",
                                3))
                .must(200)
                .json();
        JsonNode best = found.at("/mixes/0");
        assertThat(best.get("verdict").asString()).isEqualTo("SAME");
        assertThat(best.at("/parts/0/id").asString() + best.at("/parts/1/id").asString())
                .isIn("y7", "7y");
        assertThat(best.get("deltaE").asDouble())
                .isCloseTo(lab(best.get("massTone")).differenceFrom(lab(green.get("massTone"))), within(1e-6));
        assertThat(best.get("deltaETint").asDouble())
                .isCloseTo(lab(best.get("tint")).differenceFrom(lab(green.get("tint"))), within(1e-6));
        JsonNode again = me.post(
                        "/api/mixing/match",
                        Map.of(
                                "target",
                                Map.of(
                                        "massTone",
                                        green.get("massTone"),
                                        "tint",
                                        green.get("tint"),
                                        "granulation",
                                        "STRONG"),
                                "from",
                                List.of(yellow, blue)))
                .must(200)
                .json();
        assertThat(again.at("/mixes/0/verdict").asString()).isEqualTo("NEAR");
        assertThat(again.at("/mixes/0/reasons").toString()).contains("no mixture of smooth paints will");
    }

    @Test
    void aMatchThatCannotBeAskedSaysWhy() {
        assertThat(me.post("/api/mixing/match", Map.of("from", "owned"))
                        .must(422)
                        .json()
                        .toString())
                .contains("What is to be matched?");
        Map<String, Object> target = Map.of("massTone", lab(40, 0, 0));
        assertThat(me.post("/api/mixing/match", Map.of("target", target, "from", "owned"))
                        .must(422)
                        .json()
                        .toString())
                .contains("There is no paint to mix from");
        assertThat(me.post("/api/mixing/match", Map.of("target", target, "from", 12))
                        .must(422)
                        .json()
                        .toString())
                .contains("neither a find nor a list");
        assertThat(me.post("/api/mixing/match", Map.of("target", target, "from", List.of(Map.of("id", "x"))))
                        .must(422)
                        .json()
                        .toString())
                .contains("has no colour");
        long unmeasured = paint("Deep Shelter Blue", "PB29");
        assertThat(me.post("/api/mixing/match", Map.of("target", Map.of("paint", unmeasured), "from", "owned"))
                        .must(422)
                        .json()
                        .toString())
                .contains("was not measured");
    }

    private JsonNode keep(String name, long one, double part, long other, double otherPart) {
        return me.post(
                        "/api/mixes",
                        Map.of(
                                "name",
                                name,
                                "parts",
                                List.of(Map.of("paint", one, "part", part), Map.of("paint", other, "part", otherPart))))
                .must(201)
                .json()
                .at("/mixes/0");
    }

    @Test
    void mixturesAreKeptFoundChangedAndUndone() {
        long blue = paint("Deep Shelter Blue", "PB29");
        long sienna = paint("Burnt Point", "PBr7");
        long rose = paint("Rosehip", "PV19");
        JsonNode grey = keep("Shadow on snow", blue, 1, sienna, 2);
        keep("Heather", blue, 1, rose, 1);
        assertThat(grey.get("code").asString()).isEqualTo("X-0001");
        assertThat(grey.get("painted").asBoolean()).isFalse();
        assertThat(codes("mix of PB29 and PBr7")).containsExactly("X-0001");
        assertThat(codes("PV19")).containsExactly("X-0002");
        assertThat(codes("x-0002")).containsExactly("X-0002");
        assertThat(codes("snow")).containsExactly("X-0001");
        assertThat(codes("burnt")).containsExactly("X-0001");
        assertThat(codes("grey mixes of PV19")).isEmpty();
        assertThat(codes("")).containsExactly("X-0002", "X-0001");
        JsonNode changed = me.put(
                        "/api/mixes/" + grey.get("id").asLong(),
                        Map.of("name", "Shadow on chalk", "liked", false, "version", 1))
                .must(200)
                .json();
        assertThat(changed.toString()).contains("Shadow on chalk");
        me.put("/api/mixes/" + grey.get("id").asLong(), Map.of("name", "late", "version", 1))
                .must(409);
        assertThat(codes("liked")).containsExactly("X-0002");
        me.delete("/api/mixes/" + grey.get("id").asLong()).must(204);
        assertThat(codes("")).containsExactly("X-0002");
        me.undoLast();
        assertThat(codes("chalk")).containsExactly("X-0001");
        me.post("/api/mixes", Map.of("parts", List.of(Map.of("paint", blue), Map.of("paint", blue))))
                .must(422);
    }

    private List<String> codes(String find) {
        List<String> all = new ArrayList<>();
        me.get("/api/mixes?find=" + URLEncoder.encode(find, StandardCharsets.UTF_8))
                .must(200)
                .json()
                .get("mixes")
                .forEach(m -> all.add(m.get("code").asString()));
        return all;
    }

    /** A sheet is planned, painted by the stand-in, read as any upload is, and each square becomes a mixture. */
    @Test
    void aSheetOfMixturesIsReadAndEachSquareIsAMixture() {
        long blue = paint("Deep Shelter Blue", "PB29");
        long yellow = paint("Lantern Yellow", "PY151");
        JsonNode chart = me.post(
                        "/api/charts",
                        Map.of(
                                "form",
                                "LADDER",
                                "paper",
                                Map.of("width", 210, "height", 297),
                                "school",
                                "BY_HAND",
                                "paints",
                                List.of(blue, yellow)))
                .must(201)
                .json();
        long id = chart.get("id").asLong();
        JsonNode reading = me.read(me.post("/api/charts/" + id + "/standin", Map.of("device", "SCANNER")));
        assertThat(reading.get("state").asString()).isEqualTo("PROPOSED");
        me.post("/api/readings/" + reading.get("reading").asLong() + "/accept", Map.of())
                .must(200);
        JsonNode list = me.get("/api/mixes?surprises=true").must(200).json();
        assertThat(list.get("mixes")).hasSize(9);
        JsonNode first = list.at("/mixes/0");
        assertThat(first.get("painted").asBoolean()).isTrue();
        assertThat(first.get("chart").asLong()).isEqualTo(id);
        assertThat(first.get("surprise").asDouble())
                .isGreaterThanOrEqualTo(list.at("/mixes/8/surprise").asDouble());
        assertThat(first.get("said").asString()).contains("from what was foreseen");
        // Both ends are paints by themselves: swatches, not mixtures.
        assertThat(me.get("/api/paints/" + blue).json().get("strip").isNull()).isFalse();
        assertThat(me.get("/api/mixes/learnt").json().get("paints")).hasSize(2);
        assertThat(Api.names(me.find("in a painted mixture")))
                .containsExactlyInAnyOrder("Deep Shelter Blue", "Lantern Yellow");
        // Whoever is shown the chart sees what was painted on it, and not its two ends alone.
        String shared = me.post("/api/shares", Map.of("of", "CHART", "id", id))
                .must(201)
                .json()
                .get("address")
                .asString();
        assertThat(Api.stranger().get(shared).must(200).text())
                .contains("2 paints and 9 mixtures", "Deep Shelter Blue with Lantern Yellow</b>")
                .containsPattern("Deep Shelter Blue with Lantern Yellow, \\d+\u00a0:\u00a01</b>")
                .containsPattern("Deep Shelter Blue with Lantern Yellow, 1\u00a0:\u00a0\\d+</b>");
        me.undoLast();
        me.undoLast();
        assertThat(codes("")).isEmpty();
    }

    /** A square that was painted from the wrong pair is suspected, and the other is named. */
    @Test
    void twoSquaresPaintedFromEachOthersPairAreSuspected() {
        long blue = paint("Deep Shelter Blue", "PB29");
        List<Long> all = new ArrayList<>(List.of(blue));
        for (String[] p :
                new String[][] {{"Lantern Yellow", "PY151"}, {"Signal Red", "PR254"}, {"Kelp Green", "PG18"}}) {
            all.add(paint(p[0], p[1]));
        }
        long first = plan("STRIPS", all);
        me.post("/api/readings/" + look(first, Map.of("device", "SCANNER")) + "/accept", Map.of())
                .must(200);
        long chart = plan("ONE_AGAINST_ALL", all);
        long reading = look(chart, Map.of("device", "SCANNER", "swapped", List.of(1, 2)));
        JsonNode read = me.get("/api/readings/" + reading).must(200).json();
        assertThat(read.get("suspicions").toString())
                .contains("\"kind\":\"SWAPPED\"")
                .contains("the foreseen mixture");
        me.post("/api/readings/" + reading + "/accept", Map.of()).must(200);
        assertThat(me.get("/api/mixes?chart=" + chart).json().get("mixes")).hasSize(3);
        assertThat(me.get("/api/mixes?paint=" + all.get(1)).json().get("mixes")).hasSize(1);
    }

    /** Each square of two strips crossed is one strength of a mixture, and is judged by what is foreseen at that strength. */
    @Test
    void twoStripsCrossedMakeMixturesAtTheirStrengths() {
        long blue = paint("Deep Shelter Blue", "PB29");
        long yellow = paint("Lantern Yellow", "PY151");
        long strips = plan("STRIPS", List.of(blue, yellow));
        me.post("/api/readings/" + look(strips, Map.of("device", "SCANNER")) + "/accept", Map.of())
                .must(200);
        long chart = plan("CROSSED_STRIPS", List.of(blue, yellow));
        JsonNode cells = me.get("/api/charts/" + chart).must(200).json().get("cells");
        assertThat(cells).hasSize(18);
        assertThat(cells.get(3).get("washes").asString()).isEqualTo("half and full wash");
        assertThat(cells.get(0).get("washes").isNull()).isTrue();
        assertThat(me.get("/api/charts/" + chart + "/walk").must(200).text())
                .contains("Equal drops of its half wash and of the full wash of Lantern Yellow")
                .contains("keep the washes for the squares");
        me.post("/api/readings/" + look(chart, Map.of("device", "SCANNER")) + "/accept", Map.of())
                .must(200);
        JsonNode mixes = me.get("/api/mixes?chart=" + chart).json().get("mixes");
        assertThat(mixes).hasSize(16);
        // Newest first: the last is the first square, of both full washes.
        List<Double> strengths = new ArrayList<>();
        mixes.forEach(m -> strengths.add(0, m.get("strength").asDouble()));
        assertThat(strengths).startsWith(1.0, 0.75, 0.625, 0.5625).endsWith(0.125);
        JsonNode thin = mixes.get(0);
        assertThat(thin.get("tint").isNull()).isTrue();
        assertThat(thin.at("/parts/0/part").asDouble()).isEqualTo(1);
        assertThat(thin.at("/massTone/l").asDouble())
                .isGreaterThan(mixes.get(15).at("/massTone/l").asDouble() + 15);
        // Nine of ten lie as near as was said; of 16 by one unsteady hand it may be a few less.
        assertThat(mixes.valueStream().filter(m -> m.get("said").asString().contains("As near as was said")))
                .hasSizeGreaterThanOrEqualTo(12);
        // They taught of both paints, and are in what goes out.
        assertThat(me.get("/api/mixes/learnt").json().get("paints")).hasSize(2);
        assertThat(me.get("/api/collection.json").text()).contains("\"strength\":0.125");
    }

    @Test
    void aTriangleMakesMixturesOfThree() {
        List<Long> corners =
                List.of(paint("Lantern", "PY151"), paint("Deep Shelter Blue", "PB29"), paint("Rosehip", "PV19"));
        long chart = plan("TRIANGLE", corners);
        JsonNode cells = me.get("/api/charts/" + chart).must(200).json().get("cells");
        assertThat(cells).hasSize(15);
        assertThat(cells.get(4).at("/third").asLong()).isEqualTo(corners.get(2));
        assertThat(me.get("/api/charts/" + chart + "/walk").must(200).text())
                .contains("Mix 2 parts with 1 of Deep Shelter Blue and 1 of Rosehip");
        long reading = look(chart, Map.of("device", "SCANNER"));
        me.post("/api/readings/" + reading + "/accept", Map.of()).must(200);
        JsonNode mixes = me.get("/api/mixes?chart=" + chart).must(200).json().get("mixes");
        assertThat(mixes).hasSize(12);
        long ofThree = 0;
        for (JsonNode m : mixes) {
            if (m.get("parts").size() < 3) continue;
            ofThree++;
            assertThat(m.at("/parts/0/paint/id").asLong()).isEqualTo(corners.get(0));
            assertThat(m.get("surprise").isNumber()).isTrue();
        }
        assertThat(ofThree).isEqualTo(3);
        // Without one of its paints a mixture would pass for the other.
        assertThat(me.delete("/api/paints/" + corners.get(2)).must(409).text()).contains("so its record stays");
        assertThat(me.get("/api/charts/" + chart + ".pdf").must(200).bytes()).isNotEmpty();
    }

    @Test
    void aPaintThatIsMixedOnAChartKeepsItsRecordUntilTheChartIsGone() {
        long blue = paint("Deep Shelter Blue", "PB29");
        long yellow = paint("Lantern Yellow", "PY151");
        long chart = plan("ONE_AGAINST_ALL", List.of(blue, yellow));
        assertThat(me.delete("/api/paints/" + yellow).must(409).text())
                .contains("Lantern Yellow is mixed with others on C-0001");
        me.delete("/api/charts/" + chart).must(204);
        me.delete("/api/paints/" + yellow).must(204);
    }

    private long plan(String form, List<Long> paints) {
        return me.post(
                        "/api/charts",
                        Map.of(
                                "form",
                                form,
                                "paper",
                                Map.of("width", 210, "height", 297),
                                "school",
                                "BY_HAND",
                                "paints",
                                paints))
                .must(201)
                .json()
                .get("id")
                .asLong();
    }

    private long look(long chart, Map<String, Object> asked) {
        return me.read(me.post("/api/charts/" + chart + "/standin", asked))
                .get("reading")
                .asLong();
    }

    @Test
    void greysOfAPaletteAreFoundAndTooManyPaintsAreNot() {
        long blue = paint("Deep Shelter Blue", "PB29");
        long sienna = paint("Burnt Point", "PBr7");
        paint("Rosehip", "PV19");
        JsonNode found = me.post("/api/mixing/neutrals", Map.of("from", "owned"))
                .must(200)
                .json();
        JsonNode best = found.at("/pairs/0");
        assertThat(List.of(
                        best.at("/parts/0/id").asLong(), best.at("/parts/1/id").asLong()))
                .containsExactlyInAnyOrder(blue, sienna);
        assertThat(best.get("chroma").asDouble()).isLessThan(12);
        assertThat(me.post("/api/mixing/neutrals", Map.of("from", "in a palette"))
                        .must(200)
                        .json()
                        .get("reasons")
                        .toString())
                .contains("Two paints are needed");
        JsonNode ladder = me.post("/api/mixing/ladder", Map.of("paints", List.of(blue, sienna)))
                .must(200)
                .json();
        assertThat(ladder.get("steps")).hasSize(11);
        assertThat(ladder.at("/steps/5/part").asInt()).isEqualTo(1);
        me.post("/api/mixing/ladder", Map.of("paints", List.of(blue))).must(422);
    }
}
