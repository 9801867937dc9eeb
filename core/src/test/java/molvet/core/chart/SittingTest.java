package molvet.core.chart;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.Arrays;
import java.util.List;
import molvet.core.collection.Family;
import org.junit.jupiter.api.Test;

class SittingTest {
    @Test
    void waterIsChangedOnceAFamily() {
        List<PaintingOrder.Waiting> cells = List.of(
                new PaintingOrder.Waiting(0, Family.BLUE, 30, "D1"),
                new PaintingOrder.Waiting(1, Family.YELLOW, 80, "D1"),
                new PaintingOrder.Waiting(2, Family.BLUE, 40, "D2"),
                new PaintingOrder.Waiting(3, Family.YELLOW, 85, "D2"),
                new PaintingOrder.Waiting(4, Family.BLACK, 15, "D1"));
        PaintingOrder.Walk walk = PaintingOrder.of(cells);
        assertThat(walk.steps()).extracting(PaintingOrder.Step::cell).containsExactly(1, 3, 0, 2, 4);
        assertThat(walk.waters()).isEqualTo(2);
        assertThat(PaintingOrder.walked(cells).waters()).isEqualTo(4);
        assertThat(walk.steps().get(2).water()).isTrue();
    }

    /** Common practice, no published source: eleven strips take about three quarters of an hour. */
    @Test
    void timeIsLearntFromOwnSittings() {
        Pace usual = Pace.of(ChartForm.STRIPS, List.of());
        assertThat(usual.left(11).toMinutes()).isBetween(43L, 47L);
        java.time.Instant start = java.time.Instant.parse("2026-05-02T09:00:00Z");
        Pace own = Pace.of(
                ChartForm.STRIPS,
                Arrays.stream(new int[] {0, 100, 200, 302, 400, 500, 9000, 9001, 9100})
                        .mapToObj(start::plusSeconds)
                        .toList());
        assertThat(own.each()).isBetween(98.0, 102.0);
        assertThat(own.learntFrom()).isEqualTo(6);
    }
}
