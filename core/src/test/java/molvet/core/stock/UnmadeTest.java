package molvet.core.stock;

import static org.assertj.core.api.Assertions.assertThat;

import java.math.BigDecimal;
import java.util.List;
import java.util.Optional;
import molvet.core.collection.Holding;
import molvet.core.collection.HoldingForm;
import molvet.core.collection.HoldingState;
import molvet.core.measure.Volume;
import molvet.core.pigment.PigmentCode;
import org.junit.jupiter.api.Test;

/** What is said of a pigment that is no longer made; sums done by hand. */
class UnmadeTest {
    private static final PigmentCode PO48 = PigmentCode.parse("PO48").orElseThrow();

    private static Holding holding(HoldingForm form, String ml, int left, HoldingState state) {
        return new Holding(form, Optional.ofNullable(ml).map(v -> new Volume(new BigDecimal(v))), left, state);
    }

    private static String said(Holding... holdings) {
        return Unmade.of(PO48, List.of(holdings)).words();
    }

    @Test
    void tubesAndPansAreCountedByWhatIsLeftOfEach() {
        assertThat(said(
                        holding(HoldingForm.TUBE, "15", 40, HoldingState.HERE),
                        holding(HoldingForm.HALF_PAN, "1.5", 50, HoldingState.LENT)))
                // 15 × 0.4 + 1.5 × 0.5 = 6.75
                .isEqualTo("PO48 is no longer made: 6.8 ml are in the house. Keep it for what nothing else does.");
    }

    @Test
    void whatIsGoneOrEmptyIsNotInTheHouse() {
        assertThat(said(
                        holding(HoldingForm.TUBE, "15", 100, HoldingState.GIVEN_AWAY),
                        holding(HoldingForm.TUBE, "5", 0, HoldingState.HERE),
                        holding(HoldingForm.DOT, null, 100, HoldingState.USED_UP)))
                .isEqualTo("PO48 is no longer made: none of it is left in the house.");
        assertThat(said(
                        holding(HoldingForm.TUBE, "15", 100, HoldingState.LOST),
                        holding(HoldingForm.DOT, null, 100, HoldingState.HERE)))
                .isEqualTo("PO48 is no longer made: only dots or samples are in the house.");
    }

    @Test
    void whatHasNoVolumeIsCountedByHoldings() {
        Holding old = holding(HoldingForm.TUBE, null, 60, HoldingState.HERE);
        assertThat(said(old)).contains(": 1 holding of no known volume is in the house. Keep it");
        assertThat(said(old, old)).contains(": 2 holdings of no known volume are in the house. Keep it");
        assertThat(said(old, holding(HoldingForm.TUBE, "5", 100, HoldingState.HERE)))
                .contains(": 5.0 ml are in the house, and 1 holding of no known volume. Keep it");
    }
}
