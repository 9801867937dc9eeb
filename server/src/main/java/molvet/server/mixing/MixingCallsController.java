package molvet.server.mixing;

import java.math.RoundingMode;
import java.time.Duration;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import molvet.core.chart.Ladder;
import molvet.core.colour.Srgb;
import molvet.core.measure.Prices;
import molvet.core.measure.Refusal;
import molvet.core.measure.Volume;
import molvet.core.mixing.Ingredient;
import molvet.core.mixing.Match;
import molvet.core.mixing.Matching;
import molvet.core.mixing.MixCost;
import molvet.core.mixing.MixCost.PerMl;
import molvet.core.mixing.Mixture;
import molvet.core.mixing.Neutrals;
import molvet.core.mixing.Prediction;
import molvet.core.mixing.Target;
import molvet.core.mixing.Verdict;
import molvet.core.pigment.Granulation;
import molvet.core.pigment.Lightfastness;
import molvet.core.pigment.Staining;
import molvet.core.pigment.Transparency;
import molvet.server.collection.PaintStore;
import molvet.server.colour.LabValue;
import molvet.server.mixing.AskedIngredients.MatchTarget;
import molvet.server.mixing.AskedIngredients.MixedPart;
import molvet.server.platform.Collector;
import molvet.server.platform.OneOf;
import molvet.server.platform.Thinking;
import org.joda.money.Money;
import org.jspecify.annotations.Nullable;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RestController;

/** What mixtures look like, and which stand in for a paint: worked out, and nothing is kept. */
@RestController
class MixingCallsController {
    private static final Duration MOST = Duration.ofMillis(2500);
    private static final int MOST_CROSSED = 80;
    private static final int MOST_MATCHES = 20;

    private final Ingredients ingredients;
    private final AskedIngredients of;
    private final Thinking thinking;
    private final PaintStore paints;

    MixingCallsController(Ingredients ingredients, AskedIngredients of, Thinking thinking, PaintStore paints) {
        this.ingredients = ingredients;
        this.of = of;
        this.thinking = thinking;
        this.paints = paints;
    }

    record PredictAsked(@Nullable List<MixedPart> parts) {}

    /**
     * @param steps eleven colours from full strength to tint
     * @param uncertainty ΔE00 within which nine of ten mixtures lie at full strength; {@code uncertaintyTint} at the tint
     * @param separation what parts from what as it dries
     * @param colours the steps for the screen, #rrggbb
     */
    record ForeseenMix(
            LabValue massTone,
            LabValue tint,
            List<LabValue> steps,
            double uncertainty,
            double uncertaintyTint,
            @OneOf(Granulation.class) @Nullable String granulation,
            @OneOf(Transparency.class) String transparency,
            @OneOf(Staining.class) @Nullable String staining,
            @OneOf(Lightfastness.class) @Nullable String lightfastness,
            List<String> cautions,
            @Nullable String separation,
            List<String> reasons,
            List<String> colours) {
        static ForeseenMix of(Prediction p) {
            return new ForeseenMix(
                    LabValue.of(p.massTone()),
                    LabValue.of(p.tint()),
                    p.steps().stream().map(LabValue::of).toList(),
                    hundredth(p.uncertainty()),
                    hundredth(p.uncertaintyTint()),
                    name(p.granulation()),
                    p.transparency().name(),
                    name(p.staining()),
                    name(p.lightfastness()),
                    p.cautions(),
                    p.separation().orElse(null),
                    p.reasons(),
                    p.steps().stream().map(c -> Srgb.ofLab(c).hex()).toList());
        }
    }

    private static @Nullable String name(Optional<? extends Enum<?>> of) {
        return of.map(Enum::name).orElse(null);
    }

    private static double hundredth(double v) {
        return Math.round(v * 100) / 100.0;
    }

    /** What paints make together. */
    @PostMapping("/api/mixing/predict")
    @Transactional(readOnly = true)
    public ForeseenMix predict(Collector me, @RequestBody PredictAsked asked) {
        List<MixedPart> parts = asked.parts == null ? List.of() : asked.parts;
        if (parts.size() > Mixture.MOST_PARTS) {
            throw Refusal.of(
                    "parts",
                    parts.size() + " paints in one mixture are more than can be foreseen.",
                    "Up to " + Mixture.MOST_PARTS + " are mixed; two or three are usual.");
        }
        Map<Long, Ingredient> owned = ingredients.of(
                me,
                parts.stream()
                        .filter(p -> p != null && p.paint() != null)
                        .map(MixedPart::paint)
                        .toList());
        List<Mixture.Part> mixed = new ArrayList<>();
        Map<MixedPart, Ingredient> sent = new LinkedHashMap<>();
        for (int i = 0; i < parts.size(); i++) {
            MixedPart p = parts.get(i);
            String where = "parts[" + i + "]";
            if (p == null) throw Refusal.of(where, "There is nothing here.", "Give a paint, or a massTone.");
            Ingredient of = p.paint() != null
                    ? this.of.owned(me, owned, p.paint(), where)
                    : this.of.plain(p, i + 1, where, sent);
            mixed.add(new Mixture.Part(AskedIngredients.usable(of, where), p.part() == null ? 1 : p.part()));
        }
        return ForeseenMix.of(Prediction.of(Mixture.of(mixed)));
    }

    // ---- between two, and greys
    // ---------------------------------------------------------------------------------------

    /** @param paints from which and to which */
    record LadderAsked(@Nullable List<Long> paints) {}

    /** @param part of the one, {@code otherPart} of the other; {@code colours} from full strength to tint */
    record LadderStep(int part, int otherPart, List<String> colours, double uncertainty) {}

    record MixLadder(List<LadderStep> steps) {}

    /** What lies between two paints, in the parts hands measure. */
    @PostMapping("/api/mixing/ladder")
    @Transactional(readOnly = true)
    public MixLadder ladder(Collector me, @RequestBody LadderAsked asked) {
        List<Long> ends = asked.paints == null ? List.of() : asked.paints;
        if (ends.size() != 2 || ends.stream().anyMatch(java.util.Objects::isNull)) {
            throw Refusal.of("paints", "A ladder leads from one paint to another.", "Give two.");
        }
        Map<Long, Ingredient> own = ingredients.of(me, ends);
        Ingredient one = AskedIngredients.usable(of.owned(me, own, ends.get(0), "paints[0]"), "paints[0]");
        Ingredient other = AskedIngredients.usable(of.owned(me, own, ends.get(1), "paints[1]"), "paints[1]");
        return new MixLadder(Ladder.STEPS.stream()
                .map(r -> {
                    Prediction p = Prediction.of(
                            Mixture.of(List.of(new Mixture.Part(one, r.one()), new Mixture.Part(other, r.other()))));
                    return new LadderStep(
                            r.one(),
                            r.other(),
                            p.steps().stream().map(c -> Srgb.ofLab(c).hex()).toList(),
                            hundredth(p.uncertainty()));
                })
                .toList());
    }

    record NeutralsAsked(@Nullable String from, @Nullable Integer most) {}

    /** @param chroma of the wash at half strength; {@code darkest} L* at full strength; {@code colour} the wash, #rrggbb */
    record NeutralPair(List<MatchedPart> parts, double chroma, double darkest, String colour, String full) {}

    record NeutralList(List<NeutralPair> pairs, List<String> reasons) {}

    /** What neutralises what among the paints of a find, greyest first. */
    @PostMapping("/api/mixing/neutrals")
    @Transactional(readOnly = true)
    public NeutralList neutrals(Collector me, @RequestBody NeutralsAsked asked) {
        List<String> reasons = new ArrayList<>();
        List<Ingredient> from = of.from(me, asked.from, Set.of(), reasons);
        if (from.size() > MOST_CROSSED) {
            throw Refusal.of(
                    "from",
                    "Every two of " + from.size() + " paints are too many to try.",
                    "Take a palette, or a find of up to " + MOST_CROSSED + ".");
        }
        if (from.size() < 2) reasons.add("Two paints are needed that are painted out or whose pigments are known.");
        int most = asked.most == null ? 12 : Math.max(1, Math.min(60, asked.most));
        List<Neutrals.Neutral> found = thinking.within(MOST, goOn -> Neutrals.of(from, most, goOn));
        return new NeutralList(
                found.stream()
                        .map(n -> new NeutralPair(
                                MatchedPart.of(n.mixture()),
                                n.half().chroma(),
                                n.darkest(),
                                Srgb.ofLab(n.half()).hex(),
                                Srgb.ofLab(Prediction.of(n.mixture()).massTone())
                                        .hex()))
                        .toList(),
                reasons);
    }

    // ---- match ------------------------------------------------------------------------------------------------------

    /**
     * @param from “owned”, another find, a list of ids, or a list of plain values with ids of their own
     * @param most how many mixtures; {@code paints} of how many paints at most, three if left out
     */
    record MatchAsked(
            @Nullable MatchTarget target,
            @Nullable Object from,
            @Nullable Integer most,
            @Nullable Integer paints) {}

    record MatchedPart(Object id, String name, double part) {
        static List<MatchedPart> of(Mixture mixture) {
            return mixture.parts().stream()
                    .map(x -> new MatchedPart(x.of().id(), x.of().name(), x.part()))
                    .toList();
        }
    }

    /**
     * @param deltaE between both at full strength, {@code deltaETint} between both tints
     * @param atFull where both are as light as the target’s full strength, {@code atMiddle} halfway to its tint
     * @param colours eleven from full strength to tint for the screen
     * @param cost of a millilitre, as a sentence, where prices are known
     */
    record MatchedMix(
            List<MatchedPart> parts,
            LabValue massTone,
            LabValue tint,
            double deltaE,
            @Nullable Double deltaETint,
            double atFull,
            @Nullable Double atMiddle,
            @OneOf(Verdict.class) String verdict,
            double uncertainty,
            List<String> reasons,
            List<String> colours,
            @Nullable String cost) {
        static MatchedMix of(Match m, @Nullable String cost) {
            Prediction p = m.mix();
            return new MatchedMix(
                    MatchedPart.of(p.mixture()),
                    LabValue.of(p.massTone()),
                    LabValue.of(m.tint()),
                    m.deltaE(),
                    m.deltaETint().orElse(null),
                    m.atFull(),
                    m.atMiddle().orElse(null),
                    m.verdict().name(),
                    hundredth(p.uncertainty()),
                    m.reasons(),
                    p.steps().stream().map(c -> Srgb.ofLab(c).hex()).toList(),
                    cost);
        }
    }

    /** @param colours of the target from full strength to tint, for the screen */
    record MixMatches(List<MatchedMix> mixes, List<String> reasons, int tried, List<String> colours) {}

    /** Which mixtures stand in for a paint, best first. */
    @PostMapping("/api/mixing/match")
    @Transactional(readOnly = true)
    public MixMatches match(Collector me, @RequestBody MatchAsked asked) {
        int most = asked.most == null ? 5 : asked.most;
        if (most < 1 || most > MOST_MATCHES) {
            throw Refusal.of("most", "Between 1 and " + MOST_MATCHES + " mixtures can be asked for.", "5 is usual.");
        }
        int paints = asked.paints == null ? 3 : asked.paints;
        if (paints < 2 || paints > 3) {
            throw Refusal.of("paints", "Mixtures of two and of three are looked for.", "Give 2 or 3.");
        }
        if (asked.target == null) throw Refusal.of("target", "What is to be matched?", "Give a paint, or a massTone.");
        List<String> reasons = new ArrayList<>();
        Target target = of.target(me, asked.target);
        Set<Object> left = new HashSet<>();
        if (asked.target.paint() != null) left.add(asked.target.paint());
        List<Ingredient> from = of.from(me, asked.from, left, reasons);
        if (from.size() < 2) {
            throw Refusal.of(
                    "from",
                    from.isEmpty() ? "There is no paint to mix from." : "Of one paint nothing can be mixed.",
                    "Take more paints: “owned” is everything you own.");
        }
        Matching.Found search = thinking.within(MOST, goOn -> Matching.of(target, from, most, paints, goOn));
        search.caution().ifPresent(reasons::add);
        List<Match> found = search.mixes();
        if (found.isEmpty() || found.get(0).verdict() == Verdict.OTHER) {
            reasons.add(
                    (search.ended() ? "Nothing that was tried comes near " : "Nothing here comes near ") + target.name()
                            + "; what is shown is the nearest "
                            + (search.ended() ? "so far." : "that can be reached."));
        }
        Map<Object, PerMl> prices = prices(me, asked.target, found);
        Optional<PerMl> bought = bought(asked.target, prices);
        return new MixMatches(
                found.stream()
                        .map(m -> MatchedMix.of(
                                m,
                                MixCost.of(m.mix().mixture(), prices, bought)
                                        .map(c -> c.said(target.name()))
                                        .orElse(null)))
                        .toList(),
                reasons,
                from.size(),
                target.run().drawn().stream().map(c -> Srgb.ofLab(c).hex()).toList());
    }

    /** What a millilitre cost when it was bought last, by paint. */
    private Map<Object, PerMl> prices(Collector me, MatchTarget asked, List<Match> found) {
        Set<Long> ids = found.stream()
                .flatMap(m -> m.mix().mixture().parts().stream())
                .map(p -> p.of().id())
                .filter(Long.class::isInstance)
                .map(Long.class::cast)
                .collect(Collectors.toCollection(HashSet::new));
        if (asked.paint() != null) ids.add(asked.paint());
        Map<Object, PerMl> all = new HashMap<>();
        paints.priced(me, ids)
                .forEach(h -> all.putIfAbsent(
                        h.paintId(), new PerMl(h.price().divide(h.volume(), 6, RoundingMode.HALF_UP), h.currency())));
        return all;
    }

    private static Optional<PerMl> bought(MatchTarget asked, Map<Object, PerMl> prices) {
        if (asked.price() == null || asked.price().isBlank()) {
            return Optional.ofNullable(asked.paint()).map(prices::get);
        }
        Money price = Prices.parse(asked.price(), asked.currency() == null ? "EUR" : asked.currency());
        if (asked.volume() == null || asked.volume().isBlank()) {
            throw Refusal.of(
                    "target.volume", "A price says nothing without how much it buys.", "Give the volume in ml.");
        }
        return Optional.of(new PerMl(
                Prices.perMl(price, Volume.parse(asked.volume())),
                price.getCurrencyUnit().getCode()));
    }
}
