package molvet.core.collection;

import java.util.List;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import molvet.core.platform.Term;
import molvet.core.platform.TermKind;

/** Finding by when a paint came: the day of one of its holdings, pans of one's own tubes left aside. */
public final class CameTerms {
    private static final String MENU = "In the drawer";
    private static final Pattern CAME = Pattern.compile(
            "(?:(?:came|come|coming|arrived|arrive|got|get|acquired|received|receive|added|add|new) )?(.+)");
    private static final Pattern OTHER =
            Pattern.compile("(?:(?:not|never) )?(opened|used|wished|tested|faded|read|measured|scanned|filed|mixed"
                    + "|poured|swapped|started|decanted|sold|labelled|loved|liked|sampled) (.+)");

    /** One of its holdings came then. */
    public record Came(Stretch when) implements Term {
        @Override
        public String written() {
            return "came " + when.written();
        }
    }

    /** Something else at some time, of which no find asks: it is said, and left out. */
    public record NotAsked(String what, Stretch when) implements Term {
        public String why() {
            return "When a paint was " + what
                    + " cannot be asked, only when it came, was bought, painted or used last, and"
                    + " when it went. The rest was asked without it.";
        }

        @Override
        public String written() {
            return what + " " + when.written();
        }
    }

    public static final List<TermKind> KINDS = List.of(
            TermKind.of(
                    MENU,
                    List.of(
                            "came this year",
                            "came last month",
                            "came in 2025",
                            "came since 2025-06",
                            "came before 2024"),
                    CameTerms::came),
            TermKind.of(MENU, List.of(), CameTerms::other));

    private CameTerms() {}

    private static Optional<Came> came(TermKind.Run run) {
        Matcher m = CAME.matcher(run.low());
        return m.matches() && !isYear(run) ? Stretch.parse(m.group(1)).map(Came::new) : Optional.empty();
    }

    /** A year by itself is the number of something else. */
    private static boolean isYear(TermKind.Run run) {
        return run.pieces().size() == 1 && Character.isDigit(run.low().charAt(0));
    }

    private static Optional<NotAsked> other(TermKind.Run run) {
        Matcher m = OTHER.matcher(run.low());
        return m.matches() ? Stretch.parse(m.group(2)).map(when -> new NotAsked(m.group(1), when)) : Optional.empty();
    }
}
