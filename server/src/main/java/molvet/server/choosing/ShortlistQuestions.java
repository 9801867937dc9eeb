package molvet.server.choosing;

import java.math.RoundingMode;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.Set;
import java.util.stream.Collectors;
import molvet.core.choosing.ThreeQuestions;
import molvet.core.colour.Lab;
import molvet.core.pigment.Grade;
import molvet.core.pigment.Granulation;
import molvet.core.pigment.LabelReader;
import molvet.core.pigment.Lightfastness;
import molvet.core.pigment.Staining;
import molvet.core.pigment.Trait;
import molvet.server.choosing.ShortlistStore.CandidateRow;
import molvet.server.choosing.ShortlistStore.ShortlistRow;
import molvet.server.collection.PaintViews;
import molvet.server.collection.PaintViews.PaintEntry;
import molvet.server.collection.Paints;
import molvet.server.collection.VoiceStore;
import molvet.server.collection.VoiceStore.VoiceRow;
import molvet.server.colour.Runs;
import molvet.server.maker.MakerStore;
import molvet.server.maker.Makers;
import molvet.server.platform.Collector;
import molvet.server.platform.NotFound;
import molvet.server.platform.OneOf;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** What the record answers to the three questions a shortlist begins with. */
@Component
class ShortlistQuestions {
    private final ShortlistStore store;
    private final PaintViews paints;
    private final VoiceStore voices;
    private final MakerStore makers;
    private final LabelReader reader;

    ShortlistQuestions(
            ShortlistStore store, PaintViews paints, VoiceStore voices, MakerStore makers, LabelReader reader) {
        this.store = store;
        this.paints = paints;
        this.voices = voices;
        this.makers = makers;
        this.reader = reader;
    }

    /** @param paint of the collection, or {@code colour} of a maker’s chart with its name */
    record SuggestionView(
            @Nullable PaintEntry paint, @Nullable Long colour, String name, String because, boolean onList) {}

    record QuestionAnswered(
            @OneOf(ThreeQuestions.Question.class) String question, List<SuggestionView> suggestions, String silence) {}

    record QuestionsAnswered(List<QuestionAnswered> answers, int mixtures, int paintings) {}

    @Transactional(readOnly = true)
    public QuestionsAnswered questions(Collector me, ShortlistRow s) {
        List<VoiceRow> all = voices.all(me);
        Map<Long, ShortlistStore.UseRow> use = store.use(me);
        Map<Long, Integer> liking = voices.liking(me);
        Map<Long, ShortlistStore.OwnedRow> owned = store.owned(me);
        List<ThreeQuestions.Known> known = all.stream()
                .map(r -> known(r, use.get(r.id()), liking.getOrDefault(r.id(), 0), owned.get(r.id()), s.currency()))
                .toList();
        List<ThreeQuestions.Painted> mixtures = mixtures(me);
        List<Set<Long>> paintings = store.paintings(me).values().stream()
                .map(p -> Set.copyOf(new HashSet<>(p)))
                .toList();
        Map<Long, ThreeQuestions.Listed> charts = new LinkedHashMap<>();
        store.listed(me)
                .forEach(c -> charts.put(
                        c.id(),
                        new ThreeQuestions.Listed(
                                c.id(),
                                c.name(),
                                c.maker(),
                                reader.read(c.labelText()).recipe())));
        List<ThreeQuestions.Answer> answers =
                ThreeQuestions.answered(known, mixtures, paintings, List.copyOf(charts.values()));
        Set<Long> there =
                store.candidates(me, s.id()).stream().map(CandidateRow::paintId).collect(Collectors.toSet());
        List<Long> ids = answers.stream()
                .flatMap(a -> a.suggestions().stream())
                .map(ThreeQuestions.Suggestion::paint)
                .filter(p -> p != 0)
                .distinct()
                .toList();
        Map<Long, PaintEntry> entries =
                paints.entries(me, ids).stream().collect(Collectors.toMap(PaintEntry::id, e -> e));
        return new QuestionsAnswered(
                answers.stream()
                        .map(a -> new QuestionAnswered(
                                a.question().name(),
                                a.suggestions().stream()
                                        .map(x -> x.paint() != 0
                                                ? new SuggestionView(
                                                        entries.get(x.paint()),
                                                        null,
                                                        entries.get(x.paint()).name(),
                                                        x.because(),
                                                        there.contains(x.paint()))
                                                : new SuggestionView(
                                                        null,
                                                        x.colour(),
                                                        charts.get(x.colour()).name(),
                                                        x.because(),
                                                        false))
                                        .toList(),
                                a.silence()))
                        .toList(),
                mixtures.size(),
                paintings.size());
    }

    private static ThreeQuestions.Known known(
            VoiceRow r,
            ShortlistStore.@Nullable UseRow use,
            int liking,
            ShortlistStore.@Nullable OwnedRow owned,
            String currency) {
        boolean priced = owned != null
                && owned.price() != null
                && owned.volume() != null
                && owned.volume().signum() > 0
                && currency.equals(owned.currency());
        return new ThreeQuestions.Known(
                r.id(),
                r.name(),
                r.standing().equals("OWNED"),
                r.standing().equals("OWNED") || r.standing().equals("SAMPLED"),
                r.pigments(),
                r.run(),
                verdict(r, Trait.LIGHTFASTNESS).map(Lightfastness.class::cast),
                verdict(r, Trait.STAINING).map(Staining.class::cast),
                verdict(r, Trait.GRANULATION).map(Granulation.class::cast),
                liking,
                use == null ? 0 : use.taps(),
                use == null ? 0 : use.paintings(),
                owned == null || owned.fullest() == null ? OptionalInt.empty() : OptionalInt.of(owned.fullest()),
                priced ? Optional.of(owned.price().divide(owned.volume(), 4, RoundingMode.HALF_UP)) : Optional.empty());
    }

    static Optional<Grade> verdict(VoiceRow r, Trait trait) {
        return r.heard().get(trait).verdict();
    }

    private List<ThreeQuestions.Painted> mixtures(Collector me) {
        Map<Long, List<ShortlistStore.MixedRow>> by = new LinkedHashMap<>();
        store.mixed(me)
                .forEach(m ->
                        by.computeIfAbsent(m.mixId(), k -> new ArrayList<>()).add(m));
        return by.values().stream()
                .map(parts -> {
                    ShortlistStore.MixedRow m = parts.get(0);
                    return new ThreeQuestions.Painted(
                            String.format("X-%04d", m.number()),
                            parts.stream().map(ShortlistStore.MixedRow::paintId).collect(Collectors.toSet()),
                            Runs.of(
                                            m.curve(),
                                            m.modelled(),
                                            new Lab(m.massL(), m.massA(), m.massB()),
                                            new Lab(m.tintL(), m.tintA(), m.tintB()))
                                    .half(),
                            m.liked());
                })
                .toList();
    }

    /** A colour of a maker’s chart as a paint that is wished for. */
    Paints.NewPaint ofChart(Collector me, long colour) {
        MakerStore.ColourRow c =
                makers.colour(me, colour).orElseThrow(() -> new NotFound("There is no such colour in a chart."));
        Optional<MakerStore.EditionRow> edition =
                makers.editionsOf(me, colour).stream().findFirst();
        return Paints.NewPaint.labelled(
                        c.name(),
                        "",
                        "",
                        "",
                        colour,
                        edition.map(MakerStore.EditionRow::id).orElse(null),
                        edition.map(MakerStore.EditionRow::labelText).orElse(""),
                        c.series(),
                        "",
                        Makers.Claims.NONE)
                .wished(true);
    }
}
