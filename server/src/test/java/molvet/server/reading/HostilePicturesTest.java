package molvet.server.reading;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.awt.AlphaComposite;
import java.awt.Color;
import java.awt.Graphics2D;
import java.awt.geom.AffineTransform;
import java.awt.image.BufferedImage;
import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.charset.StandardCharsets;
import java.time.Duration;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.stream.Stream;
import java.util.zip.CRC32;
import java.util.zip.Deflater;
import java.util.zip.DeflaterOutputStream;
import javax.imageio.ImageIO;
import javax.imageio.ImageReader;
import molvet.core.chart.ChartForm;
import molvet.core.colour.Lab;
import molvet.core.colour.Srgb;
import molvet.core.measure.Refusal;
import molvet.core.reading.PageReading;
import molvet.core.reading.Spot;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.pdmodel.PDPage;
import org.apache.pdfbox.pdmodel.PDPageContentStream;
import org.apache.pdfbox.pdmodel.graphics.image.JPEGFactory;
import org.apache.pdfbox.pdmodel.graphics.image.LosslessFactory;
import org.apache.pdfbox.pdmodel.graphics.image.PDImageXObject;
import org.junit.jupiter.api.DynamicTest;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.TestFactory;

/**
 * Files that are broken, too large, of another kind, or of something else than a sheet: each is either read or refused with a
 * reason and a way on, and nothing else ever happens.
 */
class HostilePicturesTest {
    private static final TestSheet SHEET = new TestSheet(ChartForm.GRID, 6);
    private static final int DPI = 150;
    private static final Map<Integer, Lab> COLOURS = Map.of(
            0,
            new Lab(40, 50, 30),
            1,
            new Lab(70, -10, 60),
            2,
            new Lab(30, 10, -40),
            3,
            new Lab(55, 0, 0),
            4,
            new Lab(60, -30, 20),
            5,
            new Lab(80, 5, 40));

    private record Case(byte[] file, boolean isRead, String why) {}

    /** The same files for whoever sends them to a server. */
    static List<byte[]> files() throws IOException {
        return corpus().values().stream().map(Case::file).toList();
    }

    private static Map<String, Case> corpus() throws IOException {
        BufferedImage page = SHEET.painted(DPI, COLOURS);
        int w = page.getWidth();
        int h = page.getHeight();
        byte[] jpeg = TestSheet.file(page, "jpeg");
        byte[] png = TestSheet.file(page, "png");
        Map<String, Case> all = new LinkedHashMap<>();
        for (int kb = 0; kb * 1024 < jpeg.length - 400; kb++) {
            all.put("a JPEG that ends after " + kb + " kB", refused(Arrays.copyOf(jpeg, kb * 1024), ""));
        }
        for (int kb = 0; kb * 1024 < png.length - 400; kb += 3) {
            all.put("a PNG that ends after " + kb + " kB", refused(Arrays.copyOf(png, kb * 1024), ""));
        }
        byte[] tiff = TestSheet.file(page, "tiff");
        for (int part = 1; part < 8; part++) {
            all.put(
                    "a TIFF that ends after " + part + " eighths",
                    refused(Arrays.copyOf(tiff, tiff.length * part / 8), ""));
        }
        all.put("a PNG that declares 50,000 by 50,000", refused(bomb(50_000, 50_000), "60 million"));
        all.put("a PNG that declares 2 billion by 2 billion", refused(bomb(2_000_000_000, 2_000_000_000), ""));
        all.put("a PNG of 7,000 by 7,000 zeroes in a few kB", refused(bomb(7000, 7000), ""));
        all.put("a PNG with zero width", refused(bomb(0, 100), ""));
        all.put("an empty file", refused(new byte[0], "empty"));
        all.put("text", refused("not a picture".getBytes(StandardCharsets.UTF_8), "not a JPEG, PNG"));
        all.put("a GIF", read(TestSheet.file(page, "gif")));
        all.put("a BMP", read(TestSheet.file(page, "bmp")));
        all.put("HEIC", refused("\0\0\0\30ftypheic\0\0\0\0".getBytes(StandardCharsets.ISO_8859_1), "HEIC or AVIF"));
        all.put("a PDF", refused("%PDF-1.7\n".getBytes(StandardCharsets.UTF_8), "not a JPEG, PNG"));
        all.put("an SVG", refused("<svg xmlns='http://www.w3.org/2000/svg'/>".getBytes(StandardCharsets.UTF_8), ""));
        all.put("a JPEG’s first bytes and noise", refused(noise(jpeg, 700), ""));
        for (int seed = 0; seed < 6; seed++) all.put("a JPEG with bytes turned, " + seed, either(turned(jpeg, seed)));
        for (int seed = 0; seed < 6; seed++) all.put("a PNG with bytes turned, " + seed, either(turned(png, seed)));
        all.put("a broken EXIF", read(withSegment(jpeg, 0xE1, "Exif\0\0MM\0*\0\0\377\377\377\377")));
        all.put("a broken profile", either(withSegment(jpeg, 0xE2, "ICC_PROFILE\0\1\1garbage")));
        all.put(
                "one bit",
                refused(TestSheet.file(as(page, BufferedImage.TYPE_BYTE_BINARY), "png"), "holds no colours"));
        all.put("grey", refused(TestSheet.file(as(page, BufferedImage.TYPE_BYTE_GRAY), "png"), "holds no colours"));
        all.put(
                "grey JPEG",
                refused(TestSheet.file(as(page, BufferedImage.TYPE_BYTE_GRAY), "jpeg"), "holds no colours"));
        all.put(
                "grey of 16 bits",
                refused(TestSheet.file(as(page, BufferedImage.TYPE_USHORT_GRAY), "png"), "holds no colours"));
        all.put("256 colours", read(TestSheet.file(as(page, BufferedImage.TYPE_BYTE_INDEXED), "png")));
        all.put("with alpha", read(TestSheet.file(as(page, BufferedImage.TYPE_INT_ARGB), "png")));
        all.put("all transparent", refused(TestSheet.file(transparent(w, h), "png"), ""));
        all.put("TIFF", read(tiff));
        all.put("black", refused(TestSheet.file(filled(w, h, Color.BLACK), "png"), "No corner marker"));
        all.put("white", refused(TestSheet.file(filled(w, h, Color.WHITE), "png"), "No corner marker"));
        all.put("a cat", refused(TestSheet.file(cat(), "jpeg"), "No corner marker"));
        all.put("noise", refused(TestSheet.file(speckled(900, 700), "png"), ""));
        for (String text : new String[] {"zTXt", "iTXt"}) {
            all.put("a PNG with a bomb of " + text, read(withChunk(png, text, textBomb(text))));
        }
        all.put("a PNG with a bomb for a profile", read(withChunk(png, "iCCP", textBomb("zTXt"))));
        all.put("a TIFF of 20,000 directories", refused(directories(20_000), "more than 64 pictures"));
        all.put("a TIFF whose directories go round", refused(directories(-1), "more than 64 pictures"));
        all.put("59 megapixels of 16 bits with alpha", refused(deep(7700, 7700), "more than is read at once"));
        all.put("8 by 8", refused(TestSheet.file(filled(8, 8, Color.WHITE), "png"), "8 × 8"));
        all.put("30,000 by 16", refused(TestSheet.file(filled(29_000, 16, Color.WHITE), "png"), ""));
        all.put("a quarter turn", read(TestSheet.file(turn(page, 1), "png")));
        all.put("upside down", read(TestSheet.file(turn(page, 2), "png")));
        all.put("three quarters of a turn", read(TestSheet.file(turn(page, 3), "png")));
        all.put(
                "mirrored",
                refused(
                        TestSheet.file(TestSheet.laid(page, w, h, new AffineTransform(-1, 0, 0, 1, w, 0)), "png"),
                        "mirror image"));
        all.put("40 dpi", either(TestSheet.file(scaled(page, 40.0 / DPI), "png")));
        all.put("20 dpi", refused(TestSheet.file(scaled(page, 20.0 / DPI), "png"), ""));
        all.put("printed at 97 %", read(TestSheet.file(scaled(page, 0.97), "png")));
        all.put(
                "stretched by a tenth",
                read(TestSheet.file(
                        TestSheet.laid(page, w, h * 11 / 10, AffineTransform.getScaleInstance(1, 1.1)), "png")));
        for (int corner = 0; corner < 4; corner++) {
            all.put("coffee on marker " + corner, read(TestSheet.file(stained(page, corner), "png")));
        }
        all.put(
                "three markers cut off",
                refused(TestSheet.file(page.getSubimage(0, 0, w / 2, h / 2), "png"), "Only one"));
        BufferedImage two = new BufferedImage(2 * w, h, BufferedImage.TYPE_INT_RGB);
        Graphics2D g = two.createGraphics();
        g.drawImage(page, 0, 0, null);
        g.drawImage(page, w, 0, null);
        g.dispose();
        all.put("two pages in one", refused(TestSheet.file(two, "png"), "more than one page"));
        all.put(
                "far away",
                either(TestSheet.file(
                        TestSheet.laid(
                                scaled(page, 0.35), 3000, 2400, AffineTransform.getTranslateInstance(1300, 1200)),
                        "png")));
        all.put("half in shadow", read(TestSheet.file(shaded(page), "png")));
        all.put("overexposed", either(TestSheet.file(brightened(page, 2.2), "png")));
        all.put("very dark", either(TestSheet.file(brightened(page, 0.12), "png")));
        return all;
    }

    /** A chunk behind the header of a PNG. */
    private static byte[] withChunk(byte[] png, String type, byte[] data) throws IOException {
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        int header = 8 + 25;
        out.write(png, 0, header);
        byte[] named = type.getBytes(StandardCharsets.ISO_8859_1);
        CRC32 crc = new CRC32();
        crc.update(named);
        crc.update(data);
        out.write(ByteBuffer.allocate(4).putInt(data.length).array());
        out.write(named);
        out.write(data);
        out.write(ByteBuffer.allocate(4).putInt((int) crc.getValue()).array());
        out.write(png, header, png.length - header);
        return out.toByteArray();
    }

    /** 300 MB of nothing, packed. */
    private static byte[] textBomb(String type) throws IOException {
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        out.write("Comment\0".getBytes(StandardCharsets.ISO_8859_1));
        out.write(type.equals("iTXt") ? new byte[] {1, 0, 0, 0} : new byte[] {0});
        byte[] zeroes = new byte[1 << 20];
        try (DeflaterOutputStream deflated = new DeflaterOutputStream(out)) {
            for (int mb = 0; mb < 300; mb++) deflated.write(zeroes);
        }
        return out.toByteArray();
    }

    /** Empty directories one behind the other; fewer than none: one that is its own next. */
    private static byte[] directories(int count) {
        int all = Math.max(1, count);
        ByteBuffer out = ByteBuffer.allocate(8 + 6 * all).order(java.nio.ByteOrder.LITTLE_ENDIAN);
        out.put((byte) 'I').put((byte) 'I').putShort((short) 42).putInt(8);
        for (int i = 0; i < all; i++) {
            out.putShort((short) 0).putInt(count < 0 ? 8 : i == all - 1 ? 0 : 8 + 6 * (i + 1));
        }
        return out.array();
    }

    /** A PNG of 16 bits, red, green, blue and alpha, all zeroes. */
    private static byte[] deep(int width, int height) throws IOException {
        byte[] header = ByteBuffer.allocate(13)
                .putInt(width)
                .putInt(height)
                .put(new byte[] {16, 6, 0, 0, 0})
                .array();
        ByteArrayOutputStream packed = new ByteArrayOutputStream();
        byte[] row = new byte[1 + 8 * width];
        try (DeflaterOutputStream deflated = new DeflaterOutputStream(packed)) {
            for (int y = 0; y < height; y++) deflated.write(row);
        }
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        out.write(new byte[] {(byte) 0x89, 'P', 'N', 'G', 13, 10, 26, 10});
        for (Map.Entry<String, byte[]> chunk : List.of(
                Map.entry("IHDR", header), Map.entry("IDAT", packed.toByteArray()), Map.entry("IEND", new byte[0]))) {
            byte[] named = chunk.getKey().getBytes(StandardCharsets.ISO_8859_1);
            CRC32 crc = new CRC32();
            crc.update(named);
            crc.update(chunk.getValue());
            out.write(ByteBuffer.allocate(4).putInt(chunk.getValue().length).array());
            out.write(named);
            out.write(chunk.getValue());
            out.write(ByteBuffer.allocate(4).putInt((int) crc.getValue()).array());
        }
        return out.toByteArray();
    }

    /** What the phone’s format is decoded to: two halves, one a blue, one the white of paper. */
    /** Decoders tell how far they are while they work, a TIFF’s with every strip, and end when they are told to. */
    @TestFactory
    Stream<DynamicTest> decodingEndsWhenItTakesTooLong() throws IOException {
        BufferedImage page = SHEET.painted(DPI, COLOURS);
        return Stream.of("png", "jpeg", "bmp", "gif")
                .map(kind -> DynamicTest.dynamicTest(kind, () -> {
                    byte[] file = TestSheet.file(page, kind);
                    long[] looked = {0};
                    try (var in = ImageIO.createImageInputStream(new ByteArrayInputStream(file))) {
                        ImageReader reader = ImageIO.getImageReaders(in).next();
                        reader.setInput(in);
                        // A second goes by between any two looks.
                        reader.addIIOReadProgressListener(
                                new DecodingBudget(Duration.ofSeconds(5), () -> looked[0]++ * 1_000_000_000L));
                        assertThatThrownBy(() -> reader.read(0))
                                .satisfies(e -> assertThat(e instanceof Refusal ? e : e.getCause())
                                        .isInstanceOf(Refusal.class)
                                        .hasMessageContaining("longer to decode"));
                        assertThat(looked[0]).isLessThan(10);
                        reader.dispose();
                    }
                }));
    }

    @Test
    void aWebPIsDecoded() throws IOException {
        byte[] file;
        try (var in = HostilePicturesTest.class.getResourceAsStream("two-halves.webp")) {
            file = in.readAllBytes();
        }
        Picture picture = Picture.of(file);
        assertThat(picture.mediaType()).isEqualTo("image/webp");
        assertThat(picture.seen(p -> Spot.of(p.patch(0.2, 0.5, 0.1)))
                        .colour()
                        .differenceFrom(Srgb.ofHex("#203c8c").toLab()))
                .isLessThan(2);
        assertThat(picture.seen(p -> Spot.of(p.patch(0.8, 0.5, 0.1)))
                        .colour()
                        .differenceFrom(Srgb.ofHex("#f4f2ec").toLab()))
                .isLessThan(2);
    }

    @Test
    void aPdfGivesItsPagesPicturesAndAPackedOneIsRefused() throws IOException {
        BufferedImage page = SHEET.painted(DPI, COLOURS);
        byte[] jpeg = TestSheet.file(page, "jpeg");
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        try (PDDocument pdf = new PDDocument()) {
            for (PDImageXObject image :
                    List.of(JPEGFactory.createFromByteArray(pdf, jpeg), LosslessFactory.createFromImage(pdf, page))) {
                PDPage sheet = new PDPage();
                pdf.addPage(sheet);
                try (PDPageContentStream draws = new PDPageContentStream(pdf, sheet)) {
                    draws.drawImage(image, 0, 0, 400, 500);
                }
            }
            pdf.save(out);
        }
        assertThat(ScannedPdf.is(out.toByteArray())).isTrue();
        List<byte[]> pictures = ScannedPdf.pictures(out.toByteArray());
        assertThat(pictures).hasSize(2);
        assertThat(pictures.get(0)).isEqualTo(jpeg);
        for (byte[] picture : pictures) {
            assertThat(SheetInPicture.read(picture, SHEET.ruled).cells()).hasSize(6);
        }
        byte[] zeroes = new byte[1 << 20];
        ByteArrayOutputStream bomb = new ByteArrayOutputStream();
        bomb.write("%PDF-1.4\n1 0 obj<</Filter/FlateDecode>>stream\n".getBytes(StandardCharsets.ISO_8859_1));
        try (DeflaterOutputStream deflated = new DeflaterOutputStream(bomb)) {
            for (int mb = 0; mb < 300; mb++) deflated.write(zeroes);
        }
        assertThatThrownBy(() -> ScannedPdf.pictures(bomb.toByteArray())).hasMessageContaining("unpacks to more");
        assertThatThrownBy(() -> ScannedPdf.pictures("%PDF-1.4\nnothing".getBytes(StandardCharsets.UTF_8)))
                .isInstanceOf(Refusal.class);
    }

    @TestFactory
    Stream<DynamicTest> everyFileIsReadOrRefusedWithAReasonAndAWayOn() throws IOException {
        Map<String, Case> all = corpus();
        assertThat(all).hasSizeGreaterThan(60);
        return all.entrySet().stream()
                .map(e -> DynamicTest.dynamicTest(e.getKey(), () -> {
                    Case c = e.getValue();
                    try {
                        PageReading read = SheetInPicture.read(c.file, SHEET.ruled);
                        assertThat(c.isRead || c.why == null).as("it was read").isTrue();
                        assertThat(read.cells()).hasSize(6);
                    } catch (Refusal refusal) {
                        assertThat(c.isRead).as(refusal.getMessage()).isFalse();
                        assertThat(refusal.faults().get(0).suggestion()).isNotEmpty();
                        if (c.why != null) assertThat(refusal.getMessage()).contains(c.why);
                    }
                }));
    }

    /** A hidden marker costs accuracy, not the reading. */
    @Test
    void aHiddenMarkerMovesNothingByMoreThanAFifthOfAMillimetre() {
        BufferedImage page = SHEET.painted(DPI, COLOURS);
        for (int corner = 0; corner < 4; corner++) {
            PageReading read = SheetInPicture.read(TestSheet.file(stained(page, corner), "png"), SHEET.ruled);
            var seen = read.map().at(TestSheet.WIDTH / 2, TestSheet.HEIGHT / 2);
            double dots = DPI / 25.4;
            assertThat(Math.hypot(seen.x() / dots - TestSheet.WIDTH / 2, seen.y() / dots - TestSheet.HEIGHT / 2))
                    .isLessThan(0.2);
        }
    }

    private static Case refused(byte[] file, String why) {
        return new Case(file, false, why);
    }

    private static Case read(byte[] file) {
        return new Case(file, true, "");
    }

    private static Case either(byte[] file) {
        return new Case(file, false, null);
    }

    private static byte[] bomb(int w, int h) throws IOException {
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        out.writeBytes(new byte[] {(byte) 0x89, 'P', 'N', 'G', 0x0D, 0x0A, 0x1A, 0x0A});
        out.writeBytes(chunk(
                "IHDR",
                ByteBuffer.allocate(13)
                        .putInt(w)
                        .putInt(h)
                        .put(new byte[] {8, 2, 0, 0, 0})
                        .array()));
        Deflater deflater = new Deflater(9);
        deflater.setInput(new byte[1 << 20]);
        deflater.finish();
        byte[] packed = new byte[4096];
        out.writeBytes(chunk("IDAT", Arrays.copyOf(packed, deflater.deflate(packed))));
        out.writeBytes(chunk("IEND", new byte[0]));
        return out.toByteArray();
    }

    private static byte[] chunk(String type, byte[] data) {
        CRC32 crc = new CRC32();
        crc.update(type.getBytes(StandardCharsets.US_ASCII));
        crc.update(data);
        return ByteBuffer.allocate(12 + data.length)
                .putInt(data.length)
                .put(type.getBytes(StandardCharsets.US_ASCII))
                .put(data)
                .putInt((int) crc.getValue())
                .array();
    }

    private static byte[] withSegment(byte[] jpeg, int marker, String text) {
        byte[] data = text.getBytes(StandardCharsets.ISO_8859_1);
        return ByteBuffer.allocate(jpeg.length + 4 + data.length)
                .put(jpeg, 0, 2)
                .put((byte) 0xFF)
                .put((byte) marker)
                .putShort((short) (2 + data.length))
                .put(data)
                .put(jpeg, 2, jpeg.length - 2)
                .array();
    }

    private static byte[] noise(byte[] file, int from) {
        byte[] out = file.clone();
        new Random(1).nextBytes(out);
        System.arraycopy(file, 0, out, 0, Math.min(from, 20));
        return out;
    }

    private static byte[] turned(byte[] file, int seed) {
        byte[] out = file.clone();
        Random random = new Random(seed);
        for (int i = 0; i < 12; i++) out[random.nextInt(out.length)] ^= (byte) (1 << random.nextInt(8));
        return out;
    }

    private static BufferedImage as(BufferedImage page, int type) {
        BufferedImage out = new BufferedImage(page.getWidth(), page.getHeight(), type);
        Graphics2D g = out.createGraphics();
        g.drawImage(page, 0, 0, null);
        g.dispose();
        return out;
    }

    private static BufferedImage filled(int w, int h, Color colour) {
        BufferedImage out = new BufferedImage(w, h, BufferedImage.TYPE_INT_RGB);
        Graphics2D g = out.createGraphics();
        g.setColor(colour);
        g.fillRect(0, 0, w, h);
        g.dispose();
        return out;
    }

    private static BufferedImage transparent(int w, int h) {
        return new BufferedImage(w, h, BufferedImage.TYPE_INT_ARGB);
    }

    private static BufferedImage speckled(int w, int h) {
        BufferedImage out = new BufferedImage(w, h, BufferedImage.TYPE_INT_RGB);
        Random random = new Random(4);
        for (int y = 0; y < h; y++) for (int x = 0; x < w; x++) out.setRGB(x, y, random.nextInt(1 << 24));
        return out;
    }

    private static BufferedImage cat() {
        BufferedImage out = filled(1200, 900, new Color(180, 160, 130));
        Graphics2D g = out.createGraphics();
        g.setColor(new Color(70, 55, 45));
        g.fillOval(300, 250, 600, 500);
        g.fillPolygon(new int[] {330, 400, 520}, new int[] {400, 120, 300}, 3);
        g.fillPolygon(new int[] {690, 800, 870}, new int[] {300, 120, 400}, 3);
        g.setColor(new Color(190, 210, 90));
        g.fillOval(420, 420, 110, 70);
        g.fillOval(660, 420, 110, 70);
        g.dispose();
        return out;
    }

    private static BufferedImage turn(BufferedImage page, int quarters) {
        int w = page.getWidth();
        int h = page.getHeight();
        boolean odd = quarters % 2 == 1;
        AffineTransform by = new AffineTransform();
        by.translate(odd ? h / 2.0 : w / 2.0, odd ? w / 2.0 : h / 2.0);
        by.quadrantRotate(quarters);
        by.translate(-w / 2.0, -h / 2.0);
        return TestSheet.laid(page, odd ? h : w, odd ? w : h, by);
    }

    private static BufferedImage scaled(BufferedImage page, double by) {
        return TestSheet.laid(
                page,
                (int) Math.round(page.getWidth() * by),
                (int) Math.round(page.getHeight() * by),
                AffineTransform.getScaleInstance(by, by));
    }

    private static BufferedImage copy(BufferedImage page) {
        return as(page, BufferedImage.TYPE_INT_RGB);
    }

    private static BufferedImage stained(BufferedImage page, int corner) {
        BufferedImage out = copy(page);
        var box = SHEET.ruled.marks().orElseThrow().markers().get(corner).box();
        double dots = DPI / 25.4;
        Graphics2D g = out.createGraphics();
        g.setColor(new Color(120, 85, 50));
        g.fillOval((int) (box.x() * dots), (int) (box.y() * dots), (int) (box.width() * dots), (int)
                (box.height() * dots));
        g.dispose();
        return out;
    }

    private static BufferedImage shaded(BufferedImage page) {
        BufferedImage out = copy(page);
        Graphics2D g = out.createGraphics();
        g.setComposite(AlphaComposite.getInstance(AlphaComposite.SRC_OVER, 0.35f));
        g.setColor(Color.BLACK);
        g.fillRect(page.getWidth() / 2, 0, page.getWidth(), page.getHeight());
        g.dispose();
        return out;
    }

    private static BufferedImage brightened(BufferedImage page, double by) {
        BufferedImage out = copy(page);
        for (int y = 0; y < out.getHeight(); y++) {
            for (int x = 0; x < out.getWidth(); x++) {
                int c = out.getRGB(x, y);
                int r = (int) Math.min(255, (c >> 16 & 255) * by);
                int g = (int) Math.min(255, (c >> 8 & 255) * by);
                int b = (int) Math.min(255, (c & 255) * by);
                out.setRGB(x, y, r << 16 | g << 8 | b);
            }
        }
        return out;
    }
}
