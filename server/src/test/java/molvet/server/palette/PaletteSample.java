package molvet.server.palette;

import java.util.List;
import java.util.Map;
import molvet.server.Api;
import molvet.server.Sample;

/** A row in every table of palettes, whatever the demo holds. */
class PaletteSample implements Sample {
    @Override
    public void fill(Api me, String word) {
        me.put("/api/pan-sizes", Map.of("form", "MINI_PAN", "width", 11, "height", 18))
                .must(200);
        long paint = me.paint("Sample of " + word, "PB29").get("id").asLong();
        long other = me.paint("Another of " + word, "PR254").get("id").asLong();
        long palette = me.post(
                        "/api/palettes",
                        Map.of("name", word, "start", 0, "fill", Map.of("paints", List.of(paint, other))))
                .must(201)
                .json()
                .get("id")
                .asLong();
        me.post("/api/palettes/" + palette + "/versions", Map.of("since", "2026-01-02"))
                .must(201);
        me.put("/api/palettes/" + palette + "/draft", Map.of("wells", List.of(Map.of("well", 4, "paint", paint))))
                .must(200);
        me.post(
                        "/api/palettes/" + palette + "/versions",
                        Map.of("since", "2026-02-03", "left", List.of(Map.of("paint", other, "why", "STAINING"))))
                .must(201);
        me.post(
                        "/api/palettes/" + palette + "/paintings",
                        Map.of("title", word, "on", "2026-02-04", "paints", List.of(Map.of("paint", paint))))
                .must(201);
    }
}
