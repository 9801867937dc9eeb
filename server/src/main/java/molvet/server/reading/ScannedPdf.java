package molvet.server.reading;

import java.awt.image.BufferedImage;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.InputStream;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.zip.DataFormatException;
import java.util.zip.Inflater;
import javax.imageio.ImageIO;
import molvet.core.measure.Refusal;
import org.apache.pdfbox.Loader;
import org.apache.pdfbox.cos.COSName;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.pdmodel.PDPage;
import org.apache.pdfbox.pdmodel.graphics.image.PDImageXObject;

/**
 * The pictures of a PDF that a scanner wrote, one a page: JPEG as it stands in the file, anything else as PNG.
 *
 * <p>Treated as hostile: whatever is packed in the file is unpacked once, counting and keeping nothing, before anything is made
 * of it, so that a small file cannot become a large one in memory.
 */
final class ScannedPdf {
    static final int MOST_PAGES = 40;
    /** A page of {@link Picture#MOST_PIXELS} in three bytes, and a little more. */
    private static final long MOST_UNPACKED = 3 * Picture.MOST_PIXELS + (1 << 20);

    private static final byte[] STREAM = {'s', 't', 'r', 'e', 'a', 'm'};

    private ScannedPdf() {}

    static boolean is(byte[] b) {
        return b.length > 5 && b[0] == '%' && b[1] == 'P' && b[2] == 'D' && b[3] == 'F' && b[4] == '-';
    }

    /** @throws Refusal if it unpacks to more than is read, is locked, or holds no scanned page */
    static List<byte[]> pictures(byte[] pdf) {
        requireModest(pdf);
        try (PDDocument document = Loader.loadPDF(pdf)) {
            if (document.getNumberOfPages() > MOST_PAGES) {
                throw Refusal.of(
                        "picture",
                        "The PDF has " + document.getNumberOfPages() + " pages; " + MOST_PAGES + " are read at once.",
                        "Send it in parts.");
            }
            List<byte[]> all = new ArrayList<>();
            for (PDPage page : document.getPages()) largest(page).ifPresent(all::add);
            if (all.isEmpty()) {
                throw Refusal.of(
                        "picture",
                        "The PDF holds no scanned page, only drawings or text.",
                        "Scan the page again, to PDF, JPEG, PNG or TIFF.");
            }
            return all;
        } catch (IOException | IllegalArgumentException e) {
            throw Refusal.of(
                    "picture",
                    "The PDF is locked, breaks off, or is packed in a way that is not read.",
                    "Scan to JPEG, PNG or TIFF instead.");
        }
    }

    private static Optional<byte[]> largest(PDPage page) throws IOException {
        List<PDImageXObject> images = new ArrayList<>();
        if (page.getResources() == null) return Optional.empty();
        for (COSName name : page.getResources().getXObjectNames()) {
            if (page.getResources().getXObject(name) instanceof PDImageXObject image) images.add(image);
        }
        Optional<PDImageXObject> largest =
                images.stream().max(Comparator.comparingLong(i -> (long) i.getWidth() * i.getHeight()));
        if (largest.isEmpty()) return Optional.empty();
        PDImageXObject image = largest.get();
        if ((long) image.getWidth() * image.getHeight() > Picture.MOST_PIXELS) {
            throw Refusal.of(
                    "picture",
                    "A page of the PDF declares " + image.getWidth() + " × " + image.getHeight()
                            + " pixels; 60 million are read.",
                    "Scan it at 300 dpi.");
        }
        boolean jpeg = image.getStream().getFilters().equals(List.of(COSName.DCT_DECODE));
        if (jpeg) {
            try (InputStream raw = image.getCOSObject().createRawInputStream()) {
                return Optional.of(raw.readAllBytes());
            }
        }
        BufferedImage decoded = image.getImage();
        ByteArrayOutputStream png = new ByteArrayOutputStream();
        ImageIO.write(decoded, "png", png);
        return Optional.of(png.toByteArray());
    }

    /** Unpacks every deflated stream once, two layers deep, without keeping any of it. */
    private static void requireModest(byte[] pdf) {
        for (int at = next(pdf, 0); at >= 0; at = next(pdf, at)) {
            int begin = at;
            while (begin < pdf.length && (pdf[begin] == '\r' || pdf[begin] == '\n')) begin++;
            if (unpacked(pdf, begin) > MOST_UNPACKED) {
                throw Refusal.of(
                        "picture",
                        "The PDF unpacks to more than is read.",
                        "Scan the page again at 300 dpi, to JPEG, PNG or TIFF.");
            }
        }
    }

    /** Behind the next word “stream”, or −1. */
    private static int next(byte[] pdf, int from) {
        for (int i = from; i + STREAM.length < pdf.length; i++) {
            int n = 0;
            while (n < STREAM.length && pdf[i + n] == STREAM[n]) n++;
            if (n == STREAM.length) return i + STREAM.length;
        }
        return -1;
    }

    /** How many bytes come out of a deflated stream, counted to a little beyond what is allowed; 0 if it is none. */
    private static long unpacked(byte[] pdf, int begin) {
        if (begin + 2 > pdf.length || (pdf[begin] & 0x0F) != 8) return 0;
        Inflater outer = new Inflater();
        Inflater inner = new Inflater();
        try {
            outer.setInput(pdf, begin, pdf.length - begin);
            byte[] buffer = new byte[1 << 16];
            byte[] deeper = new byte[1 << 16];
            long out = 0;
            long within = 0;
            boolean packedTwice = true;
            while (!outer.finished() && out <= MOST_UNPACKED && within <= MOST_UNPACKED) {
                int n = outer.inflate(buffer);
                if (n == 0) break;
                out += n;
                if (!packedTwice) continue;
                try {
                    inner.setInput(buffer, 0, n);
                    int m;
                    while (within <= MOST_UNPACKED && (m = inner.inflate(deeper)) > 0) within += m;
                } catch (DataFormatException notPacked) {
                    packedTwice = false;
                    within = 0;
                }
            }
            return Math.max(out, within);
        } catch (DataFormatException notDeflated) {
            return 0;
        } finally {
            outer.end();
            inner.end();
        }
    }
}
