package molvet.server.platform;

import com.github.miachm.sods.Sheet;
import com.github.miachm.sods.SpreadSheet;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.io.StringReader;
import java.nio.ByteBuffer;
import java.nio.charset.CharacterCodingException;
import java.nio.charset.Charset;
import java.nio.charset.CodingErrorAction;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.Iterator;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.regex.Pattern;
import java.util.stream.Stream;
import javax.xml.stream.XMLInputFactory;
import javax.xml.stream.XMLStreamConstants;
import javax.xml.stream.XMLStreamException;
import javax.xml.stream.XMLStreamReader;
import molvet.core.measure.Refusal;
import org.apache.commons.compress.archivers.zip.ZipArchiveEntry;
import org.apache.commons.compress.archivers.zip.ZipFile;
import org.apache.commons.compress.utils.SeekableInMemoryByteChannel;
import org.apache.commons.csv.CSVFormat;
import org.apache.commons.csv.CSVRecord;
import org.dhatim.fastexcel.reader.Cell;
import org.dhatim.fastexcel.reader.CellType;
import org.dhatim.fastexcel.reader.ReadableWorkbook;
import org.dhatim.fastexcel.reader.Row;
import tools.jackson.core.JacksonException;
import tools.jackson.core.exc.StreamConstraintsException;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/**
 * A table as it was uploaded, whatever it is called: CSV, TSV, XLSX, ODS or JSON, told by what stands in it.
 *
 * <p>Hostile until read within bounds: archives are inflated once and counted before anything opens them, rows stop at
 * what a chart may have, formulas are never run and macros never looked at.
 */
public record TableFile(String kind, List<List<String>> cells, List<String> notes) {
    public static final int MOST_BYTES = 10_000_000;
    private static final long MOST_INFLATED = 60_000_000;
    private static final long MOST_INFLATED_ODS = 24_000_000;
    private static final int MOST_ENTRIES = 2000;
    private static final int MOST_CELL = 4000;
    /** Read beyond what is wanted, so that titles above a table are borne and too many rows can be told. */
    private static final int MORE = 41;

    private static final int MOST_REPEATED = 100_000;

    /**
     * @param most rows that are wanted; a few more are read, so that too many can be told
     * @throws Refusal saying what is wrong with the file and what to do
     */
    public static TableFile read(byte[] bytes, JsonMapper json, int most) {
        if (bytes.length == 0) throw Refusal.of("table", "The file is empty.", "Choose the file again.");
        if (bytes.length > MOST_BYTES) {
            throw Refusal.of("table", "The file is larger than 10 MB.", "Take out pictures and other sheets.");
        }
        List<String> notes = new ArrayList<>();
        if (bytes[0] == 'P' && bytes.length > 3 && bytes[1] == 'K') {
            Set<String> names = inflated(bytes, notes);
            if (names.contains("content.xml")) return ods(bytes, most + MORE, notes);
            if (names.stream().anyMatch(n -> n.startsWith("xl/"))) return xlsx(bytes, most + MORE, notes);
            throw Refusal.of(
                    "table", "This is an archive, but neither XLSX nor ODS.", "Unpack it and choose the table itself.");
        }
        if (bytes.length > 3 && (bytes[0] & 0xff) == 0xd0 && (bytes[1] & 0xff) == 0xcf) {
            throw Refusal.of(
                    "table", "This is a spreadsheet of the old binary kind (XLS).", "Save it as XLSX, ODS or CSV.");
        }
        String text = decoded(bytes, notes);
        String start = text.stripLeading();
        if (start.startsWith("{") || start.startsWith("[")) return json(text, json, most + MORE, notes);
        if (text.indexOf('\u0000') >= 0 || start.startsWith("%PDF")) {
            throw Refusal.of("table", "This is not a table.", "Choose a CSV, TSV, XLSX, ODS or JSON file.");
        }
        return separated(text, most + MORE, notes);
    }

    // ---- text -------------------------------------------------------------------------------------------------------

    /** UTF-8 or UTF-16 where the bytes are that without a fault, else Windows-1252, which holds Latin-1. */
    static String decoded(byte[] bytes, List<String> notes) {
        if (starts(bytes, 0xef, 0xbb, 0xbf)) {
            return new String(bytes, 3, bytes.length - 3, StandardCharsets.UTF_8);
        }
        if (starts(bytes, 0xff, 0xfe)) return new String(bytes, 2, bytes.length - 2, StandardCharsets.UTF_16LE);
        if (starts(bytes, 0xfe, 0xff)) return new String(bytes, 2, bytes.length - 2, StandardCharsets.UTF_16BE);
        int even = 0;
        int odd = 0;
        int looked = Math.min(bytes.length, 4000);
        for (int i = 0; i < looked; i++) {
            if (bytes[i] != 0) continue;
            if (i % 2 == 0) even++;
            else odd++;
        }
        if (odd > looked / 4 && even == 0) return new String(bytes, StandardCharsets.UTF_16LE);
        if (even > looked / 4 && odd == 0) return new String(bytes, StandardCharsets.UTF_16BE);
        try {
            return StandardCharsets.UTF_8
                    .newDecoder()
                    .onMalformedInput(CodingErrorAction.REPORT)
                    .onUnmappableCharacter(CodingErrorAction.REPORT)
                    .decode(ByteBuffer.wrap(bytes))
                    .toString();
        } catch (CharacterCodingException e) {
            return mixed(bytes, notes);
        }
    }

    /** Line by line, since files are glued together: a line that is not UTF-8 is Windows-1252. */
    private static String mixed(byte[] bytes, List<String> notes) {
        Charset other = Charset.forName("windows-1252");
        StringBuilder out = new StringBuilder();
        int from = 0;
        int line = 1;
        List<Integer> odd = new ArrayList<>();
        boolean any = false;
        for (int i = 0; i <= bytes.length; i++) {
            if (i < bytes.length && bytes[i] != '\n') continue;
            ByteBuffer piece = ByteBuffer.wrap(bytes, from, Math.min(bytes.length, i + 1) - from);
            try {
                String read = StandardCharsets.UTF_8
                        .newDecoder()
                        .decode(piece.slice())
                        .toString();
                any |= read.chars().anyMatch(c -> c > 127);
                out.append(read);
            } catch (CharacterCodingException e) {
                odd.add(line);
                out.append(other.decode(piece));
            }
            from = i + 1;
            line++;
        }
        notes.add(
                any
                        ? "Mixed encodings: rows " + odd.subList(0, Math.min(5, odd.size()))
                                + (odd.size() > 5 ? " and more" : "") + " were read as Windows-1252, the rest as UTF-8."
                        : "Read as Windows-1252 (Latin-1), since it is not UTF-8.");
        return out.toString();
    }

    private static boolean starts(byte[] bytes, int... with) {
        if (bytes.length < with.length) return false;
        for (int i = 0; i < with.length; i++) if ((bytes[i] & 0xff) != with[i]) return false;
        return true;
    }

    private static TableFile separated(String text, int most, List<String> notes) {
        char delimiter = delimiter(text);
        CSVFormat format = CSVFormat.DEFAULT
                .builder()
                .setDelimiter(delimiter)
                .setIgnoreEmptyLines(false)
                .get();
        List<List<String>> cells = new ArrayList<>();
        try {
            for (CSVRecord row : format.parse(new StringReader(text))) {
                cells.add(row.stream().map(TableFile::cell).toList());
                if (cells.size() > most) break;
            }
        } catch (java.io.UncheckedIOException | IllegalStateException | IOException e) {
            // A quote that never closes swallows the rest: then quotes are letters like others.
            notes.add("A quotation mark is opened and never closed after row " + cells.size()
                    + "; quotation marks were read as plain letters.");
            cells.clear();
            for (String line : (Iterable<String>) text.lines()::iterator) {
                cells.add(Stream.of(line.split(java.util.regex.Pattern.quote(String.valueOf(delimiter)), -1))
                        .map(TableFile::cell)
                        .toList());
                if (cells.size() > most) break;
            }
        }
        return new TableFile(delimiter == '\t' ? "TSV" : "CSV", cells, notes);
    }

    /** The separator that stands most evenly in the first lines. */
    private static char delimiter(String text) {
        List<String> lines = text.lines().filter(l -> !l.isBlank()).limit(20).toList();
        char best = ',';
        double most = 0;
        for (char c : new char[] {'\t', ';', ',', '|'}) {
            long with = lines.stream().filter(l -> l.indexOf(c) >= 0).count();
            double all = lines.stream()
                    .mapToLong(l -> l.chars().filter(x -> x == c).count())
                    .sum();
            double score = lines.isEmpty() ? 0 : (double) with / lines.size() * Math.min(20, all / Math.max(1, with));
            if (score > most * 1.001) {
                most = score;
                best = c;
            }
        }
        return best;
    }

    private static String cell(String text) {
        return text == null ? "" : text.length() > MOST_CELL ? text.substring(0, MOST_CELL) : text;
    }

    private static TableFile json(String text, JsonMapper json, int most, List<String> notes) {
        JsonNode root = parsed(text, json);
        JsonNode rows = root.isArray() ? root : root.has("paints") ? root.path("paints") : root.path("colours");
        return rows(rows, most, notes);
    }

    /** What a JSON file holds. @throws Refusal saying where it breaks off */
    public static JsonNode parsed(byte[] bytes, JsonMapper json) {
        return parsed(decoded(bytes, new ArrayList<>()), json);
    }

    private static JsonNode parsed(String text, JsonMapper json) {
        try {
            return json.readTree(text);
        } catch (JacksonException e) {
            // Too deep, or a number too long, has no place.
            String where = e.getLocation() == null || e instanceof StreamConstraintsException
                    ? "The JSON is nested too deeply, or holds a number or a text that is too long."
                    : "The JSON breaks off at line " + e.getLocation().getLineNr() + ", column "
                            + e.getLocation().getColumnNr() + ".";
            throw Refusal.of("table", where, "Export it again.");
        }
    }

    private static TableFile rows(JsonNode rows, int most, List<String> notes) {
        if (!rows.isArray()) {
            throw Refusal.of(
                    "table",
                    "The JSON holds no list of colours or paints.",
                    "It is read as [{\"name\": …}], {\"colours\": […]} or {\"paints\": […]}.");
        }
        Set<String> heads = new LinkedHashSet<>();
        for (JsonNode r : rows) r.propertyNames().forEach(heads::add);
        if (heads.size() > 200) throw Refusal.of("table", "The JSON has more than 200 fields.", "Export fewer.");
        List<List<String>> cells = new ArrayList<>();
        cells.add(List.copyOf(heads));
        for (JsonNode r : rows) {
            List<String> row = new ArrayList<>();
            for (String h : heads) {
                JsonNode v = r.path(h);
                row.add(cell(v.isMissingNode() || v.isNull() ? "" : v.isValueNode() ? v.asString() : v.toString()));
            }
            cells.add(row);
            if (cells.size() > most) break;
        }
        return new TableFile("JSON", cells, notes);
    }

    // ---- archives ---------------------------------------------------------------------------------------------------

    /** Inflates the whole archive once, counting, and returns the names in it. */
    private static Set<String> inflated(byte[] bytes, List<String> notes) {
        Set<String> names = new LinkedHashSet<>();
        long all = 0;
        byte[] buffer = new byte[16_384];
        try (ZipFile zip = opened(bytes)) {
            for (ZipArchiveEntry e :
                    (Iterable<ZipArchiveEntry>) () -> zip.getEntries().asIterator()) {
                if (names.add(e.getName()) && names.size() > MOST_ENTRIES) throw bomb();
                boolean ods = e.getName().equals("content.xml");
                long own = 0;
                try (InputStream in = zip.getInputStream(e)) {
                    for (int n = in.read(buffer); n >= 0; n = in.read(buffer)) {
                        own += n;
                        all += n;
                        if (all > MOST_INFLATED || (ods && own > MOST_INFLATED_ODS)) throw bomb();
                    }
                }
            }
        } catch (IOException e) {
            throw broken();
        }
        if (names.isEmpty()) throw broken();
        if (names.stream().anyMatch(n -> n.toLowerCase(Locale.ROOT).contains("vbaproject") || n.startsWith("Basic/"))) {
            notes.add("It holds macros; they were not looked at.");
        }
        if (names.stream().anyMatch(n -> n.startsWith("xl/externalLinks"))) {
            notes.add("It refers to other files; only what is written in it was read.");
        }
        return names;
    }

    private static ZipFile opened(byte[] bytes) throws IOException {
        return ZipFile.builder()
                .setSeekableByteChannel(new SeekableInMemoryByteChannel(bytes))
                .get();
    }

    private static Refusal bomb() {
        return Refusal.of(
                "table",
                "Unpacked, the file is larger than 60 MB (24 MB as ODS): more than a list can be.",
                "Save the one sheet by itself, as CSV if need be.");
    }

    private static Refusal broken() {
        return Refusal.of("table", "The file breaks off or is damaged.", "Save it again and choose it anew.");
    }

    private static final Pattern CELL = Pattern.compile("[A-Za-z]{1,3}[0-9]{1,7}");

    /** A row is made as wide as the farthest cell named in it, so names of places that no spreadsheet has are refused. */
    private static void boundPlaces(byte[] bytes) {
        XMLInputFactory factory = XMLInputFactory.newFactory();
        factory.setProperty(XMLInputFactory.SUPPORT_DTD, false);
        factory.setProperty(XMLInputFactory.IS_SUPPORTING_EXTERNAL_ENTITIES, false);
        try (ZipFile zip = opened(bytes)) {
            for (ZipArchiveEntry e :
                    (Iterable<ZipArchiveEntry>) () -> zip.getEntries().asIterator()) {
                if (!e.getName().startsWith("xl/worksheets/") || !e.getName().endsWith(".xml")) continue;
                try (InputStream in = zip.getInputStream(e)) {
                    XMLStreamReader xml = factory.createXMLStreamReader(in);
                    while (xml.hasNext()) {
                        if (xml.next() != XMLStreamConstants.START_ELEMENT
                                || !xml.getLocalName().equals("c")) continue;
                        String place = xml.getAttributeValue(null, "r");
                        if (place != null && !CELL.matcher(place).matches()) throw broken();
                    }
                }
            }
        } catch (XMLStreamException | IOException e) {
            throw broken();
        }
    }

    private static TableFile xlsx(byte[] bytes, int most, List<String> notes) {
        boundPlaces(bytes);
        List<List<String>> cells = new ArrayList<>();
        boolean[] formulas = {false};
        try (ReadableWorkbook book = new ReadableWorkbook(
                new ByteArrayInputStream(bytes), new org.dhatim.fastexcel.reader.ReadingOptions(true, false))) {
            List<org.dhatim.fastexcel.reader.Sheet> sheets = book.getSheets().toList();
            if (sheets.size() > 1) {
                notes.add("It has " + sheets.size() + " sheets; the first, “"
                        + sheets.get(0).getName() + "”, was read.");
            }
            try (Stream<Row> rows = sheets.get(0).openStream()) {
                Iterator<Row> all = rows.iterator();
                while (all.hasNext() && cells.size() <= most) {
                    Row row = all.next();
                    while (cells.size() < row.getRowNum() - 1 && cells.size() <= most) cells.add(List.of());
                    List<String> out = new ArrayList<>();
                    for (int c = 0; c < Math.min(row.getCellCount(), 500); c++) {
                        out.add(row.getOptionalCell(c)
                                .map(k -> {
                                    if (k.getType() == CellType.FORMULA) formulas[0] = true;
                                    return cell(text(k));
                                })
                                .orElse(""));
                    }
                    cells.add(out);
                }
            }
        } catch (RuntimeException | IOException e) {
            if (e instanceof Refusal refused) throw refused;
            throw broken();
        }
        if (formulas[0]) notes.add("It holds formulas; the values they had when it was saved were read.");
        return new TableFile("XLSX", cells, notes);
    }

    private static String text(Cell cell) {
        if (cell.getType() == CellType.NUMBER
                && cell.getDataFormatString() != null
                && isDate(cell.getDataFormatString())) {
            try {
                return cell.asDate().toLocalDate().toString();
            } catch (RuntimeException notADate) {
                return cell.getRawValue();
            }
        }
        if (cell.getType() == CellType.NUMBER)
            return cell.asNumber().stripTrailingZeros().toPlainString();
        String text = cell.getText();
        return text == null ? "" : text;
    }

    private static final Map<String, Boolean> DATES = new java.util.concurrent.ConcurrentHashMap<>();

    private static boolean isDate(String format) {
        if (format.equalsIgnoreCase("General") || format.length() > 60) return false;
        if (DATES.size() > 500) DATES.clear();
        return DATES.computeIfAbsent(format, TableFile::speaksOfDays);
    }

    private static boolean speaksOfDays(String format) {
        return format.replaceAll("\"[^\"]*\"|\\[[^]]*]", "").matches("(?i).*[ymd].*");
    }

    private static TableFile ods(byte[] bytes, int most, List<String> notes) {
        boundRepeats(bytes);
        List<List<String>> cells = new ArrayList<>();
        try {
            SpreadSheet book = new SpreadSheet(new ByteArrayInputStream(bytes));
            if (book.getNumSheets() == 0) throw broken();
            if (book.getNumSheets() > 1) {
                notes.add("It has " + book.getNumSheets() + " sheets; the first, “"
                        + book.getSheet(0).getName() + "”, was read.");
            }
            Sheet sheet = book.getSheet(0);
            int columns = Math.min(sheet.getMaxColumns(), 500);
            for (int r = 0; r < Math.min(sheet.getMaxRows(), most + 1); r++) {
                List<String> row = new ArrayList<>();
                for (int c = 0; c < columns; c++) {
                    Object v = sheet.getRange(r, c).getValue();
                    row.add(cell(v == null ? "" : v instanceof Double d ? number(d) : v.toString()));
                }
                cells.add(row);
            }
        } catch (Refusal e) {
            throw e;
        } catch (RuntimeException | IOException e) {
            throw broken();
        }
        return new TableFile("ODS", cells, notes);
    }

    private static String number(double d) {
        return java.math.BigDecimal.valueOf(d).stripTrailingZeros().toPlainString();
    }

    /** One written cell may stand for millions of repeated ones; those are refused before they are made. */
    private static void boundRepeats(byte[] bytes) {
        XMLInputFactory factory = XMLInputFactory.newFactory();
        factory.setProperty(XMLInputFactory.SUPPORT_DTD, false);
        factory.setProperty(XMLInputFactory.IS_SUPPORTING_EXTERNAL_ENTITIES, false);
        try (ZipFile zip = opened(bytes);
                InputStream in = zip.getInputStream(zip.getEntry("content.xml"))) {
            countRepeats(factory.createXMLStreamReader(in));
        } catch (XMLStreamException | IOException e) {
            throw broken();
        }
    }

    private static void countRepeats(XMLStreamReader xml) throws XMLStreamException {
        long rows = 1;
        long cells = 0;
        long cell = 0;
        while (xml.hasNext()) {
            int event = xml.next();
            if (event == XMLStreamConstants.START_ELEMENT) {
                if (xml.getLocalName().equals("table-row")) rows = repeated(xml, "number-rows-repeated");
                if (xml.getLocalName().equals("table-cell")) cell = repeated(xml, "number-columns-repeated");
            } else if (event == XMLStreamConstants.CHARACTERS && cell > 0 && !xml.isWhiteSpace()) {
                cells += cell * rows;
                cell = 0;
                if (cells > MOST_REPEATED * 10L) throw bomb();
            }
        }
    }

    private static long repeated(XMLStreamReader xml, String attribute) {
        for (int i = 0; i < xml.getAttributeCount(); i++) {
            if (!xml.getAttributeLocalName(i).equals(attribute)) continue;
            String n = xml.getAttributeValue(i);
            return n.matches("\\d{1,9}") ? Long.parseLong(n) : MOST_REPEATED * 100L;
        }
        return 1;
    }

    /** Of an upload, no more than may be read. */
    public static byte[] bytes(InputStream in) throws IOException {
        byte[] bytes = in.readNBytes(MOST_BYTES + 1);
        return bytes;
    }
}
