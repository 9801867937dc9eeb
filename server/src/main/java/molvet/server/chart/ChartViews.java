package molvet.server.chart;

import java.time.Instant;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.function.Function;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import molvet.core.chart.ChartForm;
import molvet.core.chart.EyeTap;
import molvet.core.chart.PageMarks;
import molvet.core.chart.PaintingSteps;
import molvet.core.chart.PartKind;
import molvet.core.chart.Plan;
import molvet.core.collection.Family;
import molvet.core.collection.School;
import molvet.core.collection.SchoolOrder;
import molvet.core.collection.Shimmer;
import molvet.core.collection.Swatchable;
import molvet.core.pigment.Cautions;
import molvet.core.pigment.Granulation;
import molvet.core.pigment.PigmentCode;
import molvet.core.pigment.PigmentReference;
import molvet.core.pigment.Recipe;
import molvet.core.pigment.Trait;
import molvet.server.chart.ChartStore.CellRow;
import molvet.server.chart.ChartStore.CellRow.Holds;
import molvet.server.chart.ChartStore.ChartRow;
import molvet.server.chart.ChartStore.Source;
import molvet.server.collection.OrderStore;
import molvet.server.collection.OrderStore.CardRow;
import molvet.server.collection.PaintViews;
import molvet.server.collection.PaintViews.PaintEntry;
import molvet.server.platform.Collector;
import molvet.server.platform.OneOf;
import molvet.server.platform.Utc;
import molvet.server.shelf.SwatchPlaces;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Charts as the page and scripts see them: lists, one with its cells, and plans that are not kept. */
@Service
class ChartViews {
    /** More cusps than this are not asked about at once. */
    private static final int MOST_CUSPS = 12;

    private static final int MOST_TRIED = 60;

    private final Charts charts;
    private final ChartStore store;
    private final OrderStore orders;
    private final PaintViews paints;
    private final SwatchPlaces places;
    private final PigmentReference reference;
    private final SchoolOrder schools;

    ChartViews(
            Charts charts,
            ChartStore store,
            OrderStore orders,
            PaintViews paints,
            SwatchPlaces places,
            PigmentReference reference) {
        this.charts = charts;
        this.store = store;
        this.orders = orders;
        this.paints = paints;
        this.places = places;
        this.reference = reference;
        this.schools = new SchoolOrder(reference);
    }

    /** {@code step} from 1 for squares of a strip. */
    record PartBox(
            @OneOf(PartKind.class) String kind,
            @Nullable Integer step,
            double x,
            double y,
            double width,
            double height) {}

    record CellBox(
            int cell,
            @Nullable Long paint,
            @Nullable Long second,
            double x,
            double y,
            double width,
            double height,
            List<PartBox> parts) {}

    record MarkerBox(int id, double x, double y, double size) {}

    record CodeBox(double x, double y, double size, String text) {}

    /** {@code markers} and {@code qr} are missing where a page is printed without marks. */
    record PageBox(
            int number,
            double width,
            double height,
            List<MarkerBox> markers,
            @Nullable CodeBox qr,
            List<CellBox> cells) {}

    /** Millimetres from the top left of each page. */
    record Geometry(List<PageBox> pages) {}

    record ChartEntry(
            long id,
            String code,
            String title,
            @OneOf(ChartForm.class) String form,
            String formInWords,
            Instant createdAt,
            int cells,
            int painted,
            int drying,
            int unfiled) {}

    record ChartList(List<ChartEntry> charts, List<DryingCell> drying) {}

    /** {@code advice}: no heat, or look at it tilted; empty for most. */
    record DryingCell(long chart, String code, int cell, String name, Instant since, String advice) {}

    /**
     * What a cell holds.
     *
     * @param washes of which washes equal drops are mixed, where strips of halved washes cross
     * @param warmth how it stands to the one before it
     */
    record ChartCell(
            int cell,
            int page,
            @Nullable Long paint,
            @Nullable Long second,
            int part,
            int secondPart,
            @Nullable Long third,
            int thirdPart,
            @Nullable String washes,

            @OneOf(words = {"PLANNED", "PAINTED", "BARE", "SKIPPED"})
            String state,

            @Nullable Instant paintedAt,
            @Nullable Instant dryAt,
            @OneOf(EyeTap.class) List<String> eye,
            String note,
            @Nullable Long swatch,
            @Nullable String place,
            @Nullable String warmth,
            String advice,
            List<String> cautions) {}

    /** A colour that could stand in either of two families, with its neighbours in each. */
    record CuspView(PaintEntry paint, String why, List<CuspChoice> choices) {}

    record CuspChoice(
            @OneOf(Family.class) String family,
            String words,
            @Nullable PaintEntry before,
            @Nullable PaintEntry after) {
        private List<Long> beside() {
            return List.of(before == null ? 0 : before.id(), after == null ? 0 : after.id());
        }
    }

    record GroupView(
            String name,
            List<Long> paints,
            List<Long> unpainted,
            @Nullable String note) {}

    record ChartPage(
            long id,
            String code,
            String title,
            @OneOf(ChartForm.class) String form,
            String formInWords,
            @OneOf(School.class) String school,
            String schoolInWords,
            String note,
            Instant createdAt,
            int version,
            NewChart asked,
            List<String> notes,
            Geometry geometry,
            List<PaintEntry> paints,
            List<ChartCell> cells,
            List<CuspView> cusps) {}

    /** One paint that might be painted out. {@code where} its paint is; {@code whyNot} if there is none. */
    record Candidate(PaintEntry paint, boolean canBePainted, String where, String whyNot) {}

    /** A plan that is not kept. */
    record PlanView(
            List<PlanPage> pages,
            List<String> notes,
            double size,
            List<PaintEntry> order,
            List<GroupView> groups,
            List<CuspView> cusps) {}

    record PlanPage(int number, double width, double height, List<PlanCell> cells) {}

    record PlanCell(
            int index,
            @Nullable Long paint,
            @Nullable Long second,
            @Nullable Long third,
            double x,
            double y,
            double width,
            double height,
            List<PartBox> parts) {}

    // ---- lists ------------------------------------------------------------------------------------------------------

    @Transactional(readOnly = true)
    public ChartList charts(Collector me) {
        List<ChartEntry> all = store.charts(me).stream()
                .map(s -> new ChartEntry(
                        s.id(),
                        String.format("C-%04d", s.number()),
                        s.title(),
                        s.form(),
                        ChartForm.valueOf(s.form()).words(),
                        Utc.instant(s.createdAt()),
                        s.cells(),
                        s.painted(),
                        s.drying(),
                        s.unfiled()))
                .toList();
        List<DryingCell> drying = new ArrayList<>();
        for (ChartEntry c : all) {
            if (c.drying() == 0) continue;
            List<CellRow> wet = store.cells(me, c.id()).stream()
                    .filter(x -> x.isPainted() && x.dryAt() == null)
                    .toList();
            Map<Long, PaintEntry> entries = entries(me, wet);
            wet.forEach(x -> drying.add(new DryingCell(
                    c.id(),
                    c.code(),
                    x.position(),
                    Optional.ofNullable(entries.get(x.paintId()))
                            .map(PaintEntry::name)
                            .orElse("a paint that is gone"),
                    Utc.instant(x.paintedAt()),
                    advice(entries.get(x.paintId())))));
        }
        return new ChartList(all, drying);
    }

    @Transactional(readOnly = true)
    public List<Candidate> candidates(Collector me, List<Long> ids) {
        Map<Long, Source> sources = store.sources(me, ids);
        List<Long> without = ids.stream().filter(i -> !sources.containsKey(i)).toList();
        Map<Long, String> why = store.whyNot(me, without);
        Map<Long, PaintEntry> entries = byId(paints.entries(me, ids));
        return ids.stream()
                .map(entries::get)
                .filter(Objects::nonNull)
                .map(p -> {
                    Source s = sources.get(p.id());
                    return new Candidate(
                            p, s != null, s == null ? "" : s.words(), s != null ? "" : why.getOrDefault(p.id(), ""));
                })
                .toList();
    }

    // ---- one chart --------------------------------------------------------------------------------------------------

    @Transactional(readOnly = true)
    public ChartPage page(Collector me, long id, String base) {
        ChartRow chart = charts.chart(me, id);
        NewChart asked = charts.kept(chart);
        List<CellRow> cells = store.cells(me, id);
        Map<Long, CardRow> cards = cards(me, cells);
        Plan plan = planned(chart, cells, cards);
        Map<Long, PaintEntry> entries = entries(me, cells);
        Map<Long, String> filed = store.places(me, id);
        List<ChartCell> views = new ArrayList<>();
        CardRow before = null;
        ChartForm form = ChartForm.valueOf(chart.form());
        for (CellRow c : cells) {
            CardRow card = c.paintId() == null ? null : cards.get(c.paintId());
            Optional<String> warmth = before == null || card == null || c.secondId() != null
                    ? Optional.empty()
                    : schools.warmth(card.swatchable(), before.swatchable());
            before = card;
            views.add(new ChartCell(
                    c.position(),
                    plan.pageOf(c.position()),
                    c.paintId(),
                    c.secondId(),
                    c.part(),
                    c.secondPart(),
                    c.thirdId(),
                    c.thirdPart(),
                    form.washes(c.portions().stream()
                                    .map(Sheets.Square.Portion::parts)
                                    .toList())
                            .orElse(null),
                    c.state(),
                    c.paintedAt() == null ? null : Utc.instant(c.paintedAt()),
                    c.dryAt() == null ? null : Utc.instant(c.dryAt()),
                    taps(c.eye()),
                    c.note(),
                    c.swatchId(),
                    c.swatchId() == null ? null : filed.get(c.swatchId()),
                    warmth.orElse(null),
                    advice(c.paintId() == null ? null : entries.get(c.paintId())),
                    card == null
                            ? List.of()
                            : Cautions.of(card.pigments(), reference).elements()));
        }
        School school = School.valueOf(chart.school());
        boolean mixed = cells.stream().anyMatch(c -> c.secondId() != null);
        List<CardRow> planned = cells.stream()
                .filter(c -> !c.isPainted() && c.paintId() != null)
                .map(c -> cards.get(c.paintId()))
                .filter(Objects::nonNull)
                .distinct()
                .toList();
        return new ChartPage(
                id,
                chart.code(),
                chart.title(),
                chart.form(),
                form.words(),
                school.name(),
                form.isInOrderGiven() ? "in the order given" : school.words(),
                chart.note(),
                Utc.instant(chart.createdAt()),
                chart.version(),
                asked,
                plan.notes(),
                geometry(chart, plan, cells, base),
                List.copyOf(entries.values()),
                views,
                mixed ? List.of() : cusps(school, planned, entries));
    }

    @Transactional(readOnly = true)
    public Geometry geometry(Collector me, long id, String base) {
        ChartRow chart = charts.chart(me, id);
        List<CellRow> cells = store.cells(me, id);
        return geometry(chart, planned(chart, cells, cards(me, cells)), cells, base);
    }

    private Geometry geometry(ChartRow chart, Plan plan, List<CellRow> cells, String base) {
        Map<Integer, CellRow> rows = cells.stream().collect(Collectors.toMap(CellRow::position, Function.identity()));
        Optional<PageMarks> marks = marks(charts.kept(chart), plan);
        return new Geometry(plan.pages().stream()
                .map(p -> new PageBox(
                        p.number(),
                        plan.paper().width(),
                        plan.paper().height(),
                        marks.map(PageMarks::markers).orElse(List.of()).stream()
                                .map(m -> new MarkerBox(
                                        m.id(),
                                        m.box().x(),
                                        m.box().y(),
                                        m.box().width()))
                                .toList(),
                        marks.map(PageMarks::qr)
                                .map(q -> new CodeBox(q.x(), q.y(), q.width(), link(base, chart) + p.number()))
                                .orElse(null),
                        p.cells().stream().map(c -> box(c, rows.get(c.index()))).toList()))
                .toList());
    }

    private static CellBox box(Plan.Cell c, @Nullable CellRow row) {
        return new CellBox(
                c.index(),
                row == null ? null : row.paintId(),
                row == null ? null : row.secondId(),
                c.box().x(),
                c.box().y(),
                c.box().width(),
                c.box().height(),
                parts(c));
    }

    private static List<PartBox> parts(Plan.Cell c) {
        return c.parts().stream()
                .map(p -> new PartBox(
                        p.kind().name(),
                        p.step() > 0 ? p.step() : null,
                        p.box().x(),
                        p.box().y(),
                        p.box().width(),
                        p.box().height()))
                .toList();
    }

    static Optional<PageMarks> marks(NewChart kept, Plan plan) {
        return kept.isMarked() ? Optional.of(PageMarks.on(plan.paper())) : Optional.empty();
    }

    static String link(String base, ChartRow chart) {
        return base + "/c/" + chart.id() + "/";
    }

    /** A chart’s ruling and marks. */
    record Printed(Plan plan, Optional<PageMarks> marks) {}

    Printed printed(Collector me, ChartRow chart, List<CellRow> cells) {
        Plan plan = planned(chart, cells, cards(me, cells));
        return new Printed(plan, marks(charts.kept(chart), plan));
    }

    /** The ruling, with a black bar in the cells whose paint plays with the light. */
    Plan planned(ChartRow chart, List<CellRow> cells, Map<Long, CardRow> cards) {
        Plan plan = charts.plan(chart);
        if (!charts.kept(chart).isBarred()) return plan;
        java.util.Set<Integer> shimmering = cells.stream()
                .filter(c -> c.paintId() != null && cards.containsKey(c.paintId()))
                .filter(c -> {
                    CardRow card = cards.get(c.paintId());
                    return Shimmer.of(card.name(), card.pigments());
                })
                .map(CellRow::position)
                .collect(Collectors.toSet());
        return plan.with(c -> shimmering.contains(c.index()) ? c.withBlackBar() : c);
    }

    // ---- the plan of what is only asked for
    // --------------------------------------------------------------------------

    /** @param plan with or without marks, as ruled; {@code ids} the paints, in their order already */
    @Transactional(readOnly = true)
    public PlanView plan(Collector me, NewChart asked, Plan plan, School school) {
        List<Long> chosen = asked.paints() == null
                ? List.of()
                : asked.paints().stream().filter(Objects::nonNull).distinct().toList();
        Map<Long, CardRow> cards = orders.cards(me, chosen);
        List<Long> own = chosen.stream().filter(cards::containsKey).toList();
        List<Long> order = own.isEmpty() ? own : charts.ordered(asked.chartForm(), school, own, cards);
        Map<Long, PaintEntry> entries = byId(paints.entries(me, own));
        boolean mixed = asked.chartForm().isMixed();
        List<CardRow> inOrder = order.stream().map(cards::get).toList();
        List<Swatchable> colours = inOrder.stream().map(CardRow::swatchable).toList();
        return new PlanView(
                plan.pages().stream()
                        .map(p -> new PlanPage(
                                p.number(),
                                plan.paper().width(),
                                plan.paper().height(),
                                p.cells().stream()
                                        .map(c -> planCell(asked, c, order, cards))
                                        .toList()))
                        .toList(),
                plan.notes(),
                plan.size(),
                order.stream().map(entries::get).filter(Objects::nonNull).toList(),
                schools.order(school, colours).groups().stream()
                        .map(g -> new GroupView(
                                g.name(),
                                g.ids().stream().map(Long::parseLong).toList(),
                                g.unpainted().stream().map(Long::parseLong).toList(),
                                g.note().orElse(null)))
                        .toList(),
                mixed ? List.of() : cusps(school, inOrder, entries));
    }

    private PlanCell planCell(NewChart asked, Plan.Cell c, List<Long> order, Map<Long, CardRow> cards) {
        // Blue wool references lie below the paints.
        Holds holds = c.paint() < order.size() ? Holds.of(c, order) : Holds.NOTHING;
        Long paint = holds.paint();
        Plan.Cell cell = paint != null
                        && asked.isBarred()
                        && Shimmer.of(cards.get(paint).name(), cards.get(paint).pigments())
                ? c.withBlackBar()
                : c;
        return new PlanCell(
                c.index(),
                paint,
                holds.second(),
                holds.third(),
                c.box().x(),
                c.box().y(),
                c.box().width(),
                c.box().height(),
                parts(cell));
    }

    /** Each colour on a cusp is tried in both families, so that the neighbours shown are those it would have. */
    private List<CuspView> cusps(School school, List<CardRow> cards, Map<Long, PaintEntry> entries) {
        List<Swatchable> colours = cards.stream().map(CardRow::swatchable).toList();
        return schools.order(school, colours).cusps().stream()
                .filter(c -> colours.stream()
                        .anyMatch(x -> x.id().equals(c.id()) && x.chosen().isEmpty()))
                .limit(MOST_TRIED)
                .map(c -> new CuspView(
                        entries.get(Long.parseLong(c.id())),
                        c.why(),
                        Stream.of(c.one(), c.other())
                                .map(f -> {
                                    List<String> order = schools.order(
                                                    school,
                                                    colours.stream()
                                                            .map(x -> x.id().equals(c.id()) ? x.keptWith(f) : x)
                                                            .toList())
                                            .order();
                                    int at = order.indexOf(c.id());
                                    return new CuspChoice(
                                            f.name(),
                                            f.words(),
                                            at > 0 ? entries.get(Long.parseLong(order.get(at - 1))) : null,
                                            at < order.size() - 1
                                                    ? entries.get(Long.parseLong(order.get(at + 1)))
                                                    : null);
                                })
                                .toList()))
                // Where both families lie in one heap of this school, nothing hangs on the answer.
                .filter(c -> c.paint() != null
                        && c.choices().stream()
                                        .map(CuspChoice::beside)
                                        .distinct()
                                        .count()
                                > 1)
                .limit(MOST_CUSPS)
                .toList();
    }

    // ---- small things -----------------------------------------------------------------------------------------------

    private static String advice(@Nullable PaintEntry paint) {
        if (paint == null) return "";
        return String.join(". ", PaintingSteps.advice(granulation(paint), Shimmer.of(paint.name(), recipe(paint))));
    }

    static Optional<Granulation> granulation(PaintEntry paint) {
        return paint.voices().stream()
                .filter(v -> v.trait().equals(Trait.GRANULATION.words()))
                .flatMap(v -> Stream.ofNullable(v.verdict()))
                .map(step -> Granulation.values()[step])
                .findFirst();
    }

    static Recipe recipe(PaintEntry paint) {
        return new Recipe(paint.recipe().stream()
                .flatMap(c -> PigmentCode.parse(c).stream())
                .toList());
    }

    Map<Long, CardRow> cards(Collector me, List<CellRow> cells) {
        return orders.cards(me, ids(cells));
    }

    Map<Long, PaintEntry> entries(Collector me, List<CellRow> cells) {
        return byId(paints.entries(me, ids(cells)));
    }

    private static List<Long> ids(List<CellRow> cells) {
        return cells.stream()
                .flatMap(c -> Stream.of(c.paintId(), c.secondId(), c.thirdId()))
                .filter(Objects::nonNull)
                .distinct()
                .toList();
    }

    private static Map<Long, PaintEntry> byId(List<PaintEntry> entries) {
        Map<Long, PaintEntry> all = new LinkedHashMap<>();
        entries.forEach(e -> all.put(e.id(), e));
        return all;
    }

    static List<String> taps(String eye) {
        return eye.isEmpty() ? List.of() : List.of(eye.split(" "));
    }
}
