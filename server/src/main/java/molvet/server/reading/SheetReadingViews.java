package molvet.server.reading;

import java.time.Instant;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.function.Function;
import java.util.stream.Collectors;
import molvet.core.chart.ChartForm;
import molvet.core.chart.Plan;
import molvet.core.collection.Strip;
import molvet.core.colour.Lab;
import molvet.core.colour.Srgb;
import molvet.core.measure.Rect;
import molvet.core.pigment.PigmentReference;
import molvet.core.pigment.UsualColour;
import molvet.core.reading.CellReading;
import molvet.core.reading.PageMap;
import molvet.core.reading.Suspicion;
import molvet.core.reading.Trust;
import molvet.server.chart.Sheets;
import molvet.server.collection.OrderStore;
import molvet.server.collection.PaintViews;
import molvet.server.colour.LabValue;
import molvet.server.platform.Collector;
import molvet.server.platform.NotFound;
import molvet.server.platform.OneOf;
import molvet.server.platform.Utc;
import molvet.server.reading.SheetReadingStore.ScanRow;
import org.jspecify.annotations.Nullable;
import org.springframework.beans.factory.ObjectProvider;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import tools.jackson.databind.json.JsonMapper;

/** Readings of sheets as the page and scripts see them. */
@Service
class SheetReadingViews {
    /** By how much an earlier reading of the same paint may differ from this one, in ΔE00: another sitting, another device. */
    private static final double SAME_PAINT = 4;

    private static final double SAME_PAINT_LOOSELY = 7;

    private final SheetReadingStore store;
    private final ReadingStore readings;
    private final ReadingQueue queue;
    private final Sheets sheets;
    private final PaintViews paints;
    private final OrderStore orders;
    private final PigmentReference reference;
    private final JsonMapper json;
    private final DeviceStore devices;
    private final ObjectProvider<MixtureSquares> mixtures;

    SheetReadingViews(
            SheetReadingStore store,
            ReadingStore readings,
            ReadingQueue queue,
            Sheets sheets,
            PaintViews paints,
            OrderStore orders,
            PigmentReference reference,
            JsonMapper json,
            DeviceStore devices,
            ObjectProvider<MixtureSquares> mixtures) {
        this.mixtures = mixtures;
        this.devices = devices;
        this.store = store;
        this.readings = readings;
        this.queue = queue;
        this.sheets = sheets;
        this.paints = paints;
        this.orders = orders;
        this.reference = reference;
        this.json = json;
    }

    /** A point of the upright picture, as shares of its width and height. */
    record PicturePoint(double x, double y) {}

    /**
     * Where a piece of a cell lies in the picture: its four corners, from its top left on the page clockwise.
     *
     * @param colours as read, for the screen: of a field from full strength to palest, of others one
     */
    record PiecePlace(String kind, List<PicturePoint> corners, List<String> colours) {}

    /**
     * One cell as read. {@code earlier}: the colour that counts for this paint so far, and {@code difference} to it.
     *
     * @param steps colours from full strength to palest
     * @param granulation share by which the film varies, {@code grain} the same in L*
     */
    record ScannedCell(
            int cell,
            @Nullable Long paint,
            @Nullable Long second,
            PaintViews.@Nullable PaintEntry entry,
            @Nullable String mixedWith,
            LabValue massTone,
            LabValue tint,
            List<LabValue> steps,
            KeptCell.KeptMargins margins,
            @Nullable Double granulation,
            double grain,
            @Nullable String granulates,
            @Nullable Double covering,
            @Nullable String covers,
            @Nullable LabValue overBlack,
            boolean flips,
            double separation,
            double range,
            @Nullable Double hueTurn,
            LabValue peak,
            double confidence,
            boolean bare,
            boolean leftOut,
            List<String> notes,
            PaintViews.StripView strip,
            @Nullable LabValue earlier,
            @Nullable Double difference,
            List<PiecePlace> pieces) {}

    /** {@code kind}: SWAPPED, TWICE, SKIPPED, GAP or ODD. */
    record SuspectedSlip(
            @OneOf(Suspicion.Kind.class) String kind,
            int cell,
            @Nullable Integer other,
            String why) {}

    record ChartChoice(long chart, String code) {}

    /**
     * A reading: how far it is, and once it is done what it proposes.
     *
     * @param outdated whether it was accepted from an older arithmetic than this server’s
     * @param takenOver how many readings in the collection stand on this picture
     * @param downwards whether fields run from top to bottom, else from left to right
     */
    record ScanView(
            long reading,

            @OneOf(words = {"QUEUED", "READING", "PROPOSED", "ACCEPTED", "FAILED", "STOPPED"})
            String state,

            double progress,
            String doing,
            @Nullable Long chart,
            @Nullable String code,
            @Nullable String title,
            int page,
            int pages,
            @OneOf(SheetReadings.Stage.class) String stage,
            boolean downwards,
            @Nullable Double residualMm,
            String trust,
            String trustInWords,
            @Nullable LabValue paper,
            @Nullable Double unevenness,
            @Nullable Double blurMm,
            @Nullable Double checkerResidual,
            String why,
            String wayOn,
            long picture,
            String fileName,
            int width,
            int height,
            List<PicturePoint> outline,
            List<ScannedCell> cells,
            List<SuspectedSlip> suspicions,
            List<String> notes,
            List<ChartChoice> charts,
            @Nullable Long device,
            @Nullable String deviceName,
            boolean corrected,
            int arithmetic,
            boolean outdated,
            int takenOver,
            Instant at,
            int version) {}

    /** One in the list of readings. */
    record ScanEntry(
            long reading,

            @OneOf(words = {"QUEUED", "READING", "PROPOSED", "ACCEPTED", "FAILED", "STOPPED"})
            String state,

            double progress,
            @Nullable Long chart,
            @Nullable String code,
            int page,
            @OneOf(SheetReadings.Stage.class) String stage,
            long picture,
            String fileName,
            String why,
            Instant at) {}

    record ScanList(List<ScanEntry> readings) {}

    @Transactional(readOnly = true)
    public ScanList list(Collector me) {
        Map<Long, String> codes = sheets.codes(me);
        return new ScanList(store.scans(me, 100).stream()
                .map(s -> new ScanEntry(
                        s.id(),
                        s.state(),
                        progress(s),
                        s.chartId(),
                        s.chartId() == null ? null : codes.get(s.chartId()),
                        s.page(),
                        s.stage(),
                        s.pictureId(),
                        s.fileName(),
                        s.why(),
                        Utc.instant(s.queuedAt())))
                .toList());
    }

    private double progress(ScanRow s) {
        return s.state().equals("READING") ? queue.progress(s.id()).orElse(s.progress()) : s.progress();
    }

    @Transactional(readOnly = true)
    public ScanView view(Collector me, long id) {
        ScanRow s = store.scan(me, id).orElseThrow(() -> new NotFound("There is no such reading."));
        Optional<Sheets.Sheet> sheet = Optional.ofNullable(s.chartId()).flatMap(c -> sheets.sheet(me, c));
        List<SheetReadingStore.CellRow> rows = store.cells(me, id);
        boolean done = sheet.isPresent() && !s.map().isEmpty();
        List<ScannedCell> cells = done ? cells(me, s, sheet.get(), rows) : List.of();
        return new ScanView(
                id,
                s.state(),
                progress(s),
                SheetJob.doing(progress(s)),
                s.chartId(),
                sheet.map(Sheets.Sheet::code).orElse(null),
                sheet.map(Sheets.Sheet::title).orElse(null),
                s.page(),
                sheet.map(x -> x.plan().pages().size()).orElse(0),
                s.stage(),
                sheet.map(x -> x.form() == ChartForm.RING_CARD).orElse(false),
                s.residualMm(),
                s.trust(),
                s.trust().isEmpty() ? "" : Trust.valueOf(s.trust()).words(),
                s.paperL() == null ? null : new LabValue(s.paperL(), s.paperA(), s.paperB()),
                s.unevenness(),
                s.blurMm(),
                s.checker(),
                s.why(),
                s.wayOn(),
                s.pictureId(),
                s.fileName(),
                s.width(),
                s.height(),
                done ? outline(map(s), sheet.get()) : List.of(),
                cells,
                s.state().equals("PROPOSED") ? suspicions(s, cells, rows) : List.of(),
                s.notes().isEmpty() ? List.of() : List.of(s.notes().split("\n")),
                s.state().equals("FAILED")
                        ? sheets.codes(me).entrySet().stream()
                                .map(e -> new ChartChoice(e.getKey(), e.getValue()))
                                .toList()
                        : List.of(),
                s.deviceId(),
                Optional.ofNullable(s.deviceId())
                        .flatMap(d -> devices.device(me, d))
                        .map(DeviceStore.DeviceRow::name)
                        .orElse(null),
                !s.eye().isEmpty(),
                s.arithmetic(),
                s.state().equals("ACCEPTED") && s.arithmetic() < CellReading.ARITHMETIC,
                readings.ofScan(me, id).size(),
                Utc.instant(s.queuedAt()),
                s.version());
    }

    private SheetJob.KeptMap map(ScanRow s) {
        return json.readValue(s.map(), SheetJob.KeptMap.class);
    }

    private static PicturePoint point(SheetJob.KeptMap kept, PageMap map, double x, double y) {
        PageMap.Point p = map.at(x, y);
        return new PicturePoint(p.x() / kept.width(), p.y() / kept.height());
    }

    private static List<PicturePoint> outline(SheetJob.KeptMap kept, Sheets.Sheet sheet) {
        return quad(
                kept,
                kept.map(),
                new Rect(
                        0, 0, sheet.plan().paper().width(), sheet.plan().paper().height()));
    }

    private static List<PicturePoint> quad(SheetJob.KeptMap kept, PageMap map, Rect r) {
        return List.of(
                point(kept, map, r.x(), r.y()),
                point(kept, map, r.right(), r.y()),
                point(kept, map, r.right(), r.bottom()),
                point(kept, map, r.x(), r.bottom()));
    }

    private List<ScannedCell> cells(Collector me, ScanRow s, Sheets.Sheet sheet, List<SheetReadingStore.CellRow> rows) {
        Map<Integer, Sheets.Square> squares =
                sheet.squares().stream().collect(Collectors.toMap(Sheets.Square::cell, Function.identity()));
        List<Long> ids = squares.values().stream()
                .flatMap(Sheets.Square::paints)
                .distinct()
                .toList();
        Map<Long, PaintViews.PaintEntry> entries = new HashMap<>();
        paints.entries(me, ids).forEach(e -> entries.put(e.id(), e));
        Map<Long, OrderStore.CardRow> cards = orders.cards(me, ids);
        Map<Integer, Plan.Cell> ruled = sheet.plan().cells().collect(Collectors.toMap(Plan.Cell::index, c -> c));
        SheetJob.KeptMap kept = map(s);
        PageMap map = kept.map();
        List<ScannedCell> all = new ArrayList<>();
        for (SheetReadingStore.CellRow row : rows) {
            // Halves in the light are looked at beside their covered ones, on the page of their exposure.
            if (row.cell() >= Plan.LIT) continue;
            CellReading c = reading(row);
            Sheets.Square q = squares.get(row.cell());
            Long paint = q == null ? null : q.paint();
            List<Long> others = q == null ? List.of() : q.paints().skip(1).toList();
            // Once it is accepted, what counts is this reading itself.
            Optional<Lab> earlier = Optional.ofNullable(paint)
                    .filter(p -> others.isEmpty() && !s.state().equals("ACCEPTED"))
                    .map(cards::get)
                    .flatMap(OrderStore.CardRow::massTone);
            all.add(new ScannedCell(
                    row.cell(),
                    paint,
                    others.isEmpty() ? null : others.get(0),
                    paint == null ? null : entries.get(paint),
                    q == null ? null : with(q, sheet.form(), entries),
                    LabValue.of(c.massTone()),
                    LabValue.of(c.tint()),
                    c.run().colours().stream().map(LabValue::of).toList(),
                    KeptCell.KeptMargins.of(c.margins()),
                    c.granulation().orElse(null),
                    c.grain(),
                    c.granulates().map(g -> g.words()).orElse(null),
                    c.covering().orElse(null),
                    c.covers().map(t -> t.words()).orElse(null),
                    c.overBlack().map(LabValue::of).orElse(null),
                    c.flips(),
                    c.separation(),
                    c.range(),
                    c.hueTurn().orElse(null),
                    LabValue.of(c.run().peak()),
                    c.confidence(),
                    c.bare(),
                    row.leftOut(),
                    c.notes(),
                    PaintViews.StripView.of(Strip.of(c.run(), c.covering(), c.grain())),
                    earlier.map(LabValue::of).orElse(null),
                    c.bare()
                            ? null
                            : earlier.map(e -> e.differenceFrom(c.massTone())).orElse(null),
                    Optional.ofNullable(ruled.get(row.cell()))
                            .flatMap(r -> r.halves().findFirst())
                            .map(r -> pieces(r, c, kept, map))
                            .orElse(List.of())));
        }
        return all;
    }

    private CellReading reading(SheetReadingStore.CellRow row) {
        return json.readValue(row.result(), KeptCell.class).reading();
    }

    private static List<PiecePlace> pieces(Plan.Cell cell, CellReading c, SheetJob.KeptMap kept, PageMap map) {
        List<PiecePlace> all = new ArrayList<>();
        long painted = cell.parts().stream().filter(p -> p.kind().isPainted()).count();
        int at = 0;
        for (Plan.Part p : cell.parts()) {
            if (!p.kind().isPainted()) continue;
            List<Lab> run = c.run().colours();
            int last = run.size() - 1;
            List<Lab> own = c.bare()
                    ? List.of()
                    : switch (p.kind()) {
                        case FIELD -> run;
                        case DROP -> List.of(c.tint());
                        default -> List.of(run.get(Math.round(last * at / (float) Math.max(1, painted - 1))));
                    };
            at++;
            all.add(new PiecePlace(
                    p.kind().name(),
                    quad(kept, map, p.box()),
                    own.stream().map(l -> Srgb.ofLab(l).hex()).toList()));
        }
        return all;
    }

    /** Such as “Deep Shelter Blue, 3 : 1”; null of a paint by itself. */
    private static @Nullable String with(
            Sheets.Square square, ChartForm form, Map<Long, PaintViews.PaintEntry> entries) {
        List<String> names = square.paints()
                .skip(1)
                .map(entries::get)
                .filter(Objects::nonNull)
                .map(PaintViews.PaintEntry::name)
                .toList();
        if (names.isEmpty()) return null;
        List<Integer> parts =
                square.holds().stream().map(Sheets.Square.Portion::parts).toList();
        String how = form.washes(parts)
                .or(() -> parts.stream().distinct().count() == 1
                        ? Optional.empty()
                        : Optional.of(parts.stream().map(String::valueOf).collect(Collectors.joining("\u00a0:\u00a0"))))
                .map(h -> ", " + h)
                .orElse("");
        return String.join(" and ", names) + how;
    }

    private List<SuspectedSlip> suspicions(ScanRow s, List<ScannedCell> cells, List<SheetReadingStore.CellRow> rows) {
        Map<Integer, Suspicion.Expected> expected = new LinkedHashMap<>();
        boolean loose = Trust.valueOf(s.trust()) == Trust.WITHIN;
        for (ScannedCell c : cells) {
            if (c.leftOut() && !c.bare() || c.second() != null || c.entry() == null) continue;
            if (c.earlier() != null) {
                expected.put(
                        c.cell(),
                        new Suspicion.Expected(
                                c.earlier().lab(), loose ? SAME_PAINT_LOOSELY : SAME_PAINT, "an earlier reading"));
                continue;
            }
            molvet.core.pigment.Recipe recipe = new molvet.core.pigment.Recipe(c.entry().recipe().stream()
                    .flatMap(code -> molvet.core.pigment.PigmentCode.parse(code).stream())
                    .toList());
            UsualColour.of(recipe, reference)
                    .ifPresent(u ->
                            expected.put(c.cell(), new Suspicion.Expected(u.massTone(), u.spread(), "the recipe")));
        }
        expected.putAll(ofMixtures(s));
        Set<Integer> looked = cells.stream()
                .filter(c -> (!c.leftOut() || c.bare()) && c.entry() != null)
                .map(ScannedCell::cell)
                .collect(Collectors.toSet());
        List<CellReading> read = rows.stream()
                .filter(r -> looked.contains(r.cell()))
                .map(this::reading)
                .toList();
        return Suspicion.in(read, expected).stream()
                .map(x -> new SuspectedSlip(
                        x.kind().name(),
                        x.cell(),
                        x.other().isPresent() ? x.other().getAsInt() : null,
                        x.why()))
                .toList();
    }

    /** What squares with mixtures were foreseen to be. */
    private Map<Integer, Suspicion.Expected> ofMixtures(ScanRow s) {
        Collector me = new Collector(s.collectorId(), "");
        List<Sheets.Square> mixed = Optional.ofNullable(s.chartId()).flatMap(c -> sheets.sheet(me, c)).stream()
                .flatMap(sheet -> sheet.squares().stream())
                .filter(Sheets.Square::isMixture)
                .toList();
        return mixed.isEmpty() ? Map.of() : mixtures.getObject().expected(me, mixed);
    }
}
