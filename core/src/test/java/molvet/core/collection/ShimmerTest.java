package molvet.core.collection;

import static org.assertj.core.api.Assertions.assertThat;

import molvet.core.pigment.Recipe;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Which paints show over black and when tilted (common practice, no published source). */
class ShimmerTest {
    @ParameterizedTest
    @CsvSource({
        "Petrel Blue, PW20, true",
        "Iridescent Shell, PB29, true",
        "interference violet, PV19, true",
        "Duo-chrome Beetle, PG7, true",
        "Duochrome Beetle, PG7, true",
        "Pearlescent White, PW6, true",
        "Pearl Diver, PB29, true",
        "Shimmering Sound, PB36, true",
        "Pearwood Brown, PBr7, false",
        "Deep Shelter Blue, PB29, false",
        "Chameleonite, PG18, false"
    })
    void byMicaOrByAWordOfItsName(String name, String pigment, boolean shimmers) {
        assertThat(Shimmer.of(name, Recipe.of(pigment))).isEqualTo(shimmers);
    }
}
