package molvet.server.platform;

import java.time.LocalDate;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.function.Function;
import java.util.function.Supplier;
import java.util.function.ToIntFunction;
import java.util.stream.Stream;
import molvet.core.platform.TermKind;

/**
 * What a room brings with it to the server: one bean of each room. Undo, the deletion of an account, the export of a
 * collection, finding and the counts of the page follow from it.
 */
public interface Room {
    /** As its package is called. */
    String name();

    /** The tables it answers for; nobody else writes to them but through its services. */
    default List<Table> tables() {
        return List.of();
    }

    /** Those of its tables whose rows have a page of their own, on which it is told what was done to them. */
    default Set<String> things() {
        return Set.of();
    }

    /**
     * Rows that have a say in the facts kept beside paints: for each table, SQL for the ids of those paints by {@code :me}
     * and the columns of the row as named parameters.
     */
    default Map<String, String> facts() {
        return Map.of();
    }

    /** What it adds to the export of the whole collection, by the word for it there. */
    default Map<String, Function<Collector, List<?>>> exports() {
        return Map.of();
    }

    /** Reads all it has, as its pages would, after rows came from elsewhere; throws if one says what it cannot. */
    default void check(Collector me) {
        exports().values().forEach(of -> of.apply(me));
    }

    /** A file of its own in the export with everything; read only when it is written there. */
    record ExportedFile(String name, Supplier<byte[]> bytes) {}

    /** Files it adds to the export with everything. */
    default Stream<ExportedFile> files(Collector me) {
        return Stream.empty();
    }

    /**
     * A day that stands in the collector’s calendar.
     *
     * @param key its own among all of the room, so that a calendar knows it again when it moves
     * @param asks what is asked when the day comes
     */
    record CalendarDay(String key, LocalDate on, String what, String more, String asks) {}

    /** Days to come on which something is to be done. */
    default List<CalendarDay> days(Collector me) {
        return List.of();
    }

    /** What it adds to the find language. */
    default List<TermKind> terms() {
        return List.of();
    }

    /** The SQL of the terms that look at its tables. */
    default Clauses clauses() {
        return new Clauses();
    }

    /** Names its terms know when they see them, by the word for each sort. */
    default Map<String, Function<Collector, List<String>>> names() {
        return Map.of();
    }

    /**
     * Which paints its things hold, for showing them in lists: by the word for each sort of thing, SQL that gives {@code
     * thing}, {@code paint_id} and {@code at}, the order within a thing, by {@code :me}.
     */
    default Map<String, String> ribbons() {
        return Map.of();
    }

    /** Finds whose paints wait for something; their counts are shown. */
    default List<String> waiting() {
        return List.of();
    }

    /** Numbers shown beside its entries of the rail, by the address of each. */
    default Map<String, ToIntFunction<Collector>> counts() {
        return Map.of();
    }
}
