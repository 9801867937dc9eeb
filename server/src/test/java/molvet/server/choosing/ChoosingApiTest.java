package molvet.server.choosing;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.ByteArrayInputStream;
import java.sql.Connection;
import java.sql.Statement;
import java.util.List;
import java.util.Map;
import javax.imageio.ImageIO;
import molvet.server.Api;
import molvet.server.TestDatabase;
import org.apache.pdfbox.Loader;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.text.PDFTextStripper;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;

class ChoosingApiTest {
    private Api me;

    @BeforeEach
    void aCollector() {
        me = Api.collector();
    }

    private long measured(String name, String maker, String pigments, double l, double a, double b) {
        long id = me.post(
                        "/api/paints",
                        Api.body("name", name, "maker", maker, "pigments", pigments, "form", "TUBE", "volume", "15"))
                .must(201)
                .json()
                .get("id")
                .asLong();
        me.post(
                        "/api/meter",
                        Map.of(
                                "values",
                                List.of(Map.of(
                                        "paint", id,
                                        "massTone", Map.of("l", l, "a", a, "b", b),
                                        "tint", Map.of("l", 92.0, "a", a / 12, "b", b / 12)))))
                .must(201);
        return id;
    }

    @Test
    void twoBluesWhoseNamesSayTheOppositeAreToldApart() {
        long greenish = measured("Greenish Deep", "Kelpwick", "PB29", 26, 22, -54);
        long deep = measured("Deep Blue", "Kelpwick", "PB15:3", 28, -4, -44);
        JsonNode c =
                me.get("/api/compare?paints=" + greenish + "," + deep).must(200).json();
        assertThat(c.get("paints")).hasSize(2);
        assertThat(c.at("/paints/0/strip")).hasSize(9);
        assertThat(c.get("values")).hasSize(9);
        assertThat(c.at("/pairs/0/said").asString()).contains("Deep Blue is greener");
        assertThat(c.at("/paints/1/voices/lightfastness/verdict").asString()).isEqualTo("excellent");
        me.get("/api/compare?paints=" + deep).must(422);
        me.get("/api/compare?paints=" + deep + ",999999").must(404);
        Api other = Api.collector();
        other.get("/api/compare?paints=" + greenish + "," + deep).must(404);
    }

    @Test
    void whatANamePromisesIsHeldAgainstThePaperAndWhatLiesBetweenTwoIsShown() {
        long violet = measured("Dusk Violet", "Kelpwick", "PB60", 30, 8, -40);
        long blue = measured("Loch Blue", "Kelpwick", "PB29", 42, 8, -40);
        long between = measured("Half Way", "Kelpwick", "PB28", 36, 8, -40);
        measured("Far Off", "Kelpwick", "PY154", 80, 0, 80);
        JsonNode c =
                me.get("/api/compare?paints=" + violet + "," + blue).must(200).json();
        assertThat(c.at("/paints/0/promises/0").asString())
                .isEqualTo("The name says violet; your own swatch is a blue.");
        assertThat(c.at("/paints/1/promises")).isEmpty();
        assertThat(c.get("between")).hasSize(1);
        assertThat(c.at("/between/0/paint/id").asLong()).isEqualTo(between);
        long far = me.find("far").json().at("/paints/0/id").asLong();
        assertThat(me.get("/api/compare?paints=" + violet + "," + far).json().get("between"))
                .isEmpty();
    }

    @Test
    void aTwelveWayComparisonIsPrinted() throws Exception {
        StringBuilder ids = new StringBuilder();
        for (int i = 0; i < 12; i++) {
            ids.append(i == 0 ? "" : ",").append(measured("Blue " + i, "Kelpwick", "PB29", 25 + i, 20 - i, -50 + i));
        }
        byte[] pdf = me.get("/api/compare.pdf?paints=" + ids).must(200).bytes();
        try (var document = Loader.loadPDF(pdf)) {
            assertThat(document.getNumberOfPages()).isEqualTo(1);
            String text = new PDFTextStripper().getText(document);
            for (int i = 0; i < 12; i++) assertThat(text).contains("Blue " + i);
            assertThat(text)
                    .contains("12 paints at the same strength")
                    .contains("Differences")
                    .contains("Blue 0 and Blue 1, ");
        }
        var png = ImageIO.read(new ByteArrayInputStream(
                me.get("/api/compare.png?dpi=60&paints=" + ids).must(200).bytes()));
        assertThat(png.getWidth()).isEqualTo(496);
        // The first strip’s dark end is blue.
        int rgb = png.getRGB(40, 70);
        assertThat(rgb & 0xff).isGreaterThan((rgb >> 16 & 0xff) + 20);
        me.get("/api/compare.svg?paints=" + ids).must(200);
        me.get("/api/compare?paints=" + ids + ",1").must(422);
    }

    @Test
    void whatIsWorthComparingIsProposed() {
        long one = measured("Tern Grey", "Kelpwick", "PB29 PBr7", 40, 2, -8);
        long namesake = measured("Tern Grey", "Pellworth", "PBk6", 42, 0, -1);
        long recipe = measured("Harbour", "Marlund", "PBr7 PB29", 30, 8, -20);
        JsonNode groups =
                me.get("/api/compare/like?paint=" + one).must(200).json().get("groups");
        assertThat(groups.at("/0/paints").toString()).isEqualTo("[" + one + "," + namesake + "]");
        assertThat(groups.at("/1/paints").toString()).isEqualTo("[" + one + "," + recipe + "]");
        assertThat(groups.at("/2/words").asString()).contains("like colour");
        me.get("/api/compare/like?paint=999999").must(404);
    }

    @Test
    void thePlaneShowsGapsCrowdsAndWhatStandsInForWhat() {
        long a = measured("A", "Kelpwick", "PB29", 26, 22, -54);
        measured("B", "Kelpwick", "PB29", 26.3, 22.4, -53.6);
        measured("C", "Kelpwick", "PY154", 80, 8, 82);
        measured("D", "Kelpwick", "PR254", 42, 60, 38);
        me.post("/api/paints", Api.body("name", "Unseen", "form", "TUBE")).must(201);
        JsonNode plane = me.get("/api/plane").must(200).json();
        assertThat(plane.get("dots")).hasSize(4);
        assertThat(plane.get("without").asInt()).isEqualTo(1);
        assertThat(plane.at("/dots/0/path")).hasSize(5);
        assertThat(plane.get("gaps").toString()).contains("the other 204 degrees, round blue-green, are empty");
        assertThat(plane.at("/groups/0/paints")
                        .valueStream()
                        .map(p -> p.get("name").asString()))
                .containsExactlyInAnyOrder("A", "B");
        assertThat(me.get("/api/plane?find=M-0001").json().at("/dots/0/paint").asLong())
                .isEqualTo(a);
        me.get("/api/plane?strength=LOUD").must(422);
        me.get("/api/plane?threshold=99").must(422);
    }

    @Test
    void aSetHasItsReportCard() {
        measured("Dulse", "Kelpwick", "PR83", 33, 52, 4);
        measured("Gorse", "Kelpwick", "PY35", 80, 8, 82);
        me.post("/api/paints", Api.body("name", "Quay", "form", "TUBE")).must(201);
        JsonNode card = me.get("/api/reports/card?find=owned").must(200).json();
        assertThat(card.get("paints").asInt()).isEqualTo(3);
        assertThat(card.get("single").asInt()).isEqualTo(2);
        assertThat(card.at("/fading/0/name").asString()).isEqualTo("Dulse");
        assertThat(card.get("missing").toString()).doesNotContain("cool red").contains("violet");
        assertThat(card.get("missingWithoutFading").toString()).contains("cool red");
        assertThat(card.get("lacksWithoutFading").asString()).endsWith("then also no cool red.");
        assertThat(card.get("strips").valueStream().map(s -> s.get("name").asString()))
                .containsExactly("Gorse", "Dulse");
        assertThat(card.at("/cautions/0/element").asString()).isEqualTo("cadmium");
        JsonNode care = me.get("/api/reports/care").must(200).json();
        assertThat(care.get("notToLend").valueStream().map(p -> p.get("name").asString()))
                .containsExactlyInAnyOrder("Gorse", "Quay");
        assertThat(care.get("unknown").asInt()).isEqualTo(1);
    }

    @Test
    void aReportCardIsPrintedOnOnePage() throws Exception {
        measured("Dulse", "Kelpwick", "PR83", 33, 52, 4);
        for (int i = 0; i < 130; i++) {
            me.post(
                            "/api/paints",
                            Api.body(
                                    "name",
                                    "Moth Ochre of the long evening no " + i,
                                    "form",
                                    "TUBE",
                                    "pigments",
                                    "PR83 PY35"))
                    .must(201);
        }
        Api.Answer print = me.get("/api/reports/card.pdf?find=owned").must(200);
        try (PDDocument pdf = Loader.loadPDF(print.bytes())) {
            assertThat(pdf.getNumberOfPages()).isEqualTo(1);
            String text = new PDFTextStripper().getText(pdf).replaceAll("\\s+", " ");
            assertThat(text)
                    .contains("131 paints: 1 of a single pigment, 130 mixtures.")
                    .contains("131 of 131 are poor or fugitive.")
                    .contains("and 107 more")
                    .contains("Gravest doubts")
                    .contains("safety data sheet");
        }
        Api.collector().get("/api/reports/card.pdf?find=owned").must(200);
    }

    @Test
    void aPigmentAcrossMakersKnowsItsWarmest() {
        long warm = measured("Tide", "Kelpwick", "PB29", 26, 26, -54);
        long cool = measured("Ferry", "Pellworth", "PB29", 26, 12, -50);
        measured("Mix", "Marlund", "PB29 PBr7", 40, 4, -10);
        JsonNode report = me.get("/api/reports/pigments/pb29").must(200).json();
        assertThat(report.get("inAll").asInt()).isEqualTo(3);
        assertThat(report.get("alone").asInt()).isEqualTo(2);
        assertThat(report.get("makers").asInt()).isEqualTo(3);
        assertThat(report.get("warmest").asLong()).isEqualTo(warm);
        assertThat(report.get("coolest").asLong()).isEqualTo(cool);
        assertThat(report.get("apart").asDouble()).isBetween(1.0, 8.0);
        me.get("/api/reports/pigments/zz").must(404);
    }

    @Test
    void aMakersClaimsAgainstOnesPaperOverTheYears() {
        long id = me.post(
                        "/api/paints",
                        Api.body(
                                "name",
                                "Heather",
                                "maker",
                                "Kelpwick",
                                "pigments",
                                "PV14",
                                "form",
                                "TUBE",
                                "claims",
                                Map.of("granulation", "NONE", "staining", "LOW")))
                .must(201)
                .json()
                .get("id")
                .asLong();
        me.post("/api/paints/" + id + "/observations", Api.body("trait", "granulation", "value", "STRONG"))
                .must(201);
        me.post("/api/paints/" + id + "/observations", Api.body("trait", "staining", "value", "LOW"))
                .must(201);
        long maker = me.get("/api/paints/" + id).json().get("makerId").asLong();
        JsonNode report = me.get("/api/reports/makers/" + maker).must(200).json();
        assertThat(report.at("/missed/0/trait").asString()).isEqualTo("granulation");
        assertThat(report.get("missed")).hasSize(1);
        assertThat(report.at("/years/0/claims")).hasSize(2);
        Api.collector().get("/api/reports/makers/" + maker).must(404);
    }

    @Test
    void theShopQuestionIsAnsweredAndThePhoneCarriesTheSame() {
        long tide = measured("Tide", "Kelpwick", "PB29", 26, 22, -54);
        JsonNode a = me.post("/api/shop/ask", Api.body("name", "Night Ferry", "pigments", "pb 29"))
                .must(200)
                .json();
        assertThat(a.at("/answer/verdict").asString()).isEqualTo("You have one of the same pigments.");
        assertThat(a.at("/answer/sameRecipe/0/paint").asLong()).isEqualTo(tide);
        assertThat(a.at("/paints/0/strip").size()).isGreaterThan(3);
        JsonNode pack = me.get("/api/shop/pack").must(200).json();
        JsonNode carried = pack.get("answers")
                .valueStream()
                .filter(x -> x.get("fingerprint").asString().equals("PB29"))
                .findFirst()
                .orElseThrow();
        assertThat(carried.at("/answer/verdict")).isEqualTo(a.at("/answer/verdict"));
        assertThat(carried.at("/answer/facts")).isEqualTo(a.at("/answer/facts"));
        assertThat(pack.get("answers").size()).isGreaterThan(250);
        assertThat(pack.get("all").asBoolean()).isTrue();
        assertThat(Api.collector().get("/api/shop/pack").json().get("paints")).isEmpty();
    }

    /** Copies of one measured paint under other numbers, each a little of another colour. */
    private void thousands(long paint, int many) throws Exception {
        try (Connection db = TestDatabase.get().connect();
                Statement s = db.createStatement()) {
            s.execute("create temporary table one as select * from paint where id = " + paint);
            s.execute("alter table one drop column id");
            s.execute("create temporary table looked as select * from reading where id = (select reading_id from one)");
            s.execute("alter table looked drop column id");
            s.execute(
                    "insert into paint (collector_id, accession, name, maker_id, label_text, created_at, recipe, pigments,"
                            + " standing, voices, order_key, hue, warmth, mass_l, mass_a, mass_b, tint_l,"
                            + " tint_a, tint_b, granulation, covering, curve, modelled, facts, reading_id)"
                            + " select collector_id, accession + seq, concat(name, ' ', seq), maker_id, label_text, created_at,"
                            + " recipe, pigments, standing, voices, order_key + seq / 1e4, hue, warmth, mass_l + mod(seq, 5) / 10,"
                            + " mass_a, mass_b, tint_l,"
                            + " tint_a, tint_b, granulation, covering, curve, modelled, facts, reading_id from one, seq_1_to_"
                            + many);
        }
    }

    /** A rose with a dye is not the rose of the pigment alone, and what is not understood is not passed over. */
    @Test
    void aDyeAndWhatIsNoPigmentAreNotPassedOverInAShop() {
        me.post("/api/paints", Api.body("name", "Plain Rose", "pigments", "PR122", "form", "TUBE"))
                .must(201);
        JsonNode dyed = me.post("/api/shop/ask", Api.body("pigments", "PR122, BV10"))
                .must(200)
                .json();
        assertThat(dyed.at("/answer/recipe").valueStream().map(JsonNode::asString))
                .containsExactly("PR122", "BV10");
        assertThat(dyed.at("/answer/sameRecipe")).isEmpty();
        assertThat(dyed.at("/answer/facts").toString()).contains("BV10 rhodamine B: lightfastness fugitive");
        JsonNode odd = me.post("/api/shop/ask", Api.body("pigments", "PR122 + luminous powder"))
                .must(200)
                .json();
        assertThat(odd.at("/answer/verdict").asString())
                .contains("Not read as a pigment, and left aside:")
                .contains("luminous powder");
    }

    @Test
    void fiveThousandPaintsAreSeenOnThePlaneAndMoreThanAPhoneCarriesIsSaid() throws Exception {
        long tide = measured("Tide", "Kelpwick", "PB29", 26, 20, -52);
        thousands(tide, 5_100);
        JsonNode plane = me.get("/api/plane?find=owned").must(200).json();
        assertThat(plane.get("dots").size()).isBetween(2_000, 5_101);
        assertThat(plane.get("tooMany").asBoolean()).isTrue();
        assertThat(plane.get("groups")).isEmpty();
        assertThat(plane.get("crowds").size()).isLessThanOrEqualTo(30);
        JsonNode pack = me.get("/api/shop/pack").must(200).json();
        assertThat(pack.get("paints")).hasSize(5_000);
        assertThat(pack.get("all").asBoolean()).isFalse();
        JsonNode card = me.get("/api/reports/card?find=owned").must(200).json();
        assertThat(card.get("paints").asInt()).isEqualTo(5_000);
        assertThat(card.get("strips").size()).isLessThanOrEqualTo(120);
        JsonNode ask = me.post("/api/shop/ask", Api.body("name", "", "maker", "", "pigments", "PB 29"))
                .must(200)
                .json();
        assertThat(ask.at("/answer/sameRecipe").size()).isBetween(1, 30);
    }

    /** A tube that came in is wished for no more, a dot of it is; and the find and the shop list say the same. */
    @Test
    void aWishClosesWhenItsPaintComesIn() {
        long paint = me.post("/api/shop/notes", Api.body("kind", "WISH", "name", "Night Ferry", "reason", "dusk"), "w")
                .must(201)
                .json()
                .get("paint")
                .asLong();
        me.post("/api/paints/" + paint + "/holdings", Api.body("form", "DOT")).must(201);
        assertThat(me.get("/api/wishes").json().get("wishes")).hasSize(1);
        assertThat(me.find("wished").json().get("total").asInt()).isEqualTo(1);
        me.post("/api/shop/notes", Api.body("kind", "BOUGHT", "name", "Night Ferry", "volume", "15"), "b")
                .must(201);
        assertThat(me.get("/api/wishes").json().get("wishes")).isEmpty();
        assertThat(me.find("wished").json().get("total").asInt()).isZero();
        me.undoLast();
        assertThat(me.get("/api/wishes").json().at("/wishes/0/wish").asString()).isEqualTo("dusk");
    }

    @Test
    void aWishForWhatIsNotThereIsOneActAndFoundByItsReason() {
        long paint = me.post(
                        "/api/shop/notes",
                        Api.body(
                                "kind",
                                "WISH",
                                "name",
                                "Night Ferry",
                                "pigments",
                                "PB27",
                                "reason",
                                "For dusk, 100 %_sure"),
                        "one")
                .must(201)
                .json()
                .get("paint")
                .asLong();
        assertThat(me.get("/api/paints/" + paint).json().get("standing").asString())
                .isEqualTo("WISHED");
        for (String find : List.of("wished for dusk", "wished for \"for dusk\"", "wished for DUSK single")) {
            assertThat(me.find(find).json().get("total").asInt()).as(find).isEqualTo(1);
        }
        assertThat(me.find("wished for dawn").json().get("total").asInt()).isZero();
        me.undoLast();
        me.get("/api/paints/" + paint).must(404);
        assertThat(me.get("/api/wishes").json().get("wishes")).isEmpty();
        me.post("/api/shop/notes", Api.body("kind", "WISH", "name", "Quay", "price", "x", "currency", "EUR"), "two")
                .must(422);
        assertThat(me.find("").json().get("total").asInt()).isZero();
    }

    @Test
    void twoPhonesNotingTheSameMakeNothingTwice() {
        Map<String, Object> wish = Api.body(
                "kind",
                "WISH",
                "name",
                "Night Ferry",
                "maker",
                "Marlund",
                "pigments",
                "PB27",
                "reason",
                "for dusk",
                "price",
                "0.90",
                "currency",
                "EUR",
                "at",
                "2026-11-01T10:00:00Z");
        assertThat(me.post("/api/shop/notes", wish, "phone-one")
                        .must(201)
                        .json()
                        .get("joined")
                        .asBoolean())
                .isFalse();
        me.post("/api/shop/notes", wish, "phone-one").must(201);
        assertThat(me.post("/api/shop/notes", wish, "phone-two")
                        .must(201)
                        .json()
                        .get("joined")
                        .asBoolean())
                .isTrue();
        JsonNode wishes = me.get("/api/wishes").must(200).json().get("wishes");
        assertThat(wishes).hasSize(1);
        assertThat(wishes.at("/0/mostPerMl").asString()).isEqualTo("0.9");
        assertThat(wishes.at("/0/wish").asString()).isEqualTo("for dusk");

        Map<String, Object> bought = Api.body(
                "kind",
                "BOUGHT",
                "name",
                "Night Ferry",
                "maker",
                "Marlund",
                "price",
                "9.00",
                "currency",
                "EUR",
                "volume",
                "10",
                "at",
                "2026-11-02T10:00:00Z");
        me.post("/api/shop/notes", bought, "phone-one-b").must(201);
        assertThat(me.post("/api/shop/notes", bought, "phone-two-b")
                        .must(201)
                        .json()
                        .get("said")
                        .asString())
                .contains("nothing was doubled");
        long paint = wishes.at("/0/id").asLong();
        assertThat(me.get("/api/paints/" + paint).json().get("holdings")).hasSize(1);
        // A clock that goes ahead is taken for now; one that says nothing too.
        bought.put("at", "2099-01-01T00:00:00Z");
        me.post("/api/shop/notes", bought, "phone-three").must(201);
        assertThat(me.get("/api/paints/" + paint)
                        .json()
                        .at("/holdings/1/cameOn")
                        .asString())
                .startsWith("2026");
        me.post("/api/shop/notes", Api.body("kind", "STOLEN", "name", "x"), "k").must(422);
        me.post("/api/shop/notes", Api.body("kind", "WISH", "name", ""), "k2").must(422);
    }
}
