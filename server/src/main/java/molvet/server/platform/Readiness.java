package molvet.server.platform;

import com.zaxxer.hikari.HikariConfig;
import com.zaxxer.hikari.HikariDataSource;
import java.io.File;
import java.sql.SQLException;
import java.time.Clock;
import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.stream.Stream;
import javax.sql.DataSource;
import org.flywaydb.core.Flyway;
import org.flywaydb.core.api.MigrationInfo;
import org.flywaydb.core.api.MigrationVersion;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.dao.DataAccessException;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import org.springframework.transaction.TransactionException;

/**
 * Whether work can be sent to this server: what it needs is there, and can be written to. It asks on a connection of its own: a
 * server that has its hands full is ready all the same, and to send all its work to the next would only fill the next one’s.
 */
@Component
class Readiness implements AutoCloseable {
    /** Asked for by every watcher every second or two, and found out no oftener than this. */
    private static final Duration HOLDS = Duration.ofSeconds(2);

    private final HikariDataSource own;
    private final JdbcClient db;
    private final Clock clock;
    private final HealthController.Progress progress;
    private final String server;
    private final MigrationVersion needed;
    private final List<File> disks;
    private final long leastFree;
    private List<String> faults = List.of();
    private long foundAt;

    /**
     * @param home where the collection is kept, if on this machine; empty: nowhere here
     * @param leastFree megabytes below which a disk counts as full
     */
    Readiness(
            DataSource database,
            Clock clock,
            HealthController.Progress progress,
            Flyway flyway,
            @Value("${molvet.server}") String server,
            @Value("${molvet.home:}") String home,
            @Value("${molvet.least-free-megabytes}") long leastFree)
            throws SQLException {
        HikariConfig one = new HikariConfig();
        database.unwrap(HikariDataSource.class).copyStateTo(one);
        one.setPoolName("readiness");
        one.setMaximumPoolSize(1);
        one.setMinimumIdle(0);
        this.own = new HikariDataSource(one);
        this.db = JdbcClient.create(own);
        this.clock = clock;
        this.progress = progress;
        this.server = server;
        this.leastFree = leastFree;
        this.disks = Stream.of(home, System.getProperty("java.io.tmpdir"))
                .filter(d -> !d.isEmpty())
                .map(File::new)
                .toList();
        this.needed = Stream.of(flyway.info().all())
                .filter(m -> m.getState().isResolved())
                .map(MigrationInfo::getVersion)
                .max(MigrationVersion::compareTo)
                .orElseThrow();
    }

    @Override
    public void close() {
        own.close();
    }

    /** What is wrong, each as a sentence; none: all is well. */
    synchronized List<String> faults() {
        long now = System.nanoTime();
        if (foundAt != 0 && now - foundAt < HOLDS.toNanos()) return faults;
        List<String> found = new ArrayList<>();
        if (!progress.current().isEmpty()) found.add("It is starting: " + progress.current() + ".");
        for (File disk : disks) {
            long free = disk.getUsableSpace() / (1 << 20);
            if (free < leastFree) found.add("Only " + free + " MB are free at " + disk + ".");
        }
        try {
            db.sql("insert into readiness (server, at) values (?, ?) on duplicate key update at = values(at)")
                    .params(server, Utc.of(clock.instant()))
                    .update();
            MigrationVersion stands = db
                    .sql("select version from flyway_schema_history where success and version is not null")
                    .query(String.class)
                    .list()
                    .stream()
                    .map(MigrationVersion::fromVersion)
                    .max(MigrationVersion::compareTo)
                    .orElse(MigrationVersion.EMPTY);
            // A newer one is borne: while servers are renewed one by one, those of the version before still work.
            if (stands.compareTo(needed) < 0) {
                found.add("The schema stands at version " + stands + " and " + needed + " is needed.");
            }
        } catch (DataAccessException | TransactionException e) {
            found.add("The database cannot be written to.");
        }
        faults = List.copyOf(found);
        foundAt = now;
        return faults;
    }
}
