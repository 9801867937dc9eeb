package molvet.server.sharing;

import java.util.Map;
import molvet.server.Api;
import molvet.server.Sample;

/** Something that is shared. */
class ShareSample implements Sample {
    @Override
    public void fill(Api me, String word) {
        long paint = me.paint("Shown of " + word, "PB29").get("id").asLong();
        me.post("/api/shares", Map.of("of", "PAINT", "id", paint)).must(201);
    }
}
