package molvet.core.chart;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import molvet.core.measure.Rect;
import org.junit.jupiter.api.Test;

/** Strokes through two halves, with the flap’s edge at one place. */
class LightTestRulingTest {
    private static final SheetSize A4 = new SheetSize(210, 297);

    private static Plan plan(int paints, int references) {
        return Ruling.plan(ChartSpec.of(ChartForm.LIGHT_TEST, A4, paints)
                .withReferences(references)
                .withMarks(true));
    }

    @Test
    void elevenPaintsAndEightReferencesGoOntoOneSheet() {
        Plan plan = plan(11, 8);
        assertThat(plan.pages()).hasSize(1);
        assertThat(plan.cells()).hasSize(19);
        assertThat(plan.references()).hasSize(8).containsEntry(11, 1).containsEntry(18, 8);
        assertThat(plan.size()).as("a stroke can be painted and measured").isGreaterThanOrEqualTo(5);
    }

    @Test
    void theFlapsEdgeLiesAtOnePlaceAndNothingOverlaps() {
        Plan plan = plan(11, 8);
        List<Rect> lit = plan.cells()
                .flatMap(c -> c.parts(PartKind.LIT))
                .map(Plan.Part::box)
                .toList();
        List<Rect> covered = plan.cells()
                .flatMap(c -> c.parts(PartKind.STEP))
                .map(Plan.Part::box)
                .toList();
        assertThat(lit)
                .hasSize(2 * 11 + 8)
                .extracting(Rect::x)
                .containsOnly(lit.get(0).x());
        assertThat(covered).extracting(Rect::right).containsOnly(lit.get(0).x() - 2);
        for (int i = 1; i < lit.size(); i++) {
            assertThat(lit.get(i).y()).isGreaterThan(lit.get(i - 1).bottom());
        }
        Rect room = Ruling.room(ChartSpec.of(ChartForm.LIGHT_TEST, A4, 11).withMarks(true));
        plan.cells().forEach(c -> assertThat(c.box().isWithin(room)).as("%s", c).isTrue());
    }

    @Test
    void everyHalfIsACellOfItsOwnForTheReader() {
        Plan.Page halves = plan(3, 2).pages().get(0).halved();
        assertThat(halves.cells()).hasSize(10);
        assertThat(halves.cells()).extracting(Plan.Cell::index).contains(0, Plan.LIT, 2, Plan.LIT + 2);
        assertThat(halves.cells()).allMatch(c -> c.parts(PartKind.LIT).findAny().isEmpty());
        assertThat(plan(40, 8).pages()).as("many go over several sheets").hasSizeGreaterThan(1);
    }
}
