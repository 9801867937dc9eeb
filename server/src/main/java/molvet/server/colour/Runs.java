package molvet.server.colour;

import java.util.ArrayList;
import java.util.List;
import molvet.core.colour.Lab;
import molvet.core.colour.WashRun;
import org.jspecify.annotations.Nullable;
import tools.jackson.core.type.TypeReference;
import tools.jackson.databind.json.JsonMapper;

/** Runs of washes as they are kept beside paints and readings: a list of colours, full strength first, as JSON. */
public final class Runs {
    private static final JsonMapper JSON = JsonMapper.shared();
    private static final TypeReference<List<LabValue>> COLOURS = new TypeReference<>() {};

    private Runs() {}

    public static String kept(WashRun run) {
        return JSON.writeValueAsString(run.colours().stream()
                .map(c -> new LabValue(hundredth(c.l()), hundredth(c.a()), hundredth(c.b())))
                .toList());
    }

    private static double hundredth(double v) {
        return Math.round(v * 100) / 100.0;
    }

    /**
     * @param kept what was seen between the two ends; null where nothing was
     * @param modelled whether it is a film’s, and not what was seen
     */
    public static WashRun of(@Nullable String kept, boolean modelled, Lab full, Lab palest) {
        if (kept == null) return WashRun.between(full, palest);
        List<Lab> colours =
                JSON.readValue(kept, COLOURS).stream().map(LabValue::lab).toList();
        if (modelled) return new WashRun(colours, false);
        List<Lab> all = new ArrayList<>(List.of(full));
        all.addAll(colours);
        all.add(palest);
        return WashRun.of(all);
    }
}
