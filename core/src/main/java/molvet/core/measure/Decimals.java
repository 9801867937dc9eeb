package molvet.core.measure;

import java.math.BigDecimal;
import java.util.regex.Pattern;

/** Decimal numbers as people write them: {@code 8.20}, {@code 8,20}, {@code 1.234,50}, {@code 1,234.50}. */
public final class Decimals {
    private static final Pattern SHAPE = Pattern.compile("[0-9][0-9.,'’ \\u00A0\\u202F]*");

    private static final Pattern EXPONENT = Pattern.compile("(?i)[0-9.,]+e[+-]?[0-9]+");
    private static final Pattern GROUPS = Pattern.compile("['’\\s\\u00A0\\u202F]");

    private Decimals() {}

    /**
     * Reads one number that may not be negative.
     *
     * <p>A single point or comma is the decimal mark, unless exactly three digits follow it and another separator
     * stands before it. Where both stand, the last is the decimal mark. (Common practice, no published source.)
     *
     * @throws Refusal if it is not a plain number: signs, exponents and words are refused by name
     */
    public static BigDecimal parse(String where, String text) {
        String s = text.strip();
        if (s.startsWith("-") || s.startsWith("−")) {
            throw Refusal.of(
                    where, "The " + where + " “" + brief(s) + "” is below zero.", "Write it without the minus.");
        }
        if (EXPONENT.matcher(s).matches()) {
            throw Refusal.of(
                    where,
                    "The " + where + " “" + brief(s) + "” is written with an exponent.",
                    "Write it out, for example 15 or 8.20.");
        }
        if (s.startsWith(".") || s.startsWith(",")) s = "0" + s;
        if (!SHAPE.matcher(s).matches() || s.length() > 20) {
            throw Refusal.of(
                    where, "The " + where + " “" + brief(s) + "” is not a number.", "Write it like 15 or 8.20.");
        }
        s = GROUPS.matcher(s).replaceAll("");
        int point = s.lastIndexOf('.');
        int comma = s.lastIndexOf(',');
        char mark = point > comma ? '.' : ',';
        int last = Math.max(point, comma);
        if (last >= 0) {
            boolean both = point >= 0 && comma >= 0;
            boolean repeated = s.indexOf(mark) != last;
            if (repeated && !both) {
                s = s.replace(String.valueOf(mark), "");
            } else {
                char other = mark == '.' ? ',' : '.';
                s = s.replace(String.valueOf(other), "");
                int decimal = s.lastIndexOf(mark);
                s = s.substring(0, decimal).replace(String.valueOf(mark), "") + "." + s.substring(decimal + 1);
            }
        }
        if (s.endsWith(".")) s = s.substring(0, s.length() - 1);
        return new BigDecimal(s);
    }

    private static String brief(String s) {
        return s.length() <= 24 ? s : s.substring(0, 24) + "…";
    }
}
