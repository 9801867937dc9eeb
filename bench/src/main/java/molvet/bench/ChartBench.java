package molvet.bench;

import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Arrays;
import java.util.Locale;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.pdmodel.PDPage;
import org.apache.pdfbox.pdmodel.PDPageContentStream;
import org.apache.pdfbox.pdmodel.common.PDRectangle;
import org.apache.pdfbox.pdmodel.font.PDType0Font;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/**
 * A chart of 238 cells on four pages as PDF through HTTP, against PDFBox drawing the same rectangles, names, codes and marks
 * in this virtual machine by itself.
 *
 * <p>Arguments: address of a running Molvet, directory with its fonts.
 */
public final class ChartBench {
    private static final int CELLS = 238;
    private static final int WARM = Size.of(80, 1);
    private static final int ROUNDS = Size.of(30, 3);
    private static final float POINT = 72 / 25.4f;
    /** Runs of dark modules of the page’s QR code and fields of its markers, about as many rectangles as a page has. */
    private static final int MARK_RECTANGLES = 240;

    private ChartBench() {}

    public static void main(String[] args) throws Exception {
        Client client = new Client(args[0]);
        client.get("/api/session");
        client.post("/api/collectors", """
                {"email":"chart@molvet.example","name":"A whole dot card","password":"three wet brushes"}""");
        StringBuilder ids = new StringBuilder();
        for (int i = 1; i <= CELLS; i++) {
            String made = client.post(
                    "/api/paints", "{\"name\":\"Shade of the Sound " + i + "\",\"pigments\":\"PB29, PBr7\"}");
            ids.append(i > 1 ? "," : "").append(made.replaceFirst("(?s).*?\"id\":(\\d+).*", "$1"));
        }
        String chart = client.post("/api/charts", """
                        {"form":"GRID","paper":{"width":210,"height":297},"margin":10,"gap":2,"pages":4,"paints":[%s]}""".formatted(ids)).replaceFirst("(?s).*?\"id\":(\\d+).*", "$1");
        JsonNode geometry = JsonMapper.builder().build().readTree(client.get("/api/charts/" + chart + "/geometry"));
        byte[] plain = Files.readAllBytes(Path.of(args[1], "Literata-Italic.ttf"));
        byte[] sans = Files.readAllBytes(Path.of(args[1], "InstrumentSans.ttf"));
        byte[] code = Files.readAllBytes(Path.of(args[1], "MartianMono.ttf"));
        long[] ours = new long[ROUNDS];
        long[] bare = new long[ROUNDS];
        for (int r = -WARM; r < ROUNDS; r++) {
            long from = System.nanoTime();
            client.get("/api/charts/" + chart + ".pdf");
            long between = System.nanoTime();
            draw(geometry, plain, code, sans);
            if (r < 0) continue;
            ours[r] = between - from;
            bare[r] = System.nanoTime() - between;
        }
        Arrays.sort(ours);
        Arrays.sort(bare);
        double mine = ours[ROUNDS / 2] / 1e6;
        double alone = bare[ROUNDS / 2] / 1e6;
        System.out.printf(
                Locale.ROOT,
                "| chart of 238 cells as PDF over HTTP, ms (median) | %.0f | PDFBox drawing the same shapes alone: %.0f | %.1f× | at most 2× |%n",
                mine,
                alone,
                mine / alone);
        System.out.printf(
                Locale.ROOT,
                "| the same, ms (slowest of %d) | %.0f | limit: 2000 | %.2f× | under 1× |%n",
                ROUNDS,
                ours[ROUNDS - 1] / 1e6,
                ours[ROUNDS - 1] / 2e9);
    }

    private static byte[] draw(JsonNode geometry, byte[] letters, byte[] codes, byte[] sans) throws IOException {
        try (PDDocument document = new PDDocument()) {
            PDType0Font book = font(document, letters);
            PDType0Font code = font(document, codes);
            PDType0Font head = font(document, sans);
            for (JsonNode page : geometry.get("pages")) {
                float high = page.get("height").floatValue();
                PDPage sheet = new PDPage(new PDRectangle(page.get("width").floatValue() * POINT, high * POINT));
                document.addPage(sheet);
                try (PDPageContentStream out = new PDPageContentStream(document, sheet)) {
                    out.setLineWidth(0.1f * POINT);
                    for (JsonNode cell : page.get("cells")) {
                        for (JsonNode part : cell.get("parts")) {
                            if (part.get("kind").asString().equals("CAPTION")) {
                                text(
                                        out,
                                        book,
                                        "Shade of the Sound " + cell.get("cell").asInt(),
                                        2.4f,
                                        part,
                                        high,
                                        3);
                                text(out, code, "PB29+PBr7 M-0001", 1.5f, part, high, 5);
                            } else {
                                rectangle(out, part, high);
                                out.stroke();
                            }
                        }
                    }
                    JsonNode first = page.get("cells").get(0);
                    text(out, head, "C-0001", 3.2f, first, high, -10);
                    text(out, head, "grid, page 1 of 4", 2.4f, first, high, -6);
                    text(out, head, "100 mm: print at 100 %, not fit to page", 2.2f, first, high, 270);
                    for (int i = 0; i < MARK_RECTANGLES; i++) out.addRect(i, i, 1, 1);
                    out.fill();
                }
            }
            ByteArrayOutputStream file = new ByteArrayOutputStream();
            document.save(file);
            return file.toByteArray();
        }
    }

    private static PDType0Font font(PDDocument document, byte[] letters) throws IOException {
        try (InputStream in = new java.io.ByteArrayInputStream(letters)) {
            return PDType0Font.load(document, in);
        }
    }

    private static void rectangle(PDPageContentStream out, JsonNode r, float high) throws IOException {
        out.addRect(
                r.get("x").floatValue() * POINT,
                (high - r.get("y").floatValue() - r.get("height").floatValue()) * POINT,
                r.get("width").floatValue() * POINT,
                r.get("height").floatValue() * POINT);
    }

    private static void text(
            PDPageContentStream out, PDType0Font font, String text, float size, JsonNode at, float high, float down)
            throws IOException {
        out.beginText();
        out.setFont(font, size * POINT);
        out.newLineAtOffset(
                at.get("x").floatValue() * POINT, (high - at.get("y").floatValue() - down) * POINT);
        out.showText(text);
        out.endText();
    }
}
