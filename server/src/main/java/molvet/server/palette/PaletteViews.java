package molvet.server.palette;

import java.time.Clock;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Collections;
import java.util.Comparator;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.function.Function;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import molvet.core.collection.Redundancy;
import molvet.core.collection.Sample;
import molvet.core.collection.Standing;
import molvet.core.collection.Strip;
import molvet.core.colour.Srgb;
import molvet.core.colour.WashRun;
import molvet.core.measure.DayInWords;
import molvet.core.measure.Rect;
import molvet.core.palette.Arrangement;
import molvet.core.palette.Box;
import molvet.core.palette.Differences;
import molvet.core.palette.Lacks;
import molvet.core.palette.Lying;
import molvet.core.palette.PaletteChange;
import molvet.core.palette.PaletteUse;
import molvet.core.palette.Wells;
import molvet.core.pigment.Lightfastness;
import molvet.core.pigment.PigmentReference;
import molvet.core.pigment.Trait;
import molvet.core.pigment.UsualColour;
import molvet.server.collection.PaintViews;
import molvet.server.collection.PaintViews.PaintEntry;
import molvet.server.collection.VoiceStore;
import molvet.server.collection.VoiceStore.VoiceRow;
import molvet.server.palette.PaletteStore.PaletteRow;
import molvet.server.palette.PaletteStore.VersionRow;
import molvet.server.palette.PaletteStore.WellRow;
import molvet.server.platform.Collector;
import molvet.server.platform.NotFound;
import molvet.server.platform.OneOf;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Palettes as the page sees them: the box to scale, what lies in it, how it flows, what it lacks, and its versions. */
@Service
class PaletteViews {
    /** Nearer than this at three strengths, two paints of a palette stand in for each other. */
    private static final double STANDS_IN = 4;

    private static final int REVIEWED_AFTER_MONTHS = 6;
    private static final int LOW = 25;

    private final PaletteStore store;
    private final Palettes palettes;
    private final PaintViews paints;
    private final VoiceStore voices;
    private final PigmentReference reference;
    private final Clock clock;

    PaletteViews(
            PaletteStore store,
            Palettes palettes,
            PaintViews paints,
            VoiceStore voices,
            PigmentReference reference,
            Clock clock) {
        this.store = store;
        this.palettes = palettes;
        this.paints = paints;
        this.voices = voices;
        this.reference = reference;
        this.clock = clock;
    }

    // ---- the list

    /** A well of a small picture; {@code stops} from full strength to palest, none for an empty one or an unknown colour. */
    record SmallWell(double x, double y, double width, double height, boolean filled, List<String> stops) {}

    /**
     * @param version the newest, 0 while there is only a draft
     * @param changed whether the draft differs from it
     * @param due whether it has not been looked through for half a year
     */
    record PaletteSummary(
            long id,
            String name,
            String box,
            double width,
            double height,
            boolean round,
            List<SmallWell> wells,
            int filled,
            int version,
            @Nullable String since,
            boolean changed,
            boolean due) {}

    record PaletteList(List<PaletteSummary> palettes) {}

    @Transactional(readOnly = true)
    public PaletteList list(Collector me) {
        Map<Long, List<WellRow>> wells = store.latestWells(me);
        List<Long> all = wells.values().stream()
                .flatMap(List::stream)
                .map(WellRow::paintId)
                .filter(Objects::nonNull)
                .distinct()
                .toList();
        Map<Long, List<String>> stops = stops(me, all);
        return new PaletteList(store.palettes(me).stream()
                .map(p -> summary(me, p, wells, stops))
                .toList());
    }

    private PaletteSummary summary(
            Collector me, PaletteRow p, Map<Long, List<WellRow>> wells, Map<Long, List<String>> stops) {
        List<VersionRow> versions = store.versions(me, p.id());
        VersionRow newest = versions.get(versions.size() - 1);
        VersionRow draft = versions.get(0);
        List<WellRow> lying = wells.getOrDefault(newest.id(), List.of());
        Box box = palettes.box(newest);
        boolean changed = newest != draft
                && (!newest.shape().equals(draft.shape())
                        || !PaletteChange.between(
                                        Palettes.filled(lying),
                                        Palettes.filled(wells.getOrDefault(draft.id(), List.of())))
                                .isEmpty());
        return new PaletteSummary(
                p.id(),
                p.name(),
                box.words(),
                box.width(),
                box.height(),
                box.kind() == Box.Kind.RING,
                small(box, lying, stops),
                lying.size(),
                newest.number(),
                newest.since() == null ? null : newest.since().toString(),
                changed,
                due(newest));
    }

    private static List<SmallWell> small(Box box, List<WellRow> lying, Map<Long, List<String>> stops) {
        Map<Integer, WellRow> by = lying.stream().collect(Collectors.toMap(WellRow::well, Function.identity()));
        List<Rect> places = box.places();
        return IntStream.range(0, places.size())
                .mapToObj(w -> {
                    Rect r = places.get(w);
                    WellRow row = by.get(w);
                    List<String> colours = row == null || row.paintId() == null
                            ? List.of()
                            : stops.getOrDefault(row.paintId(), List.of());
                    return new SmallWell(r.x(), r.y(), r.width(), r.height(), row != null, colours);
                })
                .toList();
    }

    /** Colours from full strength to palest; those not measured as their recipes usually come out. */
    private Map<Long, List<String>> stops(Collector me, List<Long> ids) {
        Map<Long, List<String>> all = new HashMap<>();
        for (VoiceRow r : voices.some(me, ids)) {
            run(r).ifPresent(run ->
                    all.put(r.id(), Strip.of(run, Optional.empty(), 0).stops()));
        }
        return all;
    }

    private Optional<WashRun> run(VoiceRow r) {
        return r.run().or(() -> UsualColour.of(r.pigments(), reference).map(u -> WashRun.ofFull(u.massTone())));
    }

    private boolean due(VersionRow newest) {
        return newest.since() != null
                && newest.since().plusMonths(REVIEWED_AFTER_MONTHS).isBefore(LocalDate.now(clock));
    }

    // ---- one palette

    /**
     * @param paint what lies in it; null where it is empty, or where the paint is gone and only its {@code name} stays
     * @param guess colours of its recipe, where none was measured
     * @param since from which day it lies in the palette, as far as versions tell
     * @param apart mean ΔE00 from its neighbours
     */
    record WellView(
            int well,
            double x,
            double y,
            double width,
            double height,
            @Nullable PaintEntry paint,
            @Nullable String name,
            @Nullable Long holding,
            @Nullable String lies,
            boolean squeezed,
            boolean locked,
            @Nullable List<String> guess,
            @Nullable String since,
            double apart) {}

    record LeftPaint(
            @Nullable Long paint,
            String name,
            @OneOf(Palettes.Why.class) String why) {}

    /** @param paint null where it is gone; {@code colour} at full strength, #rrggbb */
    record VersionWell(
            int well,
            @Nullable Long paint,
            String name,
            @Nullable String colour) {}

    /** @param said what changed against the version before */
    record VersionView(
            int number,
            String since,
            String why,
            String box,
            String said,
            List<VersionWell> wells,
            List<LeftPaint> left) {}

    record WellChange(@Nullable Long paint, String name, int from, int to) {}

    record ChangesView(
            List<WellChange> in,
            List<WellChange> out,
            List<WellChange> moved,
            List<WellChange> refilled,
            List<LeftPaint> left,
            String said) {}

    /**
     * @param version the draft’s, to be sent with every change
     * @param changes of the draft against the newest version
     * @param notes what to ask: a paint in two wells
     */
    record PalettePage(
            long id,
            String name,
            String note,
            int row,
            @Nullable Long box,
            String boxWords,
            BoxShape shape,
            boolean round,
            List<WellView> wells,
            int filled,
            int version,
            int newest,
            @Nullable String since,
            ChangesView changes,
            List<VersionView> versions,
            double roughness,
            List<String> notes) {}

    @Transactional(readOnly = true)
    public PalettePage page(Collector me, long id) {
        PaletteRow p = palettes.palette(me, id);
        List<VersionRow> versions = store.versions(me, id);
        Map<Long, List<WellRow>> wells = store.allWells(me, id);
        VersionRow draft = versions.get(0);
        List<VersionRow> kept = versions.subList(1, versions.size());
        List<WellRow> lying = wells.getOrDefault(draft.id(), List.of());
        List<Long> ids = wells.values().stream()
                .flatMap(List::stream)
                .map(WellRow::paintId)
                .filter(Objects::nonNull)
                .distinct()
                .toList();
        Map<Long, List<String>> stops = stops(me, ids);
        Map<Long, PaintEntry> entries = entries(
                me,
                lying.stream().map(WellRow::paintId).filter(Objects::nonNull).toList());
        Box box = palettes.box(draft);
        List<@Nullable Long> in = new ArrayList<>(Collections.nCopies(box.count(), null));
        lying.forEach(w -> in.set(w.well(), w.paintId()));
        Palettes.Coloured coloured =
                palettes.coloured(me, in.stream().filter(Objects::nonNull).toList());
        Differences d = coloured.differences();
        Wells beside = box.wells();
        List<Integer> numbers = coloured.lying(in);
        VersionRow newest = kept.isEmpty() ? null : kept.get(kept.size() - 1);
        PaletteChange change = PaletteChange.between(
                newest == null ? List.of() : Palettes.filled(wells.getOrDefault(newest.id(), List.of())),
                Palettes.filled(lying));
        return new PalettePage(
                id,
                p.name(),
                p.note(),
                p.version(),
                p.boxId(),
                box.words(),
                BoxShape.of(box),
                box.kind() == Box.Kind.RING,
                wells(me, box, lying, palettes.locked(draft), entries, stops, since(kept, wells), d, beside, numbers),
                lying.size(),
                draft.version(),
                newest == null ? 0 : newest.number(),
                newest == null ? null : newest.since().toString(),
                changes(change, List.of()),
                versionViews(me, id, kept, wells, stops),
                d.roughness(beside, numbers),
                inTwoWells(lying));
    }

    private List<WellView> wells(
            Collector me,
            Box box,
            List<WellRow> lying,
            List<Integer> locked,
            Map<Long, PaintEntry> entries,
            Map<Long, List<String>> stops,
            Map<Long, LocalDate> since,
            Differences d,
            Wells beside,
            List<Integer> numbers) {
        Map<Integer, WellRow> by = lying.stream().collect(Collectors.toMap(WellRow::well, Function.identity()));
        Map<Long, String> forms = store.forms(
                me,
                lying.stream().map(WellRow::holdingId).filter(Objects::nonNull).toList());
        int[][] neighbours = beside.beside();
        List<Rect> places = box.places();
        return IntStream.range(0, places.size())
                .mapToObj(w -> {
                    Rect r = places.get(w);
                    WellRow row = by.get(w);
                    PaintEntry entry = row == null || row.paintId() == null ? null : entries.get(row.paintId());
                    boolean guessed = entry != null && entry.strip() == null && stops.containsKey(entry.id());
                    return new WellView(
                            w,
                            r.x(),
                            r.y(),
                            r.width(),
                            r.height(),
                            entry,
                            row == null ? null : row.paintName(),
                            row == null ? null : row.holdingId(),
                            row == null ? null : lies(row, forms),
                            row != null && row.squeezed(),
                            locked.contains(w),
                            guessed ? stops.get(entry.id()) : null,
                            entry == null || !since.containsKey(entry.id())
                                    ? null
                                    : since.get(entry.id()).toString(),
                            Arrangement.apart(d, neighbours[w], numbers, w));
                })
                .toList();
    }

    private static @Nullable String lies(WellRow row, Map<Long, String> forms) {
        if (row.holdingId() == null) return null;
        String form =
                forms.getOrDefault(row.holdingId(), "").toLowerCase(Locale.ROOT).replace('_', ' ');
        return row.squeezed() ? "squeezed from a " + form : form;
    }

    /** From which day each paint of the newest version lies there without a break. */
    private static Map<Long, LocalDate> since(List<VersionRow> kept, Map<Long, List<WellRow>> wells) {
        Map<Long, LocalDate> since = new HashMap<>();
        for (VersionRow v : kept) {
            Map<Long, LocalDate> now = new HashMap<>();
            wells.getOrDefault(v.id(), List.of()).stream()
                    .map(WellRow::paintId)
                    .filter(Objects::nonNull)
                    .forEach(p -> now.put(p, since.getOrDefault(p, v.since())));
            since.clear();
            since.putAll(now);
        }
        return since;
    }

    private static List<String> inTwoWells(List<WellRow> lying) {
        Map<String, List<Integer>> by = new LinkedHashMap<>();
        lying.stream()
                .filter(w -> w.paintId() != null)
                .forEach(w -> by.computeIfAbsent(w.paintName(), k -> new ArrayList<>())
                        .add(w.well() + 1));
        return by.entrySet().stream()
                .filter(e -> e.getValue().size() > 1)
                .map(e -> e.getKey() + " lies in wells "
                        + e.getValue().stream().map(String::valueOf).collect(Collectors.joining(" and "))
                        + ". Is that meant?")
                .toList();
    }

    private List<VersionView> versionViews(
            Collector me,
            long palette,
            List<VersionRow> kept,
            Map<Long, List<WellRow>> wells,
            Map<Long, List<String>> stops) {
        Map<Long, List<LeftPaint>> left = left(me, palette);
        List<VersionView> all = new ArrayList<>();
        List<WellRow> before = null;
        for (VersionRow v : kept) {
            List<WellRow> now = wells.getOrDefault(v.id(), List.of());
            String said = before == null
                    ? now.size() + (now.size() == 1 ? " well" : " wells") + " filled"
                    : PaletteChange.between(Palettes.filled(before), Palettes.filled(now))
                            .said();
            all.add(new VersionView(
                    v.number(),
                    v.since().toString(),
                    v.why(),
                    palettes.box(v).words(),
                    said,
                    now.stream()
                            .map(w -> new VersionWell(
                                    w.well(),
                                    w.paintId(),
                                    w.paintName(),
                                    w.paintId() == null || !stops.containsKey(w.paintId())
                                            ? null
                                            : stops.get(w.paintId()).get(0)))
                            .toList(),
                    left.getOrDefault(v.id(), List.of())));
            before = now;
        }
        return all;
    }

    private Map<Long, List<LeftPaint>> left(Collector me, long palette) {
        Map<Long, List<LeftPaint>> all = new HashMap<>();
        store.leavings(me, palette)
                .forEach(l -> all.computeIfAbsent(l.paletteVersionId(), k -> new ArrayList<>())
                        .add(new LeftPaint(l.paintId(), l.paintName(), l.why())));
        return all;
    }

    private static ChangesView changes(PaletteChange c, List<LeftPaint> left) {
        return new ChangesView(views(c.in()), views(c.out()), views(c.moved()), views(c.refilled()), left, c.said());
    }

    private static List<WellChange> views(List<PaletteChange.Change> changes) {
        return changes.stream()
                .map(c -> new WellChange(c.paint() > 0 ? c.paint() : null, c.name(), c.from(), c.to()))
                .toList();
    }

    /** Any two versions side by side; 0 is the draft. */
    @Transactional(readOnly = true)
    public ChangesView between(Collector me, long id, int from, int to) {
        palettes.palette(me, id);
        VersionRow one = palettes.version(me, id, from);
        VersionRow other = palettes.version(me, id, to);
        Map<Long, List<LeftPaint>> left = left(me, id);
        List<LeftPaint> on = palettes.kept(me, id).stream()
                .filter(v -> v.number() > from && (to == PaletteStore.DRAFT || v.number() <= to))
                .flatMap(v -> left.getOrDefault(v.id(), List.of()).stream())
                .toList();
        PaletteChange change = PaletteChange.between(
                Palettes.filled(store.wells(me, one.id())), Palettes.filled(store.wells(me, other.id())));
        return changes(change, on);
    }

    /** What lay in it on a day. */
    @Transactional(readOnly = true)
    public VersionView on(Collector me, long id, LocalDate day) {
        palettes.palette(me, id);
        List<VersionRow> kept = palettes.kept(me, id);
        VersionRow then = kept.stream()
                .filter(v -> !v.since().isAfter(day))
                .reduce((a, b) -> b)
                .orElseThrow(() -> new NotFound(
                        kept.isEmpty()
                                ? "No version of this palette is kept yet."
                                : "This palette is kept since " + kept.get(0).since() + "; of " + day
                                        + " nothing is known."));
        Map<Long, List<WellRow>> wells = store.allWells(me, id);
        Map<Long, List<String>> stops = stops(
                me,
                wells.values().stream()
                        .flatMap(List::stream)
                        .map(WellRow::paintId)
                        .filter(Objects::nonNull)
                        .distinct()
                        .toList());
        return versionViews(me, id, kept, wells, stops).stream()
                .filter(v -> v.number() == then.number())
                .findFirst()
                .orElseThrow();
    }

    Map<Long, PaintEntry> entries(Collector me, List<Long> ids) {
        Map<Long, PaintEntry> all = new HashMap<>();
        paints.entries(me, ids.stream().distinct().toList()).forEach(e -> all.put(e.id(), e));
        return all;
    }

    // ---- what is judged of it

    /** @param better the well it would change places with */
    record JarView(int well, double apart, int better, double saved, String said) {}

    record FlowView(
            double roughness,
            double bound,
            int guessed,
            int without,
            @Nullable JarView jar,
            String said) {}

    /** @param colour of the mixture at full strength, #rrggbb, as a film model foresees it */
    record MixView(int one, int other, String colour, String said) {}

    record LackView(
            String said, List<PaintEntry> filling, @Nullable MixView mixed) {}

    /** @param widest ΔE00 at the strength where they differ most */
    record TwiceView(int one, int other, double widest, String said, List<String> losses) {}

    record UseView(
            long paint,
            int well,
            String name,
            int in,
            int of,
            @Nullable String last,
            @OneOf(PaletteUse.Degree.class) String degree,
            String said) {}

    record ProposalView(
            long paint,
            int well,
            String name,
            @OneOf(Palettes.Why.class) String why,
            String said) {}

    /** @param due whether the newest version is half a year old */
    record ReviewView(boolean due, List<ProposalView> proposals, String said) {}

    /**
     * @param lacksSaid why nothing is said of what it lacks, or null
     * @param paintings how many of the latest are looked at
     */
    record JudgedPalette(
            FlowView flow,
            List<LackView> lacks,
            @Nullable String lacksSaid,
            List<TwiceView> twice,
            List<UseView> uses,
            int paintings,
            @Nullable String usesSaid,
            ReviewView review) {}

    @Transactional(readOnly = true)
    public JudgedPalette judged(Collector me, long id) {
        palettes.palette(me, id);
        VersionRow draft = palettes.draft(me, id);
        Box box = palettes.box(draft);
        List<WellRow> lying = store.wells(me, draft.id()).stream()
                .filter(w -> w.paintId() != null)
                .toList();
        Map<Long, VoiceRow> rows = new LinkedHashMap<>();
        voices.all(me).forEach(r -> rows.put(r.id(), r));
        List<Lying> palette = lying(lying, rows);
        List<TwiceView> twice = twice(palette);
        boolean told = Lacks.isTold(palette);
        List<LackView> lacks = told ? lacks(me, palette, rows) : List.of();
        PaletteUse use = use(me, id, lying);
        return new JudgedPalette(
                flow(me, box, draft, lying),
                lacks,
                palette.size() < 3
                        ? "With fewer than three paints nothing is said of what it lacks."
                        : !told
                                ? "Most of it is not measured yet: what it lacks is not said."
                                : lacks.isEmpty() ? "Every place on the wheel is filled, dark and bright." : null,
                twice,
                uses(use, lying),
                use.paintings(),
                use.paintings() == 0
                        ? "No painting is noted yet: nothing is said of what is used."
                        : use.paintings() < PaletteUse.LEAST_TOLD
                                ? "Of " + use.paintings() + (use.paintings() == 1 ? " painting" : " paintings")
                                        + " nothing is said of what is hardly used yet."
                                : null,
                review(me, id, lying, rows, use, twice));
    }

    private List<Lying> lying(List<WellRow> wells, Map<Long, VoiceRow> rows) {
        List<Lying> all = new ArrayList<>();
        for (WellRow w : wells) {
            VoiceRow r = rows.get(w.paintId());
            if (r == null) continue;
            r.sample()
                    .map(s -> new Lying(w.well(), s, false))
                    .or(() -> guessed(r).map(s -> new Lying(w.well(), s, true)))
                    .ifPresent(all::add);
        }
        return all;
    }

    /** As its recipe usually comes out; what it does on paper is not known. */
    private Optional<Sample> guessed(VoiceRow r) {
        return UsualColour.of(r.pigments(), reference)
                .map(u -> new Sample(
                        r.id(),
                        r.name(),
                        r.pigments(),
                        WashRun.ofFull(u.massTone()),
                        Optional.empty(),
                        Optional.empty(),
                        Optional.empty(),
                        Optional.empty(),
                        Optional.empty()));
    }

    private FlowView flow(Collector me, Box box, VersionRow draft, List<WellRow> lying) {
        List<@Nullable Long> in = new ArrayList<>(Collections.nCopies(box.count(), null));
        lying.forEach(w -> in.set(w.well(), w.paintId()));
        Palettes.Coloured coloured =
                palettes.coloured(me, in.stream().filter(Objects::nonNull).toList());
        Differences d = coloured.differences();
        Wells wells = box.wells();
        List<Integer> numbers = coloured.lying(in);
        double roughness = d.roughness(wells, numbers);
        Set<Integer> locked = Set.copyOf(palettes.locked(draft));
        double bound = Arrangement.bound(wells, d, palettes.staysEmpty(in, locked), roughness);
        Optional<JarView> jar = Arrangement.jarring(wells, d, numbers, locked)
                .map(j -> new JarView(
                        j.well(),
                        j.apart(),
                        j.better(),
                        j.saved(),
                        String.format(
                                Locale.ROOT,
                                "Well %d jars: ΔE %.0f from its neighbours. Changing places with well %d takes %.0f off.",
                                j.well() + 1,
                                j.apart(),
                                j.better() + 1,
                                j.saved())));
        String said = String.format(Locale.ROOT, "Roughness %.0f; none can be under %.0f.", roughness, bound)
                + (coloured.guessed().isEmpty()
                        ? ""
                        : " " + coloured.guessed().size()
                                + (coloured.guessed().size() == 1 ? " colour is" : " colours are")
                                + " guessed by recipe.")
                + (coloured.without().isEmpty()
                        ? ""
                        : " " + coloured.without().size()
                                + (coloured.without().size() == 1 ? " paint has" : " paints have")
                                + " no known colour and count for nothing.");
        return new FlowView(
                roughness, bound, coloured.guessed().size(), coloured.without().size(), jar.orElse(null), said);
    }

    private List<LackView> lacks(Collector me, List<Lying> palette, Map<Long, VoiceRow> rows) {
        Set<Long> in = palette.stream().map(l -> l.paint().paint()).collect(Collectors.toSet());
        Map<Long, Integer> liking = voices.liking(me);
        List<List<Sample>> others = List.of(new ArrayList<>(), new ArrayList<>(), new ArrayList<>());
        rows.values().stream()
                .filter(r -> !in.contains(r.id()) && liking.getOrDefault(r.id(), 0) >= 0 && lasts(r))
                .sorted(Comparator.comparingInt(r -> -liking.getOrDefault(r.id(), 0)))
                .forEach(r -> {
                    int at = switch (Standing.valueOf(r.standing())) {
                        case OWNED -> 0;
                        case SAMPLED -> 1;
                        case WISHED -> 2;
                        case GONE -> -1;
                    };
                    if (at >= 0) r.sample().ifPresent(others.get(at)::add);
                });
        List<Lacks.Lack> all = Lacks.of(palette, others);
        Map<Long, PaintEntry> entries = entries(
                me,
                all.stream()
                        .flatMap(l -> l.filling().stream())
                        .map(Sample::paint)
                        .toList());
        return all.stream()
                .map(l -> new LackView(
                        l.said(),
                        l.filling().stream()
                                .map(s -> entries.get(s.paint()))
                                .filter(Objects::nonNull)
                                .toList(),
                        l.mixed()
                                .map(m -> new MixView(
                                        m.one(),
                                        m.other(),
                                        Srgb.ofLab(m.massTone()).hex(),
                                        m.words() + " come near it, as a film model foresees."))
                                .orElse(null)))
                .toList();
    }

    private static List<TwiceView> twice(List<Lying> palette) {
        List<Lying> measured = palette.stream().filter(l -> !l.guessed()).toList();
        List<TwiceView> all = new ArrayList<>();
        for (int i = 0; i < measured.size(); i++) {
            for (int j = i + 1; j < measured.size(); j++) {
                Lying one = measured.get(i);
                Lying other = measured.get(j);
                if (one.paint().paint() == other.paint().paint()) continue;
                new Redundancy(STANDS_IN)
                        .groups(List.of(one.paint(), other.paint())).stream()
                                .findFirst()
                                .ifPresent(g -> all.add(new TwiceView(
                                        one.well(),
                                        other.well(),
                                        g.widest(),
                                        String.format(
                                                Locale.ROOT,
                                                "%d and %d stand in for each other: at no strength are they further apart than ΔE %.1f.",
                                                one.well() + 1,
                                                other.well() + 1,
                                                g.widest()),
                                        g.losses())));
            }
        }
        return all;
    }

    /** By paintings noted for the palette; a paint that is only in the draft has no day yet and is new. */
    private PaletteUse use(Collector me, long id, List<WellRow> lying) {
        List<VersionRow> kept = palettes.kept(me, id);
        Map<Long, LocalDate> since = since(kept, store.allWells(me, id));
        Map<Long, LocalDate> of = new LinkedHashMap<>();
        lying.forEach(w -> of.put(w.paintId(), since.getOrDefault(w.paintId(), LocalDate.MAX)));
        Map<Long, List<PaletteStore.TapRow>> taps = store.taps(me);
        return PaletteUse.of(
                of,
                store.paintings(me, id).stream()
                        .map(p -> new PaletteUse.Painting(
                                p.paintedOn(),
                                taps.getOrDefault(p.id(), List.of()).stream()
                                        .map(PaletteStore.TapRow::paintId)
                                        .toList()))
                        .toList());
    }

    private static List<UseView> uses(PaletteUse use, List<WellRow> lying) {
        Map<Long, WellRow> by = new HashMap<>();
        lying.forEach(w -> by.putIfAbsent(w.paintId(), w));
        return use.uses().stream()
                .map(u -> new UseView(
                        u.paint(),
                        by.get(u.paint()).well(),
                        by.get(u.paint()).paintName(),
                        u.in(),
                        u.of(),
                        u.last().map(LocalDate::toString).orElse(null),
                        u.degree().name(),
                        u.said()))
                .toList();
    }

    private ReviewView review(
            Collector me,
            long id,
            List<WellRow> lying,
            Map<Long, VoiceRow> rows,
            PaletteUse use,
            List<TwiceView> twice) {
        List<VersionRow> kept = palettes.kept(me, id);
        Map<Long, PaletteUse.Use> used =
                use.uses().stream().collect(Collectors.toMap(PaletteUse.Use::paint, Function.identity()));
        Map<Long, List<PaletteStore.PanRow>> pans =
                store.pans(me, lying.stream().map(WellRow::paintId).toList()).stream()
                        .collect(Collectors.groupingBy(PaletteStore.PanRow::paintId));
        List<ProposalView> all = new ArrayList<>();
        for (WellRow w : lying) {
            VoiceRow r = rows.get(w.paintId());
            if (r == null) continue;
            lasting(r)
                    .filter(l -> l == Lightfastness.FUGITIVE || l == Lightfastness.POOR)
                    .ifPresent(l -> all.add(proposal(
                            w,
                            Palettes.Why.FUGITIVE,
                            l == Lightfastness.POOR ? "its lightfastness is poor" : "it is fugitive")));
            PaletteUse.Use u = used.get(w.paintId());
            if (u != null && (u.degree() == PaletteUse.Degree.NEVER || u.degree() == PaletteUse.Degree.HARDLY)) {
                all.add(proposal(w, Palettes.Why.NEVER_USED, u.said()));
            }
            List<PaletteStore.PanRow> own = pans.getOrDefault(w.paintId(), List.of());
            if (!own.isEmpty() && own.stream().allMatch(h -> h.leftPercent() <= LOW)) {
                all.add(proposal(w, Palettes.Why.OLD_STOCK_USED_UP, "no lot of it is more than a quarter full"));
            }
        }
        for (TwiceView t : twice) {
            WellRow w = lying.stream()
                    .filter(x -> x.well() == t.other())
                    .findFirst()
                    .orElseThrow();
            all.add(proposal(w, Palettes.Why.NO_ROOM, "it stands in for well " + (t.one() + 1)));
        }
        boolean due = !kept.isEmpty() && due(kept.get(kept.size() - 1));
        String said = "No version is kept yet.";
        if (!kept.isEmpty()) {
            LocalDate since = kept.get(kept.size() - 1).since();
            said = due
                    ? "It is as it was on " + DayInWords.of(since) + ", more than half a year ago."
                    : "Next to be looked through on " + DayInWords.of(since.plusMonths(REVIEWED_AFTER_MONTHS)) + ".";
        }
        return new ReviewView(due, all, said);
    }

    private static Optional<Lightfastness> lasting(VoiceRow r) {
        return Optional.ofNullable(r.heard().get(Trait.LIGHTFASTNESS))
                .flatMap(h -> h.verdict())
                .map(Lightfastness.class::cast);
    }

    /** Nothing that fades is proposed. */
    private static boolean lasts(VoiceRow r) {
        return lasting(r)
                .filter(l -> l == Lightfastness.FUGITIVE || l == Lightfastness.POOR)
                .isEmpty();
    }

    private static ProposalView proposal(WellRow w, Palettes.Why why, String said) {
        return new ProposalView(w.paintId(), w.well(), w.paintName(), why.name(), said);
    }
}
