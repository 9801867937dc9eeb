package molvet.server.reading;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.awt.color.ColorSpace;
import java.awt.image.BufferedImage;
import java.awt.image.ComponentColorModel;
import java.awt.image.DataBuffer;
import java.awt.image.Raster;
import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.nio.ByteBuffer;
import java.util.Arrays;
import java.util.HashMap;
import java.util.Map;
import java.util.Random;
import java.util.zip.CRC32;
import javax.imageio.ImageIO;
import molvet.core.colour.Lab;
import molvet.core.colour.Srgb;
import molvet.core.pigment.PigmentReference;
import molvet.core.pigment.Recipe;
import molvet.server.Api;
import molvet.server.RunningMolvet;
import molvet.server.reading.standin.SimulatedPainter;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;
import org.springframework.context.ConfigurableApplicationContext;
import tools.jackson.databind.JsonNode;

class PictureApiTest {
    private static final Lab FULL = Lab.of(32, 18, -48);
    private static final Lab PALE = Lab.of(88, 3, -9);
    private static final Lab PAPER = Lab.PAPER;

    private Api me;
    private long swatch;
    private long paint;

    @BeforeEach
    void aSwatch() {
        me = Api.collector();
        JsonNode p = me.painted("Shelter Blue", "R1 1");
        paint = p.get("id").asLong();
        swatch = p.at("/swatches/0/id").asLong();
    }

    /** Left third full strength, middle third palest, right third paper, under grain. */
    private static BufferedImage painted(double grain) {
        Random random = new Random(7);
        BufferedImage image = new BufferedImage(900, 300, BufferedImage.TYPE_INT_RGB);
        for (int y = 0; y < 300; y++) {
            for (int x = 0; x < 900; x++) {
                Lab c = x < 300 ? FULL : x < 600 ? PALE : PAPER;
                double g = x < 600 ? grain * random.nextGaussian() : 0;
                Srgb s = Srgb.ofLab(Lab.of(Math.max(0, Math.min(100, c.l() + g)), c.a(), c.b()));
                image.setRGB(x, y, Srgb.byteOf(s.r()) << 16 | Srgb.byteOf(s.g()) << 8 | Srgb.byteOf(s.b()));
            }
        }
        return image;
    }

    private static byte[] file(BufferedImage image, String format) throws Exception {
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        assertThat(ImageIO.write(image, format, out)).isTrue();
        return out.toByteArray();
    }

    private long upload(byte[] bytes) {
        return me.upload("/api/swatches/" + swatch + "/pictures", "scan.png", bytes)
                .must(201)
                .json()
                .get("picture")
                .asLong();
    }

    private JsonNode measure(long picture, double fx, double fy, double px, double py) {
        Map<String, Object> spots = new HashMap<>();
        spots.put("full", Map.of("x", fx, "y", fy));
        spots.put("palest", Map.of("x", px, "y", py));
        spots.put("radius", 0.06);
        return me.post("/api/pictures/" + picture + "/readings", spots)
                .must(201)
                .json();
    }

    private static Lab lab(JsonNode n) {
        return Lab.of(n.get("l").asDouble(), n.get("a").asDouble(), n.get("b").asDouble());
    }

    @ParameterizedTest(name = "{0} under grain {1}")
    @CsvSource({"png, 0", "png, 3", "png, 6", "jpeg, 2", "tiff, 3"})
    void aPaintedColourComesBackWithinOne(String format, double grain) throws Exception {
        JsonNode p = measure(upload(file(painted(grain), format)), 1 / 6.0, 0.5, 0.5, 0.5);
        JsonNode reading = p.at("/swatches/0/readings/0");
        assertThat(lab(reading.get("massTone")).differenceFrom(FULL)).isLessThan(1);
        assertThat(lab(reading.get("tint")).differenceFrom(PALE)).isLessThan(1);
        assertThat(p.at("/strip/stops/0").asString())
                .isEqualTo(Srgb.ofLab(lab(reading.get("massTone"))).hex());
        assertThat(Api.names(me.find("not read"))).isEmpty();
    }

    @Test
    void sixteenBitsAndGreyAreRead() throws Exception {
        BufferedImage deep = new BufferedImage(
                new ComponentColorModel(
                        ColorSpace.getInstance(ColorSpace.CS_sRGB), false, false, 1, DataBuffer.TYPE_USHORT),
                Raster.createInterleavedRaster(DataBuffer.TYPE_USHORT, 120, 60, 3, null),
                false,
                null);
        Srgb full = Srgb.ofLab(FULL);
        double[] channels = {full.r() * 65535, full.g() * 65535, full.b() * 65535};
        for (int y = 0; y < 60; y++)
            for (int x = 0; x < 120; x++) deep.getRaster().setPixel(x, y, channels);
        JsonNode p = measure(upload(file(deep, "png")), 0.5, 0.5, 0.5, 0.5);
        assertThat(lab(p.at("/swatches/0/readings/0/massTone")).differenceFrom(FULL))
                .isLessThan(0.1);
        BufferedImage grey = new BufferedImage(120, 60, BufferedImage.TYPE_BYTE_GRAY);
        byte[] all = ((java.awt.image.DataBufferByte) grey.getRaster().getDataBuffer()).getData();
        Arrays.fill(all, (byte) 128);
        JsonNode g = measure(upload(file(grey, "png")), 0.5, 0.5, 0.5, 0.5);
        // sRGB 128 is L* 53.59 (IEC 61966-2-1).
        assertThat(g.at("/swatches/0/readings/0/massTone/l").asDouble()).isCloseTo(53.59, within(0.1));
    }

    @Test
    void anEmbeddedProfileIsRespected() throws Exception {
        // Java’s own linear RGB profile: value 0.2140 in it is sRGB 128.
        BufferedImage linear = new BufferedImage(
                new ComponentColorModel(
                        ColorSpace.getInstance(ColorSpace.CS_LINEAR_RGB), false, false, 1, DataBuffer.TYPE_BYTE),
                Raster.createInterleavedRaster(DataBuffer.TYPE_BYTE, 120, 60, 3, null),
                false,
                null);
        for (int y = 0; y < 60; y++)
            for (int x = 0; x < 120; x++) linear.getRaster().setPixel(x, y, new int[] {55, 55, 55});
        byte[] png = withProfile(
                file(plain(linear), "png"),
                ((java.awt.color.ICC_ColorSpace) linear.getColorModel().getColorSpace())
                        .getProfile()
                        .getData());
        JsonNode p = measure(upload(png), 0.5, 0.5, 0.5, 0.5);
        assertThat(p.at("/swatches/0/readings/0/massTone/l").asDouble()).isCloseTo(53.6, within(1.0));
    }

    /** The same bytes without their meaning. */
    private static BufferedImage plain(BufferedImage image) {
        BufferedImage out = new BufferedImage(image.getWidth(), image.getHeight(), BufferedImage.TYPE_INT_RGB);
        int[] c = new int[3];
        for (int y = 0; y < image.getHeight(); y++) {
            for (int x = 0; x < image.getWidth(); x++) {
                image.getRaster().getPixel(x, y, c);
                out.setRGB(x, y, c[0] << 16 | c[1] << 8 | c[2]);
            }
        }
        return out;
    }

    private static byte[] withProfile(byte[] png, byte[] profile) throws Exception {
        ByteArrayOutputStream packed = new ByteArrayOutputStream();
        packed.writeBytes("linear\0\0".getBytes());
        try (var deflate = new java.util.zip.DeflaterOutputStream(packed)) {
            deflate.write(profile);
        }
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        out.write(png, 0, 33);
        out.writeBytes(chunk("iCCP", packed.toByteArray()));
        out.write(png, 33, png.length - 33);
        return out.toByteArray();
    }

    private static byte[] chunk(String type, byte[] data) {
        CRC32 crc = new CRC32();
        crc.update(type.getBytes());
        crc.update(data);
        return ByteBuffer.allocate(12 + data.length)
                .putInt(data.length)
                .put(type.getBytes())
                .put(data)
                .putInt((int) crc.getValue())
                .array();
    }

    @ParameterizedTest(name = "orientation {0}")
    @ValueSource(ints = {1, 2, 3, 4, 5, 6, 7, 8})
    void orientationIsRespectedByPictureAndSpots(int orientation) throws Exception {
        byte[] jpeg = file(painted(0), "jpeg");
        ByteArrayOutputStream turned = new ByteArrayOutputStream();
        turned.write(jpeg, 0, 2);
        turned.writeBytes(new byte[] {
            (byte) 0xFF,
            (byte) 0xE1,
            0,
            34,
            'E',
            'x',
            'i',
            'f',
            0,
            0,
            'M',
            'M',
            0,
            42,
            0,
            0,
            0,
            8,
            0,
            1,
            1,
            0x12,
            0,
            3,
            0,
            0,
            0,
            1,
            0,
            (byte) orientation,
            0,
            0,
            0,
            0,
            0,
            0
        });
        turned.write(jpeg, 2, jpeg.length - 2);
        long picture = upload(turned.toByteArray());
        BufferedImage upright = ImageIO.read(new ByteArrayInputStream(
                me.get("/api/pictures/" + picture).must(200).bytes()));
        assertThat(upright.getWidth() > upright.getHeight()).isEqualTo(orientation < 5);
        // Where full strength lies once the picture is upright: EXIF 2.32, tag 0x0112.
        double[] at = switch (orientation) {
            case 1, 4 -> new double[] {1 / 6.0, 0.5};
            case 2, 3 -> new double[] {5 / 6.0, 0.5};
            case 5, 6 -> new double[] {0.5, 1 / 6.0};
            default -> new double[] {0.5, 5 / 6.0};
        };
        JsonNode p = measure(picture, at[0], at[1], 0.5, 0.5);
        assertThat(lab(p.at("/swatches/0/readings/0/massTone")).differenceFrom(FULL))
                .isLessThan(1);
        int rgb = upright.getRGB((int) (at[0] * upright.getWidth()), (int) (at[1] * upright.getHeight()));
        assertThat(Srgb.of8bit(rgb >> 16 & 255, rgb >> 8 & 255, rgb & 255)
                        .toLab()
                        .differenceFrom(FULL))
                .isLessThan(2);
    }

    @Test
    void theOriginalComesBackByteForByteAndTheCropIsUpright() throws Exception {
        byte[] png = file(painted(2), "png");
        long picture = upload(png);
        assertThat(me.get("/api/pictures/" + picture + "/original").must(200).bytes())
                .isEqualTo(png);
        JsonNode p = measure(picture, 1 / 6.0, 0.5, 0.5, 0.5);
        byte[] crop = me.get("/api/swatch-readings/"
                        + p.at("/swatches/0/readings/0/id").asLong() + "/crop")
                .must(200)
                .bytes();
        BufferedImage image = ImageIO.read(new ByteArrayInputStream(crop));
        assertThat(image.getRGB(5, image.getHeight() / 2) & 255)
                .isGreaterThan(image.getRGB(5, image.getHeight() / 2) >> 16 & 255);
        assertThat(image.getWidth()).isGreaterThan(image.getHeight());
    }

    @ParameterizedTest(name = "{0}")
    @ValueSource(
            strings = {
                "empty",
                "text",
                "truncated png",
                "truncated jpeg",
                "huge",
                "heic",
                "tiny",
                "half a header",
                "noise after header"
            })
    void hostileFilesAreRefusedWithAReasonAndNothingIsKept(String kind) throws Exception {
        byte[] png = file(painted(3), "png");
        byte[] jpeg = file(painted(3), "jpeg");
        byte[] bytes = switch (kind) {
            case "empty" -> new byte[0];
            case "text" -> "PB29 and a sentence, called a.jpg".getBytes();
            case "truncated png" -> Arrays.copyOf(png, png.length / 3);
            case "truncated jpeg" -> Arrays.copyOf(jpeg, jpeg.length / 3);
            case "huge" -> declared(png, 50_000, 50_000);
            case "heic" -> "\0\0\0\30ftypheic\0\0\0\0\0".getBytes(java.nio.charset.StandardCharsets.ISO_8859_1);
            case "tiny" -> file(new BufferedImage(3, 3, BufferedImage.TYPE_INT_RGB), "png");
            case "half a header" -> Arrays.copyOf(png, 20);
            default -> {
                byte[] noise = png.clone();
                byte[] random = new byte[noise.length - 60];
                new Random(1).nextBytes(random);
                System.arraycopy(random, 0, noise, 60, random.length);
                yield noise;
            }
        };
        Api.Answer answer = me.upload("/api/swatches/" + swatch + "/pictures", "a.jpg", bytes)
                .must(422);
        assertThat(answer.json().at("/errors/0/where").asString()).isEqualTo("picture");
        assertThat(answer.json().at("/errors/0/suggestion").asString()).isNotBlank();
        assertThat(me.get("/api/paints/" + paint).json().at("/swatches/0/pictures"))
                .isEmpty();
    }

    private static byte[] declared(byte[] png, int width, int height) {
        byte[] out = png.clone();
        ByteBuffer.wrap(out).putInt(16, width).putInt(20, height);
        CRC32 crc = new CRC32();
        crc.update(out, 12, 17);
        ByteBuffer.wrap(out).putInt(29, (int) crc.getValue());
        return out;
    }

    @Test
    void fourInksAreReadAndAnAnimationGivesItsFirstPicture() throws Exception {
        byte[] png = file(painted(0), "png");
        ByteArrayOutputStream animated = new ByteArrayOutputStream();
        animated.write(png, 0, 33);
        animated.writeBytes(chunk("acTL", new byte[] {0, 0, 0, 2, 0, 0, 0, 0}));
        animated.write(png, 33, png.length - 33);
        long picture = upload(animated.toByteArray());
        assertThat(me.get("/api/paints/" + paint)
                        .json()
                        .at("/swatches/0/pictures/0/notes")
                        .toString())
                .contains("animated");
        assertThat(picture).isPositive();
        BufferedImage inks = new BufferedImage(
                new ComponentColorModel(new FourInks(), false, false, 1, DataBuffer.TYPE_BYTE),
                Raster.createInterleavedRaster(DataBuffer.TYPE_BYTE, 64, 64, 4, null),
                false,
                null);
        byte[] tiff = file(inks, "tiff");
        int status = me.upload("/api/swatches/" + swatch + "/pictures", "cmyk.tif", tiff)
                .status();
        assertThat(status).isIn(201, 422);
    }

    /** Ink coverages without a profile. */
    private static final class FourInks extends ColorSpace {
        FourInks() {
            super(TYPE_CMYK, 4);
        }

        @Override
        public float[] toRGB(float[] c) {
            return new float[] {(1 - c[0]) * (1 - c[3]), (1 - c[1]) * (1 - c[3]), (1 - c[2]) * (1 - c[3])};
        }

        @Override
        public float[] fromRGB(float[] rgb) {
            return new float[] {1 - rgb[0], 1 - rgb[1], 1 - rgb[2], 0};
        }

        @Override
        public float[] toCIEXYZ(float[] c) {
            return ColorSpace.getInstance(CS_sRGB).toCIEXYZ(toRGB(c));
        }

        @Override
        public float[] fromCIEXYZ(float[] c) {
            return fromRGB(ColorSpace.getInstance(CS_sRGB).fromCIEXYZ(c));
        }
    }

    @Test
    void anUploadBeyondTheLimitIsAnswered() {
        Api.Answer answer =
                me.upload("/api/swatches/" + swatch + "/pictures", "a.png", new byte[91 * 1024 * 1024 + 1000]);
        assertThat(answer.must(413).kind()).isEqualTo("too-large");
    }

    @Test
    void spotsOutsideThePictureAreRefused() throws Exception {
        long picture = upload(file(painted(0), "png"));
        Map<String, Object> in = Map.of("x", 0.5, "y", 0.5);
        me.post("/api/pictures/" + picture + "/readings", Map.of("full", in, "palest", Map.of("x", 1.5, "y", 0.5)))
                .must(422);
        me.post("/api/pictures/" + picture + "/readings", Map.of("full", in)).must(422);
        assertThat(me.get("/api/paints/" + paint).json().at("/swatches/0/readings"))
                .isEmpty();
    }

    @Test
    void aReadingCanBeUndoneAndTheEyeMayCorrectIt() throws Exception {
        long picture = upload(file(painted(8), "png"));
        JsonNode p = measure(picture, 1 / 6.0, 0.5, 0.5, 0.5);
        assertThat(p.at("/voices/granulation/paper").isNull()).isFalse();
        me.post("/api/paints/" + paint + "/observations", Map.of("trait", "granulation", "value", "NONE"))
                .must(201);
        assertThat(me.get("/api/paints/" + paint).json().at("/swatches/0/readings"))
                .hasSize(1);
        me.delete("/api/swatch-readings/" + p.at("/swatches/0/readings/0/id").asLong())
                .must(200);
        assertThat(me.get("/api/paints/" + paint).json().get("strip").isNull()).isTrue();
        long act = me.get("/api/acts?limit=1").json().at("/acts/0/id").asLong();
        me.post("/api/acts/" + act + "/undo", Map.of()).must(200);
        assertThat(me.get("/api/paints/" + paint).json().get("strip").isNull()).isFalse();
    }

    @Test
    void picturesHaveTheRoomTheyAreGivenAndItIsToldBefore() throws Exception {
        ConfigurableApplicationContext small = RunningMolvet.start(Map.of("molvet.most-pictures", "6"));
        try {
            Api me = Api.collector().at(RunningMolvet.url(small));
            me.painted("Tide", "R1 1");
            long paint = me.find("tide").json().at("/paints/0/id").asLong();
            long swatch =
                    me.get("/api/paints/" + paint).json().at("/swatches/0/id").asLong();
            byte[] scan = new SimulatedPainter(PigmentReference.standard()).paint(Recipe.of("PB29"), 3);
            for (int i = 0; i < 5; i++) {
                assertThat(me.get("/api/room-for-pictures").json().get("nearly").asBoolean())
                        .isFalse();
                me.upload("/api/swatches/" + swatch + "/pictures", "a.png", scan)
                        .must(201);
            }
            assertThat(me.get("/api/room-for-pictures").json().get("said").asString())
                    .contains("5 pictures", "6 pictures at most", "nearly used up");
            me.upload("/api/swatches/" + swatch + "/pictures", "a.png", scan).must(201);
            Api.Answer full = me.upload("/api/swatches/" + swatch + "/pictures", "a.png", scan);
            assertThat(full.must(409).kind()).isEqualTo("no-room");
            assertThat(me.get("/api/paints/" + paint).json().at("/swatches/0/pictures"))
                    .as("nothing half kept")
                    .hasSizeLessThanOrEqualTo(6);
        } finally {
            small.close();
        }
    }
}
