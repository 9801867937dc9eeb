package molvet.core.chart;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.List;
import molvet.core.measure.Rect;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;

/** What a ruled page says of its cells. */
class PlanTest {
    private static final SheetSize A4 = new SheetSize(210, 297);

    /** Every strength crosses the black bar, and the bar covers a fifth of what is painted and nothing else. */
    @ParameterizedTest
    @EnumSource(mode = EnumSource.Mode.EXCLUDE, names = "LIGHT_TEST")
    void theBlackBarCrossesAllThatIsPainted(ChartForm form) {
        Plan plan = Ruling.plan(ChartSpec.of(form, A4, 6));
        Plan.Cell cell = plan.cells().findFirst().orElseThrow().withBlackBar();
        Rect painted = cell.painted().orElseThrow();
        List<Rect> bars = cell.parts(PartKind.BLACK_BAR).map(Plan.Part::box).toList();
        assertThat(bars).hasSize(1);
        Rect bar = bars.get(0);
        assertThat(bar.isWithin(painted)).isTrue();
        assertThat(bar.width() * bar.height()).isCloseTo(painted.width() * painted.height() / 5, within(1e-6));
        cell.parts().stream()
                .filter(p -> p.kind().isPainted())
                .forEach(p ->
                        assertThat(p.box().overlaps(bar)).as(form + " " + p).isTrue());
        cell.parts(PartKind.CAPTION)
                .forEach(c -> assertThat(c.box().overlaps(bar)).isFalse());
    }

    @Test
    void eachCellKnowsItsPage() {
        Plan plan = Ruling.plan(ChartSpec.of(ChartForm.GRID, A4, 238).withPages(4));
        assertThat(plan.pageOf(0)).isEqualTo(1);
        assertThat(plan.pageOf(59)).isEqualTo(1);
        assertThat(plan.pageOf(60)).isEqualTo(2);
        assertThat(plan.pageOf(237)).isEqualTo(4);
        assertThat(plan.used()).isBetween(0.5, 1.0);
    }

    /** An eighth of an imperial sheet goes into an A4 pocket, a quarter does not (common practice, no published source). */
    @Test
    void aSheetSaysWhetherItGoesIntoAnA4Pocket() {
        SheetSize eighth = SheetSize.named("eighth imperial").orElseThrow();
        SheetSize quarter = SheetSize.named("quarter imperial").orElseThrow();
        assertThat(Ruling.plan(ChartSpec.of(ChartForm.STRIPS, eighth, 11)).notes())
                .contains("The sheet goes into an A4 pocket.");
        assertThat(Ruling.plan(ChartSpec.of(ChartForm.STRIPS, eighth.turned(), 5))
                        .notes())
                .contains("The sheet goes into an A4 pocket.");
        assertThat(Ruling.plan(ChartSpec.of(ChartForm.STRIPS, quarter, 11)).notes())
                .anySatisfy(n -> assertThat(n).contains("too large for an A4 pocket"));
    }

    /** A lid of eighteen wells in three rows: every swatch the same, and none outside the lid. */
    @Test
    void aLidCardHasASwatchForEachWell() {
        ChartSpec lid = ChartSpec.of(ChartForm.LID_CARD, new SheetSize(210, 96), 18)
                .withColumns(6)
                .withMargin(4);
        Plan plan = Ruling.plan(lid);
        List<Rect> boxes = plan.cells().map(Plan.Cell::box).toList();
        assertThat(boxes)
                .hasSize(18)
                .allSatisfy(b -> assertThat(b.isWithin(new Rect(0, 0, 210, 96))).isTrue());
        assertThat(boxes.stream().map(Rect::width).distinct()).hasSize(1);
        assertThat(boxes.stream().map(Rect::y).distinct()).hasSize(3);
        for (int i = 0; i < boxes.size(); i++) {
            for (int j = 0; j < i; j++)
                assertThat(boxes.get(i).overlaps(boxes.get(j))).isFalse();
        }
    }

    @Test
    void theSmallestRectangleThatHoldsTwo() {
        assertThat(new Rect(1, 2, 3, 4).with(new Rect(0, 5, 2, 9))).isEqualTo(new Rect(0, 2, 4, 12));
    }
}
