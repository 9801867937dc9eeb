package molvet.server.reading;

import java.awt.image.BufferedImage;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.stream.Collectors;
import javax.imageio.ImageIO;
import molvet.core.chart.ChartForm;
import molvet.core.chart.Plan;
import molvet.core.measure.Refusal;
import molvet.core.pigment.PigmentReference;
import molvet.core.pigment.Recipe;
import molvet.server.account.Collector;
import molvet.server.account.Fields;
import molvet.server.account.NotFound;
import molvet.server.account.PrintedAddress;
import molvet.server.chart.Sheets;
import molvet.server.collection.OrderStore;
import molvet.server.reading.standin.Device;
import molvet.server.reading.standin.Optics;
import molvet.server.reading.standin.PaintedSheet;
import molvet.server.reading.standin.SheetPainter;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;

/** For those without a scanner at hand: a chart as a simulated hand paints it, seen by a simulated device. */
@Service
public class Standins {
    private static final double DOTS_PER_MM = 9;
    private static final double MOST_AREA = 300 * 430;

    private final Sheets sheets;
    private final OrderStore orders;
    private final Scans scans;
    private final PrintedAddress address;
    private final Optics optics = new Optics(PigmentReference.standard());

    Standins(Sheets sheets, OrderStore orders, Scans scans, PrintedAddress address) {
        this.sheets = sheets;
        this.orders = orders;
        this.scans = scans;
        this.address = address;
    }

    /**
     * @param device SCANNER, CAREFUL_PHONE, CARELESS_PHONE or CHECKED_PHONE
     * @param stage DRY, WET or LIFTED
     * @param seed another seed is another sitting; left out, the chart’s own
     * @param swapped two cells whose paints are painted into each other’s place
     */
    public record Simulated(
            String device,
            @Nullable Integer page,
            @Nullable String stage,
            @Nullable Long seed,
            @Nullable List<Integer> swapped) {}

    long look(Collector me, long chart, Simulated asked) {
        return look(me, chart, asked, address.base());
    }

    /** @param base what the printed codes lead to */
    public long look(Collector me, long chart, Simulated asked, String base) {
        scans.requireRoom(me);
        Device.Kind kind = Fields.one("device", asked.device(), Device.Kind.values());
        Sheets.Sheet sheet =
                sheets.sheet(me, chart).orElseThrow(() -> new NotFound("There is no such chart in your collection."));
        int page = asked.page() == null ? 1 : asked.page();
        if (page < 1 || page > sheet.plan().pages().size()) {
            throw Refusal.of("page", sheet.code() + " has no page " + page + ".", "Choose one it has.");
        }
        Device.Shot shot = kind.device().look(painted(me, sheet, page, asked, base), seed(chart, asked));
        return scans.add(me, shot.fileName(), shot.bytes(), null, asked.stage());
    }

    private static long seed(long chart, Simulated asked) {
        return asked.seed() == null ? chart : asked.seed();
    }

    private PaintedSheet painted(Collector me, Sheets.Sheet sheet, int page, Simulated asked, String base) {
        double width = sheet.plan().paper().width();
        double height = sheet.plan().paper().height();
        if (width * height > MOST_AREA) {
            throw Refusal.of("chart", "The simulated devices look at sheets up to A3.", "Take a smaller chart.");
        }
        Plan.Page ruled = sheet.plan().pages().get(page - 1);
        Map<Integer, Sheets.Square> squares =
                sheet.squares().stream().collect(Collectors.toMap(Sheets.Square::cell, s -> s));
        List<Optics.Film> films = new ArrayList<>();
        Map<Integer, Integer> filmOf = new HashMap<>();
        Map<Long, OrderStore.CardRow> cards = orders.cards(
                me,
                ruled.cells().stream()
                        .map(c -> squares.get(c.index()))
                        .filter(s -> s != null && s.paint() != null)
                        .map(Sheets.Square::paint)
                        .distinct()
                        .toList());
        for (Plan.Cell c : ruled.cells()) {
            Sheets.Square s = squares.get(c.index());
            OrderStore.CardRow card = s == null || s.paint() == null ? null : cards.get(s.paint());
            Recipe recipe = card == null ? new Recipe(List.of()) : card.pigments();
            if (recipe.pigments().isEmpty()) continue;
            // The same paint comes out the same on every chart.
            filmOf.put(c.index(), films.size());
            films.add(optics.film(recipe, 0.1 * new Random(s.paint()).nextGaussian()));
        }
        if (asked.swapped() != null && asked.swapped().size() == 2) {
            Integer one = filmOf.get(asked.swapped().get(0));
            Integer other = filmOf.get(asked.swapped().get(1));
            if (one == null || other == null) {
                throw Refusal.of("swapped", "Both cells must be painted.", "Name two cells of this page.");
            }
            filmOf.put(asked.swapped().get(0), other);
            filmOf.put(asked.swapped().get(1), one);
        }
        String stage = Fields.text(asked.stage());
        return SheetPainter.paint(
                ruled,
                width,
                height,
                picture(sheets.printed(me, sheet.id(), page, 220, base)),
                sheet.form() == ChartForm.RING_CARD,
                films.toArray(Optics.Film[]::new),
                new SheetPainter.How(filmOf, stage.equals("WET"), stage.equals("LIFTED"), false),
                DOTS_PER_MM,
                seed(sheet.id(), asked));
    }

    private static BufferedImage picture(byte[] png) {
        try {
            return ImageIO.read(new ByteArrayInputStream(png));
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }
}
