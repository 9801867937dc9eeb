package molvet.server.reading.standin;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Random;
import java.util.stream.IntStream;
import molvet.core.colour.Lab;
import molvet.core.colour.Spectrum;
import molvet.core.colour.Xyz;
import molvet.core.reading.Checker;
import molvet.core.reading.DeviceEye;

/**
 * Devices whose filters are drawn at random, learnt from one colour-checker: what is learnt may not hang on the filters of the one
 * camera that ships. Colours alone, no pictures.
 */
public final class OtherEyes {
    /** What one seen patch is off by chance, in L*, a* and b*. */
    private static final double NOISE = 0.25;

    private OtherEyes() {}

    /** Medians over the films of ΔE00 as seen and once learnt, of mass tones and of tints. */
    public record Result(double mass, double massLearnt, double tint, double tintLearnt) {}

    /** @param make by how much the patches of the chart itself differ from what is aimed at, in L*, a* and b* */
    public static List<Result> learnt(int eyes, double make, List<Optics.Film> films) {
        Random random = new Random(3);
        return IntStream.range(0, eyes).mapToObj(i -> one(random, make, films)).toList();
    }

    private static Result one(Random random, double make, List<Optics.Film> films) {
        double[][] bells = {{598, 40}, {538, 42}, {455, 30}};
        for (double[] bell : bells) {
            bell[0] += 7 * random.nextGaussian();
            bell[1] *= Math.exp(0.12 * random.nextGaussian());
        }
        Sensor sensor = new Sensor(random.nextBoolean() ? Spectrum.d50() : Sensor.ledLamp(), bells, false);
        List<DeviceEye.Seen> patches = new ArrayList<>();
        for (Lab aim : Checker.aims()) {
            Lab seen = seen(sensor, Optics.smooth(aim.toXyz()));
            double off = Math.hypot(NOISE, aim.chroma() < 1 ? 0.3 * make : make);
            patches.add(new DeviceEye.Seen(
                    new Lab(
                            Math.max(0, seen.l() + off * random.nextGaussian()),
                            seen.a() + off * random.nextGaussian(),
                            seen.b() + off * random.nextGaussian()),
                    aim));
        }
        DeviceEye eye = DeviceEye.learnt(patches).orElse(null);
        double[][] of = new double[4][films.size()];
        for (int f = 0; f < films.size(); f++) {
            double[] thickness = {SheetPainter.MASS, films.get(f).palest(SheetPainter.TINT)};
            for (int t = 0; t < 2; t++) {
                double[] film = films.get(f).over(Optics.PAPER, thickness[t], 0);
                Lab is = Optics.lab(film);
                Lab seen = seen(sensor, film);
                of[2 * t][f] = seen.differenceFrom(is);
                of[2 * t + 1][f] = (eye == null ? seen : eye.corrected(seen)).differenceFrom(is);
            }
        }
        for (double[] v : of) Arrays.sort(v);
        int middle = films.size() / 2;
        return new Result(of[0][middle], of[1][middle], of[2][middle], of[3][middle]);
    }

    /** Beside the paper, whose colour is known. */
    private static Lab seen(Sensor sensor, double[] reflectance) {
        Xyz saw = sensor.lab(reflectance).toXyz();
        Xyz paper = sensor.lab(Optics.PAPER).toXyz();
        Xyz is = Optics.xyz(Optics.PAPER);
        return Lab.ofXyz(
                new Xyz(saw.x() * is.x() / paper.x(), saw.y() * is.y() / paper.y(), saw.z() * is.z() / paper.z()));
    }
}
