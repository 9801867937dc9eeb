package molvet.core.sharing;

import java.time.DateTimeException;
import java.time.LocalDate;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import molvet.core.measure.Words;

/** In which order a list writes day, month and year where it writes them in numbers. */
public enum DayOrder {
    DAY_MONTH_YEAR("31.12.2026", 0, 1, 2),
    MONTH_DAY_YEAR("12/31/2026", 1, 0, 2),
    YEAR_MONTH_DAY("2026-12-31", 2, 1, 0),
    YEAR_DAY_MONTH("2026-31-12", 1, 2, 0);

    private static final Pattern NUMBERS = Pattern.compile(
            "(\\d{1,4})\\s*[./\\-\\s]\\s*(\\d{1,2})\\s*[./\\-\\s]\\s*(\\d{1,4})\\.?(?:[ T]\\d{1,2}:\\d{2}.*)?");
    private static final Pattern SPOKEN = Pattern.compile(
            "(?u)(?:(\\d{1,2})(?:\\.|st|nd|rd|th|er)?\\s+)?(?:de\\s+)?(\\p{L}{3,10})\\.?\\s*(?:(\\d{1,2})(?:st|nd|rd|th)?,?\\s+)?(?:de\\s+)?(\\d{4})");
    private static final Pattern MONTH_ONLY =
            Pattern.compile("(?:(\\d{1,2})[./\\-](\\d{4}))|(?:(\\d{4})[./\\-](\\d{1,2}))");
    private static final Pattern YEAR_ONLY = Pattern.compile("(?:19|20)\\d\\d");
    /** By their first letters, in six languages; common practice, no published source. */
    private static final Map<String, Integer> MONTHS = months();

    private static final int LONGEST = 40;

    private final String example;
    private final int day;
    private final int month;
    private final int year;

    DayOrder(String example, int day, int month, int year) {
        this.example = example;
        this.day = day;
        this.month = month;
        this.year = year;
    }

    private static Map<String, Integer> months() {
        String[] names = {
            "jan janvier gennaio enero gen ene januari",
            "feb februar fevrier febbraio febrero fev februari",
            "mar marz mars marzo maart mrz maerz mrt",
            "apr april avril aprile abril avr abr",
            "may mai maggio mayo mei mag",
            "jun juni juin giugno junio june giu",
            "jul juli juillet luglio julio july lug juil",
            "aug august aout agosto augustus ago aou",
            "sep sept september septembre settembre septiembre set",
            "oct okt october oktober octobre ottobre octubre ott",
            "nov november novembre noviembre",
            "dec dez december dezember decembre dicembre diciembre dic"
        };
        Map<String, Integer> all = new java.util.HashMap<>();
        for (int m = 0; m < 12; m++) for (String n : names[m].split(" ")) all.put(n, m + 1);
        all.put("january", 1);
        all.put("januar", 1);
        all.put("february", 2);
        all.put("march", 3);
        return Map.copyOf(all);
    }

    /** How it looks on the last day of a year. */
    public String example() {
        return example;
    }

    /**
     * The orders in which all that is written in numbers are days; of those cells only that are numbers. Years are taken to be
     * written in full, or with two digits after the turn of the century.
     */
    public static List<DayOrder> possible(List<String> cells) {
        List<String> numbers = cells.stream()
                .filter(c -> c.length() <= LONGEST && NUMBERS.matcher(c.strip()).matches())
                .toList();
        // Points part day from month, never month from day (common practice, no published source).
        boolean pointed = !numbers.isEmpty() && numbers.stream().allMatch(c -> c.indexOf('.') > 0);
        List<DayOrder> asked = Arrays.stream(values())
                .filter(o -> !pointed || o == DAY_MONTH_YEAR || o == YEAR_MONTH_DAY)
                .toList();
        List<DayOrder> all = asked.stream()
                .filter(o -> numbers.stream().allMatch(c -> o.inNumbers(c).isPresent()))
                .toList();
        if (!all.isEmpty()) return all;
        // One slip in a long list must not make the rest unreadable: the orders that read most of it.
        long most = asked.stream().mapToLong(o -> o.reads(numbers)).max().orElse(0);
        return asked.stream().filter(o -> o.reads(numbers) == most).toList();
    }

    private long reads(List<String> numbers) {
        return numbers.stream().filter(c -> inNumbers(c).isPresent()).count();
    }

    /** A day; of a month or a year alone its first. Empty for what is none. */
    public Optional<LocalDate> day(String cell) {
        if (cell.length() > LONGEST) return Optional.empty();
        String text = cell.strip();
        if (YEAR_ONLY.matcher(text).matches()) return Optional.of(LocalDate.of(Integer.parseInt(text), 1, 1));
        Matcher m = MONTH_ONLY.matcher(text);
        if (m.matches()) {
            return m.group(2) != null ? made(m.group(2), m.group(1), "1") : made(m.group(3), m.group(4), "1");
        }
        Optional<LocalDate> numbers = inNumbers(text);
        return numbers.isPresent() ? numbers : spoken(text);
    }

    private Optional<LocalDate> inNumbers(String cell) {
        Matcher m = NUMBERS.matcher(cell.strip());
        if (!m.matches()) return Optional.empty();
        String y = m.group(year + 1);
        if (y.length() == 3 || y.length() == 1) return Optional.empty();
        if (m.group(day + 1).length() > 2 || m.group(month + 1).length() > 2) return Optional.empty();
        // Two digits are no year at the beginning: nobody writes it so.
        if (y.length() == 2 && year == 0) return Optional.empty();
        return made(y.length() == 2 ? "20" + y : y, m.group(month + 1), m.group(day + 1));
    }

    private static Optional<LocalDate> spoken(String text) {
        Matcher m = SPOKEN.matcher(text.toLowerCase(Locale.ROOT));
        if (!m.matches()) return Optional.empty();
        Integer month = MONTHS.get(Words.folded(m.group(2)));
        if (month == null) return Optional.empty();
        String day = m.group(1) != null ? m.group(1) : m.group(3) != null ? m.group(3) : "1";
        return made(m.group(4), String.valueOf(month), day);
    }

    private static Optional<LocalDate> made(String year, String month, String day) {
        try {
            return Optional.of(LocalDate.of(Integer.parseInt(year), Integer.parseInt(month), Integer.parseInt(day)));
        } catch (DateTimeException none) {
            return Optional.empty();
        }
    }
}
