package molvet.server.reading.standin;

import java.awt.image.BufferedImage;
import java.util.Random;
import molvet.core.colour.Lab;

/** A flat-bed scanner: a lamp of white LEDs that is a little weaker at one end, a sheet that lies a little askew, some dust. */
final class Scanner implements Device {
    private static final double BED = 5;
    private static final Sensor SENSOR =
            new Sensor(Sensor.ledLamp(), new double[][] {{604, 44}, {528, 46}, {444, 35}}, true);

    private final int dpi;

    Scanner(int dpi) {
        this.dpi = dpi;
    }

    @Override
    public Lab sees(Optics.Film film, double thickness) {
        return SENSOR.lab(film.over(Optics.PAPER, thickness, 0));
    }

    @Override
    public Shot look(PaintedSheet sheet, long seed) {
        Random random = new Random(seed);
        float[] light = SENSOR.sheet(sheet);
        double ppm = dpi / 25.4;
        double skew = Math.toRadians(0.6 * random.nextGaussian());
        int turn = random.nextInt(10) == 0 ? 2 : 0;
        double cos = Math.cos(skew + turn * Math.PI / 2);
        double sin = Math.sin(skew + turn * Math.PI / 2);
        double offX = 1.2 * random.nextGaussian();
        double offY = 1.2 * random.nextGaussian();
        int w = (int) Math.round((sheet.width() + 2 * BED) * ppm);
        int h = (int) Math.round((sheet.height() + 2 * BED) * ppm);
        double gain = 1 + 0.008 * random.nextGaussian();
        double falls = 0.025 * random.nextGaussian();
        double bows = 0.015 * random.nextDouble();
        double[] tint = {1 + 0.004 * random.nextGaussian(), 1, 1 + 0.006 * random.nextGaussian()};
        float[] out = new float[3 * w * h];
        float[] c = new float[3];
        double[] bow = new double[w];
        for (int x = 0; x < w; x++) {
            double across = x / (double) w - 0.5;
            bow[x] = bows * 4 * across * across;
        }
        for (int y = 0; y < h; y++) {
            double px = 0.5 / ppm - BED - sheet.width() / 2 - offX;
            double py = (y + 0.5) / ppm - BED - sheet.height() / 2 - offY;
            double mx = cos * px + sin * py + sheet.width() / 2;
            double my = -sin * px + cos * py + sheet.height() / 2;
            double fall = 1 + falls * (y / (double) h - 0.5);
            for (int x = 0; x < w; x++) {
                Sampled.at(sheet, light, mx + cos * x / ppm, my - sin * x / ppm, c, 0.78f, 0.78f, 0.77f);
                double lamp = gain * (fall - bow[x]);
                for (int k = 0; k < 3; k++) out[3 * (y * w + x) + k] = (float) (c[k] * lamp * tint[k]);
            }
        }
        Sensor.sharpened(out, w, h, 0.35);
        for (int i = random.nextInt(12); i > 0; i--) {
            int at = 3 * (random.nextInt(h - 4) * w + random.nextInt(w - 4));
            for (int j = 0; j < 9; j++) out[at + 3 * (j % 3 + j / 3 * w) + 1] *= 0.5f;
        }
        BufferedImage image = SENSOR.encoded(out, w, h, 0.006, 0, random);
        return new Shot(FileMarks.withWideProfile(FileMarks.withDensity(Sensor.jpeg(image, 0.93f), dpi)), "scan.jpg");
    }
}
