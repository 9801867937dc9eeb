package molvet.server.arrival;

import java.net.URI;
import java.util.List;
import molvet.core.arrival.ArrivalKind;
import molvet.server.collection.PaintViews;
import molvet.server.platform.Collector;
import molvet.server.platform.Fields;
import molvet.server.platform.OneOf;
import molvet.server.platform.Ownership;
import org.jspecify.annotations.Nullable;
import org.springframework.http.HttpStatus;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** Arrivals: reading lines, drafts, logging, thanks; how a paint came. */
@RestController
class ArrivalController {
    private static final int MOST_LISTED = 500;

    private final Arrivals arrivals;
    private final ArrivalLog log;
    private final ArrivalStore store;
    private final ArrivalReading reading;
    private final ArrivalViews views;
    private final PaintViews paints;
    private final Ownership ownership;

    ArrivalController(
            Arrivals arrivals,
            ArrivalLog log,
            ArrivalStore store,
            ArrivalReading reading,
            ArrivalViews views,
            PaintViews paints,
            Ownership ownership) {
        this.ownership = ownership;
        this.arrivals = arrivals;
        this.log = log;
        this.store = store;
        this.reading = reading;
        this.views = views;
        this.paints = paints;
    }

    // ---- calls that compute -----------------------------------------------------------------------------------------

    record LinesToRead(
            String text, @Nullable String maker, @Nullable String currency) {}

    record LineList(List<ArrivalReading.ReadLine> lines) {}

    @PostMapping("/api/arrivals/read")
    LineList read(Collector me, @RequestBody LinesToRead lines) {
        String currency = Arrivals.currency(Fields.text(lines.currency())).getCode();
        return new LineList(reading.views(
                me, reading.matched(me, Fields.text(lines.text()), Fields.text(lines.maker())), currency));
    }

    // ---- arrivals ---------------------------------------------------------------------------------------------------

    @GetMapping("/api/arrivals")
    ArrivalViews.ArrivalList all(
            Collector me, @RequestParam(defaultValue = "100") int limit, @RequestParam(defaultValue = "0") long after) {
        return views.list(me, Math.max(1, Math.min(MOST_LISTED, limit)), Math.max(0, after));
    }

    @PostMapping("/api/arrivals")
    @ResponseStatus(HttpStatus.CREATED)
    ResponseEntity<ArrivalViews.ArrivalPage> start(Collector me, @RequestBody Arrivals.NewArrival arrival) {
        long id = arrivals.start(me, arrival);
        return ResponseEntity.created(URI.create("/api/arrivals/" + id)).body(one(me, id));
    }

    @GetMapping("/api/arrivals/{arrival}")
    ArrivalViews.ArrivalPage one(Collector me, @PathVariable long arrival) {
        return views.page(me, arrival);
    }

    @PutMapping("/api/arrivals/{arrival}")
    ArrivalViews.ArrivalPage save(Collector me, @PathVariable long arrival, @RequestBody Arrivals.NewArrival typed) {
        arrivals.save(me, arrival, typed, () -> one(me, arrival));
        return one(me, arrival);
    }

    @DeleteMapping("/api/arrivals/{arrival}")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void discard(Collector me, @PathVariable long arrival) {
        log.takeAway(me, arrival);
    }

    /** Opens a logged arrival to be corrected. @return the draft to do it in */
    @PostMapping("/api/arrivals/{arrival}/correct")
    ArrivalViews.ArrivalPage correct(Collector me, @PathVariable long arrival) {
        return one(me, log.correct(me, arrival));
    }

    @GetMapping("/api/arrivals/{arrival}/going")
    ArrivalLog.ArrivalGoing going(Collector me, @PathVariable long arrival) {
        return log.going(me, arrival);
    }

    @PostMapping("/api/arrivals/{arrival}/log")
    ArrivalViews.ArrivalPage log(Collector me, @PathVariable long arrival) {
        return one(me, log.log(me, arrival));
    }

    @PostMapping("/api/arrivals/{arrival}/parcels")
    ArrivalViews.ArrivalPage parcelCame(
            Collector me, @PathVariable long arrival, @RequestBody ArrivalLog.ParcelCame came) {
        log.parcelCame(me, arrival, came);
        return one(me, arrival);
    }

    @PostMapping("/api/arrivals/{arrival}/open")
    ArrivalViews.ArrivalPage openSet(Collector me, @PathVariable long arrival) {
        log.openSet(me, arrival);
        return one(me, arrival);
    }

    // ---- thanks -----------------------------------------------------------------------------------------------------

    record ThanksView(
            ArrivalViews.GiverView giver,
            long arrival,
            String arrivalTitle,
            @Nullable String cameOn) {}

    record ThanksList(List<ThanksView> thanks, int owed) {}

    @GetMapping("/api/thanks")
    ThanksList thanks(Collector me) {
        List<ThanksView> all = store.thanks(me).stream()
                .map(g -> {
                    ArrivalStore.ArrivalRow a = store.arrival(me, g.arrivalId()).orElseThrow();
                    return new ThanksView(
                            ArrivalViews.giver(g),
                            a.id(),
                            Arrivals.called(a),
                            a.cameOn() == null ? null : a.cameOn().toString());
                })
                .toList();
        return new ThanksList(all, (int) all.stream()
                .filter(t -> t.giver.thanksOwed() && t.giver.thankedOn() == null)
                .count());
    }

    @PutMapping("/api/givers/{giver}")
    ThanksList thank(Collector me, @PathVariable long giver, @RequestBody Arrivals.NewThanks thanks) {
        arrivals.thank(me, giver, thanks);
        return thanks(me);
    }

    record GiverName(String name) {}

    /** The name of a giver who asked not to be named, where it was kept. */
    @GetMapping("/api/givers/{giver}/name")
    GiverName reveal(Collector me, @PathVariable long giver) {
        return new GiverName(arrivals.reveal(me, giver));
    }

    // ---- how a paint came -------------------------------------------------------------------------------------------

    record CameWith(
            long arrival,
            String title,
            @OneOf(ArrivalKind.class) String kind,
            @Nullable String cameOn,
            int quantity,
            @Nullable String landed,
            String currency) {}

    record CameWithList(List<CameWith> arrivals, List<ArrivalReading.ReadPrice> prices) {}

    @GetMapping("/api/paints/{paint}/arrivals")
    CameWithList cameWith(Collector me, @PathVariable long paint) {
        List<CameWith> came = store.linesOfPaint(me, paint).stream()
                .map(l -> {
                    ArrivalStore.ArrivalRow a = store.arrival(me, l.arrivalId()).orElseThrow();
                    return new CameWith(
                            a.id(),
                            Arrivals.called(a),
                            a.kind(),
                            a.cameOn() == null ? null : a.cameOn().toString(),
                            l.quantity(),
                            l.landed() == null ? null : ArrivalViews.money(l.landed()),
                            l.currency());
                })
                .toList();
        return new CameWithList(came, reading.prices(me, paint));
    }

    /** Two records turn out to be one paint: everything of this one goes to the other. */
    @PostMapping("/api/paints/{paint}/merge")
    PaintViews.PaintPage merge(Collector me, @PathVariable long paint, @RequestBody Arrivals.Merge merge) {
        ownership.require(me, "paint", merge.into());
        arrivals.merge(me, paint, merge.into());
        return paints.page(me, merge.into());
    }
}
