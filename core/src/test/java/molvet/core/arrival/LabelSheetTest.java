package molvet.core.arrival;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.HashSet;
import java.util.Set;
import molvet.core.measure.Refusal;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.IntRange;
import org.junit.jupiter.api.Test;

/** Sheets of labels. Sizes of bought sheets are common practice, no published source. */
class LabelSheetTest {
    @Test
    void labelsFollowEachOtherAcrossThenDownThenOnTheNextPage() {
        LabelSheet sheet = new LabelSheet(210, 297, 5, 13, 38.1, 21.2, 4.7, 10.7, 2.5, 0, false);
        assertThat(sheet.onAPage()).isEqualTo(65);
        assertThat(sheet.place(0)).isEqualTo(new LabelSheet.Place(1, 4.7, 10.7));
        assertThat(sheet.place(4).x()).isCloseTo(4.7 + 4 * 40.6, org.assertj.core.data.Offset.offset(1e-9));
        assertThat(sheet.place(5).y()).isCloseTo(31.9, org.assertj.core.data.Offset.offset(1e-9));
        assertThat(sheet.place(65).page()).isEqualTo(2);
        assertThat(sheet.pages(65)).isEqualTo(1);
        assertThat(sheet.pages(66)).isEqualTo(2);
        assertThat(sheet.pages(0)).isEqualTo(1);
    }

    @Property
    void noLabelLiesOnAnotherOrBesideThePage(
            @ForAll @IntRange(min = 1, max = 8) int columns,
            @ForAll @IntRange(min = 1, max = 20) int rows,
            @ForAll @IntRange(max = 4) int gap) {
        double width = (200.0 - (columns - 1) * gap) / columns;
        double height = (280.0 - (rows - 1) * gap) / rows;
        LabelSheet sheet = new LabelSheet(
                210, 297, columns, rows, Math.min(width, 190), Math.min(height, 190), 5, 8, gap, gap, true);
        Set<String> corners = new HashSet<>();
        for (int i = 0; i < sheet.onAPage(); i++) {
            LabelSheet.Place p = sheet.place(i);
            corners.add(p.x() + " " + p.y());
            assertThat(p.x() + sheet.width()).isLessThanOrEqualTo(210.000001);
            assertThat(p.y() + sheet.height()).isLessThanOrEqualTo(297.000001);
        }
        assertThat(corners).hasSize(sheet.onAPage());
    }

    @Test
    void whatDoesNotFitIsNamed() {
        assertThatThrownBy(() -> new LabelSheet(210, 297, 6, 18, 40, 14, 0, 0, 0, 0, true))
                .hasMessageContaining("do not fit");
        assertThatThrownBy(() -> new LabelSheet(5, 297, 0, 1, 3, 14, -1, 0, 0, 0, true))
                .isInstanceOfSatisfying(
                        Refusal.class,
                        e -> assertThat(e.faults())
                                .extracting(Refusal.Fault::where)
                                .containsExactly("page", "width", "columns", "left"));
        assertThatThrownBy(() -> new LabelSheet(Double.NaN, 297, 1, 1, 40, 14, 0, 0, 0, 0, true))
                .isInstanceOf(Refusal.class);
    }
}
