package molvet.server.reading;

import java.awt.Color;
import java.awt.Graphics2D;
import java.awt.RenderingHints;
import java.awt.geom.AffineTransform;
import java.awt.image.BufferedImage;
import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.util.HashMap;
import java.util.Map;
import java.util.Optional;
import javax.imageio.ImageIO;
import molvet.core.chart.ChartForm;
import molvet.core.chart.ChartSpec;
import molvet.core.chart.PageMarks;
import molvet.core.chart.Plan;
import molvet.core.chart.Ruling;
import molvet.core.chart.SheetSize;
import molvet.core.colour.Lab;
import molvet.core.colour.Srgb;
import molvet.core.measure.Rect;
import molvet.server.chart.ChartPainter;

/** A printed page with even colours in its squares: what is on it is known to the last digit, and no optics is at work. */
final class TestSheet {
    static final double WIDTH = 120;
    static final double HEIGHT = 150;

    final Plan plan;
    final SheetInPicture.Ruled ruled;

    TestSheet(ChartForm form, int cells) {
        ChartSpec spec = ChartSpec.of(form, new SheetSize(WIDTH, HEIGHT), cells)
                .withMarks(true)
                .withPages(1);
        plan = Ruling.plan(spec);
        ruled = new SheetInPicture.Ruled(
                plan.pages().get(0), plan.paper(), Optional.of(PageMarks.on(plan.paper())), form);
    }

    /** @param code what the QR code begins with; the page’s number ends it */
    BufferedImage printed(int dpi, String code) {
        Map<Integer, ChartPainter.Lettered> lettered = new HashMap<>();
        plan.cells()
                .forEach(c -> lettered.put(
                        c.index(), new ChartPainter.Lettered("Colour", "", "PB29", "", Optional.empty(), "")));
        ChartPainter painter = new ChartPainter(
                new ChartPainter.Head("C-0001", "", ruled.form(), code, false, false, false),
                plan,
                ruled.marks(),
                lettered);
        return read(painter.paper().png(1, dpi, painter::draw));
    }

    BufferedImage printed(int dpi) {
        return printed(dpi, "http://127.0.0.1/c/1/");
    }

    /** Fills every painted piece of every cell with its colour. */
    BufferedImage painted(int dpi, Map<Integer, Lab> colours) {
        BufferedImage image = printed(dpi);
        Graphics2D g = image.createGraphics();
        double dots = dpi / 25.4;
        for (Plan.Cell c : ruled.page().cells()) {
            Lab lab = colours.get(c.index());
            if (lab == null) continue;
            g.setColor(Color.decode(Srgb.ofLab(lab).hex()));
            c.parts().stream()
                    .filter(p -> p.kind().isPainted())
                    .map(Plan.Part::box)
                    .forEach(b -> fill(g, b, dots));
        }
        g.dispose();
        return image;
    }

    static void fill(Graphics2D g, Rect b, double dots) {
        g.fillRect(
                (int) Math.round(b.x() * dots),
                (int) Math.round(b.y() * dots),
                (int) Math.round(b.width() * dots),
                (int) Math.round(b.height() * dots));
    }

    /** The picture laid down on a grey table of another size. */
    static BufferedImage laid(BufferedImage image, int w, int h, AffineTransform by) {
        BufferedImage out = new BufferedImage(w, h, BufferedImage.TYPE_INT_RGB);
        Graphics2D g = out.createGraphics();
        g.setColor(new Color(120, 118, 115));
        g.fillRect(0, 0, w, h);
        g.setRenderingHint(RenderingHints.KEY_INTERPOLATION, RenderingHints.VALUE_INTERPOLATION_BICUBIC);
        g.drawImage(image, by, null);
        g.dispose();
        return out;
    }

    static byte[] file(BufferedImage image, String format) {
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        try {
            if (!ImageIO.write(image, format, out)) throw new IllegalStateException("no " + format);
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
        return out.toByteArray();
    }

    static BufferedImage read(byte[] file) {
        try {
            BufferedImage in = ImageIO.read(new ByteArrayInputStream(file));
            BufferedImage out = new BufferedImage(in.getWidth(), in.getHeight(), BufferedImage.TYPE_INT_RGB);
            Graphics2D g = out.createGraphics();
            g.drawImage(in, 0, 0, null);
            g.dispose();
            return out;
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }
}
