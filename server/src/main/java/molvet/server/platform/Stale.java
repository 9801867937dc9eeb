package molvet.server.platform;

/** Someone changed the row since it was read. Answered with 409 and the current state. */
public class Stale extends RuntimeException {
    private final transient Object current;

    public Stale(String message, Object current) {
        super(message);
        this.current = current;
    }

    public Object current() {
        return current;
    }
}
