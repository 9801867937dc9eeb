package molvet.core.maker;

import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import molvet.core.measure.Words;
import molvet.core.platform.Term;
import molvet.core.platform.TermKind;

/** What makers and their charts add to the find language. */
public final class MakerTerms {
    /** The sort of names by which makers are known. */
    public static final String MAKERS = "maker";

    public static final Term.Plain DISCONTINUED = Term.Plain.of("discontinued");

    public record ByMaker(String maker) implements Term {
        @Override
        public String written() {
            return "maker:\"" + maker + '"';
        }

        @Override
        public String words() {
            return "maker " + maker;
        }
    }

    /** A colour its maker withdrew, or a pigment that is no longer made. */
    public static final Term.Plain OUT_OF_PRODUCTION = Term.Plain.of("out of production");

    public record OfGrade(LineGrade grade) implements Term {
        @Override
        public String written() {
            return grade.name().toLowerCase(Locale.ROOT);
        }
    }

    public static final List<TermKind> KINDS = List.of(
            TermKind.plain(
                    "In the drawer",
                    OUT_OF_PRODUCTION,
                    "out of production",
                    "no longer made",
                    "not made any more",
                    "withdrawn",
                    "gone from the shops"),
            TermKind.of(
                    "Maker",
                    List.of("handmade"),
                    run -> Arrays.stream(LineGrade.values())
                            .map(OfGrade::new)
                            .filter(g -> g.written()
                                    .equals(run.low()
                                            .replaceFirst("^hand[- ]made$", "handmade")
                                            .replaceFirst("s?['’]? (grade|quality)$", "")))
                            .findFirst()),
            TermKind.plain("In the drawer", DISCONTINUED, "discontinued"),
            TermKind.of("Maker", List.of(), MakerTerms::maker)
                    .byName(known -> known.of(MAKERS).stream()
                            .map(m -> new ByMaker(m).written())
                            .toList()));

    private MakerTerms() {}

    private static Optional<ByMaker> maker(TermKind.Run run) {
        String low = run.low();
        String name = Words.folded(low.replaceFirst("^(?:maker(?::| )|by |made by |from |paints? by )", ""));
        return run.known().of(MAKERS).stream()
                .filter(k -> !name.isEmpty() && Words.folded(k).equals(name))
                .findFirst()
                .map(ByMaker::new);
    }
}
