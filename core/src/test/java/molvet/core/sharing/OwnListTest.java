package molvet.core.sharing;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import molvet.core.collection.EyeTrait;
import molvet.core.collection.HoldingForm;
import molvet.core.collection.HoldingState;
import molvet.core.measure.Refusal;
import molvet.core.measure.Volume;
import molvet.core.pigment.Doubts;
import molvet.core.pigment.LabelReader;
import molvet.core.pigment.PigmentReference;
import molvet.core.pigment.Trait;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Headings and habits of lists are common practice, no published source. */
class OwnListTest {
    private static final PigmentReference REFERENCE = PigmentReference.standard();
    static final OwnList LISTS = new OwnList(new LabelReader(REFERENCE), new Doubts(REFERENCE));

    /** Rows of cells, parted by | in a line. */
    static List<List<String>> table(String... lines) {
        return Arrays.stream(lines)
                .map(l -> Arrays.stream(l.split("\\|", -1)).map(String::strip).toList())
                .toList();
    }

    static OwnList.Read read(String... lines) {
        return LISTS.read(table(lines), OwnList.Mending.NONE);
    }

    private static List<ListColumn> columns(String headings) {
        return read(headings, headings.replaceAll("[^|]+", "Night Ferry")).columns();
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = ';',
            value = {
                "Name | Brand | Pigments | Series | Size | Form | Price paid | Bought on | Bought from | Swatch | Rating | Notes",
                "Farbname | Hersteller | Pigmente | Preisgruppe | Größe | Darreichung | Preis | Kaufdatum | gekauft bei | Fundort | Bewertung | Notizen",
                "Nom | Marque | Pigments | Série | Contenance | Type | Prix payé | Acheté | Boutique | Emplacement | étoiles | Remarques",
                "Colore | Marca | Pigmenti | Serie | Contenuto | Formato tubo | Prezzo | Comprato | Negozio | Luogo | Valutazione stelle | Commento",
                "Nombre | Fabricante | Pigmentos | Serie | Volumen | Tipo | Precio | Fecha | Tienda | Lugar | Valoración | Observaciones",
                "Kleurnaam | Merk | Pigmenten | Serie | Inhoud | Vorm | Prijs | Gekocht | Winkel | Plaats | Waardering | Opmerkingen"
            })
    void headingsAreKnownInSixLanguages(String headings) {
        List<ListColumn> columns = columns(headings);
        assertThat(columns.subList(0, 4))
                .containsExactly(ListColumn.NAME, ListColumn.MAKER, ListColumn.PIGMENTS, ListColumn.SERIES);
        assertThat(columns.subList(6, 12))
                .containsExactly(
                        ListColumn.PRICE,
                        ListColumn.BOUGHT_ON,
                        ListColumn.FROM,
                        ListColumn.PLACE,
                        ListColumn.LIKING,
                        ListColumn.NOTE);
    }

    @Test
    void ofSeveralWordsTheTellingOneDecides() {
        assertThat(columns("Brand name | Paint name | Colour index name | Gift from | My granulation | Granulation"))
                .containsExactly(
                        ListColumn.MAKER,
                        ListColumn.NAME,
                        ListColumn.PIGMENTS,
                        ListColumn.GIFT_OF,
                        ListColumn.EYE_GRANULATION,
                        ListColumn.GRANULATION);
    }

    @Test
    void aRowSaysWhatItSays() {
        OwnList.Read read = read(
                "My paints | | | | | | | | | | |",
                "Name | Brand | Pigments | Size | Price | Date | Gift of | Left | Qty | Where | Rating | My granulation",
                "Tern Grey | Kelpwick | PB29, PBr7 | 1/2 pan 2 ml | 8,20 € | 3 March 2024 | Ada | 3/4 | 2 | R2 17; B1 p4 c3 | 4/5 | strong");
        assertThat(read.heading()).isEqualTo(2);
        assertThat(read.doubts()).isEmpty();
        OwnRow r = read.rows().get(0);
        assertThat(r.row()).isEqualTo(3);
        assertThat(r.form()).contains(HoldingForm.HALF_PAN);
        assertThat(r.volume()).contains(Volume.of(2));
        assertThat(r.price().orElseThrow()).hasToString("EUR 8.20");
        assertThat(r.cameOn()).contains(LocalDate.of(2024, 3, 3));
        assertThat(r.from()).isEqualTo("gift of Ada");
        assertThat(r.left()).isEqualTo(75);
        assertThat(r.quantity()).isEqualTo(2);
        assertThat(r.places()).extracting(Object::toString).containsExactly("R2·17", "B1·p4·c3");
        assertThat(r.seen())
                .containsExactlyInAnyOrderEntriesOf(Map.of(EyeTrait.LIKING, "LIKED", EyeTrait.GRANULATION, "STRONG"));
    }

    /** What is not understood is said, and stands in the note as it was written: nothing of a list is lost. */
    @Test
    void whatIsNotUnderstoodIsKeptInTheNote() {
        OwnList.Read read = read(
                "Name | Pigments | Price | Date | Where | Left | Rating | Number",
                "Thrift | PB19 | ca. 8 | someday | top drawer | a bit | meh | 214");
        assertThat(read.doubts()).hasSize(6).noneMatch(OwnList.Doubt::keptOut);
        assertThat(read.doubts().stream().filter(d -> d.column() == 1).map(OwnList.Doubt::mend))
                .containsExactly("PV19");
        assertThat(read.rows().get(0).note().lines())
                .contains(
                        "Number: 214",
                        "Price: ca. 8",
                        "Date: someday",
                        "Swatch: top drawer",
                        "Left: a bit",
                        "Rating: meh");
        assertThat(read.rows().get(0).labelText()).isEqualTo("PB19");
    }

    @Test
    void mendingOneCellAllAlikeAColumnAndLeavingOut() {
        List<List<String>> cells = table(
                "Name | Pigments | Extra", "Thrift | PB19 | loved", "Sea Pink | PB19 | loved", "Gorse | PY154 | x");
        OwnList.Mending mending = new OwnList.Mending(
                Map.of(2, ListColumn.LIKING),
                Map.of(2, Map.of(0, "Thrift Bank")),
                Map.of(1, Map.of("PB19", "PV19")),
                Set.of(4),
                Optional.empty(),
                Optional.of(HoldingForm.HALF_PAN),
                "GBP");
        OwnList.Read read = LISTS.read(cells, mending);
        assertThat(read.rows()).extracting(OwnRow::name).containsExactly("Thrift Bank", "Sea Pink");
        assertThat(read.rows()).extracting(r -> r.recipe().toString()).containsOnly("PV19");
        assertThat(read.rows()).allMatch(r -> r.seen().get(EyeTrait.LIKING).equals("LOVED"));
        assertThat(read.rows()).allMatch(r -> r.form().equals(Optional.of(HoldingForm.HALF_PAN)));
        assertThat(read.doubts())
                .singleElement()
                .satisfies(d -> assertThat(d.message()).isEqualTo("Left out by you."));
    }

    @Test
    void aTitleAloneIsTheMakerOfWhatFollowsWhereNoColumnSaysIt() {
        OwnList.Read read = read(
                "Name | Pigments | Size",
                "Kelpwick | |",
                "Tide | PB29 | 15 ml",
                "Pellworth | |",
                "Thrift | PV19 | 5ml");
        assertThat(read.rows()).extracting(OwnRow::maker).containsExactly("Kelpwick", "Pellworth");
        assertThat(read.doubts()).hasSize(2).allMatch(OwnList.Doubt::keptOut);
    }

    @Test
    void mergedCellsRunOn() {
        OwnList.Read read = read(
                "Brand | Name | Pigments",
                "Kelpwick | Tide | PB29",
                " | Slipway | PB15:3",
                " | Gull | PBk7",
                " | Thrift | PV19");
        assertThat(read.rows()).extracting(OwnRow::maker).containsOnly("Kelpwick");
        assertThat(read.said()).singleElement().asString().contains("merged cells");
    }

    @Test
    void withoutHeadingsColumnsAreToldByWhatStandsInThem() {
        OwnList.Read read = read(
                "Tide | PB29 | 15 ml | R1 1 | € 9,80",
                "Thrift | PV19 | 5 ml | R1 2 | € 4,20",
                "Gorse | PY154 | 5 ml | R1 3 | € 4,20");
        assertThat(read.heading()).isZero();
        assertThat(read.columns())
                .containsExactly(
                        ListColumn.NAME, ListColumn.PIGMENTS, ListColumn.VOLUME, ListColumn.PLACE, ListColumn.PRICE);
        assertThat(read.rows()).hasSize(3);
    }

    /** A table of our own: “granulation” beside “claimed granulation” is the verdict, and is never taken for a claim. */
    @Test
    void theVerdictOfOnesOwnExportIsNoClaim() {
        OwnList.Read read =
                read("name | claimed granulation | granulation | my granulation", "Tide | G | strong | moderate");
        assertThat(read.rows().get(0).claims()).isEqualTo(Map.of(Trait.GRANULATION, "G"));
        assertThat(read.rows().get(0).seen()).isEqualTo(Map.of(EyeTrait.GRANULATION, "MODERATE"));
        assertThat(read("name | note", "Tide | '=1+1").rows().get(0).note()).isEqualTo("=1+1");
    }

    @Test
    void wishesHoldNothingAndRowsWithoutAFormAreCounted() {
        OwnList.Read read =
                read("Name | Maker | Wishlist | State", "Tide | | x |", "Thrift | | |", "Gorse | | | given away");
        assertThat(read.rows()).extracting(OwnRow::wished).containsExactly(true, false, false);
        assertThat(read.rows()).extracting(OwnRow::quantity).containsExactly(0, 1, 1);
        assertThat(read.rows().get(2).state()).isEqualTo(HoldingState.GIVEN_AWAY);
        assertThat(read.unformed()).isEqualTo(2);
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = ';',
            value = {
                "12.03.2024;2024-03-12", "1.4.24;2024-04-01", "2024-12-31;2024-12-31", "März 2024;2024-03-01",
                "3. März 2024;2024-03-03", "14 juillet 2023;2023-07-14", "July 4, 2023;2023-07-04",
                        "2 de mayo de 2022;2022-05-02",
                "5/2023;2023-05-01", "2021;2021-01-01", "2024-03-12 00:00:00;2024-03-12"
            })
    void daysAsPeopleWriteThem(String cell, LocalDate day) {
        assertThat(DayOrder.DAY_MONTH_YEAR.day(cell).or(() -> DayOrder.YEAR_MONTH_DAY.day(cell)))
                .contains(day);
    }

    @Test
    void theOrderOfDaysIsAskedOnlyWhereTheListLeavesItOpen() {
        assertThat(read("Name | Date", "Tide | 3/4/2024", "Gull | 5/6/2024").orders())
                .containsExactly(DayOrder.DAY_MONTH_YEAR, DayOrder.MONTH_DAY_YEAR);
        assertThat(read("Name | Date", "Tide | 3/4/2024", "Gull | 25/6/2024").orders())
                .isEmpty();
        assertThat(read("Name | Date", "Tide | 3/4/2024", "Gull | 6/25/2024")
                        .rows()
                        .get(0)
                        .cameOn())
                .contains(LocalDate.of(2024, 3, 4));
        assertThat(read("Name | Date", "Tide | 3.4.2024", "Gull | 31.2.2024").orders())
                .isEmpty();
        assertThat(read("Name | Date", "Tide | 2024-13-02", "Gull | 2024-25-06")
                        .rows()
                        .get(1)
                        .cameOn())
                .contains(LocalDate.of(2024, 6, 25));
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = ';',
            value = {
                "half pan;HALF_PAN",
                "½ Napf;HALF_PAN",
                "demi-godet;HALF_PAN",
                "Tuben;TUBE",
                "whole pan;FULL_PAN",
                "godet;FULL_PAN",
                "dot card;DOT",
                "mini pan;MINI_PAN",
                "Probe;SAMPLE",
                "medio godet;HALF_PAN"
            })
    void forms(String cell, HoldingForm form) {
        assertThat(CellWords.form(cell)).contains(form);
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = ';',
            value = {
                "Ring 2 Karte 17;R2·17",
                "Ordner 1 Seite 4 Feld 3;B1·p4·c3",
                "carnet 3 page 12;S3·p12",
                "r2.17;R2·17"
            })
    void placesInOtherLanguages(String cell, String place) {
        assertThat(CellWords.place(cell)).map(Object::toString).contains(place);
    }

    @Test
    void whatIsNoListIsRefused() {
        assertThatThrownBy(() -> read("1 | 2", "3 | 4"))
                .isInstanceOf(Refusal.class)
                .hasMessageContaining("names of paints");
        List<List<String>> wide = List.of(java.util.Collections.nCopies(300, "Name"));
        assertThatThrownBy(() -> LISTS.read(wide, OwnList.Mending.NONE)).hasMessageContaining("300 columns");
        List<List<String>> long_ = java.util.Collections.nCopies(OwnList.MOST_ROWS + 100, List.of("Name", "Maker"));
        assertThatThrownBy(() -> LISTS.read(long_, OwnList.Mending.NONE)).hasMessageContaining("20000 rows");
    }

    @Test
    void aSecondColumnHeadedAlikeIsLeftAndSaid() {
        OwnList.Read read = read("Name | Price | Price", "Tide | 8,20 | 9,80");
        assertThat(read.columns()).containsExactly(ListColumn.NAME, ListColumn.PRICE, ListColumn.IGNORED);
        assertThat(read.becauses().get(2)).isEqualTo("a second column headed like it");
    }

    /** Cells made to keep a pattern busy for hours; what is tested is that it ends. */
    @Test
    void longCellsOfBlanksAndDigitsAreReadAsWords() {
        String blanks = "1" + " ".repeat(3900) + "x";
        String digits = "1".repeat(3900) + "x";
        List<List<String>> cells =
                new ArrayList<>(table("Name | Price | Date | Where | Size | Left | Qty | Rating | Series"));
        for (int i = 0; i < 100; i++) {
            String c = i % 2 == 0 ? blanks : digits;
            cells.add(List.of("Tide " + i, c, c, c, c, c, c, c, c));
        }
        OwnList.Read read = LISTS.read(cells, OwnList.Mending.NONE);
        assertThat(read.rows())
                .hasSize(100)
                .allMatch(r -> r.price().isEmpty() && r.cameOn().isEmpty());
    }
}
