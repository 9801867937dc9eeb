package molvet.core.chart;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.List;
import java.util.stream.Stream;
import molvet.core.measure.Rect;
import org.junit.jupiter.api.Test;

/** Sheets of which one half hangs in the light. */
class LightTestTest {
    private static final SheetSize A4 = new SheetSize(210, 297);

    private static Plan plan(int paints, int references) {
        return Ruling.plan(ChartSpec.of(ChartForm.LIGHT_TEST, A4, paints).withReferences(references));
    }

    private static Stream<Rect> parts(Plan plan, PartKind kind) {
        return plan.cells().flatMap(c -> c.parts(kind)).map(Plan.Part::box);
    }

    /** One flap lies over all of them: every covered half ends where every lit one has not begun. */
    @Test
    void theEdgeOfTheFlapLiesAtOnePlaceInAllRows() {
        Plan plan = plan(11, 8);
        double covered =
                parts(plan, PartKind.STEP).mapToDouble(Rect::right).max().orElseThrow();
        double lit = parts(plan, PartKind.LIT).mapToDouble(Rect::x).min().orElseThrow();
        assertThat(lit - covered).isCloseTo(LightTest.FLAP, within(1e-9));
        assertThat(parts(plan, PartKind.STEP).mapToDouble(Rect::right).distinct())
                .hasSize(1);
        assertThat(parts(plan, PartKind.LIT).mapToDouble(Rect::x).distinct()).hasSize(1);
    }

    @Test
    void aPaintHasBothStrengthsInBothHalvesAndAReferenceOne() {
        Plan plan = plan(11, 8);
        List<Plan.Cell> cells = plan.cells().toList();
        assertThat(cells).hasSize(19);
        for (Plan.Cell c : cells) {
            int strokes = c.index() < 11 ? 2 : 1;
            assertThat(c.parts(PartKind.STEP)).hasSize(strokes);
            assertThat(c.parts(PartKind.LIT)).hasSize(strokes);
            // The light alone parts them: same height, same stroke.
            List<Plan.Part> covered = c.parts(PartKind.STEP).toList();
            List<Plan.Part> lit = c.parts(PartKind.LIT).toList();
            for (int i = 0; i < strokes; i++) {
                assertThat(lit.get(i).box().y()).isEqualTo(covered.get(i).box().y());
                assertThat(lit.get(i).box().width())
                        .isEqualTo(covered.get(i).box().width());
                assertThat(lit.get(i).box().height())
                        .isEqualTo(covered.get(i).box().height());
            }
        }
        assertThat(plan.references()).hasSize(8).containsEntry(11, 1).containsEntry(18, 8);
    }

    @Test
    void rowsDoNotTouchAndStayOnThePaper() {
        List<Plan.Cell> cells = plan(9, 8).cells().toList();
        for (int i = 1; i < cells.size(); i++) {
            assertThat(cells.get(i).box().y())
                    .isGreaterThan(cells.get(i - 1).box().bottom());
        }
        assertThat(cells).allSatisfy(c -> {
            assertThat(c.box().x()).isGreaterThanOrEqualTo(0);
            assertThat(c.box().right()).isLessThanOrEqualTo(210);
            assertThat(c.box().bottom()).isLessThanOrEqualTo(297);
        });
    }

    /** What is read of a sheet: the covered half under the cell’s own number, the lit one under another. */
    @Test
    void halvedEveryCellIsTwoThatMeetNowhere() {
        Plan.Page page = plan(4, 0).pages().get(0).halved();
        assertThat(page.cells()).hasSize(8);
        assertThat(page.cells().stream().map(Plan.Cell::index))
                .containsExactly(0, Plan.LIT, 1, Plan.LIT + 1, 2, Plan.LIT + 2, 3, Plan.LIT + 3);
        for (int i = 0; i < 8; i += 2) {
            Rect covered = page.cells().get(i).painted().orElseThrow();
            Rect lit = page.cells().get(i + 1).painted().orElseThrow();
            assertThat(covered.right()).isLessThan(lit.x());
        }
    }
}
