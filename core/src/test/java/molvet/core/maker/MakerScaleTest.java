package molvet.core.maker;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.List;
import molvet.core.measure.Refusal;
import molvet.core.pigment.Lightfastness;
import molvet.core.pigment.Trait;
import molvet.core.pigment.Transparency;
import org.junit.jupiter.api.Test;

class MakerScaleTest {
    private final MakerScale stars = MakerScale.parse(Trait.LIGHTFASTNESS, "*** = excellent; ** = very good, * = Fair");

    @Test
    void mapsAMakersSymbolsAndKeepsThemAsWritten() {
        Claim claim = stars.claim(" ** ");
        assertThat(claim.asWritten()).isEqualTo("**");
        assertThat(claim.grade()).contains(Lightfastness.VERY_GOOD);
        assertThat(MakerScale.parse(Trait.LIGHTFASTNESS, "I = excellent, II = very good")
                        .claim("ii")
                        .grade())
                .contains(Lightfastness.VERY_GOOD);
    }

    @Test
    void understandsOurOwnWordsWithoutAScale() {
        assertThat(MakerScale.none(Trait.TRANSPARENCY).claim("Semi-transparent").grade())
                .contains(Transparency.SEMI_TRANSPARENT);
        assertThat(MakerScale.none(Trait.TRANSPARENCY).claim("◐").grade()).isEmpty();
    }

    @Test
    void symbolsOfAMakerWithoutAScaleProposeOne() {
        assertThat(MakerScale.proposed(Trait.LIGHTFASTNESS, List.of("I", "II")).orElseThrow())
                .isEqualTo(PublishedScale.ASTM_D4303.scale());
        assertThat(MakerScale.proposed(Trait.LIGHTFASTNESS, List.of("7-8", "4"))
                        .orElseThrow()
                        .claim("7-8")
                        .grade())
                .contains(Lightfastness.EXCELLENT);
        assertThat(MakerScale.proposed(Trait.LIGHTFASTNESS, List.of("*", "***"))
                        .orElseThrow()
                        .toString())
                .isEqualTo("*** = excellent, ** = very good, * = fair");
        assertThat(MakerScale.proposed(Trait.LIGHTFASTNESS, List.of("****"))
                        .orElseThrow()
                        .symbols())
                .hasSize(4);
        assertThat(MakerScale.proposed(Trait.LIGHTFASTNESS, List.of("excellent")))
                .isEmpty();
        assertThat(MakerScale.proposed(Trait.LIGHTFASTNESS, List.of("I", "***")))
                .isEmpty();
    }

    @Test
    void isPrintedAsItIsRead() {
        assertThat(MakerScale.parse(Trait.LIGHTFASTNESS, stars.toString())).isEqualTo(stars);
    }

    @Test
    void namesEachPartThatIsNoSymbolAndStep() {
        assertThatThrownBy(() -> MakerScale.parse(Trait.STAINING, "1 = low, two, 3 = enormous"))
                .isInstanceOfSatisfying(
                        Refusal.class, r -> assertThat(r.faults()).hasSize(2));
    }
}
