package molvet.server.platform;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.sql.Connection;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Statement;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.TreeMap;
import java.util.concurrent.FutureTask;
import molvet.server.TestDatabase;
import molvet.server.Wait;
import org.flywaydb.core.Flyway;
import org.flywaydb.core.api.FlywayException;
import org.flywaydb.core.api.MigrationInfo;
import org.flywaydb.core.api.callback.Callback;
import org.flywaydb.core.api.callback.Context;
import org.flywaydb.core.api.callback.Event;
import org.junit.jupiter.api.Test;

/** A machine that loses its power while the tables are made, or changed for a new version, makes them whole at the next start. */
class MigrationDeathsTest {
    private final TestDatabase database = TestDatabase.get();

    /** The database is gone after one statement of a version: before it could be written down, or after. */
    private record Death(TestDatabase database, String version, int statement, boolean writtenDown, int[] at)
            implements Callback {
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
            if (event == Event.BEFORE_EACH_MIGRATE) {
                at[0] = context.getMigrationInfo().getVersion().getVersion().equals(version) ? 0 : -1000;
                return;
            }
            if (++at[0] != statement) return;
            try (Connection other = database.connect();
                    Statement kill = other.createStatement();
                    Statement mine = context.getConnection().createStatement();
                    ResultSet id = mine.executeQuery("select connection_id()")) {
                id.next();
                kill.execute("kill " + id.getLong(1));
            } catch (SQLException e) {
                throw new FlywayException(e);
            }
        }

        @Override
        public String getCallbackName() {
            return (writtenDown ? "z" : "a") + " death";
        }
    }

    /** Something happens once, amid the second version. */
    private static final class Midway implements Callback {
        private final Runnable then;
        private boolean happened;

        Midway(Runnable then) {
            this.then = then;
        }

        @Override
        public boolean supports(Event event, Context context) {
            return event == Event.AFTER_EACH_MIGRATE_STATEMENT;
        }

        @Override
        public boolean canHandleInTransaction(Event event, Context context) {
            return true;
        }

        @Override
        public void handle(Event event, Context context) {
            if (happened
                    || !context.getMigrationInfo().getVersion().getVersion().equals("2")) return;
            happened = true;
            then.run();
        }

        @Override
        public String getCallbackName() {
            return "midway";
        }
    }

    private boolean waitsForAnother() {
        try (Connection db = database.connect();
                Statement s = db.createStatement();
                ResultSet r = s.executeQuery(
                        "select 1 from information_schema.processlist where info like '%get_lock%' and db = 'at_once'")) {
            return r.next();
        } catch (SQLException e) {
            throw new AssertionError(e);
        }
    }

    private Flyway flyway(String schema, Callback... callbacks) {
        Map<String, Object> of = database.properties();
        return Flyway.configure()
                .dataSource(
                        of.get("spring.datasource.url").toString().replace("/molvet?", "/" + schema + "?"), "root", "")
                .callbacks(callbacks)
                .load();
    }

    private void make(String schema) throws SQLException {
        tell("create or replace database " + schema + " character set utf8mb4 collate utf8mb4_unicode_ci");
    }

    private void tell(String sql) throws SQLException {
        try (Connection db = database.connect();
                Statement s = db.createStatement()) {
            s.execute(sql);
        }
    }

    /** Columns, keys and references, as the database tells them itself. */
    private List<String> tables(String schema) throws SQLException {
        List<String> all = new ArrayList<>();
        for (String of : List.of(
                "select table_name, column_name, column_type, is_nullable, column_default, ordinal_position from columns",
                "select table_name, index_name, seq_in_index, column_name, non_unique from statistics",
                "select table_name, constraint_name, column_name, referenced_table_name, referenced_column_name"
                        + " from key_column_usage",
                "select table_name, constraint_name, delete_rule, update_rule from referential_constraints")) {
            String where =
                    of.endsWith("referential_constraints") ? " where constraint_schema = " : " where table_schema = ";
            try (Connection db = database.connect();
                    Statement s = db.createStatement();
                    ResultSet r = s.executeQuery(
                            of.replace(" from ", " from information_schema.") + where + "'" + schema + "'")) {
                while (r.next()) {
                    StringBuilder row = new StringBuilder();
                    for (int i = 1; i <= r.getMetaData().getColumnCount(); i++)
                        row.append(r.getString(i)).append(' ');
                    all.add(row.toString());
                }
            }
        }
        all.sort(null);
        return all;
    }

    private List<String> versions(String schema) throws SQLException {
        List<String> all = new ArrayList<>();
        try (Connection db = database.connect();
                Statement s = db.createStatement();
                ResultSet r = s.executeQuery("select version, checksum from " + schema
                        + ".flyway_schema_history where success and version is not null order by version")) {
            while (r.next()) all.add(r.getString(1) + " " + r.getString(2));
        }
        return all;
    }

    @Test
    void aMigrationThatWasBegunIsEndedWhereverItStopped() throws SQLException {
        make("undisturbed");
        Migrations steps = new Migrations();
        Flyway undisturbed = flyway("undisturbed", steps);
        steps.migrate(undisturbed);
        Map<String, Integer> done = new TreeMap<>();
        try (Connection db = database.connect();
                Statement s = db.createStatement();
                ResultSet r =
                        s.executeQuery("select version, max(step) from undisturbed.migration_step group by version")) {
            while (r.next()) done.put(r.getString(1), r.getInt(2));
        }
        // Statements are counted alike by what makes them and by what goes on with them.
        for (MigrationInfo m : undisturbed.info().applied()) {
            String version = m.getVersion().getVersion();
            assertThat(Migrations.statements(undisturbed, version)).as(version).hasSize(done.get(version));
        }

        make("disturbed");
        Random when = new Random(11);
        for (MigrationInfo m : undisturbed.info().applied()) {
            String version = m.getVersion().getVersion();
            boolean writtenDown = when.nextBoolean();
            Death death = new Death(database, version, 1 + when.nextInt(done.get(version)), writtenDown, new int[1]);
            Migrations dying = new Migrations();
            assertThatThrownBy(() -> dying.migrate(flyway("disturbed", dying, death)))
                    .as(death.toString())
                    .isInstanceOf(FlywayException.class);
            // One whose power is gone does not even say that it failed.
            if (when.nextBoolean()) tell("delete from disturbed.flyway_schema_history where not success");
        }
        Migrations last = new Migrations();
        last.migrate(flyway("disturbed", last));
        assertThat(tables("disturbed")).isEqualTo(tables("undisturbed"));
        assertThat(versions("disturbed")).isEqualTo(versions("undisturbed"));
        tell("drop database undisturbed");
        tell("drop database disturbed");
    }

    /** Two servers are started at one database: what one is doing is not what it left half done. */
    @Test
    void twoServersThatStartAtOnceMakeTheTablesOnce() throws Exception {
        make("at_once");
        FutureTask<Void> second = new FutureTask<>(() -> {
            Migrations steps = new Migrations();
            steps.migrate(flyway("at_once", steps));
            return null;
        });
        Migrations first = new Migrations();
        first.migrate(flyway("at_once", first, new Midway(() -> {
            new Thread(second).start();
            Wait.until(() -> second.isDone() || waitsForAnother(), Boolean::booleanValue);
        })));
        second.get();
        assertThat(versions("at_once"))
                .doesNotHaveDuplicates()
                .hasSize(flyway("at_once").info().all().length);
        tell("drop database at_once");
    }

    /** A change that cannot be made for another reason is not taken for one that was made. */
    @Test
    void whatFailsForAnotherReasonIsSaid() throws SQLException {
        make("hurt");
        Migrations dying = new Migrations();
        Death death = new Death(database, "31", 1, true, new int[1]);
        assertThatThrownBy(() -> dying.migrate(flyway("hurt", dying, death))).isInstanceOf(FlywayException.class);
        Migrations next = new Migrations();
        tell("rename table hurt.swatch to hurt.elsewhere");
        assertThatThrownBy(() -> next.migrate(flyway("hurt", next)))
                .isInstanceOf(FlywayException.class)
                .hasMessageContaining("could not be ended");
        tell("rename table hurt.elsewhere to hurt.swatch");
        next.migrate(flyway("hurt", next));
        tell("drop database hurt");
    }
}
