package molvet.server.stock;

import java.util.List;
import java.util.Map;
import molvet.server.Api;
import molvet.server.Sample;

/** A row in every table of stock, whatever the demo holds. */
class StockSample implements Sample {
    @Override
    public void fill(Api me, String word) {
        long paint = me.post(
                        "/api/paints",
                        Map.of(
                                "name",
                                "Tube of " + word,
                                "maker",
                                word,
                                "pigments",
                                "PBr7",
                                "form",
                                "TUBE",
                                "volume",
                                "15"))
                .must(201)
                .json()
                .get("id")
                .asLong();
        long tube = me.get("/api/paints/" + paint + "/stock")
                .json()
                .at("/lots/0/holding")
                .asLong();
        me.post("/api/holdings/" + tube + "/left", Map.of("how", "WEIGHED", "grams", "19", "empty", "8", "full", "30"))
                .must(200);
        me.post("/api/holdings/" + tube + "/parting", Map.of("state", "LENT", "whom", word, "note", word))
                .must(200);
        me.post("/api/shopping", Map.of("paints", List.of(paint), "shop", word, "why", word))
                .must(200);
    }
}
