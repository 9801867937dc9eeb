package molvet.core.find;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import molvet.core.arrival.ArrivalKind;
import molvet.core.arrival.ArrivalTerms;
import molvet.core.choosing.ChoosingTerms;
import molvet.core.collection.CameTerms;
import molvet.core.collection.ColourTerms;
import molvet.core.collection.Family;
import molvet.core.collection.HoldingTerms;
import molvet.core.collection.NameTerms;
import molvet.core.collection.RecipeTerms;
import molvet.core.collection.TraitTerms;
import molvet.core.fading.FadingTerms;
import molvet.core.maker.MakerTerms;
import molvet.core.mixing.MixingTerms;
import molvet.core.palette.PaletteTerms;
import molvet.core.pigment.Lightfastness;
import molvet.core.platform.Term;
import molvet.core.platform.TermKind;
import molvet.core.reading.ReadingTerms;
import molvet.core.shelf.ShelfTerms;
import molvet.core.stock.StockTerms;
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
                    CameTerms.KINDS,
                    NameTerms.KINDS,
                    ShelfTerms.KINDS,
                    ArrivalTerms.KINDS,
                    ReadingTerms.KINDS,
                    PaletteTerms.KINDS,
                    MixingTerms.KINDS,
                    FadingTerms.KINDS,
                    ChoosingTerms.KINDS,
                    StockTerms.KINDS)
            .flatMap(List::stream)
            .toList();
    private static final TermKind.Known KNOWN = new TermKind.Known(
            Map.of(
                    MakerTerms.MAKERS,
                    List.of("Pellworth", "Kelpwick & Daughters"),
                    ArrivalTerms.GIVERS,
                    List.of("Marta Quill"),
                    ArrivalTerms.ARRIVALS,
                    List.of("Lighthouse parcel"),
                    PaletteTerms.PALETTES,
                    List.of("The field tin")),
            word -> true,
            name -> name.equals("deep shelter blue") ? OptionalInt.of(31) : OptionalInt.empty());

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

    /** “tern gray”, where the tube says Tern Grey: no name holds “gray”, so it is the hue. */
    @Test
    void aColourWordThatNoNameHoldsIsTheHueBesideANameToo() {
        TermKind.Known known =
                new TermKind.Known(Map.of(), word -> "tern".equals(word) || "grey".equals(word), KNOWN.paints());
        assertThat(Find.parse("tern gray", KINDS, known).terms().stream().map(Term::written))
                .containsExactly("tern", "hue:grey");
        assertThat(Find.parse("tern grey", KINDS, known).terms().stream().map(Term::written))
                .containsExactly("tern", "grey");
    }

    @Test
    void aDashBeforeAWordMeansWithoutIt() {
        assertThat(parse("blues -PB29").root().written(" ")).isEqualTo("hue:blue not PB29");
        assertThat(parse(parse("blues -PB29").root().written(" ")).root())
                .isEqualTo(parse("blues -PB29").root());
    }

    @Test
    void palettesAreKnownByTheirNames() {
        assertThat(parse("in the field tin").terms()).containsExactly(new PaletteTerms.InPalette("The field tin"));
        assertThat(parse("left palette the field tin").terms())
                .containsExactly(new PaletteTerms.LeftPalette("The field tin"));
        assertThat(parse("in no palette").terms()).containsExactly(PaletteTerms.IN_NONE);
        // As one types in a hurry.
        assertThat(parse("in field tin").terms()).containsExactly(new PaletteTerms.InPalette("The field tin"));
        assertThat(parse("left tin").terms()).containsExactly(new PaletteTerms.LeftPalette("The field tin"));
        assertThat(parse("not in palette").terms()).containsExactly(PaletteTerms.IN_NONE);
        assertThat(parse("in palette").terms()).containsExactly(PaletteTerms.IN_ONE);
        TermKind.Known two = new TermKind.Known(Map.of(PaletteTerms.PALETTES, List.of("Field tin", "Studio tin")));
        assertThat(Find.parse("in tin", KINDS, two).terms()).noneMatch(PaletteTerms.InPalette.class::isInstance);
        assertThat(Find.parse("in studio tin", KINDS, two).terms())
                .containsExactly(new PaletteTerms.InPalette("Studio tin"));
        assertThat(parse("not in a palette owned").terms()).contains(PaletteTerms.IN_NONE);
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
                "darker than M-31 | darker than M-0031",
                "blues paler than m-31 | hue blue; lighter than M-0031",
                "the same pigments as m-31 | same pigments as M-0031",
                "same recipe as M-31 | same pigments as M-0031",
                "what do I use most often | most used first",
                "reds I used least | hue red; least used first",
                "hardly used | least used first",
                "reds I never used | hue red; never used",
                "never painted with | never used",
                "near M-0031 | near M-0031, within ΔE 5",
                "near Deep Shelter Blue | near M-0031, within ΔE 5",
                "reds similar to \"deep shelter blue\" | hue red; near M-0031, within ΔE 5",
                "like deep shelter blue within 3 | near M-0031, within ΔE 3",
                "darker than deep shelter blue granulating | darker than M-0031; granulating",
                "cooler than Deep Shelter Blue | cooler than M-0031",
                "darker then deep shelter blue | darker than M-0031",
                "same pigments as Deep Shelter Blue | same pigments as M-0031",
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
                "lighthouse parcel | from Lighthouse parcel",
                "set lighthouse parcel, blue | from Lighthouse parcel; hue blue",
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
                "from \"tern grey\" blue | from tern grey; hue blue",
                "blue or green | hue blue or hue green",
                "blue not single | hue blue; not single",
                "not (blue or green) opaque | not (hue blue or hue green); opaque",
                "(pb29 or pb15) not painted | pigment PB29 or pigment PB15; no swatch",
                "blue and green or opaque | hue blue or hue green or opaque",
                "opaque blues and greens and reds | opaque; hue blue or hue green or hue red",
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
                "darker than | 0 | than which",
                "near | 0 | to which",
                "series 4..x | 0 | a number, or two",
                "hue:plaid | 0 | Hues are yellow",
                "pigment:zz9 | 0 | no pigment code",
                "given by | 0 | by whom",
                "blue not opened in 2025 | 5 | opened cannot be asked",
                "earth yellows | -1 | either is shown",
                "something like sepia | 10 | Like which",
            })
    void troublePointsAtTheWord(String text, int at, String said) {
        assertThat(parse(text).troubles()).singleElement().satisfies(t -> {
            assertThat(t.at()).isEqualTo(at);
            assertThat(t.message()).contains(said);
        });
    }

    /** How people say it, and what is exactly the same in the language. */
    @ParameterizedTest(name = "{0}")
    @CsvSource(
            delimiter = '|',
            quoteCharacter = '`',
            value = {
                "opaque yellows | opaque hue:yellow",
                "transparent reds | transparent hue:red",
                "half pan | half pans",
                "half pans | in half pans",
                "15 ml tubes | 15ml tube",
                "contains white | white pigment",
                "contains a white pigment | contains white",
                "out of production | no longer made",
                "blue that granulates | hue:blue granulating",
                "a blue that does not granulate | hue:blue smooth",
                "not painted yet | no swatch",
                "never painted | no swatch",
                "without a swatch | no swatch",
                "without cadmium | cadmium-free",
                "no cadmium | cadmium-free",
                "my favourites | loved",
                "the ones I love | loved",
                "what have I two of | two of",
                "which have I two of? | two of",
                "warmest yellow I own | warmest hue:yellow owned",
                "the darkest of my blues | darkest hue:blue",
                "dearest per ml | dearest",
                "cheapest blue per ml | cheapest hue:blue",
                "newest | newest first",
                "names with violet that hold no violet pigment | word:violet no violet pigment",
                "name with violet | word:violet",
                "bought from Lighthouse parcel | from Lighthouse parcel",
                "bought from \"Gull & Co\" | from \"Gull & Co\"",
                "price under 10 | cost less than 10",
                "handmade | hand-made",
                "not used for a year | not used for 12 months",
                "unused for two years | not used for 24 months",
                "opaque greens I have not used this year | opaque hue:green not used this year",
                "tubes bigger than 10 ml | tube over 10 ml",
                "tubes of at least 12ml | tube at least 12 ml",
                "under 0.80 per ml | under 0.8 per ml",
                "half empty tubes | at most 50 % left tube",
                "less than 20 % left | at most 20 % left",
                "paints I bought in 2025 | bought in 2025",
                "what did I buy last month | bought last month",
                "what did I get this week | came this week",
                "presents this year | from the gift came this year",
                "in the last three weeks | came in the last 3 weeks",
                "new lately | came in the last 3 months",
                "bought since March | bought since march",
                "added in the last few days | came in the last 3 days",
                "blues swatched in 2025 | hue:blue painted in 2025",
                "what did I paint last week | painted last week",
                "used since June 2025 | used since 2025-06",
                "used up last year | emptied last year",
                "gave away in 2025 | given away in 2025",
                "the last dot card | last dot card",
                "on dot card 3 | dot card 3",
                "swapped | from the swap",
                "reds that don't fade | hue:red lightfast",
                "blues that don't granulate | hue:blue smooth",
                "paints that doesn't rewet | does not rewet",
                "paints I haven't painted | not painted",
                "which of mine contain more than three pigments | owned 4 pigments or more",
                "paints whose label is wrong | disagree",
                "unknown lightfastness | untested lightfastness",
                "cheap yellows | cheapest hue:yellow",
                "empty tubes | used up tube",
                "blues I have painted | hue:blue painted",
                "tubes between 15 and 5ml | tube between 5 and 15 ml",
                "between 5 and 10 euro | price between 5 and 10 EUR",
                "between 5 and 10€ | price between 5 and 10 EUR",
                "costs between 5 and 10 | price between 5 and 10",
                "three or more pigments | 3 pigments or more",
                "PB29 by anyone but Pellworth | PB29 not maker:Pellworth",
                "neither transparent nor opaque | not transparent not opaque",
                "not swatched since 2024 | not painted since 2024",
                "swatches older than a year | painted more than one year ago",
                "bought more than two years ago | bought more than 2 years ago",
                "almost finished tubes | running low tube",
                "full tubes | unopened tube",
                "blues under series 3 | hue:blue series 0..2",
                "cheaper than 5 | price under 5",
                "bought for more than 15 euros | bought price over 15 EUR",
                "number 12 | M-0012",
                "no. 12 | M-0012",
                "0012 | M-0012",
                "my wishes | wished",
                "in the window | hangs in the light",
                "a doubtful rating | doubtful",
                "phthalo greens and blues | phthalo (hue:green or hue:blue)",
                "owned and sampled | owned or sampled",
                "contains PY150 and PG7 | PY150 PG7",
                "quins | quinacridone",
                "tubes with less than a quarter left | tube at most 25 % left",
                "paints without a price | no price",
                "missing claims | no claim",
                "labels I doubt | disagree",
                "special editions | from the special edition",
                "from a limited edition | from the special edition",
                "in a set | sets",
                "paints I owe thanks for | thanks owed",
                "what should I reorder | to buy",
                "unread swatches | no colour",
                "blues I have that are painted | hue:blue owned painted",
                "more than once | two of",
                "not the blue ones | not hue:blue",
                "faded in my window test | faded",
                "gifts from last year | from the gift came last year",
                "in june 2025 | came in 2025-06",
                "came since March 2026 | came since 2026-03",
                "bought after 2024 | bought since 2025",
                "added before 2020 | came before 2020",
                "what came this month | came this month",
                "two pigments or more | mixture",
                "three pigment greens | 3 pigments hue:green",
                "more than two pigments | 3 pigments or more",
                "convenience greens | mixture hue:green",
                "unknown pigments | unknown pigment",
                "what's new this year | came this year",
                "blues used this year | hue:blue used this year",
                "used in the last six months | used within the last 6 months",
                "tubes under 0.60 euro per ml | tube under 0.6 EUR per ml",
                "cool blue non staining transparent | cool blue non-staining transparent",
                "cards without a place | no place",
                "watercolours with a fading test | tested in light",
                "quinacridones | quinacridone",
                "which yellows fade | hue:yellow fades",
                "reds that will not fade | hue:red lightfast",
                "what stains least | non-staining",
                "without lightfastness rating | untested lightfastness",
                "doubtful labels | disagree",
                "lightfast violets under 8 euro | lightfast hue:violet price under 8 EUR",
                "tubes I have not opened | tube unopened",
                "gave away | given away",
                "used up blues | used up hue:blue",
                "bright pinks | bright colour hue:pink",
                "muted purple granulating | muted colour hue:violet granulating",
                "on page 3 of binder 1 | page 3 of B1",
                "binder 1 page 3 | page 3 of B1",
                "page 12 of sketchbook 3 | page 12 of S3",
                "by Pellworth | maker:Pellworth",
                "made by Pellworth | maker:Pellworth",
                "from Pellworth | maker:Pellworth",
                "all paints from Pellworth that granulate | maker:Pellworth granulating",
                "stains little | non-staining",
                "separated in the tube | separated",
                "note gull | notes: gull",
                "lightfast reds | lightfast hue:red",
                "cool reds | cool red",
                "warm yellow I own | warm yellow owned",
                "neutrals | neutral",
                "hue violet | hue:violet",
                "swatch lost | lost",
                "purples | hue:violet",
                "PB 29, tube | PB29 tube",
                "gifts from Marta Quill | given by Marta Quill",
                "from Marta Quill | given by Marta Quill",
                "gifts | from the gift",
                "single pigment greens | single hue:green",
                "anything red but not opaque | hue:red not opaque",
                "transparent, granulating blue | transparent granulating hue:blue",
                "ultramarine | with ultramarine",
                "contains cobalt | holds cobalt",
                "on my wish list | wished",
                "nearly empty | running low",
                "do I have any orange? | owned hue:orange",
                "claims “I” | claims \"I\"",
                "near M-0031, within ΔE 2.5 | near M-0031 within 2.5",
            })
    void peopleAreUnderstood(String said, String same) {
        assertThat(parse(said).root()).isEqualTo(parse(same).root());
        assertThat(parse(said).troubles()).isEmpty();
        assertThat(parse(said).terms())
                .isNotEmpty()
                .allSatisfy(t -> assertThat(t.words()).isNotBlank());
    }

    /** What cannot be asked is left out, wherever it stands: it makes neither everything nor nothing of the rest. */
    @Test
    void whatCannotBeAskedLeavesTheRestAsItIs() {
        for (String text :
                List.of("blue opened in 2025", "blue without those opened in 2025", "blue (opened in 2025)")) {
            assertThat(parse(text).root()).as(text).isEqualTo(parse("hue:blue").root());
        }
    }

    /** What stands on a token or in the menu can be typed as it stands there. */
    @Test
    void whatIsPrintedCanBeTyped() {
        assertThat(KINDS.stream()
                        .flatMap(k -> k.entries().apply(KNOWN).stream())
                        .toList())
                .allSatisfy(
                        entry -> assertThat(parse(parse(entry).root().words()).root())
                                .as(entry)
                                .isEqualTo(parse(entry).root()));
    }

    @Test
    void aColourWordIsTheHueUnlessItStandsInAName() {
        assertThat(parse("tern grey").terms()).containsExactly(new NameTerms.Word("tern"), new NameTerms.Word("grey"));
        assertThat(parse("grey").terms()).containsExactly(new ColourTerms.Hued(Family.GREY));
        assertThat(parse("grey").ways())
                .singleElement()
                .satisfies(w -> assertThat(w.instead()).isEqualTo("word:grey"));
        assertThat(parse("tern grey").ways())
                .singleElement()
                .satisfies(w -> assertThat(w.instead()).isEqualTo("hue:grey"));
        assertThat(parse("deep shelter blue light").terms())
                .allSatisfy(t -> assertThat(t).isInstanceOf(NameTerms.Word.class));
    }

    @Test
    void aWordInNoNameIsSaidAndTheRestIsAsked() {
        TermKind.Known some = new TermKind.Known(KNOWN.names(), w -> "tern".startsWith(w), KNOWN.paints());
        Find find = Find.parse("sunlit tren grey", KINDS, some);
        assertThat(find.strangers()).containsExactly(new Find.Stranger(0, "sunlit"), new Find.Stranger(7, "tren"));
        assertThat(find.terms()).containsExactly(new ColourTerms.Hued(Family.GREY));
        // Of nothing else is anything asked: it finds nothing, and not everything.
        assertThat(Find.parse("tren", KINDS, some).terms()).containsExactly(new NameTerms.Word("tren"));
    }

    /** Nothing lies between lightfast, fair and not lightfast but what was never tested. */
    @Test
    void theWordsForLightfastnessLeaveNoGap() {
        List<Integer> steps = Stream.of("lightfast", "fair", "not lightfast", "untested lightfastness")
                .map(w -> (TraitTerms.Says) parse(w).terms().get(0))
                .flatMap(t -> IntStream.rangeClosed(t.from(), t.to()).boxed())
                .toList();
        assertThat(steps).doesNotHaveDuplicates().hasSize(Lightfastness.values().length);
    }

    /** Two terms that beside each other mean a third are printed with a word between. */
    @Test
    void whatWouldMeanSomethingElseBesideEachOtherIsPrintedApart() {
        for (String text :
                List.of("PB15 and 3 pigments", "PB29 and 3 pigments", "PB29 3 pigments", "PB15:3 3 pigments")) {
            assertThat(parse(text).terms()).hasSize(2);
            assertPrintedBackTheSame(text);
        }
        assertThat(parse("PB 15 3").terms()).isEqualTo(parse("PB15:3").terms());
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
                        "darker",
                        "same",
                        "pigments",
                        "as",
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
