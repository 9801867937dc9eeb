package molvet.server.shelf;

import java.time.Clock;
import java.time.LocalDate;
import java.time.ZoneOffset;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import molvet.core.measure.Refusal;
import molvet.core.measure.Words;
import molvet.core.shelf.Keeper;
import molvet.core.shelf.KeeperKind;
import molvet.core.shelf.PlaceCode;
import molvet.server.platform.Acts;
import molvet.server.platform.Collector;
import molvet.server.platform.Fields;
import molvet.server.platform.NotFound;
import molvet.server.platform.OneOf;
import molvet.server.platform.Rows;
import molvet.server.platform.Taken;
import org.jspecify.annotations.Nullable;
import org.springframework.dao.DuplicateKeyException;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Keepers and the swatches in them: made, filed, moved, lost and found. One act, one transaction. */
@Service
public class Shelf {
    private static final double MOST_SIDE = 2500;

    private final ShelfStore store;
    private final Acts acts;
    private final Clock clock;
    private final Rows rows;

    Shelf(ShelfStore store, Acts acts, Clock clock, Rows rows) {
        this.rows = rows;
        this.store = store;
        this.acts = acts;
        this.clock = clock;
    }

    /** {@code pages} and {@code cells} may be left out: each kind has a usual size. */
    public record NewKeeper(
            @OneOf(KeeperKind.class) String kind,
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

            @OneOf(words = {"REFUSE", "SWAP", "SHIFT"}) @Nullable
            String ifTaken,

            @Nullable Boolean makeKeeper) {}

    public record NewSwatch(
            @Nullable String place,
            @Nullable String paintedOn,
            @Nullable String note,

            @OneOf(words = {"REFUSE", "SWAP", "SHIFT"}) @Nullable
            String ifTaken,

            @Nullable Boolean makeKeeper,
            @OneOf(Shelf.SwatchKind.class) @Nullable String kind,
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
        KeeperKind kind = Fields.one("kind", typed.kind(), KeeperKind.values());
        int number = typed.number() != null ? typed.number() : nextNumber(me, kind);
        Map<String, Object> row = row(sized(kind, number, typed));
        row.putAll(told(typed, 0, 0));
        try {
            return acts.act(me, () -> "Made " + kind.words() + " " + number, () -> rows.add(me, "keeper", row));
        } catch (DuplicateKeyException e) {
            throw taken(kind, number);
        }
    }

    /** A keeper that holds places as far as these, larger than is usual if need be; made as part of the act under way. */
    public void makeFor(Collector me, List<PlaceCode> places) {
        PlaceCode first = places.get(0);
        int[] usual = USUAL.get(first.kind());
        int pages = places.stream().mapToInt(PlaceCode::page).max().orElse(0);
        int cells = places.stream().mapToInt(PlaceCode::cell).max().orElse(1);
        Keeper keeper = new Keeper(
                first.kind(),
                first.keeper(),
                first.kind().isPaged() ? Math.max(usual[0], pages) : 0,
                Math.max(usual[1], cells));
        rows.add(me, "keeper", row(keeper));
    }

    int nextNumber(Collector me, KeeperKind kind) {
        return 1
                + store.keepers(me).stream()
                        .filter(k -> k.kind().equals(kind.name()))
                        .mapToInt(ShelfStore.KeeperRow::number)
                        .max()
                        .orElse(0);
    }

    static Map<String, Object> row(Keeper k) {
        return new HashMap<>(Map.of("kind", k.kind(), "number", k.number(), "pages", k.pages(), "cells", k.cells()));
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
        }
        Map<String, Object> row = row(keeper);
        row.putAll(told(typed, old.pocketWidth(), old.pocketHeight()));
        acts.act(me, () -> "Changed " + was.kind().words() + " " + was.number(), () -> {
            try {
                rows.change(me, "keeper", id, row, typed.version(), () -> old);
            } catch (DuplicateKeyException e) {
                throw taken(was.kind(), keeper.number());
            }
            // Cells stay on their pages: when a page grows, later places count higher.
            boolean grows = keeper.cells() >= was.cells();
            (grows ? moves.descendingMap() : moves).forEach((from, to) -> {
                if (!from.equals(to)) put(me, taken.get(from), id, to);
            });
        });
    }

    private static Refusal taken(KeeperKind kind, int number) {
        return Refusal.of(
                "number",
                "There is a " + kind.words() + " " + number + " already.",
                "Leave the number empty for the next free one.");
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
                () -> rows.remove(me, "keeper", id));
    }

    /** A paint was painted out. A swatch that stood for it before becomes redone, and keeps its history and place. */
    @Transactional
    public long addSwatch(Collector me, long paint, NewSwatch typed) {
        LocalDate today = LocalDate.now(clock.withZone(ZoneOffset.UTC));
        LocalDate on = Fields.day("paintedOn", typed.paintedOn(), today);
        String note = Words.lines("note", typed.note(), 1000);
        Piece piece = piece(typed);
        boolean hasPlace = typed.place() != null && !typed.place().isBlank();
        Target target = hasPlace ? target(me, typed.place(), Boolean.TRUE.equals(typed.makeKeeper())) : null;
        String name = store.paintName(me, paint);
        return acts.act(me, () -> "Painted out " + name + (target == null ? "" : " at " + target.place), () -> {
            for (ShelfStore.SwatchRow s : store.swatchesOf(me, paint)) {
                if (!s.state().equals("CURRENT")) continue;
                state(me, s.id(), "REDONE");
                event(me, s.id(), "Redone");
            }
            long swatch = painted(me, paint, on, note, piece);
            event(me, swatch, "Painted on " + on);
            if (target != null) file(me, swatch, target, typed.ifTaken());
            return swatch;
        });
    }

    /** A piece of paper that carries a swatch; sides in mm, 0 if not measured. */
    public record Piece(SwatchKind kind, double width, double height) {
        public static Piece unmeasured(SwatchKind kind) {
            return new Piece(kind, 0, 0);
        }
    }

    private long painted(Collector me, long paint, LocalDate on, String note, Piece piece) {
        return rows.add(
                me,
                "swatch",
                Map.of(
                        "paint_id",
                        paint,
                        "state",
                        "CURRENT",
                        "painted_on",
                        on,
                        "note",
                        note,
                        "kind",
                        piece.kind,
                        "width",
                        piece.width,
                        "height",
                        piece.height));
    }

    /** Where a swatch lies; nowhere with nulls. Part of the act under way. */
    void put(Collector me, long swatch, @Nullable Long keeper, @Nullable Integer position) {
        Map<String, Object> row = new HashMap<>();
        row.put("keeper_id", keeper);
        row.put("position", position);
        row.put("seen_in", null);
        ShelfStore.SwatchRow was = own(me, swatch);
        if (was.lettered() == null) {
            // Its first place is the one it is lettered with.
            place(me, was.keeperId(), was.position())
                    .or(() -> place(me, keeper, position))
                    .ifPresent(p -> row.put("lettered", p));
        }
        rows.change(me, "swatch", swatch, row);
    }

    private Optional<String> place(Collector me, @Nullable Long keeper, @Nullable Integer position) {
        if (keeper == null || position == null) return Optional.empty();
        return store.keeper(me, keeper).map(k -> k.keeper().place(position).toString());
    }

    void state(Collector me, long swatch, String state) {
        rows.change(me, "swatch", swatch, Map.of("state", state));
    }

    /** One more sentence of a swatch’s history. */
    void event(Collector me, long swatch, String said) {
        rows.add(
                me,
                "swatch_event",
                Map.of(
                        "swatch_id",
                        swatch,
                        "at",
                        clock.instant(),
                        "said",
                        said.length() > 200 ? said.substring(0, 199) + "…" : said));
    }

    private static Piece piece(NewSwatch typed) {
        SwatchKind kind = Fields.one("kind", typed.kind(), SwatchKind.CARD, SwatchKind.values());
        double width = typed.width() == null ? 0 : typed.width();
        double height = typed.height() == null ? 0 : typed.height();
        if (!(width >= 0 && width <= MOST_SIDE && height >= 0 && height <= MOST_SIDE) || (width > 0) != (height > 0)) {
            throw Refusal.of(
                    "width", "A swatch has two sides between 1 and 2500 mm.", "Leave both empty if not measured.");
        }
        return new Piece(kind, width, height);
    }

    /** A cell of a chart was painted: a swatch beside those the paint has. Part of the act under way. */
    public long paintedCell(Collector me, long paint, LocalDate on, String note, Piece piece) {
        long swatch = painted(me, paint, on, note, piece);
        event(me, swatch, "Painted on " + on + (note.isEmpty() ? "" : ", " + note));
        return swatch;
    }

    /** A swatch that was there before it was told of, at its place, which is free. Part of the act under way. */
    public void paintedAt(Collector me, long paint, PlaceCode place) {
        Target target = target(me, place.toString(), false);
        Map<String, Object> row = new HashMap<>(Map.of(
                "paint_id", paint, "state", "CURRENT", "note", "", "kind", SwatchKind.CARD, "width", 0, "height", 0));
        row.put("keeper_id", java.util.Objects.requireNonNull(target.row).id());
        row.put("position", target.position);
        event(me, rows.add(me, "swatch", row), "Told of at " + place);
    }

    /** The paper shows another paint than was thought. Part of the act under way. */
    public void givePaint(Collector me, long swatch, long paint) {
        rows.change(me, "swatch", swatch, Map.of("paint_id", paint));
    }

    /** A cell was washed out: its swatch is one that was redone. Part of the act under way. */
    public void washedOut(Collector me, long swatch) {
        put(me, swatch, null, null);
        state(me, swatch, "REDONE");
        event(me, swatch, "Washed out");
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
        acts.act(
                me,
                () -> "Filed " + store.paintName(me, swatch.paintId()) + " at " + target.place,
                () -> file(me, id, target, typed.ifTaken()));
    }

    /**
     * Files cards one after the other, from a place on, into free places only.
     *
     * @throws Refusal if there is not room for all; then none is filed
     */
    @Transactional
    public void fileAll(Collector me, List<Long> swatches, String place, boolean make, String what) {
        List<Long> waiting = waiting(me, swatches);
        if (waiting.isEmpty()) throw nothingWaits();
        acts.act(me, () -> "Filed " + what + " at " + PlaceCode.of(place), () -> fileEach(me, waiting, place, make));
    }

    /**
     * Files sheets that stay in one piece, each on a page of its own, from the page of a place on; pages that hold swatches
     * already are passed over. A keeper without pages takes them one after the other.
     *
     * @param sheets the swatches of each, in the order of its cells
     * @throws Refusal if there is not room for all; then none is filed
     */
    @Transactional
    public void fileSheets(Collector me, List<List<Long>> sheets, String place, boolean make, String what) {
        List<List<Long>> waiting = sheets.stream()
                .map(s -> waiting(me, s))
                .filter(s -> !s.isEmpty())
                .toList();
        if (waiting.isEmpty()) throw nothingWaits();
        acts.act(me, () -> "Filed " + what + " at " + PlaceCode.of(place), () -> {
            Target target = target(me, place, make);
            int most = waiting.stream().mapToInt(List::size).max().orElseThrow();
            Keeper found = target.keeper;
            if (!found.kind().isPaged() || found.cells() == 1 && target.row != null) {
                fileEach(me, waiting.stream().flatMap(List::stream).toList(), place, make);
                return;
            }
            Keeper keeper = target.row == null && found.cells() < most
                    ? new Keeper(found.kind(), found.number(), found.pages(), Math.min(2000, most))
                    : found;
            if (most > keeper.cells()) {
                throw Refusal.of(
                        "place",
                        "A page of " + keeper.kind().letter() + keeper.number() + " has " + keeper.cells()
                                + " places, and a sheet of this has " + most + " swatches. Nothing was filed.",
                        "Give its pages " + most + " places, or file it in another binder.");
            }
            long id = target.row != null ? target.row.id() : rows.add(me, "keeper", row(keeper));
            TreeMap<Integer, Long> taken = store.taken(me, id);
            int page = target.place.page();
            int begin = target.place.cell();
            for (List<Long> sheet : waiting) {
                while (page <= keeper.pages() && isTaken(taken, keeper, page, begin, sheet.size())) {
                    page++;
                    begin = 1;
                }
                if (page > keeper.pages()) {
                    throw Refusal.of(
                            "place",
                            keeper.kind().letter() + "" + keeper.number() + " has no free page from " + target.place
                                    + " on for every sheet. Nothing was filed.",
                            "Begin earlier, give it more pages, or take another keeper.");
                }
                int position = (page - 1) * keeper.cells() + begin;
                for (long swatch : sheet) {
                    put(me, swatch, id, position);
                    event(me, swatch, "Filed at " + keeper.place(position));
                    taken.put(position++, swatch);
                }
                page++;
                begin = 1;
            }
        });
    }

    private static boolean isTaken(TreeMap<Integer, Long> taken, Keeper keeper, int page, int begin, int count) {
        int first = (page - 1) * keeper.cells() + begin;
        return begin + count - 1 > keeper.cells()
                || !taken.subMap(first, true, first + count - 1, true).isEmpty();
    }

    private List<Long> waiting(Collector me, List<Long> swatches) {
        return swatches.stream()
                .map(s -> own(me, s))
                .filter(s -> s.state().equals("CURRENT") && s.keeperId() == null)
                .map(ShelfStore.SwatchRow::id)
                .toList();
    }

    private static Refusal nothingWaits() {
        return Refusal.of("place", "Nothing of it waits to be filed.", "Paint it first, or look where it is filed.");
    }

    /** Cards none of which is filed, from a place on. Part of the act under way. */
    public void fileEach(Collector me, List<Long> swatches, String place, boolean make) {
        Target target = target(me, place, make);
        int count = swatches.size();
        Keeper keeper = target.keeper;
        long id = target.row != null ? target.row.id() : rows.add(me, "keeper", row(keeper));
        TreeMap<Integer, Long> taken = store.taken(me, id);
        int position = keeper.position(target.place);
        int filed = 0;
        for (long swatch : swatches) {
            store.tooLarge(me, swatch, id).ifPresent(why -> {
                throw Refusal.of("place", why, "Choose a keeper with larger pockets, or cut it.");
            });
            while (taken.containsKey(position)) position++;
            if (position > keeper.capacity()) {
                throw Refusal.of(
                        "place",
                        keeper.kind().letter() + "" + keeper.number() + " is full: " + (count - filed)
                                + " find no place in it. Nothing was filed.",
                        "Begin earlier, make it larger, or take another keeper.");
            }
            put(me, swatch, id, position);
            event(me, swatch, "Filed at " + keeper.place(position));
            taken.put(position, swatch);
            filed++;
        }
    }

    /**
     * Swatches of a lid card, each where its well is. The lid is made if there is none; what is filed already stays, and so does a
     * place that is taken. Part of the act under way.
     *
     * @param wells of the lid, from 1
     */
    public void fileLid(Collector me, int lid, TreeMap<Integer, Long> wells) {
        Keeper fresh = new Keeper(KeeperKind.LID, lid, 0, wells.lastKey());
        Optional<ShelfStore.KeeperRow> there = store.keeper(me, new PlaceCode.KeeperCode(KeeperKind.LID, lid));
        Keeper keeper = there.map(ShelfStore.KeeperRow::keeper).orElse(fresh);
        long id = there.map(ShelfStore.KeeperRow::id).orElseGet(() -> rows.add(me, "keeper", row(fresh)));
        TreeMap<Integer, Long> taken = store.taken(me, id);
        wells.forEach((well, swatch) -> {
            ShelfStore.SwatchRow s = own(me, swatch);
            boolean waits = s.state().equals("CURRENT") && s.keeperId() == null;
            if (!waits || taken.containsKey(well) || well > keeper.capacity()) return;
            put(me, swatch, id, well);
            event(me, swatch, "Filed at " + keeper.place(well));
        });
    }

    /** The number the next lid has. */
    public int nextLid(Collector me) {
        return store.keepers(me).stream()
                        .map(ShelfStore.KeeperRow::keeper)
                        .filter(k -> k.kind() == KeeperKind.LID)
                        .mapToInt(Keeper::number)
                        .max()
                        .orElse(0)
                + 1;
    }

    private void unfile(Collector me, ShelfStore.SwatchRow swatch) {
        acts.act(me, () -> "Took " + store.paintName(me, swatch.paintId()) + " out of its place", () -> {
            event(me, swatch.id(), "Taken out" + from(me, swatch));
            put(me, swatch.id(), null, null);
        });
    }

    /** Marked lost: its place is free again and the paint is queued to be painted. */
    @Transactional
    public void lost(Collector me, long id) {
        ShelfStore.SwatchRow swatch = own(me, id);
        acts.act(
                me,
                () -> "Marked the swatch of " + store.paintName(me, swatch.paintId()) + " lost",
                () -> lost(me, swatch));
    }

    /** Part of the act under way. */
    void lost(Collector me, ShelfStore.SwatchRow swatch) {
        event(me, swatch.id(), "Lost" + from(me, swatch));
        put(me, swatch.id(), null, null);
        state(me, swatch.id(), "LOST");
    }

    /** Found again: it stands for the paint once more, and waits to be filed. */
    @Transactional
    public void found(Collector me, long id) {
        ShelfStore.SwatchRow swatch = own(me, id);
        acts.act(me, () -> "Found the swatch of " + store.paintName(me, swatch.paintId()), () -> {
            event(me, id, "Found");
            state(me, id, "CURRENT");
        });
    }

    private record Target(ShelfStore.@Nullable KeeperRow row, Keeper keeper, PlaceCode place, int position) {}

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

    private void file(Collector me, long id, Target target, @Nullable String ifTaken) {
        ShelfStore.SwatchRow swatch = own(me, id);
        if (swatch.state().equals("LOST")) {
            state(me, id, "CURRENT");
            event(me, id, "Found");
        }
        long keeper = target.row != null ? target.row.id() : rows.add(me, "keeper", row(target.keeper));
        TreeMap<Integer, Long> taken = store.taken(me, keeper);
        Long there = taken.get(target.position);
        if (there != null && there == id) return;
        if (there != null) makeRoom(me, swatch, target, keeper, taken, there, Fields.text(ifTaken));
        store.tooLarge(me, id, keeper).ifPresent(why -> {
            throw Refusal.of("place", why, "Choose a keeper with larger pockets, or cut it.");
        });
        put(me, id, keeper, target.position);
        event(me, id, "Filed at " + target.place);
    }

    /** What is at the place goes where the swatch was, or moves on by one with all behind it. */
    private void makeRoom(
            Collector me,
            ShelfStore.SwatchRow swatch,
            Target target,
            long keeper,
            TreeMap<Integer, Long> taken,
            long there,
            String how) {
        switch (how.strip().toUpperCase(Locale.ROOT)) {
            case "SWAP" -> {
                put(me, swatch.id(), null, null);
                put(me, there, swatch.keeperId(), swatch.position());
                event(me, there, "Swapped out of " + target.place);
            }
            case "SHIFT" -> {
                if (swatch.keeperId() != null && swatch.keeperId() == keeper) {
                    taken.remove(swatch.position());
                    put(me, swatch.id(), null, null);
                }
                for (Keeper.Move move : target.keeper.shift(taken, target.position)) {
                    put(me, move.swatch(), keeper, move.to());
                    event(me, move.swatch(), "Moved on to " + target.keeper.place(move.to()));
                }
            }
            default -> {
                ShelfStore.SwatchRow other = own(me, there);
                String name = store.paintName(me, other.paintId());
                throw new Taken(
                        "place-taken",
                        target.place + " holds " + name
                                + ". Swap the two, or shift it and what follows by one; nothing was moved.",
                        new Holder(there, other.paintId(), name, target.place.toString()));
            }
        }
    }

    private String from(Collector me, ShelfStore.SwatchRow swatch) {
        return place(me, swatch.keeperId(), swatch.position())
                .map(p -> " from " + p)
                .orElse("");
    }

    private ShelfStore.SwatchRow own(Collector me, long id) {
        return store.swatch(me, id).orElseThrow(() -> new NotFound("There is no such swatch."));
    }

    private static Map<String, Object> told(NewKeeper typed, double oldWidth, double oldHeight) {
        double width = typed.pocketWidth() == null ? oldWidth : typed.pocketWidth();
        double height = typed.pocketHeight() == null ? oldHeight : typed.pocketHeight();
        if (!(width >= 0 && width <= MOST_SIDE && height >= 0 && height <= MOST_SIDE) || (width > 0) != (height > 0)) {
            throw Refusal.of(
                    "pocketWidth",
                    "A pocket has two sides between 1 and 2500 mm.",
                    "Leave both empty if not measured. An A4 pocket takes 210 × 297.");
        }
        return Map.of("name", Words.line("name", typed.name(), 120), "pocket_width", width, "pocket_height", height);
    }

    private static Keeper sized(KeeperKind kind, int number, NewKeeper typed) {
        int[] usual = USUAL.get(kind);
        return new Keeper(
                kind,
                number,
                typed.pages() == null ? usual[0] : typed.pages(),
                typed.cells() == null ? usual[1] : typed.cells());
    }
}
