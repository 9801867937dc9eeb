package molvet.server.platform;

import java.util.ArrayList;
import java.util.Collection;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.function.Supplier;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;

/** What the act under way on this thread does to rows: each as it was before it was first touched, and as it becomes. */
@Component
class Journals {
    private static final ThreadLocal<@Nullable Journal> OPEN = new ThreadLocal<>();
    private static final Pattern OWN_COLUMN = Pattern.compile("select :(\\w+)");
    private final JdbcClient db;
    private final Schema schema;
    private final Rooms rooms;

    Journals(JdbcClient db, Schema schema, Rooms rooms) {
        this.db = db;
        this.schema = schema;
        this.rooms = rooms;
    }

    /** One row of one table. */
    record Row(String table, long id) {}

    /** A row as it was and as it became; empty where it was not there. Dates and bytes are texts. */
    record Change(String table, long id, Map<String, Object> before, Map<String, Object> after) {}

    private record Journal(Collector me, Map<Row, Map<String, Object>> before) {}

    boolean isOpen() {
        return OPEN.get() != null;
    }

    /** What work did, and what came of it. */
    record Done<T>(T result, List<Change> changes) {}

    <T> Done<T> of(Collector me, Supplier<T> work) {
        Journal journal = new Journal(me, new LinkedHashMap<>());
        OPEN.set(journal);
        try {
            T result = work.get();
            Map<Row, Map<String, Object>> after = read(me, journal.before.keySet());
            List<Change> changes = new ArrayList<>();
            journal.before.forEach(
                    (row, was) -> changes.add(new Change(row.table, row.id, was, after.getOrDefault(row, Map.of()))));
            return new Done<>(result, changes);
        } finally {
            OPEN.remove();
        }
    }

    void made(Collector me, String table, long id) {
        note(me, new Row(table, id), Map.of());
    }

    void changing(Collector me, String table, long id) {
        note(me, new Row(table, id), null);
    }

    /** Notes the row and all that goes with it or is emptied when it goes. */
    void removing(Collector me, String table, long id) {
        changing(me, table, id);
        for (Schema.Reference r : schema.referencesTo(table)) {
            if (r.rule() == Schema.Rule.RESTRICT || !schema.hasRows(r.table())) continue;
            for (long of : referring(me, r, id)) {
                if (r.rule() == Schema.Rule.CASCADE) removing(me, r.table(), of);
                else changing(me, r.table(), of);
            }
        }
    }

    /** Rows that refer to one. */
    List<Long> referring(Collector me, Schema.Reference r, long id) {
        return db.sql("select id from " + r.table() + " where `" + r.column()
                        + "` = ? and collector_id = ? order by id")
                .params(id, me.id())
                .query(Long.class)
                .list();
    }

    private void note(Collector me, Row row, @Nullable Map<String, Object> before) {
        Table table = table(row.table);
        if (!table.undoable() && rooms.facts(row.table).isEmpty()) return;
        Journal journal = OPEN.get();
        if (journal == null) throw new IllegalStateException("A row of " + row.table + " is written outside an act.");
        if (journal.me.id() != me.id()) throw new IllegalStateException("An act touches rows of another collector.");
        if (journal.before.containsKey(row)) return;
        journal.before.put(row, before != null ? before : read(me, Set.of(row)).getOrDefault(row, Map.of()));
    }

    Table table(String name) {
        return rooms.table(name).orElseThrow(() -> new IllegalArgumentException("No room answers for " + name + "."));
    }

    /** Rows as they are now; those that are not there are left out. */
    Map<Row, Map<String, Object>> read(Collector me, Collection<Row> rows) {
        Map<String, List<Long>> byTable = new LinkedHashMap<>();
        rows.forEach(r -> byTable.computeIfAbsent(table(r.table).name(), t -> new ArrayList<>())
                .add(r.id));
        Map<Row, Map<String, Object>> all = new LinkedHashMap<>();
        byTable.forEach((table, ids) -> {
            for (List<Long> part : Parts.of(ids)) {
                db.sql("select * from " + table + " where collector_id = :me and id in (:ids)")
                        .param("me", me.id())
                        .param("ids", part)
                        .query()
                        .listOfRows()
                        .forEach(r -> all.put(new Row(table, ((Number) r.get("id")).longValue()), RowTexts.of(r)));
            }
        });
        return all;
    }

    /** The paints whose facts the rows have a say in, before and after. */
    Set<Long> touched(Collector me, List<Change> changes) {
        Set<Long> paints = new LinkedHashSet<>();
        for (Change c : changes) {
            for (String sql : rooms.facts(c.table)) {
                for (Map<String, Object> row : List.of(c.before, c.after)) {
                    if (!row.isEmpty()) paints.addAll(paints(me, sql, row));
                }
            }
        }
        return paints;
    }

    /** What has a page of its own and was touched: rows that are such, what rows refer to, and the paints. */
    Set<Row> about(List<Change> changes, Set<Long> paints) {
        Set<String> things = rooms.things();
        Set<Row> about = new LinkedHashSet<>();
        paints.forEach(p -> about.add(new Row("paint", p)));
        for (Change c : changes) {
            if (things.contains(c.table)) about.add(new Row(c.table, c.id));
            for (Schema.Reference r : schema.referencesOf(c.table)) {
                if (!things.contains(r.to())) continue;
                for (Map<String, Object> row : List.of(c.before, c.after)) {
                    if (row.get(r.column()) instanceof Number id) about.add(new Row(r.to(), id.longValue()));
                }
            }
        }
        return about;
    }

    private List<Long> paints(Collector me, String sql, Map<String, Object> row) {
        Matcher own = OWN_COLUMN.matcher(sql);
        // What stands in the row itself need not be asked for.
        if (own.matches()) return row.get(own.group(1)) instanceof Number n ? List.of(n.longValue()) : List.of();
        Map<String, Object> params = new LinkedHashMap<>(row);
        params.put("me", me.id());
        return db.sql(sql).params(params).query(Long.class).list();
    }
}
