package molvet.core.reading;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.List;
import java.util.Optional;
import molvet.core.colour.Lab;
import org.apache.commons.math3.stat.descriptive.DescriptiveStatistics;
import org.junit.jupiter.api.Test;

class RepeatsTest {
    private static Repeats.Seen seen(double l, double granulation) {
        return new Repeats.Seen(new Lab(l, 10, -30), new Lab(90, 1, -4), Optional.of(granulation), Optional.empty());
    }

    @Test
    void oneReadingSaysNothingOfRepeats() {
        assertThat(Repeats.of(List.of(seen(40, 0.1)))).isEmpty();
    }

    /** MCDM of two readings is the distance of each from the middle; the deviation is as Apache Commons Math has it. */
    @Test
    void coloursAreComparedWithTheirMiddleAndSharesByTheirDeviation() {
        Repeats r = Repeats.of(List.of(seen(39, 0.08), seen(41, 0.13), seen(40, 0.1)))
                .orElseThrow();
        Lab middle = new Lab(40, 10, -30);
        assertThat(r.readings()).isEqualTo(3);
        assertThat(r.massTone())
                .isCloseTo(
                        (new Lab(39, 10, -30).differenceFrom(middle) + new Lab(41, 10, -30).differenceFrom(middle)) / 3,
                        within(1e-9));
        assertThat(r.tint()).isZero();
        DescriptiveStatistics own = new DescriptiveStatistics(new double[] {0.08, 0.13, 0.1});
        assertThat(r.granulation().orElseThrow()).isCloseTo(own.getStandardDeviation(), within(1e-12));
        assertThat(r.covering()).isEmpty();
    }
}
