package molvet.server.shelf;

import java.time.Clock;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import molvet.core.collection.School;
import molvet.core.collection.SchoolOrder;
import molvet.core.measure.Refusal;
import molvet.core.pigment.PigmentReference;
import molvet.core.shelf.Keeper;
import molvet.core.shelf.PlaceCode;
import molvet.core.shelf.Refiling;
import molvet.server.collection.OrderStore;
import molvet.server.platform.Acts;
import molvet.server.platform.Collector;
import molvet.server.platform.Fields;
import molvet.server.platform.NotFound;
import molvet.server.platform.Rows;
import molvet.server.platform.Taken;
import molvet.server.shelf.ShelfStore.KeeperRow;
import molvet.server.shelf.ShelfStore.SwatchRow;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import tools.jackson.core.type.TypeReference;
import tools.jackson.databind.json.JsonMapper;

/** Whole keepers put in order: re-filed card by card, merged, split, walked through. One act, one transaction. */
@Service
class Arranging {
    private static final TypeReference<List<Long>> CARDS = new TypeReference<>() {};

    private final ShelfStore store;
    private final OrderStore orders;
    private final Acts acts;
    private final JsonMapper json;
    private final Clock clock;
    private final SchoolOrder schools;
    private final Shelf shelf;
    private final Rows rows;

    Arranging(
            ShelfStore store,
            OrderStore orders,
            Acts acts,
            JsonMapper json,
            Clock clock,
            PigmentReference reference,
            Shelf shelf,
            Rows rows) {
        this.rows = rows;
        this.shelf = shelf;
        this.store = store;
        this.orders = orders;
        this.acts = acts;
        this.json = json;
        this.clock = clock;
        this.schools = new SchoolOrder(reference);
    }

    /** Where a swatch goes. */
    private record Spot(long keeper, int position) {}

    // ---- re-filing --------------------------------------------------------------------------------------------------

    /** Cards still to be moved, each with the one it then follows, and how many are done. */
    record Under(String said, List<Refiling.Step> steps, int done, int cards) {}

    Optional<Under> refiling(Collector me, long keeper) {
        return store.refiling(me, keeper).map(r -> {
            List<Long> now = cards(me, keeper);
            return new Under(r.said(), Refiling.steps(now, wished(r, now)), r.done(), now.size());
        });
    }

    /** Begins to put a ring or box into the order of a school; what moves is told card by card. */
    @Transactional
    public void refile(Collector me, long keeper, @Nullable String school) {
        KeeperRow row = own(me, keeper);
        School wanted = Fields.one("school", school, School.values());
        if (wanted == School.BY_HAND) {
            throw Refusal.of("school", "By hand there is nothing to put in order.", "Choose one of the other orders.");
        }
        if (row.keeper().kind().isPaged()) {
            throw Refusal.of(
                    "keeper",
                    "In pockets and on pages a card cannot be slipped in between.",
                    "Re-file a ring or a box; move pages of a binder instead.");
        }
        List<SwatchRow> swatches = store.swatchesIn(me, keeper);
        List<Long> wished = inOrder(me, swatches, wanted);
        Optional<ShelfStore.RefilingRow> before = store.refiling(me, keeper);
        acts.act(me, () -> "Began to put " + row.code() + " in order: " + wanted.words(), () -> {
            before.ifPresent(b -> rows.remove(me, "refiling", b.id()));
            rows.change(me, "keeper", keeper, Map.of("school", wanted));
            rows.add(
                    me,
                    "refiling",
                    Map.of(
                            "keeper_id", keeper,
                            "said", wanted.words(),
                            "wished", json.writeValueAsString(wished),
                            "started_at", clock.instant()));
        });
    }

    /** One card was taken out and put back where it belongs. @return whether that was the last */
    @Transactional
    public boolean refiled(Collector me, long keeper, long swatch) {
        KeeperRow row = own(me, keeper);
        ShelfStore.RefilingRow refiling = store.refiling(me, keeper)
                .orElseThrow(() -> new NotFound("Nothing is being re-filed in " + row.code() + "."));
        TreeMap<Integer, Long> taken = store.taken(me, keeper);
        List<Long> now = List.copyOf(taken.values());
        List<Refiling.Step> steps = Refiling.steps(now, wished(refiling, now));
        Optional<Refiling.Step> step =
                steps.stream().filter(s -> s.card() == swatch).findFirst();
        // Told twice, by a phone that came back: it is where it belongs.
        if (step.isEmpty()) return steps.isEmpty();
        List<Long> then = Refiling.after(now, step.get());
        Map<Long, Spot> moves = renumbered(keeper, taken, then);
        boolean last = steps.size() == 1;
        acts.act(
                me,
                () -> "Re-filed " + store.paintName(me, swatchRow(me, swatch).paintId()) + " in " + row.code(),
                () -> {
                    relocate(me, moves);
                    if (last) rows.remove(me, "refiling", refiling.id());
                    else rows.change(me, "refiling", refiling.id(), Map.of("done", refiling.done() + 1));
                    Spot at = moves.containsKey(swatch) ? moves.get(swatch) : spot(me, swatch);
                    shelf.event(me, swatch, "Re-filed at " + row.keeper().place(at.position));
                });
        return last;
    }

    @Transactional
    public void stopRefiling(Collector me, long keeper) {
        KeeperRow row = own(me, keeper);
        store.refiling(me, keeper)
                .ifPresent(r -> acts.act(
                        me,
                        () -> "Stopped putting " + row.code() + " in order",
                        () -> rows.remove(me, "refiling", r.id())));
    }

    /** The wished order of the cards that are there; cards that came since stay behind those they stand behind now. */
    private List<Long> wished(ShelfStore.RefilingRow refiling, List<Long> now) {
        List<Long> kept = new ArrayList<>(json.readValue(refiling.wished(), CARDS));
        kept.retainAll(new HashSet<>(now));
        for (int i = 0; i < now.size(); i++) {
            if (!kept.contains(now.get(i))) kept.add(i == 0 ? 0 : kept.indexOf(now.get(i - 1)) + 1, now.get(i));
        }
        return kept;
    }

    private List<Long> inOrder(Collector me, List<SwatchRow> swatches, School school) {
        Map<Long, OrderStore.CardRow> cards =
                orders.cards(me, swatches.stream().map(SwatchRow::paintId).toList());
        Map<Long, List<Long>> byPaint = new LinkedHashMap<>();
        swatches.forEach(s ->
                byPaint.computeIfAbsent(s.paintId(), p -> new ArrayList<>()).add(s.id()));
        return schools
                .order(
                        school,
                        byPaint.keySet().stream()
                                .map(p -> cards.get(p).swatchable())
                                .toList())
                .order()
                .stream()
                .flatMap(p -> byPaint.get(Long.parseLong(p)).stream())
                .toList();
    }

    // ---- insertion --------------------------------------------------------------------------------------------------

    /**
     * Where a swatch belongs in a keeper that is in order.
     *
     * @param shifts how many cards move on by one if it goes in there; 0 if a place is free between
     */
    record Between(PlaceCode place, Optional<SwatchRow> before, Optional<SwatchRow> after, int shifts, School school) {}

    Between between(Collector me, long keeper, long swatch, @Nullable String school) {
        KeeperRow row = own(me, keeper);
        SwatchRow one = swatchRow(me, swatch);
        School by = Fields.one(
                "school",
                school,
                row.school().isEmpty() ? School.SEVEN_GROUPS : School.valueOf(row.school()),
                School.values());
        List<SwatchRow> there = store.swatchesIn(me, keeper).stream()
                .filter(s -> s.id() != swatch)
                .toList();
        List<SwatchRow> all = new ArrayList<>(there);
        all.add(one);
        List<Long> wished = inOrder(me, all, by);
        Map<Long, Integer> rank = new HashMap<>();
        for (int i = 0; i < wished.size(); i++) rank.put(wished.get(i), i);
        int before = Refiling.insertion(
                there.stream().map(s -> (double) rank.get(s.id())).toList(), rank.get(swatch));
        Optional<SwatchRow> left = before == 0 ? Optional.empty() : Optional.of(there.get(before - 1));
        Optional<SwatchRow> right = before == there.size() ? Optional.empty() : Optional.of(there.get(before));
        int from = left.map(SwatchRow::position).orElse(0) + 1;
        boolean free = right.map(r -> r.position() > from).orElse(true);
        Keeper size = row.keeper();
        if (from > size.capacity()) {
            throw Refusal.of("keeper", row.code() + " is full.", "Make it larger, or take another.");
        }
        TreeMap<Integer, Long> taken = new TreeMap<>();
        there.forEach(s -> taken.put(s.position(), s.id()));
        return new Between(
                size.place(from),
                left,
                right,
                free ? 0 : size.shift(taken, from).size(),
                by);
    }

    // ---- merging and splitting --------------------------------------------------------------------------------------

    /** Everything of one keeper goes behind what is in another of its kind; the emptied one leaves the shelf. */
    @Transactional
    public void merge(Collector me, long into, long from) {
        KeeperRow target = own(me, into);
        KeeperRow source = own(me, from);
        if (into == from) throw Refusal.of("from", "That is the same keeper.", "Choose another.");
        if (target.keeper().kind() != source.keeper().kind()) {
            throw Refusal.of(
                    "from",
                    "A " + source.keeper().kind().words() + " cannot be merged into a "
                            + target.keeper().kind().words() + ".",
                    "Choose two of a kind.");
        }
        TreeMap<Integer, Long> taken = store.taken(me, into);
        List<Long> coming = List.copyOf(store.taken(me, from).values());
        int cells = target.keeper().cells();
        int next = taken.isEmpty() ? 1 : taken.lastKey() + 1;
        boolean paged = target.keeper().kind().isPaged();
        // Pages come over as pages.
        if (paged) next = (next - 1 + cells - 1) / cells * cells + 1;
        Map<Long, Spot> moves = new LinkedHashMap<>();
        if (paged && source.keeper().cells() == cells) {
            for (Map.Entry<Integer, Long> e : store.taken(me, from).entrySet()) {
                moves.put(e.getValue(), new Spot(into, next + e.getKey() - 1));
            }
        } else {
            for (Long s : coming) moves.put(s, new Spot(into, next++));
        }
        int last = moves.values().stream().mapToInt(Spot::position).max().orElse(0);
        if (last > target.keeper().capacity()) {
            throw Refusal.of(
                    "from",
                    target.code() + " has " + target.keeper().capacity() + " places, and " + last
                            + " would be needed. Nothing was moved.",
                    "Make it larger first.");
        }
        moves.forEach((s, spot) -> store.tooLarge(me, s, into).ifPresent(why -> {
            throw Refusal.of("from", store.paintName(me, swatchRow(me, s).paintId()) + ": " + why, "Move it first.");
        }));
        acts.act(me, () -> "Merged " + source.code() + " into " + target.code(), () -> {
            relocate(me, moves);
            told(me, moves, target.keeper(), "Moved to ");
            rows.remove(me, "keeper", from);
        });
    }

    /** A keeper is divided: everything from a place on goes into a new one of its kind and size. @return the new one */
    @Transactional
    public long split(Collector me, long keeper, @Nullable String at) {
        KeeperRow row = own(me, keeper);
        Keeper old = row.keeper();
        int from = old.position(PlaceCode.of(Fields.text(at)));
        if (old.kind().isPaged()) from = (from - 1) / old.cells() * old.cells() + 1;
        int first = from;
        Map<Integer, Long> behind = store.taken(me, keeper).tailMap(first);
        if (behind.isEmpty() || first == 1) {
            throw Refusal.of(
                    "place",
                    first == 1 ? "Nothing would be left in " + row.code() + "." : "There is nothing from there on.",
                    "Choose a place in the middle of what is filed.");
        }
        int number = shelf.nextNumber(me, old.kind());
        Keeper fresh = new Keeper(old.kind(), number, old.pages(), old.cells());
        Map<String, Object> keeperRow = Shelf.row(fresh);
        keeperRow.put("name", row.name());
        keeperRow.put("pocket_width", row.pocketWidth());
        keeperRow.put("pocket_height", row.pocketHeight());
        return acts.act(
                me,
                () -> "Divided " + row.code() + " at " + old.place(first) + " into "
                        + old.kind().letter() + number,
                () -> {
                    long into = rows.add(me, "keeper", keeperRow);
                    Map<Long, Spot> moves = new LinkedHashMap<>();
                    behind.forEach((p, s) -> moves.put(s, new Spot(into, p - first + 1)));
                    relocate(me, moves);
                    told(me, moves, fresh, "Moved to ");
                    return into;
                });
    }

    /** A page of a binder or sketchbook goes to another place in it; those between move on. */
    @Transactional
    public void movePage(Collector me, long keeper, int page, int to) {
        KeeperRow row = own(me, keeper);
        Keeper k = row.keeper();
        if (!k.kind().isPaged()) {
            throw Refusal.of("page", "A " + k.kind().words() + " has no pages.", "Move its cards instead.");
        }
        if (page < 1 || page > k.pages() || to < 1 || to > k.pages()) {
            throw Refusal.of("page", row.code() + " has pages 1 to " + k.pages() + ".", "Choose two of them.");
        }
        if (page == to) return;
        Map<Long, Spot> moves = new LinkedHashMap<>();
        store.taken(me, keeper).forEach((position, swatch) -> {
            int on = (position - 1) / k.cells() + 1;
            int then = on == page ? to : on > page && on <= to ? on - 1 : on < page && on >= to ? on + 1 : on;
            if (then != on) moves.put(swatch, new Spot(keeper, position + (then - on) * k.cells()));
        });
        acts.act(me, () -> "Moved page " + page + " of " + row.code() + " to page " + to, () -> {
            relocate(me, moves);
            told(me, moves, k, "Moved to ");
        });
    }

    /**
     * Renumbers a ring or box in the order it has.
     *
     * @param gap free places left behind each card, for those that come
     */
    @Transactional
    public void space(Collector me, long keeper, int gap) {
        KeeperRow row = own(me, keeper);
        if (row.keeper().kind().isPaged()) {
            throw Refusal.of("keeper", "Pages and pockets keep their numbers.", "Number the cards of a ring or box.");
        }
        if (gap < 0 || gap > 20) {
            throw Refusal.of("gap", "Between none and 20 places are left free.", "1 leaves room for one between two.");
        }
        TreeMap<Integer, Long> taken = store.taken(me, keeper);
        int last = 1 + (taken.size() - 1) * (gap + 1);
        if (last > row.keeper().capacity()) {
            throw Refusal.of(
                    "gap",
                    row.code() + " has " + row.keeper().capacity() + " places, and " + last
                            + " would be needed. Nothing was moved.",
                    "Leave fewer free, or make it larger.");
        }
        Map<Long, Spot> moves = new LinkedHashMap<>();
        int i = 0;
        for (Map.Entry<Integer, Long> e : taken.entrySet()) {
            int to = 1 + i++ * (gap + 1);
            if (to != e.getKey()) moves.put(e.getValue(), new Spot(keeper, to));
        }
        if (moves.isEmpty()) return;
        acts.act(me, () -> "Renumbered " + row.code() + (gap == 0 ? " without gaps" : " with gaps"), () -> {
            relocate(me, moves);
            told(me, moves, row.keeper(), "Renumbered ");
        });
    }

    // ---- the walk through a keeper
    // ------------------------------------------------------------------------------------

    @Transactional
    public void beginWalk(Collector me, long keeper) {
        KeeperRow row = own(me, keeper);
        acts.act(
                me,
                () -> "Began to look through " + row.code(),
                () -> rows.change(me, "keeper", keeper, Map.of("walk_at", clock.instant())));
    }

    /**
     * Ticked off: it is there. One that is filed elsewhere is remembered as seen here.
     *
     * @param there false takes the tick back
     */
    @Transactional
    public void seen(Collector me, long keeper, long swatch, boolean there) {
        KeeperRow row = own(me, keeper);
        if (row.walkAt() == null) {
            throw new Taken("no-walk", "Nobody is looking through " + row.code() + " just now. Begin first.", null);
        }
        SwatchRow s = swatchRow(me, swatch);
        boolean own = s.keeperId() != null && s.keeperId() == keeper;
        Map<String, Object> seen = new HashMap<>();
        seen.put("seen_at", there ? clock.instant() : null);
        seen.put("seen_in", there && !own ? keeper : null);
        acts.quietly(me, () -> rows.change(me, "swatch", swatch, seen));
    }

    /** @param markLost whether what was not ticked off is marked lost */
    @Transactional
    public void endWalk(Collector me, long keeper, boolean markLost) {
        KeeperRow row = own(me, keeper);
        if (row.walkAt() == null) return;
        List<SwatchRow> missing = markLost
                ? store.swatchesIn(me, keeper).stream()
                        .filter(s -> s.seenAt() == null || s.seenAt().isBefore(row.walkAt()))
                        .toList()
                : List.of();
        Map<String, Object> over = new HashMap<>();
        over.put("walk_at", null);
        acts.act(
                me,
                () -> "Looked through " + row.code() + (missing.isEmpty() ? "" : "; " + missing.size() + " missing"),
                () -> {
                    rows.change(me, "keeper", keeper, over);
                    missing.forEach(s -> shelf.lost(me, s));
                });
    }

    // ---- small things -----------------------------------------------------------------------------------------------

    private List<Long> cards(Collector me, long keeper) {
        return store.swatchesIn(me, keeper).stream().map(SwatchRow::id).toList();
    }

    /** The same places, taken by the cards in another order. */
    private static Map<Long, Spot> renumbered(long keeper, TreeMap<Integer, Long> taken, List<Long> then) {
        Map<Long, Spot> moves = new LinkedHashMap<>();
        int i = 0;
        for (Map.Entry<Integer, Long> place : taken.entrySet()) {
            long card = then.get(i++);
            if (card != place.getValue()) moves.put(card, new Spot(keeper, place.getKey()));
        }
        return moves;
    }

    /** Places are unique: all are freed before any is taken again. */
    private void relocate(Collector me, Map<Long, Spot> moves) {
        moves.keySet().forEach(s -> shelf.put(me, s, null, null));
        moves.forEach((s, spot) -> shelf.put(me, s, spot.keeper, spot.position));
    }

    private void told(Collector me, Map<Long, Spot> moves, Keeper keeper, String what) {
        moves.forEach((s, spot) -> shelf.event(me, s, what + keeper.place(spot.position)));
    }

    private Spot spot(Collector me, long swatch) {
        SwatchRow s = swatchRow(me, swatch);
        return new Spot(s.keeperId(), s.position());
    }

    private SwatchRow swatchRow(Collector me, long id) {
        return store.swatch(me, id).orElseThrow(() -> new NotFound("There is no such swatch."));
    }

    private KeeperRow own(Collector me, long id) {
        return store.keeper(me, id).orElseThrow(() -> new NotFound("There is no such keeper."));
    }
}
