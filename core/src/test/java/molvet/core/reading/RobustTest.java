package molvet.core.reading;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.Arrays;
import java.util.List;
import java.util.Random;
import molvet.core.colour.Lab;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.DoubleRange;
import net.jqwik.api.constraints.Size;
import org.apache.commons.math3.stat.descriptive.rank.Median;
import org.junit.jupiter.api.Test;

class RobustTest {
    /** As the reference library has it, Apache Commons Math 3. */
    @Property(tries = 300)
    void theMedianIsThatOfTheReferenceLibrary(
            @ForAll @Size(min = 1, max = 40) List<@DoubleRange(min = -200, max = 200) Double> some) {
        double[] values = some.stream().mapToDouble(Double::doubleValue).toArray();
        double[] before = values.clone();
        assertThat(Robust.median(values, values.length)).isCloseTo(new Median().evaluate(values), within(1e-9));
        assertThat(values).isEqualTo(before);
    }

    @Test
    void onlyTheFirstOfThemCountAndOfNoneTheMiddleIsNothing() {
        assertThat(Robust.median(new double[] {3, 1, 2, 99, 99}, 3)).isEqualTo(2);
        assertThat(Robust.median(new double[0], 0)).isZero();
    }

    /** The factor 1.4826 makes the median absolute deviation that of a normal distribution (textbook). */
    @Test
    void ofNormalErrorsTheSpreadIsTheirStandardDeviationWithOrWithoutBlots() {
        Random random = new Random(4);
        double[] values =
                random.doubles(20_000).map(d -> random.nextGaussian() * 3 + 50).toArray();
        assertThat(Robust.spread(values, values.length)).isCloseTo(3, within(0.1));
        for (int i = 0; i < 1500; i++) values[i] = 900;
        assertThat(Robust.spread(values, values.length)).isCloseTo(3, within(0.4));
    }

    @Test
    void theDeviationLeavesOutWhatLiesFarOutside() {
        Random random = new Random(5);
        double[] values =
                random.doubles(5_000).map(d -> random.nextGaussian() * 2).toArray();
        double clean = Robust.deviation(values, values.length);
        assertThat(clean).isCloseTo(2, within(0.1));
        for (int i = 0; i < 60; i++) values[i * 80] = 300;
        assertThat(Robust.deviation(values, values.length)).isCloseTo(clean, within(0.1));
        assertThat(Robust.deviation(values, 7)).isZero();
    }

    private static double[] wash(int n, Lab colour, double grain, Random random) {
        double[] lab = new double[3 * n];
        for (int i = 0; i < n; i++) {
            lab[3 * i] = colour.l() + random.nextGaussian() * grain;
            lab[3 * i + 1] = colour.a() + random.nextGaussian() * grain;
            lab[3 * i + 2] = colour.b() + random.nextGaussian() * grain;
        }
        return lab;
    }

    /** A tenth of a swatch under a hair, and a fifth under a drop, do not move its colour. */
    @Test
    void aHairAndADropDoNotMoveTheColourOfAWash() {
        Random random = new Random(6);
        Lab blue = new Lab(40, 12, -48);
        double[] lab = wash(2_000, blue, 0.8, random);
        for (int i = 0; i < 200; i++) Arrays.fill(lab, 3 * i, 3 * i + 3, 2);
        for (int i = 200; i < 600; i++) {
            lab[3 * i] = 92;
            lab[3 * i + 1] = 0;
            lab[3 * i + 2] = 2;
        }
        Robust.Centre centre = Robust.centre(lab, 2_000);
        assertThat(centre.lab().differenceFrom(blue)).isLessThan(0.2);
        assertThat(centre.kept()).isBetween(0.5, 0.75);
        assertThat(centre.light(lab, 2_000).differenceFrom(blue)).isLessThan(0.3);
    }

    /** Mean light is paler than the middle of a wash with grain: light adds up, lightness does not. */
    @Test
    void theLightOfAGranulatingWashIsPalerThanItsMiddle() {
        double[] lab = wash(4_000, new Lab(45, 0, 0), 9, new Random(8));
        Robust.Centre centre = Robust.centre(lab, 4_000);
        assertThat(centre.light(lab, 4_000).l()).isBetween(centre.l() + 0.5, centre.l() + 3);
        double[] smooth = wash(4_000, new Lab(45, 0, 0), 0.2, new Random(8));
        Robust.Centre middle = Robust.centre(smooth, 4_000);
        assertThat(middle.light(smooth, 4_000).l()).isCloseTo(middle.l(), within(0.05));
    }
}
