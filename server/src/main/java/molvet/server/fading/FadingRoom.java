package molvet.server.fading;

import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Function;
import java.util.function.ToIntFunction;
import molvet.core.collection.PaperWord;
import molvet.core.fading.Accident;
import molvet.core.fading.FadingTerms;
import molvet.core.fading.Judgement;
import molvet.core.fading.LightPlace;
import molvet.core.measure.DayInWords;
import molvet.core.pigment.Lightfastness;
import molvet.core.platform.TermKind;
import molvet.server.collection.Witness;
import molvet.server.platform.Clauses;
import molvet.server.platform.Collector;
import molvet.server.platform.Room;
import molvet.server.platform.Table;
import org.springframework.beans.factory.ObjectProvider;
import org.springframework.stereotype.Component;

/** What fading brings to the house: strips in the light, the word of one’s own test, and the days of the readings. */
@Component
class FadingRoom implements Room, Witness {
    private static final String STRIP =
            "p.id in (select s.paint_id from exposure_strip s where s.collector_id = :me and s.paint_id is not null";

    private final FadingStore store;
    private final ObjectProvider<ExposureViews> views;

    FadingRoom(FadingStore store, ObjectProvider<ExposureViews> views) {
        this.store = store;
        this.views = views;
    }

    @Override
    public String name() {
        return "fading";
    }

    @Override
    public Set<String> things() {
        return Set.of("exposure");
    }

    @Override
    public List<Table> tables() {
        return List.of(
                Table.of("exposure").sameBy("name"),
                Table.of("exposure_place")
                        .words("place", LightPlace.class)
                        .wordsOrNone("direction", LightPlace.Direction.class)
                        .sameBy("exposure_id", "from_on", "place"),
                Table.of("exposure_strip")
                        .wordsOrNone("finding", Judgement.Finding.class)
                        .wordsOrNone("best", Lightfastness.class)
                        .wordsOrNone("worst", Lightfastness.class),
                Table.of("exposure_reading"),
                Table.of("exposure_half"),
                Table.of("exposure_accident").words("kind", Accident.class));
    }

    @Override
    public Map<String, String> facts() {
        return Map.of("exposure_strip", "select id from paint where id = :paint_id and collector_id = :me");
    }

    @Override
    public Map<String, Function<Collector, List<?>>> exports() {
        return Map.of(
                "exposures",
                me -> store.exposures(me).stream()
                        .map(e -> views.getObject().page(me, e.id()))
                        .toList());
    }

    @Override
    public List<TermKind> terms() {
        return FadingTerms.KINDS;
    }

    @Override
    public Clauses clauses() {
        return new Clauses()
                .on(FadingTerms.FADED, STRIP + " and s.finding = 'FADED')")
                .on(
                        FadingTerms.HELD,
                        STRIP + " and s.finding = 'UNCHANGED' and s.worst <> 'FUGITIVE') and not " + STRIP
                                + " and s.finding = 'FADED')")
                .on(FadingTerms.TESTED, STRIP + " and s.finding <> '')")
                .on(FadingTerms.NOT_TESTED, "not " + STRIP + " and s.finding <> '')")
                .on(
                        FadingTerms.HANGS,
                        STRIP + " and s.exposure_id in (select e.id from exposure e where e.collector_id = :me"
                                + " and e.ended_on is null and exists (select 1 from exposure_place q where q.exposure_id = e.id)))");
    }

    @Override
    public Map<String, ToIntFunction<Collector>> counts() {
        return Map.of("/exposures", me -> views.getObject().due(me));
    }

    @Override
    public List<CalendarDay> days(Collector me) {
        return views.getObject().days(me);
    }

    /** What all strips of the paint leave open together; where they contradict each other, the one read last. */
    @Override
    public Optional<PaperWord> tested(Collector me, long paint) {
        PaperWord.Tested open = null;
        FadingStore.FoundRow last = null;
        for (FadingStore.FoundRow f : store.found(me, paint)) {
            PaperWord.Tested one =
                    new PaperWord.Tested(Lightfastness.valueOf(f.best()), Lightfastness.valueOf(f.worst()));
            if (one.isOpen()) continue;
            open = open == null ? one : open.and(one).orElse(one);
            last = f;
        }
        if (open == null || last == null) return Optional.empty();
        return Optional.of(PaperWord.tested(
                open,
                "Your fading test (“" + last.exposure() + "”"
                        + (last.lastOn() == null ? "" : ", read " + DayInWords.of(last.lastOn())) + ")",
                String.valueOf(last.exposureId())));
    }

    @Override
    public Optional<String> keeps(Collector me, long paint) {
        return store.strips(me, paint).isEmpty() ? Optional.empty() : Optional.of("hangs in a test of light");
    }
}
