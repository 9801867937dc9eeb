package molvet.server.platform;

import java.sql.SQLException;
import java.sql.SQLTransientConnectionException;
import java.time.Duration;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import molvet.core.measure.Refusal;
import molvet.core.measure.Spelling;
import org.jspecify.annotations.Nullable;
import org.slf4j.MDC;
import org.springframework.dao.DataAccessException;
import org.springframework.dao.DataAccessResourceFailureException;
import org.springframework.dao.DuplicateKeyException;
import org.springframework.dao.PessimisticLockingFailureException;
import org.springframework.dao.RecoverableDataAccessException;
import org.springframework.dao.TransientDataAccessException;
import org.springframework.http.HttpHeaders;
import org.springframework.http.HttpStatus;
import org.springframework.http.HttpStatusCode;
import org.springframework.http.ProblemDetail;
import org.springframework.http.ResponseEntity;
import org.springframework.http.converter.HttpMessageNotReadableException;
import org.springframework.http.converter.HttpMessageNotWritableException;
import org.springframework.jdbc.CannotGetJdbcConnectionException;
import org.springframework.transaction.CannotCreateTransactionException;
import org.springframework.transaction.TransactionSystemException;
import org.springframework.web.bind.annotation.ExceptionHandler;
import org.springframework.web.bind.annotation.RestControllerAdvice;
import org.springframework.web.context.request.WebRequest;
import org.springframework.web.method.annotation.MethodArgumentTypeMismatchException;
import org.springframework.web.multipart.MaxUploadSizeExceededException;
import org.springframework.web.multipart.MultipartException;
import org.springframework.web.servlet.mvc.method.annotation.ResponseEntityExceptionHandler;
import org.springframework.web.servlet.resource.NoResourceFoundException;
import tools.jackson.databind.exc.UnrecognizedPropertyException;

/** Every error as an RFC 9457 problem document: what is wrong, what was kept, what to do. */
@RestControllerAdvice
public class Problems extends ResponseEntityExceptionHandler {
    /** The name of the request in the log’s lines, and in what is answered to it. */
    static final String REQUEST = "request";

    private static final System.Logger LOG = System.getLogger(Problems.class.getName());

    public static ProblemDetail of(HttpStatus status, String type, String title, String detail) {
        ProblemDetail problem = ProblemDetail.forStatusAndDetail(status, detail);
        problem.setType(java.net.URI.create("molvet:" + type));
        problem.setTitle(title);
        return named(problem);
    }

    private static ProblemDetail named(ProblemDetail problem) {
        String request = MDC.get(REQUEST);
        if (request != null) problem.setProperty(REQUEST, request);
        return problem;
    }

    /** What is said when the database does not answer, here and outside the dispatcher. */
    private static ProblemDetail databaseAway(String saved) {
        return of(
                HttpStatus.SERVICE_UNAVAILABLE,
                "database-away",
                "The database does not answer",
                saved + " What you typed is still on the page; it can be saved as soon as the database is back.");
    }

    private static ProblemDetail withoutRoom(String saved) {
        return of(
                HttpStatus.SERVICE_UNAVAILABLE,
                "database-away",
                "The disk is full",
                saved
                        + " The disk of the collection is full, or can only be read. What you typed is still on the page; it"
                        + " can be saved as soon as there is room.");
    }

    private static ResponseEntity<ProblemDetail> busy(String what, Duration after, String saved) {
        return ResponseEntity.status(HttpStatus.SERVICE_UNAVAILABLE)
                .header(HttpHeaders.RETRY_AFTER, String.valueOf(after.toSeconds()))
                .body(of(
                        HttpStatus.SERVICE_UNAVAILABLE,
                        "busy",
                        "Busy",
                        what + " " + saved + " Try again in " + after.toSeconds() + " seconds."));
    }

    /** No connection came free in time though the database is there: the pool names a cause only where one failed. */
    private static boolean isBusy(Throwable e) {
        for (Throwable t = e; t != null; t = t.getCause()) {
            if (t instanceof SQLTransientConnectionException) return t.getCause() == null;
        }
        return false;
    }

    /** What is answered where the database did not do what it was asked. */
    static ResponseEntity<ProblemDetail> withoutDatabase(Throwable e, String saved) {
        if (isWithoutRoom(e))
            return ResponseEntity.status(HttpStatus.SERVICE_UNAVAILABLE).body(withoutRoom(saved));
        return isBusy(e)
                ? busy("More is asked of Molvet at this moment than it can do.", Duration.ofSeconds(2), saved)
                : ResponseEntity.status(HttpStatus.SERVICE_UNAVAILABLE).body(databaseAway(saved));
    }

    /** What is said where another act took the rows that this one needs. */
    static ProblemDetail overtaken() {
        return of(
                HttpStatus.CONFLICT,
                "changed-meanwhile",
                "Changed meanwhile",
                "Another window changed the same thing at the same moment. Nothing was saved; try again.");
    }

    /** What MariaDB answers where its disk takes nothing more, because it is full or may only be read. */
    private static final Set<Integer> NO_ROOM = Set.of(1021, 1036, 1114, 1290, 1836);

    /** What its storage engine could not do, with the number of the system’s error; 28 is a disk without room. */
    private static final int ENGINE = 1030;

    private static final Pattern FULL = Pattern.compile("\\b(28|No space left)\\b");

    private static boolean isWithoutRoom(Throwable e) {
        for (Throwable t = e; t != null; t = t.getCause()) {
            if (t instanceof SQLException s
                    && (NO_ROOM.contains(s.getErrorCode())
                            || s.getErrorCode() == ENGINE
                                    && FULL.matcher(String.valueOf(s.getMessage()))
                                            .find())) return true;
        }
        return false;
    }

    /** What MariaDB answers where it is being shut down amid a statement: shutting down, interrupted, connection killed. */
    private static final Set<Integer> ENDING = Set.of(1053, 1317, 1927);

    private static boolean isEnding(Throwable e) {
        return e != null
                && (e instanceof SQLException s && ENDING.contains(s.getErrorCode()) || isEnding(e.getCause()));
    }

    /** Whether it failed because the database does not answer, or can write nothing. */
    public static boolean isDatabaseAway(Throwable e) {
        return isWithoutRoom(e)
                || isEnding(e)
                || e instanceof DataAccessResourceFailureException
                || e instanceof CannotGetJdbcConnectionException
                || e instanceof CannotCreateTransactionException
                || e instanceof TransactionSystemException
                || e instanceof RecoverableDataAccessException
                || e instanceof TransientDataAccessException && !(e instanceof PessimisticLockingFailureException);
    }

    @ExceptionHandler(Refusal.class)
    ProblemDetail refused(Refusal e) {
        ProblemDetail problem = of(
                HttpStatus.UNPROCESSABLE_CONTENT,
                "refused",
                "This cannot be taken as it is",
                String.join(" ", e.faults().stream().map(Refusal.Fault::message).toList()) + " Nothing was saved.");
        problem.setProperty(
                "errors",
                e.faults().stream()
                        .map(f -> Map.of("where", f.where(), "message", f.message(), "suggestion", f.suggestion()))
                        .toList());
        return problem;
    }

    /** A number or a word of a list that is none. */
    @ExceptionHandler(MethodArgumentTypeMismatchException.class)
    ProblemDetail mistyped(MethodArgumentTypeMismatchException e) {
        String typed = String.valueOf(e.getValue());
        boolean number = e.getRequiredType() != null
                && (e.getRequiredType().isPrimitive() || Number.class.isAssignableFrom(e.getRequiredType()));
        return of(
                HttpStatus.BAD_REQUEST,
                "refused",
                "This cannot be taken as it is",
                "“" + (typed.length() > 40 ? typed.substring(0, 40) + "…" : typed) + "” is no "
                        + (number ? "number" : "value") + " for “" + e.getName() + "”. Nothing was saved.");
    }

    @ExceptionHandler(NotFound.class)
    ProblemDetail notFound(NotFound e) {
        return of(HttpStatus.NOT_FOUND, "not-found", "Not found", e.getMessage());
    }

    @ExceptionHandler(Stale.class)
    ProblemDetail stale(Stale e) {
        ProblemDetail problem = of(HttpStatus.CONFLICT, "changed-meanwhile", "Changed meanwhile", e.getMessage());
        problem.setProperty("current", e.current());
        return problem;
    }

    @ExceptionHandler(Taken.class)
    ProblemDetail taken(Taken e) {
        ProblemDetail problem = of(HttpStatus.CONFLICT, e.type(), title(e.type()), e.getMessage());
        problem.setProperty("by", e.by());
        return problem;
    }

    /** The stable word as a title: “place-taken” is “Place taken”. */
    private static String title(String type) {
        return Character.toUpperCase(type.charAt(0)) + type.substring(1).replace('-', ' ');
    }

    @ExceptionHandler(DataAccessException.class)
    ResponseEntity<ProblemDetail> data(DataAccessException e) {
        if (isDatabaseAway(e)) return withoutDatabase(e, Commits.said());
        if (e instanceof PessimisticLockingFailureException) OnceFilter.overtaken();
        if (e instanceof DuplicateKeyException || e instanceof PessimisticLockingFailureException) {
            return ResponseEntity.status(HttpStatus.CONFLICT).body(overtaken());
        }
        return ResponseEntity.internalServerError().body(unexpected(e));
    }

    @ExceptionHandler(Busy.class)
    static ResponseEntity<ProblemDetail> busy(Busy e) {
        return busy(e.getMessage(), e.after(), "Nothing was saved.");
    }

    @ExceptionHandler({CannotCreateTransactionException.class, TransactionSystemException.class})
    ResponseEntity<ProblemDetail> transaction(RuntimeException e) {
        return withoutDatabase(e, Commits.said());
    }

    @ExceptionHandler(Exception.class)
    ProblemDetail unexpected(Exception e) {
        LOG.log(System.Logger.Level.ERROR, "Unexpected", e);
        return of(
                HttpStatus.INTERNAL_SERVER_ERROR,
                "unexpected",
                "Something went wrong here",
                Commits.said() + " It is our fault, not yours; try again, and if it stays, keep what you typed."
                        + Optional.ofNullable(MDC.get(REQUEST))
                                .map(r -> " In the log it is called " + r + ".")
                                .orElse(""));
    }

    @Override
    protected ResponseEntity<Object> createResponseEntity(
            @Nullable Object body, HttpHeaders headers, HttpStatusCode status, WebRequest request) {
        if (body instanceof ProblemDetail problem) named(problem);
        return super.createResponseEntity(body, headers, status, request);
    }

    @Override
    protected ResponseEntity<Object> handleHttpMessageNotReadable(
            HttpMessageNotReadableException e, HttpHeaders headers, HttpStatusCode status, WebRequest request) {
        if (e.getCause() instanceof UnrecognizedPropertyException unknown) {
            return ResponseEntity.unprocessableContent().body(refused(unknown(unknown)));
        }
        return ResponseEntity.badRequest()
                .body(of(
                        HttpStatus.BAD_REQUEST,
                        "unreadable",
                        "The request could not be read",
                        "The body is not the JSON this call takes. Nothing was saved."));
    }

    /** Before the first byte of an answer is sent its session is saved: that may be what could not be done. */
    @Override
    protected ResponseEntity<Object> handleHttpMessageNotWritable(
            HttpMessageNotWritableException e, HttpHeaders headers, HttpStatusCode status, WebRequest request) {
        for (Throwable t = e; t != null; t = t.getCause()) {
            if (!isDatabaseAway(t)) continue;
            ResponseEntity<ProblemDetail> away = withoutDatabase(t, Commits.said());
            return new ResponseEntity<>(away.getBody(), away.getHeaders(), away.getStatusCode());
        }
        return ResponseEntity.internalServerError().body(unexpected(e));
    }

    @Override
    protected @Nullable ResponseEntity<Object> handleNoResourceFoundException(
            NoResourceFoundException e, HttpHeaders headers, HttpStatusCode status, WebRequest request) {
        return ResponseEntity.status(HttpStatus.NOT_FOUND)
                .body(of(HttpStatus.NOT_FOUND, "not-found", "Not found", "There is nothing at this address."));
    }

    private static Refusal unknown(UnrecognizedPropertyException e) {
        String field = e.getPropertyName();
        List<String> known =
                e.getKnownPropertyIds().stream().map(Object::toString).sorted().toList();
        String near = Spelling.nearest(field, known)
                .map(k -> "Perhaps " + k + " is meant.")
                .orElse("It takes " + String.join(", ", known) + ".");
        return Refusal.of(
                e.getPath().stream()
                        .map(r -> r.getPropertyName() == null ? "[" + r.getIndex() + "]" : r.getPropertyName())
                        .collect(Collectors.joining(".")),
                "This call takes no field “" + (field.length() > 60 ? field.substring(0, 60) + "…" : field) + "”.",
                near);
    }

    @Override
    protected ResponseEntity<Object> handleMaxUploadSizeExceededException(
            MaxUploadSizeExceededException e, HttpHeaders headers, HttpStatusCode status, WebRequest request) {
        return ResponseEntity.status(HttpStatus.CONTENT_TOO_LARGE).body(tooLarge("90 MB"));
    }

    @ExceptionHandler(MultipartException.class)
    ProblemDetail multipart(MultipartException e) {
        return of(
                HttpStatus.BAD_REQUEST,
                "unreadable",
                "The upload could not be read",
                "The upload broke off or is not a form with a file. Nothing was saved; send it again.");
    }

    static ProblemDetail tooLarge(String limit) {
        return of(
                HttpStatus.CONTENT_TOO_LARGE,
                "too-large",
                "Too large",
                "At most " + limit + " are taken at once. Nothing was saved; send less, or a smaller picture.");
    }
}
