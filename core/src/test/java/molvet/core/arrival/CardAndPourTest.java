package molvet.core.arrival;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.math.BigDecimal;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.stream.IntStream;
import molvet.core.arrival.DotCard.Direction;
import molvet.core.collection.HoldingForm;
import molvet.core.measure.Lettering;
import molvet.core.measure.Refusal;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.IntRange;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Dot cards, pours and lettering. Volumes and sizes are common practice, no published source. */
class CardAndPourTest {
    @ParameterizedTest
    @CsvSource({
        "ACROSS, 1, D1·s1·r1·c1",
        "ACROSS, 4, D1·s1·r2·c1",
        "ACROSS, 13, D1·s2·r1·c1",
        "DOWN, 2, D1·s1·r2·c1",
        "DOWN, 5, D1·s1·r1·c2",
        "ACROSS_AND_BACK, 4, D1·s1·r2·c3",
        "ACROSS_AND_BACK, 7, D1·s1·r3·c1",
        "DOWN_AND_BACK, 5, D1·s1·r4·c2",
        "ACROSS_FROM_RIGHT, 1, D1·s1·r1·c3",
        "DOWN_FROM_RIGHT, 5, D1·s1·r1·c2",
    })
    void dotsAreCountedInTheDirectionInWhichTheCardIsRead(Direction direction, int position, String place) {
        assertThat(new DotCard(2, 3, 4, direction).place(position).code(1)).isEqualTo(place);
    }

    @Property
    void everyDotHasAPlaceOfItsOwn(
            @ForAll @IntRange(min = 1, max = 5) int sheets,
            @ForAll @IntRange(min = 1, max = 12) int columns,
            @ForAll @IntRange(min = 1, max = 12) int rows,
            @ForAll Direction direction) {
        DotCard card = new DotCard(sheets, columns, rows, direction);
        Set<DotCard.Place> places = new HashSet<>();
        IntStream.rangeClosed(1, card.capacity()).forEach(i -> places.add(card.place(i)));
        assertThat(places).hasSize(card.capacity()).allSatisfy(p -> {
            assertThat(p.row()).isBetween(1, rows);
            assertThat(p.column()).isBetween(1, columns);
            assertThat(p.sheet()).isBetween(1, sheets);
        });
    }

    @Test
    void fourSheetsHold238Dots() {
        DotCard card = DotCard.holding(238, 4, Direction.ACROSS);
        assertThat(card.capacity()).isBetween(238, 260);
        assertThat(card.sheets()).isEqualTo(4);
        assertThat((double) card.rows() / card.columns()).isBetween(1.0, 2.0);
        assertThatThrownBy(() -> card.place(card.capacity() + 1)).isInstanceOf(Refusal.class);
        assertThatThrownBy(() -> new DotCard(0, 1, 1, Direction.DOWN)).isInstanceOf(Refusal.class);
    }

    @Test
    void aTubeFillsPans() {
        Pour.Plan once = Pour.plan(new BigDecimal("15"), Pour.usual(HoldingForm.HALF_PAN), false, Optional.empty());
        assertThat(once.pans()).isEqualTo(10);
        assertThat(once.remains()).isEqualByComparingTo("0");
        Pour.Plan twice = Pour.plan(new BigDecimal("15"), Pour.usual(HoldingForm.HALF_PAN), true, Optional.empty());
        assertThat(twice.pans()).isEqualTo(8);
        assertThat(twice.eachSecond()).isEqualByComparingTo("0.3");
        assertThat(twice.remains()).isEqualByComparingTo("0.6");
        assertThat(twice.usedFirst()).isEqualByComparingTo("12");
        assertThat(Pour.plan(new BigDecimal("15"), Pour.usual(HoldingForm.FULL_PAN), false, Optional.of(2))
                        .remains())
                .isEqualByComparingTo("9");
        assertThatThrownBy(() -> Pour.plan(BigDecimal.ONE, new BigDecimal("1.5"), false, Optional.empty()))
                .isInstanceOf(Refusal.class)
                .hasMessageContaining("do not fill");
        assertThatThrownBy(() -> Pour.usual(HoldingForm.TUBE)).isInstanceOf(Refusal.class);
    }

    @Test
    void daysUntilHardAreLearnt() {
        assertThat(Pour.hardening("Kelpwick", true, List.of()).days()).isEqualTo(10);
        assertThat(Pour.hardening("Pellworth", false, List.of()).days()).isEqualTo(3);
        List<Pour.Became> own = List.of(
                new Pour.Became("Kelpwick", true, 12),
                new Pour.Became("Kelpwick", true, 16),
                new Pour.Became("Kelpwick", true, 14),
                new Pour.Became("Marlund", true, 20));
        Pour.Hardening kelpwick = Pour.hardening("Kelpwick", true, own);
        assertThat(kelpwick.days()).isEqualTo(14);
        assertThat(kelpwick.because()).contains("3 pours of Kelpwick");
        assertThat(Pour.hardening("Vessanti", true, own).days()).isEqualTo(16);
        assertThat(Pour.hardening("Vessanti", false, own).days()).isEqualTo(3);
    }

    /** Letters half as wide as they are high. */
    private static double ruler(String text, double size) {
        return text.codePointCount(0, text.length()) * size * 0.5;
    }

    @Test
    void namesShrinkThenWrapThenAreShortenedAtAWord() {
        assertThat(Lettering.fit("Tern Grey", 20, 1, 3, 1.8, CardAndPourTest::ruler)
                        .size())
                .isEqualTo(3);
        Lettering.Fitted smaller = Lettering.fit("Deep Shelter Blue", 20, 1, 3, 1.8, CardAndPourTest::ruler);
        assertThat(smaller.lines()).containsExactly("Deep Shelter Blue");
        assertThat(smaller.size()).isLessThan(3);
        Lettering.Fitted wrapped =
                Lettering.fit("Deep Shelter Blue of the Sound", 20, 2, 3, 1.8, CardAndPourTest::ruler);
        assertThat(wrapped.lines()).hasSize(2);
        assertThat(wrapped.shortened()).isFalse();
        Lettering.Fitted shortened = Lettering.fit(
                "Deep Shelter Blue of the Sound before the Autumn Storm", 14, 1, 3, 2.5, CardAndPourTest::ruler);
        assertThat(shortened.shortened()).isTrue();
        assertThat(shortened.lines()).containsExactly("Deep…");
        assertThat(Lettering.fit("Unaussprechlichkeitsblau", 10, 1, 3, 2, CardAndPourTest::ruler)
                        .lines()
                        .get(0))
                .endsWith("…");
        assertThat(Lettering.fit("  ", 10, 1, 3, 2, CardAndPourTest::ruler).lines())
                .isEmpty();
    }

    @Property
    void nothingIsEverWiderThanItsBox(@ForAll String text, @ForAll @IntRange(min = 4, max = 60) int width) {
        Lettering.Fitted fitted = Lettering.fit(text, width, 2, 3, 1.5, CardAndPourTest::ruler);
        assertThat(fitted.lines())
                .allSatisfy(l -> assertThat(ruler(l, fitted.size())).isLessThanOrEqualTo(width));
        assertThat(fitted.lines().size() * fitted.size()).isLessThanOrEqualTo(6.0001);
    }
}
