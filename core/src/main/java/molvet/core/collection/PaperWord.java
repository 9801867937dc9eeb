package molvet.core.collection;

import molvet.core.pigment.Grade;

/**
 * What one's own paper says of a trait.
 *
 * @param source where it comes from; a fading test outranks the pigments, an eye's suspicion does not
 * @param of the number of the observation or reading it comes from; empty where none is kept
 * @param where in words, with its date, such as {@code your swatch of 4 October}
 */
public record PaperWord(Grade grade, Source source, String where, String of) {
    public PaperWord(Grade grade, Source source, String where) {
        this(grade, source, where, "");
    }

    /** How the paper came to speak. */
    public enum Source {
        EYE,
        MEASURED,
        FADING_TEST
    }
}
