package molvet.server.sharing;

import static org.assertj.core.api.Assertions.assertThat;

import java.awt.Color;
import java.awt.image.BufferedImage;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.TreeSet;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import javax.imageio.ImageIO;
import molvet.server.Api;
import molvet.server.demo.LoadedDemo;
import org.apache.pdfbox.Loader;
import org.apache.pdfbox.cos.COSName;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.pdmodel.PDResources;
import org.apache.pdfbox.pdmodel.graphics.PDXObject;
import org.apache.pdfbox.pdmodel.graphics.form.PDFormXObject;
import org.apache.pdfbox.pdmodel.graphics.image.PDImageXObject;
import org.apache.pdfbox.text.PDFTextStripper;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** The book, read by other programs than drew it. */
class BookApiTest {
    @TempDir
    Path folder;

    private static List<String> pages(byte[] pdf) throws Exception {
        List<String> pages = new ArrayList<>();
        try (PDDocument document = Loader.loadPDF(pdf)) {
            for (int p = 1; p <= document.getNumberOfPages(); p++) {
                PDFTextStripper text = new PDFTextStripper();
                text.setStartPage(p);
                text.setEndPage(p);
                pages.add(text.getText(document));
            }
        }
        return pages;
    }

    /** PDFBox reads every page; every paint of the collection stands once, on the page its index says. */
    @Test
    void everyPaintOfTheDemoStandsOnceAndWhereTheIndexSays() throws Exception {
        Api demo = LoadedDemo.api();
        List<String> pages = pages(demo.get("/api/book.pdf").must(200).bytes());
        int paints = demo.find("").json().get("total").asInt();
        assertThat(pages.get(0)).contains("Watercolours").contains(paints + " paints");
        int body = 1;
        while (!pages.get(body).contains("By pigment")) body++;
        Matcher numbers = Pattern.compile("M-\\d{4}").matcher(String.join("\n", pages.subList(1, body)));
        List<String> all = numbers.results().map(r -> r.group()).toList();
        assertThat(all).hasSize(paints).doesNotHaveDuplicates();
        String index = String.join("\n", pages.subList(body, pages.size()));
        for (String name : List.of("Tern Grey", "Deep Shelter Blue", "Old Crimson")) {
            int page = 1;
            while (!pages.get(page).contains(name)) page++;
            assertThat(index).containsPattern(Pattern.compile(name + "\\s+" + (page + 1) + "\\b"));
        }
        assertThat(index).doesNotContain("…");
    }

    /** poppler, which shares nothing with what wrote it, reads the pocket book: A6, a find, the same words. */
    @Test
    void thePocketBookOfAFindIsReadByPoppler() throws Exception {
        Api me = Api.collector();
        me.painted("Tern Grey", "R1·7");
        me.paint("Sea Thrift", "PV19");
        Path file = folder.resolve("book.pdf");
        Files.write(
                file,
                me.get("/api/book.pdf?size=POCKET&title=For%20the%20boat&find=%22Tern%20Grey%22")
                        .must(200)
                        .bytes());
        Process text = new ProcessBuilder("pdftotext", "-layout", file.toString(), "-").start();
        assertThat(new String(text.getInputStream().readAllBytes()))
                .contains("For the boat")
                .contains("Tern Grey")
                .contains("R1·7")
                .contains("1 paint,")
                .doesNotContain("Sea Thrift");
        assertThat(pages(me.get("/api/book.pdf?friend=true").must(200).bytes()).toString())
                .contains("Tern Grey")
                .doesNotContain("R1·7");
        Process info = new ProcessBuilder("pdfinfo", file.toString()).start();
        assertThat(new String(info.getInputStream().readAllBytes()))
                .containsPattern("Page size: +297\\.\\d+ x 419\\.\\d+");
    }

    /** Both programs see a photograph where a swatch was measured in one, and a drawn strip where none was. */
    @Test
    void ownPicturesStandWhereTheStripsWould() throws Exception {
        Api me = Api.collector();
        long swatch = me.painted("Tern Grey", "R1·7").at("/swatches/0/id").asLong();
        me.tapped(swatch, wash(), 0.1, 0.9, 0.4);
        me.paint("Sea Thrift", "PV19");
        byte[] drawn = me.get("/api/book.pdf").must(200).bytes();
        byte[] cut = me.get("/api/book.pdf?strips=PICTURES").must(200).bytes();
        assertThat(photographs(drawn)).isEmpty();
        assertThat(photographs(cut)).hasSize(1);
        assertThat(pages(cut).get(0)).contains("cut out of the picture");
        assertThat(pages(drawn).get(0)).contains("as measured on the collector’s own paper");
        // The paint is the darkest of what the book shows; along its picture it runs out to the palest.
        BufferedImage photograph = photographs(cut).get(0);
        assertThat(photograph.getWidth() / (double) photograph.getHeight()).isBetween(4.7, 5.3);
        assertThat(light(photograph, 0.1)).isLessThan(light(photograph, 0.9) - 40);
        Path file = folder.resolve("cut.pdf");
        Files.write(file, cut);
        Process images = new ProcessBuilder("pdfimages", "-list", file.toString()).start();
        assertThat(new String(images.getInputStream().readAllBytes())).containsPattern("image .* jpeg ");
        me.get("/api/book.pdf?strips=PAINTED").must(422);
    }

    /** A card: a blue that runs out to the paper from left to right, bare paper below. */
    private static byte[] wash() throws IOException {
        BufferedImage card = new BufferedImage(600, 300, BufferedImage.TYPE_INT_RGB);
        for (int y = 0; y < 300; y++) {
            for (int x = 0; x < 600; x++) {
                double t = y > 240 ? 1 : Math.min(1, x / 560.0);
                card.setRGB(
                        x, y, new Color((int) (30 + 210 * t), (int) (50 + 190 * t), (int) (120 + 115 * t)).getRGB());
            }
        }
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        ImageIO.write(card, "png", out);
        return out.toByteArray();
    }

    private static double light(BufferedImage image, double along) {
        int x = (int) (along * image.getWidth());
        double sum = 0;
        for (int y = 0; y < image.getHeight(); y++) sum += new Color(image.getRGB(x, y)).getGreen();
        return sum / image.getHeight();
    }

    private static List<BufferedImage> photographs(byte[] pdf) throws IOException {
        List<BufferedImage> all = new ArrayList<>();
        try (PDDocument document = Loader.loadPDF(pdf)) {
            for (var page : document.getPages()) photographs(page.getResources(), all);
        }
        return all;
    }

    private static void photographs(PDResources of, List<BufferedImage> all) throws IOException {
        for (COSName name : of.getXObjectNames()) {
            PDXObject object = of.getXObject(name);
            if (object instanceof PDImageXObject image) all.add(image.getImage());
            if (object instanceof PDFormXObject form && form.getResources() != null)
                photographs(form.getResources(), all);
        }
    }

    @Test
    void nothingFoundAndAnUnknownOrderAreRefusedByName() {
        Api me = Api.collector();
        assertThat(me.get("/api/book.pdf").must(422).text()).contains("Nothing was found");
        me.paint("Sea Thrift", "PV19");
        assertThat(me.get("/api/book.pdf?school=UPSIDE_DOWN").must(422).text()).contains("school");
        me.get("/api/book.pdf?size=A0").must(422);
    }

    @Test
    void pagesInARowAreOneRun() {
        assertThat(Book.runs(new TreeSet<>(List.of(3, 4, 5, 9, 11, 12)))).isEqualTo("3–5, 9, 11–12");
    }
}
