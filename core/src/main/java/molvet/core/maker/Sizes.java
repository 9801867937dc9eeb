package molvet.core.maker;

import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import molvet.core.measure.Prices;
import molvet.core.measure.Refusal;
import molvet.core.measure.Volume;
import molvet.core.measure.Words;
import org.joda.money.Money;

/** The sizes in which a colour is sold, written {@code 5 ml 4.60 EUR; 15 ml 9.80 EUR}; prices may be left out. */
public record Sizes(List<Size> all) {
    private static final Pattern SIZE = Pattern.compile(
            "(?iu)\\s*([0-9][0-9.,]*)\\s*(ml|cl|fl\\.? ?oz)\\b[\\s:@à]*(?:([0-9][0-9.,'’]*)\\s*(€|£|\\$|[A-Z]{3})?|(€|£|\\$|[A-Z]{3})\\s*([0-9][0-9.,'’]*))?\\s*");
    private static final int MOST = 12;

    /** One size; {@code price} is what the maker asks. */
    public record Size(Volume volume, Optional<Money> price) {
        @Override
        public String toString() {
            return volume
                    + price.map(p -> " " + p.getAmount() + " "
                                    + p.getCurrencyUnit().getCode())
                            .orElse("");
        }
    }

    public Sizes {
        all = List.copyOf(all);
    }

    /**
     * @param currency for prices that name none
     * @throws Refusal naming each part that is not a size
     */
    public static Sizes parse(String text, String currency) {
        List<Size> sizes = new ArrayList<>();
        List<Refusal.Fault> faults = new ArrayList<>();
        for (String part : Words.lines("sizes", text, 600).split("[;\\n]+|,\\s+|\\s/\\s|\\s\\|\\s")) {
            if (part.isBlank()) continue;
            try {
                sizes.add(size(part, currency));
            } catch (Refusal e) {
                faults.addAll(e.faults());
            }
        }
        if (sizes.size() > MOST) {
            faults.add(new Refusal.Fault("sizes", "More than " + MOST + " sizes.", "Keep those that are sold."));
        }
        if (!faults.isEmpty()) throw new Refusal(faults);
        return new Sizes(sizes);
    }

    private static Size size(String part, String currency) {
        Matcher m = SIZE.matcher(part);
        if (!m.matches()) {
            throw Refusal.of(
                    "sizes",
                    "“" + part.strip() + "” is not a size.",
                    "Write sizes like 5 ml 4.60 EUR; 15 ml 9.80 EUR.");
        }
        Volume volume = Volume.parse(m.group(1) + " " + m.group(2));
        String amount = m.group(3) == null ? m.group(6) : m.group(3);
        String unit = m.group(4) == null ? m.group(5) : m.group(4);
        if (amount == null) return new Size(volume, Optional.empty());
        return new Size(volume, Optional.of(Prices.parse(amount, unit == null ? currency : code(unit))));
    }

    private static String code(String sign) {
        return switch (sign) {
            case "€" -> "EUR";
            case "£" -> "GBP";
            case "$" -> "USD";
            default -> sign;
        };
    }

    public boolean isEmpty() {
        return all.isEmpty();
    }

    /** The price of a size, if it is sold and priced. */
    public Optional<Money> price(BigDecimal ml) {
        return all.stream()
                .filter(s -> s.volume.ml().compareTo(ml) == 0)
                .flatMap(s -> s.price.stream())
                .findFirst();
    }

    /** As kept and shown; reads back as the same sizes. */
    @Override
    public String toString() {
        return all.stream().map(Size::toString).collect(Collectors.joining("; "));
    }
}
