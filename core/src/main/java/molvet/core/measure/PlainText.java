package molvet.core.measure;

import java.text.Normalizer;
import java.util.Arrays;
import java.util.Comparator;
import java.util.List;
import java.util.Locale;
import java.util.OptionalInt;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * Text made plain for reading: full-width, subscript and superscript characters as their ordinary ones, colons and dashes
 * of other scripts as ours, numbers spoken as English words as digits; and for every character the place it came from.
 */
public final class PlainText {
    private static final List<String> ONES = List.of(
            "zero",
            "one",
            "two",
            "three",
            "four",
            "five",
            "six",
            "seven",
            "eight",
            "nine",
            "ten",
            "eleven",
            "twelve",
            "thirteen",
            "fourteen",
            "fifteen",
            "sixteen",
            "seventeen",
            "eighteen",
            "nineteen");
    private static final List<String> TENS =
            List.of("", "", "twenty", "thirty", "forty", "fifty", "sixty", "seventy", "eighty", "ninety");
    private static final Pattern SPOKEN = Pattern.compile("(?i)\\b(?:(one|two) hundred(?: and)? ?)?(?:("
            + String.join("|", TENS.subList(2, 10)) + ")(?:[ -](" + String.join("|", ONES.subList(1, 10)) + "))?|("
            + String.join(
                    "|",
                    ONES.stream()
                            .sorted(Comparator.comparing(String::length).reversed())
                            .toList())
            + "))?\\b");

    private final String text;
    private final int[] origins;

    private PlainText(String text, int[] origins) {
        this.text = text;
        this.origins = origins;
    }

    public static PlainText of(String written) {
        return spoken(ordinary(written));
    }

    public String text() {
        return text;
    }

    /** A number in digits, or to nineteen as a word, “a” being one; empty of anything else. */
    public static OptionalInt count(String word) {
        if (word.matches("\\d{1,9}")) return OptionalInt.of(Integer.parseInt(word));
        if (word.equals("a") || word.equals("an")) return OptionalInt.of(1);
        int at = ONES.indexOf(word);
        return at < 0 ? OptionalInt.empty() : OptionalInt.of(at);
    }

    /** The same places with other characters, as many: what is used up can be covered. */
    public PlainText withText(String same) {
        if (same.length() != text.length()) throw new IllegalArgumentException("The length differs.");
        return new PlainText(same, origins);
    }

    /** Where in the text as written the character at an index of {@link #text} began; its length for the end. */
    public int origin(int index) {
        return origins[index];
    }

    private static PlainText ordinary(String written) {
        Building out = new Building(written.length());
        for (int i = 0; i < written.length(); ) {
            int c = written.codePointAt(i);
            String plain = Normalizer.normalize(Character.toString(c), Normalizer.Form.NFKC);
            for (int k = 0; k < plain.length(); k++) out.add(ours(plain.charAt(k)), i);
            i += Character.charCount(c);
        }
        return out.done(written.length());
    }

    private static char ours(char c) {
        return switch (c) {
            case '∶', '׃' -> ':';
            case '⁄' -> '/';
            case '‧' -> '·';
            case '‑', '‐' -> '-';
            case '\n' -> ',';
            default -> c;
        };
    }

    private static PlainText spoken(PlainText plain) {
        Building out = new Building(plain.text.length());
        Matcher m = SPOKEN.matcher(plain.text);
        int at = 0;
        while (m.find()) {
            if (m.group().isBlank()) continue;
            for (; at < m.start(); at++) out.add(plain.text.charAt(at), plain.origins[at]);
            for (char c : digits(m).toCharArray()) out.add(c, plain.origins[at]);
            at = m.end();
        }
        for (; at < plain.text.length(); at++) out.add(plain.text.charAt(at), plain.origins[at]);
        return out.done(plain.origins[plain.text.length()]);
    }

    private static String digits(Matcher m) {
        int n = m.group(1) == null ? 0 : ONES.indexOf(lower(m.group(1))) * 100;
        if (m.group(2) != null) n += TENS.indexOf(lower(m.group(2))) * 10;
        if (m.group(3) != null) n += ONES.indexOf(lower(m.group(3)));
        if (m.group(4) != null) n += ONES.indexOf(lower(m.group(4)));
        return n + (m.group().endsWith(" ") ? " " : "");
    }

    private static String lower(String s) {
        return s.toLowerCase(Locale.ROOT);
    }

    private static final class Building {
        private final StringBuilder text;
        private int[] origins;

        Building(int about) {
            text = new StringBuilder(about);
            origins = new int[about + 16];
        }

        void add(char c, int origin) {
            if (text.length() + 1 >= origins.length) origins = Arrays.copyOf(origins, origins.length * 2);
            origins[text.length()] = origin;
            text.append(c);
        }

        PlainText done(int end) {
            origins[text.length()] = end;
            return new PlainText(text.toString(), Arrays.copyOf(origins, text.length() + 1));
        }
    }
}
