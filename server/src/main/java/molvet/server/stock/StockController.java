package molvet.server.stock;

import java.util.List;
import molvet.server.platform.Collector;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** What is left, what runs low, what is no longer made, what is never used, and what to buy. */
@RestController
class StockController {
    private final Stock stock;
    private final StockViews views;
    private final RunningLow low;
    private final ShoppingViews shopping;
    private final StockStore store;

    StockController(Stock stock, StockViews views, RunningLow low, ShoppingViews shopping, StockStore store) {
        this.stock = stock;
        this.views = views;
        this.low = low;
        this.shopping = shopping;
        this.store = store;
    }

    @GetMapping("/api/stock")
    StockViews.StockList left(Collector me, @RequestParam(defaultValue = "") String find) {
        return views.left(me, find);
    }

    @GetMapping("/api/stock/low")
    RunningLow.LowList low(Collector me) {
        return low.low(me);
    }

    /** Pigments that are no longer made, and how much of each is in the house. */
    @GetMapping("/api/stock/unmade")
    RunningLow.UnmadeList unmade(Collector me) {
        return low.unmade(me);
    }

    @GetMapping("/api/stock/unused")
    StockViews.UnusedList unused(Collector me) {
        return views.unused(me);
    }

    @GetMapping("/api/paints/{paint}/stock")
    StockViews.StockedPaint ofPaint(Collector me, @PathVariable long paint) {
        return views.paint(me, paint);
    }

    @GetMapping("/api/paints/{paint}/replacements")
    RunningLow.Replacements replacements(Collector me, @PathVariable long paint) {
        return low.replacements(me, paint);
    }

    @PostMapping("/api/holdings/{holding}/left")
    StockViews.StockedPaint look(Collector me, @PathVariable long holding, @RequestBody Stock.LookedAt typed) {
        return views.paint(me, stock.look(me, holding, typed));
    }

    @PostMapping("/api/holdings/{holding}/parting")
    StockViews.StockedPaint part(Collector me, @PathVariable long holding, @RequestBody Stock.NewParting typed) {
        return views.paint(me, stock.part(me, holding, typed));
    }

    record WeightList(List<StockStore.WeightRow> weights) {}

    @GetMapping("/api/tube-weights")
    WeightList weights(Collector me) {
        return new WeightList(store.weights(me));
    }

    // ---- to buy -----------------------------------------------------------------------------------------------------

    @GetMapping("/api/shopping")
    ShoppingViews.ShoppingList shopping(Collector me) {
        return shopping.list(me);
    }

    @PostMapping("/api/shopping")
    ShoppingViews.ShoppingList toBuy(Collector me, @RequestBody Stock.ToBuy typed) {
        stock.toBuy(me, typed);
        return shopping.list(me);
    }

    @PutMapping("/api/shopping/shops")
    ShoppingViews.ShoppingList shop(Collector me, @RequestBody Stock.NewShop typed) {
        stock.shop(me, typed);
        return shopping.list(me);
    }

    @PutMapping("/api/shopping/{shopping_item}")
    ShoppingViews.ShoppingList change(
            Collector me, @PathVariable("shopping_item") long item, @RequestBody Stock.ChangedItem typed) {
        stock.change(me, item, typed);
        return shopping.list(me);
    }

    @DeleteMapping("/api/shopping/{shopping_item}")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void remove(Collector me, @PathVariable("shopping_item") long item) {
        stock.remove(me, item);
    }

    @PostMapping("/api/shopping/{shopping_item}/tick")
    ShoppingViews.ShoppingList tick(
            Collector me, @PathVariable("shopping_item") long item, @RequestBody Stock.Ticked typed) {
        stock.tick(me, item, typed);
        return shopping.list(me);
    }

    record BoughtDraft(long arrival) {}

    /** What was ticked off becomes the draft of an arrival. */
    @PostMapping("/api/shopping/arrival")
    @ResponseStatus(HttpStatus.CREATED)
    BoughtDraft bought(Collector me, @RequestBody Stock.BoughtThere typed) {
        return new BoughtDraft(stock.bought(me, typed));
    }
}
