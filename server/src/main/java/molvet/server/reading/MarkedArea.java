package molvet.server.reading;

import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.IntStream;
import molvet.core.chart.ChartForm;
import molvet.core.chart.PartKind;
import molvet.core.chart.Plan;
import molvet.core.chart.SheetSize;
import molvet.core.measure.Rect;
import molvet.core.reading.CellReading;
import molvet.core.reading.Light;
import molvet.core.reading.PageMap;
import molvet.core.reading.SheetReader;
import molvet.server.collection.PaintViews;

/** A painted rectangle marked in a picture, taken for a small page of one cell with a margin of bare paper. */
record MarkedArea(Light light, PageMap map, Rect box, List<PaintViews.SpotView> corners) {
    /** Nobody said how long it is; a swatch is about so long, and only the scale of its grain hangs on it. */
    private static final double LONG_SIDE = 60;

    private static final double MARGIN = 8;

    /** @throws molvet.core.measure.Refusal if the corners are not those of a rectangle seen from the front */
    static MarkedArea of(Light light, List<PaintViews.SpotView> corners) {
        List<PageMap.Point> seen = corners.stream()
                .map(c -> new PageMap.Point(c.x() * light.width(), c.y() * light.height()))
                .toList();
        double across = (side(seen, 0, 1) + side(seen, 3, 2)) / 2;
        double down = (side(seen, 1, 2) + side(seen, 0, 3)) / 2;
        double mm = LONG_SIDE / Math.max(1, Math.max(across, down));
        Rect box = new Rect(MARGIN, MARGIN, Math.max(4, across * mm), Math.max(4, down * mm));
        List<PageMap.Point> page = List.of(
                new PageMap.Point(box.x(), box.y()),
                new PageMap.Point(box.right(), box.y()),
                new PageMap.Point(box.right(), box.bottom()),
                new PageMap.Point(box.x(), box.bottom()));
        return new MarkedArea(
                light, PageMap.ofCorners(page, seen, light.width(), light.height()), box, List.copyOf(corners));
    }

    private static double side(List<PageMap.Point> p, int from, int to) {
        return Math.hypot(
                p.get(to).x() - p.get(from).x(), p.get(to).y() - p.get(from).y());
    }

    private boolean isUpright() {
        return box.height() > box.width();
    }

    CellReading read(boolean camera) {
        Plan.Cell cell = Plan.Cell.of(0, 0, box, List.of(Plan.Part.of(PartKind.FIELD, box)));
        return new SheetReader(
                        new Plan.Page(1, List.of(cell)),
                        new SheetSize(box.width() + 2 * MARGIN, box.height() + 2 * MARGIN),
                        Optional.empty(),
                        isUpright() ? ChartForm.RING_CARD : ChartForm.GRID)
                .read(light, map, Optional.empty(), Optional.empty(), camera, share -> true)
                .cells()
                .get(0);
    }

    /** The middles of its two ends, by which it is cut out of the picture. */
    Map<String, PaintViews.SpotView> ends() {
        return isUpright()
                ? Map.of("full", middle(0, 1), "palest", middle(3, 2))
                : Map.of("full", middle(0, 3), "palest", middle(1, 2));
    }

    private PaintViews.SpotView middle(int one, int other) {
        double[] m = IntStream.of(one, other)
                .mapToObj(i ->
                        new double[] {corners.get(i).x() / 2, corners.get(i).y() / 2})
                .reduce((a, b) -> new double[] {a[0] + b[0], a[1] + b[1]})
                .orElseThrow();
        return new PaintViews.SpotView(Math.max(0, Math.min(1, m[0])), Math.max(0, Math.min(1, m[1])));
    }
}
