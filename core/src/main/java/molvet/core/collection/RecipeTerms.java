package molvet.core.collection;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import molvet.core.pigment.Element;
import molvet.core.pigment.PigmentCode;
import molvet.core.platform.Term;
import molvet.core.platform.TermKind;

/** Finding by the pigments on the label. */
public final class RecipeTerms {
    private static final String MENU = "Recipe";
    private static final Pattern FREE = Pattern.compile("(?:(\\p{L}+)[- ]free|free of (\\p{L}+))");
    private static final Pattern ONLY = Pattern.compile("only (.+)");

    public static final Term.Plain SINGLE = Term.Plain.of("single");
    public static final Term.Plain MIXTURE = Term.Plain.of("mixture");
    public static final Term.Plain NO_PIGMENTS = Term.Plain.of("no pigments");
    public static final Term.Plain CAUTIONED = Term.Plain.of("with cautions");
    public static final Term.Plain OUT_OF_PRODUCTION = new Term.Plain("old pigment", "pigment no longer made");

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

    public static final List<TermKind> KINDS = List.of(
            TermKind.plain(MENU, SINGLE, "single", "single pigment"),
            TermKind.plain(MENU, MIXTURE, "mixture", "mixtures", "mix"),
            TermKind.of(MENU, List.of("only PB29"), run -> only(run.low())),
            TermKind.of(MENU, List.of("cadmium-free", "cobalt-free"), run -> freeOf(run.low())),
            TermKind.of(
                            MENU,
                            List.of("PB29"),
                            run -> code(run.low().replaceFirst("^(?:pigment:? ?|with )", ""))
                                    .map(WithPigment::new))
                    .brokenAs(p -> p.word().startsWith("pigment:")
                            ? Optional.of("That is no pigment code; they look like PB29 or PBr7.")
                            : Optional.empty()),
            TermKind.plain(MENU, NO_PIGMENTS, "no pigments", "no pigment"),
            TermKind.plain("In the drawer", CAUTIONED, "with cautions"),
            TermKind.plain("In the drawer", OUT_OF_PRODUCTION, "old pigment", "pigment no longer made"));

    private RecipeTerms() {}

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
        return PigmentCode.parse(
                low.replaceFirst("^([pn](?:br|bk|[a-z]))\\s+", "$1").replaceFirst("(\\d)\\.(\\d)$", "$1:$2"));
    }
}
