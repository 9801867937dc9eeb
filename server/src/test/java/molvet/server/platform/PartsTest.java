package molvet.server.platform;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.HashSet;
import java.util.List;
import java.util.Set;
import java.util.stream.LongStream;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.Size;
import org.junit.jupiter.api.Test;

class PartsTest {
    /** Nothing is left out or put in, and a page of up to 60 paints is asked for by one of seven statements. */
    @Property
    void partsHoldJustTheNumbersInAFewSizes(@ForAll @Size(max = 60) List<Long> ids) {
        List<List<Long>> parts = Parts.of(ids);
        Set<Long> all = new HashSet<>();
        parts.forEach(all::addAll);
        assertThat(all).isEqualTo(new HashSet<>(ids));
        assertThat(parts).allSatisfy(p -> assertThat(p.size()).isIn(1, 2, 4, 8, 16, 32, 64));
    }

    @Test
    void noPartIsLargerThanAStatementHolds() {
        List<List<Long>> parts = Parts.of(LongStream.range(0, 20_000).boxed().toList());
        assertThat(parts).hasSize(5).allSatisfy(p -> assertThat(p).hasSizeLessThanOrEqualTo(4_096));
        assertThat(parts.stream().flatMap(List::stream).distinct()).hasSize(20_000);
    }
}
