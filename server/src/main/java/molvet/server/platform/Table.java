package molvet.server.platform;

import java.util.Set;

/**
 * A table that a room answers for. Its columns and what refers to it are read from the schema, see {@link Schema}.
 *
 * @param undoable whether acts keep its rows, so that they can be put back; such a table has {@code id} and {@code collector_id}
 * @param apart columns that undo does not compare: what follows from others and is worked out again, or what changes outside acts
 */
public record Table(String name, boolean undoable, Set<String> apart) {
    public Table {
        apart = Set.copyOf(apart);
    }

    /** Rows that acts keep. */
    public static Table of(String name) {
        return new Table(name, true, Set.of());
    }

    /** Rows that are not kept by acts: what follows from others, files, and what nobody undoes. */
    public static Table kept(String name) {
        return new Table(name, false, Set.of());
    }

    public Table apart(String... columns) {
        return new Table(name, undoable, Set.of(columns));
    }
}
