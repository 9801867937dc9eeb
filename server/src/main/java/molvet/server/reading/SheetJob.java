package molvet.server.reading;

import java.awt.image.BufferedImage;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.time.Clock;
import java.util.HashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.function.Function;
import java.util.function.Predicate;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import molvet.core.chart.Plan;
import molvet.core.colour.Lab;
import molvet.core.measure.Refusal;
import molvet.core.pigment.PigmentReference;
import molvet.core.pigment.UsualColour;
import molvet.core.reading.CellReading;
import molvet.core.reading.Crop;
import molvet.core.reading.DeviceEye;
import molvet.core.reading.Light;
import molvet.core.reading.PageMap;
import molvet.core.reading.PageReading;
import molvet.server.chart.Sheets;
import molvet.server.collection.OrderStore;
import molvet.server.collection.PaintFacts;
import molvet.server.platform.Collector;
import molvet.server.platform.Problems;
import molvet.server.platform.Rows;
import molvet.server.platform.Utc;
import org.jspecify.annotations.Nullable;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.dao.PessimisticLockingFailureException;
import org.springframework.stereotype.Service;
import org.springframework.transaction.support.TransactionTemplate;
import tools.jackson.core.type.TypeReference;
import tools.jackson.databind.json.JsonMapper;

/** Reads one picture of a sheet from its file to a proposal. */
@Service
class SheetJob {
    private static final Logger LOG = LoggerFactory.getLogger(SheetJob.class);
    private static final Pattern CODE = Pattern.compile(".*/c/(\\d{1,18})/(\\d{1,4})");
    private static final TypeReference<List<PageMap.Point>> CORNERS = new TypeReference<>() {};
    /** Shares of the work, for the line that shows how far it is. */
    private static final double DECODED = 0.15;

    private static final double FOUND = 0.35;

    private static final double WHITE = 8;

    private final SheetReadingStore store;
    private final ReadingStore pictures;
    private final Sheets sheets;
    private final OrderStore orders;
    private final PigmentReference reference;
    private final JsonMapper json;
    private final Clock clock;
    private final TransactionTemplate transaction;
    private final Rows rows;
    private final PaintFacts facts;
    private final Devices devices;

    SheetJob(
            SheetReadingStore store,
            ReadingStore pictures,
            Sheets sheets,
            OrderStore orders,
            PigmentReference reference,
            JsonMapper json,
            Clock clock,
            TransactionTemplate transaction,
            Rows rows,
            PaintFacts facts,
            Devices devices) {
        this.devices = devices;
        this.store = store;
        this.pictures = pictures;
        this.sheets = sheets;
        this.orders = orders;
        this.reference = reference;
        this.json = json;
        this.clock = clock;
        this.transaction = transaction;
        this.rows = rows;
        this.facts = facts;
    }

    /** What is being done when this share of the work is behind. */
    static String doing(double progress) {
        return progress < DECODED
                ? "Opening the picture"
                : progress < FOUND ? "Looking for the page by its marks" : "Measuring cell by cell";
    }

    /**
     * @param reader the name of this server
     * @param goOn told the share that is done; false stops
     * @throws DataAccessException if the database does not do what it is asked: the picture is not to blame, and can be
     *     read again
     */
    void run(SheetReadingStore.ScanRow scan, String reader, Predicate<Double> goOn) {
        if (!store.begin(scan, reader, Utc.of(clock.instant()))) return;
        Collector me = new Collector(scan.collectorId(), "");
        try {
            read(me, scan, goOn);
        } catch (Refusal e) {
            Refusal.Fault fault = e.faults().get(0);
            store.fail(scan, fault.message(), fault.suggestion(), Utc.of(clock.instant()));
        } catch (OutOfMemoryError e) {
            store.fail(
                    scan,
                    "The picture is too large for this server’s memory.",
                    "Scan it at 300 dpi, or cut it to the page.",
                    Utc.of(clock.instant()));
        } catch (RuntimeException e) {
            // Another time it may do. What the database refuses it will refuse again, and others wait behind it.
            if (Problems.isDatabaseAway(e) || e instanceof PessimisticLockingFailureException) throw e;
            LOG.error("Reading {} failed", scan.id(), e);
            store.fail(
                    scan,
                    "Something in this picture could not be read.",
                    "The picture is kept. Try once more, or drag the corners of the page by hand.",
                    Utc.of(clock.instant()));
        }
    }

    private record Page(Sheets.Sheet sheet, int number, PageMap map) {}

    private void read(Collector me, SheetReadingStore.ScanRow scan, Predicate<Double> goOn) {
        Picture picture =
                Picture.of(pictures.original(me, scan.pictureId()).orElseThrow().bytes());
        Light light = picture.light();
        if (!goOn.test(DECODED)) return;
        Page page = scan.corners().isEmpty() ? byMarks(me, scan, light) : byHand(me, scan, light);
        store.found(scan, page.sheet.id(), page.number);
        if (!goOn.test(FOUND)) return;
        SheetInPicture.Ruled ruled = ruled(page.sheet, page.number);
        Long device = scan.deviceId() != null
                ? scan.deviceId()
                : picture.device().map(name -> devices.called(me, name)).orElse(null);
        Optional<DeviceEye> known =
                Optional.ofNullable(device).flatMap(d -> devices.known(me, d)).flatMap(Devices.Known::eye);
        PageReading read = SheetInPicture.read(
                light, page.map, ruled, known, picture.isOfCamera(), s -> goOn.test(FOUND + (1 - FOUND) * s * 0.95));
        if (!goOn.test(0.98)) return;
        keep(scan, page, read, light, picture, device);
    }

    /** What of an accepted reading follows the arithmetic; colours stay as they were accepted. */
    static final String[] RENEWED = {
        "curve", "modelled", "covering", "covering_spread", "variation", "variation_spread", "arithmetic"
    };

    /**
     * Works one accepted page out anew that was read by an older arithmetic: from its own picture, at the place that was found in
     * it then.
     *
     * @return whether there was one
     */
    boolean renewOne() {
        Optional<SheetReadingStore.ScanRow> old = store.olderThan(CellReading.ARITHMETIC);
        old.ifPresent(scan -> {
            try {
                renew(new Collector(scan.collectorId(), ""), scan);
            } catch (RuntimeException | OutOfMemoryError e) {
                LOG.warn("Reading {} stays as it was read before: {}", scan.id(), e.toString());
            }
            store.renewed(scan.id(), CellReading.ARITHMETIC);
        });
        return old.isPresent();
    }

    private void renew(Collector me, SheetReadingStore.ScanRow scan) {
        Optional<Sheets.Sheet> sheet = Optional.ofNullable(scan.chartId())
                .flatMap(c -> sheets.sheet(me, c))
                .filter(s -> scan.page() >= 1 && scan.page() <= s.plan().pages().size());
        if (sheet.isEmpty()) return;
        Picture picture =
                Picture.of(pictures.original(me, scan.pictureId()).orElseThrow().bytes());
        PageReading read = SheetInPicture.read(
                picture.light(),
                json.readValue(scan.map(), KeptMap.class).map(),
                ruled(sheet.get(), scan.page()),
                devices.eye(scan.eye()),
                picture.isOfCamera(),
                s -> true);
        Map<Integer, CellReading> cells = read.cells().stream()
                .filter(c -> !c.bare())
                .collect(Collectors.toMap(CellReading::cell, Function.identity()));
        transaction.executeWithoutResult(t -> {
            Set<Long> paints = new LinkedHashSet<>();
            for (ReadingStore.OfScan r : pictures.ofScan(me, scan.id())) {
                if (!cells.containsKey(r.cell())) continue;
                Map<String, Object> row =
                        new HashMap<>(NewReading.of(cells.get(r.cell())).row());
                row.keySet().retainAll(Set.of(RENEWED));
                rows.derive(me, "reading", r.id(), row);
                paints.add(r.paint());
            }
            facts.follows(me, paints);
        });
    }

    private Page byMarks(Collector me, SheetReadingStore.ScanRow scan, Light light) {
        Marks found = Marks.in(light);
        Optional<Sheets.Sheet> asked = Optional.ofNullable(scan.chartId()).flatMap(c -> sheets.sheet(me, c));
        Optional<Matcher> code = found.text().map(CODE::matcher).filter(Matcher::matches);
        Optional<Sheets.Sheet> named = code.flatMap(m -> sheets.sheet(me, Long.parseLong(m.group(1))));
        int number = code.map(m -> Integer.parseInt(m.group(2))).orElse(0);
        if (code.isPresent() && named.isEmpty() && !scan.chosen()) {
            throw Refusal.of(
                    "picture",
                    "The code on this page names no chart of your collection.",
                    "If it is one of yours all the same, choose it and read again.");
        }
        if (asked.isPresent()
                && named.isPresent()
                && asked.get().id() != named.get().id()
                && !scan.chosen()) {
            throw Refusal.of(
                    "picture",
                    "This is page " + number + " of " + named.get().code() + ", not "
                            + asked.get().code() + ".",
                    "Choose the chart it shows, and read again.");
        }
        Sheets.Sheet sheet = scan.chosen() && asked.isPresent()
                ? asked.get()
                : named.or(() -> asked)
                        .orElseThrow(() -> found.markers().isEmpty()
                                ? Refusal.of(
                                        "picture",
                                        "No mark of a printed page was found in the picture.",
                                        "Choose its chart and drag the four corners of the page by hand; or measure a card by"
                                                + " itself from its paint’s page.")
                                : Refusal.of(
                                        "picture",
                                        "The markers were found, but the code that names the chart could not be read.",
                                        "Choose the chart, and read again."));
        int page = scan.chosen() && scan.page() > 0
                ? scan.page()
                : named.isPresent() && named.get().id() == sheet.id() ? number : Math.max(1, scan.page());
        if (page < 1 || page > sheet.plan().pages().size()) {
            throw Refusal.of(
                    "picture", sheet.code() + " has no page " + page + ".", "Choose the page, and read again.");
        }
        return new Page(sheet, page, SheetInPicture.mapped(light, found, ruled(sheet, page)));
    }

    private Page byHand(Collector me, SheetReadingStore.ScanRow scan, Light light) {
        Sheets.Sheet sheet = Optional.ofNullable(scan.chartId())
                .flatMap(c -> sheets.sheet(me, c))
                .orElseThrow(() -> Refusal.of("chart", "Which chart is it?", "Choose the chart, and read again."));
        int page = Math.max(1, Math.min(sheet.plan().pages().size(), scan.page()));
        List<PageMap.Point> dragged = json.readValue(scan.corners(), CORNERS).stream()
                .map(p -> new PageMap.Point(p.x() * light.width(), p.y() * light.height()))
                .toList();
        return new Page(sheet, page, PageMap.ofCorners(corners(sheet), dragged, light.width(), light.height()));
    }

    /** What is dragged by hand: the outer corners of the markers, or of the sheet where none are printed. */
    static List<PageMap.Point> corners(Sheets.Sheet sheet) {
        double inset = sheet.marks().map(m -> m.markers().get(0).box().x()).orElse(0.0);
        double w = sheet.plan().paper().width();
        double h = sheet.plan().paper().height();
        return List.of(
                new PageMap.Point(inset, inset),
                new PageMap.Point(w - inset, inset),
                new PageMap.Point(w - inset, h - inset),
                new PageMap.Point(inset, h - inset));
    }

    static SheetInPicture.Ruled ruled(Sheets.Sheet sheet, int page) {
        return new SheetInPicture.Ruled(
                sheet.plan().pages().get(page - 1).halved(), sheet.plan().paper(), sheet.marks(), sheet.form());
    }

    /** The map as kept: in shares of the picture, so that it holds for any size it is shown at. */
    record KeptMap(List<Double> h, double k, int width, int height) {
        PageMap map() {
            return new PageMap(h, k, width / 2.0, height / 2.0, Math.hypot(width, height) / 2, 0);
        }
    }

    private void keep(
            SheetReadingStore.ScanRow scan,
            Page page,
            PageReading read,
            Light light,
            Picture picture,
            @Nullable Long device) {
        List<String> notes = new java.util.ArrayList<>(picture.notes());
        notes.addAll(read.notes());
        printedSize(read, light, picture, page.sheet.plan()).ifPresent(notes::add);
        SheetReadingStore.Outcome outcome = new SheetReadingStore.Outcome(
                page.sheet.id(),
                page.number,
                json.writeValueAsString(new KeptMap(read.map().h(), read.map().k(), light.width(), light.height())),
                read.map().residualMm(),
                read.paper().l(),
                read.paper().a(),
                read.paper().b(),
                read.unevenness(),
                read.blurMm(),
                read.checkerResidual().orElse(null),
                read.trust().name(),
                String.join("\n", notes),
                device,
                devices.kept(read.eye()),
                CellReading.ARITHMETIC);
        Set<Integer> white = white(new Collector(scan.collectorId(), ""), page.sheet);
        List<byte[]> crops =
                read.cells().stream().map(c -> jpeg(read.crops().get(c.cell()))).toList();
        transaction.executeWithoutResult(t -> {
            if (!store.propose(scan, outcome, Utc.of(clock.instant()))) return;
            devices.saw(new Collector(scan.collectorId(), ""), device, read.patches());
            store.clearCells(scan.id());
            for (int i = 0; i < read.cells().size(); i++) {
                CellReading c = read.cells().get(i);
                store.addCell(
                        scan.collectorId(),
                        scan.id(),
                        c.cell(),
                        json.writeValueAsString(KeptCell.of(c)),
                        crops.get(i),
                        c.bare() && !white.contains(c.cell()));
            }
        });
    }

    /** Cells of paints that are white: on white paper they look bare, and are not. */
    private Set<Integer> white(Collector me, Sheets.Sheet sheet) {
        Map<Long, OrderStore.CardRow> cards = orders.cards(
                me,
                sheet.squares().stream()
                        .map(Sheets.Square::paint)
                        .filter(Objects::nonNull)
                        .distinct()
                        .toList());
        return sheet.squares().stream()
                .filter(q -> q.paint() != null && cards.containsKey(q.paint()))
                .filter(q -> UsualColour.of(cards.get(q.paint()).pigments(), reference)
                        .filter(u -> u.massTone().differenceFrom(Lab.PAPER) < WHITE)
                        .isPresent())
                .map(Sheets.Square::cell)
                .collect(Collectors.toSet());
    }

    /** A scanner says how many dots make an inch; the printed marks say how long the printer made its millimetres. */
    private static Optional<String> printedSize(PageReading read, Light light, Picture picture, Plan plan) {
        if (picture.dpi().isEmpty()
                || read.map().tilt(plan.paper().width(), plan.paper().height()) > 0.6) {
            return Optional.empty();
        }
        double file = picture.dpi().get() / 25.4 * light.width() / picture.width();
        double share =
                read.map().pixelsPerMm(plan.paper().width() / 2, plan.paper().height() / 2) / file;
        return Math.abs(share - 1) < 0.012 || share < 0.7 || share > 1.4
                ? Optional.empty()
                : Optional.of("The page was printed at " + Math.round(share * 100)
                        + " % of its size: cells and pockets are that much off.");
    }

    private static byte[] jpeg(Crop crop) {
        if (crop == null) return new byte[0];
        BufferedImage image = new BufferedImage(crop.width(), crop.height(), BufferedImage.TYPE_INT_RGB);
        image.setRGB(0, 0, crop.width(), crop.height(), crop.rgb(), 0, crop.width());
        try {
            return Picture.jpeg(image);
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }
}
