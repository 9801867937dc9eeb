package molvet.server.demo;

import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;
import molvet.server.collection.Finder;
import molvet.server.collection.PaintViews;
import molvet.server.platform.Collector;
import molvet.server.stock.Stock;
import org.springframework.stereotype.Service;

/** What the illustrator’s tubes hold after a season: weighed, looked at, given away; and the list for the next order. */
@Service
class DemoStock {
    private final Stock stock;
    private final PaintViews views;
    private final Finder finder;

    DemoStock(Stock stock, PaintViews views, Finder finder) {
        this.stock = stock;
        this.views = views;
        this.finder = finder;
    }

    void fill(Collector me) {
        Map<String, Long> paints = finder.list(me, "owned", "number", 500, null).paints().stream()
                .collect(Collectors.toMap(PaintViews.PaintEntry::name, PaintViews.PaintEntry::id, (a, b) -> a));
        for (String name : List.of("Burnt Sienna Point", "Deep Shelter Blue", "Slipway Blue", "Lantern Yellow")) {
            look(me, paints, name, "EYE", 90, null, "2026-05-09");
        }
        look(me, paints, "Burnt Sienna Point", "WEIGHED", null, "11.4", "2026-11-14");
        look(me, paints, "Deep Shelter Blue", "EYE", 20, null, "2026-11-14");
        look(me, paints, "Lantern Yellow", "EYE", 60, null, "2026-11-14");
        look(me, paints, "Slipway Blue", "EYE", 15, null, "2026-11-14");
        look(me, paints, "Cliff Ochre", "EYE", 25, null, "2026-11-14");
        tube(me, paints, "Signal Red")
                .ifPresent(h -> stock.part(
                        me, h, new Stock.NewParting("GIVEN_AWAY", "the station’s night warden", "", "2026-10-18")));
        stock.toBuy(me, new Stock.ToBuy(List.of(paints.get("Slipway Blue")), "Harbour stationer", "runs low"));
        stock.toBuy(
                me,
                new Stock.ToBuy(
                        List.of(paints.get("Deep Shelter Blue")), "Harbour stationer", "it goes into every sky"));
        stock.shop(me, new Stock.NewShop("Harbour stationer", "4.50", "35", "EUR"));
    }

    private void look(
            Collector me, Map<String, Long> paints, String name, String how, Integer percent, String grams, String on) {
        tube(me, paints, name)
                .ifPresent(h -> stock.look(
                        me,
                        h,
                        new Stock.LookedAt(
                                how, percent, grams, grams == null ? null : "7.9", grams == null ? null : "29.6", on)));
    }

    private Optional<Long> tube(Collector me, Map<String, Long> paints, String name) {
        return Optional.ofNullable(paints.get(name))
                .flatMap(p -> views.page(me, p).holdings().stream()
                        .filter(h -> h.form().equals("TUBE") && h.state().equals("HERE"))
                        .findFirst()
                        .map(PaintViews.HoldingView::id));
    }
}
