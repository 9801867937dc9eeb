package molvet.server.reading;

import java.io.ByteArrayOutputStream;
import java.nio.ByteBuffer;
import java.nio.charset.StandardCharsets;
import java.util.Set;

/**
 * A PNG without the chunks that are not needed to see it: texts above all, which libraries inflate before they measure them, so
 * that a few kilobytes fill the memory (PNG specification, third edition, 11.3.3).
 */
final class PngChunks {
    private static final int SIGNATURE = 8;
    private static final int AROUND = 12;
    private static final Set<String> NEEDED = Set.of(
            "IHDR", "PLTE", "IDAT", "IEND", "tRNS", "gAMA", "cHRM", "sRGB", "iCCP", "pHYs", "eXIf", "acTL", "fcTL",
            "fdAT");
    /** A profile that is larger packed than this is none of a scanner. */
    private static final int MOST_PROFILE = 1 << 20;

    private PngChunks() {}

    /** What is behind a chunk that breaks off is left as it is, for the decoder to tell. */
    static byte[] needed(byte[] png) {
        ByteBuffer in = ByteBuffer.wrap(png);
        ByteArrayOutputStream out = new ByteArrayOutputStream(png.length);
        out.write(png, 0, Math.min(SIGNATURE, png.length));
        int at = SIGNATURE;
        while (at + AROUND <= png.length) {
            int length = in.getInt(at);
            if (length < 0 || length > png.length - at - AROUND) break;
            String type = new String(png, at + 4, 4, StandardCharsets.ISO_8859_1);
            boolean profile = type.equals("iCCP");
            if (NEEDED.contains(type)
                    && !(profile && (length > MOST_PROFILE || !PngProfile.isModest(png, at + 8, length)))) {
                out.write(png, at, length + AROUND);
            }
            at += length + AROUND;
        }
        if (at < png.length) out.write(png, at, png.length - at);
        return out.toByteArray();
    }
}
