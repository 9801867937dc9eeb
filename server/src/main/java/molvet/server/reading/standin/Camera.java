package molvet.server.reading.standin;

import java.awt.image.BufferedImage;
import java.util.List;
import java.util.Random;
import molvet.core.colour.Lab;
import molvet.core.colour.Spectrum;
import molvet.core.reading.Checker;

/**
 * A phone’s camera: a sheet on a table seen aslant through a lens that bulges, in daylight from one side or under a lamp, with
 * the contrast, noise, sharpening and compression phones add. With care all of it is small; in a hurry it is not.
 */
final class Camera implements Device {
    private static final int WIDE = 2800;
    private static final int HIGH = 2100;
    private static final double PATCH = 9;
    private static final double BESIDE = 9;
    private static final Sensor SENSOR =
            new Sensor(Spectrum.d50(), new double[][] {{598, 38}, {538, 42}, {462, 32}}, false);

    private final boolean careful;
    private final boolean checker;

    Camera(boolean careful, boolean checker) {
        this.careful = careful;
        this.checker = checker;
    }

    @Override
    public Lab sees(Optics.Film film, double thickness) {
        return SENSOR.lab(film.over(Optics.PAPER, thickness, 0));
    }

    @Override
    public Shot look(PaintedSheet sheet, long seed) {
        Random random = new Random(seed);
        float[] light = SENSOR.sheet(sheet);
        float[][] patches = patches();
        float[] frame = SENSOR.see(flat(0.04));
        double wide = sheet.width() + (checker ? BESIDE + Checker.ROWS * PATCH + 4 : 0);
        boolean lying = wide > sheet.height();
        int w = lying ? WIDE : HIGH;
        int h = lying ? HIGH : WIDE;
        double fill = careful ? 0.84 + 0.06 * random.nextDouble() : 0.66 + 0.2 * random.nextDouble();
        double scale = fill * Math.min(w / wide, h / sheet.height());
        double tilt = Math.toRadians((careful ? 2 : 9) * random.nextGaussian());
        double pan = Math.toRadians((careful ? 2 : 9) * random.nextGaussian());
        double roll =
                Math.toRadians((careful ? 1.5 : 8) * random.nextGaussian()) + (random.nextInt(8) == 0 ? Math.PI : 0);
        double k = (careful ? 0.008 : 0.02) * random.nextGaussian();
        double far = 1.15 * Math.max(w, h);
        double half = Math.hypot(w, h) / 2;
        // Light.
        double angle = random.nextDouble() * 6.283;
        double slope = (careful ? 0.06 : 0.22) * random.nextDouble();
        double vignette = careful ? 0.10 : 0.22;
        double shade = careful || random.nextInt(3) > 0 ? 0 : 0.35;
        double shadeAngle = random.nextDouble() * 6.283;
        double shadeAt = (random.nextDouble() - 0.5) * 0.5;
        double exposure = careful ? 0.96 + 0.05 * random.nextGaussian() : 0.85 + 0.12 * random.nextGaussian();
        double warm = (careful ? 0.02 : 0.09) * random.nextGaussian();
        double curve = careful ? 0.06 * random.nextDouble() : 0.28 * random.nextDouble();
        double noise = careful ? 0.009 : 0.02;
        float[] out = new float[3 * w * h];
        float[] c = new float[3];
        double cr = Math.cos(roll);
        double sr = Math.sin(roll);
        double cx = wide / 2;
        double cy = sheet.height() / 2;
        double tanPan = Math.tan(pan) / far;
        double tanTilt = Math.tan(tilt) / far;
        double cosPan = Math.cos(pan) * scale;
        double cosTilt = Math.cos(tilt) * scale;
        double slopeX = slope * Math.cos(angle);
        double slopeY = slope * Math.sin(angle);
        double shadeX = Math.cos(shadeAngle);
        double shadeY = Math.sin(shadeAngle);
        for (int y = 0; y < h; y++) {
            for (int x = 0; x < w; x++) {
                double p = x + 0.5 - w / 2.0;
                double q = y + 0.5 - h / 2.0;
                // Out of the bulge, by the same law read backwards, near enough for so small a lens error.
                double r2 = (p * p + q * q) / (half * half);
                double bulge = 1 + k * r2;
                double straight = 1 / (1 + k * r2 / (bulge * bulge));
                double sx = p * straight;
                double sy = q * straight;
                // The ray meets the table, which is tilted about both axes through the sheet’s middle.
                double depth = 1 - sx * tanPan - sy * tanTilt;
                double tx = sx / (depth * cosPan);
                double ty = sy / (depth * cosTilt);
                double mx = cr * tx + sr * ty + cx;
                double my = -sr * tx + cr * ty + cy;
                ground(sheet, light, patches, frame, mx, my, c);
                double u = (mx - cx) / sheet.width();
                double v = (my - cy) / sheet.height();
                double lit = exposure * (1 + slopeX * u + slopeY * v) * (1 - vignette * r2);
                if (shade > 0) {
                    double s = (shadeX * u + shadeY * v - shadeAt) / 0.04;
                    lit *= 1 - shade / (1 + Math.exp(-s));
                }
                int at = 3 * (y * w + x);
                out[at] = (float) (c[0] * lit * (1 + warm));
                out[at + 1] = (float) (c[1] * lit);
                out[at + 2] = (float) (c[2] * lit * (1 - warm));
            }
        }
        if (!careful) Sensor.sharpened(out, w, h, -0.9);
        Sensor.sharpened(out, w, h, careful ? 0.3 : 0.6);
        BufferedImage image = SENSOR.encoded(out, w, h, noise, curve, random);
        return new Shot(
                FileMarks.withExposure(Sensor.jpeg(image, careful ? 0.9f : 0.75f), "Simulated", "pocket camera"),
                "photograph.jpg");
    }

    private void ground(
            PaintedSheet sheet, float[] light, float[][] patches, float[] frame, double mx, double my, float[] c) {
        if (checker) {
            // Standing upright beside the sheet: its six columns run down.
            double px = mx - sheet.width() - BESIDE;
            double py = my - sheet.height() / 2 + Checker.COLUMNS * PATCH / 2;
            if (px > -2 && py > -2 && px < Checker.ROWS * PATCH + 2 && py < Checker.COLUMNS * PATCH + 2) {
                int i = (int) Math.floor(px / PATCH);
                int j = (int) Math.floor(py / PATCH);
                double inX = px - i * PATCH;
                double inY = py - j * PATCH;
                boolean patch = i >= 0
                        && j >= 0
                        && i < Checker.ROWS
                        && j < Checker.COLUMNS
                        && inX > 0.8
                        && inY > 0.8
                        && inX < PATCH - 0.8
                        && inY < PATCH - 0.8;
                float[] seen = patch ? patches[(Checker.ROWS - 1 - i) * Checker.COLUMNS + j] : frame;
                System.arraycopy(seen, 0, c, 0, 3);
                return;
            }
        }
        if (mx < 0 || my < 0 || mx > sheet.width() || my > sheet.height()) {
            float wood = (float) (0.85 + 0.15 * Math.sin(mx * 0.35 + 2 * Math.sin(my * 0.05)));
            c[0] = 0.16f * wood;
            c[1] = 0.105f * wood;
            c[2] = 0.065f * wood;
            return;
        }
        Sampled.at(sheet, light, mx, my, c, 0, 0, 0);
    }

    private static float[][] patches() {
        List<Lab> all = Checker.aims();
        float[][] seen = new float[all.size()][];
        for (int i = 0; i < seen.length; i++)
            seen[i] = SENSOR.see(Optics.smooth(all.get(i).toXyz()));
        return seen;
    }

    private static double[] flat(double r) {
        double[] all = new double[Optics.BANDS];
        java.util.Arrays.fill(all, r);
        return all;
    }
}
