package molvet.server.platform;

import java.lang.reflect.InvocationTargetException;
import java.lang.reflect.RecordComponent;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import java.util.function.Supplier;
import java.util.stream.Collectors;
import molvet.core.measure.Refusal;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.jdbc.support.GeneratedKeyHolder;
import org.springframework.stereotype.Component;

/**
 * Writes rows: a record is its row, component by component, as {@code massTone.l} never but {@code massL} is {@code
 * mass_l}; or a map of some columns by their names. Components that are no columns are passed over, names of a map that are
 * none are refused.
 *
 * <p>Every row is the collector’s. A table that acts keep is written within an act only, see {@link Acts}: there the row is
 * noted as it was and as it becomes, so that the act can be undone, and the paints it has a say in get their facts anew.
 */
@Component
public class Rows {
    private static final Map<Class<?>, RecordComponent[]> COMPONENTS = new ConcurrentHashMap<>();

    private final JdbcClient db;
    private final Schema schema;
    private final Journals journals;

    Rows(JdbcClient db, Schema schema, Journals journals) {
        this.db = db;
        this.schema = schema;
        this.journals = journals;
    }

    /** @return the number of the new row */
    public long add(Collector me, String table, Object row) {
        Map<String, Object> values = values(table, row);
        values.remove("id");
        values.remove("version");
        // What is left empty takes the column’s own default.
        values.values().removeIf(v -> v == null);
        values.put("collector_id", me.id());
        GeneratedKeyHolder key = new GeneratedKeyHolder();
        db.sql("insert into " + table + " (" + String.join(", ", quoted(values.keySet())) + ") values ("
                        + values.keySet().stream().map(c -> ":" + c).collect(Collectors.joining(", ")) + ")")
                .params(values)
                .update(key, "id");
        long id = key.getKey().longValue();
        journals.made(me, table, id);
        return id;
    }

    /** Changes a row whatever its version. A row that is gone is passed over. */
    public void change(Collector me, String table, long id, Object row) {
        update(me, table, id, row, null);
    }

    /**
     * Changes a row that was read before.
     *
     * @param version the one that was read
     * @param current what is there now, for whoever was too late
     * @throws Stale if it was changed since
     */
    public void change(
            Collector me, String table, long id, Object row, @Nullable Integer version, Supplier<?> current) {
        if (version == null) throw Refusal.of("version", "The version is missing.", "Send the version you read.");
        if (!update(me, table, id, row, version)) {
            throw new Stale(
                    "It was changed in another window since you opened it. Nothing was overwritten; choose which words"
                            + " stay.",
                    current.get());
        }
    }

    private boolean update(Collector me, String table, long id, Object row, @Nullable Integer version) {
        Map<String, Object> values = values(table, row);
        List.of("id", "collector_id", "version").forEach(values::remove);
        journals.changing(me, table, id);
        List<String> sets = new ArrayList<>();
        values.keySet().forEach(c -> sets.add("`" + c + "` = :" + c));
        if (schema.columns(table).contains("version")) sets.add("version = version + 1");
        values.put("row_id", id);
        values.put("row_me", me.id());
        values.put("row_version", version);
        return db.sql("update " + table + " set " + String.join(", ", sets)
                                + " where id = :row_id and collector_id = :row_me"
                                + (version == null ? "" : " and version = :row_version"))
                        .params(values)
                        .update()
                == 1;
    }

    /** Keeps beside a row what follows from others: no part of the act, and no change of the row itself. */
    public void derive(Collector me, String table, long id, Object row) {
        Map<String, Object> values = values(table, row);
        List.of("id", "collector_id", "version").forEach(values::remove);
        String sets = values.keySet().stream().map(c -> "`" + c + "` = :" + c).collect(Collectors.joining(", "));
        values.put("row_id", id);
        values.put("row_me", me.id());
        db.sql("update " + table + " set " + sets + " where id = :row_id and collector_id = :row_me")
                .params(values)
                .update();
    }

    /** Takes a row away, and with it all rows that cannot be without it. */
    public void remove(Collector me, String table, long id) {
        journals.removing(me, table, id);
        db.sql("delete from " + table + " where id = ? and collector_id = ?")
                .params(id, me.id())
                .update();
    }

    /** The one row that has these values, changed or made. @return its number */
    public long put(Collector me, String table, Map<String, ?> key, Map<String, ?> values) {
        List<Long> there = ids(me, table, key);
        if (!there.isEmpty()) {
            change(me, table, there.get(0), values);
            return there.get(0);
        }
        Map<String, Object> all = new LinkedHashMap<>(key);
        all.putAll(values);
        return add(me, table, all);
    }

    /** The numbers of the rows that have these values, in order. */
    public List<Long> ids(Collector me, String table, Map<String, ?> values) {
        Map<String, Object> params = values(table, values);
        String where =
                params.keySet().stream().map(c -> " and `" + c + "` = :" + c).collect(Collectors.joining());
        params.put("me", me.id());
        return db.sql("select id from " + table + " where collector_id = :me" + where + " order by id")
                .params(params)
                .query(Long.class)
                .list();
    }

    /** Whether a row of a table that acts keep refers to this one, tables in {@code but} aside. */
    public boolean isReferredTo(Collector me, String table, long id, Set<String> but) {
        return schema.referencesTo(table).stream()
                .filter(r -> schema.hasRows(r.table()) && !but.contains(r.table()))
                .filter(r -> journals.table(r.table()).undoable())
                .anyMatch(r -> !ids(me, r.table(), Map.of(r.column(), id)).isEmpty());
    }

    /**
     * Two rows turn out to be one: whatever refers to the first refers to the other from now on. Where the other has such a
     * row already and can have one only, the first’s stays behind.
     */
    public void merge(Collector me, String table, long from, long into) {
        for (Schema.Reference r : schema.referencesTo(table)) {
            if (!schema.hasRows(r.table())) continue;
            for (long id : ids(me, r.table(), Map.of(r.column(), from))) {
                if (!isTaken(me, r, id, into)) change(me, r.table(), id, Map.of(r.column(), into));
            }
        }
    }

    private boolean isTaken(Collector me, Schema.Reference r, long id, long into) {
        return schema.unique(r.table()).stream()
                .filter(key -> key.contains(r.column()))
                .anyMatch(key -> {
                    String same = key.stream()
                            .filter(c -> !c.equals(r.column()))
                            .map(c -> " and o.`" + c + "` = t.`" + c + "`")
                            .collect(Collectors.joining());
                    return db.sql("select count(*) from " + r.table() + " t join " + r.table() + " o on o.`"
                                            + r.column() + "` = ?" + same + " where t.id = ? and t.collector_id = ?")
                                    .params(into, id, me.id())
                                    .query(Integer.class)
                                    .single()
                            > 0;
                });
    }

    /** Columns by name. @throws IllegalArgumentException if a map names one there is not */
    private Map<String, Object> values(String table, Object row) {
        Set<String> columns = schema.columns(table);
        Map<String, Object> values = new LinkedHashMap<>();
        if (row instanceof Map<?, ?> map) {
            map.forEach((name, value) -> {
                if (!columns.contains((String) name)) {
                    throw new IllegalArgumentException(table + " has no column " + name + ".");
                }
                values.put((String) name, kept(value));
            });
            return values;
        }
        for (RecordComponent c : COMPONENTS.computeIfAbsent(row.getClass(), Class::getRecordComponents)) {
            String name = column(c.getName());
            if (columns.contains(name)) values.put(name, kept(value(c, row)));
        }
        return values;
    }

    private static @Nullable Object value(RecordComponent c, Object row) {
        try {
            c.getAccessor().setAccessible(true);
            return c.getAccessor().invoke(row);
        } catch (IllegalAccessException | InvocationTargetException e) {
            throw new IllegalStateException(e);
        }
    }

    private static @Nullable Object kept(@Nullable Object value) {
        if (value instanceof Enum<?> e) return e.name();
        if (value instanceof java.time.Instant at) return Utc.of(at);
        return value instanceof java.util.Optional<?> o ? kept(o.orElse(null)) : value;
    }

    /** {@code leftPercent} is {@code left_percent}. */
    private static String column(String component) {
        StringBuilder name = new StringBuilder();
        for (char c : component.toCharArray()) {
            if (Character.isUpperCase(c)) name.append('_');
            name.append(Character.toLowerCase(c));
        }
        return name.toString();
    }

    private static List<String> quoted(Set<String> columns) {
        return columns.stream().map(c -> "`" + c + "`").toList();
    }
}
