package molvet.server.platform;

import java.time.Clock;
import java.time.Instant;
import java.time.LocalDateTime;
import java.util.ArrayList;
import java.util.Collections;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Supplier;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import molvet.server.platform.Journals.Change;
import molvet.server.platform.Journals.Row;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.jdbc.support.GeneratedKeyHolder;
import org.springframework.jdbc.support.KeyHolder;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import tools.jackson.core.type.TypeReference;
import tools.jackson.databind.json.JsonMapper;

/**
 * One act, one transaction, one undo. Whatever {@link Rows} writes while an act is under way is kept as it was and as it
 * became, so that it can be taken back; what follows from it is worked out once, at the act’s end.
 *
 * <p>Undo is refused when one of the rows has changed since, or something stands on it that came later; see
 * docs/decisions/0004-undo.md.
 */
@Service
public class Acts {
    private static final int MOST_SAID = 300;
    private static final int THINGS_AT_ONCE = 1000;
    private static final TypeReference<List<Change>> CHANGES = new TypeReference<>() {};

    private final JdbcClient db;
    private final JsonMapper json;
    private final Clock clock;
    private final Schema schema;
    private final Journals journals;
    private final List<Consequence> consequences;
    private final List<Limit> limits;

    Acts(
            JdbcClient db,
            JsonMapper json,
            Clock clock,
            Schema schema,
            Journals journals,
            List<Consequence> consequences,
            List<Limit> limits) {
        this.limits = limits;
        this.db = db;
        this.json = json;
        this.clock = clock;
        this.schema = schema;
        this.journals = journals;
        this.consequences = consequences;
    }

    public record Said(long id, String said, Instant at, boolean undone) {}

    /**
     * Does work that writes rows, and remembers how to undo it. Within another act it is part of that one.
     *
     * @throws Taken if it made more of something than the collector may have
     * @param said one sentence for the collector, such as “Filed Tern Grey at R2·17”; asked for afterwards, when all is known
     */
    @Transactional
    public <T> T act(Collector me, Supplier<String> said, Supplier<T> work) {
        if (journals.isOpen()) return work.get();
        Journals.Done<T> done = journals.of(me, work);
        keepWithin(me, done.changes());
        Set<Long> paints = follow(me, done.changes());
        String words = said.get();
        KeyHolder act = new GeneratedKeyHolder();
        db.sql("insert into act (collector_id, said, at, changes) values (?, ?, ?, ?)")
                .params(
                        me.id(),
                        words.length() > MOST_SAID ? words.substring(0, MOST_SAID - 1) + "…" : words,
                        Utc.of(clock.instant()),
                        json.writeValueAsString(done.changes().stream()
                                .filter(c -> journals.table(c.table()).undoable())
                                .toList()))
                .update(act);
        keepAbout(me, act.getKey().longValue(), journals.about(done.changes(), paints));
        return done.result();
    }

    private void keepAbout(Collector me, long act, Set<Row> things) {
        List<Row> all = List.copyOf(things);
        for (int from = 0; from < all.size(); from += THINGS_AT_ONCE) {
            List<Row> some = all.subList(from, Math.min(all.size(), from + THINGS_AT_ONCE));
            db.sql("insert into act_about (collector_id, act_id, thing, thing_id) values "
                            + String.join(", ", Collections.nCopies(some.size(), "(?, ?, ?, ?)")))
                    .params(some.stream()
                            .flatMap(t -> Stream.<Object>of(me.id(), act, t.table(), t.id()))
                            .toList())
                    .update();
        }
    }

    /** @see #act(Collector, Supplier, Supplier) */
    @Transactional
    public void act(Collector me, Supplier<String> said, Runnable work) {
        act(me, said, () -> {
            work.run();
            return "";
        });
    }

    /** Does work that is no act by itself and cannot be undone: a draft kept while it is typed, a card ticked off. */
    @Transactional
    public <T> T quietly(Collector me, Supplier<T> work) {
        if (journals.isOpen()) return work.get();
        Journals.Done<T> done = journals.of(me, work);
        keepWithin(me, done.changes());
        follow(me, done.changes());
        return done.result();
    }

    /** @see #quietly(Collector, Supplier) */
    @Transactional
    public void quietly(Collector me, Runnable work) {
        quietly(me, () -> {
            work.run();
            return "";
        });
    }

    private void keepWithin(Collector me, List<Change> changes) {
        Set<String> grown = changes.stream()
                .filter(c -> c.before().isEmpty())
                .map(Change::table)
                .collect(Collectors.toSet());
        limits.stream().filter(l -> grown.contains(l.table())).forEach(l -> l.require(me));
    }

    private Set<Long> follow(Collector me, List<Change> changes) {
        Set<Long> paints = journals.touched(me, changes);
        if (!paints.isEmpty()) consequences.forEach(c -> c.follows(me, paints));
        return paints;
    }

    /**
     * Held until the transaction ends: acts of a collector that must not overtake each other wait here. It is a write, and
     * not a lock alone: a lock holds on one node of a cluster, and what two nodes write at once only one of them can save.
     */
    public void oneAtATime(Collector me) {
        db.sql("update collector set turn = turn + 1 where id = ?")
                .param(me.id())
                .update();
    }

    /** Another one after every act, in whatever order they end, and after every undoing of one. */
    public String stamp(Collector me) {
        return db.sql("""
                select concat(count(*), ' ', coalesce(max(id), 0), ' ', coalesce(max(undone_at), '')) from act
                where collector_id = ?
                """).param(me.id()).query(String.class).single();
    }

    /** The latest, of those before another where one is given. */
    public List<Said> latest(Collector me, int limit, Optional<Long> before) {
        return db.sql(SAID + " and id < ? order by id desc limit ?")
                .params(me.id(), before.orElse(Long.MAX_VALUE), limit)
                .query(Acts::said)
                .list();
    }

    /** The latest that were about one thing, of those before another act where one is given. @see Room#things() */
    public List<Said> about(Collector me, String thing, long id, int limit, Optional<Long> before) {
        return db.sql(SAID + """
                 and id in (select b.act_id from act_about b
                        where b.collector_id = ? and b.thing = ? and b.thing_id = ? and b.act_id < ?)
                order by id desc limit ?
                """)
                .params(me.id(), me.id(), thing, id, before.orElse(Long.MAX_VALUE), limit)
                .query(Acts::said)
                .list();
    }

    private static final String SAID = "select id, said, at, undone_at is not null from act where collector_id = ?";

    private static Said said(java.sql.ResultSet rs, int row) throws java.sql.SQLException {
        return new Said(
                rs.getLong(1), rs.getString(2), Utc.instant(rs.getObject(3, LocalDateTime.class)), rs.getBoolean(4));
    }

    private record Kept(String said, boolean undone, String changes) {}

    /**
     * Puts the rows of an act back as they were.
     *
     * @throws Taken if it is undone already, a row has changed since, or something that came later stands on one
     */
    @Transactional
    public Said undo(Collector me, long act) {
        Kept kept = db.sql("""
                select said, undone_at is not null undone, changes from act
                where id = ? and collector_id = ? for update
                """)
                .params(act, me.id())
                .query(Kept.class)
                .optional()
                .orElseThrow(() -> new NotFound("There is no act " + act + " in your collection."));
        if (kept.undone) {
            throw new Taken("undone-already", "“" + kept.said + "” is undone already.", null);
        }
        List<Change> changes = json.readValue(kept.changes, CHANGES);
        requireUnchanged(me, kept.said, changes);
        putBack(me, changes);
        db.sql("update act set undone_at = ? where id = ? and collector_id = ?")
                .params(Utc.of(clock.instant()), act, me.id())
                .update();
        follow(me, changes);
        return db.sql(SAID + " and id = ?")
                .params(me.id(), act)
                .query(Acts::said)
                .single();
    }

    private void requireUnchanged(Collector me, String said, List<Change> changes) {
        Set<Row> rows = changes.stream()
                .map(c -> new Row(c.table(), c.id()))
                .collect(Collectors.toCollection(LinkedHashSet::new));
        Map<Row, Map<String, Object>> now = journals.read(me, rows);
        for (Change c : changes) {
            Map<String, Object> is = new LinkedHashMap<>(now.getOrDefault(new Row(c.table(), c.id()), Map.of()));
            // A column that came to the table later has nothing to be compared with.
            if (!c.after().isEmpty()) is.keySet().retainAll(c.after().keySet());
            boolean same = essence(c.table(), c.after()).equals(essence(c.table(), plain(is)));
            if (!same || c.before().isEmpty() && hasMoreOnIt(me, c, rows)) {
                throw new Taken(
                        "changed-since",
                        "“" + said
                                + "” cannot be undone: something in it has changed since. Undo the later change first.",
                        null);
            }
        }
    }

    /** Whether rows that came later would go with a row the act made. */
    private boolean hasMoreOnIt(Collector me, Change made, Set<Row> rows) {
        return schema.referencesTo(made.table()).stream()
                .filter(r -> r.rule() != Schema.Rule.SET_NULL && schema.hasRows(r.table()))
                .filter(r -> journals.table(r.table()).undoable())
                .anyMatch(r -> journals.referring(me, r, made.id()).stream()
                        .anyMatch(id -> !rows.contains(new Row(r.table(), id))));
    }

    /**
     * In an order in which every row finds what it refers to and no place is taken twice: what is there lets go of all it
     * refers to, what was made is taken away, what was taken away comes back parents first, and then all is as it was.
     */
    private void putBack(Collector me, List<Change> changes) {
        changes.stream().filter(c -> !c.after().isEmpty()).forEach(c -> letGo(me, c));
        List<Change> made = changes.stream().filter(c -> c.before().isEmpty()).toList();
        List<String> childrenFirst = new ArrayList<>(
                schema.parentsFirst(made.stream().map(Change::table).collect(Collectors.toSet())));
        Collections.reverse(childrenFirst);
        for (String table : childrenFirst) {
            made.stream()
                    .filter(c -> c.table().equals(table))
                    .forEach(c -> db.sql("delete from " + table + " where id = ? and collector_id = ?")
                            .params(c.id(), me.id())
                            .update());
        }
        List<Change> gone = changes.stream()
                .filter(c -> !c.before().isEmpty() && c.after().isEmpty())
                .toList();
        List<String> order =
                schema.parentsFirst(gone.stream().map(Change::table).collect(Collectors.toSet()));
        for (String table : order) {
            gone.stream().filter(c -> c.table().equals(table)).forEach(c -> {
                Map<String, Object> row = new LinkedHashMap<>(c.before());
                loose(table).forEach(row::remove);
                write(me, c, row);
            });
        }
        Map<Row, Map<String, Object>> now = journals.read(
                me, changes.stream().map(c -> new Row(c.table(), c.id())).toList());
        for (Change c : changes) {
            if (c.before().isEmpty()) continue;
            Map<String, Object> row = new LinkedHashMap<>(c.before());
            // Newer than whatever a window may have read since.
            Object version =
                    now.getOrDefault(new Row(c.table(), c.id()), Map.of()).get("version");
            if (version instanceof Number n) row.put("version", n.intValue() + 1);
            write(me, c, row);
        }
    }

    /** Columns that may be empty and refer to another row. */
    private List<String> loose(String table) {
        return schema.referencesOf(table).stream()
                .filter(Schema.Reference::nullable)
                .map(Schema.Reference::column)
                .toList();
    }

    private void letGo(Collector me, Change c) {
        List<String> sets = loose(c.table()).stream()
                .map(column -> "`" + column + "` = null")
                .toList();
        if (sets.isEmpty()) return;
        db.sql("update " + c.table() + " set " + String.join(", ", sets) + " where id = ? and collector_id = ?")
                .params(c.id(), me.id())
                .update();
    }

    private void write(Collector me, Change c, Map<String, Object> row) {
        Map<String, Object> values = new HashMap<>();
        List<String> columns = new ArrayList<>();
        Set<String> known = schema.columns(c.table());
        // Kept before a column went: there is nowhere to put it any more.
        row.forEach((column, value) -> {
            if (!known.contains(column)) return;
            columns.add(column);
            values.put(column, RowTexts.back(value));
        });
        values.put("collector_id", me.id());
        db.sql("insert into " + c.table() + " (`" + String.join("`, `", columns) + "`) values ("
                        + columns.stream().map(k -> ":" + k).collect(Collectors.joining(", "))
                        + ") on duplicate key update "
                        + columns.stream()
                                .map(k -> "`" + k + "` = values(`" + k + "`)")
                                .collect(Collectors.joining(", ")))
                .params(values)
                .update();
    }

    /** Through JSON and back, so that both sides of a comparison have been the same way. */
    private Map<String, Object> plain(Map<String, Object> row) {
        return json.readValue(json.writeValueAsString(row), new TypeReference<>() {});
    }

    /** What makes a row what it is; one that was changed and put back is as it was. */
    private Map<String, Object> essence(String table, Map<String, Object> row) {
        Map<String, Object> own = new LinkedHashMap<>(row);
        own.keySet().removeAll(journals.table(table).apart());
        own.remove("version");
        own.values().removeIf(v -> v == null);
        own.replaceAll((k, v) -> v.toString());
        return own;
    }
}
