package molvet.core.arrival;

import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import molvet.core.collection.Stretch;
import molvet.core.measure.Words;
import molvet.core.platform.Term;
import molvet.core.platform.TermKind;

/** What arrivals add to the find language: where a paint came from, and by whom. */
public final class ArrivalTerms {
    /** The sort of names by which givers are known; one who asked not to be named is not among them. */
    public static final String GIVERS = "giver";
    /** The sort of names by which arrivals are known: their titles, and where they came from. */
    public static final String ARRIVALS = "arrival";

    private static final String MENU = "Where it came from";
    private static final int MOST_OFFERED = 20;
    private static final Pattern QUOTED = Pattern.compile("\"[^\"]*\"?");
    private static final Pattern YEAR = Pattern.compile(" ((?:19|20)\\d{2}) ");

    public static final Term.Plain GIVEN_ANONYMOUSLY = Term.Plain.of("given anonymously");
    public static final Term.Plain THANKS_OWED = Term.Plain.of("thanks owed");

    public record GivenBy(String giver) implements Term {
        @Override
        public String written() {
            return "given by \"" + giver + '"';
        }

        @Override
        public String words() {
            return "given by " + giver;
        }
    }

    /** Came in with an arrival of this title or from this source. */
    public record FromArrival(String title) implements Term {
        @Override
        public String written() {
            return "from \"" + title + '"';
        }

        @Override
        public String words() {
            return "from " + title;
        }
    }

    /** Paid for, or out of a haul, a set or an edition; then, if it is said when. */
    public record Bought(Optional<Stretch> when) implements Term {
        @Override
        public String written() {
            return "bought" + when.map(w -> " " + w.written()).orElse("");
        }
    }

    /** Has a dot on the card of that number; on the latest card of all, if none is said. */
    public record OnDotCard(OptionalInt number) implements Term {
        @Override
        public String written() {
            return number.isPresent() ? "dot card " + number.getAsInt() : "last dot card";
        }
    }

    /** Seasons of three whole months, as the weather services count them in the north. */
    public enum Season {
        SPRING(3),
        SUMMER(6),
        AUTUMN(9),
        WINTER(12);

        private final int first;

        Season(int first) {
            this.first = first;
        }

        /** Its three months, 1 to 12. */
        public List<Integer> months() {
            return List.of(first, first % 12 + 1, (first + 1) % 12 + 1);
        }

        String words() {
            return name().toLowerCase(Locale.ROOT);
        }
    }

    /** Came in with an arrival of a kind, in a season, in a year: at least one of them. */
    public record CameIn(Optional<Season> season, Optional<ArrivalKind> kind, Optional<Integer> year) implements Term {
        @Override
        public String written() {
            StringBuilder all = new StringBuilder("from the");
            season.ifPresent(s -> all.append(' ').append(s.words()));
            kind.ifPresent(k -> all.append(' ').append(spoken(k)));
            year.ifPresent(y -> all.append(' ').append(y));
            return all.toString();
        }
    }

    public static final List<TermKind> KINDS = List.of(
            TermKind.plain(MENU, GIVEN_ANONYMOUSLY, "given anonymously"),
            TermKind.plain(MENU, THANKS_OWED, "thanks owed", "owe thanks", "to thank for", "not thanked"),
            TermKind.of(MENU, List.of(), run -> ofKind(run.low())),
            TermKind.plain(
                    MENU,
                    new CameIn(Optional.empty(), Optional.of(ArrivalKind.GIFT), Optional.empty()),
                    "from the gift",
                    "gift",
                    "gifts",
                    "presents",
                    "given to me"),
            TermKind.plain(
                    MENU,
                    new CameIn(Optional.empty(), Optional.of(ArrivalKind.SWAP), Optional.empty()),
                    "from the swap",
                    "swap",
                    "swaps",
                    "swapped",
                    "from a swap"),
            TermKind.of(MENU, List.of("bought last month"), ArrivalTerms::bought),
            TermKind.of(MENU, List.of("last dot card"), run -> dotCard(run.low())),
            TermKind.of(MENU, List.of(), run -> cameIn(run.low())),
            TermKind.of(MENU, List.of(), ArrivalTerms::from).byName(known -> offered(known.of(ARRIVALS), "from ")),
            TermKind.of(MENU, List.of(), ArrivalTerms::titled).byName(known -> List.of()),
            TermKind.of(MENU, List.of(), ArrivalTerms::givenBy)
                    .brokenAs(p -> p.word().equals("given")
                                    && (p.next().isEmpty() || p.next().equals("by"))
                            ? Optional.of("Say by whom: given by Bo, or given anonymously.")
                            : Optional.empty())
                    .byName(known -> offered(known.of(GIVERS), "given by ")));

    private static final List<String> GIVEN =
            List.of("given by ", "gift from ", "gifts from ", "a gift from ", "from ");
    private static final Pattern BOUGHT = Pattern.compile("(?i)(bought (?:from|at|in)|from) (.+)");

    private static final Pattern BOUGHT_IN = Pattern.compile("(?:bought|buy|purchased|purchase)(?: (.+))?");
    private static final Pattern DOT_CARD = Pattern.compile(
            "(?:(?:on|from) )?(?:the |my )?(?:(?:last|latest|newest) dot ?cards?|dot ?card (?:no\\.? ?|number )?(\\d{1,4}))");

    private ArrivalTerms() {}

    private static Optional<Bought> bought(TermKind.Run run) {
        Matcher m = BOUGHT_IN.matcher(run.low());
        if (!m.matches()) return Optional.empty();
        if (m.group(1) == null) return Optional.of(new Bought(Optional.empty()));
        return Stretch.parse(m.group(1)).map(when -> new Bought(Optional.of(when)));
    }

    private static Optional<OnDotCard> dotCard(String low) {
        Matcher m = DOT_CARD.matcher(low);
        if (!m.matches()) return Optional.empty();
        return Optional.of(
                new OnDotCard(m.group(1) == null ? OptionalInt.empty() : OptionalInt.of(Integer.parseInt(m.group(1)))));
    }

    private static List<String> offered(List<String> names, String before) {
        return names.stream()
                .limit(MOST_OFFERED)
                .map(n -> before + '"' + n.replace('"', '\'') + '"')
                .toList();
    }

    private static Optional<GivenBy> givenBy(TermKind.Run run) {
        String low = run.low();
        String before = GIVEN.stream().filter(low::startsWith).findFirst().orElse("");
        if (before.isEmpty()) return Optional.empty();
        return run.named(
                        run.text().substring(before.length()),
                        GIVERS,
                        before.equals("given by ") && run.pieces().size() == 3)
                .map(GivenBy::new);
    }

    private static Optional<FromArrival> from(TermKind.Run run) {
        Matcher m = BOUGHT.matcher(run.text());
        if (!m.matches()) return Optional.empty();
        String bare = m.group(2).replaceFirst("(?i)^the ", "");
        Optional<FromArrival> known =
                run.named(bare, ARRIVALS, QUOTED.matcher(bare).matches()).map(FromArrival::new);
        // Of a shop one says less than its whole name, but only after “bought”.
        boolean bought = m.group(1).toLowerCase(Locale.ROOT).startsWith("bought");
        return known.isPresent() || !bought || run.pieces().size() != 3
                ? known
                : Optional.of(new FromArrival(Words.folded(bare)));
    }

    /** The title of an arrival by itself, such as the name of a set; one word alone is sooner one of a name. */
    private static Optional<FromArrival> titled(TermKind.Run run) {
        String bare = run.text().replaceFirst("(?i)^(?:the )?set ", "");
        boolean words = run.pieces().size() > 1;
        return words ? run.named(bare, ARRIVALS, false).map(FromArrival::new) : Optional.empty();
    }

    /** “Sets”, “in a haul”, “special editions”. */
    private static Optional<CameIn> ofKind(String low) {
        String one = low.replaceFirst("^(?:from|in|of) ", "")
                .replaceFirst("^(?:an?|the|my|some) ", "")
                .replace("limited edition", "special edition")
                .replaceFirst("s$", "");
        return NAMED_KINDS.stream()
                .filter(k -> spoken(k).equals(one))
                .findFirst()
                .map(k -> new CameIn(Optional.empty(), Optional.of(k), Optional.empty()));
    }

    /** A sample and a dot card are also what a paint is held as. */
    private static final List<ArrivalKind> NAMED_KINDS = List.of(
            ArrivalKind.HAUL,
            ArrivalKind.SET,
            ArrivalKind.SPECIAL_EDITION,
            ArrivalKind.LEFTOVER,
            ArrivalKind.FOUND_AGAIN);

    private static Optional<CameIn> cameIn(String low) {
        if (!low.startsWith("from ") || low.contains("\"")) return Optional.empty();
        String left = " " + low.substring(5).replaceFirst("^the ", "").strip() + " ";
        left = left.replace(" fall ", " autumn ");
        Optional<Season> season = Optional.empty();
        for (Season s : Season.values()) {
            String word = " " + s.words() + " ";
            if (!left.contains(word)) continue;
            season = Optional.of(s);
            left = left.replaceFirst(word, " ");
        }
        Optional<ArrivalKind> kind = Optional.empty();
        for (ArrivalKind k : ArrivalKind.values()) {
            String word = " " + spoken(k) + " ";
            if (!left.contains(word)) continue;
            kind = Optional.of(k);
            left = left.replaceFirst(word, " ");
        }
        Optional<Integer> year = Optional.empty();
        Matcher y = YEAR.matcher(left);
        if (y.find()) {
            year = Optional.of(Integer.parseInt(y.group(1)));
            left = y.replaceFirst(" ");
        }
        boolean something = season.isPresent() || kind.isPresent() || year.isPresent();
        return left.isBlank() && something ? Optional.of(new CameIn(season, kind, year)) : Optional.empty();
    }

    private static String spoken(ArrivalKind kind) {
        return kind.name().toLowerCase(Locale.ROOT).replace('_', ' ');
    }
}
