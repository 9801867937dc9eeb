package molvet.core.maker;

import java.util.List;
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

    public static final List<TermKind> KINDS = List.of(
            TermKind.plain("In the drawer", DISCONTINUED, "discontinued"),
            TermKind.of("Maker", List.of(), MakerTerms::maker)
                    .byName(known -> known.of(MAKERS).stream()
                            .map(m -> new ByMaker(m).written())
                            .toList()));

    private MakerTerms() {}

    private static Optional<ByMaker> maker(TermKind.Run run) {
        String low = run.low();
        String name = Words.folded(low.startsWith("maker:") ? low.substring(6) : low);
        return run.known().of(MAKERS).stream()
                .filter(k -> !name.isEmpty() && Words.folded(k).equals(name))
                .findFirst()
                .map(ByMaker::new);
    }
}
