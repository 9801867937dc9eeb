package molvet.server.platform;

import java.util.Arrays;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.stream.Stream;

/**
 * A table that a room answers for. Its columns and what refers to it are read from the schema, see {@link Schema}.
 *
 * @param undoable whether acts keep its rows, so that they can be put back; such a table has {@code id} and {@code collector_id}
 * @param apart columns that undo does not compare: what follows from others and is worked out again, or what changes outside acts
 * @param travel whether and how its rows go along when a collection moves to another Molvet
 * @param sealed columns in which something may be {@link Sealed}, wholly or in part
 */
public record Table(String name, boolean undoable, Set<String> apart, Travel travel, Set<String> sealed) {
    /**
     * @param goes whether its rows go along at all
     * @param stay columns that do not: what is worked out anew, and what nobody else may know
     * @param sameBy columns by which a row that is not equal to one here is the same nevertheless; empty: those of which no
     *     two rows share the values, by the schema
     * @param words what may stand in a column of words
     * @param number the column of a number that is the collector’s own count; it is given anew where it is taken
     */
    public record Travel(
            boolean goes, Set<String> stay, List<String> sameBy, String number, Map<String, Set<String>> words) {
        static final Travel ALONG = new Travel(true, Set.of(), List.of(), "", Map.of());
        static final Travel NOT = new Travel(false, Set.of(), List.of(), "", Map.of());
    }

    public Table {
        apart = Set.copyOf(apart);
        sealed = Set.copyOf(sealed);
    }

    /** Rows that acts keep. */
    public static Table of(String name) {
        return new Table(name, true, Set.of(), Travel.ALONG, Set.of());
    }

    /** Rows that are not kept by acts: what follows from others, files, and what nobody undoes. */
    public static Table kept(String name) {
        return new Table(name, false, Set.of(), Travel.NOT, Set.of());
    }

    public Table apart(String... columns) {
        return new Table(name, undoable, Set.of(columns), travel, sealed);
    }

    /** @see #sealed() */
    public Table sealed(String... columns) {
        return new Table(name, undoable, apart, travel, Set.of(columns));
    }

    /** Its rows go along though acts do not keep them. */
    public Table travelling() {
        return new Table(name, undoable, apart, Travel.ALONG, sealed);
    }

    /** Its rows stay though acts keep them: they mean something in this Molvet only. */
    public Table staying() {
        return new Table(name, undoable, apart, Travel.NOT, sealed);
    }

    /** @see Travel#stay() */
    public Table without(String... columns) {
        return travelling(new Travel(travel.goes, Set.of(columns), travel.sameBy, travel.number, travel.words));
    }

    /** @see Travel#sameBy() */
    public Table sameBy(String... columns) {
        return travelling(new Travel(travel.goes, travel.stay, List.of(columns), travel.number, travel.words));
    }

    /** @see Travel#number() */
    public Table numbered(String column) {
        return travelling(new Travel(travel.goes, travel.stay, travel.sameBy, column, travel.words));
    }

    /** @see Travel#words() */
    public Table words(String column, Class<? extends Enum<?>> words) {
        return words(
                column, Arrays.stream(words.getEnumConstants()).map(Enum::name).toArray(String[]::new));
    }

    /** The same of a column that may be empty. @see Travel#words() */
    public Table wordsOrNone(String column, Class<? extends Enum<?>> words) {
        return words(
                column,
                Stream.concat(
                                Stream.of(""),
                                Arrays.stream(words.getEnumConstants()).map(Enum::name))
                        .toArray(String[]::new));
    }

    /** @see Travel#words() */
    public Table words(String column, String... words) {
        Map<String, Set<String>> all = new HashMap<>(travel.words);
        all.put(column, Set.of(words));
        return travelling(new Travel(travel.goes, travel.stay, travel.sameBy, travel.number, Map.copyOf(all)));
    }

    private Table travelling(Travel how) {
        return new Table(name, undoable, apart, how, sealed);
    }
}
