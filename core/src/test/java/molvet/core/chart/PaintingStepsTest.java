package molvet.core.chart;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.Optional;
import molvet.core.pigment.Granulation;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;

/** How a cell is painted; common practice, no published source. */
class PaintingStepsTest {
    @ParameterizedTest
    @EnumSource(Granulation.class)
    void heatIsWarnedOfWhereThePigmentSettles(Granulation granulation) {
        assertThat(PaintingSteps.of(ChartForm.GRID, Optional.empty(), Optional.empty(), Optional.of(granulation), false)
                        .contains("It granulates: let it dry by itself, no heat"))
                .isEqualTo(granulation == Granulation.MODERATE || granulation == Granulation.STRONG);
    }

    @Test
    void nothingIsSaidOfHeatWhereNobodySpeaks() {
        assertThat(PaintingSteps.of(ChartForm.GRID, Optional.empty(), Optional.empty(), Optional.empty(), false))
                .containsExactly("Full strength first, then water towards the other side");
    }

    @Test
    void theBlackBarComesFirstAndTheTiltLast() {
        Plan.Cell cell = Ruling.plan(ChartSpec.of(ChartForm.STRIPS, new SheetSize(210, 297), 4))
                .cells()
                .findFirst()
                .orElseThrow();
        assertThat(PaintingSteps.of(
                        ChartForm.STRIPS,
                        Optional.of(cell),
                        Optional.of(new PaintingSteps.Mixed("Kelp Blue", 1, 1)),
                        Optional.empty(),
                        true))
                .startsWith(
                        "Mix half and half with Kelp Blue",
                        "Clean water and a clean brush for each",
                        "Full strength in the first square")
                .endsWith("Look at it tilted when dry");
    }
}
