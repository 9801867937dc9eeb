package molvet.server.chart;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import molvet.core.chart.ChartForm;
import molvet.core.chart.Plan;
import molvet.core.collection.Strip;
import molvet.core.pigment.Cautions;
import molvet.core.pigment.PigmentReference;
import molvet.core.shelf.Keeper;
import molvet.core.shelf.KeeperKind;
import molvet.core.shelf.PlaceCode;
import molvet.server.chart.ChartStore.CellRow;
import molvet.server.chart.ChartStore.ChartRow;
import molvet.server.collection.OrderStore.CardRow;
import molvet.server.platform.Collector;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Everything a chart is drawn from: its ruling and what is lettered in each cell. */
@Service
class ChartLettering {
    private final Charts charts;
    private final ChartStore store;
    private final ChartViews views;
    private final PigmentReference reference;

    ChartLettering(Charts charts, ChartStore store, ChartViews views, PigmentReference reference) {
        this.charts = charts;
        this.store = store;
        this.views = views;
        this.reference = reference;
    }

    /** Everything a chart is drawn from. */
    @Transactional(readOnly = true)
    public ChartPainter painter(Collector me, long id, String base, @Nullable Boolean predicted) {
        ChartRow chart = charts.chart(me, id);
        NewChart asked = charts.kept(chart);
        List<CellRow> cells = store.cells(me, id);
        Map<Long, CardRow> cards = views.cards(me, cells);
        Plan plan = views.planned(chart, cells, cards);
        Map<Long, String> filed = store.places(me, id);
        Map<Integer, String> expected = expected(asked, cells);
        boolean cut = ChartForm.valueOf(chart.form()).isCut();
        Map<Integer, ChartPainter.Lettered> lettered = new HashMap<>();
        boolean scrap = cells.stream().allMatch(c -> c.paintId() == null);
        plan.references().forEach((cell, wool) -> lettered.put(cell, ChartPainter.Lettered.named("Blue wool " + wool)));
        for (CellRow c : cells) {
            if (scrap) lettered.put(c.position(), ChartPainter.Lettered.numbered(c.position() + 1));
            if (c.paintId() == null || !cards.containsKey(c.paintId())) continue;
            CardRow card = cards.get(c.paintId());
            CardRow second = c.secondId() == null ? null : cards.get(c.secondId());
            String place = Optional.ofNullable(c.swatchId())
                    .map(filed::get)
                    .or(() -> Optional.ofNullable(expected.get(c.position())))
                    .orElse("");
            lettered.put(c.position(), lettered(asked, card, second, place, cut, base));
        }
        return new ChartPainter(
                new ChartPainter.Head(
                        chart.code(),
                        chart.title(),
                        ChartForm.valueOf(chart.form()),
                        ChartViews.link(base, chart),
                        Boolean.TRUE.equals(asked.chosen().trialPaper()),
                        Boolean.TRUE.equals(asked.chosen().printedBlack()),
                        predicted == null ? Boolean.TRUE.equals(asked.chosen().predicted()) : predicted),
                plan,
                ChartViews.marks(asked, plan),
                lettered);
    }

    private ChartPainter.Lettered lettered(
            NewChart asked, CardRow card, @Nullable CardRow second, String place, boolean cut, String base) {
        List<String> caption = asked.caption();
        List<String> elements = Cautions.of(card.pigments(), reference).elements();
        List<String> small = new ArrayList<>();
        for (String part : NewChart.CAPTION) {
            if (!caption.contains(part)) continue;
            String text = switch (part) {
                case "initials" -> card.initials();
                case "pigments" -> card.recipe().replace(" + ", "+");
                case "series" -> card.series() == null ? "" : "S" + card.series();
                case "lightfastness" -> card.lasting();
                case "accession" -> card.number();
                case "place" -> place;
                default -> "";
            };
            if (!text.isEmpty()) small.add(text);
        }
        if (!elements.isEmpty()) small.add("†");
        Optional<Strip> strip = second == null
                ? card.run().map(r -> Strip.of(r, Optional.empty(), card.granulation()))
                : Optional.empty();
        return new ChartPainter.Lettered(
                caption.contains("name") ? second == null ? card.name() : second.name() : "",
                caption.contains("other") && second == null ? card.other() : "",
                second == null ? String.join(" ", small) : second.recipe().replace(" + ", "+"),
                elements.isEmpty() ? "" : String.join(", ", elements),
                strip,
                cut ? base + "/m/" + card.number().substring(2) + (place.isEmpty() ? "" : "#" + place) : "");
    }

    /** The places the cards will have, counted on from the first. */
    private static Map<Integer, String> expected(NewChart asked, List<CellRow> cells) {
        Map<Integer, String> all = new HashMap<>();
        NewChart.LaidOut laid = asked.laid();
        if (laid != null && laid.lid() != null && laid.wells() != null) {
            for (int i = 0; i < laid.wells().size(); i++) {
                all.put(
                        i,
                        new PlaceCode(
                                        KeeperKind.LID,
                                        laid.lid(),
                                        0,
                                        laid.wells().get(i))
                                .toString());
            }
            return all;
        }
        String first = asked.chosen().firstPlace();
        if (first == null || first.isBlank()) return all;
        PlaceCode place = PlaceCode.of(first);
        Keeper keeper = new Keeper(
                place.kind(),
                place.keeper(),
                place.kind().isPaged() ? 2000 : 0,
                place.kind().isPaged() ? Math.max(1, place.cell()) : 2000);
        int position = keeper.position(place);
        for (CellRow c : cells) {
            if (c.paintId() == null || position > keeper.capacity()) continue;
            all.put(c.position(), keeper.place(position++).toString());
        }
        return all;
    }
}
