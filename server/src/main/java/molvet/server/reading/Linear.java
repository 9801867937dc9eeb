package molvet.server.reading;

import java.awt.color.ColorSpace;
import java.awt.color.ICC_ColorSpace;
import java.awt.image.BufferedImage;
import java.awt.image.ComponentSampleModel;
import java.awt.image.DataBuffer;
import java.awt.image.DataBufferByte;
import java.awt.image.DataBufferUShort;
import java.awt.image.IndexColorModel;
import java.util.Optional;
import java.util.stream.IntStream;
import molvet.core.colour.Srgb;
import molvet.core.colour.Xyz;
import molvet.core.reading.Light;

/**
 * From a decoded picture to linear light, upright, in one pass: each channel through its curve, squares of pixels averaged
 * where there are more than are needed.
 */
final class Linear {
    /** More than these tell nothing of a sheet; a square of pixels becomes one. */
    private static final double ENOUGH_PIXELS = 13e6;

    private Linear() {}

    /** A colour space as a curve for each channel and a matrix. */
    private record Space(float[][] curves, double[] toXyz) {}

    static Light of(BufferedImage raw, Optional<ICC_ColorSpace> embedded, int turn) {
        ColorSpace own =
                embedded.map(ColorSpace.class::cast).orElse(raw.getColorModel().getColorSpace());
        boolean grey = own.getType() == ColorSpace.TYPE_GRAY;
        Optional<Space> space = grey || own.isCS_sRGB() || !(own instanceof ICC_ColorSpace)
                ? Optional.of(srgb())
                : own.getType() == ColorSpace.TYPE_RGB ? shaped((ICC_ColorSpace) own) : Optional.empty();
        boolean direct = space.isPresent()
                && !raw.getColorModel().hasAlpha()
                && !(raw.getColorModel() instanceof IndexColorModel)
                && raw.getSampleModel() instanceof ComponentSampleModel
                && (raw.getRaster().getDataBuffer() instanceof DataBufferByte
                        || raw.getRaster().getDataBuffer() instanceof DataBufferUShort)
                && raw.getRaster().getDataBuffer().getNumBanks() == 1;
        return direct ? of(raw, space.get(), turn) : of(Picture.toSrgb(raw), srgb(), turn);
    }

    private static Light of(BufferedImage image, Space space, int turn) {
        int w = image.getWidth();
        int h = image.getHeight();
        int by = Math.max(1, (int) Math.ceil(Math.sqrt((double) w * h / ENOUGH_PIXELS) - 0.02));
        int across = w / by;
        int down = h / by;
        boolean turned = turn >= 5;
        int width = turned ? down : across;
        int height = turned ? across : down;
        float[] out = new float[3 * width * height];
        Rows rows = rows(image, space.curves);
        float share = 1f / (by * by);
        IntStream.range(0, down).parallel().forEach(y -> {
            float[] row = new float[3 * across];
            for (int j = 0; j < by; j++) rows.add(y * by + j, by, across, row);
            int first = placed(0, y, across, down, width, turn);
            int step = placed(1, y, across, down, width, turn) - first;
            int to = 3 * first;
            for (int x = 0; x < across; x++, to += 3 * step) {
                out[to] = row[3 * x] * share;
                out[to + 1] = row[3 * x + 1] * share;
                out[to + 2] = row[3 * x + 2] * share;
            }
        });
        return new Light(width, height, out, space.toXyz);
    }

    /** Where a pixel of the file stands when the picture is upright: EXIF 2.32, tag 0x0112. */
    private static int placed(int x, int y, int across, int down, int width, int turn) {
        return switch (turn) {
            case 2 -> y * width + across - 1 - x;
            case 3 -> (down - 1 - y) * width + across - 1 - x;
            case 4 -> (down - 1 - y) * width + x;
            case 5 -> x * width + y;
            case 6 -> x * width + down - 1 - y;
            case 7 -> (across - 1 - x) * width + down - 1 - y;
            case 8 -> (across - 1 - x) * width + y;
            default -> y * width + x;
        };
    }

    /** Adds the light of one row of the file to a row of the smaller picture. */
    @FunctionalInterface
    private interface Rows {
        void add(int y, int by, int across, float[] to);
    }

    private static Rows rows(BufferedImage image, float[][] curves) {
        DataBuffer buffer = image.getRaster().getDataBuffer();
        if (image.getSampleModel() instanceof ComponentSampleModel model
                && image.getRaster().getParent() == null
                && (buffer instanceof DataBufferByte || buffer instanceof DataBufferUShort)) {
            int step = model.getPixelStride();
            int stride = model.getScanlineStride();
            int[] bands = model.getBandOffsets();
            int[] offset = bands.length >= 3
                    ? new int[] {bands[0], bands[1], bands[2]}
                    : new int[] {bands[0], bands[0], bands[0]};
            if (buffer instanceof DataBufferByte b) {
                byte[] data = b.getData();
                float[] red = eighth(curves[0]);
                float[] green = eighth(curves[1]);
                float[] blue = eighth(curves[2]);
                int toR = offset[0];
                int toG = offset[1];
                int toB = offset[2];
                return (y, by, across, to) -> {
                    int at = y * stride;
                    for (int x = 0; x < across; x++) {
                        float r = 0;
                        float g = 0;
                        float u = 0;
                        for (int i = 0; i < by; i++, at += step) {
                            r += red[data[at + toR] & 255];
                            g += green[data[at + toG] & 255];
                            u += blue[data[at + toB] & 255];
                        }
                        to[3 * x] += r;
                        to[3 * x + 1] += g;
                        to[3 * x + 2] += u;
                    }
                };
            }
            short[] data = ((DataBufferUShort) buffer).getData();
            return (y, by, across, to) -> {
                int at = y * stride;
                for (int x = 0; x < across; x++) {
                    for (int i = 0; i < by; i++, at += step) {
                        to[3 * x] += curves[0][data[at + offset[0]] & 0xffff];
                        to[3 * x + 1] += curves[1][data[at + offset[1]] & 0xffff];
                        to[3 * x + 2] += curves[2][data[at + offset[2]] & 0xffff];
                    }
                }
            };
        }
        float[][] small = {eighth(curves[0]), eighth(curves[1]), eighth(curves[2])};
        return (y, by, across, to) -> {
            int[] line = image.getRGB(0, y, image.getWidth(), 1, null, 0, image.getWidth());
            for (int x = 0; x < across; x++) {
                for (int i = 0; i < by; i++) {
                    int c = line[x * by + i];
                    to[3 * x] += small[0][c >> 16 & 255];
                    to[3 * x + 1] += small[1][c >> 8 & 255];
                    to[3 * x + 2] += small[2][c & 255];
                }
            }
        };
    }

    private static float[] eighth(float[] curve) {
        float[] small = new float[256];
        for (int i = 0; i < 256; i++) small[i] = curve[i * 257];
        return small;
    }

    private static Space srgb() {
        float[] curve = new float[65536];
        for (int i = 0; i < curve.length; i++) curve[i] = (float) Srgb.decode(i / 65535.0);
        Xyz r = new Srgb(1, 0, 0).toLab().toXyz();
        Xyz g = new Srgb(0, 1, 0).toLab().toXyz();
        Xyz b = new Srgb(0, 0, 1).toLab().toXyz();
        return new Space(
                new float[][] {curve, curve, curve},
                new double[] {r.x(), g.x(), b.x(), r.y(), g.y(), b.y(), r.z(), g.z(), b.z()});
    }

    /** A profile that is curves and a matrix; empty for one that is a table, which is carried to sRGB instead. */
    private static Optional<Space> shaped(ICC_ColorSpace icc) {
        double[] toXyz = new double[9];
        float[][] curves = new float[3][65536];
        double[] black = doubles(icc.toCIEXYZ(new float[] {0, 0, 0}));
        for (int c = 0; c < 3; c++) {
            float[] one = new float[3];
            one[c] = 1;
            double[] full = doubles(icc.toCIEXYZ(one));
            for (int k = 0; k < 3; k++) toXyz[3 * k + c] = full[k] - black[k];
            double[] ramp = new double[257];
            double whole = full[1] - black[1];
            if (whole < 1e-3) return Optional.empty();
            for (int i = 0; i <= 256; i++) {
                one[c] = i / 256f;
                ramp[i] = (icc.toCIEXYZ(one)[1] - black[1]) / whole;
            }
            for (int i = 0; i < 65536; i++) {
                double at = i / 65535.0 * 256;
                int j = Math.min(255, (int) at);
                curves[c][i] = (float) (ramp[j] + (ramp[j + 1] - ramp[j]) * (at - j));
            }
        }
        Space space = new Space(curves, toXyz);
        for (float[] probe : new float[][] {{1, 1, 1}, {0.5f, 0.5f, 0.5f}, {0.8f, 0.3f, 0.2f}}) {
            double[] said = doubles(icc.toCIEXYZ(probe));
            for (int k = 0; k < 3; k++) {
                double sum = 0;
                for (int c = 0; c < 3; c++) sum += toXyz[3 * k + c] * curves[c][Math.round(probe[c] * 65535)];
                if (Math.abs(sum - said[k]) > 0.01) return Optional.empty();
            }
        }
        return Optional.of(space);
    }

    private static double[] doubles(float[] v) {
        return new double[] {v[0], v[1], v[2]};
    }
}
