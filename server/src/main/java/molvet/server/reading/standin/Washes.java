package molvet.server.reading.standin;

import java.io.IOException;
import java.io.InputStreamReader;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.util.HashMap;
import java.util.Map;
import molvet.core.colour.Srgb;
import molvet.core.pigment.Hue;
import molvet.core.pigment.Pigment;
import org.apache.commons.csv.CSVFormat;

/** What both painters know of pigments: the colour of a wash, how it scatters, how it gathers in the grain. From memory. */
final class Washes {
    private static final Map<Hue, String> USUAL = Map.ofEntries(
            Map.entry(Hue.YELLOW, "#f5cf30"),
            Map.entry(Hue.ORANGE, "#ec7a24"),
            Map.entry(Hue.RED, "#c8302c"),
            Map.entry(Hue.ROSE, "#c23a6e"),
            Map.entry(Hue.VIOLET, "#6a3f8c"),
            Map.entry(Hue.BLUE, "#2a55a0"),
            Map.entry(Hue.GREEN, "#3f8050"),
            Map.entry(Hue.EARTH, "#c09a50"),
            Map.entry(Hue.BROWN, "#84543a"),
            Map.entry(Hue.GREY, "#808284"),
            Map.entry(Hue.BLACK, "#444446"),
            Map.entry(Hue.WHITE, "#f2f2ee"),
            Map.entry(Hue.METAL, "#9a8a6a"));

    private final Map<String, String> known = new HashMap<>();

    Washes() {
        try (var in = new InputStreamReader(
                Washes.class.getResourceAsStream("/molvet/server/reading/standin/optics.csv"),
                StandardCharsets.UTF_8)) {
            CSVFormat.DEFAULT
                    .builder()
                    .setCommentMarker('#')
                    .setHeader()
                    .setSkipHeaderRecord(true)
                    .get()
                    .parse(in)
                    .forEach(row -> known.put(row.get("code"), row.get("wash")));
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    /** A wash of unit thickness on white paper. */
    Srgb wash(Pigment p) {
        return Srgb.ofHex(known.getOrDefault(p.code().toString(), USUAL.get(p.hue())));
    }

    /** Scattering of a film of unit thickness. */
    static double scatter(Pigment p) {
        return new double[] {0.02, 0.06, 0.17, 0.9}[p.transparency().ordinal()];
    }

    /** Deviation of the logarithm of thickness over the tooth. @param share of the pigment in the mixture */
    static double grain(Pigment p, double share) {
        return new double[] {0.02, 0.10, 0.20, 0.36}[p.granulation().ordinal()] * (0.6 + 0.4 * share);
    }
}
