package molvet.server.arrival;

import biweekly.Biweekly;
import biweekly.ICalVersion;
import biweekly.ICalendar;
import biweekly.component.VAlarm;
import biweekly.component.VEvent;
import biweekly.parameter.Related;
import biweekly.property.Trigger;
import biweekly.util.Duration;
import io.swagger.v3.oas.annotations.security.SecurityRequirement;
import java.math.BigDecimal;
import java.net.URI;
import java.security.SecureRandom;
import java.time.Clock;
import java.time.LocalDate;
import java.time.ZoneId;
import java.time.ZoneOffset;
import java.util.Base64;
import java.util.Date;
import java.util.List;
import java.util.Optional;
import molvet.core.arrival.Pour;
import molvet.core.collection.Accession;
import molvet.core.collection.HoldingForm;
import molvet.core.measure.Decimals;
import molvet.core.measure.Refusal;
import molvet.server.platform.Collector;
import molvet.server.platform.Fields;
import molvet.server.platform.OneOf;
import molvet.server.platform.Problems;
import molvet.server.platform.Room;
import molvet.server.platform.Rooms;
import org.jspecify.annotations.Nullable;
import org.springframework.http.HttpStatus;
import org.springframework.http.MediaType;
import org.springframework.http.ProblemDetail;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.ExceptionHandler;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** Pouring tubes into pans, what is still tacky, and a calendar that says when it is not. */
@RestController
class PourController {
    private static final int WORD_BYTES = 32;

    private final Pours pours;
    private final PourStore store;
    private final Clock clock;
    private final Rooms rooms;
    private final PourDays days;
    private final SecureRandom random = new SecureRandom();

    PourController(Pours pours, PourStore store, Clock clock, Rooms rooms, PourDays days) {
        this.rooms = rooms;
        this.days = days;
        this.pours = pours;
        this.store = store;
        this.clock = clock;
    }

    /** What a tube fills of one kind of pan; {@code each} is what a pan takes, {@code cost} of one pan. */
    record Fills(
            @OneOf(HoldingForm.class) String form,
            BigDecimal each,
            int once,
            @Nullable BigDecimal restOnce,
            int twice,
            @Nullable BigDecimal restTwice,
            @Nullable String cost) {}

    record PourPlan(
            long holding,
            long paint,
            String name,
            BigDecimal left,
            List<Fills> fills,
            int daysUntilHard,
            String because,
            @Nullable String currency) {}

    /** A tube that could be poured, with what is left in it. */
    record TubeView(long holding, long paint, String name, String maker, BigDecimal left) {}

    record TubeList(List<TubeView> tubes) {}

    @GetMapping("/api/pours/tubes")
    TubeList tubes(Collector me) {
        return new TubeList(store.tubes(me).stream()
                .map(t -> new TubeView(
                        t.id(), t.paintId(), t.paint(), t.maker(), Pours.left(t).stripTrailingZeros()))
                .toList());
    }

    @PostMapping("/api/pours")
    PourList pourAll(Collector me, @RequestBody Pours.NewPours typed) {
        pours.pourAll(me, typed);
        return all(me);
    }

    @GetMapping("/api/holdings/{holding}/pours")
    PourPlan plan(
            Collector me,
            @PathVariable long holding,
            @RequestParam(required = false) @Nullable String form,
            @RequestParam(required = false) @Nullable String each) {
        BigDecimal typed = Fields.text(each).isBlank() ? null : Decimals.parse("each", Fields.text(each));
        PourStore.Tube t = pours.tube(me, holding);
        Pour.Hardening hard = Pour.hardening(t.maker(), t.honey(), store.becameHard(me));
        return new PourPlan(
                holding,
                t.paintId(),
                t.paint(),
                Pours.left(t).stripTrailingZeros(),
                List.of(HoldingForm.HALF_PAN, HoldingForm.FULL_PAN, HoldingForm.MINI_PAN).stream()
                        .map(f -> fills(t, f, typed != null && f.name().equals(form) ? typed : Pour.usual(f)))
                        .toList(),
                hard.days(),
                hard.because(),
                t.currency());
    }

    private static Fills fills(PourStore.Tube t, HoldingForm form, BigDecimal each) {
        Optional<Pour.Plan> once = plan(t, each, false);
        Optional<Pour.Plan> twice = plan(t, each, true);
        return new Fills(
                form.name(),
                each,
                once.map(Pour.Plan::pans).orElse(0),
                once.map(p -> p.remains().stripTrailingZeros()).orElse(null),
                twice.map(Pour.Plan::pans).orElse(0),
                twice.map(p -> p.remains().stripTrailingZeros()).orElse(null),
                Pours.cost(t, each).map(BigDecimal::toPlainString).orElse(null));
    }

    private static Optional<Pour.Plan> plan(PourStore.Tube t, BigDecimal each, boolean twice) {
        try {
            return Optional.of(Pour.plan(Pours.left(t), each, twice, Optional.empty()));
        } catch (Refusal doesNotFillOne) {
            return Optional.empty();
        }
    }

    @PostMapping("/api/holdings/{holding}/pours")
    @ResponseStatus(HttpStatus.CREATED)
    ResponseEntity<PourView> pour(Collector me, @PathVariable long holding, @RequestBody Pours.NewPour pour) {
        long id = pours.pour(me, holding, pour);
        return ResponseEntity.created(URI.create("/api/pours/" + id)).body(one(me, id));
    }

    /** {@code ready}: the day the pans may go into the box, expected until they were found hard. */
    record PourView(
            long id,
            long paint,
            String accession,
            String name,
            String maker,
            @OneOf(HoldingForm.class) String form,
            int pans,
            List<Long> holdings,
            String pouredOn,
            @Nullable String secondOn,
            @Nullable String hardOn,
            @Nullable String boxedOn,
            String ready,
            String because,
            boolean tacky,
            boolean mayBeBoxed,
            String keptWhere,
            @OneOf(Pour.Seen.class) List<String> seen,
            String note,
            int version) {}

    /** {@code calendar}: the path of the feed, once it was asked for. */
    record PourList(
            List<PourView> pours, int tacky, @Nullable String calendar) {}

    @GetMapping("/api/pours")
    PourList all(Collector me) {
        List<Pour.Became> own = store.becameHard(me);
        List<PourView> all = store.pours(me).stream().map(p -> view(me, p, own)).toList();
        return new PourList(
                all,
                (int) all.stream().filter(PourView::tacky).count(),
                store.calendarWord(me).map(PourController::path).orElse(null));
    }

    @GetMapping("/api/pours/{pour}")
    PourView one(Collector me, @PathVariable long pour) {
        return view(me, store.pour(me, pour).orElseThrow(), store.becameHard(me));
    }

    @PutMapping("/api/pours/{pour}")
    PourView change(Collector me, @PathVariable long pour, @RequestBody Pours.ChangedPour changed) {
        return one(me, pours.change(me, pour, changed));
    }

    private PourView view(Collector me, PourStore.PourRow p, List<Pour.Became> own) {
        Pour.Hardening hard = Pour.hardening(p.maker(), p.honey(), own);
        LocalDate ready = days.ready(p, hard);
        LocalDate today = LocalDate.now(clock);
        return new PourView(
                p.id(),
                p.paintId(),
                new Accession(p.accession()).toString(),
                p.paint(),
                p.maker(),
                p.form(),
                p.pans(),
                store.pansOf(me, p.id()),
                p.pouredOn().toString(),
                text(p.secondOn()),
                text(p.hardOn()),
                text(p.boxedOn()),
                ready.toString(),
                p.hardOn() != null ? "found hard" : hard.because(),
                p.hardOn() == null && p.boxedOn() == null,
                p.boxedOn() == null && !ready.isAfter(today),
                p.keptWhere(),
                Pours.seen(p.seen()),
                p.note(),
                p.version());
    }

    private static @Nullable String text(@Nullable LocalDate day) {
        return day == null ? null : day.toString();
    }

    // ---- the calendar -----------------------------------------------------------------------------------------------

    private static String path(String word) {
        return "/api/calendar/" + word + ".ics";
    }

    /** Makes the feed’s secret word, or a new one, after which the old address answers no more. */
    @PostMapping("/api/calendar")
    PourList makeCalendar(Collector me) {
        byte[] bytes = new byte[WORD_BYTES];
        random.nextBytes(bytes);
        store.setCalendarWord(me, Base64.getUrlEncoder().withoutPadding().encodeToString(bytes));
        return all(me);
    }

    @DeleteMapping("/api/calendar")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void endCalendar(Collector me) {
        store.setCalendarWord(me, null);
    }

    private static final class WrongWord extends RuntimeException {}

    @ExceptionHandler(WrongWord.class)
    ProblemDetail wrongWord() {
        return Problems.of(
                HttpStatus.FORBIDDEN,
                "no-such-calendar",
                "No such calendar",
                "No calendar has this address. Take the address from the page of pours again.");
    }

    /** When pans may go into the box, and what else has its day, as iCalendar (RFC 5545). Whoever knows the address may read it. */
    @GetMapping(path = "/api/calendar/{word}.ics", produces = "text/calendar")
    @SecurityRequirement(name = "calendar")
    ResponseEntity<byte[]> calendar(@PathVariable String word) {
        Collector me = store.ofCalendar(word).orElseThrow(WrongWord::new);
        ICalendar calendar = new ICalendar();
        calendar.setProductId("-//Molvet//EN");
        calendar.setName("Molvet");
        for (Room.CalendarDay d :
                rooms.all().stream().flatMap(r -> r.days(me).stream()).toList()) {
            VEvent event = new VEvent();
            event.setUid(d.key() + "@molvet");
            event.setDateTimeStamp(Date.from(d.on().atStartOfDay(ZoneOffset.UTC).toInstant()));
            event.setDateStart(
                    Date.from(d.on().atStartOfDay(ZoneId.systemDefault()).toInstant()), false);
            event.setSummary(d.what());
            event.setDescription(d.more());
            event.addAlarm(VAlarm.display(
                    new Trigger(Duration.builder().prior(false).hours(9).build(), Related.START), d.asks()));
            calendar.addEvent(event);
        }
        return ResponseEntity.ok()
                .contentType(MediaType.parseMediaType("text/calendar; charset=utf-8"))
                .body(Biweekly.write(calendar)
                        .version(ICalVersion.V2_0)
                        .go()
                        .getBytes(java.nio.charset.StandardCharsets.UTF_8));
    }
}
