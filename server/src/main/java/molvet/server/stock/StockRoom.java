package molvet.server.stock;

import java.util.List;
import java.util.Map;
import java.util.function.Function;
import java.util.function.ToIntFunction;
import molvet.core.collection.HoldingState;
import molvet.core.platform.TermKind;
import molvet.core.stock.StockTerms;
import molvet.server.collection.SoughtDays;
import molvet.server.platform.Clauses;
import molvet.server.platform.Collector;
import molvet.server.platform.Room;
import molvet.server.platform.Table;
import org.springframework.beans.factory.ObjectProvider;
import org.springframework.stereotype.Component;

/** What stock brings to the house: estimates of what is left, what was parted with, and what is to buy. */
@Component
class StockRoom implements Room {
    private final StockStore store;
    private final ObjectProvider<ShoppingViews> shopping;
    private final SoughtDays days;

    StockRoom(StockStore store, ObjectProvider<ShoppingViews> shopping, SoughtDays days) {
        this.store = store;
        this.shopping = shopping;
        this.days = days;
    }

    @Override
    public String name() {
        return "stock";
    }

    @Override
    public List<Table> tables() {
        return List.of(
                Table.of("tube_weight").sameBy("maker_id", "volume"),
                Table.of("left_estimate").words("how", Stock.How.class),
                Table.of("parting").words("state", HoldingState.class),
                Table.of("shop").sameBy("name"),
                Table.of("shopping_item").sameBy("paint_id"));
    }

    @Override
    public List<TermKind> terms() {
        return StockTerms.KINDS;
    }

    @Override
    public Clauses clauses() {
        return new Clauses()
                .on(
                        StockTerms.TO_BUY,
                        "p.id in (select b.paint_id from shopping_item b where b.collector_id = :me and b.ticked_at is null)")
                .on(
                        StockTerms.WentIn.class,
                        (t, in) -> "p.id in (select h.paint_id from parting g join holding h on h.id = g.holding_id"
                                + " where g.collector_id = :me and g.state = "
                                + in.put(t.state().name()) + " and "
                                + days.in("g.parted_on", t.when(), in) + ")");
    }

    @Override
    public Map<String, Function<Collector, List<?>>> exports() {
        return Map.of("shopping", me -> shopping.getObject().list(me).shops());
    }

    @Override
    public Map<String, ToIntFunction<Collector>> counts() {
        return Map.of("/shopping", store::count);
    }
}
