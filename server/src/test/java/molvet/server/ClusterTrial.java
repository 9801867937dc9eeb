package molvet.server;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.net.ServerSocket;
import java.nio.file.Files;
import java.nio.file.Path;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Statement;
import java.util.ArrayList;
import java.util.Collections;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.atomic.AtomicBoolean;
import java.util.regex.MatchResult;
import java.util.regex.Pattern;
import java.util.stream.IntStream;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;

/**
 * Two servers and three databases behind one proxy, as {@code ./molvet cluster} starts them. Not among the tests of every day,
 * since it takes a machine of its own for a minute: {@code ./molvet test cluster}.
 */
class ClusterTrial {
    private static final Path ROOT = Path.of("..").toAbsolutePath().normalize();
    private static Path home;
    private static int port;
    private static String proxy;
    private static Process cluster;
    private static Path run;

    @BeforeAll
    static void start() throws IOException {
        home = Files.createTempDirectory("molvet-cluster");
        // The databases run as a user of their own.
        home.toFile().setExecutable(true, false);
        home.toFile().setReadable(true, false);
        try (ServerSocket any = new ServerSocket(0)) {
            port = any.getLocalPort();
        }
        proxy = "http://127.0.0.1:" + port;
        run = home.resolve("cluster/run");
        cluster = molvet(home.resolve("out.log"), "cluster");
        Wait.until(() -> said().contains("Ctrl-C") || !cluster.isAlive(), over -> over);
        assertThat(cluster.isAlive()).as(said()).isTrue();
    }

    @AfterAll
    static void stop() throws Exception {
        molvet(home.resolve("stop.log"), "cluster", "stop").waitFor();
        assertThat(cluster.waitFor(1, TimeUnit.MINUTES))
                .as("the cluster has ended")
                .isTrue();
        new ProcessBuilder("rm", "-rf", home.toString()).start().waitFor();
    }

    private static Process molvet(Path log, String... command) throws IOException {
        List<String> all = new ArrayList<>(List.of("./molvet"));
        Collections.addAll(all, command);
        ProcessBuilder molvet = new ProcessBuilder(all)
                .directory(ROOT.toFile())
                .redirectErrorStream(true)
                .redirectOutput(log.toFile());
        molvet.environment()
                .putAll(Map.of(
                        "MOLVET_HOME",
                        home.toString(),
                        "MOLVET_PORT",
                        "" + port,
                        "MOLVET_SIGN_UP",
                        "open",
                        "MOLVET_MOST_REQUESTS",
                        "1000000"));
        return molvet.start();
    }

    private static String said() throws IOException {
        return Files.readString(home.resolve("out.log"));
    }

    /** The port of a server or a database, as the proxy knows it. */
    private static int port(String name) throws IOException {
        return Pattern.compile("server " + name + " 127.0.0.1:(\\d+)")
                .matcher(Files.readString(run.resolve("haproxy.cfg")))
                .results()
                .map((MatchResult r) -> Integer.parseInt(r.group(1)))
                .findFirst()
                .orElseThrow();
    }

    private static String server(int number) throws IOException {
        return "http://127.0.0.1:" + port("server" + number);
    }

    private static Connection node(int number) throws SQLException, IOException {
        String password = Files.readString(home.resolve("cluster/db.password")).strip();
        Connection db = DriverManager.getConnection(
                "jdbc:mariadb://127.0.0.1:" + port("node" + number) + "/" + database(), "molvet", password);
        try (Statement s = db.createStatement()) {
            s.execute("set wsrep_sync_wait = 1");
        }
        return db;
    }

    private static String database() throws IOException {
        Path name = home.resolve("cluster/db.name");
        return Files.exists(name) ? Files.readAllLines(name).get(0) : "molvet";
    }

    private static Api collector() {
        Api api = new Api(proxy);
        api.post(
                        "/api/collectors",
                        Map.of(
                                "email",
                                UUID.randomUUID() + "@molvet.example",
                                "name",
                                "A collector",
                                "password",
                                Api.PASSWORD))
                .must(201);
        return api;
    }

    private static Api.Answer paint(Api at, String name, String key) {
        return at.post("/api/paints", Map.of("name", name, "pigments", "PB29", "form", "TUBE", "volume", "15"), key);
    }

    private static void kill(String part) throws IOException {
        long pid = Long.parseLong(Files.readString(run.resolve(part + ".pid")).strip());
        ProcessHandle.of(pid).orElseThrow().destroyForcibly();
    }

    private static List<String> accessions(Api api) {
        return api.find("")
                .json()
                .get("paints")
                .valueStream()
                .map(p -> p.get("accession").asString())
                .sorted()
                .toList();
    }

    private static List<String> upTo(int last) {
        return IntStream.rangeClosed(1, last).mapToObj("M-%04d"::formatted).toList();
    }

    @Test
    void oneCollectorAtBothServersAtOnceGetsEveryPaintOnceAndEachItsNumber() throws Exception {
        Api me = collector();
        List<Api> servers = List.of(me.at(server(1)), me.at(server(2)));
        List<Api.Answer> all = Api.atOnce(24, i -> paint(servers.get(i % 2), "At both " + i, "both-" + i));
        all.forEach(a -> a.must(201));
        assertThat(accessions(me)).isEqualTo(upTo(24));
        // Told again at the other server, it is the same paint.
        for (int i = 0; i < 6; i++) {
            assertThat(paint(servers.get((i + 1) % 2), "At both " + i, "both-" + i)
                            .must(201)
                            .json()
                            .get("id"))
                    .isEqualTo(all.get(i).json().get("id"));
        }
        List<Api.Answer> same = Api.atOnce(8, i -> paint(servers.get(i % 2), "Once", "once"));
        assertThat(same.stream().map(a -> a.must(201).json().get("id").asLong()).distinct())
                .hasSize(1);
        assertThat(accessions(me)).hasSize(25);
        servers.get(1).undoLast();
        assertThat(Api.names(servers.get(0).find(""))).hasSize(24).doesNotContain("Once");
    }

    /** Another node’s writing of a row that an act holds ends the act as a deadlock, in its midst or as it is committed. */
    @Test
    void whatAnotherNodeWroteFirstDelaysAnActAndIsNotLostByIt() throws Exception {
        Api me = collector();
        paint(me, "First", "first").must(201);
        AtomicBoolean over = new AtomicBoolean();
        Thread other = new Thread(() -> {
            try (Connection db = node(2);
                    Statement s = db.createStatement()) {
                long id = 0;
                try (ResultSet r = s.executeQuery("select max(id) from collector")) {
                    if (r.next()) id = r.getLong(1);
                }
                for (int i = 0; !over.get(); i++) {
                    try {
                        s.execute("update collector set name = 'Written " + i + "' where id = " + id);
                    } catch (SQLException e) {
                        // It, too, comes second at times.
                        if (e.getErrorCode() != 1213) throw e;
                    }
                }
            } catch (SQLException e) {
                throw new IllegalStateException(e);
            } catch (IOException e) {
                throw new UncheckedIOException(e);
            }
        });
        other.start();
        List<Api.Answer> all = new ArrayList<>();
        for (int i = 0; i < 40; i++) all.add(paint(me, "Beside " + i, "beside-" + i));
        over.set(true);
        other.join();
        assertThat(aborted()).as("acts that another node's writing broke off").isPositive();
        // A clear refusal, told again under its key, is done once.
        for (int i = 0; i < all.size(); i++) {
            if (all.get(i).status() == 201) continue;
            assertThat(all.get(i).status()).as(all.get(i).text()).isIn(409, 503);
            paint(me, "Beside " + i, "beside-" + i).must(201);
        }
        assertThat(new HashSet<>(Api.names(me.find("")))).hasSize(41);
        assertThat(accessions(me)).isEqualTo(upTo(41));
    }

    private static long aborted() throws Exception {
        long all = 0;
        for (int node = 1; node <= 3; node++) {
            try (Connection db = node(node);
                    Statement s = db.createStatement();
                    ResultSet r = s.executeQuery(
                            "select sum(variable_value) from information_schema.global_status where variable_name in"
                                    + " ('WSREP_LOCAL_BF_ABORTS', 'WSREP_LOCAL_CERT_FAILURES')")) {
                if (r.next()) all += r.getLong(1);
            }
        }
        return all;
    }

    /** A client as the page is: it tells an act again under its key until it is answered. */
    private static Api.Answer told(Api at, String name) {
        return Wait.until(
                        () -> {
                            try {
                                return Optional.of(paint(at, name, name.replace(' ', '-')));
                            } catch (UncheckedIOException e) {
                                return Optional.<Api.Answer>empty();
                            }
                        },
                        a -> a.isPresent() && a.get().status() < 500)
                .orElseThrow();
    }

    @Test
    void aDatabaseAndAServerAreKilledAndComeBackAndEveryActIsThereOnce() throws Exception {
        Api me = collector();
        List<String> names = new ArrayList<>();
        for (String part : List.of("node1", "server1", "node2", "server2")) {
            for (int i = 0; i < 4; i++) {
                String name = part + " " + i;
                if (i == 1) kill(part);
                told(me, name).must(201);
                names.add(name);
            }
            back();
        }
        assertThat(Api.names(me.find(""))).containsExactlyInAnyOrderElementsOf(names);
        for (int n = 1; n <= 3; n++) assertThat(paints(n)).isEqualTo(paints(1));
    }

    private static long paints(int node) throws SQLException, IOException {
        try (Connection db = node(node);
                Statement s = db.createStatement();
                ResultSet r = s.executeQuery("select count(*) from paint")) {
            r.next();
            return r.getLong(1);
        }
    }

    /** All five are as they were at the start. */
    private static void back() {
        Wait.until(
                () -> {
                    for (int server = 1; server <= 2; server++) {
                        if (new Api(server(server)).get("/api/ready").status() != 200) return false;
                    }
                    for (int node = 1; node <= 3; node++) {
                        try (Connection db = node(node);
                                Statement s = db.createStatement();
                                ResultSet r =
                                        s.executeQuery("select variable_value from information_schema.global_status"
                                                + " where variable_name = 'WSREP_LOCAL_STATE_COMMENT'")) {
                            if (!r.next() || !r.getString(1).equals("Synced")) return false;
                        } catch (SQLException e) {
                            return false;
                        }
                    }
                    return true;
                },
                well -> well);
    }

    /** Wrong words tried at one server count at the other: who guesses gains nothing by going to and fro. */
    @Test
    void wrongPasswordsCountAtBothServersTogether() throws Exception {
        Api me = collector();
        String email = me.get("/api/session").json().get("email").asString();
        int tries = 0;
        int refused = 0;
        for (; refused != 429 && tries < 60; tries++) {
            Api at = new Api(server(1 + tries % 2));
            at.get("/api/session");
            refused = at.post("/api/session", Map.of("email", email, "password", "a wrong guess " + tries))
                    .status();
        }
        assertThat(refused).isEqualTo(429);
        for (int n = 1; n <= 2; n++) {
            Api at = new Api(server(n));
            at.get("/api/session");
            assertThat(at.post("/api/session", Map.of("email", email, "password", "one more guess"))
                            .status())
                    .isEqualTo(429);
        }
    }
}
