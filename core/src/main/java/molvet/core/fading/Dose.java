package molvet.core.fading;

import java.util.Locale;

/**
 * Light that fell on something, in Mlux·h, as far as it can be told: hardly less than {@code low}, hardly more than {@code high}.
 */
public record Dose(double low, double likely, double high) {
    public static final Dose NONE = new Dose(0, 0, 0);

    public Dose {
        if (!(low >= 0 && low <= likely && likely <= high)) {
            throw new IllegalArgumentException(low + ", " + likely + ", " + high + " is no range of light");
        }
    }

    public Dose plus(Dose more) {
        return new Dose(low + more.low, likely + more.likely, high + more.high);
    }

    /** @param fewest and {@code most} days it lasted, {@code days} most likely */
    Dose during(double fewest, double days, double most) {
        return new Dose(low * fewest, likely * days, high * most);
    }

    /** “between 3 and 20 Mlux·h”. */
    public String words() {
        return high == 0 ? "no light" : "between " + number(low) + " and " + number(high) + " Mlux·h";
    }

    /** Two figures are all that can be told. */
    static String number(double value) {
        if (value == 0) return "0";
        if (value >= 9.5)
            return String.format(Locale.ROOT, "%.0f", value >= 95 ? Math.round(value / 10) * 10.0 : value);
        return value >= 0.95 ? String.format(Locale.ROOT, "%.1f", value) : String.format(Locale.ROOT, "%.2f", value);
    }
}
