package molvet.server.platform;

import static org.assertj.core.api.Assertions.assertThat;

import java.sql.SQLException;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import org.mockito.Mockito;
import org.springframework.http.HttpHeaders;
import org.springframework.http.HttpStatus;
import org.springframework.http.ResponseEntity;
import org.springframework.http.converter.HttpMessageNotWritableException;
import org.springframework.jdbc.CannotGetJdbcConnectionException;
import org.springframework.jdbc.UncategorizedSQLException;
import org.springframework.web.context.request.WebRequest;

/** What is said of what the database could not do; its numbers are from MariaDB's list of error codes. */
class ProblemsTest {
    private static ResponseEntity<?> answered(String said, int code) {
        return new Problems()
                .data(new UncategorizedSQLException("insert", "insert …", new SQLException(said, "HY000", code)));
    }

    /** ER_DISK_FULL, ER_OPEN_AS_READONLY, ER_RECORD_FILE_FULL, ER_OPTION_PREVENTS_STATEMENT, ER_READ_ONLY_MODE. */
    @ParameterizedTest
    @ValueSource(ints = {1021, 1036, 1114, 1290, 1836})
    void aDiskThatTakesNothingMoreIsSaidAsThatAndCanBeTriedAgain(int code) {
        ResponseEntity<?> answer = answered("The table 'paint' is full", code);
        assertThat(answer.getStatusCode().value()).isEqualTo(503);
        assertThat(answer.getBody().toString())
                .contains("molvet:database-away")
                .contains("The disk of the collection is full, or can only be read");
    }

    /** ER_SERVER_SHUTDOWN, ER_QUERY_INTERRUPTED, ER_CONNECTION_KILLED: a node that is stopped for its renewal is back in a while. */
    @ParameterizedTest
    @ValueSource(ints = {1053, 1317, 1927})
    void aDatabaseThatIsShutDownAmidAStatementIsAwayAndCanBeAskedAgain(int code) {
        ResponseEntity<?> answer = answered("Connection was killed", code);
        assertThat(answer.getStatusCode().value()).isEqualTo(503);
        assertThat(answer.getBody().toString()).contains("molvet:database-away");
    }

    /** ER_GET_ERRNO is whatever the system said: 28 is ENOSPC, 126 a broken file. */
    @Test
    void ofTheSystemsErrorsOnlyAFullDiskIsOne() {
        assertThat(answered("Got error 28 \"No space left on device\" from storage engine InnoDB", 1030)
                        .getStatusCode()
                        .value())
                .isEqualTo(503);
        assertThat(answered("Got error 126 \"Index file is crashed\" from storage engine Aria", 1030)
                        .getStatusCode()
                        .value())
                .isEqualTo(500);
    }

    /** ER_PARSE_ERROR is a fault of ours, and is not put on the disk. */
    @Test
    void aFaultOfOursIsNotCalledAFullDisk() {
        ResponseEntity<?> answer = answered("You have an error in your SQL syntax", 1064);
        assertThat(answer.getStatusCode().value()).isEqualTo(500);
        assertThat(answer.getBody().toString()).doesNotContain("disk");
    }

    /** An answer of which the session could not be saved while it was written is no fault of ours, and is asked for again. */
    @Test
    void anAnswerThatCouldNotBeSentForTheDatabaseSaysSo() {
        Problems problems = new Problems();
        WebRequest request = Mockito.mock(WebRequest.class);
        HttpHeaders none = HttpHeaders.EMPTY;
        HttpStatus error = HttpStatus.INTERNAL_SERVER_ERROR;
        Throwable cause = new IllegalStateException(
                new CannotGetJdbcConnectionException("gone", new SQLException("Connection reset", "08000")));
        ResponseEntity<?> answer = problems.handleHttpMessageNotWritable(
                new HttpMessageNotWritableException("Could not write JSON", cause), none, error, request);
        assertThat(answer.getStatusCode().value()).isEqualTo(503);
        assertThat(answer.getBody().toString()).contains("molvet:database-away");
        ResponseEntity<?> ours = problems.handleHttpMessageNotWritable(
                new HttpMessageNotWritableException("Could not write JSON", new IllegalStateException()),
                none,
                error,
                request);
        assertThat(ours.getStatusCode().value()).isEqualTo(500);
        assertThat(ours.getBody().toString()).contains("molvet:unexpected");
    }
}
