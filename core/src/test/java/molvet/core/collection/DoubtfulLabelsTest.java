package molvet.core.collection;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import java.util.TreeMap;
import molvet.core.collection.DoubtfulLabels.Doubt;
import molvet.core.collection.DoubtfulLabels.Label;
import molvet.core.colour.Lab;
import molvet.core.measure.Words;
import molvet.core.pigment.Hue;
import molvet.core.pigment.PigmentCode;
import molvet.core.pigment.PigmentReference;
import molvet.core.pigment.Recipe;
import org.junit.jupiter.api.Test;

class DoubtfulLabelsTest {
    private static final DoubtfulLabels LABELS = new DoubtfulLabels(PigmentReference.standard());

    private static Recipe recipe(String... codes) {
        return new Recipe(List.of(codes).stream()
                .map(c -> PigmentCode.parse(c).orElseThrow())
                .toList());
    }

    private static Label label(long id, String name, String maker, Recipe recipe, Lab seen) {
        return new Label(id, name, maker, "Artist", recipe, Optional.ofNullable(seen));
    }

    private static List<Doubt> found(String kind, Label... labels) {
        return LABELS.find(List.of(labels)).stream()
                .filter(d -> d.note().kind().equals(kind))
                .toList();
    }

    @Test
    void twoNamesOfOneHueUnderOneRecipeOfAMakerDoubtEachOther() {
        List<Doubt> doubts = found(
                "same-recipe-one-maker",
                label(1, "Harbour Green", "Kelpwick", recipe("PG7"), null),
                label(2, "Slipway Green", "Kelpwick", recipe("PG7"), null),
                label(3, "Slipway Green", "Pellworth", recipe("PG7"), null));
        assertThat(doubts).extracting(Doubt::paint).containsExactlyInAnyOrder(1L, 2L);
        assertThat(doubts.get(0).note().message())
                .startsWith("Kelpwick gives “Harbour Green” and “Slipway Green” the same recipe, PG7.");
    }

    @Test
    void oneNameTwiceIsTwoTubesAndOtherHuesAreOtherColours() {
        assertThat(found(
                        "same-recipe-one-maker",
                        label(1, "Harbour Green", "Kelpwick", recipe("PG7"), null),
                        label(2, "harbour  green", "Kelpwick", recipe("PG7"), null),
                        label(3, "Slipway Blue", "Kelpwick", recipe("PG7"), null)))
                .isEmpty();
    }

    /** Under an iron oxide or an umber a maker rightly sells several colours (common practice, no published source). */
    @Test
    void pigmentsThatGiveManyColoursAreNotDoubtedForThat() {
        assertThat(found(
                        "same-recipe-one-maker",
                        label(1, "Cliff Brown", "Kelpwick", recipe("PBr7"), null),
                        label(2, "Moth Brown", "Kelpwick", recipe("PBr7"), null)))
                .isEmpty();
    }

    /** Every pair looked at, which is what the grouping by hue saves. */
    @Test
    void rivalsAreThoseOfThePlainDoubleLoop() {
        List<String> names =
                List.of("Tern Green", "Kelp Green", "kelp green", "Tern Blue", "Moth Blue", "Quay", "Dune Gold");
        Random random = new Random(3);
        for (int round = 0; round < 40; round++) {
            List<Label> labels = new ArrayList<>();
            for (int i = 0; i < 30; i++) {
                labels.add(label(
                        i,
                        names.get(random.nextInt(names.size())),
                        random.nextBoolean() ? "Kelpwick" : "Pellworth",
                        random.nextBoolean() ? recipe("PG7") : recipe("PG7", "PY150"),
                        null));
            }
            Map<Long, Integer> wanted = new TreeMap<>();
            for (Label a : labels) {
                for (Label b : labels) {
                    if (a.maker().equals(b.maker())
                            && a.recipe().equals(b.recipe())
                            && !Words.folded(a.name()).equals(Words.folded(b.name()))
                            && Hue.spokenIn(a.name()).isPresent()
                            && Hue.spokenIn(a.name()).equals(Hue.spokenIn(b.name()))) {
                        wanted.merge(a.paint(), 1, Integer::sum);
                    }
                }
            }
            Map<Long, Integer> got = new TreeMap<>();
            for (Doubt d : found("same-recipe-one-maker", labels.toArray(Label[]::new))) {
                got.put(d.paint(), d.others().size());
            }
            wanted.replaceAll((id, n) -> Math.min(n, 11));
            assertThat(got).isEqualTo(wanted);
        }
    }

    @Test
    void ofManyRivalsFourAreNamedAndTheRestCounted() {
        List<Label> labels = new ArrayList<>();
        for (int i = 0; i < 9; i++) {
            labels.add(label(i, "Kelp " + i + " Green", "Kelpwick", recipe("PG7"), null));
        }
        Doubt first =
                found("same-recipe-one-maker", labels.toArray(Label[]::new)).get(0);
        assertThat(first.note().message())
                .contains("“Kelp 1 Green”, “Kelp 2 Green”, “Kelp 3 Green”, “Kelp 4 Green” and 4 more the same");
    }

    @Test
    void oneRecipeFarApartOnPaperIsDoubtedOnceBesideTheFarthest() {
        List<Doubt> doubts = found(
                "same-recipe-far-apart",
                label(1, "Dusk", "Kelpwick", recipe("PV23"), new Lab(30, 30, -40)),
                label(2, "Dawn", "Kelpwick", recipe("PV23"), new Lab(60, 30, -20)),
                label(3, "Noon", "Kelpwick", recipe("PV23"), new Lab(31, 30, -40)));
        assertThat(doubts).first().satisfies(d -> {
            assertThat(d.paint()).isEqualTo(1);
            assertThat(d.others()).containsExactly(2L);
            assertThat(d.note().message()).contains("look at both tubes and both cards");
        });
        assertThat(doubts.stream().map(d -> d.paint() + "-" + d.others())).doesNotHaveDuplicates();
    }

    /** PY35 and PB29 cannot come out alike: one of two labels or cards is the other’s. */
    @Test
    void recipesThatCannotBeTheSameColourButAreAreDoubted() {
        Lab seen = new Lab(80, 5, 80);
        assertThat(found(
                        "other-recipe-same-colour",
                        label(1, "Gorse", "Kelpwick", recipe("PY35"), seen),
                        label(2, "Tide", "Kelpwick", recipe("PB29"), new Lab(80.4, 5.2, 80.3))))
                .singleElement()
                .satisfies(d -> assertThat(d.note().message()).contains("“Gorse” (PY35) and “Tide” (PB29)"));
        assertThat(found(
                        "other-recipe-same-colour",
                        label(1, "Gorse", "Kelpwick", recipe("PY35"), seen),
                        label(2, "Dune", "Kelpwick", recipe("PY37"), seen)))
                .isEmpty();
    }

    @Test
    void pigmentNamesAreFoundWhereverTheyStandInAName() {
        PigmentReference reference = PigmentReference.standard();
        for (String name : reference.names()) {
            List<String> words = List.of(("old " + Words.folded(name) + " deep").split(" "));
            assertThat(reference.namesIn(words)).contains(name);
        }
        assertThat(reference.namesIn(List.of("quay", "dusk"))).isEmpty();
    }
}
