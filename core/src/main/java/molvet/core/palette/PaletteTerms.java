package molvet.core.palette;

import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;
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

    public static final List<TermKind> KINDS = List.of(
            TermKind.plain(
                    MENU, IN_NONE, "in no palette", "not in a palette", "not in any palette", "in none of my palettes"),
            TermKind.plain(MENU, IN_ONE, "in a palette", "in any palette", "in some palette"),
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
        String low = text.toLowerCase(java.util.Locale.ROOT);
        for (String begin : List.of("in palette ", "in the palette ", "left palette ", "left the palette ")) {
            if (!low.startsWith(begin)) continue;
            return run.named(text.substring(begin.length()), PALETTES, false)
                    .map(p -> begin.startsWith("in") ? new InPalette(p) : new LeftPalette(p));
        }
        for (String begin : List.of("in ", "left ")) {
            if (!low.startsWith(begin)) continue;
            Optional<String> palette = run.named(text.substring(begin.length()), PALETTES, false);
            if (palette.isPresent()) {
                return palette.map(p -> begin.equals("in ") ? new InPalette(p) : new LeftPalette(p));
            }
        }
        return Optional.empty();
    }
}
