package molvet.server.arrival;

import java.math.BigDecimal;
import java.time.Clock;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import molvet.core.arrival.ArrivalKind;
import molvet.core.arrival.LandedCost;
import molvet.core.arrival.QuickLine;
import molvet.core.collection.HoldingForm;
import molvet.core.measure.Refusal;
import molvet.core.measure.Spelling;
import molvet.core.measure.Words;
import molvet.core.pigment.Trait;
import molvet.server.collection.Paints;
import molvet.server.maker.MakerStore;
import molvet.server.maker.Makers;
import molvet.server.platform.Acts;
import molvet.server.platform.Collector;
import molvet.server.platform.Fields;
import molvet.server.platform.Rows;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import tools.jackson.databind.json.JsonMapper;

/**
 * Logs arrivals: each in one act, undone in one; and afterwards corrects them in their place, takes them away, lets parcels come
 * in later, opens sets.
 */
@Service
public class ArrivalLog {
    private final Arrivals arrivals;
    private final ArrivalStore store;
    private final ArrivalReading reading;
    private final Paints paints;
    private final Makers makers;
    private final Acts acts;
    private final JsonMapper json;
    private final Clock clock;
    private final Rows rows;

    ArrivalLog(
            Arrivals arrivals,
            ArrivalStore store,
            ArrivalReading reading,
            Paints paints,
            Makers makers,
            Acts acts,
            JsonMapper json,
            Clock clock,
            Rows rows) {
        this.arrivals = arrivals;
        this.store = store;
        this.reading = reading;
        this.paints = paints;
        this.makers = makers;
        this.acts = acts;
        this.json = json;
        this.clock = clock;
        this.rows = rows;
    }

    public record ParcelCame(int number, @Nullable String cameOn) {}

    /**
     * Logs a draft: every line becomes what it is, in one act. Lines of parcels still on their way wait for them. A draft that
     * corrects a logged arrival takes its place.
     *
     * @return the arrival that is logged now
     * @throws Refusal naming every line that cannot be logged
     */
    @Transactional
    public long log(Collector me, long id) {
        ArrivalStore.ArrivalRow a = store.arrivalForUpdate(me, id).orElseThrow(Arrivals::none);
        Arrivals.requireDraft(a);
        List<ArrivalReading.Matched> lines = reading.matched(me, a.text(), a.maker());
        List<ArrivalReading.Matched> goods = goods(lines);
        if (goods.isEmpty()) {
            throw Refusal.of("text", "There is no line to log yet.", "Type or paste what came, one paint a line.");
        }
        List<Refusal.Fault> faults = new ArrayList<>();
        for (ArrivalReading.Matched m : goods) {
            if (m.line().name().isEmpty()) {
                faults.add(new Refusal.Fault(
                        "line " + m.line().line(),
                        "Line " + m.line().line() + " has no name.",
                        "Write [name: …] on it, or take it out."));
            }
        }
        if (!faults.isEmpty()) throw new Refusal(faults);
        LandedCost.Bill bill = arrivals.bill(
                a, lines, arrivals.sheet(a).waysOrOne().get(arrivals.sheet(a).chosenWay()));
        LocalDate on = a.cameOn() == null ? LocalDate.now(clock) : a.cameOn();
        int pieces = goods.stream()
                .filter(m -> m.line().kind() == QuickLine.Kind.PAINT)
                .mapToInt(m -> m.line().quantity())
                .sum();
        String counted = Arrivals.called(a) + ": " + pieces + (pieces == 1 ? " paint" : " paints");
        if (a.corrects() != null) {
            return acts.act(
                    me, () -> "Corrected " + counted, () -> corrected(me, a, a.corrects(), goods, lines, bill, on));
        }
        acts.act(me, () -> "Logged " + counted, () -> {
            rows.change(
                    me,
                    "arrival",
                    id,
                    Map.of("state", Arrivals.LOGGED, "text", a.text(), "came_on", on, "logged_at", clock.instant()));
            takeScales(me, a, lines);
            List<ArrivalStore.GiverRow> givers = store.givers(me, id);
            Map<String, Long> sameHere = new TreeMap<>();
            for (int i = 0; i < goods.size(); i++) {
                ArrivalReading.Matched m = goods.get(i);
                Long paint = paintOf(me, m, sameHere);
                ArrivalStore.LineRow line = keepLine(me, a, m, bill.lines().get(i), givers, paint);
                holdings(
                                a,
                                line,
                                from(a, giver(givers, m.line().from()), m.line().from()),
                                on)
                        .forEach(h -> hold(me, a.id(), h));
            }
        });
        return id;
    }

    private static List<ArrivalReading.Matched> goods(List<ArrivalReading.Matched> lines) {
        return lines.stream()
                .filter(m -> m.line().kind() == QuickLine.Kind.PAINT || m.line().kind() == QuickLine.Kind.THING)
                .toList();
    }

    /** Makers who had no scale for the symbols on these lines get the one that was proposed, unless it was declined. */
    private void takeScales(Collector me, ArrivalStore.ArrivalRow a, List<ArrivalReading.Matched> lines) {
        if (Boolean.TRUE.equals(arrivals.sheet(a).withoutScales())) return;
        reading.proposed(me, lines).forEach((maker, scale) -> makers.scaleOf(me, maker, scale));
    }

    /** The paint a line is one more of, or a new one; nothing of it stays where all of it is given away. */
    private @Nullable Long paintOf(Collector me, ArrivalReading.Matched m, Map<String, Long> sameHere) {
        QuickLine l = m.line();
        if (l.kind() != QuickLine.Kind.PAINT || l.quantity() == l.toGive()) return null;
        String key = m.same()
                .map(o -> "#" + o.paint())
                .orElse(Words.folded(l.maker() + "|" + l.name()) + "|"
                        + m.recipe().fingerprint().orElse(""));
        boolean apart = l.as().equalsIgnoreCase("new");
        Long before = apart ? null : sameHere.get(key);
        Long id = before != null ? before : m.same().map(o -> o.paint()).orElse(null);
        if (id == null) id = paints.catalogue(me, newPaint(m));
        if (!apart) sameHere.put(key, id);
        return id;
    }

    private ArrivalStore.LineRow keepLine(
            Collector me,
            ArrivalStore.ArrivalRow a,
            ArrivalReading.Matched m,
            LandedCost.LineCost cost,
            List<ArrivalStore.GiverRow> givers,
            @Nullable Long paint) {
        QuickLine l = m.line();
        ArrivalKind kind = ArrivalKind.valueOf(a.kind());
        HoldingForm form = l.form()
                .orElse(
                        kind == ArrivalKind.SAMPLE
                                ? HoldingForm.SAMPLE
                                : kind == ArrivalKind.DOT_CARD ? HoldingForm.DOT : HoldingForm.TUBE);
        ArrivalStore.LineRow row = new ArrivalStore.LineRow(
                0,
                a.id(),
                l.line(),
                l.kind().name(),
                arrivals.sheet(a).hasCome(l.parcel().orElse(null)) ? Arrivals.HERE : Arrivals.AWAITED,
                l.name(),
                l.maker(),
                l.written().length() > 1000 ? l.written().substring(0, 1000) : l.written(),
                paint,
                giver(givers, l.from()).map(ArrivalStore.GiverRow::id).orElse(null),
                l.kind() == QuickLine.Kind.PAINT ? form.name() : null,
                l.volume().map(v -> v.ml()).orElse(null),
                l.quantity(),
                l.toGive(),
                l.giftFor(),
                l.unitPrice().orElse(null),
                l.listPrice().orElse(null),
                l.discountPercent(),
                cost.goods().getAmount(),
                cost.paid().getAmount(),
                cost.landed().getAmount(),
                a.currency(),
                l.parcel().orElse(null));
        rows.add(me, "arrival_line", row);
        return row;
    }

    // ---- correcting and taking away ---------------------------------------------------------------------------------

    /** Opens a logged arrival to be corrected: a draft with its words, which takes its place when it is logged. */
    @Transactional
    public long correct(Collector me, long id) {
        ArrivalStore.ArrivalRow a = store.arrivalForUpdate(me, id).orElseThrow(Arrivals::none);
        if (a.state().equals(Arrivals.DRAFT)) return id;
        if (a.kind().equals(ArrivalKind.DOT_CARD.name())) {
            throw Refusal.of(
                    "arrival",
                    "A dot card is corrected on its own page.",
                    "Open the dot card and change its dots there.");
        }
        List<Long> begun = rows.ids(me, "arrival", Map.of("corrects", id));
        if (!begun.isEmpty()) return begun.get(0);
        return acts.quietly(me, () -> {
            Map<String, Object> row = words(a);
            row.put("state", Arrivals.DRAFT);
            row.put("text", store.draftText(me, a.text()));
            row.put("corrects", id);
            row.put("created_at", clock.instant());
            long draft = rows.add(me, "arrival", row);
            for (ArrivalStore.GiverRow g : store.givers(me, id)) {
                Map<String, Object> giver = new HashMap<>();
                giver.put("arrival_id", draft);
                giver.put("position", g.position());
                giver.put("name", g.name());
                giver.put("naming", g.naming());
                giver.put("sealed", g.sealed());
                giver.put("thanks_owed", g.thanksOwed());
                giver.put("thanked_on", g.thankedOn());
                giver.put("note", g.note());
                rows.add(me, "giver", giver);
            }
            return draft;
        });
    }

    private static Map<String, Object> words(ArrivalStore.ArrivalRow a) {
        Map<String, Object> row = new HashMap<>();
        row.put("kind", a.kind());
        row.put("title", a.title());
        row.put("came_on", a.cameOn());
        row.put("came_from", a.cameFrom());
        row.put("maker", a.maker());
        row.put("currency", a.currency());
        row.put("text", a.text());
        row.put("lines_hash", a.linesHash());
        row.put("sheet", a.sheet());
        row.put("note", a.note());
        return row;
    }

    /**
     * Puts a draft in the place of what it corrects. A line that stands as it stood, or where it stood, keeps its paint and
     * its holdings; what is said anew of a paint that came with this arrival alone is said of its record.
     */
    private long corrected(
            Collector me,
            ArrivalStore.ArrivalRow draft,
            long id,
            List<ArrivalReading.Matched> goods,
            List<ArrivalReading.Matched> lines,
            LandedCost.Bill bill,
            LocalDate on) {
        List<ArrivalStore.LineRow> old = new ArrayList<>(store.lines(me, id));
        List<ArrivalStore.LineRow> were = List.copyOf(old);
        List<Optional<ArrivalStore.LineRow>> before = paired(goods, old);
        Map<String, Object> row = words(draft);
        row.put("came_on", on);
        rows.change(me, "arrival", id, row);
        ArrivalStore.ArrivalRow a = store.arrival(me, id).orElseThrow();
        takeScales(me, a, lines);
        were.forEach(l -> rows.remove(me, "arrival_line", l.id()));
        store.givers(me, id).forEach(g -> rows.remove(me, "giver", g.id()));
        store.givers(me, draft.id()).forEach(g -> rows.change(me, "giver", g.id(), Map.of("arrival_id", id)));
        rows.remove(me, "arrival", draft.id());
        List<ArrivalStore.GiverRow> givers = store.givers(me, id);
        List<ArrivalStore.HoldingRow> free = new ArrayList<>(store.holdings(me, id));
        Map<String, Long> sameHere = new TreeMap<>();
        List<Held> wanted = new ArrayList<>();
        for (int i = 0; i < goods.size(); i++) {
            ArrivalReading.Matched m = goods.get(i);
            Long paint = before.get(i)
                    .map(ArrivalStore.LineRow::paintId)
                    .filter(p -> m.line().quantity() > m.line().toGive())
                    .orElse(null);
            if (paint == null) {
                paint = paintOf(me, m, sameHere);
            } else if (saysOther(before.get(i).orElseThrow(), m.line()) && store.cameOnlyWith(me, paint, id)) {
                paints.say(me, paint, newPaint(m));
            }
            ArrivalStore.LineRow line = keepLine(me, a, m, bill.lines().get(i), givers, paint);
            wanted.addAll(holdings(
                    a, line, from(a, giver(givers, m.line().from()), m.line().from()), on));
        }
        for (Held h : wanted) {
            Optional<ArrivalStore.HoldingRow> there = free.stream()
                    .filter(f -> f.paintId() == h.paint())
                    .min(java.util.Comparator.comparingInt(f -> f.unlike(h.what())));
            if (there.isEmpty()) {
                hold(me, id, h);
            } else {
                free.remove(there.get());
                paints.rehold(me, there.get().id(), h.what());
            }
        }
        free.forEach(f -> rows.remove(me, "holding", f.id()));
        were.stream()
                .map(ArrivalStore.LineRow::paintId)
                .filter(java.util.Objects::nonNull)
                .distinct()
                .forEach(p -> paints.removeIfBare(me, p));
        return id;
    }

    /** Whether a line is written otherwise, or stands below another maker’s heading. */
    private static boolean saysOther(ArrivalStore.LineRow before, QuickLine now) {
        return !before.written().equals(now.written()) || !before.maker().equals(now.maker());
    }

    /**
     * Each line with the one it was: the same words first, then the same name, or nearly the same in the same place. A line of
     * quite another name is another paint, whatever stood there before.
     */
    private static List<Optional<ArrivalStore.LineRow>> paired(
            List<ArrivalReading.Matched> goods, List<ArrivalStore.LineRow> old) {
        List<ArrivalStore.LineRow> open = new ArrayList<>(old);
        List<Optional<ArrivalStore.LineRow>> all = new ArrayList<>();
        for (ArrivalReading.Matched m : goods) {
            Optional<ArrivalStore.LineRow> same = open.stream()
                    .filter(o -> o.written().equals(m.line().written()))
                    .findFirst();
            same.ifPresent(open::remove);
            all.add(same);
        }
        for (int i = 0; i < goods.size(); i++) {
            if (all.get(i).isPresent()) continue;
            QuickLine l = goods.get(i).line();
            Optional<ArrivalStore.LineRow> near = open.stream()
                    .filter(o -> o.kind().equals(l.kind().name())
                            && (Words.folded(o.name()).equals(Words.folded(l.name()))
                                    || o.position() == l.line() && isNearly(o.name(), l.name())))
                    .findFirst();
            near.ifPresent(open::remove);
            all.set(i, near);
        }
        return all;
    }

    private static boolean isNearly(String one, String other) {
        String a = Words.folded(one);
        String b = Words.folded(other);
        return Spelling.nearest(a, List.of(b)).isPresent() || a.startsWith(b) || b.startsWith(a);
    }

    /** What would go with an arrival that is taken away, and which of its paints would stay, since more hangs on them. */
    record ArrivalGoing(int holdings, List<String> paints, List<String> staying) {}

    @Transactional(readOnly = true)
    public ArrivalGoing going(Collector me, long id) {
        store.arrival(me, id).orElseThrow(Arrivals::none);
        List<String> gone = new ArrayList<>();
        List<String> staying = new ArrayList<>();
        for (long paint : paintsOf(me, id)) {
            String called = store.accession(me, paint) + " " + store.nameOf(me, paint);
            if (store.cameOnlyWith(me, paint, id) && paints.isBareBut(me, paint)) gone.add(called);
            else staying.add(called);
        }
        return new ArrivalGoing(store.holdings(me, id).size(), gone, staying);
    }

    private List<Long> paintsOf(Collector me, long id) {
        return store.lines(me, id).stream()
                .map(ArrivalStore.LineRow::paintId)
                .filter(java.util.Objects::nonNull)
                .distinct()
                .toList();
    }

    /**
     * Throws a draft away, or takes a logged arrival back with what came in it; a paint that has a swatch, or came otherwise
     * too, stays.
     */
    @Transactional
    public void takeAway(Collector me, long id) {
        ArrivalStore.ArrivalRow a = store.arrivalForUpdate(me, id).orElseThrow(Arrivals::none);
        String what = a.state().equals(Arrivals.DRAFT) ? "Threw away the draft " : "Took away ";
        acts.act(me, () -> what + Arrivals.called(a), () -> {
            List<Long> came = paintsOf(me, id);
            store.holdings(me, id).forEach(h -> rows.remove(me, "holding", h.id()));
            rows.remove(me, "arrival", id);
            came.forEach(p -> paints.removeIfBare(me, p));
        });
    }

    private static Optional<ArrivalStore.GiverRow> giver(List<ArrivalStore.GiverRow> givers, String from) {
        if (from.isEmpty()) return givers.size() == 1 ? Optional.of(givers.get(0)) : Optional.empty();
        String wanted = Words.folded(from);
        return givers.stream()
                .filter(g -> Words.folded(g.name()).equals(wanted) || ("giver " + g.position()).equals(wanted))
                .findFirst();
    }

    private static String from(ArrivalStore.ArrivalRow a, Optional<ArrivalStore.GiverRow> giver, String written) {
        if (giver.isPresent())
            return giver.get().name().isEmpty()
                    ? Arrivals.NOT_NAMED
                    : giver.get().name();
        return written.isEmpty() ? a.cameFrom() : written;
    }

    static Paints.NewPaint newPaint(ArrivalReading.Matched m) {
        QuickLine l = m.line();
        String note = String.join("\n", l.unread());
        return Paints.NewPaint.labelled(
                l.name(),
                l.also(),
                l.maker(),
                l.maker().isEmpty() ? "" : l.makersLine(),
                l.colour().orElse(null),
                m.edition().map(MakerStore.EditionRow::id).orElse(null),
                m.pigments(),
                l.series().orElse(null),
                note.length() > 4000 ? note.substring(0, 4000) : note,
                new Makers.Claims(
                        ArrivalReading.claim(m, Trait.LIGHTFASTNESS),
                        ArrivalReading.claim(m, Trait.TRANSPARENCY),
                        ArrivalReading.claim(m, Trait.STAINING),
                        ArrivalReading.claim(m, Trait.GRANULATION)));
    }

    /** A holding of a paint, as it came. */
    private record Held(long paint, Paints.NewHolding what) {}

    /** One holding for each piece that stays, at what a piece cost before its share of the parcel; none while it is awaited. */
    private static List<Held> holdings(ArrivalStore.ArrivalRow a, ArrivalStore.LineRow l, String from, LocalDate on) {
        if (l.paintId() == null || l.state().equals(Arrivals.AWAITED)) return List.of();
        boolean set = a.kind().equals(ArrivalKind.SET.name());
        // Logged before what was paid was kept: the goods as they stand on the bill.
        BigDecimal paid = l.paid() != null ? l.paid() : l.goods();
        BigDecimal each = paid == null
                ? BigDecimal.ZERO
                : paid.divide(BigDecimal.valueOf(l.quantity()), 2, java.math.RoundingMode.HALF_UP);
        Held one = new Held(
                l.paintId(),
                new Paints.NewHolding(
                        l.form(),
                        l.volume() == null ? null : l.volume().toPlainString(),
                        100,
                        null,
                        set && !a.title().isEmpty() ? inSet(a) : "",
                        from,
                        on.toString(),
                        each.signum() > 0 ? each.toPlainString() : null,
                        a.currency(),
                        null,
                        null));
        return java.util.Collections.nCopies(l.quantity() - l.toGive(), one);
    }

    private void hold(Collector me, long arrival, Held held) {
        long holding = paints.hold(me, held.paint, held.what);
        rows.change(me, "holding", holding, Map.of("arrival_id", arrival));
    }

    static String inSet(ArrivalStore.ArrivalRow a) {
        String where = "in the set " + a.title();
        return where.length() > 160 ? where.substring(0, 160) : where;
    }

    // ---- afterwards -------------------------------------------------------------------------------------------------

    /** A parcel that was on its way is here: its lines become holdings, in one act. */
    @Transactional
    public void parcelCame(Collector me, long id, ParcelCame came) {
        ArrivalStore.ArrivalRow a = store.arrivalForUpdate(me, id).orElseThrow(Arrivals::none);
        LocalDate on = Fields.day("cameOn", came.cameOn(), LocalDate.now(clock));
        List<ArrivalStore.LineRow> waiting = store.lines(me, id).stream()
                .filter(l -> l.state().equals(Arrivals.AWAITED) && l.parcel() != null && l.parcel() == came.number())
                .toList();
        if (waiting.isEmpty()) {
            throw Refusal.of(
                    "number",
                    "Nothing is awaited in parcel " + came.number() + ".",
                    "Look at the lines: they say which parcel they wait for.");
        }
        List<ArrivalStore.GiverRow> givers = store.givers(me, id);
        acts.act(me, () -> "Parcel " + came.number() + " of " + Arrivals.called(a) + " came", () -> {
            for (ArrivalStore.LineRow l : waiting) {
                rows.change(me, "arrival_line", l.id(), Map.of("state", Arrivals.HERE));
                Optional<ArrivalStore.GiverRow> giver = givers.stream()
                        .filter(g -> l.giverId() != null && g.id() == l.giverId())
                        .findFirst();
                holdings(a, l.here(), from(a, giver, ""), on).forEach(h -> hold(me, a.id(), h));
            }
            String sheet = json.writeValueAsString(arrivals.sheet(a).withParcel(came.number(), on.toString()));
            rows.change(me, "arrival", id, Map.of("sheet", sheet));
        });
    }

    /** Opens a set: its members no longer lie in it but stand by themselves. */
    @Transactional
    public void openSet(Collector me, long id) {
        ArrivalStore.ArrivalRow a = store.arrivalForUpdate(me, id).orElseThrow(Arrivals::none);
        List<Long> holdings = store.holdingsKept(me, id, inSet(a));
        if (holdings.isEmpty()) {
            throw Refusal.of("arrival", "No paint lies in this set any more.", "It is open already.");
        }
        acts.act(
                me,
                () -> "Opened the set " + a.title(),
                () -> holdings.forEach(h -> rows.change(me, "holding", h, Map.of("kept_where", ""))));
    }
}
