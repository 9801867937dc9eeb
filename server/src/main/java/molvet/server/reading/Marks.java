package molvet.server.reading;

import boofcv.abst.fiducial.FiducialDetector;
import boofcv.abst.fiducial.QrCodeDetector;
import boofcv.alg.fiducial.qrcode.QrCode;
import boofcv.factory.fiducial.ConfigFiducialBinary;
import boofcv.factory.fiducial.FactoryFiducial;
import boofcv.factory.filter.binary.ConfigThreshold;
import boofcv.factory.filter.binary.ThresholdType;
import boofcv.struct.image.GrayU8;
import com.google.zxing.BinaryBitmap;
import com.google.zxing.DecodeHintType;
import com.google.zxing.LuminanceSource;
import com.google.zxing.PlanarYUVLuminanceSource;
import com.google.zxing.ReaderException;
import com.google.zxing.common.HybridBinarizer;
import com.google.zxing.qrcode.QRCodeReader;
import georegression.struct.point.Point2D_F64;
import georegression.struct.shapes.Polygon2D_F64;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Predicate;
import java.util.regex.Pattern;
import java.util.stream.IntStream;
import molvet.core.chart.PageMarks;
import molvet.core.reading.Light;
import molvet.core.reading.PageMap;

/**
 * The printed marks in a picture: square markers with their number and their corners, and the text of a QR code.
 *
 * @param text of the QR code that names a page, if one was read
 * @param mirrored whether the markers are only found in the mirror
 */
record Marks(List<Found> markers, Optional<String> text, boolean mirrored) {
    /** Markers of 8 mm are then still some forty pixels wide on a sheet of A4. */
    private static final int SIDE = 1600;

    /** Looked at again so large where a marker is missing: a small page in a large picture. */
    private static final int LARGE_SIDE = 3000;

    private static final int SIDE_OF_CODE = 1500;

    /** Pixels across the code and the marker beside it; the first does for all but about one code in a thousand. */
    private static final int[] SIDES_OF_CODE = {420, 300, 620, 220};

    /** @param id 0 to 3 as in {@link PageMarks}; {@code corners} of the printed square: top left, top right, and so on */
    record Found(int id, List<PageMap.Point> corners) {}

    static Marks in(Light light) {
        double scale = Math.max(1, Math.max(light.width(), light.height()) / (double) SIDE);
        GrayU8 grey = grey(light, 0, 0, light.width(), light.height(), scale, false);
        List<Found> found = markers(grey, scale);
        double large = Math.max(1, Math.max(light.width(), light.height()) / (double) LARGE_SIDE);
        if (found.size() < 4 && large < scale) {
            List<Found> more = markers(grey(light, 0, 0, light.width(), light.height(), large, false), large);
            if (more.size() > found.size()) found = more;
        }
        boolean mirrored = false;
        if (found.size() < 2) {
            List<Found> other = markers(grey(light, 0, 0, light.width(), light.height(), scale, true), scale);
            mirrored = other.size() >= 3 && other.size() > found.size();
        }
        return new Marks(found, code(light, found), mirrored);
    }

    private static List<Found> markers(GrayU8 grey, double scale) {
        ConfigFiducialBinary config = new ConfigFiducialBinary(8);
        config.borderWidthFraction = 0.25;
        FiducialDetector<GrayU8> detector =
                FactoryFiducial.squareBinary(config, ConfigThreshold.local(ThresholdType.LOCAL_MEAN, 21), GrayU8.class);
        detector.detect(grey);
        List<PageMarks.Marker> known =
                PageMarks.on(new molvet.core.chart.SheetSize(210, 297)).markers();
        List<Found> all = new ArrayList<>();
        for (int i = 0; i < detector.totalFound(); i++) {
            long code = detector.getId(i);
            Polygon2D_F64 bounds = detector.getBounds(i, null);
            known.stream().filter(m -> m.code() == code).findFirst().ifPresent(m -> {
                List<PageMap.Point> corners = new ArrayList<>();
                for (int k = 0; k < 4; k++) {
                    Point2D_F64 p = bounds.get(k);
                    corners.add(new PageMap.Point(p.x * scale, p.y * scale));
                }
                all.add(new Found(m.id(), List.copyOf(corners)));
            });
        }
        return all;
    }

    /**
     * Looked for beside the second marker first, where it is printed, upright and at full sharpness: in several sizes, as what a
     * reader misses in one it finds in another. Then in the whole picture.
     */
    private static Optional<String> code(Light light, List<Found> found) {
        for (Found f : found) {
            if (f.id != 1) continue;
            for (int side : SIDES_OF_CODE) {
                Optional<String> text = upright(light, f.corners, side).flatMap(Marks::read);
                if (text.isPresent()) return text;
            }
        }
        double whole = Math.max(light.width(), light.height()) / (double) SIDE_OF_CODE;
        Optional<String> text = read(grey(light, 0, 0, light.width(), light.height(), Math.max(1, whole), false));
        return text.isPresent() || whole <= 1
                ? text
                : read(grey(light, 0, 0, light.width(), light.height(), Math.max(1, whole / 2), false));
    }

    /**
     * From 2.9 marker widths left of a marker to its left edge, and from a little above it to a width below.
     *
     * @param corners of the marker, from the top left around
     * @param side pixels across
     * @return nothing where the picture has too few dots there, or would have to be drawn out too far
     */
    private static Optional<GrayU8> upright(Light light, List<PageMap.Point> corners, int side) {
        PageMap.Point a = corners.get(0);
        PageMap.Point b = corners.get(1);
        PageMap.Point d = corners.get(3);
        double step = 3.0 / side;
        double dots = step * Math.hypot(b.x() - a.x(), b.y() - a.y());
        if (dots * side < 20 || dots < 0.25) return Optional.empty();
        int high = (int) (2.6 / step);
        GrayU8 out = new GrayU8(side, high);
        double[] c = new double[3];
        double q = dots < 1 ? 0 : step / 4;
        for (int y = 0; y < high; y++) {
            for (int x = 0; x < side; x++) {
                double sum = 0;
                for (int k = 0; k < 4; k++) {
                    double u = -2.9 + (x + 0.5) * step + (k % 2 == 0 ? -q : q);
                    double v = -0.4 + (y + 0.5) * step + (k < 2 ? -q : q);
                    sum += at(
                            light,
                            a.x() + u * (b.x() - a.x()) + v * (d.x() - a.x()),
                            a.y() + u * (b.y() - a.y()) + v * (d.y() - a.y()),
                            c);
                }
                out.data[y * side + x] = (byte) Math.min(255, (int) (255 * Math.sqrt(sum / 4) + 0.5));
            }
        }
        return Optional.of(out);
    }

    private static final Predicate<String> NAMES_A_PAGE =
            Pattern.compile("\\S{1,200}/c/\\d{1,18}/\\d{1,4}").asMatchPredicate();

    /**
     * By one reader, and where it sees nothing by another: each has codes of its own that it never finds, about one address in a
     * thousand, and they are not the same.
     */
    static Optional<String> read(GrayU8 grey) {
        return readByFinders(grey).or(() -> readOtherwise(grey));
    }

    private static Optional<String> readByFinders(GrayU8 grey) {
        QrCodeDetector<GrayU8> detector = FactoryFiducial.qrcode(null, GrayU8.class);
        detector.process(grey);
        return detector.getDetections().stream()
                .map((QrCode q) -> q.message)
                .filter(m -> m != null && NAMES_A_PAGE.test(m))
                .findFirst();
    }

    private static Optional<String> readOtherwise(GrayU8 grey) {
        LuminanceSource source =
                new PlanarYUVLuminanceSource(grey.data, grey.width, grey.height, 0, 0, grey.width, grey.height, false);
        try {
            return Optional.of(new QRCodeReader()
                            .decode(
                                    new BinaryBitmap(new HybridBinarizer(source)),
                                    Map.of(DecodeHintType.TRY_HARDER, true))
                            .getText())
                    .filter(NAMES_A_PAGE);
        } catch (ReaderException e) {
            return Optional.empty();
        }
    }

    /** Lightness, 0 to 255, of a piece of the picture. @param scale pixels of the picture to one of the piece */
    private static GrayU8 grey(
            Light light, double left, double top, double width, double height, double scale, boolean mirrored) {
        int w = Math.max(8, (int) (width / scale));
        int h = Math.max(8, (int) (height / scale));
        GrayU8 out = new GrayU8(w, h);
        IntStream.range(0, h).parallel().forEach(y -> {
            double q = scale / 4;
            for (int x = 0; x < w; x++) {
                double u = left + (x + 0.5) * scale;
                double v = top + (y + 0.5) * scale;
                double sum = (light.grey(u - q, v - q)
                                + light.grey(u + q, v - q)
                                + light.grey(u - q, v + q)
                                + light.grey(u + q, v + q))
                        / 4;
                out.data[y * w + (mirrored ? w - 1 - x : x)] =
                        (byte) Math.min(255, (int) (255 * Math.sqrt(Math.max(0, sum)) + 0.5));
            }
        });
        return out;
    }

    private static double at(Light light, double u, double v, double[] c) {
        return light.at(u, v, c) ? Math.max(0, 0.25 * c[0] + 0.65 * c[1] + 0.1 * c[2]) : 1;
    }
}
