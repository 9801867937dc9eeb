package molvet.server;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.SerializationFeature;
import tools.jackson.databind.json.JsonMapper;

/** The page's client is made from web/openapi.json, which must be what the server says of itself. */
class OpenApiTest {
    private static final Path FILE = Path.of("../web/openapi.json");
    private static final JsonMapper JSON =
            JsonMapper.builder().enable(SerializationFeature.INDENT_OUTPUT).build();

    @Test
    void theDocumentOfThePageIsTheServersOwn() throws IOException {
        String now = JSON.writeValueAsString(
                        Api.stranger().get("/api/openapi.json").must(200).json()) + "\n";
        if (Boolean.getBoolean("molvet.write-openapi")) Files.writeString(FILE, now);
        assertThat(now)
                .as("web/openapi.json is stale: see “API client” in CONTRIBUTING.md")
                .isEqualTo(Files.readString(FILE).replace("\r\n", "\n"));
    }

    /** The document knows a record by its simple name, so of two of one name one would be described as the other. */
    @Test
    void noTwoRecordsOfTheDocumentShareAName() throws IOException {
        Set<String> described = Set.copyOf(
                JSON.readTree(Files.readString(FILE)).at("/components/schemas").propertyNames());
        Map<String, Set<String>> named = new TreeMap<>();
        Path classes = Path.of("target/classes");
        try (Stream<Path> files = Files.walk(classes)) {
            files.map(f -> classes.relativize(f).toString())
                    .filter(f -> f.endsWith(".class"))
                    .map(f -> f.substring(0, f.length() - ".class".length()))
                    .forEach(f -> named.computeIfAbsent(
                                    f.substring(Math.max(f.lastIndexOf('/'), f.lastIndexOf('$')) + 1),
                                    n -> new TreeSet<>())
                            .add(f));
        }
        named.keySet().retainAll(described);
        assertThat(named)
                .isNotEmpty()
                .allSatisfy((name, where) -> assertThat(where)
                        .as("“%s” is in the document once, but is the name of several", name)
                        .hasSize(1));
    }
}
