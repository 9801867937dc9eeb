package molvet.core.mixing;

import static molvet.core.mixing.PaintsForMixing.mixed;
import static molvet.core.mixing.PaintsForMixing.paint;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import java.util.Collections;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;
import molvet.core.colour.Lab;
import molvet.core.measure.Refusal;
import molvet.core.pigment.Granulation;
import molvet.core.pigment.Lightfastness;
import molvet.core.pigment.Recipe;
import molvet.core.pigment.Transparency;
import net.jqwik.api.Arbitraries;
import net.jqwik.api.Arbitrary;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.Provide;
import net.jqwik.api.constraints.DoubleRange;
import org.junit.jupiter.api.Test;

/** What painters know of mixtures; common practice, no published source, where nothing else is named. */
class PredictionTest {
    private static final List<String> CODES =
            List.of("PY154", "PB15:3", "PB16", "PB29", "PBr7", "PV19", "PO73", "PG7", "PBk31", "PR122", "PW6", "PBk9");

    private static Lab half(Prediction p) {
        return p.run().half();
    }

    @Test
    void yellowAndPhthaloBlueMakeAVividGreen() {
        Lab green = half(mixed("PY154", 5, "PB15:3", 1));
        assertThat(green.hue()).isBetween(110.0, 190.0);
        assertThat(green.chroma()).isGreaterThan(35);
    }

    @Test
    void ultramarineAndBurntSiennaMakeAGrey() {
        double least = Stream.of(1, 2, 3)
                .mapToDouble(sienna -> half(mixed("PBr7", sienna, "PB29", 1)).chroma())
                .min()
                .orElseThrow();
        assertThat(least).isLessThan(10);
    }

    @Test
    void quinacridoneRoseAndUltramarineMakeAViolet() {
        Lab violet = half(mixed("PV19", 1, "PB29", 1));
        assertThat(violet.hue()).isBetween(290.0, 350.0);
        assertThat(violet.chroma()).isGreaterThan(25);
    }

    /** Warm, and with less than half the chroma of the orange. */
    @Test
    void pyrroleOrangeAndPhthaloTurquoiseMakeANaturalBrown() {
        Lab brown = half(mixed("PO73", 3, "PB16", 1));
        assertThat(brown.hue()).isBetween(20.0, 95.0);
        assertThat(brown.chroma())
                .isBetween(6.0, 0.6 * half(mixed("PO73", 1, "PO73", 0)).chroma());
    }

    @Test
    void phthaloTurquoiseAndBurntUmberComeCloseToPeryleneGreen() {
        double nearest = Stream.of(new int[] {1, 1}, new int[] {1, 2}, new int[] {2, 3}, new int[] {1, 3})
                .mapToDouble(r -> half(mixed("PB16", r[0], "PBr7 umber", r[1]))
                        .differenceFrom(paint("PBk31").run().half()))
                .min()
                .orElseThrow();
        assertThat(nearest).isLessThan(9);
    }

    @Provide
    Arbitrary<String> codes() {
        return Arbitraries.of(CODES);
    }

    @Property(tries = 60)
    void aMixtureIsNeverLighterThanItsLightestPart(
            @ForAll("codes") String one,
            @ForAll("codes") String other,
            @ForAll @DoubleRange(min = 0.01, max = 0.99) double share) {
        Prediction p = mixed(one, 1 - share, other, share);
        double lightest = Math.max(
                paint(one).film().film().at(1).l(),
                paint(other).film().film().at(1).l());
        assertThat(p.massTone().l()).isLessThanOrEqualTo(lightest + 0.5);
        assertThat(p.steps()).hasSize(11);
        if (p.tint().l() > p.massTone().l() + 1) {
            assertThat(p.steps()).isSortedAccordingTo((a, b) -> Double.compare(a.l(), b.l()));
        }
        assertThat(p.tint().differenceFrom(p.steps().get(10))).isLessThan(1e-6);
    }

    @Property(tries = 40)
    void aPartOfNothingChangesNothingAndPartsScale(
            @ForAll("codes") String one,
            @ForAll("codes") String other,
            @ForAll @DoubleRange(min = 0.1, max = 9) double by) {
        Ingredient a = paint(one);
        Ingredient b = paint(other);
        Prediction plain = Prediction.of(Mixture.of(List.of(new Mixture.Part(a, 3), new Mixture.Part(b, 1))));
        Prediction scaled = Prediction.of(Mixture.of(List.of(new Mixture.Part(a, 3 * by), new Mixture.Part(b, by))));
        Prediction more = Prediction.of(Mixture.of(
                List.of(new Mixture.Part(a, 3), new Mixture.Part(b, 1), new Mixture.Part(paint("PBk9"), 0))));
        assertThat(scaled.massTone().differenceFrom(plain.massTone())).isLessThan(1e-6);
        assertThat(more.massTone()).isEqualTo(plain.massTone());
        assertThat(more.reasons()).isEqualTo(plain.reasons());
    }

    @Test
    void onePaintAloneIsAsItWasSeen() {
        Ingredient rose = paint("PV19");
        Prediction p = Prediction.of(Mixture.of(List.of(new Mixture.Part(rose, 1), new Mixture.Part(rose, 4))));
        assertThat(p.massTone()).isEqualTo(rose.massTone());
        assertThat(p.tint()).isEqualTo(rose.tint());
        assertThat(p.uncertainty()).isLessThan(1);
        assertThat(p.reasons()).contains("It is one paint by itself, as it was seen.");
    }

    @Test
    void whiteGouacheAmongThemLightensAndCovers() {
        Prediction p = mixed("PB29", 1, "PW6", 3);
        assertThat(p.massTone().l()).isGreaterThan(paint("PB29").massTone().l() + 12);
        assertThat(p.transparency()).isIn(Transparency.SEMI_OPAQUE, Transparency.OPAQUE);
        assertThat(mixed("PB15:3", 1, "PV19", 1).transparency()).isEqualTo(Transparency.TRANSPARENT);
    }

    @Test
    void granulationIsNeverMoreThanThatOfAPartAndSmallPartsGrainLess() {
        assertThat(mixed("PB29", 1, "PV19", 1).granulation()).contains(Granulation.MODERATE);
        assertThat(mixed("PB29", 1, "PV19", 5).granulation()).contains(Granulation.SLIGHT);
        assertThat(mixed("PB15:3", 1, "PV19", 1).granulation()).contains(Granulation.NONE);
        Ingredient unknown = paint("PV19", Traits.UNKNOWN);
        assertThat(Prediction.of(Mixture.of(List.of(new Mixture.Part(paint("PB29"), 1), new Mixture.Part(unknown, 1))))
                        .granulation())
                .isEmpty();
    }

    @Test
    void whatLastsLeastDecidesAndWhatPartsIsForeseen() {
        assertThat(Lasting.worst(List.of(Lightfastness.UNTESTED, Lightfastness.FAIR, Lightfastness.EXCELLENT)))
                .contains(Lightfastness.FAIR);
        assertThat(Lasting.worst(List.of(Lightfastness.UNTESTED))).contains(Lightfastness.UNTESTED);
        assertThat(mixed("PB29", 1, "PG7", 1).separation())
                .hasValueSatisfying(
                        s -> assertThat(s)
                                .isEqualTo(
                                        "PB29 settles into the grain while PG7 stains the paper: they will likely part as it dries."));
        assertThat(mixed("PB15:3", 1, "PG7", 1).separation()).isEmpty();
        assertThat(mixed("PBr7", 1, "PG7", 1).cautions()).containsExactly("manganese");
    }

    @Test
    void whatIsKnownOfFewerColoursIsForeseenLessSurely() {
        Lab full = new Lab(35, 54, 8);
        Ingredient scarce =
                Ingredient.of(1, "rose", Recipe.NONE, Seen.of(full, Optional.empty()), false, Traits.UNKNOWN);
        Ingredient known = paint("PV19");
        Ingredient blue = paint("PB29");
        Prediction p = Prediction.of(Mixture.of(List.of(new Mixture.Part(scarce, 1), new Mixture.Part(blue, 1))));
        Prediction q = Prediction.of(Mixture.of(List.of(new Mixture.Part(known, 1), new Mixture.Part(blue, 1))));
        assertThat(p.uncertainty()).isGreaterThan(q.uncertainty());
        assertThat(p.reasons()).anyMatch(r -> r.startsWith("Of rose only full strength is known"));
    }

    @Test
    void impossibleMixturesAreRefusedAndSaidWhere() {
        Ingredient rose = paint("PV19");
        assertThatThrownBy(() -> Mixture.of(List.of())).hasMessageContaining("nothing to mix");
        assertThatThrownBy(() -> Mixture.of(Collections.nCopies(9, new Mixture.Part(rose, 1))))
                .hasMessageContaining("9 paints");
        assertThatThrownBy(() -> Mixture.of(List.of(new Mixture.Part(rose, 1), new Mixture.Part(rose, 1e6))))
                .isInstanceOfSatisfying(
                        Refusal.class,
                        r -> assertThat(r.faults().get(0).where()).isEqualTo("parts[1].part"));
        assertThatThrownBy(() -> Mixture.of(List.of(new Mixture.Part(rose, Double.NaN))))
                .isInstanceOf(Refusal.class);
        assertThatThrownBy(() -> Mixture.of(List.of(new Mixture.Part(rose, 0))))
                .hasMessageContaining("No paint has a part");
        assertThat(Mixture.of(List.of(new Mixture.Part(rose, 1), new Mixture.Part(rose, 2)))
                        .parts())
                .hasSize(1)
                .allSatisfy(part -> assertThat(part.part()).isCloseTo(3, within(1e-12)));
    }
}
