package molvet.server.choosing;

import java.util.List;
import java.util.Map;
import molvet.server.Api;
import molvet.server.Sample;

/** A row in every table of shortlists, whatever the demo holds. */
class ShortlistSample implements Sample {
    @Override
    public void fill(Api me, String word) {
        long paint = me.paint("Candidate of " + word, "PB29").get("id").asLong();
        long list = me.post("/api/shortlists", Map.of("name", word, "purpose", word, "wells", 3))
                .must(201)
                .json()
                .get("id")
                .asLong();
        long candidate = me.post(
                        "/api/shortlists/" + list + "/candidates", Map.of("paints", List.of(paint), "reason", word))
                .must(200)
                .json()
                .at("/shortlist/candidates/0/id")
                .asLong();
        me.post("/api/shortlists/candidates/" + candidate + "/marks", Map.of("mark", "YES", "word", word))
                .must(200);
        me.post("/api/research-notes", Map.of("paint", paint, "said", word, "readWhere", word))
                .must(201);
    }
}
