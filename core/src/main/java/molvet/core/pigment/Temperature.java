package molvet.core.pigment;

import java.io.IOException;
import java.io.InputStreamReader;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.util.HashMap;
import java.util.Map;
import java.util.Optional;
import org.apache.commons.csv.CSVFormat;

/** What painters call a pigment beside others of its hue. Common practice, no published source. */
public enum Temperature {
    WARM,
    COOL;

    private static final Map<String, Temperature> KNOWN = read();

    /** Of the pigment a recipe names first, which is the most plentiful. */
    public static Optional<Temperature> of(Recipe recipe) {
        return recipe.pigments().stream().findFirst().flatMap(c -> Optional.ofNullable(KNOWN.get(c.toString())));
    }

    private static Map<String, Temperature> read() {
        Map<String, Temperature> all = new HashMap<>();
        try (var in = new InputStreamReader(
                Temperature.class.getResourceAsStream("/molvet/core/pigment/temperatures.csv"),
                StandardCharsets.UTF_8)) {
            CSVFormat.DEFAULT
                    .builder()
                    .setCommentMarker('#')
                    .setHeader()
                    .setSkipHeaderRecord(true)
                    .get()
                    .parse(in)
                    .forEach(r -> all.put(r.get("code"), r.get("temperature").equals("W") ? WARM : COOL));
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
        return Map.copyOf(all);
    }
}
