package molvet.server.reading;

import static org.assertj.core.api.Assertions.assertThat;

import java.sql.Connection;
import java.sql.ResultSet;
import java.sql.Statement;
import java.time.Clock;
import java.time.LocalDateTime;
import java.util.Map;
import molvet.core.pigment.PigmentReference;
import molvet.core.pigment.Recipe;
import molvet.server.Api;
import molvet.server.RunningMolvet;
import molvet.server.TestDatabase;
import molvet.server.platform.Collector;
import molvet.server.platform.Utc;
import molvet.server.reading.standin.SimulatedPainter;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;

/** Several servers take pictures from one queue: none is read twice, and none is left lying by a server that is gone. */
class ManyReadersTest {
    private final SheetReadingStore store = RunningMolvet.context().getBean(SheetReadingStore.class);
    private final Clock clock = RunningMolvet.context().getBean(Clock.class);
    private Api me;
    private long scan;
    /** As that server took it from the queue. */
    private SheetReadingStore.ScanRow theirs;

    /** Begun by a server that is somewhere else. */
    @BeforeEach
    void aPictureThatAnotherServerReads() throws Exception {
        me = Api.collector();
        scan = upload();
        me.read(scan);
        theirs = row();
        set("state = 'READING', reader = 'elsewhere', version = version + 1, started_at = '" + now() + "'");
    }

    private long upload() {
        byte[] picture = new SimulatedPainter(PigmentReference.standard()).paint(Recipe.of("PB29"), 3);
        return me.upload("/api/readings", "picture", "a.png", picture)
                .must(202)
                .json()
                .get("reading")
                .asLong();
    }

    private LocalDateTime now() {
        return Utc.of(clock.instant());
    }

    private String state() {
        return me.get("/api/readings/" + scan).must(200).json().get("state").asString();
    }

    private void set(String what) throws Exception {
        try (Connection db = TestDatabase.get().connect();
                Statement s = db.createStatement()) {
            s.execute("update scan set " + what + " where id = " + scan);
        }
    }

    private SheetReadingStore.ScanRow row() throws Exception {
        try (Connection db = TestDatabase.get().connect();
                Statement s = db.createStatement();
                ResultSet of = s.executeQuery("select collector_id from scan where id = " + scan)) {
            of.next();
            return store.scan(new Collector(of.getLong(1), me.email()), scan).orElseThrow();
        }
    }

    @Test
    void whatAnotherServerReadsIsLeftToItUntilItHasTakenLongerThanAnyReadingDoes() throws Exception {
        store.againBegunBefore(now().minusSeconds(90));
        assertThat(state()).isEqualTo("READING");
        set("started_at = '" + now().minusSeconds(91) + "'");
        store.againBegunBefore(now().minusSeconds(90));
        // The queue of this server is woken by another picture, and reads this one, too.
        upload();
        me.read(scan);
        assertThat(state()).isEqualTo("FAILED");
        assertThat(me.get("/api/readings/" + scan).json().get("why").asString()).isNotEmpty();
    }

    @Test
    void whatWasTakenFromAServerIsNoLongerItsToWriteOf() throws Exception {
        assertThat(store.progress(theirs, 0.5)).isTrue();
        assertThat(me.get("/api/readings/" + scan).json().get("progress").asDouble())
                .as("seen from here")
                .isEqualTo(0.5);
        me.post("/api/readings/" + scan + "/stop", Map.of());
        assertThat(state()).isEqualTo("STOPPED");
        assertThat(store.progress(theirs, 0.7)).as("it is told to stop").isFalse();
        store.fail(theirs, "too late", "", now());
        assertThat(state()).isEqualTo("STOPPED");
    }

    @Test
    void ofTwoServersOneBeginsIt() throws Exception {
        set("state = 'QUEUED', version = 50, queued_at = '2090-01-01'");
        SheetReadingStore.ScanRow queued = row();
        boolean first = store.begin(queued, "one", now());
        assertThat(store.begin(queued, "other", now())).isFalse();
        // Unless this server’s own queue was faster than both.
        if (first) {
            store.again("other");
            assertThat(state()).isEqualTo("READING");
            store.again("one");
        }
        me.read(scan);
    }
}
