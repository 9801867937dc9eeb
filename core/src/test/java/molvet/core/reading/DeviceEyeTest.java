package molvet.core.reading;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Random;
import molvet.core.colour.Lab;
import molvet.core.colour.Xyz;
import org.junit.jupiter.api.Test;

/** A device whose filters are mixed, on the published aims of the colour-rendition chart of 1976 and on colours it never saw. */
class DeviceEyeTest {
    private static final double[][] MIXED = {{0.93, 0.09, -0.02}, {0.04, 0.97, 0.0}, {0.02, -0.07, 1.06}};

    /** As such a device sees a colour. */
    private static Lab mixed(Lab is) {
        Xyz x = is.toXyz();
        double[] s = {x.x() / Xyz.D50.x(), x.y() / Xyz.D50.y(), x.z() / Xyz.D50.z()};
        double[] o = new double[3];
        for (int i = 0; i < 3; i++) for (int j = 0; j < 3; j++) o[i] += MIXED[i][j] * s[j];
        return Lab.ofXyz(new Xyz(Math.max(0, o[0] * Xyz.D50.x()), Math.max(0, o[1]), Math.max(0, o[2] * Xyz.D50.z())));
    }

    private static List<DeviceEye.Seen> checker(Random noise) {
        return Checker.aims().stream()
                .map(is -> {
                    Lab seen = mixed(is);
                    return new DeviceEye.Seen(
                            new Lab(
                                    Math.max(0, seen.l() + 0.2 * noise.nextGaussian()),
                                    seen.a() + 0.2 * noise.nextGaussian(),
                                    seen.b() + 0.2 * noise.nextGaussian()),
                            is);
                })
                .toList();
    }

    @Test
    void oneCheckerTakesMostOfTheFiltersErrorOffColoursItDoesNotHold() {
        DeviceEye eye = DeviceEye.learnt(checker(new Random(4))).orElseThrow();
        assertThat(eye.after()).isLessThan(eye.before() / 2);
        double before = 0;
        double after = 0;
        int n = 0;
        for (int l = 25; l <= 90; l += 13) {
            for (int hue = 0; hue < 360; hue += 30) {
                Lab is = new Lab(l, 30 * Math.cos(Math.toRadians(hue)), 30 * Math.sin(Math.toRadians(hue)));
                before += mixed(is).differenceFrom(is);
                after += eye.corrected(mixed(is)).differenceFrom(is);
                n++;
            }
        }
        assertThat(before / n).isGreaterThan(1.5);
        assertThat(after).isLessThan(before / 2);
    }

    /** All of a page is seen as a share of its paper: a correction that tints the paper tints every wash. */
    @Test
    void paperAndPaleWashesStayAsTheyAre() {
        DeviceEye eye = DeviceEye.learnt(checker(new Random(4))).orElseThrow();
        for (Lab pale : List.of(Lab.PAPER, new Lab(92, -3, 6), new Lab(88, 5, -4))) {
            assertThat(eye.corrected(mixed(pale)).differenceFrom(pale))
                    .isLessThan(Math.max(0.5, mixed(pale).differenceFrom(pale)));
        }
    }

    /** Wrong by hue, as no mixing of filters is: violets redder, greens bluer, the rest right. */
    @Test
    void whatBendsFromHueToHueIsLearntWhereItWasSeenAndNowhereElse() {
        List<DeviceEye.Seen> pairs = Checker.aims().stream()
                .map(is -> new DeviceEye.Seen(bent(is), is))
                .toList();
        DeviceEye eye = DeviceEye.learnt(pairs).orElseThrow();
        Lab violet = new Lab(40, 22, -30);
        assertThat(bent(violet).differenceFrom(violet)).isGreaterThan(3);
        assertThat(eye.corrected(bent(violet)).differenceFrom(violet))
                .isLessThan(bent(violet).differenceFrom(violet) / 2);
        Lab grey = new Lab(60, 0, 0);
        assertThat(eye.corrected(grey).differenceFrom(grey)).isLessThan(0.7);
    }

    static Lab bent(Lab is) {
        double violet = Math.exp(-Math.pow((is.hue() - 305) / 35, 2)) * is.chroma();
        double green = Math.exp(-Math.pow((is.hue() - 140) / 35, 2)) * is.chroma();
        return new Lab(is.l(), is.a() + 0.25 * violet, is.b() - 0.2 * green);
    }

    @Test
    void aTableOfTheCorrectionIsTheCorrection() {
        DeviceEye eye = DeviceEye.learnt(checker(new Random(4))).orElseThrow();
        EyeTable table = new EyeTable(eye);
        Random random = new Random(2);
        for (int i = 0; i < 500; i++) {
            Lab seen = new Lab(
                    10 + 85 * random.nextDouble(), 140 * random.nextDouble() - 70, 140 * random.nextDouble() - 70);
            if (Math.min(seen.toXyz().x(), seen.toXyz().z()) <= 0) continue;
            assertThat(Lab.ofXyz(table.corrected(seen.toXyz())).differenceFrom(eye.corrected(seen)))
                    .as(seen.toString())
                    .isLessThan(0.1);
        }
    }

    @Test
    void whatWasSeenCanBeToldFromWhatWasCorrected() {
        DeviceEye eye = DeviceEye.learnt(checker(new Random(4))).orElseThrow();
        for (Lab seen : List.of(new Lab(30, 40, -50), new Lab(80, -5, 60), new Lab(50, 0, 0))) {
            assertThat(eye.undone(eye.corrected(seen)).differenceFrom(seen)).isCloseTo(0, within(0.01));
        }
    }

    /** Readings are kept with what they were corrected by: it undoes them for good, however it is learnt since. */
    @Test
    void whatAnEarlierArithmeticCorrectedByIsUndoneByIt() {
        List<Double> tenthOfY = new ArrayList<>(Collections.nCopies(18, 0.0));
        tenthOfY.set(7, 0.1);
        DeviceEye linear = new DeviceEye(tenthOfY, null, null, 24, 2, 1);
        Lab grey = new Lab(50, 0, 0);
        assertThat(linear.corrected(grey).toXyz().y())
                .isCloseTo(1.1 * grey.toXyz().y(), within(1e-9));
        DeviceEye bent = new DeviceEye(
                Collections.nCopies(18, 0.0), List.of(new DeviceEye.Bend(40, 20, -30, 1, 2, 3)), null, 24, 2, 1);
        Lab violet = new Lab(40, 20, -30);
        assertThat(bent.corrected(violet).l()).isCloseTo(41, within(1e-6));
        assertThat(bent.corrected(violet).a()).isCloseTo(22, within(1e-6));
        assertThat(bent.corrected(violet).b()).isCloseTo(-27, within(1e-6));
        for (DeviceEye eye : List.of(linear, bent)) {
            assertThat(eye.undone(eye.corrected(violet)).differenceFrom(violet)).isCloseTo(0, within(0.01));
        }
    }

    @Test
    void nothingIsCorrectedWhereTooLittleIsKnownOrNothingIsWrong() {
        assertThat(DeviceEye.learnt(checker(new Random(4)).subList(0, 5))).isEmpty();
        Random noise = new Random(9);
        List<DeviceEye.Seen> sound = new ArrayList<>();
        for (Lab is : Checker.aims()) {
            sound.add(new DeviceEye.Seen(
                    new Lab(is.l() + 0.5 * noise.nextGaussian(), is.a() + 0.5 * noise.nextGaussian(), is.b()), is));
        }
        assertThat(DeviceEye.learnt(sound)).isEmpty();
    }

    @Test
    void oneSwatchThatIsAnotherPaintDoesNotBendTheOthers() {
        List<DeviceEye.Seen> pairs = new ArrayList<>(checker(new Random(4)));
        pairs.add(new DeviceEye.Seen(new Lab(40, 60, 30), new Lab(40, -40, 30)));
        DeviceEye eye = DeviceEye.learnt(pairs).orElseThrow();
        Lab blue = new Lab(35, 15, -45);
        assertThat(eye.corrected(mixed(blue)).differenceFrom(blue))
                .isLessThan(mixed(blue).differenceFrom(blue) * 0.7);
    }

    /** Before the sixth arithmetic about two thirds of the film's variation was seen: what was slight then is slight still. */
    @Test
    void granulationKeptByAnOlderArithmeticStandsAsItWasJudged() {
        assertThat(CellReading.granulates(0.05, 5)).isEqualTo(CellReading.granulates(0.077, 6));
        assertThat(CellReading.granulates(0.05, 6)).isNotEqualTo(CellReading.granulates(0.05, 5));
        assertThat(CellReading.granulates(0.16, 101)).isEqualTo(CellReading.granulates(0.246, 6));
    }
}
