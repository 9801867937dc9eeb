package molvet.core.collection;

import java.math.BigDecimal;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import molvet.core.colour.Difference;
import molvet.core.platform.Term;
import molvet.core.platform.TermKind;

/** Finding by colour, and beside another paint. */
public final class ColourTerms {
    private static final String BESIDE = "Beside another";
    private static final Pattern RELATION =
            Pattern.compile("(warmer|cooler|near) (?:than |to )?(m-?\\d+)(?: within (\\d{1,2}(?:[.,]\\d{1,2})?))?");

    /** By family of colour: as measured, else as named, else as the pigments are. */
    public record Hued(Family family) implements Term {
        @Override
        public String written() {
            return "hue:" + family.words();
        }

        @Override
        public String words() {
            return "hue " + family.words();
        }
    }

    /** Of the same family, and nearer to orange than it, or farther from it. */
    public record Warmer(Accession than, boolean warmer) implements Term {
        @Override
        public String written() {
            return (warmer ? "warmer than " : "cooler than ") + than;
        }
    }

    /** @param within largest ΔE00 at full strength */
    public record Near(Accession to, BigDecimal within) implements Term {
        /** As far as two may lie apart and not be plainly different. */
        public static final BigDecimal USUAL = BigDecimal.valueOf(Difference.PLAIN);

        @Override
        public String written() {
            return "near " + to
                    + (within.compareTo(USUAL) == 0
                            ? ""
                            : " within " + within.stripTrailingZeros().toPlainString());
        }

        @Override
        public String words() {
            return "near " + to + ", within ΔE " + within.stripTrailingZeros().toPlainString();
        }
    }

    public static final List<TermKind> KINDS = List.of(
            TermKind.of(
                            "Hue",
                            Arrays.stream(Family.values())
                                    .map(f -> new Hued(f).written())
                                    .toList(),
                            run -> hued(run.low()))
                    .brokenAs(p -> p.word().startsWith("hue:")
                            ? Optional.of("Hues are "
                                    + String.join(
                                            ", ",
                                            Arrays.stream(Family.values())
                                                    .map(Family::words)
                                                    .toList())
                                    + ".")
                            : Optional.empty()),
            TermKind.of(
                            BESIDE,
                            List.of("near M-0001", "warmer than M-0001", "cooler than M-0001"),
                            ColourTerms::relation)
                    .brokenAs(ColourTerms::broken));

    private ColourTerms() {}

    private static Optional<Hued> hued(String low) {
        if (!low.startsWith("hue:")) return Optional.empty();
        String hue = low.substring(4).strip();
        return Arrays.stream(Family.values())
                .filter(f -> f.words().equals(hue) || hue.equals("gray") && f == Family.GREY)
                .map(Hued::new)
                .findFirst();
    }

    private static Optional<? extends Term> relation(TermKind.Run run) {
        Optional<Matcher> matched = HoldingTerms.matched(RELATION, run);
        if (matched.isEmpty()) return Optional.empty();
        Matcher m = matched.get();
        Optional<Accession> of = Accession.parse(m.group(2));
        boolean near = m.group(1).equals("near");
        boolean whole = near || m.group(3) == null && run.low().contains(" than ");
        if (of.isEmpty() || !whole) return Optional.empty();
        return Optional.of(
                near
                        ? new Near(of.get(), m.group(3) == null ? Near.USUAL : HoldingTerms.number(m.group(3)))
                        : new Warmer(of.get(), m.group(1).equals("warmer")));
    }

    private static Optional<String> broken(TermKind.Pair p) {
        boolean compared = p.word().equals("warmer") || p.word().equals("cooler");
        if (compared && (p.next().equals("than") || p.next().isEmpty())) {
            return Optional.of("Say than which: " + p.word() + " than M-0031.");
        }
        return p.word().equals("near") && p.next().isEmpty()
                ? Optional.of("Say to which: near M-0031.")
                : Optional.empty();
    }
}
