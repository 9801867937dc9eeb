package molvet.server;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.net.ServerSocket;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.SQLException;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.TimeUnit;

/**
 * A throw-away MariaDB on loopback, for the life of this JVM; it can be stopped and started again like a real one. Where
 * {@code molvet.test.keep} names a folder, what it holds is left there at the end; where {@code molvet.test.begin} names such
 * a folder, made of the classes as they are now, it begins as a copy of it.
 */
public final class TestDatabase {
    private static final TestDatabase ONLY = new TestDatabase();

    private final Path dir;
    private final int port;
    private final boolean copy;
    private final boolean root = System.getProperty("user.name").equals("root");
    private Process process;

    private TestDatabase() {
        try {
            dir = Files.createTempDirectory("molvet-test-db");
            try (ServerSocket free = new ServerSocket(0)) {
                port = free.getLocalPort();
            }
            Optional<Path> begin = folder("molvet.test.begin").filter(TestDatabase::isOfToday);
            copy = begin.isPresent();
            if (copy) copy(begin.get(), dir.resolve("data"));
            else install();
            start();
            try (Connection c = DriverManager.getConnection(url(""), "root", "");
                    var s = c.createStatement()) {
                s.execute("create database if not exists molvet character set utf8mb4 collate utf8mb4_unicode_ci");
            }
            Runtime.getRuntime().addShutdownHook(new Thread(this::remove));
        } catch (IOException | SQLException e) {
            throw new IllegalStateException("No database for the tests: is mariadb-server installed?", e);
        }
    }

    private void install() throws IOException {
        run(
                "mariadb-install-db",
                "--no-defaults",
                "--datadir=" + dir.resolve("data"),
                "--auth-root-authentication-method=normal",
                "--skip-test-db",
                // What makes a database sweeps its folder for temporary tables too, and several are made at once.
                "--tmpdir=" + Files.createDirectories(dir.resolve("tmp")),
                "--user=" + System.getProperty("user.name"));
    }

    private static Optional<Path> folder(String property) {
        return Optional.ofNullable(System.getProperty(property)).map(Path::of);
    }

    /** Whether it was made after the classes were. */
    private static boolean isOfToday(Path kept) {
        if (!Files.isDirectory(kept)) return false;
        try {
            Instant made = Files.getLastModifiedTime(kept).toInstant();
            for (String classes : List.of("target/classes", "target/test-classes", "../core/target/classes")) {
                try (var files = Files.walk(Path.of(classes))) {
                    if (files.anyMatch(f -> f.toFile().lastModified() > made.toEpochMilli())) return false;
                }
            }
            return true;
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    private static void copy(Path from, Path to) throws IOException {
        try (var files = Files.walk(from)) {
            for (Path f : (Iterable<Path>) files::iterator) Files.copy(f, to.resolve(from.relativize(f)));
        }
    }

    private static void delete(Path folder) throws IOException {
        if (!Files.exists(folder)) return;
        try (var files = Files.walk(folder)) {
            files.sorted(Comparator.reverseOrder()).forEach(f -> f.toFile().delete());
        }
    }

    /** Whether it began as what another run of tests kept. */
    public boolean isCopy() {
        return copy;
    }

    public static TestDatabase get() {
        return ONLY;
    }

    public int port() {
        return port;
    }

    public Map<String, Object> properties() {
        return Map.of(
                "spring.datasource.url",
                url("molvet") + "?timezone=UTC&maxAllowedPacket=134217728&connectTimeout=2000&socketTimeout=60000",
                "spring.datasource.username",
                "root",
                "spring.datasource.password",
                "");
    }

    private String url(String schema) {
        return "jdbc:mariadb://127.0.0.1:" + port + "/" + schema;
    }

    public Connection connect() throws SQLException {
        return DriverManager.getConnection(url("molvet"), "root", "");
    }

    /** Whether a word stands in what the database has written of all changes, or of a table, as it stands on the disk now. */
    public boolean hasWritten(String word, String table) throws SQLException, IOException {
        try (Connection c = connect();
                var s = c.createStatement()) {
            s.execute("set global innodb_flush_log_at_trx_commit = 1");
            s.execute("update collector set name = name where id = 0");
            s.execute("flush tables " + table + " for export");
            try {
                return stands(word, dir.resolve("data/ib_logfile0"))
                        || stands(word, dir.resolve("data/molvet/" + table + ".ibd"));
            } finally {
                s.execute("unlock tables");
                s.execute("set global innodb_flush_log_at_trx_commit = 0");
            }
        }
    }

    private static boolean stands(String word, Path file) throws IOException {
        // One byte a character: what is looked for is ASCII.
        return new String(Files.readAllBytes(file), StandardCharsets.ISO_8859_1).contains(word);
    }

    public synchronized void start() {
        try {
            List<String> command = new ArrayList<>(List.of(
                    program("mariadbd"),
                    "--no-defaults",
                    "--datadir=" + dir.resolve("data"),
                    "--bind-address=127.0.0.1",
                    "--port=" + port,
                    "--socket=" + dir.resolve("db.sock"),
                    "--pid-file=" + dir.resolve("db.pid"),
                    "--skip-name-resolve",
                    // A database that starts sweeps its folder for temporary tables, those of another too.
                    "--tmpdir=" + Files.createDirectories(dir.resolve("tmp")),
                    "--skip-log-bin",
                    "--innodb-flush-log-at-trx-commit=0",
                    "--innodb-log-file-size=128M",
                    "--max-allowed-packet=128M",
                    "--character-set-server=utf8mb4"));
            if (root) command.add("--user=root");
            process = new ProcessBuilder(command)
                    .redirectErrorStream(true)
                    .redirectOutput(dir.resolve("db.log").toFile())
                    .start();
            while (true) {
                try (Connection c = DriverManager.getConnection(url(""), "root", "")) {
                    return;
                } catch (SQLException e) {
                    if (process.waitFor(50, TimeUnit.MILLISECONDS)) {
                        throw new IllegalStateException(Files.readString(dir.resolve("db.log")));
                    }
                }
            }
        } catch (IOException | InterruptedException e) {
            throw new IllegalStateException(e);
        }
    }

    public synchronized void stop() {
        process.destroy();
        try {
            process.waitFor();
        } catch (InterruptedException e) {
            throw new IllegalStateException(e);
        }
    }

    /** All of it or nothing: what is begun with is never half a copy. */
    private void keep(Path kept) throws IOException {
        Path part = kept.resolveSibling(kept.getFileName() + ".part");
        delete(part);
        delete(kept);
        copy(dir.resolve("data"), part);
        Files.move(part, kept);
    }

    private void remove() {
        stop();
        try {
            Optional<Path> keep = folder("molvet.test.keep");
            if (keep.isPresent()) keep(keep.get());
            delete(dir);
        } catch (IOException e) {
            // It lies in the temporary directory, which is cleared in time.
        }
    }

    private static String program(String name) {
        Path sbin = Path.of("/usr/sbin", name);
        return Files.isExecutable(sbin) ? sbin.toString() : name;
    }

    private static void run(String... command) throws IOException {
        Process p = new ProcessBuilder(command).redirectErrorStream(true).start();
        String said = new String(p.getInputStream().readAllBytes());
        try {
            if (p.waitFor() != 0) throw new IOException(said);
        } catch (InterruptedException e) {
            throw new IOException(e);
        }
    }
}
