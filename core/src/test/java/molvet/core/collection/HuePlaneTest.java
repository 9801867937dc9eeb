package molvet.core.collection;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.List;
import molvet.core.colour.Lab;
import molvet.core.pigment.Recipe;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class HuePlaneTest {
    private static Lab at(double hue, double chroma) {
        double r = Math.toRadians(hue);
        return new Lab(55, chroma * Math.cos(r), chroma * Math.sin(r));
    }

    /**
     * The four unique hues in CIE L*a*b*, from memory of G. Derefeldt and C. Sahlin, “Transformation of NCS data into CIELAB colour
     * space”, Color Res. Appl. 11 (1986): red about 25°, yellow 92°, green 163°, blue 246°.
     */
    @ParameterizedTest
    @CsvSource({"27, red", "92, yellow", "163, green", "246, blue", "322, violet", "63, orange", "2, purple"})
    void anglesAreNamedAsHuesAreSeen(double hue, String name) {
        assertThat(HuePlane.named(hue)).isEqualTo(name);
    }

    @Test
    void theWidestStretchWithoutAPaintIsNamed() {
        List<Lab> dots = new ArrayList<>();
        for (int hue = 0; hue < 360; hue += 10) if (hue < 50 || hue > 90) dots.add(at(hue, 40));
        dots.add(at(70, 3));
        assertThat(HuePlane.gaps(dots)).singleElement().satisfies(g -> {
            assertThat(g.from()).isEqualTo(40, org.assertj.core.data.Offset.offset(0.01));
            assertThat(g.said()).isEqualTo("Nothing from scarlet to yellow: 60 degrees without an orange.");
        });
    }

    @Test
    void aGapWithinOneNameOrBesideItIsNotSaidTwice() {
        List<Lab> blues = List.of(at(230, 40), at(266, 40), at(300, 40), at(330, 40), at(0, 40), at(30, 40));
        assertThat(HuePlane.gaps(blues).stream().map(HuePlane.Gap::said))
                .contains("Among the blues 36 degrees are empty.")
                .noneMatch(s -> s.matches("Nothing from (.*) to .* without an? \\1\\."));
    }

    @Test
    void ofAFindOnOneSideOfTheWheelItIsSaidWhereAllLie() {
        assertThat(HuePlane.gaps(List.of(at(230, 40), at(250, 40), at(300, 40))))
                .first()
                .satisfies(g -> assertThat(g.said())
                        .isEqualTo(
                                "All lie from blue to blue-violet; the other 290 degrees, round yellow, are empty."));
    }

    @Test
    void aGapMayRunThroughZero() {
        List<Lab> dots = List.of(at(40, 30), at(60, 30), at(80, 30), at(320, 30));
        assertThat(HuePlane.gaps(dots)).anySatisfy(g -> {
            assertThat(g.from()).isCloseTo(320, org.assertj.core.data.Offset.offset(0.01));
            assertThat(g.to()).isCloseTo(40, org.assertj.core.data.Offset.offset(0.01));
        });
        assertThat(HuePlane.gaps(List.of(at(1, 30), at(90, 30)))).isEmpty();
    }

    @Test
    void manyInLittleReachAreACrowdAndEachStandsInOne() {
        List<Lab> dots = new ArrayList<>();
        for (int i = 0; i < 6; i++) dots.add(at(270 + i, 45));
        for (int i = 0; i < 4; i++) dots.add(at(40, 50 + i));
        dots.add(at(150, 40));
        List<HuePlane.Crowd> crowds = HuePlane.crowds(dots);
        assertThat(crowds).hasSize(2);
        assertThat(crowds.get(0).members()).containsExactly(0, 1, 2, 3, 4, 5);
        assertThat(crowds.get(0).said()).startsWith("6 crowd at blue");
    }

    @ParameterizedTest
    @CsvSource({
        "100, 60, COOL_YELLOW",
        "85, 70, WARM_YELLOW",
        "60, 60, ORANGE",
        "35, 60, WARM_RED",
        "5, 55, COOL_RED",
        "350, 50, COOL_RED",
        "320, 40, VIOLET",
        "285, 50, WARM_BLUE",
        "240, 40, COOL_BLUE",
        "180, 40, COOL_GREEN",
        "130, 40, WARM_GREEN",
        "70, 25, EARTH",
        "270, 4, DARK"
    })
    void everyColourHasItsPlaceOnTheWheel(double hue, double chroma, Range place) {
        assertThat(Range.of(at(hue, chroma), Recipe.NONE)).isEqualTo(place);
    }

    @Test
    void whatIsMissingIsNamed() {
        List<Lab> all = new ArrayList<>();
        for (int hue = 0; hue < 360; hue += 5) if (hue > 25 && hue < 345) all.add(at(hue, 50));
        assertThat(Range.missing(all.stream().map(c -> Range.of(c, Recipe.NONE)).toList()))
                .containsExactly(Range.COOL_RED, Range.EARTH, Range.DARK);
    }
}
