package molvet.server.collection;

import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import molvet.core.collection.Verdict;
import molvet.core.pigment.Grade;
import molvet.core.pigment.Trait;

/**
 * Verdicts in a few signs beside the paint, so that twenty thousand can be gone through: of four traits in order label,
 * pigments, paper and verdict, each a step of the scale or a dash, and ! for a disagreement.
 */
public final class PackedVoices {
    static final int SIGNS = 5;

    private PackedVoices() {}

    /** What the voices say of one trait. {@code open}: see {@link Verdict#open()} */
    public record Heard(
            Optional<Grade> label,
            Optional<Grade> pigments,
            Optional<Grade> paper,
            Optional<Grade> verdict,
            boolean disagree,
            boolean open) {
        private static final Heard NOTHING =
                new Heard(Optional.empty(), Optional.empty(), Optional.empty(), Optional.empty(), false, false);
    }

    static String of(Map<Trait, Verdict> verdicts) {
        StringBuilder out = new StringBuilder();
        for (Trait trait : Trait.values()) {
            Verdict v = verdicts.get(trait);
            for (Optional<Grade> g : List.of(v.label(), v.pigments(), v.paper(), v.verdict())) {
                out.append(g.map(grade -> String.valueOf(grade.ordinal())).orElse("-"));
            }
            out.append(v.disagree() ? '!' : v.open() ? '~' : '.');
        }
        return out.toString();
    }

    /** Every trait has an entry. */
    public static Map<Trait, Heard> read(String packed) {
        Map<Trait, Heard> all = new EnumMap<>(Trait.class);
        for (Trait t : Trait.values()) {
            int at = t.ordinal() * SIGNS;
            all.put(
                    t,
                    packed.length() < at + SIGNS
                            ? Heard.NOTHING
                            : new Heard(
                                    grade(t, packed.charAt(at)),
                                    grade(t, packed.charAt(at + 1)),
                                    grade(t, packed.charAt(at + 2)),
                                    grade(t, packed.charAt(at + 3)),
                                    packed.charAt(at + 4) == '!',
                                    packed.charAt(at + 4) == '~'));
        }
        return all;
    }

    private static Optional<Grade> grade(Trait trait, char sign) {
        return sign == '-' ? Optional.empty() : Optional.of(trait.scale().get(sign - '0'));
    }
}
