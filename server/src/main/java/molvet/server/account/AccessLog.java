package molvet.server.account;

import jakarta.servlet.http.HttpServletRequest;
import org.springframework.stereotype.Component;

/**
 * Who was let in and who was not, a line each in the log for whoever runs the machine: collectors by their numbers and where a
 * call came from; no e-mail, no password, no word.
 */
@Component
class AccessLog {
    private static final System.Logger LOG = System.getLogger(AccessLog.class.getName());

    void letIn(long collector, HttpServletRequest request) {
        tell("Let in: collector " + collector, request);
    }

    void notLetIn(String why, HttpServletRequest request) {
        tell("Not let in: " + why, request);
    }

    /** @param what was done, such as “Changed the password” */
    void did(String what, long collector, HttpServletRequest request) {
        tell(what + ": collector " + collector, request);
    }

    private static void tell(String what, HttpServletRequest request) {
        LOG.log(System.Logger.Level.INFO, what + ", from " + KnownBrowsers.address(request));
    }
}
