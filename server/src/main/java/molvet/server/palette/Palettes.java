package molvet.server.palette;

import java.math.BigDecimal;
import java.time.Clock;
import java.util.ArrayList;
import java.util.Collection;
import java.util.Collections;
import java.util.Comparator;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.function.Function;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import molvet.core.collection.HoldingForm;
import molvet.core.measure.Decimals;
import molvet.core.measure.Refusal;
import molvet.core.measure.Words;
import molvet.core.palette.Along;
import molvet.core.palette.Box;
import molvet.core.palette.PaletteChange;
import molvet.server.arrival.Pours;
import molvet.server.collection.Finder;
import molvet.server.collection.OrderStore;
import molvet.server.palette.PaletteStore.PaletteRow;
import molvet.server.palette.PaletteStore.PanRow;
import molvet.server.palette.PaletteStore.VersionRow;
import molvet.server.palette.PaletteStore.WellRow;
import molvet.server.platform.Acts;
import molvet.server.platform.Collector;
import molvet.server.platform.Fields;
import molvet.server.platform.NotFound;
import molvet.server.platform.OneOf;
import molvet.server.platform.Ownership;
import molvet.server.platform.Rows;
import molvet.server.platform.Stale;
import molvet.server.platform.Taken;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import tools.jackson.databind.json.JsonMapper;

/** Palettes and their drafts, changed act by act. One act, one transaction. */
@Service
public class Palettes {
    private static final int MOST_PALETTES = 200;
    private static final BigDecimal SQUEEZED = BigDecimal.ONE;

    /** Why a paint left. */
    public enum Why {
        FUGITIVE,
        STAINING,
        NEVER_USED,
        OLD_STOCK_USED_UP,
        SWAPPED,
        NO_ROOM,
        OTHER
    }

    private final PaletteStore store;
    private final Boxes boxes;
    private final OrderStore orders;
    private final Finder finder;
    private final Pours pours;
    private final Acts acts;
    private final Rows rows;
    private final Clock clock;
    private final JsonMapper json;
    private final Ownership ownership;

    Palettes(
            PaletteStore store,
            Boxes boxes,
            OrderStore orders,
            Finder finder,
            Pours pours,
            Acts acts,
            Rows rows,
            Clock clock,
            JsonMapper json,
            Ownership ownership) {
        this.store = store;
        this.boxes = boxes;
        this.orders = orders;
        this.finder = finder;
        this.pours = pours;
        this.acts = acts;
        this.rows = rows;
        this.clock = clock;
        this.json = json;
        this.ownership = ownership;
    }

    /**
     * A palette to begin with.
     *
     * @param box one’s own; {@code start} one of those that ship; {@code shape} one that is measured now, called {@code boxName}
     */
    public record NewPalette(
            @Nullable String name,
            @Nullable Long box,
            @Nullable Integer start,
            @Nullable BoxShape shape,
            @Nullable String boxName,
            @Nullable String note,
            @Nullable WellFilling fill) {}

    /** What wells are filled from, in that order: free ones only, and no paint that lies in it already. */
    public record WellFilling(
            @Nullable List<Long> paints,
            @Nullable String find,
            @Nullable Long arrival,
            @Nullable Long palette,
            @Nullable Integer version) {}

    /** @param paint null for a well that is empty; {@code squeezed} from the tube that is its holding */
    public record WellHolds(
            int well,
            @Nullable Long paint,
            @Nullable Long holding,
            @Nullable Boolean squeezed) {}

    /**
     * The whole draft as it shall be.
     *
     * @param locked wells that keep what they hold, or stay empty, when it is put into another order
     * @param version the draft’s, as it was read
     */
    public record PaletteDraft(
            @Nullable List<WellHolds> wells,
            @Nullable List<Integer> locked,
            @Nullable Integer version) {}

    /** How a tube’s paint comes into a well. */
    public enum IntoHow {
        LAY,
        POUR,
        SQUEEZE
    }

    /** @param ml of what is squeezed; left out, one */
    public record IntoWell(
            int well,
            long holding,
            @OneOf(IntoHow.class) @Nullable String how,
            @Nullable String ml,
            @OneOf(HoldingForm.class) @Nullable String form,
            @Nullable Integer version) {}

    public record Renamed(
            @Nullable String name,
            @Nullable String note,
            @Nullable Integer version) {}

    /** @param box one’s own; else {@code shape} */
    public record Reboxed(
            @Nullable Long box,
            @Nullable BoxShape shape,
            @Nullable Integer version) {}

    // ---- reading

    PaletteRow palette(Collector me, long id) {
        return store.palette(me, id)
                .orElseThrow(() -> new NotFound("There is no palette " + id + " in your collection."));
    }

    VersionRow draft(Collector me, long palette) {
        return store.versions(me, palette).stream()
                .filter(v -> v.number() == PaletteStore.DRAFT)
                .findFirst()
                .orElseThrow(() -> new NotFound("There is no palette " + palette + " in your collection."));
    }

    VersionRow version(Collector me, long palette, int number) {
        return store.versions(me, palette).stream()
                .filter(v -> v.number() == number)
                .findFirst()
                .orElseThrow(() -> new NotFound("This palette has no version " + number + "."));
    }

    /** The paint in each well of the draft, null for empty ones. */
    public List<@Nullable Long> lying(Collector me, long palette) {
        VersionRow draft = draft(me, palette);
        List<@Nullable Long> lying =
                new ArrayList<>(Collections.nCopies(box(draft).count(), null));
        store.wells(me, draft.id()).forEach(w -> lying.set(w.well(), w.paintId()));
        return lying;
    }

    Box box(VersionRow v) {
        return boxes.box(v.shape());
    }

    List<Integer> locked(VersionRow v) {
        return List.of(json.readValue(v.locked(), Integer[].class));
    }

    static List<PaletteChange.Filled> filled(List<WellRow> wells) {
        return wells.stream()
                .map(w -> new PaletteChange.Filled(
                        w.well(),
                        // A paint that is gone is known by its name alone.
                        w.paintId() == null
                                ? -1L - Math.abs((long) w.paintName().hashCode())
                                : w.paintId(),
                        w.paintName(),
                        w.holdingId() == null ? 0 : w.holdingId()))
                .toList();
    }

    // ---- acts

    @Transactional
    public long add(Collector me, NewPalette typed) {
        String name = Words.needed("name", typed.name(), 120);
        requireFree(me, name, 0);
        if (store.count(me) >= MOST_PALETTES) {
            throw Refusal.of("name", MOST_PALETTES + " palettes are kept already.", "Delete one you have no more.");
        }
        if (typed.box() != null) boxes.row(me, typed.box());
        Box shape = typed.shape() == null ? null : typed.shape().box();
        if (typed.box() == null && shape == null) Boxes.start(typed.start() == null ? -1 : typed.start());
        return acts.act(me, () -> "Began the palette " + name, () -> {
            long box = typed.box() != null
                    ? typed.box()
                    : shape != null
                            ? rows.add(
                                    me,
                                    "box",
                                    Map.of(
                                            "name",
                                            Words.line(
                                                    "boxName",
                                                    Fields.text(typed.boxName()).isBlank()
                                                            ? "Box of " + name
                                                            : typed.boxName(),
                                                    120),
                                            "shape",
                                            boxes.kept(shape)))
                            : boxes.addStart(me, typed.start());
            Box as = boxes.box(boxes.row(me, box));
            long id = rows.add(
                    me,
                    "palette",
                    Map.of("name", name, "box_id", box, "note", Words.lines("note", Fields.text(typed.note()), 1000)));
            rows.add(
                    me,
                    "palette_version",
                    Map.of("palette_id", id, "number", PaletteStore.DRAFT, "shape", boxes.kept(as), "locked", "[]"));
            if (typed.fill() != null) fill(me, id, typed.fill());
            return id;
        });
    }

    private void requireFree(Collector me, String name, long but) {
        store.palettes(me).stream()
                .filter(p -> p.id() != but && Words.folded(p.name()).equals(Words.folded(name)))
                .findFirst()
                .ifPresent(p -> {
                    throw new Taken(
                            "name-taken",
                            "There is a palette called “" + p.name() + "” already. Give this one another name.",
                            p.id());
                });
    }

    @Transactional
    public void rename(Collector me, long id, Renamed typed) {
        String name = Words.needed("name", typed.name(), 120);
        requireFree(me, name, id);
        Map<String, Object> row = new HashMap<>(Map.of("name", name));
        if (typed.note() != null) row.put("note", Words.lines("note", typed.note(), 1000));
        acts.act(
                me,
                () -> "Renamed a palette to " + name,
                () -> rows.change(me, "palette", id, row, typed.version(), () -> palette(me, id)));
    }

    @Transactional
    public void delete(Collector me, long id) {
        PaletteRow p = palette(me, id);
        acts.act(me, () -> "Deleted the palette " + p.name(), () -> rows.remove(me, "palette", id));
    }

    /** What lies in its wells from now on. */
    @Transactional
    public void change(Collector me, long id, PaletteDraft typed) {
        PaletteRow p = palette(me, id);
        VersionRow draft = held(me, id, typed.version());
        Box box = box(draft);
        List<WellHolds> wells = typed.wells() == null ? List.of() : typed.wells();
        Map<Integer, WellHolds> wanted = new LinkedHashMap<>();
        for (WellHolds w : wells) {
            if (w == null || w.well() < 0 || w.well() >= box.count()) {
                throw Refusal.of(
                        "wells",
                        "There is no well " + (w == null ? "" : w.well() + 1) + " in this box.",
                        "It has wells 1 to " + box.count() + ".");
            }
            if (wanted.put(w.well(), w) != null) {
                throw Refusal.of("wells", "Well " + (w.well() + 1) + " is named twice.", "A well holds one paint.");
            }
        }
        wanted.values().removeIf(w -> w.paint() == null);
        List<Integer> locked = typed.locked() == null
                ? locked(draft)
                : typed.locked().stream()
                        .filter(Objects::nonNull)
                        .distinct()
                        .sorted()
                        .toList();
        if (locked.stream().anyMatch(w -> w < 0 || w >= box.count())) {
            throw Refusal.of("locked", "There is no such well to lock.", "It has wells 1 to " + box.count() + ".");
        }
        write(me, p, draft, wanted, locked);
    }

    VersionRow held(Collector me, long palette, @Nullable Integer read) {
        VersionRow draft = store.draftForUpdate(me, palette)
                .orElseThrow(() -> new NotFound("There is no such palette in your collection."));
        if (read != null && read != draft.version()) {
            throw new Stale(
                    "This palette was changed in another window since you opened it. Nothing was changed.", palette);
        }
        return draft;
    }

    /** Row by row, so that undo holds only what changed. */
    void write(Collector me, PaletteRow p, VersionRow draft, Map<Integer, WellHolds> wanted, List<Integer> locked) {
        Map<Long, OrderStore.CardRow> cards =
                own(me, wanted.values().stream().map(WellHolds::paint).toList());
        requireHoldings(me, wanted.values());
        List<WellRow> before = store.wells(me, draft.id());
        Map<Integer, WellRow> there = before.stream().collect(Collectors.toMap(WellRow::well, Function.identity()));
        List<WellRow> after = new ArrayList<>();
        acts.act(me, () -> said(p, before, after), () -> {
            for (WellRow w : before) {
                if (!wanted.containsKey(w.well())) rows.remove(me, "palette_well", w.id());
            }
            wanted.forEach((well, w) -> {
                WellRow old = there.get(well);
                WellRow row = new WellRow(
                        old == null ? 0 : old.id(),
                        draft.id(),
                        well,
                        w.paint(),
                        cards.get(w.paint()).name(),
                        w.holding(),
                        Boolean.TRUE.equals(w.squeezed()));
                after.add(row);
                if (old == null) rows.add(me, "palette_well", row);
                else if (!old.equals(row)) rows.change(me, "palette_well", old.id(), row);
            });
            rows.change(me, "palette_version", draft.id(), Map.of("locked", json.writeValueAsString(locked)));
        });
    }

    Map<Long, OrderStore.CardRow> own(Collector me, List<Long> paints) {
        Map<Long, OrderStore.CardRow> cards = orders.cards(me, paints);
        if (cards.size() < new HashSet<>(paints).size()) {
            throw new NotFound("One of these paints is not in your collection. Nothing was changed.");
        }
        return cards;
    }

    private void requireHoldings(Collector me, Collection<WellHolds> wells) {
        Map<Long, Long> paintOf =
                store
                        .pans(
                                me,
                                wells.stream()
                                        .map(WellHolds::paint)
                                        .filter(Objects::nonNull)
                                        .toList())
                        .stream()
                        .collect(Collectors.toMap(PanRow::id, PanRow::paintId));
        for (WellHolds w : wells) {
            if (w.holding() == null) continue;
            // One that was used up since still lies there as it was.
            if (!paintOf.containsKey(w.holding())) ownership.require(me, "holding", w.holding());
            else if (!Objects.equals(paintOf.get(w.holding()), w.paint())) {
                throw Refusal.of(
                        "wells",
                        "That pan in well " + (w.well() + 1) + " holds another paint.",
                        "Choose one of its own.");
            }
        }
    }

    private static String said(PaletteRow p, List<WellRow> before, List<WellRow> after) {
        PaletteChange c = PaletteChange.between(filled(before), filled(after));
        int all = c.in().size() + c.out().size() + c.moved().size();
        String where = " in " + p.name();
        if (all == 0) return "Changed" + where;
        if (all == 1 && c.in().size() == 1) {
            return "Put " + c.in().get(0).name() + " into well "
                    + (c.in().get(0).to() + 1) + " of " + p.name();
        }
        if (all == 1 && c.out().size() == 1) {
            return "Took " + c.out().get(0).name() + " out of well "
                    + (c.out().get(0).from() + 1) + " of " + p.name();
        }
        if (c.in().isEmpty() && c.out().isEmpty() && c.moved().size() <= 2) {
            PaletteChange.Change m = c.moved().get(0);
            return "Moved " + m.name() + " to well " + (m.to() + 1) + where;
        }
        return "Changed " + p.name() + ": " + c.said();
    }

    /** Fills free wells. @return how many paints found no well */
    @Transactional
    public int fill(Collector me, long id, WellFilling from) {
        PaletteRow p = palette(me, id);
        VersionRow draft = held(me, id, from.version());
        Box box = box(draft);
        List<WellRow> there = store.wells(me, draft.id());
        Set<Long> lying = there.stream().map(WellRow::paintId).collect(Collectors.toCollection(HashSet::new));
        List<Long> paints = new ArrayList<>(new LinkedHashSet<>(source(me, from)));
        paints.removeIf(lying::contains);
        if (paints.isEmpty()) {
            throw Refusal.of(
                    "paints", "There is no paint in it that does not lie here already.", "Choose another find.");
        }
        Map<Integer, WellHolds> wanted = holds(there);
        List<Integer> locked = locked(draft);
        List<Integer> free = Along.ROWS.wells(box).stream()
                .filter(w -> !wanted.containsKey(w) && !locked.contains(w))
                .toList();
        if (free.isEmpty()) {
            throw Refusal.of("paints", "No well of " + p.name() + " is free.", "Take a paint out first.");
        }
        List<Long> taken = paints.stream().limit(free.size()).toList();
        Map<Long, Long> pans = pans(me, taken);
        for (int i = 0; i < taken.size(); i++) {
            Long paint = taken.get(i);
            wanted.put(free.get(i), new WellHolds(free.get(i), paint, pans.get(paint), false));
        }
        write(me, p, draft, wanted, locked);
        return paints.size() - taken.size();
    }

    /** The pan a paint has, if it has one; a tube is not laid into a well by itself. */
    /** A well of a box that is begun for paints of a list, in mm: of a usual half pan and what lies between two. */
    private static final double ACROSS = 20;

    private static final double DOWN = 22;

    private static final int MOST_COLUMNS = 12;
    /** In whole rows, no more than a box may have. */
    private static final int LARGEST = Box.MOST_WELLS / MOST_COLUMNS * MOST_COLUMNS;

    /**
     * Lays paints into the palette of this name as far as its wells are free; one that is not there is begun with a well for each.
     * Part of the act under way.
     *
     * @return those for which no well was free
     */
    public List<Long> lay(Collector me, String name, List<Long> paints) {
        WellFilling filling = new WellFilling(paints, null, null, null, null);
        Optional<PaletteRow> there = store.palettes(me).stream()
                .filter(p -> Words.folded(p.name()).equals(Words.folded(name)))
                .findFirst();
        if (there.isEmpty()) {
            if (store.count(me) >= MOST_PALETTES) return paints;
            int wells = (int) paints.stream().distinct().limit(LARGEST).count();
            int columns = Math.min(MOST_COLUMNS, wells);
            int rowsDown = (wells + columns - 1) / columns;
            add(
                    me,
                    new NewPalette(
                            name,
                            null,
                            null,
                            BoxShape.inRows(columns * ACROSS, rowsDown * DOWN, rowsDown, columns, 1),
                            null,
                            null,
                            filling));
        } else {
            try {
                fill(me, there.get().id(), filling);
            } catch (Refusal noneFree) {
                // All of its wells are taken or locked: what finds none is told below.
            }
        }
        long id = store.palettes(me).stream()
                .filter(p -> Words.folded(p.name()).equals(Words.folded(name)))
                .findFirst()
                .orElseThrow()
                .id();
        List<@Nullable Long> lie = lying(me, id);
        return paints.stream().filter(p -> !lie.contains(p)).toList();
    }

    private Map<Long, Long> pans(Collector me, List<Long> paints) {
        Map<Long, Long> all = new HashMap<>();
        store.pans(me, paints).stream()
                .filter(h -> h.form().endsWith("_PAN"))
                .forEach(h -> all.putIfAbsent(h.paintId(), h.id()));
        return all;
    }

    static Map<Integer, WellHolds> holds(List<WellRow> wells) {
        Map<Integer, WellHolds> all = new LinkedHashMap<>();
        wells.stream()
                .filter(w -> w.paintId() != null)
                .forEach(w -> all.put(w.well(), new WellHolds(w.well(), w.paintId(), w.holdingId(), w.squeezed())));
        return all;
    }

    private List<Long> source(Collector me, WellFilling from) {
        if (from.paints() != null)
            return from.paints().stream().filter(Objects::nonNull).toList();
        if (from.arrival() != null) {
            ownership.require(me, "arrival", from.arrival());
            return store.ofArrival(me, from.arrival());
        }
        if (from.palette() != null) {
            palette(me, from.palette());
            List<VersionRow> all = store.versions(me, from.palette());
            return store.wells(me, all.get(all.size() - 1).id()).stream()
                    .map(WellRow::paintId)
                    .filter(Objects::nonNull)
                    .toList();
        }
        if (Fields.text(from.find()).isBlank()) {
            throw Refusal.of("find", "What shall it be filled from?", "Write a find, or choose paints.");
        }
        return finder.ids(me, from.find(), Box.MOST_WELLS * 3);
    }

    /** A pan is laid into a well, a tube poured into a pan for it or squeezed into it; the tube’s rest follows. */
    @Transactional
    public void into(Collector me, long id, IntoWell typed) {
        PaletteRow p = palette(me, id);
        VersionRow draft = held(me, id, typed.version());
        if (typed.well() < 0 || typed.well() >= box(draft).count()) {
            throw Refusal.of("well", "There is no well " + (typed.well() + 1) + " in this box.", "Choose one it has.");
        }
        ownership.require(me, "holding", typed.holding());
        IntoHow how = Fields.one("how", typed.how(), IntoHow.LAY, IntoHow.values());
        Map<Integer, WellHolds> wanted = holds(store.wells(me, draft.id()));
        acts.act(
                me,
                () -> switch (how) {
                            case LAY -> "Laid a pan into well ";
                            case POUR -> "Poured a pan for well ";
                            case SQUEEZE -> "Squeezed paint into well ";
                        }
                        + (typed.well() + 1) + " of " + p.name(),
                () -> {
                    long paint = store.paintOf(me, typed.holding());
                    Long lies = typed.holding();
                    if (how == IntoHow.POUR) {
                        HoldingForm form = Fields.one("form", typed.form(), HoldingForm.HALF_PAN, HoldingForm.values());
                        long pour = pours.pour(
                                me,
                                typed.holding(),
                                new Pours.NewPour(form.name(), 1, null, false, null, p.name(), null, null));
                        lies = pours.pansOf(me, pour).get(0);
                    } else if (how == IntoHow.SQUEEZE) {
                        pours.squeeze(
                                me,
                                typed.holding(),
                                Fields.text(typed.ml()).isBlank() ? SQUEEZED : Decimals.parse("ml", typed.ml()));
                    }
                    wanted.put(typed.well(), new WellHolds(typed.well(), paint, lies, how == IntoHow.SQUEEZE));
                    write(me, p, draft, wanted, locked(draft));
                });
    }

    /** The draft lies in another box from now on; what has no well there moves into free ones. */
    @Transactional
    public void rebox(Collector me, long id, Reboxed typed) {
        PaletteRow p = palette(me, id);
        VersionRow draft = held(me, id, typed.version());
        Box box = typed.box() != null
                ? boxes.box(boxes.row(me, typed.box()))
                : typed.shape() == null ? null : typed.shape().box();
        if (box == null) throw Refusal.of("box", "Which box shall it be?", "Choose one of yours, or measure it.");
        List<WellRow> there = store.wells(me, draft.id());
        if (there.size() > box.count()) {
            throw Refusal.of(
                    "box",
                    there.size() + " paints lie in it, and that box has " + box.count()
                            + " wells. Nothing was changed.",
                    "Take " + (there.size() - box.count()) + " out first.");
        }
        acts.act(me, () -> "Put " + p.name() + " into another box", () -> {
            Set<Integer> taken = there.stream().map(WellRow::well).collect(Collectors.toSet());
            List<Integer> free = new ArrayList<>(IntStream.range(0, box.count())
                    .filter(w -> !taken.contains(w))
                    .boxed()
                    .toList());
            there.stream()
                    .filter(w -> w.well() >= box.count())
                    .forEach(w -> rows.change(me, "palette_well", w.id(), Map.of("well", free.remove(0))));
            rows.change(me, "palette_version", draft.id(), Map.of("shape", boxes.kept(box), "locked", "[]"));
            if (typed.box() != null) rows.change(me, "palette", id, Map.of("box_id", typed.box()));
        });
    }

    /** Versions by number, the newest last, without the draft. */
    List<VersionRow> kept(Collector me, long id) {
        return store.versions(me, id).stream()
                .filter(v -> v.number() != PaletteStore.DRAFT)
                .sorted(Comparator.comparingInt(VersionRow::number))
                .toList();
    }
}
