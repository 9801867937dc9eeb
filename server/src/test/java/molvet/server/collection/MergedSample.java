package molvet.server.collection;

import java.util.Map;
import molvet.server.Api;
import molvet.server.Sample;

/** Two records that turned out to be one paint. */
class MergedSample implements Sample {
    @Override
    public void fill(Api me, String word) {
        long one = me.paint(word + " twice", "PG7").get("id").asLong();
        long other = me.paint(word + " once more", "PG7").get("id").asLong();
        me.post("/api/paints/" + other + "/merge", Map.of("into", one)).must(200);
    }
}
