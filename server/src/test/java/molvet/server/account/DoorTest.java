package molvet.server.account;

import static org.assertj.core.api.Assertions.assertThat;

import ch.qos.logback.classic.Logger;
import ch.qos.logback.classic.spi.ILoggingEvent;
import ch.qos.logback.core.read.ListAppender;
import java.sql.Connection;
import java.sql.ResultSet;
import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import molvet.server.Api;
import molvet.server.RunningMolvet;
import molvet.server.TestDatabase;
import org.junit.jupiter.api.Test;
import org.slf4j.LoggerFactory;
import org.springframework.context.ConfigurableApplicationContext;
import tools.jackson.databind.JsonNode;

class DoorTest {
    @Test
    void aSessionServesAtEveryServerAndOutlivesThem() {
        Api me = Api.collector();
        ConfigurableApplicationContext second = RunningMolvet.start(Map.of());
        try {
            Api there = me.at(RunningMolvet.url(second));
            assertThat(there.get("/api/session").json().get("signedIn").asBoolean())
                    .isTrue();
            there.post("/api/paints", Map.of("name", "Tern Grey")).must(201);
        } finally {
            second.close();
        }
        assertThat(Api.names(me.find(""))).containsExactly("Tern Grey");
    }

    private static Map<String, String> signIn(Api who, String password) {
        return Map.of("email", who.email(), "password", password);
    }

    @Test
    void wrongPasswordsSlowDownAndWaitingHelps() {
        Api me = Api.collector();
        for (int i = 0; i < 5; i++)
            Api.stranger().post("/api/session", signIn(me, "not this")).must(401);
        Api.Answer slowed = Api.stranger().post("/api/session", signIn(me, Api.PASSWORD));
        slowed.must(429);
        assertThat(slowed.raw().headers().firstValue("Retry-After")).isPresent();
        assertThat(slowed.json().get("detail").asString()).contains("try again in");
        RunningMolvet.moveClock(Duration.ofSeconds(3));
        Api.stranger().post("/api/session", signIn(me, Api.PASSWORD)).must(200);
        Api.stranger().post("/api/session", signIn(me, "not this")).must(401);
    }

    /** For whoever runs the machine: what they are told of who came and who was sent away, and no secret among it. */
    @Test
    void whoIsLetInAndWhoIsNotStandsInTheLog() {
        Logger log = (Logger) LoggerFactory.getLogger(AccessLog.class);
        ListAppender<ILoggingEvent> lines = new ListAppender<>();
        lines.start();
        log.addAppender(lines);
        try {
            Api me = Api.collector();
            Api.stranger().post("/api/session", signIn(me, "not this one")).must(401);
            Api.stranger().post("/api/session", signIn(me, Api.PASSWORD)).must(200);
            me.put("/api/account/password", Map.of("old", Api.PASSWORD, "fresh", "another long word"))
                    .must(204);
            List<String> told = List.copyOf(lines.list).stream()
                    .map(ILoggingEvent::getFormattedMessage)
                    .toList();
            String here = ", from address 127.0.0.1";
            assertThat(told)
                    .anyMatch(l -> l.matches("Made an account: collector \\d+" + here))
                    .contains("Not let in: e-mail and password do not belong together" + here)
                    .anyMatch(l -> l.matches("Let in: collector \\d+" + here))
                    .anyMatch(l -> l.matches("Changed the password: collector \\d+" + here))
                    .noneMatch(l -> l.contains(me.email()) || l.contains("not this one") || l.contains(Api.PASSWORD));
        } finally {
            log.detachAppender(lines);
        }
    }

    @Test
    void whoGuessesSlowsDownHimselfAndNotTheOwnersOwnBrowser() {
        Api me = Api.collector();
        for (int i = 0; i < 75; i++) {
            Api.stranger().post("/api/session", signIn(me, "guess " + i));
            RunningMolvet.moveClock(Duration.ofSeconds(1));
        }
        Api.stranger().post("/api/session", signIn(me, Api.PASSWORD)).must(429);
        me.delete("/api/session").must(204);
        Api.Answer in = me.post("/api/session", signIn(me, Api.PASSWORD)).must(200);
        int told = in.json().at("/wrongPasswords/count").asInt();
        assertThat(told).isBetween(6, 20);
        assertThat(in.json().at("/wrongPasswords/last").asString()).isNotEmpty();
        me.delete("/api/session").must(204);
        assertThat(me.post("/api/session", signIn(me, Api.PASSWORD)).json().hasNonNull("wrongPasswords"))
                .as("told once")
                .isFalse();
        RunningMolvet.moveClock(Duration.ofDays(1));
        Api.stranger().post("/api/session", signIn(me, "a typo")).must(401);
        Api.stranger().post("/api/session", signIn(me, Api.PASSWORD)).must(200);
    }

    @Test
    void aKnownBrowserIsSlowedDownAsAnyoneWhenItGuessesItself() {
        Api me = Api.collector();
        me.delete("/api/session").must(204);
        for (int i = 0; i < 5; i++)
            me.post("/api/session", signIn(me, "not this")).must(401);
        me.post("/api/session", signIn(me, Api.PASSWORD)).must(429);
        Api other = Api.collector();
        other.delete("/api/session").must(204);
        for (int i = 0; i < 5; i++)
            Api.stranger().post("/api/session", signIn(me, "not this")).must(401);
        other.post("/api/session", signIn(me, Api.PASSWORD)).must(429);
    }

    @Test
    void aHundredTriesAtOnceAreNoBetterThanAHundredInARow() throws Exception {
        Api me = Api.collector();
        List<Api.Answer> answers = Api.atOnce(100, i -> Api.stranger().post("/api/session", signIn(me, "guess " + i)));
        assertThat(answers.stream().filter(a -> a.status() == 401)).hasSizeLessThanOrEqualTo(5);
        assertThat(answers).allMatch(a -> a.status() == 401 || a.status() == 429 || a.status() == 503);
    }

    @Test
    void anOpenPageIsNoPlaceToGuessAt() {
        Api me = Api.collector();
        for (int i = 0; i < 5; i++)
            me.put("/api/account/password", Map.of("old", "no " + i, "fresh", "another long one"))
                    .must(422);
        me.put("/api/account/password", Map.of("old", Api.PASSWORD, "fresh", "another long one"))
                .must(429);
        me.send("DELETE", "/api/account", Api.json(Map.of("password", Api.PASSWORD)), "application/json", Map.of())
                .must(429);
        me.get("/api/waiting").must(200);
    }

    @Test
    void whoSignsInOnOneDeviceTooManyIsSignedOutWhereItIsLongestAgo() {
        ConfigurableApplicationContext few = RunningMolvet.start(Map.of("molvet.most-sessions", "2"));
        try {
            Api me = Api.collector();
            List<Api> devices = new ArrayList<>();
            for (int i = 0; i < 3; i++) {
                Api device = new Api(RunningMolvet.url(few));
                device.post("/api/session", signIn(me, Api.PASSWORD)).must(200);
                devices.add(device);
            }
            devices.get(0).get("/api/waiting").must(401);
            devices.get(1).get("/api/waiting").must(200);
            devices.get(2).get("/api/waiting").must(200);
        } finally {
            few.close();
        }
    }

    @Test
    void anUnknownAddressIsToldNoMoreThanAWrongPassword() {
        Api.Answer unknown =
                Api.stranger().post("/api/session", Map.of("email", "nobody@molvet.example", "password", "x"));
        Api.Answer wrong = Api.stranger()
                .post("/api/session", Map.of("email", Api.collector().email(), "password", "x"));
        // But for the name that every request has.
        assertThat(unknown.must(401).text().replaceAll("\"request\":\"\\w+\"", ""))
                .isEqualTo(wrong.must(401).text().replaceAll("\"request\":\"\\w+\"", ""));
    }

    @Test
    void aChangeWithoutTheTokenIsRefused() {
        Api me = Api.collector();
        me.send(
                        "POST",
                        "/api/paints",
                        Api.json(Map.of("name", "x")),
                        "application/json",
                        Map.of("X-XSRF-TOKEN", "stolen"))
                .must(403);
        assertThat(me.find("").json().get("total").asInt()).isZero();
    }

    @Test
    void everyAnswerCarriesStrictHeaders() {
        var headers = Api.stranger().get("/").must(200).raw().headers();
        String policy = headers.firstValue("Content-Security-Policy").orElseThrow();
        assertThat(policy).contains("default-src 'none'", "script-src 'self'", "frame-ancestors 'none'");
        assertThat(policy).doesNotContain("unsafe");
        assertThat(headers.firstValue("X-Content-Type-Options")).contains("nosniff");
        assertThat(Api.stranger().get("/").text()).doesNotContainPattern("<script(?![^>]* src=)[^>]*>|style=|onload=");
    }

    @Test
    void thePasswordIsKeptAsABcryptHashOnly() throws Exception {
        Api me = Api.collector();
        try (Connection db = TestDatabase.get().connect();
                var s = db.createStatement()) {
            ResultSet r = s.executeQuery("select password_hash from collector where email = '" + me.email() + "'");
            r.next();
            assertThat(r.getString(1)).matches("\\$2a\\$\\d\\d\\$.{53}");
        }
        // Here at the cheapest cost; wherever nothing else is said, at eleven.
        assertThat(SecurityConfig.class
                        .getDeclaredMethod("passwords", int.class)
                        .getParameters()[0]
                        .getAnnotation(org.springframework.beans.factory.annotation.Value.class)
                        .value())
                .isEqualTo("${molvet.password-cost:11}");
    }

    @Test
    void changingThePasswordEndsOtherSessions() {
        Api me = Api.collector();
        Api phone = Api.stranger();
        phone.post("/api/session", Map.of("email", me.email(), "password", Api.PASSWORD))
                .must(200);
        me.put("/api/account/password", Map.of("old", "wrong", "fresh", "another long one"))
                .must(422);
        me.put("/api/account/password", Map.of("old", Api.PASSWORD, "fresh", "short"))
                .must(422);
        me.put("/api/account/password", Map.of("old", Api.PASSWORD, "fresh", "another long one"))
                .must(204);
        me.get("/api/waiting").must(200);
        phone.get("/api/waiting").must(401);
        Api.stranger()
                .post("/api/session", Map.of("email", me.email(), "password", Api.PASSWORD))
                .must(401);
        Api.stranger()
                .post("/api/session", Map.of("email", me.email(), "password", "another long one"))
                .must(200);
    }

    @Test
    void deletingTheAccountLeavesNoRowBehind() throws Exception {
        Api me = Api.collector();
        me.painted("Tern Grey", "R1 1");
        me.send("DELETE", "/api/account", Api.json(Map.of("password", "no")), "application/json", Map.of())
                .must(422);
        long id;
        try (Connection db = TestDatabase.get().connect();
                var s = db.createStatement()) {
            ResultSet r = s.executeQuery("select id from collector where email = '" + me.email() + "'");
            r.next();
            id = r.getLong(1);
            me.send("DELETE", "/api/account", Api.json(Map.of("password", Api.PASSWORD)), "application/json", Map.of())
                    .must(204);
            ResultSet tables = db.createStatement()
                    .executeQuery("select table_name from information_schema.columns where table_schema = 'molvet' and"
                            + " column_name = 'collector_id'");
            while (tables.next()) {
                ResultSet left =
                        s.executeQuery("select count(*) from `" + tables.getString(1) + "` where collector_id = " + id);
                left.next();
                assertThat(left.getInt(1)).as(tables.getString(1)).isZero();
            }
        }
        me.get("/api/waiting").must(401);
    }

    @Test
    void onlyTheFirstCollectorMakesAnAccountUnlessOpened() {
        ConfigurableApplicationContext closed = RunningMolvet.start(Map.of("molvet.sign-up", "first"));
        try {
            Api stranger = new Api(RunningMolvet.url(closed));
            Api.collector();
            assertThat(stranger.get("/api/session").json().get("mayMakeAccount").asBoolean())
                    .isFalse();
            Api.Answer refused = stranger.post(
                    "/api/collectors", Map.of("email", "second@molvet.example", "password", "long enough"));
            assertThat(refused.must(409).kind()).isEqualTo("accounts-closed");
        } finally {
            closed.close();
        }
    }

    @Test
    void badAccountsAreRefusedByField() {
        Api stranger = Api.stranger();
        assertThat(stranger.post("/api/collectors", Map.of("email", "not an address", "password", "long enough"))
                        .must(422)
                        .json()
                        .at("/errors/0/where")
                        .asString())
                .isEqualTo("email");
        stranger.post("/api/collectors", Map.of("email", "a@b.example", "password", "ü".repeat(40)))
                .must(422);
        stranger.post("/api/collectors", Map.of("email", Api.collector().email(), "password", "long enough"))
                .must(422);
        stranger.send("POST", "/api/collectors", "email=x".getBytes(), "application/x-www-form-urlencoded", Map.of())
                .must(415);
    }

    @Test
    void whereOneIsSignedInIsListedAndEndedFromAnyOfThem() {
        Api here = Api.collector();
        Api there = Api.stranger();
        there.post("/api/session", signIn(here, Api.PASSWORD)).must(200);
        JsonNode listed = here.get("/api/account/sessions").must(200).json().get("sessions");
        assertThat(listed).hasSize(2);
        assertThat(listed.valueStream().filter(s -> s.get("here").asBoolean())).hasSize(1);
        assertThat(listed.toString()).doesNotContain(here.email());
        // One alone is ended by what it is called, which is not the secret of its cookie, and by nobody else.
        Api phone = Api.stranger();
        phone.post("/api/session", signIn(here, Api.PASSWORD)).must(200);
        String called = phone.get("/api/account/sessions")
                .json()
                .get("sessions")
                .valueStream()
                .filter(s -> s.get("here").asBoolean())
                .map(s -> s.get("called").asString())
                .findFirst()
                .orElseThrow();
        Api.collector().delete("/api/account/sessions/" + called).must(404);
        phone.get("/api/paints").must(200);
        here.delete("/api/account/sessions/" + called).must(204);
        phone.get("/api/paints").must(401);
        there.get("/api/paints").must(200);
        here.delete("/api/account/sessions/" + called).must(404);
        here.delete("/api/account/sessions").must(204);
        there.get("/api/paints").must(401);
        here.get("/api/paints").must(200);
        assertThat(here.get("/api/account/sessions").json().get("sessions")).hasSize(1);
        Api.stranger().get("/api/account/sessions").must(401);
    }
}
