package molvet.core.chart;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.Comparator;
import java.util.List;
import java.util.Optional;
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
        assertThat(all.stream().filter(c -> c.isMixture())).hasSize(29).allMatch(c -> c.paint() == 0);
        assertThat(all.get(0).isMixture()).isFalse();
    }

    @Test
    void aLadderLeadsFromAllOfTheOneToAllOfTheOther() {
        List<Plan.Cell> all = cells(ChartSpec.of(ChartForm.LADDER, A4, 3));
        assertThat(all).hasSize(22);
        assertThat(all.get(0).isMixture()).isFalse();
        assertThat(all.get(0).paint()).isZero();
        assertThat(all.get(10).isMixture()).isFalse();
        assertThat(all.get(10).paint()).isEqualTo(1);
        assertThat(all.get(21).paint()).isEqualTo(2);
        double before = 0;
        for (int i = 1; i < 10; i++) {
            Plan.Cell c = all.get(i);
            int one = c.holds().get(0).parts();
            int other = c.holds().get(1).parts();
            assertThat(c.holds()).extracting(Plan.Cell.Share::paint).containsExactly(0, 1);
            double share = other / (double) (one + other);
            assertThat(share).isGreaterThan(before);
            before = share;
        }
        assertThat(all.get(5).holds()).extracting(Plan.Cell.Share::parts).containsExactly(1, 1);
    }

    @Test
    void twoFamiliesMixWhereTheyCrossAndBeginWithThemselves() {
        List<Plan.Cell> all = cells(ChartSpec.of(ChartForm.FAMILIES, A4, 7).withColumns(3));
        assertThat(all).hasSize(3 * 4 + 3 + 4);
        List<Plan.Cell> mixed = all.stream().filter(c -> c.isMixture()).toList();
        assertThat(mixed).hasSize(12);
        assertThat(mixed).allMatch(c -> c.paint() < 3 && c.holds().get(1).paint() >= 3);
        assertThat(mixed.stream().map(c -> c.paint() + "×" + c.holds().get(1).paint()))
                .doesNotHaveDuplicates();
        // Each stands below its column’s own paint and beside its row’s.
        for (Plan.Cell c : mixed) {
            Plan.Cell top = all.stream()
                    .filter(x -> !x.isMixture() && x.paint() == c.paint())
                    .findFirst()
                    .orElseThrow();
            assertThat(c.box().x()).isEqualTo(top.box().x());
            assertThat(c.box().y()).isGreaterThan(top.box().bottom());
        }
    }

    /** Common practice, no published source: quarters of three paints are 15 squares, three of them of all three. */
    @Test
    void aTriangleHoldsEveryMixtureOfThreeInQuarters() {
        List<Plan.Cell> all = cells(ChartSpec.of(ChartForm.TRIANGLE, A4, 3));
        assertThat(all).hasSize(15);
        assertThat(all.stream().filter(c -> !c.isMixture()).map(Plan.Cell::paint))
                .containsExactly(0, 1, 2);
        assertThat(all.stream().filter(c -> c.holds().size() == 3)).hasSize(3);
        assertThat(all.stream().map(Plan.Cell::holds)).doesNotHaveDuplicates();
        // The nearer to a corner, the more of its paint.
        for (int corner = 0; corner < 3; corner++) {
            int paint = corner;
            Plan.Cell of = all.stream()
                    .filter(c -> !c.isMixture() && c.paint() == paint)
                    .findFirst()
                    .orElseThrow();
            all.stream()
                    .sorted(Comparator.comparingDouble(c -> distance(of, c)))
                    .reduce((near, far) -> {
                        if (distance(of, far) - distance(of, near)
                                > 0.5 * near.box().width()) {
                            assertThat(shares(far)[paint]).isLessThanOrEqualTo(shares(near)[paint]);
                        }
                        return far;
                    });
        }
        // Two of each and nothing of the third is said as one and one.
        assertThat(all.stream().map(c -> c.holds().stream().map(s -> s.parts()).toList()))
                .contains(List.of(1, 1), List.of(3, 1), List.of(2, 1, 1))
                .doesNotContain(List.of(2, 2));
        assertThatThrownBy(() -> ChartSpec.of(ChartForm.TRIANGLE, A4, 3).withCells(4))
                .hasMessageContaining("three corners");
    }

    private static double[] shares(Plan.Cell c) {
        double all = c.holds().stream().mapToInt(Plan.Cell.Share::parts).sum();
        double[] shares = new double[3];
        c.holds().forEach(s -> shares[s.paint()] = s.parts() / all);
        return shares;
    }

    private static double distance(Plan.Cell a, Plan.Cell b) {
        return Math.hypot(
                a.box().centreX() - b.box().centreX(),
                a.box().centreY() - b.box().centreY());
    }

    /** A quarter wash is one part of paint to three of water; equal drops of two washes have the mean of their paint. */
    @Test
    void twoStripsCrossAtEveryPairOfTheirWashes() {
        List<Plan.Cell> all = cells(ChartSpec.of(ChartForm.CROSSED_STRIPS, A4, 2));
        assertThat(all).hasSize(18);
        assertThat(all.get(0).parts(PartKind.STEP))
                .hasSize(4)
                .allMatch(p -> p.box().y() == all.get(0).box().y());
        assertThat(all.get(1).parts(PartKind.STEP))
                .hasSize(4)
                .allMatch(p -> p.box().x() == all.get(1).box().x());
        double[] washes = {1, 0.5, 0.25, 0.125};
        for (int row = 0; row < 4; row++) {
            for (int column = 0; column < 4; column++) {
                Plan.Cell c = all.get(2 + 4 * row + column);
                List<Integer> parts =
                        c.holds().stream().map(Plan.Cell.Share::parts).toList();
                assertThat(parts.get(0) / (double) parts.get(1)).isEqualTo(washes[column] / washes[row]);
                assertThat(ChartForm.CROSSED_STRIPS.strength(parts)).isEqualTo((washes[column] + washes[row]) / 2);
                // Below its wash of the one, beside its wash of the other.
                assertThat(c.box().x())
                        .isEqualTo(all.get(0).parts().get(column).box().x());
                assertThat(c.box().y())
                        .isEqualTo(all.get(1).parts().get(row).box().y());
            }
        }
        assertThat(ChartForm.CROSSED_STRIPS.washes(List.of(8, 2))).contains("full and quarter wash");
        assertThat(ChartForm.CROSSED_STRIPS.strength(List.of(1))).isEqualTo(1);
        assertThat(ChartForm.LADDER.strength(List.of(3, 1))).isEqualTo(1);
        assertThat(ChartForm.CROSSED_STRIPS.washes(List.of(4, 4))).contains("half wash of both");
        // A file from elsewhere may hold parts that are no wash.
        for (List<Integer> odd : List.of(List.of(3, 8), List.of(64, 1), List.of(0, 0))) {
            assertThat(ChartForm.CROSSED_STRIPS.washes(odd)).isEmpty();
            assertThat(ChartForm.CROSSED_STRIPS.strength(odd)).isBetween(0.0, 1.0);
            assertThat(SmallestParts.of(odd)).hasSize(2);
        }
        assertThat(SmallestParts.of(List.of(8, 2))).containsExactly(4, 1);
    }

    @Test
    void squaresDoNotTouchAndNamesHaveRoomBesideThem() {
        for (ChartSpec spec : List.of(
                ChartSpec.of(ChartForm.TRIANGLE, A4, 3),
                ChartSpec.of(ChartForm.LADDER, A4, 4),
                ChartSpec.of(ChartForm.CROSSED_STRIPS, A4, 2),
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
        assertThatThrownBy(() -> ChartSpec.of(ChartForm.CROSSED_STRIPS, A4, 2).withCells(3))
                .hasMessageContaining("Two strips cross, and 3 paints are chosen");
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
