package molvet.core.pigment;

/**
 * Something to say about what was read: never an error, always with its reason.
 *
 * @param about the piece of the label, or the code, spoken of
 * @param kind a stable word, such as {@code unlikely-code}
 * @param message one or two plain sentences
 * @param suggestion the likely code or reading; empty when there is none
 */
public record Note(String about, String kind, String message, String suggestion) {
    public static Note of(String about, String kind, String message) {
        return new Note(about, kind, message, "");
    }
}
