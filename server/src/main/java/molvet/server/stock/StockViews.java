package molvet.server.stock;

import java.math.BigDecimal;
import java.math.RoundingMode;
import java.time.Clock;
import java.time.LocalDate;
import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.HashSet;
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
import molvet.core.maker.Sizes;
import molvet.core.measure.Refusal;
import molvet.core.pigment.Granulation;
import molvet.core.pigment.LabelReader;
import molvet.core.pigment.Lightfastness;
import molvet.core.pigment.Pigment;
import molvet.core.pigment.PigmentCode;
import molvet.core.pigment.PigmentReference;
import molvet.core.pigment.Recipe;
import molvet.core.pigment.Trait;
import molvet.core.stock.Pace;
import molvet.core.stock.Replacement;
import molvet.server.choosing.ShortlistStore;
import molvet.server.collection.Finder;
import molvet.server.collection.PaintViews;
import molvet.server.collection.PaintViews.PaintEntry;
import molvet.server.collection.VoiceStore;
import molvet.server.collection.VoiceStore.VoiceRow;
import molvet.server.platform.Collector;
import molvet.server.platform.NotFound;
import molvet.server.platform.OneOf;
import molvet.server.stock.StockStore.EstimateRow;
import molvet.server.stock.StockStore.LotRow;
import molvet.server.stock.StockStore.WeightRow;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** What is left and how long it lasts, what runs low and what replaces it, what is no longer made, and what is never used. */
@Component
class StockViews {
    /** What pans take from a tube is known to some percent of it. */
    private static final int POURED = 5;

    private static final int MOST_SHOWN = 400;
    private static final int MOST_LOW = 60;
    private static final String DISCONTINUED = "DISCONTINUED";
    private static final int FEW = 4;

    private final StockStore store;
    private final ShortlistStore charts;
    private final VoiceStore voices;
    private final PaintViews paints;
    private final Finder finder;
    private final LabelReader reader;
    private final PigmentReference reference;
    private final Clock clock;

    StockViews(
            StockStore store,
            ShortlistStore charts,
            VoiceStore voices,
            PaintViews paints,
            Finder finder,
            LabelReader reader,
            PigmentReference reference,
            Clock clock) {
        this.store = store;
        this.charts = charts;
        this.voices = voices;
        this.paints = paints;
        this.finder = finder;
        this.reader = reader;
        this.reference = reference;
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

    private record Lots(
            Map<Long, List<LotRow>> by,
            Map<Long, List<EstimateRow>> estimates,
            Map<Long, List<StockStore.PourRow>> pours,
            Map<Long, List<LocalDate>> paintings,
            Map<Long, StockStore.PartingRow> partings,
            List<WeightRow> weights) {}

    private Lots lots(Collector me) {
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

    private List<StockedPaint> views(Collector me, Lots lots, List<Long> ids) {
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

    private static boolean own(LotRow l) {
        return HoldingState.valueOf(l.state()).counts()
                && !HoldingForm.valueOf(l.form()).isOnlyASample();
    }

    private static boolean runsLow(List<LotRow> lots) {
        return Holding.isRunningLow(lots.stream()
                .map(l -> new Holding(
                        HoldingForm.valueOf(l.form()),
                        Optional.empty(),
                        l.leftPercent(),
                        HoldingState.valueOf(l.state())))
                .toList());
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
                        .noneMatch(p -> p.pouredOn().isAfter(looked.get().lookedOn()));
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
                from(l, current ? looked : Optional.empty(), pours),
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

    private static String from(LotRow l, Optional<EstimateRow> looked, List<StockStore.PourRow> pours) {
        if (looked.isPresent()) return looked.get().said() + ", " + looked.get().lookedOn();
        if (!pours.isEmpty()) {
            int pans = pours.stream().mapToInt(StockStore.PourRow::pans).sum();
            return "from " + (pans == 1 ? "a pan" : pans + " pans") + " poured, the last on "
                    + pours.get(0).pouredOn();
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

    // ---- runs low ---------------------------------------------------------------------------------------------------

    /** @param colour of a maker’s chart, where the paint is not in the collection */
    record ReplacementView(
            @Nullable PaintEntry paint,
            @Nullable Long colour,
            String name,
            String maker,
            List<String> recipe,
            @OneOf(Replacement.Kind.class) String kind,
            List<Double> strengths,
            @Nullable String perMl,
            List<String> said) {}

    /** @param gone that its maker lists it no more, in a sentence; empty where it does, or where no chart is known */
    record LowPaint(StockedPaint stocked, String gone, List<ReplacementView> replacements) {}

    record LowList(List<LowPaint> paints, int all) {}

    record Replacements(
            PaintEntry paint, @Nullable String perMl, String currency, List<ReplacementView> replacements) {}

    /** What runs low, the most used first, with the few best of what replaces each. */
    @Transactional(readOnly = true)
    public LowList low(Collector me) {
        Lots lots = lots(me);
        List<Long> low = lots.by.keySet().stream()
                .filter(id -> runsLow(lots.by.get(id)))
                .sorted(Comparator.comparingInt(
                        id -> -lots.paintings.getOrDefault(id, List.of()).size()))
                .toList();
        Market market = market(me);
        List<Long> shown = low.subList(0, Math.min(MOST_LOW, low.size()));
        Map<Long, List<Replacement>> replacing = new HashMap<>();
        for (long id : shown) {
            replacing.put(
                    id, market.replacing(id, reference).stream().limit(FEW).toList());
        }
        Map<Long, PaintEntry> entries =
                entries(me, replacing.values().stream().flatMap(List::stream).toList());
        return new LowList(
                views(me, lots, shown).stream()
                        .map(s -> new LowPaint(
                                s,
                                market.gone.contains(s.paint.id()) ? "Its maker lists it no more." : "",
                                replacements(entries, market, replacing.get(s.paint.id()))))
                        .toList(),
                low.size());
    }

    @Transactional(readOnly = true)
    public Replacements replacements(Collector me, long paint) {
        Market market = market(me);
        Replacement.Stocked low = market.of(paint).orElseThrow(() -> new NotFound("There is no such paint."));
        PaintEntry entry = paints.entries(me, List.of(paint)).get(0);
        List<Replacement> all = market.replacing(paint, reference);
        return new Replacements(
                entry,
                low.perMl().map(StockViews::plain).orElse(null),
                market.currency,
                replacements(entries(me, all), market, all));
    }

    private static String plain(BigDecimal perMl) {
        return perMl.setScale(2, RoundingMode.HALF_UP).toPlainString();
    }

    private Map<Long, PaintEntry> entries(Collector me, List<Replacement> all) {
        return paints
                .entries(
                        me,
                        all.stream()
                                .map(Replacement::paint)
                                .filter(p -> p != 0)
                                .distinct()
                                .toList())
                .stream()
                .collect(Collectors.toMap(PaintEntry::id, e -> e));
    }

    private static List<ReplacementView> replacements(
            Map<Long, PaintEntry> entries, Market market, List<Replacement> all) {
        return all.stream()
                .map(r -> {
                    Replacement.Stocked s = market.stocked(r);
                    return new ReplacementView(
                            entries.get(r.paint()),
                            r.colour() == 0 ? null : r.colour(),
                            s.name(),
                            s.maker(),
                            s.recipe().pigments().stream().map(Object::toString).toList(),
                            r.kind().name(),
                            r.strengths(),
                            r.perMl().map(StockViews::plain).orElse(null),
                            r.said());
                })
                .toList();
    }

    /** All that could be bought: paints by their id, colours of charts by its negative. Prices in one currency, the commonest. */
    private record Market(
            Map<Long, Replacement.Stocked> all, Map<Long, Replacement.Stocked> again, Set<Long> gone, String currency) {
        Replacement.Stocked stocked(Replacement r) {
            if (r.colour() == 0) return all.get(r.paint());
            return Optional.ofNullable(all.get(-r.colour()))
                    .orElseGet(() -> again.values().stream()
                            .filter(s -> s.colour() == r.colour())
                            .findFirst()
                            .orElseThrow());
        }

        Optional<Replacement.Stocked> of(long paint) {
            return Optional.ofNullable(all.get(paint));
        }

        List<Replacement> replacing(long paint, PigmentReference reference) {
            List<Replacement.Stocked> from = new ArrayList<>(all.values());
            if (again.containsKey(paint)) from.add(again.get(paint));
            return of(paint).map(p -> Replacement.of(p, from, reference)).orElse(List.of());
        }
    }

    private Market market(Collector me) {
        List<LotRow> lots = store.lots(me);
        String currency = lots.stream()
                .map(LotRow::currency)
                .filter(java.util.Objects::nonNull)
                .collect(Collectors.groupingBy(c -> c, Collectors.counting()))
                .entrySet()
                .stream()
                .max(Map.Entry.comparingByValue())
                .map(Map.Entry::getKey)
                .orElse("EUR");
        Map<Long, BigDecimal> paid = new HashMap<>();
        Map<Long, String> sizes = charts.chartSizes(me);
        for (LotRow l : lots) {
            if (l.price() == null
                    || !currency.equals(l.currency())
                    || l.volume() == null
                    || l.volume().signum() <= 0) continue;
            if (HoldingForm.valueOf(l.form()).isOnlyASample()) continue;
            paid.put(l.paintId(), l.price().divide(l.volume(), 4, RoundingMode.HALF_UP));
        }
        Map<Long, StockStore.AsMadeRow> asMade = store.asMade(me);
        Set<Long> gone = asMade.values().stream()
                .filter(m -> m.status().equals(DISCONTINUED))
                .map(StockStore.AsMadeRow::paintId)
                .collect(Collectors.toSet());
        Map<Long, Replacement.Stocked> again = new HashMap<>();
        Map<Long, Replacement.Stocked> all = new LinkedHashMap<>();
        for (VoiceRow r : voices.all(me)) {
            all.put(
                    r.id(),
                    new Replacement.Stocked(
                            r.id(),
                            0,
                            r.name(),
                            r.maker(),
                            r.pigments(),
                            r.run(),
                            r.heard().get(Trait.GRANULATION).verdict().map(Granulation.class::cast),
                            r.heard().get(Trait.LIGHTFASTNESS).verdict().map(Lightfastness.class::cast),
                            !gone.contains(r.id()),
                            r.standing().equals("OWNED"),
                            Optional.ofNullable(sizes.get(r.id()))
                                    .flatMap(z -> perMl(z, currency))
                                    .or(() -> Optional.ofNullable(paid.get(r.id())))));
        }
        for (ShortlistStore.ListedRow c : charts.listed(me)) {
            all.put(
                    -c.id(),
                    new Replacement.Stocked(
                            0,
                            c.id(),
                            c.name(),
                            c.maker(),
                            reader.read(c.labelText()).recipe(),
                            Optional.empty(),
                            Optional.empty(),
                            Optional.empty(),
                            true,
                            false,
                            perMl(c.sizes(), currency)));
        }
        asMade.values().stream().filter(m -> !gone.contains(m.paintId())).forEach(m -> {
            Replacement.Stocked own = all.get(m.paintId());
            Recipe now = reader.read(m.labelText()).recipe();
            boolean same =
                    now.isEmpty() || now.fingerprint().equals(own.recipe().fingerprint());
            again.put(
                    m.paintId(),
                    new Replacement.Stocked(
                            0,
                            m.colourId(),
                            m.name(),
                            own.maker(),
                            now.isEmpty() ? own.recipe() : now,
                            same ? own.run() : Optional.empty(),
                            same ? own.grain() : Optional.empty(),
                            same ? own.lasts() : Optional.empty(),
                            true,
                            false,
                            perMl(m.sizes(), currency)));
        });
        return new Market(all, again, gone, currency);
    }

    /** Of the cheapest size by the ml. */
    private static Optional<BigDecimal> perMl(String sizes, String currency) {
        if (sizes.isEmpty()) return Optional.empty();
        try {
            return Sizes.parse(sizes, "EUR").all().stream()
                    .filter(s -> s.price().isPresent()
                            && s.price().get().getCurrencyUnit().getCode().equals(currency))
                    .map(s -> s.price().get().getAmount().divide(s.volume().ml(), 4, RoundingMode.HALF_UP))
                    .min(Comparator.naturalOrder());
        } catch (Refusal wordsOnly) {
            return Optional.empty();
        }
    }

    // ---- no longer made ---------------------------------------------------------------------------------------------

    /**
     * @param ml in tubes and pans of a known volume; {@code unknown} more are of none
     * @param nearest what comes nearest and is still made; null where nothing was measured that is near
     */
    record UnmadePigment(
            String code,
            String chemicalName,
            String ml,
            int unknown,
            List<StockedPaint> paints,
            @Nullable ReplacementView nearest,
            String said) {}

    record UnmadeList(List<UnmadePigment> pigments) {}

    @Transactional(readOnly = true)
    public UnmadeList unmade(Collector me) {
        Lots lots = lots(me);
        Market market = market(me);
        Map<PigmentCode, List<Long>> by = new LinkedHashMap<>();
        for (Replacement.Stocked s : market.all.values()) {
            if (s.paint() == 0 || lots.by.getOrDefault(s.paint(), List.of()).isEmpty()) continue;
            for (PigmentCode c : s.recipe().pigments()) {
                if (reference.find(c).filter(Pigment::outOfProduction).isPresent()) {
                    by.computeIfAbsent(c, k -> new ArrayList<>()).add(s.paint());
                }
            }
        }
        return new UnmadeList(by.entrySet().stream()
                .sorted(Comparator.comparing(e -> e.getKey().toString()))
                .map(e -> unmade(me, lots, market, e.getKey(), e.getValue()))
                .toList());
    }

    private UnmadePigment unmade(Collector me, Lots lots, Market market, PigmentCode code, List<Long> ids) {
        BigDecimal ml = BigDecimal.ZERO;
        int unknown = 0;
        for (long id : ids) {
            for (LotRow l : lots.by.get(id)) {
                if (!own(l)) continue;
                if (l.volume() == null) unknown++;
                else
                    ml = ml.add(l.volume()
                            .multiply(BigDecimal.valueOf(l.leftPercent()))
                            .movePointLeft(2));
            }
        }
        Set<Long> skip = new HashSet<>(ids);
        // The purest stands for the pigment.
        Optional<Replacement> nearest = ids.stream()
                .map(market.all::get)
                .filter(s -> s.run().isPresent())
                .min(Comparator.comparingInt(s -> s.recipe().pigments().size()))
                .flatMap(s -> Replacement.of(
                                s,
                                market.all.values().stream()
                                        .filter(o -> o.paint() != 0
                                                && !skip.contains(o.paint())
                                                && o.run().isPresent())
                                        .toList(),
                                reference)
                        .stream()
                        .filter(r -> !r.strengths().isEmpty())
                        .min(Comparator.comparingDouble(r -> r.strengths().get(1))));
        String held = unknown == 0 ? "" : unknown + (unknown == 1 ? " holding" : " holdings") + " of no known volume";
        boolean dots = ml.signum() == 0 && unknown == 0;
        String left = dots
                ? "only dots or samples are in the house"
                : ml.signum() == 0
                        ? held + (unknown == 1 ? " is" : " are") + " in the house"
                        : ml.setScale(1, RoundingMode.HALF_UP) + " ml are in the house"
                                + (held.isEmpty() ? "" : ", and " + held);
        String said = code + " is no longer made: " + left + (dots ? "." : ". Keep it for what nothing else does.")
                + nearest.map(r -> " " + market.all.get(r.paint()).name() + " of "
                                + market.all.get(r.paint()).recipe() + " "
                                + r.said().get(0) + ".")
                        .orElse(" Nothing that is measured and still made comes near.");
        return new UnmadePigment(
                code.toString(),
                reference.find(code).map(Pigment::chemicalName).orElse(""),
                ml.setScale(1, RoundingMode.HALF_UP).toPlainString(),
                unknown,
                views(me, lots, ids),
                nearest.map(r -> replacements(entries(me, List.of(r)), market, List.of(r))
                                .get(0))
                        .orElse(null),
                said);
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
                .sorted(Comparator.comparing(id -> came.getOrDefault(id, LocalDate.MAX)))
                .toList();
        LocalDate today = LocalDate.ofInstant(clock.instant(), ZoneOffset.UTC);
        return new UnusedList(
                first.isEmpty()
                        ? List.of()
                        : views(me, lots, ids.subList(0, Math.min(MOST_SHOWN, ids.size()))).stream()
                                .map(s -> {
                                    LocalDate on = came.get(s.paint.id());
                                    LocalDate from = on == null || on.isBefore(first.get()) ? first.get() : on;
                                    long chances = days.stream()
                                            .filter(d -> !d.isBefore(from) && !d.isAfter(today))
                                            .count();
                                    return new UnusedPaint(
                                            s,
                                            on,
                                            (on == null ? "It is not known when it came" : "Came " + on)
                                                    + "; in none of the paintings of " + chances
                                                    + (chances == 1 ? " day" : " days") + " noted since.");
                                })
                                .toList(),
                days.size(),
                first.orElse(null));
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
