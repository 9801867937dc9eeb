package molvet.server.sharing;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.Map;
import molvet.server.Api;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;

class ParcelApiTest {
    @Test
    void aFriendSeesWhatIsNewHaveAndWishedAndMakesADraftOfIt() {
        Api me = Api.collector();
        me.post(
                        "/api/paints",
                        Map.of(
                                "name",
                                "Tern Grey",
                                "maker",
                                "Kelpwick",
                                "pigments",
                                "PB29, PBr7",
                                "form",
                                "TUBE",
                                "volume",
                                10,
                                "price",
                                "8.20",
                                "currency",
                                "EUR",
                                "note",
                                "hidden in the drawer"))
                .must(201);
        me.painted("Kelp Blue", "R1·1");
        me.paint("Sea Thrift", "PV19");
        byte[] parcel = me.get("/api/parcel?title=For%20Ada").must(200).bytes();
        assertThat(new String(parcel, StandardCharsets.UTF_8))
                .contains("Tern Grey")
                .doesNotContain("8.20")
                .doesNotContain("drawer")
                .doesNotContain("R1·1")
                .doesNotContain("M-0001");

        Api friend = Api.collector();
        friend.paint("Kelp Blue", "PB15");
        friend.post("/api/paints", Map.of("name", "Sea Thrift", "pigments", "PV19", "wished", true))
                .must(201);
        JsonNode seen = friend.upload("/api/parcel/preview", "file", "p.json", parcel)
                .must(200)
                .json();
        assertThat(seen.get("title").asString()).isEqualTo("For Ada");
        Map<String, String> becomes = new java.util.HashMap<>();
        seen.get("paints")
                .forEach(p ->
                        becomes.put(p.get("name").asString(), p.get("becomes").asString()));
        assertThat(becomes)
                .containsEntry("Tern Grey", "NEW")
                .containsEntry("Kelp Blue", "HAVE")
                .containsEntry("Sea Thrift", "WISHED");

        long arrival = friend.upload("/api/parcel?kind=SWAP", "file", "p.json", parcel)
                .must(201)
                .json()
                .get("arrival")
                .asLong();
        JsonNode draft = friend.get("/api/arrivals/" + arrival).must(200).json();
        assertThat(draft.get("kind").asString()).isEqualTo("SWAP");
        assertThat(draft.get("state").asString()).isEqualTo("DRAFT");
        assertThat(draft.get("text").asString()).contains("Tern Grey, Kelpwick, PB29 PBr7");
    }

    @Test
    void whatIsNoParcelIsRefusedByName() {
        Api me = Api.collector();
        for (String file : List.of(
                "",
                "{",
                "[1]",
                "{\"format\":\"molvet-collection\"}",
                "{\"format\":\"molvet-parcel\",\"paints\":[]}",
                "{\"format\":\"molvet-parcel\",\"version\":9,\"paints\":[{}]}",
                "{\"format\":\"molvet-parcel\",\"version\":1,\"paints\":[{\"name\":\" \"}]}")) {
            assertThat(me.upload("/api/parcel", "file", "p.json", file.getBytes(StandardCharsets.UTF_8))
                            .status())
                    .as(file)
                    .isEqualTo(422);
        }
        me.get("/api/parcel").must(422);
        assertThat(me.get("/api/arrivals").json().get("arrivals")).isEmpty();
    }
}
