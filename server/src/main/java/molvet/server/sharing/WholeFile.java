package molvet.server.sharing;

import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.zip.ZipEntry;
import java.util.zip.ZipException;
import java.util.zip.ZipFile;
import molvet.core.measure.Refusal;
import molvet.server.platform.TableFile;
import org.jspecify.annotations.Nullable;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/**
 * Molvet’s own export as a file: {@code collection.json}, or the archive that holds it with the pictures. Nothing of it is
 * believed but its form.
 */
final class WholeFile implements AutoCloseable {
    static final int VERSION = 2;
    static final String FORMAT = "molvet-collection";
    static final String NAME = "collection.json";
    static final int MOST_JSON = 80_000_000;
    private static final int MOST_FILE = 64_000_000;

    private final Map<String, List<Map<String, Object>>> tables;
    private final @Nullable ZipFile zip;

    private WholeFile(Map<String, List<Map<String, Object>>> tables, @Nullable ZipFile zip) {
        this.tables = tables;
        this.zip = zip;
    }

    /**
     * @return empty if it is another file, or an export that holds no rows
     * @throws Refusal if it is an export that cannot be read
     */
    static Optional<WholeFile> of(Path file, JsonMapper json) throws IOException {
        byte[] start = new byte[2];
        try (InputStream in = Files.newInputStream(file)) {
            if (in.readNBytes(start, 0, 2) < 2) return Optional.empty();
        }
        if (start[0] == '{') {
            if (Files.size(file) > MOST_JSON) throw tooLarge();
            return parsed(Files.readAllBytes(file), json).map(t -> new WholeFile(t, null));
        }
        return start[0] == 'P' && start[1] == 'K' ? zipped(file, json) : Optional.empty();
    }

    private static Optional<WholeFile> zipped(Path file, JsonMapper json) throws IOException {
        ZipFile zip;
        try {
            zip = new ZipFile(file.toFile());
        } catch (ZipException e) {
            // What opens spreadsheets says what is wrong with it.
            return Optional.empty();
        }
        ZipEntry whole = zip.getEntry(NAME);
        if (whole == null) {
            zip.close();
            return Optional.empty();
        }
        try {
            return parsed(bytes(zip, whole, MOST_JSON).orElseThrow(WholeFile::tooLarge), json)
                    .map(t -> new WholeFile(t, zip));
        } catch (RuntimeException | IOException e) {
            zip.close();
            throw e;
        }
    }

    private static Optional<Map<String, List<Map<String, Object>>>> parsed(byte[] bytes, JsonMapper json) {
        JsonNode root = TableFile.parsed(bytes, json);
        if (!isOwn(root)) return Optional.empty();
        if (!root.path("rows").isArray()) return Optional.empty();
        Map<String, List<Map<String, Object>>> tables = new LinkedHashMap<>();
        for (JsonNode table : root.path("rows")) {
            List<String> columns =
                    table.path("columns").valueStream().map(c -> c.asString("")).toList();
            List<Map<String, Object>> rows = new ArrayList<>();
            for (JsonNode row : table.path("rows")) {
                if (row.size() != columns.size())
                    throw damaged(table.path("table").asString(""), rows.size());
                Map<String, Object> values = new LinkedHashMap<>();
                for (int c = 0; c < columns.size(); c++) values.put(columns.get(c), value(row.get(c)));
                rows.add(values);
            }
            tables.put(table.path("table").asString(""), rows);
        }
        return Optional.of(tables);
    }

    /** @throws Refusal if it was made by a newer Molvet */
    static boolean isOwn(JsonNode root) {
        if (!root.path("format").asString("").equals(FORMAT)) return false;
        int version = root.path("version").asInt(0);
        if (version > VERSION) {
            throw Refusal.of(
                    "file",
                    "This export was made by a newer Molvet (version " + version + "; this one reads " + VERSION + ").",
                    "Update this Molvet, or export a CSV there.");
        }
        return true;
    }

    private static @Nullable Object value(JsonNode node) {
        if (node.isString()) return node.asString();
        if (node.isIntegralNumber()) return node.asLong();
        if (node.isNumber()) return node.asDouble();
        return node.isBoolean() ? node.asBoolean() : null;
    }

    static Refusal damaged(String table, int row) {
        return Refusal.of(
                "file",
                "The export is damaged: row " + (row + 1) + " of “" + table + "” cannot be read.",
                "Export it again. Nothing was brought in.");
    }

    private static Refusal tooLarge() {
        return Refusal.of(
                "file", "The export is larger than 80 MB without its pictures.", "Export a CSV and bring that in.");
    }

    /** The rows of a table as they were there; none if it is not in the file. */
    List<Map<String, Object>> rows(String table) {
        return tables.getOrDefault(table, List.of());
    }

    /** Tables in it that this Molvet has not. */
    List<String> beside(List<String> known) {
        return tables.keySet().stream().filter(t -> !known.contains(t)).toList();
    }

    boolean hasFile(@Nullable Object name) {
        return zip != null && name instanceof String n && zip.getEntry(n) != null;
    }

    /** @throws Refusal if it is too large or its bytes are damaged */
    byte[] file(String name) {
        try {
            return bytes(zip, zip.getEntry(name), MOST_FILE)
                    .orElseThrow(() -> Refusal.of(
                            "file", "“" + name + "” in the archive is larger than 64 MB.", "Nothing was brought in."));
        } catch (IOException e) {
            throw Refusal.of("file", "“" + name + "” in the archive is damaged.", "Export it again.");
        }
    }

    /** Inflated up to a limit, whatever the archive says of its size. */
    private static Optional<byte[]> bytes(ZipFile zip, ZipEntry entry, int most) throws IOException {
        try (InputStream in = zip.getInputStream(entry)) {
            byte[] bytes = in.readNBytes(most + 1);
            return bytes.length > most ? Optional.empty() : Optional.of(bytes);
        }
    }

    @Override
    public void close() {
        try {
            if (zip != null) zip.close();
        } catch (IOException e) {
            throw new java.io.UncheckedIOException(e);
        }
    }
}
