package molvet.core.collection;

import java.util.Optional;
import java.util.OptionalInt;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import molvet.core.platform.TermKind;

/** The number a paint keeps for good, given in order and never reused; printed {@code M-0137}. */
public record Accession(int number) {
    private static final Pattern SHAPE = Pattern.compile("(?i)M\\s*[-–·. ]?\\s*(\\d{1,6})");

    public static Optional<Accession> parse(String text) {
        Matcher m = SHAPE.matcher(text.strip());
        return m.matches() ? Optional.of(new Accession(Integer.parseInt(m.group(1)))) : Optional.empty();
    }

    /** By its number, or by a name that only one paint has, with or without quotation marks. */
    static Optional<Accession> of(String typed, TermKind.Known known) {
        return parse(typed).or(() -> {
            OptionalInt number = known.paints().apply(typed.replace("\"", "").strip());
            return number.isPresent() ? Optional.of(new Accession(number.getAsInt())) : Optional.empty();
        });
    }

    @Override
    public String toString() {
        return "M-" + "0".repeat(Math.max(0, 4 - String.valueOf(number).length())) + number;
    }
}
