package molvet.core.measure;

import java.math.BigDecimal;
import java.math.RoundingMode;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** How much paint a holding held when full, in millilitres, between 0.01 and 5000. */
public record Volume(BigDecimal ml) {
    private static final Pattern SHAPE =
            Pattern.compile("(?i)\\s*(.+?)\\s*(ml|millilit(?:re|er)s?|cl|l|fl\\.? ?oz)?\\s*");
    private static final BigDecimal LEAST = new BigDecimal("0.01");
    private static final BigDecimal MOST = new BigDecimal("5000");

    public Volume {
        if (ml.compareTo(LEAST) < 0 || ml.compareTo(MOST) > 0) {
            throw Refusal.of(
                    "volume",
                    "A volume of " + ml.toPlainString() + " ml is not one a paint comes in.",
                    "Write millilitres between 0.01 and 5000; tubes are usually 5, 10, 12, 15, 20 or 21 ml.");
        }
        ml = ml.setScale(2, RoundingMode.HALF_UP);
    }

    public static Volume of(double ml) {
        return new Volume(BigDecimal.valueOf(ml));
    }

    /**
     * Reads a volume such as {@code 15}, {@code 15 ml}, {@code 1,5 cl} or {@code 0.5 fl oz} (29.5735 ml to the ounce).
     *
     * @throws Refusal if it is not a number or out of range
     */
    public static Volume parse(String text) {
        Matcher m = SHAPE.matcher(text);
        if (!m.matches()) throw Refusal.of("volume", "The volume is empty.", "Write it like 15 ml.");
        BigDecimal number = Decimals.parse("volume", m.group(1));
        String unit = m.group(2) == null ? "ml" : m.group(2).toLowerCase();
        BigDecimal scale = switch (unit) {
            case "cl" -> BigDecimal.TEN;
            case "l" -> new BigDecimal(1000);
            default -> unit.startsWith("f") ? new BigDecimal("29.5735") : BigDecimal.ONE;
        };
        return new Volume(number.multiply(scale));
    }

    @Override
    public String toString() {
        return ml.stripTrailingZeros().toPlainString() + " ml";
    }
}
