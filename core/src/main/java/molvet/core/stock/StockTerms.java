package molvet.core.stock;

import java.util.List;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import molvet.core.collection.HoldingState;
import molvet.core.collection.HoldingTerms;
import molvet.core.collection.Stretch;
import molvet.core.platform.Term;
import molvet.core.platform.TermKind;

/** What stock adds to the find language: when something was parted with. */
public final class StockTerms {
    private static final Pattern WENT =
            Pattern.compile("(given away|gave away|used up|finished|emptied|lent|lent out|lost) (.+)");

    /** A tube, pan or sample of it went so, then. */
    public record WentIn(HoldingState state, Stretch when) implements Term {
        @Override
        public String written() {
            String how = state == HoldingState.LOST ? "lost" : new HoldingTerms.Went(state).written();
            return how + " " + when.written();
        }
    }

    public static final Term.Plain TO_BUY = new Term.Plain("to buy", "on the shopping list");

    public static final List<TermKind> KINDS = List.of(
            TermKind.plain(
                    "In the drawer",
                    TO_BUY,
                    "to buy",
                    "on the shopping list",
                    "on my shopping list",
                    "shopping list",
                    "to reorder",
                    "reorder",
                    "buy again"),
            TermKind.of("In the drawer", List.of("used up this year"), StockTerms::went));

    private StockTerms() {}

    private static Optional<WentIn> went(TermKind.Run run) {
        Matcher m = WENT.matcher(run.low());
        if (!m.matches()) return Optional.empty();
        HoldingState state = switch (m.group(1)) {
            case "given away", "gave away" -> HoldingState.GIVEN_AWAY;
            case "lent", "lent out" -> HoldingState.LENT;
            case "lost" -> HoldingState.LOST;
            default -> HoldingState.USED_UP;
        };
        return Stretch.parse(m.group(2)).map(when -> new WentIn(state, when));
    }
}
