package molvet.core.collection;

import java.math.BigDecimal;
import java.util.Arrays;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import molvet.core.colour.Difference;
import molvet.core.platform.Term;
import molvet.core.platform.TermKind;

/** Finding by colour, and beside another paint. */
public final class ColourTerms {
    private static final String BESIDE = "Beside another";
    private static final Pattern RELATION = Pattern.compile(
            "(warmer|cooler|darker|lighter|paler|near|similar|close|like) (than |then |to )?(.+?)(?:,? within (?:δe )?(\\d{1,2}(?:[.,]\\d{1,2})?))?");

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

        @Override
        public boolean excludes(Term other) {
            return other instanceof Hued h && h.family != family;
        }
    }

    /** A colour word by itself: the hue, unless it stands in a name. */
    public record ColourWord(Family family, String text) implements Term {
        @Override
        public String written() {
            return new Hued(family).written();
        }

        @Override
        public String words() {
            return new Hued(family).words();
        }

        @Override
        public Optional<String> otherwise() {
            return Optional.of("word:" + text);
        }

        @Override
        public Term settled() {
            return new Hued(family);
        }

        @Override
        public Optional<Term> besideName() {
            return Optional.of(new NameTerms.Word(text));
        }
    }

    /**
     * Of a strong or a weak colour at full strength, as measured; a word of a name where one holds it.
     *
     * @param word as it was typed
     */
    public record Vivid(boolean bright, String word) implements Term {
        /** CIE L*a*b* chroma from which a paint is called bright, and up to which it is called muted (ours). */
        public static final int BRIGHT = 55;

        public static final int MUTED = 30;

        @Override
        public String written() {
            return bright ? "bright colour" : "muted colour";
        }

        @Override
        public Optional<String> otherwise() {
            return word.isEmpty() ? Optional.empty() : Optional.of("word:" + word);
        }

        @Override
        public Term settled() {
            return new Vivid(bright, "");
        }

        @Override
        public Optional<Term> besideName() {
            return word.isEmpty() ? Optional.empty() : Optional.of(new NameTerms.Word(word));
        }
    }

    private static final List<String> BRIGHT_WORDS = List.of("bright", "vivid", "intense", "saturated");
    private static final List<String> MUTED_WORDS = List.of("muted", "dull", "subdued", "greyed", "unsaturated");

    private static Optional<Vivid> vivid(String low) {
        if (low.equals("bright colour") || low.equals("bright color")) return Optional.of(new Vivid(true, ""));
        if (low.equals("muted colour") || low.equals("muted color")) return Optional.of(new Vivid(false, ""));
        if (BRIGHT_WORDS.contains(low)) return Optional.of(new Vivid(true, low));
        return MUTED_WORDS.contains(low) ? Optional.of(new Vivid(false, low)) : Optional.empty();
    }

    /** A place on the wheel, such as a cool red. */
    public record InPlace(Range place) implements Term {
        @Override
        public String written() {
            return place.words();
        }
    }

    /** An order, and only what has a place in it. */
    public record Ordered(By by) implements Term {
        /** What is asked for first. */
        public enum By {
            WARMEST("warmest"),
            COOLEST("coolest"),
            DARKEST("darkest"),
            LIGHTEST("lightest", "palest"),
            BRIGHTEST("brightest", "most vivid"),
            NEWEST("newest", "latest"),
            OLDEST("oldest"),
            DEAREST("dearest", "dearest per ml", "most expensive", "most expensive per ml", "expensive"),
            CHEAPEST("cheapest", "cheapest per ml", "least expensive", "cheap", "inexpensive");

            private final List<String> ways;

            By(String... ways) {
                this.ways = List.of(ways);
            }
        }

        @Override
        public String written() {
            return by.ways.get(0);
        }

        @Override
        public String words() {
            return written() + " first";
        }
    }

    public static final Term.Plain NEUTRAL = Term.Plain.of("neutral");

    /** Of the same family, and nearer to orange than it, or farther from it. */
    public record Warmer(Accession than, boolean warmer) implements Term {
        @Override
        public String written() {
            return (warmer ? "warmer than " : "cooler than ") + than;
        }
    }

    /** At full strength darker than it, or lighter, by more than is seen. */
    public record Darker(Accession than, boolean darker) implements Term {
        @Override
        public String written() {
            return (darker ? "darker than " : "lighter than ") + than;
        }
    }

    /** @param within largest ΔE00 at full strength */
    public record Near(Accession to, BigDecimal within) implements Term {
        /** As far as two may lie apart and not be plainly different. */
        public static final BigDecimal USUAL = HoldingTerms.number(String.valueOf(Difference.PLAIN));

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
            TermKind.of("Hue", List.of("bright colour", "muted colour"), run -> vivid(run.low())),
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
            TermKind.of("Hue", List.of("blue"), run -> colour(run.low())),
            TermKind.of("Hue", List.of("cool red", "warm yellow"), run -> place(run.low())),
            TermKind.plain("Hue", NEUTRAL, "neutral", "neutrals"),
            TermKind.of(
                    "Which first",
                    Arrays.stream(Ordered.By.values()).map(b -> b.ways.get(0)).toList(),
                    run -> ordered(run.low())),
            TermKind.of(
                            BESIDE,
                            List.of(
                                    "near M-0001",
                                    "warmer than M-0001",
                                    "cooler than M-0001",
                                    "darker than M-0001",
                                    "lighter than M-0001"),
                            ColourTerms::relation)
                    .brokenAs(ColourTerms::broken));

    private static final Map<String, Family> COLOURS = colours();

    private ColourTerms() {}

    private static Map<String, Family> colours() {
        Map<String, Family> all = new HashMap<>();
        for (Family f : Family.values()) all.put(f.words(), f);
        all.put("gray", Family.GREY);
        all.put("purple", Family.VIOLET);
        return all;
    }

    /** One alone may be a word of a name; many never are. */
    private static Optional<? extends Term> colour(String low) {
        Family one = COLOURS.get(low);
        if (one != null) return Optional.of(new ColourWord(one, low));
        return low.endsWith("s")
                ? Optional.ofNullable(COLOURS.get(low.substring(0, low.length() - 1)))
                        .map(Hued::new)
                : Optional.empty();
    }

    private static Optional<InPlace> place(String low) {
        String one = low.replaceFirst("^(bluish|greenish|yellowish) ", "cool ").replaceFirst("s$", "");
        return one.contains(" ")
                ? Arrays.stream(Range.values())
                        .filter(r -> r.words().equals(one))
                        .map(InPlace::new)
                        .findFirst()
                : Optional.empty();
    }

    private static Optional<Ordered> ordered(String low) {
        String one = low.replaceFirst(" first$", "");
        return Arrays.stream(Ordered.By.values())
                .filter(b -> b.ways.contains(one))
                .map(Ordered::new)
                .findFirst();
    }

    private static Optional<Hued> hued(String low) {
        if (!low.startsWith("hue:") && !low.startsWith("hue ")) return Optional.empty();
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
        boolean near = !COMPARED.contains(m.group(1));
        // In a hurry “than” is often written “then”.
        boolean than = m.group(2) != null && !m.group(2).equals("to ");
        boolean whole = near || m.group(4) == null && than;
        Optional<Accession> of = whole ? Accession.of(m.group(3), run.known()) : Optional.empty();
        if (of.isEmpty()) return Optional.empty();
        return Optional.of(
                switch (m.group(1)) {
                    case "warmer", "cooler" -> new Warmer(of.get(), m.group(1).equals("warmer"));
                    case "darker", "lighter", "paler" ->
                        new Darker(of.get(), m.group(1).equals("darker"));
                    default -> new Near(of.get(), m.group(4) == null ? Near.USUAL : HoldingTerms.number(m.group(4)));
                });
    }

    private static final Set<String> COMPARED = Set.of("warmer", "cooler", "darker", "lighter", "paler");

    private static Optional<String> broken(TermKind.Pair p) {
        if (COMPARED.contains(p.word())
                && (p.next().equals("than")
                        || p.next().equals("then")
                        || p.next().isEmpty())) {
            return Optional.of("Say than which: " + p.word() + " than M-0031, or a name that no other has.");
        }
        // “Near” may be a word of a name.
        boolean which = p.word().equals("similar")
                || p.word().equals("near") && p.next().isEmpty();
        return which ? Optional.of("Say to which: near M-0031, or a name that no other has.") : Optional.empty();
    }
}
