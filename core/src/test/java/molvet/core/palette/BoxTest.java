package molvet.core.palette;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import java.util.List;
import molvet.core.measure.Rect;
import org.junit.jupiter.api.Test;

/** Boxes as they are drawn: 3 × 6 half pans, 24 round and 8 outside (common practice, no published source). */
class BoxTest {
    @Test
    void theTinHasEighteenWellsThatTakeAHalfPanAndFillItsInside() {
        Box tin = Box.starts().get(0).box();
        assertThat(tin.count()).isEqualTo(18);
        List<Rect> wells = tin.places();
        Rect all = wells.stream().reduce(Rect::with).orElseThrow();
        assertThat(all.width()).isCloseTo(tin.width(), within(1e-9));
        assertThat(all.height()).isCloseTo(tin.height(), within(1e-9));
        assertThat(wells).allSatisfy(w -> {
            assertThat(w.width()).isGreaterThanOrEqualTo(16);
            assertThat(w.height()).isGreaterThanOrEqualTo(19);
        });
        assertThat(tin.wells().pairs()).hasSize(3 * 5 + 2 * 6);
    }

    @Test
    void theWheelHas24RoundAnd8OutsideNoneOnAnother() {
        Box wheel = Box.starts().get(1).box();
        List<Rect> at = wheel.places();
        assertThat(at).hasSize(32);
        for (int i = 0; i < 32; i++) {
            assertThat(at.get(i).isWithin(new Rect(0, 0, wheel.width(), wheel.height())))
                    .isTrue();
            for (int j = 0; j < i; j++) {
                double apart = Math.hypot(
                        at.get(i).centreX() - at.get(j).centreX(),
                        at.get(i).centreY() - at.get(j).centreY());
                assertThat(apart).isGreaterThanOrEqualTo(wheel.well() - 1e-6);
            }
        }
        assertThat(at.get(0).centreX()).isCloseTo(150, within(1e-9));
        assertThat(at.get(0).y()).isCloseTo(0, within(1e-9));
        // Clockwise: a quarter on, it stands at the right.
        assertThat(at.get(6).right()).isCloseTo(300, within(1e-9));
        assertThat(wheel.wells().beside()[0]).containsExactlyInAnyOrder(1, 23);
    }

    @Test
    void unequalRowsHaveNeighboursAcrossAndThoseTheyLieUnder() {
        Box box = Box.rows(120, 60, List.of(6, 3), 0);
        assertThat(box.count()).isEqualTo(9);
        assertThat(box.wells().beside()[6]).containsExactlyInAnyOrder(0, 1, 7);
        assertThat(box.words()).isEqualTo("rows of 6, 3");
    }

    @Test
    void loosePansAreNeighboursWhereTheyTouchAlongASide() {
        Box box = Box.loose(
                60,
                50,
                List.of(
                        new Rect(0, 0, 19, 30),
                        new Rect(19, 0, 16, 19),
                        new Rect(19, 19, 16, 19),
                        new Rect(40, 40, 10, 10)));
        assertThat(box.wells().beside()[0]).containsExactlyInAnyOrder(1, 2);
        assertThat(box.wells().beside()[1]).containsExactlyInAnyOrder(0, 2);
        assertThat(box.wells().beside()[3]).isEmpty();
    }

    @Test
    void whatNoBoxCanBeIsRefusedByName() {
        assertThatThrownBy(() -> Box.rows(100, 60, List.of(), 0)).hasMessageContaining("without a well");
        assertThatThrownBy(() -> Box.rows(400, 400, List.of(100, 100, 100, 100, 100), 0))
                .hasMessageContaining("500 wells");
        assertThatThrownBy(() -> Box.rows(100, 60, List.of(60), 0)).hasMessageContaining("small");
        assertThatThrownBy(() -> Box.ring(100, 100, 24, 8, 20)).hasMessageContaining("do not go round");
        assertThatThrownBy(() -> Box.ring(300, 300, 24, 40, 26)).hasMessageContaining("corners");
        assertThatThrownBy(() -> Box.loose(50, 50, List.of(new Rect(40, 0, 16, 19))))
                .hasMessageContaining("outside");
        assertThatThrownBy(() -> Box.loose(50, 50, List.of(new Rect(0, 0, 16, 19), new Rect(10, 0, 16, 19))))
                .hasMessageContaining("on each other");
    }

    @Test
    void ordersRunAlongRowsColumnsInASnakeAndRound() {
        Box box = Box.rows(60, 40, List.of(3, 3), 0);
        assertThat(Along.ROWS.wells(box)).containsExactly(0, 1, 2, 3, 4, 5);
        assertThat(Along.COLUMNS.wells(box)).containsExactly(0, 3, 1, 4, 2, 5);
        assertThat(Along.SNAKE.wells(box)).containsExactly(0, 1, 2, 5, 4, 3);
        assertThat(Along.WHEEL.wells(box)).containsExactly(1, 2, 5, 4, 3, 0);
    }

    /** The card for a lid is the box itself; its marks stand outside the line it is cut along. */
    @Test
    void aLidCardIsAsLargeAsTheBoxAndEveryCellWhereItsWellIs() {
        Box tin = Box.starts().get(0).box();
        LidCard card = LidCard.ofLid(tin, java.util.Set.of(0, 1, 17), 3, true);
        assertThat(card.laid().cut().width()).isEqualTo(117);
        assertThat(card.laid().cut().height()).isEqualTo(60);
        assertThat(card.laid().cells()).hasSize(3);
        assertThat(card.laid().bare()).hasSize(15);
        Rect first = card.laid().cells().get(0);
        Rect last = card.laid().cells().get(2);
        assertThat(last.centreX() - first.centreX())
                .isCloseTo(tin.places().get(17).centreX() - tin.places().get(0).centreX(), within(1e-9));
        LidCard large = LidCard.large(tin, java.util.Set.of(0, 1, 17), true);
        assertThat(large.scale()).isGreaterThan(1.5);
        assertThatThrownBy(() -> LidCard.ofLid(Box.rows(500, 400, List.of(3, 3), 0), java.util.Set.of(1), 0, true))
                .hasMessageContaining("no sheet");
    }
}
