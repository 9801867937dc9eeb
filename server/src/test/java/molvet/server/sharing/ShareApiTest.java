package molvet.server.sharing;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.ByteArrayInputStream;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.sql.Connection;
import java.sql.ResultSet;
import java.sql.Statement;
import java.time.LocalDate;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import javax.imageio.ImageIO;
import molvet.server.Api;
import molvet.server.RunningMolvet;
import molvet.server.TestDatabase;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;

/** Things shared are looked at by a client of its own, which has neither session nor cookie. */
class ShareApiTest {
    private static final HttpClient STRANGER = HttpClient.newHttpClient();
    private final Api me = Api.collector();

    private static HttpResponse<byte[]> look(String path) {
        try {
            return STRANGER.send(
                    HttpRequest.newBuilder(URI.create(RunningMolvet.url() + path))
                            .build(),
                    HttpResponse.BodyHandlers.ofByteArray());
        } catch (Exception e) {
            throw new IllegalStateException(e);
        }
    }

    private static String text(String path) {
        return new String(look(path).body(), java.nio.charset.StandardCharsets.UTF_8);
    }

    private long paint(String name) {
        long id = me.post(
                        "/api/paints",
                        Map.of(
                                "name",
                                name,
                                "maker",
                                "Kelpwick",
                                "pigments",
                                "PB29",
                                "form",
                                "TUBE",
                                "volume",
                                15,
                                "price",
                                "9.80",
                                "currency",
                                "EUR",
                                "from",
                                "gift of Isolde",
                                "note",
                                "for the pier"))
                .must(201)
                .json()
                .get("id")
                .asLong();
        me.post("/api/paints/" + id + "/swatches", Map.of("place", "R7 1", "makeKeeper", true, "ifTaken", "SHIFT"))
                .must(201);
        return id;
    }

    private JsonNode share(Map<String, ?> asked) {
        return me.post("/api/shares", asked).must(201).json();
    }

    private static String word(JsonNode share) {
        return share.get("address").asString().substring(3);
    }

    @Test
    void aPaintIsSeenByWhoeverHasItsAddressAndNothingPrivateWithIt() throws Exception {
        long id = paint("Pier <b>Dusk</b>");
        JsonNode share = share(Map.of("of", "PAINT", "id", id));
        String address = share.get("address").asString();
        // 160 bits in base64url; the database has no trace of them but a hash.
        assertThat(address).matches("/s/[A-Za-z0-9_-]{27}");
        HttpResponse<byte[]> page = look(address);
        assertThat(page.statusCode()).isEqualTo(200);
        String html = new String(page.body(), java.nio.charset.StandardCharsets.UTF_8);
        assertThat(html)
                .contains("Pier &lt;b&gt;Dusk&lt;/b&gt;", "Kelpwick", "PB29", "og:title", "og:image")
                .doesNotContain("<script", "9.80", "R7", "ring 7", "Isolde", "pier on", "for the pier", "/paints/");
        assertThat(page.headers().firstValue("X-Robots-Tag"))
                .hasValueSatisfying(v -> assertThat(v).contains("noindex"));
        assertThat(page.headers().firstValue("Set-Cookie").filter(c -> c.contains("SESSION")))
                .isEmpty();
        assertThat(text("/api/shared/" + word(share))).contains("\"place\":null", "\"price\":null", "\"note\":null");
        HttpResponse<byte[]> picture = look(address + "/picture.png");
        assertThat(ImageIO.read(new ByteArrayInputStream(picture.body())).getWidth())
                .isEqualTo(1200);
        try (Connection db = TestDatabase.get().connect();
                Statement s = db.createStatement();
                ResultSet all = s.executeQuery("select * from share")) {
            while (all.next()) {
                for (int c = 1; c <= all.getMetaData().getColumnCount(); c++) {
                    assertThat(String.valueOf(all.getString(c))).doesNotContain(word(share));
                }
            }
        }
    }

    @Test
    void whatIsTickedIsShownAndGiversNever() {
        long id = paint("Pier Dusk");
        JsonNode all = share(Map.of("of", "PAINT", "id", id, "hide", List.of()));
        assertThat(text("/api/shared/" + word(all)))
                .contains("EUR 9.80", "ring 7", "for the pier")
                .doesNotContain("Isolde");
        // The words of a find may name a giver: they are the collector’s own.
        JsonNode by = share(Map.of("of", "FIND", "find", "Isolde or PB29", "live", true));
        assertThat(text(by.get("address").asString())).contains("Pier Dusk").doesNotContain("Isolde");
        JsonNode some = share(Map.of("of", "FIND", "find", "PB29", "hide", List.of("PRICES", "PLACES")));
        assertThat(text("/api/shared/" + word(some)))
                .contains("for the pier")
                .doesNotContain("9.80", "ring 7", "Isolde");
    }

    @Test
    void aKeeperAChartAPaletteAndAReportAreSharedToo() {
        long id = paint("Pier Dusk");
        long keeper = me.get("/api/keepers").json().at("/keepers/0/id").asLong();
        long chart = me.post(
                        "/api/charts",
                        Map.of(
                                "form",
                                "STRIPS",
                                "paper",
                                Map.of("width", 210, "height", 297),
                                "paints",
                                List.of(id),
                                "title",
                                "First strips"))
                .must(201)
                .json()
                .get("id")
                .asLong();
        assertThat(text(share(Map.of("of", "KEEPER", "id", keeper))
                        .get("address")
                        .asString()))
                .contains("Ring 7", "Pier Dusk");
        assertThat(text(share(Map.of("of", "CHART", "id", chart)).get("address").asString()))
                .contains("First strips", "Pier Dusk");
        assertThat(text(share(Map.of("of", "REPORT", "find", "PB29"))
                        .get("address")
                        .asString()))
                .contains("lightfastness: 1 ");
        // A palette without a version has nothing to show.
        long palette = me.post("/api/palettes", Map.of("name", "Tin", "start", 0))
                .must(201)
                .json()
                .get("id")
                .asLong();
        me.post("/api/shares", Map.of("of", "PALETTE", "id", palette)).must(422);
    }

    @Test
    void itIsShownAsItWasOrAsItIsAsChosen() {
        long id = paint("Pier Dusk");
        String was = share(Map.of("of", "PAINT", "id", id)).get("address").asString();
        String is = share(Map.of("of", "PAINT", "id", id, "live", true))
                .get("address")
                .asString();
        Map<String, Object> other = new HashMap<>(Map.of(
                "name",
                "Quay Dusk",
                "version",
                me.get("/api/paints/" + id).json().get("version").asInt()));
        me.put("/api/paints/" + id, other).must(200);
        assertThat(text(was)).contains("Pier Dusk");
        assertThat(text(is)).contains("Quay Dusk");
    }

    @Test
    void takenBackItIsGoneAtOnceAndUndoneItIsThereAgain() {
        JsonNode share = share(Map.of("of", "PAINT", "id", paint("Pier Dusk")));
        String address = share.get("address").asString();
        me.delete("/api/shares/" + share.get("share").asLong()).must(204);
        assertThat(look(address).statusCode()).isEqualTo(404);
        assertThat(look("/api/shared/" + word(share)).statusCode()).isEqualTo(404);
        me.undoLast();
        assertThat(look(address).statusCode()).isEqualTo(200);
    }

    /** A word that was never given and one that ran out are told apart by nothing. */
    @Test
    void guessedAndRunOutLookAlike() throws Exception {
        JsonNode share = share(Map.of(
                "of",
                "PAINT",
                "id",
                paint("Pier Dusk"),
                "until",
                LocalDate.now().plusDays(2).toString()));
        try (Connection db = TestDatabase.get().connect();
                Statement s = db.createStatement()) {
            s.execute("update share set until = '2001-01-01' where id = "
                    + share.get("share").asLong());
        }
        HttpResponse<byte[]> over = look(share.get("address").asString());
        HttpResponse<byte[]> guessed = look("/s/AAAAAAAAAAAAAAAAAAAAAAAAAAA");
        assertThat(over.statusCode()).isEqualTo(404).isEqualTo(guessed.statusCode());
        assertThat(over.body()).isEqualTo(guessed.body());
        assertThat(me.get("/api/shares/" + share.get("share").asLong())
                        .json()
                        .get("over")
                        .asBoolean())
                .isTrue();
    }

    @Test
    void looksAreCountedByDay() {
        JsonNode share = share(Map.of("of", "PAINT", "id", paint("Pier Dusk")));
        for (int i = 0; i < 3; i++) look(share.get("address").asString());
        look(share.get("address").asString() + "/picture.png");
        JsonNode seen =
                me.get("/api/shares/" + share.get("share").asLong()).must(200).json();
        assertThat(seen.get("looks").asInt()).isEqualTo(3);
        assertThat(seen.get("days")).hasSize(1);
        assertThat(me.get("/api/shares").json().get("shares")).hasSize(1);
    }

    @Test
    void untilWhenIsWrittenAsSentencesWriteDays() {
        share(Map.of("of", "PAINT", "id", paint("Quay"), "until", "2027-03-01"));
        assertThat(me.get("/api/acts").json().at("/acts/0/said").asString())
                .isEqualTo("Shared Quay until 1 March 2027");
    }

    @Test
    void onlyOnesOwnIsSharedAndTakenBack() {
        long id = paint("Pier Dusk");
        long share = share(Map.of("of", "PAINT", "id", id)).get("share").asLong();
        Api other = Api.collector();
        for (String of : List.of("PAINT", "CHART", "PALETTE", "KEEPER")) {
            other.post("/api/shares", Map.of("of", of, "id", id)).must(404);
        }
        other.get("/api/shares/" + share).must(404);
        other.delete("/api/shares/" + share).must(404);
        other.post("/api/shares", Map.of("of", "FIND", "find", "PB29")).must(422);
    }

    @Test
    void badSharesAreRefusedSayingWhat() {
        long id = paint("Pier Dusk");
        me.post("/api/shares", Map.of("of", "SHELF", "id", id)).must(422);
        me.post("/api/shares", Map.of("of", "PAINT")).must(422);
        me.post("/api/shares", Map.of("of", "FIND", "id", id)).must(422);
        me.post("/api/shares", Map.of("of", "PAINT", "id", id, "until", "2001-01-01"))
                .must(422);
        me.post("/api/shares", Map.of("of", "PAINT", "id", id, "until", "2199-01-01"))
                .must(422);
        me.post("/api/shares", Map.of("of", "PAINT", "id", id, "hide", List.of("NAMES")))
                .must(422);
    }
}
