package molvet.server.reading;

import com.drew.imaging.ImageMetadataReader;
import com.drew.metadata.Metadata;
import com.drew.metadata.exif.ExifIFD0Directory;
import com.drew.metadata.exif.ExifSubIFDDirectory;
import com.drew.metadata.jfif.JfifDirectory;
import com.drew.metadata.png.PngDirectory;
import java.awt.Graphics2D;
import java.awt.RenderingHints;
import java.awt.Transparency;
import java.awt.color.ColorSpace;
import java.awt.color.ICC_ColorSpace;
import java.awt.color.ICC_Profile;
import java.awt.geom.AffineTransform;
import java.awt.image.BufferedImage;
import java.awt.image.ColorConvertOp;
import java.awt.image.ComponentColorModel;
import java.awt.image.DataBuffer;
import java.awt.image.Raster;
import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.concurrent.Semaphore;
import java.util.function.Function;
import java.util.stream.IntStream;
import javax.imageio.IIOImage;
import javax.imageio.ImageIO;
import javax.imageio.ImageReadParam;
import javax.imageio.ImageReader;
import javax.imageio.ImageTypeSpecifier;
import javax.imageio.ImageWriteParam;
import javax.imageio.ImageWriter;
import javax.imageio.stream.ImageInputStream;
import javax.imageio.stream.MemoryCacheImageInputStream;
import molvet.core.colour.Lab;
import molvet.core.colour.Srgb;
import molvet.core.colour.Xyz;
import molvet.core.measure.Refusal;
import molvet.core.reading.Light;
import molvet.core.reading.Patch;

/**
 * An uploaded picture: JPEG, PNG, TIFF, WebP, BMP or GIF, treated as hostile until it has been decoded within bounds.
 *
 * <p>Positions are fractions of the upright picture, after its orientation is respected. Colours come through the
 * embedded profile; without one the picture is taken to be sRGB.
 */
final class Picture {
    /** The most pixels that are decoded. */
    static final long MOST_PIXELS = 60_000_000L;

    /** Bytes of its pixels as they are decoded: of 16 bits a channel fewer pixels are read. */
    private static final long MOST_DECODED = 4 * MOST_PIXELS;

    private static final Semaphore DECODERS = new Semaphore(2, true);

    private static final int MOST_DIRECTORIES = 64;
    private static final int MOST_SIDE = 30_000;
    private static final int PREVIEW_SIDE = 1600;

    private final byte[] bytes;
    private final String mediaType;
    private final int width;
    private final int height;
    private final int turn;
    private final List<String> notes = new ArrayList<>();
    private final Optional<ICC_ColorSpace> embedded;
    private String profile = "";

    private Picture(byte[] bytes, String mediaType, int width, int height, int turn) {
        this.bytes = bytes;
        this.mediaType = mediaType;
        this.width = width;
        this.height = height;
        this.turn = turn;
        this.embedded = mediaType.equals("image/png") ? PngProfile.of(bytes) : Optional.empty();
    }

    /**
     * Looks at a file's own bytes, never its name, and reads no pixels yet.
     *
     * @throws Refusal if it is not a picture of a known kind or declares more pixels than are read
     */
    static Picture of(byte[] file) {
        if (file.length == 0) {
            throw Refusal.of("picture", "The file is empty.", "Send the scan or photograph again.");
        }
        String type = typeOf(file);
        byte[] bytes = type.equals("image/png") ? PngChunks.needed(file) : file;
        if (type.equals("image/tiff")) requireFewDirectories(bytes);
        return withReader(bytes, type, reader -> {
            int w = reader.getWidth(0);
            int h = reader.getHeight(0);
            if (w < 16 || h < 16) {
                throw Refusal.of("picture", "The picture is only " + w + " × " + h + " pixels.", "Scan it larger.");
            }
            if (w > MOST_SIDE || h > MOST_SIDE || (long) w * h > MOST_PIXELS) {
                throw Refusal.of(
                        "picture",
                        "The picture declares " + w + " × " + h + " pixels; 60 million are read.",
                        "Scan it at 300 dpi, or cut it to the swatch.");
            }
            ImageTypeSpecifier raw = reader.getRawImageType(0);
            long bits = raw == null
                    ? 24
                    : IntStream.of(raw.getSampleModel().getSampleSize()).sum();
            if ((long) w * h * Math.max(8, bits) / 8 > MOST_DECODED) {
                throw Refusal.of(
                        "picture",
                        "The picture has " + w + " × " + h + " pixels of " + bits + " bits: more than is read at once.",
                        "Scan it at 300 dpi, or with 8 bits a channel.");
            }
            Picture p = new Picture(bytes, type, w, h, orientation(bytes));
            int frames = type.equals("image/tiff") ? reader.getNumImages(true) : 1;
            if (frames > 1) p.notes.add("The file holds " + frames + " pictures; the first is used.");
            if (type.equals("image/png")
                    && new String(bytes, java.nio.charset.StandardCharsets.ISO_8859_1).contains("acTL")) {
                p.notes.add("The file is animated; its first picture is used.");
            }
            return p;
        });
    }

    String mediaType() {
        return mediaType;
    }

    int turn() {
        return turn;
    }

    String profile() {
        return profile;
    }

    List<String> notes() {
        return notes;
    }

    /** Pixels across when upright. */
    int width() {
        return turn >= 5 ? height : width;
    }

    int height() {
        return turn >= 5 ? width : height;
    }

    /**
     * The picture upright in sRGB, at most 1600 pixels a side, as JPEG.
     *
     * @throws Refusal if the file breaks off or cannot be decoded
     */
    byte[] preview() {
        return withReader(bytes, mediaType, reader -> {
            ImageReadParam param = reader.getDefaultReadParam();
            int step = Math.max(1, Math.max(width, height) / PREVIEW_SIDE);
            param.setSourceSubsampling(step, step, 0, 0);
            BufferedImage raw = withProfile(reader.read(0, param));
            profile = profileOf(raw);
            BufferedImage rgb = toSrgb(raw);
            double scale = Math.min(1.0, PREVIEW_SIDE / (double) Math.max(rgb.getWidth(), rgb.getHeight()));
            AffineTransform upright = orient(turn, rgb.getWidth(), rgb.getHeight());
            upright.preConcatenate(AffineTransform.getScaleInstance(scale, scale));
            boolean turned = turn >= 5;
            BufferedImage out = new BufferedImage(
                    (int) Math.max(1, Math.round((turned ? rgb.getHeight() : rgb.getWidth()) * scale)),
                    (int) Math.max(1, Math.round((turned ? rgb.getWidth() : rgb.getHeight()) * scale)),
                    BufferedImage.TYPE_INT_RGB);
            Graphics2D g = out.createGraphics();
            g.setRenderingHint(RenderingHints.KEY_INTERPOLATION, RenderingHints.VALUE_INTERPOLATION_BILINEAR);
            g.drawImage(rgb, upright, null);
            g.dispose();
            return jpeg(out);
        });
    }

    /** Its pixels, decoded once, for as many looks at it as there are. */
    final class Decoded {
        private final BufferedImage raw;

        private Decoded(BufferedImage raw) {
            this.raw = raw;
        }

        /**
         * A square of the original's pixels about a point of the upright picture.
         *
         * @param x fraction from the left, 0 to 1
         * @param y fraction from the top, 0 to 1
         * @param radius fraction of the short side
         */
        Patch patch(double x, double y, double radius) {
            double sx = x;
            double sy = y;
            // The inverse of the orientation, on fractions: EXIF 2.32, tag 0x0112.
            switch (turn) {
                case 2 -> sx = 1 - x;
                case 3 -> {
                    sx = 1 - x;
                    sy = 1 - y;
                }
                case 4 -> sy = 1 - y;
                case 5 -> {
                    sx = y;
                    sy = x;
                }
                case 6 -> {
                    sx = y;
                    sy = 1 - x;
                }
                case 7 -> {
                    sx = 1 - y;
                    sy = 1 - x;
                }
                case 8 -> {
                    sx = 1 - y;
                    sy = x;
                }
                default -> {}
            }
            int r = (int) Math.max(5, Math.min(60, Math.round(radius * Math.min(width, height))));
            int cx = clamp((int) Math.round(sx * width), r, width - r - 1);
            int cy = clamp((int) Math.round(sy * height), r, height - r - 1);
            java.awt.Rectangle region = new java.awt.Rectangle(cx - r, cy - r, 2 * r + 1, 2 * r + 1)
                    .intersection(new java.awt.Rectangle(0, 0, width, height));
            return labs(withProfile(raw.getSubimage(region.x, region.y, region.width, region.height)));
        }

        /** The whole picture upright, in linear light, made smaller by a whole number where it has more pixels than are needed. */
        Light light() {
            return Linear.of(raw, embedded, turn);
        }
    }

    /**
     * What is seen of its pixels. They are held no longer than it takes to look, as few pictures are decoded at once.
     *
     * @throws Refusal if the file breaks off or cannot be decoded
     */
    <T> T seen(Function<Decoded, T> look) {
        return withReader(bytes, mediaType, reader -> {
            BufferedImage raw = reader.read(0, reader.getDefaultReadParam());
            profile = embedded.isPresent() ? nameOf(embedded.get()) : profileOf(raw);
            return look.apply(new Decoded(raw));
        });
    }

    /**
     * The whole picture upright, in linear light.
     *
     * @throws Refusal if the file breaks off or cannot be decoded
     */
    Light light() {
        return seen(Decoded::light);
    }

    /** Whether the file says that a camera took it: a lens, an exposure time or a focal length. */
    boolean isOfCamera() {
        try {
            var exif = ImageMetadataReader.readMetadata(new ByteArrayInputStream(bytes))
                    .getFirstDirectoryOfType(ExifSubIFDDirectory.class);
            return exif != null
                    && (exif.containsTag(ExifSubIFDDirectory.TAG_EXPOSURE_TIME)
                            || exif.containsTag(ExifSubIFDDirectory.TAG_FOCAL_LENGTH)
                            || exif.containsTag(ExifSubIFDDirectory.TAG_LENS_MODEL));
        } catch (Exception e) {
            return false;
        }
    }

    /** Make and model of the device, where the file tells them: EXIF 2.32, tags 0x010F and 0x0110. */
    Optional<String> device() {
        try {
            ExifIFD0Directory exif = ImageMetadataReader.readMetadata(new ByteArrayInputStream(bytes))
                    .getFirstDirectoryOfType(ExifIFD0Directory.class);
            if (exif == null) return Optional.empty();
            String make = plain(exif.getString(ExifIFD0Directory.TAG_MAKE));
            String model = plain(exif.getString(ExifIFD0Directory.TAG_MODEL));
            String both = model.toLowerCase(Locale.ROOT).startsWith(make.toLowerCase(Locale.ROOT))
                    ? model
                    : make + " " + model;
            return Optional.of(both.strip()).filter(n -> !n.isEmpty());
        } catch (Exception e) {
            return Optional.empty();
        }
    }

    private static String plain(String tag) {
        String plain = tag == null
                ? ""
                : tag.replaceAll("[^\\p{L}\\p{N} ._()/+-]", " ")
                        .replaceAll(" +", " ")
                        .strip();
        return plain.length() > 70 ? plain.substring(0, 70).strip() : plain;
    }

    /** Dots to the inch, where the file says it in earnest: not the 72 or 96 that programs put in for want of one. */
    Optional<Double> dpi() {
        try {
            Metadata all = ImageMetadataReader.readMetadata(new ByteArrayInputStream(bytes));
            Optional<Double> found = Optional.empty();
            JfifDirectory jfif = all.getFirstDirectoryOfType(JfifDirectory.class);
            if (jfif != null && jfif.getResUnits() == 1) found = Optional.of((double) jfif.getResX());
            for (PngDirectory png : all.getDirectoriesOfType(PngDirectory.class)) {
                if (png.containsTag(PngDirectory.TAG_PIXELS_PER_UNIT_X)
                        && png.getInt(PngDirectory.TAG_UNIT_SPECIFIER) == 1) {
                    found = Optional.of(png.getInt(PngDirectory.TAG_PIXELS_PER_UNIT_X) * 0.0254);
                }
            }
            ExifIFD0Directory exif = all.getFirstDirectoryOfType(ExifIFD0Directory.class);
            if (exif != null && exif.containsTag(ExifIFD0Directory.TAG_X_RESOLUTION)) {
                found = Optional.of(exif.getDouble(ExifIFD0Directory.TAG_X_RESOLUTION));
            }
            return found.filter(d -> d > 100 && d < 5000);
        } catch (Exception e) {
            return Optional.empty();
        }
    }

    /** Java’s PNG reader leaves an embedded profile aside; the numbers are given their meaning here. */
    private BufferedImage withProfile(BufferedImage raw) {
        if (embedded.isEmpty() || raw.getColorModel().getColorSpace().getType() != ColorSpace.TYPE_RGB) return raw;
        int type = raw.getColorModel().getComponentSize(0) > 8 ? DataBuffer.TYPE_USHORT : DataBuffer.TYPE_BYTE;
        double full = type == DataBuffer.TYPE_USHORT ? 65535 : 255;
        BufferedImage out = new BufferedImage(
                new ComponentColorModel(embedded.get(), false, false, Transparency.OPAQUE, type),
                Raster.createInterleavedRaster(type, raw.getWidth(), raw.getHeight(), 3, null),
                false,
                null);
        double[] pixel = new double[3];
        for (int y = 0; y < raw.getHeight(); y++) {
            for (int x = 0; x < raw.getWidth(); x++) {
                Srgb c = srgb(raw, x, y);
                pixel[0] = Math.round(c.r() * full);
                pixel[1] = Math.round(c.g() * full);
                pixel[2] = Math.round(c.b() * full);
                out.getRaster().setPixel(x, y, pixel);
            }
        }
        return out;
    }

    private static Patch labs(BufferedImage image) {
        int w = image.getWidth();
        int h = image.getHeight();
        Lab[] pixels = new Lab[w * h];
        ColorSpace space = image.getColorModel().getColorSpace();
        boolean plain =
                space.isCS_sRGB() || !(space instanceof ICC_ColorSpace) || space.getType() == ColorSpace.TYPE_GRAY;
        for (int y = 0; y < h; y++) {
            for (int x = 0; x < w; x++) {
                if (plain) {
                    pixels[y * w + x] = srgb(image, x, y).toLab();
                } else {
                    float[] c = image.getColorModel()
                            .getNormalizedComponents(image.getRaster().getDataElements(x, y, null), null, 0);
                    float[] xyz = space.toCIEXYZ(Arrays.copyOf(c, space.getNumComponents()));
                    pixels[y * w + x] = Lab.ofXyz(new Xyz(xyz[0], xyz[1], xyz[2]));
                }
            }
        }
        return new Patch(w, pixels);
    }

    /** Sixteen bits where the picture has them. */
    private static Srgb srgb(BufferedImage image, int x, int y) {
        var model = image.getColorModel();
        if (model.getColorSpace().isCS_sRGB() && model.getComponentSize(0) > 8) {
            float[] c = model.getNormalizedComponents(image.getRaster().getDataElements(x, y, null), null, 0);
            return new Srgb(c[0], c[1], c[2]);
        }
        if (model.getColorSpace().getType() == ColorSpace.TYPE_GRAY) {
            // Grey files hold encoded values; Java would take them for linear.
            float[] c = model.getNormalizedComponents(image.getRaster().getDataElements(x, y, null), null, 0);
            return new Srgb(c[0], c[0], c[0]);
        }
        int rgb = image.getRGB(x, y);
        return Srgb.of8bit(rgb >> 16 & 255, rgb >> 8 & 255, rgb & 255);
    }

    private static String profileOf(BufferedImage image) {
        ColorSpace space = image.getColorModel().getColorSpace();
        return space.isCS_sRGB() || !(space instanceof ICC_ColorSpace icc) ? "" : nameOf(icc);
    }

    private static String nameOf(ICC_ColorSpace icc) {
        byte[] desc = icc.getProfile().getData(ICC_Profile.icSigProfileDescriptionTag);
        if (desc == null) return "embedded profile";
        String text = new String(desc, java.nio.charset.StandardCharsets.ISO_8859_1)
                .substring(Math.min(8, desc.length))
                .replaceAll("[^\\x20-\\x7e]", "")
                .strip();
        return text.length() > 100 ? text.substring(0, 100) : text;
    }

    static BufferedImage toSrgb(BufferedImage raw) {
        BufferedImage out = new BufferedImage(raw.getWidth(), raw.getHeight(), BufferedImage.TYPE_INT_RGB);
        if (raw.getColorModel().getColorSpace().getType() == ColorSpace.TYPE_GRAY
                || raw.getColorModel().hasAlpha()) {
            // On white, as paper is.
            for (int y = 0; y < raw.getHeight(); y++) {
                for (int x = 0; x < raw.getWidth(); x++) {
                    Srgb c = srgb(raw, x, y);
                    double a = raw.getColorModel().hasAlpha() ? (raw.getRGB(x, y) >>> 24) / 255.0 : 1;
                    out.setRGB(
                            x,
                            y,
                            Srgb.byteOf(c.r() * a + 1 - a) << 16
                                    | Srgb.byteOf(c.g() * a + 1 - a) << 8
                                    | Srgb.byteOf(c.b() * a + 1 - a));
                }
            }
            return out;
        }
        if (raw.getColorModel().getColorSpace().isCS_sRGB()) {
            Graphics2D g = out.createGraphics();
            g.drawImage(raw, 0, 0, null);
            g.dispose();
            return out;
        }
        return new ColorConvertOp(null).filter(raw, out);
    }

    static byte[] jpeg(BufferedImage image) throws IOException {
        ImageWriter writer = ImageIO.getImageWritersByFormatName("jpeg").next();
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        try (var stream = ImageIO.createImageOutputStream(out)) {
            writer.setOutput(stream);
            ImageWriteParam param = writer.getDefaultWriteParam();
            param.setCompressionMode(ImageWriteParam.MODE_EXPLICIT);
            param.setCompressionQuality(0.9f);
            writer.write(null, new IIOImage(image, null, null), param);
        } finally {
            writer.dispose();
        }
        return out.toByteArray();
    }

    private static AffineTransform orient(int turn, int w, int h) {
        return switch (turn) {
            case 2 -> new AffineTransform(-1, 0, 0, 1, w, 0);
            case 3 -> new AffineTransform(-1, 0, 0, -1, w, h);
            case 4 -> new AffineTransform(1, 0, 0, -1, 0, h);
            case 5 -> new AffineTransform(0, 1, 1, 0, 0, 0);
            case 6 -> new AffineTransform(0, 1, -1, 0, h, 0);
            case 7 -> new AffineTransform(0, -1, -1, 0, h, w);
            case 8 -> new AffineTransform(0, -1, 1, 0, 0, w);
            default -> new AffineTransform();
        };
    }

    private static int orientation(byte[] bytes) {
        try {
            var exif = ImageMetadataReader.readMetadata(new ByteArrayInputStream(bytes))
                    .getFirstDirectoryOfType(ExifIFD0Directory.class);
            if (exif == null || !exif.containsTag(ExifIFD0Directory.TAG_ORIENTATION)) return 1;
            int turn = exif.getInt(ExifIFD0Directory.TAG_ORIENTATION);
            return turn >= 1 && turn <= 8 ? turn : 1;
        } catch (Exception e) {
            // A broken tag is no reason to lose the picture.
            return 1;
        }
    }

    private static String typeOf(byte[] b) {
        if (starts(b, 0xFF, 0xD8, 0xFF)) return "image/jpeg";
        if (starts(b, 0x89, 'P', 'N', 'G', 0x0D, 0x0A, 0x1A, 0x0A)) return "image/png";
        if (starts(b, 'I', 'I', 42, 0) || starts(b, 'M', 'M', 0, 42)) return "image/tiff";
        if (starts(b, 'R', 'I', 'F', 'F')
                && b.length > 12
                && b[8] == 'W'
                && b[9] == 'E'
                && b[10] == 'B'
                && b[11] == 'P') {
            return "image/webp";
        }
        if (starts(b, 'B', 'M')) return "image/bmp";
        if (starts(b, 'G', 'I', 'F', '8')) return "image/gif";
        if (b.length > 12 && b[4] == 'f' && b[5] == 't' && b[6] == 'y' && b[7] == 'p') {
            throw Refusal.of(
                    "picture",
                    "The file is HEIC or AVIF, as some phones make it; Molvet does not read these.",
                    "In the phone’s camera settings choose the most compatible format, which is JPEG, or share the picture as"
                            + " JPEG.");
        }
        throw Refusal.of(
                "picture",
                "The file is not a JPEG, PNG, TIFF, WebP, BMP or GIF, nor a PDF of scanned pages, whatever its name says.",
                "Save the scan as one of these and send it again.");
    }

    /** Follows the chain of directories by hand, since libraries follow it by recursion (TIFF 6.0, section 2). */
    private static void requireFewDirectories(byte[] b) {
        ByteBuffer in = ByteBuffer.wrap(b).order(b[0] == 'I' ? ByteOrder.LITTLE_ENDIAN : ByteOrder.BIG_ENDIAN);
        int count = 0;
        try {
            long at = in.getInt(4) & 0xFFFFFFFFL;
            while (at != 0) {
                if (++count > MOST_DIRECTORIES) {
                    throw Refusal.of(
                            "picture",
                            "The TIFF holds more than " + MOST_DIRECTORIES + " pictures.",
                            "Save the one scan by itself.");
                }
                int entries = in.getShort((int) at) & 0xFFFF;
                at = in.getInt((int) at + 2 + 12 * entries) & 0xFFFFFFFFL;
            }
        } catch (IndexOutOfBoundsException e) {
            throw broken();
        }
    }

    private static boolean starts(byte[] b, int... magic) {
        if (b.length < magic.length) return false;
        for (int i = 0; i < magic.length; i++) if ((b[i] & 255) != magic[i]) return false;
        return true;
    }

    private static int clamp(int v, int least, int most) {
        return Math.max(Math.min(least, most), Math.min(v, Math.max(least, most)));
    }

    @FunctionalInterface
    private interface Reading<T> {
        T with(ImageReader reader) throws IOException;
    }

    /** Several libraries may offer to read a kind, in no certain order; these readers say where a file breaks off. */
    private static ImageReader reader(String type) {
        List<ImageReader> all = new ArrayList<>();
        ImageIO.getImageReadersByMIMEType(type).forEachRemaining(all::add);
        return all.stream()
                .filter(r -> r.getClass().getName().startsWith("com.twelvemonkeys."))
                .findFirst()
                .orElse(all.get(0));
    }

    private static <T> T withReader(byte[] bytes, String type, Reading<T> reading) {
        // A few decode at once, whatever comes: each may hold as much as is read of one picture.
        DECODERS.acquireUninterruptibly();
        ImageReader reader = reader(type);
        List<String> warnings = new ArrayList<>();
        try (ImageInputStream in = new MemoryCacheImageInputStream(new ByteArrayInputStream(bytes))) {
            reader.setInput(in, false, false);
            reader.addIIOReadProgressListener(new DecodingBudget());
            reader.addIIOReadWarningListener((r, w) -> warnings.add(w.toLowerCase(Locale.ROOT)));
            T result = reading.with(reader);
            if (warnings.stream().anyMatch(w -> w.matches(".*(premature|truncat|unexpected end|corrupt|eof).*"))) {
                throw broken();
            }
            return result;
        } catch (Refusal e) {
            throw e;
        } catch (IOException | RuntimeException e) {
            // Some decoders wrap what ended them.
            throw e.getCause() instanceof Refusal r ? r : broken();
        } finally {
            reader.dispose();
            DECODERS.release();
        }
    }

    private static Refusal broken() {
        return Refusal.of(
                "picture", "The picture breaks off or is damaged.", "Save or scan it again, then send the new file.");
    }
}
