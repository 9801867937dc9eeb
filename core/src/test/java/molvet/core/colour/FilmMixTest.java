package molvet.core.colour;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.api.Test;

/** Two films mixed by parts (D. R. Duncan 1940): what must hold whatever the paints, and what every painter knows. */
class FilmMixTest {
    private static final Film YELLOW = Film.of(new Lab(83, 4, 84), Lab.PAPER);
    private static final Film BLUE = Film.of(new Lab(27, -5, -44), Lab.PAPER);
    private static final Film RED = Film.of(new Lab(44, 62, 42), Lab.PAPER);
    private static final Film GREEN = Film.of(new Lab(36, -45, 8), Lab.PAPER);

    @Test
    void aFilmMixedWithItselfAndNoneOfAnotherIsItself() {
        assertThat(YELLOW.mixed(YELLOW, 0.5).at(1).differenceFrom(YELLOW.at(1))).isLessThan(1e-6);
        assertThat(YELLOW.mixed(BLUE, 0).at(0.4).differenceFrom(YELLOW.at(0.4))).isLessThan(1e-6);
        assertThat(YELLOW.mixed(BLUE, 1).at(1).differenceFrom(BLUE.at(1))).isLessThan(1e-6);
    }

    @Test
    void itDoesNotMatterWhichIsNamedFirst() {
        assertThat(YELLOW.mixed(BLUE, 0.3)
                        .at(1)
                        .differenceFrom(BLUE.mixed(YELLOW, 0.7).at(1)))
                .isLessThan(1e-6);
    }

    /** Common practice, no published source. */
    @Test
    void yellowAndBlueMakeGreenAndComplementsADullDark() {
        Lab green = YELLOW.mixed(BLUE, 0.5).at(1);
        assertThat(green.hue()).isBetween(110.0, 215.0);
        Lab dull = RED.mixed(GREEN, 0.5).at(1);
        assertThat(dull.chroma()).isLessThan(0.6 * RED.at(1).chroma());
        assertThat(dull.l()).isLessThan(RED.at(1).l());
    }

    /** More of the other leads all the way from one to it, without a step back. */
    @Test
    void aMixtureGoesFromOneToTheOther() {
        double before = 0;
        for (int i = 1; i <= 10; i++) {
            double now = YELLOW.mixed(BLUE, i / 10.0).at(1).differenceFrom(YELLOW.at(1));
            assertThat(now).isGreaterThan(before);
            before = now;
        }
    }
}
