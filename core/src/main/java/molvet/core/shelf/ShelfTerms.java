package molvet.core.shelf;

import java.util.List;
import java.util.Optional;
import molvet.core.platform.Term;
import molvet.core.platform.TermKind;

/** What the shelf adds to the find language. */
public final class ShelfTerms {
    private static final String MENU = "On paper";

    public static final Term.Plain PAINTED = Term.Plain.of("painted");
    public static final Term.Plain NOT_PAINTED = Term.Plain.of("no swatch");
    public static final Term.Plain NOT_FILED = Term.Plain.of("no place");
    public static final Term.Plain LOST = new Term.Plain("lost", "swatch lost");

    public record AtPlace(PlaceCode place) implements Term {
        @Override
        public String written() {
            return place.toString();
        }

        @Override
        public String words() {
            return "at " + place;
        }
    }

    public record InKeeper(PlaceCode.KeeperCode keeper) implements Term {
        @Override
        public String written() {
            return keeper.toString();
        }

        @Override
        public String words() {
            return "in " + keeper.kind().words() + " " + keeper.number();
        }
    }

    public static final List<TermKind> KINDS = List.of(
            TermKind.plain(MENU, PAINTED, "painted", "swatched", "painted out"),
            TermKind.plain(
                    MENU,
                    NOT_PAINTED,
                    "not swatched",
                    "no swatch",
                    "not painted",
                    "unpainted",
                    "never painted",
                    "to paint",
                    "without a swatch",
                    "without swatch",
                    "not swatched out",
                    "not painted out"),
            TermKind.plain(MENU, NOT_FILED, "not filed", "no place", "unfiled", "without a place", "without place"),
            TermKind.plain(MENU, LOST, "lost", "swatch lost", "lost swatch", "lost swatches"),
            TermKind.of(MENU, List.of("in ring 1"), ShelfTerms::place));

    private ShelfTerms() {}

    private static Optional<? extends Term> place(TermKind.Run run) {
        String bare = run.low().replaceFirst("^(?:at|in) ", "");
        Optional<? extends Term> place = PlaceCode.parse(bare).map(AtPlace::new);
        return place.isPresent() ? place : PlaceCode.KeeperCode.parse(bare).map(InKeeper::new);
    }
}
