package molvet.core.collection;

import java.util.Optional;
import molvet.core.pigment.Grade;

/**
 * One piece of what a verdict was drawn from.
 *
 * @param of its key among its kind: a pigment’s code, a reading’s or an observation’s number; empty for the label
 * @param says what it says, in words
 * @param grade the same on our scale, where it has a step
 */
public record Evidence(Kind kind, String of, String says, Optional<Grade> grade) {
    public enum Kind {
        CLAIM,
        PIGMENT,
        READING,
        OBSERVATION,
        /** A strip that hangs in the light. */
        EXPOSURE
    }
}
