package molvet.core.maker;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.Collections;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import molvet.core.maker.ChartTable.Column;
import molvet.core.maker.ChartTable.Mending;
import molvet.core.maker.ChartTable.Read;
import molvet.core.maker.ChartTable.RowDoubt;
import molvet.core.measure.Refusal;
import molvet.core.pigment.Doubts;
import molvet.core.pigment.LabelReader;
import molvet.core.pigment.PigmentReference;
import molvet.core.pigment.Recipe;
import molvet.core.pigment.Trait;
import org.junit.jupiter.api.Test;

/** Charts as makers publish them. The headings are those of printed charts: common practice, no published source. */
class ChartTableTest {
    private static final PigmentReference REFERENCE = PigmentReference.standard();
    private static final ChartTable TABLE = new ChartTable(new LabelReader(REFERENCE), new Doubts(REFERENCE));

    private static List<List<String>> cells(String... rows) {
        return Arrays.stream(rows).map(r -> List.of(r.split("\\|", -1))).toList();
    }

    private static Read read(String... rows) {
        return TABLE.read(cells(rows), "EUR", Mending.NONE);
    }

    @Test
    void headingsInSeveralLanguages() {
        Read german = read(
                "Art.-Nr.|Farbname|Pigmente|Preisgruppe|Lichtechtheit|Deckkraft|15 ml",
                "101|Laternengelb|PY151|1|I|T|8,20 €",
                "102|Ginster|PY 154|1|I|ST|8,20 €");
        assertThat(german.columns())
                .containsExactly(
                        Column.NUMBER,
                        Column.NAME,
                        Column.PIGMENTS,
                        Column.SERIES,
                        Column.LIGHTFASTNESS,
                        Column.TRANSPARENCY,
                        Column.PRICE);
        assertThat(german.doubts()).isEmpty();
        ChartRow first = german.rows().get(0);
        assertThat(first.name()).isEqualTo("Laternengelb");
        assertThat(first.recipe()).isEqualTo(Recipe.of("PY151"));
        assertThat(first.series()).isEqualTo(1);
        assertThat(first.claim(Trait.LIGHTFASTNESS)).isEqualTo("I");
        assertThat(first.sizes()).hasToString("15 ml 8.20 EUR");
        assertThat(read("Référence|Nom|Pigments|Série|Résistance", "1|Jaune|PY151|2|II")
                        .rows()
                        .get(0)
                        .series())
                .isEqualTo(2);
        Read names = read("No|English name|Nom français|Deutsch|Pigments", "1|Tern|Sterne|Seeschwalbe|PBk11");
        assertThat(names.rows().get(0).name()).isEqualTo("Tern");
        assertThat(names.rows().get(0).names()).containsEntry("fr", "Sterne").containsEntry("de", "Seeschwalbe");
        Read others = read("No|Name|Name (pl)|Name (ja)|Name (de)|Pigments", "1|Tern|rybitwa|アジサシ|Seeschwalbe|PBk11");
        assertThat(others.rows().get(0).name()).isEqualTo("Tern");
        assertThat(others.rows().get(0).names())
                .containsEntry("pl", "rybitwa")
                .containsEntry("ja", "アジサシ")
                .containsEntry("de", "Seeschwalbe");
    }

    @Test
    void withoutHeadingsTheCellsTell() {
        Read read = read("101|Lantern Yellow|PY151|1", "102|Gorse Yellow|PY154|1", "126|Tern Grey|PBk7 + PB29|2");
        assertThat(read.heading()).isZero();
        assertThat(read.columns()).containsExactly(Column.NUMBER, Column.NAME, Column.PIGMENTS, Column.SERIES);
        assertThat(read.rows()).hasSize(3);
        assertThat(read.becauses().get(2)).isEqualTo("by what stands in it");
    }

    @Test
    void rowsInDoubtSayWhereAndWhyAndTheRestIsKept() {
        Read read = read(
                "Station Colours 2026||||",
                "No.|Name|Pigments|Series|Price 15 ml",
                "YELLOWS||||",
                "101|Lantern Yellow|PY151|1|8.20",
                "102||PY154|1|8.20",
                "103|Violet Bay|PB19|2024-01-02|9.80",
                "104|Dune|sand|2|a lot",
                "No.|Name|Pigments|Series|Price 15 ml",
                "101|Lantern Yellow|PY151|1|8.20",
                "105|Ti\u202Ede|PB29|1|8.20");
        assertThat(read.heading()).isEqualTo(2);
        assertThat(read.rows()).extracting(ChartRow::name).containsExactly("Lantern Yellow", "Violet Bay", "Dune");
        assertThat(read.doubts())
                .filteredOn(RowDoubt::keptOut)
                .extracting(RowDoubt::row)
                .containsExactly(3, 5, 8, 9, 10);
        assertThat(read.doubts())
                .filteredOn(d -> !d.keptOut())
                .extracting(d -> d.row() + " " + d.column())
                .containsExactly("6 pigments", "6 series", "7 pigments", "7 price");
        assertThat(read.doubts())
                .filteredOn(d -> d.row() == 6)
                .extracting(RowDoubt::message)
                .anyMatch(m -> m.contains("PV19"))
                .anyMatch(m -> m.contains("a date"));
    }

    @Test
    void whatIsMendedInThePreviewCounts() {
        List<List<String>> cells =
                cells("No.|Name|Pigments|X", "101|Lantern|PY15|keep", "102|Gone|PY154|", "103|Third|PY150|");
        Read read =
                TABLE.read(cells, "EUR", new Mending(Map.of(3, Column.NOTE), Map.of(2, Map.of(2, "PY151")), Set.of(3)));
        assertThat(read.rows()).extracting(ChartRow::name).containsExactly("Lantern", "Third");
        assertThat(read.rows().get(0).recipe()).isEqualTo(Recipe.of("PY151"));
        assertThat(read.rows().get(0).note()).isEqualTo("keep");
    }

    @Test
    void severalPricesAndSizes() {
        Read read = read("Name|5 ml (EUR)|15 ml (EUR)", "Tern|4,60|9,80");
        assertThat(read.rows().get(0).sizes()).hasToString("5 ml 4.60 EUR; 15 ml 9.80 EUR");
        assertThat(read("Name|Volume|Price|Currency", "Tern|12|8.40|GBP")
                        .rows()
                        .get(0)
                        .sizes())
                .hasToString("12 ml 8.40 GBP");
        assertThat(read("Name|Sizes", "Tern|5 ml 4.60 EUR; 15 ml").rows().get(0).sizes())
                .hasToString("5 ml 4.60 EUR; 15 ml");
        assertThat(read("Name|Price", "Tern|1.234,50").doubts()).hasSize(1);
        assertThat(read("Name|15 ml", "Tern|1.234,50").rows().get(0).sizes()).hasToString("15 ml 1234.50 EUR");
        assertThat(read("Name|15 ml", "Tern|1,234.50").rows().get(0).sizes()).hasToString("15 ml 1234.50 EUR");
    }

    @Test
    void tablesThatAreNoChartsAreRefusedInWords() {
        assertThatThrownBy(() -> read(String.join("|", Collections.nCopies(100, "a"))))
                .isInstanceOf(Refusal.class)
                .hasMessageContaining("100 columns");
        assertThatThrownBy(() -> TABLE.read(Collections.nCopies(200_000, List.of("a")), "EUR", Mending.NONE))
                .isInstanceOf(Refusal.class)
                .hasMessageContaining("200000 rows");
        assertThatThrownBy(() -> read("1|2", "3|4")).isInstanceOf(Refusal.class).hasMessageContaining("names");
        assertThatThrownBy(() -> TABLE.read(List.of(), "EUR", Mending.NONE)).isInstanceOf(Refusal.class);
    }

    @Test
    void aNewerChartShowsWhatChanged() {
        List<ChartRow> old = read(
                        "No|Name|Pigments|15 ml|Status",
                        "1|Tern|PBk7|8.20|current",
                        "2|Dune|PBr7|8.20|current",
                        "3|Moth|PR83|8.20|current",
                        "4|Kelp|PG7|8.20|discontinued")
                .rows();
        List<ChartRow> newer = read(
                        "No|Name|Pigments|12 ml", "1|Tern|PBk7|8.40", "3|Moth|PR177|8.20", "5|Gull|PW6|8.20")
                .rows();
        List<ChartChange.Known> known = new ArrayList<>();
        old.forEach(r -> known.add(new ChartChange.Known(r.row(), r)));
        List<ChartChange> changes = ChartChange.between(known, newer);
        assertThat(changes)
                .extracting(c -> c.after()
                                .or(() -> c.before().map(ChartChange.Known::row))
                                .orElseThrow()
                                .name() + " " + c.kinds().stream().sorted().toList())
                .containsExactly("Tern [RESIZED]", "Moth [REFORMULATED, RESIZED]", "Gull [ADDED]", "Dune [WITHDRAWN]");
        assertThat(changes.get(1).said()).contains("from PR83 to PR177");
        assertThat(ChartChange.between(known, old))
                .filteredOn(c -> c.after().isPresent())
                .allSatisfy(c -> assertThat(c.kinds()).isEmpty());
        List<ChartRow> dearer =
                read("No|Name|Pigments|15 ml", "1|Tern|PBk7|9.20").rows();
        assertThat(ChartChange.between(known.subList(0, 1), dearer).get(0).kinds())
                .containsExactly(ChartChange.Kind.REPRICED);
    }

    @Test
    void coloursAreLookedUpAsTheyAreWritten() {
        ChartIndex index = new ChartIndex(
                List.of(new ChartIndex.Maker(1, "Kelpwick")),
                List.of(new ChartIndex.Line(2, 1, "Honey")),
                List.of(new ChartIndex.Colour(3, 2, 1, "K-07", List.of("Tern Grey", "Seeschwalbe"))));
        ChartIndex.Maker maker = index.maker("kelpwick").orElseThrow();
        assertThat(index.numbered("k 07", maker)).hasSize(1);
        assertThat(index.named("seeschwalbe", Optional.empty())).hasSize(1);
        assertThat(index.nearly("tern gray", maker)).isPresent();
        assertThat(index.nearly("tarn", maker)).isEmpty();
    }
}
