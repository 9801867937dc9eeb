package molvet.core.palette;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.Set;
import java.util.stream.IntStream;
import molvet.core.colour.Lab;
import molvet.core.measure.Refusal;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.IntRange;
import org.junit.jupiter.api.Test;

/**
 * The smoothest order against every order there is, and the bound below it. That exchanges find the best of small grids is held against
 * exhaustive search written here; larger ones are measured in bench/ beside a solver from the registries.
 */
class ArrangementTest {
    static List<Lab> colours(int n, long seed) {
        Random random = new Random(seed);
        return IntStream.range(0, n)
                .mapToObj(i -> {
                    double hue = random.nextDouble() * 2 * Math.PI;
                    double chroma = 5 + 65 * random.nextDouble();
                    return new Lab(18 + 65 * random.nextDouble(), chroma * Math.cos(hue), chroma * Math.sin(hue));
                })
                .toList();
    }

    private static List<Integer> asTheyCome(int n, int wells) {
        return IntStream.range(0, wells).mapToObj(w -> w < n ? w : -1).toList();
    }

    private static Arrangement.Question question(Wells wells, List<Lab> colours, Map<Integer, Integer> locked) {
        return new Arrangement.Question(
                wells,
                Differences.of(colours),
                asTheyCome(colours.size(), wells.count()),
                locked,
                List.of(),
                List.of());
    }

    /** The least of every way of filling the wells. */
    private static double least(Wells wells, Differences d, int n, Map<Integer, Integer> locked) {
        return tried(wells, d, n, locked, new ArrayList<>());
    }

    private static double tried(Wells wells, Differences d, int n, Map<Integer, Integer> locked, List<Integer> lying) {
        int well = lying.size();
        if (well == wells.count())
            return lying.containsAll(IntStream.range(0, n).boxed().toList()) ? d.roughness(wells, lying) : 1e9;
        double best = 1e9;
        for (int c = -1; c < n; c++) {
            boolean empty = c < 0;
            if (!empty && lying.contains(c)) continue;
            if (empty && Collections.frequency(lying, -1) >= wells.count() - n) continue;
            if (locked.containsKey(well) && locked.get(well) != c) continue;
            lying.add(c);
            best = Math.min(best, tried(wells, d, n, locked, lying));
            lying.remove(lying.size() - 1);
        }
        return best;
    }

    @Property(tries = 40)
    void isTheBestOfAllOrdersUpToEightWellsAndSaysSo(
            @ForAll @IntRange(min = 1, max = 3) int rows,
            @ForAll @IntRange(min = 1, max = 4) int columns,
            @ForAll @IntRange(max = 3) int empty,
            @ForAll @IntRange(max = 1000) int seed) {
        int wells = rows * columns;
        if (wells > 8) return;
        int n = Math.max(1, wells - empty);
        List<Lab> colours = colours(n, seed);
        Wells grid = Wells.grid(rows, columns);
        Arrangement found = Arrangement.smoothest(question(grid, colours, Map.of()));
        double least = least(grid, Differences.of(colours), n, Map.of());
        assertThat(found.roughness()).isCloseTo(least, within(1e-6));
        assertThat(found.optimal()).isTrue();
        assertThat(found.bound()).isLessThanOrEqualTo(found.roughness() + 1e-9);
    }

    @Property(tries = 30)
    void keepsWhatIsLockedAndIsBestOfWhatIsLeft(@ForAll @IntRange(max = 1000) int seed) {
        List<Lab> colours = colours(6, seed);
        Wells grid = Wells.grid(2, 4);
        Map<Integer, Integer> locked = Map.of(seed % 8, 2, (seed + 3) % 8, Arrangement.EMPTY);
        Arrangement found = Arrangement.smoothest(question(grid, colours, locked));
        locked.forEach((w, c) -> assertThat(found.wells().get(w)).isEqualTo(c));
        assertThat(found.wells()).containsAll(List.of(0, 1, 2, 3, 4, 5));
        assertThat(found.roughness()).isCloseTo(least(grid, Differences.of(colours), 6, locked), within(1e-6));
        assertThat(found.optimal()).isTrue();
    }

    /** A bound that some order undercuts would be a false sentence on screen; orders are drawn at random and improved. */
    @Property(tries = 25)
    void noOrderIsSmootherThanTheBound(
            @ForAll @IntRange(min = 2, max = 6) int rows,
            @ForAll @IntRange(min = 2, max = 8) int columns,
            @ForAll @IntRange(max = 4) int empty,
            @ForAll @IntRange(max = 1000) int seed) {
        Wells grid = Wells.grid(rows, columns);
        int n = grid.count() - Math.min(empty, grid.count() - 2);
        List<Lab> colours = colours(n, seed);
        Arrangement found = Arrangement.smoothest(question(grid, colours, Map.of()), 0.2, false, () -> true);
        Differences d = Differences.of(colours);
        assertThat(Arrangement.bound(grid, d, Set.of(), found.roughness()))
                .isLessThanOrEqualTo(found.roughness() + 1e-9);
        assertThat(found.roughness()).isEqualTo(d.roughness(grid, found.wells()), within(1e-9));
        assertThat(found.roughness()).isLessThanOrEqualTo(found.asGiven() + 1e-9);
    }

    /** What stays empty takes its neighbours off the bound and no more: it is still below the best, and above that of a larger box. */
    @Property(tries = 20)
    void theBoundKnowsOfWellsThatStayEmpty(@ForAll @IntRange(max = 1000) int seed) {
        List<Lab> colours = colours(6, seed);
        Wells grid = Wells.grid(3, 3);
        Map<Integer, Integer> locked = Map.of(6, -1, 7, -1, 8, -1);
        Arrangement found = Arrangement.smoothest(question(grid, colours, locked));
        double bound = Arrangement.bound(grid, Differences.of(colours), locked.keySet(), found.roughness());
        assertThat(bound).isLessThanOrEqualTo(found.roughness() + 1e-9);
        assertThat(bound)
                .isGreaterThanOrEqualTo(
                        Arrangement.bound(grid, Differences.of(colours), Set.of(), found.roughness()) - 1e-9);
        assertThat(found.roughness()).isCloseTo(least(grid, Differences.of(colours), 6, locked), within(1e-6));
    }

    /** Greys a step apart lie in a row at their sum, and no other order is as smooth. */
    @Test
    void aRowOfGreysLiesFromDarkToLight() {
        List<Lab> greys = new ArrayList<>();
        for (int i : new int[] {4, 0, 3, 1, 2}) greys.add(new Lab(30 + 10 * i, 0, 0));
        Arrangement found = Arrangement.smoothest(question(Wells.grid(1, 5), greys, Map.of()));
        List<Integer> up = List.of(1, 3, 4, 2, 0);
        List<Integer> down = new ArrayList<>(up);
        Collections.reverse(down);
        assertThat(found.wells()).isIn(up, down);
        assertThat(found.optimal()).isTrue();
    }

    @Test
    void eighteenWellsAreProvenOrBoundedAndTheSameEachTime() {
        List<Lab> colours = colours(18, 5);
        Arrangement.Question asked = question(Wells.grid(3, 6), colours, Map.of());
        Arrangement one = Arrangement.smoothest(asked, 1, false, () -> true);
        Arrangement again = Arrangement.smoothest(asked, 1, false, () -> true);
        assertThat(one).isEqualTo(again);
        assertThat(one.bound()).isBetween(0.7 * one.roughness(), one.roughness());
    }

    @Test
    void brokenOffItStillAnswersWithWhatItHas() {
        Arrangement found =
                Arrangement.smoothest(question(Wells.grid(4, 12), colours(48, 9), Map.of()), 1, true, () -> false);
        assertThat(found.wells()).doesNotHaveDuplicates().hasSize(48);
        assertThat(found.bound()).isPositive();
        assertThat(found.optimal()).isFalse();
    }

    @Test
    void familiesLieInAsFewRowsAsTheyCan() {
        List<Lab> colours = colours(12, 3);
        List<Integer> family = List.of(0, 1, 2, 0, 1, 2, 0, 1, 2, 0, 1, 2);
        List<Integer> row = IntStream.range(0, 12).mapToObj(w -> w / 4).toList();
        Arrangement found = Arrangement.smoothest(new Arrangement.Question(
                Wells.grid(3, 4), Differences.of(colours), asTheyCome(12, 12), Map.of(), row, family));
        for (int r = 0; r < 3; r++) {
            assertThat(found.wells().subList(4 * r, 4 * r + 4).stream()
                            .map(family::get)
                            .distinct())
                    .hasSize(1);
        }
    }

    /** One colour put among others it has nothing to do with. */
    @Test
    void theWellThatJarsIsNamedAndTheExchangeTakesOffWhatItSays() {
        List<Lab> colours = new ArrayList<>();
        for (int i = 0; i < 8; i++) colours.add(new Lab(80 - 2 * i, 5, 70 - 3 * i));
        colours.add(new Lab(25, 10, -50));
        Wells grid = Wells.grid(3, 3);
        List<Integer> lying = List.of(0, 1, 2, 3, 8, 4, 5, 6, 7);
        Differences d = Differences.of(colours);
        Arrangement.Jarring jar = Arrangement.jarring(grid, d, lying, Set.of()).orElseThrow();
        assertThat(jar.well()).isEqualTo(4);
        List<Integer> swapped = new ArrayList<>(lying);
        Collections.swap(swapped, jar.well(), jar.better());
        assertThat(d.roughness(grid, lying) - d.roughness(grid, swapped)).isCloseTo(jar.saved(), within(1e-9));
        assertThat(Arrangement.jarring(grid, d, lying, Set.of(4)).map(Arrangement.Jarring::well))
                .isNotEqualTo(4);
    }

    @Test
    void questionsThatContradictThemselvesAreRefusedWithAWayOn() {
        List<Lab> three = colours(3, 1);
        assertThatThrownBy(() -> question(Wells.grid(1, 2), three, Map.of()))
                .isInstanceOf(Refusal.class)
                .hasMessageContaining("3 colours do not go into 2 wells");
        assertThatThrownBy(() -> question(Wells.grid(2, 2), three, Map.of(0, 1, 1, 1)))
                .hasMessageContaining("two wells");
        assertThatThrownBy(() -> question(Wells.grid(2, 2), three, Map.of(0, -1, 1, -1)))
                .hasMessageContaining("stay empty");
        assertThatThrownBy(() -> question(Wells.grid(2, 2), three, Map.of(9, 1)))
                .hasMessageContaining("no well");
    }
}
