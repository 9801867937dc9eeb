package molvet.core.shelf;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.TreeMap;
import molvet.core.measure.Refusal;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.IntRange;
import net.jqwik.api.constraints.Size;
import org.junit.jupiter.api.Test;

class KeeperTest {
    private final Keeper ring = new Keeper(KeeperKind.RING, 1, 0, 5);

    @Test
    void countsPlacesThroughPages() {
        Keeper binder = new Keeper(KeeperKind.BINDER, 1, 10, 8);
        assertThat(binder.position(PlaceCode.of("B1·p4·c3"))).isEqualTo(27);
        assertThat(binder.place(27)).hasToString("B1·p4·c3");
        assertThat(binder.capacity()).isEqualTo(80);
    }

    @Test
    void refusesAPlaceItDoesNotHave() {
        assertThatThrownBy(() -> ring.position(PlaceCode.of("R1·6"))).hasMessageContaining("R1 has 5 places");
        assertThatThrownBy(() -> ring.position(PlaceCode.of("R2·1"))).hasMessageContaining("not in this keeper");
        assertThatThrownBy(() -> new Keeper(KeeperKind.RING, 1, 3, 5)).isInstanceOf(Refusal.class);
    }

    @Test
    void shiftsOnlyUpToTheFirstGap() {
        TreeMap<Integer, Long> taken = new TreeMap<>();
        taken.put(1, 10L);
        taken.put(2, 20L);
        taken.put(4, 40L);
        assertThat(ring.shift(taken, 1)).containsExactly(new Keeper.Move(20, 2, 3), new Keeper.Move(10, 1, 2));
        assertThat(ring.shift(taken, 3)).isEmpty();
    }

    @Test
    void refusesToShiftPastTheEnd() {
        TreeMap<Integer, Long> taken = new TreeMap<>();
        for (int p = 2; p <= 5; p++) taken.put(p, (long) p);
        assertThatThrownBy(() -> ring.shift(taken, 3)).hasMessageContaining("full from R1·3");
    }

    @Property
    void noSwatchIsLostOrDoubledByAShift(
            @ForAll @Size(max = 12) java.util.Set<@IntRange(min = 1, max = 15) Integer> positions,
            @ForAll @IntRange(min = 1, max = 15) int at) {
        Keeper box = new Keeper(KeeperKind.BOX, 1, 0, 30);
        TreeMap<Integer, Long> taken = new TreeMap<>();
        positions.forEach(p -> taken.put(p, (long) p * 7));
        TreeMap<Integer, Long> after = new TreeMap<>(taken);
        for (Keeper.Move move : box.shift(taken, at)) {
            assertThat(after).doesNotContainKey(move.to());
            after.put(move.to(), after.remove(move.from()));
        }
        assertThat(after).doesNotContainKey(at);
        assertThat(after.values()).containsExactlyElementsOf(taken.values());
    }
}
