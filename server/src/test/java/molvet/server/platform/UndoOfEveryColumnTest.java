package molvet.server.platform;

import static org.assertj.core.api.Assertions.assertThat;

import java.sql.Connection;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Statement;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Stream;
import molvet.core.pigment.Lightfastness;
import molvet.server.Api;
import molvet.server.RunningMolvet;
import molvet.server.TestDatabase;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.DynamicTest;
import org.junit.jupiter.api.TestFactory;

/**
 * Every column of every table that acts keep is changed in an act and the act undone, and every row taken away with all that
 * goes with it and brought back: each time the whole collection is as it was. A table or column added later is covered.
 */
class UndoOfEveryColumnTest {
    /** What is newer after an undo, by intention. */
    private static final Set<String> NEWER = Set.of("version", "worked_out_at");

    private static Acts acts;
    private static Rows rows;
    private static Collector me;
    private static Connection db;
    private static final List<Map.Entry<String, Long>> ADDED = new ArrayList<>();

    @BeforeAll
    static void aRowInEveryTable() throws Exception {
        Api mine = Api.collector();
        EveryOperationTest.fill(mine, "Tern Grey");
        mine.painted("Plover", "R1 9");
        acts = RunningMolvet.context().getBean(Acts.class);
        rows = RunningMolvet.context().getBean(Rows.class);
        db = TestDatabase.get().connect();
        me = new Collector(
                Long.parseLong(one("select id from collector where email = '" + mine.email() + "'")), mine.email());
        // What nothing stands on, and so can be taken away.
        add("keeper", Map.of("kind", "WALL", "number", 9, "pages", 0, "cells", 4));
        long maker = add("maker", Map.of("name", "Nobody", "initials", "N"));
        long line = add("line", Map.of("maker_id", maker, "name", "Nothing", "grade", "ARTIST"));
        add("colour", Map.of("line_id", line, "name", "Noon", "status", "CURRENT"));
        long colour = add("colour", Map.of("line_id", line, "name", "Dusk", "status", "CURRENT"));
        add("edition", Map.of("colour_id", colour, "label", "new"));
        add("line", Map.of("maker_id", maker, "name", "Nothing more", "grade", "ARTIST"));
        add("maker", Map.of("name", "Nobody else", "initials", "NE"));
    }

    private static long add(String table, Map<String, ?> row) {
        long id = acts.quietly(me, () -> rows.add(me, table, row));
        ADDED.add(0, Map.entry(table, id));
        return id;
    }

    @AfterAll
    static void close() throws SQLException {
        ADDED.forEach(a -> acts.quietly(me, () -> rows.remove(me, a.getKey(), a.getValue())));
        db.close();
    }

    private static List<Table> tables() {
        return RunningMolvet.context().getBean(Rooms.class).all().stream()
                .flatMap(r -> r.tables().stream())
                .filter(Table::undoable)
                .toList();
    }

    private record Column(String name, String type, boolean nullable, boolean refers) {}

    private static List<Column> columns(Table table) throws SQLException {
        Schema schema = RunningMolvet.context().getBean(Schema.class);
        List<String> refer = schema.referencesOf(table.name()).stream()
                .map(Schema.Reference::column)
                .toList();
        List<Column> all = new ArrayList<>();
        try (Statement s = db.createStatement();
                ResultSet r =
                        s.executeQuery("select column_name, data_type, is_nullable from information_schema.columns"
                                + " where table_schema = database() and table_name = '" + table.name() + "'")) {
            while (r.next()) {
                String name = r.getString(1);
                if (Set.of("id", "collector_id", "version").contains(name)
                        || table.apart().contains(name)) continue;
                all.add(new Column(name, r.getString(2), r.getString(3).equals("YES"), refer.contains(name)));
            }
        }
        return all;
    }

    /** Another value of its kind: one that another row has, or else one made of it. */
    private static Object otherwise(Table table, Column c, String id) throws SQLException {
        String is = one("select `" + c.name + "` from " + table.name() + " where id = " + id);
        if (c.refers) return c.nullable && is != null ? null : is;
        if (c.name.equals("family")) return "RED";
        if (c.type.endsWith("char")
                && !Set.of("name", "title", "label", "written").contains(c.name)) {
            String other = one("select `" + c.name + "` from " + table.name() + " where collector_id = " + me.id()
                    + " and `" + c.name + "` <> '' and `" + c.name + "` is not null and not `" + c.name + "` <=> "
                    + (is == null ? "null" : "'" + is.replace("'", "''") + "'") + " limit 1");
            if (other != null) return other;
        }
        return switch (c.type) {
            case "int", "bigint", "decimal", "double" ->
                is == null ? 1 : Double.parseDouble(is) + (c.name.equals("left_percent") ? -1 : 1);
            case "tinyint" -> !"1".equals(is);
            case "date" -> "2019-03-04";
            case "datetime" -> "2019-03-04 05:06:07";
            case "varbinary" -> new byte[] {1, 2, 3};
            // Texts of this kind are JSON, in which a blank at the end changes nothing.
            case "text", "mediumtext" -> (is == null ? "[]" : is) + " ";
            default ->
                isVerdict(is)
                        ? is.equals("POOR") ? "FAIR" : "POOR"
                        : is == null ? "x" : is.length() > 2 ? is.substring(0, is.length() - 1) + "x" : is + "x";
        };
    }

    private static boolean isVerdict(String is) {
        return Arrays.stream(Lightfastness.values()).anyMatch(l -> l.name().equals(is));
    }

    @TestFactory
    Stream<DynamicTest> everyColumnComesBack() throws SQLException {
        List<DynamicTest> all = new ArrayList<>();
        for (Table table : tables()) {
            String id = one("select max(id) from " + table.name() + " where collector_id = " + me.id());
            assertThat(id).as("there is a row in " + table.name()).isNotNull();
            for (Column c : columns(table)) {
                all.add(DynamicTest.dynamicTest(table.name() + "." + c.name, () -> {
                    Map<String, Object> change = new LinkedHashMap<>();
                    change.put(c.name, otherwise(table, c, id));
                    String before = row(table, id);
                    acts.act(
                            me,
                            () -> "Changed " + c.name,
                            () -> rows.change(me, table.name(), Long.parseLong(id), change));
                    undoLast();
                    assertThat(row(table, id)).isEqualTo(before);
                }));
            }
        }
        return all.stream();
    }

    @TestFactory
    Stream<DynamicTest> everyRowComesBackWithAllThatWentWithIt() {
        return tables().stream()
                .map(t -> DynamicTest.dynamicTest(t.name(), () -> {
                    Set<String> before = everything();
                    String id = removable(t);
                    acts.act(me, () -> "Took away", () -> rows.remove(me, t.name(), Long.parseLong(id)));
                    assertThat(everything()).isNotEqualTo(before);
                    undoLast();
                    Set<String> after = everything();
                    assertThat(after).containsAll(before);
                    assertThat(before).containsAll(after);
                }));
    }

    /** A row that nothing holds; of paints one without a picture, which no act keeps. */
    private static String removable(Table table) throws SQLException {
        StringBuilder free = new StringBuilder();
        for (Schema.Reference r : RunningMolvet.context().getBean(Schema.class).referencesTo(table.name())) {
            if (r.rule() != Schema.Rule.RESTRICT && !r.table().equals("picture")) continue;
            free.append(" and not exists (select 1 from ")
                    .append(r.table())
                    .append(" x where x.")
                    .append(r.column());
            free.append(" = t.id)");
        }
        if (table.name().equals("paint")) {
            free.append(
                    " and not exists (select 1 from swatch s join picture q on q.swatch_id = s.id where s.paint_id = t.id)");
        }
        String id = one("select max(t.id) from " + table.name() + " t where t.collector_id = " + me.id() + free);
        assertThat(id)
                .as("a row of " + table.name() + " that can be taken away")
                .isNotNull();
        return id;
    }

    private static void undoLast() {
        acts.undo(me, acts.latest(me, 1, Optional.empty()).get(0).id());
    }

    private static String row(Table table, String id) throws SQLException {
        return String.join("\n", rowsOf(table.name(), "id = " + id));
    }

    /** Every row of the collector in every table that acts keep. */
    private static Set<String> everything() throws SQLException {
        Set<String> all = new LinkedHashSet<>();
        for (Table t : tables()) {
            rowsOf(t.name(), "collector_id = " + me.id()).forEach(r -> all.add(t.name() + " " + r));
        }
        return all;
    }

    private static List<String> rowsOf(String table, String where) throws SQLException {
        List<String> all = new ArrayList<>();
        try (Statement s = db.createStatement();
                ResultSet r = s.executeQuery("select * from " + table + " where " + where + " order by id")) {
            while (r.next()) {
                StringBuilder row = new StringBuilder();
                for (int i = 1; i <= r.getMetaData().getColumnCount(); i++) {
                    String name = r.getMetaData().getColumnName(i);
                    if (!NEWER.contains(name))
                        row.append(name).append('=').append(r.getString(i)).append("; ");
                }
                all.add(row.toString());
            }
        }
        return all;
    }

    private static String one(String sql) throws SQLException {
        try (Statement s = db.createStatement();
                ResultSet r = s.executeQuery(sql)) {
            return r.next() ? r.getString(1) : null;
        }
    }
}
