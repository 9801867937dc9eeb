package molvet.core.collection;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.Optional;
import molvet.core.colour.Lab;
import molvet.core.colour.WashRun;
import molvet.core.pigment.Granulation;
import molvet.core.reading.SwatchReading;
import org.junit.jupiter.api.Test;

class StripTest {
    private static final WashRun RUN = WashRun.between(new Lab(64, 11, 68), new Lab(94, 0, 10));

    private static double grain(double measured) {
        return Strip.of(RUN, Optional.empty(), measured).grain();
    }

    /** What is said to be smooth is drawn smooth: noise of a picture is no grain. */
    @Test
    void aPaintWithoutGranulationIsDrawnWithoutGrain() {
        for (double measured = 0; measured < 4; measured += 0.05) {
            assertThat(grain(measured) == 0)
                    .as("grain of %.2f", measured)
                    .isEqualTo(SwatchReading.granulates(measured) == Granulation.NONE);
        }
    }

    /** As a share of the run from full strength to palest: 3 of 30 in L*. */
    @Test
    void grainIsAsStrongAsItIsBesideTheRun() {
        assertThat(grain(3)).isEqualTo(0.1, within(1e-9));
    }

    /** A run of two measured ends says that it was not seen all along. */
    @Test
    void aRunBetweenTwoColoursIsNotOneThatWasSeen() {
        Strip strip = Strip.of(RUN, Optional.of(1.4), 0);
        assertThat(strip.measured()).isFalse();
        assertThat(strip.stops()).hasSize(WashRun.STRENGTHS).allMatch(s -> s.matches("#[0-9a-f]{6}"));
        assertThat(strip.covering()).contains(1.0);
    }
}
