package molvet.core.colour;

import java.util.HexFormat;

/**
 * A colour in sRGB (IEC 61966-2-1:1999), each channel 0 to 1 when it can be shown; outside that it cannot.
 *
 * <p>Carried to and from L*a*b* D50 by the linear Bradford transform.
 */
public record Srgb(double r, double g, double b) {
    private static final byte[] ENCODED = table();
    private static final double[][] TO_XYZ = {
        {0.4123907992659595, 0.35758433938387796, 0.1804807884018343},
        {0.21263900587151036, 0.7151686787677559, 0.07219231536073371},
        {0.01933081871559185, 0.11919477979462599, 0.9505321522496606}
    };
    private static final double[][] FROM_XYZ = {
        {3.2409699419045213, -1.5373831775700935, -0.4986107602930033},
        {-0.9692436362808798, 1.8759675015077206, 0.04155505740717561},
        {0.05563007969699361, -0.20397695888897657, 1.0569715142428786}
    };

    public static Srgb of8bit(int r, int g, int b) {
        return new Srgb(r / 255.0, g / 255.0, b / 255.0);
    }

    /** @param hex as {@code #rrggbb} */
    public static Srgb ofHex(String hex) {
        int v = Integer.parseInt(hex.substring(1), 16);
        return of8bit(v >> 16 & 255, v >> 8 & 255, v & 255);
    }

    public static Srgb ofLab(Lab lab) {
        Xyz d65 = lab.toXyz().adapted(Xyz.D50, Xyz.D65);
        double[] rgb = Xyz.multiply(FROM_XYZ, d65.x(), d65.y(), d65.z());
        return new Srgb(encode(rgb[0]), encode(rgb[1]), encode(rgb[2]));
    }

    /** A colour under D65 for the screen, clipped to what can be shown, as {@code 0xrrggbb}. */
    public static int screen(Xyz d65) {
        double[] rgb = Xyz.multiply(FROM_XYZ, d65.x(), d65.y(), d65.z());
        return eighth(rgb[0]) << 16 | eighth(rgb[1]) << 8 | eighth(rgb[2]);
    }

    /** To eight bits by a table: whole pictures go this way. */
    private static int eighth(double linear) {
        return ENCODED[(int) (Math.min(1, Math.max(0, linear)) * (ENCODED.length - 1) + 0.5)] & 255;
    }

    private static byte[] table() {
        byte[] all = new byte[1 << 13];
        for (int i = 0; i < all.length; i++) all[i] = (byte) byteOf(encode(i / (double) (all.length - 1)));
        return all;
    }

    public Lab toLab() {
        double[] xyz = Xyz.multiply(TO_XYZ, decode(r), decode(g), decode(b));
        return Lab.ofXyz(new Xyz(xyz[0], xyz[1], xyz[2]).adapted(Xyz.D65, Xyz.D50));
    }

    /** Whether a screen of this kind can show the colour, with half a step of 255 to spare. */
    public boolean canBeShown() {
        return inRange(r) && inRange(g) && inRange(b);
    }

    /** As {@code #rrggbb}, clipped to what can be shown. */
    public String hex() {
        return "#" + HexFormat.of().toHexDigits(byteOf(r) << 16 | byteOf(g) << 8 | byteOf(b), 6);
    }

    private static boolean inRange(double v) {
        return v >= -0.5 / 255 && v <= 1 + 0.5 / 255;
    }

    public static int byteOf(double v) {
        return (int) Math.round(Math.min(1, Math.max(0, v)) * 255);
    }

    /** The linear light of an encoded channel. */
    public static double decode(double v) {
        double s = Math.abs(v);
        return Math.signum(v) * (s <= 0.04045 ? s / 12.92 : Math.pow((s + 0.055) / 1.055, 2.4));
    }

    /** The encoded channel of a linear light. */
    public static double encode(double v) {
        double s = Math.abs(v);
        return Math.signum(v) * (s <= 0.0031308 ? s * 12.92 : 1.055 * Math.pow(s, 1 / 2.4) - 0.055);
    }
}
