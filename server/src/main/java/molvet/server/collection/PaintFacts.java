package molvet.server.collection;

import java.time.LocalDateTime;
import java.time.format.DateTimeFormatter;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.EnumMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import molvet.core.collection.Family;
import molvet.core.collection.Holding;
import molvet.core.collection.HoldingForm;
import molvet.core.collection.HoldingState;
import molvet.core.collection.PaperWord;
import molvet.core.collection.SchoolOrder;
import molvet.core.collection.Standing;
import molvet.core.collection.Swatchable;
import molvet.core.collection.ThreeVoices;
import molvet.core.collection.Verdict;
import molvet.core.collection.YellowFirst;
import molvet.core.colour.Lab;
import molvet.core.maker.Claim;
import molvet.core.maker.MakerScale;
import molvet.core.measure.Volume;
import molvet.core.measure.Words;
import molvet.core.pigment.Grade;
import molvet.core.pigment.LabelReader;
import molvet.core.pigment.PigmentCode;
import molvet.core.pigment.PigmentReference;
import molvet.core.pigment.Recipe;
import molvet.core.pigment.Trait;
import molvet.core.reading.CellReading;
import molvet.core.reading.Lifting;
import molvet.core.reading.SwatchReading;
import molvet.server.account.Acts;
import molvet.server.account.Collector;
import molvet.server.maker.MakerStore;
import molvet.server.maker.Makers;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.boot.context.event.ApplicationReadyEvent;
import org.springframework.context.event.EventListener;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.transaction.support.TransactionTemplate;

/**
 * What follows from a paint's rows: recipe, standing, verdicts, order. Worked out here and nowhere else, after every
 * change, and kept beside the paint so that twenty thousand can be found at once.
 */
@Service
public class PaintFacts implements Acts.Restored {
    private static final DateTimeFormatter DAY = DateTimeFormatter.ofPattern("d MMMM yyyy", Locale.ENGLISH);
    private static final Logger LOG = LoggerFactory.getLogger(PaintFacts.class);
    private static final int MOST_WORD = 60;
    /** Raised whenever what is kept beside a paint is worked out otherwise; the next start works everything out anew. */
    private static final int VERSION = 2;

    private final PaintStore store;
    private final MakerStore makers;
    private final LabelReader reader;
    private final PigmentReference reference;
    private final ThreeVoices voices;
    private final SchoolOrder families;
    private final TransactionTemplate transaction;

    PaintFacts(
            PaintStore store,
            MakerStore makers,
            LabelReader reader,
            PigmentReference reference,
            ThreeVoices voices,
            TransactionTemplate transaction) {
        this.store = store;
        this.makers = makers;
        this.reader = reader;
        this.reference = reference;
        this.voices = voices;
        this.transaction = transaction;
        this.families = new SchoolOrder(reference);
    }

    @EventListener(ApplicationReadyEvent.class)
    void renew() {
        List<PaintStore.Outdated> some = store.outdated(VERSION, 500);
        while (!some.isEmpty()) {
            some.forEach(this::renew);
            List<PaintStore.Outdated> before = some;
            some = store.outdated(VERSION, 500);
            // What cannot be worked out must not be tried for ever.
            if (some.equals(before)) return;
        }
    }

    /** One paint in one transaction; one that cannot be worked out does not keep the server from starting. */
    private void renew(PaintStore.Outdated paint) {
        try {
            transaction.executeWithoutResult(s -> refresh(new Collector(paint.collectorId(), ""), paint.id()));
        } catch (RuntimeException e) {
            LOG.error("The facts of paint {} could not be renewed", paint.id(), e);
        }
    }

    @Override
    public void restored(Collector me, Set<Long> paints, Set<Long> changedMakers) {
        Set<Long> all = new LinkedHashSet<>(paints);
        changedMakers.forEach(m -> all.addAll(store.paintsOfMaker(me, m)));
        all.forEach(p -> refresh(me, p));
    }

    @EventListener
    void makerChanged(Makers.MakerChanged change) {
        store.paintsOfMaker(change.me(), change.maker()).forEach(p -> refresh(change.me(), p));
    }

    /** Works out what follows from a paint's rows and keeps it. A paint that is gone is passed over. */
    @Transactional
    public void refresh(Collector me, long id) {
        store.paint(me, id).ifPresent(p -> {
            Recipe recipe = reader.read(p.labelText()).recipe();
            List<PaintStore.HoldingRow> rows = store.holdings(me, id);
            List<Holding> holdings = rows.stream().map(PaintFacts::holding).toList();
            Optional<PaintStore.HoldingRow> chief = chief(rows);
            Optional<PaintStore.ReadingRow> reading = store.countingReading(me, id);
            Map<Trait, Verdict> verdicts = verdicts(me, p, recipe, store.observations(me, id), reading);
            Optional<Lab> massTone = reading.map(PaintFacts::massTone);
            List<String> codes =
                    recipe.pigments().stream().map(PigmentCode::toString).toList();
            store.keepFacts(
                    me,
                    id,
                    new PaintStore.Facts(
                            cut(recipe.toString(), 600),
                            codes.size(),
                            Standing.of(holdings, p.wished()).name(),
                            chief.map(PaintStore.HoldingRow::form).orElse(null),
                            chief.map(PaintStore.HoldingRow::volume).orElse(null),
                            store.currentSwatch(me, id).orElse(null),
                            reading.map(PaintStore.ReadingRow::id).orElse(null),
                            PackedVoices.of(verdicts),
                            verdicts.values().stream().anyMatch(Verdict::disagree),
                            YellowFirst.key(
                                    reading.map(PaintFacts::massTone),
                                    reading.map(PaintFacts::tint),
                                    recipe,
                                    p.name(),
                                    reference),
                            families.family(new Swatchable(
                                            String.valueOf(id),
                                            p.name(),
                                            recipe,
                                            massTone,
                                            Optional.ofNullable(p.family()).map(Family::valueOf),
                                            ""))
                                    .name(),
                            massTone.flatMap(families::coolness).orElse(null),
                            massTone.map(Lab::l).orElse(null),
                            massTone.map(Lab::a).orElse(null),
                            massTone.map(Lab::b).orElse(null),
                            store.lastUse(me, id).orElse(null),
                            Holding.isRunningLow(holdings),
                            volumes(holdings),
                            VERSION));
            store.keepPigments(me, id, codes);
            store.keepWords(me, id, words(me, p));
        });
    }

    /** The verdict of every trait, with its reasons. */
    public Map<Trait, Verdict> verdicts(
            Collector me,
            PaintStore.PaintRow p,
            Recipe recipe,
            List<PaintStore.ObservationRow> observations,
            Optional<PaintStore.ReadingRow> reading) {
        Optional<MakerStore.MakerRow> maker = Optional.ofNullable(p.makerId()).flatMap(m -> makers.maker(me, m));
        Map<Trait, Verdict> all = new EnumMap<>(Trait.class);
        for (Trait trait : Trait.values()) {
            String written = claim(p, trait);
            Optional<Claim> claim = written.isEmpty()
                    ? Optional.empty()
                    : Optional.of(maker.map(m -> m.scale(trait))
                            .orElse(MakerScale.none(trait))
                            .claim(written));
            all.put(trait, voices.weigh(trait, recipe, claim, paper(trait, observations, reading)));
        }
        return all;
    }

    /** A fading test first; else the latest of eye and measurement. */
    private static Optional<PaperWord> paper(
            Trait trait, List<PaintStore.ObservationRow> observations, Optional<PaintStore.ReadingRow> reading) {
        record Dated(PaperWord word, LocalDateTime at) {}
        List<Dated> said = new ArrayList<>();
        for (PaintStore.ObservationRow o : observations) {
            if (!o.trait().equals(trait.name())) continue;
            boolean test = o.source().equals(PaperWord.Source.FADING_TEST.name());
            said.add(new Dated(
                    new PaperWord(
                            trait.gradeNeeded(o.value()),
                            PaperWord.Source.valueOf(o.source()),
                            (test ? "Your fading test (" : "Your swatch (by eye, ") + DAY.format(o.seenOn()) + ")",
                            String.valueOf(o.id())),
                    test ? o.createdAt().plusYears(1000) : o.createdAt()));
        }
        reading.ifPresent(r -> measured(trait, r)
                .ifPresent(g -> said.add(new Dated(
                        new PaperWord(
                                g,
                                PaperWord.Source.MEASURED,
                                "Your swatch (measured " + DAY.format(r.at()) + ")",
                                String.valueOf(r.id())),
                        r.at()))));
        return said.stream().max(Comparator.comparing(Dated::at)).map(Dated::word);
    }

    private static Optional<Grade> measured(Trait trait, PaintStore.ReadingRow r) {
        SwatchReading reading =
                new SwatchReading(massTone(r), tint(r), r.granulation(), Optional.ofNullable(r.covering()), List.of());
        return switch (trait) {
            case GRANULATION ->
                r.variation() != null
                        ? Optional.of(CellReading.granulates(r.variation()))
                        : r.arithmetic() == 1 ? Optional.of(reading.granulates()) : Optional.empty();
            case TRANSPARENCY -> reading.covers().map(g -> g);
            case STAINING -> Optional.ofNullable(r.staining()).map(Lifting::stains);
            case LIGHTFASTNESS -> Optional.empty();
        };
    }

    static Lab massTone(PaintStore.ReadingRow r) {
        return new Lab(r.massL(), r.massA(), r.massB());
    }

    static Lab tint(PaintStore.ReadingRow r) {
        return new Lab(r.tintL(), r.tintA(), r.tintB());
    }

    static String claim(PaintStore.PaintRow p, Trait trait) {
        return switch (trait) {
            case LIGHTFASTNESS -> p.claimLightfastness();
            case TRANSPARENCY -> p.claimTransparency();
            case STAINING -> p.claimStaining();
            case GRANULATION -> p.claimGranulation();
        };
    }

    private static String volumes(List<Holding> holdings) {
        return holdings.stream()
                .flatMap(h -> h.full().stream())
                .map(v -> v.ml().stripTrailingZeros().toPlainString() + ",")
                .distinct()
                .limit(12)
                .reduce(",", String::concat);
    }

    private static Holding holding(PaintStore.HoldingRow h) {
        return new Holding(
                HoldingForm.valueOf(h.form()),
                Optional.ofNullable(h.volume()).map(Volume::new),
                h.leftPercent(),
                HoldingState.valueOf(h.state()));
    }

    /** The holding shown in a list: the first that counts and is more than a sample. */
    private static Optional<PaintStore.HoldingRow> chief(List<PaintStore.HoldingRow> rows) {
        return rows.stream()
                .min(Comparator.comparing((PaintStore.HoldingRow h) ->
                                !HoldingState.valueOf(h.state()).counts())
                        .thenComparing(h -> HoldingForm.valueOf(h.form()).isOnlyASample())
                        .thenComparing(PaintStore.HoldingRow::id));
    }

    private Set<String> words(Collector me, PaintStore.PaintRow p) {
        List<String> names = new ArrayList<>(List.of(p.name()));
        Optional.ofNullable(p.makerId()).flatMap(m -> makers.maker(me, m)).ifPresent(m -> names.add(m.name()));
        Optional.ofNullable(p.lineId()).flatMap(l -> makers.line(me, l)).ifPresent(l -> names.add(l.name()));
        Optional.ofNullable(p.colourId()).ifPresent(c -> names.addAll(store.otherNames(me, c)));
        Set<String> words = new LinkedHashSet<>();
        names.forEach(n -> {
            for (String word : Words.folded(n).split(" ")) {
                if (!word.isEmpty()) words.add(cut(word, MOST_WORD));
            }
        });
        return words;
    }

    private static String cut(String text, int most) {
        return text.length() <= most ? text : text.substring(0, most);
    }
}
