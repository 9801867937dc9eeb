package molvet.server.platform;

import jakarta.servlet.http.HttpServletRequest;
import org.jspecify.annotations.Nullable;
import org.springframework.dao.PessimisticLockingFailureException;
import org.springframework.stereotype.Component;
import org.springframework.transaction.TransactionExecution;
import org.springframework.transaction.TransactionExecutionListener;
import org.springframework.web.context.request.RequestAttributes;
import org.springframework.web.context.request.RequestContextHolder;

/**
 * Knows of a request how far its act came, so that what is said when something breaks is true: before the commit nothing
 * was saved, after it all was, and while it is under way nobody can tell. Only transactions with a name are acts; the
 * session’s have none.
 */
@Component
class Commits implements TransactionExecutionListener {
    private static final String BEGUN = Commits.class.getName() + ".begun";
    private static final String DONE = Commits.class.getName() + ".done";

    @Override
    public void beforeCommit(TransactionExecution transaction) {
        mark(transaction, BEGUN);
    }

    @Override
    public void afterCommit(TransactionExecution transaction, @Nullable Throwable failure) {
        if (failure == null) mark(transaction, DONE);
        else if (failure instanceof PessimisticLockingFailureException) forget();
    }

    /** What was tried is rolled back for certain, and is tried again from its beginning. */
    static void forget() {
        RequestAttributes request = RequestContextHolder.getRequestAttributes();
        if (request == null) return;
        request.removeAttribute(BEGUN, RequestAttributes.SCOPE_REQUEST);
        request.removeAttribute(DONE, RequestAttributes.SCOPE_REQUEST);
    }

    private static void mark(TransactionExecution transaction, String how) {
        RequestAttributes request = RequestContextHolder.getRequestAttributes();
        if (request == null
                || transaction.isReadOnly()
                || transaction.getTransactionName().isEmpty()) return;
        request.setAttribute(how, transaction.getTransactionName(), RequestAttributes.SCOPE_REQUEST);
    }

    /** What became of a request’s act, as a sentence. */
    static String said(HttpServletRequest request) {
        return said(request.getAttribute(BEGUN), request.getAttribute(DONE));
    }

    /** @see #said(HttpServletRequest) */
    static String said() {
        RequestAttributes request = RequestContextHolder.getRequestAttributes();
        return request == null
                ? said(null, null)
                : said(
                        request.getAttribute(BEGUN, RequestAttributes.SCOPE_REQUEST),
                        request.getAttribute(DONE, RequestAttributes.SCOPE_REQUEST));
    }

    private static String said(@Nullable Object begun, @Nullable Object done) {
        if (begun == null) return "Nothing was saved.";
        return begun.equals(done)
                ? "It was saved; only the answer did not get through."
                : "It broke off in the very moment of saving: whether it was saved is not known yet. Told again under the same key it happens once.";
    }
}
