package molvet.core.platform;

import java.util.Optional;

/** One understood piece of a find: a condition on a paint. Equal terms ask the same. */
public interface Term {
    /** As it is written in the find language; read again, it is the same term. */
    String written();

    /** In words, for the token on screen. Most are written as they are said. */
    default String words() {
        return written();
    }

    /** Whether “not” may be written before it without brackets; of some, as “not painted”, that is a term of its own. */
    default boolean takesNot() {
        return true;
    }

    /** What else the words may mean, as it is written; offered as a second way. */
    default Optional<String> otherwise() {
        return Optional.empty();
    }

    /** What it is beside a word of a name, where it is something else there: in “Tern Grey” grey is a word of the name. */
    default Optional<Term> besideName() {
        return Optional.empty();
    }

    /** Whether no paint can answer to both: asked for together, either is meant. */
    default boolean excludes(Term other) {
        return false;
    }

    /** What it is by itself. */
    default Term settled() {
        return this;
    }

    /** A condition that needs nothing said beside it, such as “lost”. */
    record Plain(String written, String words) implements Term {
        public static Plain of(String written) {
            return new Plain(written, written);
        }

        @Override
        public boolean takesNot() {
            return written.startsWith("no ");
        }
    }
}
