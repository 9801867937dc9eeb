package molvet.server.reading;

import java.util.List;
import java.util.Map;
import java.util.Optional;
import molvet.core.colour.Lab;
import molvet.core.measure.Refusal;
import molvet.core.pigment.Granulation;
import molvet.core.reading.CellReading;
import molvet.core.reading.Light;
import molvet.core.reading.PaintEdges;
import molvet.server.chart.Sheets;
import molvet.server.collection.PaintViews;
import molvet.server.platform.Collector;
import molvet.server.platform.NotFound;
import molvet.server.platform.Taken;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import tools.jackson.databind.json.JsonMapper;

/** Swatches of paints that are not known yet: read off a sheet of numbered squares, or off rectangles marked in any picture. */
@Service
public class Scraps {
    private static final int MOST_MARKED = 120;

    private final SheetReadingStore store;
    private final SheetReadings scans;
    private final ReadingStore pictures;
    private final Sheets sheets;
    private final JsonMapper json;

    Scraps(SheetReadingStore store, SheetReadings scans, ReadingStore pictures, Sheets sheets, JsonMapper json) {
        this.store = store;
        this.scans = scans;
        this.pictures = pictures;
        this.sheets = sheets;
        this.json = json;
    }

    /** @param square its number, from 0 */
    public record Swatch(int square, Lab massTone, Lab tint, Optional<Granulation> granulation) {
        private static Swatch of(int square, CellReading c) {
            return new Swatch(square, c.massTone(), c.tint(), c.granulates());
        }
    }

    /** @param chart the sheet; {@code over} whether it was accepted already */
    public record ReadScrap(long chart, boolean over, List<Swatch> swatches) {}

    /**
     * What was read of a sheet.
     *
     * @throws Taken while it is not read yet
     */
    @Transactional(readOnly = true)
    public ReadScrap read(Collector me, long scan) {
        SheetReadingStore.ScanRow s = store.scan(me, scan).orElseThrow(() -> new NotFound("There is no such reading."));
        boolean over = s.state().equals("ACCEPTED");
        if (s.chartId() == null || !over && !s.state().equals("PROPOSED")) {
            throw new Taken(
                    "not-read",
                    s.state().equals("FAILED")
                            ? "The picture could not be read: " + s.why()
                            : "The picture is not read yet.",
                    s.state());
        }
        return new ReadScrap(
                s.chartId(),
                over,
                store.cells(me, scan).stream()
                        .filter(c -> !c.leftOut())
                        .map(c -> json.readValue(c.result(), KeptCell.class).reading())
                        .filter(c -> !c.bare())
                        .map(c -> Swatch.of(c.cell(), c))
                        .toList());
    }

    /** It turns out what was painted where, and the reading is taken over. Part of the act under way. */
    @Transactional
    public void accept(Collector me, long scan, Map<Integer, Long> paints) {
        sheets.give(me, read(me, scan).chart(), paints);
        scans.accept(me, scan);
    }

    /** The rectangles of all that is painted in a picture, in rows from the top. */
    @Transactional(readOnly = true)
    public List<Readings.Rectangle> edges(Collector me, long picture) {
        Light light = picture(me, picture).light();
        return PaintEdges.all(light).stream()
                .map(corners -> new Readings.Rectangle(corners.stream()
                        .map(c -> new PaintViews.SpotView(
                                Math.max(0, Math.min(1, c.x() / light.width())),
                                Math.max(0, Math.min(1, c.y() / light.height()))))
                        .toList()))
                .toList();
    }

    /** What is painted in rectangles marked in a picture; those without paint are left out. */
    @Transactional(readOnly = true)
    public List<Swatch> measured(Collector me, long picture, List<Readings.Rectangle> marked) {
        if (marked.isEmpty() || marked.size() > MOST_MARKED) {
            throw Refusal.of(
                    "rectangles", "Between 1 and " + MOST_MARKED + " swatches are measured at once.", "Mark some.");
        }
        Picture file = picture(me, picture);
        Light light = file.light();
        List<Swatch> all = new java.util.ArrayList<>();
        for (int i = 0; i < marked.size(); i++) {
            List<PaintViews.SpotView> corners = Readings.corners(marked.get(i));
            CellReading c = MarkedArea.of(light, corners).read(file.isOfCamera());
            if (!c.bare()) all.add(Swatch.of(i, c));
        }
        return List.copyOf(all);
    }

    private Picture picture(Collector me, long picture) {
        return Picture.of(pictures.original(me, picture)
                .orElseThrow(() -> new NotFound("There is no such picture."))
                .bytes());
    }
}
