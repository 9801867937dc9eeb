package molvet.server.platform;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.sql.Connection;
import java.sql.PreparedStatement;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Statement;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Stream;
import org.flywaydb.core.Flyway;
import org.flywaydb.core.api.FlywayException;
import org.flywaydb.core.api.MigrationInfo;
import org.flywaydb.core.api.callback.Callback;
import org.flywaydb.core.api.callback.Context;
import org.flywaydb.core.api.callback.Event;
import org.springframework.boot.flyway.autoconfigure.FlywayMigrationStrategy;
import org.springframework.core.io.ClassPathResource;
import org.springframework.stereotype.Component;

/**
 * Brings the tables to what this version needs, also where a start before this one ended amid a migration. MariaDB commits at
 * every change of a table: the first statements of a migration may be done, with nothing that tells of it, and would be
 * refused when they are done again. So each statement is written down once it is done, in the transaction that the next one
 * commits, and a migration that was begun is gone on with where it stopped.
 */
@Component
class Migrations implements FlywayMigrationStrategy, Callback {
    /**
     * What MariaDB answers where a change is there already: table exists, unknown table, unknown column, duplicate column,
     * duplicate key name, nothing to drop, duplicate foreign key.
     */
    private static final Set<Integer> DONE_ALREADY = Set.of(1050, 1051, 1054, 1060, 1061, 1091, 1826);

    private static final int NO_SUCH_TABLE = 1146;
    private static final int NOT_IN_A_CLUSTER = 1235;
    /** Less than a connection waits for an answer. */
    private static final int WAIT_SECONDS = 30;

    private static final int MOST_WAITS = 120;

    private String version = "";
    private int step;

    /** A migration of which the first statements are done, and perhaps the one after them. */
    private record Begun(String version, int done) {}

    @Override
    public void migrate(Flyway flyway) {
        try (Connection db = flyway.getConfiguration().getDataSource().getConnection()) {
            boolean locked = lock(db);
            try {
                Optional<Begun> begun = begun(db);
                if (begun.isPresent()) {
                    // What ended with an error instead of a crash stands there as failed, and would be waited for.
                    flyway.repair();
                    finish(db, flyway, begun.get());
                    Flyway.configure()
                            .configuration(flyway.getConfiguration())
                            .skipExecutingMigrations(true)
                            .target(begun.get().version())
                            .load()
                            .migrate();
                }
                flyway.migrate();
            } finally {
                if (locked) unlock(db);
            }
        } catch (SQLException e) {
            throw new FlywayException("The migration that was begun could not be ended: " + e.getMessage(), e);
        }
    }

    /**
     * What another server is just doing is not taken for what it left half done. A cluster has no such locks: there servers are
     * started one after the other.
     */
    private static boolean lock(Connection db) throws SQLException {
        for (int i = 0; i < MOST_WAITS; i++) {
            try (Statement s = db.createStatement();
                    ResultSet r =
                            s.executeQuery("select get_lock(concat('molvet.', database()), " + WAIT_SECONDS + ")")) {
                r.next();
                if (r.getInt(1) == 1) return true;
            } catch (SQLException e) {
                if (e.getErrorCode() == NOT_IN_A_CLUSTER) return false;
                throw e;
            }
        }
        throw new FlywayException("Another server has changed the tables for an hour; start again when it is done.");
    }

    private static void unlock(Connection db) throws SQLException {
        try (Statement s = db.createStatement()) {
            s.execute("do release_lock(concat('molvet.', database()))");
        }
    }

    private static Optional<Begun> begun(Connection db) throws SQLException {
        try (Statement s = db.createStatement();
                ResultSet r = s.executeQuery("""
                    select s.version, max(s.step) from migration_step s
                    where not exists (select 1 from flyway_schema_history h where h.version = s.version and h.success)
                    group by s.version
                    """)) {
            return r.next() ? Optional.of(new Begun(r.getString(1), r.getInt(2))) : Optional.empty();
        } catch (SQLException e) {
            if (e.getErrorCode() == NO_SUCH_TABLE) return Optional.empty();
            throw e;
        }
    }

    private static void finish(Connection db, Flyway flyway, Begun begun) throws SQLException {
        List<String> statements = statements(flyway, begun.version());
        db.setAutoCommit(false);
        try (Statement s = db.createStatement()) {
            for (int i = begun.done(); i < statements.size(); i++) {
                try {
                    s.execute(statements.get(i));
                } catch (SQLException e) {
                    // Only of the first is it not known whether it was done.
                    if (i > begun.done() || !DONE_ALREADY.contains(e.getErrorCode())) throw e;
                }
                writeDown(db, begun.version(), i + 1);
            }
            db.commit();
        } finally {
            db.setAutoCommit(true);
        }
    }

    /** The statements of a migration, as many as Flyway counts: none holds a semicolon or two dashes within quotes. */
    static List<String> statements(Flyway flyway, String version) {
        String script = Stream.of(flyway.info().all())
                .filter(m ->
                        m.getVersion() != null && m.getVersion().getVersion().equals(version))
                .map(MigrationInfo::getScript)
                .findFirst()
                .orElseThrow(() -> new FlywayException("Migration " + version + " was begun by a newer Molvet."));
        try {
            String sql = new ClassPathResource("db/migration/" + script).getContentAsString(StandardCharsets.UTF_8);
            return Stream.of(sql.replaceAll("(?m)--.*$", "").split(";"))
                    .filter(one -> !one.isBlank())
                    .toList();
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    private static void writeDown(Connection db, String version, int step) throws SQLException {
        try (PreparedStatement s =
                db.prepareStatement("insert ignore into migration_step (version, step) values (?, ?)")) {
            s.setString(1, version);
            s.setInt(2, step);
            s.executeUpdate();
        }
    }

    @Override
    public boolean supports(Event event, Context context) {
        return event == Event.BEFORE_EACH_MIGRATE || event == Event.AFTER_EACH_MIGRATE_STATEMENT;
    }

    @Override
    public boolean canHandleInTransaction(Event event, Context context) {
        return true;
    }

    @Override
    public void handle(Event event, Context context) {
        Connection db = context.getConnection();
        try {
            if (event == Event.BEFORE_EACH_MIGRATE) {
                version = context.getMigrationInfo().getVersion().getVersion();
                step = 0;
                try (Statement s = db.createStatement()) {
                    s.execute("""
                            create table if not exists migration_step (
                                version varchar(50) not null,
                                step int not null,
                                primary key (version, step)
                            ) engine = innodb default charset = utf8mb4 collate = utf8mb4_unicode_ci
                            """);
                }
            } else {
                step++;
            }
            writeDown(db, version, step);
        } catch (SQLException e) {
            throw new FlywayException("What was done of migration " + version + " could not be written down.", e);
        }
    }

    @Override
    public String getCallbackName() {
        return "steps";
    }
}
