package molvet.server.fading;

import java.time.Clock;
import java.time.LocalDate;
import java.time.ZoneOffset;
import molvet.core.fading.TimeInLight;
import molvet.core.measure.Refusal;
import molvet.server.platform.Collector;
import molvet.server.platform.Fields;
import molvet.server.platform.OneOf;
import molvet.server.reading.Standins;
import molvet.server.reading.standin.Device;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

/** For those without a scanner at hand: sheets that hang in simulated light, seen by a simulated device. */
@Component
public class SimulatedExposures {
    private final Exposures exposures;
    private final ExposureReadings readings;
    private final Standins standins;
    private final Clock clock;

    SimulatedExposures(Exposures exposures, ExposureReadings readings, Standins standins, Clock clock) {
        this.exposures = exposures;
        this.readings = readings;
        this.standins = standins;
        this.clock = clock;
    }

    /**
     * What is looked at, and when.
     *
     * @param leak share of the light that gets under the flap
     */
    public record SimulatedDay(
            @OneOf(Device.Kind.class) @Nullable String device,
            @Nullable String on,
            @Nullable Boolean twin,
            @Nullable Double leak) {}

    /** The sheet as it is on a day, read without a picture, as with a colour meter. */
    public void measure(Collector me, long exposure, String on, boolean twin) {
        FadingStore.Loaded all = exposures.loaded(me, exposure);
        LocalDate day = Fields.day("on", on, null);
        readings.measured(
                me, exposure, day, twin, standins.exposed(me, readings.sheet(all, twin), hung(all, day, twin, 0)));
    }

    private static Standins.Hung hung(FadingStore.Loaded all, LocalDate day, boolean twin, double leak) {
        double light = all.time().map(t -> SimulatedLight.until(t, day)).orElse(0.0);
        long dark = all.time().map((TimeInLight t) -> t.daysInDark(day)).orElse(0L);
        return new Standins.Hung(twin ? 0 : light, leak, dark / 7.0);
    }

    /** @param base what the printed codes lead to; null: the address of this server. @return the scan */
    public long look(Collector me, long exposure, SimulatedDay asked, @Nullable String base) {
        FadingStore.Loaded all = exposures.loaded(me, exposure);
        boolean twin = Boolean.TRUE.equals(asked.twin());
        long chart = readings.sheet(all, twin);
        LocalDate today = LocalDate.ofInstant(clock.instant(), ZoneOffset.UTC);
        LocalDate day = Fields.day("on", asked.on(), today);
        if (day.isAfter(today)) throw Refusal.of("on", "That day is still to come.", "Give a day that has been.");
        double leak = asked.leak() == null ? 0 : asked.leak();
        Standins.Simulated simulated = new Standins.Simulated(
                asked.device() == null ? Device.Kind.SCANNER.name() : asked.device(),
                null,
                null,
                null,
                null,
                null,
                hung(all, day, twin, leak));
        long scan = base == null ? standins.look(me, chart, simulated) : standins.look(me, chart, simulated, base);
        readings.await(me, exposure, scan, day, twin);
        return scan;
    }
}
