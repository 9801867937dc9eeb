package molvet.core.reading;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import molvet.core.colour.Lab;
import org.junit.jupiter.api.Test;

/**
 * The aims of McCamy, Marcus and Davidson (1976) against the reference that goes with charts of the same design made three decades
 * later (L*a*b*, D50), number by number as in ref/ColorChecker.cie of ArgyllCMS 2.3.1. Neither is a reading of one chart. Pigments
 * changed a little since; greys did not.
 */
class CheckerTest {
    private static final double[][] LATER_REFERENCE = {
        {37.99, 13.56, 14.06}, {65.71, 18.13, 17.81}, {49.93, -4.88, -21.93}, {43.14, -13.10, 21.91},
        {55.11, 8.84, -25.40}, {70.72, -33.40, -0.20}, {62.66, 36.07, 57.10}, {40.02, 10.41, -45.96},
        {51.12, 48.24, 16.25}, {30.33, 22.98, -21.59}, {72.53, -23.71, 57.26}, {71.94, 19.36, 67.86},
        {28.78, 14.18, -50.30}, {55.26, -38.34, 31.37}, {42.10, 53.38, 28.19}, {81.73, 4.04, 79.82},
        {51.94, 49.99, -14.57}, {51.04, -28.63, -28.64}, {96.54, -0.43, 1.19}, {81.26, -0.64, -0.34},
        {66.77, -0.73, -0.50}, {50.87, -0.15, -0.27}, {35.66, -0.42, -1.23}, {20.46, -0.08, -0.97}
    };

    @Test
    void aimsLieNearTheReferenceOfLaterCharts() {
        List<Lab> aims = Checker.aims();
        double sum = 0;
        for (int i = 0; i < 24; i++) {
            Lab later = new Lab(LATER_REFERENCE[i][0], LATER_REFERENCE[i][1], LATER_REFERENCE[i][2]);
            double off = aims.get(i).differenceFrom(later);
            assertThat(off).as("patch " + (i + 1)).isLessThan(3.5);
            sum += off;
        }
        assertThat(sum / 24).isLessThan(1.6);
    }

    @Test
    void theLowestRowRunsFromWhiteToBlackWithoutHue() {
        List<Lab> greys = Checker.aims().subList(18, 24);
        assertThat(greys).allSatisfy(g -> assertThat(g.chroma()).isLessThan(0.1));
        for (int i = 1; i < 6; i++)
            assertThat(greys.get(i).l()).isLessThan(greys.get(i - 1).l() - 10);
    }

    /** What it sees wrong in violets and greens is mended as far as that goes without tinting the paper, and with it all washes. */
    @Test
    void paperStaysWhiteWhateverTheColouredPatchesAskFor() {
        Light light = new Light(2, 2, new float[12], PaintOnPaperTest.TO_XYZ);
        double[][] seen = Checker.aims().stream()
                .map(aim -> light.rgb(DeviceEyeTest.bent(aim).toXyz()))
                .toArray(double[][]::new);
        Checker.Fitted fitted = Checker.fit(seen, light).orElseThrow();
        for (Lab pale : List.of(Lab.PAPER, new Lab(90, 0, 0), new Lab(80, 0, 0))) {
            double[] rgb = light.rgb(pale.toXyz());
            assertThat(Lab.ofXyz(fitted.xyz(rgb[0], rgb[1], rgb[2])).differenceFrom(pale))
                    .as(pale.toString())
                    .isLessThan(0.8);
        }
    }
}
