package molvet.core.colour;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import java.util.Collections;
import java.util.List;
import java.util.stream.IntStream;
import molvet.core.measure.Refusal;
import org.junit.jupiter.api.Test;

/**
 * CIE integrals against ArgyllCMS 2.3.1, program spec2cie with -i D50 -o 1931_2 (which sums at finer steps than ours): the same
 * four reflectances, tristimulus values for Y = 100.
 */
class SpectrumTest {
    private static Spectrum of(java.util.function.IntToDoubleFunction r) {
        return new Spectrum(IntStream.range(0, 36)
                .mapToObj(i -> r.applyAsDouble(380 + 10 * i))
                .toList());
    }

    private static void near(Spectrum s, double x, double y, double z) {
        Xyz c = s.toXyz();
        assertThat(c.y() * 100).isCloseTo(y, within(0.25));
        Lab theirs = Lab.ofXyz(new Xyz(x / 100, y / 100, z / 100));
        assertThat(s.toLab().differenceFrom(theirs)).isLessThan(0.4);
    }

    @Test
    void integralsAreThoseOfAnotherProgram() {
        near(of(nm -> nm >= 580 ? 0.9 : 0.05), 56.6982, 35.0406, 4.15835);
        near(of(nm -> 0.08 + 0.7 * Math.exp(-Math.pow((nm - 530) / 45.0, 2))), 22.9937, 44.9385, 15.1855);
        near(of(nm -> 0.1 + 0.8 * (nm - 380) / 350.0), 52.9023, 51.2381, 22.8922);
        near(of(nm -> 0.5), 48.2121, 50, 41.2562);
    }

    @Test
    void thePerfectDiffuserIsTheWhiteOfD50() {
        Xyz white = of(nm -> 1).toXyz();
        // CIE 15:2004, table T.3: D50, 2°: 96.42, 100, 82.51.
        assertThat(white.x()).isCloseTo(0.9642, within(0.001));
        assertThat(white.z()).isCloseTo(0.8251, within(0.001));
    }

    @Test
    void whatIsNoReflectanceIsRefused() {
        assertThatThrownBy(() -> new Spectrum(List.of(0.5)))
                .isInstanceOf(Refusal.class)
                .hasMessageContaining("1 bands");
        assertThatThrownBy(() -> new Spectrum(Collections.nCopies(36, 55.0)))
                .isInstanceOf(Refusal.class)
                .hasMessageContaining("380 nm");
    }
}
