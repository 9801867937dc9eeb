package molvet.core.choosing;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Optional;
import molvet.core.collection.Sample;
import molvet.core.colour.Difference;
import molvet.core.colour.Lab;
import molvet.core.colour.WashRun;
import molvet.core.pigment.Granulation;
import molvet.core.pigment.Recipe;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class ComparisonTest {
    static Sample sample(String name, Granulation grain, Lab... run) {
        return new Sample(
                name.hashCode(),
                name,
                Recipe.NONE,
                new WashRun(List.of(run), true),
                Optional.ofNullable(grain),
                Optional.empty(),
                Optional.empty(),
                Optional.empty(),
                Optional.empty());
    }

    private static String said(Sample one, Sample other) {
        return Comparison.of(List.of(one, other)).sentences().get(0).said();
    }

    @Test
    void strengthsAreSetEqualByValueNotByStep() {
        // The same paint, once thinned in even steps and once hurried through: at equal value it is the same.
        Sample slow = sample(
                "Slow", null, new Lab(30, 10, -40), new Lab(50, 7, -30), new Lab(70, 4, -20), new Lab(90, 1, -10));
        Sample hasty = sample(
                "Hasty", null, new Lab(30, 10, -40), new Lab(70, 4, -20), new Lab(80, 2.5, -15), new Lab(90, 1, -10));
        Comparison c = Comparison.of(List.of(slow, hasty));
        assertThat(c.middle().get(0).get(1)).isLessThan(0.01);
        assertThat(c.values()).hasSize(9).startsWith(30.0).endsWith(90.0);
        assertThat(c.sentences().get(0).said()).isEqualTo("Cannot be told apart at any strength.");
    }

    @Test
    void theSentenceSaysWhereTheyPartAndWhichWay() {
        Sample one = sample("Harbour", null, new Lab(30, 10, -40), new Lab(60, 4, -24), new Lab(90, 0, -6));
        Sample bluer = sample("Slipway", null, new Lab(30, 10.3, -40), new Lab(60, 4, -27), new Lab(90, 1, -13));
        assertThat(said(one, bluer)).startsWith("Same at full strength, parts at tint: Slipway is brighter");
        Sample greener = sample("Reed", null, new Lab(30, 10, -40), new Lab(60, -2, -24), new Lab(90, -6, -3));
        assertThat(said(one, greener)).contains("parts at tint").contains("Reed is greener");
        Sample far = sample("Poppy", null, new Lab(42, 60, 35), new Lab(90, 6, 3));
        assertThat(said(one, far)).isEqualTo("Plainly different: one is a blue, Poppy a red.");
    }

    @Test
    void grainIsNamedWhereColourDoesNotTell() {
        Sample smooth = sample("Smooth", Granulation.NONE, new Lab(40, 0, -30), new Lab(90, 0, -4));
        Sample grainy = sample("Grainy", Granulation.STRONG, new Lab(40, 0, -30), new Lab(90, 0, -4));
        assertThat(said(smooth, grainy))
                .isEqualTo("The same colour at every strength, but Grainy granulates much more.");
    }

    @Test
    void withHardlyAValueInCommonEachIsShownOverItsOwnRun() {
        Sample pale = sample("Straw", null, new Lab(86, 2, 40), new Lab(95, 0, 8));
        Sample dark = sample("Soot", null, new Lab(20, 0, 0), new Lab(80, 0, 0));
        Comparison c = Comparison.of(List.of(pale, dark));
        assertThat(c.values()).isEmpty();
        assertThat(c.strips().get(0).get(0)).isEqualTo(pale.run().full());
        assertThat(c.strips().get(1).get(8)).isEqualTo(dark.run().palest());
    }

    /** A turn is named for the elementary hue it leads to: a violet never turns greener (common practice, no published source). */
    @ParameterizedTest
    @CsvSource({
        "50,0,-40, 50,8,-39, redder",
        "50,0,-40, 50,-8,-39, greener",
        "50,40,0, 50,39,9, yellower",
        "50,40,0, 50,39,-9, bluer",
        "40,40,-35, 42,26,-38, bluer",
        "40,30,-35, 40,37,-27, redder",
        "34,34,-44, 45,14,-40, bluer and duller",
        "26,22,-54, 27,12,-55, greener",
        "26,22,-54, 26,30,-50, redder",
        "85,-2,80, 85,-14,79, greener",
        "75,30,70, 77,16,76, yellower",
        "45,-30,-20, 45,-34,-8, greener",
        "35,40,30, 35,44,22, bluer",
        "30,0,0, 30,0,-9, bluer",
        "50,30,30, 50,20,20, duller",
        "50,30,30, 50,42,42, brighter",
        "50,30,30, 62,30,30, paler",
        "50,0,0, 40,0,0, darker",
        "50,10,10, 50.1,10,10, hardly different",
    })
    void theSecondIsDescribedBesideTheFirst(
            double l1, double a1, double b1, double l2, double a2, double b2, String how) {
        assertThat(Difference.how(new Lab(l1, a1, b1), new Lab(l2, a2, b2))).isEqualTo(how);
    }
}
