package molvet.server.chart;

import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneOffset;
import java.time.format.DateTimeParseException;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import java.util.TreeMap;
import molvet.core.chart.ChartForm;
import molvet.core.chart.ChartSpec;
import molvet.core.chart.EyeTap;
import molvet.core.chart.Plan;
import molvet.core.chart.Ruling;
import molvet.core.collection.School;
import molvet.core.collection.SchoolOrder;
import molvet.core.collection.Swatchable;
import molvet.core.measure.Rect;
import molvet.core.measure.Refusal;
import molvet.core.measure.Words;
import molvet.core.pigment.PigmentReference;
import molvet.server.arrival.DotCards;
import molvet.server.chart.ChartStore.CellRow;
import molvet.server.chart.ChartStore.CellRow.Holds;
import molvet.server.chart.ChartStore.ChartRow;
import molvet.server.collection.OrderStore;
import molvet.server.collection.Paints;
import molvet.server.maker.Makers;
import molvet.server.platform.Acts;
import molvet.server.platform.Collector;
import molvet.server.platform.Fields;
import molvet.server.platform.NotFound;
import molvet.server.platform.OneOf;
import molvet.server.platform.Rows;
import molvet.server.platform.Taken;
import molvet.server.platform.Utc;
import molvet.server.shelf.Shelf;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import tools.jackson.databind.json.JsonMapper;

/** Charts: planned, ordered, painted, corrected as the paper was, dried and filed. One act, one transaction. */
@Service
public class Charts {
    /** What went otherwise than planned. */
    enum Slip {
        /** Two cells hold each other's paint. */
        SWAPPED,
        /** A paint went into another cell than its own; that one's paint takes its place. */
        WRONG_SQUARE,
        /** A paint was painted a second time, in this cell. */
        TWICE,
        /** A cell was left bare, and everything after it moved on by one. */
        GAP,
        /** A cell was passed over, and is painted later or not at all. */
        SKIPPED,
        /** Washed out, to be painted again. */
        WASHED_OUT,
        /** The name was written wrong and whited out. */
        NAME_WRONG
    }

    private static final Rect NOT_MEASURED = new Rect(0, 0, 0, 0);

    private final ChartStore store;
    private final PaperStock stock;
    private final OrderStore orders;
    private final Shelf shelf;
    private final DotCards dots;
    private final Paints paints;
    private final Acts acts;
    private final JsonMapper json;
    private final Clock clock;
    private final Rows rows;
    private final Makers makers;
    private final SchoolOrder schools = new SchoolOrder(PigmentReference.standard());

    Charts(
            ChartStore store,
            PaperStock stock,
            OrderStore orders,
            Shelf shelf,
            DotCards dots,
            Paints paints,
            Acts acts,
            JsonMapper json,
            Clock clock,
            Rows rows,
            Makers makers) {
        this.makers = makers;
        this.rows = rows;
        this.store = store;
        this.stock = stock;
        this.orders = orders;
        this.shelf = shelf;
        this.dots = dots;
        this.paints = paints;
        this.acts = acts;
        this.json = json;
        this.clock = clock;
    }

    /** {@code at}: when, ISO 8601; left out, now. {@code eye}: taps. */
    public record Painted(
            int cell,
            @Nullable String at,
            @OneOf(EyeTap.class) @Nullable List<String> eye) {}

    public record Correction(
            @OneOf(Charts.Slip.class) String kind,
            int cell,
            @Nullable Integer other,
            @Nullable String note) {}

    public record Filing(
            String place,
            @OneOf(School.class) @Nullable String school,
            @Nullable Boolean makeKeeper,
            @Nullable String paintedOn) {}

    /** @param sheet of the card, from 1; left out: all of it */
    public record CardCut(
            @Nullable Integer sheet,
            @Nullable String place,
            @Nullable Boolean makeKeeper,
            @Nullable String paintedOn) {}

    ChartRow chart(Collector me, long id) {
        return store.chart(me, id).orElseThrow(() -> new NotFound("There is no chart " + id + " in your collection."));
    }

    NewChart kept(ChartRow chart) {
        return json.readValue(chart.spec(), NewChart.class);
    }

    Plan plan(ChartRow chart) {
        NewChart kept = kept(chart);
        return Ruling.plan(kept.spec(kept.isMarked()));
    }

    @Transactional
    public long add(Collector me, NewChart asked) {
        List<Long> paints = asked.paints() == null
                ? List.of()
                : asked.paints().stream().filter(Objects::nonNull).distinct().toList();
        if (paints.isEmpty()) throw Refusal.of("paints", "There is no paint on this chart.", "Choose at least one.");
        if (paints.size() > ChartSpec.MOST_CELLS) {
            throw Refusal.of(
                    "paints",
                    paints.size() + " paints are more than one chart holds.",
                    "Plan charts of up to " + ChartSpec.MOST_CELLS + ".");
        }
        Map<Long, OrderStore.CardRow> cards = orders.cards(me, paints);
        if (cards.size() < paints.size()) {
            throw new NotFound("One of these paints is not in your collection. Nothing was planned.");
        }
        School school = Fields.one("school", asked.school(), School.SEVEN_GROUPS, School.values());
        String title = Words.line("title", asked.title() == null ? "" : asked.title(), 160);
        String note = Words.lines("note", asked.note() == null ? "" : asked.note(), 2000);
        // What is asked is looked at whole, before it is cut down to what is kept.
        asked.spec(asked.isMarked());
        NewChart kept = asked.kept(paints.size());
        ChartSpec spec = kept.spec(kept.isMarked());
        Plan plan = Ruling.plan(spec);
        List<Long> order = ordered(spec.form(), school, paints, cards);
        return acts.act(
                me, () -> "Planned a chart of " + paints.size() + (paints.size() == 1 ? " paint" : " paints"), () -> {
                    if (asked.stock() != null)
                        stock.take(me, asked.stock(), plan.pages().size());
                    // So that two windows do not take one number.
                    acts.oneAtATime(me);
                    long id = rows.add(
                            me,
                            "chart",
                            Map.of(
                                    "number",
                                    store.lastNumber(me) + 1,
                                    "title",
                                    title,
                                    "form",
                                    spec.form(),
                                    "school",
                                    school,
                                    "spec",
                                    json.writeValueAsString(kept),
                                    "note",
                                    note,
                                    "created_at",
                                    clock.instant()));
                    plan.cells()
                            .forEach(c -> addCell(
                                    me, id, c.index(), c.paint() >= order.size() ? Holds.NOTHING : Holds.of(c, order)));
                    return id;
                });
    }

    /** A sheet of numbered squares for paints that are not known yet: two strengths each. */
    @Transactional
    public long addScrap(Collector me, int squares, String title) {
        NewChart asked = NewChart.scrap(squares);
        Ruling.plan(asked.spec(true));
        return acts.act(me, () -> "Printed a scrap form of " + squares + " squares", () -> {
            acts.oneAtATime(me);
            Map<String, Object> row = new HashMap<>();
            row.put("number", store.lastNumber(me) + 1);
            row.put("title", title);
            row.put("form", ChartForm.TWO_SQUARES);
            row.put("school", School.BY_HAND);
            row.put("spec", json.writeValueAsString(asked));
            row.put("note", "");
            row.put("created_at", clock.instant());
            long id = rows.add(me, "chart", row);
            for (int i = 0; i < squares; i++) addCell(me, id, i, Holds.NOTHING);
            return id;
        });
    }

    /** It turns out which paint lies in a bare cell. Part of the act under way. */
    void give(Collector me, long chart, Map<Integer, Long> paints) {
        store.cellsForUpdate(me, chart).stream()
                .filter(c -> paints.containsKey(c.position()) && !c.isPainted())
                .forEach(c -> changeCell(
                        me, c.holding(Holds.one(paints.get(c.position()))).withState("PLANNED")));
    }

    private void addCell(Collector me, long chart, int position, Holds holds) {
        rows.add(me, "chart_cell", CellRow.planned(chart, position, holds));
    }

    void changeCell(Collector me, CellRow cell) {
        rows.change(me, "chart_cell", cell.id(), cell);
    }

    /** Of one against all and of a ladder, the one leads whatever the order. */
    List<Long> ordered(ChartForm form, School school, List<Long> paints, Map<Long, OrderStore.CardRow> cards) {
        // Which paints are the one family and which the other, and which corner is whose, is said by their order alone.
        if (form.isInOrderGiven()) return paints;
        boolean led = form == ChartForm.ONE_AGAINST_ALL || form == ChartForm.LADDER;
        List<Swatchable> colours = paints.stream()
                .skip(led ? 1 : 0)
                .map(p -> cards.get(p).swatchable())
                .toList();
        List<Long> order = new ArrayList<>(led ? paints.subList(0, 1) : List.of());
        schools.order(school, colours).order().forEach(id -> order.add(Long.parseLong(id)));
        return order;
    }

    /**
     * Puts what is not painted yet into another order; painted cells stay as they are on the paper.
     *
     * @param byHand the wished order of paints, instead of a school
     */
    @Transactional
    public void reorder(Collector me, long id, @Nullable String school, @Nullable List<Long> byHand) {
        ChartRow chart = chart(me, id);
        ChartForm form = ChartForm.valueOf(chart.form());
        if (form.isMixed()) {
            throw Refusal.of(
                    "school", "Mixtures stand where their paints cross.", "Plan the chart anew in another order.");
        }
        List<CellRow> cells = store.cellsForUpdate(me, id).stream()
                .filter(c -> c.paintId() != null)
                .toList();
        List<String> now = cells.stream().map(c -> String.valueOf(c.paintId())).toList();
        School wanted = byHand != null ? School.BY_HAND : Fields.one("school", school, School.values());
        List<String> wished;
        if (byHand != null) {
            wished = byHand.stream().map(String::valueOf).toList();
            List<String> a = new ArrayList<>(now);
            List<String> b = new ArrayList<>(wished);
            a.sort(null);
            b.sort(null);
            if (!a.equals(b)) {
                throw Refusal.of(
                        "paints", "These are not the paints of this chart.", "Send each once, in the order wished.");
            }
        } else {
            Map<Long, OrderStore.CardRow> cards =
                    orders.cards(me, cells.stream().map(CellRow::paintId).toList());
            wished = schools.order(
                            wanted,
                            cells.stream()
                                    .map(c -> cards.get(c.paintId()).swatchable())
                                    .toList())
                    .order();
        }
        Set<Integer> painted = new HashSet<>();
        for (int i = 0; i < cells.size(); i++) if (cells.get(i).isPainted()) painted.add(i);
        List<String> then = SchoolOrder.keepingPainted(now, painted, wished);
        List<CellRow> changed = new ArrayList<>();
        for (int i = 0; i < cells.size(); i++) {
            long paint = Long.parseLong(then.get(i));
            if (paint != cells.get(i).paintId()) changed.add(cells.get(i).holding(Holds.one(paint)));
        }
        acts.act(me, () -> "Put " + chart.code() + " into another order", () -> {
            rows.change(me, "chart", id, Map.of("school", wanted));
            changed.forEach(c -> changeCell(me, c));
        });
    }

    @Transactional
    public void rename(
            Collector me, long id, @Nullable String title, @Nullable String note, @Nullable Integer version) {
        ChartRow chart = chart(me, id);
        String newTitle = Words.line("title", title == null ? chart.title() : title, 160);
        String newNote = Words.lines("note", note == null ? chart.note() : note, 2000);
        acts.act(
                me,
                () -> "Changed " + chart.code(),
                () -> rows.change(me, "chart", id, Map.of("title", newTitle, "note", newNote), version, () -> chart));
    }

    /** A chart that is painted stays: it is paper. Its plan can be deleted before that. */
    @Transactional
    public void delete(Collector me, long id) {
        ChartRow chart = chart(me, id);
        List<CellRow> cells = store.cellsForUpdate(me, id);
        if (cells.stream().anyMatch(CellRow::isPainted)) {
            throw new Taken(
                    "chart-painted",
                    chart.code() + " is painted already, and stays as its record. Nothing was deleted.",
                    null);
        }
        acts.act(me, () -> "Deleted the plan " + chart.code(), () -> rows.remove(me, "chart", id));
    }

    /** A cell was painted. One that is painted already stays as it is, so that a late phone changes nothing. */
    @Transactional
    public void painted(Collector me, long id, Painted typed) {
        ChartRow chart = chart(me, id);
        List<CellRow> cells = store.cellsForUpdate(me, id);
        CellRow cell = cell(cells, typed.cell());
        Set<String> eye = eye(typed.eye());
        if (cell.paintId() == null) {
            throw Refusal.of(
                    "cell",
                    "Cell " + (typed.cell() + 1) + " was left bare; there is no paint for it.",
                    "Choose another cell.");
        }
        if (cell.isPainted()) {
            if (!eye.isEmpty()) noteEye(me, chart, cell, merged(cell.eye(), eye));
            return;
        }
        Instant at = at(typed.at());
        paint(me, chart, cell, at, merged(cell.eye(), eye));
    }

    private void paint(Collector me, ChartRow chart, CellRow cell, Instant at, String eye) {
        acts.act(me, () -> "Painted cell " + (cell.position() + 1) + " of " + chart.code(), () -> {
            Long swatch = cell.secondId() != null ? null : swatch(me, chart, cell, cell.paintId(), at);
            changeCell(me, cell.withPainting(swatch, Utc.of(at), null, eye));
            observe(me, chart, cell, eye);
        });
    }

    long swatch(Collector me, ChartRow chart, CellRow cell, long paint, Instant at) {
        Plan plan = plan(chart);
        boolean card = isCut(chart);
        Rect box = card
                ? plan.cells()
                        .skip(cell.position())
                        .findFirst()
                        .map(Plan.Cell::box)
                        .orElse(NOT_MEASURED)
                : new Rect(0, 0, plan.paper().width(), plan.paper().height());
        return shelf.paintedCell(
                me,
                paint,
                LocalDate.ofInstant(at, ZoneOffset.UTC),
                chart.code() + " cell " + (cell.position() + 1),
                new Shelf.Piece(card ? Shelf.SwatchKind.CARD : Shelf.SwatchKind.SHEET, box.width(), box.height()));
    }

    /** One tap more or less of what the eye sees. */
    @Transactional
    public void eye(Collector me, long id, Painted typed) {
        ChartRow chart = chart(me, id);
        CellRow cell = cell(store.cellsForUpdate(me, id), typed.cell());
        noteEye(me, chart, cell, String.join(" ", eye(typed.eye())));
    }

    private void noteEye(Collector me, ChartRow chart, CellRow cell, String eye) {
        if (eye.equals(cell.eye())) return;
        boolean tacky = eye.contains(EyeTap.TACKY.name()) && !cell.eye().contains(EyeTap.TACKY.name());
        acts.act(me, () -> "Noted cell " + (cell.position() + 1) + " of " + chart.code(), () -> {
            if (tacky && cell.paintId() != null) {
                store.makerOf(me, cell.paintId()).ifPresent(m -> makers.note(me, m, tackySaid(me, chart, cell)));
            }
            changeCell(me, cell.withEye(eye));
            withdraw(me, chart, cell, eye);
            observe(me, chart, cell, eye);
        });
    }

    /** A cell of one paint speaks of it; one of two does not. */
    private static boolean observed(CellRow cell) {
        return cell.paintId() != null && cell.secondId() == null;
    }

    /** Every new tap is an observation of the paint, at this sitting. */
    private void observe(Collector me, ChartRow chart, CellRow cell, String eye) {
        if (!observed(cell)) return;
        List<String> before = List.of(cell.eye().split(" "));
        for (String tap : eye.split(" ")) {
            if (tap.isEmpty() || before.contains(tap)) continue;
            EyeTap seen = EyeTap.valueOf(tap);
            paints.noted(me, cell.paintId(), seen.trait(), seen.step(), chart.id());
        }
    }

    /** Takes back observations of this sitting whose tap is taken back. */
    private void withdraw(Collector me, ChartRow chart, CellRow cell, String eye) {
        if (!observed(cell)) return;
        List<String> now = List.of(eye.split(" "));
        for (String tap : cell.eye().split(" ")) {
            if (tap.isEmpty() || now.contains(tap)) continue;
            EyeTap seen = EyeTap.valueOf(tap);
            paints.withdraw(me, cell.paintId(), seen.trait(), seen.step(), chart.id());
        }
    }

    /** What stays tacky is noted with its maker. */
    private String tackySaid(Collector me, ChartRow chart, CellRow cell) {
        String name =
                orders.cards(me, List.of(cell.paintId())).get(cell.paintId()).name();
        long days = cell.paintedAt() == null
                ? 0
                : Duration.between(Utc.instant(cell.paintedAt()), clock.instant())
                        .toDays();
        return name + " stays tacky on paper, " + days + (days == 1 ? " day" : " days") + " after painting ("
                + chart.code() + ").";
    }

    /** All that is painted is dry. */
    @Transactional
    public void dry(Collector me, long id) {
        ChartRow chart = chart(me, id);
        List<CellRow> wet = store.cellsForUpdate(me, id).stream()
                .filter(c -> c.isPainted() && c.dryAt() == null)
                .toList();
        if (wet.isEmpty()) return;
        acts.act(
                me,
                () -> chart.code() + " is dry",
                () -> wet.forEach(c -> changeCell(me, c.withDry(Utc.of(clock.instant())))));
    }

    /** Brings the record in step with the paper. One act, undone in one. */
    @Transactional
    public void correct(Collector me, long id, Correction typed) {
        ChartRow chart = chart(me, id);
        List<CellRow> cells = store.cellsForUpdate(me, id);
        CellRow cell = cell(cells, typed.cell());
        Slip slip = Fields.one("kind", typed.kind(), Slip.values());
        boolean needsOther = slip == Slip.SWAPPED || slip == Slip.WRONG_SQUARE || slip == Slip.TWICE;
        if (needsOther && typed.other() == null) {
            throw Refusal.of("other", "Which other cell?", "Name the cell it was mixed up with.");
        }
        CellRow other = needsOther ? cell(cells, typed.other()) : cell;
        if (needsOther && other.id() == cell.id()) {
            throw Refusal.of("other", "That is the same cell.", "Name the cell it was mixed up with.");
        }
        String note = Words.line("note", typed.note() == null ? "" : typed.note(), 200);
        acts.act(me, () -> said(slip, chart, cell, other), () -> {
            switch (slip) {
                case SWAPPED -> swap(me, cell, other);
                case WRONG_SQUARE -> wrongSquare(me, chart, cell, other);
                case TWICE -> twice(me, chart, cell, other, cells);
                case GAP -> gap(me, chart, cells, cell);
                case SKIPPED -> {
                    refusePainted(cell, "it cannot have been passed over");
                    changeCell(me, cell.withState("SKIPPED").noted(note.isEmpty() ? "passed over" : note));
                }
                case WASHED_OUT -> {
                    if (!cell.isPainted())
                        throw Refusal.of("cell", "That cell is not painted.", "Choose a painted one.");
                    if (cell.swatchId() != null) shelf.washedOut(me, cell.swatchId());
                    changeCell(
                            me,
                            cell.withoutPainting().noted(note.isEmpty() ? "washed out, to be painted again" : note));
                }
                case NAME_WRONG -> changeCell(me, cell.noted(note.isEmpty() ? "name written wrong, whited out" : note));
            }
        });
    }

    private static String said(Slip slip, ChartRow chart, CellRow cell, CellRow other) {
        String a = "cell " + (cell.position() + 1);
        String b = "cell " + (other.position() + 1);
        return chart.code() + ": "
                + switch (slip) {
                    case SWAPPED -> a + " and " + b + " are swapped";
                    case WRONG_SQUARE -> "the paint of " + a + " went into " + b;
                    case TWICE -> b + " holds the paint of " + a + " again";
                    case GAP -> a + " was left bare, the rest moved on";
                    case SKIPPED -> a + " was passed over";
                    case WASHED_OUT -> a + " was washed out";
                    case NAME_WRONG -> "the name in " + a + " was written wrong";
                };
    }

    /** What was painted is the other's paint: paints change cells, and swatches change paints with them. */
    private void swap(Collector me, CellRow one, CellRow other) {
        changeCell(me, one.holding(other.holds()));
        changeCell(me, other.holding(one.holds()));
        if (one.swatchId() != null && other.paintId() != null) shelf.givePaint(me, one.swatchId(), other.paintId());
        if (other.swatchId() != null && one.paintId() != null) shelf.givePaint(me, other.swatchId(), one.paintId());
    }

    private void wrongSquare(Collector me, ChartRow chart, CellRow cell, CellRow other) {
        refusePainted(other, "nothing else can have gone there");
        Instant now = clock.instant();
        if (cell.isPainted()) {
            // It was ticked off where it belonged: the swatch goes over to the cell it is in.
            changeCell(me, cell.holding(other.holds()).withoutPainting());
            changeCell(
                    me,
                    other.holding(cell.holds())
                            .withPainting(cell.swatchId(), cell.paintedAt(), cell.dryAt(), cell.eye()));
            return;
        }
        Long swatch = cell.secondId() != null || cell.paintId() == null
                ? null
                : swatch(me, chart, other, cell.paintId(), now);
        changeCell(me, cell.holding(other.holds()).withState(other.paintId() == null ? "BARE" : "PLANNED"));
        changeCell(me, other.holding(cell.holds()).withPainting(swatch, Utc.of(now), null, ""));
    }

    /** The other cell holds this paint again; its own paint goes to the end of the sheet if there is room. */
    private void twice(Collector me, ChartRow chart, CellRow cell, CellRow other, List<CellRow> cells) {
        refusePainted(other, "take “swapped” if the two are mixed up");
        if (cell.paintId() == null)
            throw Refusal.of("cell", "That cell is bare.", "Choose the cell whose paint it was.");
        Instant now = clock.instant();
        Long swatch = cell.secondId() != null ? null : swatch(me, chart, other, cell.paintId(), now);
        Long out = other.paintId();
        boolean moved = out != null && append(me, chart, cells.size(), other.holds());
        String note = "painted twice" + (out == null || moved ? "" : "; its own paint has no cell on this sheet");
        changeCell(
                me,
                other.holding(cell.holds())
                        .withPainting(swatch, Utc.of(now), null, "")
                        .noted(note));
    }

    private void gap(Collector me, ChartRow chart, List<CellRow> cells, CellRow cell) {
        refusePainted(cell, "it is not bare");
        List<CellRow> free = cells.stream()
                .filter(c -> c.position() >= cell.position() && !c.isPainted())
                .toList();
        Holds next = Holds.NOTHING;
        for (CellRow c : free) {
            changeCell(me, c.holding(next).withState(next.paint() == null ? "BARE" : "PLANNED"));
            next = c.holds();
        }
        if (next.paint() != null && !append(me, chart, cells.size(), next)) {
            changeCell(
                    me,
                    cell.holding(Holds.NOTHING)
                            .withState("BARE")
                            .noted("left bare; the last paint has no cell on this sheet"));
        }
    }

    /** One more cell, if the sheet as it is ruled has room for it. */
    private boolean append(Collector me, ChartRow chart, int cells, Holds holds) {
        NewChart kept = kept(chart);
        if (holds.isMixture() || kept.chartForm().isMixed() || cells >= ChartSpec.MOST_CELLS) return false;
        Plan now = plan(chart);
        Plan more;
        try {
            more = Ruling.plan(kept.kept(cells + 1).spec(kept.isMarked()));
        } catch (Refusal e) {
            return false;
        }
        boolean same = more.pages().size() == now.pages().size()
                && more.cells()
                        .limit(cells)
                        .map(Plan.Cell::box)
                        .toList()
                        .equals(now.cells().map(Plan.Cell::box).toList());
        if (!same) return false;
        rows.change(me, "chart", chart.id(), Map.of("spec", json.writeValueAsString(kept.kept(cells + 1))));
        addCell(me, chart.id(), cells, holds);
        return true;
    }

    /** Files what is painted and not yet filed, one after the other from a place on. */
    @Transactional
    public void file(Collector me, long id, Filing typed) {
        ChartRow chart = chart(me, id);
        List<CellRow> cells = store.cellsForUpdate(me, id).stream()
                .filter(c -> c.isPainted() && c.swatchId() != null)
                .toList();
        List<Long> swatches = cells.stream().map(CellRow::swatchId).toList();
        if (Fields.text(typed.school()).length() > 0) {
            Map<Long, OrderStore.CardRow> cards =
                    orders.cards(me, cells.stream().map(CellRow::paintId).toList());
            School school = Fields.one("school", typed.school(), School.values());
            List<String> order = schools.order(
                            school,
                            cells.stream()
                                    .map(c -> cards.get(c.paintId()).swatchable())
                                    .toList())
                    .order();
            List<CellRow> left = new ArrayList<>(cells);
            swatches = order.stream()
                    .map(p -> {
                        CellRow next = left.stream()
                                .filter(c -> String.valueOf(c.paintId()).equals(p))
                                .findFirst()
                                .orElseThrow();
                        left.remove(next);
                        return next.swatchId();
                    })
                    .toList();
        }
        String place = Fields.text(typed.place());
        boolean make = Boolean.TRUE.equals(typed.makeKeeper());
        if (isCut(chart)) shelf.fileAll(me, swatches, place, make, chart.code());
        else shelf.fileSheets(me, bySheet(chart, cells), place, make, chart.code());
    }

    /** The swatches of a lid card are filed where their wells are. Part of the act under way. */
    void fileLid(Collector me, long id) {
        NewChart.LaidOut laid = kept(chart(me, id)).laid();
        if (laid == null || laid.lid() == null || laid.wells() == null) return;
        TreeMap<Integer, Long> wells = new TreeMap<>();
        store.cells(me, id).stream()
                .filter(c -> c.isPainted()
                        && c.swatchId() != null
                        && c.position() < laid.wells().size())
                .forEach(c -> wells.put(laid.wells().get(c.position()), c.swatchId()));
        if (!wells.isEmpty()) shelf.fileLid(me, laid.lid(), wells);
    }

    /** What stays in one piece is filed as it is: a sheet is a page. */
    private List<List<Long>> bySheet(ChartRow chart, List<CellRow> cells) {
        return plan(chart).pages().stream()
                .map(page -> page.cells().stream()
                        .flatMap(x -> cells.stream()
                                .filter(c -> c.position() == x.index())
                                .map(CellRow::swatchId))
                        .toList())
                .filter(sheet -> !sheet.isEmpty())
                .toList();
    }

    /**
     * A dot card, or a sheet of it, was cut into strips, which keep their printed names and are filed from a place on. Dots that are
     * gone, withdrawn or cut off before are passed over. They are dry, and stand beside swatches of one’s own without taking their
     * place.
     */
    @Transactional
    public int strips(Collector me, long dotcard, CardCut typed) {
        List<DotCards.ThereDot> there = dots.uncut(me, dotcard, typed.sheet());
        LocalDate on = Fields.day("paintedOn", typed.paintedOn(), LocalDate.ofInstant(clock.instant(), ZoneOffset.UTC));
        String place = Fields.text(typed.place());
        String what = typed.sheet() == null ? "a dot card" : "sheet " + typed.sheet() + " of a dot card";
        acts.act(me, () -> "Cut " + what + " into " + there.size() + (there.size() == 1 ? " strip" : " strips"), () -> {
            List<Long> swatches = new ArrayList<>();
            for (DotCards.ThereDot d : there) {
                long swatch = shelf.paintedCell(
                        me, d.paint(), on, "cut from its dot card", Shelf.Piece.unmeasured(Shelf.SwatchKind.STRIP));
                dots.cut(me, d.dot(), swatch);
                swatches.add(swatch);
            }
            if (!place.isBlank()) {
                shelf.fileEach(me, swatches, place, Boolean.TRUE.equals(typed.makeKeeper()));
            }
        });
        return there.size();
    }

    /** Whether its cells are cut apart; else the sheet stays one piece. */
    private static boolean isCut(ChartRow chart) {
        return ChartForm.valueOf(chart.form()).isCut();
    }

    // ---- small things -----------------------------------------------------------------------------------------------

    private static CellRow cell(List<CellRow> cells, int position) {
        return cells.stream()
                .filter(c -> c.position() == position)
                .findFirst()
                .orElseThrow(() -> new NotFound("There is no cell " + (position + 1) + " on this chart."));
    }

    private static void refusePainted(CellRow cell, String why) {
        if (cell.isPainted()) {
            throw Refusal.of(
                    "cell",
                    "Cell " + (cell.position() + 1) + " is painted: " + why + ".",
                    "Choose another correction.");
        }
    }

    private static Set<String> eye(@Nullable List<String> taps) {
        Set<String> all = new LinkedHashSet<>();
        if (taps != null) {
            if (taps.size() > EyeTap.values().length)
                throw Refusal.of("eye", "So many notes there are not.", "Each once.");
            taps.forEach(t -> all.add(Fields.one("eye", t, EyeTap.values()).name()));
        }
        return all;
    }

    private static String merged(String kept, Set<String> more) {
        Set<String> all = new LinkedHashSet<>(kept.isEmpty() ? List.of() : Arrays.asList(kept.split(" ")));
        all.addAll(more);
        return String.join(" ", all);
    }

    /** A stamp of a phone that was away; never later than now. */
    private Instant at(@Nullable String typed) {
        Instant now = clock.instant();
        if (Fields.text(typed).isBlank()) return now;
        try {
            Instant at = Instant.parse(typed.strip());
            if (at.isBefore(now.minus(Duration.ofDays(3660)))) throw new DateTimeParseException("", typed, 0);
            return at.isAfter(now) ? now : at;
        } catch (DateTimeParseException e) {
            throw Refusal.of("at", "That is not a time.", "Write it like 2026-05-02T09:30:00Z.");
        }
    }
}
