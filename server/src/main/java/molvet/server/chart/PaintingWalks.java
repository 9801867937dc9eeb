package molvet.server.chart;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Function;
import java.util.stream.Collectors;
import molvet.core.chart.ChartForm;
import molvet.core.chart.EyeTap;
import molvet.core.chart.Pace;
import molvet.core.chart.PaintingOrder;
import molvet.core.chart.PaintingSteps;
import molvet.core.chart.Plan;
import molvet.core.collection.SchoolOrder;
import molvet.core.collection.Shimmer;
import molvet.core.colour.Lab;
import molvet.core.pigment.PigmentReference;
import molvet.server.chart.ChartStore.CellRow;
import molvet.server.chart.ChartStore.ChartRow;
import molvet.server.chart.ChartStore.Source;
import molvet.server.collection.OrderStore.CardRow;
import molvet.server.collection.PaintViews.PaintEntry;
import molvet.server.platform.Collector;
import molvet.server.platform.OneOf;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** The cells of a chart that wait to be painted, one step of the hand after the other. */
@Service
class PaintingWalks {
    private final Charts charts;
    private final ChartStore store;
    private final ChartViews views;
    private final SchoolOrder schools;

    PaintingWalks(Charts charts, ChartStore store, ChartViews views, PigmentReference reference) {
        this.charts = charts;
        this.store = store;
        this.views = views;
        this.schools = new SchoolOrder(reference);
    }

    /** {@code water} and {@code pan}: whether the water is changed, or another card or box taken up, before it. */
    record WalkStep(
            int cell,
            int page,
            PaintEntry paint,
            @Nullable PaintEntry second,
            String where,
            boolean water,
            boolean pan,
            String waterWhy,
            List<String> doing,
            @OneOf(EyeTap.class) List<String> eye,
            String note) {}

    /**
     * The cells that wait, in the order to paint them.
     *
     * @param waters changes of water, {@code pans} of card or box; {@code …AsRuled} if painted as they stand on the sheet
     * @param secondsEach for one cell, learnt from {@code learntFrom} of one’s own; 0: what is usual
     */
    record WalkView(
            String order,
            List<WalkStep> steps,
            int done,
            int all,
            double secondsEach,
            int learntFrom,
            long secondsLeft,
            int waters,
            int pans,
            int watersAsRuled,
            int pansAsRuled) {}

    /** @param asRuled in the order of the sheet instead of that with the fewest changes of water */
    @Transactional(readOnly = true)
    public WalkView walk(Collector me, long id, boolean asRuled) {
        ChartRow chart = charts.chart(me, id);
        ChartForm form = ChartForm.valueOf(chart.form());
        List<CellRow> cells = store.cells(me, id);
        Map<Long, CardRow> cards = views.cards(me, cells);
        Plan plan = views.planned(chart, cells, cards);
        Map<Long, PaintEntry> entries = views.entries(me, cells);
        Map<Long, Source> sources = store.sources(me, entries.keySet());
        Map<Integer, CellRow> waiting = new LinkedHashMap<>();
        cells.stream()
                .filter(c -> !c.isPainted() && c.paintId() != null && entries.containsKey(c.paintId()))
                .forEach(c -> waiting.put(c.position(), c));
        List<PaintingOrder.Waiting> list = waiting.values().stream()
                .map(c -> {
                    CardRow card = cards.get(c.paintId());
                    Source s = sources.get(c.paintId());
                    return new PaintingOrder.Waiting(
                            c.position(),
                            schools.family(card.swatchable()),
                            card.massTone().map(Lab::l).orElse(50.0),
                            s == null ? "" : s.taken());
                })
                .toList();
        PaintingOrder.Walk ruled = PaintingOrder.walked(list);
        PaintingOrder.Walk water = PaintingOrder.of(list);
        PaintingOrder.Walk taken = asRuled ? ruled : water;
        Map<Integer, String> family = new HashMap<>();
        list.forEach(w -> family.put(w.cell(), w.family().words()));
        Map<Integer, Plan.Cell> boxes =
                plan.cells().collect(Collectors.toMap(Plan.Cell::index, Function.identity(), (a, b) -> a));
        List<WalkStep> steps = new ArrayList<>();
        String last = null;
        for (PaintingOrder.Step s : taken.steps()) {
            CellRow c = waiting.get(s.cell());
            Source source = sources.get(c.paintId());
            String now = family.get(s.cell());
            steps.add(new WalkStep(
                    s.cell(),
                    plan.pageOf(s.cell()),
                    entries.get(c.paintId()),
                    c.secondId() == null ? null : entries.get(c.secondId()),
                    source == null ? "nothing of it is at hand" : source.words(),
                    s.water(),
                    s.pan(),
                    s.water() ? "From " + last + " to " + now : "",
                    doing(form, boxes.get(s.cell()), c, entries),
                    ChartViews.taps(c.eye()),
                    c.note()));
            last = now;
        }
        Pace pace = Pace.of(form, store.stamps(me, chart.form()));
        return new WalkView(
                asRuled ? "RULED" : "WATER",
                steps,
                (int) cells.stream().filter(CellRow::isPainted).count(),
                (int) cells.stream().filter(c -> c.paintId() != null).count(),
                pace.each(),
                pace.learntFrom(),
                pace.left(steps.size()).toSeconds(),
                taken.waters(),
                taken.pans(),
                ruled.waters(),
                ruled.pans());
    }

    private static List<String> doing(
            ChartForm form, Plan.@Nullable Cell cell, CellRow row, Map<Long, PaintEntry> entries) {
        PaintEntry paint = entries.get(row.paintId());
        Optional<PaintingSteps.Mixed> with = Optional.ofNullable(row.secondId())
                .map(second -> new PaintingSteps.Mixed(
                        partner(second, entries),
                        row.part(),
                        row.secondPart(),
                        Optional.ofNullable(row.thirdId())
                                .map(third ->
                                        new PaintingSteps.Mixed.Third(partner(third, entries), row.thirdPart()))));
        return PaintingSteps.of(
                form,
                Optional.ofNullable(cell),
                with,
                ChartViews.granulation(paint),
                Shimmer.of(paint.name(), ChartViews.recipe(paint)));
    }

    private static String partner(Long paint, Map<Long, PaintEntry> entries) {
        return entries.containsKey(paint) ? entries.get(paint).name() : "its partner";
    }
}
