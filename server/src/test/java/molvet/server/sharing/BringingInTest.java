package molvet.server.sharing;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.ArrayList;
import java.util.List;
import molvet.core.measure.Refusal;
import molvet.server.platform.Collector;
import org.junit.jupiter.api.Test;

/** Lists and exports alike go through it row by row. */
class BringingInTest {
    private final BringingIn bringing = new BringingIn();
    private final Collector ines = new Collector(1, "ines@molvet.example");
    private final Collector tam = new Collector(2, "tam@molvet.example");

    @Test
    void howFarItIsIsTheCollectorsOwn() {
        List<Integer> done = new ArrayList<>();
        bringing.each(ines, List.of("a", "b", "c"), row -> {
            done.add(bringing.far(ines).orElseThrow().done());
            assertThat(bringing.far(ines).orElseThrow().all()).isEqualTo(3);
            assertThat(bringing.far(tam)).isEmpty();
        });
        assertThat(done).containsExactly(0, 1, 2);
        assertThat(bringing.far(ines)).isEmpty();
    }

    @Test
    void stoppedItEndsBeforeTheNextRowAndAnotherGoesOn() {
        List<String> in = new ArrayList<>();
        assertThatThrownBy(() -> bringing.each(ines, List.of("a", "b", "c"), row -> {
                    in.add(row);
                    bringing.stop(tam);
                    if (row.equals("b")) bringing.stop(ines);
                }))
                .isInstanceOf(Refusal.class)
                .hasMessageContaining("It was stopped after 2 of 3 rows: nothing was brought in.");
        assertThat(in).containsExactly("a", "b");
        // The next one is not stopped by what was said of this one.
        bringing.each(ines, List.of("d"), in::add);
        assertThat(in).containsExactly("a", "b", "d");
        assertThat(bringing.far(ines)).isEmpty();
    }
}
