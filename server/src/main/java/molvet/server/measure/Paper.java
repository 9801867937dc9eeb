package molvet.server.measure;

import com.google.zxing.common.BitMatrix;
import de.rototor.pdfbox.graphics2d.PdfBoxGraphics2D;
import de.rototor.pdfbox.graphics2d.PdfBoxGraphics2DFontTextDrawer;
import java.awt.BasicStroke;
import java.awt.Color;
import java.awt.Font;
import java.awt.FontFormatException;
import java.awt.Graphics2D;
import java.awt.RenderingHints;
import java.awt.font.FontRenderContext;
import java.awt.geom.AffineTransform;
import java.awt.geom.Ellipse2D;
import java.awt.geom.Line2D;
import java.awt.geom.Path2D;
import java.awt.geom.Rectangle2D;
import java.awt.image.BufferedImage;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.util.EnumMap;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Random;
import javax.imageio.ImageIO;
import molvet.core.measure.Lettering;
import molvet.core.measure.Rect;
import org.apache.fontbox.ttf.TTFParser;
import org.apache.fontbox.ttf.TrueTypeFont;
import org.apache.pdfbox.io.RandomAccessReadBuffer;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.pdmodel.PDPage;
import org.apache.pdfbox.pdmodel.PDPageContentStream;
import org.apache.pdfbox.pdmodel.common.PDRectangle;
import org.apache.pdfbox.pdmodel.font.PDType0Font;
import org.apache.pdfbox.pdmodel.graphics.image.JPEGFactory;
import org.apache.pdfbox.pdmodel.graphics.image.PDImageXObject;
import org.jfree.svg.SVGGraphics2D;
import org.jfree.svg.SVGHints;
import org.jfree.svg.SVGUnits;

/**
 * A sheet of paper measured in millimetres from its top left corner, drawn once and written as PDF, SVG or PNG.
 *
 * <p>Fonts are our own and go into the PDF; where one lacks a letter, the machine’s own sans is asked.
 */
public record Paper(double width, double height) {
    private static final double POINT = 72 / 25.4;
    private static final double MOST_PIXELS = 20e6;
    private static final int SLICES = 24;
    /** Wider slices show as steps. */
    private static final double WIDEST_SLICE = 0.7;

    private static final double MEASURED_AT = 100;
    /** A grain of granulation in print, mm; of a large wash fewer and larger ones are drawn. */
    private static final double GRAIN = 0.5;

    private static final double MOST_GRAINS = 1500;
    private static final double LEAST_GRAIN = 0.01;

    private static final FontRenderContext EXACT = new FontRenderContext(null, true, true);

    /** The letters there are. */
    public enum Letters {
        BOOK("Literata-Italic.ttf"),
        PLAIN("InstrumentSans.ttf"),
        CODE("MartianMono.ttf");

        private final String file;

        Letters(String file) {
            this.file = file;
        }

        private InputStream open() {
            return Paper.class.getResourceAsStream("/molvet/server/measure/fonts/" + file);
        }
    }

    private static final Map<Letters, Font> FONTS = fonts();

    private static Map<Letters, Font> fonts() {
        Map<Letters, Font> all = new EnumMap<>(Letters.class);
        for (Letters l : Letters.values()) {
            try (InputStream in = l.open()) {
                all.put(l, Font.createFont(Font.TRUETYPE_FONT, in));
            } catch (FontFormatException | IOException e) {
                throw new IllegalStateException("The letters " + l.file + " are damaged.", e);
            }
        }
        return all;
    }

    /** Draws one page, from 1. */
    @FunctionalInterface
    public interface Drawing {
        void draw(Pen pen, int page);
    }

    /**
     * How wide a text is in these letters, at a size in mm. Widths grow evenly with the size, so each text is measured once;
     * a ruler is kept for one drawing and not shared between threads.
     */
    public static Lettering.Ruler ruler(Letters letters) {
        Map<String, Double> measured = new HashMap<>();
        return (text, size) -> size
                * measured.computeIfAbsent(
                        text,
                        t -> font(letters, t, MEASURED_AT)
                                        .getStringBounds(t, EXACT)
                                        .getWidth()
                                / MEASURED_AT);
    }

    private static Font font(Letters letters, String text, double size) {
        Font own = FONTS.get(letters);
        Font chosen = own.canDisplayUpTo(text) < 0 ? own : new Font(Font.SANS_SERIF, Font.PLAIN, 1);
        return chosen.deriveFont((float) size);
    }

    /** Draws in millimetres. Text is placed by its base line. */
    public static final class Pen {
        private final Graphics2D g;

        private Pen(Graphics2D g) {
            this.g = g;
            g.setColor(Color.BLACK);
        }

        public void text(Letters letters, String text, double x, double y, double size) {
            if (text.isEmpty()) return;
            g.setFont(font(letters, text, size));
            g.drawString(text, (float) x, (float) y);
        }

        /** @param thick of the line in mm; 0.1 is a hairline */
        public void line(double x1, double y1, double x2, double y2, double thick) {
            g.setStroke(new BasicStroke((float) thick, BasicStroke.CAP_BUTT, BasicStroke.JOIN_MITER));
            g.draw(new Line2D.Double(x1, y1, x2, y2));
        }

        public void rectangle(double x, double y, double width, double height, double thick) {
            g.setStroke(new BasicStroke((float) thick, BasicStroke.CAP_BUTT, BasicStroke.JOIN_MITER));
            g.draw(new Rectangle2D.Double(x, y, width, height));
        }

        /** Everything drawn from now on: 0 black to 1 white. */
        public void shade(double grey) {
            g.setColor(new Color((float) grey, (float) grey, (float) grey));
        }

        public void fill(Rect box) {
            g.fill(new Rectangle2D.Double(box.x(), box.y(), box.width(), box.height()));
        }

        public void circle(Rect box, double thick) {
            g.setStroke(new BasicStroke((float) thick));
            g.draw(new Ellipse2D.Double(box.x(), box.y(), box.width(), box.height()));
        }

        /** A run of colours {@code #rrggbb}, from left to right or from top to bottom. The pen is black again afterwards. */
        public void wash(Rect box, List<String> stops, boolean down) {
            int slices = stops.size() == 1
                    ? 1
                    : Math.max(SLICES, (int) ((down ? box.height() : box.width()) / WIDEST_SLICE));
            for (int i = 0; i < slices; i++) {
                double t = slices == 1 ? 0 : i / (slices - 1.0) * (stops.size() - 1);
                int at = Math.min((int) t, stops.size() - 1);
                g.setColor(between(stops.get(at), stops.get(Math.min(at + 1, stops.size() - 1)), t - at));
                double from = i / (double) slices;
                // Each slice reaches under the next, so that no hairline shows between them.
                double part = (i == slices - 1 ? 1.0 : 1.5) / slices;
                g.fill(
                        down
                                ? new Rectangle2D.Double(
                                        box.x(), box.y() + from * box.height(), box.width(), part * box.height())
                                : new Rectangle2D.Double(
                                        box.x() + from * box.width(), box.y(), part * box.width(), box.height()));
            }
            g.setColor(Color.BLACK);
        }

        /**
         * The same of a paint that granulates: bits of it stronger or paler than the run is there.
         *
         * @param grain standard deviation, as a share of the run
         */
        public void wash(Rect box, List<String> stops, double grain, boolean down) {
            wash(box, stops, down);
            if (grain < LEAST_GRAIN || stops.size() < 2) return;
            double side = Math.max(GRAIN, Math.sqrt(box.width() * box.height() / MOST_GRAINS));
            int across = (int) Math.max(1, box.width() / side);
            int along = (int) Math.max(1, box.height() / side);
            double w = box.width() / across;
            double h = box.height() / along;
            Random noise = new Random(stops.hashCode());
            for (int j = 0; j < along; j++) {
                for (int i = 0; i < across; i++) {
                    double t = down ? (j + 0.5) / along : (i + 0.5) / across;
                    double at = Math.max(0, Math.min(1, t + grain * noise.nextGaussian())) * (stops.size() - 1);
                    int stop = Math.min((int) at, stops.size() - 2);
                    g.setColor(between(stops.get(stop), stops.get(stop + 1), at - stop));
                    g.fill(new Rectangle2D.Double(box.x() + i * w, box.y() + j * h, w, h));
                }
            }
            g.setColor(Color.BLACK);
        }

        /** The middle of a picture, as much of it as fills the box; it is never stretched. */
        public void picture(Rect box, BufferedImage picture) {
            double scale = Math.max(box.width() / picture.getWidth(), box.height() / picture.getHeight());
            int w = (int) Math.max(1, Math.round(box.width() / scale));
            int h = (int) Math.max(1, Math.round(box.height() / scale));
            BufferedImage part = picture.getSubimage((picture.getWidth() - w) / 2, (picture.getHeight() - h) / 2, w, h);
            AffineTransform at = AffineTransform.getTranslateInstance(box.x(), box.y());
            at.scale(box.width() / w, box.height() / h);
            g.drawImage(part, at, null);
        }

        private static Color between(String one, String other, double t) {
            Color a = Color.decode(one);
            Color b = Color.decode(other);
            return new Color(
                    (int) Math.round(a.getRed() + t * (b.getRed() - a.getRed())),
                    (int) Math.round(a.getGreen() + t * (b.getGreen() - a.getGreen())),
                    (int) Math.round(a.getBlue() + t * (b.getBlue() - a.getBlue())));
        }

        /**
         * A square marker: a black frame a quarter of its side thick, and four by four fields in it. The bottom left field is
         * black, the other corners are white, and the twelve between carry a number, lowest bit first from the bottom row.
         */
        public void marker(int number, Rect box) {
            double frame = box.width() / 4;
            double field = (box.width() - 2 * frame) / 4;
            Path2D path = new Path2D.Double(Path2D.WIND_EVEN_ODD);
            path.append(new Rectangle2D.Double(box.x(), box.y(), box.width(), box.width()), false);
            path.append(
                    new Rectangle2D.Double(
                            box.x() + frame, box.y() + frame, box.width() - 2 * frame, box.width() - 2 * frame),
                    false);
            int bit = 0;
            for (int r = 3; r >= 0; r--) {
                for (int c = 0; c < 4; c++) {
                    boolean corner = (r == 0 || r == 3) && (c == 0 || c == 3);
                    boolean black = corner ? r == 3 && c == 0 : (number >> bit++ & 1) == 1;
                    if (black) {
                        path.append(
                                new Rectangle2D.Double(
                                        box.x() + frame + c * field, box.y() + frame + r * field, field, field),
                                false);
                    }
                }
            }
            g.fill(path);
        }

        /** A QR code (ISO/IEC 18004, level M) without its quiet zone, which is the caller’s to leave: four modules. */
        public void qr(String text, double x, double y, double size) {
            BitMatrix bits = QrCode.of(text);
            double module = size / bits.getWidth();
            // One path, so that no hairline shows between neighbours.
            Path2D path = new Path2D.Double();
            for (int r = 0; r < bits.getHeight(); r++) {
                for (int c = 0; c < bits.getWidth(); c++) {
                    if (!bits.get(c, r)) continue;
                    int from = c;
                    while (c + 1 < bits.getWidth() && bits.get(c + 1, r)) c++;
                    path.append(
                            new Rectangle2D.Double(x + from * module, y + r * module, (c - from + 1) * module, module),
                            false);
                }
            }
            g.fill(path);
        }
    }

    public byte[] pdf(int pages, Drawing drawing) {
        try (PDDocument document = new PDDocument()) {
            PdfBoxGraphics2DFontTextDrawer text = new PdfBoxGraphics2DFontTextDrawer();
            try {
                for (Letters l : Letters.values()) {
                    text.registerFont(FONTS.get(l).getFontName(), letters(document, l));
                }
                for (int p = 1; p <= pages; p++) {
                    PDPage page = new PDPage(new PDRectangle((float) (width * POINT), (float) (height * POINT)));
                    document.addPage(page);
                    PdfBoxGraphics2D g =
                            new PdfBoxGraphics2D(document, (float) (width * POINT), (float) (height * POINT));
                    g.setFontTextDrawer(text);
                    // Pictures are photographs: as JPEG a book of a thousand is a tenth of the size.
                    g.setImageEncoder((into, content, image, env) -> photograph(into, (BufferedImage) image));
                    g.scale(POINT, POINT);
                    drawing.draw(new Pen(g), p);
                    g.dispose();
                    try (PDPageContentStream content = new PDPageContentStream(document, page)) {
                        content.drawForm(g.getXFormObject());
                    }
                }
                ByteArrayOutputStream out = new ByteArrayOutputStream();
                document.save(out);
                return out.toByteArray();
            } finally {
                text.close();
            }
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    private static PDImageXObject photograph(PDDocument document, BufferedImage image) {
        BufferedImage rgb = new BufferedImage(image.getWidth(), image.getHeight(), BufferedImage.TYPE_INT_RGB);
        Graphics2D g = rgb.createGraphics();
        g.drawImage(image, 0, 0, null);
        g.dispose();
        try {
            return JPEGFactory.createFromImage(document, rgb, 0.85f);
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    /** Without ligatures, so that what is printed can be found and copied letter by letter. */
    private static PDType0Font letters(PDDocument document, Letters letters) throws IOException {
        try (InputStream in = letters.open()) {
            TrueTypeFont font = new TTFParser().parse(new RandomAccessReadBuffer(in.readAllBytes()));
            font.setEnableGsub(false);
            return PDType0Font.load(document, font, true);
        }
    }

    public byte[] svg(int page, Drawing drawing) {
        SVGGraphics2D g = new SVGGraphics2D(width, height, SVGUnits.MM);
        // As outlines: whoever opens the file need not have the letters.
        g.setRenderingHint(SVGHints.KEY_DRAW_STRING_TYPE, SVGHints.VALUE_DRAW_STRING_TYPE_VECTOR);
        drawing.draw(new Pen(g), page);
        return g.getSVGDocument().getBytes(StandardCharsets.UTF_8);
    }

    /** @param dpi 20 to 1200, and never more than twenty million pixels */
    public byte[] png(int page, int dpi, Drawing drawing) {
        double scale = Math.min(Math.max(20, Math.min(1200, dpi)) / 25.4, Math.sqrt(MOST_PIXELS / (width * height)));
        BufferedImage image = new BufferedImage(
                (int) Math.round(width * scale), (int) Math.round(height * scale), BufferedImage.TYPE_INT_RGB);
        Graphics2D g = image.createGraphics();
        g.setColor(Color.WHITE);
        g.fillRect(0, 0, image.getWidth(), image.getHeight());
        g.setRenderingHint(RenderingHints.KEY_ANTIALIASING, RenderingHints.VALUE_ANTIALIAS_ON);
        g.setRenderingHint(RenderingHints.KEY_TEXT_ANTIALIASING, RenderingHints.VALUE_TEXT_ANTIALIAS_ON);
        g.setRenderingHint(RenderingHints.KEY_FRACTIONALMETRICS, RenderingHints.VALUE_FRACTIONALMETRICS_ON);
        g.setRenderingHint(RenderingHints.KEY_STROKE_CONTROL, RenderingHints.VALUE_STROKE_PURE);
        g.scale(scale, scale);
        drawing.draw(new Pen(g), page);
        g.dispose();
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        try {
            ImageIO.write(image, "png", out);
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
        return out.toByteArray();
    }
}
