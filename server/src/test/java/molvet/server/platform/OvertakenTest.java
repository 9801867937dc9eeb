package molvet.server.platform;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.concurrent.BrokenBarrierException;
import java.util.concurrent.CyclicBarrier;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.TimeoutException;
import java.util.concurrent.atomic.AtomicInteger;
import molvet.server.Api;
import molvet.server.RunningMolvet;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.springframework.boot.autoconfigure.condition.ConditionalOnProperty;
import org.springframework.context.ConfigurableApplicationContext;
import org.springframework.dao.CannotAcquireLockException;
import org.springframework.http.HttpStatus;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.transaction.support.TransactionSynchronization;
import org.springframework.transaction.support.TransactionSynchronizationManager;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** An act that the database rolls back for another’s sake is done again, and nobody notices. */
class OvertakenTest {
    /** Acts that meet others in the database. */
    @RestController
    @ConditionalOnProperty("molvet.meeting")
    public static class Meeting {
        private final JdbcClient db;
        private static final CyclicBarrier BOTH = new CyclicBarrier(2);
        private static final AtomicInteger TRIES = new AtomicInteger();

        Meeting(JdbcClient db) {
            this.db = db;
        }

        /** Both hold the row that the other one waits for. */
        @PostMapping("/api/meeting/{first}/{second}")
        @ResponseStatus(HttpStatus.CREATED)
        @Transactional
        public int cross(@PathVariable long first, @PathVariable long second) throws Exception {
            int which = TRIES.incrementAndGet();
            note(first);
            if (which <= 2) await();
            note(second);
            return which;
        }

        /** As a cluster answers: all went well until the very end. */
        @PostMapping("/api/meeting/late/{paint}/{times}")
        @ResponseStatus(HttpStatus.CREATED)
        @Transactional
        public int late(@PathVariable long paint, @PathVariable int times) {
            note(paint);
            int which = TRIES.incrementAndGet();
            TransactionSynchronizationManager.registerSynchronization(new TransactionSynchronization() {
                @Override
                public void beforeCommit(boolean readOnly) {
                    if (which <= times) throw new CannotAcquireLockException("WSREP detected deadlock/conflict");
                }
            });
            return which;
        }

        private void note(long paint) {
            db.sql("update paint set note = concat(note, '.') where id = ?")
                    .param(paint)
                    .update();
        }

        private void await() throws InterruptedException, BrokenBarrierException, TimeoutException {
            BOTH.await(20, TimeUnit.SECONDS);
        }
    }

    private static ConfigurableApplicationContext server;

    @BeforeAll
    static void another() {
        server = RunningMolvet.start(Map.of("molvet.meeting", true));
    }

    @AfterAll
    static void close() {
        server.close();
    }

    private static Api here(Api me) {
        return me.at(RunningMolvet.url(server));
    }

    private static String note(Api me, long paint) {
        return me.get("/api/paints/" + paint).must(200).json().get("note").asString();
    }

    @Test
    void ofTwoActsThatWaitForEachOtherBothHappenOnce() throws Exception {
        Meeting.TRIES.set(0);
        Api one = Api.collector();
        Api other = Api.collector();
        long a = one.paint("Meeting Grey", "PBk6").get("id").asLong();
        long b = other.paint("Meeting Red", "PR101").get("id").asLong();
        List<Api> who = List.of(here(one), here(other));
        List<String> ways = List.of(a + "/" + b, b + "/" + a);
        List<Api.Answer> answers =
                Api.atOnce(2, i -> who.get(i).post("/api/meeting/" + ways.get(i), Map.of(), "cross-" + i));
        answers.forEach(x -> x.must(201));
        assertThat(Arrays.asList(note(one, a), note(other, b))).containsExactly("..", "..");
        assertThat(answers).extracting(x -> x.json().asInt()).contains(3);
    }

    @Test
    void anActThatCannotBeSavedAtItsVeryEndIsDoneAgain() {
        Api me = Api.collector();
        long paint = me.paint("Meeting Ochre", "PY43").get("id").asLong();
        Meeting.TRIES.set(0);
        assertThat(here(me).post("/api/meeting/late/" + paint + "/3", Map.of(), "late")
                        .must(201)
                        .json()
                        .asInt())
                .isEqualTo(4);
        assertThat(note(me, paint)).isEqualTo(".");
        assertThat(here(me).post("/api/meeting/late/" + paint + "/3", Map.of(), "late")
                        .must(201)
                        .json()
                        .asInt())
                .isEqualTo(4);
        assertThat(note(me, paint)).isEqualTo(".");
    }

    @Test
    void oneThatIsOvertakenAgainAndAgainIsToldThatNothingWasSaved() {
        Api me = Api.collector();
        long paint = me.paint("Meeting Umber", "PBr7").get("id").asLong();
        Meeting.TRIES.set(0);
        Api.Answer answer = here(me).post("/api/meeting/late/" + paint + "/1000", Map.of(), "never");
        assertThat(answer.must(409).kind()).isEqualTo("changed-meanwhile");
        assertThat(answer.text()).contains("Nothing was saved; try again.");
        assertThat(note(me, paint)).isEmpty();
        assertThat(here(me).post("/api/meeting/late/" + paint + "/0", Map.of(), "never-2")
                        .status())
                .isEqualTo(201);
    }
}
