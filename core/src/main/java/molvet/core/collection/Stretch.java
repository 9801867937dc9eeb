package molvet.core.collection;

import java.time.DayOfWeek;
import java.time.LocalDate;
import java.time.Month;
import java.time.YearMonth;
import java.time.format.TextStyle;
import java.time.temporal.TemporalAdjusters;
import java.util.Arrays;
import java.util.Locale;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import molvet.core.measure.PlainText;

/** A stretch of the calendar as people say it: in 2025, before June 2024, since March, last month, in the last three weeks. */
public sealed interface Stretch {
    /** The first day of it; empty: from the beginning. */
    Optional<LocalDate> from(LocalDate today);

    /** The first day after it; empty: until now. */
    Optional<LocalDate> until(LocalDate today);

    /** As it reads back. */
    String written();

    /** Beside which months or years: in them, in them or later, or earlier. */
    enum When {
        IN,
        SINCE,
        BEFORE;

        private String word() {
            return name().toLowerCase(Locale.ROOT);
        }
    }

    /** What is counted back. */
    enum Unit {
        DAY,
        WEEK,
        MONTH,
        YEAR;

        private String word() {
            return name().toLowerCase(Locale.ROOT);
        }

        private LocalDate firstDay(LocalDate day) {
            return switch (this) {
                case DAY -> day;
                case WEEK -> day.with(TemporalAdjusters.previousOrSame(DayOfWeek.MONDAY));
                case MONTH -> day.withDayOfMonth(1);
                case YEAR -> day.withDayOfYear(1);
            };
        }

        private LocalDate before(LocalDate day, int n) {
            return switch (this) {
                case DAY -> day.minusDays(n);
                case WEEK -> day.minusWeeks(n);
                case MONTH -> day.minusMonths(n);
                case YEAR -> day.minusYears(n);
            };
        }
    }

    /** @param month from 1; empty: of the whole year */
    record Dated(When when, int year, OptionalInt month) implements Stretch {
        private LocalDate first() {
            return YearMonth.of(year, month.orElse(1)).atDay(1);
        }

        private LocalDate after() {
            return month.isPresent() ? first().plusMonths(1) : first().plusYears(1);
        }

        @Override
        public Optional<LocalDate> from(LocalDate today) {
            return when == When.BEFORE ? Optional.empty() : Optional.of(first());
        }

        @Override
        public Optional<LocalDate> until(LocalDate today) {
            return switch (when) {
                case IN -> Optional.of(after());
                case SINCE -> Optional.empty();
                case BEFORE -> Optional.of(first());
            };
        }

        @Override
        public String written() {
            return when.word() + " " + year
                    + (month.isPresent() ? String.format(Locale.ROOT, "-%02d", month.getAsInt()) : "");
        }
    }

    /** A month without its year: the latest that has begun. */
    record OfMonth(When when, Month month) implements Stretch {
        private Dated dated(LocalDate today) {
            YearMonth of = YearMonth.of(today.getYear(), month);
            if (of.isAfter(YearMonth.from(today))) of = of.minusYears(1);
            return new Dated(when, of.getYear(), OptionalInt.of(month.getValue()));
        }

        @Override
        public Optional<LocalDate> from(LocalDate today) {
            return dated(today).from(today);
        }

        @Override
        public Optional<LocalDate> until(LocalDate today) {
            return dated(today).until(today);
        }

        @Override
        public String written() {
            return when.word() + " " + month.getDisplayName(TextStyle.FULL, Locale.ENGLISH);
        }
    }

    /** The one that runs, or the one before it; weeks begin on Mondays (ISO 8601). */
    record Lately(boolean last, Unit unit) implements Stretch {
        @Override
        public Optional<LocalDate> from(LocalDate today) {
            LocalDate first = unit.firstDay(today);
            return Optional.of(last ? unit.before(first, 1) : first);
        }

        @Override
        public Optional<LocalDate> until(LocalDate today) {
            return last ? Optional.of(unit.firstDay(today)) : Optional.empty();
        }

        @Override
        public String written() {
            return (last ? "last " : "this ") + unit.word();
        }
    }

    /** So many back from today. */
    record InLast(int n, Unit unit) implements Stretch {
        @Override
        public Optional<LocalDate> from(LocalDate today) {
            return Optional.of(unit.before(today, n));
        }

        @Override
        public Optional<LocalDate> until(LocalDate today) {
            return Optional.empty();
        }

        @Override
        public String written() {
            return "in the last " + (n == 1 ? unit.word() : n + " " + unit.word() + "s");
        }
    }

    /** Longer ago than so many. */
    record Ago(int n, Unit unit) implements Stretch {
        @Override
        public Optional<LocalDate> from(LocalDate today) {
            return Optional.empty();
        }

        @Override
        public Optional<LocalDate> until(LocalDate today) {
            return Optional.of(unit.before(today, n));
        }

        @Override
        public String written() {
            return "more than " + (n == 1 ? "one " + unit.word() : n + " " + unit.word() + "s") + " ago";
        }
    }

    /** What “lately” and “recently” are taken for (ours), and said to be. */
    InLast LATELY = new InLast(3, Unit.MONTH);

    Pattern DATED = Pattern.compile(
            "(?:(in|from|of|during|since|after|before|until) )?(?:(\\p{L}{3,9}) )?((?:19|20|21)\\d\\d)(?:-(0[1-9]|1[0-2]))?");
    Pattern OF_MONTH = Pattern.compile("(in|from|during|since|before|until) (\\p{L}{3,9})");
    Pattern THIS = Pattern.compile("(?:(?:in|from|of|during) )?(?:the )?(this|last) (week|month|year)");
    Pattern IN_LAST = Pattern.compile(
            "(?:(?:in|within|during|over|of) )?(?:the )?(?:last|past)(?: (?:few|couple of))?"
                    + "(?: (\\d{1,3}|a|an|one|two|three|four|five|six|seven|eight|nine|ten|eleven|twelve))? (day|week|month|year)(s?)");

    Pattern AGO = Pattern.compile(
            "(?:(?:older|longer ago) than|(?:more than|over)) "
                    + "(\\d{1,3}|a|an|one|two|three|four|five|six|seven|eight|nine|ten|eleven|twelve) (day|week|month|year)s?( ago| old)?");

    /** @param low in lower case; a year by itself is one too */
    static Optional<? extends Stretch> parse(String low) {
        if (low.equals("lately") || low.equals("recently")) return Optional.of(LATELY);
        Matcher running = THIS.matcher(low);
        if (running.matches()) {
            return Optional.of(new Lately(running.group(1).equals("last"), unit(running.group(2))));
        }
        Matcher back = IN_LAST.matcher(low);
        if (back.matches()) {
            // “The last months” are a few, as three are.
            int n = back.group(1) != null
                    ? PlainText.count(back.group(1)).orElse(1)
                    : back.group(3).isEmpty() ? 1 : 3;
            return n == 0 ? Optional.empty() : Optional.of(new InLast(n, unit(back.group(2))));
        }
        Matcher ago = AGO.matcher(low);
        if (ago.matches() && (ago.group(3) != null || low.contains("er "))) {
            return Optional.of(new Ago(PlainText.count(ago.group(1)).orElse(1), unit(ago.group(2))));
        }
        Matcher month = OF_MONTH.matcher(low);
        if (month.matches()) {
            return month(month.group(2)).map(m -> new OfMonth(when(month.group(1)), m));
        }
        return dated(low);
    }

    private static Optional<Dated> dated(String low) {
        Matcher m = DATED.matcher(low);
        if (!m.matches()) return Optional.empty();
        OptionalInt month = m.group(4) != null ? OptionalInt.of(Integer.parseInt(m.group(4))) : OptionalInt.empty();
        if (m.group(2) != null) {
            Optional<Month> named = month(m.group(2));
            if (named.isEmpty() || m.group(4) != null) return Optional.empty();
            month = OptionalInt.of(named.get().getValue());
        }
        Dated said = new Dated(m.group(1) == null ? When.IN : when(m.group(1)), Integer.parseInt(m.group(3)), month);
        if (!"after".equals(m.group(1))) return Optional.of(said);
        LocalDate next = said.after();
        return Optional.of(new Dated(
                When.SINCE,
                next.getYear(),
                month.isPresent() ? OptionalInt.of(next.getMonthValue()) : OptionalInt.empty()));
    }

    private static When when(String word) {
        return switch (word) {
            case "since" -> When.SINCE;
            case "before", "until" -> When.BEFORE;
            default -> When.IN;
        };
    }

    private static Unit unit(String word) {
        return Unit.valueOf(word.toUpperCase(Locale.ROOT));
    }

    private static Optional<Month> month(String word) {
        return Arrays.stream(Month.values())
                .filter(m -> m.getDisplayName(TextStyle.FULL, Locale.ENGLISH).equalsIgnoreCase(word)
                        || m.getDisplayName(TextStyle.SHORT, Locale.ENGLISH).equalsIgnoreCase(word))
                .findFirst();
    }
}
