package molvet.server.reading;

import java.awt.color.ColorSpace;
import java.awt.color.ICC_ColorSpace;
import java.awt.color.ICC_Profile;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.charset.StandardCharsets;
import java.util.Optional;
import java.util.zip.InflaterInputStream;

/** The colour profile inside a PNG file: chunk iCCP, PNG specification (third edition), 11.3.2.3. */
final class PngProfile {
    private static final int MOST_BYTES = 4 << 20;

    private PngProfile() {}

    /** Empty where there is none, or it is broken, too large, or not for red, green and blue. */
    static Optional<ICC_ColorSpace> of(byte[] png) {
        ByteBuffer in = ByteBuffer.wrap(png);
        in.position(Math.min(8, png.length));
        while (in.remaining() >= 12) {
            int length = in.getInt();
            byte[] type = new byte[4];
            in.get(type);
            String name = new String(type, StandardCharsets.ISO_8859_1);
            if (length < 0 || length > in.remaining() - 4 || name.equals("IDAT")) return Optional.empty();
            if (name.equals("iCCP")) {
                byte[] data = new byte[length];
                in.get(data);
                return profile(data);
            }
            in.position(in.position() + length + 4);
        }
        return Optional.empty();
    }

    /** Whether the profile in a chunk unpacks to no more than is read. */
    static boolean isModest(byte[] png, int from, int length) {
        int zero = from;
        while (zero < from + length && png[zero] != 0) zero++;
        if (zero + 2 >= from + length) return false;
        try (var inflated =
                new InflaterInputStream(new ByteArrayInputStream(png, zero + 2, from + length - zero - 2))) {
            byte[] buffer = new byte[1 << 14];
            long all = 0;
            for (int n = inflated.read(buffer); n >= 0 && all <= MOST_BYTES; n = inflated.read(buffer)) all += n;
            return all <= MOST_BYTES;
        } catch (IOException e) {
            return false;
        }
    }

    private static Optional<ICC_ColorSpace> profile(byte[] chunk) {
        int zero = 0;
        while (zero < chunk.length && chunk[zero] != 0) zero++;
        if (zero + 2 >= chunk.length) return Optional.empty();
        try (var inflated =
                new InflaterInputStream(new ByteArrayInputStream(chunk, zero + 2, chunk.length - zero - 2))) {
            byte[] bytes = inflated.readNBytes(MOST_BYTES);
            ICC_ColorSpace space = new ICC_ColorSpace(ICC_Profile.getInstance(bytes));
            if (space.getType() != ColorSpace.TYPE_RGB) return Optional.empty();
            space.toCIEXYZ(new float[] {0.5f, 0.5f, 0.5f});
            return Optional.of(space);
        } catch (IOException | RuntimeException e) {
            // A broken profile is no reason to lose the picture: it is taken as sRGB.
            return Optional.empty();
        }
    }
}
