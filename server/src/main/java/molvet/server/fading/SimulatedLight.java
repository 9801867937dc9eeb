package molvet.server.fading;

import java.time.LocalDate;
import molvet.core.fading.LightPlace;
import molvet.core.fading.Stay;
import molvet.core.fading.TimeInLight;
import molvet.server.reading.standin.Sun;

/** Light that truly falls where something hangs, as the stand-in’s island has it: what the estimate cannot know. */
final class SimulatedLight {
    private static final double LUX_OF_LAMPS = 520;
    private static final double HOURS = 8;
    private static final double IN_A_GREENHOUSE = 0.66;
    private static final double ON_A_WALL = 0.012;
    /** Light without ultraviolet takes less. */
    private static final double WITHOUT_ULTRAVIOLET = 0.4;

    private SimulatedLight() {}

    /** Mlux·h by a day, those of lamps counted for as much as they take. */
    static double until(TimeInLight time, LocalDate day) {
        double sum = 0;
        for (LocalDate d = time.began(); d.isBefore(day); d = d.plusDays(1)) {
            sum += of(time.on(d).orElseThrow(), d);
        }
        return sum;
    }

    private static double of(Stay stay, LocalDate day) {
        if (stay.isDark()) return 0;
        double hours = stay.hours().orElse(HOURS);
        double uv = stay.place().isUltraviolet() ? 1 : WITHOUT_ULTRAVIOLET;
        if (stay.lux().isPresent()) return stay.lux().get() * hours / 1e6 * uv;
        return switch (stay.place()) {
            case WINDOW ->
                Sun.on(day)
                        * Sun.throughWindow(
                                stay.direction().map(SimulatedLight::fromSouth).orElse(90.0));
            case GREENHOUSE -> Sun.on(day) * IN_A_GREENHOUSE;
            case OUTDOORS -> Sun.on(day);
            case WALL -> Sun.on(day) * ON_A_WALL;
            case LAMPS -> LUX_OF_LAMPS * hours / 1e6 * uv;
            case DARK -> 0;
        };
    }

    private static double fromSouth(LightPlace.Direction d) {
        int steps = Math.abs(d.ordinal() - LightPlace.Direction.SOUTH.ordinal());
        return 45.0 * Math.min(steps, LightPlace.Direction.values().length - steps);
    }
}
