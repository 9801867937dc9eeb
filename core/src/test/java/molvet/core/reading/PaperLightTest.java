package molvet.core.reading;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import java.util.function.ToDoubleBiFunction;
import molvet.core.reading.PaperLight.Sample;
import org.junit.jupiter.api.Test;

/** The light is known here beforehand, so that what is found can be held against it. */
class PaperLightTest {
    private static final double WIDTH = 148;
    private static final double HEIGHT = 210;

    /** Samples every 4 mm of paper lit as the function says, warm by a twentieth. */
    private static List<Sample> lit(ToDoubleBiFunction<Double, Double> light, double noise, long seed) {
        Random random = new Random(seed);
        List<Sample> samples = new ArrayList<>();
        for (double y = 2; y < HEIGHT; y += 4) {
            for (double x = 2; x < WIDTH; x += 4) {
                double v = light.applyAsDouble(x, y) * (1 + noise * random.nextGaussian());
                samples.add(new Sample(x, y, v * 1.05, v, v * 0.95));
            }
        }
        return samples;
    }

    private static double at(PaperLight light, double x, double y) {
        double[] rgb = new double[3];
        light.at(x, y, rgb);
        return rgb[1];
    }

    @Test
    void evenLightIsEvenAndItsTintIsKept() {
        PaperLight light = PaperLight.of(lit((x, y) -> 0.8, 0.004, 1), WIDTH, HEIGHT);
        assertThat(light.mean()[1]).isCloseTo(0.8, within(0.005));
        assertThat(light.mean()[0] / light.mean()[2]).isCloseTo(1.05 / 0.95, within(0.003));
        assertThat(light.unevenness()).isLessThan(0.01);
        assertThat(light.roughness()).isLessThan(0.01);
    }

    /** A window at the left: the light falls off by a third; it is followed well within the page, and nearly so at its corners. */
    @Test
    void lightThatFallsOffIsFollowedEverywhere() {
        ToDoubleBiFunction<Double, Double> window = (x, y) -> 0.9 * Math.exp(-0.4 * x / WIDTH - 0.1 * y / HEIGHT);
        PaperLight light = PaperLight.of(lit(window, 0.003, 2), WIDTH, HEIGHT);
        for (double x = 5; x < WIDTH; x += 11) {
            for (double y = 5; y < HEIGHT; y += 11) {
                double wanted = window.applyAsDouble(x, y);
                boolean inside = x > 25 && x < WIDTH - 25 && y > 25 && y < HEIGHT - 25;
                assertThat(at(light, x, y)).isCloseTo(wanted, within((inside ? 0.005 : 0.02) * wanted));
            }
        }
        assertThat(light.unevenness()).isBetween(0.45, 0.65);
    }

    /** Paint over a third of the paper is darker than what lies round it and is left out. */
    @Test
    void paintThatRanIntoTheGapsIsNotTakenForPaper() {
        List<Sample> samples = new ArrayList<>();
        Random random = new Random(3);
        for (Sample s : lit((x, y) -> 0.8, 0.003, 3)) {
            double dark = random.nextInt(3) == 0 ? 0.3 + 0.5 * random.nextDouble() : 1;
            samples.add(new Sample(s.x(), s.y(), s.r() * dark, s.g() * dark, s.b() * dark));
        }
        PaperLight light = PaperLight.of(samples, WIDTH, HEIGHT);
        for (double x = 10; x < WIDTH; x += 17) {
            for (double y = 10; y < HEIGHT; y += 17) assertThat(at(light, x, y)).isCloseTo(0.8, within(0.02));
        }
    }

    /** A corner where no paper shows: its light is that of the brightest paper there is, in all three channels. */
    @Test
    void aCornerWithoutPaperKeepsTheTintOfThePaper() {
        List<Sample> samples = new ArrayList<>();
        Random random = new Random(6);
        for (Sample s : lit((x, y) -> 0.8, 0.003, 6)) {
            boolean corner = s.x() < 74 && s.y() < 74;
            double dark = corner ? 0.02 + 0.3 * random.nextDouble() : 1;
            samples.add(new Sample(s.x(), s.y(), s.r() * dark, s.g() * dark, s.b() * dark));
        }
        PaperLight light = PaperLight.of(samples, WIDTH, HEIGHT);
        for (double x = 4; x < 74; x += 14) {
            for (double y = 4; y < 74; y += 14) {
                double[] rgb = new double[3];
                light.at(x, y, rgb);
                assertThat(rgb[0] / rgb[1]).as(x + " " + y).isCloseTo(1.05, within(0.05));
                assertThat(rgb[2] / rgb[1]).as(x + " " + y).isCloseTo(0.95, within(0.05));
            }
        }
    }

    @Test
    void aShadowsEdgeIsMissedAndSaidToBe() {
        PaperLight shadow = PaperLight.of(lit((x, y) -> x < 60 ? 0.5 : 0.8, 0.003, 4), WIDTH, HEIGHT);
        assertThat(shadow.missNear(60, 100, 8)).isGreaterThan(5 * shadow.missNear(120, 100, 8));
        assertThat(shadow.missNear(60, 100, 8)).isGreaterThan(0.05);
        assertThat(shadow.missNear(-50, -50, 4)).isZero();
    }

    /** Coloured paper near a cell is paint that went over its edge, and no shadow. */
    @Test
    void paintOverAnEdgeIsNoShadow() {
        List<Sample> samples = new ArrayList<>();
        for (Sample s : lit((x, y) -> 0.8, 0.003, 5)) {
            boolean blue = Math.abs(s.x() - 70) < 6 && Math.abs(s.y() - 100) < 6;
            samples.add(blue ? new Sample(s.x(), s.y(), 0.3, 0.5, 0.75) : s);
        }
        assertThat(PaperLight.of(samples, WIDTH, HEIGHT).missNear(70, 100, 10)).isLessThan(0.02);
    }
}
