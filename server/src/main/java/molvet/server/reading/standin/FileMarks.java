package molvet.server.reading.standin;

import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.charset.StandardCharsets;

/** What devices write into their files beside the picture. */
final class FileMarks {
    private FileMarks() {}

    /** Dots to the inch in the JFIF header (JFIF 1.02), which the writer puts right behind the start. */
    static byte[] withDensity(byte[] jpeg, int dpi) {
        ByteBuffer b = ByteBuffer.wrap(jpeg);
        if (b.getShort(2) == (short) 0xFFE0) {
            b.put(13, (byte) 1);
            b.putShort(14, (short) dpi);
            b.putShort(16, (short) dpi);
        }
        return jpeg;
    }

    /** Primaries of a space wider than a screen’s: red, green and blue as XYZ for D50, by columns (curve 2.2). */
    static final double[][] WIDE = {
        {0.60974, 0.20528, 0.14919}, {0.31111, 0.62567, 0.06322}, {0.01947, 0.06087, 0.74457}
    };

    static final double CURVE = 2.19921875;

    /** The profile that says so: ICC.1:2022, a matrix and a curve; put into the file behind its start. */
    static byte[] withWideProfile(byte[] jpeg) {
        byte[] profile = wideProfile();
        ByteBuffer out = ByteBuffer.allocate(jpeg.length + 18 + profile.length);
        int after = 2 + 2 + (ByteBuffer.wrap(jpeg).getShort(4) & 0xffff);
        out.put(jpeg, 0, after);
        out.putShort((short) 0xFFE2).putShort((short) (16 + profile.length));
        out.put("ICC_PROFILE\0".getBytes(StandardCharsets.US_ASCII))
                .put((byte) 1)
                .put((byte) 1)
                .put(profile);
        out.put(jpeg, after, jpeg.length - after);
        return out.array();
    }

    private static byte[] wideProfile() {
        String[] tags = {"desc", "cprt", "wtpt", "rXYZ", "gXYZ", "bXYZ", "rTRC", "gTRC", "bTRC"};
        byte[][] data = {
            desc("simulated scanner"),
            text("none"),
            xyz(0.9642, 1, 0.8249),
            xyz(WIDE[0][0], WIDE[1][0], WIDE[2][0]),
            xyz(WIDE[0][1], WIDE[1][1], WIDE[2][1]),
            xyz(WIDE[0][2], WIDE[1][2], WIDE[2][2]),
            curve(),
            curve(),
            curve()
        };
        int size = 128 + 4 + 12 * tags.length;
        for (byte[] d : data) size += d.length;
        ByteBuffer p = ByteBuffer.allocate(size);
        p.putInt(size).putInt(0).putInt(0x02100000);
        p.put("scnrRGB XYZ ".getBytes(StandardCharsets.US_ASCII));
        for (short s : new short[] {2026, 1, 1, 0, 0, 0}) p.putShort(s);
        p.put("acsp".getBytes(StandardCharsets.US_ASCII));
        p.position(68);
        p.putInt(fixed(0.9642)).putInt(fixed(1)).putInt(fixed(0.8249));
        p.position(128);
        p.putInt(tags.length);
        int at = 128 + 4 + 12 * tags.length;
        for (int i = 0; i < tags.length; i++) {
            p.put(tags[i].getBytes(StandardCharsets.US_ASCII)).putInt(at).putInt(data[i].length);
            at += data[i].length;
        }
        for (byte[] d : data) p.put(d);
        return p.array();
    }

    private static int fixed(double v) {
        return (int) Math.round(v * 65536);
    }

    private static byte[] xyz(double x, double y, double z) {
        ByteBuffer b = ByteBuffer.allocate(20)
                .put("XYZ ".getBytes(StandardCharsets.US_ASCII))
                .putInt(0);
        return b.putInt(fixed(x)).putInt(fixed(y)).putInt(fixed(z)).array();
    }

    private static byte[] curve() {
        ByteBuffer b = ByteBuffer.allocate(16)
                .put("curv".getBytes(StandardCharsets.US_ASCII))
                .putInt(0)
                .putInt(1);
        return b.putShort((short) Math.round(CURVE * 256)).array();
    }

    private static byte[] text(String s) {
        ByteBuffer b = ByteBuffer.allocate(8 + (s.length() + 4) / 4 * 4);
        return b.put("text".getBytes(StandardCharsets.US_ASCII))
                .putInt(0)
                .put(s.getBytes(StandardCharsets.US_ASCII))
                .array();
    }

    private static byte[] desc(String s) {
        ByteBuffer b = ByteBuffer.allocate((12 + s.length() + 1 + 78 + 3) / 4 * 4);
        return b.put("desc".getBytes(StandardCharsets.US_ASCII))
                .putInt(0)
                .putInt(s.length() + 1)
                .put(s.getBytes(StandardCharsets.US_ASCII))
                .array();
    }

    /**
     * An exposure time, by which a camera’s file is known, and what camera it was: EXIF 2.32, tags 0x829A, 0x010F and 0x0110.
     *
     * @param model more than three letters
     */
    static byte[] withExposure(byte[] jpeg, String make, String model) {
        byte[] maker = (make + "\0").getBytes(StandardCharsets.US_ASCII);
        byte[] name = (model + "\0").getBytes(StandardCharsets.US_ASCII);
        int exposure = 8 + 2 + 3 * 12 + 4;
        int fraction = exposure + 2 + 12 + 4;
        int texts = fraction + 8;
        ByteBuffer exif =
                ByteBuffer.allocate(6 + texts + maker.length + name.length).order(ByteOrder.LITTLE_ENDIAN);
        exif.put("Exif\0\0".getBytes(StandardCharsets.US_ASCII));
        exif.put(new byte[] {'I', 'I', 42, 0}).putInt(8);
        exif.putShort((short) 3);
        entry(exif, 0x010F, 2, maker.length, texts);
        entry(exif, 0x0110, 2, name.length, texts + maker.length);
        entry(exif, 0x8769, 4, 1, exposure);
        exif.putInt(0);
        exif.putShort((short) 1);
        entry(exif, 0x829A, 5, 1, fraction);
        exif.putInt(0);
        exif.putInt(1).putInt(125);
        exif.put(maker).put(name);
        ByteBuffer out = ByteBuffer.allocate(jpeg.length + 4 + exif.capacity());
        out.put(jpeg, 0, 2);
        out.putShort((short) 0xFFE1).putShort((short) (2 + exif.capacity())).put(exif.array());
        out.put(jpeg, 2, jpeg.length - 2);
        return out.array();
    }

    private static void entry(ByteBuffer exif, int tag, int type, int count, int value) {
        exif.putShort((short) tag).putShort((short) type).putInt(count).putInt(value);
    }
}
