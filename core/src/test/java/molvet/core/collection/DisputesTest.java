package molvet.core.collection;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import molvet.core.colour.Lab;
import molvet.core.pigment.Grade;
import molvet.core.pigment.Granulation;
import molvet.core.pigment.Lightfastness;
import molvet.core.pigment.NamePromise;
import molvet.core.pigment.PigmentReference;
import molvet.core.pigment.Recipe;
import molvet.core.pigment.Trait;
import molvet.core.pigment.Transparency;
import net.jqwik.api.Arbitraries;
import net.jqwik.api.Arbitrary;
import net.jqwik.api.Combinators;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.Provide;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class DisputesTest {
    private static final PigmentReference REFERENCE = PigmentReference.standard();
    private static final Disputes DISPUTES = new Disputes(REFERENCE);

    private static Disputes.Party party(
            long id, String name, String codes, Map<Trait, Disputes.Said> said, Lab colour) {
        return new Disputes.Party(
                id,
                name,
                "Kelpwick",
                "",
                codes.isEmpty() ? Recipe.NONE : Recipe.of(codes.split(" ")),
                codes,
                said,
                Optional.ofNullable(colour),
                Optional.empty());
    }

    private static Map<Trait, Disputes.Said> said(Trait trait, String written, Grade label, Grade paper) {
        Map<Trait, Disputes.Said> all = new LinkedHashMap<>();
        all.put(trait, new Disputes.Said(written, Optional.ofNullable(label), Optional.ofNullable(paper)));
        return all;
    }

    private static List<Disputes.Kind> kinds(Disputes.Party... parties) {
        return DISPUTES.among(List.of(parties)).stream()
                .map(Disputes.Dispute::kind)
                .toList();
    }

    /**
     * Well-published cases: alizarin crimson, PR83, is of ASTM lightfastness IV or V in watercolour (ASTM D5067); PB29 is I.
     * From memory.
     */
    @Test
    void aLightfastClaimOverAFugitivePigmentIsGravest() {
        Disputes.Party claims =
                party(1, "Dulse", "PR83 PB29", said(Trait.LIGHTFASTNESS, "I", Lightfastness.EXCELLENT, null), null);
        Disputes.Dispute first = DISPUTES.among(List.of(claims)).get(0);
        assertThat(first.kind()).isEqualTo(Disputes.Kind.LIGHTFAST_CLAIM_FADES);
        assertThat(first.message()).contains("“I”").contains("PR83").contains("fugitive");
        assertThat(kinds(
                        party(2, "Ferry", "PB29", said(Trait.LIGHTFASTNESS, "I", Lightfastness.EXCELLENT, null), null)))
                .isEmpty();
        assertThat(kinds(party(3, "Dulse", "PR83", said(Trait.LIGHTFASTNESS, "IV", Lightfastness.POOR, null), null)))
                .doesNotContain(Disputes.Kind.LIGHTFAST_CLAIM_FADES);
    }

    @Test
    void aSmoothClaimMeetsPaperThatGranulates() {
        assertThat(kinds(party(
                        1,
                        "Heather",
                        "PV14",
                        said(Trait.GRANULATION, "–", Granulation.NONE, Granulation.SLIGHT),
                        null)))
                .containsExactly(Disputes.Kind.SMOOTH_CLAIM_GRANULATES);
        assertThat(kinds(party(
                        1,
                        "Heather",
                        "PV14",
                        said(Trait.GRANULATION, "G", Granulation.MODERATE, Granulation.STRONG),
                        null)))
                .isEmpty();
        assertThat(kinds(party(
                        1,
                        "Straw",
                        "PY42",
                        said(Trait.TRANSPARENCY, "T", Transparency.TRANSPARENT, Transparency.OPAQUE),
                        null)))
                .containsExactly(Disputes.Kind.CLAIM_AGAINST_PAPER);
    }

    @Test
    void whatIsNotPrintedIsTwoDifferentThings() {
        assertThat(kinds(party(1, "Quay", "", Map.of(), null))).containsExactly(Disputes.Kind.NO_PIGMENTS);
        Disputes.Party byName = new Disputes.Party(
                1, "Quay", "", "", Recipe.NONE, "secret blend", Map.of(), Optional.empty(), Optional.empty());
        assertThat(kinds(byName)).containsExactly(Disputes.Kind.RECIPE_BY_NAME);
    }

    /** What pigments usually look like: common practice, no published source. */
    @ParameterizedTest
    @CsvSource({
        "Dusk Violet, PB60, , 0, The name says violet; PB60 usually makes a blue.",
        "Thrift Pink, PR122, VIOLET, 318, The name says pink; your own swatch is a violet.",
        "Loch Green, PB29, BLUE, 275, The name says green; your own swatch is a blue.",
        "Knapweed Violet, PB29, BLUE, 293,",
        "Loch Blue, PB29, BLUE, 275,",
        "Deep Yellow, PY65, ORANGE, 70,",
        "Quay Red, PV19, PINK, 5,",
        "Violet Grey, PBk7, BLACK, 300,",
        "Violet, PBr7, EARTH, 50,",
        "Heather, PB60, BLUE, 270,"
    })
    void aPlainColourWordIsHeldAgainstTheColour(String name, String code, Family seen, double hue, String said) {
        Lab half = Lab.of(60, 40 * Math.cos(Math.toRadians(hue)), 40 * Math.sin(Math.toRadians(hue)));
        assertThat(MisleadingName.of(
                        name,
                        Recipe.of(code),
                        Optional.ofNullable(seen).map(f -> new MisleadingName.Seen(f, half)),
                        REFERENCE))
                .isEqualTo(Optional.ofNullable(said));
    }

    @Test
    void aGreenishThatIsTheRedderOfTwoIsDoubted() {
        Disputes.Party greenish = party(1, "Sea Blue greenish", "PB29", Map.of(), Lab.of(30, 24, -50));
        Disputes.Party reddish = party(2, "Sea Blue reddish", "PB29", Map.of(), Lab.of(30, 10, -50));
        assertThat(DISPUTES.among(List.of(greenish, reddish)))
                .filteredOn(d -> d.kind() == Disputes.Kind.MISLEADING_NAME)
                .singleElement()
                .satisfies(d -> {
                    assertThat(d.paint()).isEqualTo(1);
                    assertThat(d.others()).containsExactly(2L);
                });
        Disputes.Party greener = party(1, "Sea Blue greenish", "PB29", Map.of(), Lab.of(30, 0, -50));
        assertThat(DISPUTES.among(List.of(greener, reddish))).noneMatch(d -> d.kind() == Disputes.Kind.MISLEADING_NAME);
    }

    @Test
    void oneOfManyOfAPigmentThatStraysIsNamed() {
        List<Disputes.Party> all = new ArrayList<>();
        for (int i = 0; i < 4; i++) all.add(party(i, "Blue " + i, "PB29", Map.of(), new Lab(27 + i, 22, -55)));
        all.add(party(9, "Odd", "PB29", Map.of(), new Lab(60, -5, -12)));
        assertThat(DISPUTES.among(all))
                .filteredOn(d -> d.kind() == Disputes.Kind.STRAYS_FROM_PIGMENT)
                .singleElement()
                .satisfies(d -> assertThat(d.paint()).isEqualTo(9));
    }

    @Test
    void oneNameWithOtherRecipesIsToldOnceForAll() {
        assertThat(DISPUTES.among(List.of(
                        party(1, "Tern Grey", "PB29 PBr7", Map.of(), null),
                        party(2, "tern  grey", "PBk6", Map.of(), null))))
                .filteredOn(d -> d.kind() == Disputes.Kind.NAME_ALIKES)
                .singleElement()
                .satisfies(d -> assertThat(d.others()).containsExactly(2L));
        assertThat(DISPUTES.among(List.of(
                        party(1, "Tern Grey", "PB29 PBr7", Map.of(), null),
                        party(2, "Tern Grey", "PBk6", Map.of(), null),
                        party(3, "Tern Grey", "PG18", Map.of(), null))))
                .filteredOn(d -> d.kind() == Disputes.Kind.NAME_ALIKES)
                .extracting(Disputes.Dispute::message)
                .containsExactly(
                        "“Tern Grey” is PB29 + PBr7 from Kelpwick, PBk6 from Kelpwick and PG18 from Kelpwick: do not buy it by its name.");
    }

    @Test
    void gravestComeFirst() {
        List<Disputes.Kind> kinds = kinds(
                party(1, "Quay", "", Map.of(), null),
                party(2, "Heather", "PV14", said(Trait.GRANULATION, "–", Granulation.NONE, Granulation.STRONG), null),
                party(3, "Dulse", "PR83", said(Trait.LIGHTFASTNESS, "I", Lightfastness.EXCELLENT, null), null));
        assertThat(kinds).isSorted().hasSize(3);
        assertThat(kinds.get(0)).isEqualTo(Disputes.Kind.LIGHTFAST_CLAIM_FADES);
    }

    @Test
    void theLetterHoldsTheFactsAndAQuestion() {
        Disputes.Party p = party(
                1, "Dulse", "PR83", said(Trait.LIGHTFASTNESS, "I", Lightfastness.EXCELLENT, null), new Lab(30, 45, 15));
        String letter = LetterToMaker.about(DISPUTES.among(List.of(p)).get(0), p, "K-104");
        assertThat(letter)
                .contains(
                        "Dulse (K-104)",
                        "Dear Kelpwick",
                        "pigments: PR83",
                        "lightfastness: I",
                        "30.0 45.0 15.0",
                        "which is fugitive")
                .contains("On what test");
    }

    /** The maker has no paper and no cards: what is the collector’s is said as the collector’s. */
    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "The label claims “-”, granulation none; your paper shows strong."
                        + " | The label claims “-”, granulation none; my paper shows strong.",
                "Kelpwick gives “Your Moss” and “Lichen” the same recipe, PBk31, but on your paper they lie ΔE 16 apart:"
                        + " look at both tubes and both cards."
                        + " | Kelpwick gives “Your Moss” and “Lichen” the same recipe, PBk31, but on my paper they lie ΔE 16"
                        + " apart.",
                "The reference has no PB19. Likely PV19. The code is kept as written until you change it."
                        + " | The reference has no PB19. Likely PV19.",
                "Of your 4 paints of PB29 alone it lies ΔE 9 from the middle one."
                        + " | Of my 4 paints of PB29 alone it lies ΔE 9 from the middle one.",
            })
    void theLetterSpeaksAsTheCollector(String told, String written) {
        assertThat(LetterToMaker.fromTheCollector(told)).isEqualTo(written);
    }

    /** Words of names (common practice, no published source). */
    @ParameterizedTest(name = "{0} of {1}")
    @CsvSource({
        "Viridian Genuine, PG18, GENUINE, true",
        "Viridian Genuine, PG7, GENUINE, false",
        "Viridian Hue, PG7, STANDS_IN, true",
        "Viridian, PG7, TRADITIONAL, false",
        "Permanent Dusk, PR83, PERMANENT, false",
        "Permanent Dusk, PV19, PERMANENT, true",
    })
    void namesPromiseAndRecipesKeepOrDoNot(String name, String code, NamePromise.Kind kind, boolean kept) {
        assertThat(NamePromise.in(name, Recipe.of(code), REFERENCE)).anySatisfy(n -> {
            assertThat(n.kind()).isEqualTo(kind);
            assertThat(n.kept()).isEqualTo(kept);
        });
    }

    @Test
    void aNameThatPromisesNothingIsLeftAlone() {
        assertThat(NamePromise.in("Tern Grey", Recipe.of("PB29", "PBr7"), REFERENCE))
                .isEmpty();
        assertThat(NamePromise.in("Viridian", Recipe.of("PG18"), REFERENCE)).isEmpty();
        assertThat(NamePromise.in("Viridian Genuine", Recipe.NONE, REFERENCE)).allMatch(NamePromise::kept);
    }

    /** Kept up to date change by change, the worklist is what it would be worked out anew. */
    @Property(tries = 60)
    void aWorklistKeptUpToDateIsTheOneWorkedOutAnew(@ForAll("changes") List<Disputes.Party> changes) {
        Worklist kept = new Worklist(DISPUTES);
        Map<Long, Disputes.Party> there = new LinkedHashMap<>();
        for (Disputes.Party p : changes) {
            // A paint without a name is one that goes.
            if (p.name().isEmpty()) {
                there.remove(p.paint());
                kept.update(List.of(), List.of(p.paint()));
            } else {
                there.put(p.paint(), p);
                kept.update(List.of(p), List.of());
            }
            assertThat(kept.all()).isEqualTo(DISPUTES.among(there.values()));
        }
        assertThat(kept.paints()).isEqualTo(there.keySet());
    }

    @Provide
    Arbitrary<List<Disputes.Party>> changes() {
        return Combinators.combine(
                        Arbitraries.longs().between(1, 6),
                        Arbitraries.of("", "Gorse Yellow", "Sound Blue", "Permanent Rose", "Genuine Vermilion"),
                        Arbitraries.of("", "Kelpwick", "Pellworth"),
                        Arbitraries.of("", "PB29", "PY154", "PR122", "PV19+PB15", "PBk31"),
                        Arbitraries.doubles().between(25, 70),
                        Arbitraries.of(-40.0, 0.0, 40.0),
                        Arbitraries.of(true, false))
                .as((id, name, maker, recipe, l, a, seen) -> new Disputes.Party(
                        id,
                        name,
                        maker,
                        "",
                        recipe.isEmpty() ? Recipe.NONE : Recipe.of(recipe.split("\\+")),
                        recipe,
                        Map.of(),
                        seen ? Optional.of(Lab.of(l, a, 10)) : Optional.empty(),
                        Optional.empty()))
                .list()
                .ofMinSize(1)
                .ofMaxSize(14);
    }
}
