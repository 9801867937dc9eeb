package molvet.core.mixing;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Optional;
import molvet.core.colour.Lab;
import molvet.core.pigment.LabelReader;
import molvet.core.pigment.PigmentReference;
import molvet.core.pigment.Recipe;
import org.junit.jupiter.api.Test;

class MixFindTest {
    private static final LabelReader READER = new LabelReader(PigmentReference.standard());
    private static final FoundMix GREY = new FoundMix(
            1,
            "Shadow on limewash",
            List.of(
                    new FoundMix.Part("Deep Shelter Blue", Recipe.of("PB29")),
                    new FoundMix.Part("Burnt Sienna Point", Recipe.of("PBr7"))),
            Optional.of(new Lab(60, 2, -3)),
            true);
    private static final FoundMix GREEN = new FoundMix(
            2,
            "",
            List.of(
                    new FoundMix.Part("Lantern Yellow", Recipe.of("PY151")),
                    new FoundMix.Part("Rock Pool Blue", Recipe.of("PB15:3"))),
            Optional.of(new Lab(70, -30, 40)),
            false);

    private static List<Long> found(String text, Optional<Lab> near) {
        return MixFind.read(text, READER, near).among(List.of(GREY, GREEN));
    }

    private static List<Long> found(String text) {
        return found(text, Optional.empty());
    }

    @Test
    void mixturesAreFoundAsTheyAreSpokenOf() {
        assertThat(found("mix of PB29 and PBr7")).containsExactly(1L);
        assertThat(found("mixtures with pb 15 colon 3")).containsExactly(2L);
        assertThat(found("grey mixes")).containsExactly(1L);
        assertThat(found("liked")).containsExactly(1L);
        assertThat(found("limewash")).containsExactly(1L);
        assertThat(found("rock pool")).containsExactly(2L);
        assertThat(found("mix of PB29 and PY151")).isEmpty();
        assertThat(found("")).containsExactly(1L, 2L);
    }

    @Test
    void nearAPaintTheNearestComesFirst() {
        assertThat(MixFind.accession("near M-0031")).contains(31);
        assertThat(MixFind.accession("nearby")).isEmpty();
        assertThat(found("near M-0031", Optional.of(new Lab(68, -25, 35)))).containsExactly(2L, 1L);
        assertThat(MixFind.read("near m-31", READER, Optional.empty()).words())
                .isEqualTo("mixtures; M-31 was not measured");
    }

    @Test
    void whatWasUnderstoodIsSaid() {
        assertThat(MixFind.read("grey mixes of PB29", READER, Optional.empty()).words())
                .isEqualTo("grey mixtures of PB29");
        assertThat(MixFind.read("", READER, Optional.empty()).words()).isEmpty();
    }
}
