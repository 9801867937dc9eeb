package molvet.core.pigment;

import java.util.Comparator;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import molvet.core.measure.Refusal;

/**
 * A Colour Index generic name of a pigment or a dye: family, number and, for a modification, the part after the colon.
 *
 * <p>One printed form: {@code PB15:3}, {@code PBr7}, {@code NR9}. Whether such a pigment exists is for
 * {@link PigmentReference} to say.
 *
 * @param suffix the modification, or 0 for none
 */
public record PigmentCode(String family, int number, int suffix) implements Comparable<PigmentCode> {
    /** Families in the order in which collectors read them. */
    public static final List<String> FAMILIES = List.of(
            "PY", "PO", "PR", "PV", "PB", "PG", "PBr", "PBk", "PW", "PM", "NY", "NO", "NR", "NV", "NB", "NG", "NBr",
            "NBk", "NW", "BY", "BR", "BV", "AR", "AV");

    /** Basic and acid dyes, which some paints hold beside their pigments or instead of them. */
    private static final List<String> DYES = List.of("BY", "BR", "BV", "AR", "AV");

    private static final Pattern STRICT =
            Pattern.compile("(?i)([PN](?:Br|Bk|[YORVBGWM])|" + String.join("|", DYES) + ")(\\d{1,3})(?::(\\d))?");
    private static final Comparator<PigmentCode> ORDER = Comparator.comparingInt(
                    (PigmentCode c) -> FAMILIES.indexOf(c.family))
            .thenComparingInt(PigmentCode::number)
            .thenComparingInt(PigmentCode::suffix);

    public PigmentCode {
        if (!FAMILIES.contains(family) || number < 1 || number > 999 || suffix < 0 || suffix > 9) {
            throw Refusal.of(
                    "pigments",
                    "“" + family + number + "” is not a Colour Index name.",
                    "Write it like PB29, PBr7 or PB15:3.");
        }
    }

    public static PigmentCode of(String code) {
        return parse(code)
                .orElseThrow(() -> Refusal.of(
                        "pigments",
                        "“" + code + "” is not a Colour Index name.",
                        "Write it like PB29, PBr7 or PB15:3."));
    }

    /** Reads one well-written code, in any case; for labels see {@link LabelReader}. */
    public static Optional<PigmentCode> parse(String code) {
        Matcher m = STRICT.matcher(code.strip());
        if (!m.matches()) return Optional.empty();
        Optional<String> family = family(m.group(1));
        int number = Integer.parseInt(m.group(2));
        if (family.isEmpty() || number == 0) return Optional.empty();
        return Optional.of(
                new PigmentCode(family.get(), number, m.group(3) == null ? 0 : Integer.parseInt(m.group(3))));
    }

    static Optional<String> family(String letters) {
        return FAMILIES.stream().filter(f -> f.equalsIgnoreCase(letters)).findFirst();
    }

    /** Whether it is dissolved and not a powder: a dye fades as no pigment does. */
    public boolean isDye() {
        return DYES.contains(family);
    }

    public PigmentCode withFamily(String other) {
        return new PigmentCode(other, number, suffix);
    }

    public PigmentCode withoutSuffix() {
        return new PigmentCode(family, number, 0);
    }

    @Override
    public int compareTo(PigmentCode other) {
        return ORDER.compare(this, other);
    }

    @Override
    public String toString() {
        return suffix == 0 ? family + number : String.format(Locale.ROOT, "%s%d:%d", family, number, suffix);
    }
}
