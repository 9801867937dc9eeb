package molvet.server.platform;

/** There is no such thing in this collection, whether or not there is one in another. Answered with 404. */
public class NotFound extends RuntimeException {
    public NotFound(String what) {
        super(what);
    }
}
