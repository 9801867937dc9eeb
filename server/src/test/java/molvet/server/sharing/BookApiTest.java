package molvet.server.sharing;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.TreeSet;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import molvet.server.Api;
import molvet.server.demo.LoadedDemo;
import org.apache.pdfbox.Loader;
import org.apache.pdfbox.pdmodel.PDDocument;
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
