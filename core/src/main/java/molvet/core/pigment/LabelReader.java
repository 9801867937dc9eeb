package molvet.core.pigment;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import molvet.core.measure.PlainText;
import molvet.core.measure.Words;
import org.apache.commons.text.similarity.LevenshteinDistance;

/**
 * Reads pigments from label text, as badly as it is written, printed, pasted or said.
 *
 * <p>Codes with spaces, points, dashes and letters misread for digits; families in words in several languages;
 * constitution numbers; names in words; numbers spoken as words. Nothing is guessed silently: whatever is not plain
 * comes with a {@link Note}, and what is not understood is returned as unread.
 */
public final class LabelReader {
    /** The longest label text that is read, in characters. */
    public static final int MOST = 2000;

    private static final Pattern CONSTITUTION =
            Pattern.compile("(?i)(?:C\\s*\\.?\\s*I\\s*\\.?\\s*(?:no\\.?|#|nr\\.?)?\\s*)?\\b(\\d{5,6})(?::\\d)?\\b");
    private static final String DIGITS = "([0-9lI|oO]*[0-9][0-9lI|oO]*)";
    private static final String SUFFIX =
            "(?:(\\s*:\\s*|\\s*(?:colon|doppelpunkt|deux-points)\\s+|\\.|-|;|\\s*/|\\s+|\\s*(?:point|dot|punkt)\\s+)([0-9l])(?![0-9A-Za-z]))?";
    private static final Pattern CODE = Pattern.compile(
            "(?i)([PN])[\\s.]*(BR|BLK|BK|Y|O|R|V|B|G|W|M)[\\s.\\-–_#]*(?-i:" + DIGITS + ")(?i:" + SUFFIX + ")");
    /** Two letters and a number are an article of a bill as often as a dye: only dyes that are known are read. */
    private static final Pattern DYE =
            Pattern.compile("(?i)(B|A)[\\s.]*([YRV])[\\s.\\-–_#]*([0-9]{1,3})(?::([0-9]))?(?![0-9A-Za-z])");

    private static final Pattern DYE_IN_WORDS = Pattern.compile(
            "(?iu)(?:C\\s*\\.?\\s*I\\s*\\.?\\s*)?(basic|acid)\\s+(yellow|red|violet)\\s*(?:no\\.?|#)?\\s*([0-9]{1,3})(?::([0-9]))?(?![0-9A-Za-z])");
    private static final Pattern DYE_WORDS = Pattern.compile("(?iu)\\b(?:dyes?|dyestuffs?|fluorescent|farbstoffe?)\\b");

    private static final Map<String, String> FAMILY_WORDS = Map.ofEntries(
            Map.entry("yellow", "Y"),
            Map.entry("gelb", "Y"),
            Map.entry("jaune", "Y"),
            Map.entry("giallo", "Y"),
            Map.entry("orange", "O"),
            Map.entry("red", "R"),
            Map.entry("rot", "R"),
            Map.entry("rouge", "R"),
            Map.entry("rosso", "R"),
            Map.entry("violet", "V"),
            Map.entry("violett", "V"),
            Map.entry("purple", "V"),
            Map.entry("blue", "B"),
            Map.entry("blau", "B"),
            Map.entry("bleu", "B"),
            Map.entry("blu", "B"),
            Map.entry("green", "G"),
            Map.entry("grün", "G"),
            Map.entry("vert", "G"),
            Map.entry("verde", "G"),
            Map.entry("brown", "Br"),
            Map.entry("braun", "Br"),
            Map.entry("brun", "Br"),
            Map.entry("black", "Bk"),
            Map.entry("schwarz", "Bk"),
            Map.entry("noir", "Bk"),
            Map.entry("white", "W"),
            Map.entry("weiß", "W"),
            Map.entry("weiss", "W"),
            Map.entry("blanc", "W"),
            Map.entry("metal", "M"));
    private static final Pattern IN_WORDS = Pattern.compile("(?iu)(?:C\\s*\\.?\\s*I\\s*\\.?\\s*)?(pigment|natural)\\s+("
            + String.join("|", FAMILY_WORDS.keySet()) + ")\\s*(?:no\\.?|nr\\.?|#)?\\s*(?-i:" + DIGITS + ")(?i:" + SUFFIX
            + ")");
    private static final Pattern CRYSTAL_FORM =
            Pattern.compile("(?iu)[(\\[]?\\s*(?:[αβγε]|alpha|beta|gamma|epsilon)\\s*(?:form|crystal)?\\s*[)\\]]?");
    private static final Pattern FILLER = Pattern.compile(
            "(?iu)(?:[\\s,;:/+&|.·•()\\[\\]\\-–—*\"“”']+|(?:and|und|et|y|e|with|mit|pigments?|pigmente?n?|contains|ci|c\\.i\\.)(?![\\p{L}\\p{N}]))");
    private static final Pattern WORD = Pattern.compile("(?u)[\\p{L}\\p{N}][\\p{L}\\p{N}'’.:\\-]*|\\S");
    /** “No. 8” and “Nr. 8” on a bill count something; as natural oranges and reds they would be NO8 and NR8. */
    private static final Pattern NUMERO = Pattern.compile("(?!N[OR]\\d)[Nn][OoRr][\\s.]*\\d");

    private static final LevenshteinDistance DISTANCE = new LevenshteinDistance(2);

    private final PigmentReference reference;

    public LabelReader(PigmentReference reference) {
        this.reference = reference;
    }

    /**
     * @param text the label, at most {@link #MOST} characters
     * @throws molvet.core.measure.Refusal if it is too long or holds control characters
     */
    public LabelReading read(String text) {
        return new Run(PlainText.of(Words.lines("pigments", text, MOST)).text()).read();
    }

    /**
     * A pigment found inside other text.
     *
     * @param from where it begins in the text as written, and {@code to} where it ends
     * @param notes what is to be said of how it was read
     */
    public record Found(PigmentCode code, int from, int to, List<Note> notes) {}

    /** The codes that stand in a line among other words; names in words and bare numbers are left alone. */
    public List<Found> codesIn(PlainText text) {
        Run run = new Run(text.text());
        List<Found> found = new ArrayList<>();
        boolean afterCode = false;
        while (run.at < run.text.length()) {
            int from = run.at;
            boolean free = from == 0 || afterCode || !Character.isLetterOrDigit(run.text.charAt(from - 1));
            afterCode = free
                    && !NUMERO.matcher(run.text).region(from, run.text.length()).lookingAt()
                    && (run.inWords() || run.code() || run.dye() || run.prefixedConstitution());
            if (afterCode) {
                found.add(new Found(
                        run.last.orElseThrow(), text.origin(from), text.origin(run.at), List.copyOf(run.notes)));
                run.notes.clear();
                while (run.skip(CRYSTAL_FORM)) {
                    // part of the code before it
                }
            } else {
                run.at++;
            }
        }
        return found;
    }

    private static String lower(String s) {
        return s.toLowerCase(Locale.ROOT);
    }

    /** One pass over one label, from left to right. */
    private final class Run {
        private final String text;
        private int at = 0;
        private final LinkedHashSet<PigmentCode> codes = new LinkedHashSet<>();
        private final List<Note> notes = new ArrayList<>();
        private final List<String> unread = new ArrayList<>();
        private final List<NameInWords> names = new ArrayList<>();
        private final StringBuilder pending = new StringBuilder();
        private Optional<PigmentCode> last = Optional.empty();

        Run(String text) {
            this.text = text;
        }

        LabelReading read() {
            boolean afterCode = false;
            while (at < text.length()) {
                boolean free = at == 0 || afterCode || !Character.isLetterOrDigit(text.charAt(at - 1));
                if (free && (inWords() || code() || dye() || constitution())) {
                    flush();
                    afterCode = true;
                    continue;
                }
                boolean formHere = afterCode && skip(CRYSTAL_FORM);
                if (formHere) continue;
                if (skip(FILLER)) {
                    if (pending.length() > 0) pending.append(' ');
                    continue;
                }
                afterCode = false;
                if (free && name()) {
                    flush();
                    continue;
                }
                takeUnread();
            }
            flush();
            resolveNames();
            return new LabelReading(new Recipe(List.copyOf(codes)), notes, unread);
        }

        private boolean skip(Pattern p) {
            Matcher m = p.matcher(text).region(at, text.length());
            if (!m.lookingAt() || m.end() == at) return false;
            at = m.end();
            return true;
        }

        private boolean inWords() {
            Matcher m = matcher(IN_WORDS);
            if (!m.lookingAt()) return false;
            String family = (m.group(1).equalsIgnoreCase("natural") ? "N" : "P") + FAMILY_WORDS.get(lower(m.group(2)));
            return take(m, family, m.group(3), 4, 5);
        }

        private boolean code() {
            Matcher m = matcher(CODE);
            if (!m.lookingAt()) return false;
            String letters = m.group(2).equalsIgnoreCase("BLK") ? "Bk" : m.group(2);
            Optional<String> family = PigmentCode.family(m.group(1) + letters);
            return family.isPresent() && take(m, family.get(), m.group(3), 4, 5);
        }

        private boolean dye() {
            Matcher words = matcher(DYE_IN_WORDS);
            Matcher m = words.lookingAt() ? words : matcher(DYE);
            if (!m.lookingAt()) return false;
            // “by 40” is no dye.
            if (m != words
                    && Character.isLowerCase(m.group().charAt(0))
                    && m.group().matches(".*\\s.*")) return false;
            String family = (m.group(1).substring(0, 1) + m.group(2).substring(0, 1)).toUpperCase(Locale.ROOT);
            int number = Integer.parseInt(m.group(3));
            if (number == 0) return false;
            PigmentCode plain = new PigmentCode(family, number, 0);
            PigmentCode code =
                    m.group(4) == null ? plain : new PigmentCode(family, number, Integer.parseInt(m.group(4)));
            if (!reference.holds(code) && !reference.holds(plain)) return false;
            at = m.end();
            add(
                    reference.holds(code) ? code : plain,
                    text.substring(m.start(), m.end()).strip());
            return true;
        }

        /** Takes the code a matcher found; gives the suffix back to the text when it is more likely something else. */
        private boolean take(Matcher m, String family, String digits, int separator, int suffixGroup) {
            String number = digits.replaceAll("[lI|]", "1").replaceAll("[oO]", "0");
            if (number.length() > 3 || Integer.parseInt(number) == 0) return false;
            PigmentCode plain = new PigmentCode(family, Integer.parseInt(number), 0);
            PigmentCode code = plain;
            int end = m.end();
            if (m.group(suffixGroup) != null) {
                int suffix = m.group(suffixGroup).equalsIgnoreCase("l") ? 1 : Integer.parseInt(m.group(suffixGroup));
                PigmentCode whole = new PigmentCode(plain.family(), plain.number(), suffix);
                String by = lower(m.group(separator).strip());
                boolean plainly = by.equals(":") || by.equals("colon") || by.equals("doppelpunkt");
                if (plainly || reference.holds(whole)) {
                    code = whole;
                } else {
                    end = m.start(separator);
                }
            }
            at = end;
            String written = text.substring(m.start(), end).strip();
            if (!digits.equals(number)) {
                notes.add(new Note(
                        written,
                        "misread-digit",
                        "“" + written + "” holds a letter where a digit belongs; it was read as " + code + ".",
                        code.toString()));
            }
            add(code, written);
            return true;
        }

        private boolean constitution() {
            Matcher m = matcher(CONSTITUTION);
            if (!m.lookingAt()) return false;
            List<Pigment> found = reference.withConstitution(m.group(1));
            if (found.isEmpty()) return false;
            at = m.end();
            String written = m.group().strip();
            PigmentCode first = found.get(0).code();
            last = Optional.of(first);
            if (found.stream().noneMatch(p -> codes.contains(p.code()))) {
                add(first, written);
                if (found.size() > 1) {
                    notes.add(new Note(
                            written,
                            "shared-number",
                            "CI " + m.group(1) + " is shared by " + list(found) + "; it was read as " + first + ".",
                            first.toString()));
                }
            }
            return true;
        }

        /** The longest name in words that starts here, one slip of the pen allowed in a long one. */
        private boolean name() {
            Matcher words = WORD.matcher(text).region(at, text.length());
            List<Integer> ends = new ArrayList<>();
            int next = at;
            while (ends.size() < 5
                    && words.find()
                    && text.substring(next, words.start()).isBlank()) {
                ends.add(words.end());
                next = words.end();
            }
            for (int i = ends.size() - 1; i >= 0; i--) {
                String written = text.substring(at, ends.get(i));
                String folded = lower(written).replaceAll("[.,;:]+$", "").replaceAll("\\s+", " ");
                Optional<String> name = reference.named(folded).isEmpty() ? nearly(folded) : Optional.of(folded);
                if (name.isPresent()) {
                    names.add(new NameInWords(written.strip(), reference.named(name.get())));
                    at = ends.get(i);
                    return true;
                }
            }
            return false;
        }

        private Optional<String> nearly(String folded) {
            if (folded.length() < 9) return Optional.empty();
            return reference.names().stream()
                    .filter(n -> {
                        int d = DISTANCE.apply(folded, n);
                        return d >= 0 && d <= (folded.length() > 14 ? 2 : 1);
                    })
                    .min(Comparator.comparingInt(n -> DISTANCE.apply(folded, n)));
        }

        /** Names are weighed last: one that only repeats a code on the label needs no word. */
        private void resolveNames() {
            for (NameInWords name : names) {
                if (name.meanings.stream().anyMatch(p -> codes.contains(p.code()))) continue;
                Pigment first = name.meanings.get(0);
                if (name.meanings.size() == 1) {
                    codes.add(first.code());
                    notes.add(new Note(
                            name.written,
                            "name-in-words",
                            "“" + name.written + "” was read as " + first.code() + " (" + first.chemicalName()
                                    + "). A name is no proof: look for the code on the label.",
                            first.code().toString()));
                } else {
                    unread.add(name.written);
                    notes.add(new Note(
                            name.written,
                            "name-in-words",
                            "“" + name.written + "” may mean " + list(name.meanings)
                                    + ". Nothing was taken from it: look for the code on the label.",
                            first.code().toString()));
                }
            }
        }

        /** As {@link #constitution}, but only behind “CI”: in other text a bare number is something else. */
        private boolean prefixedConstitution() {
            char c = text.charAt(at);
            return (c == 'C' || c == 'c') && constitution();
        }

        private void add(PigmentCode code, String written) {
            last = Optional.of(code);
            if (!codes.add(code)) {
                notes.add(new Note(
                        written, "duplicate", code + " stands on the label more than once; it was kept once.", ""));
            }
        }

        private void takeUnread() {
            Matcher m = matcher(WORD);
            int end = m.lookingAt() ? m.end() : at + Character.charCount(text.codePointAt(at));
            // A code may follow without a space: “(hue)PB29”.
            pending.append(text, at, end);
            at = end;
        }

        private void flush() {
            String piece = pending.toString().strip();
            if (!piece.isEmpty()) unread.add(piece);
            if (DYE_WORDS.matcher(piece).find()) {
                notes.add(Note.of(
                        piece,
                        "unnamed-dye",
                        "“" + piece + "” is a dye without its number. Dyes fade: what is said of how long this lasts is"
                                + " said of its pigments alone."));
            }
            pending.setLength(0);
        }

        private Matcher matcher(Pattern p) {
            return p.matcher(text).region(at, text.length()).useTransparentBounds(true);
        }
    }

    private record NameInWords(String written, List<Pigment> meanings) {}

    private static String list(List<Pigment> pigments) {
        List<String> all = pigments.stream().map(p -> p.code().toString()).toList();
        return all.size() == 1
                ? all.get(0)
                : String.join(", ", all.subList(0, all.size() - 1)) + " or " + all.get(all.size() - 1);
    }
}
