package molvet.server.arrival;

import static org.assertj.core.api.Assertions.assertThat;

import java.awt.image.BufferedImage;
import java.io.ByteArrayInputStream;
import java.io.StringReader;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.stream.IntStream;
import javax.imageio.ImageIO;
import molvet.core.arrival.LabelSheet;
import molvet.server.Api;
import molvet.server.RunningMolvet;
import molvet.server.measure.SeenCode;
import net.fortuna.ical4j.data.CalendarBuilder;
import net.fortuna.ical4j.model.Calendar;
import net.fortuna.ical4j.model.component.VEvent;
import org.apache.pdfbox.Loader;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.rendering.PDFRenderer;
import org.apache.pdfbox.text.PDFTextStripper;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import tools.jackson.databind.JsonNode;

/** Dot cards, pours and labels. QR codes are read back by ZXing, the calendar by ical4j, the PDF by PDFBox. */
class CardsPoursLabelsTest {
    private static long line(Api me, String maker, boolean honey) {
        long id = me.post("/api/makers", Map.of("name", maker, "initials", "KW"))
                .must(201)
                .json()
                .get("id")
                .asLong();
        return me.post("/api/makers/" + id + "/lines", Map.of("name", "Honey-bound", "honey", honey))
                .must(201)
                .json()
                .get("id")
                .asLong();
    }

    @Test
    void a238DotCardOfFourSheetsFromAChartFile() {
        Api me = Api.collector();
        long line = line(me, "Vessanti", false);
        StringBuilder csv = new StringBuilder("No.;Name;Pigments;Series;Transparency\n");
        IntStream.rangeClosed(1, 238)
                .forEach(i -> csv.append(i).append(";Shade ").append(i).append(";PB29;1;T\n"));
        JsonNode taken = me.upload(
                        "/api/lines/" + line + "/chart",
                        "table",
                        "chart.csv",
                        csv.toString().getBytes())
                .must(200)
                .json();
        assertThat(taken.at("/counts/ADDED").asInt()).isEqualTo(238);
        JsonNode card = me.post(
                        "/api/lines/" + line + "/dotcards",
                        Map.of(
                                "sheets",
                                4,
                                "columns",
                                6,
                                "rows",
                                10,
                                "direction",
                                "ACROSS",
                                "price",
                                "23.80",
                                "currency",
                                "EUR",
                                "dots",
                                List.of(Map.of("position", 17, "state", "WITHDRAWN", "note", "stickered over"))))
                .must(201)
                .json();
        assertThat(card.at("/card/dots").asInt()).isEqualTo(237);
        assertThat(card.at("/card/perColour").asString()).isEqualTo("0.100");
        assertThat(card.get("dots")).hasSize(238);
        JsonNode withdrawn = card.at("/dots/16");
        assertThat(withdrawn.get("state").asString()).isEqualTo("WITHDRAWN");
        assertThat(withdrawn.path("paint").isNull()).isTrue();
        assertThat(card.at("/dots/60/place").asString()).isEqualTo("D1·s2·r1·c1");
        assertThat(me.find("sampled").json().get("total").asInt()).isEqualTo(237);
        // Carried over is what has a swatch.
        long paint = card.at("/dots/0/paint/id").asLong();
        me.post("/api/paints/" + paint + "/swatches", Map.of("place", "R1 1", "makeKeeper", true))
                .must(201);
        long id = card.at("/card/id").asLong();
        assertThat(me.get("/api/dotcards/" + id).json().at("/card/carriedOver").asInt())
                .isEqualTo(1);
        long dot = card.at("/dots/1/id").asLong();
        JsonNode used = me.put("/api/dots/" + dot, Map.of("state", "used up", "version", 1))
                .must(200)
                .json();
        assertThat(used.at("/card/left").asInt()).isEqualTo(236);
        assertThat(me.put("/api/dots/" + dot, Map.of("state", "there", "version", 1))
                        .status())
                .isEqualTo(409);
        JsonNode found = me.put("/api/dots/" + withdrawn.get("id").asLong(), Map.of("state", "there"))
                .must(200)
                .json();
        assertThat(found.at("/dots/16/paint/name").asString()).isEqualTo("Shade 17");
        me.undoLast();
        me.undoLast();
        assertThat(me.find("sampled").json().get("total").asInt()).isEqualTo(237);
    }

    @Test
    void aCardTooSmallIsRefusedAndAPastedListMakesOne() {
        Api me = Api.collector();
        long line = line(me, "Marlund", false);
        assertThat(me.post("/api/lines/" + line + "/dotcards", Map.of("sheets", 1))
                        .status())
                .isEqualTo(422);
        Map<String, Object> list =
                Map.of("sheets", 1, "columns", 1, "rows", 2, "text", "Dune PBr7\nMoth PBk9\nGull PW6");
        assertThat(me.post("/api/lines/" + line + "/dotcards", list).must(422).text())
                .contains("do not fit");
        JsonNode card = me.post(
                        "/api/lines/" + line + "/dotcards",
                        Map.of(
                                "text",
                                "Dune PBr7\nMoth PBk9\nGull PW6",
                                "dots",
                                List.of(Map.of("name", "Moth", "state", "SMEARED"))))
                .must(201)
                .json();
        assertThat(card.at("/dots/1/state").asString()).isEqualTo("SMEARED");
        assertThat(card.at("/dots/1/paint/recipe/0").asString()).isEqualTo("PBk9");
        me.delete("/api/dotcards/" + card.at("/card/id").asLong()).must(204);
        assertThat(me.find("sampled").json().get("total").asInt()).isEqualTo(3);
    }

    private static long tube(Api me, long line, String name) {
        JsonNode l = me.get("/api/lines/" + line).json();
        JsonNode paint = me.post(
                        "/api/paints",
                        Map.of(
                                "name",
                                name,
                                "maker",
                                l.get("makerName").asString(),
                                "line",
                                l.get("name").asString(),
                                "pigments",
                                "PV19, PG50",
                                "form",
                                "TUBE",
                                "volume",
                                "15",
                                "price",
                                "12.00",
                                "currency",
                                "EUR"))
                .must(201)
                .json();
        return paint.at("/holdings/0/id").asLong();
    }

    @Test
    void aTubeIsPouredIntoPansAndItsRestGoesDown() {
        Api me = Api.collector();
        long line = line(me, "Kelpwick", true);
        long tube = tube(me, line, "Dusk Heather");
        JsonNode plan = me.get("/api/holdings/" + tube + "/pours").must(200).json();
        assertThat(plan.at("/fills/0/once").asInt()).isEqualTo(10);
        assertThat(plan.at("/fills/0/twice").asInt()).isEqualTo(8);
        assertThat(plan.at("/fills/0/cost").asString()).isEqualTo("1.20");
        assertThat(plan.get("daysUntilHard").asInt()).isEqualTo(10);
        JsonNode pour = me.post(
                        "/api/holdings/" + tube + "/pours",
                        Map.of(
                                "form",
                                "HALF_PAN",
                                "pans",
                                4,
                                "secondPour",
                                true,
                                "on",
                                "2026-11-10",
                                "seen",
                                List.of("bubbles")))
                .must(201)
                .json();
        long id = pour.get("id").asLong();
        assertThat(pour.get("holdings")).hasSize(4);
        long poured = me.find("\"dusk heather\"").json().at("/paints/0/id").asLong();
        assertThat(me.get("/api/paints/" + poured + "/arrivals")
                        .must(200)
                        .json()
                        .get("prices"))
                .as("nothing was paid for a pan of one's own tube")
                .noneMatch(p -> p.get("volume").asString().equals("1.5"));
        assertThat(pour.get("ready").asString()).isEqualTo("2026-11-20");
        assertThat(pour.get("tacky").asBoolean()).isTrue();
        assertThat(pour.get("seen").get(0).asString()).isEqualTo("BUBBLES");
        JsonNode paint = me.get("/api/paints/" + pour.get("paint").asLong()).json();
        assertThat(paint.get("holdings")).hasSize(5);
        // 12.00 were paid for the tube, and nothing for its pans.
        assertThat(paint.get("holdings")
                        .valueStream()
                        .filter(h -> h.get("poured").asBoolean()))
                .hasSize(4)
                .allMatch(h -> h.get("perMl").isNull());
        assertThat(Api.names(me.find("\"dusk heather\" price under 5"))).isEmpty();
        assertThat(Api.names(me.find("\"dusk heather\" dearest per ml"))).hasSize(1);
        // 4 × 1.5 ml of 15: 60 % are left; the second pour takes 4 × 0.3 more.
        assertThat(paint.at("/holdings/0/left").asInt()).isEqualTo(60);
        JsonNode again = me.put("/api/pours/" + id, Map.of("secondOn", "2026-11-12", "version", 1))
                .must(200)
                .json();
        assertThat(again.get("ready").asString()).isEqualTo("2026-11-22");
        assertThat(me.get("/api/paints/" + pour.get("paint").asLong())
                        .json()
                        .at("/holdings/0/left")
                        .asInt())
                .isEqualTo(52);
        me.put("/api/pours/" + id, Map.of("secondOn", "2026-11-12", "hardOn", "2026-11-18", "version", 2))
                .must(200);
        assertThat(me.get("/api/holdings/" + tube + "/pours")
                        .json()
                        .get("because")
                        .asString())
                .contains("your one pour of Kelpwick");
        assertThat(me.get("/api/holdings/" + tube + "/pours")
                        .json()
                        .get("daysUntilHard")
                        .asInt())
                .isEqualTo(6);
        assertThat(me.get("/api/pours").json().get("tacky").asInt()).isZero();
        for (int i = 0; i < 3; i++) me.undoLast();
        assertThat(me.get("/api/paints/" + pour.get("paint").asLong()).json().get("holdings"))
                .hasSize(1);
        assertThat(me.get("/api/paints/" + pour.get("paint").asLong())
                        .json()
                        .at("/holdings/0/left")
                        .asInt())
                .isEqualTo(100);
    }

    @Test
    void manyTubesArePouredInOneGoAndEveryPanHasItsOwnState() {
        Api me = Api.collector();
        List<Long> tubes = new java.util.ArrayList<>();
        for (String name : List.of("Dune", "Skerry", "Kelp")) {
            tubes.add(me.post("/api/paints", Map.of("name", name, "form", "TUBE", "volume", "15"))
                    .must(201)
                    .json()
                    .at("/holdings/0/id")
                    .asLong());
        }
        assertThat(me.get("/api/pours/tubes").must(200).json().get("tubes")).hasSize(3);
        JsonNode poured = me.post(
                        "/api/pours",
                        Map.of("holdings", tubes, "pour", Map.of("form", "HALF_PAN", "pans", 3, "on", "2026-10-01")))
                .must(200)
                .json();
        assertThat(poured.get("pours")).hasSize(3);
        JsonNode first = poured.at("/pours/0");
        long id = first.get("id").asLong();
        JsonNode hard = me.put(
                        "/api/pours/" + id,
                        Map.of(
                                "of",
                                1,
                                "hardOn",
                                "2026-10-20",
                                "version",
                                first.get("version").asInt()))
                .must(200)
                .json();
        assertThat(hard.get("pans").asInt()).isEqualTo(1);
        assertThat(hard.get("hardOn").asString()).isEqualTo("2026-10-20");
        assertThat(hard.get("holdings")).hasSize(1);
        JsonNode rest = me.get("/api/pours/" + id).must(200).json();
        assertThat(rest.get("pans").asInt()).isEqualTo(2);
        assertThat(rest.get("hardOn").isNull()).isTrue();
        me.undoLast();
        assertThat(me.get("/api/pours/" + id).json().get("holdings")).hasSize(3);
        me.undoLast();
        assertThat(me.get("/api/pours").json().get("pours")).isEmpty();
        JsonNode typed = me.get("/api/holdings/" + tubes.get(0) + "/pours?form=FULL_PAN&each=5")
                .must(200)
                .json();
        assertThat(typed.get("fills")
                        .valueStream()
                        .filter(f -> f.get("form").asString().equals("FULL_PAN"))
                        .findFirst()
                        .orElseThrow()
                        .get("once")
                        .asInt())
                .isEqualTo(3);
    }

    @Test
    void whatCannotBePouredIsSaid() {
        Api me = Api.collector();
        long tube = tube(me, line(me, "Kelpwick", true), "Dusk Heather");
        assertThat(me.post("/api/holdings/" + tube + "/pours", Map.of("form", "HALF_PAN", "pans", 40))
                        .must(422)
                        .text())
                .contains("fill 10 pans");
        assertThat(me.post("/api/holdings/" + tube + "/pours", Map.of("form", "TUBE"))
                        .status())
                .isEqualTo(422);
        assertThat(me.post("/api/holdings/" + tube + "/pours", Map.of("form", "HALF_PAN", "panVolume", "-2"))
                        .status())
                .isEqualTo(422);
        JsonNode pour = me.post(
                        "/api/holdings/" + tube + "/pours", Map.of("form", "HALF_PAN", "pans", 1, "on", "2026-11-10"))
                .must(201)
                .json();
        long pan = pour.at("/holdings/0").asLong();
        assertThat(me.get("/api/holdings/" + pan + "/pours").must(422).text()).contains("Only tubes");
        assertThat(me.put("/api/pours/" + pour.get("id").asLong(), Map.of("hardOn", "2026-11-01"))
                        .must(422)
                        .text())
                .contains("before the pour");
    }

    @Test
    void theCalendarIsReadByACalendarLibrary() throws Exception {
        Api me = Api.collector();
        long tube = tube(me, line(me, "Kelpwick", true), "Dusk; Heather, émail");
        me.post("/api/holdings/" + tube + "/pours", Map.of("form", "HALF_PAN", "pans", 3, "on", "2026-11-20"))
                .must(201);
        assertThat(me.get("/api/pours").json().path("calendar").isNull()).isTrue();
        String path = me.post("/api/calendar", Map.of())
                .must(200)
                .json()
                .get("calendar")
                .asString();
        Api.Answer feed = Api.stranger().get(path).must(200);
        assertThat(feed.raw().headers().firstValue("Content-Type").orElseThrow())
                .startsWith("text/calendar");
        Calendar calendar = new CalendarBuilder().build(new StringReader(feed.text()));
        assertThat(calendar.validate().hasErrors()).isFalse();
        List<VEvent> events = calendar.getComponents("VEVENT");
        assertThat(events).hasSize(1);
        assertThat(events.get(0).getSummary().getValue())
                .isEqualTo("3 × half pan of Dusk; Heather, émail may go into the box");
        assertThat(events.get(0).getDateTimeStart().getValue()).isEqualTo("20261130");
        assertThat(events.get(0).getAlarms()).hasSize(1);
        String other = me.post("/api/calendar", Map.of())
                .must(200)
                .json()
                .get("calendar")
                .asString();
        assertThat(other).isNotEqualTo(path);
        assertThat(Api.stranger().get(path).status()).isEqualTo(403);
        me.delete("/api/calendar").must(204);
        assertThat(Api.stranger().get(other).status()).isEqualTo(403);
    }

    /** The code of each label, seen as a phone sees it: the label with a little around it. */
    private static List<String> codes(BufferedImage page, int labels) throws Exception {
        List<String> all = new ArrayList<>();
        double mm = page.getWidth() / 210.0;
        for (int i = 0; i < labels; i++) {
            LabelSheet.Place place = LabelSheet.STRIPS.place(i);
            BufferedImage seen = page.getSubimage(
                    (int) ((place.x() + 22) * mm), (int) ((place.y() - 1) * mm), (int) (20 * mm), (int) (16 * mm));
            all.add(SeenCode.read(seen));
        }
        return all;
    }

    @Test
    void labelsAreTrueToScaleAndTheirCodesReadBack() throws Exception {
        Api me = Api.collector();
        long line = line(me, "Kelpwick", true);
        List<Long> pans = new ArrayList<>();
        for (String name : List.of(
                "Dusk Heather",
                "Deep Shelter Blue of the Northern Sound before the Autumn Storm",
                "Unaussprechlichkeitsnebelblaugrau")) {
            JsonNode pour = me.post(
                            "/api/holdings/" + tube(me, line, name) + "/pours", Map.of("form", "HALF_PAN", "pans", 2))
                    .must(201)
                    .json();
            pour.get("holdings").forEach(h -> pans.add(h.asLong()));
        }
        String query = "?holdings="
                + String.join(",", pans.stream().map(String::valueOf).toList());
        byte[] pdf = me.get("/api/labels.pdf" + query).must(200).bytes();
        try (PDDocument document = Loader.loadPDF(pdf)) {
            assertThat(document.getNumberOfPages()).isEqualTo(1);
            assertThat(document.getPage(0).getMediaBox().getWidth() / 72 * 25.4)
                    .isCloseTo(210, org.assertj.core.data.Offset.offset(0.01));
            String text = new PDFTextStripper().getText(document);
            assertThat(text).contains("Dusk Heather", "KW PV19+PG50", "M-0001", "50 mm when printed at 100 %");
            BufferedImage page = new PDFRenderer(document).renderImageWithDPI(0, 300);
            List<String> codes = codes(page, 6);
            assertThat(codes).hasSize(6).allSatisfy(c -> assertThat(c).startsWith(RunningMolvet.url() + "/m/000"));
            assertThat(codes.stream().distinct()).hasSize(3);
            // The check line: 50 mm of ink at 6 mm from the foot, within half a millimetre.
            int y = (int) Math.round((297 - 6) / 25.4 * 300);
            int first = -1;
            int last = -1;
            for (int x = 0; x < (25 + 51) / 25.4 * 300; x++) {
                boolean ink = false;
                for (int dy = -1; dy <= 1; dy++) ink |= (page.getRGB(x, y + dy) & 0xff) < 128;
                if (ink && first < 0) first = x;
                if (ink) last = x;
            }
            assertThat((last - first) / 300.0 * 25.4).isCloseTo(50, org.assertj.core.data.Offset.offset(0.5));
        }
        BufferedImage png = ImageIO.read(new ByteArrayInputStream(
                me.get("/api/labels.png" + query + "&dpi=300").must(200).bytes()));
        assertThat(codes(png, 6).stream().distinct()).hasSize(3);
        String svg = me.get("/api/labels.svg" + query).must(200).text();
        assertThat(svg).contains("width='210.0mm'", "<path").doesNotContain("font-family");
        assertThat(me.get("/api/labels.pdf?holdings=99999999").status()).isEqualTo(404);
        assertThat(me.get("/api/labels.pdf?holdings=x").status()).isEqualTo(422);
        assertThat(me.get("/api/labels.pdf" + query + "&columns=9").must(422).text())
                .contains("do not fit");
    }

    /** No ink of one label lies beyond its edges: each is drawn alone on a sheet and looked at outside its box. */
    @ParameterizedTest
    @ValueSource(
            strings = {
                "Dusk Heather",
                "Deep Shelter Blue of the Northern Sound before the Autumn Storm and after it",
                "Unaussprechlichkeitsnebelblaugraugrünstich",
                "W",
                "群青 ultramarine"
            })
    void nothingIsDrawnOutsideItsLabel(String name) throws Exception {
        Api me = Api.collector();
        long tube = tube(me, line(me, "Kelpwick", true), name);
        String query = "?holdings=" + tube
                + "&columns=1&rows=1&width=40&height=14&left=20&top=20&pageWidth=80&pageHeight=40&cut=false&dpi=300";
        BufferedImage image = ImageIO.read(new ByteArrayInputStream(
                me.get("/api/labels.png" + query).must(200).bytes()));
        int inside = 0;
        for (int y = 0; y < image.getHeight(); y++) {
            for (int x = 0; x < image.getWidth(); x++) {
                if ((image.getRGB(x, y) & 0xff) > 200) continue;
                double mx = x / 300.0 * 25.4;
                double my = y / 300.0 * 25.4;
                assertThat(mx >= 19.9 && mx <= 60.1 && my >= 19.9 && my <= 34.1)
                        .as("ink at %.1f, %.1f mm", mx, my)
                        .isTrue();
                inside++;
            }
        }
        assertThat(inside).isGreaterThan(1000);
    }
}
