package molvet.server.reading;

import java.time.Clock;
import java.time.Instant;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Function;
import java.util.stream.Collectors;
import molvet.core.chart.ChartForm;
import molvet.core.chart.Plan;
import molvet.core.measure.Refusal;
import molvet.core.reading.CellReading;
import molvet.server.chart.Sheets;
import molvet.server.platform.Acts;
import molvet.server.platform.Collector;
import molvet.server.platform.Fields;
import molvet.server.platform.NotFound;
import molvet.server.platform.Rows;
import molvet.server.platform.Taken;
import molvet.server.platform.Utc;
import molvet.server.reading.SheetReadingStore.ScanRow;
import org.jspecify.annotations.Nullable;
import org.springframework.beans.factory.ObjectProvider;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.transaction.support.TransactionSynchronization;
import org.springframework.transaction.support.TransactionSynchronizationManager;
import tools.jackson.databind.json.JsonMapper;

/** Pictures of sheets: put in the queue, mended, accepted into the collection. One act, one transaction. */
@Service
public class SheetReadings {
    private static final int MOST_UNDER_WAY = 40;

    /** When in the life of a wash a picture was taken. */
    enum Stage {
        DRY,
        WET,
        LIFTED
    }

    private final SheetReadingStore store;
    private final ReadingStore readingStore;
    private final Readings readings;
    private final ReadingQueue queue;
    private final Sheets sheets;
    private final Acts acts;
    private final JsonMapper json;
    private final Clock clock;
    private final Rows rows;
    private final Devices devices;
    private final ObjectProvider<MixtureSquares> mixtures;
    private final ObjectProvider<ExposedHalves> halves;

    SheetReadings(
            SheetReadingStore store,
            ReadingStore readingStore,
            Readings readings,
            ReadingQueue queue,
            Sheets sheets,
            Acts acts,
            JsonMapper json,
            Clock clock,
            Rows rows,
            Devices devices,
            ObjectProvider<MixtureSquares> mixtures,
            ObjectProvider<ExposedHalves> halves) {
        this.mixtures = mixtures;
        this.halves = halves;
        this.devices = devices;
        this.rows = rows;
        this.store = store;
        this.readingStore = readingStore;
        this.readings = readings;
        this.queue = queue;
        this.sheets = sheets;
        this.acts = acts;
        this.json = json;
        this.clock = clock;
    }

    /** A corner of the page, as shares of the picture’s width and height. */
    record DraggedCorner(double x, double y) {}

    /**
     * Reads a picture once more. What was accepted of it before stays in the collection until the new reading is accepted, and
     * then gives way to it.
     *
     * @param chart the chart it shows, whatever its code says
     * @param takenWith the name of the device, made where there is none of that name; left out: as the file tells
     * @param corners top left, top right, bottom right, bottom left of the markers; left out: found by the marks
     */
    record ReadAgain(
            @Nullable Long chart,
            @Nullable Integer page,
            @Nullable List<DraggedCorner> corners,
            @Nullable String takenWith) {}

    /**
     * @param bytes a picture, or a PDF of scanned pages, each of which is queued
     * @param chart the chart it should be; null: told by its code
     * @param takenWith the name of the device; null: as the file tells
     * @return the reading that was queued, the first of several
     */
    @Transactional
    public long add(
            Collector me,
            @Nullable String fileName,
            byte[] bytes,
            @Nullable Long chart,
            @Nullable String stage,
            @Nullable String takenWith) {
        Stage when = stage == null || stage.isBlank() ? Stage.DRY : Fields.one("stage", stage, Stage.values());
        if (chart != null && sheets.sheet(me, chart).isEmpty()) {
            throw new NotFound("There is no chart " + chart + " in your collection.");
        }
        List<byte[]> pictures = ScannedPdf.is(bytes) ? ScannedPdf.pictures(bytes) : List.of(bytes);
        Long device = Fields.text(takenWith).isBlank() ? null : devices.called(me, takenWith);
        long first = 0;
        for (int i = 0; i < pictures.size(); i++) {
            requireRoom(me);
            String called = pictures.size() == 1 ? fileName : Fields.text(fileName) + ", page " + (i + 1);
            long picture = readings.addSheet(me, called, pictures.get(i));
            Map<String, Object> row = new HashMap<>();
            row.put("picture_id", picture);
            row.put("chart_id", chart);
            row.put("stage", when);
            row.put("device_id", device);
            row.put("state", "QUEUED");
            row.put("queued_at", clock.instant());
            long id = acts.quietly(me, () -> rows.add(me, "scan", row));
            if (first == 0) first = id;
        }
        wakeAfterwards();
        return first;
    }

    /** @throws Taken if too many of the collector’s pictures wait */
    void requireRoom(Collector me) {
        if (store.underWay(me) >= MOST_UNDER_WAY) {
            throw new Taken(
                    "many-readings",
                    MOST_UNDER_WAY
                            + " pictures of yours wait to be read. This one was not taken; send it when some are done.",
                    null);
        }
    }

    /** The queue must not look before the row can be seen. */
    private void wakeAfterwards() {
        TransactionSynchronizationManager.registerSynchronization(new TransactionSynchronization() {
            @Override
            public void afterCommit() {
                queue.wake();
            }
        });
    }

    @Transactional
    public void stop(Collector me, long id) {
        ScanRow s = scan(me, id);
        if (!store.stop(me, id, Utc.of(clock.instant()))) {
            throw new Taken("reading-over", "This reading is over already. Nothing was changed.", s.state());
        }
        queue.stop(id);
    }

    @Transactional
    public void again(Collector me, long id, ReadAgain asked) {
        ScanRow s = scan(me, id);
        if (s.state().equals("QUEUED") || s.state().equals("READING")) {
            throw new Taken("reading-under-way", "This picture is being read. Stop it first.", s.state());
        }
        Long chart = asked.chart() != null ? asked.chart() : s.chartId();
        Optional<Sheets.Sheet> sheet = Optional.ofNullable(chart).flatMap(c -> sheets.sheet(me, c));
        if (asked.chart() != null && sheet.isEmpty()) {
            throw new NotFound("There is no chart " + asked.chart() + " in your collection.");
        }
        int page = asked.page() == null ? Math.max(0, s.page()) : asked.page();
        if (asked.page() != null
                && sheet.isPresent()
                && (page < 1 || page > sheet.get().plan().pages().size())) {
            throw Refusal.of("page", sheet.get().code() + " has no page " + page + ".", "Choose one it has.");
        }
        String corners = "";
        if (asked.corners() != null && !asked.corners().isEmpty()) {
            if (sheet.isEmpty()) throw Refusal.of("chart", "Which chart is it?", "Choose the chart.");
            if (asked.corners().size() != 4) {
                throw Refusal.of("corners", "A page has four corners.", "Drag all four.");
            }
            for (DraggedCorner c : asked.corners()) {
                if (c == null || !(c.x() >= -0.2 && c.x() <= 1.2 && c.y() >= -0.2 && c.y() <= 1.2)) {
                    throw Refusal.of("corners", "A corner lies far outside the picture.", "Drag it to the sheet.");
                }
            }
            corners = json.writeValueAsString(asked.corners());
        }
        Map<String, Object> row = new HashMap<>();
        row.put("state", "QUEUED");
        row.put("progress", 0);
        row.put("chart_id", chart);
        row.put("page", page);
        row.put("chosen", asked.chart() != null);
        row.put("corners", corners);
        row.put("why", "");
        row.put("way_on", "");
        row.put("queued_at", clock.instant());
        if (!Fields.text(asked.takenWith()).isBlank()) row.put("device_id", devices.called(me, asked.takenWith()));
        acts.quietly(me, () -> rows.change(me, "scan", id, row));
        wakeAfterwards();
    }

    /** One cell is not taken over, or is again. */
    @Transactional
    public void leaveOut(Collector me, long id, int cell, boolean out) {
        proposed(me, id);
        if (!store.leaveOut(me, id, cell, out)) throw new NotFound("There is no cell " + (cell + 1) + " on this page.");
    }

    /** Two cells hold each other’s paint: the record of the chart follows the paper. */
    @Transactional
    public void swap(Collector me, long id, int one, int other) {
        ScanRow s = proposed(me, id);
        sheets.swap(me, s.chartId(), one, other);
    }

    /** Takes everything that is read and not left out into the collection. Undone in one. */
    @Transactional
    public void accept(Collector me, long id) {
        ScanRow s = proposed(me, id);
        Sheets.Sheet sheet = Optional.ofNullable(s.chartId())
                .flatMap(c -> sheets.sheet(me, c))
                .orElseThrow(() -> new NotFound("The chart of this reading is gone."));
        Map<Integer, Sheets.Square> squares =
                sheet.squares().stream().collect(Collectors.toMap(Sheets.Square::cell, Function.identity()));
        List<SheetReadingStore.CellRow> taken = store.cells(me, id).stream()
                .filter(c -> !c.leftOut())
                .filter(c -> Optional.ofNullable(squares.get(c.cell()))
                        .filter(q -> q.paint() != null)
                        .isPresent())
                .toList();
        List<CellReading> all = taken.stream()
                .map(c -> json.readValue(c.result(), KeptCell.class).reading())
                .toList();
        if (all.isEmpty()) {
            throw Refusal.of("cells", "There is no painted cell to take over.", "Leave it, or read another picture.");
        }
        List<CellReading> read =
                all.stream().filter(c -> !squares.get(c.cell()).isMixture()).toList();
        // Of mixtures only what dried is theirs: how they lift is a matter of their parts.
        List<MixtureSquares.MixtureRead> mixed = !s.stage().equals(Stage.DRY.name())
                ? List.of()
                : all.stream()
                        .filter(c -> squares.get(c.cell()).isMixture())
                        .map(c -> new MixtureSquares.MixtureRead(squares.get(c.cell()), c))
                        .toList();
        Instant now = clock.instant();
        List<ReadingStore.OfScan> before = readingStore.ofScan(me, id);
        Set<Integer> counted = before.stream()
                .filter(ReadingStore.OfScan::counts)
                .map(ReadingStore.OfScan::cell)
                .collect(Collectors.toSet());
        Map<Integer, Double> left = s.stage().equals(Stage.LIFTED.name()) ? lifted(me, s, read) : Map.of();
        acts.act(me, () -> "Read " + counted(read.size(), mixed.size()) + " of " + sheet.code(), () -> {
            if (!store.isProposed(me, id)) throw new Taken("not-proposed", "This reading is accepted already.", null);
            rows.change(me, "scan", id, Map.of("state", "ACCEPTED"));
            before.forEach(r -> rows.remove(me, "reading", r.id()));
            for (CellReading c : read) {
                Sheets.Square q = squares.get(c.cell());
                long swatch =
                        q.swatch() != null && q.painted() ? q.swatch() : sheets.painted(me, sheet.id(), c.cell(), now);
                Map<String, Object> row =
                        NewReading.of(c).onto(swatch, now).read(s, c.cell()).row();
                row.put("staining", left.get(c.cell()));
                row.put("counts", counted.contains(c.cell()));
                rows.add(me, "reading", row);
            }
            if (!mixed.isEmpty()) {
                mixed.forEach(m -> sheets.mixed(me, sheet.id(), m.square().cell(), now));
                mixtures.getObject().read(me, id, mixed, now);
            }
            if (s.stage().equals(Stage.DRY.name())) {
                Set<Integer> cells = read.stream().map(CellReading::cell).collect(Collectors.toSet());
                sheets.dried(me, sheet.id(), cells, now);
            }
            sheets.fileLid(me, sheet.id());
            if (sheet.form() == ChartForm.LIGHT_TEST) {
                halves.getObject().read(me, id, sheet, s.page(), halves(me, id), now);
            }
        });
    }

    private List<ExposedHalves.HalvesRead> halves(Collector me, long id) {
        // A half of which nothing is left looks bare, and was not left out by anybody.
        Map<Integer, CellReading> all = new HashMap<>();
        for (SheetReadingStore.CellRow c : store.cells(me, id)) {
            CellReading reading = json.readValue(c.result(), KeptCell.class).reading();
            if (!c.leftOut() || reading.bare()) all.put(c.cell(), reading);
        }
        return all.keySet().stream()
                .filter(c -> c < Plan.LIT && all.containsKey(c + Plan.LIT))
                .sorted()
                .map(c -> new ExposedHalves.HalvesRead(c, all.get(c), all.get(c + Plan.LIT)))
                .toList();
    }

    private static String counted(int swatches, int mixtures) {
        String one = swatches + (swatches == 1 ? " swatch" : " swatches");
        String other = mixtures + (mixtures == 1 ? " mixture" : " mixtures");
        return mixtures == 0 ? one : swatches == 0 ? other : one + " and " + other;
    }

    /** What stayed of each cell, against the latest dry picture of the page. */
    private Map<Integer, Double> lifted(Collector me, ScanRow s, List<CellReading> read) {
        ScanRow before = store.accepted(me, s.chartId(), s.page()).stream()
                .filter(x -> x.stage().equals(Stage.DRY.name()))
                .findFirst()
                .orElseThrow(() -> Refusal.of(
                        "stage",
                        "There is no dry reading of this page from before it was lifted.",
                        "Read and accept a picture of the dry page first, then this one again."));
        Map<Integer, Double> all = new java.util.HashMap<>();
        for (CellReading c : read) {
            Optional<byte[]> was = store.crop(me, before.id(), c.cell());
            Optional<byte[]> is = store.crop(me, s.id(), c.cell());
            if (was.isEmpty() || is.isEmpty()) continue;
            Crops.remaining(was.get(), is.get()).ifPresent(v -> all.put(c.cell(), v));
        }
        return all;
    }

    @Transactional
    public void delete(Collector me, long id) {
        ScanRow s = scan(me, id);
        if (s.state().equals("ACCEPTED")) {
            throw new Taken(
                    "reading-accepted",
                    "This reading is accepted, and its picture is kept with it. Nothing was deleted.",
                    s.state());
        }
        if (!readingStore.ofScan(me, id).isEmpty()) {
            throw new Taken(
                    "reading-accepted",
                    "Readings in your collection stand on this picture. Accept it anew, or undo that acceptance first."
                            + " Nothing was deleted.",
                    s.state());
        }
        queue.stop(id);
        acts.quietly(me, () -> rows.remove(me, "picture", s.pictureId()));
    }

    private ScanRow scan(Collector me, long id) {
        return store.scan(me, id).orElseThrow(() -> new NotFound("There is no such reading."));
    }

    private ScanRow proposed(Collector me, long id) {
        ScanRow s = scan(me, id);
        if (!s.state().equals("PROPOSED")) {
            throw new Taken(
                    "not-proposed",
                    s.state().equals("ACCEPTED")
                            ? "This reading is accepted already."
                            : "This reading is not ready to be looked at.",
                    s.state());
        }
        return s;
    }
}
