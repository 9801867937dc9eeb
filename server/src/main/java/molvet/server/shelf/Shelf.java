package molvet.server.shelf;

import java.time.Clock;
import java.time.LocalDate;
import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import molvet.core.measure.Refusal;
import molvet.core.measure.Words;
import molvet.core.shelf.Keeper;
import molvet.core.shelf.KeeperKind;
import molvet.core.shelf.PlaceCode;
import molvet.server.account.Acts;
import molvet.server.account.Collector;
import molvet.server.account.Fields;
import molvet.server.account.NotFound;
import molvet.server.account.Stale;
import molvet.server.account.Taken;
import molvet.server.collection.PaintFacts;
import org.jspecify.annotations.Nullable;
import org.springframework.dao.DuplicateKeyException;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Keepers and the swatches in them: made, filed, moved, lost and found. One act, one transaction. */
@Service
public class Shelf {
    private static final double MOST_SIDE = 2500;

    private final ShelfStore store;
    private final PaintFacts facts;
    private final Acts acts;
    private final Clock clock;

    Shelf(ShelfStore store, PaintFacts facts, Acts acts, Clock clock) {
        this.store = store;
        this.facts = facts;
        this.acts = acts;
        this.clock = clock;
    }

    /** {@code pages} and {@code cells} may be left out: each kind has a usual size. */
    public record NewKeeper(
            String kind,
            @Nullable Integer number,
            @Nullable String name,
            @Nullable Integer pages,
            @Nullable Integer cells,
            @Nullable Double pocketWidth,
            @Nullable Double pocketHeight,
            @Nullable Integer version) {
        /** One whose pockets are not measured. */
        public static NewKeeper of(
                String kind, int number, String name, @Nullable Integer pages, @Nullable Integer cells) {
            return new NewKeeper(kind, number, name, pages, cells, null, null, null);
        }
    }

    /**
     * @param ifTaken REFUSE (usual), SWAP with what is there, or SHIFT it and what follows by one
     * @param makeKeeper make the keeper if the shelf has none of that number
     */
    public record Placing(
            String place,
            @Nullable String ifTaken,
            @Nullable Boolean makeKeeper) {}

    public record NewSwatch(
            @Nullable String place,
            @Nullable String paintedOn,
            @Nullable String note,
            @Nullable String ifTaken,
            @Nullable Boolean makeKeeper,
            @Nullable String kind,
            @Nullable Double width,
            @Nullable Double height) {
        /** A card painted on a day, filed in a keeper there is. */
        public static NewSwatch card(@Nullable String place, String paintedOn) {
            return new NewSwatch(place, paintedOn, null, null, false, null, null, null);
        }
    }

    /** What a swatch is painted on or printed in. */
    public enum SwatchKind {
        CARD,
        /** A whole sheet, folded or punched or in a page protector. */
        SHEET,
        /** Cut from a dot card and stuck on a card; keeps its printed name. */
        STRIP,
        /** The wrapper of a pan, glued in. */
        WRAPPER,
        /** Printed matter of a maker. */
        LEAFLET,
        /** A card that lay in the lid of a tin. */
        LID,
        OTHER
    }

    /** What stands at a place that is asked for. */
    public record Holder(long swatch, long paint, String name, String place) {}

    private static final Map<KeeperKind, int[]> USUAL = Map.of(
            KeeperKind.RING, new int[] {0, 100},
            KeeperKind.BINDER, new int[] {30, 8},
            KeeperKind.SKETCHBOOK, new int[] {80, 1},
            KeeperKind.LID, new int[] {0, 24},
            KeeperKind.BOX, new int[] {0, 200},
            KeeperKind.WALL, new int[] {0, 100});

    @Transactional
    public long addKeeper(Collector me, NewKeeper typed) {
        KeeperKind kind = kind(typed.kind());
        int number = typed.number() != null
                ? typed.number()
                : 1
                        + store.keepers(me).stream()
                                .filter(k -> k.kind().equals(kind.name()))
                                .mapToInt(ShelfStore.KeeperRow::number)
                                .max()
                                .orElse(0);
        Keeper keeper = sized(kind, number, typed);
        ShelfStore.Told told = told(typed, 0, 0);
        try {
            return acts.act(
                    me,
                    () -> "Made " + kind.words() + " " + number,
                    List.of(),
                    made -> made.row("keeper", store.addKeeper(me, keeper, told)));
        } catch (DuplicateKeyException e) {
            throw Refusal.of(
                    "number",
                    "There is a " + kind.words() + " " + number + " already.",
                    "Leave the number empty for the next free one.");
        }
    }

    @Transactional
    public void changeKeeper(Collector me, long id, NewKeeper typed) {
        ShelfStore.KeeperRow old = store.keeper(me, id).orElseThrow(() -> new NotFound("There is no such keeper."));
        Keeper was = old.keeper();
        Keeper keeper = new Keeper(
                was.kind(),
                typed.number() == null ? was.number() : typed.number(),
                typed.pages() == null ? was.pages() : typed.pages(),
                typed.cells() == null ? was.cells() : typed.cells());
        TreeMap<Integer, Long> taken = store.taken(me, id);
        List<Acts.Row> rows = new ArrayList<>(List.of(new Acts.Row("keeper", id)));
        TreeMap<Integer, Integer> moves = new TreeMap<>();
        for (int position : taken.keySet()) {
            PlaceCode place = was.place(position);
            if (place.cell() > keeper.cells() || place.page() > keeper.pages()) {
                throw Refusal.of(
                        "cells",
                        "A swatch is filed at " + place + ", which would no longer exist.",
                        "Move it first, or keep the keeper large enough.");
            }
            moves.put(
                    position, keeper.position(new PlaceCode(was.kind(), keeper.number(), place.page(), place.cell())));
            rows.add(new Acts.Row("swatch", taken.get(position)));
        }
        acts.act(me, () -> "Changed " + was.kind().words() + " " + was.number(), rows, made -> {
            if (typed.version() == null
                    || !store.changeKeeper(
                            me, id, typed.version(), keeper, told(typed, old.pocketWidth(), old.pocketHeight()))) {
                throw new Stale("It was changed in another window since you opened it. Nothing was overwritten.", old);
            }
            // Cells stay on their pages: when a page grows, later places count higher.
            boolean grows = keeper.cells() >= was.cells();
            (grows ? moves.descendingMap() : moves).forEach((from, to) -> {
                if (!from.equals(to)) store.put(me, taken.get(from), id, to);
            });
            return null;
        });
    }

    /** Deletes an empty keeper; one with swatches in it is paper, and stays. */
    @Transactional
    public void deleteKeeper(Collector me, long id) {
        ShelfStore.KeeperRow row = store.keeper(me, id).orElseThrow(() -> new NotFound("There is no such keeper."));
        if (row.filled() > 0) {
            throw new Taken(
                    "keeper-in-use",
                    "There are " + row.filled() + " swatches in it. Move them first; nothing was deleted.",
                    null);
        }
        acts.act(
                me,
                () -> "Deleted " + row.keeper().kind().words() + " " + row.number(),
                List.of(new Acts.Row("keeper", id)),
                made -> {
                    store.deleteKeeper(me, id);
                    return null;
                });
    }

    /** A paint was painted out. A swatch that stood for it before becomes redone, and keeps its history and place. */
    @Transactional
    public long addSwatch(Collector me, long paint, NewSwatch typed) {
        LocalDate today = LocalDate.now(clock.withZone(ZoneOffset.UTC));
        LocalDate on = Fields.day("paintedOn", typed.paintedOn(), today);
        String note = Words.lines("note", typed.note(), 1000);
        ShelfStore.Piece piece = piece(typed);
        boolean hasPlace = typed.place() != null && !typed.place().isBlank();
        Target target = hasPlace ? target(me, typed.place(), Boolean.TRUE.equals(typed.makeKeeper())) : null;
        List<ShelfStore.SwatchRow> before = store.swatchesOf(me, paint).stream()
                .filter(s -> s.state().equals("CURRENT"))
                .toList();
        String name = store.paintName(me, paint);
        List<Acts.Row> rows = new ArrayList<>();
        before.forEach(s -> rows.add(new Acts.Row("swatch", s.id())));
        Set<Long> paints = new LinkedHashSet<>(List.of(paint));
        if (target != null) rows.addAll(target.rows(me, store));
        long id = acts.act(
                me,
                () -> "Painted out " + name + (target == null ? "" : " at " + target.place),
                rows.stream().distinct().toList(),
                made -> {
                    for (ShelfStore.SwatchRow s : before) {
                        store.state(me, s.id(), "REDONE");
                        store.event(me, s.id(), clock.instant(), "Redone");
                    }
                    long swatch = made.row("swatch", store.addSwatch(me, paint, on, note, piece));
                    store.event(me, swatch, clock.instant(), "Painted on " + on);
                    if (target != null) paints.addAll(file(me, swatch, target, typed.ifTaken(), made));
                    return swatch;
                });
        paints.forEach(p -> facts.refresh(me, p));
        return id;
    }

    private static ShelfStore.Piece piece(NewSwatch typed) {
        SwatchKind kind = Fields.one("kind", typed.kind(), SwatchKind.CARD, SwatchKind.values());
        double width = typed.width() == null ? 0 : typed.width();
        double height = typed.height() == null ? 0 : typed.height();
        if (!(width >= 0 && width <= MOST_SIDE && height >= 0 && height <= MOST_SIDE) || (width > 0) != (height > 0)) {
            throw Refusal.of(
                    "width", "A swatch has two sides between 1 and 2500 mm.", "Leave both empty if not measured.");
        }
        return new ShelfStore.Piece(kind.name(), width, height);
    }

    /** A cell of a chart was painted: a swatch beside those the paint has. Part of the act under way. */
    public long paintedCell(
            Collector me, long paint, LocalDate on, String note, ShelfStore.Piece piece, Acts.Made made) {
        long swatch = made.row("swatch", store.addSwatch(me, paint, on, note, piece));
        store.event(me, swatch, clock.instant(), "Painted on " + on + (note.isEmpty() ? "" : ", " + note));
        return swatch;
    }

    /** A cell was washed out: its swatch is one that was redone. Part of the act under way. */
    public void washedOut(Collector me, long swatch) {
        store.put(me, swatch, null, null);
        store.state(me, swatch, "REDONE");
        store.event(me, swatch, clock.instant(), "Washed out");
    }

    /** Files a swatch at a place; see {@link Placing}. @throws Taken saying what is there */
    @Transactional
    public void place(Collector me, long id, Placing typed) {
        ShelfStore.SwatchRow swatch = own(me, id);
        if (typed.place() == null || typed.place().isBlank()) {
            unfile(me, swatch);
            return;
        }
        Target target = target(me, typed.place(), Boolean.TRUE.equals(typed.makeKeeper()));
        List<Acts.Row> rows = new ArrayList<>(List.of(new Acts.Row("swatch", id)));
        rows.addAll(target.rows(me, store));
        Set<Long> paints = acts.act(
                me,
                () -> "Filed " + store.paintName(me, swatch.paintId()) + " at " + target.place,
                rows.stream().distinct().toList(),
                made -> file(me, id, target, typed.ifTaken(), made));
        paints.forEach(p -> facts.refresh(me, p));
    }

    /**
     * Files swatches one after the other, from a place on, into free places only.
     *
     * @param cut whether they are cards cut apart; else they are cells of one sheet, and stay together on a page
     * @throws Refusal if there is not room for all; then none is filed
     */
    @Transactional
    public void fileAll(Collector me, List<Long> swatches, String place, boolean make, boolean cut, String what) {
        List<ShelfStore.SwatchRow> waiting = swatches.stream()
                .map(s -> own(me, s))
                .filter(s -> s.state().equals("CURRENT") && s.keeperId() == null)
                .toList();
        if (waiting.isEmpty()) {
            throw Refusal.of("place", "Nothing of it waits to be filed.", "Paint it first, or look where it is filed.");
        }
        List<Acts.Row> rows =
                waiting.stream().map(s -> new Acts.Row("swatch", s.id())).toList();
        Set<Long> paints = acts.act(
                me,
                () -> "Filed " + what + " at " + PlaceCode.of(place),
                rows,
                made -> fileEach(
                        me, waiting.stream().map(ShelfStore.SwatchRow::id).toList(), place, make, cut, made));
        paints.forEach(p -> facts.refresh(me, p));
    }

    /** The same for swatches none of which is filed. Part of the act under way. @return their paints */
    public Set<Long> fileEach(
            Collector me, List<Long> swatches, String place, boolean make, boolean cut, Acts.Made made) {
        Target target = target(me, place, make);
        int count = swatches.size();
        Keeper keeper = target.row == null && target.keeper.kind().isPaged() && target.keeper.cells() < count && !cut
                ? new Keeper(target.keeper.kind(), target.keeper.number(), target.keeper.pages(), Math.min(2000, count))
                : target.keeper;
        if (!cut && keeper.kind().isPaged() && keeper.cells() > 1 && count > keeper.cells()) {
            throw Refusal.of(
                    "place",
                    "A page of " + keeper.kind().letter() + keeper.number() + " has " + keeper.cells()
                            + " places, and this sheet has " + count + " swatches. Nothing was filed.",
                    "Give its pages " + count + " places, or file the sheet in another binder.");
        }
        long id = target.row != null
                ? target.row.id()
                : made.row("keeper", store.addKeeper(me, keeper, ShelfStore.Told.NOTHING));
        TreeMap<Integer, Long> taken = store.taken(me, id);
        int position = keeper.position(target.place);
        Set<Long> filed = new LinkedHashSet<>();
        for (long swatch : swatches) {
            store.tooLarge(me, swatch, id).ifPresent(why -> {
                throw Refusal.of("place", why, "Choose a keeper with larger pockets, or cut it.");
            });
            while (taken.containsKey(position)) position++;
            if (position > keeper.capacity()) {
                throw Refusal.of(
                        "place",
                        keeper.kind().letter() + "" + keeper.number() + " is full: " + (count - filed.size())
                                + " find no place in it. Nothing was filed.",
                        "Begin earlier, make it larger, or take another keeper.");
            }
            store.put(me, swatch, id, position);
            store.event(me, swatch, clock.instant(), "Filed at " + keeper.place(position));
            taken.put(position, swatch);
            filed.add(own(me, swatch).paintId());
        }
        return filed;
    }

    private void unfile(Collector me, ShelfStore.SwatchRow swatch) {
        acts.act(
                me,
                () -> "Took " + store.paintName(me, swatch.paintId()) + " out of its place",
                List.of(new Acts.Row("swatch", swatch.id())),
                made -> {
                    store.event(me, swatch.id(), clock.instant(), "Taken out" + from(me, swatch));
                    store.put(me, swatch.id(), null, null);
                    return null;
                });
        facts.refresh(me, swatch.paintId());
    }

    /** Marked lost: its place is free again and the paint is queued to be painted. */
    @Transactional
    public void lost(Collector me, long id) {
        ShelfStore.SwatchRow swatch = own(me, id);
        acts.act(
                me,
                () -> "Marked the swatch of " + store.paintName(me, swatch.paintId()) + " lost",
                List.of(new Acts.Row("swatch", id)),
                made -> {
                    store.event(me, id, clock.instant(), "Lost" + from(me, swatch));
                    store.put(me, id, null, null);
                    store.state(me, id, "LOST");
                    return null;
                });
        facts.refresh(me, swatch.paintId());
    }

    /** Found again: it stands for the paint once more, and waits to be filed. */
    @Transactional
    public void found(Collector me, long id) {
        ShelfStore.SwatchRow swatch = own(me, id);
        acts.act(
                me,
                () -> "Found the swatch of " + store.paintName(me, swatch.paintId()),
                List.of(new Acts.Row("swatch", id)),
                made -> {
                    store.event(me, id, clock.instant(), "Found");
                    store.state(me, id, "CURRENT");
                    return null;
                });
        facts.refresh(me, swatch.paintId());
    }

    private record Target(ShelfStore.@Nullable KeeperRow row, Keeper keeper, PlaceCode place, int position) {
        /** Everything in the keeper may have to move. */
        List<Acts.Row> rows(Collector me, ShelfStore store) {
            return row == null
                    ? List.of()
                    : store.swatchesIn(me, row.id()).stream()
                            .filter(s -> s.position() >= position)
                            .map(s -> new Acts.Row("swatch", s.id()))
                            .toList();
        }
    }

    private Target target(Collector me, String text, boolean make) {
        PlaceCode place = PlaceCode.of(text.length() > 80 ? text.substring(0, 80) : text);
        Optional<ShelfStore.KeeperRow> row = store.keeper(me, place.keeperCode());
        if (row.isEmpty() && !make) {
            throw new Taken(
                    "no-keeper",
                    "There is no " + place.kind().words() + " " + place.keeper()
                            + " on the shelf yet. Make it, or choose another place; nothing was saved.",
                    place.keeperCode().toString());
        }
        Keeper keeper = row.map(ShelfStore.KeeperRow::keeper).orElseGet(() -> {
            int[] usual = USUAL.get(place.kind());
            return new Keeper(
                    place.kind(),
                    place.keeper(),
                    place.kind().isPaged() ? Math.max(usual[0], place.page()) : 0,
                    Math.max(usual[1], place.cell()));
        });
        return new Target(row.orElse(null), keeper, place, keeper.position(place));
    }

    /** @return the paints whose swatches moved */
    private Set<Long> file(Collector me, long id, Target target, @Nullable String ifTaken, Acts.Made made) {
        ShelfStore.SwatchRow swatch = own(me, id);
        if (swatch.state().equals("LOST")) {
            store.state(me, id, "CURRENT");
            store.event(me, id, clock.instant(), "Found");
        }
        long keeper = target.row != null
                ? target.row.id()
                : made.row("keeper", store.addKeeper(me, target.keeper, ShelfStore.Told.NOTHING));
        Set<Long> paints = new LinkedHashSet<>(List.of(swatch.paintId()));
        TreeMap<Integer, Long> taken = store.taken(me, keeper);
        Long there = taken.get(target.position);
        if (there != null && there == id) return paints;
        String how = ifTaken == null ? "REFUSE" : ifTaken.strip().toUpperCase(Locale.ROOT);
        if (there != null) {
            ShelfStore.SwatchRow other = own(me, there);
            paints.add(other.paintId());
            switch (how) {
                case "SWAP" -> {
                    store.put(me, id, null, null);
                    store.put(me, there, swatch.keeperId(), swatch.position());
                    store.event(me, there, clock.instant(), "Swapped out of " + target.place);
                }
                case "SHIFT" -> {
                    if (swatch.keeperId() != null && swatch.keeperId() == keeper) {
                        taken.remove(swatch.position());
                        store.put(me, id, null, null);
                    }
                    for (Keeper.Move move : target.keeper.shift(taken, target.position)) {
                        store.put(me, move.swatch(), keeper, move.to());
                        store.event(
                                me, move.swatch(), clock.instant(), "Moved on to " + target.keeper.place(move.to()));
                        paints.add(own(me, move.swatch()).paintId());
                    }
                }
                default ->
                    throw new Taken(
                            "place-taken",
                            target.place + " holds " + store.paintName(me, other.paintId())
                                    + ". Swap the two, or shift it and what follows by one; nothing was moved.",
                            new Holder(
                                    there,
                                    other.paintId(),
                                    store.paintName(me, other.paintId()),
                                    target.place.toString()));
            }
        }
        store.tooLarge(me, id, keeper).ifPresent(why -> {
            throw Refusal.of("place", why, "Choose a keeper with larger pockets, or cut it.");
        });
        store.put(me, id, keeper, target.position);
        store.event(me, id, clock.instant(), "Filed at " + target.place);
        return paints;
    }

    private String from(Collector me, ShelfStore.SwatchRow swatch) {
        if (swatch.keeperId() == null || swatch.position() == null) return "";
        return store.keeper(me, swatch.keeperId())
                .map(k -> " from " + k.keeper().place(swatch.position()))
                .orElse("");
    }

    private ShelfStore.SwatchRow own(Collector me, long id) {
        return store.swatch(me, id).orElseThrow(() -> new NotFound("There is no such swatch."));
    }

    private static ShelfStore.Told told(NewKeeper typed, double oldWidth, double oldHeight) {
        double width = typed.pocketWidth() == null ? oldWidth : typed.pocketWidth();
        double height = typed.pocketHeight() == null ? oldHeight : typed.pocketHeight();
        if (!(width >= 0 && width <= MOST_SIDE && height >= 0 && height <= MOST_SIDE) || (width > 0) != (height > 0)) {
            throw Refusal.of(
                    "pocketWidth",
                    "A pocket has two sides between 1 and 2500 mm.",
                    "Leave both empty if not measured. An A4 pocket takes 210 × 297.");
        }
        return new ShelfStore.Told(Words.line("name", typed.name(), 120), width, height);
    }

    private static Keeper sized(KeeperKind kind, int number, NewKeeper typed) {
        int[] usual = USUAL.get(kind);
        return new Keeper(
                kind,
                number,
                typed.pages() == null ? usual[0] : typed.pages(),
                typed.cells() == null ? usual[1] : typed.cells());
    }

    private static KeeperKind kind(@Nullable String text) {
        return Arrays.stream(KeeperKind.values())
                .filter(k -> k.name().equalsIgnoreCase(text == null ? "" : text.strip()))
                .findFirst()
                .orElseThrow(() -> Refusal.of(
                        "kind",
                        "That is not a kind of keeper.",
                        "It is one of ring, binder, sketchbook, lid, box, wall."));
    }
}
