package molvet.core.sharing;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import molvet.core.collection.HoldingForm;
import molvet.core.collection.HoldingState;
import molvet.core.measure.Volume;
import molvet.core.pigment.Recipe;
import molvet.core.shelf.Keeper;
import molvet.core.shelf.KeeperKind;
import molvet.core.shelf.PlaceCode;
import org.junit.jupiter.api.Test;

class IncomingTest {
    private static final Incoming.KnownHolding TUBE = new Incoming.KnownHolding(
            HoldingForm.TUBE,
            Optional.of(Volume.of(15).ml()),
            Optional.empty(),
            Optional.empty(),
            "",
            HoldingState.HERE);
    private static final List<Incoming.Known> OWNED = List.of(
            known(1, "Tern Grey", "Kelpwick", "PB29", TUBE), known(2, "Slipway Blue", "Pellworth", "PB15:3", TUBE));
    private static final Incoming.Shelved SHELF = new Incoming.Shelved(
            Map.of(PlaceCode.of("R1 1"), "Tern Grey (M-0001)"),
            Map.of(PlaceCode.of("R1 1").keeperCode(), new Keeper(KeeperKind.RING, 1, 0, 50)));

    private static Incoming.Known known(long id, String name, String maker, String code, Incoming.KnownHolding... has) {
        return new Incoming.Known(
                id,
                "M-000" + id,
                name,
                maker,
                Recipe.of(code),
                List.of(has),
                Set.of(),
                Map.of(),
                Set.of("The field tin"),
                "");
    }

    private static List<Incoming.Becoming> of(Incoming.Choices choices, String... lines) {
        return Incoming.of(OwnListTest.read(lines), OWNED, SHELF, choices);
    }

    private static List<Incoming.Becoming> of(String... lines) {
        return of(Incoming.Choices.NONE, lines);
    }

    @Test
    void aHoldingIsThereWhereAllTheRowSaysIsTrueOfIt() {
        List<Incoming.Becoming> all = of(
                "Name | Maker | Size | Form",
                "tern grey | Kelpwick | 15 ml | tube",
                "Tern Grey | Kelpwick | 15 ml | tube",
                "Tern Grey | Kelpwick | 5 ml | tube");
        assertThat(all).extracting(Incoming.Becoming::kind).containsOnly(Incoming.Kind.HAVE);
        // One tube is there: the first row is it, the second and third are more.
        assertThat(all).extracting(Incoming.Becoming::more).containsExactly(0, 1, 1);
    }

    @Test
    void oneMoreMayBeSaid() {
        Incoming.Choices more = new Incoming.Choices(Map.of(), Set.of(2));
        assertThat(of(more, "Name | Maker | Form", "Tern Grey | Kelpwick | tube")
                        .get(0)
                        .more())
                .isEqualTo(1);
    }

    @Test
    void theSamePaintOnSeveralRowsIsOnePaint() {
        List<Incoming.Becoming> all = of(
                "Name | Maker | Pigments | Form | Qty",
                "Gorse | Marlund | PY154 | tube | 1",
                "Gorse | Marlund | PY154 | half pan | 3",
                "Gorse | Marlund | PY110 | tube | 1");
        assertThat(all)
                .extracting(Incoming.Becoming::kind)
                .containsExactly(Incoming.Kind.NEW, Incoming.Kind.HAVE, Incoming.Kind.DOUBT);
        assertThat(all.get(1).sameAsRow()).contains(2);
        assertThat(all.get(1).more()).isEqualTo(3);
        assertThat(all.get(2).sameAsRow()).isEmpty();
        assertThat(all.get(2).doubts())
                .extracting(OwnList.Doubt::message)
                .containsExactly("Row 2 of this name has PY154, this PY110: taken for another paint.");
        // Numbers of their own say that they are two, as in what Molvet wrote itself.
        assertThat(of(
                        "Accession | Name | Maker | Pigments",
                        "M-0031 | Gorse | Marlund | PY154",
                        "M-0032 | Gorse | Marlund | PY110"))
                .extracting(Incoming.Becoming::kind)
                .containsOnly(Incoming.Kind.NEW);
    }

    @Test
    void otherPigmentsUnderTheSameNameAreInDoubt() {
        Incoming.Becoming one =
                of("Name | Maker | Pigments", "Tern Grey | Kelpwick | PBr7").get(0);
        assertThat(one.kind()).isEqualTo(Incoming.Kind.DOUBT);
        assertThat(one.known()).isEmpty();
        assertThat(one.doubts().get(0).message()).contains("M-0001 of this name has PB29, this PBr7");
    }

    @Test
    void aNameWithoutItsMakerMayBeOneThatIsThere() {
        Incoming.Becoming one = of("Name | Size", "Slipway Blue | 15 ml").get(0);
        assertThat(one.kind()).isEqualTo(Incoming.Kind.DOUBT);
        assertThat(one.doubts().get(0).mend()).isEqualTo("M-0002");
        Incoming.Choices said = new Incoming.Choices(Map.of(2, "M-0002"), Set.of());
        Incoming.Becoming taken =
                of(said, "Name | Size", "Slipway Blue | 15 ml").get(0);
        assertThat(taken.known()).isPresent();
        assertThat(taken.more()).isZero();
        // With the same pigments there is nothing to ask.
        assertThat(of("Name | Pigments", "Slipway Blue | PB15:3").get(0).notes().get(0))
                .startsWith("Taken for M-0002");
    }

    @Test
    void slipsOfMakersAndNamesAreMended() {
        List<OwnList.Doubt> doubts =
                of("Name | Maker | Pigments", "Gorse | Kelpwik | PY154", "Slipway Bule | Pellworth | PB15:3").stream()
                        .flatMap(b -> b.doubts().stream())
                        .toList();
        assertThat(doubts).extracting(OwnList.Doubt::mend).containsExactly("Kelpwick", "Slipway Blue");
        // Numbers tell names apart, however near they look.
        List<Incoming.Known> numbered = List.of(known(3, "Tide No 1", "Kelpwick", "PB29"));
        assertThat(Incoming.of(
                        OwnListTest.read("Name | Maker | Pigments", "Tide No 2 | Kelpwick | PB29"),
                        numbered,
                        SHELF,
                        Incoming.Choices.NONE))
                .allMatch(b -> b.kind() == Incoming.Kind.NEW);
        // A maker that stands there often is no slip.
        assertThat(of("Name | Maker", "A One | Kelpwik", "B Two | Kelpwik", "C Three | Kelpwik"))
                .allMatch(b -> b.doubts().isEmpty());
    }

    @Test
    void placesThatClashAreSaidAndOnlyFreeOnesTaken() {
        List<Incoming.Becoming> all = of(
                "Name | Maker | Where",
                "Gorse | Marlund | R1 1",
                "Thrift | Marlund | R1 2",
                "Dusk | Marlund | R1 2",
                "Dawn | Marlund | R1 99",
                "Noon | Marlund | R9 3");
        assertThat(all).extracting(b -> b.places().toString()).containsExactly("[]", "[R1·2]", "[]", "[]", "[R9·3]");
        assertThat(all.get(0).doubts().get(0).message()).contains("At R1·1 is Tern Grey (M-0001)");
        assertThat(all.get(2).doubts().get(0).message()).contains("the place of row 3 too");
        assertThat(all.get(3).doubts().get(0).message()).contains("There is no R1·99");
    }

    /** What a list says of a paint that is there, beyond its holdings, is kept too, once. */
    @Test
    void aPaintIsLaidIntoThePalettesThatTheListNamesAndItDoesNotLieIn() {
        List<Incoming.Becoming> rows = of(
                "Name | Maker | Form | Palette",
                "Tern Grey | Kelpwick | tube | the field TIN; Boat; Winter 2025/26, indoors",
                "Slipway Blue | Pellworth | tube | The field tin",
                "Sea Rose | Pellworth | tube | x");
        assertThat(rows.get(0).palettes()).containsExactly("Boat", "Winter 2025/26, indoors");
        assertThat(rows.get(0).notes()).contains("Goes into Boat and Winter 2025/26, indoors.");
        assertThat(rows.get(0).noted()).isEmpty();
        assertThat(rows.get(0).changes()).isTrue();
        assertThat(rows.get(1).palettes()).isEmpty();
        assertThat(rows.get(1).changes()).isFalse();
        // A tick in a column headed so means the one palette there is.
        assertThat(rows.get(2).palettes()).containsExactly("Palette");
    }

    @Test
    void notesOfPaintsThatAreThereAreAdded() {
        String[] list = {"Name | Maker | Form | Notes", "Tern Grey | Kelpwick | tube | for fog"};
        Incoming.Becoming one = of(list).get(0);
        assertThat(one.more()).isZero();
        assertThat(one.noted()).containsExactly("for fog");
        assertThat(one.changes()).isTrue();
        Incoming.Known known = OWNED.get(0);
        Incoming.Known told = new Incoming.Known(
                1,
                known.accession(),
                known.name(),
                known.maker(),
                known.recipe(),
                known.holdings(),
                Set.of(),
                Map.of(),
                Set.of(),
                "for fog");
        assertThat(Incoming.of(OwnListTest.read(list), List.of(told), SHELF, Incoming.Choices.NONE)
                        .get(0)
                        .changes())
                .isFalse();
    }

    /** Whatever stands in a column headed “accession”, other names are other paints. */
    @Test
    void aNumberAloneMakesNoTwoRowsOnePaint() {
        assertThat(of("Accession | Name | Maker", "x | Gorse | Marlund", "x | Dusk | Marlund"))
                .extracting(Incoming.Becoming::kind)
                .containsOnly(Incoming.Kind.NEW);
    }
}
