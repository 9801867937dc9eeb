package molvet.server.palette;

import java.time.Clock;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Collections;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.function.Function;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import molvet.core.collection.Strip;
import molvet.core.colour.WashRun;
import molvet.core.measure.DayInWords;
import molvet.core.measure.Rect;
import molvet.core.palette.Arrangement;
import molvet.core.palette.Box;
import molvet.core.palette.Differences;
import molvet.core.palette.PaletteChange;
import molvet.core.palette.Wells;
import molvet.core.pigment.PigmentReference;
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

/** Palettes as the page sees them: the box to scale, what lies in it, and its versions. */
@Service
class PaletteViews {
    static final int REVIEWED_AFTER_MONTHS = 6;

    private final PaletteStore store;
    private final Palettes palettes;
    private final PaletteOrders orders;
    private final PaintViews paints;
    private final VoiceStore voices;
    private final PigmentReference reference;
    private final Clock clock;

    PaletteViews(
            PaletteStore store,
            Palettes palettes,
            PaletteOrders orders,
            PaintViews paints,
            VoiceStore voices,
            PigmentReference reference,
            Clock clock) {
        this.store = store;
        this.palettes = palettes;
        this.orders = orders;
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

    boolean due(VersionRow newest) {
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
        PaletteOrders.Coloured coloured =
                orders.coloured(me, in.stream().filter(Objects::nonNull).toList());
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
    static Map<Long, LocalDate> since(List<VersionRow> kept, Map<Long, List<WellRow>> wells) {
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
                                : "This palette is kept since "
                                        + DayInWords.of(kept.get(0).since()) + "; of "
                                        + DayInWords.of(day)
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
}
