package molvet.core.shelf;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Collections;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.stream.LongStream;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.IntRange;
import org.junit.jupiter.api.Test;

class RefilingTest {
    @Test
    void onlyTheCardThatIsWrongIsMoved() {
        List<Refiling.Step> steps = Refiling.steps(List.of(1L, 2L, 5L, 3L, 4L), List.of(1L, 2L, 3L, 4L, 5L));
        assertThat(steps).containsExactly(new Refiling.Step(5L, java.util.Optional.of(4L)));
        assertThat(Refiling.steps(List.of(2L, 3L, 1L), List.of(1L, 2L, 3L)))
                .containsExactly(new Refiling.Step(1L, java.util.Optional.empty()));
        assertThat(Refiling.steps(List.of(), List.of())).isEmpty();
        assertThatThrownBy(() -> Refiling.steps(List.of(1L), List.of(2L))).isInstanceOf(IllegalArgumentException.class);
    }

    /** Against every way to move cards one by one, by breadth-first search. */
    @Property(tries = 40)
    void asFewMovesAsTryingEverything(@ForAll @IntRange(min = 1, max = 6) int n, @ForAll Random random) {
        List<Long> wished = LongStream.range(0, n).boxed().toList();
        List<Long> now = new ArrayList<>(wished);
        Collections.shuffle(now, random);
        assertThat(Refiling.steps(now, wished)).hasSize(fewest(now, wished));
    }

    /** To nine cards by brute force: the largest set of cards already in order, over all subsets. */
    @Property(tries = 60)
    void theMostCardsStayWhereTheyAre(@ForAll @IntRange(min = 1, max = 9) int n, @ForAll Random random) {
        List<Long> wished = LongStream.range(0, n).boxed().toList();
        List<Long> now = new ArrayList<>(wished);
        Collections.shuffle(now, random);
        int most = 0;
        for (int set = 0; set < 1 << n; set++) {
            long last = -1;
            boolean rising = true;
            for (int i = 0; i < n; i++) {
                if ((set >> i & 1) == 0) continue;
                rising &= now.get(i) > last;
                last = now.get(i);
            }
            if (rising) most = Math.max(most, Integer.bitCount(set));
        }
        assertThat(Refiling.steps(now, wished)).hasSize(n - most);
    }

    /** Followed card by card, the list ends in the wished order, however long the ring is. */
    @Property(tries = 60)
    void theListLeadsThere(@ForAll @IntRange(min = 1, max = 200) int n, @ForAll Random random) {
        List<Long> wished = new ArrayList<>(LongStream.range(0, n).boxed().toList());
        List<Long> now = new ArrayList<>(wished);
        Collections.shuffle(now, random);
        Collections.shuffle(wished, random);
        List<Long> cards = now;
        for (Refiling.Step step : Refiling.steps(now, wished)) cards = Refiling.after(cards, step);
        assertThat(cards).isEqualTo(wished);
    }

    @Test
    void aNewCardGoesBetweenItsNeighbours() {
        assertThat(Refiling.insertion(List.of(1.0, 2.0, 4.0), 3)).isEqualTo(2);
        assertThat(Refiling.insertion(List.of(), 3)).isZero();
        assertThat(Refiling.insertion(List.of(5.0, 6.0), 3)).isZero();
        assertThat(Refiling.insertion(List.of(1.0, 9.0, 2.0, 4.0, 5.0), 3)).isEqualTo(3);
        assertThat(Refiling.insertion(List.of(1.0, 2.0), 2)).isEqualTo(2);
    }

    private static int fewest(List<Long> from, List<Long> to) {
        Map<List<Long>, Integer> seen = new HashMap<>(Map.of(from, 0));
        ArrayDeque<List<Long>> next = new ArrayDeque<>(List.of(from));
        while (!next.isEmpty()) {
            List<Long> cards = next.poll();
            if (cards.equals(to)) return seen.get(cards);
            for (int i = 0; i < cards.size(); i++) {
                for (int j = 0; j < cards.size(); j++) {
                    List<Long> moved = new ArrayList<>(cards);
                    moved.add(j, moved.remove(i));
                    if (seen.putIfAbsent(moved, seen.get(cards) + 1) == null) next.add(moved);
                }
            }
        }
        throw new AssertionError();
    }
}
