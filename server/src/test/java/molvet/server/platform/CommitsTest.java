package molvet.server.platform;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.mockito.ArgumentMatchers.any;
import static org.mockito.ArgumentMatchers.anyInt;
import static org.mockito.ArgumentMatchers.anyString;
import static org.mockito.Mockito.doAnswer;
import static org.mockito.Mockito.mock;
import static org.mockito.Mockito.when;

import java.sql.Connection;
import java.util.HashMap;
import java.util.Map;
import molvet.server.RunningMolvet;
import molvet.server.TestDatabase;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.transaction.PlatformTransactionManager;
import org.springframework.transaction.support.TransactionSynchronization;
import org.springframework.transaction.support.TransactionSynchronizationManager;
import org.springframework.transaction.support.TransactionTemplate;
import org.springframework.web.context.request.RequestAttributes;
import org.springframework.web.context.request.RequestContextHolder;

/** What is said of an act that broke off, at each moment at which it can. */
class CommitsTest {
    private final JdbcClient db = RunningMolvet.context().getBean(JdbcClient.class);
    private TransactionTemplate act;

    @BeforeEach
    void aRequest() {
        Map<String, Object> kept = new HashMap<>();
        RequestAttributes request = mock();
        when(request.getAttribute(anyString(), anyInt())).then(i -> kept.get(i.<String>getArgument(0)));
        doAnswer(i -> kept.put(i.getArgument(0), i.getArgument(1)))
                .when(request)
                .setAttribute(anyString(), any(), anyInt());
        RequestContextHolder.setRequestAttributes(request);
        act = new TransactionTemplate(RunningMolvet.context().getBean(PlatformTransactionManager.class));
        act.setName("act");
    }

    @AfterEach
    void overWithIt() {
        RequestContextHolder.resetRequestAttributes();
    }

    @Test
    void beforeTheCommitNothingWasSaved() {
        assertThatThrownBy(() -> act.executeWithoutResult(status -> {
                    db.sql("select 1").query(Long.class).single();
                    throw new IllegalStateException();
                }))
                .isInstanceOf(IllegalStateException.class);
        assertThat(Commits.said()).isEqualTo("Nothing was saved.");
    }

    @Test
    void aConnectionLostInTheCommitLeavesItOpen() {
        assertThatThrownBy(() -> act.executeWithoutResult(status -> {
                    long connection =
                            db.sql("select connection_id()").query(Long.class).single();
                    db.sql("update collector set name = name where id = 0").update();
                    // When all of the act is done and only the commit is left.
                    TransactionSynchronizationManager.registerSynchronization(new TransactionSynchronization() {
                        @Override
                        public void beforeCompletion() {
                            kill(connection);
                        }
                    });
                }))
                .isInstanceOf(RuntimeException.class);
        assertThat(Commits.said()).contains("not known yet", "happens once");
    }

    @Test
    void afterTheCommitItIsSavedWhateverBreaks() {
        act.executeWithoutResult(status -> db.sql("select 1").query(Long.class).single());
        assertThat(Commits.said()).startsWith("It was saved");
    }

    @Test
    void aSessionThatIsKeptIsNoAct() {
        act.setName(null);
        act.executeWithoutResult(status -> db.sql("select 1").query(Long.class).single());
        assertThat(Commits.said()).isEqualTo("Nothing was saved.");
    }

    private static void kill(long connection) {
        try (Connection other = TestDatabase.get().connect();
                var s = other.createStatement()) {
            s.execute("kill " + connection);
        } catch (java.sql.SQLException e) {
            throw new IllegalStateException(e);
        }
    }
}
