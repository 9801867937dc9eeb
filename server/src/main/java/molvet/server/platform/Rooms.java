package molvet.server.platform;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.springframework.beans.factory.ObjectProvider;
import org.springframework.stereotype.Component;

/** All rooms, and what they bring together; asked for when first needed, since rooms are made of what needs them. */
@Component
public class Rooms {
    private final ObjectProvider<Room> beans;
    private volatile @Nullable All known;

    Rooms(ObjectProvider<Room> beans) {
        this.beans = beans;
    }

    private record All(
            List<Room> rooms,
            Map<String, Table> tables,
            Map<String, List<String>> facts,
            Clauses clauses,
            Set<String> things) {}

    private All known() {
        All is = known;
        return is == null ? known = gather(beans.stream().toList()) : is;
    }

    private static All gather(List<Room> rooms) {
        Map<String, Table> tables = new HashMap<>();
        Map<String, List<String>> facts = new HashMap<>();
        Clauses clauses = new Clauses();
        for (Room room : rooms) {
            for (Table table : room.tables()) {
                if (tables.put(table.name(), table) != null) {
                    throw new IllegalStateException(table.name() + " belongs to two rooms.");
                }
            }
            room.facts()
                    .forEach((table, sql) ->
                            facts.computeIfAbsent(table, t -> new ArrayList<>()).add(sql));
            clauses.and(room.clauses());
        }
        Set<String> things = rooms.stream().flatMap(r -> r.things().stream()).collect(Collectors.toSet());
        return new All(rooms, tables, facts, clauses, things);
    }

    public List<Room> all() {
        return known().rooms;
    }

    /** The clauses of all rooms. */
    public Clauses clauses() {
        return known().clauses;
    }

    /** @see Room#things() */
    Set<String> things() {
        return known().things;
    }

    public Optional<Table> table(String name) {
        return Optional.ofNullable(known().tables.get(name));
    }

    /** Tables whose rows go along when a collection moves, those without which others cannot be first. */
    public List<Table> travelling(Schema schema) {
        Set<String> going = new TreeSet<>();
        known().tables.values().stream().filter(t -> t.travel().goes()).forEach(t -> going.add(t.name()));
        return schema.parentsFirst(going).stream().map(known().tables::get).toList();
    }

    /** SQL for the paints whose facts a row of a table has a say in, see {@link Room#facts()}. */
    List<String> facts(String table) {
        return known().facts.getOrDefault(table, List.of());
    }
}
