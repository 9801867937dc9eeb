package molvet.core.mixing;

import java.util.List;
import molvet.core.platform.Term;
import molvet.core.platform.TermKind;

/** What mixing adds to the find language. */
public final class MixingTerms {
    public static final Term.Plain MIXED = Term.Plain.of("in a painted mixture");

    public static final List<TermKind> KINDS = List.of(TermKind.plain(
            "In mixtures",
            MIXED,
            "in a painted mixture",
            "in a painted mix",
            "in painted mixtures",
            "in a mixture i painted"));

    private MixingTerms() {}
}
