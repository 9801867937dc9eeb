package molvet.server.platform;

import java.util.List;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import molvet.core.measure.Refusal;
import org.jspecify.annotations.Nullable;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

/** What was done lately, and taking it back. */
@RestController
class ActController {
    private static final Pattern THING = Pattern.compile("([a-z]{1,40}):([0-9]{1,18})");

    private final Acts acts;
    private final Rooms rooms;

    ActController(Acts acts, Rooms rooms) {
        this.acts = acts;
        this.rooms = rooms;
    }

    record ActList(List<Acts.Said> acts) {}

    /** @param act only what was done before it. {@code of}: a thing with a page of its own, such as paint:12 */
    @GetMapping("/api/acts")
    ActList latest(
            Collector me,
            @RequestParam(defaultValue = "20") int limit,
            @RequestParam(required = false) @Nullable Long act,
            @RequestParam(required = false) @Nullable String of) {
        int most = Math.max(1, Math.min(100, limit));
        Optional<Long> older = Optional.ofNullable(act);
        if (of == null) return new ActList(acts.latest(me, most, older));
        Matcher thing = THING.matcher(of);
        if (!thing.matches() || !rooms.things().contains(thing.group(1))) {
            throw Refusal.of("of", "“" + of + "” is nothing that acts are kept of.", "Ask for such as paint:12.");
        }
        return new ActList(acts.about(me, thing.group(1), Long.parseLong(thing.group(2)), most, older));
    }

    @PostMapping("/api/acts/{act}/undo")
    Acts.Said undo(Collector me, @PathVariable long act) {
        return acts.undo(me, act);
    }
}
