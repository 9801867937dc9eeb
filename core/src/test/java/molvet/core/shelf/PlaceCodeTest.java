package molvet.core.shelf;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import molvet.core.measure.Refusal;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.IntRange;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

class PlaceCodeTest {
    @ParameterizedTest(name = "{0} is {1}")
    @CsvSource(
            delimiter = '|',
            value = {
                "r2 17 | R2·17",
                "R2.17 | R2·17",
                "R2·17 | R2·17",
                "r2-17 | R2·17",
                "R 2 / 17 | R2·17",
                "ring 2 card 17 | R2·17",
                "Ring 2, no. 17 | R2·17",
                "R2 c17 | R2·17",
                "R02·007 | R2·7",
                "binder 1 p4 c3 | B1·p4·c3",
                "B1·p4·c3 | B1·p4·c3",
                "B1 4 3 | B1·p4·c3",
                "b1p4c3 | B1·p4·c3",
                "b1.4.3 | B1·p4·c3",
                "Binder 1 page 4 pocket 3 | B1·p4·c3",
                "B1 p4 | B1·p4·c1",
                "S3·p12 | S3·p12",
                "s3 p12 | S3·p12",
                "sketchbook 3 page 12 | S3·p12",
                "S3 p12 e2 | S3·p12·e2",
                "lid 1 well 5 | L1·5",
                "X1·17 | X1·17",
                "wall 1 3 | W1·3",
            })
    void readsAPlaceAsPeopleWriteIt(String written, String printed) {
        assertThat(PlaceCode.of(written)).hasToString(printed);
    }

    @ParameterizedTest
    @ValueSource(
            strings = {
                "",
                "R",
                "R2",
                "17",
                "Q2·17",
                "R0·1",
                "R2·0",
                "R2·p4·c3",
                "R2·17·4·5",
                "R99999·1",
                "drop table",
                "R2·-3"
            })
    void refusesWhatIsNoPlaceAndSaysHowOneIsWritten(String text) {
        assertThatThrownBy(() -> PlaceCode.of(text))
                .isInstanceOfSatisfying(
                        Refusal.class,
                        r -> assertThat(r.faults().get(0).suggestion()).contains("R2·17"));
    }

    @Property
    void whatIsPrintedReadsBackAsTheSame(
            @ForAll KeeperKind kind,
            @ForAll @IntRange(min = 1, max = 9999) int keeper,
            @ForAll @IntRange(min = 1, max = 9999) int page,
            @ForAll @IntRange(min = 1, max = 9999) int cell) {
        PlaceCode place = new PlaceCode(kind, keeper, kind.isPaged() ? page : 0, cell);
        assertThat(PlaceCode.of(place.toString())).isEqualTo(place);
        assertThat(PlaceCode.of(place.words())).isEqualTo(place);
    }

    @Test
    void saysAPlaceInWords() {
        assertThat(PlaceCode.of("R2·17").words()).isEqualTo("ring 2, card 17");
        assertThat(PlaceCode.of("S3·p12").words()).isEqualTo("sketchbook 3, page 12");
    }
}
