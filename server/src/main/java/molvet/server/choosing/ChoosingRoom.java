package molvet.server.choosing;

import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Function;
import java.util.function.ToIntFunction;
import molvet.core.choosing.ChoosingTerms;
import molvet.core.choosing.ThreeQuestions;
import molvet.core.choosing.TrialMark;
import molvet.core.platform.TermKind;
import molvet.server.collection.Witness;
import molvet.server.platform.Clauses;
import molvet.server.platform.Collector;
import molvet.server.platform.Room;
import molvet.server.platform.Table;
import org.springframework.beans.factory.ObjectProvider;
import org.springframework.stereotype.Component;

/** What choosing brings to the house: shortlists with their trials, and notes of research. */
@Component
class ChoosingRoom implements Room, Witness {
    /** Its latest mark is not no. */
    private static final String STANDS = "p.id in (select c.paint_id from shortlist_candidate c join shortlist s"
            + " on s.id = c.shortlist_id where c.collector_id = :me and not exists (select 1 from trial_mark k"
            + " where k.shortlist_candidate_id = c.id and k.mark = 'NO' and k.id = (select max(x.id) from trial_mark x"
            + " where x.shortlist_candidate_id = c.id))";

    private final ShortlistStore store;
    private final ObjectProvider<ShortlistViews> views;

    ChoosingRoom(ShortlistStore store, ObjectProvider<ShortlistViews> views) {
        this.store = store;
        this.views = views;
    }

    @Override
    public String name() {
        return "choosing";
    }

    @Override
    public Set<String> things() {
        return Set.of("shortlist");
    }

    @Override
    public List<Table> tables() {
        return List.of(
                Table.of("shortlist").sameBy("name"),
                Table.of("shortlist_candidate")
                        .wordsOrNone("question", ThreeQuestions.Question.class)
                        .wordsOrNone("by_hand", Shortlists.ByHand.class)
                        .wordsOrNone("decided", Shortlists.Decided.class),
                Table.of("trial_mark").words("mark", TrialMark.class),
                Table.of("research_note"));
    }

    @Override
    public Map<String, Function<Collector, List<?>>> exports() {
        return Map.of(
                "shortlists",
                me -> store.shortlists(me).stream()
                        .map(s -> views.getObject().page(me, s))
                        .toList());
    }

    @Override
    public List<TermKind> terms() {
        return ChoosingTerms.KINDS;
    }

    @Override
    public Clauses clauses() {
        return new Clauses()
                .on(ChoosingTerms.ON_ONE, STANDS + ")")
                .on(
                        ChoosingTerms.PASSED_OVER,
                        "p.id in (select c.paint_id from shortlist_candidate c where c.collector_id = :me"
                                + " and c.decided = 'PASSED')")
                .on(
                        ChoosingTerms.OnShortlist.class,
                        (t, in) -> STANDS + " and s.name = " + in.put(t.shortlist()) + ")");
    }

    @Override
    public Map<String, Function<Collector, List<String>>> names() {
        return Map.of(ChoosingTerms.SHORTLISTS, store::names);
    }

    @Override
    public Map<String, ToIntFunction<Collector>> counts() {
        return Map.of("/shortlists", store::count);
    }

    @Override
    public Optional<String> keeps(Collector me, long paint) {
        return store.candidatures(me, paint).isEmpty() ? Optional.empty() : Optional.of("stands on a shortlist");
    }
}
