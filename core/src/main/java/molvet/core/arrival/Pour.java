package molvet.core.arrival;

import java.math.BigDecimal;
import java.math.RoundingMode;
import java.util.List;
import java.util.Optional;
import molvet.core.collection.HoldingForm;
import molvet.core.measure.Refusal;

/**
 * A tube poured into pans: how many it fills, what remains, and when they will be hard.
 *
 * <p>Pan volumes and drying are what is usual (common practice, no published source): a full pan takes about 3 ml, a half
 * pan 1.5, a mini pan 0.8; paint loses about a fifth of its volume as it dries, so a second pour of a fifth fills it up
 * again. Without pours of one's own a pan is taken to need three days a pour, and ten with honey.
 */
public final class Pour {
    public static final BigDecimal SHRINKS = new BigDecimal("0.20");
    private static final int DAYS = 3;
    private static final int DAYS_WITH_HONEY = 10;

    private Pour() {}

    /** What was seen of paint in a pan. */
    public enum Seen {
        BINDER_SEPARATED,
        BUBBLES,
        RUNNY,
        CRACKED,
        STAYS_TACKY,
        STICKS_TO_WRAPPER,
        STUCK_TO_COVER
    }

    /** Usual volume of a pan in ml. @throws Refusal for what is no pan */
    public static BigDecimal usual(HoldingForm form) {
        return switch (form) {
            case FULL_PAN -> new BigDecimal("3");
            case HALF_PAN -> new BigDecimal("1.5");
            case MINI_PAN -> new BigDecimal("0.8");
            default ->
                throw Refusal.of(
                        "form", "A " + form.words() + " is not poured into.", "Choose half, full or mini pans.");
        };
    }

    /**
     * @param pans how many are filled to the brim
     * @param eachFirst ml poured into each at once
     * @param eachSecond ml each needs after shrinking, kept back for it; zero for a single pour
     * @param remains ml left in the tube after both
     */
    public record Plan(int pans, BigDecimal eachFirst, BigDecimal eachSecond, BigDecimal remains) {
        public BigDecimal usedFirst() {
            return eachFirst.multiply(BigDecimal.valueOf(pans));
        }
    }

    /**
     * @param tube ml in the tube
     * @param pan ml a pan takes
     * @param most no more pans than these, or empty for as many as it fills
     * @throws Refusal if the tube does not fill one
     */
    public static Plan plan(BigDecimal tube, BigDecimal pan, boolean secondPour, Optional<Integer> most) {
        if (pan.signum() <= 0 || pan.compareTo(new BigDecimal(50)) > 0) {
            throw Refusal.of(
                    "panVolume", "A pan of " + pan.toPlainString() + " ml is not made.", "Half pans take 1.5.");
        }
        BigDecimal second = secondPour ? pan.multiply(SHRINKS) : BigDecimal.ZERO;
        BigDecimal each = pan.add(second);
        int fills = tube.divide(each, 0, RoundingMode.DOWN).intValue();
        int pans = most.map(m -> Math.min(m, fills)).orElse(fills);
        if (pans < 1) {
            throw Refusal.of(
                    "pans",
                    "The " + tube.stripTrailingZeros().toPlainString() + " ml left do not fill a pan of "
                            + each.stripTrailingZeros().toPlainString() + " ml.",
                    "Choose smaller pans, or pour once only.");
        }
        return new Plan(pans, pan, second, tube.subtract(each.multiply(BigDecimal.valueOf(pans))));
    }

    /** @param days until hard; @param because where the number comes from, in words */
    public record Hardening(int days, String because) {}

    /** One pour that became hard: of which maker, with honey or not, and after how many days. */
    public record Became(String maker, boolean honey, int days) {}

    /**
     * Days until a pan is hard: the middle of one's own pours of that maker, else of paints bound alike, else what is
     * usual.
     */
    public static Hardening hardening(String maker, boolean honey, List<Became> own) {
        List<Integer> same = own.stream()
                .filter(b -> b.maker.equals(maker) && b.honey == honey)
                .map(Became::days)
                .toList();
        if (!same.isEmpty()) {
            return new Hardening(
                    middle(same),
                    (same.size() == 1 ? "as your one pour of " : "the middle of your " + same.size() + " pours of ")
                            + maker
                            + binding(honey));
        }
        List<Integer> alike =
                own.stream().filter(b -> b.honey == honey).map(Became::days).toList();
        if (alike.size() >= 3) {
            return new Hardening(middle(alike), "the middle of your " + alike.size() + " pours" + binding(honey));
        }
        return new Hardening(
                honey ? DAYS_WITH_HONEY : DAYS,
                "usual for paint" + binding(honey) + "; your own pours will correct it");
    }

    private static String binding(boolean honey) {
        return honey ? " with honey" : " without honey";
    }

    /** The median, the larger of two middles. */
    private static int middle(List<Integer> days) {
        return days.stream().sorted().toList().get(days.size() / 2);
    }
}
