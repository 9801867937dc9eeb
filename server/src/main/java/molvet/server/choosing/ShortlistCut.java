package molvet.server.choosing;

import java.math.BigDecimal;
import java.time.Duration;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.OptionalLong;
import java.util.Set;
import java.util.function.Predicate;
import molvet.core.choosing.FinalCut;
import molvet.core.measure.Refusal;
import molvet.core.pigment.Granulation;
import molvet.core.pigment.Lightfastness;
import molvet.core.pigment.Trait;
import molvet.server.choosing.KnownCandidates.Known;
import molvet.server.choosing.KnownCandidates.One;
import molvet.server.choosing.ShortlistStore.ShortlistRow;
import molvet.server.collection.VoiceStore.VoiceRow;
import molvet.server.platform.Collector;
import molvet.server.platform.OneOf;
import molvet.server.platform.Thinking;
import org.joda.money.CurrencyUnit;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

/** The final cut of a shortlist: the best choices for its wells and budget, and what each leaves out. */
@Component
class ShortlistCut {
    /** With what is around it, an answer comes within five seconds. */
    private static final Duration MOST = Duration.ofMillis(4000);

    private final KnownCandidates candidates;
    private final Thinking thinking;

    ShortlistCut(KnownCandidates candidates, Thinking thinking) {
        this.candidates = candidates;
        this.thinking = thinking;
    }

    /** What may be demanded of all that are chosen. */
    enum Demand {
        SINGLE_PIGMENT("of a single pigment", r -> r.pigments().isSingle()),
        LIGHTFAST(
                "lightfast (excellent or very good)",
                r -> ShortlistQuestions.verdict(r, Trait.LIGHTFASTNESS)
                        .filter(g -> g == Lightfastness.EXCELLENT || g == Lightfastness.VERY_GOOD)
                        .isPresent()),
        GRANULATING(
                "granulating (moderate or strong)",
                r -> ShortlistQuestions.verdict(r, Trait.GRANULATION)
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
        Known known = candidates.known(me, s);
        List<One> all = known.all().stream().filter(One::weighed).toList();
        List<AskedFor> asks = asks(s, all);
        Set<Integer> left = indices(all, One::left);
        FinalCut.Question plain = question(s, all, One::taken, left, s.budget());
        Set<Integer> barred = new HashSet<>(left);
        if (demand != null) barred.addAll(indices(all, c -> !demand.meets.test(c.paint())));
        BigDecimal budget = s.budget() == null ? null : s.budget().add(more);
        FinalCut.Question wanted =
                demand == null && more.signum() == 0 ? plain : question(s, all, One::taken, barred, budget);
        int many = Math.min(3, Math.max(1, asked.many() == null ? 1 : asked.many()));
        boolean hands = all.stream().anyMatch(c -> !c.row().byHand().isEmpty());
        return thinking.within(MOST, goOn -> {
            Duration each = MOST.dividedBy(wanted == plain && !hands ? 1 : 2);
            List<FinalCut> found = FinalCut.several(wanted, many, each, goOn);
            FinalCut best = wanted == plain ? found.get(0) : FinalCut.best(plain, each, goOn);
            List<CutChoice> choices = new ArrayList<>();
            for (FinalCut f : found) choices.add(choice(s, all, wanted, f, best, demand, more));
            String byHand = hands
                    ? byHand(
                            FinalCut.best(question(s, all, c -> c.row().must(), Set.of(), s.budget()), each, goOn),
                            best)
                    : "";
            return new CutView(choices, asks, byHand, all.size());
        });
    }

    static Set<Integer> indices(List<One> all, Predicate<One> which) {
        Set<Integer> found = new HashSet<>();
        for (int i = 0; i < all.size(); i++) if (which.test(all.get(i))) found.add(i);
        return found;
    }

    private static List<AskedFor> asks(ShortlistRow s, List<One> all) {
        List<AskedFor> asks = new ArrayList<>();
        for (One c : all) {
            if (s.budget() != null && c.price().cents().isEmpty()) {
                asks.add(new AskedFor(
                        c.row().id(),
                        c.paint().name() + " has no price (" + c.price().from()
                                + "): it cannot be chosen until it has one."));
            }
            if (c.lab().isEmpty()) {
                asks.add(new AskedFor(
                        c.row().id(),
                        c.paint().name() + " has neither a swatch nor a recipe: it serves for itself alone."));
            }
        }
        return asks;
    }

    /** Without a price, where a budget is set, nothing is affordable. */
    private static FinalCut.Question question(
            ShortlistRow s, List<One> all, Predicate<One> must, Set<Integer> barred, @Nullable BigDecimal budget) {
        CurrencyUnit unit = CurrencyUnit.of(s.currency());
        OptionalLong most =
                budget == null ? OptionalLong.empty() : OptionalLong.of(KnownCandidates.cents(budget, unit));
        Set<Integer> closed = new HashSet<>(barred);
        List<String> unpriced = new ArrayList<>();
        long musts = 0;
        List<String> dear = new ArrayList<>();
        List<FinalCut.Candidate> candidates = new ArrayList<>();
        for (int i = 0; i < all.size(); i++) {
            One c = all.get(i);
            boolean stays = must.test(c);
            if (most.isPresent() && c.price().cents().isEmpty()) {
                if (stays) unpriced.add(c.paint().name());
                closed.add(i);
            }
            long price = c.price().cents().orElse(0);
            if (stays && price > 0) {
                musts += price;
                dear.add(c.paint().name() + " " + KnownCandidates.money(price, s.currency()));
            }
            candidates.add(new FinalCut.Candidate(c.lab(), price, c.counts(), stays, c.guessed()));
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
                    "What must stay costs " + KnownCandidates.money(musts, s.currency()) + " of "
                            + KnownCandidates.money(most.getAsLong(), s.currency()) + " " + s.currency() + ": "
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
                .filter(j -> all.get(j).paint().standing().equals("OWNED"))
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
        said.append(": ").append(KnownCandidates.money(cost, s.currency()));
        if (question.budget().isPresent()) {
            said.append(" of ").append(KnownCandidates.money(question.budget().getAsLong(), s.currency()));
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
                    .filter(j -> !demand.meets.test(all.get(j).paint()))
                    .map(j -> all.get(j).paint().name())
                    .toList();
            if (!not.isEmpty()) {
                said.append(" Not so, but they must stay: ")
                        .append(String.join(", ", not))
                        .append('.');
            }
        }
        return new CutChoice(
                ids(all, cut.chosen()),
                KnownCandidates.money(cost, s.currency()),
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
                cut.leftOut(question, j -> all.get(j).paint().name()).stream()
                        .map(l -> new LeftOutView(
                                all.get(l.candidate()).row().id(),
                                l.servedBy().isPresent()
                                        ? all.get(l.servedBy().getAsInt()).row().id()
                                        : null,
                                l.degree(),
                                l.reason()))
                        .toList(),
                said.toString());
    }

    private static List<Long> ids(List<One> all, List<Integer> which) {
        return which.stream().map(j -> all.get(j).row().id()).toList();
    }

    private static String byHand(FinalCut free, FinalCut with) {
        double lost = free.worth() <= 0 ? 0 : 100 * (1 - with.worth() / free.worth());
        if (lost < 0.05) {
            // A free choice that is not proven best may be bettered by one that was not found.
            return "What you took and left by hand costs nothing: no free choice "
                    + (free.optimal() ? "serves more." : "was found that serves more.");
        }
        return String.format(
                Locale.ROOT, "What you took and left by hand serves %.1f %% less than the best free choice.", lost);
    }
}
