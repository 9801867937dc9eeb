package molvet.server.find;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Function;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import molvet.core.find.Find;
import molvet.core.find.FindExpr;
import molvet.core.measure.Spelling;
import molvet.core.measure.Words;
import molvet.core.platform.TermKind;
import molvet.server.collection.PaintViews;
import molvet.server.collection.WordStore;
import molvet.server.platform.Clauses;
import molvet.server.platform.Collector;
import molvet.server.platform.Rooms;
import org.springframework.stereotype.Component;

/** The find language of all rooms together, and a find in it as a condition on the table of paints, called p. */
@Component
class Language {
    private final Rooms rooms;
    private final WordStore words;

    Language(Rooms rooms, WordStore words) {
        this.rooms = rooms;
        this.words = words;
    }

    private List<TermKind> kinds() {
        return rooms.all().stream().flatMap(r -> r.terms().stream()).toList();
    }

    /** What the collection knows by name: each looked up when a find first asks for it, and once. */
    TermKind.Known known(Collector me) {
        Map<String, Function<Collector, List<String>>> sorts = new HashMap<>();
        rooms.all().forEach(r -> sorts.putAll(r.names()));
        return new TermKind.Known(
                once(sort -> sorts.getOrDefault(sort, any -> List.of()).apply(me)),
                once((String word) -> words.isKnown(me, word))::apply,
                once(name -> words.called(me, name)));
    }

    private static <A, B> Function<A, B> once(Function<A, B> asked) {
        Map<A, B> answers = new HashMap<>();
        return a -> answers.computeIfAbsent(a, asked);
    }

    Find parse(String text, TermKind.Known known) {
        return Find.parse(text, kinds(), known);
    }

    String written(Find find, TermKind.Known known) {
        return find.written(kinds(), known);
    }

    /** What can be asked, in groups. */
    Map<String, List<String>> menu(TermKind.Known known) {
        Map<String, List<String>> menu = new LinkedHashMap<>();
        Stream.of(false, true)
                .flatMap(byName -> kinds().stream().filter(k -> k.byName() == byName))
                .forEach(k -> menu.computeIfAbsent(k.menu(), g -> new ArrayList<>())
                        .addAll(k.entries().apply(known)));
        menu.values().removeIf(List::isEmpty);
        return menu;
    }

    /** A word nobody knows, with the nearest there is among names and what can be asked. */
    record Strange(int at, String word, Optional<String> nearest) {
        PaintViews.Trouble trouble(boolean alone) {
            return new PaintViews.Trouble(
                    at,
                    word,
                    "No name holds “" + word + "”, and it is no word of a find"
                            + nearest.map(n -> "; the nearest is “" + n + "”").orElse("") + "."
                            + (alone ? "" : " The rest was asked without it."));
        }
    }

    List<Strange> strangers(Collector me, Find find, TermKind.Known known) {
        if (find.strangers().isEmpty()) return List.of();
        Set<String> asked = menu(known).values().stream()
                .flatMap(List::stream)
                .flatMap(w -> Arrays.stream(Words.folded(w).split(" ")))
                .collect(Collectors.toSet());
        return find.strangers().stream()
                .map(s -> {
                    List<String> all = new ArrayList<>(words.asLongAs(me, s.word(), Spelling.MOST_SLIPS));
                    all.addAll(asked);
                    all.remove(s.word());
                    return new Strange(s.at(), s.word(), Spelling.nearest(s.word(), all));
                })
                .toList();
    }

    /** Words that no name holds and a note does. */
    Stream<Find.Way> noted(Collector me, Find find) {
        return find.strangers().stream()
                // A number stands in many a note.
                .filter(s ->
                        s.word().length() > 2 && !Character.isDigit(s.word().charAt(0)))
                .filter(s -> words.isNoted(me, s.word()))
                .map(s -> new Find.Way(s.at(), s.word(), "note " + s.word()));
    }

    /** What a find asks that the collection cannot answer. */
    List<PaintViews.Trouble> unanswerable(Collector me, Find find) {
        Clauses clauses = rooms.clauses();
        return find.terms().stream()
                .flatMap(t ->
                        clauses.unanswerable(me, t).map(why -> new PaintViews.Trouble(-1, t.written(), why)).stream())
                .toList();
    }

    /** Beginning with “and”, or empty where everything is found. @param params takes the values, under names of their own */
    String where(Collector me, Find find, Map<String, Object> params) {
        Clauses.Values values = new Clauses.Values(me, params);
        return find.isEmpty() ? "" : " and " + condition(find.root(), rooms.clauses(), values);
    }

    private static String condition(FindExpr e, Clauses clauses, Clauses.Values in) {
        if (e instanceof FindExpr.One o) return "(" + clauses.sql(o.term(), in) + ")";
        if (e instanceof FindExpr.Not n) return "not coalesce(" + condition(n.part(), clauses, in) + ", false)";
        boolean any = e instanceof FindExpr.Any;
        List<FindExpr> parts = any ? ((FindExpr.Any) e).parts() : ((FindExpr.All) e).parts();
        return parts.stream()
                .map(p -> condition(p, clauses, in))
                .collect(Collectors.joining(any ? " or " : " and ", "(", ")"));
    }
}
