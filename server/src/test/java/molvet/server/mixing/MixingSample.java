package molvet.server.mixing;

import java.util.List;
import java.util.Map;
import molvet.server.Api;
import molvet.server.Sample;

/** A row in every table of mixing, whatever the demo holds. */
class MixingSample implements Sample {
    @Override
    public void fill(Api me, String word) {
        long paint = me.paint("Part of " + word, "PB29").get("id").asLong();
        long other = me.paint("Other part of " + word, "PBr7").get("id").asLong();
        me.post(
                        "/api/mixes",
                        Map.of(
                                "name",
                                word,
                                "parts",
                                List.of(Map.of("paint", paint, "part", 2), Map.of("paint", other, "part", 1))))
                .must(201);
    }
}
