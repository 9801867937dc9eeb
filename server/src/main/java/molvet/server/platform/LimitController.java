package molvet.server.platform;

import java.util.List;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RestController;

/** How much one has of what is bounded here, told before a bound is hit. */
@RestController
class LimitController {
    private final List<Limit> limits;

    LimitController(List<Limit> limits) {
        this.limits = limits;
    }

    /** {@code nearly}: the room is nearly used up, and {@code said} says what to do. */
    record LimitView(String said, boolean nearly) {}

    record LimitList(List<LimitView> limits) {}

    /** Only what is bounded. */
    @GetMapping("/api/limits")
    LimitList limits(Collector me) {
        return new LimitList(limits.stream()
                .map(l -> l.used(me))
                .filter(u -> u.most() != Long.MAX_VALUE)
                .map(u -> new LimitView(u.said(), u.nearly()))
                .toList());
    }
}
