package molvet.core.reading;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.List;
import java.util.Optional;
import java.util.Random;
import molvet.core.colour.Lab;
import molvet.core.pigment.Granulation;
import molvet.core.pigment.Transparency;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class SpotTest {
    private static final int SIDE = 41;
    private static final Spot PAPER = spot(Lab.of(96, 0.2, 2.2), 0.2, 1);

    @ParameterizedTest(name = "L* {0}, a* {1}, b* {2} under grain {3}")
    @CsvSource({
        "30, 20, -50, 1",
        "30, 20, -50, 4",
        "60, -30, 20, 3",
        "80, 5, 80, 2",
        "45, 60, 30, 5",
        "20, 2, -3, 2",
        "90, 1, -4, 1",
        "55, 30, -35, 6"
    })
    void aKnownColourUnderGrainComesBackWithinOne(double l, double a, double b, double grain) {
        for (int seed = 0; seed < 20; seed++) {
            Lab truth = Lab.of(l, a, b);
            assertThat(spot(truth, grain, seed).colour().differenceFrom(truth)).isLessThan(1);
        }
    }

    @Test
    void hairAndPencilDoNotMoveIt() {
        Lab truth = Lab.of(60, -30, 20);
        Lab[] pixels = pixels(truth, 1.5, 3);
        for (int i = 0; i < SIDE; i++) {
            pixels[i * SIDE + i] = Lab.of(15, 0, 0);
            pixels[i * SIDE + Math.min(SIDE - 1, i + 1)] = Lab.of(15, 0, 0);
            pixels[20 * SIDE + i] = Lab.of(40, 0, 0);
        }
        Spot spot = Spot.of(new Patch(SIDE, pixels));
        assertThat(spot.colour().differenceFrom(truth)).isLessThan(1);
        assertThat(spot.kept()).isLessThan(0.97);
    }

    @Test
    void aGradedWashIsNotTakenForGrain() {
        Lab[] pixels = new Lab[SIDE * SIDE];
        for (int i = 0; i < pixels.length; i++) pixels[i] = Lab.of(50 + 0.4 * (i % SIDE), 0, 0);
        assertThat(Spot.of(new Patch(SIDE, pixels)).grain()).isLessThan(0.05);
    }

    @Test
    void grainGrowsWithGrain() {
        List<Double> grains = List.of(1.0, 2.0, 4.0, 8.0).stream()
                .map(g -> spot(Lab.of(55, 0, 0), g, 5).grain())
                .toList();
        assertThat(grains).isSorted();
    }

    /** A film that only scatters: R0 = S/(1 + S), by Kubelka 1948 for no absorption. */
    @Test
    void scatteringIsToldApartFromDarkness() {
        double s = 0.3;
        double alone = s / (1 + s);
        double white = 0.85;
        double through = 1 / (1 + s);
        double overWhite = alone + through * through * white / (1 - alone * white);
        assertThat(Covering.scattering(alone / overWhite, overWhite, white)).isCloseTo(s, within(0.003));
        assertThat(Covering.scattering(0, 0.03, white)).isZero();
        // A crimson and an ochre of one contrast ratio: the dark one is a transparent paint all the same.
        assertThat(Covering.transparency(0.35, Lab.of(28, 45, 15))).isEqualTo(Transparency.TRANSPARENT);
        assertThat(Covering.transparency(0.35, Lab.of(59, 15, 50))).isEqualTo(Transparency.SEMI_OPAQUE);
    }

    @Test
    void coveringIsTheShareOfTheLineThatIsHidden() {
        Spot full = spot(Lab.of(60, 20, 20), 0, 1);
        assertThat(reading(full, full).covers()).contains(Transparency.OPAQUE);
        assertThat(reading(full, spot(Lab.of(16, 0, 0), 0, 1)).covers()).contains(Transparency.TRANSPARENT);
        assertThat(reading(full, spot(Lab.of(45, 10, 10), 0, 1)).covers()).contains(Transparency.SEMI_OPAQUE);
        assertThat(reading(spot(Lab.of(16, 0, 0), 0, 1), full).covers()).isEmpty();
    }

    @Test
    void granulationIsWhatThePaintAddsToThePaper() {
        Spot rough = spot(Lab.of(60, 0, 0), 3, 9);
        assertThat(SwatchReading.of(rough, rough, Optional.of(rough(rough)), Optional.empty(), List.of())
                        .granulates())
                .isEqualTo(Granulation.NONE);
        assertThat(SwatchReading.of(
                                spot(Lab.of(60, 0, 0), 14, 9), rough, Optional.of(PAPER), Optional.empty(), List.of())
                        .granulates())
                .isEqualTo(Granulation.STRONG);
    }

    private static Spot rough(Spot like) {
        return new Spot(Lab.of(95, 0, 2), like.grain(), 1);
    }

    @Test
    void barePaperTakesACastOut() {
        Lab truth = Lab.of(50, 10, -30);
        SwatchReading straight =
                SwatchReading.of(spot(truth, 0, 1), spot(truth, 0, 1), Optional.of(PAPER), Optional.empty(), List.of());
        assertThat(straight.massTone().differenceFrom(truth)).isLessThan(0.5);
        SwatchReading dim = SwatchReading.of(
                spot(scaled(truth), 0, 1),
                spot(scaled(truth), 0, 1),
                Optional.of(spot(scaled(Lab.PAPER), 0, 1)),
                Optional.empty(),
                List.of());
        assertThat(dim.massTone().differenceFrom(truth)).isLessThan(0.5);
    }

    /** A picture taken in weaker, yellower light. */
    private static Lab scaled(Lab c) {
        var xyz = c.toXyz();
        return Lab.ofXyz(new molvet.core.colour.Xyz(xyz.x() * 0.82, xyz.y() * 0.8, xyz.z() * 0.7));
    }

    @Test
    void saysWhatMakesAReadingDoubtful() {
        Spot dark = spot(Lab.of(20, 0, 0), 0, 1);
        Spot pale = spot(Lab.of(90, 0, 0), 0, 1);
        assertThat(SwatchReading.of(pale, dark, Optional.empty(), Optional.empty(), List.of())
                        .notes())
                .anyMatch(n -> n.contains("swapped"))
                .anyMatch(n -> n.contains("No bare paper"));
        assertThat(SwatchReading.of(dark, pale, Optional.of(dark), Optional.empty(), List.of())
                        .notes())
                .anyMatch(n -> n.contains("dark or tinted"));
        assertThat(dark.kept()).isCloseTo(1, within(1e-9));
    }

    private static SwatchReading reading(Spot full, Spot line) {
        return SwatchReading.of(full, full, Optional.of(PAPER), Optional.of(line), List.of());
    }

    private static Spot spot(Lab truth, double grain, long seed) {
        return Spot.of(new Patch(SIDE, pixels(truth, grain, seed)));
    }

    /** Grain as lightness noise of a given deviation, in clumps and single pixels, with a little noise of hue. */
    private static Lab[] pixels(Lab truth, double grain, long seed) {
        Random random = new Random(seed);
        double[] clumps =
                random.doubles(SIDE * SIDE).map(d -> random.nextGaussian()).toArray();
        Lab[] pixels = new Lab[SIDE * SIDE];
        for (int i = 0; i < pixels.length; i++) {
            int x = i % SIDE / 3;
            int y = i / SIDE / 3;
            double n = 0.7 * clumps[y * SIDE + x] + 0.7 * random.nextGaussian();
            double l = Math.max(0, Math.min(100, truth.l() + grain * n));
            pixels[i] = Lab.of(l, truth.a() + 0.3 * random.nextGaussian(), truth.b() + 0.3 * random.nextGaussian());
        }
        return pixels;
    }
}
