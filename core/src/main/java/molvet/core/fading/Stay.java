package molvet.core.fading;

import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import molvet.core.measure.Refusal;

/**
 * A sheet at one place from a day on.
 *
 * @param hours of light a day, if known
 * @param lux that fall on it meanwhile, if they were measured
 * @param said the place in one’s own words; may be empty
 */
public record Stay(
        LocalDate from,
        LightPlace place,
        Optional<LightPlace.Direction> direction,
        Optional<Double> hours,
        Optional<Double> lux,
        String said) {
    /** Full sun is about 100,000 lux. */
    private static final double MOST_LUX = 150_000;
    /** What a lamp gives a wall, where it was not measured. */
    private static final Dose LAMP_LUX = new Dose(100, 400, 1500);

    private static final double MEASURED_BUT = 1.4;

    /** @throws Refusal naming what cannot be */
    public Stay {
        List<Refusal.Fault> faults = new ArrayList<>();
        hours.filter(h -> !(h >= 0 && h <= 24))
                .ifPresent(h -> faults.add(new Refusal.Fault(
                        "hours", "A day has between 0 and 24 hours of light.", "Leave it empty if it is not known.")));
        lux.filter(l -> !(l >= 0 && l <= MOST_LUX))
                .ifPresent(l -> faults.add(new Refusal.Fault(
                        "lux",
                        l < 0
                                ? "Light cannot be less than none: lux is 0 or more."
                                : "Full sun is about 100,000 lux; this is more.",
                        "Leave it empty if it was not measured.")));
        if (direction.isPresent() && place != LightPlace.WINDOW) {
            faults.add(new Refusal.Fault(
                    "direction", "Only a window looks one way.", "Leave the direction out, or choose the window."));
        }
        if (!faults.isEmpty()) throw new Refusal(faults);
    }

    public boolean isDark() {
        return place == LightPlace.DARK;
    }

    /** Light of one day. */
    public Dose daily() {
        if (isDark()) return Dose.NONE;
        double h = hours.orElse(place.usualHours()) / 1e6;
        if (lux.isPresent()) {
            double measured = lux.get() * h;
            double spread = hours.isPresent() ? MEASURED_BUT : MEASURED_BUT * MEASURED_BUT;
            return new Dose(measured / spread, measured, measured * spread);
        }
        if (place == LightPlace.LAMPS) {
            double apart = hours.isPresent() ? 1 : MEASURED_BUT;
            return new Dose(LAMP_LUX.low() * h / apart, LAMP_LUX.likely() * h, LAMP_LUX.high() * h * apart);
        }
        return place.daily(direction);
    }

    /** “in a window to the south”, “under lamps 10 hours a day”. */
    public String words() {
        StringBuilder all = new StringBuilder(place.words());
        direction.ifPresent(d -> all.append(" to the ").append(d.words()));
        hours.ifPresent(h -> all.append(' ').append(Dose.number(h)).append(h == 1 ? " hour a day" : " hours a day"));
        lux.ifPresent(l -> all.append(", ").append(Math.round(l)).append(" lux measured"));
        if (!said.isEmpty()) all.append(" (").append(said).append(')');
        return all.toString();
    }
}
