package molvet.server.measure;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.awt.Color;
import java.awt.image.BufferedImage;
import java.io.ByteArrayInputStream;
import java.nio.charset.StandardCharsets;
import java.util.List;
import javax.imageio.ImageIO;
import molvet.core.measure.Lettering;
import molvet.core.measure.Rect;
import molvet.server.measure.Paper.Letters;
import org.apache.pdfbox.Loader;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.pdmodel.PDPage;
import org.apache.pdfbox.pdmodel.font.PDFont;
import org.apache.pdfbox.rendering.PDFRenderer;
import org.apache.pdfbox.text.PDFTextStripper;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** What is drawn on paper, read back by others: PDFBox, ImageIO and ZXing. */
class PaperTest {
    private static final Paper CARD = new Paper(90, 50);

    private static BufferedImage png(Paper paper, int dpi, Paper.Drawing drawing) throws Exception {
        return ImageIO.read(new ByteArrayInputStream(paper.png(1, dpi, drawing)));
    }

    /** The colour at a point in mm. */
    private static Color at(BufferedImage image, Paper paper, double x, double y) {
        return new Color(image.getRGB(
                (int) (x / paper.width() * image.getWidth()), (int) (y / paper.height() * image.getHeight())));
    }

    @Test
    void aPageIsAsLargeAsItSaysAndItsWordsCanBeFoundAndCopied() throws Exception {
        byte[] pdf = CARD.pdf(2, (pen, page) -> {
            pen.text(Letters.BOOK, "Fjord affiné, Möwengrau " + page, 5, 10, 4);
            pen.text(Letters.CODE, "PB15:3 + PV19", 5, 20, 3);
            pen.text(Letters.PLAIN, "лес 雪", 5, 30, 3);
        });
        try (PDDocument document = Loader.loadPDF(pdf)) {
            assertThat(document.getNumberOfPages()).isEqualTo(2);
            PDPage page = document.getPage(0);
            assertThat(page.getMediaBox().getWidth() / 72 * 25.4).isCloseTo(90, within(0.01));
            assertThat(page.getMediaBox().getHeight() / 72 * 25.4).isCloseTo(50, within(0.01));
            String text = new PDFTextStripper().getText(document);
            // No ligatures: “ffi” is three letters to whoever looks for it.
            assertThat(text).contains("Fjord affiné, Möwengrau 1", "Möwengrau 2", "PB15:3 + PV19");
        }
        assertThat(new String(
                        CARD.svg(1, (pen, p) -> pen.text(Letters.BOOK, "Tern", 5, 10, 4)), StandardCharsets.UTF_8))
                .contains("width='90.0mm' height='50.0mm'")
                .doesNotContain("<text");
    }

    @Test
    void everyLetterThatIsOursGoesIntoTheFile() throws Exception {
        try (PDDocument document = Loader.loadPDF(CARD.pdf(1, (pen, p) -> {
            pen.text(Letters.BOOK, "Tern", 5, 10, 4);
            pen.text(Letters.PLAIN, "Tern", 5, 20, 4);
            pen.text(Letters.CODE, "Tern", 5, 30, 4);
        }))) {
            var forms = document.getPage(0).getResources();
            int fonts = 0;
            for (var name : forms.getXObjectNames()) {
                var form = (org.apache.pdfbox.pdmodel.graphics.form.PDFormXObject) forms.getXObject(name);
                for (var f : form.getResources().getFontNames()) {
                    PDFont font = form.getResources().getFont(f);
                    assertThat(font.isEmbedded()).as(font.getName()).isTrue();
                    fonts++;
                }
            }
            assertThat(fonts).isEqualTo(3);
        }
    }

    @Test
    void linesAndBoxesLieWhereTheyAreRuledToATenthOfAMillimetre() throws Exception {
        Paper.Drawing drawing = (pen, page) -> {
            pen.fill(new Rect(10, 10, 20, 15));
            pen.line(50, 5, 50, 45, 0.5);
        };
        for (BufferedImage image : List.of(
                png(CARD, 300, drawing),
                new PDFRenderer(Loader.loadPDF(CARD.pdf(1, drawing))).renderImageWithDPI(0, 300))) {
            assertThat(image.getWidth()).isCloseTo((int) Math.round(90 / 25.4 * 300), within(1));
            for (double[] inside :
                    new double[][] {{10.15, 10.15}, {29.85, 24.85}, {50, 25}, {49.85, 25}, {50.15, 25}}) {
                assertThat(at(image, CARD, inside[0], inside[1]).getRed()).isLessThan(60);
            }
            for (double[] outside :
                    new double[][] {{9.85, 12}, {30.15, 12}, {12, 25.15}, {49.6, 25}, {50.4, 25}, {50, 46}}) {
                assertThat(at(image, CARD, outside[0], outside[1]).getRed()).isGreaterThan(200);
            }
        }
    }

    /** The two ends of a wash are its colours exactly, and no step within a wide one can be seen. */
    @Test
    void aWashBeginsAndEndsInItsColoursWithoutSteps() throws Exception {
        Paper wide = new Paper(200, 20);
        List<String> stops = List.of("#102040", "#8090b0", "#e0e4ec");
        BufferedImage image = png(wide, 150, (pen, page) -> pen.wash(new Rect(5, 5, 190, 10), stops, false));
        assertThat(at(image, wide, 5.4, 10)).isEqualTo(Color.decode("#102040"));
        assertThat(at(image, wide, 194.6, 10)).isEqualTo(Color.decode("#e0e4ec"));
        Color middle = at(image, wide, 100, 10);
        assertThat(middle.getRed()).isCloseTo(0x80, within(4));
        int row = (int) (10 / wide.height() * image.getHeight());
        int before = 0;
        for (int x = (int) (6 / 200.0 * image.getWidth()); x < 194 / 200.0 * image.getWidth(); x++) {
            int red = image.getRGB(x, row) >> 16 & 255;
            if (before > 0) assertThat(red - before).as("step at pixel " + x).isBetween(0, 3);
            before = red;
        }
        Paper tall = new Paper(20, 60);
        BufferedImage upright = png(tall, 100, (pen, page) -> pen.wash(new Rect(2, 2, 16, 56), stops, true));
        assertThat(at(upright, tall, 10, 2.4)).isEqualTo(Color.decode("#102040"));
        assertThat(at(upright, tall, 10, 57.6)).isEqualTo(Color.decode("#e0e4ec"));
        BufferedImage one = png(tall, 100, (pen, page) -> pen.wash(new Rect(2, 2, 16, 56), List.of("#c81e5a"), true));
        assertThat(at(one, tall, 10, 30)).isEqualTo(Color.decode("#c81e5a"));
    }

    /** ISO/IEC 18004, read back by ZXing at the size a card has room for. */
    @Test
    void aCodeTwelveMillimetresWideIsReadByAnotherReader() throws Exception {
        Paper label = new Paper(30, 20);
        String address = "https://molvet.example/m/0137#R2·17";
        BufferedImage image = png(label, 300, (pen, page) -> pen.qr(address, 6, 4, 12));
        assertThat(SeenCode.read(image)).isEqualTo(address);
    }

    /** Two addresses whose standard mask looks like a fourth corner: no reader of this kind finds it in that code. */
    @ParameterizedTest
    @ValueSource(strings = {"http://127.0.0.1:58421/m/0003", "http://127.0.0.1:30679/m/0003"})
    void aCodeThatReadersWouldMissIsDrawnWithAnotherMask(String address) throws Exception {
        BufferedImage image = png(new Paper(30, 20), 300, (pen, page) -> pen.qr(address, 6, 4, 10.92));
        assertThat(SeenCode.read(image)).isEqualTo(address);
    }

    @Test
    void aRulerTellsHowWideWordsComeOutSoThatNothingRunsOverItsBox() throws Exception {
        Lettering.Ruler ruler = Paper.ruler(Letters.BOOK);
        assertThat(ruler.width("Tern Grey", 4)).isCloseTo(2 * ruler.width("Tern Grey", 2), within(1e-9));
        double width = ruler.width("Tern Grey of the long evening", 4);
        BufferedImage image =
                png(CARD, 300, (pen, page) -> pen.text(Letters.BOOK, "Tern Grey of the long evening", 5, 25, 4));
        int last = 0;
        for (int x = 0; x < image.getWidth(); x++) {
            for (int y = 0; y < image.getHeight(); y++) if ((image.getRGB(x, y) & 255) < 128) last = x;
        }
        assertThat(last / 300.0 * 25.4).isCloseTo(5 + width, within(0.8));
    }

    @Test
    void aPictureIsNeverLargerThanTwentyMillionPixelsHoweverFineItIsAskedFor() throws Exception {
        BufferedImage image = png(new Paper(1000, 1000), 100_000, (pen, page) -> pen.fill(new Rect(0, 0, 10, 10)));
        assertThat((long) image.getWidth() * image.getHeight()).isBetween(19_000_000L, 20_010_000L);
    }
}
