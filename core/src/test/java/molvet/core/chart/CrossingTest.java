package molvet.core.chart;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.List;
import java.util.Optional;
import java.util.OptionalInt;
import molvet.core.measure.Rect;
import org.junit.jupiter.api.Test;

/** Charts whose squares are mixtures. */
class CrossingTest {
    private static final SheetSize A4 = new SheetSize(210, 297);

    private static List<Plan.Cell> cells(ChartSpec spec) {
        return Ruling.plan(spec).cells().toList();
    }

    /** Common practice, no published source. */
    @Test
    void oneColourAgainst29OthersIs29MixturesAndOneMassTone() {
        List<Plan.Cell> all = cells(ChartSpec.of(ChartForm.ONE_AGAINST_ALL, A4, 30));
        assertThat(all).hasSize(30);
        assertThat(all.stream().filter(c -> c.second().isPresent())).hasSize(29).allMatch(c -> c.paint() == 0);
        assertThat(all.get(0).second()).isEmpty();
    }

    @Test
    void aLadderLeadsFromAllOfTheOneToAllOfTheOther() {
        List<Plan.Cell> all = cells(ChartSpec.of(ChartForm.LADDER, A4, 3));
        assertThat(all).hasSize(22);
        assertThat(all.get(0).second()).isEmpty();
        assertThat(all.get(0).paint()).isZero();
        assertThat(all.get(10).second()).isEmpty();
        assertThat(all.get(10).paint()).isEqualTo(1);
        assertThat(all.get(21).paint()).isEqualTo(2);
        double before = 0;
        for (int i = 1; i < 10; i++) {
            Plan.Cell c = all.get(i);
            assertThat(c.second()).isEqualTo(OptionalInt.of(1));
            double share = c.secondPart() / (double) (c.part() + c.secondPart());
            assertThat(share).isGreaterThan(before);
            before = share;
        }
        assertThat(all.get(5).part()).isEqualTo(all.get(5).secondPart());
    }

    @Test
    void twoFamiliesMixWhereTheyCrossAndBeginWithThemselves() {
        List<Plan.Cell> all = cells(ChartSpec.of(ChartForm.FAMILIES, A4, 7).withColumns(3));
        assertThat(all).hasSize(3 * 4 + 3 + 4);
        List<Plan.Cell> mixed = all.stream().filter(c -> c.second().isPresent()).toList();
        assertThat(mixed).hasSize(12);
        assertThat(mixed).allMatch(c -> c.paint() < 3 && c.second().orElseThrow() >= 3);
        assertThat(mixed.stream().map(c -> c.paint() + "×" + c.second().orElseThrow()))
                .doesNotHaveDuplicates();
        // Each stands below its column’s own paint and beside its row’s.
        for (Plan.Cell c : mixed) {
            Plan.Cell top = all.stream()
                    .filter(x -> x.second().isEmpty() && x.paint() == c.paint())
                    .findFirst()
                    .orElseThrow();
            assertThat(c.box().x()).isEqualTo(top.box().x());
            assertThat(c.box().y()).isGreaterThan(top.box().bottom());
        }
    }

    @Test
    void squaresDoNotTouchAndNamesHaveRoomBesideThem() {
        for (ChartSpec spec : List.of(
                ChartSpec.of(ChartForm.LADDER, A4, 4),
                ChartSpec.of(ChartForm.FAMILIES, A4, 9).withColumns(4),
                ChartSpec.of(ChartForm.PAIRS, A4, 12))) {
            List<Plan.Cell> all = cells(spec);
            Rect room = Ruling.room(spec);
            for (Plan.Cell c : all) {
                assertThat(c.box().isWithin(room)).isTrue();
                // Letters of 8 points need 2.8 mm, and names some 28 mm beside the squares.
                assertThat(c.box().x() - room.x()).isGreaterThanOrEqualTo(28);
            }
            for (int i = 1; i < all.size(); i++) {
                Rect a = all.get(i - 1).box();
                Rect b = all.get(i).box();
                assertThat(a.right() <= b.x() || a.bottom() <= b.y() || b.right() <= a.x() || b.bottom() <= a.y())
                        .isTrue();
            }
        }
    }

    @Test
    void whatCannotCrossIsRefused() {
        assertThatThrownBy(() -> ChartSpec.of(ChartForm.FAMILIES, A4, 4).withColumns(4))
                .hasMessageContaining("Both families need a paint");
        assertThatThrownBy(() -> ChartSpec.of(ChartForm.LADDER, A4, 2).withCells(1))
                .hasMessageContaining("from one paint to another");
    }

    /** A grid ruled by hand is laid over such a plan by its outer corners: nothing may lie outside its squares. */
    @Test
    void unletteredSquaresThatTouchFillTheirSheet() {
        for (ChartSpec spec : List.of(touching(ChartForm.FAMILIES, 7, 4, 5), touching(ChartForm.PAIRS, 6, 6, 6))) {
            List<Plan.Cell> all = cells(spec);
            assertThat(all.stream().mapToDouble(c -> c.box().x()).min()).hasValue(0);
            assertThat(all.stream().mapToDouble(c -> c.box().y()).min()).hasValue(0);
            assertThat(all.stream().mapToDouble(c -> c.box().right()).max())
                    .hasValue(spec.paper().width());
            assertThat(all.stream().mapToDouble(c -> c.box().bottom()).max())
                    .hasValue(spec.paper().height());
        }
    }

    private static ChartSpec touching(ChartForm form, int paints, int columns, int rows) {
        ChartSpec usual = ChartSpec.of(form, new SheetSize(25 * columns, 25 * rows), paints);
        return new ChartSpec(
                form,
                usual.paper(),
                0,
                0,
                paints,
                usual.pages(),
                usual.steps(),
                usual.punch(),
                false,
                false,
                false,
                form == ChartForm.FAMILIES ? columns - 1 : 0,
                usual.outside(),
                false,
                0,
                0,
                0,
                Optional.empty());
    }
}
