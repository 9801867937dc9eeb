package molvet.core.find;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.function.Predicate;
import java.util.function.UnaryOperator;
import molvet.core.platform.Term;

/** What a find asks for: terms, and terms joined by and, or and not. */
public sealed interface FindExpr permits FindExpr.One, FindExpr.All, FindExpr.Any, FindExpr.Not {
    /**
     * As it is written in the language.
     *
     * @param and what stands between terms that all hold: a blank is enough where no two beside each other mean something else
     */
    String written(String and);

    /** In words, for the token on screen. */
    String words();

    /** One term of a room holds. */
    record One(Term term) implements FindExpr {
        @Override
        public String written(String and) {
            return term.written();
        }

        @Override
        public String words() {
            return term.words();
        }
    }

    /** All of them hold; none at all holds always. */
    record All(List<FindExpr> parts) implements FindExpr {
        public All {
            parts = List.copyOf(parts);
        }

        @Override
        public String written(String and) {
            return String.join(and, parts.stream().map(p -> insideAll(p, and)).toList());
        }

        @Override
        public String words() {
            return String.join(" and ", parts.stream().map(FindExpr::words).toList());
        }
    }

    /** At least one of two or more holds. */
    record Any(List<FindExpr> parts) implements FindExpr {
        public Any {
            parts = List.copyOf(parts);
        }

        @Override
        public String written(String and) {
            return String.join(" or ", parts.stream().map(p -> p.written(and)).toList());
        }

        @Override
        public String words() {
            return String.join(" or ", parts.stream().map(FindExpr::words).toList());
        }
    }

    record Not(FindExpr part) implements FindExpr {
        @Override
        public String written(String and) {
            // “not painted”, “not granulating” and “not read” are terms of their own.
            boolean bare = part instanceof One o && o.term.takesNot();
            return bare ? "not " + part.written(and) : "not (" + part.written(and) + ")";
        }

        @Override
        public String words() {
            return part instanceof One ? "not " + part.words() : "not (" + part.words() + ")";
        }
    }

    private static String insideAll(FindExpr part, String and) {
        return part instanceof Any || part instanceof All ? "(" + part.written(and) + ")" : part.written(and);
    }

    /** All terms in it, in order. */
    default List<Term> terms() {
        List<Term> all = new ArrayList<>();
        gather(this, all);
        return all;
    }

    private static void gather(FindExpr e, List<Term> all) {
        if (e instanceof One o) all.add(o.term);
        else if (e instanceof Not n) gather(n.part, all);
        else if (e instanceof All a) a.parts.forEach(p -> gather(p, all));
        else if (e instanceof Any a) a.parts.forEach(p -> gather(p, all));
    }

    /** The same without some terms, and without what is then empty. */
    default Optional<FindExpr> without(Predicate<Term> gone) {
        if (this instanceof One o) return gone.test(o.term) ? Optional.empty() : Optional.of(this);
        if (this instanceof Not n) return n.part.without(gone).map(Not::new);
        boolean any = this instanceof Any;
        List<FindExpr> left = (any ? ((Any) this).parts() : ((All) this).parts())
                .stream().flatMap(p -> p.without(gone).stream()).toList();
        if (left.isEmpty()) return Optional.empty();
        if (left.size() == 1) return Optional.of(left.get(0));
        return Optional.of(any ? new Any(left) : new All(left));
    }

    /** The same with every term changed. */
    default FindExpr with(UnaryOperator<Term> change) {
        if (this instanceof One o) return new One(change.apply(o.term));
        if (this instanceof Not n) return new Not(n.part.with(change));
        if (this instanceof Any a) {
            return new Any(a.parts.stream().map(p -> p.with(change)).toList());
        }
        return new All(((All) this).parts.stream().map(p -> p.with(change)).toList());
    }
}
