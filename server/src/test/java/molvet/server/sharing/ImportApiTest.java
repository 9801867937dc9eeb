package molvet.server.sharing;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.StringReader;
import java.nio.charset.Charset;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.concurrent.CompletableFuture;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import molvet.server.Api;
import molvet.server.Wait;
import molvet.server.demo.LoadedDemo;
import molvet.server.maker.MakersChartApiTest;
import org.apache.commons.csv.CSVFormat;
import org.apache.commons.csv.CSVRecord;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

class ImportApiTest {
    private static final String LIST = """
            Meine Aquarellfarben;;;;;;;;;
            Farbname;Hersteller;Pigmente;Größe;Preis;gekauft am;gekauft bei;Musterkarte;Bewertung;Notizen
            Tangblau;Kelpwick;PB15:3;15 ml Tube;9,80 €;12.03.2024;Hafenladen;R41 1;5;
            Tangblau;Kelpwick;PB15:3;halber Napf;4,20;1.4.2024;;Ring 41 Karte 2;;aus dem Set
            Möwengrau;Kelpwick;PB29, PBr7;15 ml;9,80;31.2.2024;;R41 3;ok;
            Abendrose;Pellworth;PB19;10ml;ca. 8;5.5.2023;;B9 p4 c3;loved;
            Ginster;Pellworth;PY154;10;;;;B9 p4 c3;;geschenkt
            ;Marlund;PB29;;;;;;;
            """;

    private static String encoded(String text) {
        return java.net.URLEncoder.encode(text, StandardCharsets.UTF_8);
    }

    private static JsonNode preview(Api me, byte[] file, Map<String, ?> mend) {
        return me.upload(
                        "/api/collection/import/preview?mend="
                                + encoded(JsonMapper.shared().writeValueAsString(mend)),
                        "file",
                        "list.csv",
                        file)
                .must(200)
                .json();
    }

    private static JsonNode take(Api me, byte[] file) {
        return me.upload("/api/collection/import", "file", "list.csv", file)
                .must(200)
                .json();
    }

    private static List<String> said(JsonNode rows, String what) {
        return rows.valueStream().map(r -> r.get(what).asString()).toList();
    }

    @Test
    void aListOfSomebodyElsesHabitsIsSeenBroughtInOnceAndUndoneAtOnce() {
        Api me = Api.collector();
        byte[] file = LIST.getBytes(Charset.forName("windows-1252"));
        JsonNode seen = preview(me, file, Map.of());
        assertThat(said(seen.get("columns"), "as"))
                .containsExactly(
                        "NAME", "MAKER", "PIGMENTS", "VOLUME", "PRICE", "BOUGHT_ON", "FROM", "PLACE", "LIKING", "NOTE");
        assertThat(said(seen.get("rows"), "becomes"))
                .containsExactly("NEW", "HAVE", "DOUBT", "DOUBT", "DOUBT", "DOUBT");
        assertThat(seen.at("/counts/NEW_PAINTS").asInt()).isEqualTo(4);
        assertThat(seen.at("/counts/KEPT_OUT").asInt()).isEqualTo(1);
        assertThat(seen.get("keepers").valueStream().map(JsonNode::asString)).containsExactly("ring 41", "binder 9");
        assertThat(me.find("").json().get("total").asInt()).isZero();

        JsonNode taken = take(me, file);
        assertThat(taken.get("said").asString()).isEqualTo("Brought in a list: 4 new paints, 5 holdings");
        JsonNode blue = me.get("/api/paints/"
                        + me.find("Tangblau").json().at("/paints/0/id").asLong())
                .json();
        assertThat(said(blue.get("holdings"), "price")).containsExactly("9.80", "4.20");
        assertThat(said(blue.get("swatches"), "place")).containsExactlyInAnyOrder("R41·1", "R41·2");
        assertThat(blue.at("/holdings/0/cameOn").asString()).isEqualTo("2024-03-12");
        JsonNode rose = me.get("/api/paints/"
                        + me.find("Abendrose").json().at("/paints/0/id").asLong())
                .json();
        assertThat(rose.get("note").asString()).contains("Preis: ca. 8");

        JsonNode again = take(me, file);
        assertThat(again.get("said").isNull()).isTrue();
        assertThat(again.at("/counts/HOLDINGS").asInt()).isZero();
        me.undoLast();
        assertThat(me.find("").json().get("total").asInt()).isZero();
        assertThat(me.get("/api/keepers").json().get("keepers")).isEmpty();
    }

    /** Stopped half way, nothing of it is there; it can come in again, and another collector is not held up. */
    @Test
    void aLongListTellsHowFarItIsAndCanBeStopped() throws Exception {
        Api me = Api.collector();
        byte[] file = IntStream.rangeClosed(1, 2000)
                .mapToObj(i -> "Field Colour " + i + ";PB29")
                .collect(Collectors.joining("\n", "Name;Pigments\n", "\n"))
                .getBytes(StandardCharsets.UTF_8);
        Api other = Api.collector();
        String progress = "/api/collection/import/progress";
        assertThat(me.get(progress).must(200).json().get("done").isNull()).isTrue();
        CompletableFuture<Api.Answer> coming =
                CompletableFuture.supplyAsync(() -> me.upload("/api/collection/import", "file", "list.csv", file));
        JsonNode far = Wait.until(
                () -> me.get(progress).json(),
                p -> coming.isDone() || p.get("done").asInt(0) > 0);
        me.delete(progress).must(204);
        assertThat(far.get("all").asInt()).isEqualTo(2000);
        assertThat(other.get(progress).json().get("done").isNull()).isTrue();
        assertThat(coming.get().must(422).text()).containsPattern("It was stopped after \\d+ of 2000 rows");
        assertThat(me.find("").json().get("total").asInt()).isZero();
        assertThat(me.get(progress).json().get("done").isNull()).isTrue();
        // Where nothing comes in there is nothing to stop.
        me.delete(progress).must(204);
    }

    @Test
    void whatIsMendedInThePreviewIsWhatComesIn() {
        Api me = Api.collector();
        byte[] file = LIST.getBytes(StandardCharsets.UTF_8);
        Map<String, ?> mend = Map.of(
                "words", Map.of(2, Map.of("PB19", "PV19")),
                "cells", Map.of(8, Map.of(0, "Dohle")),
                "leaveOut", List.of(7),
                "currency", "GBP",
                "form", "NONE");
        JsonNode seen = preview(me, file, mend);
        assertThat(seen.at("/counts/KEPT_OUT").asInt()).isEqualTo(1);
        JsonNode taken = me.upload(
                        "/api/collection/import?mend="
                                + encoded(JsonMapper.shared().writeValueAsString(mend)),
                        "file",
                        "l",
                        file)
                .must(200)
                .json();
        assertThat(taken.get("said").asString()).startsWith("Brought in a list: 4 new paints");
        assertThat(me.find("PV19").json().at("/paints/0/name").asString()).isEqualTo("Abendrose");
        assertThat(me.find("wished").json().get("total").asInt()).isEqualTo(3);
        me.upload("/api/collection/import?mend=nonsense", "file", "l", file).must(422);
        me.upload("/api/collection/import?mend=" + encoded("{\"columns\":{\"0\":\"PRIZE\"}}"), "file", "l", file)
                .must(422);
    }

    /** All of a table but what Molvet works out of it, in the order of the rows. */
    /** A palette that is not there is begun with a well for each; one that is there takes what its free wells hold. */
    @Test
    void paintsAreLaidIntoThePalettesThatTheListNames() {
        Api me = Api.collector();
        byte[] file = """
                Name,Pigments,Form,Palette
                Tern Grey,PB29,half pan,Field tin
                Sea Rose,PV19,half pan,Field tin; Boat
                Lantern,PY151,half pan,
                """.getBytes(StandardCharsets.UTF_8);
        JsonNode rows = preview(me, file, Map.of()).get("rows");
        assertThat(rows.get(1).get("notes").toString()).contains("Goes into Field tin and Boat.");
        take(me, file);
        JsonNode palettes = me.get("/api/palettes").must(200).json().get("palettes");
        assertThat(said(palettes, "name")).containsExactlyInAnyOrder("Field tin", "Boat");
        assertThat(palettes.valueStream()
                        .filter(p -> p.get("name").asString().equals("Field tin"))
                        .map(p -> p.get("filled").asInt()))
                .containsExactly(2);
        // The same again changes nothing.
        assertThat(take(me, file).get("said").isNull()).isTrue();
        byte[] more = """
                Name,Pigments,Form,Palette
                Gull White,PW6,half pan,field tin
                """.getBytes(StandardCharsets.UTF_8);
        take(me, more);
        long gull = me.find("Gull White").json().at("/paints/0/id").asLong();
        assertThat(me.get("/api/paints/" + gull).json().get("note").asString())
                .isEqualTo("Palette: field tin, where no well was free");
        me.undoLast();
        me.undoLast();
        assertThat(me.get("/api/palettes").json().get("palettes")).isEmpty();
        assertThat(me.find("").json().get("total").asInt()).isZero();
    }

    /** Of more paints than a box has wells those that find none are told, and the list comes in all the same. */
    @Test
    void morePaintsThanABoxHasWellsComeInAllTheSame() {
        Api me = Api.collector();
        StringBuilder list = new StringBuilder("Name,Pigments,Form,Palette\n");
        for (int i = 0; i < 203; i++) list.append("Wash no ").append(i).append(",PB29,dot,x\n");
        take(me, list.toString().getBytes(StandardCharsets.UTF_8));
        JsonNode palettes = me.get("/api/palettes").must(200).json().get("palettes");
        assertThat(said(palettes, "name")).containsExactly("Palette");
        assertThat(palettes.at("/0/filled").asInt()).isEqualTo(192);
        assertThat(me.find("").json().get("total").asInt()).isEqualTo(203);
        long last = me.find("\"Wash no 202\"").json().at("/paints/0/id").asLong();
        assertThat(me.get("/api/paints/" + last).json().get("note").asString()).contains("where no well was free");
    }

    private static List<List<String>> told(Api me) throws Exception {
        List<List<String>> all = new ArrayList<>();
        for (CSVRecord r : CSVFormat.RFC4180
                .builder()
                .setHeader()
                .setSkipHeaderRecord(true)
                .get()
                .parse(new StringReader(me.get("/api/collection.csv").must(200).text()))) {
            all.add(CollectionTable.HEAD.stream()
                    .filter(h -> !h.equals("accession")
                            && !h.matches("(mass|tint) .*|lightfastness|transparency|staining|granulation"))
                    .map(h -> h + "=" + r.get(h))
                    .toList());
        }
        return all;
    }

    /** The whole demo as a table, into an empty collection and out again, is equal; and every format says the same. */
    @Test
    void whatGoesOutComesInAgainEqual() throws Exception {
        Api demo = LoadedDemo.api();
        Api me = Api.collector();
        JsonNode taken = take(me, demo.get("/api/collection.csv").must(200).bytes());
        assertThat(taken.at("/counts/KEPT_OUT").asInt()).isZero();
        List<List<String>> before = told(demo);
        List<List<String>> after = told(me);
        assertThat(after).hasSameSizeAs(before);
        for (int i = 0; i < before.size(); i++) assertThat(after.get(i)).isEqualTo(before.get(i));
        for (String format : List.of("csv", "xlsx", "ods")) {
            JsonNode again =
                    take(me, demo.get("/api/collection." + format).must(200).bytes());
            assertThat(again.get("said").isNull()).as(format).isTrue();
            assertThat(again.get("rows")).as(format).hasSameSizeAs(before);
        }
    }

    @Test
    void anExportOfANewerVersionIsRefusedByName() {
        byte[] newer =
                "{\"format\":\"molvet-collection\",\"version\":7,\"paints\":[]}".getBytes(StandardCharsets.UTF_8);
        assertThat(Api.collector()
                        .upload("/api/collection/import/preview", "file", "c.json", newer)
                        .must(422)
                        .text())
                .contains("newer Molvet (version 7");
    }

    /** Bombs, broken archives, formulas, endless quotes: an answer, and the collection as it was. */
    @Test
    void hostileFilesAreAnsweredAndChangeNothing() throws Exception {
        Api me = Api.collector();
        Stream.concat(
                        MakersChartApiTest.hostile().map(a -> (byte[]) a.get()[1]),
                        Stream.of(new byte[0], "a".repeat(50_000).getBytes(StandardCharsets.UTF_8)))
                .forEach(file -> assertThat(me.upload("/api/collection/import", "file", "x.xlsx", file)
                                .status())
                        .isIn(200, 422));
        assertThat(me.get("/api/health").status()).isEqualTo(200);
    }

    @Test
    void anotherCollectorsPaintsAreNeitherSeenNorChanged() {
        Api other = Api.collector();
        byte[] file = "Name;Maker;Pigments\nTide;Kelpwick;PB29\n".getBytes(StandardCharsets.UTF_8);
        take(other, file);
        JsonNode seen = preview(Api.collector(), file, Map.of("as", Map.of(2, "M-0001")));
        assertThat(seen.at("/rows/0/becomes").asString()).isEqualTo("NEW");
        assertThat(seen.at("/rows/0/paint").isNull()).isTrue();
    }
}
