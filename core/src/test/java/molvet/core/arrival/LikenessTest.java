package molvet.core.arrival;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Optional;
import molvet.core.arrival.Likeness.Kind;
import molvet.core.arrival.Likeness.Match;
import molvet.core.arrival.Likeness.Measured;
import molvet.core.arrival.Likeness.Owned;
import molvet.core.collection.Accession;
import molvet.core.collection.Standing;
import molvet.core.colour.Difference;
import molvet.core.colour.Lab;
import molvet.core.maker.ChartIndex;
import molvet.core.pigment.LabelReader;
import molvet.core.pigment.PigmentReference;
import molvet.core.pigment.Recipe;
import org.junit.jupiter.api.Test;

/** “Do I have that already?” */
class LikenessTest {
    private static final Measured BLUE = new Measured(new Lab(30, 15, -50), new Lab(80, 2, -14));

    private static Owned owned(
            int id, String name, String maker, String recipe, Standing standing, Optional<Measured> measured) {
        return new Owned(
                id,
                new Accession(id),
                name,
                maker,
                Optional.empty(),
                "",
                recipe.isEmpty() ? Recipe.NONE : Recipe.of(recipe.split("\\+")),
                standing,
                standing == Standing.OWNED ? "15 ml tube, 60 % left" : "",
                measured);
    }

    private static QuickLine line(String text) {
        return new QuickReader(new LabelReader(PigmentReference.standard()), ChartIndex.empty())
                .read(text, "")
                .get(0);
    }

    private static List<Match> matches(Likeness having, String text) {
        QuickLine line = line(text);
        return having.matches(line, line.recipe());
    }

    @Test
    void theSamePaintIsSaidWithWhatIsLeft() {
        Likeness having =
                new Likeness(List.of(owned(1, "Sound Blue", "Kelpwick", "PB29", Standing.OWNED, Optional.empty())));
        List<Match> found = matches(having, "Sound Blue by Kelpwick, PB29, 15 ml");
        assertThat(found).extracting(Match::likeness).containsExactly(Kind.SAME_PAINT);
        assertThat(found.get(0).message()).contains("M-0001", "60 % left");
        assertThat(matches(having, "Sound Blue by Kelpwick, PB29, gift for Ada")
                        .get(0)
                        .message())
                .contains("to give");
        assertThat(having.same(line("Sound Blue by Kelpwick PB29 [as: new]"))).isEmpty();
        assertThat(having.same(line("Anything [as: M-1]"))).isPresent();
    }

    @Test
    void sameNameWithOtherPigmentsIsNoMatchButIsTold() {
        Likeness having =
                new Likeness(List.of(owned(1, "Sound Blue", "Kelpwick", "PB29", Standing.OWNED, Optional.empty())));
        assertThat(matches(having, "Sound Blue by Pellworth PB15:3"))
                .extracting(Match::likeness)
                .containsExactly(Kind.SAME_NAME_OTHER_RECIPE);
        assertThat(having.same(line("Sound Blue by Kelpwick PB15:3"))).isEmpty();
    }

    @Test
    void sameRecipeWhateverTheOrder() {
        Likeness having = new Likeness(List.of(
                owned(1, "Dusk", "Kelpwick", "PV19+PG50", Standing.OWNED, Optional.empty()),
                owned(2, "Old Dusk", "", "PG50+PV19", Standing.GONE, Optional.empty())));
        assertThat(matches(having, "Heather PG50 PV19"))
                .extracting(Match::likeness)
                .containsExactly(Kind.SAME_RECIPE, Kind.SAME_RECIPE);
    }

    @Test
    void coloursAreComparedOnlyMeasuredAgainstMeasured() {
        Measured near = new Measured(new Lab(30.5, 15, -50), new Lab(80, 2.5, -14));
        Measured far = new Measured(new Lab(30, 15, -50), new Lab(70, 10, -14));
        Likeness having = new Likeness(List.of(
                owned(1, "Sound Blue", "Kelpwick", "PB29", Standing.SAMPLED, Optional.of(BLUE)),
                owned(2, "Quayside Blue", "Pellworth", "PB29+PB15", Standing.OWNED, Optional.of(near)),
                owned(3, "Bay Blue", "Pellworth", "PB28", Standing.OWNED, Optional.of(far)),
                owned(4, "Gone Blue", "Pellworth", "PB27", Standing.GONE, Optional.of(near)),
                owned(5, "Unread Blue", "Pellworth", "PB60", Standing.OWNED, Optional.empty())));
        List<Match> found = matches(having, "Sound Blue by Kelpwick PB29 15 ml");
        assertThat(found).extracting(Match::paint).containsExactly(1L, 2L);
        assertThat(found.get(1).likeness()).isEqualTo(Kind.INDISTINGUISHABLE);
        assertThat(found.get(1).message()).contains("your swatch against your swatch", "below 1.8");
        assertThat(found.get(1).deltaE().orElseThrow()).isLessThan(Difference.ACCEPTED);
    }
}
