package molvet.server.arrival;

import java.math.BigDecimal;
import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import molvet.core.arrival.ArrivalKind;
import molvet.core.arrival.LandedCost;
import molvet.core.arrival.QuickLine;
import molvet.core.collection.HoldingForm;
import molvet.core.measure.Refusal;
import molvet.core.pigment.Note;
import molvet.server.collection.PaintViews;
import molvet.server.platform.Collector;
import molvet.server.platform.OneOf;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;

/** Arrivals as they are shown: a draft with what it would cost, or one that was logged with what became of each line. */
@Service
class ArrivalViews {
    private final Arrivals arrivals;
    private final ArrivalStore store;
    private final ArrivalReading reading;
    private final PaintViews paints;

    ArrivalViews(Arrivals arrivals, ArrivalStore store, ArrivalReading reading, PaintViews paints) {
        this.arrivals = arrivals;
        this.store = store;
        this.reading = reading;
        this.paints = paints;
    }

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
            List<CostController.BillView> bills,
            CostController.@Nullable BillView home,
            @Nullable String value,
            List<Note> notes,
            List<ProposedScale> scales,
            boolean inSet,
            @Nullable Long corrects,
            int version) {}

    /** A scale proposed for a maker who has none. */
    record ProposedScale(String maker, String scale) {}

    ArrivalList list(Collector me, int limit, long after) {
        return new ArrivalList(
                store.arrivals(me, limit, after).stream()
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

    ArrivalPage page(Collector me, long arrival) {
        ArrivalStore.ArrivalRow a = store.arrival(me, arrival).orElseThrow(Arrivals::none);
        ArrivalSheet sheet = arrivals.sheet(a);
        List<ArrivalStore.GiverRow> givers = store.givers(me, arrival);
        boolean draft = a.state().equals(Arrivals.DRAFT);
        List<Note> notes = new ArrayList<>();
        List<ArrivalReading.Matched> matched = List.of();
        List<CostController.BillView> bills = new ArrayList<>();
        CostController.BillView home = null;
        try {
            matched = reading.matched(me, a.text(), a.maker());
            for (ArrivalSheet.Way way : sheet.waysOrOne()) {
                LandedCost.Bill bill = arrivals.bill(a, matched, way);
                bills.add(CostController.BillView.of(bill));
                if (bills.size() - 1 != sheet.chosenWay()) continue;
                home = arrivals.home(a, matched, bill)
                        .map(CostController.BillView::of)
                        .orElse(null);
                if (draft) saysOtherSum(matched, bill).ifPresent(notes::add);
            }
        } catch (Refusal e) {
            // What is not finished yet is no reason to refuse the draft: it is said, and the rest stands.
            bills.clear();
            e.faults().forEach(f -> notes.add(new Note(f.where(), "not-counted", f.message(), f.suggestion())));
        }
        if (draft && !a.linesHash().isEmpty()) {
            store.withLines(me, a.linesHash(), arrival)
                    .filter(o -> a.corrects() == null || o.id() != a.corrects())
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
                givers.stream().map(ArrivalViews::giver).toList(),
                draft ? reading.views(me, unlike(me, a, matched), a.currency()) : List.of(),
                logged,
                landed(logged),
                bills,
                home,
                value(a, matched),
                notes,
                !draft
                        ? List.of()
                        : reading.proposed(me, matched).entrySet().stream()
                                .map(e -> new ProposedScale(
                                        e.getKey(), e.getValue().toString()))
                                .toList(),
                a.kind().equals(ArrivalKind.SET.name())
                        && !store.holdingsKept(me, arrival, ArrivalLog.inSet(a)).isEmpty(),
                a.corrects(),
                a.version());
    }

    /** Lines of a correction without the paints they already are. */
    private List<ArrivalReading.Matched> unlike(
            Collector me, ArrivalStore.ArrivalRow a, List<ArrivalReading.Matched> lines) {
        if (a.corrects() == null) return lines;
        Set<Long> own = store.lines(me, a.corrects()).stream()
                .map(ArrivalStore.LineRow::paintId)
                .filter(java.util.Objects::nonNull)
                .collect(Collectors.toSet());
        return lines.stream().map(m -> m.without(own)).toList();
    }

    /** What all its lines cost as they landed; null where none did. */
    private static @Nullable String landed(List<LoggedLine> logged) {
        return logged.stream()
                .flatMap(l -> Stream.ofNullable(l.landed()))
                .map(BigDecimal::new)
                .reduce(BigDecimal::add)
                .filter(sum -> sum.signum() > 0)
                .map(ArrivalViews::money)
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

    static GiverView giver(ArrivalStore.GiverRow g) {
        return new GiverView(
                g.id(),
                g.name().isEmpty() ? "giver " + g.position() : g.name(),
                g.name(),
                g.naming(),
                g.thanksOwed(),
                g.thankedOn() == null ? null : g.thankedOn().toString(),
                g.note());
    }

    static String money(BigDecimal amount) {
        return amount.setScale(2, java.math.RoundingMode.HALF_UP).toPlainString();
    }
}
