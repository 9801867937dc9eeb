package molvet.core.choosing;

import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.stream.Stream;
import molvet.core.platform.Term;
import molvet.core.platform.TermKind;

/** What choosing adds to the find language: what stands on a shortlist, and what its trials said. */
public final class ChoosingTerms {
    /** The sort of names by which shortlists are known. */
    public static final String SHORTLISTS = "shortlist";

    private static final String MENU = "On shortlists";
    private static final int MOST_OFFERED = 12;

    public static final Term.Plain ON_ONE = Term.Plain.of("on a shortlist");
    public static final Term.Plain PASSED_OVER = Term.Plain.of("passed over");

    /** Stands on it and was not marked no. */
    public record OnShortlist(String shortlist) implements Term {
        @Override
        public String written() {
            return "on shortlist \"" + shortlist + '"';
        }

        @Override
        public String words() {
            return "on the shortlist " + shortlist + ", not marked no";
        }
    }

    public static final List<TermKind> KINDS = List.of(
            TermKind.plain(MENU, ON_ONE, "on a shortlist", "on any shortlist", "shortlisted"),
            TermKind.plain(MENU, PASSED_OVER, "passed over"),
            TermKind.of(MENU, List.of(), ChoosingTerms::named)
                    .byName(known -> known.of(SHORTLISTS).stream()
                            .limit(MOST_OFFERED)
                            .flatMap(s -> Stream.of("on shortlist \"" + s + '"'))
                            .toList()));

    private ChoosingTerms() {}

    private static Optional<? extends Term> named(TermKind.Run run) {
        String text = run.text().replace("\"", "").strip();
        for (String begin : List.of("on shortlist ", "on the shortlist ", "shortlist ")) {
            if (text.toLowerCase(Locale.ROOT).startsWith(begin)) {
                return run.named(text.substring(begin.length()), SHORTLISTS, false)
                        .map(OnShortlist::new);
            }
        }
        return Optional.empty();
    }
}
