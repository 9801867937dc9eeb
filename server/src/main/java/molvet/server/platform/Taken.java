package molvet.server.platform;

import org.jspecify.annotations.Nullable;

/** Something stands in the way that the collector can decide about. Answered with 409 and what it is. */
public class Taken extends RuntimeException {
    private final String type;
    private final transient @Nullable Object by;

    public Taken(String type, String message, @Nullable Object by) {
        super(message);
        this.type = type;
        this.by = by;
    }

    public String type() {
        return type;
    }

    public @Nullable Object by() {
        return by;
    }
}
