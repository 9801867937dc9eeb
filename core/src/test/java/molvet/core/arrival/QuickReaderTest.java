package molvet.core.arrival;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.math.BigDecimal;
import java.util.List;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import molvet.core.arrival.QuickLine.Charge;
import molvet.core.arrival.QuickLine.Kind;
import molvet.core.arrival.QuickLine.Part;
import molvet.core.arrival.QuickLine.PartKind;
import molvet.core.collection.HoldingForm;
import molvet.core.maker.ChartIndex;
import molvet.core.maker.MakerScale;
import molvet.core.measure.Refusal;
import molvet.core.pigment.LabelReader;
import molvet.core.pigment.Note;
import molvet.core.pigment.PigmentReference;
import molvet.core.pigment.Recipe;
import molvet.core.pigment.Trait;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

/** Lines as people type, paste and dictate them. The shapes are those of bills and labels: common practice, no source. */
class QuickReaderTest {
    private static final ChartIndex CHARTS = new ChartIndex(
            List.of(new ChartIndex.Maker(1, "Pellworth"), new ChartIndex.Maker(2, "Kelpwick")),
            List.of(new ChartIndex.Line(10, 1, "Station Colours"), new ChartIndex.Line(20, 2, "Honey-bound")),
            List.of(
                    new ChartIndex.Colour(100, 10, 1, "101", List.of("Lantern Yellow", "Laternengelb")),
                    new ChartIndex.Colour(101, 10, 1, "126", List.of("Tern Grey")),
                    new ChartIndex.Colour(200, 20, 2, "K-07", List.of("Tern Grey")),
                    new ChartIndex.Colour(201, 20, 2, "K-12", List.of("Dusk Heather"))));
    private static final QuickReader READER = new QuickReader(new LabelReader(PigmentReference.standard()), CHARTS);

    private static QuickLine one(String text) {
        List<QuickLine> lines = READER.read(text, "");
        assertThat(lines).hasSize(1);
        return lines.get(0);
    }

    private static List<String> kinds(QuickLine line) {
        return line.notes().stream().map(Note::kind).toList();
    }

    @ParameterizedTest
    @ValueSource(
            strings = {
                "Harbour Dusk, PV19 + PG50, series 3, half pan, 1.5 ml, € 7.80, x2",
                "2x half pan Harbour Dusk PV19/PG50 S3 1,5ml 7,80 €",
                "EUR 7.80 | Harbour Dusk | PV 19 & PG 50 | 1.5 ml | half-pan | Serie 3 | qty 2",
                "two of Harbour Dusk, P.V.19 and PG50, half pan, 1.5 ml, series three, seven euros eighty",
                "Harbour Dusk\tPV19, PG50\t3\t[series: 3]\t1.5 ml\thalf pan\t2 pcs\t7.80",
                "½ pan  Harbour Dusk (PV19, PG50)  1.5ml  ser. 3  2 × 7.80 EUR",
            })
    void thePartsStandInAnyOrderBetweenAnySeparators(String text) {
        QuickLine l = one(text);
        assertThat(l.name()).isEqualTo("Harbour Dusk");
        assertThat(l.recipe()).isEqualTo(Recipe.of("PV19", "PG50"));
        assertThat(l.form()).contains(HoldingForm.HALF_PAN);
        assertThat(l.volume().orElseThrow().ml()).isEqualByComparingTo("1.5");
        assertThat(l.series()).contains(3);
        assertThat(l.unitPrice().orElseThrow()).isEqualByComparingTo("7.80");
        assertThat(l.quantity()).isEqualTo(2);
        assertThat(l.kind()).isEqualTo(Kind.PAINT);
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = ';',
            value = {
                "Dune 1.234,50 €; 1234.50; EUR",
                "Dune 1,234.50 USD; 1234.50; USD",
                "Dune £8; 8; GBP",
                "Dune $12.5; 12.5; USD",
                "Dune 9,- EUR; 9; EUR",
                "Dune CHF 14.60; 14.60; CHF",
                "Dune 9.80; 9.80; ",
                "Dune 8,2€; 8.2; EUR",
                "Dune at 9.80 each; 9.80; ",
                "Dune 12 pounds; 12; GBP",
                "Dune 3x 9.80 = 29.40; 9.80; ",
                "Dune 3x total 29.40; 9.80; ",
            })
    void moneyIsReadAsItIsWritten(String text, String amount, String currency) {
        QuickLine l = one(text);
        assertThat(l.unitPrice().orElseThrow()).isEqualByComparingTo(amount);
        assertThat(l.currency().orElse("")).isEqualTo(currency == null ? "" : currency);
        assertThat(l.name()).isEqualTo("Dune");
        assertThat(l.unread()).isEmpty();
    }

    @Test
    void aSaleKeepsWhatItWasBefore() {
        QuickLine was = one("Dune PBr7 15 ml was 12.40 now 8.68");
        assertThat(was.unitPrice().orElseThrow()).isEqualByComparingTo("8.68");
        assertThat(was.listPrice().orElseThrow()).isEqualByComparingTo("12.40");
        assertThat(one("Moss, PG 36 + PY 154 ml 10").recipe()).isEqualTo(Recipe.of("PG36", "PY154"));
        QuickLine two = one("Dune PBr7 15 ml €12.40 €8.68");
        assertThat(two.unitPrice().orElseThrow()).isEqualByComparingTo("8.68");
        assertThat(two.listPrice().orElseThrow()).isEqualByComparingTo("12.40");
        assertThat(one("Dune PBr7 9.80 -30%").discountPercent()).isEqualByComparingTo("30");
        assertThat(one("Dune PBr7 9.80, 12,5 % off").discountPercent()).isEqualByComparingTo("12.5");
    }

    @Test
    void sumsThatDoNotAddUpAreTold() {
        assertThat(kinds(one("3 x Dune PBr7 9.80 = 28.40"))).contains("sum-differs");
        assertThat(kinds(one("3 x Dune PBr7 total 10.00"))).contains("not-divisible");
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = ';',
            value = {
                "x2; 2",
                "2x; 2",
                "2×; 2",
                "two of; 2",
                "a pair of; 2",
                "qty 3; 3",
                "4 pcs; 4",
                "5 Stück; 5",
                "twelve of; 12"
            })
    void quantities(String written, int pieces) {
        assertThat(one(written + " Dune PBr7 tube").quantity()).isEqualTo(pieces);
    }

    @Test
    void numbersOfAListAreNotQuantities() {
        assertThat(one("3. Dune PBr7").quantity()).isEqualTo(1);
        assertThat(one("3) Dune PBr7").name()).isEqualTo("Dune");
        assertThat(one("Seven Skerries Blue PB29").name()).isEqualTo("Seven Skerries Blue");
        assertThat(one("Seven Skerries Blue PB29").quantity()).isEqualTo(1);
    }

    @Test
    void pigmentsAreReadAsLabelsPrintThem() {
        assertThat(one("Dune P.Br.7/PBk9").recipe()).isEqualTo(Recipe.of("PBr7", "PBk9"));
        assertThat(one("Sound PB 15 colon 3, 15 ml, 9.80").recipe()).isEqualTo(Recipe.of("PB15:3"));
        assertThat(one("Sound PB fifteen colon three").recipe()).isEqualTo(Recipe.of("PB15:3"));
        assertThat(one("Sound PB15 1,50 €").recipe()).isEqualTo(Recipe.of("PB15"));
        assertThat(one("Rust Pigment Red 101 15ml").recipe()).isEqualTo(Recipe.of("PR101"));
        assertThat(one("Rust C.I. 77491 15ml").recipe()).isEqualTo(Recipe.of("PR101"));
        QuickLine greek = one("Rose PV19 (γ) 5 ml");
        assertThat(greek.recipe()).isEqualTo(Recipe.of("PV19"));
        assertThat(greek.unread()).isEmpty();
    }

    @Test
    void chartsTellMakerLineAndColour() {
        QuickLine l = one("pellworth station colours 126 15ml 9.80");
        assertThat(l.colour()).contains(101L);
        assertThat(l.name()).isEqualTo("Tern Grey");
        assertThat(l.catalogueNumber()).isEqualTo("126");
        QuickLine german = one("Laternengelb 15 ml");
        assertThat(german.colour()).contains(100L);
        assertThat(german.maker()).isEqualTo("Pellworth");
        assertThat(kinds(german)).contains("maker-from-chart");
        assertThat(kinds(one("Tern Grey 15 ml"))).contains("several-makers");
        QuickLine mended = one("Kelpwick Dusk Heahter half pan");
        assertThat(mended.colour()).contains(201L);
        assertThat(kinds(mended)).contains("mended-name");
        QuickLine differs = one("Kelpwick Dusk Heather no. K-07");
        assertThat(differs.colour()).contains(201L);
        assertThat(kinds(differs)).contains("number-differs");
    }

    @Test
    void headingsHoldForTheLinesBelow() {
        List<QuickLine> lines = READER.read(
                "From Ada:\nKelpwick\nTern Grey half pan\nDusk Heather\n\nparcel 2\nfrom Bo\nDune PBr7", "");
        assertThat(lines)
                .extracting(QuickLine::kind)
                .containsExactly(
                        Kind.HEADING, Kind.HEADING, Kind.PAINT, Kind.PAINT, Kind.HEADING, Kind.HEADING, Kind.PAINT);
        assertThat(lines.get(2).colour()).contains(200L);
        assertThat(lines.get(2).from()).isEqualTo("Ada");
        assertThat(lines.get(6).from()).isEqualTo("Bo");
        assertThat(lines.get(6).parcel()).contains(2);
        assertThat(lines.get(6).line()).isEqualTo(8);
        assertThat(READER.read("Newcomer:\nDune PBr7", "").get(1).maker()).isEqualTo("Newcomer");
    }

    @Test
    void giversAndGifts() {
        QuickLine gift = one("Dune PBr7 15 ml x2, gift for Ada Lind, from Bo");
        assertThat(gift.giftFor()).isEqualTo("Ada Lind");
        assertThat(gift.toGive()).isEqualTo(1);
        assertThat(kinds(gift)).contains("one-to-give");
        assertThat(gift.from()).isEqualTo("Bo");
        QuickLine both = one("Dune PBr7 15 ml x2, both for Ada Lind");
        assertThat(both.toGive()).isEqualTo(2);
        assertThat(both.giftFor()).isEqualTo("Ada Lind");
        assertThat(both.name()).isEqualTo("Dune");
        assertThat(kinds(both)).doesNotContain("one-to-give");
        assertThat(one("Dune PBr7 x3, 2 as a gift for Ada").toGive()).isEqualTo(2);
        QuickLine one = one("Dune PBr7 15 ml x2, 1 to give to Ada");
        assertThat(one.toGive()).isEqualTo(1);
        assertThat(one.giftFor()).isEqualTo("Ada");
        assertThat(one("Dune PBr7, for Ada").giftFor()).isEqualTo("Ada");
        assertThat(one("Tern Grey from Kelpwick").maker()).isEqualTo("Kelpwick");
    }

    /** A chart or list that was pasted counts its lines; nobody bought 406 pans. */
    @Test
    void theNumbersOfAListAreNoPieces() {
        List<QuickLine> list =
                READER.read("26 Dune PBr7, half pan\n27\tSkerry PG50, half pan\n28 Titanium Foam PW6, half pan", "");
        assertThat(list).allSatisfy(l -> {
            assertThat(l.quantity()).isEqualTo(1);
            assertThat(kinds(l)).contains("number-not-pieces");
        });
        assertThat(list.get(2).name()).isEqualTo("Titanium Foam");
        assertThat(list.get(2).catalogueNumber()).isEqualTo("28");
        assertThat(one("01 Dune PBr7").quantity()).isEqualTo(1);
        assertThat(one("28 Titanium Foam PW6").quantity()).isEqualTo(1);
        assertThat(one("2 Dune PBr7").quantity()).isEqualTo(2);
        assertThat(READER.read("2 Dune PBr7\n2 Skerry PG50\n1 Moor PG18", ""))
                .extracting(QuickLine::quantity)
                .containsExactly(2, 2, 1);
    }

    @Test
    void aGiverWhoIsNotToBeNamedIsNoPaint() {
        List<QuickLine> lines = READER.read("From Ottoline Marsh (anonymous):\nDune PBr7\nSkerry PG50", "");
        assertThat(lines.get(0).kind()).isEqualTo(QuickLine.Kind.HEADING);
        assertThat(lines).hasSize(3);
        assertThat(lines.get(1).from()).isEqualTo("Ottoline Marsh");
        QuickReader.Unnamed told = QuickReader.Unnamed.in("From Ottoline Marsh (anonymous):\nDune PBr7, from Bo");
        assertThat(told.names()).containsExactly("Ottoline Marsh");
        assertThat(told.text()).isEqualTo("From Ottoline Marsh:\nDune PBr7, from Bo");
    }

    @Test
    void lightfastnessStaysAsWritten() {
        assertThat(one("Dune PBr7 lightfast I").claims()).containsEntry(Trait.LIGHTFASTNESS, "I");
        assertThat(one("Dune PBr7 ***").claims()).containsEntry(Trait.LIGHTFASTNESS, "***");
        assertThat(one("Dune PBr7, blue wool 7-8").claims()).containsEntry(Trait.LIGHTFASTNESS, "7-8");
        assertThat(one("Dune PBr7 [granulation: GG]").claims()).containsEntry(Trait.GRANULATION, "GG");
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = ';',
            value = {
                "Dune, PBr7, semi-transparent; TRANSPARENCY; semi-transparent",
                "Dune PBr7 opaque; TRANSPARENCY; opaque",
                "Dune, PBr7, non-granulating, tube; GRANULATION; non-granulating",
                "Dune | granulation none | PBr7; GRANULATION; none",
                "Dune, PBr7, transparent granulating low staining; STAINING; low staining",
                "Dune, PBr7, staining: high; STAINING; high",
                "Dune, PBr7, excellent lightfastness; LIGHTFASTNESS; excellent",
                "Dune, PBr7, fugitive; LIGHTFASTNESS; fugitive",
            })
    void claimsInWordsAreClaims(String text, Trait trait, String said) {
        QuickLine l = one(text);
        assertThat(l.name()).isEqualTo("Dune");
        assertThat(l.claims()).containsEntry(trait, said);
        assertThat(l.unread()).isEmpty();
        assertThat(MakerScale.none(trait).claim(said).grade()).isPresent();
    }

    @Test
    void aNameThatSpeaksOfAClaimStaysAName() {
        assertThat(one("Transparent Red Oxide PR101 15 ml").name()).isEqualTo("Transparent Red Oxide");
        assertThat(one("Opaque White, PW6").name()).isEqualTo("Opaque White");
        assertThat(one("Transparent").name()).isEqualTo("Transparent");
    }

    @ParameterizedTest
    @ValueSource(
            strings = {
                "Tide set € 68",
                "Set price: 68.00",
                "68.00 EUR",
                "Set of 5, € 68",
                "All together 68.00",
                "Total 68.00"
            })
    void aSetsPriceInOneSumIsDividedAmongItsPaints(String sum) {
        List<QuickLine> lines = READER.read(sum + "\nDune PBr7\nSkerry PG50 x2\nHarbour Dusk PV19\nKelp PG7", "");
        assertThat(lines.get(0).charge().orElseThrow()).isIn(Charge.TOGETHER, Charge.SUM);
        assertThat(lines.stream().skip(1).map(l -> l.unitPrice().orElseThrow().doubleValue()))
                .containsExactly(13.6, 13.6, 13.6, 13.6);
        assertThat(kinds(lines.get(0))).containsExactly("divided");
    }

    @Test
    void aSumThatDoesNotDivideIsDividedToTheCentAndByMillilitresWhereTheyAreKnown() {
        List<QuickLine> three = READER.read("Set € 10\nDune PBr7\nSkerry PG50\nKelp PG7", "");
        assertThat(three.stream()
                        .skip(1)
                        .map(l -> l.unitPrice().orElseThrow())
                        .reduce(BigDecimal::add)
                        .orElseThrow())
                .isEqualByComparingTo("10");
        List<QuickLine> sizes = READER.read("Set € 30\nDune PBr7 5 ml\nSkerry PG50 10 ml", "");
        assertThat(sizes.get(1).unitPrice().orElseThrow()).isEqualByComparingTo("10");
        assertThat(sizes.get(2).unitPrice().orElseThrow()).isEqualByComparingTo("20");
        List<QuickLine> some = READER.read("Set € 30\nDune PBr7 € 4\nSkerry PG50", "");
        assertThat(some.get(1).unitPrice().orElseThrow()).isEqualByComparingTo("4");
        assertThat(some.get(2).unitPrice().orElseThrow()).isEqualByComparingTo("30");
        List<QuickLine> yen = READER.read("Set ¥ 68.50\nDune PBr7\nSkerry PG50", "");
        assertThat(yen.get(1)
                        .unitPrice()
                        .orElseThrow()
                        .add(yen.get(2).unitPrice().orElseThrow()))
                .isEqualByComparingTo("69");
        assertThat(kinds(READER.read("Tide set € 30", "").get(0))).containsExactly("not-divided");
        assertThat(one("Sunset PO62 € 8").kind()).isEqualTo(Kind.PAINT);
    }

    @Test
    void aNameInAnotherLanguageStandsBesideTheFirst() {
        assertThat(one("Harbour Dusk / Hafendämmerung, PV19 + PG50").also()).isEqualTo("Hafendämmerung");
        assertThat(one("Harbour Dusk (Hafendämmerung) PV19").also()).isEqualTo("Hafendämmerung");
        assertThat(one("Harbour Dusk PV19 [also: Crépuscule]").also()).isEqualTo("Crépuscule");
        QuickLine dented = one("Harbour Dusk PV19 (dented)");
        assertThat(dented.also()).isEmpty();
        assertThat(dented.unread()).containsExactly("dented");
    }

    @Test
    void whatIsNoCodeYetIsDoubted() {
        assertThat(kinds(one("Sea Ember, PO, tube"))).containsExactly("code-without-number");
        assertThat(one("Sea Ember, PO, tube").unread()).containsExactly("PO");
        QuickLine goethite = one("Shore, Goethite, 15 ml");
        assertThat(goethite.name()).isEqualTo("Shore");
        assertThat(goethite.pigments()).isEqualTo("Goethite");
        assertThat(kinds(goethite)).containsExactly("name-in-words");
        assertThat(kinds(one("Goethite 15 ml"))).containsExactly("no-code");
        assertThat(kinds(one("Goethite PY43 15 ml"))).isEmpty();
    }

    @ParameterizedTest
    @CsvSource({
        "Shipping 4.50, SHIPPING",
        "Versandkosten: 4.50 €, SHIPPING",
        "Customs duty 12.00, DUTY",
        "Subtotal 88.20, SUM",
        "Voucher -5.00, VOUCHER",
        "VAT 4.20, TAX",
        "Discount 10%, ORDER_DISCOUNT"
    })
    void linesOfABillThatAreNoGoods(String text, Charge charge) {
        QuickLine l = one(text);
        assertThat(l.kind()).isEqualTo(Kind.CHARGE);
        assertThat(l.charge()).contains(charge);
    }

    @Test
    void whatIsNoPaintStaysOnTheBill() {
        QuickLine brush = one("Round brush no. 8 12.50");
        assertThat(brush.kind()).isEqualTo(Kind.THING);
        assertThat(brush.unitPrice().orElseThrow()).isEqualByComparingTo("12.50");
        assertThat(one("Sketchbook A5 14.00").kind()).isEqualTo(Kind.THING);
        assertThat(one("[thing] Old tin 3.00").kind()).isEqualTo(Kind.THING);
        assertThat(one("Brush Blue PB29 tube").kind()).isEqualTo(Kind.PAINT);
    }

    @Test
    void namedPartsAreWhatTheySay() {
        QuickLine l = one(
                "[name: 15 ml of Rain] [price: 1.234,50 €] [size: 21] [quantity: 3] [as: M-0021] [note: box dented] [was: 2000]");
        assertThat(l.name()).isEqualTo("15 ml of Rain");
        assertThat(l.unitPrice().orElseThrow()).isEqualByComparingTo("1234.50");
        assertThat(l.volume().orElseThrow().ml()).isEqualByComparingTo("21");
        assertThat(l.quantity()).isEqualTo(3);
        assertThat(l.as()).isEqualTo("M-0021");
        assertThat(l.unread()).containsExactly("box dented");
        assertThat(kinds(one("[size: huge] Dune"))).contains("not-understood");
    }

    @Test
    void theSameLineTwiceIsNoticedUnlessOneIsToGive() {
        List<QuickLine> twice = READER.read("Dune PBr7 15 ml\nDune PBr7 15 ml", "");
        assertThat(kinds(twice.get(0))).isEmpty();
        assertThat(kinds(twice.get(1))).containsExactly("twice-here");
        assertThat(READER.read("Dune PBr7 15 ml\nDune PBr7 15 ml, gift for Ada", ""))
                .allSatisfy(l -> assertThat(kinds(l)).isEmpty());
    }

    @Test
    void everyPartSaysWhereItStood() {
        String text = "2x Harbour Dusk PV19 15 ml € 9.80, dented";
        QuickLine l = one(text);
        assertThat(l.parts().stream().collect(Collectors.toMap(Part::kind, p -> text.substring(p.from(), p.to()))))
                .containsEntry(PartKind.QUANTITY, "2x")
                .containsEntry(PartKind.NAME, "Harbour Dusk")
                .containsEntry(PartKind.PIGMENTS, "PV19")
                .containsEntry(PartKind.SIZE, "15 ml")
                .containsEntry(PartKind.PRICE, "€ 9.80")
                .containsEntry(PartKind.NOTE, "dented");
        String odd = "ＰＶ１９ Dusk";
        assertThat(one(odd).parts().get(0)).isEqualTo(new Part(PartKind.PIGMENTS, 0, 4, "ＰＶ１９"));
    }

    @Test
    void editions() {
        assertThat(one("Dune PBr7 15 ml old edition").edition()).isEqualTo("old edition");
        assertThat(one("Dune PBr7 15 ml, edition 2015").edition()).isEqualTo("edition 2015");
    }

    @Test
    void tooLongOrTooMuchIsAnswered() {
        QuickLine l = one("Dune PBr7 " + "x".repeat(10_000));
        assertThat(l.recipe()).isEqualTo(Recipe.of("PBr7"));
        assertThat(kinds(l)).contains("too-long");
        assertThat(String.join("", l.unread()).length()).isGreaterThan(9000);
        assertThatThrownBy(() -> READER.read("Dune\n".repeat(2001), ""))
                .isInstanceOf(Refusal.class)
                .hasMessageContaining("2000");
        assertThatThrownBy(() -> READER.read("Du\u202Ene", "")).isInstanceOf(Refusal.class);
    }

    /** Whatever is typed, the reader answers, and no letter or digit is lost: each stands in a part. */
    @Property
    void nothingIsLost(@ForAll String text) {
        List<QuickLine> lines;
        try {
            lines = READER.read(text, "");
        } catch (Refusal refused) {
            return;
        }
        for (QuickLine l : lines) {
            if (l.kind() == Kind.HEADING || l.written().length() > QuickReader.LONGEST_LINE) continue;
            assertThat(l.parts())
                    .allSatisfy(p -> assertThat(p.from())
                            .isBetween(0, p.to())
                            .isLessThanOrEqualTo(l.written().length()));
            assertThat(l.quantity()).isPositive();
            assertThat(l.unitPrice().orElse(BigDecimal.ZERO)).isNotNegative();
        }
    }

    @Test
    void twoHundredLinesComeBackInOrder() {
        String text = IntStream.rangeClosed(1, 200)
                .mapToObj(i -> "Shade " + (char) ('A' + i % 26) + i + " PB29 15 ml 9.80")
                .collect(Collectors.joining("\n"));
        List<QuickLine> lines = READER.read(text, "Pellworth");
        assertThat(lines)
                .extracting(QuickLine::line)
                .containsExactlyElementsOf(IntStream.rangeClosed(1, 200).boxed().toList());
        assertThat(lines).allSatisfy(l -> assertThat(l.maker()).isEqualTo("Pellworth"));
    }
}
