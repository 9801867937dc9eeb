package molvet.server.stock;

import java.math.BigDecimal;
import java.math.RoundingMode;
import java.time.Clock;
import java.time.LocalDate;
import java.time.ZoneOffset;
import java.util.Comparator;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import molvet.core.collection.Holding;
import molvet.core.collection.HoldingForm;
import molvet.core.collection.HoldingState;
import molvet.core.measure.DayInWords;
import molvet.core.measure.Volume;
import molvet.core.stock.Pace;
import molvet.server.collection.Finder;
import molvet.server.collection.PaintViews;
import molvet.server.collection.PaintViews.PaintEntry;
import molvet.server.platform.Collector;
import molvet.server.platform.NotFound;
import molvet.server.platform.OneOf;
import molvet.server.stock.StockStore.EstimateRow;
import molvet.server.stock.StockStore.LotRow;
import molvet.server.stock.StockStore.WeightRow;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** What is left and how long it lasts, and what is never used. */
@Component
class StockViews {
    /** What pans take from a tube is known to some percent of it. */
    private static final int POURED = 5;

    private static final int MOST_SHOWN = 400;

    private final StockStore store;
    private final PaintViews paints;
    private final Finder finder;
    private final Clock clock;

    StockViews(StockStore store, PaintViews paints, Finder finder, Clock clock) {
        this.store = store;
        this.paints = paints;
        this.finder = finder;
        this.clock = clock;
    }

    /**
     * One holding with what is left of it.
     *
     * @param from what that is known from, in words
     * @param leftMl empty where its volume is not known
     * @param lasts how long it lasts at its pace, and {@code lastsFrom} from what; empty where it has none
     * @param parted what became of it, in words; empty where it is here
     * @param empty and {@code full}: weights that are kept for such a tube
     */
    record LotView(
            long holding,
            @OneOf(HoldingForm.class) String form,
            @Nullable BigDecimal volume,
            @OneOf(HoldingState.class) String state,
            int left,
            @Nullable Integer plusMinus,
            @Nullable String leftMl,
            String from,
            String lasts,
            String lastsFrom,
            String parted,
            @Nullable Double empty,
            @Nullable Double full) {}

    record StockedPaint(PaintEntry paint, List<LotView> lots, int fullest, boolean low) {}

    record StockList(List<StockedPaint> paints, int all) {}

    record Lots(
            Map<Long, List<LotRow>> by,
            Map<Long, List<EstimateRow>> estimates,
            Map<Long, List<StockStore.PourRow>> pours,
            Map<Long, List<LocalDate>> paintings,
            Map<Long, StockStore.PartingRow> partings,
            List<WeightRow> weights) {}

    Lots lots(Collector me) {
        return new Lots(
                store.lots(me).stream()
                        .collect(Collectors.groupingBy(LotRow::paintId, LinkedHashMap::new, Collectors.toList())),
                store.estimates(me),
                store.pours(me),
                store.paintings(me),
                store.partings(me),
                store.weights(me));
    }

    /** What is left of what a find finds, the least first. */
    @Transactional(readOnly = true)
    public StockList left(Collector me, String find) {
        List<Long> ids = finder.ids(me, find.isBlank() ? "owned" : find, 20_000);
        Lots lots = lots(me);
        List<Long> owned = ids.stream()
                .filter(id -> lots.by.getOrDefault(id, List.of()).stream().anyMatch(StockViews::own))
                .sorted(Comparator.comparingInt(id -> fullest(lots, id)))
                .toList();
        return new StockList(views(me, lots, owned.subList(0, Math.min(MOST_SHOWN, owned.size()))), owned.size());
    }

    /** What is left of one paint, with what became of its other holdings. */
    @Transactional(readOnly = true)
    public StockedPaint paint(Collector me, long paint) {
        return views(me, lots(me), List.of(paint)).stream()
                .findFirst()
                .orElseThrow(() -> new NotFound("There is no such paint."));
    }

    List<StockedPaint> views(Collector me, Lots lots, List<Long> ids) {
        return paints.entries(me, ids).stream()
                .map(e -> {
                    List<LotRow> own = lots.by.getOrDefault(e.id(), List.of());
                    int fullest = fullest(lots, e.id());
                    boolean any = own.stream().anyMatch(StockViews::own);
                    return new StockedPaint(
                            e, own.stream().map(l -> view(l, lots)).toList(), any ? fullest : 0, runsLow(own));
                })
                .toList();
    }

    static boolean own(LotRow l) {
        return HoldingState.valueOf(l.state()).counts()
                && !HoldingForm.valueOf(l.form()).isOnlyASample();
    }

    static boolean runsLow(List<LotRow> lots) {
        return Holding.isRunningLow(lots.stream().map(StockViews::holding).toList());
    }

    static Holding holding(LotRow l) {
        return new Holding(
                HoldingForm.valueOf(l.form()),
                Optional.ofNullable(l.volume()).map(Volume::new),
                l.leftPercent(),
                HoldingState.valueOf(l.state()));
    }

    private static int fullest(Lots lots, long paint) {
        return fullest(lots.by.getOrDefault(paint, List.of()));
    }

    private static int fullest(List<LotRow> lots) {
        return lots.stream()
                .filter(StockViews::own)
                .mapToInt(LotRow::leftPercent)
                .max()
                .orElse(0);
    }

    Optional<WeightRow> weight(Collector me, LotRow lot) {
        return weight(store.weights(me), lot);
    }

    /** Of the same maker and size, else of the size. */
    private static Optional<WeightRow> weight(List<WeightRow> all, LotRow lot) {
        if (lot.volume() == null) return Optional.empty();
        List<WeightRow> size = all.stream()
                .filter(w -> w.volume().compareTo(lot.volume()) == 0)
                .toList();
        return size.stream()
                .filter(w -> java.util.Objects.equals(w.makerId(), lot.makerId()))
                .findFirst();
    }

    OptionalDouble known(Optional<Double> grams) {
        return grams.isPresent() ? OptionalDouble.of(grams.get()) : OptionalDouble.empty();
    }

    private LotView view(LotRow l, Lots lots) {
        HoldingState state = HoldingState.valueOf(l.state());
        Optional<EstimateRow> looked =
                lots.estimates.getOrDefault(l.id(), List.of()).stream().findFirst();
        List<StockStore.PourRow> pours = lots.pours.getOrDefault(l.id(), List.of());
        // An estimate that a later pour has overtaken speaks no more.
        boolean current = looked.isPresent()
                && looked.get().leftPercent() == l.leftPercent()
                && pours.stream()
                        .noneMatch(p -> p.takenAfter(looked.get().lookedOn()).signum() > 0);
        Optional<Pace> pace = pace(l, lots, current ? looked : Optional.empty(), pours);
        StockStore.PartingRow parting = lots.partings.get(l.id());
        Optional<WeightRow> weight = weight(lots.weights, l);
        return new LotView(
                l.id(),
                l.form(),
                l.volume(),
                l.state(),
                l.leftPercent(),
                current ? looked.get().plusMinus() : null,
                l.volume() == null
                        ? null
                        : l.volume()
                                .multiply(BigDecimal.valueOf(l.leftPercent()))
                                .divide(BigDecimal.valueOf(100), 1, RoundingMode.HALF_UP)
                                .toPlainString(),
                from(l, looked, current, pours),
                state == HoldingState.HERE ? pace.map(Pace::words).orElse("") : "",
                state == HoldingState.HERE ? pace.map(Pace::from).orElse("") : "",
                parting == null || state == HoldingState.HERE
                        ? ""
                        : state.name().toLowerCase(Locale.ROOT).replace('_', ' ')
                                + (parting.whom().isEmpty() ? "" : ", " + parting.whom()) + ", " + parting.partedOn()
                                + (parting.note().isEmpty() ? "" : ": " + parting.note()),
                weight.map(WeightRow::emptyG).orElse(null),
                weight.map(WeightRow::fullG).orElse(null));
    }

    /** @param current whether nothing was poured since it was looked at last */
    private static String from(
            LotRow l, Optional<EstimateRow> looked, boolean current, List<StockStore.PourRow> pours) {
        String seen = looked.map(e -> e.said() + ", " + e.lookedOn()).orElse("");
        if (current) return seen;
        List<StockStore.PourRow> since = pours.stream()
                .filter(p -> looked.isEmpty()
                        || p.takenAfter(looked.get().lookedOn()).signum() > 0)
                .toList();
        if (!since.isEmpty()) {
            int pans = since.stream().mapToInt(StockStore.PourRow::pans).sum();
            String poured = (pans == 1 ? "a pan" : pans + " pans") + " poured, the last on "
                    + since.get(0).pouredOn();
            return seen.isEmpty() ? "from " + poured : seen + "; then " + poured;
        }
        if (l.leftPercent() == 100) return "as it came; nobody looked since";
        return "as it was written down";
    }

    /**
     * From full, when it came, or from when it was first looked at, to when it was looked at or poured from last. {@code looked}: the
     * latest that still speaks.
     */
    private static Optional<Pace> pace(
            LotRow l, Lots lots, Optional<EstimateRow> looked, List<StockStore.PourRow> pours) {
        List<EstimateRow> all = lots.estimates.getOrDefault(l.id(), List.of());
        Optional<EstimateRow> first = all.isEmpty() ? Optional.empty() : Optional.of(all.get(all.size() - 1));
        Optional<LocalDate> since = Optional.ofNullable(l.cameOn()).or(() -> first.map(EstimateRow::lookedOn));
        Optional<LocalDate> until = looked.map(EstimateRow::lookedOn)
                .or(() -> pours.stream().findFirst().map(StockStore.PourRow::pouredOn));
        if (l.volume() == null || since.isEmpty() || until.isEmpty()) return Optional.empty();
        double ml = l.volume().doubleValue();
        int before = l.cameOn() != null ? 100 : first.orElseThrow().leftPercent();
        long uses = Stream.concat(
                        lots.paintings.getOrDefault(l.paintId(), List.of()).stream(),
                        pours.stream().map(StockStore.PourRow::pouredOn))
                .filter(d -> !d.isBefore(since.get()) && !d.isAfter(until.get()))
                .count();
        return Pace.of(
                since.get(),
                until.get(),
                ml * (before - l.leftPercent()) / 100,
                ml * l.leftPercent() / 100,
                ml * looked.map(EstimateRow::plusMinus).orElse(POURED) / 100,
                (int) uses);
    }

    // ---- never used -------------------------------------------------------------------------------------------------

    record UnusedPaint(StockedPaint stocked, @Nullable LocalDate came, String said) {}

    record UnusedList(
            List<UnusedPaint> paints,
            int paintings,
            @Nullable LocalDate since) {}

    /** Owned paints that no painting used since they came; those that came first first. */
    @Transactional(readOnly = true)
    public UnusedList unused(Collector me) {
        Lots lots = lots(me);
        Optional<LocalDate> first = store.firstPainting(me);
        Set<LocalDate> days =
                lots.paintings.values().stream().flatMap(List::stream).collect(Collectors.toSet());
        Map<Long, LocalDate> came = new HashMap<>();
        LocalDate today = LocalDate.ofInstant(clock.instant(), ZoneOffset.UTC);
        List<Long> ids = lots.by.entrySet().stream()
                .filter(e -> e.getValue().stream().anyMatch(StockViews::own))
                .filter(e -> lots.paintings.getOrDefault(e.getKey(), List.of()).isEmpty())
                .peek(e -> e.getValue().stream()
                        .filter(StockViews::own)
                        .map(LotRow::cameOn)
                        .filter(java.util.Objects::nonNull)
                        .min(Comparator.naturalOrder())
                        .ifPresent(d -> came.put(e.getKey(), d)))
                .map(Map.Entry::getKey)
                // Nothing was painted since it came: of that nothing follows.
                .filter(id -> chances(days, came.get(id), today) > 0)
                .sorted(Comparator.comparing(id -> came.getOrDefault(id, LocalDate.MAX)))
                .toList();
        return new UnusedList(
                first.isEmpty()
                        ? List.of()
                        : views(me, lots, ids.subList(0, Math.min(MOST_SHOWN, ids.size()))).stream()
                                .map(s -> {
                                    LocalDate on = came.get(s.paint.id());
                                    return new UnusedPaint(s, on, unused(on, chances(days, on, today)));
                                })
                                .toList(),
                days.size(),
                first.orElse(null));
    }

    /** On how many days something was painted since it came. */
    private static long chances(Set<LocalDate> paintings, @Nullable LocalDate came, LocalDate today) {
        return paintings.stream()
                .filter(d -> came == null || !d.isBefore(came))
                .filter(d -> !d.isAfter(today))
                .count();
    }

    private static String unused(@Nullable LocalDate came, long chances) {
        return (came == null ? "It is not known when it came" : "Came on " + DayInWords.of(came))
                + "; in none of the paintings of " + chances + (chances == 1 ? " day" : " days")
                + (came == null ? " that are noted." : " noted since.");
    }

    /** What is left of the fullest of each paint that runs low, in percent. */
    Map<Long, Integer> runningLow(Collector me) {
        Map<Long, Integer> low = new LinkedHashMap<>();
        store.lots(me).stream()
                .collect(Collectors.groupingBy(LotRow::paintId, LinkedHashMap::new, Collectors.toList()))
                .forEach((paint, lots) -> {
                    if (runsLow(lots)) low.put(paint, fullest(lots));
                });
        return low;
    }
}
