package molvet.core.chart;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.List;
import java.util.Optional;
import molvet.core.measure.Rect;
import org.junit.jupiter.api.Test;

/** Cells that lie where a box says. */
class LaidTest {
    private static final Rect CARD = new Rect(20, 30, 120, 60);

    private static ChartSpec spec(Laid laid, SheetSize paper, boolean marks) {
        ChartSpec usual = ChartSpec.of(ChartForm.LID_CARD, paper, laid.cells().size());
        return new ChartSpec(
                usual.form(),
                paper,
                6,
                usual.gap(),
                usual.cells(),
                usual.pages(),
                usual.steps(),
                usual.punch(),
                marks,
                true,
                true,
                0,
                0,
                false,
                0,
                0,
                0,
                Optional.of(laid));
    }

    @Test
    void everyCellLiesWhereItIsSaidWithPaintAboveAndLettersBelow() {
        Laid laid = new Laid(CARD, List.of(new Rect(20, 30, 19, 19), new Rect(60, 60, 19, 19)), List.of(), 3);
        Plan plan = Ruling.plan(spec(laid, new SheetSize(210, 148), true));
        assertThat(plan.cells().map(Plan.Cell::box).toList()).isEqualTo(laid.cells());
        plan.cells().forEach(c -> {
            Rect painted = c.painted().orElseThrow();
            Rect letters = c.parts(PartKind.CAPTION).findFirst().orElseThrow().box();
            assertThat(painted.isWithin(c.box())).isTrue();
            assertThat(painted.overlaps(letters)).isFalse();
            assertThat(painted.height()).isGreaterThan(10);
            assertThat(c.parts(PartKind.OPACITY_LINE)
                            .findFirst()
                            .orElseThrow()
                            .box()
                            .isWithin(painted))
                    .isTrue();
        });
        assertThat(plan.laid()).contains(laid);
    }

    @Test
    void aCardThatDoesNotGoOntoThePaperSaysWhatWould() {
        Laid laid = new Laid(new Rect(0, 0, 205, 60), List.of(new Rect(0, 0, 19, 19)), List.of(), 0);
        assertThatThrownBy(() -> Ruling.plan(spec(laid, new SheetSize(210, 148), true)))
                .hasMessageContaining("beside the printed marks");
        assertThatThrownBy(() -> Ruling.plan(spec(laid, new SheetSize(148, 105), false)))
                .hasMessageContaining("does not go onto");
    }

    @Test
    void cellsOnEachOtherOrOutsideAreRefused() {
        assertThatThrownBy(() -> new Laid(CARD, List.of(new Rect(0, 0, 19, 19)), List.of(), 0))
                .hasMessageContaining("outside the card");
        assertThatThrownBy(
                        () -> new Laid(CARD, List.of(new Rect(20, 30, 19, 19)), List.of(new Rect(30, 40, 19, 19)), 0))
                .hasMessageContaining("on each other");
        assertThatThrownBy(() -> new Laid(CARD, List.of(), List.of(), 0)).hasMessageContaining("Between 1 and");
    }
}
