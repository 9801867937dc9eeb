package molvet.server.chart;

import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Stream;
import molvet.core.chart.ChartForm;
import molvet.core.chart.PageMarks;
import molvet.core.chart.Plan;
import molvet.server.chart.ChartStore.CellRow;
import molvet.server.chart.ChartStore.ChartRow;
import molvet.server.platform.Collector;
import molvet.server.platform.Utc;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;

/** A chart as paper: what is ruled on it and what was painted where, for those who look at the sheet itself. */
@Service
public class Sheets {
    private final Charts charts;
    private final ChartViews views;
    private final ChartLettering lettering;
    private final ChartStore store;

    Sheets(Charts charts, ChartViews views, ChartLettering lettering, ChartStore store) {
        this.charts = charts;
        this.views = views;
        this.lettering = lettering;
        this.store = store;
    }

    /** @param marks as printed on each page; empty where it is printed without */
    public record Sheet(
            long id,
            int number,
            String code,
            String title,
            ChartForm form,
            Plan plan,
            Optional<PageMarks> marks,
            List<Square> squares) {
        /** The page a cell stands on. */
        public List<Square> on(int page) {
            return squares.stream().filter(s -> plan.pageOf(s.cell()) == page).toList();
        }
    }

    /**
     * A cell: {@code row} is its row in the database, {@code cell} its number on the chart.
     *
     * @param strength of its mixture beside full strength, 0 to 1
     */
    public record Square(
            long row,
            int cell,
            List<Portion> holds,
            double strength,
            @Nullable Long swatch,
            boolean painted) {
        /** How many parts of a paint. */
        public record Portion(long paint, int parts) {}

        /** The paint, of a mixture the leading one; null of a bare cell. */
        public @Nullable Long paint() {
            return holds.isEmpty() ? null : holds.get(0).paint();
        }

        public boolean isMixture() {
            return holds.size() > 1;
        }

        /** All paints it holds. */
        public Stream<Long> paints() {
            return holds.stream().map(Portion::paint);
        }
    }

    /** Empty if the collector has no such chart. */
    public Optional<Sheet> sheet(Collector me, long id) {
        return store.chart(me, id).map(chart -> {
            List<CellRow> cells = store.cells(me, id);
            ChartViews.Printed printed = views.printed(me, chart, cells);
            ChartForm form = ChartForm.valueOf(chart.form());
            return new Sheet(
                    id,
                    chart.number(),
                    chart.code(),
                    chart.title(),
                    form,
                    printed.plan(),
                    printed.marks(),
                    cells.stream()
                            .map(c -> new Square(
                                    c.id(),
                                    c.position(),
                                    c.portions(),
                                    form.strength(c.portions().stream()
                                            .map(Square.Portion::parts)
                                            .toList()),
                                    c.swatchId(),
                                    c.isPainted()))
                            .toList());
        });
    }

    /** Charts of the collector, newest first, with their codes. */
    public Map<Long, String> codes(Collector me) {
        Map<Long, String> all = new java.util.LinkedHashMap<>();
        store.charts(me).forEach(c -> all.put(c.id(), String.format("C-%04d", c.number())));
        return all;
    }

    /** The page as it is printed, as PNG. */
    public byte[] printed(Collector me, long id, int page, int dpi, String base) {
        ChartPainter painter = lettering.painter(me, id, base, false);
        return painter.paper().png(page, dpi, painter::draw);
    }

    /**
     * A cell turns out to be painted: it is ticked off, with a swatch of its own. Part of the act under way.
     *
     * @return the swatch
     */
    public long painted(Collector me, long chart, int cell, Instant at) {
        ChartRow row = charts.chart(me, chart);
        CellRow c = store.cellsForUpdate(me, chart).stream()
                .filter(x -> x.position() == cell)
                .findFirst()
                .orElseThrow();
        long swatch = charts.swatch(me, row, c, c.paintId(), at);
        charts.changeCell(me, c.withPainting(swatch, Utc.of(at), Utc.of(at), c.eye()));
        return swatch;
    }

    /** A cell with a mixture turns out to be painted: it is ticked off. Part of the act under way. */
    public void mixed(Collector me, long chart, int cell, Instant at) {
        store.cellsForUpdate(me, chart).stream()
                .filter(x -> x.position() == cell && !x.isPainted())
                .forEach(c -> charts.changeCell(me, c.withPainting(null, Utc.of(at), Utc.of(at), c.eye())));
    }

    /** A sheet of numbered squares for paints that are not known yet. */
    public long scrap(Collector me, int squares, String title) {
        return charts.addScrap(me, squares, title);
    }

    /** It turns out which paint lies in each bare cell. Part of the act under way. */
    public void give(Collector me, long chart, Map<Integer, Long> paints) {
        charts.give(me, chart, paints);
    }

    /** Keeps a chart as it is asked for. @return its number in the database */
    public long plan(Collector me, NewChart asked) {
        return charts.add(me, asked);
    }

    /** Cells whose dry picture was taken over are dry. Part of the act under way. */
    public void dried(Collector me, long chart, Set<Integer> cells, Instant at) {
        store.cellsForUpdate(me, chart).stream()
                .filter(c -> cells.contains(c.position()) && c.isPainted() && c.dryAt() == null)
                .forEach(c -> charts.changeCell(me, c.withDry(Utc.of(at))));
    }

    /** The swatches of a lid card are filed where their wells are; of other sheets none is. Part of the act under way. */
    public void fileLid(Collector me, long chart) {
        charts.fileLid(me, chart);
    }

    /** Two cells hold each other’s paint; see the corrections of the charts. */
    public void swap(Collector me, long chart, int one, int other) {
        charts.correct(me, chart, new Charts.Correction(Charts.Slip.SWAPPED.name(), one, other, null));
    }
}
