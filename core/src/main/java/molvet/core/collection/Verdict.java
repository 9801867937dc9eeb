package molvet.core.collection;

import java.util.List;
import java.util.Optional;
import molvet.core.pigment.Grade;
import molvet.core.pigment.Trait;

/**
 * What three voices say of one trait, who wins, and why.
 *
 * @param label what the maker claims, on our scale
 * @param pigments what the reference says of the recipe
 * @param paper what one's own swatch shows; empty where it is in a test that says no more yet than the others
 * @param verdict the winner's word; empty when nobody speaks
 * @param disagree whether the voices are far enough apart to be worth a look
 * @param open whether the paper’s word is that of a test which is not over, and which leaves what the label claims open
 * @param reasons plain sentences: the winner and why first, then the disagreement
 * @param winner whose word it is; empty when nobody speaks
 * @param sure how sure it is
 * @param evidence every piece it was drawn from: the label, each pigment that the reference knows, what the paper showed
 */
public record Verdict(
        Trait trait,
        Optional<Grade> label,
        Optional<Grade> pigments,
        Optional<Grade> paper,
        Optional<Grade> verdict,
        boolean disagree,
        boolean open,
        List<String> reasons,
        Optional<Voice> winner,
        Sureness sure,
        List<Evidence> evidence) {
    public enum Voice {
        LABEL,
        PIGMENTS,
        PAPER
    }
}
