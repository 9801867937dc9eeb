package molvet.server.colour;

import java.util.ArrayList;
import java.util.List;
import molvet.core.measure.Refusal;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RestController;

/** Colour arithmetic for scripts and spreadsheets. */
@RestController
class ColourController {
    private static final int MOST = 10000;

    record Pairs(List<List<LabValue>> pairs) {}

    record Differences(List<Double> deltaE2000) {}

    @PostMapping("/api/colours/difference")
    Differences difference(@RequestBody Pairs asked) {
        if (asked.pairs() == null || asked.pairs().size() > MOST) {
            throw Refusal.of("pairs", "Give between 0 and " + MOST + " pairs.", "Send them in several calls.");
        }
        List<Double> out = new ArrayList<>();
        for (int i = 0; i < asked.pairs().size(); i++) {
            List<LabValue> pair = asked.pairs().get(i);
            if (pair == null || pair.size() != 2 || pair.contains(null)) {
                throw Refusal.of(
                        "pairs[" + i + "]", "Pair " + i + " does not hold two colours.", "Give two of l, a, b.");
            }
            out.add(pair.get(0).lab().differenceFrom(pair.get(1).lab()));
        }
        return new Differences(out);
    }
}
