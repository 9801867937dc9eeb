package molvet.server;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.SerializationFeature;
import tools.jackson.databind.json.JsonMapper;

/** The page's client is made from web/openapi.json, which must be what the server says of itself. */
class OpenApiTest {
    private static final Path FILE = Path.of("../web/openapi.json");

    @Test
    void theDocumentOfThePageIsTheServersOwn() throws IOException {
        JsonMapper json =
                JsonMapper.builder().enable(SerializationFeature.INDENT_OUTPUT).build();
        String now = json.writeValueAsString(
                        Api.stranger().get("/api/openapi.json").must(200).json()) + "\n";
        if (Boolean.getBoolean("molvet.write-openapi")) Files.writeString(FILE, now);
        assertThat(now)
                .as("web/openapi.json is stale: see “API client” in CONTRIBUTING.md")
                .isEqualTo(Files.readString(FILE).replace("\r\n", "\n"));
    }
}
