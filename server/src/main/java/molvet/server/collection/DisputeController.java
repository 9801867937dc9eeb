package molvet.server.collection;

import java.time.Clock;
import java.util.List;
import java.util.Map;
import molvet.core.collection.Disputes;
import molvet.core.measure.Refusal;
import molvet.core.measure.Words;
import molvet.server.platform.Acts;
import molvet.server.platform.Collector;
import molvet.server.platform.Fields;
import molvet.server.platform.NotFound;
import molvet.server.platform.OneOf;
import molvet.server.platform.Rows;
import org.jspecify.annotations.Nullable;
import org.springframework.http.HttpStatus;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** The worklist of what label, pigments and paper cannot agree on, and leaving one of them as it is. */
@RestController
class DisputeController {
    private final DisputeViews disputes;
    private final PaintViews views;
    private final Acts acts;
    private final Clock clock;
    private final Rows rows;

    DisputeController(DisputeViews disputes, PaintViews views, Acts acts, Clock clock, Rows rows) {
        this.rows = rows;
        this.disputes = disputes;
        this.views = views;
        this.acts = acts;
        this.clock = clock;
    }

    /**
     * @param find only among these paints; everything if left out
     * @param left also those that were left with a reason
     */
    @GetMapping("/api/disputes")
    DisputeViews.DisputeList disputes(
            Collector me,
            @RequestParam(defaultValue = "") String find,
            @RequestParam(defaultValue = "50") int limit,
            @RequestParam(defaultValue = "false") boolean left) {
        return disputes.list(me, find, limit, left);
    }

    record LeaveDispute(
            long paint,
            @OneOf(Disputes.Kind.class) String kind,
            String mark,
            @Nullable String reason) {}

    /** Leaves a dispute as it is; the reason is kept, and other facts raise it anew. */
    @PostMapping("/api/disputes/left")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    @Transactional
    public void leave(Collector me, @RequestBody LeaveDispute typed) {
        PaintViews.PaintEntry paint = views.entries(me, List.of(typed.paint())).stream()
                .findFirst()
                .orElseThrow(() -> new NotFound("There is no paint " + typed.paint() + " in your collection."));
        Disputes.Kind kind = Fields.one("kind", Fields.text(typed.kind()), Disputes.Kind.values());
        if (!Fields.text(typed.mark()).matches("[0-9a-f]{64}")) {
            throw Refusal.of("mark", "That is no mark of a dispute.", "Take it from the list.");
        }
        String reason = Words.needed("reason", typed.reason(), 1000);
        acts.act(
                me,
                () -> "Left a doubt about " + paint.name(),
                () -> rows.put(
                        me,
                        "left_dispute",
                        Map.of("paint_id", paint.id(), "kind", kind, "mark", typed.mark()),
                        Map.of("reason", reason, "left_at", clock.instant())));
    }

    @DeleteMapping("/api/disputes/left/{left_dispute}")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    @Transactional
    public void takeUp(Collector me, @PathVariable("left_dispute") long left) {
        acts.act(me, () -> "Took a doubt up again", () -> rows.remove(me, "left_dispute", left));
    }
}
