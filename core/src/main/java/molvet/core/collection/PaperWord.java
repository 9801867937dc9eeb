package molvet.core.collection;

import java.util.Optional;
import molvet.core.pigment.Grade;
import molvet.core.pigment.Lightfastness;

/**
 * What one's own paper says of a trait.
 *
 * @param source where it comes from; a fading test outranks the pigments, an eye's suspicion does not
 * @param of the number of the observation, reading or strip it comes from; empty where none is kept
 * @param where in words, with its date, such as {@code your swatch of 4 October}
 * @param tested between what a fading test leaves open; empty where its word is one grade
 */
public record PaperWord(Grade grade, Source source, String where, String of, Optional<Tested> tested) {
    public PaperWord(Grade grade, Source source, String where, String of) {
        this(grade, source, where, of, Optional.empty());
    }

    public PaperWord(Grade grade, Source source, String where) {
        this(grade, source, where, "");
    }

    /** A test that is not over: it faded, and is at most so good; or stood its light, and is at least so good. */
    public static PaperWord tested(Tested tested, String where, String of) {
        return new PaperWord(tested.said(Optional.empty()), Source.FADING_TEST, where, of, Optional.of(tested));
    }

    /** The same beside what label and pigments say: the end of what is left open that tells something about it. */
    PaperWord beside(Optional<Grade> others) {
        return new PaperWord(tested.map(t -> (Grade) t.said(others)).orElse(grade), source, where, of, tested);
    }

    /** What it leaves open; one grade, most often. */
    boolean allows(Grade other) {
        return tested.map(t -> t.allows(other)).orElse(grade == other);
    }

    /** @param best it can be, {@code worst} at worst, which is not better */
    public record Tested(Lightfastness best, Lightfastness worst) {
        public Tested {
            if (best.ordinal() > worst.ordinal()) throw new IllegalArgumentException(best + " to " + worst);
        }

        /** Whether it leaves everything open, and so says nothing. */
        public boolean isOpen() {
            return best == Lightfastness.EXCELLENT && worst == Lightfastness.FUGITIVE;
        }

        /** What both leave open; empty where they contradict each other. */
        public Optional<Tested> and(Tested other) {
            Lightfastness b = best.ordinal() > other.best.ordinal() ? best : other.best;
            Lightfastness w = worst.ordinal() < other.worst.ordinal() ? worst : other.worst;
            return b.ordinal() > w.ordinal() ? Optional.empty() : Optional.of(new Tested(b, w));
        }

        boolean allows(Grade g) {
            return g.ordinal() >= best.ordinal() && g.ordinal() <= worst.ordinal();
        }

        Lightfastness said(Optional<Grade> others) {
            if (others.filter(g -> g.ordinal() < best.ordinal()).isPresent()) return best;
            if (others.filter(g -> g.ordinal() > worst.ordinal() && g != Lightfastness.UNTESTED)
                    .isPresent()) {
                return worst;
            }
            return best != Lightfastness.EXCELLENT ? best : worst;
        }

        /** “at least fair”, “at most poor”. */
        public String words() {
            if (isOpen()) return "not decided yet";
            if (best == worst) return best.words();
            if (best == Lightfastness.EXCELLENT) return "at least " + worst.words();
            if (worst == Lightfastness.FUGITIVE) return "at most " + best.words();
            return "between " + best.words() + " and " + worst.words();
        }
    }

    /** How the paper came to speak. */
    public enum Source {
        EYE,
        MEASURED,
        FADING_TEST
    }
}
