package molvet.bench;

import java.awt.Graphics2D;
import java.awt.RenderingHints;
import java.awt.image.BufferedImage;
import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.lang.management.ManagementFactory;
import java.lang.management.MemoryPoolMXBean;
import java.lang.management.MemoryType;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Arrays;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.function.IntConsumer;
import java.util.stream.Collectors;
import javax.imageio.ImageIO;
import molvet.core.chart.ChartForm;
import molvet.core.chart.ChartSpec;
import molvet.core.chart.PageMarks;
import molvet.core.chart.Plan;
import molvet.core.chart.Ruling;
import molvet.core.chart.SheetSize;
import molvet.core.pigment.Pigment;
import molvet.core.pigment.PigmentReference;
import molvet.core.pigment.Recipe;
import molvet.server.chart.ChartPainter;
import molvet.server.reading.SheetInPicture;
import molvet.server.reading.standin.Device;
import molvet.server.reading.standin.Optics;
import molvet.server.reading.standin.PaintedSheet;
import molvet.server.reading.standin.SheetPainter;

/**
 * How long a scan of sixty swatches takes to read, at four sizes, against ImageIO merely decoding it; in a heap of 900 MB.
 * {@code make DIR} paints and scans it, {@code read DIR} measures.
 */
public final class ReadingSpeed {
    private static final int CELLS = 60;
    private static final int[] DPI = Size.of(0, 1) == 0 ? new int[] {200, 300, 424, 600} : new int[] {200};
    private static final int ROUNDS = Size.of(7, 1);

    private ReadingSpeed() {}

    public static void main(String[] args) throws IOException {
        Path dir = Path.of(args[1]);
        if (args[0].equals("make")) make(dir);
        else read(dir);
    }

    private static Plan plan() {
        return Ruling.plan(ChartSpec.of(ChartForm.GRID, new SheetSize(210, 297), CELLS)
                .withMarks(true)
                .withPages(1)
                .withOpacityLine(true));
    }

    private static void make(Path dir) throws IOException {
        Plan plan = plan();
        Plan.Page page = plan.pages().get(0);
        PigmentReference reference = PigmentReference.standard();
        Optics optics = new Optics(reference);
        List<Pigment> all = reference.all();
        Optics.Film[] films = new Optics.Film[CELLS];
        Map<Integer, ChartPainter.Lettered> lettered = new HashMap<>();
        for (int i = 0; i < CELLS; i++) {
            films[i] = optics.film(Recipe.of(all.get(i * 4).code().toString()), 0);
            lettered.put(i, new ChartPainter.Lettered("Colour " + i, "", "", "", Optional.empty(), ""));
        }
        ChartPainter print = new ChartPainter(
                new ChartPainter.Head("C-0001", "", ChartForm.GRID, "http://127.0.0.1:8787/c/1/", false, false, false),
                plan,
                Optional.of(PageMarks.on(plan.paper())),
                lettered);
        BufferedImage printed =
                ImageIO.read(new ByteArrayInputStream(print.paper().png(1, 300, print::draw)));
        PaintedSheet sheet = SheetPainter.paint(
                page,
                210,
                297,
                printed,
                false,
                films,
                new SheetPainter.How(
                        SheetPainter.asPlanned(
                                page.cells().stream().map(Plan.Cell::index).toList()),
                        false,
                        false,
                        true),
                9,
                1);
        BufferedImage scan = ImageIO.read(new ByteArrayInputStream(
                Device.Kind.SCANNER.device().look(sheet, 1).bytes()));
        for (int dpi : DPI) {
            int w = scan.getWidth() * dpi / 200;
            int h = scan.getHeight() * dpi / 200;
            BufferedImage large = new BufferedImage(w, h, BufferedImage.TYPE_INT_RGB);
            Graphics2D g = large.createGraphics();
            g.setRenderingHint(RenderingHints.KEY_INTERPOLATION, RenderingHints.VALUE_INTERPOLATION_BICUBIC);
            g.drawImage(scan, 0, 0, w, h, null);
            g.dispose();
            ByteArrayOutputStream out = new ByteArrayOutputStream();
            ImageIO.write(large, "jpeg", out);
            Files.write(dir.resolve(dpi + ".jpg"), out.toByteArray());
        }
    }

    private static void read(Path dir) throws IOException {
        Plan plan = plan();
        SheetInPicture.Ruled ruled = new SheetInPicture.Ruled(
                plan.pages().get(0), plan.paper(), Optional.of(PageMarks.on(plan.paper())), ChartForm.GRID);
        double[] perPixel = new double[DPI.length];
        for (int i = 0; i < DPI.length; i++) {
            byte[] file = Files.readAllBytes(dir.resolve(DPI[i] + ".jpg"));
            double[] ours = new double[ROUNDS];
            double[] theirs = new double[ROUNDS];
            double[] pixels = new double[1];
            for (int round = 0; round < ROUNDS; round++) {
                theirs[round] = timed(x -> pixels[0] = decoded(file));
                ours[round] = timed(x -> SheetInPicture.read(file, ruled));
            }
            Arrays.sort(ours);
            Arrays.sort(theirs);
            double o = ours[ROUNDS / 2];
            double t = theirs[ROUNDS / 2];
            perPixel[i] = o / pixels[0] * 1e6;
            if (i == DPI.length - 1) {
                System.out.printf(
                        Locale.ROOT,
                        "| a scan of %.0f megapixels and 60 swatches read, ms (median of %d) | %.0f | ImageIO decoding it: %.0f |"
                                + " %.1f× | at most 3× |%n",
                        pixels[0] / 1e6,
                        ROUNDS,
                        o,
                        t,
                        o / t);
            }
            System.err.printf(
                    Locale.ROOT, "%d dpi: %.1f MP, ours %.0f ms, ImageIO %.0f ms%n", DPI[i], pixels[0] / 1e6, o, t);
        }
        System.out.printf(
                Locale.ROOT,
                "| the same at 4, 9, 19 and 38 megapixels, ns a pixel | %s | – | – | no growth |%n",
                Arrays.stream(perPixel)
                        .mapToObj(n -> String.format(Locale.ROOT, "%.0f", n))
                        .collect(Collectors.joining(", ")));
        long peak = 0;
        for (MemoryPoolMXBean pool : ManagementFactory.getMemoryPoolMXBeans()) {
            if (pool.getType() == MemoryType.HEAP) peak += pool.getPeakUsage().getUsed();
        }
        System.out.printf(
                Locale.ROOT,
                "| most heap in use meanwhile, MB | %d | what the machine is given: %d | – | under 900 |%n",
                peak >> 20,
                Runtime.getRuntime().maxMemory() >> 20);
    }

    private static double decoded(byte[] file) {
        try {
            BufferedImage image = ImageIO.read(new ByteArrayInputStream(file));
            return (double) image.getWidth() * image.getHeight();
        } catch (IOException e) {
            throw new IllegalStateException(e);
        }
    }

    private static double timed(IntConsumer what) {
        long from = System.nanoTime();
        what.accept(0);
        return (System.nanoTime() - from) / 1e6;
    }
}
