package molvet.core.maker;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

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
