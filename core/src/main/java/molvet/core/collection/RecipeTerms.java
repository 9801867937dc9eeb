package molvet.core.collection;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import molvet.core.measure.PlainText;
import molvet.core.pigment.Element;
import molvet.core.pigment.Hue;
import molvet.core.pigment.Pigment;
import molvet.core.pigment.PigmentCode;
import molvet.core.pigment.PigmentReference;
import molvet.core.platform.Term;
import molvet.core.platform.TermKind;

/** Finding by the pigments on the label. */
public final class RecipeTerms {
    private static final String MENU = "Recipe";
    private static final Pattern FREE = Pattern.compile("(?:(\\p{L}+)[- ]free|(?:free of|without|no) (\\p{L}+))");
    private static final Pattern ONLY = Pattern.compile("only (.+)");

    public static final Term.Plain SINGLE = Term.Plain.of("single");
    public static final Term.Plain MIXTURE = Term.Plain.of("mixture");
    public static final Term.Plain NO_PIGMENTS = Term.Plain.of("no pigments");
    public static final Term.Plain CAUTIONED = Term.Plain.of("with cautions");
    public static final Term.Plain OUT_OF_PRODUCTION = new Term.Plain("old pigment", "pigment no longer made");

    /** So many pigments, or so many and more. */
    public record Counted(int pigments, boolean orMore) implements Term {
        @Override
        public String written() {
            return pigments + " pigments" + (orMore ? " or more" : "");
        }
    }

    /** Of just the pigments of another, in any order. */
    public record SamePigments(Accession as) implements Term {
        @Override
        public String written() {
            return "same pigments as " + as;
        }
    }

    public static final Term.Plain UNKNOWN = Term.Plain.of("unknown pigment");

    public record WithPigment(PigmentCode code) implements Term {
        @Override
        public String written() {
            return code.toString();
        }

        @Override
        public String words() {
            return "pigment " + code;
        }
    }

    /** These pigments and no other, in any order. */
    public record OnlyPigments(List<PigmentCode> codes) implements Term {
        public OnlyPigments {
            codes = List.copyOf(codes);
        }

        @Override
        public String written() {
            return "only "
                    + String.join(
                            " and ", codes.stream().map(PigmentCode::toString).toList());
        }
    }

    /** No pigment of the recipe holds the element; a paint whose pigments are not known is not said to be free of it. */
    public record FreeOf(Element element) implements Term {
        @Override
        public String written() {
            return element.words() + "-free";
        }
    }

    /** A pigment of this hue, by its Colour Index family, is in it or is not. */
    public record WithHueOfPigment(Hue hue, boolean held) implements Term {
        @Override
        public String written() {
            return held ? "contains " + hue.words() : "no " + hue.words() + " pigment";
        }

        @Override
        public boolean takesNot() {
            return held;
        }
    }

    /** An element is in it, as far as its pigments say. */
    public record Holds(Element element) implements Term {
        @Override
        public String written() {
            return "contains " + element.words();
        }
    }

    /** A pigment that is called so in words, or a name that says it. */
    public record Called(String name, List<PigmentCode> codes) implements Term {
        public Called {
            codes = List.copyOf(codes);
        }

        @Override
        public String written() {
            return name;
        }

        @Override
        public Optional<Term> besideName() {
            return Optional.of(new NameTerms.Word(name));
        }
    }

    private static final Pattern CONTAINS = Pattern.compile(
            "(?:contains?|containing|holds?|holding|made (?:of|from|with)|with)(?: a| any)? (\\p{L}+(?: \\p{L}+){0,3}?)(?: pigments?)?");
    private static final Pattern PIGMENT_OF =
            Pattern.compile("(?:(?:with |contains? |holds? )?an? )?(\\p{L}+) pigments?");
    private static final Pattern NO_PIGMENT_OF = Pattern.compile(
            "(?:(?:hold|holds|contains?|with|have|has) )?(?:no|without|not) (?:an? |any )?(\\p{L}+)(?: pigments?)?");

    private static final PigmentReference REFERENCE = PigmentReference.standard();

    public static final List<TermKind> KINDS = List.of(
            TermKind.plain(MENU, SINGLE, "single", "single pigment", "single pigments", "pure"),
            TermKind.plain(
                    MENU,
                    MIXTURE,
                    "mixture",
                    "mixtures",
                    "mix",
                    "mixes",
                    "mixed",
                    "convenience",
                    "convenience mix",
                    "convenience mixture",
                    "convenience mixtures",
                    "convenience mixes"),
            TermKind.of(MENU, List.of("3 pigments"), run -> counted(run.low())),
            TermKind.plain(
                    MENU,
                    UNKNOWN,
                    "unknown pigment",
                    "unknown pigments",
                    "pigment unknown",
                    "pigments unknown",
                    "unknown code",
                    "unknown codes"),
            TermKind.of(MENU, List.of("only PB29"), run -> only(run.low())),
            TermKind.of(MENU, List.of("cadmium-free", "cobalt-free"), run -> freeOf(run.low())),
            TermKind.of(
                            MENU,
                            List.of("PB29"),
                            run -> code(run.low()
                                            .replaceFirst(
                                                    "^(?:pigment:? ?|with |contains? |containing |made (?:from|of) )",
                                                    ""))
                                    .map(WithPigment::new))
                    .brokenAs(p -> p.word().startsWith("pigment:")
                            ? Optional.of("That is no pigment code; they look like PB29 or PBr7.")
                            : Optional.empty()),
            TermKind.of(MENU, List.of("same pigments as M-0001"), RecipeTerms::same),
            TermKind.plain(MENU, NO_PIGMENTS, "no pigments", "no pigment", "without pigments"),
            TermKind.of(
                    MENU,
                    List.of("contains white", "no violet pigment", "contains cobalt"),
                    run -> contains(run.low())),
            TermKind.of(MENU, List.of("ultramarine"), run -> called(run.low())),
            TermKind.plain("In the drawer", CAUTIONED, "with cautions"),
            TermKind.plain(
                    "In the drawer",
                    OUT_OF_PRODUCTION,
                    "old pigment",
                    "pigment no longer made",
                    "old pigments",
                    "discontinued pigment",
                    "discontinued pigments"));

    private static final Pattern COUNTED = Pattern.compile(
            "(?:of |with |from |contains? |containing |ha(?:s|ve|ving) )?(?:(at least|more than|over) )?(\\d|zero|one|two|three|four|five|six)(?:[ -]pigments?( or more)?| (or more) pigments)");

    private RecipeTerms() {}

    private static Optional<? extends Term> counted(String low) {
        Matcher m = COUNTED.matcher(low);
        if (!m.matches()) return Optional.empty();
        int n = PlainText.count(m.group(2)).orElseThrow();
        boolean orMore = m.group(1) != null || m.group(3) != null || m.group(4) != null;
        if (m.group(1) != null && !m.group(1).equals("at least")) n++;
        if (n == 0 && !orMore) return Optional.of(NO_PIGMENTS);
        if (n == 1 && !orMore) return Optional.of(SINGLE);
        return Optional.of(n == 2 && orMore ? MIXTURE : new Counted(n, orMore));
    }

    private static final Pattern SAME =
            Pattern.compile("(?:of |with )?(?:the )?same (?:pigments?|recipe|codes?) as (.+)");

    private static Optional<SamePigments> same(TermKind.Run run) {
        Matcher m = SAME.matcher(run.low());
        return m.matches() ? Accession.of(m.group(1), run.known()).map(SamePigments::new) : Optional.empty();
    }

    private static Optional<? extends Term> contains(String low) {
        Matcher no = NO_PIGMENT_OF.matcher(low);
        if (no.matches()
                && (low.endsWith(" pigment")
                        || low.endsWith(" pigments")
                        || no.group(1).equals("white"))) {
            return hue(no.group(1)).map(h -> new WithHueOfPigment(h, false));
        }
        Matcher of = PIGMENT_OF.matcher(low);
        if (of.matches()) {
            Optional<? extends Term> hue = hue(of.group(1)).map(h -> new WithHueOfPigment(h, true));
            if (hue.isPresent()) return hue;
        }
        Matcher m = CONTAINS.matcher(low);
        if (!m.matches()) return Optional.empty();
        String what = m.group(1);
        boolean with = low.startsWith("with ");
        Optional<? extends Term> hue = with ? Optional.empty() : hue(what).map(h -> new WithHueOfPigment(h, true));
        if (hue.isPresent()) return hue;
        Optional<? extends Term> element = Element.named(what).map(Holds::new);
        return element.isPresent() ? element : called(what);
    }

    private static Optional<Hue> hue(String word) {
        String one = word.equals("gray") ? "grey" : word;
        return Arrays.stream(Hue.values()).filter(h -> h.words().equals(one)).findFirst();
    }

    /** Names of pigments in words; a single word stands for all that are called with it. */
    private static Optional<Called> called(String low) {
        if (low.length() < 4 || hue(low).isPresent() || COMMON_WORDS.contains(low)) return Optional.empty();
        if (low.matches("quins?")) return called("quinacridone");
        // More than one of them: quinacridones.
        String one = CALLED.containsKey(low) || !low.endsWith("s") || low.contains(" ")
                ? low
                : low.substring(0, low.length() - 1);
        if (COMMON_WORDS.contains(one) || hue(one).isPresent()) return Optional.empty();
        List<PigmentCode> codes = CALLED.getOrDefault(one, List.of());
        return codes.isEmpty() ? Optional.empty() : Optional.of(new Called(one, codes));
    }

    /** Pigments by each run of words in their names; by a whole name where one is called just so. */
    private static final Map<String, List<PigmentCode>> CALLED = byName();

    private static Map<String, List<PigmentCode>> byName() {
        Map<String, List<PigmentCode>> whole = new HashMap<>();
        Map<String, List<PigmentCode>> all = new HashMap<>();
        for (Pigment p : REFERENCE.all()) {
            for (String name : p.names()) {
                whole.computeIfAbsent(name, k -> new ArrayList<>()).add(p.code());
                String[] words = name.split(" ");
                for (int from = 0; from < words.length; from++) {
                    for (int to = from + 1; to <= words.length; to++) {
                        List<PigmentCode> codes = all.computeIfAbsent(
                                String.join(" ", Arrays.asList(words).subList(from, to)), k -> new ArrayList<>());
                        if (!codes.contains(p.code())) codes.add(p.code());
                    }
                }
            }
        }
        all.putAll(whole);
        return all;
    }

    /** Words in names of pigments that say nothing of a pigment. */
    private static final Set<String> COMMON_WORDS = Set.of(
            "light",
            "deep",
            "dark",
            "pale",
            "medium",
            "middle",
            "genuine",
            "hue",
            "shade",
            "natural",
            "synthetic",
            "earth",
            "lake",
            "burnt",
            "raw",
            "transparent",
            "opaque",
            "gold",
            "lemon",
            "scarlet",
            "bright",
            "rose",
            "warm",
            "cool");

    private static Optional<FreeOf> freeOf(String low) {
        Matcher free = FREE.matcher(low);
        if (!free.matches()) return Optional.empty();
        return Element.named(free.group(1) != null ? free.group(1) : free.group(2))
                .map(FreeOf::new);
    }

    private static Optional<OnlyPigments> only(String low) {
        Matcher only = ONLY.matcher(low);
        if (!only.matches()) return Optional.empty();
        List<PigmentCode> codes = new ArrayList<>();
        for (String one : only.group(1).split(" (?:and|\\+|&) |, ?")) {
            Optional<PigmentCode> code = code(one.strip());
            if (code.isEmpty()) return Optional.empty();
            if (!codes.contains(code.get())) codes.add(code.get());
        }
        return codes.isEmpty() ? Optional.empty() : Optional.of(new OnlyPigments(codes));
    }

    private static Optional<PigmentCode> code(String low) {
        String near = low.replaceFirst("^([pn](?:br|bk|[a-z]))\\s+", "$1");
        String suffixed = near.replaceFirst("(\\d)[. ](\\d)$", "$1:$2");
        // “PB29 3 pigments” asks two things: a number that stands apart belongs to it only where there is such a
        // pigment.
        return PigmentCode.parse(suffixed).filter(c -> near.equals(suffixed) || REFERENCE.holds(c));
    }
}
