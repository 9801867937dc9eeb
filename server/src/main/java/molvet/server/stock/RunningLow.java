package molvet.server.stock;

import java.math.BigDecimal;
import java.math.RoundingMode;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import molvet.core.pigment.Pigment;
import molvet.core.pigment.PigmentCode;
import molvet.core.pigment.PigmentReference;
import molvet.core.pigment.Recipe;
import molvet.core.stock.Replacement;
import molvet.core.stock.Unmade;
import molvet.server.collection.PaintViews;
import molvet.server.collection.PaintViews.PaintEntry;
import molvet.server.platform.Collector;
import molvet.server.platform.NotFound;
import molvet.server.platform.OneOf;
import molvet.server.stock.Markets.Market;
import molvet.server.stock.StockViews.Lots;
import molvet.server.stock.StockViews.StockedPaint;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** What runs low and what replaces it, and which pigments in the house are made no more. */
@Component
class RunningLow {
    private static final int MOST_LOW = 60;
    private static final int FEW = 4;

    private final StockViews stock;
    private final Markets markets;
    private final PaintViews paints;
    private final PigmentReference reference;

    RunningLow(StockViews stock, Markets markets, PaintViews paints, PigmentReference reference) {
        this.stock = stock;
        this.markets = markets;
        this.paints = paints;
        this.reference = reference;
    }

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
        Lots lots = stock.lots(me);
        List<Long> low = lots.by().keySet().stream()
                .filter(id -> StockViews.runsLow(lots.by().get(id)))
                .sorted(Comparator.comparingInt(
                        id -> -lots.paintings().getOrDefault(id, List.of()).size()))
                .toList();
        Market market = markets.market(me);
        List<Long> shown = low.subList(0, Math.min(MOST_LOW, low.size()));
        Map<Long, List<Replacement>> replacing = new HashMap<>();
        for (long id : shown) {
            replacing.put(
                    id, market.replacing(id, reference).stream().limit(FEW).toList());
        }
        Map<Long, PaintEntry> entries =
                entries(me, replacing.values().stream().flatMap(List::stream).toList());
        return new LowList(
                stock.views(me, lots, shown).stream()
                        .map(s -> new LowPaint(
                                s,
                                market.gone().contains(s.paint().id()) ? "Its maker lists it no more." : "",
                                replacements(
                                        entries, market, replacing.get(s.paint().id()))))
                        .toList(),
                low.size());
    }

    @Transactional(readOnly = true)
    public Replacements replacements(Collector me, long paint) {
        Market market = markets.market(me);
        Replacement.Stocked low = market.of(paint).orElseThrow(() -> new NotFound("There is no such paint."));
        PaintEntry entry = paints.entries(me, List.of(paint)).get(0);
        List<Replacement> all = market.replacing(paint, reference);
        return new Replacements(
                entry,
                low.perMl().map(RunningLow::plain).orElse(null),
                market.currency(),
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
                            r.perMl().map(RunningLow::plain).orElse(null),
                            r.said());
                })
                .toList();
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
        Lots lots = stock.lots(me);
        Market market = markets.market(me);
        Map<PigmentCode, List<Long>> by = new LinkedHashMap<>();
        for (Replacement.Stocked s : market.all().values()) {
            if (s.paint() == 0 || lots.by().getOrDefault(s.paint(), List.of()).isEmpty()) continue;
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

    /** Of a code that there is not, such as a misprint, nobody can say that it is still made. */
    private boolean isKnown(Recipe recipe) {
        return recipe.pigments().stream().allMatch(reference::holds);
    }

    private UnmadePigment unmade(Collector me, Lots lots, Market market, PigmentCode code, List<Long> ids) {
        Unmade held = Unmade.of(
                code,
                ids.stream()
                        .flatMap(id -> lots.by().get(id).stream())
                        .map(StockViews::holding)
                        .toList());
        Set<Long> skip = new HashSet<>(ids);
        // The purest stands for the pigment.
        Optional<Replacement> nearest = ids.stream()
                .map(market.all()::get)
                .filter(s -> s.run().isPresent())
                .min(Comparator.comparingInt(s -> s.recipe().pigments().size()))
                .flatMap(s -> Replacement.of(
                                s,
                                market.all().values().stream()
                                        .filter(o -> o.paint() != 0
                                                && !skip.contains(o.paint())
                                                && o.run().isPresent()
                                                && isKnown(o.recipe()))
                                        .toList(),
                                reference)
                        .stream()
                        .filter(r -> !r.strengths().isEmpty())
                        .min(Comparator.comparingDouble(r -> r.strengths().get(1))));
        boolean measured =
                ids.stream().map(market.all()::get).anyMatch(p -> p.run().isPresent());
        String said = held.words()
                + nearest.map(r -> " " + market.all().get(r.paint()).name() + " of "
                                + market.all().get(r.paint()).recipe() + " "
                                + r.said().get(0) + ".")
                        .orElse(
                                measured
                                        ? " Nothing that is measured and still made comes near."
                                        : " None of it was measured: what comes near cannot be said.");
        return new UnmadePigment(
                code.toString(),
                reference.find(code).map(Pigment::chemicalName).orElse(""),
                held.ml().toPlainString(),
                held.unknown(),
                stock.views(me, lots, ids),
                nearest.map(r -> replacements(entries(me, List.of(r)), market, List.of(r))
                                .get(0))
                        .orElse(null),
                said);
    }
}
