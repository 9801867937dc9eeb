package molvet.core.collection;

import java.util.List;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import molvet.core.measure.Words;
import molvet.core.platform.Term;
import molvet.core.platform.TermKind;

/** Finding by what a paint is called. */
public final class NameTerms {
    /** A word that a name, maker, line or name in another language begins with. */
    public record Word(String text) implements Term {
        @Override
        public String written() {
            return text;
        }

        @Override
        public boolean takesNot() {
            return false;
        }
    }

    /** Words as they stand together in the name. */
    public record Phrase(String text) implements Term {
        @Override
        public String written() {
            return '"' + text + '"';
        }

        @Override
        public String words() {
            return "“" + text + "”";
        }
    }

    public record Numbered(Accession accession) implements Term {
        @Override
        public String written() {
            return accession.toString();
        }

        @Override
        public String words() {
            return "number " + accession;
        }
    }

    public static final List<TermKind> KINDS = List.of(
            TermKind.of("Name", List.of(), NameTerms::named),
            TermKind.of("Name", List.of(), NameTerms::phrase),
            TermKind.of("Name", List.of(), NameTerms::numbered));

    private static final Pattern NAMED = Pattern.compile(
            "(?:names?|named|called)(?: (?:with|like|holding|containing|saying|says|say))? ([^\"\\s]+)");

    /** Without its letter, as one says it or writes it on a card. */
    private static final Pattern NUMBER = Pattern.compile("(?:(?:number|no\\.?|nr\\.?) ?|#)(\\d{1,6})|(0\\d{3})");

    private NameTerms() {}

    private static Optional<Numbered> numbered(TermKind.Run run) {
        Matcher m = NUMBER.matcher(run.low());
        String number = !m.matches() ? run.text() : "M-" + (m.group(1) != null ? m.group(1) : m.group(2));
        return Accession.parse(number).map(Numbered::new);
    }

    /** “names with violet”: the word in the name, whatever else it may mean. */
    private static Optional<Word> named(TermKind.Run run) {
        Matcher m = NAMED.matcher(run.low());
        if (!m.matches()
                || m.group(1).matches("with|like|holding|containing|saying|says|say")
                || run.low().startsWith("name like ")) {
            return Optional.empty();
        }
        String word = Words.folded(m.group(1));
        return word.isEmpty() || word.contains(" ") ? Optional.empty() : Optional.of(new Word(word));
    }

    private static Optional<Phrase> phrase(TermKind.Run run) {
        boolean alone = run.pieces().size() == 1 && run.text().startsWith("\"");
        boolean like = run.pieces().size() == 3 && run.low().startsWith("name like ");
        String phrase =
                alone ? Words.folded(run.text()) : like ? Words.folded(run.low().substring(10)) : "";
        return phrase.isEmpty() ? Optional.empty() : Optional.of(new Phrase(phrase));
    }
}
