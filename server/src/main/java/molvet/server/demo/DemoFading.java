package molvet.server.demo;

import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.stream.Collectors;
import molvet.server.collection.Finder;
import molvet.server.collection.PaintViews;
import molvet.server.fading.Exposures;
import molvet.server.fading.SimulatedExposures;
import molvet.server.platform.Collector;
import org.springframework.stereotype.Service;

/** What hung in the station’s light: doubtful paints for eight months in the south window, and some under the desk lamps now. */
@Service
class DemoFading {
    private static final List<String> IN_THE_WINDOW = List.of(
            "Old Crimson",
            "Madder Evening",
            "Crab Red",
            "Wine Cellar",
            "Rose of the Sound",
            "Knapweed Violet",
            "Amethyst Pool",
            "Smoke Blue",
            "Iron Blue",
            "Slipway Blue",
            "Cliff Ochre");
    private static final List<String> UNDER_LAMPS =
            List.of("Tangerine", "Carnival Rose", "Storm Petrel", "Cochineal", "Weld Morning", "Deep Shelter Blue");

    private final Exposures exposures;
    private final SimulatedExposures simulated;
    private final Finder finder;

    DemoFading(Exposures exposures, SimulatedExposures simulated, Finder finder) {
        this.exposures = exposures;
        this.simulated = simulated;
        this.finder = finder;
    }

    void fill(Collector me) {
        Map<String, Long> paints = finder.list(me, "", "number", 1000, null).paints().stream()
                .collect(Collectors.toMap(PaintViews.PaintEntry::name, PaintViews.PaintEntry::id, (a, b) -> a));
        long window = plan(me, paints, "South window, last winter", IN_THE_WINDOW, 8, true, "1, 2, 4, 8, 16, 32 weeks");
        simulated.measure(me, window, "2025-10-05", false);
        simulated.measure(me, window, "2025-10-05", true);
        hang(me, window, "2025-10-05", "WINDOW", "SOUTH", null, null, "the reading room");
        for (String on : List.of("2025-10-12", "2025-10-19", "2025-11-02", "2025-11-30", "2026-01-25", "2026-05-17")) {
            simulated.measure(me, window, on, false);
        }
        simulated.measure(me, window, "2026-05-17", true);
        hang(me, window, "2026-05-17", "DARK", null, null, null, "map drawer");
        simulated.measure(me, window, "2026-06-28", false);
        end(me, window, "2026-06-28");
        long lamps = plan(me, paints, "Under the desk lamps", UNDER_LAMPS, 0, false, "4, 8, 16, 32, 64 weeks");
        simulated.measure(me, lamps, "2026-08-02", false);
        hang(me, lamps, "2026-08-02", "LAMPS", null, "10", "2400", "over the record book");
        simulated.measure(me, lamps, "2026-08-30", false);
        // The last one is scanned, as anyone's sheet is: its strips are seen beside what was measured.
        simulated.look(
                me,
                lamps,
                new SimulatedExposures.SimulatedDay("SCANNER", "2026-09-27", null, null),
                DemoReading.STATION);
    }

    private long plan(
            Collector me,
            Map<String, Long> paints,
            String name,
            List<String> which,
            int references,
            boolean twin,
            String steps) {
        return exposures.plan(
                me,
                new Exposures.NewExposure(
                        name,
                        which.stream().map(paints::get).filter(Objects::nonNull).toList(),
                        null,
                        references,
                        twin,
                        steps,
                        null));
    }

    private void hang(
            Collector me,
            long exposure,
            String on,
            String place,
            String direction,
            String hours,
            String lux,
            String said) {
        exposures.hang(me, exposure, new Exposures.NewPlace(on, place, direction, hours, lux, said, null));
    }

    private void end(Collector me, long exposure, String on) {
        exposures.change(
                me,
                exposure,
                new Exposures.ChangedExposure(null, null, null, null, null, on, exposures.version(me, exposure)));
    }
}
