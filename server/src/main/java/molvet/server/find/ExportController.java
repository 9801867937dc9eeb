package molvet.server.find;

import com.fasterxml.jackson.annotation.JsonAnyGetter;
import com.github.miachm.sods.Sheet;
import com.github.miachm.sods.SpreadSheet;
import io.swagger.v3.oas.annotations.media.Content;
import io.swagger.v3.oas.annotations.media.Schema;
import io.swagger.v3.oas.annotations.responses.ApiResponse;
import jakarta.servlet.http.HttpServletResponse;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.OutputStream;
import java.io.OutputStreamWriter;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.zip.Deflater;
import java.util.zip.ZipEntry;
import java.util.zip.ZipOutputStream;
import molvet.server.collection.PaintStore;
import molvet.server.collection.PaintViews;
import molvet.server.platform.Collector;
import molvet.server.platform.Room;
import molvet.server.platform.Rooms;
import molvet.server.platform.SpreadsheetCells;
import molvet.server.sharing.CollectionTable;
import org.apache.commons.csv.CSVFormat;
import org.apache.commons.csv.CSVPrinter;
import org.dhatim.fastexcel.Workbook;
import org.dhatim.fastexcel.Worksheet;
import org.springframework.http.HttpHeaders;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RestController;
import tools.jackson.databind.json.JsonMapper;

/** The whole collection in open formats; see docs/formats.md. */
@RestController
class ExportController {
    private static final List<String> HEAD = CollectionTable.HEAD;

    private final PaintViews views;
    private final PaintStore store;
    private final JsonMapper json;
    private final Rooms rooms;
    private final CollectionTable table;

    ExportController(PaintViews views, PaintStore store, JsonMapper json, Rooms rooms, CollectionTable table) {
        this.table = table;
        this.rooms = rooms;
        this.views = views;
        this.store = store;
        this.json = json;
    }

    /** {@code rooms}: what the other rooms keep, by the word of each, such as {@code arrivals}. */
    record WholeCollection(
            String format,
            int version,
            List<PaintViews.PaintPage> paints,
            @JsonAnyGetter Map<String, List<?>> rooms) {}

    @GetMapping(path = "/api/collection.csv", produces = "text/csv")
    ResponseEntity<byte[]> csv(Collector me) throws IOException {
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        try (CSVPrinter printer =
                new CSVPrinter(new OutputStreamWriter(out, StandardCharsets.UTF_8), CSVFormat.RFC4180)) {
            printer.printRecord(HEAD);
            for (List<Object> row : table.rows(me)) {
                printer.printRecord(row.stream().map(SpreadsheetCells::harmless).toList());
            }
        }
        return file(out.toByteArray(), "text/csv; charset=utf-8", "csv");
    }

    @GetMapping(path = "/api/collection.json", produces = MediaType.APPLICATION_JSON_VALUE)
    ResponseEntity<byte[]> json(Collector me) {
        return file(json.writeValueAsBytes(whole(me)), MediaType.APPLICATION_JSON_VALUE, "json");
    }

    @GetMapping(
            path = "/api/collection.xlsx",
            produces = "application/vnd.openxmlformats-officedocument.spreadsheetml.sheet")
    ResponseEntity<byte[]> xlsx(Collector me) throws IOException {
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        try (Workbook book = new Workbook(out, "Molvet", "1.0")) {
            Worksheet sheet = book.newWorksheet("Collection");
            for (int c = 0; c < HEAD.size(); c++) sheet.value(0, c, HEAD.get(c));
            List<List<Object>> rows = table.rows(me);
            for (int r = 0; r < rows.size(); r++) {
                for (int c = 0; c < HEAD.size(); c++) {
                    Object v = rows.get(r).get(c);
                    if (v instanceof Number n) sheet.value(r + 1, c, n);
                    else sheet.value(r + 1, c, v.toString());
                }
            }
        }
        return file(out.toByteArray(), "application/vnd.openxmlformats-officedocument.spreadsheetml.sheet", "xlsx");
    }

    @GetMapping(path = "/api/collection.ods", produces = "application/vnd.oasis.opendocument.spreadsheet")
    ResponseEntity<byte[]> ods(Collector me) throws IOException {
        List<List<Object>> rows = table.rows(me);
        Sheet sheet = new Sheet("Collection", rows.size() + 1, HEAD.size());
        for (int c = 0; c < HEAD.size(); c++) sheet.getRange(0, c).setValue(HEAD.get(c));
        for (int r = 0; r < rows.size(); r++) {
            for (int c = 0; c < HEAD.size(); c++)
                sheet.getRange(r + 1, c).setValue(rows.get(r).get(c));
        }
        SpreadSheet book = new SpreadSheet();
        book.appendSheet(sheet);
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        book.save(out);
        return file(out.toByteArray(), "application/vnd.oasis.opendocument.spreadsheet", "ods");
    }

    /** A GIMP palette of the mass tones, in sRGB. */
    @GetMapping(path = "/api/collection.gpl", produces = "text/plain")
    ResponseEntity<byte[]> gpl(Collector me) {
        StringBuilder out = new StringBuilder("GIMP Palette\nName: Molvet collection\nColumns: 8\n#\n");
        for (PaintViews.PaintEntry p : entries(me)) {
            if (p.strip() == null) continue;
            int rgb = Integer.parseInt(p.strip().stops().get(0).substring(1), 16);
            out.append(String.format(
                    java.util.Locale.ROOT,
                    "%3d %3d %3d\t%s %s\n",
                    rgb >> 16 & 255,
                    rgb >> 8 & 255,
                    rgb & 255,
                    p.accession(),
                    p.name()));
        }
        return file(out.toString().getBytes(StandardCharsets.UTF_8), "text/plain; charset=utf-8", "gpl");
    }

    /** Measured mass tones and tints as CGATS.17 text. */
    @GetMapping(path = "/api/collection.cgats", produces = "text/plain")
    ResponseEntity<byte[]> cgats(Collector me) {
        List<String> lines = new ArrayList<>();
        for (PaintStore.EntryRow r : rows(me)) {
            if (r.massL() == null) continue;
            String name = new molvet.core.collection.Accession(r.accession()) + " "
                    + r.name().replace("\"", "'");
            lines.add(String.format(
                    java.util.Locale.ROOT, "\"%s full\" %.3f %.3f %.3f", name, r.massL(), r.massA(), r.massB()));
            lines.add(String.format(
                    java.util.Locale.ROOT, "\"%s tint\" %.3f %.3f %.3f", name, r.tintL(), r.tintA(), r.tintB()));
        }
        String text = "CGATS.17\nORIGINATOR \"Molvet\"\nWEIGHTING_FUNCTION \"ILLUMINANT,D50\"\n"
                + "WEIGHTING_FUNCTION \"OBSERVER,2degree\"\nNUMBER_OF_FIELDS 4\nBEGIN_DATA_FORMAT\n"
                + "SAMPLE_NAME LAB_L LAB_A LAB_B\nEND_DATA_FORMAT\nNUMBER_OF_SETS " + lines.size()
                + "\nBEGIN_DATA\n" + String.join("\n", lines) + (lines.isEmpty() ? "" : "\n") + "END_DATA\n";
        return file(text.getBytes(StandardCharsets.UTF_8), "text/plain; charset=utf-8", "cgats");
    }

    /**
     * Everything, pictures as they came included. Written while it is asked for and as long as it takes; the archive is
     * not closed where a part of it fails, so that nothing that lacks a picture can be taken for the whole.
     */
    @GetMapping(path = "/api/collection.zip", produces = "application/zip")
    @ApiResponse(responseCode = "200", content = @Content(schema = @Schema(type = "string", format = "binary")))
    void zip(Collector me, HttpServletResponse response) throws IOException {
        byte[] whole = json.writeValueAsBytes(whole(me));
        response.setContentType("application/zip");
        response.setHeader(HttpHeaders.CONTENT_DISPOSITION, "attachment; filename=\"molvet-collection.zip\"");
        archive(me, whole, response.getOutputStream());
    }

    /** Writes all a collector has. */
    void archive(Collector me, OutputStream out) throws IOException {
        archive(me, json.writeValueAsBytes(whole(me)), out);
    }

    private void archive(Collector me, byte[] whole, OutputStream out) throws IOException {
        ZipOutputStream zip = new ZipOutputStream(out);
        zip.putNextEntry(new ZipEntry("collection.json"));
        zip.write(whole);
        // Pictures are compressed already.
        zip.setLevel(Deflater.NO_COMPRESSION);
        for (Room room : rooms.all()) {
            for (Room.ExportedFile file : (Iterable<Room.ExportedFile>) room.files(me)::iterator) {
                zip.putNextEntry(new ZipEntry(file.name()));
                zip.write(file.bytes().get());
            }
        }
        zip.finish();
    }

    private WholeCollection whole(Collector me) {
        return new WholeCollection(
                "molvet-collection",
                2,
                store.labels(me).stream().map(l -> views.page(me, l.id())).toList(),
                exported(me));
    }

    /** What the rooms keep, by the word for it. */
    private Map<String, List<?>> exported(Collector me) {
        Map<String, List<?>> all = new TreeMap<>();
        rooms.all().forEach(r -> r.exports().forEach((word, of) -> all.put(word, of.apply(me))));
        return all;
    }

    /** Every paint, by its number. */
    private List<Long> ids(Collector me) {
        return store.labels(me).stream().map(PaintStore.NameRow::id).toList();
    }

    private List<PaintStore.EntryRow> rows(Collector me) {
        return store.entries(me, ids(me));
    }

    private List<PaintViews.PaintEntry> entries(Collector me) {
        return views.entries(me, ids(me));
    }

    private static ResponseEntity<byte[]> file(byte[] bytes, String type, String extension) {
        return ResponseEntity.ok()
                .header(HttpHeaders.CONTENT_DISPOSITION, "attachment; filename=\"molvet-collection." + extension + "\"")
                .contentType(MediaType.parseMediaType(type))
                .body(bytes);
    }
}
