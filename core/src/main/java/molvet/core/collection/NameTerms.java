package molvet.core.collection;

import java.util.List;
import java.util.Optional;
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
            TermKind.of("Name", List.of(), NameTerms::phrase),
            TermKind.of("Name", List.of(), run -> Accession.parse(run.text()).map(Numbered::new)));

    private NameTerms() {}

    private static Optional<Phrase> phrase(TermKind.Run run) {
        boolean alone = run.pieces().size() == 1 && run.text().startsWith("\"");
        boolean like = run.pieces().size() == 3 && run.low().startsWith("name like ");
        String phrase =
                alone ? Words.folded(run.text()) : like ? Words.folded(run.low().substring(10)) : "";
        return phrase.isEmpty() ? Optional.empty() : Optional.of(new Phrase(phrase));
    }
}
