package molvet.server.platform;

import java.util.List;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

/** What was done lately, and taking it back. */
@RestController
class ActController {
    private final Acts acts;

    ActController(Acts acts) {
        this.acts = acts;
    }

    record ActList(List<Acts.Said> acts) {}

    @GetMapping("/api/acts")
    ActList latest(Collector me, @RequestParam(defaultValue = "20") int limit) {
        return new ActList(acts.latest(me, Math.max(1, Math.min(100, limit))));
    }

    @PostMapping("/api/acts/{act}/undo")
    Acts.Said undo(Collector me, @PathVariable long act) {
        return acts.undo(me, act);
    }
}
