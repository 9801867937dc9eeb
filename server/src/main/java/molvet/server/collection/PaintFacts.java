package molvet.server.collection;

import java.time.LocalDate;
import java.time.LocalDateTime;
import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.EnumMap;
import java.util.HashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Function;
import java.util.stream.Stream;
import molvet.core.collection.Family;
import molvet.core.collection.Holding;
import molvet.core.collection.HoldingForm;
import molvet.core.collection.HoldingState;
import molvet.core.collection.PaperWord;
import molvet.core.collection.Range;
import molvet.core.collection.SchoolOrder;
import molvet.core.collection.Standing;
import molvet.core.collection.Swatchable;
import molvet.core.collection.ThreeVoices;
import molvet.core.collection.Verdict;
import molvet.core.colour.WashRun;
import molvet.core.maker.Claim;
import molvet.core.maker.MakerScale;
import molvet.core.measure.DayInWords;
import molvet.core.measure.Volume;
import molvet.core.measure.Words;
import molvet.core.pigment.LabelReader;
import molvet.core.pigment.PigmentCode;
import molvet.core.pigment.PigmentReference;
import molvet.core.pigment.Recipe;
import molvet.core.pigment.Trait;
import molvet.core.pigment.UsualColour;
import molvet.server.maker.MakerStore;
import molvet.server.platform.Collector;
import molvet.server.platform.Consequence;
import molvet.server.platform.Rows;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.boot.context.event.ApplicationReadyEvent;
import org.springframework.context.event.EventListener;
import org.springframework.stereotype.Service;
import org.springframework.transaction.support.TransactionTemplate;

/**
 * What follows from a paint's rows: recipe, standing, verdicts, order. Worked out here and nowhere else, after every
 * change, and kept beside the paint so that twenty thousand can be found at once.
 */
@Service
public class PaintFacts implements Consequence {
    private static final Logger LOG = LoggerFactory.getLogger(PaintFacts.class);
    private static final int MOST_WORD = 60;
    /** Raised whenever what is kept beside a paint is worked out otherwise; the next start works everything out anew. */
    private static final int VERSION = 8;

    private final PaintStore store;
    private final MakerStore makers;
    private final LabelReader reader;
    private final PigmentReference reference;
    private final ThreeVoices voices;
    private final SchoolOrder families;
    private final TransactionTemplate transaction;
    private final Rows rows;
    private final List<Witness> witnesses;

    PaintFacts(
            PaintStore store,
            MakerStore makers,
            LabelReader reader,
            PigmentReference reference,
            ThreeVoices voices,
            TransactionTemplate transaction,
            Rows rows,
            List<Witness> witnesses) {
        this.witnesses = witnesses;
        this.rows = rows;
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
    public void follows(Collector me, Set<Long> paints) {
        paints.forEach(p -> refresh(me, p));
    }

    /** Works out what follows from a paint's rows and keeps it. A paint that is gone is passed over. */
    private void refresh(Collector me, long id) {
        store.paint(me, id).ifPresent(p -> {
            Recipe recipe = reader.read(p.labelText()).recipe();
            List<PaintStore.HoldingRow> rows = store.holdings(me, id);
            List<Holding> holdings = rows.stream().map(PaintFacts::holding).toList();
            Optional<PaintStore.HoldingRow> chief = chief(rows);
            Optional<Measured> reading = measured(me, id);
            Optional<MakerStore.MakerRow> maker =
                    Optional.ofNullable(p.makerId()).flatMap(m -> makers.maker(me, m));
            Map<Trait, Verdict> verdicts = verdicts(me, p, recipe, store.observations(me, id), reading, maker);
            Optional<WashRun> run = reading.map(Measured::run);
            List<String> codes =
                    recipe.pigments().stream().map(PigmentCode::toString).toList();
            Swatchable colour = new Swatchable(
                    String.valueOf(id),
                    p.name(),
                    recipe,
                    run,
                    Optional.ofNullable(p.family()).map(Family::valueOf),
                    "");
            this.rows.derive(
                    me,
                    "paint",
                    id,
                    new PaintStore.Facts(
                            cut(recipe.toString(), 600),
                            codes.size(),
                            Standing.of(holdings, p.wished()).name(),
                            chief.map(PaintStore.HoldingRow::form).orElse(null),
                            chief.map(PaintStore.HoldingRow::volume).orElse(null),
                            first(w -> w.swatch(me, id)).orElse(null),
                            reading.map(Measured::id).orElse(null),
                            PackedVoices.of(verdicts),
                            verdicts.values().stream().anyMatch(Verdict::disagree),
                            families.yellowFirst(colour),
                            families.family(colour).name(),
                            run.flatMap(families::coolness).orElse(null),
                            run.map(WashRun::half)
                                    .or(() -> UsualColour.of(recipe, reference).map(UsualColour::half))
                                    .map(half -> Range.of(half, recipe).name())
                                    .orElse(null),
                            lastUse(me, id).orElse(null),
                            Holding.isRunningLow(holdings),
                            volumes(holdings),
                            VERSION,
                            // The machine’s own time: it tells what changed since, and no day of the collector’s.
                            LocalDateTime.now(ZoneOffset.UTC)));
            this.rows.derive(
                    me,
                    "paint",
                    id,
                    reading.<Object>map(r -> r.with(run.orElseThrow())).orElse(NOT_MEASURED));
            store.keepPigments(me, id, codes);
            store.keepWords(me, id, words(me, p, maker));
        });
    }

    private static final String[] MEASURED = {
        "mass_l",
        "mass_a",
        "mass_b",
        "tint_l",
        "tint_a",
        "tint_b",
        "granulation",
        "covering",
        "curve",
        "modelled",
        "black_l",
        "black_a",
        "black_b",
        "read_at"
    };
    /** The columns of the paint that are worked out here. */
    static final String[] COLUMNS = Stream.concat(
                    Arrays.stream(MEASURED),
                    Stream.of(
                            "recipe",
                            "pigments",
                            "standing",
                            "form",
                            "volume",
                            "swatch_id",
                            "reading_id",
                            "voices",
                            "disagrees",
                            "order_key",
                            "hue",
                            "warmth",
                            "wheel",
                            "used_on",
                            "runs_low",
                            "volumes",
                            "facts",
                            "worked_out_at"))
            .toArray(String[]::new);

    private static final Map<String, Object> NOT_MEASURED = new HashMap<>();

    static {
        for (String column : MEASURED) NOT_MEASURED.put(column, null);
        NOT_MEASURED.put("modelled", false);
    }

    private <T> Optional<T> first(Function<Witness, Optional<T>> asked) {
        return witnesses.stream().flatMap(w -> asked.apply(w).stream()).findFirst();
    }

    /** The measurement that counts for a paint. */
    Optional<Measured> measured(Collector me, long paint) {
        return first(w -> w.measured(me, paint));
    }

    /** Why the record of a paint must stay, if it must. */
    Optional<String> keeps(Collector me, long paint) {
        return first(w -> w.keeps(me, paint));
    }

    private Optional<LocalDate> lastUse(Collector me, long paint) {
        return Stream.concat(
                        store.lastUse(me, paint).stream(),
                        witnesses.stream().flatMap(w -> w.lastUse(me, paint).stream()))
                .max(Comparator.naturalOrder());
    }

    /** The verdict of every trait, with its reasons. */
    public Map<Trait, Verdict> verdicts(
            Collector me,
            PaintStore.PaintRow p,
            Recipe recipe,
            List<PaintStore.ObservationRow> observations,
            Optional<Measured> reading,
            Optional<MakerStore.MakerRow> maker) {
        Optional<PaperWord> tested = first(w -> w.tested(me, p.id()));
        Map<Trait, Verdict> all = new EnumMap<>(Trait.class);
        for (Trait trait : Trait.values()) {
            String written = claim(p, trait);
            Optional<Claim> claim = written.isEmpty()
                    ? Optional.empty()
                    : Optional.of(maker.map(m -> m.scale(trait))
                            .orElse(MakerScale.none(trait))
                            .claim(written));
            all.put(
                    trait,
                    voices.weigh(
                            trait,
                            recipe,
                            claim,
                            trait == Trait.LIGHTFASTNESS && tested.isPresent()
                                    ? tested
                                    : paper(trait, observations, reading)));
        }
        return all;
    }

    /** A fading test first; else the latest of eye and measurement. */
    private Optional<PaperWord> paper(
            Trait trait, List<PaintStore.ObservationRow> observations, Optional<Measured> reading) {
        record Dated(PaperWord word, LocalDateTime at) {}
        List<Dated> said = new ArrayList<>();
        for (PaintStore.ObservationRow o : observations) {
            if (!o.trait().equals(trait.name())) continue;
            boolean test = o.source().equals(PaperWord.Source.FADING_TEST.name());
            said.add(new Dated(
                    new PaperWord(
                            trait.gradeNeeded(o.value()),
                            PaperWord.Source.valueOf(o.source()),
                            (test ? "Your fading test (" : "Your swatch (by eye, ") + DayInWords.of(o.seenOn()) + ")",
                            String.valueOf(o.id())),
                    test ? o.createdAt().plusYears(1000) : o.createdAt()));
        }
        reading.ifPresent(r -> first(w -> w.grade(trait, r))
                .ifPresent(g -> said.add(new Dated(
                        new PaperWord(
                                g,
                                PaperWord.Source.MEASURED,
                                "Your swatch (measured " + DayInWords.of(r.readAt()) + ")",
                                String.valueOf(r.id())),
                        r.readAt()))));
        return said.stream().max(Comparator.comparing(Dated::at)).map(Dated::word);
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

    private Set<String> words(Collector me, PaintStore.PaintRow p, Optional<MakerStore.MakerRow> maker) {
        List<String> names = new ArrayList<>(List.of(p.name(), p.otherNames()));
        maker.ifPresent(m -> names.add(m.name()));
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
