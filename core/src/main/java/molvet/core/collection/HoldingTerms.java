package molvet.core.collection;

import java.math.BigDecimal;
import java.time.LocalDate;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import molvet.core.measure.PlainText;
import molvet.core.measure.Words;
import molvet.core.platform.Term;
import molvet.core.platform.TermKind;

/** Finding by what of a paint there is, what it cost and when it was in use. */
public final class HoldingTerms {
    private static final String DRAWER = "In the drawer";
    private static final String COST = "Cost";
    private static final String MONEY = "(?: ?(?:€|£|\\$|euros?|eur|pounds?|gbp|dollars?|usd|chf))";
    private static final Pattern VOLUME = Pattern.compile("(?i)(\\d{1,4}(?:[.,]\\d{1,2})?)\\s*ml");
    private static final Pattern SERIES = Pattern.compile(
            "(?:(under|below|up to|over|above|at least) )?series (\\d{1,2})(?: ?(?:\\.\\.|-|–|to) ?(\\d{1,2}))?");
    private static final Pattern PER_ML = Pattern.compile(
            "(under|below|over|above) (\\d{1,4}(?:[.,]\\d{1,3})?)(" + MONEY + ")? ?(?:per ml|/ ?ml|a ml)");
    private static final Pattern SIZED = Pattern.compile(
            "(?:(?:of|in|with) )?(over|above|bigger than|larger than|more than|at least|under|below|smaller than|less than|up to|at most)"
                    + " (\\d{1,4}(?:[.,]\\d{1,2})?) ?ml");
    private static final Pattern LEFT = Pattern.compile(
            "(?:(under|below|less than|at most|up to) )?((?:a )?half|(?:a )?quarter|a third|\\d{1,2} ?%)(?: (?:is |are )?(?:left|full))");
    private static final Pattern NOT_USED = Pattern.compile("(?:not used|unused) since (\\d{4})");

    private static final Pattern NOT_FOR =
            Pattern.compile("(?:not used|unused|not touched) (?:for|in) (a|an|one|two|three|\\d{1,2}) (year|month)s?");
    private static final Pattern PRICE = Pattern.compile(
            "(?:(?:price|priced|cost|costs|paid) )?(?:for )?(under|below|less than|up to|over|above|more than|cheaper than|dearer than) (\\d{1,5}(?:[.,]\\d{1,2})?)"
                    + "(" + MONEY + ")?");
    private static final Pattern BETWEEN = Pattern.compile("(?:(price|priced|cost|costs|costing|paid) )?between "
            + "(\\d{1,5}(?:[.,]\\d{1,2})?) and (\\d{1,5}(?:[.,]\\d{1,2})?)(?:( ?ml)|(" + MONEY + "))?");
    private static final List<String> OF_MONEY = List.of("price", "priced", "cost", "costs", "paid");

    public static final Term.Plain RUNNING_LOW = Term.Plain.of("running low");

    public record InStanding(Standing standing) implements Term {
        @Override
        public String written() {
            return standing.name().toLowerCase(Locale.ROOT);
        }

        /** One more of what is owned may be wished for. */
        @Override
        public boolean excludes(Term other) {
            return other instanceof InStanding s
                    && s.standing != standing
                    && s.standing != Standing.WISHED
                    && standing != Standing.WISHED;
        }
    }

    public record OfVolume(BigDecimal ml) implements Term {
        @Override
        public String written() {
            return ml.stripTrailingZeros().toPlainString() + "ml";
        }

        @Override
        public String words() {
            return ml.stripTrailingZeros().toPlainString() + " ml";
        }
    }

    /** Held in a size beside this one. */
    public record Sized(boolean over, boolean itself, BigDecimal ml) implements Term {
        @Override
        public String written() {
            String than = over ? itself ? "at least " : "over " : itself ? "up to " : "under ";
            return than + ml.stripTrailingZeros().toPlainString() + " ml";
        }
    }

    /** A tube, bottle or pan of it is here of which no more than this is left. */
    public record LeftAtMost(int percent) implements Term {
        @Override
        public String written() {
            return "at most " + percent + " % left";
        }
    }

    public static final Term.Plain NOT_USED_THIS_YEAR = Term.Plain.of("not used this year");

    /** Painted out, looked at, poured or bought in a stretch that lasts until now: of earlier uses only the last is kept. */
    public record Used(Stretch when) implements Term {
        @Override
        public String written() {
            return "used " + when.written();
        }
    }

    /** As it came: nothing of a tube, bottle or pan was used. */
    public static final Term.Plain UNOPENED = new Term.Plain("unopened", "unopened, nothing used");

    /** Some of a tube, bottle or pan was used. */
    public static final Term.Plain OPENED = new Term.Plain("opened", "opened, some used");

    /** A holding of it that went so, or is lent. */
    public record Went(HoldingState state) implements Term {
        @Override
        public String written() {
            return state == HoldingState.LOST
                    ? "lost tube"
                    : state.name().toLowerCase(Locale.ROOT).replace('_', ' ');
        }
    }

    public record InSeries(int from, int to) implements Term {
        private static final int LEAST = 0;
        private static final int MOST = 99;

        @Override
        public String written() {
            return "series " + from + (from == to ? "" : ".." + to);
        }

        @Override
        public String words() {
            if (from == LEAST && to > from) return "up to series " + to;
            if (to == MOST && to > from) return "at least series " + from;
            return "series " + from + (from == to ? "" : " to " + to);
        }
    }

    /** What a holding cost for each ml. @param currency empty: in whatever was paid */
    public record PerMl(boolean under, BigDecimal price, Optional<String> currency) implements Term {
        @Override
        public String written() {
            return (under ? "under " : "over ") + amount(price, currency) + " per ml";
        }
    }

    /** What one piece cost. @param currency empty: in whatever was paid */
    public record Price(boolean under, BigDecimal price, Optional<String> currency) implements Term {
        @Override
        public String written() {
            return "price " + (under ? "under " : "over ") + amount(price, currency);
        }
    }

    private static String amount(BigDecimal price, Optional<String> currency) {
        return price.toPlainString() + currency.map(c -> " " + c).orElse("");
    }

    /** Its code after ISO 4217, of a sign, a word or the code itself. */
    private static String currency(String typed) {
        return switch (typed.strip().charAt(0)) {
            case '€', 'e' -> "EUR";
            case '£', 'p', 'g' -> "GBP";
            case 'c' -> "CHF";
            default -> "USD";
        };
    }

    /** One and the same piece holds, or cost, no less than the one and no more than the other. @param currency as of {@link Price} */
    public record Between(boolean ml, BigDecimal from, BigDecimal to, Optional<String> currency) implements Term {
        @Override
        public String written() {
            String what = "between " + from.toPlainString() + " and " + to.toPlainString();
            return ml
                    ? what + " ml"
                    : "price " + what + currency.map(c -> " " + c).orElse("");
        }
    }

    /** Held in a form. */
    public record InForm(HoldingForm form) implements Term {
        @Override
        public String written() {
            return form.words();
        }
    }

    /** Held in a pan of any size. */
    public static final Term.Plain IN_A_PAN = Term.Plain.of("pan");

    public static final Term.Plain TWO_OF = new Term.Plain("two of", "two or more of it");

    /** None of its holdings has a price. */
    public static final Term.Plain NO_PRICE = Term.Plain.of("no price");

    /** A tube, bottle or pan of it has no size. */
    public static final Term.Plain NO_SIZE = Term.Plain.of("no size");

    /** With these words in a note, or in what was kept of a label or line. */
    public record Noted(String text) implements Term {
        @Override
        public String written() {
            return "note \"" + text + '"';
        }

        @Override
        public String words() {
            return "note “" + text + "”";
        }
    }

    /** Not painted out, looked at, poured or bought for so many months. */
    public record NotUsedFor(int months) implements Term {
        @Override
        public String written() {
            return "not used for " + (months % 12 == 0 ? many(months / 12, "year") : many(months, "month"));
        }

        private static String many(int n, String what) {
            return n == 1 ? "a " + what : n + " " + what + "s";
        }
    }

    /** Wished for, with these words in the reason. */
    public record WishedFor(String reason) implements Term {
        @Override
        public String written() {
            return "wished for \"" + reason + '"';
        }

        @Override
        public String words() {
            return "wished for “" + reason + "”";
        }
    }

    /** Not painted out, looked at, poured or bought since the first of a year. */
    public record NotUsedSince(int year) implements Term {
        @Override
        public String written() {
            return "not used since " + year;
        }
    }

    public static final List<TermKind> KINDS = List.of(
            TermKind.of(DRAWER, List.of("owned", "sampled", "wished", "gone"), run -> standing(run.low())),
            TermKind.plain(
                    DRAWER, new InStanding(Standing.OWNED), "owned", "own", "i own", "i have", "mine", "in my drawer"),
            TermKind.plain(
                    DRAWER,
                    new InStanding(Standing.WISHED),
                    "wished",
                    "on my wish list",
                    "wish list",
                    "wishlist",
                    "wishes",
                    "want",
                    "i want",
                    "wanted"),
            TermKind.of(
                    DRAWER,
                    Arrays.stream(HoldingForm.values()).map(HoldingForm::words).toList(),
                    run -> form(run.low())),
            TermKind.plain(DRAWER, IN_A_PAN, "pan", "pans", "in pans", "in a pan"),
            TermKind.plain(
                    DRAWER,
                    TWO_OF,
                    "two of",
                    "have two of",
                    "have i two of",
                    "i have two of",
                    "twice",
                    "more than one of",
                    "more than once",
                    "two of the same",
                    "of the same",
                    "two or more of it",
                    "doubles",
                    "duplicates"),
            TermKind.plain(COST, NO_PRICE, "no price", "without price", "without a price", "unpriced", "price missing"),
            TermKind.plain(
                    COST,
                    NO_SIZE,
                    "no size",
                    "without size",
                    "without a size",
                    "no volume",
                    "without volume",
                    "size missing"),
            TermKind.plain(
                    DRAWER,
                    RUNNING_LOW,
                    "running low",
                    "nearly empty",
                    "almost empty",
                    "nearly finished",
                    "almost finished",
                    "nearly used up",
                    "almost used up"),
            TermKind.plain(
                    DRAWER,
                    new LeftAtMost(50),
                    "at most 50 % left",
                    "half empty",
                    "half used",
                    "half gone",
                    "half full"),
            TermKind.of(DRAWER, List.of(), HoldingTerms::left),
            TermKind.plain(
                    DRAWER,
                    UNOPENED,
                    "unopened",
                    "not opened",
                    "never opened",
                    "unopened, nothing used",
                    "untouched",
                    "full",
                    "still full"),
            TermKind.plain(DRAWER, OPENED, "opened", "opened, some used", "begun", "started"),
            TermKind.plain(DRAWER, new Went(HoldingState.GIVEN_AWAY), "given away", "gave away", "i gave away"),
            TermKind.plain(
                    DRAWER, new Went(HoldingState.USED_UP), "used up", "finished", "emptied", "empty", "empties"),
            TermKind.plain(DRAWER, new Went(HoldingState.LENT), "lent", "lent out", "on loan"),
            TermKind.plain(DRAWER, new Went(HoldingState.LOST), "lost tube", "lost tubes", "lost pan", "lost pans"),
            TermKind.plain(
                    DRAWER,
                    NOT_USED_THIS_YEAR,
                    "not used this year",
                    "unused this year",
                    "not touched this year",
                    "not used in this year"),
            TermKind.of(DRAWER, List.of("used this year"), HoldingTerms::used),
            TermKind.of(
                    DRAWER,
                    List.of("not used for a year"),
                    run -> matched(NOT_FOR, run).map(HoldingTerms::notUsedFor)),
            TermKind.of("Name", List.of(), HoldingTerms::noted)
                    .brokenAs(p -> p.word().equals("note") && p.next().isEmpty()
                            ? Optional.of("What does the note say? note gull.")
                            : Optional.empty()),
            TermKind.of(
                    DRAWER,
                    List.of("not used since 2024"),
                    run -> matched(NOT_USED, run).map(m -> new NotUsedSince(Integer.parseInt(m.group(1))))),
            TermKind.of(
                            COST,
                            List.of("series 4..5"),
                            run -> matched(SERIES, run).map(HoldingTerms::series))
                    .brokenAs(p -> p.word().equals("series")
                                    && (p.next().isEmpty() || p.next().matches("\\d.*"))
                            ? Optional.of("A series is a number, or two: series 4..5.")
                            : Optional.empty()),
            TermKind.of(
                    COST,
                    List.of("price under 10"),
                    run -> matched(PRICE, run)
                            .filter(m -> m.group(3) != null
                                    || OF_MONEY.contains(run.pieces().get(0).toLowerCase(Locale.ROOT))
                                    || m.group(1).matches("cheaper than|dearer than"))
                            .map(m -> new Price(
                                    !m.group(1).matches("over|above|more than|dearer than"),
                                    number(m.group(2)),
                                    Optional.ofNullable(m.group(3)).map(HoldingTerms::currency)))),
            TermKind.of(
                    COST,
                    List.of("under 0.80 per ml", "over 1.50 per ml"),
                    run -> matched(PER_ML, run)
                            .map(m -> new PerMl(
                                    List.of("under", "below").contains(m.group(1)),
                                    number(m.group(2)),
                                    Optional.ofNullable(m.group(3)).map(HoldingTerms::currency)))),
            TermKind.of(
                    COST,
                    List.of("over 10 ml"),
                    run -> matched(SIZED, run)
                            .map(m -> new Sized(
                                    m.group(1).matches("over|above|bigger than|larger than|more than|at least"),
                                    m.group(1).matches("at least|up to|at most"),
                                    number(m.group(2))))),
            TermKind.of(COST, List.of("between 5 and 15 ml"), HoldingTerms::between),
            TermKind.of(COST, List.of("15ml"), run -> matched(VOLUME, run).map(m -> new OfVolume(number(m.group(1))))),
            TermKind.of(DRAWER, List.of(), HoldingTerms::wishedFor));

    private HoldingTerms() {}

    private static Optional<Between> between(TermKind.Run run) {
        Matcher m = BETWEEN.matcher(run.low());
        if (!m.matches()) return Optional.empty();
        boolean ml = m.group(4) != null;
        boolean money = m.group(1) != null || m.group(5) != null;
        if (ml == money) return Optional.empty();
        BigDecimal one = number(m.group(2));
        BigDecimal other = number(m.group(3));
        return Optional.of(new Between(
                ml,
                one.min(other),
                one.max(other),
                Optional.ofNullable(m.group(5)).map(HoldingTerms::currency)));
    }

    private static Optional<InForm> form(String low) {
        String one = low.replaceFirst("^in (a )?", "").replaceFirst("s$", "").replace('-', ' ');
        return Arrays.stream(HoldingForm.values())
                .filter(f -> f.words().equals(one))
                .map(InForm::new)
                .findFirst();
    }

    private static Optional<LeftAtMost> left(TermKind.Run run) {
        return matched(LEFT, run)
                .filter(m -> m.group(1) != null)
                .map(m -> new LeftAtMost(
                        switch (m.group(2).replaceFirst("^a ", "")) {
                            case "half" -> 50;
                            case "quarter" -> 25;
                            case "third" -> 33;
                            default -> Integer.parseInt(m.group(2).replaceAll("\\D", ""));
                        }));
    }

    private static NotUsedFor notUsedFor(Matcher m) {
        return new NotUsedFor(months(m));
    }

    private static Optional<Used> used(TermKind.Run run) {
        if (!run.low().startsWith("used ")) return Optional.empty();
        return Stretch.parse(run.low().substring(5))
                .filter(when -> when.until(LocalDate.EPOCH).isEmpty())
                .map(Used::new);
    }

    private static int months(Matcher m) {
        int n = Math.max(1, m.group(1) == null ? 1 : PlainText.count(m.group(1)).orElse(1));
        return m.group(2).equals("year") ? 12 * n : n;
    }

    private static Optional<Noted> noted(TermKind.Run run) {
        Matcher m = NOTE.matcher(run.text());
        if (!m.matches()) return Optional.empty();
        String said = m.group(1);
        boolean one = run.pieces().size() == 2
                || run.pieces().size() == 3 && said.startsWith("\"")
                || !run.text().contains(" ");
        String text = Words.folded(said);
        return one && !text.isEmpty() ? Optional.of(new Noted(text)) : Optional.empty();
    }

    private static final Pattern NOTE = Pattern.compile("(?i)(?:notes?|noted)(?::? (?:says? |with |about )?|:)(\\S.*)");

    private static Optional<InStanding> standing(String low) {
        return Arrays.stream(Standing.values())
                .map(InStanding::new)
                .filter(t -> t.written().equals(low))
                .findFirst();
    }

    private static InSeries series(Matcher m) {
        int from = Integer.parseInt(m.group(2));
        int to = m.group(3) == null ? from : Integer.parseInt(m.group(3));
        if (m.group(1) != null) {
            return switch (m.group(1)) {
                case "under", "below" -> new InSeries(InSeries.LEAST, from - 1);
                case "up to" -> new InSeries(InSeries.LEAST, to);
                case "over", "above" -> new InSeries(to + 1, InSeries.MOST);
                default -> new InSeries(from, InSeries.MOST);
            };
        }
        return new InSeries(Math.min(from, to), Math.max(from, to));
    }

    private static Optional<WishedFor> wishedFor(TermKind.Run run) {
        if (!run.low().startsWith("wished for ")) return Optional.empty();
        return run.named(run.text().substring(11), "", run.pieces().size() == 3).map(WishedFor::new);
    }

    static Optional<Matcher> matched(Pattern pattern, TermKind.Run run) {
        Matcher m = pattern.matcher(run.low());
        return m.matches() ? Optional.of(m) : Optional.empty();
    }

    static BigDecimal number(String text) {
        BigDecimal n = new BigDecimal(text.replace(',', '.')).stripTrailingZeros();
        return n.scale() < 0 ? n.setScale(0) : n;
    }
}
