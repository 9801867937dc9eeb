package molvet.core.fading;

import java.util.Optional;

/**
 * Where a sheet hangs, and what light falls on it there in a day. The figures are from memory and wide on purpose: season,
 * latitude, houses opposite and curtains are all in them.
 *
 * <p>A year of daylight on a level roof in middle Europe is about 1,100 kWh/m², and a watt of daylight about 110 lumen, so about
 * 120 Mlux·h a year or 0.33 a day; upright behind a window to the south a little over half of it, to the north a sixth (from memory).
 */
public enum LightPlace {
    WINDOW("in a window", true),
    GREENHOUSE("in a greenhouse", true),
    OUTDOORS("in the open", true),
    WALL("on a wall, in the light of the room", true),
    LAMPS("under lamps", false),
    DARK("in the dark", false);

    private final String words;
    private final boolean ultraviolet;

    LightPlace(String words, boolean ultraviolet) {
        this.words = words;
        this.ultraviolet = ultraviolet;
    }

    public String words() {
        return words;
    }

    /** Daylight through glass still holds ultraviolet; the lamps of rooms hardly any. */
    public boolean isUltraviolet() {
        return ultraviolet;
    }

    /** The way a window looks. */
    public enum Direction {
        NORTH(0.055),
        NORTH_EAST(0.075),
        EAST(0.11),
        SOUTH_EAST(0.155),
        SOUTH(0.18),
        SOUTH_WEST(0.155),
        WEST(0.11),
        NORTH_WEST(0.075);

        private final double daily;

        Direction(double daily) {
            this.daily = daily;
        }

        public String words() {
            return name().toLowerCase(java.util.Locale.ROOT).replace('_', '-');
        }
    }

    private static final double HOURS_OF_LAMPS = 8;
    private static final double HOURS_OF_DAYLIGHT = 11;

    /** Light of a day, where neither lux nor more is known. */
    Dose daily(Optional<Direction> direction) {
        return switch (this) {
            case WINDOW -> {
                double likely = direction.map(d -> d.daily).orElse(0.11);
                double spread = direction.isPresent() ? 2.5 : 3.5;
                yield new Dose(likely / spread, likely, likely * spread);
            }
            case GREENHOUSE -> new Dose(0.08, 0.22, 0.5);
            case OUTDOORS -> new Dose(0.12, 0.33, 0.75);
            case WALL -> new Dose(0.0005, 0.003, 0.02);
            case LAMPS, DARK -> Dose.NONE;
        };
    }

    /** Hours a day, where nobody says. */
    double usualHours() {
        return this == LAMPS ? HOURS_OF_LAMPS : HOURS_OF_DAYLIGHT;
    }
}
