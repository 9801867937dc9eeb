package molvet.server.demo;

import java.nio.charset.StandardCharsets;
import java.time.Clock;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import molvet.server.arrival.ArrivalLog;
import molvet.server.arrival.ArrivalSheet;
import molvet.server.arrival.Arrivals;
import molvet.server.arrival.DotCards;
import molvet.server.arrival.Pours;
import molvet.server.collection.Finder;
import molvet.server.collection.PaintViews;
import molvet.server.maker.MakerStore;
import molvet.server.maker.Makers;
import molvet.server.maker.MakersCharts;
import molvet.server.platform.Collector;
import molvet.server.reading.Readings;
import molvet.server.shelf.Shelf;
import org.apache.commons.csv.CSVRecord;
import org.springframework.stereotype.Service;

/**
 * How the illustrator's paint came: an arrival of every kind, typed and pasted as a collector would, a dot card of 96 half
 * carried over, pans that harden. What the program says of them is found by it.
 */
@Service
class DemoArrivals {
    private static final int CARRIED_OVER = 48;
    private static final int A_PAGE = 12;

    private final Arrivals arrivals;
    private final ArrivalLog arrivalLog;
    private final DotCards cards;
    private final Pours pours;
    private final MakersCharts charts;
    private final Makers makers;
    private final MakerStore makerStore;
    private final PaintViews views;
    private final Shelf shelf;
    private final Readings readings;
    private final Clock clock;
    private final Finder finder;

    DemoArrivals(
            Arrivals arrivals,
            ArrivalLog arrivalLog,
            DotCards cards,
            Pours pours,
            MakersCharts charts,
            Makers makers,
            MakerStore makerStore,
            PaintViews views,
            Shelf shelf,
            Readings readings,
            Clock clock,
            Finder finder) {
        this.finder = finder;
        this.arrivals = arrivals;
        this.arrivalLog = arrivalLog;
        this.cards = cards;
        this.pours = pours;
        this.charts = charts;
        this.makers = makers;
        this.makerStore = makerStore;
        this.views = views;
        this.shelf = shelf;
        this.readings = readings;
        this.clock = clock;
    }

    /** Pellworth fills 12 ml into its tubes since 2021, and asks a little more. */
    void downsize(Collector me, long line) {
        for (MakerStore.ColourRow colour : makerStore.colours(me, line)) {
            makerStore.editionsOf(me, colour.id()).stream()
                    .filter(e -> e.sizes().startsWith("15 ml ") && colour.id() % 2 == 0)
                    .findFirst()
                    .ifPresent(e -> makers.addEdition(
                            me,
                            colour.id(),
                            new Makers.NewEdition(
                                    "since 2021",
                                    2021,
                                    e.labelText(),
                                    e.sizes()
                                            .replace("15 ml", "12 ml")
                                            .replace(".20", ".40")
                                            .replace(".80", ".90"),
                                    new Makers.Claims(
                                            e.claimLightfastness(),
                                            e.claimTransparency(),
                                            e.claimStaining(),
                                            e.claimGranulation()),
                                    "")));
        }
    }

    void fill(Collector me, long pellworth, List<CSVRecord> dots, List<byte[]> scans) {
        dotCard(me, pellworth, dots, scans);
        log(
                me,
                "HAUL",
                "Spring haul",
                "2026-04-18",
                "the chandler at the ferry",
                """
                Pellworth
                Gorse Yellow, PY154, 12 ml, 8.40
                Signal Red 12 ml 12.40
                Skerry Mist, PB28 + PW6, series 3, 12 ml, 12.90, lightfast I
                Round brush no. 6  9.50
                Shipping 4.50
                """,
                discounted("5", "VALUE"),
                List.of());
        log(
                me,
                "GIFT",
                "For the record book's tenth year",
                "2026-05-30",
                "",
                """
                From Bo Trewin:
                Kelpwick Dusk Heather half pan PV19 + PG50
                Wrack Line Green, PG50 + PBr7, 10 ml, by Kelpwick
                Night Jar Grey, PBk11 + PB29, half pan, by Marlund
                From Isolde Penrose:
                Tide Pool Turquoise PB16, 15 ml by Pellworth
                Storm Light, PW6 + PY42, 15 ml by Pellworth
                """,
                null,
                List.of(giver("Bo Trewin", "NAMED", true), giver("Isolde Penrose", "KEPT", true)));
        log(
                me,
                "SWAP",
                "Swap with the north station",
                "2026-06-12",
                "Ruan Teag",
                """
                Harbour Wall Grey, PBk6 + PB29, half pan by Marlund
                Coltsfoot Yellow PY153 half pan by Marlund
                """,
                null,
                List.of(giver("Ruan Teag", "NAMED", false)));
        log(me, "SET", "Island Six", "2026-06-28", "the printmaker's stall", """
                Marlund
                Peat Smoke half pan PBr7 + PBk9 4.90
                Spray White half pan PW6 4.90
                Mackerel Blue half pan PB15:3 + PBk11 4.90
                Thrift half pan PR122 4.90
                Gorse half pan PY154 4.90
                Sorrel half pan PR101 4.90
                """, null, List.of());
        log(me, "SAMPLE", "Three to try", "2026-07-09", "Kelpwick", """
                Kelpwick
                Wren Brown PBr7 sample
                Guillemot Blue PB36 sample
                Sundew Red PR254 sample
                """, null, List.of());
        log(
                me,
                "SPECIAL_EDITION",
                "Lighthouse jubilee",
                "2026-07-21",
                "the chandler at the ferry",
                """
                Lamp Room Gold, PY129 + PY42, 5 ml, 9.80, by Pellworth
                Signal Fire, PO73 + PR254, 5 ml, 9.80, by Pellworth
                """,
                null,
                List.of());
        log(
                me,
                "LEFTOVER",
                "Old tubes at a third off",
                "2026-08-15",
                "the chandler at the ferry",
                """
                Pellworth
                Lantern Yellow 15 ml old edition, was 8.20 now 5.74
                Gorse Yellow 15 ml old edition, was 8.20 now 5.74
                Lichen Gold 15 ml old edition, was 12.40 now 8.68
                Marigold Orange 15 ml old edition, was 9.80 now 6.86
                Poppy Scarlet 5 ml old edition, was 4.60 now 3.22
                """,
                null,
                List.of());
        log(me, "FOUND_AGAIN", "At the bottom of the field bag", "2026-09-03", "", """
                Old Crimson 15 ml by Pellworth
                """, null, List.of());
        ArrivalSheet split = new ArrivalSheet(
                null,
                null,
                List.of(
                        new ArrivalSheet.Way("post", "7.90", "", ""),
                        new ArrivalSheet.Way("courier", "4.20", "1.10", "6.00")),
                0,
                null,
                null,
                "VOLUME",
                null,
                null,
                List.of(new ArrivalSheet.Parcel(2, "", "")),
                null);
        log(me, "HAUL", "Autumn haul", "2026-10-02", "the mail room at Kelp Quay", """
                Kelpwick
                Eider Down, PW6 + PBr7, 10 ml, 8.20
                Sea Fret Blue, PB36 + PW6, 10 ml, 11.60 x2, 1 to give to Bo Trewin
                parcel 2
                Black Guillemot, PBk9, 10 ml, 8.20
                """, split, List.of());
        arrivals.start(
                me,
                new Arrivals.NewArrival(
                        "HAUL",
                        "Winter order, to decide",
                        null,
                        "the mail room at Kelp Quay",
                        "Pellworth",
                        "EUR",
                        """
                        Signal Red 12 ml 12.40
                        Petrel Ink, PB19 + PBk7, 12 ml, 9.90
                        Cockle Pink PR122 12 ml 9.90 -10%
                        Shipping 4.50
                        """,
                        "",
                        null,
                        List.of(),
                        null));
        pour(me, "Lantern Yellow", 9, true);
        pour(me, "Deep Shelter Blue", 2, false);
    }

    private static ArrivalSheet discounted(String discount, String allocate) {
        return new ArrivalSheet(discount, null, null, null, null, null, allocate, null, null, null, null);
    }

    private static Arrivals.NewGiver giver(String name, String naming, boolean owed) {
        return new Arrivals.NewGiver(null, name, naming, owed, "");
    }

    private void log(
            Collector me,
            String kind,
            String title,
            String on,
            String from,
            String text,
            ArrivalSheet sheet,
            List<Arrivals.NewGiver> givers) {
        long id = arrivals.start(
                me, new Arrivals.NewArrival(kind, title, on, from, "", "EUR", text, "", sheet, givers, null));
        arrivalLog.log(me, id);
    }

    private void dotCard(Collector me, long pellworth, List<CSVRecord> dots, List<byte[]> scans) {
        long line = makers.addLine(me, pellworth, new Makers.NewLine("Inshore", "STUDENT", false, null));
        List<String> columns = dots.get(0).getParser().getHeaderNames().stream()
                .filter(h -> !h.equals("Truth"))
                .toList();
        List<String> csv = new ArrayList<>(List.of(String.join(";", columns)));
        dots.forEach(d -> csv.add(String.join(";", columns.stream().map(d::get).toList())));
        charts.take(
                me,
                line,
                String.join("\n", csv).getBytes(StandardCharsets.UTF_8),
                new MakersCharts.Mend(null, null, null, "EUR", true, ""));
        cards.make(
                me,
                line,
                new DotCards.NewDotCard(
                        "Pellworth Inshore, all 96",
                        4,
                        4,
                        6,
                        "ACROSS",
                        "",
                        List.of(
                                new DotCards.NewDot(17, null, "WITHDRAWN", "stickered over"),
                                new DotCards.NewDot(24, null, "SMEARED", "onto sheet 2"),
                                new DotCards.NewDot(5, null, "USED_UP", "")),
                        "2026-03-02",
                        "the chandler at the ferry",
                        "18.90",
                        "EUR",
                        ""));
        shelf.addKeeper(me, Shelf.NewKeeper.of("BINDER", 2, "The Inshore card, carried over", 10, A_PAGE));
        for (int i = 0; i < CARRIED_OVER; i++) {
            List<PaintViews.PaintEntry> found = finder.list(
                            me, "\"" + dots.get(i).get("Name") + "\"", "number", 1, null)
                    .paints();
            if (found.isEmpty()) continue;
            long swatch = shelf.addSwatch(
                    me,
                    found.get(0).id(),
                    Shelf.NewSwatch.card("B2 p" + (i / A_PAGE + 1) + " c" + (i % A_PAGE + 1), "2026-03-14"));
            long picture = readings.addPicture(me, swatch, dots.get(i).get("Name") + ".png", scans.get(i));
            readings.measure(me, picture, DemoCollection.SPOTS);
        }
    }

    /** So many dots are painted; the others wait. */
    static int carriedOver() {
        return CARRIED_OVER;
    }

    private void pour(Collector me, String name, int daysAgo, boolean hard) {
        PaintViews.PaintPage paint = views.page(
                me,
                finder.list(me, "\"" + name + "\"", "number", 1, null)
                        .paints()
                        .get(0)
                        .id());
        long tube = paint.holdings().stream()
                .filter(h -> h.form().equals("TUBE"))
                .findFirst()
                .orElseThrow()
                .id();
        LocalDate on = LocalDate.now(clock).minusDays(daysAgo);
        long pour = pours.pour(
                me,
                tube,
                new Pours.NewPour("HALF_PAN", 2, "", true, on.toString(), "on the sill", List.of("BUBBLES"), ""));
        if (hard) {
            pours.change(
                    me,
                    pour,
                    new Pours.ChangedPour(
                            null, on.plusDays(2).toString(), on.plusDays(6).toString(), null, null, null, null, null));
        }
    }
}
