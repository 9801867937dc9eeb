package molvet.core.collection;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Random;
import java.util.Set;
import molvet.core.colour.Lab;
import molvet.core.colour.WashRun;
import molvet.core.pigment.Granulation;
import molvet.core.pigment.Lightfastness;
import molvet.core.pigment.Recipe;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.DoubleRange;
import org.junit.jupiter.api.Test;

class RedundancyTest {
    private static List<List<Lab>> strengths(Random random, int n) {
        List<List<Lab>> all = new ArrayList<>();
        for (int i = 0; i < n; i++) {
            // Round a few middles, so that near pairs are many; the blues among them are where CIEDE2000 turns.
            double hue = Math.toRadians(random.nextInt(8) * 45 + 5 * random.nextGaussian());
            double chroma = Math.abs(40 + 15 * random.nextGaussian());
            double l = 25 + random.nextInt(3) * 15 + random.nextGaussian();
            List<Lab> three = new ArrayList<>();
            for (double share : new double[] {1, 0.6, 0.2}) {
                three.add(new Lab(
                        100 - (100 - l) * share,
                        chroma * share * Math.cos(hue) + 0.3 * random.nextGaussian(),
                        chroma * share * Math.sin(hue) + 0.3 * random.nextGaussian()));
            }
            all.add(three);
        }
        return all;
    }

    /** Against the plain double loop: nothing that is near is passed over by looking only within reach. */
    @Property(tries = 60)
    void findsWhatThePlainDoubleLoopFinds(
            @ForAll long seed, @ForAll @DoubleRange(min = 0.5, max = 10) double threshold) {
        List<List<Lab>> all = strengths(new Random(seed), 90);
        Set<String> plain = new HashSet<>();
        for (int i = 0; i < all.size(); i++) {
            for (int j = i + 1; j < all.size(); j++) {
                double widest = 0;
                for (int k = 0; k < 3; k++) {
                    widest = Math.max(
                            widest, all.get(i).get(k).differenceFrom(all.get(j).get(k)));
                }
                if (widest <= threshold) plain.add(i + "-" + j);
            }
        }
        Set<String> found = new HashSet<>();
        new Redundancy(threshold).pairs(all).forEach(p -> found.add(p.one() + "-" + p.other()));
        assertThat(found).isEqualTo(plain);
    }

    /** Complete linkage by its definition: the two nearest groups in which every pair is near are joined, until none is left. */
    @Property(tries = 40)
    void groupsAreThoseOfTheDefinition(@ForAll long seed) {
        Random random = new Random(seed);
        List<Sample> all = new ArrayList<>();
        for (int i = 0; i < 40; i++) {
            all.add(paint(
                    "p" + i,
                    -30 - 25 * random.nextDouble(),
                    random.nextInt(4) == 0 ? Granulation.STRONG : Granulation.NONE,
                    Lightfastness.EXCELLENT,
                    Recipe.NONE));
        }
        Redundancy redundancy = new Redundancy(3);
        List<Redundancy.Pair> near =
                redundancy
                        .pairs(all.stream()
                                .map(s -> Redundancy.strengths(s.run()))
                                .toList())
                        .stream()
                        .filter(p -> all.get(p.one())
                                .granulation()
                                .equals(all.get(p.other()).granulation()))
                        .toList();
        Set<Set<Integer>> joined = new HashSet<>();
        near.forEach(p -> joined.add(Set.of(p.one(), p.other())));
        List<Set<Integer>> plain = new ArrayList<>();
        for (int i = 0; i < all.size(); i++) plain.add(new HashSet<>(Set.of(i)));
        for (Redundancy.Pair p : near) {
            Set<Integer> one =
                    plain.stream().filter(g -> g.contains(p.one())).findFirst().orElseThrow();
            Set<Integer> other = plain.stream()
                    .filter(g -> g.contains(p.other()))
                    .findFirst()
                    .orElseThrow();
            if (one == other) continue;
            if (one.stream().allMatch(x -> other.stream().allMatch(y -> joined.contains(Set.of(x, y))))) {
                one.addAll(other);
                plain.removeIf(g -> g == other);
            }
        }
        Set<Set<Integer>> wanted = new HashSet<>();
        plain.stream().filter(g -> g.size() > 1).forEach(wanted::add);
        Set<Set<Integer>> got = new HashSet<>();
        redundancy.groups(all).forEach(g -> got.add(new HashSet<>(g.members())));
        assertThat(got).isEqualTo(wanted);
    }

    @Test
    void whereNearlyAllAreAlikeThatIsSaidInsteadOfGroups() {
        List<Sample> all = new ArrayList<>();
        for (int i = 0; i < 800; i++) all.add(paint("p" + i, -30 - i / 1000.0));
        assertThatThrownBy(() -> new Redundancy(3).groups(all)).isInstanceOf(Redundancy.TooMany.class);
    }

    private static Sample paint(String name, double b, Granulation grain, Lightfastness lasts, Recipe recipe) {
        return new Sample(
                name.hashCode(),
                name,
                recipe,
                WashRun.of(List.of(new Lab(40, 5, b), new Lab(90, 0, b / 10))),
                Optional.of(grain),
                Optional.of(lasts),
                Optional.empty(),
                Optional.empty(),
                Optional.empty());
    }

    private static Sample paint(String name, double b) {
        return paint(name, b, Granulation.NONE, Lightfastness.EXCELLENT, Recipe.NONE);
    }

    /** Every group against all sets of paints in which each two are near: of a few, all can be tried. */
    @Test
    void groupsAreAsTheBestOfAllThatCouldBeMade() {
        List<Sample> all = List.of(paint("a", -30), paint("b", -31), paint("c", -32), paint("d", -50), paint("e", -51));
        Redundancy redundancy = new Redundancy(2);
        Set<Set<Integer>> cliques = new HashSet<>();
        for (int mask = 1; mask < 1 << all.size(); mask++) {
            Set<Integer> some = new HashSet<>();
            for (int i = 0; i < all.size(); i++) if ((mask >> i & 1) == 1) some.add(i);
            boolean near = some.stream()
                    .allMatch(x -> some.stream()
                            .allMatch(y -> all.get(x)
                                            .run()
                                            .full()
                                            .differenceFrom(all.get(y).run().full())
                                    <= 2));
            if (near && some.size() > 1) cliques.add(some);
        }
        List<Redundancy.Group> groups = redundancy.groups(all);
        assertThat(groups).hasSize(2).allSatisfy(g -> assertThat(cliques).contains(new HashSet<>(g.members())));
        assertThat(groups.get(0).members()).hasSize(3);
        assertThat(groups.get(1).members()).containsExactly(3, 4);
    }

    @Test
    void aChainOfSmallStepsIsNoGroup() {
        List<Sample> chain = new ArrayList<>();
        for (int i = 0; i < 8; i++) chain.add(paint("p" + i, -30 - 3 * i));
        for (Redundancy.Group g : new Redundancy(2.5).groups(chain))
            assertThat(g.widest()).isLessThanOrEqualTo(2.5);
    }

    @Test
    void whatGranulatesIsNeverReplacedByWhatDoesNot() {
        List<Sample> two = List.of(
                paint("Smooth", -30), paint("Grainy", -30, Granulation.STRONG, Lightfastness.EXCELLENT, Recipe.NONE));
        assertThat(new Redundancy(3).groups(two)).isEmpty();
    }

    @Test
    void whatLastsLongestStandsFirstAndLossesAreSaid() {
        List<Sample> two = List.of(
                paint("Fades", -30, Granulation.NONE, Lightfastness.FUGITIVE, Recipe.of("PB29")),
                paint("Lasts", -30, Granulation.NONE, Lightfastness.EXCELLENT, Recipe.of("PB29", "PV19")));
        Redundancy.Group g = new Redundancy(3).groups(two).get(0);
        assertThat(g.members()).containsExactly(1, 0);
        assertThat(g.losses()).containsExactly("Fades is a single pigment.");
    }

    @Test
    void aThresholdThatTellsNothingIsRefused() {
        assertThatThrownBy(() -> new Redundancy(0)).hasMessageContaining("outside 0 to 20");
    }
}
