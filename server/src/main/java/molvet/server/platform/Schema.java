package molvet.server.platform;

import java.util.ArrayList;
import java.util.Collection;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.springframework.jdbc.core.RowCallbackHandler;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;

/** The tables as the database knows them, read once: their columns, and which of them refer to which. */
@Component
public class Schema {
    private final JdbcClient db;
    private volatile Known read;

    Schema(JdbcClient db) {
        this.db = db;
    }

    /** A column that refers to the {@code id} of a table. @param rule what happens to the row when that one goes */
    public record Reference(String table, String column, String to, Rule rule, boolean nullable) {}

    public enum Rule {
        CASCADE,
        SET_NULL,
        RESTRICT
    }

    /** @param columns with whether each may be null */
    private record Known(
            Map<String, Map<String, Boolean>> columns,
            List<Reference> references,
            Map<String, Map<String, Set<String>>> unique,
            Map<String, Set<String>> bytes) {}

    private Known known() {
        Known known = read;
        if (known != null) return known;
        Map<String, Map<String, Boolean>> columns = new HashMap<>();
        db.sql("""
                select table_name, column_name, is_nullable = 'YES' from information_schema.columns
                where table_schema = database() order by table_name, ordinal_position
                """)
                .query((RowCallbackHandler) rs -> columns.computeIfAbsent(rs.getString(1), t -> new LinkedHashMap<>())
                        .put(rs.getString(2), rs.getBoolean(3)));
        List<Reference> references = new ArrayList<>();
        db.sql("""
                select k.table_name, k.column_name, k.referenced_table_name, r.delete_rule
                from information_schema.key_column_usage k
                join information_schema.referential_constraints r
                    on r.constraint_schema = k.constraint_schema and r.constraint_name = k.constraint_name
                    and r.table_name = k.table_name
                where k.table_schema = database() and k.referenced_column_name = 'id'
                order by k.table_name, k.column_name
                """).query((RowCallbackHandler) rs -> references.add(new Reference(
                rs.getString(1),
                rs.getString(2),
                rs.getString(3),
                switch (rs.getString(4)) {
                    case "CASCADE" -> Rule.CASCADE;
                    case "SET NULL" -> Rule.SET_NULL;
                    default -> Rule.RESTRICT;
                },
                columns.get(rs.getString(1)).get(rs.getString(2)))));
        Map<String, Map<String, Set<String>>> unique = new HashMap<>();
        db.sql("""
                select table_name, index_name, column_name from information_schema.statistics
                where table_schema = database() and non_unique = 0 and index_name <> 'PRIMARY'
                """).query((RowCallbackHandler) rs -> unique.computeIfAbsent(rs.getString(1), t -> new HashMap<>())
                .computeIfAbsent(rs.getString(2), i -> new LinkedHashSet<>())
                .add(rs.getString(3)));
        Map<String, Set<String>> bytes = new HashMap<>();
        db.sql("""
                select table_name, column_name from information_schema.columns
                where table_schema = database() and data_type in ('longblob', 'mediumblob', 'blob')
                order by table_name, ordinal_position
                """).query((RowCallbackHandler) rs -> bytes.computeIfAbsent(rs.getString(1), t -> new LinkedHashSet<>())
                .add(rs.getString(2)));
        read = new Known(columns, references, unique, bytes);
        return read;
    }

    /** @throws IllegalArgumentException if there is no such table */
    public Set<String> columns(String table) {
        Map<String, Boolean> columns = known().columns.get(table);
        if (columns == null) throw new IllegalArgumentException("There is no table " + table + ".");
        return columns.keySet();
    }

    /** Columns that hold a file. */
    public Set<String> files(String table) {
        return known().bytes.getOrDefault(table, Set.of());
    }

    /** Whether a column may be empty. */
    public boolean isNullable(String table, String column) {
        return known().columns.get(table).get(column);
    }

    public Set<String> tables() {
        return known().columns.keySet();
    }

    /** Tables whose rows belong to a collector. */
    public Set<String> owned() {
        Set<String> owned = new LinkedHashSet<>();
        known().columns.forEach((table, columns) -> {
            if (columns.containsKey("collector_id")) owned.add(table);
        });
        return owned;
    }

    /** Whether single rows of a collector can be pointed at by a number. */
    public boolean hasRows(String table) {
        return known().columns.getOrDefault(table, Map.of()).keySet().containsAll(Set.of("id", "collector_id"));
    }

    /** Sets of columns whose values no two rows share, beside the row’s own number. */
    public Collection<Set<String>> unique(String table) {
        return known().unique.getOrDefault(table, Map.of()).values();
    }

    /** Columns that refer to a table. */
    public List<Reference> referencesTo(String table) {
        return known().references.stream().filter(r -> r.to.equals(table)).toList();
    }

    /** Columns by which a table refers to others. */
    public List<Reference> referencesOf(String table) {
        return known().references.stream().filter(r -> r.table.equals(table)).toList();
    }

    /** So that every table stands behind those without which its rows cannot be. */
    public List<String> parentsFirst(Set<String> tables) {
        Set<String> done = new LinkedHashSet<>();
        tables.forEach(t -> visit(t, tables, done, new LinkedHashSet<>()));
        return List.copyOf(done);
    }

    private void visit(String table, Set<String> tables, Set<String> done, Set<String> under) {
        if (done.contains(table) || !under.add(table)) return;
        for (Reference r : referencesOf(table)) {
            // One that may be empty, or is emptied by itself, holds nothing up; so they make no circles.
            boolean holds = r.rule == Rule.RESTRICT || !r.nullable;
            if (holds && tables.contains(r.to) && !r.to.equals(table)) visit(r.to, tables, done, under);
        }
        done.add(table);
    }
}
