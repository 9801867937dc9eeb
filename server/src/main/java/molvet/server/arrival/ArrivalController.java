package molvet.server.arrival;

import java.math.BigDecimal;
import java.net.URI;
import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Stream;
import molvet.core.arrival.ArrivalKind;
import molvet.core.arrival.LandedCost;
import molvet.core.arrival.QuickLine;
import molvet.core.collection.HoldingForm;
import molvet.core.measure.Decimals;
import molvet.core.measure.Refusal;
import molvet.core.pigment.Note;
import molvet.server.collection.PaintViews;
import molvet.server.platform.Collector;
import molvet.server.platform.Fields;
import molvet.server.platform.OneOf;
import molvet.server.platform.Ownership;
import org.joda.money.CurrencyUnit;
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

/** Arrivals: reading lines, adding up parcels, drafts, logging, thanks. */
@RestController
class ArrivalController {
    private static final int MOST_LISTED = 500;

    private final Arrivals arrivals;
    private final ArrivalStore store;
    private final ArrivalReading reading;
    private final PaintViews paints;
    private final Ownership ownership;

    ArrivalController(
            Arrivals arrivals, ArrivalStore store, ArrivalReading reading, PaintViews paints, Ownership ownership) {
        this.ownership = ownership;
        this.arrivals = arrivals;
        this.store = store;
        this.reading = reading;
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

    record CostLine(
            @Nullable String unitPrice,
            @Nullable Integer quantity,
            @Nullable BigDecimal volume,
            @Nullable BigDecimal discountPercent) {}

    /** {@code rate}: one of {@code currency} is so much of {@code into}. */
    record CostOrder(
            @Nullable String currency,
            @Nullable List<CostLine> lines,
            @Nullable BigDecimal orderDiscountPercent,
            @Nullable String voucher,
            @Nullable String shipping,
            @Nullable String duty,
            @Nullable String courierFee,
            @Nullable BigDecimal taxPercent,
            @Nullable Boolean taxIncluded,
            @OneOf(LandedCost.Allocation.class) @Nullable String allocate,
            @Nullable String into,
            @Nullable String rate) {}

    record CostLineView(
            String goods,
            String landed,
            String perUnit,
            @Nullable String perMl) {}

    /** Amounts in {@code currency}; {@code total = goods − discount + shipping + duty + fee + tax not included}. */
    record BillView(
            String currency,
            List<CostLineView> lines,
            String goods,
            String discount,
            String tax,
            String total,
            List<String> notes) {
        static BillView of(LandedCost.Bill b) {
            return new BillView(
                    b.total().getCurrencyUnit().getCode(),
                    b.lines().stream()
                            .map(l -> new CostLineView(
                                    l.goods().getAmount().toPlainString(),
                                    l.landed().getAmount().toPlainString(),
                                    short4(l.perUnit()),
                                    l.perMl().map(BillView::short4).orElse(null)))
                            .toList(),
                    b.goods().getAmount().toPlainString(),
                    b.discount().getAmount().toPlainString(),
                    b.tax().getAmount().toPlainString(),
                    b.total().getAmount().toPlainString(),
                    b.notes());
        }

        /** To the cent where that is exact, else to four decimals. */
        private static String short4(BigDecimal v) {
            BigDecimal short2 = v.stripTrailingZeros();
            return (short2.scale() < 2 ? short2.setScale(2) : short2).toPlainString();
        }
    }

    @PostMapping("/api/arrivals/cost")
    BillView cost(Collector me, @RequestBody CostOrder order) {
        CurrencyUnit currency = Arrivals.currency(Fields.text(order.currency()));
        List<Refusal.Fault> faults = new ArrayList<>();
        List<LandedCost.Line> lines = new ArrayList<>();
        List<CostLine> typed = order.lines() == null ? List.of() : order.lines();
        for (int i = 0; i < typed.size(); i++) {
            CostLine l = typed.get(i);
            String where = "lines[" + i + "].unitPrice";
            BigDecimal price = Fields.tried(
                    faults,
                    () -> ArrivalSheet.money(where, l.unitPrice(), currency).getAmount());
            if (l.volume() != null && (l.volume().signum() <= 0 || l.volume().compareTo(new BigDecimal(5000)) > 0)) {
                faults.add(new Refusal.Fault(
                        "lines[" + i + "].volume",
                        "A volume of " + l.volume().toPlainString() + " ml is not one a paint comes in.",
                        "Leave it out for what is no paint."));
            }
            lines.add(new LandedCost.Line(
                    price == null ? BigDecimal.ZERO : price,
                    l.quantity() == null ? 1 : l.quantity(),
                    Optional.ofNullable(l.volume()),
                    l.discountPercent() == null ? BigDecimal.ZERO : l.discountPercent()));
        }
        if (!faults.isEmpty()) throw new Refusal(faults);
        LandedCost.Bill bill = LandedCost.of(
                currency,
                lines,
                new LandedCost.Extras(
                        orZero(order.orderDiscountPercent()),
                        ArrivalSheet.money("voucher", order.voucher(), currency),
                        ArrivalSheet.money("shipping", order.shipping(), currency),
                        ArrivalSheet.money("duty", order.duty(), currency),
                        ArrivalSheet.money("courierFee", order.courierFee(), currency),
                        orZero(order.taxPercent()),
                        !Boolean.FALSE.equals(order.taxIncluded()),
                        Fields.one(
                                "allocate",
                                order.allocate(),
                                LandedCost.Allocation.VALUE,
                                LandedCost.Allocation.values())));
        if (Fields.text(order.into()).isBlank()) return BillView.of(bill);
        return BillView.of(LandedCost.in(
                bill,
                lines,
                Arrivals.currency(Fields.text(order.into())),
                Decimals.parse("rate", Fields.text(order.rate()))));
    }

    private static BigDecimal orZero(@Nullable BigDecimal n) {
        return n == null ? BigDecimal.ZERO : n;
    }

    // ---- arrivals ---------------------------------------------------------------------------------------------------

    record ArrivalEntry(
            long id,
            @OneOf(ArrivalKind.class) String kind,
            @OneOf(words = {"DRAFT", "LOGGED"}) String state,
            String title,
            @Nullable String cameOn,
            String from,
            String startedOn,
            int paints,
            int awaited,
            @Nullable String total,
            String currency,
            int thanks) {}

    record ArrivalList(List<ArrivalEntry> arrivals, int total) {}

    /** {@code name} is empty where the giver is not named; {@code called} is what stands in the text instead. */
    record GiverView(
            long id,
            String called,
            String name,
            @OneOf(Arrivals.Naming.class) String naming,
            boolean thanksOwed,
            @Nullable String thankedOn,
            String note) {}

    /** One logged line with what it became. */
    record LoggedLine(
            int line,
            @OneOf(QuickLine.Kind.class) String kind,
            @OneOf(words = {"HERE", "AWAITED"}) String state,
            String name,
            String maker,
            @OneOf(HoldingForm.class) @Nullable String form,
            @Nullable BigDecimal volume,
            int quantity,
            int toGive,
            String giftFor,
            @Nullable String from,
            @Nullable String unitPrice,
            @Nullable String goods,
            @Nullable String landed,
            @Nullable Integer parcel,
            PaintViews.@Nullable PaintEntry paint) {}

    /** A draft as it would be logged, or an arrival as it was; {@code bills} one for each way to send it. */
    record ArrivalPage(
            long id,
            @OneOf(ArrivalKind.class) String kind,
            @OneOf(words = {"DRAFT", "LOGGED"}) String state,
            String title,
            @Nullable String cameOn,
            String from,
            String maker,
            String currency,
            String text,
            String note,
            ArrivalSheet sheet,
            List<GiverView> givers,
            List<ArrivalReading.ReadLine> lines,
            List<LoggedLine> logged,
            @Nullable String landed,
            List<BillView> bills,
            @Nullable BillView home,
            @Nullable String value,
            List<Note> notes,
            boolean inSet,
            int version) {}

    @GetMapping("/api/arrivals")
    ArrivalList all(
            Collector me, @RequestParam(defaultValue = "100") int limit, @RequestParam(defaultValue = "0") long after) {
        return new ArrivalList(
                store.arrivals(me, Math.max(1, Math.min(MOST_LISTED, limit)), Math.max(0, after)).stream()
                        .map(a -> new ArrivalEntry(
                                a.id(),
                                a.kind(),
                                a.state(),
                                a.title(),
                                a.cameOn() == null ? null : a.cameOn().toString(),
                                a.cameFrom(),
                                a.createdAt()
                                        .atOffset(ZoneOffset.UTC)
                                        .toLocalDate()
                                        .toString(),
                                a.paints(),
                                a.awaited(),
                                a.total() == null ? null : money(a.total()),
                                a.currency(),
                                a.thanks()))
                        .toList(),
                store.count(me));
    }

    @PostMapping("/api/arrivals")
    @ResponseStatus(HttpStatus.CREATED)
    ResponseEntity<ArrivalPage> start(Collector me, @RequestBody Arrivals.NewArrival arrival) {
        long id = arrivals.start(me, arrival);
        return ResponseEntity.created(URI.create("/api/arrivals/" + id)).body(one(me, id));
    }

    @GetMapping("/api/arrivals/{arrival}")
    ArrivalPage one(Collector me, @PathVariable long arrival) {
        ArrivalStore.ArrivalRow a = store.arrival(me, arrival).orElseThrow(Arrivals::none);
        ArrivalSheet sheet = arrivals.sheet(a);
        List<ArrivalStore.GiverRow> givers = store.givers(me, arrival);
        boolean draft = a.state().equals(Arrivals.DRAFT);
        List<Note> notes = new ArrayList<>();
        List<ArrivalReading.Matched> matched = List.of();
        List<BillView> bills = new ArrayList<>();
        BillView home = null;
        try {
            matched = reading.matched(me, a.text(), a.maker());
            for (ArrivalSheet.Way way : sheet.waysOrOne()) {
                LandedCost.Bill bill = arrivals.bill(a, matched, way);
                bills.add(BillView.of(bill));
                if (bills.size() - 1 != sheet.chosenWay()) continue;
                home = arrivals.home(a, matched, bill).map(BillView::of).orElse(null);
                if (draft) saysOtherSum(matched, bill).ifPresent(notes::add);
            }
        } catch (Refusal e) {
            // What is not finished yet is no reason to refuse the draft: it is said, and the rest stands.
            bills.clear();
            e.faults().forEach(f -> notes.add(new Note(f.where(), "not-counted", f.message(), f.suggestion())));
        }
        if (draft && !a.linesHash().isEmpty()) {
            store.withLines(me, a.linesHash(), arrival)
                    .ifPresent(o -> notes.add(Note.of(
                            Arrivals.called(o),
                            "pasted-before",
                            "The same lines stand in " + Arrivals.called(o)
                                    + (o.state().equals(Arrivals.LOGGED) ? ", which is logged." : ", another draft.")
                                    + " The same parcel twice?")));
        }
        List<LoggedLine> logged = draft ? List.of() : logged(me, a, givers);
        return new ArrivalPage(
                a.id(),
                a.kind(),
                a.state(),
                a.title(),
                a.cameOn() == null ? null : a.cameOn().toString(),
                a.cameFrom(),
                a.maker(),
                a.currency(),
                a.text(),
                a.note(),
                sheet,
                givers.stream().map(ArrivalController::giver).toList(),
                draft ? reading.views(me, matched, a.currency()) : List.of(),
                logged,
                landed(logged),
                bills,
                home,
                value(a, matched),
                notes,
                a.kind().equals(ArrivalKind.SET.name())
                        && !store.holdingsKept(me, arrival, Arrivals.inSet(a)).isEmpty(),
                a.version());
    }

    /** What all its lines cost as they landed; null where none did. */
    private static @Nullable String landed(List<LoggedLine> logged) {
        return logged.stream()
                .flatMap(l -> Stream.ofNullable(l.landed()))
                .map(BigDecimal::new)
                .reduce(BigDecimal::add)
                .filter(sum -> sum.signum() > 0)
                .map(ArrivalController::money)
                .orElse(null);
    }

    private static Optional<Note> saysOtherSum(List<ArrivalReading.Matched> lines, LandedCost.Bill bill) {
        return lines.stream()
                .map(ArrivalReading.Matched::line)
                .filter(l -> l.charge().equals(Optional.of(QuickLine.Charge.SUM)))
                .flatMap(l -> l.unitPrice().stream())
                .reduce((first, last) -> last)
                .filter(sum -> sum.compareTo(bill.total().getAmount()) != 0
                        && sum.compareTo(bill.goods().getAmount()) != 0)
                .map(sum -> Note.of(
                        sum.toPlainString(),
                        "bill-differs",
                        "The bill says " + sum.toPlainString() + "; these lines come to "
                                + bill.goods().getAmount().toPlainString() + ", and with everything to "
                                + bill.total().getAmount().toPlainString() + "."));
    }

    /** What a gift is worth, by the prices on its lines. */
    private static @Nullable String value(ArrivalStore.ArrivalRow a, List<ArrivalReading.Matched> lines) {
        if (!ArrivalKind.valueOf(a.kind()).isGiven()) return null;
        BigDecimal sum = lines.stream()
                .map(ArrivalReading.Matched::line)
                .map(l -> l.unitPrice().orElse(BigDecimal.ZERO).multiply(BigDecimal.valueOf(l.quantity())))
                .reduce(BigDecimal.ZERO, BigDecimal::add);
        return sum.signum() == 0 ? null : money(sum);
    }

    private List<LoggedLine> logged(Collector me, ArrivalStore.ArrivalRow a, List<ArrivalStore.GiverRow> givers) {
        List<ArrivalStore.LineRow> lines = store.lines(me, a.id());
        Map<Long, PaintViews.PaintEntry> entries = new HashMap<>();
        paints.entries(
                        me,
                        lines.stream()
                                .map(ArrivalStore.LineRow::paintId)
                                .filter(java.util.Objects::nonNull)
                                .distinct()
                                .toList())
                .forEach(e -> entries.put(e.id(), e));
        return lines.stream()
                .map(l -> new LoggedLine(
                        l.position(),
                        l.kind(),
                        l.state(),
                        l.name(),
                        l.maker(),
                        l.form(),
                        l.volume(),
                        l.quantity(),
                        l.toGive(),
                        l.giftFor(),
                        givers.stream()
                                .filter(g -> l.giverId() != null && g.id() == l.giverId())
                                .map(g -> giver(g).called())
                                .findFirst()
                                .orElse(null),
                        l.unitPrice() == null ? null : money(l.unitPrice()),
                        l.goods() == null ? null : money(l.goods()),
                        l.landed() == null ? null : money(l.landed()),
                        l.parcel(),
                        l.paintId() == null ? null : entries.get(l.paintId())))
                .toList();
    }

    private static GiverView giver(ArrivalStore.GiverRow g) {
        return new GiverView(
                g.id(),
                g.name().isEmpty() ? "giver " + g.position() : g.name(),
                g.name(),
                g.naming(),
                g.thanksOwed(),
                g.thankedOn() == null ? null : g.thankedOn().toString(),
                g.note());
    }

    private static String money(BigDecimal amount) {
        return amount.setScale(2, java.math.RoundingMode.HALF_UP).toPlainString();
    }

    @PutMapping("/api/arrivals/{arrival}")
    ArrivalPage save(Collector me, @PathVariable long arrival, @RequestBody Arrivals.NewArrival typed) {
        arrivals.save(me, arrival, typed, () -> one(me, arrival));
        return one(me, arrival);
    }

    @DeleteMapping("/api/arrivals/{arrival}")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void discard(Collector me, @PathVariable long arrival) {
        arrivals.discard(me, arrival);
    }

    @PostMapping("/api/arrivals/{arrival}/log")
    ArrivalPage log(Collector me, @PathVariable long arrival) {
        arrivals.log(me, arrival);
        return one(me, arrival);
    }

    @PostMapping("/api/arrivals/{arrival}/parcels")
    ArrivalPage parcelCame(Collector me, @PathVariable long arrival, @RequestBody Arrivals.ParcelCame came) {
        arrivals.parcelCame(me, arrival, came);
        return one(me, arrival);
    }

    @PostMapping("/api/arrivals/{arrival}/open")
    ArrivalPage openSet(Collector me, @PathVariable long arrival) {
        arrivals.openSet(me, arrival);
        return one(me, arrival);
    }

    // ---- thanks -----------------------------------------------------------------------------------------------------

    record ThanksView(
            GiverView giver,
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
                            giver(g),
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

    record CameWithList(List<CameWith> arrivals) {}

    @GetMapping("/api/paints/{paint}/arrivals")
    CameWithList cameWith(Collector me, @PathVariable long paint) {
        return new CameWithList(store.linesOfPaint(me, paint).stream()
                .map(l -> {
                    ArrivalStore.ArrivalRow a = store.arrival(me, l.arrivalId()).orElseThrow();
                    return new CameWith(
                            a.id(),
                            Arrivals.called(a),
                            a.kind(),
                            a.cameOn() == null ? null : a.cameOn().toString(),
                            l.quantity(),
                            l.landed() == null ? null : money(l.landed()),
                            l.currency());
                })
                .toList());
    }

    /** Two records turn out to be one paint: everything of this one goes to the other. */
    @PostMapping("/api/paints/{paint}/merge")
    PaintViews.PaintPage merge(Collector me, @PathVariable long paint, @RequestBody Arrivals.Merge merge) {
        ownership.require(me, "paint", merge.into());
        arrivals.merge(me, paint, merge.into());
        return paints.page(me, merge.into());
    }
}
