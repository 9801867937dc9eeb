package molvet.server.choosing;

import java.math.BigDecimal;
import java.math.RoundingMode;
import java.time.Duration;
import java.time.Instant;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.OptionalLong;
import java.util.Set;
import java.util.function.Predicate;
import java.util.stream.Collectors;
import molvet.core.choosing.FinalCut;
import molvet.core.choosing.ThreeQuestions;
import molvet.core.choosing.TrialMark;
import molvet.core.colour.DeltaE;
import molvet.core.colour.Difference;
import molvet.core.colour.Lab;
import molvet.core.maker.Sizes;
import molvet.core.measure.Refusal;
import molvet.core.pigment.Grade;
import molvet.core.pigment.Granulation;
import molvet.core.pigment.LabelReader;
import molvet.core.pigment.Lightfastness;
import molvet.core.pigment.PigmentReference;
import molvet.core.pigment.Staining;
import molvet.core.pigment.Trait;
import molvet.core.pigment.UsualColour;
import molvet.server.choosing.ShortlistStore.CandidateRow;
import molvet.server.choosing.ShortlistStore.MarkRow;
import molvet.server.choosing.ShortlistStore.NoteRow;
import molvet.server.choosing.ShortlistStore.ShortlistRow;
import molvet.server.collection.PaintViews;
import molvet.server.collection.PaintViews.PaintEntry;
import molvet.server.collection.Paints;
import molvet.server.collection.VoiceStore;
import molvet.server.collection.VoiceStore.VoiceRow;
import molvet.server.colour.Runs;
import molvet.server.maker.MakerStore;
import molvet.server.maker.Makers;
import molvet.server.platform.Collector;
import molvet.server.platform.NotFound;
import molvet.server.platform.OneOf;
import molvet.server.platform.Thinking;
import molvet.server.platform.Utc;
import org.joda.money.CurrencyUnit;
import org.joda.money.Money;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** Shortlists as pages show them, what the record suggests for one, and its final cut. */
@Component
class ShortlistViews {
    /** With what is around it, an answer comes within five seconds. */
    private static final Duration MOST = Duration.ofMillis(4000);

    private final ShortlistStore store;
    private final PaintViews paints;
    private final VoiceStore voices;
    private final MakerStore makers;
    private final LabelReader reader;
    private final PigmentReference reference;
    private final Thinking thinking;

    ShortlistViews(
            ShortlistStore store,
            PaintViews paints,
            VoiceStore voices,
            MakerStore makers,
            LabelReader reader,
            PigmentReference reference,
            Thinking thinking) {
        this.store = store;
        this.paints = paints;
        this.voices = voices;
        this.makers = makers;
        this.reader = reader;
        this.reference = reference;
        this.thinking = thinking;
    }

    record ShortlistEntry(
            long id,
            String name,
            String purpose,
            int wells,
            @Nullable String budget,
            String currency,
            LocalDate begunOn,
            @Nullable LocalDate decidedOn,
            int candidates) {}

    record ShortlistList(List<ShortlistEntry> shortlists) {}

    record MarkView(@OneOf(TrialMark.class) String mark, String word, Instant at) {}

    record ResearchNote(
            long id,
            String said,
            String readWhere,
            @Nullable String price,
            @Nullable String currency,
            @Nullable String perMl,
            LocalDate on) {}

    /** Another candidate that is like it. */
    record LikeOther(long candidate, String name, @Nullable Double deltaE, String said) {}

    /**
     * @param counts how much it counts in the final cut, and {@code countsBecause} why
     * @param price what it would cost; null where that is not known; {@code priceFrom} says from what
     * @param guessed whether its colour is the usual one of its recipe, since it was never measured
     * @param marks the latest first
     */
    record CandidateView(
            long id,
            PaintEntry paint,
            @OneOf(ThreeQuestions.Question.class) @Nullable String question,
            String reason,
            boolean must,
            @Nullable Double liking,
            double counts,
            String countsBecause,
            @Nullable String price,
            String priceFrom,
            @OneOf(Shortlists.ByHand.class) @Nullable String byHand,
            boolean guessed,
            boolean colourless,
            List<MarkView> marks,
            List<ResearchNote> notes,
            List<LikeOther> like,
            @OneOf(Shortlists.Decided.class) @Nullable String decided,
            String decidedWhy,
            int version) {}

    record ShortlistPage(
            long id,
            String name,
            String purpose,
            int wells,
            @Nullable String budget,
            String currency,
            LocalDate begunOn,
            @Nullable LocalDate decidedOn,
            List<CandidateView> candidates,
            int version) {}

    @Transactional(readOnly = true)
    public ShortlistList list(Collector me) {
        Map<Long, Integer> sizes = store.sizes(me);
        return new ShortlistList(store.shortlists(me).stream()
                .map(s -> new ShortlistEntry(
                        s.id(),
                        s.name(),
                        s.purpose(),
                        s.wells(),
                        plain(s.budget()),
                        s.currency(),
                        s.begunOn(),
                        s.decidedOn(),
                        sizes.getOrDefault(s.id(), 0)))
                .toList());
    }

    private static @Nullable String plain(@Nullable BigDecimal amount) {
        return amount == null ? null : amount.toPlainString();
    }

    @Transactional(readOnly = true)
    public ShortlistPage page(Collector me, ShortlistRow s) {
        Known known = known(me, s);
        return new ShortlistPage(
                s.id(),
                s.name(),
                s.purpose(),
                s.wells(),
                plain(s.budget()),
                s.currency(),
                s.begunOn(),
                s.decidedOn(),
                known.all.stream().map(c -> view(c, known)).toList(),
                s.version());
    }

    /** A candidate with what is known of it. */
    private record One(
            CandidateRow row,
            VoiceRow paint,
            PaintEntry entry,
            Optional<Lab> lab,
            List<MarkRow> marks,
            List<NoteRow> notes,
            Price price,
            boolean loved) {
        Optional<TrialMark> mark() {
            return marks.stream().findFirst().map(m -> TrialMark.valueOf(m.mark()));
        }

        boolean taken() {
            return row.must() || row.byHand().equals(Shortlists.ByHand.TAKEN.name());
        }

        boolean left() {
            return row.byHand().equals(Shortlists.ByHand.LEFT.name());
        }

        /** One that was marked no is weighed no more, unless it must stay. */
        boolean weighed() {
            return taken() || mark().filter(m -> m == TrialMark.NO).isEmpty();
        }

        double counts() {
            if (row.liking() != null) return row.liking();
            return mark().map(TrialMark::counts).orElse(1.0) + (loved ? 1 : 0);
        }

        String countsBecause() {
            if (row.liking() != null) return "as you said";
            List<String> said = new ArrayList<>();
            said.add(mark().map(m -> "marked " + m.words()).orElse("not tried yet"));
            if (loved) said.add("loved");
            return String.join(", ", said);
        }

        Lab half() {
            return paint.run().map(r -> r.half()).orElseGet(lab::orElseThrow);
        }
    }

    /** What it costs: in cents where it is known, and from what. */
    private record Price(OptionalLong cents, String from) {}

    private record Known(ShortlistRow shortlist, List<One> all) {}

    private Known known(Collector me, ShortlistRow s) {
        List<CandidateRow> rows = store.candidates(me, s.id());
        List<Long> ids = rows.stream().map(CandidateRow::paintId).toList();
        Map<Long, VoiceRow> by = voices.some(me, ids).stream().collect(Collectors.toMap(VoiceRow::id, r -> r));
        Map<Long, PaintEntry> entries =
                paints.entries(me, ids).stream().collect(Collectors.toMap(PaintEntry::id, e -> e));
        Map<Long, List<MarkRow>> marks = store.marks(me, s.id());
        Map<Long, List<NoteRow>> notes = store.notes(me);
        Map<Long, Integer> liking = voices.liking(me);
        Map<Long, ShortlistStore.OwnedRow> owned = store.owned(me);
        Map<Long, String> charts = store.chartSizes(me);
        return new Known(
                s,
                rows.stream()
                        .filter(c -> by.containsKey(c.paintId()) && entries.containsKey(c.paintId()))
                        .map(c -> {
                            VoiceRow p = by.get(c.paintId());
                            List<NoteRow> said = notes.getOrDefault(c.paintId(), List.of());
                            return new One(
                                    c,
                                    p,
                                    entries.get(c.paintId()),
                                    p.massTone()
                                            .or(() -> UsualColour.of(p.pigments(), reference)
                                                    .map(UsualColour::massTone)),
                                    marks.getOrDefault(c.id(), List.of()),
                                    said,
                                    price(s, c, p, said, owned.get(c.paintId()), charts.get(c.paintId())),
                                    liking.getOrDefault(c.paintId(), 0) == 2);
                        })
                        .toList());
    }

    private static Price price(
            ShortlistRow s,
            CandidateRow c,
            VoiceRow p,
            List<NoteRow> notes,
            ShortlistStore.@Nullable OwnedRow last,
            @Nullable String sizes) {
        if (p.standing().equals("OWNED")) return new Price(OptionalLong.of(0), "you own it");
        CurrencyUnit unit = CurrencyUnit.of(s.currency());
        if (c.price() != null) return new Price(OptionalLong.of(cents(c.price(), unit)), "as you said");
        Set<String> others = new HashSet<>();
        for (NoteRow n : notes) {
            if (n.price() == null) continue;
            if (!s.currency().equals(n.currency())) {
                others.add(n.currency());
                continue;
            }
            return new Price(
                    OptionalLong.of(cents(n.price(), unit)),
                    "seen " + (n.readWhere().isEmpty() ? "" : "at " + n.readWhere() + " ") + "on " + n.notedOn());
        }
        Optional<Sizes.Size> chart = smallest(sizes);
        if (chart.isPresent()) {
            Money m = chart.get().price().orElseThrow();
            if (m.getCurrencyUnit().equals(unit)) {
                return new Price(
                        OptionalLong.of(cents(m.getAmount(), unit)),
                        "its maker's chart, " + chart.get().volume());
            }
            others.add(m.getCurrencyUnit().getCode());
        }
        if (last != null && last.price() != null) {
            if (s.currency().equals(last.currency())) {
                return new Price(OptionalLong.of(cents(last.price(), unit)), "what you paid last");
            }
            others.add(last.currency());
        }
        return new Price(
                OptionalLong.empty(),
                others.isEmpty()
                        ? "no price is known"
                        : "priced in " + String.join(", ", others) + " only, and the budget is in " + s.currency());
    }

    private static Optional<Sizes.Size> smallest(@Nullable String sizes) {
        if (sizes == null || sizes.isEmpty()) return Optional.empty();
        try {
            return Sizes.parse(sizes, "EUR").all().stream()
                    .filter(z -> z.price().isPresent())
                    .min(Comparator.comparing(z -> z.price().orElseThrow().getAmount()));
        } catch (Refusal wordsOnly) {
            return Optional.empty();
        }
    }

    private static long cents(BigDecimal amount, CurrencyUnit unit) {
        return amount.setScale(unit.getDecimalPlaces(), RoundingMode.HALF_UP)
                .unscaledValue()
                .longValueExact();
    }

    private static String money(long cents, String currency) {
        return BigDecimal.valueOf(cents, CurrencyUnit.of(currency).getDecimalPlaces())
                .toPlainString();
    }

    private static CandidateView view(One c, Known known) {
        return new CandidateView(
                c.row.id(),
                c.entry,
                c.row.question().isEmpty() ? null : c.row.question(),
                c.row.reason(),
                c.row.must(),
                c.row.liking(),
                c.counts(),
                c.countsBecause(),
                c.price.cents.isPresent() ? money(c.price.cents.getAsLong(), known.shortlist.currency()) : null,
                c.price.from,
                c.row.byHand().isEmpty() ? null : c.row.byHand(),
                c.paint.massTone().isEmpty() && c.lab.isPresent(),
                c.lab.isEmpty(),
                c.marks.stream()
                        .map(m -> new MarkView(m.mark(), m.word(), Utc.instant(m.markedAt())))
                        .toList(),
                c.notes.stream().map(ShortlistViews::note).toList(),
                like(c, known),
                c.row.decided().isEmpty() ? null : c.row.decided(),
                c.row.decidedWhy(),
                c.row.version());
    }

    private static ResearchNote note(NoteRow n) {
        return new ResearchNote(
                n.id(),
                n.said(),
                n.readWhere(),
                plain(n.price()),
                n.currency(),
                n.price() == null || n.volume() == null
                        ? null
                        : n.price().divide(n.volume(), 2, RoundingMode.HALF_UP).toPlainString(),
                n.notedOn());
    }

    /** The nearest that is still weighed, and those of the same recipe. */
    private static List<LikeOther> like(One c, Known known) {
        List<LikeOther> all = new ArrayList<>();
        record Near(One other, double e) {}
        if (c.paint.run().isPresent()) {
            known.all.stream()
                    .filter(o -> o != c && o.weighed() && o.paint.run().isPresent())
                    .map(o -> new Near(o, DeltaE.ciede2000(c.half(), o.half())))
                    .min(Comparator.comparingDouble(Near::e))
                    .filter(n -> n.e <= FinalCut.FAR)
                    .ifPresent(n -> all.add(new LikeOther(
                            n.other.row.id(),
                            n.other.paint.name(),
                            n.e,
                            String.format(
                                    Locale.ROOT,
                                    "nearest: ΔE %.1f half washed out, %s",
                                    n.e,
                                    Difference.how(c.half(), n.other.half())))));
        }
        Optional<String> recipe = c.paint.pigments().fingerprint();
        known.all.stream()
                .filter(o -> o != c
                        && recipe.isPresent()
                        && o.paint.pigments().fingerprint().equals(recipe))
                .limit(3)
                .forEach(o -> all.add(new LikeOther(o.row.id(), o.paint.name(), null, "the same pigments")));
        return all;
    }

    // ---- three questions --------------------------------------------------------------------------------------------

    /** @param paint of the collection, or {@code colour} of a maker’s chart with its name */
    record SuggestionView(
            @Nullable PaintEntry paint, @Nullable Long colour, String name, String because, boolean onList) {}

    record QuestionAnswered(
            @OneOf(ThreeQuestions.Question.class) String question, List<SuggestionView> suggestions, String silence) {}

    record QuestionsAnswered(List<QuestionAnswered> answers, int mixtures, int paintings) {}

    @Transactional(readOnly = true)
    public QuestionsAnswered questions(Collector me, ShortlistRow s) {
        List<VoiceRow> all = voices.all(me);
        Map<Long, ShortlistStore.UseRow> use = store.use(me);
        Map<Long, Integer> liking = voices.liking(me);
        Map<Long, ShortlistStore.OwnedRow> owned = store.owned(me);
        List<ThreeQuestions.Known> known = all.stream()
                .map(r -> known(r, use.get(r.id()), liking.getOrDefault(r.id(), 0), owned.get(r.id()), s.currency()))
                .toList();
        List<ThreeQuestions.Painted> mixtures = mixtures(me);
        List<Set<Long>> paintings = store.paintings(me).values().stream()
                .map(p -> Set.copyOf(new HashSet<>(p)))
                .toList();
        Map<Long, ThreeQuestions.Listed> charts = new LinkedHashMap<>();
        store.listed(me)
                .forEach(c -> charts.put(
                        c.id(),
                        new ThreeQuestions.Listed(
                                c.id(),
                                c.name(),
                                c.maker(),
                                reader.read(c.labelText()).recipe())));
        List<ThreeQuestions.Answer> answers =
                ThreeQuestions.answered(known, mixtures, paintings, List.copyOf(charts.values()));
        Set<Long> there =
                store.candidates(me, s.id()).stream().map(CandidateRow::paintId).collect(Collectors.toSet());
        List<Long> ids = answers.stream()
                .flatMap(a -> a.suggestions().stream())
                .map(ThreeQuestions.Suggestion::paint)
                .filter(p -> p != 0)
                .distinct()
                .toList();
        Map<Long, PaintEntry> entries =
                paints.entries(me, ids).stream().collect(Collectors.toMap(PaintEntry::id, e -> e));
        return new QuestionsAnswered(
                answers.stream()
                        .map(a -> new QuestionAnswered(
                                a.question().name(),
                                a.suggestions().stream()
                                        .map(x -> x.paint() != 0
                                                ? new SuggestionView(
                                                        entries.get(x.paint()),
                                                        null,
                                                        entries.get(x.paint()).name(),
                                                        x.because(),
                                                        there.contains(x.paint()))
                                                : new SuggestionView(
                                                        null,
                                                        x.colour(),
                                                        charts.get(x.colour()).name(),
                                                        x.because(),
                                                        false))
                                        .toList(),
                                a.silence()))
                        .toList(),
                mixtures.size(),
                paintings.size());
    }

    private static ThreeQuestions.Known known(
            VoiceRow r,
            ShortlistStore.@Nullable UseRow use,
            int liking,
            ShortlistStore.@Nullable OwnedRow owned,
            String currency) {
        boolean priced = owned != null
                && owned.price() != null
                && owned.volume() != null
                && owned.volume().signum() > 0
                && currency.equals(owned.currency());
        return new ThreeQuestions.Known(
                r.id(),
                r.name(),
                r.standing().equals("OWNED"),
                r.standing().equals("OWNED") || r.standing().equals("SAMPLED"),
                r.pigments(),
                r.run(),
                verdict(r, Trait.LIGHTFASTNESS).map(Lightfastness.class::cast),
                verdict(r, Trait.STAINING).map(Staining.class::cast),
                verdict(r, Trait.GRANULATION).map(Granulation.class::cast),
                liking,
                use == null ? 0 : use.taps(),
                use == null ? 0 : use.paintings(),
                owned == null || owned.fullest() == null ? OptionalInt.empty() : OptionalInt.of(owned.fullest()),
                priced ? Optional.of(owned.price().divide(owned.volume(), 4, RoundingMode.HALF_UP)) : Optional.empty());
    }

    private static Optional<Grade> verdict(VoiceRow r, Trait trait) {
        return r.heard().get(trait).verdict();
    }

    private List<ThreeQuestions.Painted> mixtures(Collector me) {
        Map<Long, List<ShortlistStore.MixedRow>> by = new LinkedHashMap<>();
        store.mixed(me)
                .forEach(m ->
                        by.computeIfAbsent(m.mixId(), k -> new ArrayList<>()).add(m));
        return by.values().stream()
                .map(parts -> {
                    ShortlistStore.MixedRow m = parts.get(0);
                    return new ThreeQuestions.Painted(
                            String.format("X-%04d", m.number()),
                            parts.stream().map(ShortlistStore.MixedRow::paintId).collect(Collectors.toSet()),
                            Runs.of(
                                            m.curve(),
                                            m.modelled(),
                                            new Lab(m.massL(), m.massA(), m.massB()),
                                            new Lab(m.tintL(), m.tintA(), m.tintB()))
                                    .half(),
                            m.liked());
                })
                .toList();
    }

    /** A colour of a maker’s chart as a paint that is wished for. */
    Paints.NewPaint ofChart(Collector me, long colour) {
        MakerStore.ColourRow c =
                makers.colour(me, colour).orElseThrow(() -> new NotFound("There is no such colour in a chart."));
        Optional<MakerStore.EditionRow> edition =
                makers.editionsOf(me, colour).stream().findFirst();
        return Paints.NewPaint.labelled(
                        c.name(),
                        "",
                        "",
                        "",
                        colour,
                        edition.map(MakerStore.EditionRow::id).orElse(null),
                        edition.map(MakerStore.EditionRow::labelText).orElse(""),
                        c.series(),
                        "",
                        Makers.Claims.NONE)
                .wished(true);
    }

    // ---- the final cut ----------------------------------------------------------------------------------------------

    /** What may be demanded of all that are chosen. */
    enum Demand {
        SINGLE_PIGMENT("of a single pigment", r -> r.pigments().isSingle()),
        LIGHTFAST(
                "lightfast (excellent or very good)",
                r -> verdict(r, Trait.LIGHTFASTNESS)
                        .filter(g -> g == Lightfastness.EXCELLENT || g == Lightfastness.VERY_GOOD)
                        .isPresent()),
        GRANULATING(
                "granulating (moderate or strong)",
                r -> verdict(r, Trait.GRANULATION)
                        .filter(g -> g == Granulation.MODERATE || g == Granulation.STRONG)
                        .isPresent());

        private final String words;
        private final Predicate<VoiceRow> meets;

        Demand(String words, Predicate<VoiceRow> meets) {
            this.words = words;
            this.meets = meets;
        }
    }

    /**
     * @param demand of all that are chosen; musts stay nevertheless
     * @param more added to the budget
     * @param many how many choices, the best first; 1 if left out, at most 3
     */
    record CutWanted(
            @OneOf(Demand.class) @Nullable String demand,
            @Nullable String more,
            @Nullable Integer many) {}

    record LeftOutView(long candidate, @Nullable Long servedBy, double degree, String reason) {}

    /**
     * @param served how much of all that counts is served, from 0 to 1; {@code atMost} no choice of the kind serves more
     * @param in and {@code out}: against the best of the plain question
     * @param said what it is in a sentence
     */
    record CutChoice(
            List<Long> chosen,
            String cost,
            int fresh,
            int old,
            double served,
            double atMost,
            boolean optimal,
            List<Long> in,
            List<Long> out,
            List<LeftOutView> leftOut,
            String said) {}

    /** What is asked for before a candidate is weighed fully. */
    record AskedFor(long candidate, String what) {}

    /** @param byHand what taking and leaving by hand costs, in a sentence; empty where nothing was */
    record CutView(List<CutChoice> choices, List<AskedFor> asks, String byHand, int weighed) {}

    CutView cut(Collector me, ShortlistRow s, CutWanted asked, @Nullable Demand demand, BigDecimal more) {
        Known known = known(me, s);
        List<One> all = known.all.stream().filter(One::weighed).toList();
        List<AskedFor> asks = asks(s, all);
        Set<Integer> left = indices(all, One::left);
        FinalCut.Question plain = question(s, all, One::taken, left, s.budget());
        Set<Integer> barred = new HashSet<>(left);
        if (demand != null) barred.addAll(indices(all, c -> !demand.meets.test(c.paint)));
        BigDecimal budget = s.budget() == null ? null : s.budget().add(more);
        FinalCut.Question wanted =
                demand == null && more.signum() == 0 ? plain : question(s, all, One::taken, barred, budget);
        int many = Math.min(3, Math.max(1, asked.many() == null ? 1 : asked.many()));
        boolean hands = all.stream().anyMatch(c -> !c.row.byHand().isEmpty());
        return thinking.within(MOST, goOn -> {
            Duration each = MOST.dividedBy(wanted == plain && !hands ? 1 : 2);
            List<FinalCut> found = FinalCut.several(wanted, many, each, goOn);
            FinalCut best = wanted == plain ? found.get(0) : FinalCut.best(plain, each, goOn);
            List<CutChoice> choices = new ArrayList<>();
            for (FinalCut f : found) choices.add(choice(s, all, wanted, f, best, demand, more));
            String byHand = hands
                    ? byHand(FinalCut.best(question(s, all, c -> c.row.must(), Set.of(), s.budget()), each, goOn), best)
                    : "";
            return new CutView(choices, asks, byHand, all.size());
        });
    }

    private static Set<Integer> indices(List<One> all, Predicate<One> which) {
        Set<Integer> found = new HashSet<>();
        for (int i = 0; i < all.size(); i++) if (which.test(all.get(i))) found.add(i);
        return found;
    }

    private static List<AskedFor> asks(ShortlistRow s, List<One> all) {
        List<AskedFor> asks = new ArrayList<>();
        for (One c : all) {
            if (s.budget() != null && c.price.cents.isEmpty()) {
                asks.add(new AskedFor(
                        c.row.id(),
                        c.paint.name() + " has no price (" + c.price.from
                                + "): it cannot be chosen until it has one."));
            }
            if (c.lab.isEmpty()) {
                asks.add(new AskedFor(
                        c.row.id(),
                        c.paint.name() + " has neither a swatch nor a recipe: it serves for itself alone."));
            }
        }
        return asks;
    }

    /** Without a price, where a budget is set, nothing is affordable. */
    private static FinalCut.Question question(
            ShortlistRow s, List<One> all, Predicate<One> must, Set<Integer> barred, @Nullable BigDecimal budget) {
        CurrencyUnit unit = CurrencyUnit.of(s.currency());
        OptionalLong most = budget == null ? OptionalLong.empty() : OptionalLong.of(cents(budget, unit));
        Set<Integer> closed = new HashSet<>(barred);
        List<String> unpriced = new ArrayList<>();
        long musts = 0;
        List<String> dear = new ArrayList<>();
        List<FinalCut.Candidate> candidates = new ArrayList<>();
        for (int i = 0; i < all.size(); i++) {
            One c = all.get(i);
            boolean stays = must.test(c);
            if (most.isPresent() && c.price.cents.isEmpty()) {
                if (stays) unpriced.add(c.paint.name());
                closed.add(i);
            }
            long price = c.price.cents.orElse(0);
            if (stays && price > 0) {
                musts += price;
                dear.add(c.paint.name() + " " + money(price, s.currency()));
            }
            candidates.add(new FinalCut.Candidate(c.lab, price, c.counts(), stays));
        }
        if (!unpriced.isEmpty()) {
            throw Refusal.of(
                    "price",
                    "These must stay and have no price: " + String.join(", ", unpriced) + ".",
                    "Write what each costs, or take the budget away.");
        }
        if (most.isPresent() && musts > most.getAsLong()) {
            throw Refusal.of(
                    "budget",
                    "What must stay costs " + money(musts, s.currency()) + " of "
                            + money(most.getAsLong(), s.currency()) + " " + s.currency() + ": "
                            + String.join(", ", dear) + ".",
                    "Let one of them go, or raise the budget.");
        }
        return new FinalCut.Question(candidates, s.wells(), most, closed);
    }

    private static CutChoice choice(
            ShortlistRow s,
            List<One> all,
            FinalCut.Question question,
            FinalCut cut,
            FinalCut best,
            @Nullable Demand demand,
            BigDecimal more) {
        double whole = question.candidates().stream()
                .mapToDouble(FinalCut.Candidate::liking)
                .sum();
        long cost = cut.chosen().stream()
                .mapToLong(j -> question.candidates().get(j).price())
                .sum();
        int old = (int) cut.chosen().stream()
                .filter(j -> all.get(j).paint.standing().equals("OWNED"))
                .count();
        int fresh = cut.chosen().size() - old;
        double served = whole == 0 ? 1 : cut.worth() / whole;
        double atMost = whole == 0 ? 1 : cut.bound() / whole;
        StringBuilder said = new StringBuilder();
        said.append(fresh)
                .append(" new and ")
                .append(old)
                .append(" of your own into ")
                .append(s.wells())
                .append(s.wells() == 1 ? " well" : " wells");
        if (demand != null) said.append(", all ").append(demand.words);
        said.append(": ").append(money(cost, s.currency()));
        if (question.budget().isPresent()) {
            said.append(" of ").append(money(question.budget().getAsLong(), s.currency()));
        }
        said.append(' ').append(s.currency()).append(". ");
        said.append(String.format(Locale.ROOT, "It serves %.1f %% of what the list wants", 100 * served));
        boolean first = cut.worth() >= best.worth() - 1e-9 && demand == null && more.signum() == 0;
        if (cut.optimal()) {
            said.append(
                    demand != null || more.signum() != 0 || first
                            ? "; none serves more."
                            : "; none but the better ones serves more.");
        } else
            said.append(String.format(
                    Locale.ROOT, "; it was not proven to the end: none serves more than %.1f %%.", 100 * atMost));
        int empty = s.wells() - cut.chosen().size();
        if (empty > 0) {
            said.append(' ')
                    .append(empty)
                    .append(empty == 1 ? " well stays" : " wells stay")
                    .append(" empty: ");
            said.append(
                    cut.chosen().size() == all.size()
                            ? "the list has no more."
                            : "nothing else that may be chosen fits the budget or serves anything more.");
        }
        if (demand != null) {
            List<String> not = cut.chosen().stream()
                    .filter(j -> !demand.meets.test(all.get(j).paint))
                    .map(j -> all.get(j).paint.name())
                    .toList();
            if (!not.isEmpty()) {
                said.append(" Not so, but they must stay: ")
                        .append(String.join(", ", not))
                        .append('.');
            }
        }
        return new CutChoice(
                ids(all, cut.chosen()),
                money(cost, s.currency()),
                fresh,
                old,
                served,
                atMost,
                cut.optimal(),
                ids(
                        all,
                        cut.chosen().stream()
                                .filter(j -> !best.chosen().contains(j))
                                .toList()),
                ids(
                        all,
                        best.chosen().stream()
                                .filter(j -> !cut.chosen().contains(j))
                                .toList()),
                cut.leftOut(question, j -> all.get(j).paint.name()).stream()
                        .map(l -> new LeftOutView(
                                all.get(l.candidate()).row.id(),
                                l.servedBy().isPresent()
                                        ? all.get(l.servedBy().getAsInt()).row.id()
                                        : null,
                                l.degree(),
                                l.reason()))
                        .toList(),
                said.toString());
    }

    private static List<Long> ids(List<One> all, List<Integer> which) {
        return which.stream().map(j -> all.get(j).row.id()).toList();
    }

    private static String byHand(FinalCut free, FinalCut with) {
        double lost = free.worth() <= 0 ? 0 : 100 * (1 - with.worth() / free.worth());
        return lost < 0.05
                ? "What you took and left by hand costs nothing: no free choice serves more."
                : String.format(
                        Locale.ROOT,
                        "What you took and left by hand serves %.1f %% less than the best free choice.",
                        lost);
    }

    // ---- the decision -----------------------------------------------------------------------------------------------

    /** Why each was chosen or passed over, in a sentence, by candidate. */
    Map<Long, String> reasons(Collector me, ShortlistRow s, List<Long> chosen, String why) {
        Known known = known(me, s);
        Map<Long, One> by = known.all.stream().collect(Collectors.toMap(c -> c.row.id(), c -> c));
        if (chosen.isEmpty() || !by.keySet().containsAll(chosen)) {
            throw Refusal.of(
                    "chosen",
                    chosen.isEmpty()
                            ? "Nothing is chosen. Nothing was kept."
                            : "One of the chosen stands on this shortlist no more. Nothing was kept.",
                    "Make the final cut again.");
        }
        List<One> all = known.all;
        FinalCut.Question question = new FinalCut.Question(
                all.stream()
                        .map(c -> new FinalCut.Candidate(c.lab, 0, c.counts(), false))
                        .toList(),
                Math.max(1, Math.min(FinalCut.MOST_WELLS, chosen.size())),
                OptionalLong.empty());
        List<Integer> in = List.copyOf(indices(all, c -> chosen.contains(c.row.id())));
        Map<Long, String> reasons = new HashMap<>();
        new FinalCut(in, 0, 0, false)
                .leftOut(question, j -> all.get(j).paint.name())
                .forEach(l -> {
                    One c = all.get(l.candidate());
                    String trial = c.mark().filter(m -> m == TrialMark.NO).isPresent() ? trial(c) + " " : "";
                    reasons.put(c.row.id(), trial + l.reason());
                });
        for (int j : in) {
            One c = all.get(j);
            List<String> said = new ArrayList<>();
            if (!why.isEmpty()) said.add(ended(why));
            if (!c.row.reason().isEmpty()) said.add(ended(c.row.reason()));
            if (!c.marks.isEmpty()) said.add(trial(c));
            if (c.row.must()) said.add("It had to stay.");
            if (said.isEmpty()) said.add("One of " + chosen.size() + " out of " + all.size() + ".");
            reasons.put(c.row.id(), String.join(" ", said));
        }
        return reasons;
    }

    static String ended(String said) {
        return said.endsWith(".") ? said : said + ".";
    }

    private static String trial(One c) {
        MarkRow m = c.marks.get(0);
        String mark = TrialMark.valueOf(m.mark()).words();
        return "Marked " + mark + (m.word().isEmpty() ? "" : ": “" + m.word() + "”") + ".";
    }

    /** A line for each that was chosen and is not owned. */
    String order(Collector me, ShortlistRow s) {
        return known(me, s).all.stream()
                .filter(c -> c.row.decided().equals(Shortlists.Decided.CHOSEN.name()))
                .filter(c -> !c.paint.standing().equals("OWNED"))
                .map(c -> {
                    List<String> parts = new ArrayList<>();
                    parts.add((c.paint.maker() + " " + c.paint.name()).strip());
                    if (!c.paint.recipe().isEmpty()) parts.add(c.paint.recipe().replace(" + ", " "));
                    if (c.price.cents.isPresent()) {
                        parts.add(money(c.price.cents.getAsLong(), s.currency()) + " " + s.currency());
                    }
                    return String.join(", ", parts);
                })
                .collect(Collectors.joining("\n"));
    }

    /** What was decided of a paint before. */
    record PastDecision(
            long shortlist,
            String name,
            @OneOf(Shortlists.Decided.class) @Nullable String decided,
            @Nullable LocalDate on,
            String why,
            String reason,
            List<MarkView> marks) {}

    record PaintResearch(List<PastDecision> decisions, List<ResearchNote> notes) {}

    @Transactional(readOnly = true)
    public PaintResearch research(Collector me, long paint) {
        Map<Long, ShortlistRow> lists =
                store.shortlists(me).stream().collect(Collectors.toMap(ShortlistRow::id, s -> s));
        return new PaintResearch(
                store.candidatures(me, paint).stream()
                        .map(c -> {
                            ShortlistRow s = lists.get(c.shortlistId());
                            return new PastDecision(
                                    s.id(),
                                    s.name(),
                                    c.decided().isEmpty() ? null : c.decided(),
                                    c.decided().isEmpty() ? null : s.decidedOn(),
                                    c.decidedWhy(),
                                    c.reason(),
                                    store.marks(me, s.id()).getOrDefault(c.id(), List.of()).stream()
                                            .map(m -> new MarkView(m.mark(), m.word(), Utc.instant(m.markedAt())))
                                            .toList());
                        })
                        .toList(),
                store.notes(me).getOrDefault(paint, List.of()).stream()
                        .map(ShortlistViews::note)
                        .toList());
    }
}
