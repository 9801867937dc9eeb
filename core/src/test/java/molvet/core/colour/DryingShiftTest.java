package molvet.core.colour;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.api.Test;

class DryingShiftTest {
    /** That washes dry lighter and duller is common practice, no published source. */
    @Test
    void saysWhichWayAColourDried() {
        DryingShift shift = DryingShift.of(new Lab(40, 30, -40), new Lab(45, 24, -32));
        assertThat(shift.words()).endsWith(", lighter by 5 and duller by 10");
        assertThat(shift.deltaE()).isEqualTo(new Lab(40, 30, -40).differenceFrom(new Lab(45, 24, -32)));
        assertThat(DryingShift.of(new Lab(40, 0, 0), new Lab(37, 2, 0)).words())
                .endsWith(", darker by 3 and brighter by 2");
        assertThat(DryingShift.of(new Lab(40, 10, 0), new Lab(40.2, 10, 0)).words())
                .isEqualTo("ΔE00 0.2");
    }
}
