package molvet.core.mixing;

import static molvet.core.mixing.PaintsForMixing.paint;
import static org.assertj.core.api.Assertions.assertThat;

import java.math.BigDecimal;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Stream;
import molvet.core.colour.Lab;
import molvet.core.colour.WashRun;
import molvet.core.pigment.Granulation;
import org.junit.jupiter.api.Test;

class PantryTest {
    private static final List<Ingredient> OWNED = Stream.of("PY154", "PB15:3", "PB29", "PBr7", "PV19", "PO73", "PG7")
            .map(PaintsForMixing::paint)
            .toList();
    private static final Pantry PANTRY = new Pantry(OWNED);

    private static Target bare(Lab colour, Optional<Granulation> grain) {
        return new Target("it", new WashRun(List.of(colour), false), grain, Optional.empty());
    }

    /** The search prepared beforehand finds what the whole search finds, for whatever can be mixed of two. */
    @Test
    void isAsGoodAsTryingEveryPair() {
        for (String[] pair :
                new String[][] {{"PY154", "PB15:3"}, {"PV19", "PB29"}, {"PO73", "PV19"}, {"PB29", "PBr7"}}) {
            Lab made = PaintsForMixing.mixed(pair[0], 2, pair[1], 1).massTone();
            Target target = bare(made, Optional.empty());
            Match quick = PANTRY.best(target).orElseThrow();
            Match whole = Matching.of(target, OWNED, 1, 2, () -> true).mixes().get(0);
            assertThat(quick.cost(target)).isLessThanOrEqualTo(whole.cost(target) + 0.5);
            assertThat(quick.atFull()).isLessThan(1);
        }
    }

    @Test
    void aColourThatNoPairReachesHasNone() {
        assertThat(new Pantry(List.of(paint("PB29"), paint("PB15:3"))).best(bare(new Lab(85, 0, 85), Optional.empty())))
                .isEmpty();
    }

    /** Granulation cannot be mixed in (common practice, no published source). */
    @Test
    void smoothPairsAreNotOfferedForWhatGrains() {
        Pantry smooth = new Pantry(List.of(paint("PY154"), paint("PG7")));
        Lab green = PaintsForMixing.mixed("PY154", 1, "PG7", 1).massTone();
        assertThat(smooth.best(bare(green, Optional.of(Granulation.NONE)))).isPresent();
        assertThat(smooth.best(bare(green, Optional.of(Granulation.STRONG)))).isEmpty();
    }

    @Test
    void thoseThatDifferMostAreKeptOfMany() {
        List<Lab> many = Stream.iterate(0, i -> i + 1)
                .limit(300)
                .map(i -> new Lab(50 + i / 1000.0, i == 299 ? 60 : 0, 0))
                .toList();
        assertThat(Pantry.spread(many)).hasSize(Pantry.MOST_TRIED).contains(299);
    }

    /** 2 ml at 0.90 and 1 ml at 0.30 are 2.10 for three: 0.70 a millilitre. */
    @Test
    void aMillilitreCostsWhatItsPartsCost() {
        Mixture mix = Mixture.of(List.of(new Mixture.Part(paint("PY154"), 2), new Mixture.Part(paint("PB29"), 1)));
        Map<Object, MixCost.PerMl> prices = Map.of("PY154", eur("0.90"), "PB29", eur("0.30"));
        MixCost cost = MixCost.of(mix, prices, Optional.of(eur("1.204"))).orElseThrow();
        assertThat(cost.said("Samphire"))
                .isEqualTo("A millilitre of it takes EUR 0.70 of paint you have; of Samphire it costs EUR 1.20.");
        assertThat(MixCost.of(mix, Map.of("PY154", eur("0.90")), Optional.empty()))
                .isEmpty();
        assertThat(MixCost.of(
                        mix,
                        Map.of("PY154", eur("0.90"), "PB29", new MixCost.PerMl(new BigDecimal("1"), "GBP")),
                        Optional.empty()))
                .isEmpty();
    }

    private static MixCost.PerMl eur(String amount) {
        return new MixCost.PerMl(new BigDecimal(amount), "EUR");
    }
}
