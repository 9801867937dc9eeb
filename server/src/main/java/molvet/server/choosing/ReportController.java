package molvet.server.choosing;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.EnumMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.TreeMap;
import molvet.core.pigment.Cautions;
import molvet.core.pigment.Grade;
import molvet.core.pigment.PigmentCode;
import molvet.core.pigment.PigmentReference;
import molvet.core.pigment.Trait;
import molvet.core.reading.Repeats;
import molvet.server.collection.Finder;
import molvet.server.collection.PackedVoices;
import molvet.server.collection.PaintViews;
import molvet.server.collection.VoiceStore;
import molvet.server.collection.VoiceStore.VoiceRow;
import molvet.server.maker.MakerStore;
import molvet.server.platform.Collector;
import molvet.server.platform.NotFound;
import org.jspecify.annotations.Nullable;
import org.springframework.http.ResponseEntity;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

/** Reports on one page: a set or line, a pigment across makers, a maker over the years, and what calls for care. */
@RestController
class ReportController {
    private final VoiceStore store;
    private final PaintViews views;
    private final MakerStore makers;
    private final PigmentReference reference;
    private final ReportCards cards;
    private final Finder finder;

    ReportController(
            VoiceStore store,
            PaintViews views,
            MakerStore makers,
            PigmentReference reference,
            ReportCards cards,
            Finder finder) {
        this.finder = finder;
        this.store = store;
        this.views = views;
        this.makers = makers;
        this.reference = reference;
        this.cards = cards;
    }

    /** How a line, a set or any find does, on one page. */
    @GetMapping("/api/reports/card")
    ReportCards.ReportCardView card(Collector me, @RequestParam(defaultValue = "") String find) {
        return cards.card(me, find);
    }

    @GetMapping(path = "/api/reports/card.pdf", produces = "application/pdf")
    ResponseEntity<byte[]> print(Collector me, @RequestParam(defaultValue = "") String find) {
        return CompareController.drawn("application/pdf", "molvet-report-card.pdf", cards.pdf(me, find));
    }

    /** {@code coolness}: degrees from the warmest hue, at half strength; null where it is not measured or is a neutral. */
    record PigmentPaint(
            PaintViews.PaintEntry paint,
            boolean alone,
            @Nullable Double coolness) {}

    /**
     * @param apart mean ΔE00 of the paints of it alone from their middle; null with fewer than two measured
     * @param warmest of those of it alone
     */
    record PigmentReport(
            String code,
            String chemicalName,
            int inAll,
            int alone,
            int makers,
            @Nullable Double apart,
            @Nullable Long warmest,
            @Nullable Long coolest,
            List<PigmentPaint> paints) {}

    /** A pigment across makers: how many hold it, how far they lie apart, and which is warmest. */
    @GetMapping("/api/reports/pigments/{code}")
    @Transactional(readOnly = true)
    public PigmentReport pigment(Collector me, @PathVariable String code) {
        PigmentCode wanted =
                PigmentCode.parse(code).orElseThrow(() -> new NotFound("“" + code + "” is no pigment code."));
        List<VoiceRow> rows = store.some(me, finder.ids(me, wanted.toString(), ReportCards.MOST));
        Map<Long, PaintViews.PaintEntry> entries = cards.entries(me, rows);
        List<VoiceRow> alone =
                rows.stream().filter(r -> r.pigments().isSingle()).toList();
        List<VoiceRow> warm = alone.stream()
                .filter(r -> r.warmth() != null)
                .sorted(Comparator.comparingDouble(VoiceRow::warmth))
                .toList();
        Optional<Repeats> apart = Repeats.of(alone.stream()
                .filter(r -> r.massTone().isPresent())
                .map(r -> new Repeats.Seen(
                        r.massTone().get(), r.tint().orElse(r.massTone().get()), Optional.empty(), Optional.empty()))
                .toList());
        return new PigmentReport(
                wanted.toString(),
                reference.find(wanted).map(p -> p.chemicalName()).orElse(""),
                rows.size(),
                alone.size(),
                (int) rows.stream()
                        .map(VoiceRow::maker)
                        .filter(m -> !m.isEmpty())
                        .distinct()
                        .count(),
                apart.map(Repeats::massTone).orElse(null),
                warm.isEmpty() ? null : warm.get(0).id(),
                warm.isEmpty() ? null : warm.get(warm.size() - 1).id(),
                rows.stream()
                        .sorted(Comparator.comparing(
                                        (VoiceRow r) -> !r.pigments().isSingle())
                                .thenComparing(r -> r.warmth() == null ? 999 : r.warmth()))
                        .map(r -> new PigmentPaint(
                                entries.get(r.id()), r.pigments().isSingle(), r.warmth()))
                        .toList());
    }

    record YearOfClaims(int year, List<ReportCards.ClaimsAnswered> claims) {}

    record ClaimMissed(PaintViews.PaintEntry paint, String trait, String label, String paper) {}

    record MakerReport(long maker, String name, int paints, List<YearOfClaims> years, List<ClaimMissed> missed) {}

    /** A maker’s claims against one’s own paper, by the year it was read. */
    @GetMapping("/api/reports/makers/{maker}")
    @Transactional(readOnly = true)
    public MakerReport maker(Collector me, @PathVariable long maker) {
        MakerStore.MakerRow of = makers.maker(me, maker).orElseThrow(() -> new NotFound("There is no such maker."));
        List<VoiceRow> rows = store.all(me).stream()
                .filter(r -> Objects.equals(r.makerId(), maker))
                .toList();
        Map<Long, PaintViews.PaintEntry> entries = cards.entries(me, rows);
        Map<Integer, Map<Trait, int[]>> years = new TreeMap<>();
        List<ClaimMissed> missed = new ArrayList<>();
        for (VoiceRow r : rows) {
            int year = r.readAt() == null ? 0 : r.readAt().getYear();
            for (Map.Entry<Trait, PackedVoices.Heard> e : r.heard().entrySet()) {
                Optional<Grade> label = e.getValue().label();
                Optional<Grade> paper = e.getValue().paper();
                if (label.isEmpty() || paper.isEmpty() || e.getValue().open()) continue;
                int[] counts = years.computeIfAbsent(year, y -> new EnumMap<>(Trait.class))
                        .computeIfAbsent(e.getKey(), t -> new int[2]);
                counts[0]++;
                if (label.equals(paper)) counts[1]++;
                else {
                    missed.add(new ClaimMissed(
                            entries.get(r.id()),
                            e.getKey().words(),
                            label.get().words(),
                            paper.get().words()));
                }
            }
        }
        return new MakerReport(
                maker,
                of.name(),
                rows.size(),
                years.entrySet().stream()
                        .map(y -> new YearOfClaims(
                                y.getKey(),
                                y.getValue().entrySet().stream()
                                        .map(t -> new ReportCards.ClaimsAnswered(
                                                t.getKey().words(), t.getValue()[0], t.getValue()[1]))
                                        .toList()))
                        .toList(),
                missed);
    }

    /**
     * @param notToLend everything a child should not be lent: paints with cautions, and those whose pigments are not known
     * @param unknown how many of them only for want of a recipe
     */
    record CareReport(
            List<ReportCards.ElementList> elements,
            List<PaintViews.PaintEntry> notToLend,
            int unknown,
            int inAll,
            String guidance,
            String deferral) {}

    /** What calls for care, and what not to lend to a child. */
    @GetMapping("/api/reports/care")
    @Transactional(readOnly = true)
    public CareReport care(Collector me, @RequestParam(defaultValue = "owned or sampled") String find) {
        List<VoiceRow> rows = store.some(me, finder.ids(me, find, ReportCards.MOST));
        Map<Long, PaintViews.PaintEntry> entries = cards.entries(me, rows);
        Map<String, List<Long>> byElement = new TreeMap<>();
        List<PaintViews.PaintEntry> not = new ArrayList<>();
        int unknown = 0;
        for (VoiceRow r : rows) {
            List<String> elements = Cautions.of(r.pigments(), reference).elements();
            elements.forEach(
                    e -> byElement.computeIfAbsent(e, k -> new ArrayList<>()).add(r.id()));
            boolean untold = r.pigments().pigments().stream().anyMatch(c -> !reference.holds(c))
                    || r.pigments().isEmpty();
            if (elements.isEmpty() && untold) unknown++;
            if (!elements.isEmpty() || untold) not.add(entries.get(r.id()));
        }
        return new CareReport(
                ReportCards.elements(new LinkedHashMap<>(byElement), entries),
                not,
                unknown,
                rows.size(),
                Cautions.GUIDANCE,
                Cautions.DEFERRAL);
    }
}
