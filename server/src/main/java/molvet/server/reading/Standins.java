package molvet.server.reading;

import java.awt.image.BufferedImage;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Random;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import javax.imageio.ImageIO;
import molvet.core.chart.ChartForm;
import molvet.core.chart.PartKind;
import molvet.core.chart.Plan;
import molvet.core.colour.Lab;
import molvet.core.colour.Spectrum;
import molvet.core.measure.Rect;
import molvet.core.measure.Refusal;
import molvet.core.pigment.Doubts;
import molvet.core.pigment.PigmentCode;
import molvet.core.pigment.PigmentReference;
import molvet.core.pigment.Recipe;
import molvet.core.reading.CellReading;
import molvet.server.chart.Sheets;
import molvet.server.collection.OrderStore;
import molvet.server.collection.PaintViews;
import molvet.server.platform.Collector;
import molvet.server.platform.Fields;
import molvet.server.platform.NotFound;
import molvet.server.platform.OneOf;
import molvet.server.platform.PrintedAddress;
import molvet.server.reading.standin.Device;
import molvet.server.reading.standin.Fading;
import molvet.server.reading.standin.Optics;
import molvet.server.reading.standin.PaintedSheet;
import molvet.server.reading.standin.SheetPainter;
import molvet.server.reading.standin.SpotMeter;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** For those without a scanner at hand: a chart as a simulated hand paints it, seen by a simulated device. */
@Service
public class Standins {
    private static final double DOTS_PER_MM = 9;
    private static final double MOST_AREA = 300 * 430;

    private final Sheets sheets;
    private final OrderStore orders;
    private final SheetReadings scans;
    private final PrintedAddress address;
    private final PaintViews paints;
    private final PigmentReference reference = PigmentReference.standard();
    private final Doubts doubts = new Doubts(reference);
    private final Optics optics = new Optics(reference);

    Standins(Sheets sheets, OrderStore orders, SheetReadings scans, PrintedAddress address, PaintViews paints) {
        this.sheets = sheets;
        this.orders = orders;
        this.scans = scans;
        this.address = address;
        this.paints = paints;
    }

    /**
     * @param device SCANNER, CAREFUL_PHONE, CARELESS_PHONE or CHECKED_PHONE
     * @param stage DRY, WET or LIFTED
     * @param seed another seed is another sitting; left out, the chart’s number
     * @param swapped two cells whose paints are painted into each other’s place
     * @param hung what light a test of light had; left out, none
     * @param paints what the hand paints into the cells, one after the other, whatever the chart says
     */
    public record Simulated(
            @OneOf(Device.Kind.class) String device,
            @Nullable Integer page,
            @OneOf(SheetReadings.Stage.class) @Nullable String stage,
            @Nullable Long seed,
            @Nullable List<Integer> swapped,
            @Nullable List<Long> paints,
            @Nullable Hung hung) {
        public Simulated(
                String device,
                @Nullable Integer page,
                @Nullable String stage,
                @Nullable Long seed,
                @Nullable List<Integer> swapped,
                @Nullable List<Long> paints) {
            this(device, page, stage, seed, swapped, paints, null);
        }
    }

    /**
     * Light that fell on a sheet of which one half is covered.
     *
     * @param megaluxHours on the open half; {@code leak}: the share of it that got under the flap
     * @param weeksInDark since then
     */
    public record Hung(double megaluxHours, double leak, double weeksInDark) {}

    public long look(Collector me, long chart, Simulated asked) {
        return look(me, chart, asked, address.base());
    }

    /** A scanner’s file does not tell what it is: its collector does. */
    private static @Nullable String takenWith(Simulated asked) {
        return Device.Kind.SCANNER.name().equals(asked.device()) ? "Simulated flat-bed" : null;
    }

    /** @param base what the printed codes lead to */
    public long look(Collector me, long chart, Simulated asked, String base) {
        scans.requireRoom(me);
        Device.Kind kind = Fields.one("device", asked.device(), Device.Kind.values());
        Sheets.Sheet sheet =
                sheets.sheet(me, chart).orElseThrow(() -> new NotFound("There is no such chart in your collection."));
        int page = asked.page() == null ? 1 : asked.page();
        requirePage(sheet, page);
        long hung = asked.hung() == null
                ? 0
                : Math.round(1000 * (asked.hung().megaluxHours() + asked.hung().weeksInDark()));
        Device.Shot shot = kind.device().look(painted(me, sheet, page, asked, base), seed(sheet, asked) + hung);
        return scans.add(me, shot.fileName(), shot.bytes(), null, asked.stage(), takenWith(asked));
    }

    /**
     * The same sheet under a hand-held colour meter: each cell at full strength and palest, as a file of spectra such as a meter
     * writes.
     */
    @Transactional(readOnly = true)
    public String measured(Collector me, long chart, int page) {
        Sheets.Sheet sheet =
                sheets.sheet(me, chart).orElseThrow(() -> new NotFound("There is no such chart in your collection."));
        requirePage(sheet, page);
        Simulated asked = new Simulated("METER", page, null, null, null, null);
        PaintedSheet painted = painted(me, sheet, page, asked, address.base());
        SpotMeter meter = new SpotMeter(painted, seed(sheet, asked));
        Map<Integer, Sheets.Square> squares =
                sheet.squares().stream().collect(Collectors.toMap(Sheets.Square::cell, s -> s));
        Map<Long, PaintViews.PaintEntry> names = new HashMap<>();
        paints.entries(
                        me,
                        squares.values().stream()
                                .map(Sheets.Square::paint)
                                .filter(Objects::nonNull)
                                .distinct()
                                .toList())
                .forEach(e -> names.put(e.id(), e));
        List<ColourFile.Named> all = new ArrayList<>();
        for (Plan.Cell c : sheet.plan().pages().get(page - 1).cells()) {
            Sheets.Square q = squares.get(c.index());
            if (q == null || q.paint() == null || !painted.truth().containsKey(c.index())) continue;
            PaintViews.PaintEntry entry = names.get(q.paint());
            List<Plan.Part> strengths =
                    c.parts().stream().filter(p -> p.kind().isPainted()).toList();
            if (entry == null || strengths.isEmpty()) continue;
            String name = entry.accession() + " " + entry.name();
            boolean down = sheet.form() == ChartForm.RING_CARD;
            all.add(measured(meter, name + " full", strengths.get(0), down, 0.12));
            all.add(measured(meter, name + " tint", strengths.get(strengths.size() - 1), down, 0.9));
        }
        if (all.isEmpty()) {
            throw Refusal.of("chart", "No paint on this page has pigments that are known.", "Take another chart.");
        }
        return ColourFile.cgats(all);
    }

    /** @param along where in a run from full strength to palest, 0 to 1 */
    private static ColourFile.Named measured(SpotMeter meter, String name, Plan.Part part, boolean down, double along) {
        Rect box = part.box();
        double at = part.kind() == PartKind.FIELD ? along : 0.5;
        // Beside the black line, which crosses the middle.
        double x = down ? box.x() + 0.25 * box.width() : box.x() + at * box.width();
        double y = down ? box.y() + at * box.height() : box.y() + 0.75 * box.height();
        Spectrum seen = meter.at(x, y);
        return new ColourFile.Named(name, Lab.ofXyz(seen.toXyz()), Optional.of(seen), 0);
    }

    /** Squares with mixtures as they come out under the hand, without a picture. */
    public List<MixtureSquares.MixtureRead> mixtures(Collector me, long chart) {
        Sheets.Sheet sheet =
                sheets.sheet(me, chart).orElseThrow(() -> new NotFound("There is no such chart in your collection."));
        List<Sheets.Square> mixed =
                sheet.squares().stream().filter(Sheets.Square::isMixture).toList();
        Map<Long, OrderStore.CardRow> cards = orders.cards(
                me, mixed.stream().flatMap(Sheets.Square::paints).distinct().toList());
        List<MixtureSquares.MixtureRead> all = new ArrayList<>();
        for (Sheets.Square s : mixed) {
            Optional<Optics.Film> painted = mixed(s, cards, chart);
            if (painted.isEmpty()) continue;
            Optics.Film film = painted.get();
            double palest = film.palest(SheetPainter.TINT);
            all.add(new MixtureSquares.MixtureRead(
                    s,
                    CellReading.metered(
                            s.cell(),
                            film.colour(SheetPainter.MASS),
                            film.colour(palest),
                            film.showing(SheetPainter.MASS, palest))));
        }
        return all;
    }

    /** Both halves of a light test as they are after light, at full strength and as a middle wash, without a picture. */
    public List<ExposedHalves.HalvesRead> exposed(Collector me, long chart, Hung hung) {
        Sheets.Sheet sheet =
                sheets.sheet(me, chart).orElseThrow(() -> new NotFound("There is no such chart in your collection."));
        Map<Integer, Integer> references = sheet.plan().references();
        Map<Long, OrderStore.CardRow> cards = orders.cards(
                me,
                sheet.squares().stream()
                        .map(Sheets.Square::paint)
                        .filter(Objects::nonNull)
                        .toList());
        Random noise = new Random(sheet.number() + Math.round(1000 * (hung.megaluxHours() + hung.weeksInDark())));
        List<ExposedHalves.HalvesRead> all = new ArrayList<>();
        for (Sheets.Square s : sheet.squares()) {
            Integer wool = references.get(s.cell());
            OrderStore.CardRow card = s.paint() == null ? null : cards.get(s.paint());
            double under = hung.megaluxHours() * hung.leak();
            Optional<Optics.Film> covered = wool != null
                    ? Optional.of(optics.wool(Fading.ofWool(wool, under)))
                    : film(card, under, hung.weeksInDark());
            Optional<Optics.Film> lit = wool != null
                    ? Optional.of(optics.wool(Fading.ofWool(wool, hung.megaluxHours())))
                    : film(card, hung.megaluxHours(), hung.weeksInDark());
            if (covered.isEmpty() || lit.isEmpty()) continue;
            double wash = covered.get().washOf(SheetPainter.MIDDLE, SheetPainter.MASS);
            all.add(new ExposedHalves.HalvesRead(
                    s.cell(), half(s.cell(), covered.get(), wash, noise), half(s.cell(), lit.get(), wash, noise)));
        }
        return all;
    }

    private static CellReading half(int cell, Optics.Film film, double wash, Random noise) {
        return CellReading.metered(
                        cell, noisy(film.colour(SheetPainter.MASS), noise), noisy(film.colour(wash), noise), 0.05)
                .withMargins(new CellReading.Margins(METERED, METERED, Optional.empty(), Optional.empty()));
    }

    private static final double METERED = 0.2;

    private static Lab noisy(Lab c, Random noise) {
        return new Lab(
                c.l() + METERED / 2 * noise.nextGaussian(),
                c.a() + METERED / 2 * noise.nextGaussian(),
                c.b() + METERED / 2 * noise.nextGaussian());
    }

    private static void requirePage(Sheets.Sheet sheet, int page) {
        if (page < 1 || page > sheet.plan().pages().size()) {
            throw Refusal.of("page", sheet.code() + " has no page " + page + ".", "Choose one it has.");
        }
    }

    private static long seed(Sheets.Sheet sheet, Simulated asked) {
        return asked.seed() == null ? sheet.number() : asked.seed();
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
        Map<Integer, Long> hand = new HashMap<>();
        Map<Integer, Sheets.Square> mixed = new HashMap<>();
        for (Plan.Cell c : ruled.cells()) {
            Sheets.Square s = squares.get(c.index());
            if (asked.paints() != null) {
                Long paint = c.index() < asked.paints().size() ? asked.paints().get(c.index()) : null;
                if (paint != null) hand.put(c.index(), paint);
            } else if (s != null && s.paint() != null) {
                hand.put(c.index(), s.paint());
                if (s.isMixture()) mixed.put(c.index(), s);
            }
        }
        List<Optics.Film> films = new ArrayList<>();
        Map<Integer, Integer> filmOf = new HashMap<>();
        Map<Long, OrderStore.CardRow> cards = orders.cards(
                me,
                Stream.concat(hand.values().stream(), mixed.values().stream().flatMap(Sheets.Square::paints))
                        .distinct()
                        .toList());
        for (Plan.Cell c : ruled.cells()) {
            Long paint = hand.get(c.index());
            Optional<Optics.Film> film = film(cards.get(paint));
            if (film.isEmpty()) continue;
            filmOf.put(c.index(), films.size());
            films.add(Optional.ofNullable(mixed.get(c.index()))
                    .flatMap(mix -> mixed(mix, cards, seed(sheet, asked)))
                    .orElse(film.get()));
        }
        Map<Integer, Integer> litOf = new HashMap<>();
        if (sheet.form() == ChartForm.LIGHT_TEST) {
            Hung hung = asked.hung() == null ? new Hung(0, 0, 0) : asked.hung();
            Map<Integer, Integer> references = sheet.plan().references();
            for (Plan.Cell c : ruled.cells()) {
                OrderStore.CardRow card = cards.get(hand.get(c.index()));
                Integer wool = references.get(c.index());
                Optional<Optics.Film> covered = wool != null
                        ? Optional.of(optics.wool(Fading.ofWool(wool, hung.megaluxHours() * hung.leak())))
                        : film(card, hung.megaluxHours() * hung.leak(), hung.weeksInDark());
                Optional<Optics.Film> lit = wool != null
                        ? Optional.of(optics.wool(Fading.ofWool(wool, hung.megaluxHours())))
                        : film(card, hung.megaluxHours(), hung.weeksInDark());
                if (covered.isEmpty() || lit.isEmpty()) continue;
                filmOf.put(c.index(), films.size());
                films.add(covered.get());
                litOf.put(c.index(), films.size());
                films.add(lit.get());
            }
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
                new SheetPainter.How(filmOf, litOf, stage.equals("WET"), stage.equals("LIFTED"), false, 0),
                DOTS_PER_MM,
                seed(sheet, asked));
    }

    /** The same paint comes out the same on every chart; nothing of one whose pigments it does not know. */
    private Optional<Optics.Film> film(OrderStore.@Nullable CardRow card) {
        return film(card, 0, 0);
    }

    /** The same after light, and after weeks in the dark. */
    private Optional<Optics.Film> film(OrderStore.@Nullable CardRow card, double megaluxHours, double weeks) {
        Recipe recipe = card == null ? Recipe.NONE : paintable(card);
        if (recipe.pigments().isEmpty()) return Optional.empty();
        return Optional.of(optics.film(
                recipe, 0.1 * new Random(card.accession()).nextGaussian(), p -> Fading.left(p, megaluxHours, weeks)));
    }

    /** Empty if it cannot paint with one of its parts. */
    private Optional<Optics.Film> mixed(Sheets.Square mix, Map<Long, OrderStore.CardRow> cards, long seed) {
        Optics.Film all = null;
        double before = 0;
        Random hand = new Random(31 * seed + mix.cell());
        for (Sheets.Square.Portion p : mix.holds()) {
            Optional<Optics.Film> film = film(cards.get(p.paint()));
            if (film.isEmpty()) return Optional.empty();
            double taken = p.parts() * taken(cards.get(p.paint()), all == null ? 0 : hand.nextGaussian());
            all = all == null ? film.get() : all.mixed(film.get(), taken / (before + taken));
            before += taken;
        }
        return Optional.ofNullable(all).map(f -> f.thinned(mix.strength()));
    }

    /** What a part truly is: no hand measures parts, and from some pans a brush loads more than from others. */
    private static double taken(OrderStore.CardRow card, double unsteady) {
        return Math.exp(0.15 * new Random(card.accession()).nextGaussian() + 0.08 * unsteady);
    }

    /** What the stand-in can paint with: pigments it knows; of codes there are not, what they likely are. */
    private Recipe paintable(OrderStore.CardRow card) {
        List<PigmentCode> all = card.pigments().pigments().stream()
                .flatMap(c -> Stream.concat(
                                Stream.of(c),
                                doubts.about(new Recipe(List.of(c)), card.name()).stream()
                                        .flatMap(n -> PigmentCode.parse(n.suggestion()).stream()))
                        .filter(reference::holds)
                        .limit(1))
                .distinct()
                .toList();
        return new Recipe(all);
    }

    private static BufferedImage picture(byte[] png) {
        try {
            return ImageIO.read(new ByteArrayInputStream(png));
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }
}
