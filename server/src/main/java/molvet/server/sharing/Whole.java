package molvet.server.sharing;

import java.io.IOException;
import java.nio.file.Path;
import java.time.DateTimeException;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.NoSuchElementException;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import molvet.core.measure.Refusal;
import molvet.server.platform.Acts;
import molvet.server.platform.Collector;
import molvet.server.platform.Room;
import molvet.server.platform.Rooms;
import molvet.server.platform.Rows;
import molvet.server.platform.Schema;
import molvet.server.platform.Sealed;
import molvet.server.platform.Table;
import org.jspecify.annotations.Nullable;
import org.springframework.dao.NonTransientDataAccessException;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import tools.jackson.core.JacksonException;
import tools.jackson.databind.json.JsonMapper;

/**
 * The whole collection on its way out and in: every row of every table that travels, by what the rooms say of their tables.
 *
 * <p>A row that is here already, or is the same by what its room says, stays as it is; all others are made, with whatever they
 * refer to. So an empty collection becomes equal, and a filled one gets what it lacks. What came in is read back by every room
 * before it is kept.
 */
@Service
class Whole {
    private static final long MOST_FILES = 400_000_000;
    private static final Set<String> PICTURES =
            Set.of("image/jpeg", "image/png", "image/tiff", "image/webp", "application/pdf");

    private final WholeStore store;
    private final Schema schema;
    private final Rooms rooms;
    private final Rows rows;
    private final Acts acts;
    private final Sealed sealed;
    private final BringingIn bringing;
    private final JsonMapper json;

    Whole(
            WholeStore store,
            Schema schema,
            Rooms rooms,
            Rows rows,
            Acts acts,
            Sealed sealed,
            BringingIn bringing,
            JsonMapper json) {
        this.store = store;
        this.schema = schema;
        this.rooms = rooms;
        this.rows = rows;
        this.acts = acts;
        this.sealed = sealed;
        this.bringing = bringing;
        this.json = json;
    }

    // ---- out --------------------------------------------------------------------------------------------------------

    /** All rows of one table: each holds a value for each column, null where it is empty; files by their names in the archive. */
    record WholeTable(String table, List<String> columns, List<List<Object>> rows) {}

    List<WholeTable> out(Collector me) {
        List<WholeTable> all = new ArrayList<>();
        for (Table table : rooms.travelling(schema)) {
            List<String> columns = store.columns(table);
            List<List<Object>> out = new ArrayList<>();
            for (Map<String, Object> row : store.rows(me, table)) {
                if (row.values().stream().anyMatch(v -> v instanceof String s && sealed.isSealed(s))) continue;
                List<Object> values = new ArrayList<>();
                for (String c : columns) {
                    values.add(schema.files(table.name()).contains(c) ? fileName(table, row, c) : row.get(c));
                }
                out.add(values);
            }
            all.add(new WholeTable(table.name(), columns, out));
        }
        return all;
    }

    Stream<Room.ExportedFile> files(Collector me) {
        return rooms.travelling(schema).stream()
                .filter(t -> !schema.files(t.name()).isEmpty())
                .flatMap(t -> store.rows(me, t).stream()
                        .flatMap(row -> schema.files(t.name()).stream()
                                .map(c -> new Room.ExportedFile(
                                        fileName(t, row, c),
                                        () -> store.file(me, t.name(), c, number(row))
                                                .orElseGet(() -> new byte[0])))));
    }

    private static String fileName(Table table, Map<String, Object> row, String column) {
        String type = row.get("media_type") instanceof String t && column.equals("bytes") ? t : "";
        return table.name() + "s/" + row.get("id")
                + (type.isEmpty() ? "-" + column : "." + type.substring(type.indexOf('/') + 1));
    }

    // ---- in ---------------------------------------------------------------------------------------------------------

    /** A row of the file. {@code here} is the row it is, or becomes; null until it is made. */
    static final class Coming {
        final Table table;
        final long there;
        final Map<String, Object> row;

        @Nullable
        Long here;

        private boolean made;

        private Coming(Table table, long there, Map<String, Object> row) {
            this.table = table;
            this.there = there;
            this.row = row;
        }

        /** Whether it was not here before. */
        boolean isMade() {
            return made;
        }
    }

    /** @param rows by table, those without which others cannot be first */
    record Plan(WholeFile file, Map<String, Map<Long, Coming>> rows, List<String> notes) {
        List<Coming> of(String table) {
            return List.copyOf(rows.getOrDefault(table, Map.of()).values());
        }

        boolean isNew() {
            return rows.values().stream().flatMap(t -> t.values().stream()).anyMatch(c -> c.here == null);
        }
    }

    Optional<WholeFile> file(Path file) throws IOException {
        return WholeFile.of(file, json);
    }

    /** What each row becomes; nothing is written. */
    @Transactional(readOnly = true)
    public Plan plan(Collector me, WholeFile file) {
        List<Table> tables = rooms.travelling(schema);
        Plan plan = new Plan(file, new LinkedHashMap<>(), new ArrayList<>());
        Map<String, Integer> left = new TreeMap<>();
        Map<String, Integer> unpictured = new TreeMap<>();
        List<String> loosened = new ArrayList<>();
        for (Table table : tables) {
            Map<Long, Coming> known = new LinkedHashMap<>();
            plan.rows.put(table.name(), known);
            Set<String> columns = new HashSet<>(store.columns(table));
            List<Map<String, Object>> all = file.rows(table.name());
            for (int i = 0; i < all.size(); i++) {
                Map<String, Object> row = new LinkedHashMap<>(all.get(i));
                row.keySet().retainAll(columns);
                if (!(row.remove("id") instanceof Long there)) throw WholeFile.damaged(table.name(), i);
                if (schema.files(table.name()).stream().anyMatch(f -> !file.hasFile(row.get(f)))) {
                    unpictured.merge(table.name(), 1, Integer::sum);
                    continue;
                }
                if (!refer(table, row, plan.rows)) {
                    left.merge(table.name(), 1, Integer::sum);
                    continue;
                }
                check(table, row, i);
                if (known.put(there, new Coming(table, there, row)) != null) {
                    throw WholeFile.damaged(table.name(), i);
                }
            }
            List<Map<String, Object>> here = store.rows(me, table);
            recognise(table, List.copyOf(known.values()), here);
            number(me, table, List.copyOf(known.values()), here, plan.notes);
            loosened.addAll(loosen(table, List.copyOf(known.values()), here));
        }
        if (plan.of("chart").stream().anyMatch(c -> c.here == null)) {
            plan.notes.add(
                    "Sheets printed before carry codes of the Molvet they come from: choose their chart by hand when you"
                            + " read them here.");
        }
        List<String> other = file.beside(tables.stream().map(Table::name).toList());
        if (!other.isEmpty()) plan.notes.add("Not known here, and left in the file: " + String.join(", ", other) + ".");
        if (!unpictured.isEmpty()) {
            plan.notes.add("The pictures are not in this file: " + counted(unpictured)
                    + " stay behind, and what was measured comes in. Take the .zip to bring all.");
        }
        if (!left.isEmpty()) {
            plan.notes.add("Left in the file, for what they belong to is not in it: " + counted(left) + ".");
        }
        if (!loosened.isEmpty()) plan.notes.add(loosened.size() + " come in without a place, since it is taken here.");
        return plan;
    }

    /** @throws Refusal naming the row, if a word stands in it that Molvet does not know */
    private static void check(Table table, Map<String, Object> row, int i) {
        Map<String, Set<String>> words = new HashMap<>(table.travel().words());
        if (row.containsKey("media_type")) words.put("media_type", PICTURES);
        words.forEach((column, known) -> {
            Object word = row.get(column);
            if (word == null || word.equals("") || known.contains(word)) return;
            String said = word.toString();
            throw Refusal.of(
                    "file",
                    "Row " + (i + 1) + " of “" + table.name() + "” says “"
                            + said.substring(0, Math.min(40, said.length())) + "” for “" + column
                            + "”, which Molvet has no word for.",
                    "Export it again where it came from. Nothing was brought in.");
        });
    }

    /** Puts for each reference the row it is in the file; those that are not there are emptied. @return whether it can be */
    private boolean refer(Table table, Map<String, Object> row, Map<String, Map<Long, Coming>> byThere) {
        for (Schema.Reference r : schema.referencesOf(table.name())) {
            if (!(row.get(r.column()) instanceof Long there)) continue;
            Map<Long, Coming> to = byThere.get(r.to());
            if (to == null) {
                // Its table comes later, or the row is one of this table: looked for when all are there.
                continue;
            }
            Coming other = to.get(there);
            if (other == null && r.nullable() && !r.to().equals(table.name())) row.put(r.column(), null);
            else if (other != null) row.put(r.column(), other);
            else if (!r.nullable()) return false;
        }
        return true;
    }

    /** Rows that are here: equal ones first, then those that are the same by their room’s word. */
    private void recognise(Table table, List<Coming> coming, List<Map<String, Object>> here) {
        Set<String> exact = new HashSet<>(store.columns(table));
        exact.remove("id");
        exact.removeAll(table.apart());
        exact.removeAll(schema.files(table.name()));
        schema.referencesOf(table.name()).stream()
                .filter(r -> coming.stream().anyMatch(c -> c.row.get(r.column()) instanceof Long))
                .map(Schema.Reference::column)
                .forEach(exact::remove);
        Set<Long> taken = new HashSet<>();
        recognise(coming, here, List.copyOf(exact), taken);
        List<List<String>> keys = new ArrayList<>();
        if (!table.travel().sameBy().isEmpty()) {
            keys.add(table.travel().sameBy());
        } else {
            schema.unique(table.name()).stream()
                    .map(k -> k.stream().filter(c -> !c.equals("collector_id")).toList())
                    .filter(k -> k.stream().noneMatch(c -> schema.isNullable(table.name(), c)))
                    .forEach(keys::add);
        }
        keys.forEach(k -> recognise(coming, here, k, taken));
    }

    private static void recognise(
            List<Coming> coming, List<Map<String, Object>> here, List<String> by, Set<Long> taken) {
        Map<List<String>, List<Long>> known = new HashMap<>();
        here.stream()
                .filter(r -> !taken.contains(number(r)))
                .forEach(r -> known.computeIfAbsent(key(r, by), k -> new ArrayList<>())
                        .add(number(r)));
        for (Coming c : coming) {
            if (c.here != null) continue;
            List<Long> same = known.getOrDefault(key(c.row, by), List.of());
            if (same.isEmpty()) continue;
            c.here = same.remove(0);
            taken.add(c.here);
        }
    }

    /** Small and large letters, as the database compares them, are one; a row that is yet to be made is like no other. */
    private static List<String> key(Map<String, Object> row, List<String> by) {
        return by.stream()
                .map(c -> row.get(c))
                .map(v -> v instanceof Coming o ? (o.here == null ? "new " + o.there : o.here) : v)
                .map(v -> v == null ? "" : v.toString().strip().toLowerCase(Locale.ROOT))
                .toList();
    }

    /** Numbers that are taken here are given anew. */
    private void number(
            Collector me, Table table, List<Coming> coming, List<Map<String, Object>> here, List<String> notes) {
        String column = table.travel().number();
        if (column.isEmpty()) return;
        Set<Long> taken = here.stream()
                .map(r -> ((Number) r.get(column)).longValue())
                .collect(Collectors.toCollection(HashSet::new));
        List<Coming> fresh = coming.stream().filter(c -> c.here == null).toList();
        long next = Stream.concat(taken.stream(), fresh.stream().map(c -> asked(c, column)))
                        .mapToLong(n -> n)
                        .max()
                        .orElse(0)
                + 1;
        if (column.equals("accession")) next = Math.max(next, store.nextAccession(me));
        int changed = 0;
        for (Coming c : fresh) {
            if (taken.add(asked(c, column))) continue;
            c.row.put(column, next);
            taken.add(next++);
            changed++;
        }
        if (changed > 0) {
            notes.add(
                    changed + (changed == 1 ? " " + words(table.name()) + " gets" : " " + words(table.name()) + "s get")
                            + " another number, since theirs is taken here.");
        }
    }

    private static long asked(Coming c, String column) {
        if (c.row.get(column) instanceof Long n && n > 0 && n < Integer.MAX_VALUE / 2) return n;
        throw WholeFile.damaged(c.table.name(), 0);
    }

    /** What no two rows share, and may be empty, is emptied where a row here has it: a card whose place is taken. */
    private List<String> loosen(Table table, List<Coming> coming, List<Map<String, Object>> here) {
        List<String> loosened = new ArrayList<>();
        for (Set<String> unique : schema.unique(table.name())) {
            List<String> key =
                    unique.stream().filter(c -> !c.equals("collector_id")).toList();
            List<String> loose =
                    key.stream().filter(c -> schema.isNullable(table.name(), c)).toList();
            if (loose.isEmpty()) continue;
            Set<List<String>> taken = here.stream()
                    .filter(r -> loose.stream().allMatch(c -> r.get(c) != null))
                    .map(r -> key(r, key))
                    .collect(Collectors.toCollection(HashSet::new));
            for (Coming c : coming) {
                if (c.here != null || loose.stream().anyMatch(l -> c.row.get(l) == null)) continue;
                if (taken.add(key(c.row, key))) continue;
                loose.forEach(l -> c.row.put(l, null));
                loosened.add(table.name());
            }
        }
        return loosened;
    }

    /** What was done, in a sentence; empty if there was nothing new. */
    record Took(Plan plan, Optional<String> said) {}

    /**
     * Brings in what is not here, as one act.
     *
     * @throws Refusal if a row says what no collection can; nothing is kept then
     */
    Took take(Collector me, WholeFile file) {
        try {
            Plan[] plan = new Plan[1];
            String[] said = new String[1];
            acts.act(me, () -> said[0], () -> {
                acts.oneAtATime(me);
                plan[0] = plan(me, file);
                if (!plan[0].isNew()) throw new NothingNew();
                said[0] = said(plan[0]);
                make(me, plan[0]);
                readBack(me);
            });
            // The facts of all paints are worked out by now: so they can be.
            return new Took(plan[0], Optional.of(said[0]));
        } catch (NothingNew e) {
            return new Took(plan(me, file), Optional.empty());
        } catch (Refusal e) {
            throw e;
        } catch (IllegalArgumentException
                | IllegalStateException
                | ArithmeticException
                | IndexOutOfBoundsException
                | NoSuchElementException
                | DateTimeException
                | NullPointerException
                | JacksonException
                | NonTransientDataAccessException e) {
            throw Refusal.of(
                    "file",
                    "Something in this export cannot be: "
                            + (e instanceof NonTransientDataAccessException
                                    ? "a word is longer than its room, a number too large, or what must be there is missing."
                                    : "it says something that Molvet has no word for."),
                    "Export it again where it came from. Nothing was brought in.");
        }
    }

    private static final class NothingNew extends RuntimeException {
        NothingNew() {
            super(null, null, false, false);
        }
    }

    private void make(Collector me, Plan plan) {
        List<Runnable> later = new ArrayList<>();
        long[] read = {0};
        List<Coming> fresh = plan.rows.values().stream()
                .flatMap(t -> t.values().stream())
                .filter(c -> c.here == null)
                .toList();
        bringing.each(me, fresh, c -> {
            String name = c.table.name();
            Map<String, Object> row = new LinkedHashMap<>(c.row);
            for (Schema.Reference r : schema.referencesOf(name)) {
                Object to = row.get(r.column());
                if (to instanceof Coming other && other.here != null) {
                    row.put(r.column(), other.here);
                } else if (to != null) {
                    row.put(r.column(), null);
                    later.add(() -> point(me, plan, c, r, to));
                }
            }
            long size = 0;
            for (String f : schema.files(name)) {
                byte[] bytes = plan.file.file((String) row.get(f));
                read[0] += bytes.length;
                size += bytes.length;
                if (read[0] > MOST_FILES) {
                    throw Refusal.of(
                            "file",
                            "The pictures in the archive come to more than 400 MB.",
                            "Bring in collection.json without them.");
                }
                row.put(f, bytes);
            }
            // What is counted against a collector’s room is what came, not what the file says of it.
            if (row.containsKey("size") && !schema.files(name).isEmpty()) row.put("size", size);
            c.here = rows.add(me, name, row);
            c.made = true;
        });
        later.forEach(Runnable::run);
        store.countOn(me);
    }

    /** A reference to what came later than the row. */
    private void point(Collector me, Plan plan, Coming from, Schema.Reference r, Object to) {
        Coming other = to instanceof Coming c ? c : plan.rows.get(r.to()).get(to);
        if (other != null && other.here != null) {
            rows.change(me, from.table.name(), from.here, Map.of(r.column(), other.here));
        }
    }

    /** Every room reads all it has, as it would to export it. */
    private void readBack(Collector me) {
        rooms.all().forEach(r -> r.check(me));
    }

    private static String said(Plan plan) {
        Map<String, Integer> fresh = fresh(plan);
        return "Brought in an export: " + (fresh.isEmpty() ? "what was missing" : counted(fresh));
    }

    /** How many rows are new, for tables whose names are words of the trade. */
    static Map<String, Integer> fresh(Plan plan) {
        Map<String, Integer> fresh = new LinkedHashMap<>();
        for (String table : List.of(
                "paint",
                "holding",
                "swatch",
                "keeper",
                "reading",
                "observation",
                "arrival",
                "chart",
                "palette",
                "painting",
                "mix",
                "wish",
                "picture")) {
            int n = (int) plan.of(table).stream().filter(c -> c.here == null).count();
            if (n > 0) fresh.put(table, n);
        }
        return fresh;
    }

    static String counted(Map<String, Integer> counts) {
        return counts.entrySet().stream()
                .map(e -> e.getValue() + " " + words(e.getKey())
                        + (e.getValue() == 1 ? "" : e.getKey().matches(".*(x|sh|ch)") ? "es" : "s"))
                .collect(Collectors.joining(", "));
    }

    private static String words(String table) {
        return table.replace('_', ' ');
    }

    private static long number(Map<String, Object> row) {
        return ((Number) row.get("id")).longValue();
    }
}
