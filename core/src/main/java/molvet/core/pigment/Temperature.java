package molvet.core.pigment;

import java.util.HashMap;
import java.util.Map;
import java.util.Optional;

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
        PigmentTable.rows("temperatures.csv")
                .forEach(r -> all.put(r.get("code"), r.get("temperature").equals("W") ? WARM : COOL));
        return Map.copyOf(all);
    }
}
