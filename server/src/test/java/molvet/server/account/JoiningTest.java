package molvet.server.account;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.List;
import java.util.Map;
import molvet.core.pigment.PigmentReference;
import molvet.core.pigment.Recipe;
import molvet.server.Api;
import molvet.server.RunningMolvet;
import molvet.server.reading.standin.SimulatedPainter;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.springframework.context.ConfigurableApplicationContext;

/** A Molvet of a school: one joins by a word, and has room for so much. */
class JoiningTest {
    private static ConfigurableApplicationContext school;
    private static int count;

    @BeforeAll
    static void open() {
        // There is one already, who needed no word.
        Api.collector();
        school = RunningMolvet.start(Map.of(
                "molvet.sign-up", "invited",
                "molvet.invitation", "Grey heron - 7 reeds",
                "molvet.most-paints", "5",
                "molvet.most-readings", "2"));
    }

    @AfterAll
    static void close() {
        school.close();
    }

    private static Api stranger() {
        return new Api(RunningMolvet.url(school));
    }

    private static Api.Answer join(Api who, String word) {
        return who.post(
                "/api/collectors",
                Map.of(
                        "email",
                        "pupil" + ++count + "-" + System.nanoTime() + "@molvet.example",
                        "password",
                        "long enough",
                        "invitation",
                        word));
    }

    private static Api pupil() {
        Api me = stranger();
        join(me, "GREY HERON 7 REEDS").must(201);
        return me;
    }

    @Test
    void theWordIsNeededHoweverItIsWrittenAndGuessingIsSlowedDown() {
        Api guest = stranger();
        assertThat(guest.get("/api/session").json().get("byInvitation").asBoolean())
                .isTrue();
        assertThat(join(guest, "").must(422).json().at("/errors/0/where").asString())
                .isEqualTo("invitation");
        pupil();
        for (int i = 0; i < 5; i++) join(guest, "guess " + i).must(422);
        Api.Answer slowed = join(guest, "guess");
        assertThat(slowed.must(429).raw().headers().firstValue("Retry-After")).isPresent();
        // Time passes; the right word makes good.
        RunningMolvet.moveClock(java.time.Duration.ofMinutes(20));
        pupil();
        join(guest, "guess").must(422);
        pupil();
    }

    @Test
    void aWordThatCouldBeGuessedOrAChoiceThatIsNoneDoesNotStart() {
        assertThatThrownBy(() -> new WhoMayJoin("invited", "heron", null))
                .hasMessageContaining("MOLVET_INVITATION")
                .hasMessageContaining("at least 12 characters");
        assertThatThrownBy(() -> new WhoMayJoin("everyone", "", null)).hasMessageContaining("first, invited or open");
    }

    @Test
    void paintsAreLimitedAndToldOfBefore() {
        Api me = pupil();
        for (int i = 0; i < 4; i++) me.paint("Reed " + i, "PY43");
        assertThat(limits(me)).contains("4 paints; 5 at most.");
        long last = me.paint("Reed 4", "PY43").get("id").asLong();
        assertThat(limits(me)).contains("5 paints; 5 at most. The room is nearly used up.");
        Api.Answer full = me.post("/api/paints", Map.of("name", "Reed 5", "form", "TUBE"), "one-too-many");
        assertThat(full.must(409).kind()).isEqualTo("no-room");
        assertThat(full.text()).contains("there would be 6 paints, and 5 are the most here. Nothing was saved.");
        assertThat(me.find("").json().get("total").asInt()).isEqualTo(5);
        // What is there can be worked with; what goes makes room.
        me.post("/api/paints/" + last + "/observations", Map.of("trait", "liking", "value", "loved"))
                .must(201);
        me.undoLast();
        me.undoLast();
        me.paint("Reed 5", "PY43");
        assertThat(me.find("").json().get("total").asInt()).isEqualTo(5);
    }

    @Test
    void readingsOfADayAreLimitedAndThereAreMoreTomorrow() {
        Api me = pupil();
        byte[] scan = new SimulatedPainter(PigmentReference.standard()).paint(Recipe.of("PB29"), 3);
        for (int i = 0; i < 2; i++)
            me.upload("/api/readings", "picture", "a" + i + ".png", scan).must(202);
        Api.Answer full = me.upload("/api/readings", "picture", "a.png", scan);
        assertThat(full.must(409).text())
                .contains("3 readings today, and 2 are the most here", "There are more tomorrow.");
        RunningMolvet.moveClock(java.time.Duration.ofDays(1));
        me.upload("/api/readings", "picture", "b.png", scan).must(202);
    }

    @Test
    void onesOwnMachineHasNoLimitAndTellsOfNone() {
        assertThat(molvet.server.platform.Limit.of("", "first", 3)).isEqualTo(Long.MAX_VALUE);
        assertThat(molvet.server.platform.Limit.of("", "open", 3)).isEqualTo(3);
        assertThat(molvet.server.platform.Limit.of(" 8 ", "first", 3)).isEqualTo(8);
    }

    private static List<String> limits(Api me) {
        String all = me.get("/api/limits").must(200).text();
        return List.of(all.split("\"said\":\"|\",\"nearly\"")).stream()
                .flatMap(s -> java.util.stream.Stream.of(s, s.replaceAll(" Ask whoever.*", "")))
                .toList();
    }
}
