package molvet.core.fading;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import molvet.core.colour.Lab;
import molvet.core.fading.FadingGrade.AstmClass;
import molvet.core.pigment.Lightfastness;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class FadingGradeTest {
    /** ASTM D4303: classes by ΔE*ab, limits 4, 8, 16 and 24 (from memory). */
    @ParameterizedTest
    @CsvSource({
        "0, I, EXCELLENT",
        "4, I, EXCELLENT",
        "4.01, II, VERY_GOOD",
        "8, II, VERY_GOOD",
        "8.01, III, FAIR",
        "16, III, FAIR",
        "16.01, IV, POOR",
        "24, IV, POOR",
        "24.01, V, FUGITIVE"
    })
    void classesAreByTheDistanceOf1976(double distance, AstmClass astm, Lightfastness lightfastness) {
        FadingGrade g = FadingGrade.of(Lab.of(50, 10, -20), Lab.of(50 + distance, 10, -20));
        assertThat(g.deltaEab()).isCloseTo(distance, within(1e-9));
        assertThat(g.astm()).isEqualTo(astm);
        assertThat(g.astm().lightfastness()).isEqualTo(lightfastness);
    }

    /** The first pair of Sharma, Wu and Dalal (2005), table 1: ΔE00 2.0425. */
    @Test
    void theDistanceOf2000IsThatOfTheTables() {
        FadingGrade g = FadingGrade.of(Lab.of(50, 2.6772, -79.7751), Lab.of(50, 0, -82.7485));
        assertThat(g.deltaE00()).isCloseTo(2.0425, within(5e-5));
        assertThat(g.deltaEab()).isCloseTo(Math.hypot(2.6772, 2.9734), within(1e-9));
    }

    /** A rose that goes pale (common practice, no published source). */
    @Test
    void whatHappenedIsSaidInWords() {
        assertThat(FadingGrade.of(Lab.of(45, 60, 0), Lab.of(70, 25, 0))
                        .reasons()
                        .get(1))
                .contains("it became duller and paler");
        assertThat(FadingGrade.of(Lab.of(50, 0, 0), Lab.of(50.2, 0, 0))
                        .reasons()
                        .get(1))
                .contains("no eye sees");
    }
}
