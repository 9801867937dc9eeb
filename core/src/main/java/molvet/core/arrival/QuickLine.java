package molvet.core.arrival;

import java.math.BigDecimal;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Stream;
import molvet.core.collection.HoldingForm;
import molvet.core.measure.Volume;
import molvet.core.pigment.Note;
import molvet.core.pigment.Recipe;
import molvet.core.pigment.Trait;

/**
 * One line of a label, an invoice or a dictation, as it was understood.
 *
 * @param line its number in the text, from 1
 * @param name what is left when every other part is taken; the chart's own name where it was found there
 * @param also its names in other languages
 * @param colour the colour of a maker's chart it was found to be
 * @param pigments as written
 * @param unitPrice of one piece, before its discount
 * @param listPrice what it cost before, where a sale says so
 * @param currency where the line names one, an ISO 4217 code
 * @param quantity pieces in all, and {@code toGive} how many of them are for somebody else
 * @param claims what the line says of a trait, as written
 * @param as the accession number it is one more of, or “new”, where the line says so
 * @param charge what a line that is no goods stands for
 * @param unread what was not used, kept as a note
 * @param parts every part, where it stood in the line
 */
public record QuickLine(
        int line,
        String written,
        Kind kind,
        String name,
        String also,
        String maker,
        String makersLine,
        Optional<Long> colour,
        String catalogueNumber,
        String pigments,
        Recipe recipe,
        Optional<HoldingForm> form,
        Optional<Volume> volume,
        Optional<Integer> series,
        Optional<BigDecimal> unitPrice,
        Optional<BigDecimal> listPrice,
        Optional<String> currency,
        BigDecimal discountPercent,
        int quantity,
        int toGive,
        String giftFor,
        String from,
        Map<Trait, String> claims,
        String edition,
        Optional<Integer> parcel,
        String as,
        Optional<Charge> charge,
        List<String> unread,
        List<Part> parts,
        List<Note> notes) {

    /** The same line at another price, with more to say. */
    QuickLine with(Optional<BigDecimal> price, List<Note> said) {
        return new QuickLine(
                line,
                written,
                kind,
                name,
                also,
                maker,
                makersLine,
                colour,
                catalogueNumber,
                pigments,
                recipe,
                form,
                volume,
                series,
                price,
                listPrice,
                currency,
                discountPercent,
                quantity,
                toGive,
                giftFor,
                from,
                claims,
                edition,
                parcel,
                as,
                charge,
                unread,
                parts,
                Stream.concat(notes.stream(), said.stream()).toList());
    }

    /** What a line is about. */
    public enum Kind {
        PAINT,
        /** On the bill, but no paint: a brush, paper. */
        THING,
        /** Shipping, duty and the like. */
        CHARGE,
        /** Names the maker or the giver of the lines below it. */
        HEADING
    }

    /** A line of a bill that is no goods. */
    public enum Charge {
        SHIPPING,
        DUTY,
        COURIER,
        TAX,
        VOUCHER,
        ORDER_DISCOUNT,
        SUM,
        /** The price of a set, divided among the paints that have none of their own. */
        TOGETHER
    }

    /** The parts of a line, in the words by which brackets name them: {@code [gift for: Ada]}. */
    public enum PartKind {
        NAME,
        ALSO,
        PIGMENTS,
        MAKER,
        LINE,
        NUMBER,
        SERIES,
        SIZE,
        FORM,
        PRICE,
        WAS,
        TOTAL,
        DISCOUNT,
        QUANTITY,
        GIFT_FOR,
        FROM,
        LIGHTFASTNESS,
        TRANSPARENCY,
        STAINING,
        GRANULATION,
        EDITION,
        PARCEL,
        AS,
        THING,
        CHARGE,
        NOTE;

        public String words() {
            return name().toLowerCase(Locale.ROOT).replace('_', ' ');
        }

        static Optional<PartKind> parse(String words) {
            String wanted = words.strip().toUpperCase(Locale.ROOT).replaceAll("\\s+", "_");
            for (PartKind k : values()) if (k.name().equals(wanted)) return Optional.of(k);
            return Optional.empty();
        }
    }

    /** @param from where it begins in the line as written, and {@code to} where it ends, in UTF-16 units */
    public record Part(PartKind kind, int from, int to, String value) {}
}
