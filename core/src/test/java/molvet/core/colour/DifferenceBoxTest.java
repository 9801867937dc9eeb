package molvet.core.colour;

import static org.assertj.core.api.Assertions.assertThat;

import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.DoubleRange;

/** Nothing within a difference lies outside the box; tried where the formula turns most, and everywhere else. */
class DifferenceBoxTest {
    @Property(tries = 20_000)
    void whatIsNearLiesInTheBox(
            @ForAll @DoubleRange(min = 0, max = 100) double l,
            @ForAll @DoubleRange(min = 0, max = 360) double hue,
            @ForAll @DoubleRange(min = 0, max = 90) double chroma,
            @ForAll @DoubleRange(min = -18, max = 18) double dl,
            @ForAll @DoubleRange(min = -40, max = 40) double da,
            @ForAll @DoubleRange(min = -40, max = 40) double db,
            @ForAll @DoubleRange(min = 0.5, max = 10) double within) {
        assertHolds(l, hue, chroma, dl, da, db, within);
    }

    @Property(tries = 20_000)
    void amongBluesToo(
            @ForAll @DoubleRange(min = 0, max = 100) double l,
            @ForAll @DoubleRange(min = 190, max = 360) double hue,
            @ForAll @DoubleRange(min = 5, max = 90) double chroma,
            @ForAll @DoubleRange(min = -1, max = 1) double dl,
            @ForAll @DoubleRange(min = -30, max = 30) double da,
            @ForAll @DoubleRange(min = -30, max = 30) double db,
            @ForAll @DoubleRange(min = 0.5, max = 10) double within) {
        assertHolds(l, hue, chroma, dl, da, db, within);
    }

    private static void assertHolds(
            double l, double hue, double chroma, double dl, double da, double db, double within) {
        double r = Math.toRadians(hue);
        Lab one = new Lab(l, chroma * Math.cos(r), chroma * Math.sin(r));
        Lab other = new Lab(Math.max(0, Math.min(100, l + dl)), one.a() + da, one.b() + db);
        if (one.differenceFrom(other) > within) return;
        DifferenceBox reach = DifferenceBox.of(one, within);
        assertThat(Math.abs(one.l() - other.l())).isLessThanOrEqualTo(reach.l());
        assertThat(Math.abs(one.a() - other.a())).isLessThanOrEqualTo(reach.ab());
        assertThat(Math.abs(one.b() - other.b())).isLessThanOrEqualTo(reach.ab());
    }
}
