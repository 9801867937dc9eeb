package molvet.server.collection;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Stream;
import molvet.core.collection.Accession;
import molvet.core.collection.Evidence;
import molvet.core.collection.Family;
import molvet.core.collection.HoldingForm;
import molvet.core.collection.HoldingState;
import molvet.core.collection.MisleadingName;
import molvet.core.collection.PaperWord;
import molvet.core.collection.Standing;
import molvet.core.collection.Strip;
import molvet.core.collection.Verdict;
import molvet.core.colour.Lab;
import molvet.core.colour.WashRun;
import molvet.core.pigment.Cautions;
import molvet.core.pigment.Doubts;
import molvet.core.pigment.Grade;
import molvet.core.pigment.LabelReader;
import molvet.core.pigment.LabelReading;
import molvet.core.pigment.NamePromise;
import molvet.core.pigment.Note;
import molvet.core.pigment.Pigment;
import molvet.core.pigment.PigmentReference;
import molvet.core.pigment.Trait;
import molvet.server.colour.LabValue;
import molvet.server.colour.Runs;
import molvet.server.maker.MakerStore;
import molvet.server.platform.Collector;
import molvet.server.platform.NotFound;
import molvet.server.platform.OneOf;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Paints as the page and scripts see them. */
@Service
public class PaintViews {
    private final PaintStore store;
    private final PaintFacts facts;
    private final MakerStore makers;
    private final LabelReader reader;
    private final Doubts doubts;
    private final PigmentReference reference;
    private final Swatches swatches;
    private final Places places;

    PaintViews(
            PaintStore store,
            PaintFacts facts,
            MakerStore makers,
            LabelReader reader,
            Doubts doubts,
            PigmentReference reference,
            Swatches swatches,
            Places places) {
        this.places = places;
        this.store = store;
        this.facts = facts;
        this.makers = makers;
        this.reader = reader;
        this.doubts = doubts;
        this.reference = reference;
        this.swatches = swatches;
    }

    /** What the shelf and the readings tell of a paint's swatches. */
    public interface Swatches {
        /** @param counting the measurement that counts for the paint */
        Seen of(Collector me, long paint, Optional<Measured> counting);

        /** @param repeats how far the dry readings agree; null with fewer than two */
        record Seen(List<SwatchView> swatches, @Nullable RepeatsView repeats) {}
    }

    /** {@code covering} 0 to 1, missing where it is not known: see the core’s Strip. */
    public record StripView(
            List<String> stops, boolean measured, @Nullable Double covering, double grain) {
        public static StripView of(Strip s) {
            return new StripView(s.stops(), s.measured(), s.covering().orElse(null), s.grain());
        }
    }

    /** One trait in a list: steps as numbers from 0, or null where a voice is silent. */
    public record VoiceMark(
            String trait,
            int steps,
            @Nullable Integer label,
            @Nullable Integer pigments,
            @Nullable Integer paper,
            @Nullable Integer verdict,
            boolean disagree) {}

    /** One paint in a list. */
    public record PaintEntry(
            long id,
            String accession,
            String name,
            @Nullable String maker,
            @Nullable String line,
            @Nullable Integer series,
            List<String> recipe,
            @OneOf(Standing.class) String standing,
            @Nullable String holding,
            @Nullable StripView strip,
            List<VoiceMark> voices,
            boolean painted,
            boolean lost,
            @Nullable String place,
            @Nullable String placeInWords,
            int version) {}

    public record Token(String written, String words) {}

    /** What of a find was not understood, or cannot be answered: {@code at} in characters from 0, or −1 for all of it. */
    public record Trouble(int at, String word, String message) {}

    /** What a word of a find may mean besides: {@code instead} of it, {@code find} is the whole with that. */
    public record SecondWay(String word, String instead, String find) {}

    /**
     * @param troubles what was not understood, each at its word; the rest was asked without it
     * @param ways what words may mean besides what they were taken for
     * @param mended the find with the nearest known words in place of unknown ones: to be asked about, not done
     * @param after for the next page
     */
    public record PaintList(
            List<PaintEntry> paints,
            List<Token> understood,
            List<Trouble> troubles,
            List<SecondWay> ways,
            int total,
            @Nullable String mended,
            @Nullable String after) {}

    public record IngredientView(
            String code,
            @Nullable String colourIndex,
            @Nullable String chemicalName,
            @Nullable String hue,
            boolean known,
            boolean outOfProduction) {}

    public record ClaimView(String asWritten, @Nullable String grade) {}

    /**
     * @param price of a pan that was {@code poured} its share of what the tube cost
     * @param perMl as it was paid; of a poured pan nothing was
     */
    public record HoldingView(
            long id,
            @OneOf(HoldingForm.class) String form,
            @Nullable String volume,
            int left,
            @OneOf(HoldingState.class) String state,
            String keptWhere,
            String from,
            @Nullable String cameOn,
            @Nullable String price,
            @Nullable String currency,
            @Nullable String perMl,
            boolean poured,
            String note,
            int version) {}

    public record ObservationView(
            long id,
            String trait,
            String value,
            @OneOf(PaperWord.Source.class) String source,
            String note,
            String on,
            String paper,
            @Nullable Long chart) {}

    public record VoiceView(
            List<String> scale,
            @Nullable String labelAsWritten,
            @Nullable String label,
            @Nullable String pigments,
            @Nullable String paper,
            @Nullable String verdict,
            boolean disagree,
            List<String> reasons,
            @Nullable String winner,
            String sure,
            List<EvidenceView> evidence) {}

    /** {@code kind}: CLAIM, PIGMENT, READING, OBSERVATION or NAME; {@code of}: the code or number to look it up by. */
    public record EvidenceView(
            @OneOf(Evidence.Kind.class) String kind,
            String of,
            String says,
            @Nullable String grade) {}

    public record SpotView(double x, double y) {}

    /** See {@link molvet.core.reading.Repeats}: colours as ΔE00, the others as standard deviations. */
    public record RepeatsView(
            int readings,
            double massTone,
            double tint,
            @Nullable Double granulation,
            @Nullable Double covering) {}

    /** How far each may be off, from parts of the swatch against each other: colours in L*a*b*, shares else. */
    public record MarginsView(
            @Nullable Double massTone,
            @Nullable Double tint,
            @Nullable Double granulation,
            @Nullable Double covering) {}

    /**
     * A reading of a swatch: spots as fractions of the upright picture, where it was picked by hand.
     *
     * @param counts whether the strip and the paper’s voice stand on it
     * @param dryingShift from the wet picture of the same swatch to this one, in words with its ΔE00
     * @param staining share that stayed when it was lifted
     */
    public record ReadingView(
            long id,
            @Nullable Long picture,
            @OneOf(words = {"PICKED", "SHEET", "METER"}) String source,
            @OneOf(words = {"DRY", "WET", "LIFTED"}) String stage,
            boolean counts,
            @Nullable Long scan,
            @Nullable Double variation,
            @Nullable Double staining,
            @Nullable String dryingShift,
            @Nullable Double confidence,
            int arithmetic,
            LabValue massTone,
            LabValue tint,
            List<LabValue> run,
            double granulation,
            @Nullable Double covering,
            @Nullable LabValue overBlack,
            MarginsView margins,
            List<String> notes,
            StripView strip,
            Map<String, SpotView> spots,
            String at) {}

    public record PictureView(
            long id, String fileName, int width, int height, String profile, List<String> notes, String at) {}

    public record Neighbour(
            long paint,
            String accession,
            String name,
            String place,
            @Nullable StripView strip) {}

    public record SwatchView(
            long id,
            @OneOf(words = {"CURRENT", "REDONE", "LOST"}) String state,
            @Nullable String place,
            @Nullable String placeInWords,
            @Nullable Long keeper,
            @Nullable String paintedOn,
            String note,

            @OneOf(words = {"CARD", "SHEET", "STRIP", "WRAPPER", "LEAFLET", "LID", "OTHER"})
            String kind,

            double width,
            double height,
            List<String> history,
            List<PictureView> pictures,
            List<ReadingView> readings,
            @Nullable Neighbour before,
            @Nullable Neighbour after,
            int version) {}

    public record CautionView(List<String> elements, String guidance, String deferral) {}

    /** The whole of one paint. */
    public record PaintPage(
            long id,
            String accession,
            String name,
            String otherNames,
            List<String> chartNames,
            @Nullable String maker,
            @Nullable Long makerId,
            @Nullable String line,
            @Nullable Long lineId,
            @Nullable Long colour,
            @Nullable Long edition,
            @Nullable String editionLabel,
            String pigments,
            List<IngredientView> recipe,
            boolean single,
            boolean mixture,
            List<String> unread,
            List<Note> notes,
            @Nullable Integer series,
            @OneOf(Standing.class) String standing,
            boolean wished,
            String note,
            Map<String, ClaimView> claims,
            List<HoldingView> holdings,
            List<ObservationView> observations,
            List<SwatchView> swatches,
            @Nullable RepeatsView repeats,
            @Nullable StripView strip,
            Map<String, VoiceView> voices,
            @Nullable CautionView cautions,
            List<PaintEntry> sameRecipe,
            int version) {}

    @Transactional(readOnly = true)
    public PaintPage page(Collector me, long id) {
        PaintStore.PaintRow p = store.paint(me, id).orElseThrow(() -> new NotFound("There is no such paint."));
        LabelReading label = reader.read(p.labelText());
        List<Note> notes = new ArrayList<>(label.notes());
        notes.addAll(doubts.about(label.recipe(), p.name()));
        NamePromise.in(p.name(), label.recipe(), reference)
                .forEach(n -> notes.add(Note.of(p.name(), n.kept() ? "name" : "name-not-kept", n.said())));
        Optional<MakerStore.MakerRow> maker = Optional.ofNullable(p.makerId()).flatMap(m -> makers.maker(me, m));
        List<PaintStore.ObservationRow> observations = store.observations(me, id);
        Optional<Measured> reading = facts.measured(me, id);
        Optional<MisleadingName.Seen> seen = reading.flatMap(r -> store.seen(me, id)
                .map(f -> new MisleadingName.Seen(Family.valueOf(f), r.run().half())));
        MisleadingName.of(p.name(), label.recipe(), seen, reference)
                .ifPresent(said -> notes.add(Note.of(p.name(), "name-not-kept", said)));
        Map<Trait, Verdict> verdicts = facts.verdicts(me, p, label.recipe(), observations, reading, maker);
        Map<String, VoiceView> voices = new LinkedHashMap<>();
        Map<String, ClaimView> claims = new LinkedHashMap<>();
        for (Trait trait : Trait.values()) {
            Verdict v = verdicts.get(trait);
            String written = PaintFacts.claim(p, trait);
            voices.put(trait.words(), voice(v, written));
            claims.put(trait.words(), new ClaimView(written, name(v.label())));
        }
        Cautions cautions = Cautions.of(label.recipe(), reference);
        List<Long> same = label.recipe()
                .fingerprint()
                .map(f -> alike(me, "", f, id).stream().map(Alike::id).toList())
                .orElse(List.of());
        List<PaintEntry> entries =
                entries(me, Stream.concat(Stream.of(id), same.stream()).toList());
        PaintEntry entry = entries.get(0);
        Swatches.Seen painted = swatches.of(me, id, reading);
        return new PaintPage(
                p.id(),
                p.number().toString(),
                p.name(),
                p.otherNames(),
                p.colourId() == null ? List.of() : store.otherNames(me, p.colourId()),
                maker.map(MakerStore.MakerRow::name).orElse(null),
                p.makerId(),
                entry.line(),
                p.lineId(),
                p.colourId(),
                p.editionId(),
                Optional.ofNullable(p.editionId())
                        .flatMap(e -> store.edition(me, e))
                        .orElse(null),
                p.labelText(),
                label.recipe().pigments().stream()
                        .map(c -> {
                            Optional<Pigment> known = reference.find(c);
                            return new IngredientView(
                                    c.toString(),
                                    known.flatMap(Pigment::constitution).orElse(null),
                                    known.map(Pigment::chemicalName).orElse(null),
                                    known.map(k -> k.hue().words()).orElse(null),
                                    known.isPresent(),
                                    known.map(Pigment::outOfProduction).orElse(false));
                        })
                        .toList(),
                label.recipe().isSingle(),
                label.recipe().isMixture(),
                label.unread(),
                notes,
                p.series(),
                entry.standing(),
                p.wished(),
                p.note(),
                claims,
                store.holdings(me, id).stream().map(PaintViews::holding).toList(),
                observations.stream()
                        .map(o -> new ObservationView(
                                o.id(),
                                o.trait(),
                                o.value(),
                                o.source(),
                                o.note(),
                                o.seenOn().toString(),
                                o.paper(),
                                o.chartId()))
                        .toList(),
                painted.swatches(),
                painted.repeats(),
                entry.strip(),
                voices,
                cautions.isEmpty() ? null : new CautionView(cautions.elements(), Cautions.GUIDANCE, Cautions.DEFERRAL),
                entries.subList(1, entries.size()),
                p.version());
    }

    /** Paints as they stand in a list, in the order of the ids; those of others are left out. */
    public List<PaintEntry> entries(Collector me, List<Long> ids) {
        List<PaintStore.EntryRow> rows = store.entries(me, ids);
        Map<Long, Placed> placed = places.of(me, rows);
        return rows.stream()
                .map(r -> entry(r, placed.getOrDefault(r.id(), Placed.NOWHERE)))
                .toList();
    }

    /** Where the swatch of a paint is, and whether one was lost and none stands for it now. */
    public record Placed(@Nullable String place, @Nullable String words, boolean lost) {
        static final Placed NOWHERE = new Placed(null, null, false);
    }

    /** Knows where swatches are; told by the shelf. */
    public interface Places {
        /** By paint; those of which there is nothing to say are left out. */
        Map<Long, Placed> of(Collector me, List<PaintStore.EntryRow> paints);
    }

    /** A paint like the one being typed: by name, or by recipe. */
    public record Likeness(PaintEntry paint, String by, String because) {}

    /**
     * @param name as typed so far; may be empty
     * @param fingerprint the recipe's, or empty
     * @param but a paint to leave out, or 0
     */
    public List<Likeness> likenesses(Collector me, String name, String fingerprint, long but) {
        List<Alike> alike = alike(me, name, fingerprint, but);
        List<PaintEntry> entries = entries(me, alike.stream().map(Alike::id).toList());
        List<Likeness> out = new ArrayList<>();
        for (int i = 0; i < entries.size(); i++) {
            out.add(new Likeness(entries.get(i), alike.get(i).by, alike.get(i).because));
        }
        return out;
    }

    private record Alike(long id, String by, String because, int rank) {}

    /** The twelve likest. */
    private List<Alike> alike(Collector me, String name, String fingerprint, long but) {
        List<Alike> found = new ArrayList<>();
        String wanted = molvet.core.measure.Words.folded(name);
        List<String> recipes = fingerprint.isEmpty()
                ? List.of()
                : store.recipes(me).stream()
                        .filter(r -> fingerprint.equals(fingerprint(r)))
                        .toList();
        List<Long> named = wanted.length() < 3
                ? List.of()
                : store.names(me).stream()
                        .filter(n -> nameLikeness(wanted, molvet.core.measure.Words.folded(n.name())) > 0)
                        .map(PaintStore.Named::id)
                        .toList();
        for (PaintStore.NameRow row : store.labels(me, recipes, named)) {
            if (row.id() == but) continue;
            boolean sameRecipe = !fingerprint.isEmpty() && fingerprint.equals(fingerprint(row.recipe()));
            int likeness = wanted.length() < 3 ? 0 : nameLikeness(wanted, molvet.core.measure.Words.folded(row.name()));
            if (likeness > 0) {
                found.add(new Alike(
                        row.id(),
                        "name",
                        (likeness == 2 ? "the same name" : "a name like it")
                                + (sameRecipe
                                        ? ", and the same pigments"
                                        : row.recipe().isEmpty() ? ", pigments not known" : ", other pigments"),
                        likeness == 2 ? 0 : 2));
            } else if (sameRecipe) {
                found.add(new Alike(row.id(), "recipe", "the same pigments", 1));
            }
        }
        found.sort(java.util.Comparator.comparingInt(Alike::rank));
        return found.subList(0, Math.min(12, found.size()));
    }

    private static String fingerprint(String recipe) {
        return String.join(
                "+",
                Arrays.stream(recipe.split(" \\+ "))
                        .filter(c -> !c.isEmpty())
                        .map(molvet.core.pigment.PigmentCode::of)
                        .sorted()
                        .map(Object::toString)
                        .toList());
    }

    /** 2 for the same name, 1 for one slip apart or one holding the other, else 0. */
    private static int nameLikeness(String one, String two) {
        if (one.equals(two)) return 2;
        boolean holds = one.length() >= 5 && two.startsWith(one) || two.length() >= 5 && one.startsWith(two);
        return holds || molvet.core.measure.Spelling.nearest(one, List.of(two)).isPresent() ? 1 : 0;
    }

    private static PaintEntry entry(PaintStore.EntryRow r, Placed at) {
        return new PaintEntry(
                r.id(),
                new Accession(r.accession()).toString(),
                r.name(),
                r.maker(),
                r.line(),
                r.series(),
                r.recipe().isEmpty() ? List.of() : List.of(r.recipe().split(" \\+ ")),
                r.standing(),
                holdingWords(r),
                strip(r).orElse(null),
                marks(r.voices()),
                r.swatchId() != null,
                at.lost(),
                at.place(),
                at.words(),
                r.version());
    }

    private static @Nullable String holdingWords(PaintStore.EntryRow r) {
        if (r.form() == null) return null;
        String form = molvet.core.collection.HoldingForm.valueOf(r.form()).words();
        return r.volume() == null ? form : new molvet.core.measure.Volume(r.volume()) + " " + form;
    }

    private static Optional<StripView> strip(PaintStore.EntryRow r) {
        if (r.massL() == null) return Optional.empty();
        Lab full = new Lab(r.massL(), r.massA(), r.massB());
        Lab palest = new Lab(r.tintL(), r.tintA(), r.tintB());
        return Optional.of(strip(Runs.of(r.curve(), r.modelled(), full, palest), r.covering(), r.granulation()));
    }

    public static StripView strip(WashRun run, @Nullable Double covering, double grain) {
        return StripView.of(Strip.of(run, Optional.ofNullable(covering), grain));
    }

    private static List<VoiceMark> marks(String packed) {
        return PackedVoices.read(packed).entrySet().stream()
                .map(h -> new VoiceMark(
                        h.getKey().words(),
                        onTrack(h.getKey()),
                        step(h.getKey(), h.getValue().label()),
                        step(h.getKey(), h.getValue().pigments()),
                        step(h.getKey(), h.getValue().paper()),
                        step(h.getKey(), h.getValue().verdict()),
                        h.getValue().disagree()))
                .toList();
    }

    /** “Untested” has no place on the track. */
    private static int onTrack(Trait trait) {
        return trait == Trait.LIGHTFASTNESS ? 5 : trait.scale().size();
    }

    private static @Nullable Integer step(Trait trait, Optional<Grade> grade) {
        return grade.map(Grade::ordinal).filter(g -> g < onTrack(trait)).orElse(null);
    }

    private static VoiceView voice(Verdict v, String written) {
        return new VoiceView(
                v.trait().scale().stream().map(Grade::name).toList(),
                written.isEmpty() ? null : written,
                name(v.label()),
                name(v.pigments()),
                name(v.paper()),
                name(v.verdict()),
                v.disagree(),
                v.reasons(),
                v.winner().map(Enum::name).orElse(null),
                v.sure().words(),
                v.evidence().stream()
                        .map(e -> new EvidenceView(e.kind().name(), e.of(), e.says(), name(e.grade())))
                        .toList());
    }

    private static @Nullable String name(Optional<Grade> grade) {
        return grade.map(Grade::name).orElse(null);
    }

    private static HoldingView holding(PaintStore.HoldingRow h) {
        boolean priced = h.price() != null && h.currency() != null;
        org.joda.money.Money price = priced
                ? org.joda.money.Money.of(
                        org.joda.money.CurrencyUnit.of(h.currency()), h.price(), java.math.RoundingMode.HALF_UP)
                : null;
        return new HoldingView(
                h.id(),
                h.form(),
                h.volume() == null ? null : h.volume().stripTrailingZeros().toPlainString(),
                h.leftPercent(),
                h.state(),
                h.keptWhere(),
                h.cameFrom(),
                h.cameOn() == null ? null : h.cameOn().toString(),
                price == null ? null : price.getAmount().toPlainString(),
                h.currency(),
                price == null || h.volume() == null || h.poured()
                        ? null
                        : molvet.core.measure.Prices.perMl(price, new molvet.core.measure.Volume(h.volume()))
                                .setScale(2, java.math.RoundingMode.HALF_UP)
                                .toPlainString(),
                h.poured(),
                h.note(),
                h.version());
    }
}
