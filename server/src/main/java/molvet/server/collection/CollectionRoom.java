package molvet.server.collection;

import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.function.Function;
import java.util.function.ToIntFunction;
import java.util.stream.Stream;
import molvet.core.collection.CameTerms;
import molvet.core.collection.ColourTerms;
import molvet.core.collection.EyeTrait;
import molvet.core.collection.HoldingForm;
import molvet.core.collection.HoldingState;
import molvet.core.collection.HoldingTerms;
import molvet.core.collection.NameTerms;
import molvet.core.collection.PaperWord;
import molvet.core.collection.RecipeTerms;
import molvet.core.collection.TraitTerms;
import molvet.core.platform.TermKind;
import molvet.server.maker.Makers;
import molvet.server.pigment.PigmentUse;
import molvet.server.platform.Clauses;
import molvet.server.platform.Collector;
import molvet.server.platform.Room;
import molvet.server.platform.Table;
import org.springframework.beans.factory.ObjectProvider;
import org.springframework.stereotype.Component;

/** What the collection brings to the house. */
@Component
class CollectionRoom implements Room, Makers.Use, PigmentUse {
    private final PaintStore store;
    private final VoiceStore voices;
    private final PaintClauses clauses;
    private final ObjectProvider<DisputeViews> disputes;

    CollectionRoom(PaintStore store, VoiceStore voices, PaintClauses clauses, ObjectProvider<DisputeViews> disputes) {
        this.store = store;
        this.voices = voices;
        this.clauses = clauses;
        this.disputes = disputes;
    }

    @Override
    public String name() {
        return "collection";
    }

    @Override
    public Map<String, String> ribbons() {
        return Map.of(
                "maker",
                "select maker_id thing, id paint_id, order_key at from paint where collector_id = :me and maker_id is not null",
                "line",
                "select line_id thing, id paint_id, order_key at from paint where collector_id = :me and line_id is not null",
                "pigment",
                "select g.code thing, g.paint_id, p.order_key at from paint_pigment g join paint p on p.id = g.paint_id where g.collector_id = :me and p.pigments = 1");
    }

    @Override
    public Set<String> things() {
        return Set.of("paint");
    }

    @Override
    public List<Table> tables() {
        return List.of(
                Table.of("paint")
                        .apart(PaintFacts.COLUMNS)
                        .without(PaintFacts.COLUMNS)
                        .sameBy("name", "maker_id")
                        .numbered("accession"),
                Table.of("holding")
                        .words("form", HoldingForm.class)
                        .words("state", HoldingState.class)
                        .sameBy("paint_id", "form", "volume", "price", "currency", "came_on", "came_from"),
                Table.of("observation").words("trait", EyeTrait.class).words("source", PaperWord.Source.class),
                Table.of("wish"),
                Table.of("left_dispute"),
                Table.of("merged_number"),
                Table.kept("paint_pigment"),
                Table.kept("paint_word"),
                Table.kept("word"));
    }

    @Override
    public Map<String, String> facts() {
        return Map.of(
                "paint", "select :id",
                "holding", "select :paint_id",
                "observation", "select :paint_id",
                "maker", "select id from paint where collector_id = :me and maker_id = :id",
                "line", "select id from paint where collector_id = :me and line_id = :id",
                "colour_name", "select id from paint where collector_id = :me and colour_id = :colour_id");
    }

    @Override
    public Map<String, Function<Collector, List<?>>> exports() {
        return Map.of("leftDoubts", voices::left, "wishes", voices::wishes);
    }

    @Override
    public List<TermKind> terms() {
        return Stream.of(
                        ColourTerms.KINDS,
                        RecipeTerms.KINDS,
                        TraitTerms.KINDS,
                        HoldingTerms.KINDS,
                        CameTerms.KINDS,
                        NameTerms.KINDS)
                .flatMap(List::stream)
                .toList();
    }

    @Override
    public Clauses clauses() {
        return clauses.all();
    }

    @Override
    public List<String> waiting() {
        return List.of("no pigments", "disagree");
    }

    @Override
    public Map<String, ToIntFunction<Collector>> counts() {
        return Map.of(
                "/collection",
                store::count,
                "/doubts",
                me -> disputes.getObject().open(me));
    }

    @Override
    public Map<Long, Integer> paints(Collector me) {
        return store.countByMaker(me);
    }

    @Override
    public Map<String, Integer> holding(Collector me) {
        return store.countByPigment(me);
    }
}
