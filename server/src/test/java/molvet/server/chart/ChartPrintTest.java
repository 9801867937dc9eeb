package molvet.server.chart;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import boofcv.abst.fiducial.QrCodeDetector;
import boofcv.factory.fiducial.ConfigFiducialBinary;
import boofcv.factory.fiducial.FactoryFiducial;
import boofcv.factory.filter.binary.ConfigThreshold;
import boofcv.factory.filter.binary.ThresholdType;
import boofcv.io.image.ConvertBufferedImage;
import boofcv.struct.image.GrayU8;
import georegression.struct.point.Point2D_F64;
import java.awt.image.BufferedImage;
import java.io.ByteArrayInputStream;
import java.io.File;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.IntStream;
import javax.imageio.ImageIO;
import molvet.server.Api;
import molvet.server.RunningMolvet;
import org.apache.pdfbox.Loader;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.pdmodel.PDPage;
import org.apache.pdfbox.text.PDFTextStripper;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import tools.jackson.databind.JsonNode;

/** Printed pages, looked at by programs that did not draw them: poppler for the ruling, BoofCV for codes and markers. */
class ChartPrintTest {
    private static final int DPI = 300;
    private static final double DOT = 25.4 / DPI;

    @TempDir
    Path dir;

    private BufferedImage byPoppler(byte[] pdf, int page) throws Exception {
        Path file = Files.write(dir.resolve("page.pdf"), pdf);
        File out = dir.resolve("page").toFile();
        Process p = new ProcessBuilder(
                        "pdftoppm",
                        "-r",
                        "" + DPI,
                        "-f",
                        "" + page,
                        "-l",
                        "" + page,
                        "-singlefile",
                        "-png",
                        file.toString(),
                        out.toString())
                .redirectErrorStream(true)
                .start();
        String said = new String(p.getInputStream().readAllBytes());
        assertThat(p.waitFor()).as(said).isZero();
        return ImageIO.read(new File(out + ".png"));
    }

    private static int dark(BufferedImage image, double xmm, double ymm) {
        int x = (int) Math.round(xmm / DOT - 0.5);
        int y = (int) Math.round(ymm / DOT - 0.5);
        if (x < 0 || y < 0 || x >= image.getWidth() || y >= image.getHeight()) return 0;
        return 255 - (image.getRGB(x, y) >> 8 & 0xff);
    }

    /** Where across a stretch the ink of a line is, in mm: the middle of its darkness. */
    private static double line(BufferedImage image, boolean upright, double at, double along) {
        double sum = 0;
        double weighted = 0;
        for (double off = -0.6; off <= 0.6; off += DOT / 2) {
            double ink = upright ? dark(image, at + off, along) : dark(image, along, at + off);
            sum += ink;
            weighted += ink * off;
        }
        assertThat(sum).as("a ruled line at " + at).isGreaterThan(40);
        return at + weighted / sum;
    }

    @ParameterizedTest
    @ValueSource(strings = {"STRIPS", "GRID", "TWO_SQUARES", "RING_CARD"})
    void everyRulingLiesWhereTheGeometrySays(String form) throws Exception {
        Api me = Api.collector();
        List<Long> ids = ChartApiTest.paints(me, "One", "PB29", "Two", "PV19", "Three", "PBr7", "Four", "PY151");
        long id = ChartApiTest.chart(
                me,
                Map.of(
                        "form",
                        form,
                        "paper",
                        Map.of("width", 210, "height", 297),
                        "gap",
                        form.equals("RING_CARD") ? 0 : 3,
                        "paints",
                        ids));
        JsonNode page =
                me.get("/api/charts/" + id + "/geometry").must(200).json().at("/pages/0");
        BufferedImage image =
                byPoppler(me.get("/api/charts/" + id + ".pdf").must(200).bytes(), 1);
        assertThat(image.getWidth()).isCloseTo((int) Math.round(210 / DOT), within(1));
        int seen = 0;
        for (JsonNode cell : page.get("cells")) {
            for (JsonNode part : cell.get("parts")) {
                String kind = part.get("kind").asString();
                if (!List.of("MASS_TONE", "STEP", "FIELD", "DROP").contains(kind)) continue;
                double x = part.get("x").asDouble();
                double y = part.get("y").asDouble();
                double w = part.get("width").asDouble();
                double h = part.get("height").asDouble();
                assertThat(line(image, true, x, y + h / 3)).isCloseTo(x, within(0.1));
                assertThat(line(image, true, x + w, y + h / 3)).isCloseTo(x + w, within(0.1));
                assertThat(line(image, false, y, x + w / 3)).isCloseTo(y, within(0.1));
                assertThat(line(image, false, y + h, x + w / 3)).isCloseTo(y + h, within(0.1));
                seen++;
            }
        }
        assertThat(seen).isGreaterThanOrEqualTo(4);
        // The check line: 100 mm of ink between the lower markers.
        JsonNode lower = page.get("markers").get(3);
        double from = lower.get("x").asDouble() + lower.get("size").asDouble() + 3;
        double at = lower.get("y").asDouble() + lower.get("size").asDouble() * 0.35;
        assertThat(line(image, true, from, at - 0.6)).isCloseTo(from, within(0.15));
        assertThat(line(image, true, from + 100, at - 0.6)).isCloseTo(from + 100, within(0.15));
    }

    @ParameterizedTest
    @ValueSource(strings = {"A4", "card"})
    void markersAndCodeAreReadBackByAnotherLibrary(String paper) throws Exception {
        Api me = Api.collector();
        List<Long> ids = ChartApiTest.paints(me, "One", "PB29", "Two", "PV19");
        Map<String, Object> size =
                paper.equals("A4") ? Map.of("width", 210, "height", 297) : Map.of("width", 90, "height", 130);
        long id = ChartApiTest.chart(me, Map.of("form", "GRID", "paper", size, "paints", ids));
        JsonNode page = me.get("/api/charts/" + id + "/geometry").json().at("/pages/0");
        GrayU8 grey = ConvertBufferedImage.convertFrom(
                byPoppler(me.get("/api/charts/" + id + ".pdf").must(200).bytes(), 1), (GrayU8) null);
        QrCodeDetector<GrayU8> codes = FactoryFiducial.qrcode(null, GrayU8.class);
        codes.process(grey);
        assertThat(codes.getDetections())
                .extracting(q -> q.message)
                .containsExactly(RunningMolvet.url() + "/c/" + id + "/1");
        ConfigFiducialBinary config = new ConfigFiducialBinary(8);
        config.borderWidthFraction = 0.25;
        var markers =
                FactoryFiducial.squareBinary(config, ConfigThreshold.local(ThresholdType.LOCAL_MEAN, 21), GrayU8.class);
        markers.detect(grey);
        Map<Long, Point2D_F64> found = new HashMap<>();
        for (int i = 0; i < markers.totalFound(); i++) {
            Point2D_F64 centre = new Point2D_F64();
            markers.getCenter(i, centre);
            found.put(markers.getId(i), centre);
        }
        List<Integer> numbers = List.of(0x2D5, 0x5AB, 0x9D6, 0xB6A);
        for (JsonNode m : page.get("markers")) {
            Point2D_F64 centre = found.get((long) numbers.get(m.get("id").asInt()));
            assertThat(centre)
                    .as("marker " + m.get("id") + " among " + found.keySet())
                    .isNotNull();
            double half = m.get("size").asDouble() / 2;
            assertThat(centre.x * DOT).isCloseTo(m.get("x").asDouble() + half, within(0.15));
            assertThat(centre.y * DOT).isCloseTo(m.get("y").asDouble() + half, within(0.15));
        }
    }

    @Test
    void marksAreClearOfPaintAndCellsLieWhollyOnThePage() {
        Api me = Api.collector();
        List<Long> ids = new ArrayList<>();
        IntStream.range(0, 9)
                .forEach(i -> ids.add(me.paint("P" + i, "PB29").get("id").asLong()));
        for (String form :
                List.of("RING_CARD", "STRIPS", "TWO_SQUARES", "GRID", "WHEEL", "ONE_AGAINST_ALL", "PAIRS", "FREE")) {
            long id = ChartApiTest.chart(
                    me, Map.of("form", form, "paper", Map.of("width", 297, "height", 420), "margin", 0, "paints", ids));
            for (JsonNode page :
                    me.get("/api/charts/" + id + "/geometry").must(200).json().get("pages")) {
                List<double[]> marks = new ArrayList<>();
                page.get("markers")
                        .forEach(m -> marks.add(
                                box(m, m.get("size").asDouble(), m.get("size").asDouble())));
                JsonNode qr = page.get("qr");
                marks.add(box(qr, qr.get("size").asDouble(), qr.get("size").asDouble()));
                for (JsonNode c : page.get("cells")) {
                    double[] cell =
                            box(c, c.get("width").asDouble(), c.get("height").asDouble());
                    assertThat(cell[0]).isGreaterThanOrEqualTo(-1e-6);
                    assertThat(cell[2]).isLessThanOrEqualTo(297 + 1e-6);
                    for (double[] m : marks) {
                        boolean apart = cell[2] <= m[0] || m[2] <= cell[0] || cell[3] <= m[1] || m[3] <= cell[1];
                        assertThat(apart).as(form + " cell " + c.get("cell")).isTrue();
                    }
                }
            }
        }
    }

    private static double[] box(JsonNode n, double w, double h) {
        double x = n.get("x").asDouble();
        double y = n.get("y").asDouble();
        return new double[] {x, y, x + w, y + h};
    }

    @Test
    void twoHundredAndThirtyEightNamesAreLetteredInFullOnFourPages() throws Exception {
        Api me = Api.collector();
        List<Long> ids = new ArrayList<>();
        for (int i = 1; i <= 238; i++) {
            ids.add(me.post("/api/paints", Map.of("name", "Northern Shelter Grey " + i, "pigments", "PBk9"))
                    .must(201)
                    .json()
                    .get("id")
                    .asLong());
        }
        JsonNode made = me.post(
                        "/api/charts",
                        Map.of(
                                "form",
                                "GRID",
                                "paper",
                                Map.of("width", 210, "height", 297),
                                "pages",
                                4,
                                "paints",
                                ids,
                                "school",
                                "BY_HAND"))
                .must(201)
                .json();
        assertThat(made.get("pages").asInt()).isEqualTo(4);
        try (PDDocument document =
                Loader.loadPDF(me.get("/api/charts/" + made.get("id").asLong() + ".pdf")
                        .must(200)
                        .bytes())) {
            assertThat(document.getNumberOfPages()).isEqualTo(4);
            String text = new PDFTextStripper().getText(document).replaceAll("\\s+", " ");
            for (int i = 1; i <= 238; i++) assertThat(text).contains("Shelter Grey " + i);
            assertThat(text).doesNotContain("…").contains("100 mm: print at 100 %, not “fit to page”", "page 4 of 4");
            for (PDPage page : document.getPages()) {
                page.getResources().getXObjectNames().forEach(n -> {
                    try {
                        var form = (org.apache.pdfbox.pdmodel.graphics.form.PDFormXObject)
                                page.getResources().getXObject(n);
                        for (var font : form.getResources().getFontNames()) {
                            assertThat(form.getResources().getFont(font).isEmbedded())
                                    .isTrue();
                        }
                    } catch (java.io.IOException e) {
                        throw new java.io.UncheckedIOException(e);
                    }
                });
            }
        }
    }

    /** Lettering never runs into its neighbour: with names of 120 letters, no ink lies in the gaps between cells. */
    @Test
    void longNamesStayInTheirCells() throws Exception {
        Api me = Api.collector();
        String longest =
                "Deep Shelter Blue of the Northern Sound before the Autumn Storm and long after it has gone by over the"
                        + " grey stones";
        List<Long> ids = ChartApiTest.paints(me, longest, "PB29", longest + " 2", "PV19", "W".repeat(120), "PBr7");
        long id = ChartApiTest.chart(
                me,
                Map.of(
                        "form",
                        "GRID",
                        "paper",
                        Map.of("width", 148, "height", 210),
                        "gap",
                        4,
                        "columns",
                        3,
                        "paints",
                        ids));
        JsonNode page = me.get("/api/charts/" + id + "/geometry").json().at("/pages/0");
        BufferedImage image = ImageIO.read(new ByteArrayInputStream(
                me.get("/api/charts/" + id + ".png?dpi=300").must(200).bytes()));
        for (JsonNode c : page.get("cells")) {
            double[] b = box(c, c.get("width").asDouble(), c.get("height").asDouble());
            for (double y = b[1]; y < b[3]; y += DOT) {
                assertThat(dark(image, b[2] + 0.5, y))
                        .as("ink beside cell " + c.get("cell"))
                        .isLessThan(60);
            }
            for (double x = b[0]; x < b[2]; x += DOT) {
                assertThat(dark(image, x, b[3] + 0.5))
                        .as("ink below cell " + c.get("cell"))
                        .isLessThan(60);
            }
        }
    }

    @Test
    void aRingCardCarriesItsOwnCodeWithThePlaceItWillHave() throws Exception {
        Api me = Api.collector();
        List<Long> ids = ChartApiTest.paints(me, "One", "PB29", "Two", "PR108");
        long id = ChartApiTest.chart(
                me,
                Map.of(
                        "form",
                        "RING_CARD",
                        "paper",
                        Map.of("width", 210, "height", 297),
                        "paints",
                        ids,
                        "school",
                        "BY_HAND",
                        "options",
                        Map.of("firstPlace", "R2 17", "opacityLine", true)));
        byte[] pdf = me.get("/api/charts/" + id + ".pdf").must(200).bytes();
        GrayU8 grey = ConvertBufferedImage.convertFrom(byPoppler(pdf, 1), (GrayU8) null);
        QrCodeDetector<GrayU8> codes = FactoryFiducial.qrcode(null, GrayU8.class);
        codes.process(grey);
        assertThat(codes.getDetections())
                .extracting(q -> q.message)
                .contains(
                        RunningMolvet.url() + "/m/0001#R2·17",
                        RunningMolvet.url() + "/m/0002#R2·18",
                        RunningMolvet.url() + "/c/" + id + "/1");
        try (PDDocument document = Loader.loadPDF(pdf)) {
            assertThat(new PDFTextStripper().getText(document).replaceAll("\\s+", " "))
                    .contains("R2·17", "cadmium", "no brush to the lips", "safety data sheet", "waterproof black");
        }
    }

    @Test
    void predictedStripsArePaintedOnlyWhenAskedFor() throws Exception {
        Api me = Api.collector();
        JsonNode painted = me.painted("Tern Grey", "R1 1");
        long swatch = painted.at("/swatches/0/id").asLong();
        BufferedImage blue = new BufferedImage(200, 100, BufferedImage.TYPE_INT_RGB);
        for (int x = 0; x < 200; x++) for (int y = 0; y < 100; y++) blue.setRGB(x, y, x < 100 ? 0x203090 : 0xc0c8f0);
        java.io.ByteArrayOutputStream png = new java.io.ByteArrayOutputStream();
        ImageIO.write(blue, "png", png);
        me.tapped(swatch, png.toByteArray(), 0.25, 0.75, 0.5);
        long id = ChartApiTest.chart(
                me,
                Map.of(
                        "form",
                        "STRIPS",
                        "paper",
                        Map.of("width", 210, "height", 297),
                        "paints",
                        List.of(painted.get("id").asLong())));
        JsonNode step = me.get("/api/charts/" + id + "/geometry").json().at("/pages/0/cells/0/parts/0");
        double x = step.get("x").asDouble() + step.get("width").asDouble() / 2;
        double y = step.get("y").asDouble() + step.get("height").asDouble() / 2;
        for (boolean predicted : List.of(false, true)) {
            BufferedImage image = ImageIO.read(
                    new ByteArrayInputStream(me.get("/api/charts/" + id + ".png?dpi=100&predicted=" + predicted)
                            .must(200)
                            .bytes()));
            int rgb = image.getRGB((int) (x / 25.4 * 100), (int) (y / 25.4 * 100)) & 0xffffff;
            if (predicted) assertThat(rgb & 0xff).isGreaterThan((rgb >> 16 & 0xff) + 60);
            else assertThat(rgb).isEqualTo(0xffffff);
        }
        assertThat(me.get("/api/charts/" + id + ".png?page=2").status()).isEqualTo(404);
    }
}
