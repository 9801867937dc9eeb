package molvet.core.measure;

import java.util.List;

/**
 * Input that cannot be taken, with one {@link Fault} for each offending field or line.
 *
 * <p>Nothing has been kept or changed when a refusal is thrown.
 */
public final class Refusal extends RuntimeException {
    private final transient List<Fault> faults;

    /** One thing that is wrong: the field or line, what is wrong with it, and what to do (may be empty). */
    public record Fault(String where, String message, String suggestion) {}

    public Refusal(List<Fault> faults) {
        super(faults.isEmpty() ? "Refused." : faults.get(0).message());
        this.faults = List.copyOf(faults);
    }

    public static Refusal of(String where, String message, String suggestion) {
        return new Refusal(List.of(new Fault(where, message, suggestion)));
    }

    public List<Fault> faults() {
        return faults;
    }
}
