package molvet.core.find;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import molvet.core.collection.CameTerms;
import molvet.core.collection.NameTerms;
import molvet.core.find.Spoken.Piece;
import molvet.core.measure.Words;
import molvet.core.platform.Term;
import molvet.core.platform.TermKind;

/** Reads the find language: from the left, the longest run of words that means something is one term. */
final class FindReader {
    private static final int MOST_PIECES = 6;

    private final String text;
    private final List<TermKind> kinds;
    private final TermKind.Known known;
    private final List<Piece> pieces = new ArrayList<>();
    private final List<Find.Trouble> troubles = new ArrayList<>();
    private final List<Find.Stranger> strangers = new ArrayList<>();
    private final List<Find.Way> ways = new ArrayList<>();
    private final Map<Term, Integer> places = new HashMap<>();
    private int at;
    private int terms;
    private int open;

    /** Little words that only join what people say, and mean nothing by themselves. */
    private static final Set<String> LITTLE = Set.copyOf(List.of(
            ("a an all any anything something per ml are as be been can colour colours color colors could did do does every everything find for give"
                            + " got had has have i in is it its like list me my of on one ones only our out paint paints please"
                            + " show some than that the them there these things this those to up use was what where which who"
                            + " whose will with would yet you own from by"
                            + " what's where's who's that's there's it's i've was were am cards swatches need needs should already together came come either form watercolour watercolours watercolor watercolors")
                    .split(" ")));

    private static final Set<String> JOINS = Set.of("and", "but", "with", "also", "plus");
    private static final Set<String> NOT = Set.of("not", "never", "without", "no", "except", "neither", "nor");

    FindReader(String text, List<TermKind> kinds, TermKind.Known known) {
        this.text = text;
        // What is known by its form goes before what collectors have given names to.
        this.kinds =
                kinds.stream().sorted(Comparator.comparing(TermKind::byName)).toList();
        this.known = known;
    }

    Find read() {
        // Quotation marks of any kind stand for the straight ones.
        String kept =
                text.replaceAll("\\p{Cntrl}", " ").replaceAll("[“”„«»]", "\"").replaceAll("[‘’]", "'");
        if (kept.length() > Find.MOST) {
            troubles.add(new Find.Trouble(
                    Find.MOST,
                    brief(kept.substring(Find.MOST)),
                    "Only the first " + Find.MOST + " characters were looked at."));
            kept = kept.substring(0, Find.MOST);
        }
        pieces.addAll(Spoken.pieces(kept));
        List<FindExpr> all = new ArrayList<>();
        while (at < pieces.size()) {
            all.add(any());
            if (at < pieces.size() && pieces.get(at).is(")")) {
                trouble(at++, "This bracket was never opened; it was passed over.");
            }
        }
        List<FindExpr> parts =
                all.size() == 1 ? all : all.stream().filter(e -> !isNothing(e)).toList();
        FindExpr root = parts.size() == 1 ? parts.get(0) : all(parts);
        Set<String> strange = strangers.stream().map(Find.Stranger::word).collect(Collectors.toSet());
        FindExpr asked = strange.isEmpty()
                ? root
                : root.without(t -> t instanceof NameTerms.Word w && strange.contains(w.text()))
                        .orElse(root);
        return new Find(
                asked instanceof FindExpr.One || asked instanceof FindExpr.Not ? all(List.of(asked)) : asked,
                troubles,
                strangers,
                ways);
    }

    /** Which paint is meant is not known: what follows is looked for in names, and that is not what was asked. */
    private void like() {
        if (at + 1 == pieces.size()) return;
        trouble(
                at,
                "Like which? No paint, or more than one, is called so: say like M-0031, or a name that no other has."
                        + " The words were looked for in names.");
    }

    // ---- and, or, not -----------------------------------------------------------------------------------------------

    private FindExpr any() {
        List<FindExpr> parts = new ArrayList<>(List.of(conjunction()));
        while (at < pieces.size() && pieces.get(at).is("or")) {
            int or = at++;
            FindExpr next = conjunction();
            if (isNothing(next) || isNothing(parts.get(parts.size() - 1))) {
                trouble(or, "“or” wants something on both sides; it was passed over.");
            }
            parts.add(next);
        }
        List<FindExpr> said = new ArrayList<>();
        for (FindExpr p : parts) {
            if (isNothing(p)) continue;
            if (p instanceof FindExpr.Any nested) nested.parts().forEach(e -> addOnce(said, e));
            else addOnce(said, p);
        }
        return said.isEmpty() ? all(List.of()) : said.size() == 1 ? said.get(0) : new FindExpr.Any(said);
    }

    private FindExpr conjunction() {
        List<FindExpr> parts = new ArrayList<>();
        Set<Integer> joined = new HashSet<>();
        while (at < pieces.size() && !pieces.get(at).is("or") && !pieces.get(at).is(")")) {
            boolean joins = JOINS.contains(pieces.get(at).low())
                    || LITTLE.contains(pieces.get(at).low());
            if (joins && longest().isEmpty()) {
                if (pieces.get(at).is("like")) like();
                if (JOINS.contains(pieces.get(at).low())) joined.add(parts.size());
                at++;
                continue;
            }
            int from = at;
            FindExpr one = negation();
            if (isNothing(one)) continue;
            if (one instanceof FindExpr.One o) places.putIfAbsent(o.term(), from);
            if (one instanceof FindExpr.All nested) parts.addAll(nested.parts());
            else parts.add(one);
        }
        List<FindExpr> settled = new ArrayList<>();
        for (int i = 0; i < parts.size(); i++) {
            FindExpr part = settled(parts, i);
            int before = settled.size() - 1;
            Optional<FindExpr> either = before < 0 ? Optional.empty() : either(settled.get(before), part);
            if (either.isPresent() && !joined.contains(i)) eitherSaid(settled.get(before), part);
            if (either.isPresent()) settled.set(before, either.get());
            else addOnce(settled, part);
        }
        return settled.size() == 1 ? settled.get(0) : all(settled);
    }

    /** “Blues and greens” are some of one and some of the other: no paint is both. */
    private static Optional<FindExpr> either(FindExpr one, FindExpr other) {
        if (!(other instanceof FindExpr.One o) || one.equals(other)) return Optional.empty();
        List<FindExpr> all = one instanceof FindExpr.Any any ? any.parts() : List.of(one);
        boolean apart = all.stream()
                .allMatch(p -> p instanceof FindExpr.One first && first.term().excludes(o.term()));
        if (!apart) return Optional.empty();
        List<FindExpr> both = new ArrayList<>(all);
        addOnce(both, other);
        return Optional.of(new FindExpr.Any(both));
    }

    private void eitherSaid(FindExpr one, FindExpr other) {
        troubles.add(new Find.Trouble(
                -1, other.words(), "No paint is both " + one.words() + " and " + other.words() + ": either is shown."));
    }

    /** A word such as “grey” is part of a name where it stands beside another word of one, and some name holds it. */
    private FindExpr settled(List<FindExpr> parts, int i) {
        FindExpr part = parts.get(i);
        if (part instanceof FindExpr.Not n && n.part() instanceof FindExpr.One o) {
            return new FindExpr.Not(new FindExpr.One(o.term().settled()));
        }
        if (!(part instanceof FindExpr.One one)) return part;
        Term term = one.term();
        Optional<Term> inName = term.besideName()
                .filter(t -> !(t instanceof NameTerms.Word w) || known.words().test(w.text()))
                .filter(t -> isInName(parts, i, -1) || isInName(parts, i, 1));
        Term is = inName.orElseGet(term::settled);
        String instead = inName.isPresent() ? term.written() : term.otherwise().orElse("");
        if (!instead.isEmpty() && places.containsKey(term)) {
            Piece typed = pieces.get(places.get(term));
            ways.add(new Find.Way(typed.at(), typed.text(), instead));
        }
        return new FindExpr.One(is);
    }

    /** Whether a word of a name stands beside it, be it behind others that may be one. */
    private boolean isInName(List<FindExpr> parts, int i, int step) {
        for (int j = i + step; j >= 0 && j < parts.size(); j += step) {
            if (!(parts.get(j) instanceof FindExpr.One o)) return false;
            if (o.term() instanceof NameTerms.Phrase) return true;
            if (o.term() instanceof NameTerms.Word w) return known.words().test(w.text());
            if (o.term().besideName().isEmpty()) return false;
        }
        return false;
    }

    private FindExpr negation() {
        Piece piece = pieces.get(at);
        if (piece.is("(")) {
            at++;
            open++;
            FindExpr inside = open > 20 ? all(List.of()) : any();
            open--;
            if (at < pieces.size() && pieces.get(at).is(")")) at++;
            else
                troubles.add(
                        new Find.Trouble(piece.at(), "(", "This bracket is never closed; it was taken to the end."));
            return inside;
        }
        if (NOT.contains(piece.low()) && longest().isEmpty()) {
            int not = at++;
            while (at < pieces.size()
                    && LITTLE.contains(pieces.get(at).low())
                    && longest().isEmpty()) at++;
            if (at >= pieces.size() || pieces.get(at).is(")") || pieces.get(at).is("or")) {
                trouble(not, "“not” what? It was passed over.");
                return all(List.of());
            }
            FindExpr inside = negation();
            if (isNothing(inside)) return inside;
            return inside instanceof FindExpr.Not twice ? twice.part() : new FindExpr.Not(inside);
        }
        return simple();
    }

    private static boolean isNothing(FindExpr e) {
        return e instanceof FindExpr.All all && all.parts().isEmpty();
    }

    private static FindExpr all(List<FindExpr> parts) {
        List<FindExpr> once = new ArrayList<>();
        for (FindExpr p : parts) {
            if (p instanceof FindExpr.All nested) nested.parts().forEach(e -> addOnce(once, e));
            else addOnce(once, p);
        }
        return new FindExpr.All(once);
    }

    private static void addOnce(List<FindExpr> parts, FindExpr one) {
        if (!parts.contains(one)) parts.add(one);
    }

    // ---- one term ---------------------------------------------------------------------------------------------------

    private record Read(Term term, int pieces) {}

    private FindExpr simple() {
        if (terms >= Find.MOST_TERMS) {
            if (terms++ == Find.MOST_TERMS)
                trouble(at, "So many conditions are not looked at; what follows is left off.");
            at++;
            return all(List.of());
        }
        Optional<Read> run = longest();
        if (run.isPresent() && run.get().term instanceof CameTerms.NotAsked other) {
            trouble(at, other.why());
            at += run.get().pieces;
            return all(List.of());
        }
        if (run.isPresent()) {
            at += run.get().pieces;
            terms++;
            return new FindExpr.One(run.get().term);
        }
        Piece piece = pieces.get(at);
        broken(piece);
        at++;
        List<FindExpr> words = new ArrayList<>();
        String own = piece.low().startsWith("word:") ? piece.text().substring(5) : piece.text();
        for (String word : Words.folded(own).split(" ")) {
            if (!word.isEmpty() && terms < Find.MOST_TERMS) {
                if (!known.words().test(word)) strangers.add(new Find.Stranger(piece.at(), word));
                addOnce(words, new FindExpr.One(new NameTerms.Word(word)));
                terms++;
            }
        }
        return words.size() == 1 ? words.get(0) : all(words);
    }

    private Optional<Read> longest() {
        for (int n = Math.min(MOST_PIECES, pieces.size() - at); n >= 1; n--) {
            List<Piece> run = pieces.subList(at, at + n);
            if (n > 1 && run.stream().anyMatch(p -> p.is("(") || p.is(")"))) continue;
            List<String> typed = run.stream().map(Piece::text).toList();
            List<String> bare = run.stream().map(Piece::bare).toList();
            Optional<? extends Term> term = term(typed);
            if (term.isEmpty() && !typed.equals(bare)) term = term(bare);
            if (term.isPresent()) return Optional.of(new Read(term.get(), n));
        }
        return Optional.empty();
    }

    /** What begins as a term and cannot be one. */
    private void broken(Piece piece) {
        String next = at + 1 < pieces.size() ? pieces.get(at + 1).text().toLowerCase(Locale.ROOT) : "";
        TermKind.Pair pair = new TermKind.Pair(piece.text().toLowerCase(Locale.ROOT), next);
        kinds.stream()
                .flatMap(k -> k.broken().apply(pair).stream())
                .findFirst()
                .ifPresent(instead -> trouble(at, instead));
    }

    private void trouble(int piece, String message) {
        Piece p = pieces.get(piece);
        troubles.add(new Find.Trouble(p.at(), brief(p.text()), message));
    }

    private static String brief(String text) {
        return text.length() > 40 ? text.substring(0, 40) + "…" : text;
    }

    private Optional<? extends Term> term(List<String> pieces) {
        TermKind.Run run = new TermKind.Run(pieces, known);
        // Marked as a word, it is nothing else.
        if (run.low().startsWith("word:")) return Optional.empty();
        return kinds.stream().flatMap(k -> k.reader().apply(run).stream()).findFirst();
    }
}
