package molvet.core.measure;

import java.text.Normalizer;
import java.util.Locale;
import java.util.regex.Pattern;

/** Text as people type or paste it: trimmed, in NFC, without invisible characters, within a stated length. */
public final class Words {
    private static final Pattern SPACES = Pattern.compile("\\s+");
    private static final Pattern MARKS = Pattern.compile("\\p{M}+");
    private static final Pattern NO_LETTERS = Pattern.compile("[^\\p{L}\\p{N}]+");

    private Words() {}

    /**
     * The text on one line, with runs of white space made one space.
     *
     * @param where the field, named in the refusal
     * @param most the greatest number of characters (code points)
     * @return the cleaned text, possibly empty
     * @throws Refusal if it is too long or holds control characters or marks that turn the direction of text
     */
    public static String line(String where, String text, int most) {
        String checked = check(where, text == null ? "" : text, most, false);
        return isTidy(checked)
                ? checked
                : SPACES.matcher(checked).replaceAll(" ").strip();
    }

    /** As {@link #line}, but line breaks stay. */
    public static String lines(String where, String text, int most) {
        return check(where, text == null ? "" : text.replace("\r\n", "\n").replace('\r', '\n'), most, true)
                .strip();
    }

    /** As {@link #line}, but an empty text is refused. */
    public static String needed(String where, String text, int most) {
        String cleaned = line(where, text, most);
        if (cleaned.isEmpty()) {
            throw Refusal.of(where, "The " + where + " is empty.", "Write something, then save again.");
        }
        return cleaned;
    }

    private static String check(String where, String text, int most, boolean breaks) {
        if (text.length() <= most && isPlain(text)) return text;
        String composed = Normalizer.normalize(text, Normalizer.Form.NFC);
        StringBuilder kept = new StringBuilder(composed.length());
        composed.codePoints().forEach(c -> {
            if (!isInvisible(c)) kept.appendCodePoint(c);
        });
        for (int i = 0; i < kept.length(); i++) {
            int c = kept.codePointAt(i);
            boolean allowed = c == '\t' || (breaks && c == '\n') || (!breaks && c == '\n');
            if ((Character.isISOControl(c) && !allowed) || turnsDirection(c) || isLoneSurrogate(c)) {
                throw Refusal.of(
                        where,
                        String.format(
                                Locale.ROOT,
                                "The %s holds a hidden character (U+%04X) at position %d.",
                                where,
                                c,
                                i + 1),
                        "Delete it, or type the words instead of pasting them.");
            }
            if (Character.isSupplementaryCodePoint(c)) i++;
        }
        int length = kept.codePointCount(0, kept.length());
        if (length > most) {
            throw Refusal.of(
                    where,
                    "The " + where + " is " + length + " characters long; " + most + " fit.",
                    "Shorten it, or put the rest in the note.");
        }
        return kept.toString();
    }

    /** Without white space at either end or two in a row, or any but plain spaces. */
    private static boolean isTidy(String text) {
        boolean before = true;
        for (int i = 0; i < text.length(); i++) {
            char c = text.charAt(i);
            boolean space = c == ' ';
            if (space && before || !space && (c < ' ' || Character.isWhitespace(c))) return false;
            before = space;
        }
        return text.isEmpty() || !before;
    }

    /** Printable ASCII, in which nothing can hide. */
    private static boolean isPlain(String text) {
        for (int i = 0; i < text.length(); i++) if (text.charAt(i) < ' ' || text.charAt(i) > '~') return false;
        return true;
    }

    /** Marks that are pasted unseen and mean nothing in a name: soft hyphen, zero-width space, LRM, RLM, BOM. */
    private static boolean isInvisible(int c) {
        return c == 0x00AD || c == 0x200B || c == 0x200E || c == 0x200F || c == 0xFEFF || c == 0x2060;
    }

    private static boolean turnsDirection(int c) {
        return (c >= 0x202A && c <= 0x202E) || (c >= 0x2066 && c <= 0x2069);
    }

    private static boolean isLoneSurrogate(int c) {
        return c >= 0xD800 && c <= 0xDFFF;
    }

    /** The form in which names are compared and indexed: lower case, without accents, letters and digits only. */
    public static String folded(String text) {
        if (isPlain(text)) return foldedPlain(text);
        String plain =
                MARKS.matcher(Normalizer.normalize(text, Normalizer.Form.NFKD)).replaceAll("");
        return NO_LETTERS
                .matcher(plain.toLowerCase(Locale.ROOT))
                .replaceAll(" ")
                .strip();
    }

    private static String foldedPlain(String text) {
        StringBuilder out = new StringBuilder(text.length());
        for (int i = 0; i < text.length(); i++) {
            char c = Character.toLowerCase(text.charAt(i));
            boolean kept = c >= 'a' && c <= 'z' || c >= '0' && c <= '9';
            if (kept) out.append(c);
            else if (!out.isEmpty() && out.charAt(out.length() - 1) != ' ') out.append(' ');
        }
        if (!out.isEmpty() && out.charAt(out.length() - 1) == ' ') out.setLength(out.length() - 1);
        return out.toString();
    }
}
