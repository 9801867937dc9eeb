package molvet.server.mixing;

import java.time.Instant;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.stream.Collectors;
import molvet.core.colour.Difference;
import molvet.core.colour.Lab;
import molvet.core.colour.Srgb;
import molvet.core.mixing.FoundMix;
import molvet.core.mixing.Ingredient;
import molvet.core.mixing.Learning;
import molvet.core.mixing.MixFind;
import molvet.core.mixing.Mixture;
import molvet.core.mixing.Prediction;
import molvet.core.mixing.Unforeseen;
import molvet.core.pigment.LabelReader;
import molvet.core.pigment.Recipe;
import molvet.server.collection.PaintViews;
import molvet.server.collection.PaintViews.PaintEntry;
import molvet.server.collection.VoiceStore;
import molvet.server.collection.VoiceStore.VoiceRow;
import molvet.server.colour.LabValue;
import molvet.server.mixing.MixStore.MixRow;
import molvet.server.mixing.MixStore.PartRow;
import molvet.server.platform.Collector;
import molvet.server.platform.Utc;
import org.jspecify.annotations.Nullable;
import org.springframework.http.HttpStatus;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** Mixtures that were kept or painted, and what the painted ones taught. */
@RestController
class MixController {
    private final MixStore store;
    private final Mixes mixes;
    private final Ingredients ingredients;
    private final PaintViews paints;
    private final VoiceStore voices;
    private final LabelReader reader;

    MixController(
            MixStore store,
            Mixes mixes,
            Ingredients ingredients,
            PaintViews paints,
            VoiceStore voices,
            LabelReader reader) {
        this.store = store;
        this.mixes = mixes;
        this.ingredients = ingredients;
        this.paints = paints;
        this.voices = voices;
        this.reader = reader;
    }

    record MixPartView(PaintEntry paint, double part) {}

    /**
     * @param painted whether it was painted and read; else its colours are foreseen
     * @param strength at which it was painted where that was one strength only, beside full strength; else 1
     * @param massTone at that strength
     * @param colours from full strength to palest, for the screen
     * @param foreseen full strength as it was foreseen before it was read, and {@code foreseenOff} within what
     * @param surprise ΔE00 between what was foreseen and what was painted
     * @param said how it differs from what was foreseen, in a sentence
     * @param chart and {@code cell} where it was painted, from 0
     */
    record KeptMix(
            long id,
            String code,
            String name,
            boolean liked,
            String note,
            List<MixPartView> parts,
            boolean painted,
            double strength,
            @Nullable LabValue massTone,
            @Nullable LabValue tint,
            List<String> colours,
            @Nullable String foreseen,
            @Nullable Double foreseenOff,
            @Nullable Double surprise,
            String said,
            @Nullable Double granulation,
            @Nullable Double separation,
            @Nullable Long chart,
            @Nullable Integer cell,
            Instant at,
            int version) {}

    /** @param understood what was asked for, in words */
    record MixList(List<KeptMix> mixes, String understood, int all) {}

    /** @param said what its mixtures taught of it */
    record LearntView(PaintEntry paint, double strength, int mixtures, String said) {}

    record LearntList(List<LearntView> paints) {}

    /** Of one chart, with one paint, or all: newest first; surprises first where that is asked; nearest first where a find says so. */
    @GetMapping("/api/mixes")
    @Transactional(readOnly = true)
    public MixList list(
            Collector me,
            @RequestParam(defaultValue = "") String find,
            @RequestParam(defaultValue = "false") boolean surprises,
            @RequestParam(required = false) @Nullable Long chart,
            @RequestParam(required = false) @Nullable Long paint) {
        Map<Long, List<PartRow>> parts = store.parts(me);
        List<MixRow> all = store.all(me).stream()
                .filter(m -> chart == null || chart.equals(m.chartId()))
                .filter(m -> paint == null
                        || parts.getOrDefault(m.id(), List.of()).stream().anyMatch(p -> p.paintId() == paint))
                .toList();
        Map<Long, PaintEntry> entries = entries(me, parts);
        MixFind asked = MixFind.read(find, reader, nearby(me, find));
        Map<Long, KeptMix> views = new HashMap<>();
        Map<Long, Ingredient> of = foreseeable(me, all, parts);
        all.forEach(m -> views.put(m.id(), view(m, parts.getOrDefault(m.id(), List.of()), entries, of)));
        Map<Long, Recipe> recipes = recipes(me, entries.keySet());
        List<KeptMix> found = asked
                .among(all.stream()
                        .map(m -> found(m, views.get(m.id()), parts.getOrDefault(m.id(), List.of()), entries, recipes))
                        .toList())
                .stream()
                .map(views::get)
                .collect(Collectors.toCollection(ArrayList::new));
        if (surprises) {
            found.removeIf(v -> v.surprise == null);
            found.sort(Comparator.comparing(KeptMix::surprise, Comparator.reverseOrder()));
        }
        return new MixList(found, asked.words(), all.size());
    }

    private Map<Long, PaintEntry> entries(Collector me, Map<Long, List<PartRow>> parts) {
        List<Long> ids = parts.values().stream()
                .flatMap(List::stream)
                .map(PartRow::paintId)
                .distinct()
                .toList();
        return paints.entries(me, ids).stream().collect(Collectors.toMap(PaintEntry::id, e -> e));
    }

    private Map<Long, Recipe> recipes(Collector me, java.util.Set<Long> ids) {
        return voices.some(me, List.copyOf(ids)).stream().collect(Collectors.toMap(VoiceRow::id, VoiceRow::pigments));
    }

    /** The colour of a paint that a find says to look near. */
    private Optional<Lab> nearby(Collector me, String find) {
        return MixFind.accession(find)
                .flatMap(n ->
                        voices.all(me).stream().filter(r -> r.accession() == n).findFirst())
                .flatMap(r -> r.run().map(w -> w.half()));
    }

    private Map<Long, Ingredient> foreseeable(Collector me, List<MixRow> all, Map<Long, List<PartRow>> parts) {
        List<Long> ids = all.stream()
                .filter(m -> m.massTone().isEmpty())
                .flatMap(m -> parts.getOrDefault(m.id(), List.of()).stream())
                .map(PartRow::paintId)
                .distinct()
                .toList();
        return ids.isEmpty() ? Map.of() : ingredients.of(me, ids);
    }

    private static FoundMix found(
            MixRow m, KeptMix view, List<PartRow> parts, Map<Long, PaintEntry> entries, Map<Long, Recipe> recipes) {
        List<FoundMix.Part> of = parts.stream()
                .filter(p -> entries.containsKey(p.paintId()))
                .map(p -> new FoundMix.Part(
                        entries.get(p.paintId()).name(), recipes.getOrDefault(p.paintId(), Recipe.NONE)))
                .toList();
        Optional<Lab> half = m.run()
                .map(r -> r.half())
                .or(() -> Optional.ofNullable(view.massTone).map(LabValue::lab));
        return new FoundMix(m.id(), m.code() + " " + m.name(), of, half, m.liked());
    }

    private KeptMix view(MixRow m, List<PartRow> parts, Map<Long, PaintEntry> entries, Map<Long, Ingredient> of) {
        Optional<Prediction> foreseen = m.massTone().isPresent() ? Optional.empty() : foreseen(parts, of);
        Optional<Double> surprise = m.massTone().flatMap(c -> m.foreseen().map(f -> f.differenceFrom(c)));
        List<String> colours =
                m.run().map(r -> r.drawn()).or(() -> foreseen.map(Prediction::steps)).orElse(List.of()).stream()
                        .map(c -> Srgb.ofLab(c).hex())
                        .toList();
        Optional<Lab> full = m.massTone().or(() -> foreseen.map(Prediction::massTone));
        Optional<Lab> thin = m.tint().or(() -> foreseen.map(Prediction::tint));
        return new KeptMix(
                m.id(),
                m.code(),
                m.name(),
                m.liked(),
                m.note(),
                parts.stream()
                        .map(p -> entries.containsKey(p.paintId())
                                ? new MixPartView(entries.get(p.paintId()), p.part())
                                : null)
                        .filter(Objects::nonNull)
                        .toList(),
                m.massTone().isPresent(),
                m.strength(),
                full.map(LabValue::of).orElse(null),
                thin.map(LabValue::of).orElse(null),
                colours,
                m.foreseen().map(f -> Srgb.ofLab(f).hex()).orElse(null),
                m.foreseenOff() != null
                        ? m.foreseenOff()
                        : foreseen.map(Prediction::uncertainty).orElse(null),
                surprise.orElse(null),
                said(m, foreseen, surprise),
                m.granulation(),
                m.separation(),
                m.chartId(),
                m.position(),
                Utc.instant(m.madeAt()),
                m.version());
    }

    private static String said(MixRow m, Optional<Prediction> foreseen, Optional<Double> surprise) {
        if (m.massTone().isEmpty()) {
            return foreseen.map(p -> String.format(
                            java.util.Locale.ROOT,
                            "Foreseen, not painted: within ΔE %.1f in nine of ten.",
                            p.uncertainty()))
                    .orElse("Not painted, and it cannot be foreseen.");
        }
        if (surprise.isEmpty()) return "Painted; it could not be foreseen.";
        boolean within = surprise.get() <= m.foreseenOff();
        String how = Difference.how(m.foreseen().orElseThrow(), m.massTone().orElseThrow());
        return String.format(
                java.util.Locale.ROOT,
                "ΔE %.1f from what was foreseen%s. %s",
                surprise.get(),
                how.startsWith("hardly") ? ", and hardly different" : ", " + how + " than that",
                within ? "As near as was said." : "Further off than nine of ten.");
    }

    private static Optional<Prediction> foreseen(List<PartRow> parts, Map<Long, Ingredient> of) {
        List<Mixture.Part> known = parts.stream()
                .filter(p -> of.containsKey(p.paintId()))
                .map(p -> new Mixture.Part(of.get(p.paintId()), p.part()))
                .toList();
        boolean whole = known.size() == parts.size()
                && !known.isEmpty()
                && known.stream().allMatch(p -> Unforeseen.why(p.of()).isEmpty());
        return whole ? Optional.of(Prediction.of(Mixture.of(known))) : Optional.empty();
    }

    /** What painted mixtures taught of the strength of each paint, the largest change first. */
    @GetMapping("/api/mixes/learnt")
    @Transactional(readOnly = true)
    public LearntList learnt(Collector me) {
        Map<Long, Learning.Learnt> all = ingredients.learnt(me);
        return new LearntList(paints.entries(me, List.copyOf(all.keySet())).stream()
                .map(e -> {
                    Learning.Learnt l = all.get(e.id());
                    return new LearntView(e, l.strength(), l.mixtures(), l.words());
                })
                .sorted(Comparator.comparingDouble(v -> -Math.abs(Math.log(v.strength))))
                .toList());
    }

    @PostMapping("/api/mixes")
    @ResponseStatus(HttpStatus.CREATED)
    MixList keep(Collector me, @RequestBody Mixes.NewMix typed) {
        mixes.keep(me, typed);
        return list(me, "", false, null, null);
    }

    @PutMapping("/api/mixes/{mix}")
    MixList change(Collector me, @PathVariable long mix, @RequestBody Mixes.ChangedMix typed) {
        mixes.change(me, mix, typed);
        return list(me, "", false, null, null);
    }

    @DeleteMapping("/api/mixes/{mix}")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void delete(Collector me, @PathVariable long mix) {
        mixes.delete(me, mix);
    }
}
