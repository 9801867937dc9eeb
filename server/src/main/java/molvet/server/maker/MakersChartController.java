package molvet.server.maker;

import com.github.miachm.sods.Sheet;
import com.github.miachm.sods.SpreadSheet;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.OutputStreamWriter;
import java.nio.charset.StandardCharsets;
import java.time.Clock;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import molvet.core.maker.ChartChange;
import molvet.core.maker.ChartRow;
import molvet.core.maker.ChartTable;
import molvet.core.measure.Refusal;
import molvet.core.measure.Words;
import molvet.core.pigment.Trait;
import molvet.server.platform.Collector;
import molvet.server.platform.NotFound;
import molvet.server.platform.OneOf;
import molvet.server.platform.Rows;
import molvet.server.platform.SpreadsheetCells;
import molvet.server.platform.TableFile;
import org.apache.commons.csv.CSVFormat;
import org.apache.commons.csv.CSVPrinter;
import org.dhatim.fastexcel.Workbook;
import org.dhatim.fastexcel.Worksheet;
import org.jspecify.annotations.Nullable;
import org.springframework.http.HttpHeaders;
import org.springframework.http.HttpStatus;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RequestPart;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;
import org.springframework.web.multipart.MultipartFile;
import tools.jackson.databind.json.JsonMapper;

/** Makers' charts from and to files, and leaflets kept with a line. */
@RestController
class MakersChartController {
    private static final int MOST_SHOWN = 400;
    private static final int MOST_CHANGES = 2000;

    private final MakersCharts charts;
    private final MakerStore store;
    private final JsonMapper json;
    private final Clock clock;
    private final Rows rows;

    MakersChartController(MakersCharts charts, MakerStore store, JsonMapper json, Clock clock, Rows rows) {
        this.rows = rows;
        this.charts = charts;
        this.store = store;
        this.json = json;
        this.clock = clock;
    }

    record ColumnView(
            int index,
            String heading,
            @OneOf(ChartTable.Column.class) String column,
            String because) {}

    record RowDoubtView(int row, String column, String message, boolean keptOut) {}

    record ChangeView(
            @Nullable Integer row,
            @Nullable Long colour,
            String name,
            String catalogueNumber,
            List<String> recipe,
            String sizes,
            @OneOf(ChartChange.Kind.class) List<String> kinds,
            String said) {}

    /**
     * {@code changes}: the first two thousand, those that change something before those that do not; {@code counts} are of
     * all. {@code cells}: the first rows as they stand, so that doubtful ones can be mended beside their neighbours.
     */
    record ChartPreview(
            String file,
            List<String> notes,
            int heading,
            List<ColumnView> columns,
            List<String> choices,
            int colours,
            long keptOut,
            List<RowDoubtView> doubts,
            List<ChangeView> changes,
            Map<String, Integer> counts,
            Map<Integer, List<String>> cells) {}

    @PostMapping(path = "/api/lines/{line}/chart/preview", consumes = MediaType.MULTIPART_FORM_DATA_VALUE)
    ChartPreview preview(
            Collector me,
            @PathVariable long line,
            @RequestPart("table") MultipartFile table,
            @RequestParam(defaultValue = "") String mend)
            throws IOException {
        return view(charts.preview(me, line, bytes(table), charts.mend(mend)));
    }

    @PostMapping(path = "/api/lines/{line}/chart", consumes = MediaType.MULTIPART_FORM_DATA_VALUE)
    ChartPreview take(
            Collector me,
            @PathVariable long line,
            @RequestPart("table") MultipartFile table,
            @RequestParam(defaultValue = "") String mend)
            throws IOException {
        return view(charts.take(me, line, bytes(table), charts.mend(mend)));
    }

    private static byte[] bytes(MultipartFile table) throws IOException {
        return TableFile.bytes(table.getInputStream());
    }

    private static ChartPreview view(MakersCharts.Reading r) {
        List<List<String>> cells = r.file().cells();
        List<ColumnView> columns = new ArrayList<>();
        for (int c = 0; c < r.read().columns().size(); c++) {
            List<String> heads =
                    r.read().heading() == 0 ? List.of() : cells.get(r.read().heading() - 1);
            columns.add(new ColumnView(
                    c,
                    c < heads.size() ? heads.get(c) : "",
                    r.read().columns().get(c).name(),
                    r.read().becauses().get(c)));
        }
        Map<String, Integer> counts = new LinkedHashMap<>();
        r.changes().forEach(c -> c.kinds().forEach(k -> counts.merge(k.name(), 1, Integer::sum)));
        counts.put("UNCHANGED", (int)
                r.changes().stream().filter(c -> c.kinds().isEmpty()).count());
        Map<Integer, List<String>> doubtful = new LinkedHashMap<>();
        r.read().doubts().stream()
                .map(ChartTable.RowDoubt::row)
                .distinct()
                .limit(MOST_SHOWN)
                .forEach(n -> doubtful.put(n, cells.get(n - 1)));
        return new ChartPreview(
                r.file().kind(),
                r.file().notes(),
                r.read().heading(),
                columns,
                Arrays.stream(ChartTable.Column.values()).map(Enum::name).toList(),
                r.read().rows().size(),
                r.read().keptOut(),
                r.read().doubts().stream()
                        .limit(MOST_SHOWN)
                        .map(d -> new RowDoubtView(d.row(), d.column(), d.message(), d.keptOut()))
                        .toList(),
                r.changes().stream()
                        .sorted(java.util.Comparator.comparing(c -> c.kinds().isEmpty()))
                        .limit(MOST_CHANGES)
                        .map(MakersChartController::change)
                        .toList(),
                counts,
                doubtful);
    }

    private static ChangeView change(ChartChange c) {
        ChartRow row = c.after().orElseGet(() -> c.before().orElseThrow().row());
        return new ChangeView(
                c.after().map(ChartRow::row).orElse(null),
                c.before().map(ChartChange.Known::colour).orElse(null),
                row.name(),
                row.catalogueNumber(),
                row.recipe().pigments().stream().map(Object::toString).toList(),
                row.sizes().toString(),
                c.kinds().stream().map(Enum::name).sorted().toList(),
                c.said());
    }

    // ---- out --------------------------------------------------------------------------------------------------------

    private record Out(List<String> head, List<List<String>> rows) {}

    private Out out(Collector me, long line) {
        List<ChartChange.Known> known = charts.known(me, line);
        Set<String> languages = new LinkedHashSet<>();
        known.forEach(k -> languages.addAll(k.row().names().keySet()));
        List<String> head = new ArrayList<>(List.of("Number", "Name"));
        languages.forEach(l -> head.add("Name (" + l + ")"));
        head.addAll(List.of(
                "Pigments",
                "Series",
                "Lightfastness",
                "Transparency",
                "Staining",
                "Granulation",
                "Sizes",
                "Status",
                "Note"));
        return new Out(
                head,
                known.stream()
                        .map(k -> {
                            ChartRow r = k.row();
                            List<String> row = new ArrayList<>(List.of(r.catalogueNumber(), r.name()));
                            languages.forEach(l -> row.add(r.names().getOrDefault(l, "")));
                            row.addAll(List.of(
                                    r.labelText(),
                                    r.series() == 0 ? "" : String.valueOf(r.series()),
                                    r.claim(Trait.LIGHTFASTNESS),
                                    r.claim(Trait.TRANSPARENCY),
                                    r.claim(Trait.STAINING),
                                    r.claim(Trait.GRANULATION),
                                    r.sizes().toString(),
                                    r.status().name().toLowerCase(java.util.Locale.ROOT),
                                    r.note()));
                            return (List<String>) row;
                        })
                        .toList());
    }

    @GetMapping(path = "/api/lines/{line}/chart.csv", produces = "text/csv")
    ResponseEntity<byte[]> csv(Collector me, @PathVariable long line) throws IOException {
        return file(separated(out(me, line), CSVFormat.RFC4180), "text/csv; charset=utf-8", "csv");
    }

    @GetMapping(path = "/api/lines/{line}/chart.tsv", produces = "text/tab-separated-values")
    ResponseEntity<byte[]> tsv(Collector me, @PathVariable long line) throws IOException {
        return file(
                separated(
                        out(me, line),
                        CSVFormat.RFC4180.builder().setDelimiter('\t').get()),
                "text/tab-separated-values; charset=utf-8",
                "tsv");
    }

    private static byte[] separated(Out out, CSVFormat format) throws IOException {
        ByteArrayOutputStream bytes = new ByteArrayOutputStream();
        try (CSVPrinter printer = new CSVPrinter(new OutputStreamWriter(bytes, StandardCharsets.UTF_8), format)) {
            printer.printRecord(out.head);
            for (List<String> row : out.rows) {
                printer.printRecord(row.stream().map(SpreadsheetCells::harmless).toList());
            }
        }
        return bytes.toByteArray();
    }

    @GetMapping(path = "/api/lines/{line}/chart.json", produces = MediaType.APPLICATION_JSON_VALUE)
    ResponseEntity<byte[]> json(Collector me, @PathVariable long line) {
        Out out = out(me, line);
        List<Map<String, String>> colours = out.rows.stream()
                .map(r -> {
                    Map<String, String> one = new LinkedHashMap<>();
                    for (int c = 0; c < out.head.size(); c++) one.put(out.head.get(c), r.get(c));
                    return one;
                })
                .toList();
        return file(json.writeValueAsBytes(Map.of("colours", colours)), MediaType.APPLICATION_JSON_VALUE, "json");
    }

    @GetMapping(
            path = "/api/lines/{line}/chart.xlsx",
            produces = "application/vnd.openxmlformats-officedocument.spreadsheetml.sheet")
    ResponseEntity<byte[]> xlsx(Collector me, @PathVariable long line) throws IOException {
        Out out = out(me, line);
        ByteArrayOutputStream bytes = new ByteArrayOutputStream();
        try (Workbook book = new Workbook(bytes, "Molvet", "1.0")) {
            Worksheet sheet = book.newWorksheet("Chart");
            for (int c = 0; c < out.head.size(); c++) {
                sheet.value(0, c, out.head.get(c));
                for (int r = 0; r < out.rows.size(); r++)
                    sheet.value(r + 1, c, out.rows.get(r).get(c));
            }
        }
        return file(bytes.toByteArray(), "application/vnd.openxmlformats-officedocument.spreadsheetml.sheet", "xlsx");
    }

    @GetMapping(path = "/api/lines/{line}/chart.ods", produces = "application/vnd.oasis.opendocument.spreadsheet")
    ResponseEntity<byte[]> ods(Collector me, @PathVariable long line) throws IOException {
        Out out = out(me, line);
        Sheet sheet = new Sheet("Chart", out.rows.size() + 1, out.head.size());
        for (int c = 0; c < out.head.size(); c++) {
            sheet.getRange(0, c).setValue(out.head.get(c));
            for (int r = 0; r < out.rows.size(); r++)
                sheet.getRange(r + 1, c).setValue(out.rows.get(r).get(c));
        }
        SpreadSheet book = new SpreadSheet();
        book.appendSheet(sheet);
        ByteArrayOutputStream bytes = new ByteArrayOutputStream();
        book.save(bytes);
        return file(bytes.toByteArray(), "application/vnd.oasis.opendocument.spreadsheet", "ods");
    }

    private static ResponseEntity<byte[]> file(byte[] bytes, String type, String extension) {
        return ResponseEntity.ok()
                .header(HttpHeaders.CONTENT_DISPOSITION, "attachment; filename=\"molvet-chart." + extension + "\"")
                .contentType(MediaType.parseMediaType(type))
                .body(bytes);
    }

    // ---- leaflets ---------------------------------------------------------------------------------------------------

    record LeafletKept(long leaflet) {}

    /** A picture or leaflet of the maker: PDF, JPEG or PNG, told by its first bytes. */
    @PostMapping(path = "/api/lines/{line}/leaflets", consumes = MediaType.MULTIPART_FORM_DATA_VALUE)
    @ResponseStatus(HttpStatus.CREATED)
    LeafletKept addLeaflet(
            Collector me,
            @PathVariable long line,
            @RequestPart("leaflet") MultipartFile leaflet,
            @RequestParam(defaultValue = "") String title)
            throws IOException {
        byte[] bytes = leaflet.getBytes();
        String type = type(bytes);
        String given = leaflet.getOriginalFilename() == null ? "" : leaflet.getOriginalFilename();
        String words = Words.line("title", title.isBlank() ? given.replaceAll("\\p{Cntrl}", " ") : title, 160);
        return new LeafletKept(rows.add(
                me,
                "leaflet",
                Map.of(
                        "line_id", line,
                        "title", words.isEmpty() ? "leaflet" : words,
                        "media_type", type,
                        "bytes", bytes,
                        "at", clock.instant())));
    }

    private static String type(byte[] b) {
        String start = new String(b, 0, Math.min(8, b.length), StandardCharsets.ISO_8859_1);
        if (start.startsWith("%PDF-")) return MediaType.APPLICATION_PDF_VALUE;
        if (start.startsWith("\u0089PNG\r\n")) return MediaType.IMAGE_PNG_VALUE;
        if (start.startsWith("\u00ff\u00d8\u00ff")) return MediaType.IMAGE_JPEG_VALUE;
        throw Refusal.of("picture", "This is neither PDF, JPEG nor PNG.", "Save the leaflet as one of them.");
    }

    /** Always as a download: what somebody else made is never shown as part of this page. */
    @GetMapping("/api/leaflets/{leaflet}")
    ResponseEntity<byte[]> leaflet(Collector me, @PathVariable long leaflet) {
        MakerStore.LeafletFile f =
                store.leaflet(me, leaflet).orElseThrow(() -> new NotFound("There is no such leaflet."));
        String extension = f.mediaType().substring(f.mediaType().indexOf('/') + 1);
        return ResponseEntity.ok()
                .header(
                        HttpHeaders.CONTENT_DISPOSITION,
                        "attachment; filename=\"leaflet-" + leaflet + "." + extension + "\"")
                .header("X-Content-Type-Options", "nosniff")
                .contentType(MediaType.parseMediaType(f.mediaType()))
                .body(f.bytes());
    }

    @DeleteMapping("/api/leaflets/{leaflet}")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void deleteLeaflet(Collector me, @PathVariable long leaflet) {
        rows.remove(me, "leaflet", leaflet);
    }
}
