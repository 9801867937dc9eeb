package molvet.server.choosing;

import java.math.BigDecimal;
import java.math.RoundingMode;
import java.time.Duration;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.OptionalLong;
import java.util.Set;
import molvet.core.choosing.FinalCut;
import molvet.core.measure.Decimals;
import molvet.core.measure.Refusal;
import molvet.server.colour.LabValue;
import molvet.server.platform.Fields;
import molvet.server.platform.Thinking;
import org.joda.money.CurrencyUnit;
import org.jspecify.annotations.Nullable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RestController;

/** The final cut for scripts and spreadsheets: what is sent is weighed, and nothing is kept. */
@RestController
class FinalCutController {
    /** With what is around it, an answer comes within five seconds. */
    private static final Duration MOST = Duration.ofMillis(4500);

    private static final double MOST_LIKING = 1000;

    private final Thinking thinking;

    FinalCutController(Thinking thinking) {
        this.thinking = thinking;
    }

    /**
     * @param price not needed without a budget, nor for what must stay and is owned: write 0 for that
     * @param liking how much it counts; left out: 1
     */
    record ShortlistCandidate(
            @Nullable Object id,
            @Nullable LabValue massTone,
            @Nullable String price,
            @Nullable String currency,
            @Nullable Double liking,
            @Nullable Boolean must) {}

    /** @param budget left out: none */
    record FinalCutAsked(
            @Nullable Integer wells,
            @Nullable String budget,
            @Nullable String currency,
            @Nullable List<ShortlistCandidate> candidates) {}

    /** @param servedBy the chosen one that serves best for it, and to which degree; none where nothing chosen is near */
    record LeftOutOfCut(Object id, @Nullable Object servedBy, double degree, String reason) {}

    /**
     * @param worth the sum over all candidates of liking × the best degree to which a chosen one serves; no choice is worth more
     *     than {@code bound}
     */
    record FinalCutAnswer(
            List<Object> chosen,
            String cost,
            double worth,
            double bound,
            boolean optimal,
            List<LeftOutOfCut> leftOut) {}

    @PostMapping("/api/shortlists/choose")
    FinalCutAnswer choose(@RequestBody FinalCutAsked asked) {
        List<ShortlistCandidate> given = asked.candidates == null ? List.of() : asked.candidates;
        if (given.size() > FinalCut.MOST_CANDIDATES) {
            throw Refusal.of(
                    "candidates",
                    given.size() + " candidates are more than the " + FinalCut.MOST_CANDIDATES + " that are weighed.",
                    "Cut the shortlist down by trials first.");
        }
        CurrencyUnit currency = currency("currency", asked.currency, CurrencyUnit.EUR);
        OptionalLong budget = Fields.text(asked.budget).isBlank()
                ? OptionalLong.empty()
                : OptionalLong.of(cents("budget", asked.budget, currency));
        List<FinalCut.Candidate> candidates = new ArrayList<>();
        List<String> unpriced = new ArrayList<>();
        Set<String> ids = new HashSet<>();
        for (int i = 0; i < given.size(); i++) {
            ShortlistCandidate c = given.get(i);
            String at = "candidates[" + i + "]";
            String id = id(at + ".id", c == null ? null : c.id);
            if (!ids.add(id))
                throw Refusal.of(at + ".id", "“" + id + "” is there twice.", "Give each an id of its own.");
            if (!currency(at + ".currency", c.currency, currency).equals(currency)) {
                throw Refusal.of(
                        at + ".currency",
                        "“" + id + "” is priced in " + c.currency + ", the budget in " + currency + ".",
                        "Write all prices in one currency.");
            }
            boolean priced = !Fields.text(c.price).isBlank();
            if (!priced && budget.isPresent()) unpriced.add(id);
            double liking = c.liking == null ? 1 : c.liking;
            if (!(liking >= 0 && liking <= MOST_LIKING)) {
                throw Refusal.of(at + ".liking", "A liking lies between 0 and 1000.", "Write 1 for a plain one.");
            }
            candidates.add(new FinalCut.Candidate(
                    Optional.ofNullable(c.massTone).map(LabValue::lab),
                    priced ? cents(at + ".price", c.price, currency) : 0,
                    liking,
                    Boolean.TRUE.equals(c.must)));
        }
        if (!unpriced.isEmpty()) {
            throw Refusal.of(
                    "candidates",
                    "Without a price: " + String.join(", ", unpriced.subList(0, Math.min(10, unpriced.size())))
                            + (unpriced.size() > 10 ? " and " + (unpriced.size() - 10) + " more" : "") + ".",
                    "Write what each costs, 0 for what you own, or leave the budget out.");
        }
        FinalCut.Question question = new FinalCut.Question(candidates, asked.wells == null ? 0 : asked.wells, budget);
        long musts = candidates.stream()
                .filter(FinalCut.Candidate::must)
                .mapToLong(FinalCut.Candidate::price)
                .sum();
        if (budget.isPresent() && musts > budget.getAsLong()) {
            throw Refusal.of(
                    "budget",
                    "What must stay costs " + money(musts, currency) + " of " + money(budget.getAsLong(), currency)
                            + " " + currency + ": " + dearest(given, candidates, currency) + ".",
                    "Let one of them go, or raise the budget.");
        }
        FinalCut cut = thinking.within(MOST, goOn -> FinalCut.best(question, MOST, goOn));
        return answer(given, question, cut, currency);
    }

    private static String dearest(List<ShortlistCandidate> given, List<FinalCut.Candidate> all, CurrencyUnit currency) {
        List<String> musts = new ArrayList<>();
        for (int i = 0; i < all.size(); i++) {
            if (all.get(i).must() && all.get(i).price() > 0) {
                musts.add(given.get(i).id + " " + money(all.get(i).price(), currency));
            }
        }
        return String.join(", ", musts.subList(0, Math.min(8, musts.size()))) + (musts.size() > 8 ? " …" : "");
    }

    private static FinalCutAnswer answer(
            List<ShortlistCandidate> given, FinalCut.Question question, FinalCut cut, CurrencyUnit currency) {
        List<LeftOutOfCut> leftOut = cut.leftOut(question, j -> String.valueOf(given.get(j).id)).stream()
                .map(l -> new LeftOutOfCut(
                        given.get(l.candidate()).id,
                        l.servedBy().isPresent() ? given.get(l.servedBy().getAsInt()).id : null,
                        l.degree(),
                        l.reason()))
                .toList();
        long cost = cut.chosen().stream()
                .mapToLong(j -> question.candidates().get(j).price())
                .sum();
        return new FinalCutAnswer(
                cut.chosen().stream().map(j -> given.get(j).id).toList(),
                money(cost, currency),
                cut.worth(),
                cut.bound(),
                cut.optimal(),
                leftOut);
    }

    private static String money(long cents, CurrencyUnit currency) {
        return BigDecimal.valueOf(cents, currency.getDecimalPlaces()).toPlainString();
    }

    private static long cents(String where, @Nullable String typed, CurrencyUnit currency) {
        BigDecimal amount = Decimals.parse(where, Fields.text(typed));
        if (amount.compareTo(new BigDecimal(1_000_000)) > 0) {
            throw Refusal.of(where, "More than a million is no price of paint.", "Check the decimal mark.");
        }
        return amount.setScale(currency.getDecimalPlaces(), RoundingMode.HALF_UP)
                .unscaledValue()
                .longValueExact();
    }

    private static CurrencyUnit currency(String where, @Nullable String typed, CurrencyUnit otherwise) {
        String code = Fields.text(typed).strip().toUpperCase(Locale.ROOT);
        if (code.isEmpty()) return otherwise;
        return CurrencyUnit.registeredCurrencies().stream()
                .filter(u -> u.getCode().equals(code))
                .findFirst()
                .orElseThrow(() -> Refusal.of(where, "There is no such currency.", "Write it like EUR, GBP or USD."));
    }

    private static String id(String where, @Nullable Object id) {
        boolean plain = id instanceof String s && !s.isBlank() && s.length() <= 80 || id instanceof Number;
        if (!plain)
            throw Refusal.of(where, "An id is missing here.", "Give each an id of its own: a word or a number.");
        return String.valueOf(id);
    }
}
