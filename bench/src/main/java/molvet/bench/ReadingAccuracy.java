package molvet.bench;

import java.awt.image.BufferedImage;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.EnumMap;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import java.util.concurrent.atomic.AtomicBoolean;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import javax.imageio.ImageIO;
import molvet.core.chart.ChartForm;
import molvet.core.chart.ChartSpec;
import molvet.core.chart.PageMarks;
import molvet.core.chart.Plan;
import molvet.core.chart.Ruling;
import molvet.core.chart.SheetSize;
import molvet.core.colour.Lab;
import molvet.core.colour.WashRun;
import molvet.core.measure.Refusal;
import molvet.core.pigment.Pigment;
import molvet.core.pigment.PigmentReference;
import molvet.core.pigment.Recipe;
import molvet.core.pigment.UsualColour;
import molvet.core.reading.CellReading;
import molvet.core.reading.Checker;
import molvet.core.reading.Covering;
import molvet.core.reading.DeviceEye;
import molvet.core.reading.PageReading;
import molvet.core.reading.Suspicion;
import molvet.server.chart.ChartPainter;
import molvet.server.reading.SheetInPicture;
import molvet.server.reading.standin.Device;
import molvet.server.reading.standin.Optics;
import molvet.server.reading.standin.OtherEyes;
import molvet.server.reading.standin.PaintedSheet;
import molvet.server.reading.standin.SheetPainter;
import org.apache.commons.math3.stat.correlation.SpearmansCorrelation;

/**
 * How true readings are: sheets painted from seeds by the stand-in painter, looked at by the stand-in devices, and read as any
 * upload is. Prints a page in Markdown.
 */
public final class ReadingAccuracy {
    /** Between what the painter means by none, slight, moderate and strong: 0.02, 0.10, 0.20, 0.36. */
    private static final double[] GRAINS = {0.045, 0.14, 0.27};

    /** Half of the strokes of hand-painted charts miss their ruling by up to so much (common practice, no published source). */
    private static final double MISSES_MM = 1.5;

    private static final ChartForm[] FORMS = {
        ChartForm.STRIPS, ChartForm.GRID, ChartForm.TWO_SQUARES, ChartForm.RING_CARD
    };

    private final PigmentReference reference = PigmentReference.standard();
    private final Optics optics = new Optics(reference);

    /** What came of all sheets before one device. */
    private static final class Tally {
        private int sheets;
        private int registered;
        private final List<Double> residual = new ArrayList<>();
        private final List<Double> mass = new ArrayList<>();
        private final List<Double> tint = new ArrayList<>();
        private final List<Double> own = new ArrayList<>();
        private final int[] within = new int[2];
        /** ΔE00 of the mass tone without and with what was learnt of the device. */
        private final List<Double> unlearnt = new ArrayList<>();

        private final List<Double> learnt = new ArrayList<>();
        private final List<double[]> grain = new ArrayList<>();
        private final List<double[]> covering = new ArrayList<>();
        private final int[] grainOff = new int[4];
        private final int[] coverOff = new int[4];
        private final List<Double> run = new ArrayList<>();
        private final List<Double> ends = new ArrayList<>();
        private final int[] wholeRuns = new int[2];
        private int checkers;
        private final int[] swaps = new int[2];
        private final int[] swapsOfRead = new int[2];
        private final int[] skips = new int[2];
        private final int[] doubles = new int[2];
        private final int[] alarms = new int[2];

        private synchronized void add(Runnable what) {
            what.run();
        }
    }

    public static void main(String[] args) {
        int sheets = args.length > 0 ? Integer.parseInt(args[0]) : 200;
        new ReadingAccuracy().run(sheets);
    }

    private void run(int sheets) {
        Map<Device.Kind, Tally> all = new EnumMap<>(Device.Kind.class);
        for (Device.Kind k : Device.Kind.values()) all.put(k, new Tally());
        learn();
        AtomicBoolean finished = new AtomicBoolean();
        // Ended early, it says what it knows.
        Runtime.getRuntime().addShutdownHook(new Thread(() -> {
            if (!finished.get()) print(all);
        }));
        IntStream.range(0, sheets).parallel().forEach(seed -> {
            try {
                sheet(seed, all);
            } catch (IOException e) {
                throw new IllegalStateException(e);
            }
            if (seed % 20 == 0) System.err.println("sheet " + seed);
        });
        finished.set(true);
        print(all);
    }

    /** How a device was learnt before its sheets are read again with what was learnt. */
    private static final Map<Device.Kind, String> LEARNT_FROM = Map.of(
            Device.Kind.SCANNER, "the swatches of three sheets, measured with a meter",
            Device.Kind.CAREFUL_PHONE, "one photograph with a colour-checker",
            Device.Kind.CARELESS_PHONE, "one photograph with a colour-checker, and the swatches of three sheets");

    private final Map<Device.Kind, DeviceEye> eyes = new EnumMap<>(Device.Kind.class);
    private final Map<Device.Kind, List<DeviceEye.Seen>> seen = new EnumMap<>(Device.Kind.class);

    private void learn() {
        Map<Device.Kind, Tally> none = new EnumMap<>(Device.Kind.class);
        for (Device.Kind k : Device.Kind.values()) {
            none.put(k, new Tally());
            seen.put(k, new ArrayList<>());
        }
        try {
            for (int seed = -3; seed < 0; seed++) sheet(seed, none);
        } catch (IOException e) {
            throw new IllegalStateException(e);
        }
        List<DeviceEye.Seen> checker = seen.get(Device.Kind.CHECKED_PHONE).subList(0, Checker.ROWS * Checker.COLUMNS);
        List<DeviceEye.Seen> both = new ArrayList<>(checker);
        both.addAll(seen.get(Device.Kind.CAREFUL_PHONE));
        DeviceEye.learnt(seen.get(Device.Kind.SCANNER)).ifPresent(e -> eyes.put(Device.Kind.SCANNER, e));
        DeviceEye.learnt(checker).ifPresent(e -> eyes.put(Device.Kind.CAREFUL_PHONE, e));
        DeviceEye.learnt(both).ifPresent(e -> eyes.put(Device.Kind.CARELESS_PHONE, e));
    }

    private void learnFrom(Device.Kind kind, PageReading read, PaintedSheet sheet) {
        seen.get(kind).addAll(read.patches());
        if (kind == Device.Kind.CHECKED_PHONE) return;
        for (CellReading c : read.cells()) {
            PaintedSheet.Truth t = sheet.truth().get(c.cell());
            if (t.paint() < 0 || c.bare()) continue;
            seen.get(kind).add(new DeviceEye.Seen(c.massTone(), t.massTone()));
            seen.get(kind).add(new DeviceEye.Seen(c.tint(), t.tint()));
        }
    }

    private void sheet(int seed, Map<Device.Kind, Tally> all) throws IOException {
        Random random = new Random(7000 + seed);
        ChartForm form = FORMS[Math.floorMod(seed, FORMS.length)];
        int cells = switch (form) {
            case STRIPS -> 5 + random.nextInt(4);
            case RING_CARD -> 2;
            case TWO_SQUARES -> 8 + random.nextInt(9);
            default -> 16 + random.nextInt(15);
        };
        Plan plan = Ruling.plan(ChartSpec.of(form, new SheetSize(148, 210), cells)
                .withMarks(true)
                .withOpacityLine(true)
                .withSteps(5 + seed % 2));
        Plan.Page page = plan.pages().get(0);
        Optional<PageMarks> marks = Optional.of(PageMarks.on(plan.paper()));
        List<Integer> places = page.cells().stream().map(Plan.Cell::index).toList();
        Optics.Film[] films = new Optics.Film[places.size()];
        Map<Integer, ChartPainter.Lettered> lettered = new HashMap<>();
        Map<Integer, Recipe> recipes = new HashMap<>();
        for (int i = 0; i < films.length; i++) {
            Recipe recipe = recipe(random);
            films[i] = optics.film(recipe, 0.25 * random.nextGaussian());
            recipes.put(places.get(i), recipe);
            lettered.put(
                    places.get(i),
                    new ChartPainter.Lettered("Colour " + (i + 1), "", recipe.toString(), "", Optional.empty(), ""));
        }
        ChartPainter print = new ChartPainter(
                new ChartPainter.Head("C-0001", "", form, "http://127.0.0.1:8787/c/1/", false, false, false),
                plan,
                marks,
                lettered);
        BufferedImage printed =
                ImageIO.read(new ByteArrayInputStream(print.paper().png(1, 220, print::draw)));
        Map<Integer, Integer> filmOf = SheetPainter.asPlanned(places);
        Planted planted = seed % 2 == 0 ? plant(filmOf, places, films, random) : new Planted(List.of(), -1, false, -1);
        Map<Integer, Suspicion.Expected> expected = expected(places, films, recipes, random);
        PaintedSheet sheet = SheetPainter.paint(
                page,
                plan.paper().width(),
                plan.paper().height(),
                printed,
                form == ChartForm.RING_CARD,
                films,
                new SheetPainter.How(filmOf, false, false, false, MISSES_MM),
                9,
                seed);
        SheetInPicture.Ruled ruled = new SheetInPicture.Ruled(page, plan.paper(), marks, form);
        for (Device.Kind kind : Device.Kind.values()) {
            Device device = kind.device();
            Device.Shot shot = device.look(sheet, seed);
            look(seed, kind, device, all.get(kind), sheet, films, ruled, shot)
                    .ifPresent(read -> suspect(all.get(kind), read, sheet, planted, expected));
        }
    }

    private Optional<PageReading> look(
            int seed,
            Device.Kind kind,
            Device device,
            Tally tally,
            PaintedSheet sheet,
            Optics.Film[] films,
            SheetInPicture.Ruled ruled,
            Device.Shot shot) {
        PageReading read;
        try {
            read = SheetInPicture.read(shot.bytes(), ruled);
        } catch (Refusal e) {
            System.err.println(kind + " sheet " + seed + ": " + e.getMessage());
            tally.add(() -> tally.sheets++);
            return Optional.empty();
        }
        if (seed < 0) learnFrom(kind, read, sheet);
        DeviceEye eye = seed < 0 ? null : eyes.get(kind);
        if (eye != null) {
            PageReading better = SheetInPicture.read(shot.bytes(), ruled, Optional.of(eye));
            Map<Integer, Lab> seen = new HashMap<>();
            read.cells().forEach(c -> seen.put(c.cell(), c.massTone()));
            for (CellReading c : better.cells()) {
                PaintedSheet.Truth t = sheet.truth().get(c.cell());
                if (t.paint() < 0 || c.bare()) continue;
                tally.add(() -> {
                    tally.unlearnt.add(seen.get(c.cell()).differenceFrom(t.massTone()));
                    tally.learnt.add(c.massTone().differenceFrom(t.massTone()));
                });
            }
        }
        tally.add(() -> {
            tally.sheets++;
            tally.registered++;
            tally.residual.add(read.map().residualMm());
            if (read.checkerResidual().isPresent()) tally.checkers++;
            for (CellReading c : read.cells()) {
                PaintedSheet.Truth t = sheet.truth().get(c.cell());
                if (t.paint() < 0) continue;
                double m = c.massTone().differenceFrom(t.massTone());
                tally.mass.add(m);
                tally.within[1]++;
                if (m <= read.trust().within()) tally.within[0]++;
                tally.tint.add(c.tint().differenceFrom(t.tint()));
                tally.own.add(device.sees(films[t.paint()], SheetPainter.MASS)
                        .differenceFrom(films[t.paint()].colour(SheetPainter.MASS)));
                if (m > 10 || c.tint().differenceFrom(t.tint()) > 10) {
                    System.err.println(kind + " sheet " + seed + " " + ruled.form() + " cell " + c.cell() + ": mass "
                            + c.massTone() + " of " + t.massTone() + ", tint " + c.tint() + " of " + t.tint() + " "
                            + c.notes());
                }
                if (c.bare()) continue;
                WashRun truth = films[t.paint()] == null ? c.run() : run(films[t.paint()]);
                tally.run.addAll(apart(c.run(), truth));
                tally.ends.addAll(apart(WashRun.between(c.massTone(), c.tint()), truth));
                tally.wholeRuns[1]++;
                if (c.run().measured()) tally.wholeRuns[0]++;
                c.granulation().ifPresent(v -> {
                    tally.grain.add(new double[] {v, t.grain()});
                    tally.grainOff[Math.abs(CellReading.granulates(v).ordinal() - step(t.grain(), GRAINS))]++;
                });
                c.covering().ifPresent(v -> {
                    tally.covering.add(new double[] {v, t.covering()});
                    int seen = Covering.transparency(v, c.massTone()).ordinal();
                    int real = Covering.transparency(t.covering(), t.massTone()).ordinal();
                    tally.coverOff[Math.abs(seen - real)]++;
                });
            }
        });
        return Optional.of(read);
    }

    private static final double PALEST = SheetPainter.TINT / 2;

    /** What the film is truly like at many strengths. */
    private static WashRun run(Optics.Film film) {
        double palest = film.palest(PALEST);
        return new WashRun(
                IntStream.rangeClosed(0, 40)
                        .mapToObj(i -> film.colour(
                                2 * SheetPainter.MASS * Math.pow(palest / (2 * SheetPainter.MASS), i / 40.0)))
                        .sorted(Comparator.comparingDouble(Lab::l))
                        .toList(),
                true);
    }

    /** ΔE00 at equal lightness, at seven strengths between the ends. */
    private static List<Double> apart(WashRun drawn, WashRun truth) {
        double from = drawn.full().l();
        double range = drawn.palest().l() - from;
        return IntStream.rangeClosed(1, 7)
                .mapToDouble(i -> from + range * i / 8)
                .mapToObj(l -> drawn.at(l).differenceFrom(truth.at(l)))
                .toList();
    }

    /** Mistakes made on purpose: two neighbours swapped, a cell passed over, one that holds another’s paint again. */
    private record Planted(List<Integer> swapped, int skipped, boolean skippedWhite, int twice) {
        boolean touches(int cell) {
            return swapped.contains(cell) || cell == skipped || cell == twice;
        }
    }

    private static Planted plant(
            Map<Integer, Integer> filmOf, List<Integer> places, Optics.Film[] films, Random random) {
        int at = random.nextInt(places.size() - 1);
        int one = places.get(at);
        int other = places.get(at + 1);
        int film = filmOf.get(one);
        filmOf.put(one, filmOf.get(other));
        filmOf.put(other, film);
        List<Integer> left = new ArrayList<>(places);
        left.removeAll(List.of(one, other));
        int skipped = left.remove(random.nextInt(left.size()));
        boolean white = films[filmOf.get(skipped)].colour(SheetPainter.MASS).differenceFrom(Lab.PAPER) < 8;
        filmOf.put(skipped, -1);
        int twice = left.remove(random.nextInt(left.size()));
        filmOf.put(twice, filmOf.get(left.get(random.nextInt(left.size()))));
        return new Planted(List.of(one, other), skipped, white, twice);
    }

    /** Of half the paints an earlier reading is known, of the others only the recipe. */
    private Map<Integer, Suspicion.Expected> expected(
            List<Integer> places, Optics.Film[] films, Map<Integer, Recipe> recipes, Random random) {
        Map<Integer, Suspicion.Expected> all = new HashMap<>();
        for (int i = 0; i < films.length; i++) {
            if (random.nextBoolean()) {
                Lab c = films[i].colour(SheetPainter.MASS);
                Lab seen = new Lab(
                        Math.max(0, c.l() + 1.5 * random.nextGaussian()),
                        c.a() + 1.5 * random.nextGaussian(),
                        c.b() + 1.5 * random.nextGaussian());
                all.put(places.get(i), new Suspicion.Expected(seen, 4, "an earlier reading"));
            } else {
                int place = places.get(i);
                UsualColour.of(recipes.get(place), reference)
                        .ifPresent(u -> all.put(place, new Suspicion.Expected(u.massTone(), u.spread(), "the recipe")));
            }
        }
        return all;
    }

    private static void suspect(
            Tally tally,
            PageReading read,
            PaintedSheet sheet,
            Planted planted,
            Map<Integer, Suspicion.Expected> expected) {
        List<Suspicion> all = Suspicion.in(read.cells(), expected);
        tally.add(() -> {
            if (!planted.swapped.isEmpty()) {
                int one = planted.swapped.get(0);
                int other = planted.swapped.get(1);
                double apart = sheet.truth()
                        .get(one)
                        .massTone()
                        .differenceFrom(sheet.truth().get(other).massTone());
                if (apart > 10) {
                    boolean known = Stream.of(one, other)
                            .allMatch(c -> expected.containsKey(c)
                                    && expected.get(c).from().contains("earlier"));
                    tally.swaps[1]++;
                    if (known) tally.swapsOfRead[1]++;
                    boolean found = all.stream()
                            .anyMatch(s -> s.kind() == Suspicion.Kind.SWAPPED
                                    && (s.cell() == one || s.cell() == other)
                                    && (s.other().getAsInt() == one || s.other().getAsInt() == other));
                    if (found) tally.swaps[0]++;
                    if (found && known) tally.swapsOfRead[0]++;
                }
                // White paint that was forgotten on white paper cannot be missed by anyone.
                if (!planted.skippedWhite) tally.skips[1]++;
                if (!planted.skippedWhite && all.stream().anyMatch(s -> s.cell() == planted.skipped)) tally.skips[0]++;
                tally.doubles[1]++;
                if (all.stream().anyMatch(s -> s.cell() == planted.twice)) tally.doubles[0]++;
            }
            for (CellReading c : read.cells()) {
                if (planted.touches(c.cell())) continue;
                tally.alarms[1]++;
                if (all.stream().anyMatch(s -> s.cell() == c.cell())) tally.alarms[0]++;
            }
        });
    }

    private static int step(double value, double[] bounds) {
        int step = 0;
        for (double c : bounds) if (value >= c) step++;
        return step;
    }

    private Recipe recipe(Random random) {
        List<Pigment> all = reference.all();
        String one = all.get(random.nextInt(all.size())).code().toString();
        return random.nextInt(4) > 0
                ? Recipe.of(one)
                : Recipe.of(one, all.get(random.nextInt(all.size())).code().toString());
    }

    private void print(Map<Device.Kind, Tally> all) {
        int sheets = all.get(Device.Kind.SCANNER).sheets;
        System.out.println("""
                # How true readings are

                Made by `./molvet bench reading`. Sheets of A5 are painted from seeds by the simulated hand (Kubelka and Munk, 36
                bands, grain, blooms, hairs, edges that miss their ruling), looked at by the simulated devices, and read as any
                upload is. The painter and the reader share the geometry of the page and nothing else. Truth is the mean light of
                the painted film under D50 as a colour meter would read it, the hand's own variation of strength included.
                """);
        System.out.println(
                "| " + sheets
                        + " sheets each | registered | residual of the marks, mm: median, 95th, worst | mass tone ΔE00: median, 95th, worst |"
                        + " tint ΔE00: median, 95th, worst | of the mass tone, the device’s own eye: median, 95th | mass tone within what its grade says |");
        System.out.println("|---|---|---|---|---|---|---|");
        all.forEach((k, t) -> System.out.printf(
                Locale.ROOT,
                "| %s | %.1f %% | %s | %s | %s | %s | %s |%n",
                k.words(),
                100.0 * t.registered / Math.max(1, t.sheets),
                three(t.residual, 3),
                three(t.mass, 2),
                three(t.tint, 2),
                two(t.own),
                share(t.within)));
        System.out.println();
        System.out.println(
                "| | granulation: rank correlation, of those that granulate | of the true, median | class right, one off | covering: rank correlation | class right, one off | colour-checker found |");
        System.out.println("|---|---|---|---|---|---|---|");
        all.forEach((k, t) -> System.out.printf(
                Locale.ROOT,
                "| %s | %.3f, %.3f | %.2f | %s | %.3f | %s | %d of %d |%n",
                k.words(),
                rank(t.grain),
                rank(t.grain.stream().filter(g -> g[1] > GRAINS[0]).toList()),
                at(
                        t.grain.stream()
                                .filter(g -> g[1] > GRAINS[0])
                                .map(g -> g[0] / g[1])
                                .toList(),
                        0.5),
                offs(t.grainOff),
                rank(t.covering),
                offs(t.coverOff),
                t.checkers,
                t.registered));
        System.out.println();
        System.out.println(
                "| the run of a wash, ΔE00 at equal lightness | as it is drawn: median, 95th, worst | had only its two ends been seen | seen all along |");
        System.out.println("|---|---|---|---|");
        all.forEach((k, t) -> System.out.printf(
                Locale.ROOT,
                "| %s | %s | %s | %s |%n",
                k.words(),
                three(t.run, 2),
                three(t.ends, 2),
                share(t.wholeRuns)));
        System.out.println();
        System.out.println(
                "| mistakes planted | swaps found, colours over ΔE00 10 apart | of these, where both paints were read before | passed over found | painted twice found | false alarms, of all other cells |");
        System.out.println("|---|---|---|---|---|---|");
        all.forEach((k, t) -> System.out.printf(
                Locale.ROOT,
                "| %s | %s | %s | %s | %s | %s |%n",
                k.words(),
                share(t.swaps),
                share(t.swapsOfRead),
                share(t.skips),
                share(t.doubles),
                share(t.alarms)));
        System.out.println();
        System.out.println(
                "| the device’s own eye, learnt once | from | mass tone ΔE00 as seen: median, 95th | with what was learnt: median, 95th |");
        System.out.println("|---|---|---|---|");
        all.forEach((k, t) -> {
            if (!t.learnt.isEmpty()) {
                System.out.printf(
                        Locale.ROOT,
                        "| %s | %s | %s | %s |%n",
                        k.words(),
                        LEARNT_FROM.get(k),
                        two(t.unlearnt),
                        two(t.learnt));
            }
        });
        otherEyes();
        goals(all);
    }

    private static final int EYES = 20;

    private void otherEyes() {
        Random random = new Random(11);
        List<Optics.Film> films = IntStream.range(0, 300)
                .mapToObj(i -> optics.film(recipe(random), 0))
                .toList();
        System.out.println();
        System.out.println("| " + EYES + " cameras with filters drawn at random, each learnt from one colour-checker |"
                + " of the mass tone’s ΔE00 is left: mean, worst | tint ΔE00 as seen, learnt: mean |");
        System.out.println("|---|---|---|");
        for (double make : new double[] {0, 0.6}) {
            List<OtherEyes.Result> all = OtherEyes.learnt(EYES, make, films);
            System.out.printf(
                    Locale.ROOT,
                    "| %s | %.0f %%, %.0f %% | %.2f, %.2f |%n",
                    make == 0
                            ? "whose patches are as published"
                            : "whose patches differ from the published by " + make + " in L*, a* and b*",
                    100
                            * all.stream()
                                    .mapToDouble(r -> r.massLearnt() / r.mass())
                                    .average()
                                    .orElseThrow(),
                    100
                            * all.stream()
                                    .mapToDouble(r -> r.massLearnt() / r.mass())
                                    .max()
                                    .orElseThrow(),
                    all.stream().mapToDouble(OtherEyes.Result::tint).average().orElseThrow(),
                    all.stream()
                            .mapToDouble(OtherEyes.Result::tintLearnt)
                            .average()
                            .orElseThrow());
        }
    }

    private static void goals(Map<Device.Kind, Tally> all) {
        Tally scanner = all.get(Device.Kind.SCANNER);
        Tally careful = all.get(Device.Kind.CAREFUL_PHONE);
        System.out.println();
        System.out.println("## Goals, and what misses them");
        System.out.println();
        System.out.println("| goal | reached | |");
        System.out.println("|---|---|---|");
        goal("scanner: ΔE00 of the mass tone at most 1.0, median", at(scanner.mass, 0.5), 1.0);
        goal("scanner: at most 2.5, 95th", at(scanner.mass, 0.95), 2.5);
        goal("careful photograph: at most 2.5, median", at(careful.mass, 0.5), 2.5);
        goal("careful photograph: at most 5, 95th", at(careful.mass, 0.95), 5);
        goal("scanner: the run of a wash at equal lightness, ΔE00 at most 2.5, median", at(scanner.run, 0.5), 2.5);
        goal("scanner: the same, at most 6, 95th", at(scanner.run, 0.95), 6);
        goal("scans not registered: at most 0.5 %", missed(scanner), 0.5);
        goal("careful photographs not registered: at most 1 %", missed(careful), 1);
        goal("residual of the marks on a scan, worst: at most 0.3 mm", at(scanner.residual, 1), 0.3);
        goal("scanner: 1 less the rank correlation of granulation, at most 0.1", 1 - rank(scanner.grain), 0.1);
        goal(
                "careful photograph, learnt from one checker: share of the mass tone’s ΔE00 that is left, at most 0.5, median",
                at(careful.learnt, 0.5) / at(careful.unlearnt, 0.5),
                0.5);
        goal("swaps missed, colours over ΔE00 10 apart: at most 5 %", 100 - percent(scanner.swaps), 5);
        goal("false alarms: at most 1 %", percent(scanner.alarms), 1);
        System.out.println("""

                **Colour.** What a device's own eye gets wrong (its filters are not those of the human eye) no reading can mend \
                without a colour-checker, and with one only in part; it is in the first table beside the whole error. What one \
                checker leaves is that paints take out other parts of the light than its 24 patches of the same colour do; learnt from \
                paints themselves, measured by a meter, less is left. A yellow of b* 95 lies outside what a screen’s colour space can \
                hold: no learning brings it back, and the reading says so of its cell. The rest of \
                the scanner's tail is strongly granulating paint, of which a robust centre and the mean light differ.

                **Granulation.** Half of all pigments are smooth, and the order of the smooth ones among each other is noise; among \
                those that granulate, what is seen between single dots and 2.4 mm is about two thirds of the grain, which is worked out and \
                made good. Opaque paint \
                hides its grain where it lies thick.

                **Swaps.** From the pigments of a label a colour is told to within ΔE00 8 to 20, and two paints nearer than that \
                cannot be told to be exchanged; nor can two mixtures of the same pigments.

                Thresholds are the reader's own; none was set by these sheets.""");
    }

    private static void goal(String what, double reached, double most) {
        System.out.printf(Locale.ROOT, "| %s | %.2f | %s |%n", what, reached, reached <= most ? "met" : "missed");
    }

    private static double at(List<Double> values, double share) {
        double[] v = values.stream().mapToDouble(x -> x).sorted().toArray();
        return v.length == 0 ? Double.NaN : v[(int) Math.min(v.length - 1.0, v.length * share)];
    }

    private static double missed(Tally t) {
        return 100.0 * (t.sheets - t.registered) / Math.max(1, t.sheets);
    }

    private static double percent(int[] of) {
        return 100.0 * of[0] / Math.max(1, of[1]);
    }

    private static String share(int[] of) {
        return String.format(Locale.ROOT, "%.1f %% (%d of %d)", 100.0 * of[0] / Math.max(1, of[1]), of[0], of[1]);
    }

    private static String offs(int[] off) {
        double n = Math.max(1, Arrays.stream(off).sum());
        return String.format(Locale.ROOT, "%.1f %%, %.1f %%", 100 * off[0] / n, 100 * off[1] / n);
    }

    private static double rank(List<double[]> pairs) {
        return new SpearmansCorrelation()
                .correlation(
                        pairs.stream().mapToDouble(p -> p[0]).toArray(),
                        pairs.stream().mapToDouble(p -> p[1]).toArray());
    }

    private static String three(List<Double> values, int digits) {
        double[] v = values.stream().mapToDouble(x -> x).sorted().toArray();
        String f = "%." + digits + "f";
        return v.length == 0
                ? "–"
                : String.format(
                        Locale.ROOT,
                        f + ", " + f + ", " + f,
                        v[v.length / 2],
                        v[(int) (v.length * 0.95)],
                        v[v.length - 1]);
    }

    private static String two(List<Double> values) {
        double[] v = values.stream().mapToDouble(x -> x).sorted().toArray();
        return v.length == 0
                ? "–"
                : String.format(Locale.ROOT, "%.2f, %.2f", v[v.length / 2], v[(int) (v.length * 0.95)]);
    }
}
