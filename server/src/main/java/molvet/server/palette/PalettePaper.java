package molvet.server.palette;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.function.Function;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import molvet.core.arrival.LabelSheet;
import molvet.core.chart.ChartForm;
import molvet.core.collection.HoldingForm;
import molvet.core.collection.School;
import molvet.core.measure.Refusal;
import molvet.core.palette.Box;
import molvet.core.palette.LidCard;
import molvet.core.palette.PanSize;
import molvet.core.pigment.Cautions;
import molvet.core.pigment.PigmentReference;
import molvet.server.arrival.PanLabels;
import molvet.server.chart.NewChart;
import molvet.server.chart.Sheets;
import molvet.server.collection.OrderStore;
import molvet.server.palette.PaletteStore.WellRow;
import molvet.server.platform.Collector;
import molvet.server.platform.Fields;
import molvet.server.platform.OneOf;
import molvet.server.platform.PrintedAddress;
import molvet.server.shelf.Shelf;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** What is printed of a palette: the card for its lid, a large chart, and labels for its pans. */
@Service
public class PalettePaper {
    private static final double FILM = 3;

    private final PaletteStore store;
    private final Palettes palettes;
    private final Sheets sheets;
    private final Shelf shelf;
    private final OrderStore orders;
    private final PrintedAddress address;
    private final PigmentReference reference;

    PalettePaper(
            PaletteStore store,
            Palettes palettes,
            Sheets sheets,
            Shelf shelf,
            OrderStore orders,
            PrintedAddress address,
            PigmentReference reference) {
        this.store = store;
        this.palettes = palettes;
        this.sheets = sheets;
        this.shelf = shelf;
        this.orders = orders;
        this.address = address;
        this.reference = reference;
    }

    /** What a card is for. */
    public enum CardSize {
        LID,
        LARGE
    }

    /**
     * @param film whether room is left for a protecting film; of a lid card only
     * @param marks whether it carries the marks its picture is read by, outside the line it is cut along; usual
     * @param opacityLine a black line under every swatch
     */
    public record CardAsked(
            @OneOf(CardSize.class) @Nullable String size,
            @Nullable Boolean film,
            @Nullable Boolean marks,
            @Nullable Boolean opacityLine) {}

    /** Plans the card as a chart of its own. @return the chart */
    @Transactional
    public long card(Collector me, long id, CardAsked asked) {
        PaletteStore.PaletteRow p = palettes.palette(me, id);
        PaletteStore.VersionRow draft = palettes.draft(me, id);
        Box box = palettes.box(draft);
        Map<Integer, WellRow> wells = store.wells(me, draft.id()).stream()
                .filter(w -> w.paintId() != null)
                .collect(Collectors.toMap(WellRow::well, Function.identity(), (a, b) -> a, TreeMap::new));
        if (wells.isEmpty()) throw Refusal.of("wells", "Nothing lies in it yet.", "Fill a well first.");
        List<Long> paints = wells.values().stream().map(WellRow::paintId).toList();
        if (paints.stream().distinct().count() < paints.size()) {
            throw Refusal.of(
                    "wells",
                    "A paint lies in two wells, and a chart has one cell for each.",
                    "Take one of the two out, or print the card of another order.");
        }
        boolean marks = asked.marks() == null || asked.marks();
        CardSize size = Fields.one("size", asked.size(), CardSize.LID, CardSize.values());
        LidCard card = size == CardSize.LID
                ? LidCard.ofLid(box, wells.keySet(), Boolean.TRUE.equals(asked.film()) ? FILM : 0, marks)
                : LidCard.large(box, wells.keySet(), marks);
        List<String> caption = size == CardSize.LID
                ? List.of("name", "pigments")
                : List.of("name", "initials", "pigments", "accession");
        Integer lid = size == CardSize.LID && marks ? shelf.nextLid(me) : null;
        return sheets.plan(
                me,
                new NewChart(
                        ChartForm.LID_CARD.name(),
                        new NewChart.Size(card.paper().width(), card.paper().height()),
                        LidCard.MARGIN,
                        null,
                        null,
                        School.BY_HAND.name(),
                        paints,
                        null,
                        null,
                        null,
                        null,
                        null,
                        null,
                        null,
                        marks,
                        p.name() + (size == CardSize.LID ? ", lid card" : ", large chart"),
                        null,
                        null,
                        new NewChart.Options(asked.opacityLine(), null, null, caption, null, null, null),
                        NewChart.LaidOut.of(
                                card.laid(),
                                lid,
                                wells.keySet().stream().map(w -> w + 1).toList()),
                        null));
    }

    /** Where labels are stuck. */
    public enum Side {
        TOP,
        SIDE
    }

    public record Labels(LabelSheet sheet, PanLabels labels) {}

    /** Labels for the pans as they lie, from the top left; wells that are empty leave a gap. */
    @Transactional(readOnly = true)
    public Labels labels(Collector me, long id, Side side) {
        PaletteStore.VersionRow draft = palettes.draft(me, id);
        List<WellRow> wells = store.wells(me, draft.id()).stream()
                .filter(w -> w.paintId() != null)
                .toList();
        if (wells.isEmpty()) throw Refusal.of("wells", "Nothing lies in it yet.", "Fill a well first.");
        Map<Long, OrderStore.CardRow> cards =
                orders.cards(me, wells.stream().map(WellRow::paintId).toList());
        Box box = palettes.box(draft);
        String base = address.base();
        if (side == Side.SIDE) {
            LabelSheet sheet = new LabelSheet(210, 297, 6, 25, 30, 9, 15, 15, 0, 0, true);
            List<PanLabels.PanLabel> all = wells.stream()
                    .map(w -> label(w, cards.get(w.paintId()), base + "/m/"))
                    .toList();
            return new Labels(sheet, new PanLabels(sheet, all, 0));
        }
        return tops(box, wells, cards);
    }

    /** Twelve pans side by side are as wide as a sheet. */
    private static final int MOST_ACROSS = 12;

    /** Each where its pan lies: a row of labels is a row of pans, and an empty well leaves its place free. */
    private Labels tops(Box box, List<WellRow> wells, Map<Long, OrderStore.CardRow> cards) {
        Map<Integer, WellRow> by = wells.stream().collect(Collectors.toMap(WellRow::well, Function.identity()));
        int across = Math.min(
                MOST_ACROSS,
                box.rows().stream().mapToInt(Integer::intValue).max().orElse(MOST_ACROSS));
        List<PanLabels.PanLabel> all = new ArrayList<>();
        List<Integer> rows = box.rows().isEmpty() ? List.of(box.count()) : box.rows();
        int well = 0;
        for (int row : rows) {
            for (int c = 0; c < row; c++, well++) {
                WellRow w = by.get(well);
                all.add(w == null ? NO_LABEL : label(w, cards.get(w.paintId()), ""));
            }
            while (all.size() % across != 0) all.add(NO_LABEL);
        }
        PanSize pan = PanSize.usual(HoldingForm.HALF_PAN);
        double left = (210 - across * pan.width()) / 2;
        LabelSheet sheet = new LabelSheet(210, 297, across, 14, pan.width(), pan.height(), left, 15, 0, 0, true);
        return new Labels(sheet, new PanLabels(sheet, all, 0));
    }

    private static final PanLabels.PanLabel NO_LABEL = new PanLabels.PanLabel("", "", "", "");

    private PanLabels.PanLabel label(WellRow w, OrderStore.CardRow card, String link) {
        List<String> elements = Cautions.of(card.pigments(), reference).elements();
        String small = Stream.of(card.initials(), card.recipe().replace(" + ", "+"))
                .filter(t -> !t.isEmpty())
                .collect(Collectors.joining(" "));
        return new PanLabels.PanLabel(
                (w.well() + 1) + " " + card.name(),
                small,
                card.number() + (elements.isEmpty() ? "" : " †"),
                link.isEmpty() ? "" : link + card.number().substring(2));
    }
}
