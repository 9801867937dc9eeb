package molvet.server.choosing;

import java.time.Clock;
import java.util.EnumMap;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import molvet.core.choosing.ReportCard;
import molvet.core.collection.Disputes;
import molvet.core.collection.Range;
import molvet.core.pigment.Cautions;
import molvet.core.pigment.Grade;
import molvet.core.pigment.Lightfastness;
import molvet.core.pigment.PigmentReference;
import molvet.core.pigment.Trait;
import molvet.server.collection.Finder;
import molvet.server.collection.PackedVoices;
import molvet.server.collection.PaintViews;
import molvet.server.collection.PaintViews.PaintEntry;
import molvet.server.collection.VoiceStore;
import molvet.server.collection.VoiceStore.VoiceRow;
import molvet.server.platform.Collector;
import molvet.server.platform.Utc;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** The report card of a line, a set or any find, for the page and for paper. */
@Service
public class ReportCards {
    /** Of more paints no card is made. */
    static final int MOST = 5_000;

    private static final int MOST_STRIPS = 120;
    private static final int MOST_DOUBTS = 5;

    private final VoiceStore store;
    private final PaintViews views;
    private final PigmentReference reference;
    private final Disputes disputes;
    private final Clock clock;
    private final Finder finder;

    ReportCards(VoiceStore store, PaintViews views, PigmentReference reference, Clock clock, Finder finder) {
        this.finder = finder;
        this.store = store;
        this.views = views;
        this.reference = reference;
        this.clock = clock;
        this.disputes = new Disputes(reference);
    }

    /** {@code stops}: from full strength to palest, {@code #rrggbb}; {@code grain} as a share of that run. */
    public record CardStrip(long paint, String name, List<String> stops, double grain) {}

    public record StepCount(String step, int count) {}

    public record ClaimsAnswered(String trait, int asked, int agreed) {}

    public record ElementList(String element, List<PaintEntry> paints) {}

    public record DoubtLine(String kind, String message, PaintEntry paint) {}

    /**
     * @param find as it was asked
     * @param strips of those that were measured, in order of hue, at most 120
     * @param missingWithoutFading once those that fade are taken out
     * @param guessed how many colours come from the recipe, since they were not measured
     * @param doubts the gravest among them
     */
    public record ReportCardView(
            String find,
            int paints,
            int single,
            int mixtures,
            int withoutRecipe,
            String madeOf,
            List<CardStrip> strips,
            List<StepCount> lightfastness,
            String lasts,
            String inSteps,
            List<PaintEntry> fading,
            List<ClaimsAnswered> claims,
            List<String> missing,
            List<String> missingWithoutFading,
            String lacks,
            @Nullable String lacksWithoutFading,
            List<ElementList> cautions,
            String guidance,
            String deferral,
            int guessed,
            List<DoubtLine> doubts,
            int doubtsInAll) {}

    @Transactional(readOnly = true)
    public ReportCardView card(Collector me, String find) {
        List<VoiceRow> rows = store.some(me, finder.ids(me, find, MOST));
        ReportCard card = ReportCard.of(rows.stream().map(ReportCards::entry).toList(), reference);
        List<Disputes.Dispute> doubts =
                disputes.among(rows.stream().map(VoiceRow::party).toList());
        Map<Long, PaintEntry> entries = entries(me, rows);
        return new ReportCardView(
                find,
                card.paints(),
                card.single(),
                card.mixtures(),
                card.withoutRecipe(),
                card.madeOf(),
                rows.stream().flatMap(r -> strip(r).stream()).limit(MOST_STRIPS).toList(),
                card.lightfastness().entrySet().stream()
                        .map(e -> new StepCount(e.getKey().words(), e.getValue()))
                        .toList(),
                card.lasts(),
                card.inSteps(),
                card.fading().stream().map(entries::get).toList(),
                card.borneOut().entrySet().stream()
                        .map(e -> new ClaimsAnswered(
                                e.getKey().words(),
                                e.getValue().asked(),
                                e.getValue().agreed()))
                        .toList(),
                card.missing().stream().map(Range::words).toList(),
                card.missingWithoutFading().stream().map(Range::words).toList(),
                card.lacks(),
                card.lacksWithoutFading().orElse(null),
                elements(card.cautions(), entries),
                Cautions.GUIDANCE,
                Cautions.DEFERRAL,
                card.guessed(),
                doubts.stream()
                        .limit(MOST_DOUBTS)
                        .map(d -> new DoubtLine(d.kind().words(), d.message(), entries.get(d.paint())))
                        .toList(),
                doubts.size());
    }

    /** One page of A4. */
    @Transactional(readOnly = true)
    public byte[] pdf(Collector me, String find) {
        ReportSheet sheet =
                new ReportSheet(card(me, find), Utc.of(clock.instant()).toLocalDate());
        return ReportSheet.A4.pdf(1, (pen, page) -> sheet.draw(pen));
    }

    private static Optional<CardStrip> strip(VoiceRow r) {
        return r.strip().map(s -> new CardStrip(r.id(), r.name(), s.stops(), s.grain()));
    }

    Map<Long, PaintEntry> entries(Collector me, List<VoiceRow> rows) {
        Map<Long, PaintEntry> all = new HashMap<>();
        views.entries(me, rows.stream().map(VoiceRow::id).toList()).forEach(e -> all.put(e.id(), e));
        return all;
    }

    static List<ElementList> elements(Map<String, List<Long>> cautions, Map<Long, PaintEntry> entries) {
        return cautions.entrySet().stream()
                .map(e -> new ElementList(
                        e.getKey(),
                        e.getValue().stream()
                                .map(entries::get)
                                .filter(Objects::nonNull)
                                .toList()))
                .toList();
    }

    private static ReportCard.Entry entry(VoiceRow r) {
        Map<Trait, Grade> label = new EnumMap<>(Trait.class);
        Map<Trait, Grade> paper = new EnumMap<>(Trait.class);
        Map<Trait, PackedVoices.Heard> heard = r.heard();
        heard.forEach((t, h) -> {
            h.label().ifPresent(g -> label.put(t, g));
            h.paper().filter(g -> !h.open()).ifPresent(g -> paper.put(t, g));
        });
        return new ReportCard.Entry(
                r.id(),
                r.pigments(),
                label,
                paper,
                heard.get(Trait.LIGHTFASTNESS).verdict().map(Lightfastness.class::cast),
                r.run());
    }
}
