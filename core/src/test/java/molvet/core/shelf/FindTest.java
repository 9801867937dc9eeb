package molvet.core.shelf;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.StringLength;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class FindTest {
    private static final List<String> MAKERS = List.of("Pellworth", "Kelpwick & Daughters");

    @ParameterizedTest(name = "{0}")
    @CsvSource(
            delimiter = '|',
            value = {
                "pb29 | pigment PB29",
                "PB 15:3 | pigment PB15:3",
                "pigment PV19 painted rose | pigment PV19; painted; rose",
                "pb15.3 | pigment PB15:3",
                "pellworth 15 ml | maker Pellworth; 15 ml",
                "kelpwick & daughters | maker Kelpwick & Daughters",
                "m-137 | number M-0137",
                "r2 17 | at R2·17",
                "ring 2 | in ring 2",
                "in ring 2 single | in ring 2; single",
                "B1·p4·c3 | at B1·p4·c3",
                "no swatch | no swatch",
                "not painted owned | no swatch; owned",
                "lost | swatch lost",
                "\"deep shelter\" blue | “deep shelter”; blue",
                "Möwen-Grau | mowen; grau",
            })
    void saysWhatItUnderstood(String text, String understood) {
        assertThat(String.join(
                        "; ",
                        Find.parse(text, MAKERS).terms().stream()
                                .map(Find.Term::words)
                                .toList()))
                .isEqualTo(understood);
    }

    @Property
    void whatIsPrintedBackReadsAsTheSame(@ForAll @StringLength(max = 60) String text) {
        Find find = Find.parse(text, MAKERS);
        assertThat(Find.parse(find.written(), MAKERS)).isEqualTo(find);
    }

    @Test
    void looksAtNoMoreThanItsLimit() {
        assertThat(Find.parse("a ".repeat(3000), MAKERS).terms().size()).isLessThanOrEqualTo(250);
        assertThat(Find.parse("' OR 1=1; -- drop", MAKERS).terms()).allMatch(t -> t instanceof Find.Word);
    }
}
