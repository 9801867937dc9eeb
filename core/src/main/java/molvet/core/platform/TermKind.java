package molvet.core.platform;

import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.function.Function;
import java.util.function.Predicate;
import molvet.core.measure.Words;

/**
 * A kind of term: it reads a run of words as a term if it is one, shows in the menu what can be written, and says what is
 * missing where a term begins and breaks off. A term prints itself, see {@link Term#written()}.
 *
 * @param menu the group of the menu it stands in
 * @param entries what the menu offers, as it is written
 * @param reader the term that a run of words is, if it is one of this kind
 * @param broken what to write instead, of a word that begins a term of this kind and the word behind it (empty at the end)
 * @param byName whether it knows things by names that collectors give: such are tried after all others
 */
public record TermKind(
        String menu,
        Function<Known, List<String>> entries,
        Function<Run, Optional<? extends Term>> reader,
        Function<Pair, Optional<String>> broken,
        boolean byName) {

    /**
     * What a collection knows by name, so that it is known when seen.
     *
     * @param names by the word for each sort, such as “maker”
     * @param words whether the name of a paint holds a word that begins so
     * @param paints the number of the one paint that is called so, wholly or in part; empty where none is, or several
     */
    public record Known(
            Function<String, List<String>> names, Predicate<String> words, Function<String, OptionalInt> paints) {
        public static final Known NOTHING = new Known(Map.of());

        public Known(Map<String, List<String>> names, Predicate<String> words, Function<String, OptionalInt> paints) {
            this(sort -> names.getOrDefault(sort, List.of()), words, paints);
        }

        /** Every word may be one of a name. */
        public Known(Map<String, List<String>> names) {
            this(names, word -> true, name -> OptionalInt.empty());
        }

        public List<String> of(String sort) {
            return names.apply(sort);
        }
    }

    /** Pieces of a find that stand beside each other; what stands in quotation marks is one piece. */
    public record Run(List<String> pieces, Known known) {
        public String text() {
            return String.join(" ", pieces);
        }

        public String low() {
            return text().toLowerCase(Locale.ROOT);
        }

        /**
         * A name as the collection knows it.
         *
         * @param anyWord whether a name it does not know is taken as it is typed
         */
        public Optional<String> named(String typed, String sort, boolean anyWord) {
            String folded = Words.folded(typed);
            if (folded.isEmpty()) return Optional.empty();
            Optional<String> found = known.of(sort).stream()
                    .filter(k -> Words.folded(k).equals(folded))
                    .findFirst();
            // In the language a name stands between quotation marks.
            if (found.isPresent()) return found.map(k -> k.replace('"', '\''));
            return anyWord ? Optional.of(folded) : Optional.empty();
        }
    }

    /** Two words beside each other, in lower case. */
    public record Pair(String word, String next) {}

    public static TermKind of(String menu, List<String> entries, Function<Run, Optional<? extends Term>> reader) {
        return new TermKind(menu, known -> entries, reader, p -> Optional.empty(), false);
    }

    /** One term with the ways it may be written, the first of which the menu offers. */
    public static TermKind plain(String menu, Term term, String... ways) {
        List<String> all = List.of(ways);
        return of(menu, all.subList(0, 1), run -> all.contains(run.low()) ? Optional.of(term) : Optional.empty());
    }

    /** The same, which also says what to write where it breaks off. */
    public TermKind brokenAs(Function<Pair, Optional<String>> says) {
        return new TermKind(menu, entries, reader, says, byName);
    }

    /** The same, tried after all kinds that know what they read by its form. */
    public TermKind byName(Function<Known, List<String>> offers) {
        return new TermKind(menu, offers, reader, broken, true);
    }
}
