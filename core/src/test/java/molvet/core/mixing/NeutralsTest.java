package molvet.core.mixing;

import static molvet.core.mixing.PaintsForMixing.paint;
import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.stream.Stream;
import molvet.core.colour.Lab;
import org.junit.jupiter.api.Test;

/** What neutralises what: common practice, no published source, where nothing else is named. */
class NeutralsTest {
    private static List<Ingredient> paints(String... codes) {
        return Stream.of(codes).map(PaintsForMixing::paint).toList();
    }

    private static List<Neutrals.Neutral> of(String... codes) {
        return Neutrals.of(paints(codes), 20, () -> true);
    }

    private static String names(Neutrals.Neutral n) {
        return String.join(
                "+",
                n.mixture().parts().stream()
                        .map(p -> p.of().recipe().toString())
                        .sorted()
                        .toList());
    }

    /** The pair every landscape painter greys with comes before one that makes a violet. */
    @Test
    void ultramarineIsGreyedByBurntSiennaAndNotByARose() {
        List<Neutrals.Neutral> all = of("PB29", "PBr7", "PV19");
        assertThat(all).hasSize(3);
        assertThat(names(all.get(0))).isEqualTo("PB29+PBr7");
        assertThat(names(all.get(2))).isNotEqualTo("PB29+PBr7");
        assertThat(all.get(0).half().chroma()).isLessThan(12);
    }

    @Test
    void theyComeGreyestFirstAndEachTwoOnce() {
        List<Neutrals.Neutral> all = of("PB29", "PBr7", "PV19", "PY154", "PG7", "PO73");
        assertThat(all).hasSize(15);
        assertThat(all.stream().map(NeutralsTest::names)).doesNotHaveDuplicates();
        assertThat(all.stream().map(n -> n.half().chroma())).isSorted();
    }

    /** No other ratio that is tried makes a greyer one: found again by trying them all through the prediction. */
    @Test
    void thePartsAreThoseThatMakeTheGreyest() {
        Neutrals.Neutral best = of("PB29", "PBr7").get(0);
        for (int one : new int[] {1, 2, 3, 5}) {
            for (int other : new int[] {1, 2, 3, 5}) {
                if (one != 1 && other != 1 && !(one == 3 && other == 2) && !(one == 2 && other == 3)) continue;
                Lab half = half(Mixture.of(
                        List.of(new Mixture.Part(paint("PB29"), one), new Mixture.Part(paint("PBr7"), other))));
                assertThat(half.chroma()).isGreaterThanOrEqualTo(best.half().chroma() - 1);
            }
        }
    }

    private static Lab half(Mixture mixture) {
        return Prediction.of(mixture).run().half();
    }

    @Test
    void aBlackNeutralisesNothing() {
        assertThat(of("PB29", "PBk9")).isEmpty();
        assertThat(of("PBk9")).isEmpty();
    }

    @Test
    void whoeverStopsItHasWhatWasFoundSoFar() {
        assertThat(Neutrals.of(paints("PB29", "PBr7", "PV19"), 20, () -> false)).isEmpty();
        assertThat(Neutrals.of(paints("PB29", "PBr7", "PV19", "PY154"), 2, () -> true))
                .hasSize(2);
    }
}
