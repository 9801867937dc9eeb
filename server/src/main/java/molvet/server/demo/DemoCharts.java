package molvet.server.demo;

import java.time.Instant;
import java.util.List;
import molvet.server.chart.Charts;
import molvet.server.chart.NewChart;
import molvet.server.chart.PaperStock;
import molvet.server.collection.Finder;
import molvet.server.collection.PaintViews;
import molvet.server.platform.Collector;
import org.springframework.stereotype.Service;

/** What lies on the illustrator's charts: a sheet of strips half painted, ring cards filed, a grid planned, paper. */
@Service
class DemoCharts {
    private static final NewChart.Size EIGHTH = new NewChart.Size(190.5, 279.4);
    private static final NewChart.Size A4 = new NewChart.Size(210, 297);
    /** A cell takes so long at the station. */
    private static final int SECONDS = 215;

    private final Charts charts;
    private final PaperStock stock;
    private final PaintViews views;
    private final Finder finder;

    DemoCharts(Charts charts, PaperStock stock, PaintViews views, Finder finder) {
        this.finder = finder;
        this.charts = charts;
        this.stock = stock;
        this.views = views;
    }

    void fill(Collector me) {
        stock.add(me, paper("Station rag, half sheets", "SHEET", "Half imperial", 300, "COLD_PRESSED", 100, 6));
        stock.add(me, paper("Trial pad", "PAD", "A4", 190, "COLD_PRESSED", 0, 31));
        stock.add(me, paper("Record book paper", "SHEET", "Eighth imperial", 300, "HOT_PRESSED", 100, 14));
        strips(me);
        ringCards(me);
        charts.add(
                me,
                asked(
                        "GRID",
                        A4,
                        "What has no swatch yet",
                        "SEVEN_GROUPS",
                        found(me, "no swatch owned", 40),
                        new NewChart.Options(false, true, false, null, null, true, false)));
    }

    /** Eleven for the moth plates, seven painted, two of them in each other's place. */
    private void strips(Collector me) {
        long chart = charts.add(
                me,
                asked(
                        "STRIPS",
                        EIGHTH,
                        "Eleven for the moth plates",
                        "YELLOW_FIRST",
                        found(me, "Pellworth painted", 11),
                        new NewChart.Options(true, true, false, null, null, false, false)));
        Instant at = Instant.parse("2026-11-21T13:05:00Z");
        for (int i = 0; i < 7; i++) {
            charts.painted(
                    me,
                    chart,
                    new Charts.Painted(
                            i,
                            at.plusSeconds((long) i * SECONDS).toString(),
                            i == 2 ? List.of("FLOWS") : i == 5 ? List.of("BUILD_UP", "PATCHY") : List.of()));
        }
        charts.correct(me, chart, new Charts.Correction("SWAPPED", 4, 5, null));
        charts.correct(me, chart, new Charts.Correction("NAME_WRONG", 3, null, "wrote the old name, whited out"));
    }

    private void ringCards(Collector me) {
        long chart = charts.add(
                me,
                asked(
                        "RING_CARD",
                        A4,
                        "Marlund, for the ring",
                        "SEVEN_GROUPS",
                        found(me, "Marlund painted", 6),
                        new NewChart.Options(true, true, false, null, "R2 40", false, false)));
        Instant at = Instant.parse("2026-11-14T09:40:00Z");
        for (int i = 0; i < 6; i++) {
            charts.painted(
                    me,
                    chart,
                    new Charts.Painted(i, at.plusSeconds((long) i * SECONDS).toString(), List.of()));
        }
        charts.dry(me, chart);
        charts.file(me, chart, new Charts.Filing("R2 40", null, false, null));
    }

    private List<Long> found(Collector me, String find, int most) {
        return finder.list(me, find, "number", most, null).paints().stream()
                .map(PaintViews.PaintEntry::id)
                .toList();
    }

    private static NewChart asked(
            String form,
            NewChart.Size paper,
            String title,
            String school,
            List<Long> paints,
            NewChart.Options options) {
        return new NewChart(
                form, paper, null, null, null, school, paints, null, null, null, null, null, null, null, null, title,
                null, null, options, null, null);
    }

    private static PaperStock.NewPaper paper(
            String name, String kind, String size, int weight, String surface, int cotton, int sheets) {
        return new PaperStock.NewPaper(name, kind, null, null, size, weight, surface, cotton, sheets, null, null);
    }
}
