package molvet.server.mixing;

import java.math.RoundingMode;
import java.time.Duration;
import java.util.ArrayList;
import java.util.Collection;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import molvet.core.chart.Ladder;
import molvet.core.colour.Lab;
import molvet.core.colour.Srgb;
import molvet.core.colour.WashRun;
import molvet.core.measure.Prices;
import molvet.core.measure.Refusal;
import molvet.core.measure.Volume;
import molvet.core.measure.Words;
import molvet.core.mixing.Ingredient;
import molvet.core.mixing.Match;
import molvet.core.mixing.Matching;
import molvet.core.mixing.MixCost;
import molvet.core.mixing.MixCost.PerMl;
import molvet.core.mixing.Mixture;
import molvet.core.mixing.Neutrals;
import molvet.core.mixing.Prediction;
import molvet.core.mixing.Seen;
import molvet.core.mixing.Target;
import molvet.core.mixing.Unforeseen;
import molvet.core.mixing.Verdict;
import molvet.core.pigment.Granulation;
import molvet.core.pigment.LabelReader;
import molvet.core.pigment.Lightfastness;
import molvet.core.pigment.Recipe;
import molvet.core.pigment.Staining;
import molvet.core.pigment.Transparency;
import molvet.server.collection.Finder;
import molvet.server.collection.PaintStore;
import molvet.server.colour.LabValue;
import molvet.server.platform.Collector;
import molvet.server.platform.Fields;
import molvet.server.platform.NotFound;
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
    private static final int MOST_FROM = 2_000;
    private static final int MOST_SENT = 400;
    private static final int MOST_CROSSED = 80;
    private static final int MOST_MATCHES = 20;

    private final Ingredients ingredients;
    private final Finder finder;
    private final LabelReader reader;
    private final Thinking thinking;
    private final PaintStore paints;

    MixingCallsController(
            Ingredients ingredients, Finder finder, LabelReader reader, Thinking thinking, PaintStore paints) {
        this.paints = paints;
        this.ingredients = ingredients;
        this.finder = finder;
        this.reader = reader;
        this.thinking = thinking;
    }

    /** A paint of the collection, or plain values; {@code part} how many parts of it, one if left out. */
    record MixedPart(
            @Nullable Long paint,
            @Nullable String name,
            @Nullable LabValue massTone,
            @Nullable LabValue tint,
            @Nullable List<String> recipe,
            @OneOf(Granulation.class) @Nullable String granulation,
            @Nullable Double part) {}

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
                        .filter(p -> p != null && p.paint != null)
                        .map(MixedPart::paint)
                        .toList());
        List<Mixture.Part> mixed = new ArrayList<>();
        Map<MixedPart, Ingredient> sent = new LinkedHashMap<>();
        for (int i = 0; i < parts.size(); i++) {
            MixedPart p = parts.get(i);
            String where = "parts[" + i + "]";
            if (p == null) throw Refusal.of(where, "There is nothing here.", "Give a paint, or a massTone.");
            Ingredient of = p.paint != null ? owned(me, owned, p.paint, where) : plain(p, i + 1, where, sent);
            mixed.add(new Mixture.Part(usable(of, where), p.part == null ? 1 : p.part));
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
        Ingredient one = usable(owned(me, own, ends.get(0), "paints[0]"), "paints[0]");
        Ingredient other = usable(owned(me, own, ends.get(1), "paints[1]"), "paints[1]");
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
        List<Ingredient> from = from(me, asked.from, Set.of(), reasons);
        if (from.size() > MOST_CROSSED) {
            throw Refusal.of(
                    "from",
                    "Every two of " + from.size() + " paints are too many to try.",
                    "Take a palette, or a find of up to " + MOST_CROSSED + ".");
        }
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

    private static Ingredient usable(Ingredient of, String where) {
        Unforeseen.why(of).ifPresent(why -> {
            throw Refusal.of(where, why, "Leave it out, and paint that mixture once.");
        });
        return of;
    }

    private Ingredient owned(Collector me, Map<Long, Ingredient> owned, long paint, String where) {
        Ingredient of = owned.get(paint);
        if (of != null) return of;
        if (ingredients.isOwn(me, paint)) {
            throw Refusal.of(
                    where + ".paint",
                    "Of this paint neither a colour nor a recipe is known.",
                    "Swatch it and read the swatch, or write the pigments of its label.");
        }
        throw new NotFound("There is no such paint in your collection.");
    }

    private Ingredient plain(MixedPart p, int number, String where, Map<MixedPart, Ingredient> sent) {
        if (p.massTone == null) {
            throw Refusal.of(
                    where + ".massTone",
                    "A part has neither a paint nor a colour.",
                    "Give paint, or massTone with l, a and b.");
        }
        // The same values are the same paint, and a paint mixed with itself is that paint.
        MixedPart same = new MixedPart(null, p.name, p.massTone, p.tint, p.recipe, p.granulation, null);
        return sent.computeIfAbsent(
                same, k -> plain(number, name(p.name, number), p.massTone, p.tint, p.recipe, p.granulation, where));
    }

    private Ingredient plain(
            Object id,
            String name,
            LabValue massTone,
            @Nullable LabValue tint,
            @Nullable List<String> recipe,
            @Nullable String granulation,
            String where) {
        Lab full = colour(where + ".massTone", massTone);
        Optional<Lab> thin = Optional.ofNullable(tint).map(t -> colour(where + ".tint", t));
        return ingredients.plain(
                id,
                name,
                recipe(where + ".recipe", recipe),
                Seen.of(full, thin),
                grain(where + ".granulation", granulation));
    }

    private static Optional<Granulation> grain(String where, @Nullable String typed) {
        return typed == null ? Optional.empty() : Optional.of(Fields.one(where, typed, Granulation.values()));
    }

    private static String name(@Nullable String typed, int number) {
        String name = Words.line("name", Fields.text(typed), 120);
        return name.isBlank() ? "part " + number : name;
    }

    private Recipe recipe(String where, @Nullable List<String> codes) {
        if (codes == null || codes.isEmpty()) return Recipe.NONE;
        if (codes.size() > 20) throw Refusal.of(where, "More than 20 pigments in one paint.", "Name fewer.");
        return reader.read(Words.line(where, String.join(" ", codes), 400)).recipe();
    }

    /** @throws Refusal for what no surface has */
    private static Lab colour(String where, LabValue c) {
        boolean real = c.l() >= 0 && c.l() <= 100 && Math.abs(c.a()) <= 160 && Math.abs(c.b()) <= 160;
        if (!real) {
            throw Refusal.of(where, "No surface has this colour.", "L* lies between 0 and 100, a* and b* within 160.");
        }
        return c.lab();
    }

    // ---- match ------------------------------------------------------------------------------------------------------

    /** @param price what {@code volume} ml of it cost in {@code currency}; left out, the newest of its own holdings says it */
    record MatchTarget(
            @Nullable Long paint,
            @Nullable String name,
            @Nullable LabValue massTone,
            @Nullable LabValue tint,
            @OneOf(Granulation.class) @Nullable String granulation,
            @Nullable String price,
            @Nullable String currency,
            @Nullable String volume) {}

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
        Target target = target(me, asked.target);
        Set<Object> left = new HashSet<>();
        if (asked.target.paint != null) left.add(asked.target.paint);
        List<Ingredient> from = from(me, asked.from, left, reasons);
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
        if (asked.paint != null) ids.add(asked.paint);
        Map<Object, PerMl> all = new HashMap<>();
        paints.priced(me, ids)
                .forEach(h -> all.putIfAbsent(
                        h.paintId(), new PerMl(h.price().divide(h.volume(), 6, RoundingMode.HALF_UP), h.currency())));
        return all;
    }

    private static Optional<PerMl> bought(MatchTarget asked, Map<Object, PerMl> prices) {
        if (asked.price == null || asked.price.isBlank()) {
            return Optional.ofNullable(asked.paint).map(prices::get);
        }
        Money price = Prices.parse(asked.price, asked.currency == null ? "EUR" : asked.currency);
        if (asked.volume == null || asked.volume.isBlank()) {
            throw Refusal.of(
                    "target.volume", "A price says nothing without how much it buys.", "Give the volume in ml.");
        }
        return Optional.of(new PerMl(
                Prices.perMl(price, Volume.parse(asked.volume)),
                price.getCurrencyUnit().getCode()));
    }

    private Target target(Collector me, MatchTarget asked) {
        if (asked.paint != null) {
            Optional<Target> paint = ingredients.target(me, asked.paint);
            if (paint.isPresent()) return paint.get();
            if (!ingredients.isOwn(me, asked.paint)) throw new NotFound("There is no such paint in your collection.");
            throw Refusal.of(
                    "target.paint",
                    "This paint was not measured: there is no colour to match.",
                    "Swatch it and read the swatch, or give a massTone.");
        }
        if (asked.massTone == null)
            throw Refusal.of("target", "What is to be matched?", "Give a paint, or a massTone.");
        Lab full = colour("target.massTone", asked.massTone);
        Optional<Lab> tint = Optional.ofNullable(asked.tint).map(t -> colour("target.tint", t));
        String name = Words.line("target.name", Fields.text(asked.name), 120);
        return new Target(
                name.isBlank() ? "it" : name,
                tint.map(t -> WashRun.between(full, t)).orElse(new WashRun(List.of(full), false)),
                grain("target.granulation", asked.granulation),
                Optional.empty());
    }

    /** What may be mixed; what cannot be foreseen is left out, and said. */
    private List<Ingredient> from(Collector me, @Nullable Object asked, Set<Object> but, List<String> reasons) {
        List<Ingredient> all = new ArrayList<>();
        if (asked == null || asked instanceof String) {
            String find = asked == null ? "owned" : Words.line("from", (String) asked, 400);
            List<Long> ids = finder.ids(me, find, MOST_FROM + 1);
            if (ids.size() > MOST_FROM) {
                reasons.add("More than " + MOST_FROM + " paints: the first " + MOST_FROM + " were tried.");
                ids = ids.subList(0, MOST_FROM);
            }
            all.addAll(ingredients.of(me, ids).values());
        } else if (asked instanceof List<?> list) {
            all.addAll(listed(me, list));
        } else {
            throw Refusal.of("from", "This is neither a find nor a list.", "Give “owned”, a find, or a list.");
        }
        List<Ingredient> usable = all.stream()
                .filter(i -> !but.contains(i.id()))
                .filter(i -> Unforeseen.why(i).isEmpty())
                .toList();
        long strange = all.stream().filter(i -> Unforeseen.why(i).isPresent()).count();
        if (strange > 0) {
            reasons.add(
                    strange + (strange == 1 ? " paint that glows or glitters was" : " paints that glow or glitter were")
                            + " left out: no mixture of it can be foreseen.");
        }
        long guessed = usable.stream().filter(Ingredient::guessed).count();
        if (guessed > 0) {
            reasons.add(guessed + (guessed == 1 ? " paint was" : " paints were")
                    + " not measured; what the recipe usually gives stands for " + (guessed == 1 ? "it." : "them."));
        }
        return usable;
    }

    private Collection<Ingredient> listed(Collector me, List<?> list) {
        if (list.size() > MOST_SENT) {
            throw Refusal.of("from", "More than " + MOST_SENT + " paints are listed.", "List fewer, or give a find.");
        }
        Set<Long> ids = new LinkedHashSet<>();
        Map<Object, Ingredient> all = new LinkedHashMap<>();
        for (int i = 0; i < list.size(); i++) {
            String where = "from[" + i + "]";
            Object one = list.get(i);
            if (one instanceof Number n) {
                ids.add(n.longValue());
            } else if (one instanceof Map<?, ?> values) {
                Ingredient of = sent(values, where, i);
                if (all.put(of.id(), of) != null) {
                    throw Refusal.of(where + ".id", "“" + of.id() + "” is there twice.", "Give each an id of its own.");
                }
            } else {
                throw Refusal.of(
                        where, "This is neither an id nor a colour.", "Give ids, or objects with id and massTone.");
            }
        }
        Map<Long, Ingredient> owned = ingredients.of(me, ids);
        for (Long id : ids) {
            if (!owned.containsKey(id) && !ingredients.isOwn(me, id)) {
                throw new NotFound("There is no paint " + id + " in your collection.");
            }
        }
        all.putAll(owned);
        return all.values();
    }

    private Ingredient sent(Map<?, ?> values, String where, int place) {
        Object id = values.get("id");
        if (!(id instanceof String s && !s.isBlank() && s.length() <= 80) && !(id instanceof Number)) {
            throw Refusal.of(
                    where + ".id", "An id is missing here.", "Give each an id of its own: a word or a number.");
        }
        LabValue full = labValue(values.get("massTone"), where + ".massTone");
        if (full == null) {
            throw Refusal.of(where + ".massTone", "“" + id + "” has no colour.", "Give l, a and b.");
        }
        List<String> recipe = values.get("recipe") instanceof List<?> codes
                ? codes.stream().map(String::valueOf).toList()
                : List.of();
        Object granulation = values.get("granulation");
        Object name = values.get("name");
        return plain(
                id,
                name instanceof String n && !n.isBlank() ? Words.line(where + ".name", n, 120) : String.valueOf(id),
                full,
                labValue(values.get("tint"), where + ".tint"),
                recipe,
                granulation == null ? null : String.valueOf(granulation),
                where);
    }

    private static @Nullable LabValue labValue(@Nullable Object of, String where) {
        if (of == null) return null;
        if (of instanceof Map<?, ?> m
                && m.get("l") instanceof Number l
                && m.get("a") instanceof Number a
                && m.get("b") instanceof Number b) {
            return new LabValue(l.doubleValue(), a.doubleValue(), b.doubleValue());
        }
        throw Refusal.of(where, "A colour is not whole here.", "Give l, a and b as numbers.");
    }
}
