package molvet.core.fading;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import java.time.LocalDate;
import java.util.List;
import java.util.Optional;
import molvet.core.measure.Refusal;
import molvet.core.pigment.Lightfastness;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** How much light there was, and what the references say of it. */
class DoseTest {
    private static final LocalDate DAY = LocalDate.of(2026, 1, 5);

    private static Stay stay(LocalDate from, LightPlace place) {
        return new Stay(from, place, Optional.empty(), Optional.empty(), Optional.empty(), "");
    }

    /** CIE 157:2004, doses for a just noticeable change of blue wool 1 to 8, in Mlux·h, with and without ultraviolet (from memory). */
    @ParameterizedTest
    @CsvSource({"1,0.22,0.3", "2,0.6,1", "3,1.5,3", "4,3.5,10", "5,8,30", "6,20,100", "7,50,300", "8,120,1100"})
    void theReferencesGoAfterTheDosesOfThePublishedTable(int step, double with, double without) {
        assertThat(BlueWool.dose(step, true)).isEqualTo(with);
        assertThat(BlueWool.dose(step, false)).isEqualTo(without);
        assertThat(BlueWool.goneAfter(with, true)).isEqualTo(step);
        assertThat(BlueWool.goneAfter(with * 0.99, true)).isEqualTo(step - 1);
    }

    /** ISO 105-B01: each reference lasts about twice as long as the one before, or longer (from memory). */
    @Test
    void eachReferenceLastsAboutTwiceAsLongAsTheOneBefore() {
        for (int step = 2; step <= BlueWool.STEPS; step++) {
            assertThat(BlueWool.dose(step, true) / BlueWool.dose(step - 1, true))
                    .isBetween(2.0, 3.0);
            assertThat(BlueWool.grade(step).ordinal())
                    .isLessThanOrEqualTo(BlueWool.grade(step - 1).ordinal());
        }
        assertThat(BlueWool.grade(1)).isEqualTo(Lightfastness.FUGITIVE);
        assertThat(BlueWool.grade(8)).isEqualTo(Lightfastness.EXCELLENT);
    }

    /** Lux times hours is the definition of the dose. */
    @Test
    void measuredLuxTimesHoursIsTheLightOfADay() {
        Stay lamps = new Stay(DAY, LightPlace.LAMPS, Optional.empty(), Optional.of(10.0), Optional.of(500.0), "");
        assertThat(lamps.daily().likely()).isCloseTo(0.005, within(1e-12));
        assertThat(lamps.daily().low()).isGreaterThan(0.003);
        assertThat(lamps.daily().high()).isLessThan(0.008);
        Dose unknown = stay(DAY, LightPlace.LAMPS).daily();
        assertThat(unknown.high() / unknown.low())
                .as("an estimate says how little it knows")
                .isGreaterThan(10);
    }

    @Test
    void aWindowToTheSouthHasMoreLightThanOneToTheNorth() {
        Dose south = new Stay(
                        DAY,
                        LightPlace.WINDOW,
                        Optional.of(LightPlace.Direction.SOUTH),
                        Optional.empty(),
                        Optional.empty(),
                        "")
                .daily();
        Dose north = new Stay(
                        DAY,
                        LightPlace.WINDOW,
                        Optional.of(LightPlace.Direction.NORTH),
                        Optional.empty(),
                        Optional.empty(),
                        "")
                .daily();
        assertThat(south.likely()).isGreaterThan(2 * north.likely());
        assertThat(south.low()).isLessThan(north.high());
    }

    @Test
    void daysInTheDarkAreNoDaysInTheLight() {
        TimeInLight time = new TimeInLight(
                List.of(
                        stay(DAY.plusDays(30), LightPlace.DARK),
                        stay(DAY, LightPlace.WINDOW),
                        stay(DAY.plusDays(50), LightPlace.WALL)),
                0);
        assertThat(time.began()).isEqualTo(DAY);
        assertThat(time.daysInLight(DAY.plusDays(40))).isEqualTo(30);
        assertThat(time.daysInDark(DAY.plusDays(40))).isEqualTo(10);
        assertThat(time.daysInLight(DAY.plusDays(60))).isEqualTo(40);
        assertThat(time.dose(DAY.plusDays(40))).isEqualTo(time.dose(DAY.plusDays(50)));
        assertThat(time.dose(DAY.minusDays(1))).isEqualTo(Dose.NONE);
    }

    @Test
    void anUncertainBeginningWidensTheDose() {
        List<Stay> wall = List.of(stay(DAY, LightPlace.WALL));
        Dose known = new TimeInLight(wall, 0).dose(DAY.plusDays(100));
        Dose about = new TimeInLight(wall, 50).dose(DAY.plusDays(100));
        assertThat(about.low()).isCloseTo(known.low() / 2, within(1e-9));
        assertThat(about.high()).isCloseTo(known.high() * 1.5, within(1e-9));
    }

    @Test
    void lightThatCannotBeIsRefused() {
        assertThatThrownBy(() ->
                        new Stay(DAY, LightPlace.LAMPS, Optional.empty(), Optional.of(25.0), Optional.of(-1.0), ""))
                .isInstanceOfSatisfying(
                        Refusal.class,
                        r -> assertThat(r.faults())
                                .extracting(Refusal.Fault::where)
                                .containsExactly("hours", "lux"));
        assertThatThrownBy(() -> new TimeInLight(List.of(), 0)).isInstanceOf(Refusal.class);
    }

    @Test
    void readingsAreDueAfterDaysInTheLight() {
        TimeInLight time = new TimeInLight(List.of(stay(DAY, LightPlace.WINDOW)), 0);
        ReadingSteps steps = ReadingSteps.parse("1, 2, 4, 8 weeks");
        assertThat(steps.days()).containsExactly(7, 14, 28, 56);
        assertThat(steps.words()).isEqualTo("1, 2, 4, 8 weeks");
        assertThat(ReadingSteps.parse("10 20 days").words()).isEqualTo("10, 20 days");
        assertThat(ReadingSteps.parse("")).isEqualTo(ReadingSteps.USUAL);
        ReadingSteps.Due first = steps.next(time, List.of(), DAY.plusDays(5)).orElseThrow();
        assertThat(first.on()).isEqualTo(DAY.plusDays(7));
        assertThat(first.late()).isEqualTo(-2);
        ReadingSteps.Due missed = steps.next(time, List.of(), DAY.plusDays(30)).orElseThrow();
        assertThat(missed.step()).as("what was missed is not made up for").isEqualTo(3);
        assertThat(missed.late()).isEqualTo(2);
        assertThat(steps.next(time, List.of(DAY.plusDays(27)), DAY.plusDays(30))
                        .orElseThrow()
                        .step())
                .as("a day early counts")
                .isEqualTo(4);
        assertThat(steps.next(time, List.of(DAY.plusDays(60)), DAY.plusDays(61)))
                .isEmpty();
        TimeInLight taken =
                new TimeInLight(List.of(stay(DAY, LightPlace.WINDOW), stay(DAY.plusDays(3), LightPlace.DARK)), 0);
        assertThat(steps.next(taken, List.of(), DAY.plusDays(9))).isEmpty();
        for (String wrong : List.of("4, 2", "soon", "0", "1 1", "99999 weeks")) {
            assertThatThrownBy(() -> ReadingSteps.parse(wrong)).as(wrong).isInstanceOf(Refusal.class);
        }
    }
}
