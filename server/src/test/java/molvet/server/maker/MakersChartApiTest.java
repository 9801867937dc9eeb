package molvet.server.maker;

import static org.assertj.core.api.Assertions.assertThat;

import com.github.miachm.sods.Sheet;
import com.github.miachm.sods.SpreadSheet;
import java.io.ByteArrayOutputStream;
import java.nio.charset.Charset;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.Map;
import java.util.stream.Stream;
import java.util.zip.ZipEntry;
import java.util.zip.ZipOutputStream;
import molvet.server.Api;
import org.dhatim.fastexcel.Workbook;
import org.dhatim.fastexcel.Worksheet;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.Arguments;
import org.junit.jupiter.params.provider.MethodSource;
import org.junit.jupiter.params.provider.ValueSource;
import tools.jackson.databind.JsonNode;

/** MakersCharts from files as they are met, well made and not. */
public class MakersChartApiTest {
    private static final String CSV = """
            No.;Name;Name (de);Pigments;Series;Lightfastness;Granulation;5 ml (EUR);15 ml (EUR)
            101;Lantern Yellow;Laternengelb;PY151;1;I;-;4,60;8,20
            126;Tern Grey;Seeschwalbe;PBk7 + PB29;2;I;G;5,10;9,80
            140;=Old Moth;;PR83;2;II;-;5,10;9,80
            """;

    private static long line(Api me) {
        long maker = me.post("/api/makers", Map.of("name", "Pellworth"))
                .must(201)
                .json()
                .get("id")
                .asLong();
        return me.post("/api/makers/" + maker + "/lines", Map.of("name", "Station Colours"))
                .must(201)
                .json()
                .get("id")
                .asLong();
    }

    private static Api.Answer preview(Api me, long line, byte[] file) {
        return me.upload("/api/lines/" + line + "/chart/preview", "table", "chart.bin", file);
    }

    private static JsonNode take(Api me, long line, byte[] file) {
        return me.upload("/api/lines/" + line + "/chart", "table", "chart.bin", file)
                .must(200)
                .json();
    }

    @Test
    void thePreviewShowsWhatEachRowBecomesAndChangesNothing() {
        Api me = Api.collector();
        long line = line(me);
        JsonNode preview = preview(me, line, CSV.getBytes(StandardCharsets.UTF_8))
                .must(200)
                .json();
        assertThat(preview.get("file").asString()).isEqualTo("CSV");
        assertThat(preview.get("columns").valueStream().map(c -> c.get("column").asString()))
                .containsExactly(
                        "NUMBER",
                        "NAME",
                        "NAME_DE",
                        "PIGMENTS",
                        "SERIES",
                        "LIGHTFASTNESS",
                        "GRANULATION",
                        "PRICE",
                        "PRICE");
        assertThat(preview.at("/counts/ADDED").asInt()).isEqualTo(3);
        assertThat(me.get("/api/lines/" + line).json().get("colours")).isEmpty();
    }

    @ParameterizedTest
    @ValueSource(strings = {"csv", "tsv", "xlsx", "ods", "json"})
    void whatGoesOutComesInAgainEqual(String format) {
        Api me = Api.collector();
        long line = line(me);
        take(me, line, CSV.getBytes(StandardCharsets.UTF_8));
        byte[] out = me.get("/api/lines/" + line + "/chart." + format).must(200).bytes();
        JsonNode same = preview(me, line, out).must(200).json();
        assertThat(same.at("/counts/UNCHANGED").asInt()).as(same.toString()).isEqualTo(3);
        assertThat(same.get("counts").size()).isEqualTo(1);
        Api other = Api.collector();
        long theirs = line(other);
        take(other, theirs, out);
        assertThat(other.get("/api/lines/" + theirs + "/chart.json").must(200).text())
                .isEqualTo(
                        me.get("/api/lines/" + line + "/chart.json").must(200).text());
    }

    @Test
    void cellsAreSafeToOpenInASpreadsheet() {
        Api me = Api.collector();
        long line = line(me);
        take(me, line, CSV.getBytes(StandardCharsets.UTF_8));
        String csv = me.get("/api/lines/" + line + "/chart.csv").must(200).text();
        assertThat(csv).contains("'=Old Moth").doesNotContain(",=Old");
    }

    @Test
    void aNewerEditionShowsWhatChangedAndLeavesPaintsAlone() {
        Api me = Api.collector();
        long line = line(me);
        take(me, line, CSV.getBytes(StandardCharsets.UTF_8));
        long colour = me.get("/api/lines/" + line).json().at("/colours/1/id").asLong();
        long edition =
                me.get("/api/colours/" + colour).json().at("/editions/0/id").asLong();
        long paint = me.post(
                        "/api/paints",
                        Map.of(
                                "name",
                                "Tern Grey",
                                "colour",
                                colour,
                                "edition",
                                edition,
                                "pigments",
                                "PBk7 + PB29",
                                "form",
                                "TUBE"))
                .must(201)
                .json()
                .get("id")
                .asLong();
        String before = me.get("/api/paints/" + paint).must(200).text();
        String newer =
                "No.;Name;Pigments;5 ml (EUR);12 ml (EUR)\n101;Lantern Yellow;PY154;4,60;8,20\n126;Tern Grey;PBk7 + PB29;5,60;9,80\n150;Gull White;PW6;4,60;8,20\n";
        JsonNode preview = preview(me, line, newer.getBytes(StandardCharsets.UTF_8))
                .must(200)
                .json();
        assertThat(preview.at("/counts/ADDED").asInt()).isEqualTo(1);
        assertThat(preview.at("/counts/WITHDRAWN").asInt()).isEqualTo(1);
        assertThat(preview.at("/counts/REFORMULATED").asInt()).isEqualTo(1);
        assertThat(preview.at("/counts/RESIZED").asInt()).isEqualTo(2);
        assertThat(preview.at("/counts/REPRICED").asInt()).isEqualTo(1);
        take(me, line, newer.getBytes(StandardCharsets.UTF_8));
        assertThat(me.get("/api/paints/" + paint).must(200).text()).isEqualTo(before);
        assertThat(me.get("/api/colours/" + colour).json().get("editions")).hasSize(2);
        me.undoLast();
        assertThat(me.get("/api/colours/" + colour).json().get("editions")).hasSize(1);
        assertThat(me.get("/api/lines/" + line).json().get("colours")).hasSize(3);
    }

    private static byte[] xlsx(int rows, boolean odd) throws Exception {
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        try (Workbook book = new Workbook(out, "x", "1.0")) {
            Worksheet sheet = book.newWorksheet("Chart");
            List<String> head = List.of("Number", "Name", "Pigments", "Series");
            for (int c = 0; c < head.size(); c++) sheet.value(0, c, head.get(c));
            for (int r = 1; r <= rows; r++) {
                sheet.value(r, 0, r);
                sheet.value(r, 1, "Shade " + r);
                sheet.value(r, 2, "PB29");
                sheet.value(r, 3, 1);
            }
            if (odd) {
                sheet.value(2, 3, java.time.LocalDate.of(2026, 2, 1));
                sheet.style(2, 3).format("yyyy-mm-dd").set();
                sheet.formula(3, 3, "1+1");
                sheet.range(4, 1, 4, 2).merge();
                book.newWorksheet("Other").value(0, 0, "x");
            }
        }
        return out.toByteArray();
    }

    @Test
    void spreadsheetsWithDatesFormulasAndMergedCells() throws Exception {
        Api me = Api.collector();
        JsonNode read = preview(me, line(me), xlsx(6, true)).must(200).json();
        assertThat(read.get("file").asString()).isEqualTo("XLSX");
        assertThat(read.at("/counts/ADDED").asInt()).isEqualTo(6);
        assertThat(read.get("notes").toString()).contains("2 sheets", "formulas");
        assertThat(read.get("doubts").toString()).contains("2026-02-01", "a date");
    }

    @Test
    void twoHundredThousandRowsAreRefusedWithoutReadingThemAll() throws Exception {
        Api me = Api.collector();
        long line = line(me);
        String many = "Name;Pigments\n" + "Shade;PB29\n".repeat(200_000);
        assertThat(preview(me, line, many.getBytes()).must(422).text()).contains("5000 are read");
        assertThat(preview(me, line, xlsx(8000, false)).must(422).text()).contains("5000 are read");
    }

    private static byte[] zip(Map<String, byte[]> entries) throws Exception {
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        try (ZipOutputStream zip = new ZipOutputStream(out)) {
            for (Map.Entry<String, byte[]> e : entries.entrySet()) {
                zip.putNextEntry(new ZipEntry(e.getKey()));
                zip.write(e.getValue());
                zip.closeEntry();
            }
        }
        return out.toByteArray();
    }

    /** A sheet of one cell that says where it stands. */
    private static byte[] xlsx(String place) throws Exception {
        String book =
                "<workbook xmlns='http://schemas.openxmlformats.org/spreadsheetml/2006/main'><sheets><sheet name='a' sheetId='1'/></sheets></workbook>";
        String sheet =
                "<worksheet xmlns='http://schemas.openxmlformats.org/spreadsheetml/2006/main'><sheetData><row r='1'><c r='"
                        + place + "'><v>1</v></c></row></sheetData></worksheet>";
        return zip(Map.of("xl/workbook.xml", book.getBytes(), "xl/worksheets/sheet1.xml", sheet.getBytes()));
    }

    public static Stream<Arguments> hostile() throws Exception {
        byte[] good = xlsx(3, false);
        String repeated =
                "<office:document-content xmlns:office='o' xmlns:table='t'><table:table><table:table-row table:number-rows-repeated='1000000'>"
                        + "<table:table-cell table:number-columns-repeated='1000'>x</table:table-cell></table:table-row></table:table></office:document-content>";
        String entity = "<?xml version='1.0'?><!DOCTYPE a [<!ENTITY x SYSTEM 'file:///etc/passwd'>]><a>&x;</a>";
        return Stream.of(
                Arguments.of(
                        "a zip bomb as XLSX",
                        zip(Map.of("xl/workbook.xml", new byte[70_000_000])),
                        "larger than 60 MB"),
                Arguments.of(
                        "one cell that stands for a billion",
                        zip(Map.of("content.xml", repeated.getBytes())),
                        "larger than 60 MB"),
                Arguments.of(
                        "a file of the machine as an entity", zip(Map.of("content.xml", entity.getBytes())), "damaged"),
                Arguments.of("an archive of something else", zip(Map.of("a.txt", new byte[3])), "neither XLSX nor ODS"),
                Arguments.of("cut short", java.util.Arrays.copyOf(good, good.length / 2), "damaged"),
                Arguments.of("nothing", new byte[0], "empty"),
                Arguments.of("a PDF called .csv", "%PDF-1.7 \u0000".getBytes(), "not a table"),
                Arguments.of(
                        "an old binary spreadsheet", new byte[] {(byte) 0xd0, (byte) 0xcf, 0x11, (byte) 0xe0}, "XLS"),
                Arguments.of("broken JSON", "[{\"name\": \"x\",\n oh".getBytes(), "line 2"),
                Arguments.of("JSON nested ten thousand deep", "[".repeat(10_000).getBytes(), "nested too deeply"),
                Arguments.of(
                        "JSON with a number of a million digits",
                        ("[" + "1".repeat(1_000_000) + "]").getBytes(),
                        "too long"),
                Arguments.of("a cell where no spreadsheet has one", xlsx("XFDXFD900"), "damaged"),
                Arguments.of("JSON of something else", "{\"a\":1}".getBytes(), "no list of colours"),
                Arguments.of(
                        "a hundred columns",
                        (String.join(";", java.util.Collections.nCopies(100, "x")) + "\n")
                                .repeat(3)
                                .getBytes(),
                        "100 columns"),
                Arguments.of("no names", "1;2\n3;4\n".getBytes(), "names"));
    }

    @ParameterizedTest(name = "{0}")
    @MethodSource("hostile")
    void eachIsAnsweredWithItsReason(String what, byte[] file, String reason) {
        Api me = Api.collector();
        long line = line(me);
        Api.Answer answer = preview(me, line, file);
        assertThat(answer.status()).as(answer.text()).isEqualTo(422);
        assertThat(answer.text()).contains(reason);
        assertThat(answer.json().at("/errors/0/suggestion").asString()).isNotEmpty();
    }

    static Stream<Arguments> encodings() {
        String text = "Name;Pigments\nMöwengrau;PBk7\nCliff d’été;PY43\n";
        byte[] latin = "Name;Pigments\nMöwengrau;PBk7\nÉté;PY43\n".getBytes(Charset.forName("windows-1252"));
        byte[] mixed = new byte[latin.length + 40];
        byte[] utf = "Ärmel;PB29\n".getBytes(StandardCharsets.UTF_8);
        System.arraycopy(latin, 0, mixed, 0, latin.length);
        System.arraycopy(utf, 0, mixed, latin.length, utf.length);
        return Stream.of(
                Arguments.of("UTF-8", text.getBytes(StandardCharsets.UTF_8), "Möwengrau"),
                Arguments.of("UTF-16", text.getBytes(StandardCharsets.UTF_16), "Möwengrau"),
                Arguments.of("UTF-16LE without a mark", text.getBytes(StandardCharsets.UTF_16LE), "Möwengrau"),
                Arguments.of("Latin-1", latin, "Été"),
                Arguments.of("both at once", java.util.Arrays.copyOf(mixed, latin.length + utf.length), "Ärmel"));
    }

    @ParameterizedTest(name = "{0}")
    @MethodSource("encodings")
    void encodings(String what, byte[] file, String name) {
        Api me = Api.collector();
        JsonNode read = preview(me, line(me), file).must(200).json();
        assertThat(read.get("changes").toString()).contains(name, "Möwengrau");
    }

    @Test
    void aQuoteThatNeverClosesIsALetter() {
        Api me = Api.collector();
        JsonNode read = preview(me, line(me), "Name;Pigments\n\"Dune;PBr7\nMoth;PBk9\n".getBytes())
                .must(200)
                .json();
        assertThat(read.get("notes").toString()).contains("never closed");
        assertThat(read.get("changes").toString()).contains("Moth");
    }

    @Test
    void anOdsOfAnotherHand() throws Exception {
        Sheet sheet = new Sheet("Farben", 3, 3);
        sheet.getRange(0, 0, 3, 3)
                .setValues("Nummer", "Farbname", "Pigmente", 7.0, "Düne", "PBr7", 8.0, "Motte", "PBk9");
        SpreadSheet book = new SpreadSheet();
        book.appendSheet(sheet);
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        book.save(out);
        Api me = Api.collector();
        JsonNode read = preview(me, line(me), out.toByteArray()).must(200).json();
        assertThat(read.get("file").asString()).isEqualTo("ODS");
        assertThat(read.at("/changes/0/catalogueNumber").asString()).isEqualTo("7");
        assertThat(read.at("/changes/0/name").asString()).isEqualTo("Düne");
    }

    @Test
    void leafletsAreKeptAndOnlyEverDownloaded() {
        Api me = Api.collector();
        long line = line(me);
        byte[] pdf = "%PDF-1.4 leaflet".getBytes();
        long id = me.upload("/api/lines/" + line + "/leaflets", "leaflet", "colours <b>.pdf", pdf)
                .must(201)
                .json()
                .get("leaflet")
                .asLong();
        assertThat(me.get("/api/lines/" + line).json().at("/leaflets/0/title").asString())
                .isEqualTo("colours <b>.pdf");
        Api.Answer back = me.get("/api/leaflets/" + id).must(200);
        assertThat(back.bytes()).isEqualTo(pdf);
        assertThat(back.raw().headers().firstValue("Content-Disposition").orElseThrow())
                .startsWith("attachment");
        assertThat(me.upload("/api/lines/" + line + "/leaflets", "leaflet", "a.pdf", "<html>".getBytes())
                        .status())
                .isEqualTo(422);
        me.delete("/api/leaflets/" + id).must(204);
        assertThat(me.get("/api/leaflets/" + id).status()).isEqualTo(404);
    }
}
