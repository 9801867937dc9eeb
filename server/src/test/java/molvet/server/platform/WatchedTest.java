package molvet.server.platform;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.net.ServerSocket;
import java.sql.Connection;
import java.sql.ResultSet;
import java.sql.Statement;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import javax.sql.DataSource;
import molvet.server.Api;
import molvet.server.RunningMolvet;
import molvet.server.TestDatabase;
import molvet.server.Wait;
import org.junit.jupiter.api.Test;

/** What a proxy, a watcher and a cluster ask of a server and of its tables. */
class WatchedTest {
    @Test
    void aServerIsReadyWhereItCanWriteAndOnlyThere() {
        Api watcher = Api.stranger();
        assertThat(watcher.get("/api/ready").must(200).json().get("faults")).isEmpty();
        try (var full = RunningMolvet.start(Map.of("molvet.least-free-megabytes", "1000000000"))) {
            Api.Answer answer =
                    new Api(RunningMolvet.url(full)).get("/api/ready").must(503);
            assertThat(answer.json().at("/faults/0").asString()).matches("Only \\d+ MB are free at .*\\.");
            assertThat(answer.raw().headers().firstValue("Retry-After")).contains("2");
            // It is alive all the same, and is not to be killed for it.
            new Api(RunningMolvet.url(full)).get("/api/health").must(200);
        }
        Api.Answer away = RunningMolvet.withoutDatabase(
                () -> Wait.until(() -> watcher.get("/api/ready"), answer -> answer.status() != 200));
        assertThat(away.must(503).text()).contains("The database cannot be written to.");
    }

    /** All work of a server with its hands full would else go to the next, and then to none. */
    @Test
    void aServerWithItsHandsFullIsReady() throws Exception {
        Map<String, Object> two = Map.of(
                "spring.datasource.hikari.maximum-pool-size",
                "2",
                "spring.datasource.hikari.connection-timeout",
                "2500");
        try (var busy = RunningMolvet.start(two)) {
            DataSource pool = busy.getBean(DataSource.class);
            Api watcher = new Api(RunningMolvet.url(busy));
            try (Connection one = pool.getConnection();
                    Connection other = pool.getConnection()) {
                assertThat(one).isNotSameAs(other);
                assertThat(Api.collector()
                                .at(RunningMolvet.url(busy))
                                .get("/api/paints")
                                .must(503)
                                .text())
                        .contains("busy");
                watcher.get("/api/ready").must(200);
            }
        }
    }

    @Test
    void numbersAreToldAtADoorOfTheirOwnThatLeadsToNothingElse() throws IOException {
        int port;
        try (ServerSocket free = new ServerSocket(0)) {
            port = free.getLocalPort();
        }
        try (var server = RunningMolvet.start(Map.of("molvet.metrics-port", port))) {
            Api owner = Api.collector();
            Api me = owner.at(RunningMolvet.url(server));
            me.paint("Counted Grey", "PBk6");
            me.get("/api/paints/999999999").must(404);
            Api door = new Api("http://127.0.0.1:" + port);
            String told = door.get("/metrics").must(200).text();
            assertThat(told)
                    .contains(
                            "http_server_requests_seconds_count{method=\"POST\",status=\"201\",uri=\"/api/paints\"} 1")
                    .contains("uri=\"/api/paints/{paint}\"")
                    .contains("hikaricp_connections_active")
                    .contains("jvm_memory_used_bytes")
                    .doesNotContain("999999999")
                    .doesNotContain(owner.email());
            assertThat(door.get("/api/session").must(404).bytes()).isEmpty();
            assertThat(door.get("/").must(404).bytes()).isEmpty();
            // The other door does not tell them: there every address is the page.
            assertThat(me.get("/metrics").text()).doesNotContain("http_server_requests");
        }
    }

    @Test
    void aRequestHasANameThatItsProblemCarries() {
        Api me = Api.collector();
        Api.Answer named = me.send(
                "GET", "/api/paints/999999999", null, "application/json", Map.of("X-Request-Id", "from-the-proxy-1"));
        assertThat(named.must(404).json().get("request").asString()).isEqualTo("from-the-proxy-1");
        assertThat(named.raw().headers().firstValue("X-Request-Id")).contains("from-the-proxy-1");
        Api.Answer forged = me.send(
                "GET",
                "/api/paints/999999999",
                null,
                "application/json",
                Map.of("X-Request-Id", "x ERROR all is lost"));
        assertThat(forged.must(404).json().get("request").asString()).matches("[a-z0-9]{5,20}");
        Api.Answer wrong = me.send("PUT", "/api/paints", null, "application/json", Map.of());
        assertThat(wrong.json().get("request").asString())
                .isEqualTo(wrong.raw().headers().firstValue("X-Request-Id").orElseThrow());
    }

    /** A row without a primary key cannot be told from another by a cluster, and a table of another engine stays on its node. */
    @Test
    void everyTableHasAPrimaryKeyAndIsReplicated() throws Exception {
        Api.collector();
        List<String> bad = new ArrayList<>();
        int all = 0;
        try (Connection db = TestDatabase.get().connect();
                Statement s = db.createStatement();
                ResultSet tables = s.executeQuery("""
                        select t.table_name, t.engine, count(k.column_name) from information_schema.tables t
                        left join information_schema.key_column_usage k on k.table_schema = t.table_schema
                             and k.table_name = t.table_name and k.constraint_name = 'PRIMARY'
                        where t.table_schema = database() group by t.table_name, t.engine
                        """)) {
            while (tables.next()) {
                all++;
                if (!"InnoDB".equals(tables.getString(2)) || tables.getInt(3) == 0) bad.add(tables.getString(1));
            }
        }
        assertThat(bad).isEmpty();
        assertThat(all).isGreaterThan(50);
    }
}
