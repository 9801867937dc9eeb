package molvet.core.palette;

import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Stream;
import molvet.core.measure.Words;
import molvet.core.platform.Term;
import molvet.core.platform.TermKind;

/** What palettes add to the find language: what lies in one now, what left it, and what lies in none. */
public final class PaletteTerms {
    /** The sort of names by which palettes are known. */
    public static final String PALETTES = "palette";

    private static final String MENU = "In palettes";
    private static final int MOST_OFFERED = 12;

    public static final Term.Plain IN_NONE = Term.Plain.of("in no palette");
    public static final Term.Plain IN_ONE = Term.Plain.of("in a palette");

    /** Lies in the newest version. */
    public record InPalette(String palette) implements Term {
        @Override
        public String written() {
            return "in palette \"" + palette + '"';
        }

        @Override
        public String words() {
            return "in " + palette;
        }
    }

    /** Lay in an earlier version, and not in the newest. */
    public record LeftPalette(String palette) implements Term {
        @Override
        public String written() {
            return "left palette \"" + palette + '"';
        }

        @Override
        public String words() {
            return "left " + palette;
        }
    }

    /** Owned, and in none of the paintings noted. */
    public static final Term.Plain NEVER_USED = Term.Plain.of("never used");

    /** By the number of paintings noted; those that are in none are left out. */
    public static final Term.Plain MOST_USED = new Term.Plain("most used", "most used first");

    /** By the number of paintings noted, from none, of what is owned or sampled. */
    public static final Term.Plain LEAST_USED = new Term.Plain("least used", "least used first");

    public static final List<TermKind> KINDS = List.of(
            TermKind.plain(
                    "Which first",
                    MOST_USED,
                    "most used",
                    "most used first",
                    "used most",
                    "used most often",
                    "use most",
                    "use most often",
                    "most often used"),
            TermKind.plain(
                    "Which first",
                    LEAST_USED,
                    "least used",
                    "least used first",
                    "used least",
                    "use least",
                    "hardly used"),
            TermKind.plain(
                    MENU,
                    NEVER_USED,
                    "never used",
                    "not used yet",
                    "not yet used",
                    "never painted with",
                    "used in no painting",
                    "in no painting",
                    "in none of my paintings"),
            TermKind.plain(
                    MENU,
                    IN_NONE,
                    "in no palette",
                    "not in a palette",
                    "not in any palette",
                    "not in palette",
                    "not in palettes",
                    "in none of my palettes"),
            TermKind.plain(
                    MENU, IN_ONE, "in a palette", "in palette", "in palettes", "in any palette", "in some palette"),
            TermKind.of(MENU, List.of(), PaletteTerms::named)
                    .byName(known -> known.of(PALETTES).stream()
                            .limit(MOST_OFFERED)
                            .flatMap(p -> Stream.of("in palette \"" + p + '"', "left palette \"" + p + '"'))
                            .toList())
                    .brokenAs(pair -> pair.next().isEmpty() && (pair.word().equals("palette"))
                            ? Optional.of("Write “in palette” or “left palette” and its name.")
                            : Optional.empty()));

    private PaletteTerms() {}

    private static Optional<? extends Term> named(TermKind.Run run) {
        String text = run.text().replace("\"", "").strip();
        String low = text.toLowerCase(Locale.ROOT);
        for (String begin : List.of("in palette ", "left palette ", "in ", "left ")) {
            if (!low.startsWith(begin)) continue;
            boolean left = begin.startsWith("left");
            Optional<String> palette = palette(run, text.substring(begin.length()));
            if (palette.isPresent()) return palette.map(p -> left ? new LeftPalette(p) : new InPalette(p));
        }
        return Optional.empty();
    }

    /** By its whole name, or by words of it that only one palette has: “field tin” is “The field tin”. */
    private static Optional<String> palette(TermKind.Run run, String typed) {
        Optional<String> whole = run.named(typed, PALETTES, false);
        if (whole.isPresent()) return whole;
        Set<String> wanted = words(typed);
        wanted.removeAll(LITTLE);
        if (wanted.isEmpty()) return Optional.empty();
        List<String> found = run.known().of(PALETTES).stream()
                .filter(p -> words(p).containsAll(wanted))
                .toList();
        return found.size() == 1 ? run.named(found.get(0), PALETTES, false) : Optional.empty();
    }

    private static final Set<String> LITTLE = Set.of("the", "a", "my", "palette", "for");

    private static Set<String> words(String text) {
        return new HashSet<>(List.of(Words.folded(text).split(" ")));
    }
}
