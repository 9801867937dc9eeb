package molvet.server.sharing;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;
import molvet.core.collection.EyeTrait;
import molvet.core.pigment.Trait;
import molvet.server.platform.TableFile;
import tools.jackson.databind.JsonNode;

/**
 * A {@code collection.json} without rows, as older ones are, as a list: what a table can say of it. Readings, charts, palettes,
 * mixtures and arrivals are not among it, which is said.
 */
final class OwnExport {
    private static final List<String> HEAD = CollectionTable.HEAD.stream()
            .filter(h -> !h.matches("(mass|tint) .*|pigments|standing"))
            .toList();

    private OwnExport() {}

    /** @return empty if the file is another JSON */
    static Optional<TableFile> table(JsonNode root, int most) {
        if (!WholeFile.isOwn(root)) return Optional.empty();
        List<List<String>> cells = new ArrayList<>();
        cells.add(HEAD);
        for (JsonNode paint : root.path("paints")) {
            JsonNode holdings = paint.path("holdings");
            if (holdings.isEmpty()) cells.add(row(paint, holdings));
            for (JsonNode h : holdings) cells.add(row(paint, h));
            if (cells.size() > most) break;
        }
        return Optional.of(new TableFile(
                "Molvet’s export",
                cells,
                List.of(
                        "Paints, holdings, prices, days, places, claims, what your eye said and wishes are brought in. Readings,"
                                + " charts, palettes, mixtures and arrivals stay in the file.")));
    }

    private static List<String> row(JsonNode paint, JsonNode h) {
        Map<String, String> all = new HashMap<>();
        all.put("accession", text(paint, "accession"));
        all.put("name", text(paint, "name"));
        all.put("other names", text(paint, "otherNames"));
        all.put("maker", text(paint, "maker"));
        all.put("line", text(paint, "line"));
        all.put("series", text(paint, "series"));
        all.put("label text", text(paint, "pigments"));
        all.put("wish", text(paint, "standing").equals("WISHED") ? "yes" : "");
        all.put("form", words(text(h, "form")));
        all.put("volume ml", text(h, "volume"));
        all.put("left %", text(h, "left"));
        all.put("state", words(text(h, "state")));
        all.put("price", text(h, "price"));
        all.put("currency", text(h, "currency"));
        all.put("bought on", text(h, "cameOn"));
        all.put("from", text(h, "from"));
        all.put("kept where", text(h, "keptWhere"));
        all.put("holding note", text(h, "note"));
        all.put(
                "place",
                paint.path("swatches")
                        .valueStream()
                        .map(s -> text(s, "place"))
                        .filter(p -> !p.isEmpty())
                        .collect(Collectors.joining("; ")));
        for (Trait t : Trait.values())
            all.put("claimed " + t.words(), text(paint.path("claims").path(t.words()), "asWritten"));
        // Newest first, as a paint’s page has them: the first of a trait is the last word.
        for (JsonNode o : paint.path("observations")) {
            if (!text(o, "source").equals("EYE")) continue;
            EyeTrait trait = EyeTrait.parse(text(o, "trait"));
            String head = trait == EyeTrait.LIKING
                    ? "liking"
                    : trait.trait().map(t -> "my " + t.words()).orElse("");
            all.putIfAbsent(head, words(text(o, "value")));
        }
        all.put("note", text(paint, "note"));
        return HEAD.stream().map(k -> all.getOrDefault(k, "")).toList();
    }

    private static String text(JsonNode of, String field) {
        JsonNode v = of.path(field);
        return v.isMissingNode() || v.isNull() || !v.isValueNode() ? "" : v.asString();
    }

    private static String words(String kept) {
        return kept.toLowerCase(Locale.ROOT).replace('_', ' ');
    }
}
