package molvet.server.demo;

import java.io.IOException;
import java.io.InputStreamReader;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.IntStream;
import molvet.core.pigment.LabelReader;
import molvet.core.pigment.PigmentReference;
import molvet.core.pigment.Recipe;
import molvet.server.account.Accounts;
import molvet.server.collection.Finder;
import molvet.server.collection.PaintViews;
import molvet.server.collection.Paints;
import molvet.server.maker.Makers;
import molvet.server.platform.Acts;
import molvet.server.platform.Collector;
import molvet.server.platform.HealthController;
import molvet.server.platform.Rows;
import molvet.server.reading.Readings;
import molvet.server.reading.standin.SimulatedPainter;
import molvet.server.shelf.Shelf;
import org.apache.commons.csv.CSVFormat;
import org.apache.commons.csv.CSVRecord;
import org.springframework.stereotype.Service;
import org.springframework.transaction.support.TransactionTemplate;

/**
 * The field illustrator's collection of the invented island. Labels are typed in; everything else is found: pictures are
 * painted by the stand-in and go in through the same upload and measuring as anyone's.
 */
@Service
public class DemoCollection {
    public static final String EMAIL = "demo@molvet.example";
    public static final String PASSWORD = "molvet-demo";
    /** Where a person would tap on a picture of the stand-in's. */
    static final Readings.Spots SPOTS = new Readings.Spots(
            new PaintViews.SpotView(SimulatedPainter.FULL_X, SimulatedPainter.PAINT_Y),
            new PaintViews.SpotView(SimulatedPainter.PALEST_X, SimulatedPainter.PAINT_Y),
            new PaintViews.SpotView(SimulatedPainter.PAPER_X, SimulatedPainter.PAPER_Y),
            new PaintViews.SpotView(SimulatedPainter.LINE_X, SimulatedPainter.PAINT_Y),
            0.05);

    private final Accounts accounts;
    private final Makers makers;
    private final Paints paints;
    private final Shelf shelf;
    private final Readings readings;
    private final PaintViews views;
    private final DemoArrivals arrivals;
    private final DemoCharts charts;
    private final DemoReading reading;
    private final DemoPalettes palettes;
    private final DemoMixing mixing;
    private final DemoShortlists shortlists;
    private final DemoStock stock;
    private final DemoFading fading;
    private final LabelReader reader;
    private final SimulatedPainter painter;
    private final TransactionTemplate transaction;
    private final HealthController.Progress progress;
    private final Finder finder;
    private final Acts acts;
    private final Rows rows;

    DemoCollection(
            Accounts accounts,
            Makers makers,
            Paints paints,
            Shelf shelf,
            Readings readings,
            PaintViews views,
            DemoArrivals arrivals,
            DemoCharts charts,
            DemoReading reading,
            DemoPalettes palettes,
            DemoMixing mixing,
            DemoShortlists shortlists,
            DemoStock stock,
            DemoFading fading,
            LabelReader reader,
            PigmentReference reference,
            TransactionTemplate transaction,
            HealthController.Progress progress,
            Finder finder,
            Acts acts,
            Rows rows) {
        this.rows = rows;
        this.acts = acts;
        this.finder = finder;
        this.accounts = accounts;
        this.makers = makers;
        this.paints = paints;
        this.shelf = shelf;
        this.readings = readings;
        this.views = views;
        this.arrivals = arrivals;
        this.charts = charts;
        this.reading = reading;
        this.palettes = palettes;
        this.mixing = mixing;
        this.shortlists = shortlists;
        this.stock = stock;
        this.fading = fading;
        this.reader = reader;
        this.painter = new SimulatedPainter(reference);
        this.transaction = transaction;
        this.progress = progress;
    }

    /** Makes an account with the whole collection in it, or nothing. */
    public Collector load(String email, String password) {
        List<CSVRecord> rows = table("paints.csv");
        List<CSVRecord> kept = table("kept.csv");
        List<CSVRecord> dots = table("inshore.csv");
        int carried = DemoArrivals.carriedOver();
        progress.say("Painting " + (rows.size() + kept.size() + carried) + " swatches for the demo");
        List<Optional<byte[]>> scans = IntStream.range(0, rows.size())
                .parallel()
                .mapToObj(i -> scan(rows.get(i), i))
                .toList();
        List<Optional<byte[]>> scansOfKept = IntStream.range(0, kept.size())
                .mapToObj(i -> scan(kept.get(i), rows.size() + i))
                .toList();
        List<byte[]> ofDots = IntStream.range(0, carried)
                .parallel()
                .mapToObj(
                        i -> painter.paint(reader.read(dots.get(i).get("Truth")).recipe(), 3000 + i))
                .toList();
        Collector made = transaction.execute(status ->
                fill(accounts.make(email, "Ines Calder", password), rows, scans, dots, ofDots, kept, scansOfKept));
        progress.say("");
        return made;
    }

    /** As many pans as the field box holds. */
    private static final int OF_A_BOX = 28;

    /** What is truly in the pan, which the label may not say. */
    private Optional<byte[]> scan(CSVRecord row, int seed) {
        if (List.of("unpainted", "wished").contains(row.get("fate"))) return Optional.empty();
        String truth = row.get("truth").isEmpty() ? row.get("label") : row.get("truth");
        Recipe recipe = reader.read(truth).recipe();
        return Optional.of(painter.paint(recipe, 1000 + seed));
    }

    private Collector fill(
            Collector me,
            List<CSVRecord> rows,
            List<Optional<byte[]>> scans,
            List<CSVRecord> dots,
            List<byte[]> ofDots,
            List<CSVRecord> kept,
            List<Optional<byte[]>> scansOfKept) {
        Map<String, Long> makerIds = new HashMap<>();
        Map<String, Long> lines = new HashMap<>();
        for (CSVRecord m : table("makers.csv")) {
            long maker = makers.addMaker(
                    me,
                    new Makers.NewMaker(
                            m.get("maker"),
                            null,
                            m.get("note"),
                            new Makers.Scales(
                                    m.get("lightfastness"),
                                    m.get("transparency"),
                                    m.get("staining"),
                                    m.get("granulation")),
                            null));
            makerIds.put(m.get("maker"), maker);
            lines.put(
                    m.get("maker"),
                    makers.addLine(
                            me,
                            maker,
                            new Makers.NewLine(
                                    m.get("line"), m.get("grade"), m.get("line").contains("Honey"), null)));
        }
        shelf.addKeeper(me, Shelf.NewKeeper.of("RING", 1, "Pellworth, painted at the station", null, 60));
        shelf.addKeeper(me, Shelf.NewKeeper.of("RING", 2, "Everyone else", null, 60));
        shelf.addKeeper(me, Shelf.NewKeeper.of("BINDER", 1, "Fieldbox and dots", 6, 8));
        shelf.addKeeper(me, Shelf.NewKeeper.of("SKETCHBOOK", 1, "Record book", 40, 1));
        Places places = new Places();
        List<Long> lost = new ArrayList<>();
        for (int i = 0; i < rows.size(); i++) {
            progress.say("Filing the demo, paint " + (i + 1) + " of " + rows.size());
            CSVRecord row = rows.get(i);
            long paint = add(
                    me,
                    row,
                    lines.get(row.get("maker")),
                    "CURRENT",
                    i % 3 == 0 && i < 3 * OF_A_BOX ? "Field box of " + OF_A_BOX : "");
            if (scans.get(i).isPresent()) paint(me, paint, row, scans.get(i).get(), places.next(row), lost);
            if (row.get("fate").equals("gone")) useUp(me, paint);
        }
        lost.forEach(swatch -> shelf.lost(me, swatch));
        progress.say("Unpacking the demo's arrivals");
        arrivals.downsize(me, lines.get("Pellworth"));
        arrivals.fill(me, makerIds.get("Pellworth"), dots, ofDots);
        charts.fill(me);
        reading.fill(me);
        palettes.fill(me);
        mixing.fill(me);
        observe(me, "Amethyst Pool", "lightfastness", "POOR", "The window sill strip is paler after one summer.");
        observe(me, "Dusk Heather", "liking", "LOVED", "");
        observe(me, "Slipway Blue", "staining", "HIGH", "Does not lift at all.");
        observe(me, "Boathouse Red", "staining", "LOW", "Lifts nearly clean from this paper.");
        observe(me, "Tern Grey", "granulation", "SLIGHT", "On hot-pressed paper.");
        observe(me, "Tern Grey", "granulation", "STRONG", "On rough paper it parts into blue and brown.");
        observe(me, "Slipway Blue", "strength", "OVERWHELMING", "");
        observe(me, "Cobalt Tide", "liking", "LOVED", "");
        observe(me, "Gorse Yellow", "rewetting", "HARD", "");
        keep(me, "The field box", "from \"Field box of " + OF_A_BOX + "\"");
        keep(me, "Grainy blues", "hue:blue granulating");
        keep(me, "Fading ones", "not lightfast or doubtful lightfastness");
        shortlists.fill(me);
        stock.fill(me);
        fading.fill(me);
        keepOutOfProduction(me, kept, scansOfKept, lines);
        return me;
    }

    /** A colour of the maker’s chart, and the paint of it with what came in. */
    private long add(Collector me, CSVRecord row, long line, String status, String from) {
        Makers.Claims claims = new Makers.Claims(row.get("light"), row.get("trans"), row.get("stain"), row.get("gran"));
        long colour = makers.addColour(
                me,
                line,
                new Makers.NewColour(
                        row.get("number"),
                        row.get("name"),
                        series(row),
                        status,
                        row.get("german").isEmpty() ? List.of() : List.of(new Makers.NewName("de", row.get("german"))),
                        new Makers.NewEdition(null, null, row.get("label"), sizes(row), claims, null),
                        null));
        return paints.add(
                me,
                new Paints.NewPaint(
                        row.get("name"),
                        null,
                        null,
                        null,
                        colour,
                        null,
                        row.get("label"),
                        series(row),
                        row.get("fate").equals("wished"),
                        "",
                        claims,
                        row.get("form"),
                        row.get("volume"),
                        row.get("price"),
                        "EUR",
                        "",
                        from,
                        null,
                        null));
    }

    /** What is no longer made came last, from a shop’s cellar; the record book shows it. */
    private void keepOutOfProduction(
            Collector me, List<CSVRecord> kept, List<Optional<byte[]>> scans, Map<String, Long> lines) {
        for (int i = 0; i < kept.size(); i++) {
            CSVRecord row = kept.get(i);
            long paint =
                    add(me, row, lines.get(row.get("maker")), "DISCONTINUED", "Harbour stationer, from the cellar");
            paint(me, paint, row, scans.get(i).get(), row.get("place"), List.of());
        }
    }

    private void paint(Collector me, long paint, CSVRecord row, byte[] scan, String place, List<Long> lost) {
        String fate = row.get("fate");
        long swatch =
                shelf.addSwatch(me, paint, Shelf.NewSwatch.card(fate.equals("unfiled") ? null : place, "2026-10-04"));
        if (fate.equals("lost")) lost.add(swatch);
        if (fate.equals("unread")) return;
        long picture = readings.addPicture(me, swatch, row.get("name") + ".png", scan);
        readings.measure(me, picture, SPOTS);
    }

    private void useUp(Collector me, long paint) {
        PaintViews.HoldingView h = views.page(me, paint).holdings().get(0);
        paints.changeHolding(
                me,
                h.id(),
                new Paints.NewHolding(
                        h.form(), h.volume(), 0, "USED_UP", "", "", null, h.price(), h.currency(), "", h.version()));
    }

    private void observe(Collector me, String name, String trait, String value, String note) {
        finder.list(me, "\"" + name + "\"", "number", 1, null)
                .paints()
                .forEach(p -> paints.observe(
                        me, p.id(), new Paints.NewObservation(trait, value, note, "2026-10-11", null, null, null)));
    }

    /** Pellworth on the first ring, the field box and dots in the binder, three in the record book, the rest on ring 2. */
    private static final class Places {
        private final Map<String, Integer> next = new HashMap<>();

        String next(CSVRecord row) {
            String keeper = switch (row.get("maker")) {
                case "Pellworth" -> "R1";
                case "Vessanti" -> "B1";
                default -> row.get("name").startsWith("Island") ? "S1" : "R2";
            };
            int n = next.merge(keeper, 1, Integer::sum);
            // A card was given away with its neighbour's paint: one gap on the second ring.
            if (keeper.equals("R2") && n == 9) n = next.merge(keeper, 1, Integer::sum);
            return switch (keeper) {
                case "B1" -> "B1 p" + ((n - 1) / 8 + 1) + " c" + ((n - 1) % 8 + 1);
                case "S1" -> "S1 p" + (10 + n);
                default -> keeper + " " + n;
            };
        }
    }

    private static String sizes(CSVRecord row) {
        if (row.get("volume").isEmpty()) return "";
        String price = row.get("price").isEmpty() ? "" : " " + row.get("price") + " EUR";
        return row.get("volume") + " ml" + (row.get("form").equals("TUBE") ? price : "");
    }

    private static Integer series(CSVRecord row) {
        return row.get("series").isEmpty() ? null : Integer.valueOf(row.get("series"));
    }

    private static List<CSVRecord> table(String name) {
        CSVFormat format = CSVFormat.DEFAULT
                .builder()
                .setDelimiter(';')
                .setHeader()
                .setSkipHeaderRecord(true)
                .get();
        try (var in = new InputStreamReader(
                DemoCollection.class.getResourceAsStream("/molvet/server/demo/" + name), StandardCharsets.UTF_8)) {
            return format.parse(in).getRecords();
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    private void keep(Collector me, String name, String text) {
        acts.quietly(me, () -> rows.put(me, "saved_find", Map.of("name", name), Map.of("text", text)));
    }
}
