package molvet.core.find;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Stream;
import molvet.core.arrival.ArrivalKind;
import molvet.core.arrival.ArrivalTerms;
import molvet.core.collection.ColourTerms;
import molvet.core.collection.HoldingTerms;
import molvet.core.collection.NameTerms;
import molvet.core.collection.RecipeTerms;
import molvet.core.collection.TraitTerms;
import molvet.core.maker.MakerTerms;
import molvet.core.platform.TermKind;
import molvet.core.reading.ReadingTerms;
import molvet.core.shelf.ShelfTerms;
import net.jqwik.api.Arbitraries;
import net.jqwik.api.Arbitrary;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.Provide;
import net.jqwik.api.constraints.StringLength;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class FindTest {
    private static final List<TermKind> KINDS = Stream.of(
                    MakerTerms.KINDS,
                    ColourTerms.KINDS,
                    RecipeTerms.KINDS,
                    TraitTerms.KINDS,
                    HoldingTerms.KINDS,
                    NameTerms.KINDS,
                    ShelfTerms.KINDS,
                    ArrivalTerms.KINDS,
                    ReadingTerms.KINDS)
            .flatMap(List::stream)
            .toList();
    private static final TermKind.Known KNOWN = new TermKind.Known(Map.of(
            MakerTerms.MAKERS,
            List.of("Pellworth", "Kelpwick & Daughters"),
            ArrivalTerms.GIVERS,
            List.of("Marta Quill"),
            ArrivalTerms.ARRIVALS,
            List.of("Lighthouse parcel")));

    private static Find parse(String text) {
        return Find.parse(text, KINDS, KNOWN);
    }

    /** What the menu offers is understood, and as one term each. */
    @Test
    void everythingTheMenuOffersIsOneTerm() {
        List<String> offered =
                KINDS.stream().flatMap(k -> k.entries().apply(KNOWN).stream()).toList();
        assertThat(offered).hasSizeGreaterThan(50).allSatisfy(entry -> {
            assertThat(parse(entry).troubles()).as(entry).isEmpty();
            assertThat(parse(entry).terms()).as(entry).singleElement().isNotInstanceOf(NameTerms.Word.class);
        });
    }

    @Test
    void everyKindOfArrivalCanBeAskedFor() {
        assertThat(ArrivalKind.values())
                .allSatisfy(kind -> assertThat(
                                parse("from the " + kind.name().toLowerCase().replace('_', ' '))
                                        .terms())
                        .containsExactly(
                                new ArrivalTerms.CameIn(Optional.empty(), Optional.of(kind), Optional.empty())));
    }

    @ParameterizedTest(name = "{0}")
    @CsvSource(
            delimiter = '|',
            quoteCharacter = '`',
            value = {
                "pb29 | pigment PB29",
                "PB 15:3 | pigment PB15:3",
                "pigment:PB29 | pigment PB29",
                "pigment PV19 painted rose | pigment PV19; painted; rose",
                "pb15.3 | pigment PB15:3",
                "only PB29 | only PB29",
                "only pb29 and pbr7 | only PB29 and PBr7",
                "with PB29 and PBr7 | pigment PB29; pigment PBr7",
                "pellworth 15 ml | maker Pellworth; 15 ml",
                "kelpwick & daughters | maker Kelpwick & Daughters",
                "m-137 | number M-0137",
                "r2 17 | at R2·17",
                "ring 2 | in ring 2",
                "in ring 2 single | in ring 2; single",
                "B1·p4·c3 | at B1·p4·c3",
                "no swatch | no swatch",
                "not swatched | no swatch",
                "not painted owned | no swatch; owned",
                "lost | swatch lost",
                "\"deep shelter\" blue | “deep shelter”; blue",
                "Möwen-Grau | mowen; grau",
                "mixture | mixture",
                "hue:blue | hue blue",
                "warmer than M-0031 | warmer than M-0031",
                "cooler than m-31 | cooler than M-0031",
                "near M-0031 | near M-0031, within ΔE 5",
                "near m-31 within 2,5 | near M-0031, within ΔE 2.5",
                "granulating | granulating",
                "granulates strongly on my paper | granulates strongly on my paper",
                "claims I but doubtful | claims “I”; doubtful lightfastness",
                "claims lightfast | lightfast on the label",
                "fugitive | fugitive",
                "fugitive by its pigments | fugitive by its pigments",
                "opaque | opaque",
                "semi transparent | semi-transparent",
                "series 4..5 | series 4 to 5",
                "series 5 - 4 | series 4 to 5",
                "series 2 | series 2",
                "under 0.80 per ml | under 0.8 per ml",
                "over 1,5/ml | over 1.5 per ml",
                "given by Marta Quill | given by Marta Quill",
                "given by old Tam | given by old; tam",
                "given by Tam | given by tam",
                "given anonymously | given anonymously",
                "wished for \"cool red\" | wished for “cool red”",
                "wished for granite opaque | wished for “granite”; opaque",
                "wished granulating | wished; granulating",
                "from the autumn haul | from the autumn haul",
                "from the fall haul 2025 | from the autumn haul 2025",
                "from the lighthouse parcel | from Lighthouse parcel",
                "running low | running low",
                "not used since 2024 | not used since 2024",
                "discontinued | discontinued",
                "loved | loved",
                "never sets | never sets",
                "cadmium-free | cadmium-free",
                "free of cobalt | cobalt-free",
                "sugar-free | sugar; free",
                "name like tern | “tern”",
                "name like tern opaque | “tern”; opaque",
                "from \"tern grey\" blue | from tern grey; blue",
                "blue or green | blue or green",
                "blue not single | blue; not single",
                "not (blue or green) opaque | not (blue or green); opaque",
                "(pb29 or pb15) not painted | pigment PB29 or pigment PB15; no swatch",
                "blue and green or opaque | blue and green or opaque",
                "not not loved | loved",
                "word:single | single",
            })
    void saysWhatItUnderstood(String text, String understood) {
        assertThat(String.join(
                        "; ", parse(text).tokens().stream().map(FindExpr::words).toList()))
                .isEqualTo(understood);
        assertThat(parse(text).troubles()).isEmpty();
    }

    @ParameterizedTest(name = "{0}")
    @CsvSource(
            delimiter = '|',
            value = {
                "(blue opaque | 0 | never closed",
                "blue) opaque | 4 | never opened",
                "blue or | 5 | both sides",
                "or blue | 0 | both sides",
                "blue not | 5 | what",
                "warmer than | 0 | than which",
                "near | 0 | to which",
                "series 4..x | 0 | a number, or two",
                "hue:plaid | 0 | Hues are yellow",
                "pigment:zz9 | 0 | no pigment code",
                "given by | 0 | by whom",
            })
    void troublePointsAtTheWord(String text, int at, String said) {
        assertThat(parse(text).troubles()).singleElement().satisfies(t -> {
            assertThat(t.at()).isEqualTo(at);
            assertThat(t.message()).contains(said);
        });
    }

    @Property
    void whatIsPrintedBackReadsAsTheSame(@ForAll @StringLength(max = 60) String text) {
        assertPrintedBackTheSame(text);
    }

    /** Pieces of the language in any order, well formed or not. */
    @Property(tries = 3000)
    void whatIsPrintedBackReadsAsTheSameWhateverIsPutTogether(@ForAll("spoken") String text) {
        assertPrintedBackTheSame(text);
    }

    private static void assertPrintedBackTheSame(String text) {
        Find find = parse(text);
        Find again = parse(find.written(KINDS, KNOWN));
        assertThat(again.root()).as(find.written(KINDS, KNOWN)).isEqualTo(find.root());
        assertThat(again.troubles()).isEmpty();
    }

    @Provide
    Arbitrary<String> spoken() {
        return Arbitraries.of(
                        "(",
                        ")",
                        "and",
                        "or",
                        "not",
                        "but",
                        "with",
                        "only",
                        "PB29",
                        "pbr7",
                        "single",
                        "mixture",
                        "hue:blue",
                        "warmer",
                        "than",
                        "M-0031",
                        "near",
                        "within",
                        "3",
                        "granulates",
                        "strongly",
                        "on",
                        "my",
                        "paper",
                        "claims",
                        "I",
                        "doubtful",
                        "fugitive",
                        "series",
                        "4..5",
                        "under",
                        "0.80",
                        "per",
                        "ml",
                        "given",
                        "by",
                        "anonymously",
                        "wished",
                        "for",
                        "Marta",
                        "Quill",
                        "from",
                        "the",
                        "autumn",
                        "haul",
                        "2024",
                        "in",
                        "ring",
                        "2",
                        "swatched",
                        "lost",
                        "running",
                        "low",
                        "used",
                        "since",
                        "loved",
                        "cadmium-free",
                        "name",
                        "like",
                        "\"tern grey\"",
                        "word:or",
                        "running-low",
                        "pellworth",
                        "no",
                        "swatch",
                        "15",
                        "smooth",
                        "maker:pellworth",
                        "R2·17")
                .list()
                .ofMaxSize(9)
                .map(words -> String.join(" ", words));
    }

    @Test
    void looksAtNoMoreThanItsLimitAndSaysSo() {
        Find long_ = parse("a ".repeat(2500) + "emoji 🎨");
        assertThat(long_.terms().size()).isLessThanOrEqualTo(40);
        assertThat(long_.troubles()).anyMatch(t -> t.message().contains("first 1000 characters"));
        Find many = parse(String.join(
                " ",
                java.util.stream.IntStream.range(0, 60)
                        .mapToObj(i -> "word" + i)
                        .toList()));
        assertThat(many.terms()).hasSize(40);
        assertThat(many.troubles())
                .singleElement()
                .satisfies(t -> assertThat(t.message()).contains("So many"));
        assertThat(parse("' OR 1=1; -- drop").terms()).allMatch(t -> t instanceof NameTerms.Word);
        assertThat(parse("(".repeat(400)).terms()).isEmpty();
        assertThat(parse("🎨 ❤").terms()).isEmpty();
    }

    @Test
    void andBindsCloserThanOr() {
        FindExpr root = parse("loved opaque or fugitive").root();
        assertThat(root).isInstanceOf(FindExpr.Any.class);
        assertThat(((FindExpr.Any) root).parts()).hasSize(2);
        assertThat(((FindExpr.Any) root).parts().get(0)).isInstanceOf(FindExpr.All.class);
    }
}
