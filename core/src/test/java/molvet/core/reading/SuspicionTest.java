package molvet.core.reading;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import molvet.core.colour.Lab;
import molvet.core.colour.WashRun;
import molvet.core.pigment.PigmentReference;
import molvet.core.pigment.Recipe;
import molvet.core.pigment.UsualColour;
import org.junit.jupiter.api.Test;

class SuspicionTest {
    private static final Lab YELLOW = new Lab(80, 5, 82);
    private static final Lab RED = new Lab(42, 58, 38);
    private static final Lab BLUE = new Lab(25, 18, -50);
    private static final Lab GREEN = new Lab(33, -35, 4);
    private static final Lab BROWN = new Lab(38, 16, 24);

    private static List<CellReading> seen(Lab... colours) {
        List<CellReading> all = new ArrayList<>();
        for (int i = 0; i < colours.length; i++) {
            Lab c = colours[i] == null ? Lab.PAPER : colours[i];
            Lab tint = new Lab(90, c.a() / 8, c.b() / 8);
            all.add(new CellReading(
                    i,
                    c,
                    tint,
                    new WashRun(List.of(c, tint), true),
                    Optional.of(0.02),
                    0.5,
                    Optional.empty(),
                    Optional.empty(),
                    0,
                    CellReading.Margins.NONE,
                    1,
                    colours[i] == null,
                    List.of()));
        }
        return all;
    }

    private static Map<Integer, Suspicion.Expected> expected(double spread, Lab... colours) {
        Map<Integer, Suspicion.Expected> all = new HashMap<>();
        for (int i = 0; i < colours.length; i++)
            all.put(i, new Suspicion.Expected(colours[i], spread, "an earlier reading"));
        return all;
    }

    @Test
    void aPageAsPlannedRaisesNothing() {
        assertThat(Suspicion.in(seen(YELLOW, RED, BLUE, GREEN), expected(4, YELLOW, RED, BLUE, GREEN)))
                .isEmpty();
    }

    @Test
    void neighboursThatAreSwappedAreNamedAsAPair() {
        List<Suspicion> all = Suspicion.in(seen(YELLOW, BLUE, RED, GREEN), expected(9, YELLOW, RED, BLUE, GREEN));
        assertThat(all).hasSize(1);
        assertThat(all.get(0).kind()).isEqualTo(Suspicion.Kind.SWAPPED);
        assertThat(all.get(0).cell()).isEqualTo(1);
        assertThat(all.get(0).other()).hasValue(2);
        assertThat(all.get(0).why()).contains("swapped");
    }

    @Test
    void twoPaintsThatLookAlikeCannotBeToldApartAndAreLeftAlone() {
        Lab near = new Lab(79, 6, 80);
        assertThat(Suspicion.in(seen(near, YELLOW, BLUE), expected(9, YELLOW, near, BLUE)))
                .isEmpty();
    }

    @Test
    void aBareCellWasSkippedUnlessTheRestMovedOn() {
        List<Suspicion> skipped = Suspicion.in(seen(YELLOW, null, BLUE, GREEN), expected(6, YELLOW, RED, BLUE, GREEN));
        assertThat(skipped).extracting(Suspicion::kind).containsExactly(Suspicion.Kind.SKIPPED);
        List<Suspicion> moved =
                Suspicion.in(seen(YELLOW, null, RED, BLUE, GREEN), expected(6, YELLOW, RED, BLUE, GREEN, BROWN));
        assertThat(moved).extracting(Suspicion::kind).contains(Suspicion.Kind.GAP);
        assertThat(moved.get(0).cell()).isEqualTo(1);
    }

    @Test
    void aPaintPaintedTwiceIsSeenByItsTwin() {
        List<Suspicion> all = Suspicion.in(seen(YELLOW, RED, RED, GREEN), expected(9, YELLOW, RED, BLUE, GREEN));
        assertThat(all).extracting(Suspicion::kind).containsExactly(Suspicion.Kind.TWICE);
        assertThat(all.get(0).cell()).isEqualTo(2);
        assertThat(all.get(0).other()).hasValue(1);
    }

    @Test
    void whitePaintThatLooksBareIsNoMistake() {
        assertThat(Suspicion.in(seen(YELLOW, null), expected(6, YELLOW, new Lab(95, 0, 3))))
                .isEmpty();
    }

    /** Hue families of pigments (common practice, no published source). */
    @Test
    void recipesLetExpectTheColourTheyAreKnownBy() {
        PigmentReference reference = PigmentReference.standard();
        assertThat(hue("PB29", reference)).isBetween(270.0, 310.0);
        assertThat(hue("PY151", reference)).isBetween(75.0, 100.0);
        assertThat(hue("PG7", reference)).isBetween(160.0, 210.0);
        assertThat(hue("PR108", reference)).isBetween(15.0, 50.0);
        Lab green = UsualColour.of(Recipe.of("PY3", "PB15:3"), reference)
                .orElseThrow()
                .massTone();
        assertThat(green.hue()).isBetween(98.0, 190.0);
        assertThat(UsualColour.of(new Recipe(List.of()), reference)).isEmpty();
    }

    private static double hue(String code, PigmentReference reference) {
        return UsualColour.of(Recipe.of(code), reference)
                .orElseThrow()
                .massTone()
                .hue();
    }
}
