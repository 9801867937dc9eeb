package molvet.core.colour;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import com.github.ajalt.colormath.model.LABColorSpaces;
import com.github.ajalt.colormath.model.XYZ;
import com.github.ajalt.colormath.model.XYZColorSpaces;
import java.awt.color.ColorSpace;
import molvet.core.measure.Refusal;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.DoubleRange;
import org.junit.jupiter.api.Test;

/** Against two independent libraries, Little CMS as the JDK ships it and colormath 3.6, and published values. */
class ColourSpaceTest {
    /** Little CMS carries sRGB to the D50 connection space by its own profile, in sixteen bits. */
    @Test
    void agreesWithLittleCmsOverAGrid() {
        ColorSpace srgb = ColorSpace.getInstance(ColorSpace.CS_sRGB);
        double worst = 0;
        double sum = 0;
        int n = 0;
        for (int r = 0; r <= 255; r += 17) {
            for (int g = 0; g <= 255; g += 17) {
                for (int b = 0; b <= 255; b += 17) {
                    float[] xyz = srgb.toCIEXYZ(new float[] {r / 255f, g / 255f, b / 255f});
                    double apart =
                            Srgb.of8bit(r, g, b).toLab().differenceFrom(Lab.ofXyz(new Xyz(xyz[0], xyz[1], xyz[2])));
                    worst = Math.max(worst, apart);
                    sum += apart;
                    n++;
                }
            }
        }
        assertThat(sum / n).as("mean of 4096 colours, ΔE00").isLessThan(0.05);
        assertThat(worst).as("the farthest of 4096 colours, ΔE00").isLessThan(0.5);
    }

    /** L*a*b* and XYZ under one white, so that no adaptation comes between. */
    @Test
    void agreesWithColormathOnLabAndXyz() {
        double worst = 0;
        for (int l = 5; l <= 100; l += 5) {
            for (int a = -80; a <= 80; a += 20) {
                for (int b = -80; b <= 80; b += 20) {
                    XYZ theirs = XYZColorSpaces.INSTANCE
                            .getXYZ50()
                            .convert(LABColorSpaces.INSTANCE.getLAB50().invoke((float) l, (float) a, (float) b, 1f));
                    Xyz ours = Lab.of(l, a, b).toXyz();
                    worst = Math.max(worst, Math.abs(ours.x() - theirs.getX()));
                    worst = Math.max(worst, Math.abs(ours.y() - theirs.getY()));
                    worst = Math.max(worst, Math.abs(ours.z() - theirs.getZ()));
                }
            }
        }
        // The two state the white of D50 with 4 and 5 decimals: Z differs by 4 in 10 000.
        assertThat(worst).isLessThan(2e-3);
    }

    /** The primaries of sRGB as L*a*b* D50: W3C CSS Color Module Level 4, sample conversions (rounded there). */
    @Test
    void agreesWithThePublishedPrimaries() {
        assertThat(Srgb.of8bit(255, 0, 0).toLab().differenceFrom(Lab.of(54.29, 80.80, 69.89)))
                .isLessThan(0.02);
        assertThat(Srgb.of8bit(0, 255, 0).toLab().differenceFrom(Lab.of(87.82, -79.27, 80.99)))
                .isLessThan(0.02);
        assertThat(Srgb.of8bit(0, 0, 255).toLab().differenceFrom(Lab.of(29.57, 68.30, -112.03)))
                .isLessThan(0.02);
    }

    @Test
    void sRgbGoesToLabAndBack() {
        for (int v = 0; v < 4096; v += 7) {
            String hex = String.format("#%02x%02x%02x", v & 255, v * 31 & 255, v * 97 & 255);
            assertThat(Srgb.ofLab(Srgb.ofHex(hex).toLab()).hex()).isEqualTo(hex);
        }
    }

    /** IEC 61966-2-1: the white of sRGB is D65; adapted to D50 it is L* 100 without colour. */
    @Test
    void whiteIsWhiteUnderEitherLight() {
        Lab white = Srgb.of8bit(255, 255, 255).toLab();
        assertThat(white.l()).isCloseTo(100, within(0.01));
        assertThat(white.chroma()).isLessThan(0.03);
        Xyz adapted = Xyz.D65.adapted(Xyz.D65, Xyz.D50);
        assertThat(adapted.x()).isCloseTo(Xyz.D50.x(), within(1e-6));
        assertThat(adapted.z()).isCloseTo(Xyz.D50.z(), within(1e-6));
    }

    /** B. Lindbloom’s published Bradford matrix from D65 to D50, first row, as widely printed. */
    @Test
    void adaptsByThePublishedBradfordMatrix() {
        Xyz d65 = new Xyz(0.95047, 1, 1.08883);
        Xyz d50 = new Xyz(0.96422, 1, 0.82521);
        assertThat(new Xyz(1, 0, 0).adapted(d65, d50).x()).isCloseTo(1.0478112, within(1e-5));
        assertThat(new Xyz(0, 1, 0).adapted(d65, d50).x()).isCloseTo(0.0228866, within(1e-5));
        assertThat(new Xyz(0, 0, 1).adapted(d65, d50).x()).isCloseTo(-0.0501270, within(1e-5));
    }

    @Property
    void labGoesToXyzAndBack(
            @ForAll @DoubleRange(max = 100) double l,
            @ForAll @DoubleRange(min = -80, max = 80) double a,
            @ForAll @DoubleRange(min = -80, max = 80) double b) {
        Lab back = Lab.ofXyz(Lab.of(l, a, b).toXyz());
        assertThat(back.l()).isCloseTo(l, within(1e-9));
        assertThat(back.a()).isCloseTo(a, within(1e-8));
        assertThat(back.b()).isCloseTo(b, within(1e-8));
    }

    @Test
    void refusesWhatIsNoColourOfASurface() {
        assertThatThrownBy(() -> Lab.of(Double.NaN, 0, 0)).isInstanceOf(Refusal.class);
        assertThatThrownBy(() -> Lab.of(300, 0, 0)).hasMessageContaining("300");
    }

    @Test
    void writesHexClippedToTheScreen() {
        assertThat(Srgb.ofHex("#c81e5a").hex()).isEqualTo("#c81e5a");
        assertThat(Srgb.ofLab(Lab.of(50, 120, 100)).canBeShown()).isFalse();
        assertThat(Srgb.ofLab(Lab.of(50, 0, 0)).canBeShown()).isTrue();
    }
}
