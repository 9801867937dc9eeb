package molvet.server.sharing;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.Map;
import molvet.server.Api;
import org.apache.pdfbox.Loader;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.text.PDFTextStripper;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;

class LetteringApiTest {
    private static JsonNode moved(Api me) {
        return me.get("/api/shelf/lettering").must(200).json().get("cards");
    }

    @Test
    void aCardThatMovedIsLetteredAnewAndOneThatCameBackIsNot() throws Exception {
        Api me = Api.collector();
        long tern = me.painted("Tern Grey", "R1·1").at("/swatches/0/id").asLong();
        me.painted("Sea Thrift", "R1·2");
        assertThat(moved(me)).isEmpty();
        me.put("/api/swatches/" + tern + "/place", Map.of("place", "R1·7")).must(200);
        assertThat(moved(me)).hasSize(1);
        assertThat(moved(me).get(0).get("was").asString()).isEqualTo("R1·1");
        assertThat(moved(me).get(0).get("now").asString()).isEqualTo("R1·7");
        try (PDDocument sheet =
                Loader.loadPDF(me.get("/api/shelf/lettering.pdf").must(200).bytes())) {
            assertThat(new PDFTextStripper().getText(sheet))
                    .contains("R1·7")
                    .contains("Tern Grey")
                    .doesNotContain("Sea Thrift");
        }
        me.put("/api/swatches/" + tern + "/place", Map.of("place", "R1·1")).must(200);
        assertThat(moved(me)).isEmpty();

        me.put("/api/swatches/" + tern + "/place", Map.of("place", "R1·9")).must(200);
        me.post("/api/shelf/lettering/done", Map.of()).must(200);
        assertThat(moved(me)).isEmpty();
        me.undoLast();
        assertThat(moved(me)).hasSize(1);
        me.get("/api/shelf/lettering.pdf?skip=99999").must(422);
    }
}
