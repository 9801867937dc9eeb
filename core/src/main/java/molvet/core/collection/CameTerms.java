package molvet.core.collection;

import java.time.Month;
import java.time.YearMonth;
import java.time.format.TextStyle;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import molvet.core.platform.Term;
import molvet.core.platform.TermKind;

/** Finding by when a paint came: the day of one of its holdings, pans of one's own tubes left aside. */
public final class CameTerms {
    private static final String MENU = "In the drawer";
    private static final String VERB = "(?:came|come|coming|arrived|bought|purchased|got|acquired|received|added|new)";
    private static final Pattern DATED = Pattern.compile(
            "(?:" + VERB + " )?"
                    + "(?:(in|from|of|since|after|before|until) )?(?:(\\p{L}{3,9}) )?((?:19|20|21)\\d\\d)(?:-(0[1-9]|1[0-2]))?");
    private static final Pattern LATELY =
            Pattern.compile("(?:" + VERB + "|(?:" + VERB + " )?(?:in|from|of)(?: the)?) (this|last) (month|year)");

    /** Beside which stretch of time: in it, in it or later, or earlier. */
    public enum When {
        IN,
        SINCE,
        BEFORE
    }

    /** @param month from 1; empty: of the whole year */
    public record Came(When when, int year, OptionalInt month) implements Term {
        @Override
        public String written() {
            return "came " + when.name().toLowerCase(Locale.ROOT) + " " + year
                    + (month.isPresent() ? String.format(Locale.ROOT, "-%02d", month.getAsInt()) : "");
        }

        /** The first month of the stretch. */
        public YearMonth from() {
            return YearMonth.of(year, month.orElse(1));
        }

        /** The first month after it. */
        public YearMonth until() {
            return month.isPresent() ? from().plusMonths(1) : from().plusYears(1);
        }
    }

    /** @param last the one before this; {@code month} or year */
    public record CameLately(boolean last, boolean month) implements Term {
        @Override
        public String written() {
            return "came " + (last ? "last " : "this ") + (month ? "month" : "year");
        }
    }

    public static final List<TermKind> KINDS = List.of(
            TermKind.of(MENU, List.of("came this year", "came last month"), CameTerms::lately),
            TermKind.of(MENU, List.of("came in 2025", "came since 2025-06", "came before 2024"), CameTerms::dated));

    private CameTerms() {}

    private static Optional<CameLately> lately(TermKind.Run run) {
        return HoldingTerms.matched(LATELY, run)
                .map(m -> new CameLately(m.group(1).equals("last"), m.group(2).equals("month")));
    }

    /** A year by itself is the number of something else. */
    private static Optional<Came> dated(TermKind.Run run) {
        if (run.pieces().size() < 2) return Optional.empty();
        Matcher m = DATED.matcher(run.low());
        if (!m.matches()) return Optional.empty();
        OptionalInt month = m.group(4) != null ? OptionalInt.of(Integer.parseInt(m.group(4))) : OptionalInt.empty();
        if (m.group(2) != null) {
            month = month(m.group(2));
            if (month.isEmpty() || m.group(4) != null) return Optional.empty();
        }
        When when = m.group(1) == null
                ? When.IN
                : switch (m.group(1)) {
                    case "since" -> When.SINCE;
                    case "before", "until" -> When.BEFORE;
                    default -> When.IN;
                };
        Came came = new Came(when, Integer.parseInt(m.group(3)), month);
        if (!"after".equals(m.group(1))) return Optional.of(came);
        YearMonth next = came.until();
        return Optional.of(new Came(
                When.SINCE,
                next.getYear(),
                month.isPresent() ? OptionalInt.of(next.getMonthValue()) : OptionalInt.empty()));
    }

    private static OptionalInt month(String word) {
        return Arrays.stream(Month.values())
                .filter(m -> m.getDisplayName(TextStyle.FULL, Locale.ENGLISH).equalsIgnoreCase(word)
                        || m.getDisplayName(TextStyle.SHORT, Locale.ENGLISH).equalsIgnoreCase(word))
                .mapToInt(Month::getValue)
                .findFirst();
    }
}
