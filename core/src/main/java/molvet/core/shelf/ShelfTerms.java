package molvet.core.shelf;

import java.util.List;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import molvet.core.collection.Stretch;
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

    /** Anywhere on a page. */
    public record OnPage(PlaceCode.KeeperCode keeper, int page) implements Term {
        private static Optional<OnPage> of(String keeper, String page) {
            return PlaceCode.KeeperCode.parse(keeper)
                    .filter(k -> k.kind().isPaged())
                    .map(k -> new OnPage(k, Integer.parseInt(page)));
        }

        @Override
        public String written() {
            return "page " + page + " of " + keeper;
        }

        @Override
        public String words() {
            return "on page " + page + " of " + keeper.kind().words() + " " + keeper.number();
        }
    }

    /** One of its swatches was painted then, or none of it was. */
    public record PaintedIn(boolean painted, Stretch when) implements Term {
        @Override
        public String written() {
            return (painted ? "painted " : "not painted ") + when.written();
        }
    }

    private static final Pattern PAINTED_IN =
            Pattern.compile("((?:not|never) )?(?:painted|swatched|paint|swatch(?:es)?)(?: out)? (.+)");

    private static final Pattern PAGE_OF = Pattern.compile("(?:page|pg|p)\\.? ?(\\d{1,4}) (?:of|in) (?:the |my )?(.+)");
    private static final Pattern PAGE_IN = Pattern.compile("(.+?)[ .·,]+(?:page|pg|p)\\.? ?(\\d{1,4})");

    public static final List<TermKind> KINDS = List.of(
            TermKind.plain(MENU, PAINTED, "painted", "swatched", "painted out"),
            TermKind.of(MENU, List.of("painted this month"), ShelfTerms::paintedIn),
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
                    "without a card",
                    "without card",
                    "not swatched out",
                    "not painted out"),
            TermKind.plain(MENU, NOT_FILED, "not filed", "no place", "unfiled", "without a place", "without place"),
            TermKind.plain(MENU, LOST, "lost", "swatch lost", "lost swatch", "lost swatches"),
            TermKind.of(MENU, List.of("in ring 1", "page 3 of binder 1"), ShelfTerms::place));

    private ShelfTerms() {}

    private static Optional<PaintedIn> paintedIn(TermKind.Run run) {
        Matcher m = PAINTED_IN.matcher(run.low());
        return m.matches()
                ? Stretch.parse(m.group(2)).map(when -> new PaintedIn(m.group(1) == null, when))
                : Optional.empty();
    }

    private static Optional<? extends Term> place(TermKind.Run run) {
        String bare = run.low().replaceFirst("^(?:at|in|on) ", "");
        Optional<? extends Term> page = page(bare);
        if (page.isPresent()) return page;
        Optional<? extends Term> place = PlaceCode.parse(bare).map(AtPlace::new);
        return place.isPresent() ? place : PlaceCode.KeeperCode.parse(bare).map(InKeeper::new);
    }

    /** A binder's page without a pocket is all of it; of a sketchbook a page by itself is its first entry. */
    private static Optional<OnPage> page(String bare) {
        Matcher of = PAGE_OF.matcher(bare);
        if (of.matches()) return OnPage.of(of.group(2), of.group(1));
        Matcher in = PAGE_IN.matcher(bare);
        if (!in.matches()) return Optional.empty();
        return OnPage.of(in.group(1), in.group(2)).filter(p -> p.keeper().kind() != KeeperKind.SKETCHBOOK);
    }
}
