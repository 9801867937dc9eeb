package molvet.server.account;

import io.swagger.v3.oas.annotations.security.SecurityRequirements;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import jakarta.servlet.http.HttpSession;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import java.util.UUID;
import molvet.server.platform.Collector;
import molvet.server.platform.Problems;
import org.jspecify.annotations.Nullable;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.http.HttpStatus;
import org.springframework.http.MediaType;
import org.springframework.http.ProblemDetail;
import org.springframework.http.ResponseEntity;
import org.springframework.security.authentication.UsernamePasswordAuthenticationToken;
import org.springframework.security.core.Authentication;
import org.springframework.security.core.context.SecurityContext;
import org.springframework.security.core.context.SecurityContextHolder;
import org.springframework.security.web.context.SecurityContextRepository;
import org.springframework.security.web.csrf.CookieCsrfTokenRepository;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.ExceptionHandler;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** Signing in and out, and one's own account. */
@RestController
class SessionController {
    /** What browsers call what they run on; an Android phone calls itself a Linux, too. */
    private static final List<String> DEVICES = List.of("iPhone", "iPad", "Android", "Windows", "Macintosh", "Linux");

    private final Accounts accounts;
    private final KnownBrowsers browsers;
    private final SecurityContextRepository contexts;
    private final CookieCsrfTokenRepository tokens;
    private final boolean demo;
    private final WhoMayJoin door;
    private final AccessLog log;

    SessionController(
            Accounts accounts,
            KnownBrowsers browsers,
            SecurityContextRepository contexts,
            CookieCsrfTokenRepository tokens,
            WhoMayJoin door,
            AccessLog log,
            @Value("${molvet.demo}") boolean demo) {
        this.accounts = accounts;
        this.browsers = browsers;
        this.contexts = contexts;
        this.tokens = tokens;
        this.demo = demo;
        this.door = door;
        this.log = log;
    }

    record SignIn(String email, String password) {}

    /** {@code invitation}: the word, where one is needed. */
    record NewCollector(
            String email,
            @Nullable String name,
            String password,
            @Nullable String invitation) {}

    record NewPassword(String old, String fresh) {}

    record Confirmation(String password) {}

    /**
     * {@code demo}: a demo collection can be opened; {@code mayMakeAccount}: this page may make an account;
     * {@code byInvitation}: only with the word that the owner gives away;
     * {@code firstRun}: there is none yet; {@code wrongPasswords}: tried by others before this sign-in.
     */
    record SessionState(
            boolean signedIn,
            @Nullable String email,
            @Nullable String name,
            boolean demo,
            boolean mayMakeAccount,
            boolean byInvitation,
            boolean firstRun,
            @Nullable WronglyTried wrongPasswords) {}

    record WronglyTried(int count, Instant last) {}

    @GetMapping("/api/session")
    @SecurityRequirements
    SessionState state() {
        return state(null);
    }

    private SessionState state(@Nullable WronglyTried tried) {
        Authentication signedIn = SecurityContextHolder.getContext().getAuthentication();
        Optional<CollectorStore.Row> row = signedIn != null && signedIn.getPrincipal() instanceof Collector me
                ? accounts.find(me)
                : Optional.empty();
        boolean none = accounts.noneYet();
        return new SessionState(
                row.isPresent(),
                row.map(CollectorStore.Row::email).orElse(null),
                row.map(CollectorStore.Row::name).orElse(null),
                demo,
                door.may(none),
                door.needsWord(none),
                none,
                tried);
    }

    @PostMapping(path = "/api/session", consumes = MediaType.APPLICATION_JSON_VALUE)
    @SecurityRequirements
    SessionState signIn(@RequestBody SignIn who, HttpServletRequest request, HttpServletResponse response) {
        CollectorStore.Row me = accounts.open(orEmpty(who.email()), orEmpty(who.password()), request)
                .orElseThrow(WrongPassword::new);
        enter(new Collector(me.id(), me.email()), request, response);
        browsers.remember(request, response, me);
        return state(accounts.triedByOthers(me)
                .map(t -> new WronglyTried(t.count(), t.last()))
                .orElse(null));
    }

    @DeleteMapping("/api/session")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void signOut(HttpServletRequest request) {
        HttpSession session = request.getSession(false);
        if (session != null) session.invalidate();
        SecurityContextHolder.clearContext();
    }

    record SessionList(List<Accounts.SignedIn> sessions) {}

    /** Where the collector is signed in. */
    @GetMapping("/api/account/sessions")
    SessionList sessions(Collector me, HttpServletRequest request) {
        return new SessionList(accounts.signedIn(me, request.getSession().getId()));
    }

    /** Signs out everywhere else. */
    @DeleteMapping("/api/account/sessions")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void signOutElsewhere(Collector me, HttpServletRequest request) {
        accounts.endSessions(me, request.getSession().getId());
        log.did("Signed out everywhere else", me.id(), request);
    }

    /** Signs out in one place. @param called as the list says it */
    @DeleteMapping("/api/account/sessions/{called}")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void signOutThere(Collector me, @PathVariable String called, HttpServletRequest request) {
        accounts.endSession(me, called);
        log.did("Signed out in one place", me.id(), request);
    }

    @PostMapping(path = "/api/collectors", consumes = MediaType.APPLICATION_JSON_VALUE)
    @SecurityRequirements
    @ResponseStatus(HttpStatus.CREATED)
    SessionState makeAccount(@RequestBody NewCollector who, HttpServletRequest request, HttpServletResponse response) {
        door.require(accounts.noneYet(), orEmpty(who.invitation()), KnownBrowsers.address(request));
        Collector me = accounts.make(orEmpty(who.email()), orEmpty(who.name()), orEmpty(who.password()));
        log.did("Made an account", me.id(), request);
        enter(me, request, response);
        accounts.find(me).ifPresent(row -> browsers.remember(request, response, row));
        return state();
    }

    @PutMapping("/api/account/password")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void changePassword(
            Collector me, @RequestBody NewPassword change, HttpServletRequest request, HttpServletResponse response) {
        accounts.changePassword(
                me,
                orEmpty(change.old()),
                orEmpty(change.fresh()),
                request.getSession().getId(),
                request);
        log.did("Changed the password", me.id(), request);
        accounts.find(me).ifPresent(row -> browsers.remember(request, response, row));
    }

    /** Deletes the collector and every row of the collection. */
    @DeleteMapping("/api/account")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void deleteAccount(Collector me, @RequestBody Confirmation confirmation, HttpServletRequest request) {
        accounts.delete(me, orEmpty(confirmation.password()), request);
        log.did("Deleted the account", me.id(), request);
        request.getSession().invalidate();
    }

    private static final class WrongPassword extends RuntimeException {}

    @ExceptionHandler(WrongPassword.class)
    ProblemDetail wrongPassword(HttpServletRequest request) {
        log.notLetIn("e-mail and password do not belong together", request);
        return Problems.of(
                HttpStatus.UNAUTHORIZED,
                "wrong-password",
                "Not signed in",
                "E-mail and password do not belong together. Check both; capitals matter in the password.");
    }

    @ExceptionHandler
    ResponseEntity<ProblemDetail> wait(WrongPasswords.TooManyTries e, HttpServletRequest request) {
        long seconds = e.wait.toSeconds() + 1;
        log.notLetIn("has to wait " + seconds + " s", request);
        return ResponseEntity.status(HttpStatus.TOO_MANY_REQUESTS)
                .header("Retry-After", String.valueOf(seconds))
                .body(Problems.of(
                        HttpStatus.TOO_MANY_REQUESTS,
                        "too-many-tries",
                        "Wait a little",
                        "After several wrong passwords from here signing in waits: try again in " + seconds
                                + " seconds."));
    }

    private void enter(Collector me, HttpServletRequest request, HttpServletResponse response) {
        log.letIn(me.id(), request);
        accounts.boundSessions(me);
        if (request.getSession(false) != null) request.changeSessionId();
        SecurityContext context = SecurityContextHolder.createEmptyContext();
        context.setAuthentication(UsernamePasswordAuthenticationToken.authenticated(me, null, List.of()));
        SecurityContextHolder.setContext(context);
        request.getSession().setAttribute(Accounts.DEVICE, device(request.getHeader("User-Agent")));
        request.getSession().setAttribute(Accounts.CALLED, UUID.randomUUID().toString());
        contexts.saveContext(context, request, response);
        tokens.saveToken(tokens.generateToken(request), request, response);
    }

    /** Enough to know one's own devices apart; what identifies one is not kept. */
    private static String device(@Nullable String agent) {
        String said = orEmpty(agent);
        return DEVICES.stream().filter(said::contains).findFirst().orElse("");
    }

    private static String orEmpty(@Nullable String text) {
        return text == null ? "" : text;
    }
}
