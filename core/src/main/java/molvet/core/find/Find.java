package molvet.core.find;

import java.util.Arrays;
import java.util.List;
import molvet.core.collection.NameTerms;
import molvet.core.platform.Term;
import molvet.core.platform.TermKind;

/**
 * The language of the find field: what a text of it was understood to ask.
 *
 * <p>Words, pigment codes, makers, numbers, places, standings, traits as any of the three voices puts them, colour, cost,
 * where a paint came from and what it lacks; beside each other all must hold, and {@code or}, {@code not} and brackets do what
 * they say ({@code not} before {@code and} before {@code or}). Never refuses: what means nothing else is a word of a name, and
 * what is broken is said of the word where it breaks.
 *
 * @param root what is asked; an empty {@link FindExpr.All} asks for everything
 * @param troubles what was not understood
 * @param strangers words that mean nothing and are in no name; the rest is asked without them, where there is a rest
 * @param ways what words may mean besides what they were taken for
 */
public record Find(FindExpr root, List<Trouble> troubles, List<Stranger> strangers, List<Way> ways) {
    /** The longest text that is looked at, in characters; the rest is left off, and that is said. */
    public static final int MOST = 1000;

    /** Everything. */
    public static final Find ALL = new Find(new FindExpr.All(List.of()), List.of());

    public Find {
        troubles = List.copyOf(troubles);
        strangers = List.copyOf(strangers);
        ways = List.copyOf(ways);
    }

    public Find(FindExpr root, List<Trouble> troubles) {
        this(root, troubles, List.of(), List.of());
    }

    /**
     * What could not be understood.
     *
     * @param at where it begins in the text as it was typed, in characters from 0; −1 if the text as typed is not at hand
     */
    public record Trouble(int at, String word, String message) {}

    /** A word that is in no name. @param at where it stands in the text as typed, in characters from 0 */
    public record Stranger(int at, String word) {}

    /** @param word as it was typed at {@code at}; {@code instead} what to write there for its other meaning */
    public record Way(int at, String word, String instead) {}

    /** @param kinds the terms that all rooms add, in the order in which they are tried */
    public static Find parse(String text, List<TermKind> kinds, TermKind.Known known) {
        return new FindReader(text, kinds, known).read();
    }

    public static Find of(Term... terms) {
        return new Find(
                new FindExpr.All(
                        Arrays.stream(terms).<FindExpr>map(FindExpr.One::new).toList()),
                List.of());
    }

    /** The parts that must all hold, each of which can be taken away by itself. */
    public List<FindExpr> tokens() {
        return root instanceof FindExpr.All all ? all.parts() : List.of(root);
    }

    public List<Term> terms() {
        return root.terms();
    }

    public boolean isEmpty() {
        return terms().isEmpty();
    }

    /** The whole find as written, such that it reads back as the same with these terms and names. */
    public String written(List<TermKind> kinds, TermKind.Known known) {
        // Words that would be taken for something else beside each other are marked as words, other terms joined by
        // “and”.
        FindExpr marked = root.with(t -> t instanceof NameTerms.Word w ? new NameTerms.Word("word:" + w.text()) : t);
        List<String> ways =
                List.of(root.written(" "), marked.written(" "), root.written(" and "), marked.written(" and "));
        return ways.stream()
                .filter(way -> {
                    Find again = parse(way, kinds, known);
                    return again.root.equals(root) && again.troubles.isEmpty();
                })
                .findFirst()
                .orElse(ways.get(ways.size() - 1));
    }

    /** How many terms there are at most. */
    static final int MOST_TERMS = 40;
}
