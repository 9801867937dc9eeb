package molvet.server.palette;

import static org.assertj.core.api.Assertions.assertThat;

import java.awt.Color;
import java.awt.GradientPaint;
import java.awt.Graphics2D;
import java.awt.image.BufferedImage;
import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import javax.imageio.ImageIO;
import molvet.server.Api;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;

/** Palettes as a collector keeps them: drafts, versions, paintings, cards, and pans that fell out. */
class PaletteApiTest {
    private static final String[][] PAINTS = {
        {"Lantern Yellow", "PY151"},
        {"Cliff Ochre", "PY43"},
        {"Signal Red", "PR254"},
        {"Deep Shelter Blue", "PB29"},
        {"Kelp Green", "PG18"},
        {"Burnt Point", "PBr7"}
    };
    private Api me;
    private List<Long> paints;

    @BeforeEach
    void collect() {
        me = Api.collector();
        paints = new ArrayList<>();
        for (String[] p : PAINTS) paints.add(me.paint(p[0], p[1]).get("id").asLong());
    }

    private JsonNode begin(Object fill) {
        return me.post("/api/palettes", Map.of("name", "The tin", "start", 0, "fill", fill))
                .must(201)
                .json();
    }

    private String at(JsonNode palette) {
        return "/api/palettes/" + palette.get("id").asLong();
    }

    private static Map<String, Object> well(int well, long paint) {
        return Map.of("well", well, "paint", paint);
    }

    private JsonNode lay(JsonNode palette, List<Map<String, Object>> wells) {
        return me.put(at(palette) + "/draft", Map.of("wells", wells)).must(200).json();
    }

    @Test
    void twoTinsOfOneKindAreToldApart() {
        begin(Map.of("paints", paints));
        me.post("/api/palettes", Map.of("name", "Another tin", "start", 0)).must(201);
        assertThat(me.get("/api/boxes")
                        .json()
                        .get("boxes")
                        .valueStream()
                        .map(b -> b.at("/name").asString()))
                .containsExactly("Tin of 18 half pans", "Tin of 18 half pans, no. 2");
    }

    @Test
    void isFilledChangedUndoneAndFound() {
        JsonNode tin = begin(Map.of("paints", paints));
        assertThat(tin.at("/filled").asInt()).isEqualTo(6);
        assertThat(tin.at("/wells/0/paint/name").asString()).isEqualTo("Lantern Yellow");
        assertThat(tin.at("/wells/0/guess").isNull()).isFalse();
        // A draft is in use only once it is kept.
        assertThat(Api.names(me.find("in the tin"))).isEmpty();
        me.post(at(tin) + "/versions", Map.of("since", "2026-03-01", "why", "first"))
                .must(201);
        assertThat(Api.names(me.find("in the tin"))).hasSize(6);
        JsonNode moved = lay(tin, List.of(well(17, paints.get(0)), well(1, paints.get(1))));
        assertThat(moved.at("/changes/moved/0/to").asInt()).isEqualTo(17);
        assertThat(moved.at("/changes/out")).hasSize(4);
        me.undoLast();
        assertThat(me.get(at(tin)).json().at("/filled").asInt()).isEqualTo(6);
    }

    @Test
    void aPaletteIsLookedThroughHalfAYearAfterItsNewestVersion() {
        JsonNode tin = begin(Map.of("paints", paints));
        String feed = me.post("/api/calendar", Map.of())
                .must(200)
                .json()
                .get("calendar")
                .asString();
        assertThat(me.get(feed).text()).doesNotContain("The tin");
        me.post(at(tin) + "/versions", Map.of("since", "2026-08-31", "why", "first"))
                .must(201);
        // Six months after 31 August is the last day of February.
        assertThat(me.get(feed).text())
                .contains("Look through “The tin”")
                .containsPattern("DTSTART[^\\n]*20270228")
                .contains("Its newest version is of 31 August 2026");
    }

    @Test
    void versionsStayAsTheyWereAndSayWhatCameWhatWentAndWhy() {
        JsonNode tin = begin(Map.of("paints", paints));
        me.post(at(tin) + "/versions", Map.of("since", "2025-04-12")).must(201);
        List<Map<String, Object>> wells = new ArrayList<>();
        for (int i = 0; i < 5; i++) wells.add(well(i, paints.get(i)));
        lay(tin, wells);
        long fresh = me.paint("Sea Rose", "PV19").get("id").asLong();
        wells.add(well(5, fresh));
        lay(tin, wells);
        JsonNode two = me.post(
                        at(tin) + "/versions",
                        Map.of(
                                "since",
                                "2026-01-10",
                                "why",
                                "swapped one",
                                "left",
                                List.of(Map.of("paint", paints.get(5), "why", "SWAPPED"))))
                .must(201)
                .json();
        assertThat(two.at("/newest").asInt()).isEqualTo(2);
        assertThat(two.at("/versions/1/said").asString()).isEqualTo("in: Sea Rose; out: Burnt Point");
        assertThat(two.at("/versions/1/left/0/why").asString()).isEqualTo("SWAPPED");
        assertThat(two.at("/versions/0/wells")).hasSize(6);
        assertThat(two.at("/wells/0/since").asString()).isEqualTo("2025-04-12");
        assertThat(two.at("/wells/5/since").asString()).isEqualTo("2026-01-10");
        assertThat(Api.names(me.find("left the tin"))).containsExactly("Burnt Point");
        assertThat(me.get(at(tin) + "/at?on=2025-12-01")
                        .json()
                        .at("/wells/5/name")
                        .asString())
                .isEqualTo("Burnt Point");
        me.get(at(tin) + "/at?on=2024-01-01").must(404);
        JsonNode between = me.get(at(tin) + "/changes?from=1&to=2").must(200).json();
        assertThat(between.at("/out/0/name").asString()).isEqualTo("Burnt Point");
        // Kept once more without a change, before the last one, or in a year to come: none of it.
        assertThat(me.post(at(tin) + "/versions", Map.of()).must(422).text())
                .contains("Nothing changed since version 2");
        lay(tin, wells.subList(0, 3));
        assertThat(me.post(at(tin) + "/versions", Map.of("since", "2025-01-01"))
                        .must(422)
                        .text())
                .contains("lies before version 2");
        me.post(at(tin) + "/versions", Map.of("since", "2150-01-01")).must(422);
        JsonNode back =
                me.post(at(tin) + "/versions/1/back", Map.of()).must(200).json();
        assertThat(back.at("/filled").asInt()).isEqualTo(6);
        assertThat(back.at("/versions")).hasSize(2);
    }

    @Test
    void aVersionMadeInTwoWindowsIsMadeOnce() {
        JsonNode tin = begin(Map.of("paints", paints));
        int read = tin.at("/version").asInt();
        me.put(at(tin) + "/draft", Map.of("wells", List.of(well(0, paints.get(0))), "version", read))
                .must(200);
        assertThat(me.post(at(tin) + "/versions", Map.of("version", read))
                        .must(409)
                        .text())
                .contains("changed in another window");
        assertThat(me.put(at(tin) + "/draft", Map.of("wells", List.of(), "version", read))
                        .must(409)
                        .text())
                .contains("Nothing was changed");
        assertThat(me.get(at(tin)).json().at("/filled").asInt()).isEqualTo(1);
    }

    @Test
    void badWellsBoxesAndPaintsAreRefusedAndNothingIsLost() {
        JsonNode tin = begin(Map.of("paints", paints));
        assertThat(me.put(at(tin) + "/draft", Map.of("wells", List.of(well(18, paints.get(0)))))
                        .must(422)
                        .text())
                .contains("no well 19");
        assertThat(me.put(at(tin) + "/draft", Map.of("wells", List.of(well(1, paints.get(0)), well(1, paints.get(1)))))
                        .must(422)
                        .text())
                .contains("named twice");
        long theirs = Api.collector().paint("Not mine", "PB29").get("id").asLong();
        me.put(at(tin) + "/draft", Map.of("wells", List.of(well(1, theirs)))).must(404);
        assertThat(me.put(
                                at(tin) + "/box",
                                Map.of("shape", Map.of("width", 60, "height", 30, "rowCount", 1, "columns", 3)))
                        .must(422)
                        .text())
                .contains("6 paints lie in it, and that box has 3 wells")
                .contains("Take 3 out");
        assertThat(me.post("/api/palettes", Map.of("name", "the TIN", "start", 1))
                        .must(409)
                        .text())
                .contains("already");
        for (Object shape : List.of(
                Map.of("width", 100, "height", 60, "rowCount", 0, "columns", 6),
                Map.of("width", 900, "height", 900, "rowCount", 25, "columns", 20),
                Map.of("kind", "RING", "width", 100, "height", 100, "ring", 24, "outside", 8, "well", 20))) {
            me.post("/api/palettes", Map.of("name", "odd", "shape", shape)).must(422);
        }
        assertThat(me.get(at(tin)).json().at("/filled").asInt()).isEqualTo(6);
        // One paint in every well is no mistake of the program’s, and is asked about.
        List<Map<String, Object>> all = new ArrayList<>();
        for (int i = 0; i < 18; i++) all.add(well(i, paints.get(0)));
        assertThat(lay(tin, all).at("/notes/0").asString()).startsWith("Lantern Yellow lies in wells 1 and 2");
        me.get(at(tin) + "/judged").must(200);
        me.post(at(tin) + "/order", Map.of()).must(200);
        assertThat(me.post(at(tin) + "/card", Map.of()).must(422).text()).contains("two wells");
    }

    @Test
    void aBoxChangedUnderItsVersionsLeavesThemAsTheyWere() {
        JsonNode tin = begin(Map.of("paints", paints));
        me.post(at(tin) + "/versions", Map.of("since", "2026-01-01")).must(201);
        JsonNode other = me.put(
                        at(tin) + "/box",
                        Map.of("shape", Map.of("width", 80, "height", 42, "rowCount", 2, "columns", 4, "between", 1)))
                .must(200)
                .json();
        assertThat(other.at("/wells")).hasSize(8);
        assertThat(other.at("/filled").asInt()).isEqualTo(6);
        assertThat(other.at("/versions/0/box").asString()).isEqualTo("3 × 6 wells");
        JsonNode boxes = me.get("/api/boxes").json();
        assertThat(me.delete("/api/boxes/" + boxes.at("/boxes/0/id").asLong()).status())
                .isEqualTo(204);
        assertThat(me.get(at(tin)).must(200).json().at("/filled").asInt()).isEqualTo(6);
    }

    @Test
    void aPaintThatLiesInAVersionIsNotDeletedAndOneThatIsMergedIsFollowed() {
        JsonNode tin = begin(Map.of("paints", paints));
        me.post(at(tin) + "/versions", Map.of("since", "2026-01-01")).must(201);
        assertThat(me.delete("/api/paints/" + paints.get(3)).text()).contains("The tin");
        assertThat(me.get(at(tin)).json().at("/wells/3/paint/name").asString()).isEqualTo("Deep Shelter Blue");
        long twin = me.paint("Deep Shelter Blue again", "PB29").get("id").asLong();
        me.post("/api/paints/" + paints.get(3) + "/merge", Map.of("into", twin)).must(200);
        assertThat(me.get(at(tin)).json().at("/wells/3/paint/id").asLong()).isEqualTo(twin);
        assertThat(Api.names(me.find("in the tin"))).contains("Deep Shelter Blue again");
    }

    @Test
    void aTubeIsPouredOrSqueezedAndItsRestFollows() {
        JsonNode tin = begin(Map.of("paints", paints));
        JsonNode tube = me.post(
                        "/api/paints/" + paints.get(0) + "/holdings",
                        Map.of("form", "TUBE", "volume", "10", "left", 100))
                .json();
        long holding = tube.at("/holdings")
                .valueStream()
                .filter(h -> h.at("/volume").asString().equals("10"))
                .findFirst()
                .orElseThrow()
                .get("id")
                .asLong();
        JsonNode squeezed = me.post(
                        at(tin) + "/wells", Map.of("well", 0, "holding", holding, "how", "SQUEEZE", "ml", "2"))
                .must(200)
                .json();
        assertThat(squeezed.at("/wells/0/lies").asString()).isEqualTo("squeezed from a tube");
        assertThat(left(holding)).isEqualTo(80);
        JsonNode poured = me.post(at(tin) + "/wells", Map.of("well", 0, "holding", holding, "how", "POUR"))
                .must(200)
                .json();
        assertThat(poured.at("/wells/0/lies").asString()).isEqualTo("half pan");
        assertThat(left(holding)).isEqualTo(65);
        me.undoLast();
        assertThat(left(holding)).isEqualTo(80);
        assertThat(me.post(at(tin) + "/wells", Map.of("well", 0, "holding", holding, "how", "SQUEEZE", "ml", "50"))
                        .must(422)
                        .text())
                .contains("cannot be squeezed");
    }

    private int left(long holding) {
        return me.get("/api/paints/" + paints.get(0))
                .json()
                .at("/holdings")
                .valueStream()
                .filter(h -> h.get("id").asLong() == holding)
                .findFirst()
                .orElseThrow()
                .get("left")
                .asInt();
    }

    @Test
    void isPutIntoOrderWithLocksAndOfASchool() {
        JsonNode tin = begin(Map.of("paints", paints));
        me.put(
                        at(tin) + "/draft",
                        Map.of(
                                "wells",
                                List.of(
                                        well(0, paints.get(0)),
                                        well(1, paints.get(1)),
                                        well(2, paints.get(2)),
                                        well(3, paints.get(3)),
                                        well(4, paints.get(4)),
                                        well(5, paints.get(5))),
                                "locked",
                                List.of(3, 17)))
                .must(200);
        JsonNode order =
                me.post(at(tin) + "/order", Map.of("prove", false)).must(200).json();
        assertThat(order.at("/wells/3").asLong()).isEqualTo(paints.get(3));
        assertThat(order.at("/wells/17").isNull()).isTrue();
        assertThat(order.at("/guessed")).hasSize(6);
        assertThat(order.at("/roughness").asDouble())
                .isLessThanOrEqualTo(order.at("/roughnessAsGiven").asDouble());
        // Two paints apart would be smoother than any two side by side: what is proven holds for free wells where they
        // are.
        assertThat(order.at("/said").asString()).contains("with its locked and free wells as they are, no");
        assertThat(me.get(at(tin) + "/judged").json().at("/flow/said").asString())
                .contains("with its free wells where they are, none can be under");
        JsonNode school = me.post(
                        at(tin) + "/order", Map.of("how", "YELLOW_FIRST", "along", "COLUMNS", "locked", List.of()))
                .must(200)
                .json();
        assertThat(school.at("/wells/0").asLong()).isEqualTo(paints.get(0));
        assertThat(school.at("/wells/6").isNull()).isFalse();
        assertThat(school.at("/wells/2").isNull()).isTrue();
        me.post(at(tin) + "/order", Map.of("how", "ALPHABET")).must(422);
        me.post(at(tin) + "/order", Map.of("locked", List.of(99))).must(422);
    }

    @Test
    void paintingsTellWhatIsUsedAndNothingIsClaimedWithoutThem() {
        JsonNode tin = begin(Map.of("paints", paints));
        me.post(at(tin) + "/versions", Map.of("since", "2026-01-01")).must(201);
        JsonNode none = me.get(at(tin) + "/judged").json();
        assertThat(none.at("/usesSaid").asString()).startsWith("No painting is noted yet");
        assertThat(none.at("/review/proposals")
                        .valueStream()
                        .filter(p -> p.at("/why").asString().equals("NEVER_USED")))
                .isEmpty();
        for (int day = 1; day <= 5; day++) {
            me.post(
                            at(tin) + "/paintings",
                            Map.of(
                                    "title", "Moth " + day,
                                    "on", "2026-02-0" + day,
                                    "paints",
                                            List.of(
                                                    Map.of("paint", paints.get(0), "taps", 2),
                                                    Map.of("paint", paints.get(3)))))
                    .must(201);
        }
        JsonNode judged = me.get(at(tin) + "/judged").json();
        assertThat(judged.at("/paintings").asInt()).isEqualTo(5);
        assertThat(judged.at("/uses")
                        .valueStream()
                        .filter(u -> u.at("/degree").asString().equals("NEVER")))
                .hasSize(4);
        assertThat(judged.at("/uses/5/said").asString()).isEqualTo("in 5 of 5");
        // One of the two is used once more: it is the most used, and the least used are those never touched.
        me.post(
                        at(tin) + "/paintings",
                        Map.of("title", "Sky", "on", "2026-02-09", "paints", List.of(Map.of("paint", paints.get(3)))))
                .must(201);
        assertThat(ids("most used")).containsExactly(paints.get(3), paints.get(0));
        assertThat(ids("least used"))
                .hasSize(paints.size())
                .endsWith(paints.get(0), paints.get(3))
                .doesNotHaveDuplicates();
        assertThat(ids("never used")).hasSize(paints.size() - 2).doesNotContain(paints.get(0), paints.get(3));
        me.undoLast();
        assertThat(me.post(at(tin) + "/paintings", Map.of("title", "x", "paints", List.of()))
                        .must(422)
                        .text())
                .contains("No well was tapped");
        assertThat(me.get(at(tin) + "/paintings")
                        .json()
                        .at("/paintings/0/title")
                        .asString())
                .isEqualTo("Moth 5");
    }

    @Test
    void aPaintingIsChangedDeletedAndUndoneAndItsDayIsTheLastUse() {
        JsonNode tin = begin(Map.of("paints", paints));
        me.post(at(tin) + "/versions", Map.of("since", "2024-01-01")).must(201);
        JsonNode noted = me.post(
                        at(tin) + "/paintings",
                        Map.of(
                                "title", "Moth",
                                "on", "2024-02-01",
                                "paints", List.of(Map.of("paint", paints.get(0), "taps", 2))))
                .must(201)
                .json()
                .at("/paintings/0");
        String painting = "/api/paintings/" + noted.get("id").asLong();
        assertThat(Api.names(me.find("not used since 2025"))).contains("Lantern Yellow");
        Map<String, Object> changed = Map.of(
                "title",
                "Moth, again",
                "on",
                "2026-02-01",
                "version",
                noted.get("version").asInt(),
                "paints",
                List.of(Map.of("paint", paints.get(0)), Map.of("paint", paints.get(1))));
        me.put(painting, changed).must(200);
        assertThat(Api.names(me.find("not used since 2025"))).doesNotContain("Lantern Yellow", "Cliff Ochre");
        assertThat(me.put(painting, changed).must(409).text()).contains("changed in another window");
        assertThat(me.delete(painting).status()).isEqualTo(204);
        assertThat(me.get(at(tin) + "/paintings").json().at("/paintings")).isEmpty();
        me.undoLast();
        assertThat(me.get(at(tin) + "/paintings").json().at("/paintings/0/paints"))
                .hasSize(2);
        assertThat(me.upload(painting + "/picture", "picture", "a.png", new byte[] {1, 2, 3})
                        .status())
                .isEqualTo(422);
        assertThat(me.post(
                                at(tin) + "/paintings",
                                Map.of(
                                        "title",
                                        "x",
                                        "on",
                                        "2150-01-01",
                                        "paints",
                                        List.of(Map.of("paint", paints.get(0)))))
                        .must(422)
                        .text())
                .contains("has not come yet");
    }

    /** A handful of swatches on any scrap, without a printed form: found by their edges and matched. */
    @Test
    void swatchesOnAnyScrapAreFoundInAPictureAndMatched() throws Exception {
        JsonNode tin = begin(Map.of("paints", paints));
        BufferedImage scrap = new BufferedImage(900, 600, BufferedImage.TYPE_INT_RGB);
        Graphics2D g = scrap.createGraphics();
        g.setColor(new Color(246, 244, 240));
        g.fillRect(0, 0, 900, 600);
        Color[] colours = {new Color(30, 40, 140), new Color(244, 200, 30), new Color(200, 40, 45)};
        for (int i = 0; i < colours.length; i++) {
            g.setPaint(new GradientPaint(80 + 270 * i, 0, colours[i], 280 + 270 * i, 0, new Color(225, 222, 222)));
            g.fillRect(80 + 270 * i, 220, 200, 90);
        }
        g.dispose();
        ByteArrayOutputStream png = new ByteArrayOutputStream();
        ImageIO.write(scrap, "png", png);
        JsonNode found = me.upload(at(tin) + "/dropped/pictures", "picture", "scrap.png", png.toByteArray())
                .must(200)
                .json();
        assertThat(found.at("/rectangles")).hasSize(3);
        JsonNode matched = me.post(
                        at(tin) + "/dropped/marked",
                        Map.of("picture", found.get("picture"), "rectangles", found.get("rectangles")))
                .must(200)
                .json();
        assertThat(matched.at("/matches")
                        .valueStream()
                        .map(m -> m.at("/paint/name").asString()))
                .containsExactly("Deep Shelter Blue", "Lantern Yellow", "Signal Red");
        // Known by their recipes alone, none of them is sure.
        assertThat(matched.at("/sure").asInt()).isZero();
        assertThat(matched.at("/guessed")).hasSize(6);
        assertThat(matched.at("/missing")).hasSize(3);
        assertThat(me.post(
                                at(tin) + "/dropped/marked",
                                Map.of("picture", found.get("picture"), "rectangles", List.of()))
                        .must(422)
                        .text())
                .contains("Mark some");
    }

    /** From the printed card to the lid on the shelf, and from the scrap form to pans that are back where they were. */
    @Test
    void aLidCardFilesItselfAndDroppedPansComeBack() {
        JsonNode tin = begin(Map.of("paints", paints));
        List<Map<String, Object>> apart = new ArrayList<>();
        for (int i = 0; i < 6; i++) apart.add(well(3 * i, paints.get(i)));
        lay(tin, apart);
        long card = me.post(at(tin) + "/card", Map.of("size", "LID", "film", true, "opacityLine", true))
                .must(201)
                .json()
                .get("chart")
                .asLong();
        JsonNode page = me.get("/api/charts/" + card + "/geometry").json().at("/pages/0");
        assertThat(page.at("/markers")).hasSize(4);
        double first = page.at("/cells/0/x").asDouble();
        double last = page.at("/cells/5/x").asDouble();
        // Wells 1 and 16 lie in the first and fourth column of the tin, 19.67 mm apart from one to the next.
        assertThat(last - first).isEqualTo(3 * 118.0 / 6, org.assertj.core.api.Assertions.within(0.01));
        long reading = me.post("/api/charts/" + card + "/standin", Map.of("device", "SCANNER"))
                .must(202)
                .json()
                .get("reading")
                .asLong();
        assertThat(me.read(reading).at("/cells")).hasSize(6);
        me.post("/api/readings/" + reading + "/accept", Map.of()).must(200);
        assertThat(Api.names(me.find("L1")))
                .containsExactlyInAnyOrderElementsOf(List.of(
                        "Lantern Yellow",
                        "Cliff Ochre",
                        "Signal Red",
                        "Deep Shelter Blue",
                        "Kelp Green",
                        "Burnt Point"));
        assertThat(me.get("/api/paints/" + paints.get(5))
                        .json()
                        .at("/swatches/0/place")
                        .asString())
                .isEqualTo("L1·16");

        long form = me.post(at(tin) + "/dropped/form", Map.of())
                .must(201)
                .json()
                .get("chart")
                .asLong();
        long scan = me.post(at(tin) + "/dropped/" + form + "/standin", Map.of("device", "SCANNER", "seed", 4))
                .must(202)
                .json()
                .get("reading")
                .asLong();
        me.read(scan);
        JsonNode found = me.get(at(tin) + "/dropped/" + scan).must(200).json();
        assertThat(found.at("/matches")).hasSize(6);
        assertThat(found.at("/sure").asInt()).isGreaterThanOrEqualTo(5);
        List<Map<String, Object>> pans = new ArrayList<>();
        found.at("/matches")
                .forEach(m -> pans.add(Map.of(
                        "square",
                        m.get("square").asInt(),
                        "paint",
                        m.at("/paint/id").asLong())));
        List<Map<String, Object>> wrong = new ArrayList<>(pans);
        wrong.set(0, new HashMap<>(pans.get(1)));
        wrong.get(0).put("square", pans.get(0).get("square"));
        assertThat(me.post(at(tin) + "/dropped/" + scan, Map.of("pans", wrong))
                        .must(422)
                        .text())
                .contains("said of two squares");
        assertThat(me.post(at(tin) + "/dropped/" + scan, Map.of("pans", pans))
                        .must(200)
                        .json()
                        .at("/over")
                        .asBoolean())
                .isTrue();
        JsonNode yellow = me.get("/api/paints/" + paints.get(0)).json();
        assertThat(yellow.at("/swatches")).hasSize(2);
        me.undoLast();
        assertThat(me.get("/api/paints/" + paints.get(0)).json().at("/swatches"))
                .hasSize(1);
        byte[] labels = me.get(at(tin) + "/labels.pdf?side=TOP").must(200).bytes();
        assertThat(new String(labels, 0, 5)).isEqualTo("%PDF-");
    }

    /** What is drawn is compared with what the page shows of the same well, by the pixel. */
    @Test
    void aPictureShowsEveryWellWhereItLies() throws IOException {
        JsonNode page = begin(Map.of("paints", paints));
        String at = at(page);
        BufferedImage picture = ImageIO.read(new ByteArrayInputStream(
                me.get(at + ".png?pixels=4000").must(200).bytes()));
        assertThat(Math.max(picture.getWidth(), picture.getHeight())).isBetween(3900, 4000);
        double edge = PalettePicture.MARGIN;
        double mm = picture.getWidth() / (page.at("/shape/width").asDouble() * PalettePicture.TIMES + 2 * edge);
        int compared = 0;
        for (JsonNode w : page.get("wells")) {
            // None is measured here: what is drawn is the recipe’s usual colour.
            JsonNode stops = w.get("guess");
            if (stops.isNull()) continue;
            int x = (int) ((edge
                            + PalettePicture.TIMES
                                    * (w.get("x").asDouble() + w.get("width").asDouble() / 2))
                    * mm);
            int y = (int) ((edge
                            + PalettePicture.TITLE
                            + PalettePicture.TIMES * w.get("y").asDouble()
                            + 0.3)
                    * mm);
            assertThat(colourDistance(
                            picture.getRGB(x, y), Integer.decode(stops.get(0).asString())))
                    .isLessThan(12);
            compared++;
        }
        assertThat(compared).isEqualTo(paints.size());
        assertThat(me.get(at + ".svg").must(200).text()).startsWith("<?xml").contains("<svg");
        assertThat(me.get("/api/palettes/999999.png").status()).isEqualTo(404);
    }

    private static int colourDistance(int rgb, int other) {
        int most = 0;
        for (int shift = 0; shift <= 16; shift += 8) {
            most = Math.max(most, Math.abs((rgb >> shift & 255) - (other >> shift & 255)));
        }
        return most;
    }

    @Test
    void whatFitsIsSaidOfEveryBoxOfOnesOwnBySizesOfMakers() {
        me.post(
                        "/api/boxes",
                        Map.of(
                                "name",
                                "Studio box",
                                "shape",
                                Map.of("width", 236, "height", 80, "rowCount", 4, "columns", 12, "between", 1)))
                .must(201);
        JsonNode both = me.post(
                        "/api/boxes/lay",
                        Map.of(
                                "pans",
                                List.of(
                                        Map.of("form", "HALF_PAN", "count", 24),
                                        Map.of("form", "HALF_PAN", "count", 12))))
                .must(200)
                .json();
        assertThat(both.at("/boxes/0/fits").asBoolean()).isTrue();
        assertThat(both.at("/boxes/0/pans")).hasSize(36);
        long maker = me.post("/api/makers", Map.of("name", "Broadpan"))
                .must(201)
                .json()
                .get("id")
                .asLong();
        me.put("/api/pan-sizes", Map.of("maker", maker, "form", "HALF_PAN", "width", 22, "height", 28))
                .must(200);
        JsonNode broad = me.post(
                        "/api/boxes/lay",
                        Map.of("pans", List.of(Map.of("form", "HALF_PAN", "maker", maker, "count", 36))))
                .must(200)
                .json();
        assertThat(broad.at("/boxes/0/fits").asBoolean()).isFalse();
        assertThat(broad.at("/boxes/0/said").asString()).contains("larger than the box");
        me.put("/api/pan-sizes", Map.of("form", "TUBE", "width", 22, "height", 28))
                .must(422);
    }

    @Test
    void everythingOfItIsExported() {
        JsonNode tin = begin(Map.of("paints", paints));
        me.post(at(tin) + "/versions", Map.of("since", "2026-01-01", "why", "first"))
                .must(201);
        me.post(
                        at(tin) + "/paintings",
                        Map.of("title", "Moth", "on", "2026-01-02", "paints", List.of(Map.of("paint", paints.get(0)))))
                .must(201);
        JsonNode all = me.get("/api/collection.json").must(200).json();
        assertThat(all.at("/palettes/0/versions")).hasSize(2);
        assertThat(all.at("/palettes/0/versions/1/why").asString()).isEqualTo("first");
        assertThat(all.at("/paintings/0/title").asString()).isEqualTo("Moth");
        assertThat(all.at("/boxes/0/name").asString()).isEqualTo("Tin of 18 half pans");
    }

    private List<Long> ids(String find) {
        return me.find(find)
                .json()
                .get("paints")
                .valueStream()
                .map(p -> p.get("id").asLong())
                .toList();
    }
}
