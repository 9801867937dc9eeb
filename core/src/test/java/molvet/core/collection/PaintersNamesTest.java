package molvet.core.collection;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Optional;
import molvet.core.colour.Lab;
import molvet.core.colour.WashRun;
import molvet.core.pigment.PigmentReference;
import molvet.core.pigment.Recipe;
import molvet.core.pigment.UsualColour;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Families and places as painters name them: common practice, no published source; the colours are from memory. */
class PaintersNamesTest {
    private static final PigmentReference REFERENCE = PigmentReference.standard();
    private static final SchoolOrder ORDER = new SchoolOrder(REFERENCE);

    private static Lab usual(String code) {
        return UsualColour.of(Recipe.of(code), REFERENCE).orElseThrow().massTone();
    }

    private static Swatchable painted(String name, String code, Lab full) {
        return new Swatchable(name, name, Recipe.of(code), Optional.of(WashRun.ofFull(full)), Optional.empty(), "");
    }

    private static Swatchable unpainted(String name, String code) {
        return new Swatchable(name, name, Recipe.of(code), Optional.empty(), Optional.empty(), "");
    }

    @ParameterizedTest(name = "{0} is a {1}")
    @CsvSource({
        "PR83, COOL_RED",
        "PR177, COOL_RED",
        "PR264, COOL_RED",
        "NR4, COOL_RED",
        "PV19, COOL_RED",
        "PY3, COOL_YELLOW",
        "PY175, COOL_YELLOW",
        "PR108, WARM_RED",
        "PR188, WARM_RED",
        "PO73, ORANGE",
        "PO62, ORANGE",
        "PO71, ORANGE",
        "PR255, WARM_RED",
        "PB29, WARM_BLUE",
        "PB15:3, COOL_BLUE",
        "PB27, COOL_BLUE",
        "PG7, COOL_GREEN"
    })
    void aPigmentFillsThePlacePaintersGiveIt(String code, Range place) {
        assertThat(Range.of(WashRun.ofFull(usual(code)).half(), Recipe.of(code)))
                .isEqualTo(place);
    }

    /** What was measured counts where it plainly lies elsewhere: a maker's warm madder is a warm red. */
    @Test
    void aColourFarFromTheBorderIsNotTalkedOutOfIt() {
        Lab orange = new Lab(55, 45, 55);
        assertThat(Range.of(orange, Recipe.of("PR83"))).isEqualTo(Range.ORANGE);
        Lab red = new Lab(45, 60, 32);
        assertThat(Range.of(red, Recipe.of("PO73"))).isEqualTo(Range.WARM_RED);
        // A wash of a pyrrole orange as it was measured, on either side of the border.
        assertThat(Range.of(new Lab(66, 50, 52), Recipe.of("PO73"))).isEqualTo(Range.ORANGE);
        assertThat(Range.of(new Lab(66, 56, 55), Recipe.of("PO73"))).isEqualTo(Range.ORANGE);
        // A mixture is what it looks like.
        assertThat(Range.of(new Lab(66, 56, 55), Recipe.of("PO73", "PR254"))).isEqualTo(Range.WARM_RED);
    }

    @ParameterizedTest(name = "{0} stays a {1} when it is painted out")
    @CsvSource({
        "PB29, BLUE",
        "PB60, BLUE",
        "PB15:3, BLUE",
        "PV23, VIOLET",
        "PR83, RED",
        "PR108, RED",
        "PG7, GREEN",
        "PY3, YELLOW",
        "PO20, ORANGE",
        "PBr7, BROWN"
    })
    void paintingItOutDoesNotMoveIt(String code, Family family) {
        assertThat(ORDER.family(painted("Nameless", code, usual(code)))).isEqualTo(family);
        assertThat(ORDER.family(unpainted("Nameless", code))).isEqualTo(family);
    }

    @Test
    void anUltramarineOfTheRedKindIsABlueStill() {
        assertThat(ORDER.family(painted("Nameless", "PB29", new Lab(20, 32, -58))))
                .isEqualTo(Family.BLUE);
    }

    /** What two pigments make is what it looks like: a violet of a blue and a rose is a violet. */
    @Test
    void ofAMixtureTheEyeDecides() {
        Swatchable mixed = new Swatchable(
                "v",
                "Nameless",
                Recipe.of("PB29", "PR122"),
                Optional.of(new WashRun(List.of(new Lab(18, 34, -44), new Lab(57, 18, -30), new Lab(92, 3, -5)), true)),
                Optional.empty(),
                "");
        assertThat(ORDER.family(mixed)).isEqualTo(Family.VIOLET);
    }

    @Test
    void aWhiteThatWasPaintedOutIsAWhite() {
        assertThat(ORDER.family(painted("Opaque", "PW6", new Lab(95, 0, 3)))).isEqualTo(Family.WHITE);
    }

    /** A scarlet before a cool red was the order of the alphabet. */
    @Test
    void whatIsNotPaintedStandsByItsRecipeAndThatIsSaid() {
        SchoolOrder.Ordered ordered = ORDER.order(
                School.SEVEN_GROUPS,
                List.of(unpainted("Alba", "PR188"), unpainted("Berta", "PR264"), unpainted("Cora", "PV19")));
        assertThat(ordered.order().indexOf("Berta")).isLessThan(ordered.order().indexOf("Alba"));
        assertThat(ordered.groups().get(0).note().orElseThrow()).contains("where the recipe usually comes out");
        assertThat(ORDER.order(School.SEVEN_GROUPS, List.of(unpainted("A", "PY65"), unpainted("Z", "PY3")))
                        .order())
                .containsExactly("Z", "A");
        assertThat(ORDER.order(School.SEVEN_GROUPS, List.of(painted("A", "PY3", usual("PY3"))))
                        .groups()
                        .get(0)
                        .note())
                .isEmpty();
    }

    @Test
    void neutralsRunFromLightToDarkUnpaintedToo() {
        assertThat(ORDER.order(
                                School.NEUTRALS_FIRST,
                                List.of(
                                        unpainted("A black", "PBk7"),
                                        unpainted("B white", "PW6"),
                                        unpainted("C black", "PBk9"),
                                        unpainted("D white", "PW4")))
                        .order()
                        .subList(0, 2))
                .containsExactlyInAnyOrder("B white", "D white");
    }
}
