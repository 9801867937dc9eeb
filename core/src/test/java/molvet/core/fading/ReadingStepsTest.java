package molvet.core.fading;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.time.LocalDate;
import java.util.List;
import java.util.Optional;
import molvet.core.measure.Refusal;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

/** When an exposure is to be read. */
class ReadingStepsTest {
    private static final LocalDate HUNG = LocalDate.of(2026, 3, 1);
    private static final ReadingSteps STEPS = ReadingSteps.parse("1, 2, 4, 8 weeks");

    private static TimeInLight time(Stay... stays) {
        return new TimeInLight(List.of(stays), 0);
    }

    private static Stay stay(LocalDate from, LightPlace place) {
        return new Stay(from, place, Optional.empty(), Optional.empty(), Optional.empty(), "");
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "1, 2, 4, 8, 16 | 1, 2, 4, 8, 16 weeks",
                "7 14 28 days | 1, 2, 4 weeks",
                "10; 20 days | 10, 20 days",
                "1, 3 months | 30, 90 days",
                "'' | 1, 2, 4, 8, 16, 32, 52 weeks"
            })
    void stepsAreReadAsTheyAreTyped(String typed, String words) {
        assertThat(ReadingSteps.parse(typed).words()).isEqualTo(words);
    }

    @ParameterizedTest
    @ValueSource(strings = {"4, 2 weeks", "0, 1", "now and then", "1, 1", "99999 weeks", "1,5.5"})
    void whatIsNoRowOfDaysIsRefused(String typed) {
        assertThatThrownBy(() -> ReadingSteps.parse(typed)).isInstanceOf(Refusal.class);
    }

    @Test
    void theNextReadingIsTheFirstThatIsOpen() {
        TimeInLight wall = time(stay(HUNG, LightPlace.WALL));
        assertThat(STEPS.next(wall, List.of(), HUNG.plusDays(3)))
                .contains(new ReadingSteps.Due(HUNG.plusDays(7), 1, 7, -4));
        // A day early counts for it; then the second week is next, and three days late.
        assertThat(STEPS.next(wall, List.of(HUNG.plusDays(6)), HUNG.plusDays(17)))
                .contains(new ReadingSteps.Due(HUNG.plusDays(14), 2, 14, 3));
    }

    /** One that was missed is not asked for any more when the next is as good as due. */
    @Test
    void aMissedReadingIsNotMadeUpFor() {
        TimeInLight wall = time(stay(HUNG, LightPlace.WALL));
        assertThat(STEPS.next(wall, List.of(HUNG.plusDays(7)), HUNG.plusDays(26))
                        .map(ReadingSteps.Due::step))
                .contains(3);
        assertThat(STEPS.next(wall, List.of(HUNG.plusDays(56)), HUNG.plusDays(80)))
                .isEmpty();
    }

    /** Days in a drawer are not counted, and while it lies there nothing is due. */
    @Test
    void daysInTheDarkMoveTheReadings() {
        LocalDate away = HUNG.plusDays(5);
        TimeInLight moved = time(
                stay(HUNG, LightPlace.WALL), stay(away, LightPlace.DARK), stay(away.plusDays(20), LightPlace.WALL));
        assertThat(STEPS.next(moved, List.of(), away.plusDays(4))).isEmpty();
        assertThat(STEPS.next(moved, List.of(), away.plusDays(21)).map(ReadingSteps.Due::on))
                .contains(HUNG.plusDays(27));
    }
}
