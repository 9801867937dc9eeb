package molvet.server.platform;

import java.util.HashMap;
import java.util.Map;
import java.util.Optional;
import java.util.function.BiFunction;
import molvet.core.platform.Term;
import org.jspecify.annotations.Nullable;

/** Terms of the find language as conditions on the table of paints, which is called {@code p} in them; {@code :me} is the collector. */
public final class Clauses {
    private record Told<T extends Term>(Clause<T> clause, BiFunction<Collector, T, Optional<String>> unanswerable) {}

    private final Map<Object, Told<? extends Term>> all = new HashMap<>();

    @FunctionalInterface
    public interface Clause<T extends Term> {
        String sql(T term, Values in);
    }

    /** Values of one statement, each under a name of its own. */
    public static final class Values {
        private final Collector me;
        private final Map<String, Object> params;

        public Values(Collector me, Map<String, Object> params) {
            this.me = me;
            this.params = params;
            params.put("me", me.id());
        }

        public Collector me() {
            return me;
        }

        /** Puts a value into the statement. @return how the SQL names it; a collection is named as a list */
        public String put(Object value) {
            String name = "t" + params.size();
            params.put(name, value);
            return ":" + name;
        }

        /** For LIKE: texts that hold this one. */
        public String holding(String text) {
            return put("%" + escaped(text) + "%");
        }
    }

    /** A text in which LIKE takes nothing for a sign of its own. */
    public static String escaped(String text) {
        return text.replace("\\", "\\\\").replace("%", "\\%").replace("_", "\\_");
    }

    public <T extends Term> Clauses on(Class<T> type, Clause<T> clause) {
        return on(type, clause, (me, t) -> Optional.empty());
    }

    /** @param unanswerable why a collection cannot answer the term, for the collector; empty where it can */
    public <T extends Term> Clauses on(
            Class<T> type, Clause<T> clause, BiFunction<Collector, T, Optional<String>> unanswerable) {
        all.put(type, new Told<>(clause, unanswerable));
        return this;
    }

    /** One term that needs nothing said beside it. */
    public Clauses on(Term.Plain term, String sql) {
        return on(term, in -> sql);
    }

    public Clauses on(Term.Plain term, java.util.function.Function<Values, String> sql) {
        all.put(term, new Told<Term>((t, in) -> sql.apply(in), (me, t) -> Optional.empty()));
        return this;
    }

    Clauses and(Clauses more) {
        all.putAll(more.all);
        return this;
    }

    @SuppressWarnings("unchecked")
    private @Nullable Told<Term> told(Term term) {
        return (Told<Term>) all.get(term instanceof Term.Plain ? term : term.getClass());
    }

    public boolean knows(Term term) {
        return told(term) != null;
    }

    /** @throws IllegalArgumentException if no room has a clause for it */
    public String sql(Term term, Values in) {
        Told<Term> told = told(term);
        if (told == null) throw new IllegalArgumentException("No room answers “" + term.written() + "”.");
        return told.clause().sql(term, in);
    }

    public Optional<String> unanswerable(Collector me, Term term) {
        Told<Term> told = told(term);
        return told == null ? Optional.empty() : told.unanswerable().apply(me, term);
    }
}
