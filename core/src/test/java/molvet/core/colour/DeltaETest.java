package molvet.core.colour;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.DoubleRange;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvFileSource;

class DeltaETest {
    /** The 34 pairs of Sharma, Wu and Dalal (2005), table 1; the file names its source. */
    @ParameterizedTest(name = "pair {0}")
    @CsvFileSource(resources = "ciede2000-sharma-wu-dalal-2005.csv", numLinesToSkip = 1)
    void agreesWithThePublishedPairs(
            int pair, double l1, double a1, double b1, double l2, double a2, double b2, double expected) {
        Lab one = Lab.of(l1, a1, b1);
        Lab two = Lab.of(l2, a2, b2);
        assertThat(DeltaE.ciede2000(one, two)).isCloseTo(expected, within(0.00005));
        assertThat(DeltaE.ciede2000(two, one)).isCloseTo(expected, within(0.00005));
    }

    @Property
    void isNothingOnlyForTheSameColour(
            @ForAll @DoubleRange(max = 100) double l,
            @ForAll @DoubleRange(min = -90, max = 90) double a,
            @ForAll @DoubleRange(min = -90, max = 90) double b) {
        Lab colour = Lab.of(l, a, b);
        assertThat(DeltaE.ciede2000(colour, colour)).isZero();
        assertThat(DeltaE.ciede2000(colour, Lab.of(l, a + 3, b))).isPositive();
    }
}
