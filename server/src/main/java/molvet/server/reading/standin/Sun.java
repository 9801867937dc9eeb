package molvet.server.reading.standin;

import java.time.LocalDate;
import java.util.Random;

/** Daylight of a made-up island, day by day: long days in June, short ones in December, and weather. */
public final class Sun {
    private static final double MEAN = 0.31;
    private static final double SEASON = 0.62;
    private static final int MIDSUMMER = 172;

    private Sun() {}

    /** Mlux·h on a level roof on a day. */
    public static double on(LocalDate day) {
        double season = 1 + SEASON * Math.cos(2 * Math.PI * (day.getDayOfYear() - MIDSUMMER) / 365.0);
        double weather = 0.55 + 0.9 * new Random(day.toEpochDay() * 7919).nextDouble();
        return MEAN * season * weather;
    }

    /** Share of it that comes through a window that looks so many degrees from south. */
    public static double throughWindow(double fromSouth) {
        return 0.82 * (0.22 + 0.42 * Math.max(0, Math.cos(Math.toRadians(fromSouth * 0.9))));
    }
}
