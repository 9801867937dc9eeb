package molvet.server.reading;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.awt.Color;
import java.awt.Graphics2D;
import java.awt.image.BufferedImage;
import java.sql.Connection;
import java.sql.Statement;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import molvet.core.colour.Lab;
import molvet.core.pigment.PigmentReference;
import molvet.core.pigment.Recipe;
import molvet.core.reading.CellReading;
import molvet.server.Api;
import molvet.server.RunningMolvet;
import molvet.server.TestDatabase;
import molvet.server.Wait;
import molvet.server.reading.standin.SimulatedPainter;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;

/** A painted sheet from its picture to the collection. */
class ReadingApiTest {
    private static final String[] PAINTS = {
        "Gorse", "PY154", "Deep Water", "PB29", "Rust", "PR101", "Thrift", "PR122", "Kelp", "PG7", "Peat", "PBr7"
    };

    private Api me;
    private List<Long> ids;
    private long chart;

    @BeforeEach
    void aPlannedChart() {
        me = Api.collector();
        ids = new ArrayList<>();
        for (int i = 0; i < PAINTS.length; i += 2)
            ids.add(me.paint(PAINTS[i], PAINTS[i + 1]).get("id").asLong());
        chart = chart(me, ids);
    }

    private static long chart(Api of, List<Long> paints) {
        Map<String, Object> asked = new HashMap<>(Map.of(
                "form",
                "STRIPS",
                "school",
                "BY_HAND",
                "steps",
                4,
                "gap",
                3,
                "paints",
                paints,
                "paper",
                Map.of("width", 150, "height", 130),
                "options",
                Map.of("opacityLine", true)));
        return of.post("/api/charts", asked).must(201).json().get("id").asLong();
    }

    private JsonNode standin(Map<String, Object> asked) {
        return me.read(me.post("/api/charts/" + chart + "/standin", asked));
    }

    private static JsonNode cell(JsonNode reading, int cell) {
        return reading.get("cells")
                .valueStream()
                .filter(c -> c.get("cell").asInt() == cell)
                .findFirst()
                .orElseThrow();
    }

    private static Lab lab(JsonNode c) {
        return new Lab(c.get("l").asDouble(), c.get("a").asDouble(), c.get("b").asDouble());
    }

    private JsonNode paint(int which) {
        return me.get("/api/paints/" + ids.get(which)).must(200).json();
    }

    /** Kept by an older arithmetic: shown as it was kept, and worked out anew from its picture once nothing else waits. */
    @Test
    void aSheetReadBeforeIsShownAndItsRunsAreWorkedOutAnew() throws Exception {
        JsonNode read = standin(Map.of("device", "SCANNER"));
        long id = read.get("reading").asLong();
        me.post("/api/readings/" + id + "/accept", Map.of()).must(200);
        JsonNode fresh = paint(1).at("/swatches/0/readings/0/run");
        try (Connection db = TestDatabase.get().connect();
                Statement s = db.createStatement()) {
            s.execute("update scan_cell set result = json_remove(result, '$.modelled') where scan_id = " + id);
            s.execute("update reading set curve = null, modelled = false, arithmetic = 3 where scan_id = " + id);
            assertThat(me.get("/api/readings/" + id).must(200).json().get("cells"))
                    .hasSize(6);
            s.execute("update scan set arithmetic = 3 where id = " + id);
        }
        // Another picture wakes the queue.
        standin(Map.of("device", "SCANNER"));
        JsonNode anew = Wait.until(
                () -> paint(1), now -> now.at("/swatches/0/readings/0/run").equals(fresh));
        assertThat(anew.at("/swatches/0/readings/0/massTone/l").asDouble())
                .isCloseTo(fresh.at("/0/l").asDouble(), within(0.01));
    }

    /** Two taps on a graded wash see all that lies between them. */
    @Test
    void twoTapsGiveTheRunOfTheWash() throws Exception {
        byte[] scan = new SimulatedPainter(PigmentReference.standard()).paint(Recipe.of("PB29"), 3);
        long swatch = me.painted("Tide", "R9 1").at("/swatches/0/id").asLong();
        long picture = me.upload("/api/swatches/" + swatch + "/pictures", "card.png", scan)
                .must(201)
                .json()
                .get("picture")
                .asLong();
        JsonNode p = me.post(
                        "/api/pictures/" + picture + "/readings",
                        Map.of(
                                "full", Map.of("x", SimulatedPainter.FULL_X, "y", SimulatedPainter.PAINT_Y),
                                "palest", Map.of("x", SimulatedPainter.PALEST_X, "y", SimulatedPainter.PAINT_Y),
                                "paper", Map.of("x", SimulatedPainter.PAPER_X, "y", SimulatedPainter.PAPER_Y)))
                .must(201)
                .json();
        assertThat(p.at("/strip/measured").asBoolean()).isTrue();
        // Picked before runs were kept: given one from its picture once nothing else waits.
        JsonNode run = p.at("/swatches/0/readings/0/run");
        long reading = p.at("/swatches/0/readings/0/id").asLong();
        try (Connection db = TestDatabase.get().connect();
                Statement s = db.createStatement()) {
            s.execute("update reading set curve = null, arithmetic = 1 where id = " + reading);
        }
        standin(Map.of("device", "SCANNER"));
        String path = "/api/paints/" + p.get("id").asLong();
        Wait.until(
                () -> me.get(path).json(),
                now -> now.at("/swatches/0/readings/0/run").equals(run));
    }

    @Test
    void aScanWithOneSwappedPairIsMendedAcceptedAndTakenBack() {
        JsonNode read = standin(Map.of("device", "SCANNER", "swapped", List.of(1, 3)));
        assertThat(read.get("state").asString()).as(read.toString()).isEqualTo("PROPOSED");
        assertThat(read.get("residualMm").asDouble()).isLessThan(0.3);
        assertThat(read.get("trust").asString()).isEqualTo("SCANNED");
        assertThat(read.get("cells")).hasSize(6);
        assertThat(read.get("page").asInt()).isEqualTo(1);
        JsonNode slip = read.at("/suspicions/0");
        assertThat(slip.get("kind").asString()).isEqualTo("SWAPPED");
        assertThat(List.of(slip.get("cell").asInt(), slip.get("other").asInt())).containsExactlyInAnyOrder(1, 3);
        String path = "/api/readings/" + read.get("reading").asLong();

        JsonNode mended =
                me.post(path + "/swap", Map.of("cell", 1, "other", 3)).must(200).json();
        assertThat(mended.get("suspicions")).isEmpty();
        assertThat(cell(mended, 1).at("/entry/name").asString()).isEqualTo("Thrift");
        // Each strip gets paler from strength to strength.
        for (JsonNode c : mended.get("cells")) {
            List<Double> l =
                    c.get("steps").valueStream().map(s -> s.get("l").asDouble()).toList();
            assertThat(l).hasSize(11).isSorted();
        }
        me.post(path + "/cells/5/left-out", Map.of("out", true)).must(200);
        assertThat(me.post(path + "/accept", Map.of())
                        .must(200)
                        .json()
                        .get("state")
                        .asString())
                .isEqualTo("ACCEPTED");
        JsonNode blue = paint(1);
        assertThat(lab(blue.at("/swatches/0/readings/0/massTone")).hue()).isBetween(260.0, 320.0);
        assertThat(blue.at("/swatches/0/readings/0/source").asString()).isEqualTo("SHEET");
        assertThat(blue.at("/swatches/0/readings/0/arithmetic").asInt()).isEqualTo(CellReading.ARITHMETIC);
        assertThat(blue.get("strip").isNull()).isFalse();
        // The stand-in’s hand and paper differ from paint to paint: an ultramarine grains plainly, whichever it is.
        assertThat(blue.at("/voices/granulation/paper").asString()).isIn("MODERATE", "STRONG");
        assertThat(paint(5).get("swatches")).isEmpty();
        long painted = me.get("/api/charts/" + chart)
                .json()
                .get("cells")
                .valueStream()
                .filter(c -> c.get("state").asString().equals("PAINTED"))
                .count();
        assertThat(painted).isEqualTo(5);
        assertThat(me.get("/api/swatch-readings/"
                                + blue.at("/swatches/0/readings/0/id").asLong() + "/crop")
                        .must(200)
                        .bytes())
                .hasSizeGreaterThan(2000);
        me.post(path + "/accept", Map.of()).must(409);
        me.delete(path).must(409);
        // Dark and grained, its full strength is spread wide.
        assertThat(blue.at("/swatches/0/readings/0/margins/massTone").asDouble())
                .isBetween(0.0, 6.0);

        me.undoLast();
        assertThat(me.get(path).json().get("state").asString()).isEqualTo("PROPOSED");
        assertThat(paint(1).get("swatches")).isEmpty();
        assertThat(me.get("/api/charts/" + chart).json().toString()).doesNotContain("PAINTED");
    }

    /** Two windows stand at the same reading, and both press. */
    @Test
    void aReadingAcceptedTwiceInOneMomentIsAcceptedOnce() throws Exception {
        JsonNode read = standin(Map.of("device", "SCANNER"));
        String path = "/api/readings/" + read.get("reading").asLong() + "/accept";
        List<Api.Answer> answers = Api.atOnce(4, i -> me.post(path, Map.of(), "window-" + i));
        assertThat(answers.stream().filter(a -> a.status() == 200)).hasSize(1);
        assertThat(answers.stream().filter(a -> a.status() != 200)).allMatch(a -> a.status() == 409);
        assertThat(paint(1).at("/swatches/0/readings")).hasSize(1);
        assertThat(me.get("/api/acts")
                        .json()
                        .get("acts")
                        .valueStream()
                        .filter(a -> a.get("said").asString().contains("ccepted")))
                .hasSizeLessThanOrEqualTo(1);
        me.undoLast();
        assertThat(paint(1).get("swatches")).isEmpty();
    }

    /** What was accepted stays until the same picture, read anew, takes its place; undone, the old readings are back. */
    @Test
    void anAcceptedReadingIsComputedAnewInPlaceOfTheOld() {
        JsonNode read = standin(Map.of("device", "SCANNER"));
        String path = "/api/readings/" + read.get("reading").asLong();
        me.post(path + "/accept", Map.of()).must(200);
        long old = paint(1).at("/swatches/0/readings/0/id").asLong();
        me.post("/api/swatch-readings/" + old + "/count", Map.of()).must(200);
        JsonNode again = me.read(me.post(path + "/again", Map.of()));
        assertThat(again.get("state").asString()).isEqualTo("PROPOSED");
        assertThat(again.get("takenOver").asInt()).isEqualTo(6);
        assertThat(paint(1).at("/swatches/0/readings/0/id").asLong()).isEqualTo(old);
        assertThat(me.delete(path).must(409).text()).contains("stand on this picture");
        me.post(path + "/accept", Map.of()).must(200);
        JsonNode blue = paint(1);
        assertThat(blue.at("/swatches/0/readings")).hasSize(1);
        assertThat(blue.at("/swatches/0/readings/0/id").asLong()).isNotEqualTo(old);
        assertThat(blue.at("/swatches/0/readings/0/counts").asBoolean()).isTrue();
        assertThat(blue.get("repeats").isNull()).isTrue();
        me.undoLast();
        assertThat(paint(1).at("/swatches/0/readings/0/id").asLong()).isEqualTo(old);
        assertThat(me.get(path).json().get("state").asString()).isEqualTo("PROPOSED");
    }

    /** A simulated meter’s file of spectra goes the way a real one’s would, and agrees with the scan. */
    @Test
    void aSimulatedMetersSpectraAreReadAndAgreeWithTheScan() {
        String file =
                me.get("/api/charts/" + chart + "/standin.cgats").must(200).text();
        assertThat(file).startsWith("CGATS.17").contains("SPECTRAL_NM_380", "SPECTRAL_NM_730");
        JsonNode values =
                me.post("/api/meter/read", Map.of("text", file)).must(200).json();
        assertThat(values.get("known").asInt()).isEqualTo(6);
        List<Map<String, Object>> kept = new ArrayList<>();
        for (JsonNode v : values.get("values")) {
            assertThat(v.get("fromSpectrum").asBoolean()).isTrue();
            kept.add(Map.of("paint", v.get("paint").asLong(), "massTone", v.get("massTone"), "tint", v.get("tint")));
        }
        me.post("/api/meter", Map.of("values", kept)).must(201);
        JsonNode scan = standin(Map.of("device", "SCANNER"));
        me.post("/api/readings/" + scan.get("reading").asLong() + "/accept", Map.of())
                .must(200);
        JsonNode blue = paint(1);
        JsonNode repeats = blue.get("repeats");
        assertThat(repeats.get("readings").asInt()).isEqualTo(2);
        assertThat(repeats.get("massTone").asDouble()).isBetween(0.01, 5.0);
        me.get("/api/charts/" + chart + "/standin.cgats?page=9").must(422);
    }

    @Test
    void aWetAndADryPictureShowTheShiftAndALiftedOneTheStain() {
        JsonNode wet = standin(Map.of("device", "SCANNER", "stage", "WET"));
        me.post("/api/readings/" + wet.get("reading").asLong() + "/accept", Map.of())
                .must(200);
        // A wet picture alone is not the colour of a paint.
        assertThat(paint(1).path("strip").isNull()).isTrue();
        JsonNode dry = standin(Map.of("device", "SCANNER"));
        me.post("/api/readings/" + dry.get("reading").asLong() + "/accept", Map.of())
                .must(200);
        JsonNode lifted = standin(Map.of("device", "SCANNER", "stage", "LIFTED"));
        me.post("/api/readings/" + lifted.get("reading").asLong() + "/accept", Map.of())
                .must(200);
        JsonNode green = paint(4);
        JsonNode counts = green.at("/swatches/0/readings")
                .valueStream()
                .filter(r -> r.get("counts").asBoolean())
                .findFirst()
                .orElseThrow();
        assertThat(counts.get("stage").asString()).isEqualTo("DRY");
        assertThat(counts.get("dryingShift").asString()).matches("ΔE00 \\d+\\.\\d, lighter by \\d+.*");
        // Phthalo green stains, ultramarine lifts better (common practice, no published source).
        assertThat(green.at("/voices/staining/paper").asString()).isEqualTo("HIGH");
        double stays = staining(green);
        assertThat(staining(paint(1))).isLessThan(stays);
        assertThat(green.at("/swatches")).hasSize(1);
        // An accepted dry picture ends the drying of its cells.
        assertThat(me.get("/api/paints?find=drying")
                        .json()
                        .get("paints")
                        .valueStream()
                        .map(p -> p.get("id").asLong()))
                .doesNotContain(green.get("id").asLong());
    }

    private static double staining(JsonNode paint) {
        return paint.at("/swatches/0/readings")
                .valueStream()
                .filter(r -> !r.path("staining").isNull() && r.has("staining"))
                .findFirst()
                .orElseThrow()
                .get("staining")
                .asDouble();
    }

    @Test
    void aLiftedPictureWithoutADryOneSaysWhatIsMissing() {
        JsonNode lifted = standin(Map.of("device", "SCANNER", "stage", "LIFTED"));
        Api.Answer answer = me.post("/api/readings/" + lifted.get("reading").asLong() + "/accept", Map.of());
        assertThat(answer.must(422).text()).contains("no dry reading");
        assertThat(paint(0).get("swatches")).isEmpty();
    }

    @Test
    void severalReadingsStayAndTheCollectorSaysWhichCounts() {
        for (String device : List.of("SCANNER", "CAREFUL_PHONE")) {
            JsonNode read = standin(Map.of("device", device));
            assertThat(read.get("state").asString()).as(read.toString()).isEqualTo("PROPOSED");
            me.post("/api/readings/" + read.get("reading").asLong() + "/accept", Map.of())
                    .must(200);
        }
        JsonNode readings = paint(2).at("/swatches/0/readings");
        assertThat(readings).hasSize(2);
        assertThat(readings.get(0).get("counts").asBoolean()).isTrue();
        long first = readings.get(1).get("id").asLong();
        JsonNode after = me.post("/api/swatch-readings/" + first + "/count", Map.of())
                .must(200)
                .json();
        assertThat(after.at("/swatches/0/readings/1/counts").asBoolean()).isTrue();
        // Both devices saw the same paint.
        assertThat(lab(readings.get(0).get("massTone"))
                        .differenceFrom(lab(readings.get(1).get("massTone"))))
                .isLessThan(8);
    }

    private BufferedImage printed() {
        return onPaper(
                me.get("/api/charts/" + chart + ".png?page=1&dpi=200").must(200).bytes());
    }

    /** As a scanner in colour sees a page without paint: its white is that of paper. */
    private static BufferedImage onPaper(byte[] png) {
        BufferedImage page = TestSheet.read(png);
        for (int y = 0; y < page.getHeight(); y++) {
            for (int x = 0; x < page.getWidth(); x++) {
                Color c = new Color(page.getRGB(x, y));
                page.setRGB(
                        x,
                        y,
                        new Color(c.getRed() * 244 / 255, c.getGreen() * 242 / 255, c.getBlue() * 236 / 255).getRGB());
            }
        }
        return page;
    }

    private static void hideCode(BufferedImage page, JsonNode geometry) {
        JsonNode qr = geometry.at("/pages/0/qr");
        double dots = 200 / 25.4;
        Graphics2D g = page.createGraphics();
        g.setColor(Color.WHITE);
        g.fillRect(
                (int) (qr.get("x").asDouble() * dots) - 2,
                (int) (qr.get("y").asDouble() * dots) - 2,
                (int) (qr.get("size").asDouble() * dots) + 4,
                (int) (qr.get("size").asDouble() * dots) + 4);
        g.dispose();
    }

    @Test
    void aHiddenCodeIsMadeUpForByTheChartAndHiddenMarkersByHand() {
        BufferedImage page = printed();
        hideCode(page, me.get("/api/charts/" + chart + "/geometry").json());
        byte[] png = TestSheet.file(page, "png");
        JsonNode unknown = me.read(me.sheet(png, null));
        assertThat(unknown.get("state").asString()).isEqualTo("FAILED");
        assertThat(unknown.get("wayOn").asString()).contains("Choose the chart");
        assertThat(unknown.get("charts")).hasSize(1);
        assertThat(me.read(me.sheet(png, chart)).get("state").asString()).isEqualTo("PROPOSED");

        // Every mark gone: four corners dragged to where the markers’ outer corners were.
        Graphics2D g = page.createGraphics();
        g.setColor(Color.WHITE);
        double dots = 200 / 25.4;
        for (JsonNode m : me.get("/api/charts/" + chart + "/geometry").json().at("/pages/0/markers")) {
            TestSheet.fill(
                    g,
                    new molvet.core.measure.Rect(
                            m.get("x").asDouble(),
                            m.get("y").asDouble(),
                            m.get("size").asDouble(),
                            m.get("size").asDouble()),
                    dots);
        }
        g.dispose();
        JsonNode lost = me.read(me.sheet(TestSheet.file(page, "png"), null));
        assertThat(lost.get("why").asString()).contains("No mark of a printed page");
        String path = "/api/readings/" + lost.get("reading").asLong();
        double inset = me.get("/api/charts/" + chart + "/geometry")
                .json()
                .at("/pages/0/markers/0/x")
                .asDouble();
        double x = inset / 150;
        double y = inset / 130;
        List<Map<String, Double>> corners = List.of(
                Map.of("x", x, "y", y),
                Map.of("x", 1 - x, "y", y),
                Map.of("x", 1 - x, "y", 1 - y),
                Map.of("x", x, "y", 1 - y));
        me.post(path + "/again", Map.of("chart", chart, "page", 1, "corners", corners))
                .must(202);
        JsonNode read = me.read(lost.get("reading").asLong());
        assertThat(read.get("state").asString()).as(read.get("why").asString()).isEqualTo("PROPOSED");
        JsonNode box = me.get("/api/charts/" + chart + "/geometry").json().at("/pages/0/cells/0/parts/0");
        JsonNode corner = read.at("/cells/0/pieces/0/corners/0");
        assertThat(corner.get("x").asDouble() * 150).isCloseTo(box.get("x").asDouble(), within(0.3));
        assertThat(corner.get("y").asDouble() * 130).isCloseTo(box.get("y").asDouble(), within(0.3));

        List<Map<String, Double>> wrong = List.of(corners.get(0), corners.get(3), corners.get(2), corners.get(1));
        me.post(path + "/again", Map.of("chart", chart, "corners", wrong)).must(202);
        JsonNode mirrored = me.read(lost.get("reading").asLong());
        assertThat(mirrored.get("why").asString()).contains("mirror");
    }

    @Test
    void anUnpaintedPageIsAllBareAndNothingIsTakenOver() {
        JsonNode read = me.read(me.sheet(TestSheet.file(printed(), "png"), null));
        assertThat(read.get("cells"))
                .allSatisfy(c -> assertThat(c.get("bare").asBoolean()).isTrue());
        assertThat(read.get("suspicions")).hasSize(6);
        me.post("/api/readings/" + read.get("reading").asLong() + "/accept", Map.of())
                .must(422);
    }

    @Test
    void anothersPageIsNotRevealedAndTheWrongPageIsSaid() {
        byte[] mine = TestSheet.file(printed(), "png");
        Api other = Api.collector();
        JsonNode read = other.read(other.sheet(mine, null));
        assertThat(read.get("state").asString()).isEqualTo("FAILED");
        assertThat(read.get("why").asString()).isEqualTo("The code on this page names no chart of your collection.");
        assertThat(read.toString()).doesNotContain("Gorse");
        long another = chart(me, ids.subList(0, 2));
        JsonNode wrong = me.read(me.sheet(mine, another));
        assertThat(wrong.get("why").asString()).contains("C-0001, not C-0002");
        // The collector knows better: read as the other chart all the same.
        me.post("/api/readings/" + wrong.get("reading").asLong() + "/again", Map.of("chart", chart, "page", 1))
                .must(202);
        me.post("/api/readings", Map.of()).must(415);
        other.sheet(mine, chart).must(404);
    }

    @Test
    void aBrokenFileIsRefusedAtTheDoor() {
        assertThat(me.sheet(new byte[] {1, 2, 3}, null).must(422).text()).contains("not a JPEG, PNG");
        assertThat(me.get("/api/arrivals?limit=abc").must(400).text()).contains("“abc” is no number");
        assertThat(me.get("/api/readings").json().get("readings")).isEmpty();
    }

    /** One worker reads; whose turn it is goes round. */
    @Test
    void theQueueIsFairAndCanBeStopped() {
        byte[] page = TestSheet.file(printed(), "png");
        Api other = Api.collector();
        List<Long> theirs = new ArrayList<>();
        for (int i = 0; i < 2; i++)
            theirs.add(other.paint("Paint " + i, "PB29").get("id").asLong());
        long one = chart(other, theirs);
        byte[] their = TestSheet.file(
                onPaper(other.get("/api/charts/" + one + ".png?page=1&dpi=150")
                        .must(200)
                        .bytes()),
                "png");
        List<Long> many = new ArrayList<>();
        for (int i = 0; i < 12; i++)
            many.add(me.sheet(page, null).must(202).json().get("reading").asLong());
        JsonNode read = other.read(other.sheet(their, null));
        assertThat(read.get("state").asString()).isEqualTo("PROPOSED");
        JsonNode last = me.get("/api/readings/" + many.get(11)).json();
        assertThat(last.get("state").asString())
                .as("the last of twelve waits while another’s first is read")
                .isEqualTo("QUEUED");
        JsonNode stopped = me.post("/api/readings/" + many.get(11) + "/stop", Map.of())
                .must(200)
                .json();
        assertThat(stopped.get("state").asString()).isEqualTo("STOPPED");
        me.post("/api/readings/" + many.get(11) + "/stop", Map.of()).must(409);
        me.post("/api/readings/" + many.get(11) + "/again", Map.of()).must(202);
        me.delete("/api/readings/" + many.get(10)).must(204);
        me.get("/api/readings/" + many.get(10)).must(404);
    }

    @Test
    void aMetersValuesAreTiedToPaintsAndKeptAsReadings() {
        String text = "Deep Water 25.1 18.2 -51.9\nDeep Water tint 90 1 -6\nM-0001 80.2 4.4 82.1\nNobody’s Grey 50 0 0";
        JsonNode read =
                me.post("/api/meter/read", Map.of("text", text)).must(200).json();
        assertThat(read.get("known").asInt()).isEqualTo(2);
        assertThat(read.at("/values/0/paint").asLong()).isEqualTo(ids.get(1));
        assertThat(read.at("/values/0/tint/l").asDouble()).isEqualTo(90);
        assertThat(read.at("/values/1/paintName").asString()).isEqualTo("Gorse");
        assertThat(read.at("/values/2").has("paint")
                        && !read.at("/values/2/paint").isNull())
                .isFalse();
        List<Object> lines = new ArrayList<>();
        for (int i = 0; i < 2; i++) {
            Map<String, Object> line = new HashMap<>();
            line.put("paint", read.at("/values/" + i + "/paint").asLong());
            line.put(
                    "massTone",
                    Map.of(
                            "l",
                            read.at("/values/" + i + "/massTone/l").asDouble(),
                            "a",
                            read.at("/values/" + i + "/massTone/a").asDouble(),
                            "b",
                            read.at("/values/" + i + "/massTone/b").asDouble()));
            lines.add(line);
        }
        assertThat(me.post("/api/meter", Map.of("values", lines))
                        .must(201)
                        .json()
                        .get("kept")
                        .asInt())
                .isEqualTo(2);
        JsonNode blue = paint(1);
        assertThat(blue.at("/swatches/0/readings/0/source").asString()).isEqualTo("METER");
        // A meter says nothing of grain.
        assertThat(blue.at("/voices/granulation/paper").isNull()
                        || blue.at("/voices/granulation").path("paper").isMissingNode())
                .isTrue();
        me.undoLast();
        assertThat(paint(1).get("swatches")).isEmpty();
        assertThat(me.post("/api/meter/read", Map.of("text", "nothing"))
                        .must(422)
                        .text())
                .contains("line 1");
    }

    @Test
    void aChartAsMeasuredGoesOutAndComesInAgain() {
        me.get("/api/charts/" + chart + "/measured.cgats").must(422);
        JsonNode read = standin(Map.of("device", "SCANNER"));
        me.post("/api/readings/" + read.get("reading").asLong() + "/accept", Map.of())
                .must(200);
        JsonNode json =
                me.get("/api/charts/" + chart + "/measured.json").must(200).json();
        assertThat(json.get("colours")).hasSize(12);
        for (String format : List.of("cgats", "cxf", "csv", "gpl")) {
            Api.Answer file =
                    me.get("/api/charts/" + chart + "/measured." + format).must(200);
            JsonNode back = me.upload("/api/meter/file", "file", "chart." + format, file.bytes())
                    .must(200)
                    .json();
            assertThat(back.get("known").asInt()).as(format).isEqualTo(6);
            Lab full = lab(json.at("/colours/2/lab"));
            assertThat(lab(back.at("/values/1/massTone")).differenceFrom(full))
                    .as(format)
                    .isLessThan(format.equals("gpl") ? 6 : 0.001);
        }
        assertThat(me.get("/api/charts/" + chart + ".pdf?predicted=true")
                        .must(200)
                        .bytes())
                .startsWith("%PDF".getBytes());
    }

    /** A loose card has no marks: the rectangle that is painted is marked by hand, and goes the same way. */
    @Test
    void aLooseCardIsReadByTheRectangleMarkedOnIt() {
        JsonNode page = me.painted("Dusk", "R1 1");
        long swatch = page.at("/swatches/0/id").asLong();
        byte[] scan = new SimulatedPainter(PigmentReference.standard()).paint(Recipe.of("PV19"), 3);
        long picture = me.upload("/api/swatches/" + swatch + "/pictures", "card.png", scan)
                .must(201)
                .json()
                .get("picture")
                .asLong();
        JsonNode edges = me.get("/api/pictures/" + picture + "/edges").must(200).json();
        assertThat(edges.at("/corners/0/x").asDouble()).isCloseTo(0.05, within(0.02));
        assertThat(edges.at("/corners/1/x").asDouble()).isCloseTo(0.96, within(0.08));
        assertThat(edges.at("/corners/2/y").asDouble()).isBetween(0.78, 0.83);
        String path = "/api/pictures/" + picture + "/rectangle";
        JsonNode read = me.post(path, Map.of("corners", corners(0.36, 0.10, 0.95, 0.79)))
                .must(201)
                .json();
        JsonNode reading = read.at("/swatches/0/readings/0");
        assertThat(reading.get("source").asString()).isEqualTo("PICKED");
        assertThat(reading.get("arithmetic").asInt()).isEqualTo(CellReading.ARITHMETIC);
        assertThat(reading.get("massTone").get("l").asDouble())
                .isLessThan(reading.get("tint").get("l").asDouble() - 25);
        assertThat(reading.at("/massTone/a").asDouble())
                .as("a quinacridone is red")
                .isGreaterThan(30);
        me.get("/api/swatch-readings/" + reading.get("id").asLong() + "/crop").must(200);
        // The queue works older readings out anew when it is idle; one of a whole area is none of them.
        Readings kept = RunningMolvet.context().getBean(Readings.class);
        while (kept.renewOne()) {
            // Until there is none.
        }
        JsonNode later = me.get("/api/paints/" + read.get("id").asLong()).json();
        assertThat(later.at("/swatches/0/readings/0")).isEqualTo(reading);
        assertThat(later.get("strip")).isEqualTo(read.get("strip"));
        assertThat(me.post(path, Map.of("corners", corners(0.2, 0.90, 0.8, 0.98)))
                        .must(422)
                        .text())
                .contains("no paint");
        me.post(path, Map.of("corners", List.of())).must(422);
        List<Map<String, Double>> mirrored = new ArrayList<>(corners(0.36, 0.10, 0.95, 0.79));
        java.util.Collections.reverse(mirrored);
        me.post(path, Map.of("corners", mirrored)).must(422);
    }

    private static List<Map<String, Double>> corners(double left, double top, double right, double bottom) {
        return List.of(
                Map.of("x", left, "y", top),
                Map.of("x", right, "y", top),
                Map.of("x", right, "y", bottom),
                Map.of("x", left, "y", bottom));
    }

    /** What a careless script sends is refused with a reason, and nothing is kept. */
    @Test
    void halfWrittenBodiesAreRefused() {
        JsonNode read = standin(Map.of("device", "SCANNER"));
        String path = "/api/readings/" + read.get("reading").asLong();
        List<Object> corners = new ArrayList<>();
        for (int i = 0; i < 4; i++) corners.add(null);
        me.post(path + "/again", Map.of("chart", chart, "corners", corners)).must(422);
        me.post("/api/meter/read", Map.of()).must(422);
        me.post("/api/meter", Map.of()).must(422);
        me.post("/api/meter", Map.of("values", List.of(Map.of("paint", ids.get(0)))))
                .must(422);
        me.post("/api/charts/" + chart + "/standin", Map.of("device", "CAMERA OBSCURA"))
                .must(422);
        me.post("/api/charts/" + chart + "/standin", Map.of("device", "SCANNER", "page", 9))
                .must(422);
        assertThat(me.get(path).json().get("state").asString()).isEqualTo("PROPOSED");
        assertThat(paint(0).get("swatches")).isEmpty();
    }

    /** One photograph with a colour-checker teaches what the camera’s own eye gets wrong; the next without one is the better for it. */
    @Test
    void aDeviceIsLearntFromOneCheckerAndItsNextPictureIsCorrected() {
        JsonNode first = standin(Map.of("device", "CAREFUL_PHONE", "seed", 3));
        assertThat(first.get("deviceName").asString()).isEqualTo("Simulated pocket camera");
        assertThat(first.get("corrected").asBoolean()).isFalse();
        assertThat(me.get("/api/devices").json().at("/devices/0/said").asString())
                .startsWith("Not learnt yet");
        JsonNode checked = standin(Map.of("device", "CHECKED_PHONE", "seed", 3));
        assertThat(checked.get("trust").asString()).isEqualTo("CHECKED");
        JsonNode device = me.get("/api/devices").must(200).json().at("/devices/0");
        assertThat(device.get("patches").asInt()).isEqualTo(24);
        assertThat(device.get("readings").asInt()).isEqualTo(2);
        assertThat(device.get("after").asDouble())
                .isLessThan(0.8 * device.get("before").asDouble());
        JsonNode corrected = standin(Map.of("device", "CAREFUL_PHONE", "seed", 3));
        assertThat(corrected.get("corrected").asBoolean()).isTrue();
        assertThat(corrected.get("notes").toString()).contains("Corrected for what is known of the device");
        double before = 0;
        double after = 0;
        for (JsonNode c : checked.get("cells")) {
            // What stood beside a checker is the nearest to the truth that is known here.
            Lab is = lab(c.get("massTone"));
            before += lab(cell(first, c.get("cell").asInt()).get("massTone")).differenceFrom(is);
            after += lab(cell(corrected, c.get("cell").asInt()).get("massTone")).differenceFrom(is);
        }
        assertThat(after).isLessThan(0.7 * before);
    }

    /** Others wait behind it, and what the database refuses once it refuses each time. */
    @Test
    void aReadingThatTheDatabaseRefusesIsSaidToHaveFailedAndHoldsNobodyUp() throws Exception {
        try (Connection db = TestDatabase.get().connect();
                Statement s = db.createStatement()) {
            s.execute("create trigger no_proposal before update on scan for each row begin"
                    + " if new.state = 'PROPOSED' and new.chart_id = " + chart
                    + " then signal sqlstate '22001' set message_text = 'too long'; end if; end");
            try {
                JsonNode refused = standin(Map.of("device", "SCANNER"));
                assertThat(refused.get("state").asString()).isEqualTo("FAILED");
                assertThat(refused.get("why").asString()).contains("could not be read");
            } finally {
                s.execute("drop trigger no_proposal");
            }
        }
        assertThat(standin(Map.of("device", "SCANNER")).get("state").asString()).isEqualTo("PROPOSED");
    }

    @Test
    void aScannerThatSaysNothingIsNamedByHandAndNamesAreKeptApart() {
        JsonNode scan = standin(Map.of("device", "SCANNER"));
        assertThat(scan.get("deviceName").asString()).isEqualTo("Simulated flat-bed");
        long id = scan.get("reading").asLong();
        me.post("/api/readings/" + id + "/again", Map.of("takenWith", "The flat one"))
                .must(202);
        assertThat(me.read(id).get("deviceName").asString()).isEqualTo("The flat one");
        JsonNode other = standin(Map.of("device", "CAREFUL_PHONE"));
        assertThat(other.get("deviceName").asString()).contains("pocket");
        JsonNode devices = me.get("/api/devices").json().get("devices");
        assertThat(devices).hasSize(3);
        long flat = devices.get(2).get("id").asLong();
        int version = devices.get(2).get("version").asInt();
        assertThat(devices.get(2).get("name").asString()).isEqualTo("The flat one");
        assertThat(me.put("/api/devices/" + flat, Map.of("name", "Simulated pocket camera", "version", version))
                        .must(422)
                        .text())
                .contains("already");
        me.put("/api/devices/" + flat, Map.of("name", "A4 on the desk", "version", version))
                .must(200);
        assertThat(me.get("/api/readings/" + id).json().get("deviceName").asString())
                .isEqualTo("A4 on the desk");
        me.delete("/api/devices/" + flat).must(204);
        assertThat(me.get("/api/readings/" + id).json().hasNonNull("deviceName"))
                .isFalse();
        me.undoLast();
        assertThat(me.get("/api/readings/" + id).json().get("deviceName").asString())
                .isEqualTo("A4 on the desk");
    }
}
