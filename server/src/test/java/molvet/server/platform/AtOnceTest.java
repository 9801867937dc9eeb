package molvet.server.platform;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.concurrent.CountDownLatch;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import molvet.server.Api;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;

/** Two windows, two phones, two taps: what is asked for at the very same moment happens once, and nothing is half done. */
class AtOnceTest {
    private static final int TIMES = 6;
    private Api me;

    @BeforeEach
    void aCollector() {
        me = Api.collector();
    }

    private static List<Integer> statuses(List<Api.Answer> answers) {
        return answers.stream().map(Api.Answer::status).sorted().toList();
    }

    @Test
    void paintsCataloguedTogetherEachHaveANumberOfTheirOwn() throws Exception {
        List<Api.Answer> answers = Api.atOnce(
                TIMES, i -> me.post("/api/paints", Map.of("name", "Moss " + i, "form", "TUBE"), "moss-" + i));
        assertThat(statuses(answers)).containsOnly(201);
        assertThat(answers.stream().map(a -> a.json().get("accession").asString()))
                .containsExactlyInAnyOrder("M-0001", "M-0002", "M-0003", "M-0004", "M-0005", "M-0006");
    }

    @Test
    void anActIsUndoneOnce() throws Exception {
        long paint = me.paint("Tide", "PB29").get("id").asLong();
        long act = me.get("/api/acts").json().at("/acts/0/id").asLong();
        List<Api.Answer> answers = Api.atOnce(TIMES, i -> me.post("/api/acts/" + act + "/undo", Map.of()));
        assertThat(answers.stream().filter(a -> a.status() == 200)).hasSize(1);
        assertThat(answers.stream().filter(a -> a.status() != 200)).allMatch(a -> a.status() == 409);
        me.get("/api/paints/" + paint).must(404);
    }

    @Test
    void oneKeyIsOneActHoweverOftenItIsTold() throws Exception {
        List<Api.Answer> answers =
                Api.atOnce(TIMES, i -> me.post("/api/paints", Map.of("name", "Tide", "form", "TUBE"), "a-key"));
        assertThat(answers.stream().filter(a -> a.status() == 201)).isNotEmpty();
        assertThat(answers).allMatch(a -> a.status() == 201 || a.status() == 409);
        assertThat(me.find("").json().get("total").asInt()).isEqualTo(1);
    }

    @Test
    void aPlaceIsGivenToOneCard() throws Exception {
        List<Long> paints = new ArrayList<>();
        for (int i = 0; i < TIMES; i++)
            paints.add(me.paint("Card " + i, "PB29").get("id").asLong());
        me.post("/api/keepers", Map.of("kind", "RING", "number", 1, "cells", 40))
                .must(201);
        List<Api.Answer> answers =
                Api.atOnce(TIMES, i -> me.post("/api/paints/" + paints.get(i) + "/swatches", Map.of("place", "R1 7")));
        assertThat(answers.stream().filter(a -> a.status() < 300)).hasSize(1);
        assertThat(answers.stream().filter(a -> a.status() >= 300))
                .allMatch(a -> a.status() == 409 && a.text().matches(".*(holds Card|Nothing was saved).*"));
        assertThat(me.find("R1·7").json().get("total").asInt()).isEqualTo(1);
        assertThat(me.find("painted").json().get("total").asInt()).isEqualTo(1);
    }

    @Test
    void phonesThatNoteTheSameInOneMomentMakeOnePaint() throws Exception {
        Map<String, Object> wish = Map.of("kind", "WISH", "name", "Night Ferry", "maker", "Marlund", "reason", "dusk");
        List<Api.Answer> answers = Api.atOnce(TIMES, i -> me.post("/api/shop/notes", wish, "phone-" + i));
        assertThat(statuses(answers)).containsOnly(201);
        assertThat(me.find("night ferry").json().get("total").asInt()).isEqualTo(1);
        assertThat(me.get("/api/wishes").json().get("wishes")).hasSize(1);
        Map<String, Object> bought = Map.of(
                "kind",
                "BOUGHT",
                "name",
                "Night Ferry",
                "maker",
                "Marlund",
                "volume",
                "10",
                "at",
                "2026-11-02T10:00:00Z");
        assertThat(statuses(Api.atOnce(TIMES, i -> me.post("/api/shop/notes", bought, "till-" + i))))
                .containsOnly(201);
        JsonNode paint = me.get("/api/paints/"
                        + me.find("night ferry").json().at("/paints/0/id").asLong())
                .json();
        assertThat(paint.get("holdings")).hasSize(1);
    }

    /** A scan goes up over a slow network, and painting goes on beside it. */
    @Test
    void anUploadUnderWayKeepsNoOtherActWaiting() throws Exception {
        me.painted("Tide", "R1 1");
        long paint = me.find("tide").json().at("/paints/0/id").asLong();
        long swatch = me.get("/api/paints/" + paint).json().at("/swatches/0/id").asLong();
        CountDownLatch halfway = new CountDownLatch(1);
        CountDownLatch gate = new CountDownLatch(1);
        ExecutorService pool = Executors.newSingleThreadExecutor();
        try {
            Future<Api.Answer> upload = pool.submit(() ->
                    me.uploadSlowly("/api/swatches/" + swatch + "/pictures", new byte[300_000], "slow", halfway, gate));
            halfway.await();
            for (int i = 0; i < 8; i++) {
                me.post("/api/paints", Map.of("name", "Moss " + i, "form", "TUBE"), "moss-" + i)
                        .must(201);
            }
            gate.countDown();
            assertThat(upload.get().must(422).text()).containsIgnoringCase("picture");
        } finally {
            gate.countDown();
            pool.shutdownNow();
        }
    }

    @Test
    void aFindIsKeptUnderOneNameOnce() throws Exception {
        List<Api.Answer> answers =
                Api.atOnce(TIMES, i -> me.post("/api/finds", Map.of("name", "Blues", "text", "hue:blue")));
        assertThat(statuses(answers)).allMatch(s -> s == 201 || s == 409);
        assertThat(me.get("/api/finds").json().get("finds")).hasSize(1);
    }

    @Test
    void aPaintChangedInTwoWindowsKeepsOneAndTellsTheOther() throws Exception {
        JsonNode paint = me.paint("Tide", "PB29");
        long id = paint.get("id").asLong();
        List<Api.Answer> answers = Api.atOnce(
                2,
                i -> me.put(
                        "/api/paints/" + id,
                        Map.of(
                                "name",
                                "Tide " + i,
                                "version",
                                paint.get("version").asInt())));
        assertThat(statuses(answers)).containsExactly(200, 409);
        String kept = me.get("/api/paints/" + id).json().get("name").asString();
        Api.Answer other =
                answers.stream().filter(a -> a.status() == 409).findFirst().orElseThrow();
        assertThat(other.kind()).isEqualTo("changed-meanwhile");
        assertThat(other.json().at("/current/name").asString()).isEqualTo(kept);
    }

    /** More than there are connections to the database: the collector waits, the others do not, and nothing fails. */
    @Test
    void oneCollectorSendingMuchKeepsNobodyElseFromTheDatabase() throws Exception {
        Api other = Api.collector();
        other.paint("Tide", "PB29");
        long paint = me.paint("Moss", "PG7").get("id").asLong();
        List<Api.Answer> answers = Api.atOnce(40, i -> {
            if (i % 8 == 7) return other.find("tide");
            return i % 4 == 0
                    ? me.post("/api/paints", Map.of("name", "Moss " + i, "form", "TUBE"), "many-" + i)
                    : me.post(
                            "/api/paints/" + paint + "/observations",
                            Map.of("trait", "granulation", "value", "STRONG", "note", "n" + i));
        });
        assertThat(answers).as("none is refused").allMatch(a -> a.status() == 200 || a.status() == 201);
    }

    @Test
    void aKeyStandsForWhatWasSentWithIt() {
        long first = me.post("/api/paints", Map.of("name", "Tide", "form", "TUBE"), "one")
                .must(201)
                .json()
                .get("id")
                .asLong();
        Api.Answer other = me.post("/api/paints", Map.of("name", "Moss", "form", "TUBE"), "one");
        assertThat(other.must(422).kind()).isEqualTo("key-in-use");
        assertThat(me.post("/api/paints", Map.of("name", "Tide", "form", "TUBE"), "one")
                        .must(201)
                        .json()
                        .get("id")
                        .asLong())
                .isEqualTo(first);
        assertThat(Api.names(me.find(""))).containsExactly("Tide");
    }
}
