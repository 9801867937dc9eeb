package molvet.server.account;

import java.time.Clock;
import java.time.LocalDate;
import java.time.LocalDateTime;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Supplier;
import java.util.stream.Collectors;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.jdbc.support.GeneratedKeyHolder;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import tools.jackson.core.type.TypeReference;
import tools.jackson.databind.json.JsonMapper;

/**
 * One act, one transaction, one undo: the rows an act touches are kept as they were, so that it can be taken back.
 *
 * <p>Undo is refused when one of the rows has changed since; see docs/decisions/0004-undo.md.
 */
@Service
public class Acts {
    /** Tables whose rows can be put back; each has {@code id} and {@code collector_id}. */
    private static final Set<String> TABLES = Set.of(
            "maker",
            "line",
            "colour",
            "colour_name",
            "edition",
            "paint",
            "holding",
            "observation",
            "keeper",
            "swatch",
            "reading",
            "arrival",
            "giver",
            "arrival_line",
            "dotcard",
            "dot",
            "pour",
            "chart",
            "chart_cell",
            "paper",
            "refiling",
            "scan",
            "saved_find",
            "left_dispute",
            "wish");

    /**
     * Columns that follow from others and are worked out again, or that a walk through a keeper ticks off. A reading’s own mass tone
     * is never changed, so that it needs no comparing either.
     */
    private static final Set<String> DERIVED = Set.of(
            "recipe",
            "pigments",
            "standing",
            "swatch_id",
            "reading_id",
            "voices",
            "disagrees",
            "order_key",
            "hue",
            "warmth",
            "mass_l",
            "mass_a",
            "mass_b",
            "used_on",
            "runs_low",
            "volumes",
            "facts",
            "seen_at",
            "seen_in");

    private static final TypeReference<List<Change>> CHANGES = new TypeReference<>() {};

    private final JdbcClient db;
    private final JsonMapper json;
    private final Clock clock;
    private final List<Restored> listeners;

    Acts(JdbcClient db, JsonMapper json, Clock clock, List<Restored> listeners) {
        this.db = db;
        this.json = json;
        this.clock = clock;
        this.listeners = listeners;
    }

    /** Told when rows came back, so that what follows from them is worked out again. */
    public interface Restored {
        void restored(Collector me, Set<Long> paints, Set<Long> makers);
    }

    /** One row of one table. */
    public record Row(String table, long id) {}

    record Change(String table, long id, Map<String, Object> before, Map<String, Object> after) {}

    public record Said(long id, String said, java.time.Instant at, boolean undone) {}

    /** Rows that an act makes, noted while it runs. */
    public static final class Made {
        private final Set<Row> rows = new LinkedHashSet<>();

        public long row(String table, long id) {
            rows.add(new Row(table, id));
            return id;
        }
    }

    /** What is being made by the act under way on this thread. */
    @FunctionalInterface
    public interface Work<T> {
        T run(Made made);
    }

    /**
     * Does work that changes the given rows and those it makes, and remembers how to undo it.
     *
     * @param said one sentence for the collector, such as “Filed Tern Grey at R2·17”; told afterwards, when all is known
     */
    @Transactional
    public <T> T act(Collector me, Supplier<String> said, List<Row> rows, Work<T> work) {
        Map<Row, Map<String, Object>> before = new LinkedHashMap<>();
        rows.forEach(r -> before.put(r, read(me, r)));
        Made made = new Made();
        T result = work.run(made);
        made.rows.forEach(r -> before.putIfAbsent(r, Map.of()));
        List<Change> changes = new ArrayList<>();
        before.forEach((row, was) -> changes.add(new Change(row.table(), row.id(), was, read(me, row))));
        String words = said.get();
        db.sql("insert into act (collector_id, said, at, changes) values (?, ?, ?, ?)")
                .params(
                        me.id(),
                        words.length() > 300 ? words.substring(0, 299) + "…" : words,
                        Utc.of(clock.instant()),
                        json.writeValueAsString(changes))
                .update(new GeneratedKeyHolder(), "id");
        return result;
    }

    public List<Said> latest(Collector me, int limit) {
        return db.sql(
                        "select id, said, at, undone_at is not null undone from act where collector_id = ? order by id desc limit ?")
                .params(me.id(), limit)
                .query((rs, n) -> new Said(
                        rs.getLong(1),
                        rs.getString(2),
                        Utc.instant(rs.getObject(3, LocalDateTime.class)),
                        rs.getBoolean(4)))
                .list();
    }

    /**
     * Puts the rows of an act back as they were.
     *
     * @throws Taken if it is undone already or a row has changed since
     */
    @Transactional
    public Said undo(Collector me, long act) {
        var row = db.sql(
                        "select said, undone_at is not null, changes from act where id = ? and collector_id = ? for update")
                .params(act, me.id())
                .query((rs, n) -> Map.entry(rs.getString(1) + (rs.getBoolean(2) ? "\u0000" : ""), rs.getString(3)))
                .optional()
                .orElseThrow(() -> new NotFound("There is no act " + act + " in your collection."));
        String said = row.getKey().replace("\u0000", "");
        if (row.getKey().endsWith("\u0000"))
            throw new Taken("undone-already", "“" + said + "” is undone already.", null);
        List<Change> changes = json.readValue(row.getValue(), CHANGES);
        for (Change c : changes) {
            if (!essence(c.after).equals(essence(plain(read(me, new Row(c.table, c.id)))))) {
                throw new Taken(
                        "changed-since",
                        "“" + said
                                + "” cannot be undone: something in it has changed since. Undo the later change first.",
                        null);
            }
        }
        Set<Long> paints = new LinkedHashSet<>();
        // Places are unique: all are freed before any is taken again.
        changes.stream()
                .filter(c -> c.table.equals("swatch") && !c.after.isEmpty())
                .forEach(c -> db.sql(
                                "update swatch set keeper_id = null, position = null where id = ? and collector_id = ?")
                        .params(c.id, me.id())
                        .update());
        for (Change c : changes) if (!c.before.isEmpty()) put(me, c, paints);
        for (int i = changes.size() - 1; i >= 0; i--) {
            Change c = changes.get(i);
            if (c.before.isEmpty()) {
                paintOf(me, c.table, c.id, c.after).ifPresent(paints::add);
                db.sql("delete from " + c.table + " where id = ? and collector_id = ?")
                        .params(c.id, me.id())
                        .update();
            }
        }
        db.sql("update act set undone_at = ? where id = ? and collector_id = ?")
                .params(Utc.of(clock.instant()), act, me.id())
                .update();
        Set<Long> makers = changes.stream()
                .filter(c -> c.table.equals("maker"))
                .map(Change::id)
                .collect(Collectors.toSet());
        listeners.forEach(l -> l.restored(me, paints, makers));
        return latest(me, 200).stream().filter(s -> s.id() == act).findFirst().orElseThrow();
    }

    private void put(Collector me, Change c, Set<Long> paints) {
        Map<String, Object> values = new LinkedHashMap<>(c.before);
        // Newer than whatever a window may have read since.
        Object now = read(me, new Row(c.table, c.id)).get("version");
        values.computeIfPresent("version", (k, v) -> ((Number) (now == null ? v : now)).intValue() + 1);
        values.put("collector_id", me.id());
        String columns = String.join(", ", values.keySet());
        String marks = String.join(", ", values.keySet().stream().map(k -> "?").toList());
        String sets = String.join(
                ", ",
                values.keySet().stream().map(k -> k + " = values(" + k + ")").toList());
        db.sql("insert into " + c.table + " (" + columns + ") values (" + marks + ") on duplicate key update " + sets)
                .params(values.values().stream().map(Acts::back).toList())
                .update();
        paintOf(me, c.table, c.id, c.before).ifPresent(paints::add);
    }

    private Optional<Long> paintOf(Collector me, String table, long id, Map<String, Object> row) {
        if (table.equals("paint")) return Optional.of(id);
        if (row.get("paint_id") instanceof Number paint) return Optional.of(paint.longValue());
        if (row.containsKey("paint_id") || !row.containsKey("swatch_id")) return Optional.empty();
        return db.sql("select paint_id from swatch where id = ? and collector_id = ?")
                .params(row.get("swatch_id"), me.id())
                .query(Long.class)
                .optional();
    }

    private Map<String, Object> read(Collector me, Row row) {
        if (!TABLES.contains(row.table())) throw new IllegalArgumentException("No undo for " + row.table());
        return db
                .sql("select * from " + row.table() + " where id = ? and collector_id = ?")
                .params(row.id(), me.id())
                .query()
                .listOfRows()
                .stream()
                .findFirst()
                .map(Acts::texts)
                .orElse(Map.of());
    }

    /** Before bytes kept as text; no text of a collector may begin so. */
    private static final String BYTES = "\u0001bytes:";

    private static Object back(Object kept) {
        return kept instanceof String s && s.startsWith(BYTES)
                ? java.util.Base64.getDecoder().decode(s.substring(BYTES.length()))
                : kept;
    }

    /** Dates as text, which the database takes back as they are; bytes too, see {@link #back}. */
    private static Map<String, Object> texts(Map<String, Object> row) {
        Map<String, Object> out = new LinkedHashMap<>();
        row.forEach((k, v) -> out.put(
                k,
                v instanceof java.sql.Timestamp t
                        ? t.toLocalDateTime().toString().replace('T', ' ')
                        : v instanceof LocalDateTime t
                                ? t.toString().replace('T', ' ')
                                : v instanceof java.sql.Date
                                                || v instanceof LocalDate
                                                || v instanceof java.math.BigDecimal
                                        ? v.toString()
                                        : v instanceof byte[] b
                                                ? BYTES
                                                        + java.util.Base64.getEncoder()
                                                                .encodeToString(b)
                                                : v));
        return out;
    }

    /** Through JSON and back, so that both sides of a comparison have been the same way. */
    private Map<String, Object> plain(Map<String, Object> row) {
        return json.readValue(json.writeValueAsString(row), new TypeReference<>() {});
    }

    private static Map<String, Object> essence(Map<String, Object> row) {
        Map<String, Object> own = new LinkedHashMap<>(row);
        own.keySet().removeAll(DERIVED);
        // A row that was changed and put back is as it was.
        own.remove("version");
        if (row.containsKey("accession")) {
            own.remove("form");
            own.remove("volume");
        }
        own.replaceAll((k, v) -> v == null ? "" : v.toString());
        return own;
    }
}
