package molvet.server.platform;

import static org.assertj.core.api.Assertions.assertThat;

import java.sql.Connection;
import java.sql.PreparedStatement;
import java.sql.ResultSet;
import java.util.List;
import java.util.Map;
import molvet.server.Api;
import molvet.server.RunningMolvet;
import molvet.server.TestDatabase;
import org.junit.jupiter.api.Test;
import org.springframework.context.ConfigurableApplicationContext;
import org.springframework.jdbc.core.simple.JdbcClient;
import tools.jackson.databind.JsonNode;

/** One key takes another’s place: OWASP ASVS 4.0.3, 1.6.3. */
class SealedAnewTest {
    private static final String FORMER = "0123456789abcdef".repeat(4);
    private static final String NEW = "fedcba9876543210".repeat(4);
    private static final String SECRET = "Xenobia Kestrel";

    private static Collector collector(Api me) throws Exception {
        try (Connection db = TestDatabase.get().connect();
                PreparedStatement s = db.prepareStatement("select id from collector where email = ?")) {
            s.setString(1, me.email());
            ResultSet row = s.executeQuery();
            row.next();
            return new Collector(row.getLong(1), "");
        }
    }

    private static long giver(Api me, long arrival) {
        return me.get("/api/arrivals/" + arrival)
                .must(200)
                .json()
                .at("/givers/0/id")
                .asLong();
    }

    @Test
    void underTheNewKeyAloneEverythingIsAsItWas() throws Exception {
        Api me = Api.collector();
        Map<String, Object> gift = Map.of(
                "kind", "GIFT", "text", "Tide PB29", "givers", List.of(Map.of("naming", "KEPT", "name", SECRET)));
        long id = me.post("/api/arrivals", gift).must(201).json().get("id").asLong();
        me.post("/api/arrivals/" + id + "/log", Map.of()).must(200);
        // What is gone is kept by its act alone.
        long gone = me.post("/api/arrivals", gift).must(201).json().get("id").asLong();
        me.send("DELETE", "/api/arrivals/" + gone, null, "application/json", Map.of());
        me.get("/api/arrivals/" + gone).must(404);
        JsonNode draft = me.post(
                        "/api/arrivals",
                        Map.of("kind", "GIFT", "text", "From " + SECRET + ":\nMoss PG7"),
                        "under-the-former")
                .must(201)
                .json();
        assertThat(me.get("/api/givers/" + giver(me, id) + "/name").must(200).text())
                .contains(SECRET);

        ConfigurableApplicationContext context = RunningMolvet.context();
        SealedAnew work = new SealedAnew(
                context.getBean(Rooms.class), context.getBean(JdbcClient.class), new Sealed(NEW + "," + FORMER));
        Collector collector = collector(me);
        // The name, the draft and the answer of the key, and whatever acts keep of them.
        assertThat(work.of(collector)).isGreaterThanOrEqualTo(3);
        assertThat(work.of(collector))
                .as("kept words left under the former key")
                .isZero();

        assertThat(me.get("/api/givers/" + giver(me, id) + "/name").must(422).text())
                .contains("kept under another key");
        try (ConfigurableApplicationContext renewed = RunningMolvet.start(Map.of("molvet.secret", NEW))) {
            Api there = me.at(RunningMolvet.url(renewed));
            assertThat(there.get("/api/givers/" + giver(there, id) + "/name")
                            .must(200)
                            .text())
                    .contains(SECRET);
            long drafted = draft.get("id").asLong();
            assertThat(there.get("/api/arrivals/" + drafted).must(200).text()).contains(SECRET);
            assertThat(there.post(
                                    "/api/arrivals",
                                    Map.of("kind", "GIFT", "text", "From " + SECRET + ":\nMoss PG7"),
                                    "under-the-former")
                            .must(201)
                            .json()
                            .get("id")
                            .asLong())
                    .as("the same act, told again under its key")
                    .isEqualTo(drafted);
            there.undoLast();
            assertThat(there.get("/api/givers/" + giver(there, gone) + "/name")
                            .must(200)
                            .text())
                    .as("of the gift that was deleted")
                    .contains(SECRET);
            there.undoLast();
            assertThat(there.get("/api/givers/" + giver(there, id) + "/name")
                            .must(200)
                            .text())
                    .as("of the gift that is a draft again")
                    .contains(SECRET);
        }
    }

    @Test
    void whatAFormerKeySignedIsKnown() {
        String signature = new Sealed(FORMER).sign("a browser");
        assertThat(new Sealed(NEW + "," + FORMER).isSigned("a browser", signature))
                .isTrue();
        assertThat(new Sealed(NEW).isSigned("a browser", signature)).isFalse();
    }
}
